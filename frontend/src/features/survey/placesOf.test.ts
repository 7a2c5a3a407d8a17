import { describe, expect, it } from "vitest";
import type { Rig } from "../../api/types";
import { placesOf } from "./placesOf";

const thing = (position: number, more: Record<string, unknown> = {}) => ({
  kind: "other",
  position,
  fate: "open",
  where: null,
  place: "",
  ...more,
});
const rig = (items: Record<string, unknown>, looks: Record<string, unknown> = {}) =>
  ({
    survey: { items, looks },
    space: { compartments: { b: { name: "Front bay" } } },
  }) as unknown as Rig;

describe("places of a walk", () => {
  it("come once each, in the order of the survey, with what nobody has placed last", () => {
    const places = placesOf(
      rig({
        a: thing(3, { place: "under the bed" }),
        b: thing(1),
        c: thing(2, { where: "b" }),
        d: thing(4, { place: "under the bed" }),
        e: thing(5, { place: "roof", fate: "goes" }),
      }),
    );
    expect(places.map((one) => [one.name, one.where, one.things.map(([id]) => id)])).toEqual([
      ["Front bay", "b", ["c"]],
      ["under the bed", null, ["a", "d"]],
      ["", null, ["b"]],
    ]);
  });

  it("keep what was looked at where nothing stands any more, under the id of the look", () => {
    const look = { where: null, name: "aft locker", seen: {}, nothing_else: true };
    const places = placesOf(rig({}, { x1: look }));
    expect(places.map((one) => [one.name, one.lookId, one.look?.nothing_else])).toEqual([
      ["aft locker", "x1", true],
      ["", "at-vehicle", undefined],
    ]);
  });

  it("have a name for their look that two people come to alike, and that no other look has", () => {
    const taken = { "at-under-the-bed": { where: null, name: "elsewhere", seen: {}, nothing_else: false } };
    const items = { a: thing(1, { place: "Under the bed!" }) };
    expect(placesOf(rig(items))[0]?.lookId).toBe("at-under-the-bed");
    expect(placesOf(rig(items, taken))[0]?.lookId).toBe("at-under-the-bed-2");
  });
});
