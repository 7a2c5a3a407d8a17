import { describe, expect, it } from "vitest";
import type { PvString, Rig } from "../../api/types";
import { freeId, groupsOf, nameOfArray, withoutController, withoutPanel, withPanel, withString } from "./arrays";
import { layAll } from "./laying";
import { snapped } from "./snapping";

const panel = (position: number, part: string) => ({ position, part, x_m: null, y_m: null, turned: false });
const STRING = {
  position: 1,
  panels: { a: panel(2, "own:new"), b: panel(0, "own:old"), c: panel(1, "own:old") },
  fuse_a: 10,
  fuse_v: null,
} as PvString;

describe("an array", () => {
  it("without a name is told by its place, and by number where several lie there", () => {
    const lying = (position: number, more: object) => ({
      position,
      name: "",
      place: "roof",
      plain_w: 100,
      strings: {},
      ...more,
    });
    const arrays = {
      begun: lying(0, { plain_w: null }),
      b: lying(2, {}),
      a: lying(1, {}),
      c: lying(3, { name: "Old ones" }),
      d: lying(4, { place: "arch" }),
    };
    const rig = { solar: { arrays } } as unknown as Rig;
    expect(["begun", "a", "b", "c", "d"].map((id) => nameOfArray(rig, id))).toEqual([
      "Array on the roof",
      "Array 1 on the roof",
      "Array 2 on the roof",
      "Old ones",
      "Array on an arch",
    ]);
  });
});

describe("a string", () => {
  it("is said by runs of like panels, in the order in which they are wired", () => {
    expect(groupsOf(STRING)).toEqual([
      { part: "own:old", ids: ["b", "c"] },
      { part: "own:new", ids: ["a"] },
    ]);
  });

  it("gets a panel under an id that is free, and goes with its last one", () => {
    expect(withPanel("x", "s", STRING, "own:new")).toEqual([
      { op: "add", path: "/solar/arrays/x/strings/s/panels/p-1", value: panel(3, "own:new") },
    ]);
    const one = { ...STRING, panels: { a: panel(0, "own:new") } } as PvString;
    expect(withoutPanel("x", "s", one, "a")).toEqual([{ op: "remove", path: "/solar/arrays/x/strings/s" }]);
    expect(freeId({ "p-1": 0, "p-3": 0 }, "p")).toBe("p-2");
  });

  it("is copied for the next one with its fuse, and not with where its panels lie; its id is free in the whole rig", () => {
    const laid = { ...STRING, panels: { b: { ...panel(0, "own:old"), x_m: 1, y_m: 2 } } } as PvString;
    const array = { strings: { "x-s-1": laid }, plain_w: 300 };
    const rig = { solar: { arrays: { x: array, y: { strings: { "x-s-2": laid } } } } } as unknown as Rig;
    const [added, plain] = withString(rig, "x", array as never, "");
    expect(added).toEqual({
      op: "add",
      path: "/solar/arrays/x/strings/x-s-3",
      value: { position: 2, panels: { "p-1": panel(0, "own:old") }, fuse_a: 10, fuse_v: null },
    });
    expect(plain?.path).toBe("/solar/arrays/x/plain_w"); // what its panels are is known now
  });

  it("loses its controller when that goes", () => {
    const rig = { solar: { arrays: { x: { controller: "c" }, y: { controller: "d" } } } } as unknown as Rig;
    expect(withoutController(rig, "c").map((one) => one.path)).toEqual([
      "/solar/arrays/x/controller",
      "/solar/controllers/c",
    ]);
  });
});

describe("panels that are laid where there is room", () => {
  const ground = { left: 0, right: 2, bottom: 0, top: 1.2 };
  const one = (number: string) => ({
    path: `/${number}`,
    number,
    string: 0,
    name: "",
    length: 1,
    width: 0.5,
    x: null,
    y: null,
    turned: false,
  });

  it("keep the gap, are turned where only that fits, and are named where nothing does", () => {
    const obstacle = { x: 1.05, y: 0, length: 0.4, width: 1.2 };
    const { patch, without } = layAll(["a", "b", "c", "d"].map(one), [obstacle], ground, 0.02);
    const at = (path: string) => patch.find((step) => step.path === path)?.value;
    expect([at("/a/x_m"), at("/a/y_m"), at("/b/y_m")]).toEqual([0, 0, 0.55]); // looked for in steps of 5 cm
    expect([at("/c/turned"), at("/c/x_m"), at("/d/x_m")]).toEqual([true, 1.5, undefined]);
    expect(without).toEqual(["d"]);
  });
});

describe("a panel that is dragged", () => {
  const size = { length: 1, width: 0.5 };
  const lines = { x: [0.05, 2.02], y: [-0.95, 0.6] };
  it.each([
    ["near an edge lies on it", { x: 0.07, y: -0.93 }, { x: 0.05, y: -0.95 }],
    ["with its far edge too", { x: 1.0, y: 0.2 }, { x: 1.02, y: 0.2 }],
    ["far from any line stays where it is put", { x: 0.5, y: 0.3 }, { x: 0.5, y: 0.3 }],
  ])("%s", (_, put, lies) => {
    const found = snapped(put, size, lines);
    expect(found.x).toBeCloseTo(lies.x, 6);
    expect(found.y).toBeCloseTo(lies.y, 6);
  });
});
