import { expect, test } from "vitest";
import type { TrialHour } from "../../api/types";
import { darkestNight, replay } from "./replay";

const hour = (over: Partial<TrialHour> = {}): TrialHour => ({
  charge: 0.5,
  available: 0.5,
  sun_w: 0,
  sources_w: 0,
  demand_w: 10,
  served_w: 10,
  bay_c: 20,
  off: "",
  generator: false,
  ...over,
});
const night = (at: Record<number, Partial<TrialHour>> = {}) => Array.from({ length: 24 }, (_, step) => hour(at[step]));

test("the darkest night is that with most hours off, and among lit ones that with the lowest charge", () => {
  const calm = [...night(), ...night({ 5: { available: 0.1 } }), ...night()];
  expect(darkestNight(calm)).toBe(1);
  expect(darkestNight([...calm, ...night({ 3: { off: "inverter" } })])).toBe(3);
  expect(darkestNight([])).toBe(0);
});

test("a night is told by what begins and what ends, each at its hour", () => {
  const told = replay(
    night({
      4: { sun_w: 50 },
      10: { off: "bank", available: 0 },
      11: { off: "bank", available: 0 },
      12: { available: 0.1, generator: true },
      14: { charge: 1, available: 1 },
    }),
  );
  expect(told.map((one) => `${one.at}: ${one.says.split(/[.:;,]/)[0]}`)).toEqual([
    "12 h: The afternoon begins with 50 % of charge at hand",
    "16 h: The sun is back",
    "17 h: The sun is gone",
    "22 h: The bank is empty",
    "0 h: It comes back",
    "0 h: The generator starts",
    "1 h: The generator stops",
    "2 h: The bank is full",
    "12 h: Noon again",
  ]);
});

test("an inverter that stops leaves what is on DC", () => {
  expect(replay(night({ 2: { off: "inverter" } }))[1]?.says).toContain("what is on DC goes on");
});
