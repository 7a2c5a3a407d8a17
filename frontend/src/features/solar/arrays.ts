import type { PatchOperation, PvArray, PvController, PvString, Rig } from "../../api/types";

/** What can be done to the arrays of a rig, as edits. Nothing here works anything out about electricity. */

export const PLACES: [PvArray["place"], string][] = [
  ["roof", "on the roof"],
  ["arch", "on an arch"],
  ["bonnet", "on the bonnet"],
  ["ground", "on the ground"],
  ["carried", "carried out"],
];

const byPosition = <T extends { position: number }>([idOne, one]: [string, T], [idOther, other]: [string, T]) =>
  one.position - other.position || idOne.localeCompare(idOther);

export const orderedArrays = (rig: Rig) => Object.entries(rig.solar.arrays).sort(byPosition);
export const orderedControllers = (rig: Rig) => Object.entries(rig.solar.controllers).sort(byPosition);
export const orderedStrings = (array: PvArray) => Object.entries(array.strings).sort(byPosition);
export const orderedPanels = (string: PvString) => Object.entries(string.panels).sort(byPosition);

/** How many strings the arrays before one have. */
export function stringsBefore(rig: Rig, arrayId: string): number {
  const arrays = orderedArrays(rig);
  const at = arrays.findIndex(([id]) => id === arrayId);
  return arrays.slice(0, at).reduce((sum, [, array]) => sum + Object.keys(array.strings).length, 0);
}

/** Whether anything of it is chosen; an array that was only begun is shown as a place for its watts. */
export const isThere = (array: PvArray) => array.plain_w !== null || Object.keys(array.strings).length > 0;

/** What an array is called; without a name by where it is, and by number where several are there. */
export function nameOfArray(rig: Rig, id: string): string {
  const array = rig.solar.arrays[id];
  if (!array) return "Array";
  if (array.name) return array.name;
  const alike = orderedArrays(rig).filter(([, one]) => isThere(one) && one.place === array.place && !one.name);
  const number = alike.length > 1 ? alike.findIndex(([other]) => other === id) + 1 : 0;
  const where = PLACES.find(([place]) => place === array.place)?.[1] ?? "";
  return `Array ${number || ""} ${where}`.replace(/ +/g, " ").trim();
}

export function nameOfController(controller: PvController, number: number, partName: string | undefined): string {
  return controller.name || partName || `Controller ${number}`;
}

/** An id that nothing of a collection has. */
export function freeId(taken: Record<string, unknown>, name: string): string {
  for (let number = 1; ; number += 1) if (!(`${name}-${number}` in taken)) return `${name}-${number}`;
}

const nextPosition = (things: Record<string, { position: number }>) =>
  Math.max(0, ...Object.values(things).map((one) => one.position)) + 1;

/** Runs of the same panel in a series, in their order: what a person says of it. */
export function groupsOf(string: PvString): { part: string; ids: string[] }[] {
  const groups: { part: string; ids: string[] }[] = [];
  for (const [id, panel] of orderedPanels(string)) {
    const last = groups[groups.length - 1];
    if (last?.part === panel.part) last.ids.push(id);
    else groups.push({ part: panel.part, ids: [id] });
  }
  return groups;
}

/** New things are whole, with every member: they are shown before the server has answered. */
const newPanel = (position: number, part: string): PvString["panels"][string] => ({
  position,
  part,
  x_m: null,
  y_m: null,
  turned: false,
});

export const newArray = (said: Partial<PvArray>): PvArray => ({
  position: 0,
  name: "",
  place: "roof",
  plain_w: null,
  plain_vmp_v: null,
  strings: {},
  controller: null,
  input: 1,
  own_controller: false,
  tilt_deg: null,
  faces_deg: null,
  from_nose_deg: null,
  at_stays: {},
  shade_frac: 0,
  mounting: null,
  connector_v: null,
  connector_a: null,
  connectors_alike: null,
  junction_box: null,
  gland: null,
  disconnect: null,
  disconnect_v: null,
  sheet_length_m: null,
  sheet_width_m: null,
  stowed_in: null,
  ballast_kg: null,
  lead: null,
  port: "",
  polarity: null,
  ...said,
});

