import { expect, test } from "vitest";
import { readPoints } from "./PointsField";

test("points are read with their units or without, and what is no point goes on as it was typed", () => {
  expect(readPoints("0.5 s 4000 W, 5s 3kW", "W")).toEqual([
    [0.5, 4000],
    [5, 3000],
  ]);
  expect(readPoints("1 s 400 A; 10 s 200", "A")).toEqual([
    [1, 400],
    [10, 200],
  ]);
  expect(readPoints("1 s 400 W", "A")).toEqual(["1 s 400 W"]);
  expect(readPoints("", "A")).toEqual([]);
});
