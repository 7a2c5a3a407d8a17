import { expect, it } from "vitest";
import { formatConductor, formatHours, formatNights, formatNumber, formatQuantity } from "./formatQuantity";

it.each([
  [12288, "12\u2009288"],
  [1234567, "1\u2009234\u2009567"],
  [99.94, "99.9"],
  [464.2, "464"],
  [2.5, "2.5"],
  [-5, "−5"],
  [0, "0"],
  [0.0138, "0.0138"],
  [100, "100"],
])("writes %d as %s", (value, text) => {
  expect(formatNumber(value)).toBe(text);
});

it("shows metres, kilograms and degrees in the reader's units", () => {
  expect(formatQuantity(3.048, "m", "us")).toEqual({ number: "10", unit: "ft" });
  expect(formatQuantity(10, "kg", "us")).toEqual({ number: "22", unit: "lb" });
  expect(formatQuantity(-10, "°C", "us")).toEqual({ number: "14", unit: "°F" });
  expect(formatQuantity(3.048, "m", "metric")).toEqual({ number: "3.05", unit: "m" });
});

it("keeps a gauge a label", () => {
  expect(formatConductor("awg:2/0")).toEqual({ number: "2/0", unit: "AWG" });
  expect(formatQuantity("mm2:70", "", "us")).toEqual({ number: "70", unit: "mm²" });
});

it("says short times in minutes and seconds", () => {
  expect([formatHours(24), formatHours(0.25), formatHours(1 / 3600)]).toEqual([
    { number: "24", unit: "h" },
    { number: "15", unit: "min" },
    { number: "1", unit: "s" },
  ]);
});

it("does not pretend to know nights finer than hundredths", () => {
  expect([formatNights(0.301), formatNights(0.0004)]).toEqual(["0.30", "under 0.01"]);
});