const newController = (said: Partial<PvController>): PvController => ({
  position: 0,
  name: "",
  part: null,
  within: null,
  settings: { stops_at_v: null, float_v: null, equalises: null, cold_stop: null, lithium: null },
  rated_a: null,
  method: null,
  rated_24v_a: null,
  rated_48v_a: null,
  lowest_battery_v: null,
  highest_battery_v: null,
  most_v: null,
  most_input_a: null,
  most_isc_a: null,
  most_12v_w: null,
  most_24v_w: null,
  most_48v_w: null,
  inputs: null,
  start_margin_v: null,
  running_margin_v: null,
  terminal_mm2: null,
  lithium: null,
  shares_sensing: null,
  own_w: null,
  ...said,
});

const stringPath = (array: string, string: string) => `/solar/arrays/${array}/strings/${string}`;

/** One panel more of a group, or a first one of another kind at the end. */
export function withPanel(arrayId: string, stringId: string, string: PvString, part: string): PatchOperation[] {
  const id = freeId(string.panels, "p");
  const value = newPanel(nextPosition(string.panels), part);
  return [{ op: "add", path: `${stringPath(arrayId, stringId)}/panels/${id}`, value }];
}

/** A panel less; the last of a string takes the string with it. */
export function withoutPanel(arrayId: string, stringId: string, string: PvString, panelId: string): PatchOperation[] {
  return Object.keys(string.panels).length === 1
    ? [{ op: "remove", path: stringPath(arrayId, stringId) }]
    : [{ op: "remove", path: `${stringPath(arrayId, stringId)}/panels/${panelId}` }];
}

/** All panels of a group become another kind. */
export function withKind(arrayId: string, stringId: string, ids: string[], part: string): PatchOperation[] {
  return ids.map((id) => ({ op: "replace", path: `${stringPath(arrayId, stringId)}/panels/${id}/part`, value: part }));
}

/** A string more: like the last one, not laid anywhere yet; of one panel where there is none. */
export function withString(rig: Rig, arrayId: string, array: PvArray, part: string): PatchOperation[] {
  const taken = Object.assign({}, ...Object.values(rig.solar.arrays).map((one) => one.strings));
  const id = freeId(taken, `${arrayId.slice(0, 30)}-s`);
  const last = orderedStrings(array).at(-1)?.[1];
  const row = last ? orderedPanels(last).map(([, panel]) => panel.part) : [part];
  const panels = Object.fromEntries(row.map((one, at) => [`p-${at + 1}`, newPanel(at, one)]));
  const value = {
    position: nextPosition(array.strings),
    panels,
    fuse_a: last?.fuse_a ?? null,
    fuse_v: last?.fuse_v ?? null,
  };
  return [
    { op: "add", path: stringPath(arrayId, id), value },
    ...(array.plain_w === null ? [] : [{ op: "add" as const, path: `/solar/arrays/${arrayId}/plain_w`, value: null }]),
  ];
}

/** An array more, of which nothing is chosen yet; it goes to the one controller there is. */
export function withArray(rig: Rig): PatchOperation[] {
  const id = freeId(rig.solar.arrays, "array");
  const controllers = Object.keys(rig.solar.controllers);
  const [only] = controllers;
  const value = newArray({
    position: nextPosition(rig.solar.arrays),
    controller: controllers.length === 1 && only !== undefined ? only : null,
  });
  return [{ op: "add", path: `/solar/arrays/${id}`, value }];
}

export function withController(rig: Rig): PatchOperation[] {
  const id = freeId(rig.solar.controllers, "controller");
  return [
    {
      op: "add",
      path: `/solar/controllers/${id}`,
      value: newController({ position: nextPosition(rig.solar.controllers) }),
    },
  ];
}

/** A controller goes, and no array names it any more. */
export function withoutController(rig: Rig, id: string): PatchOperation[] {
  const freed = Object.entries(rig.solar.arrays)
    .filter(([, array]) => array.controller === id)
    .map(([array]): PatchOperation => ({ op: "add", path: `/solar/arrays/${array}/controller`, value: null }));
  return [...freed, { op: "remove", path: `/solar/controllers/${id}` }];
}
