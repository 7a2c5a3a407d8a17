import { describe, expect, it } from "vitest";
import { changedMembers } from "./changedMembers";

const STORED = { name: "fridge", group: "", draw: { kind: "watts", watts: 60 }, seasons: ["summer"], shed_order: null };

describe("what a form has changed", () => {
  it.each([
    ["nothing", {}, []],
    ["one member", { name: "cool box" }, [{ op: "add", path: "/loads/a/name", value: "cool box" }]],
    ["one emptied", { group: undefined }, [{ op: "remove", path: "/loads/a/group" }]],
    ["the order of its members", { draw: { watts: 60, kind: "watts" } }, []],
    [
      "a member of a member",
      { draw: { kind: "watts", watts: 70 } },
      [{ op: "add", path: "/loads/a/draw", value: { kind: "watts", watts: 70 } }],
    ],
    ["a list", { seasons: [] }, [{ op: "add", path: "/loads/a/seasons", value: [] }]],
    ["what said nothing still says nothing", { shed_order: undefined }, []],
    ["zero is something", { shed_order: 0 }, [{ op: "add", path: "/loads/a/shed_order", value: 0 }]],
  ])("%s", (_what, change, patch) => {
    expect(changedMembers("/loads/a", STORED, { ...STORED, ...change })).toEqual(patch);
  });

  it("adds whole what was not there, and escapes names", () => {
    expect(changedMembers("/x", null, { a: 1 })).toEqual([{ op: "add", path: "/x", value: { a: 1 } }]);
    expect(changedMembers("/x", {}, { "a/b~": 1 })).toEqual([{ op: "add", path: "/x/a~1b~0", value: 1 }]);
  });
});
