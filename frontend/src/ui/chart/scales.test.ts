import { describe, expect, it } from "vitest";
import { type Axis, scaleOf, spread } from "./scales";

const hours: Axis = { kind: "linear", from: 0, to: 24, ticks: [0, 6, 12, 18, 24], say: (value) => `${value} h` };

describe("a scale of numbers", () => {
  it.each([
    ["from its start to its end", hours, 0, 240, 6, 60],
    ["upwards, as an axis at the left runs", { ...hours, to: 12 }, 100, 0, 3, 75],
    ["the other way round, full on the left", { ...hours, from: 1, to: 0 }, 0, 200, 0.25, 150],
  ] as [string, Axis, number, number, number, number][])("%s", (_what, axis, start, end, value, at) => {
    expect(scaleOf(axis, start, end).at(value)).toBeCloseTo(at, 9);
  });

  it("has the ticks it is given, in words", () => {
    const { ticks } = scaleOf(hours, 0, 240);
    expect(ticks.map((tick) => tick.words)).toEqual(["0 h", "6 h", "12 h", "18 h", "24 h"]);
    expect(ticks.map((tick) => tick.at)).toEqual([0, 60, 120, 180, 240]);
  });

  it.each([
    [0, 9.3, [0, 2, 4, 6, 8]],
    [19.8, 27.4, [20, 21, 22, 23, 24, 25, 26, 27]],
    [0, 1360, [0, 200, 400, 600, 800, 1000, 1200]],
  ])("finds round ticks between %d and %d", (from, to, ticks) => {
    const said = scaleOf({ kind: "linear", from, to, ticks: 6, say: String }, 0, 100).ticks.map((tick) => tick.words);
    expect(said).toEqual(ticks.map(String));
  });

  it("finds what is nearest to the pointer, at its edges too", () => {
    const scale = scaleOf(hours, 40, 280);
    const values = [0.5, 1.5, 2.5, 23.5];
    expect([-900, 40, 49.9, 50.1, 900].map((place) => scale.nearest(place, values))).toEqual([0, 0, 0, 1, 3]);
  });
});

describe("a scale of things", () => {
  const months: Axis = { kind: "band", of: ["jan", "feb", "feb"], gap: 0 };

  it("gives each the same room, also where two are called alike", () => {
    const scale = scaleOf(months, 0, 90);
    expect(scale.width).toBeCloseTo(30, 9);
    expect([0, 1, 2].map(scale.at)).toEqual([15, 45, 75]);
    expect(scale.ticks.map((tick) => tick.words)).toEqual(["jan", "feb", "feb"]);
    expect(scale.nearest(50, [0, 1, 2])).toBe(1);
  });

  it("leaves a gap between them", () => {
    expect(scaleOf({ ...months, gap: 0.5 }, 0, 100).width).toBeCloseTo(20, 9);
  });
});

describe("labels beside one another", () => {
  it.each([
    ["that have room stay where they are", [10, 40, 80], [10, 40, 80]],
    ["that stand on one another move apart, in their order", [30, 10, 12], [10, 25, 40]],
    ["at the bottom move up", [95, 98, 99], [70, 85, 100]],
    ["of which there are none", [], []],
  ])("%s", (_what, at, places) => {
    expect(
      spread(
        at.map((one) => ({ at: one })),
        15,
        100,
      ).map((one) => one.place),
    ).toEqual(places);
  });
});
