import { describe, expect, it } from "vitest";
import { extentOf, nudgeOf, toCentimetre, withCorner } from "./plan";

describe("a plan", () => {
  it.each([
    ["ArrowRight", false, [0.01, 0]],
    ["ArrowUp", true, [0, 0.1]],
    ["Enter", false, null],
  ])("is nudged by %s", (key, shift, move) => {
    expect(nudgeOf(key, shift)).toEqual(move);
  });

  it("gets a corner in the middle of its longest edge, the closing one too", () => {
    expect(
      withCorner([
        [0, 0],
        [1, 0],
        [1, 3],
      ]),
    ).toEqual([
      [0, 0],
      [1, 0],
      [1, 3],
      [0.5, 1.5],
    ]);
  });

  it("is read to the centimetre and shows all of what is measured", () => {
    expect(toCentimetre(0.1 + 0.205)).toBe(0.31);
    const shown = extentOf([
      null,
      { left: -1, right: 4, bottom: -1, top: 1 },
      { left: 3, right: 5, bottom: 0, top: 2 },
    ]);
    expect([shown.left < -1, shown.right > 5, shown.bottom < -1, shown.top > 2]).toEqual([true, true, true, true]);
  });
});
