import type { Load, PatchOperation, Rig } from "../../api/types";
import { changedMembers } from "../worksheet/changedMembers";

/** Edits of the audit as JSON Patches. Ids are given once and never used again. */

export function orderedIds(rig: Rig): string[] {
  return Object.entries(rig.loads)
    .sort(([a, one], [b, other]) => one.position - other.position || a.localeCompare(b))
    .map(([id]) => id);
}

export function addLoad(id: string, position: number, load: Load): PatchOperation[] {
  return [{ op: "add", path: `/loads/${id}`, value: { ...load, position } }];
}

/** The place behind everything in the list, lines that are no loads yet included. */
export function nextPosition(rig: Rig, lines: readonly { position: number }[]): number {
  return Math.max(0, ...[...Object.values(rig.loads), ...lines].map((one) => one.position)) + 1;
}

/** Several loads as one edit, behind what is there. */
export function addLoads(rig: Rig, loads: Load[]): PatchOperation[] {
  const last = Math.max(0, ...Object.values(rig.loads).map((one) => one.position));
  return loads.map((load, index) => ({
    op: "add",
    path: `/loads/${newId()}`,
    value: { ...load, position: last + 1 + index },
  }));
}

/** A row typed anew keeps what a line does not say: place, hours of the day, weather, shed order, the volts it bears, its circuit. */
export function replaceLoad(rig: Rig, id: string, load: Load): PatchOperation[] {
  const before = rig.loads[id];
  // Somebody has taken it away meanwhile: the server says so.
  if (!before) return [{ op: "replace", path: `/loads/${id}`, value: load }];
  const kept = {
    position: before.position,
    struck: before.struck,
    duty_by_ambient: before.duty_by_ambient,
    profile: before.profile,
    bars: before.bars,
    shed_order: before.shed_order,
    lowest_v: before.lowest_v,
    highest_v: before.highest_v,
    hangs_on: before.hangs_on,
    automatic: load.automatic ?? before.automatic,
  };
  const patch = changedMembers(`/loads/${id}`, before, { ...load, ...kept });
  // Typed as it was: an edit that changes nothing, so that whoever waits for it hears that it is stored.
  return patch.length > 0 ? patch : [{ op: "replace", path: `/loads/${id}/typed`, value: load.typed }];
}

export function strikeLoad(id: string, struck: boolean): PatchOperation[] {
  return [{ op: "replace", path: `/loads/${id}/struck`, value: struck }];
}

export function removeLoad(id: string): PatchOperation[] {
  return [{ op: "remove", path: `/loads/${id}` }];
}

/** Move a row up or down by one: it takes a place between its new neighbours. Null at the ends. */
export function moveLoad(rig: Rig, id: string, by: -1 | 1): PatchOperation[] | null {
  const ids = orderedIds(rig);
  const at = ids.indexOf(id);
  const neighbour = ids[at + by];
  if (at < 0 || neighbour === undefined) return null;
  const near = rig.loads[neighbour]?.position ?? 0;
  const beyondId = ids[at + 2 * by];
  const beyond = beyondId === undefined ? near + by : (rig.loads[beyondId]?.position ?? near + by);
  return [{ op: "replace", path: `/loads/${id}/position`, value: (near + beyond) / 2 }];
}

function newId(): string {
  return Array.from(crypto.getRandomValues(new Uint8Array(6)), (byte) => (byte % 36).toString(36))
    .join("")
    .padStart(6, "l");
}
