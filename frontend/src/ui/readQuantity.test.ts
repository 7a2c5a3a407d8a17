import { describe, expect, it } from "vitest";
import { readConductor, readQuantity } from "./readQuantity";

describe("readQuantity", () => {
  it.each([
    ["-10F", "°C", "metric", -23.3333, true],
    ["14", "°C", "us", -10, false],
    ["5 °C", "°C", "us", 5, true],
    ["45 min", "h", "metric", 0.75, true],
    ["1 h 30 min", "h", "metric", 1.5, true],
    ["6 ft 2 in", "m", "metric", 1.8796, true],
    ["10'6\"", "m", "metric", 3.2004, true],
    ["1,5 kW", "W", "metric", 1500, true],
    ["22 lb", "kg", "metric", 9.979, true],
    ["12.8 V", "V", "metric", 12.8, false],
    ["−3,5", "°C", "metric", -3.5, false],
    ["4", "", "metric", 4, false],
  ] as const)("reads %s as %s", (text, unit, system, value, foreign) => {
    const read = readQuantity(text, unit, system);
    expect("value" in read && read.value).toBeCloseTo(value, 3);
    expect("foreign" in read && read.foreign).toBe(foreign);
  });

  it.each([
    ["2.7 kW", "Ah", "“2.7 kW” is power; here goes capacity, in Ah."],
    ["100 Ah", "A", "“100 Ah” is capacity; here goes current, in A."],
    ["much", "A", "“much” is not a number of A."],
    ["5 6", "A", "“5 6” is not a number of A."],
    ["5 bananas", "A", "“5 bananas” is not a number of A."],
  ])("questions %s where %s goes", (text, unit, fault) => {
    expect(readQuantity(text, unit, "metric")).toEqual({ fault });
  });

  it("takes nothing typed as not chosen", () => {
    expect(readQuantity("  ", "A", "metric")).toEqual({ value: null, foreign: false });
  });
});

describe("readConductor", () => {
  const stock = ["awg:4", "awg:2/0", "mm2:70", "mm2:2.5"];
  it.each([
    ["2/0", "awg:2/0"],
    ["00", "awg:2/0"],
    ["#4 AWG", "awg:4"],
    ["70 mm²", "mm2:70"],
    ["2,5mm2", "mm2:2.5"],
    ["3", undefined],
    ["thick", undefined],
  ])("reads %s", (text, id) => {
    expect(readConductor(text, stock)).toBe(id);
  });
});
