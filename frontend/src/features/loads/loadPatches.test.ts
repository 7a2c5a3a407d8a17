import { applyPatch, type Operation } from "rfc6902";
import { expect, it } from "vitest";
import type { Load, Rig } from "../../api/types";
import { addLoad, moveLoad, nextPosition, orderedIds, replaceLoad } from "./loadPatches";

const load = (position: number, struck = false) => ({ position, struck, name: `at ${position}` }) as Load;

function rigOf(...positions: number[]): Rig {
  return { loads: Object.fromEntries(positions.map((position, at) => [`l${at}`, load(position)])) } as unknown as Rig;
}

function after(rig: Rig, patch: ReturnType<typeof addLoad> | null): Rig {
  const copy = structuredClone(rig);
  applyPatch(copy, (patch ?? []) as Operation[]);
  return copy;
}

it("moves a row past its neighbour and no further", () => {
  const rig = rigOf(1, 2, 3, 4);
  expect(orderedIds(after(rig, moveLoad(rig, "l1", 1)))).toEqual(["l0", "l2", "l1", "l3"]);
  expect(orderedIds(after(rig, moveLoad(rig, "l3", -1)))).toEqual(["l0", "l1", "l3", "l2"]);
  expect(orderedIds(after(rig, moveLoad(rig, "l1", -1)))).toEqual(["l1", "l0", "l2", "l3"]);
  expect(moveLoad(rig, "l0", -1)).toBeNull();
  expect(moveLoad(rig, "l3", 1)).toBeNull();
});

it("adds behind all loads, and behind lines that are to become some", () => {
  const rig = rigOf(5, 9);
  expect(nextPosition(rig, [])).toBe(10);
  expect(nextPosition(rig, [{ position: 12 }])).toBe(13);
  expect(orderedIds(after(rig, addLoad("n", 10, load(0))))).toEqual(["l0", "l1", "n"]);
});

it("keeps a row's place and its strike when its line is changed", () => {
  const rig = { loads: { l0: load(7, true) } } as unknown as Rig;
  expect(after(rig, replaceLoad(rig, "l0", load(0))).loads.l0).toMatchObject({ position: 7, struck: true });
});
