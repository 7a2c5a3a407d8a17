import type { PatchOperation, Rig } from "../../api/types";

/** The AC side as the rig has it: names, choices, and the edits that add, hang and take away. */

export type Panel = Rig["ac"]["panels"][string];
export type Feed = Panel["feeds"][string];
export type Circuit = Rig["ac"]["circuits"][string];

type Placed = { position: number };

export function ordered<T extends Placed>(things: Record<string, T>): [string, T][] {
  return Object.entries(things).sort(
    ([one, a], [other, b]) => a.position - b.position || (one < other ? -1 : one > other ? 1 : 0),
  );
}

export function nameOfPanel(rig: Rig, id: string): string {
  const ids = ordered(rig.ac.panels).map(([one]) => one);
  return rig.ac.panels[id]?.name || (ids.length > 1 ? `Panel ${ids.indexOf(id) + 1}` : "The panel");
}

export function nameOfCircuit(rig: Rig, id: string): string {
  const ids = ordered(rig.ac.circuits).map(([one]) => one);
  return rig.ac.circuits[id]?.name || `Circuit ${ids.indexOf(id) + 1}`;
}

/** Every inverter, that which is reckoned with first. */
export function unitsOf(rig: Rig): { id: string; name: string; base: string }[] {
  const others = ordered(rig.inverter.others).map(([id, one], at) => ({
    id,
    name: one.name || `Inverter ${at + 2}`,
    base: `/inverter/others/${id}`,
  }));
  return [{ id: "main", name: "The inverter", base: "/inverter" }, ...others];
}

export interface Choice {
  value: string | null;
  label: string;
}

/** What may feed a panel or an inverter: never itself. */
export function sourcesFor(rig: Rig, self: string): Choice[] {
  const generators = ordered(rig.charging.generators).map(([id, one]) => ({
    value: `generator:${id}`,
    label: one.name || "the generator, by a way of its own",
  }));
  const panels = ordered(rig.ac.panels).map(([id]) => ({ value: `panel:${id}`, label: nameOfPanel(rig, id) }));
  const units = unitsOf(rig).map((unit) => ({ value: `inverter:${unit.id}`, label: unit.name }));
  return [{ value: "inlet", label: "the inlet" }, ...units, ...generators, ...panels].filter(
    (one) => one.value !== self,
  );
}

/** What AC loads and chargers may hang on. */
export function placesToHang(rig: Rig): Choice[] {
  const several = Object.keys(rig.ac.panels).length > 1;
  return [
    ...ordered(rig.ac.circuits).map(([id, one]) => ({
      value: `circuit:${id}`,
      label:
        several && one.panel ? `${nameOfCircuit(rig, id)} · ${nameOfPanel(rig, one.panel)}` : nameOfCircuit(rig, id),
    })),
    ...unitsOf(rig).map((unit) => ({ value: `inverter:${unit.id}`, label: `an outlet on ${lower(unit.name)}` })),
  ];
}

const lower = (name: string) => (name.startsWith("The ") ? `the ${name.slice(4)}` : name);

export const RCDS = [
  { value: null, label: "not said" },
  { value: "none", label: "none" },
  { value: "gfci", label: "GFCI, class A" },
  { value: "a", label: "type A" },
  { value: "f", label: "type F" },
  { value: "b", label: "type B" },
  { value: "ac", label: "type AC" },
  { value: "not_read", label: "there is one, type not read" },
];

export interface Hung {
  path: string;
  name: string;
  on: string | null;
}

/** All that takes AC: loads in their order, then the chargers that stand alone. */
export function hangables(rig: Rig): Hung[] {
  const loads = ordered(rig.loads)
    .filter(([, load]) => load.feed === "ac" && !load.struck)
    .map(([id, load]) => ({ path: `/loads/${id}/hangs_on`, name: load.name, on: load.hangs_on }));
  const chargers = ordered(rig.charging.chargers)
    .filter(([, one]) => one.output_a !== null || one.part !== null || one.hangs_on !== null)
    .map(([id, one]) => ({
      path: `/charging/chargers/${id}/hangs_on`,
      name: one.name || "Shore charger",
      on: one.hangs_on,
    }));
  return [...loads, ...chargers];
}

function freeId(things: Record<string, unknown>, stem: string): string {
  for (let number = 1; ; number++) {
    const id = number === 1 ? stem : `${stem}-${number}`;
    if (!(id in things)) return id;
  }
}

const next = (things: Record<string, Placed>) => Math.max(-1, ...Object.values(things).map((one) => one.position)) + 1;

/** Whole, since it is on the screen before the server has answered. */
const BARE_PANEL: Panel = {
  position: 0,
  name: "",
  place: "vehicle",
  legs: null,
  feeds: {},
  transfer: null,
  interlock: null,
  neutral_switched: null,
  transfer_a: null,
  main_a: null,
  bus_a: null,
  shared_neutral: null,
  bond: null,
  reach: null,
  conductor: null,
  insulation_c: null,
  length: null,
};
const BARE_CIRCUIT: Circuit = {
  position: 0,
  name: "",
  panel: null,
  leg: null,
  breaker_a: null,
  curve: null,
  poles: null,
  conductor: null,
  insulation_c: null,
  length: null,
  rcd: null,
  serves: null,
  zone: null,
  when_away: null,
};
const BARE_UNIT: Rig["inverter"]["others"][string] = {
  position: 0,
  name: "",
  rated_w: null,
  surge_w: null,
  surge_points: [],
  idle_w: null,
  waveform: null,
  legs: null,
  transfer_a: null,
  short_circuit_a: null,
  ac_in: null,
  bond: null,
  power_assist: null,
  made_for_parallel: null,
  case_bond: null,
  compartment: null,
  on: "with_ac_loads",
};

export function withPanel(rig: Rig): PatchOperation[] {
  const id = freeId(rig.ac.panels, "panel");
  const feeds = { feed: { position: 0, source: "inlet", onto: null } };
  const value: Panel = { ...BARE_PANEL, position: next(rig.ac.panels), feeds };
  return [{ op: "add", path: `/ac/panels/${id}`, value }];
}

export function withFeed(id: string, panel: Panel, source: string): PatchOperation[] {
  const feed = freeId(panel.feeds, "feed");
  const value: Feed = { position: next(panel.feeds), source, onto: null };
  return [{ op: "add", path: `/ac/panels/${id}/feeds/${feed}`, value }];
}

export function withCircuit(rig: Rig, panel: string): PatchOperation[] {
  const id = freeId(rig.ac.circuits, "circuit");
  const value: Circuit = { ...BARE_CIRCUIT, position: next(rig.ac.circuits), panel };
  return [{ op: "add", path: `/ac/circuits/${id}`, value }];
}

export function withUnit(rig: Rig): PatchOperation[] {
  const id = freeId(rig.inverter.others, "second");
  const value = { ...BARE_UNIT, position: next(rig.inverter.others) };
  return [{ op: "add", path: `/inverter/others/${id}`, value }];
}

/** A circuit goes, and what hung on it hangs nowhere. */
export function withoutCircuit(rig: Rig, id: string): PatchOperation[] {
  return [...unhung(rig, [`circuit:${id}`]), { op: "remove", path: `/ac/circuits/${id}` }];
}

/** A panel goes with its circuits and with what names it as a source. */
export function withoutPanel(rig: Rig, id: string): PatchOperation[] {
  const circuits = Object.entries(rig.ac.circuits)
    .filter(([, one]) => one.panel === id)
    .map(([circuit]) => circuit);
  const hung = unhung(
    rig,
    circuits.map((circuit) => `circuit:${circuit}`),
  );
  return [
    ...hung,
    ...circuits.map((circuit): PatchOperation => ({ op: "remove", path: `/ac/circuits/${circuit}` })),
    ...unnamed(rig, `panel:${id}`),
    { op: "remove", path: `/ac/panels/${id}` },
  ];
}

/** An inverter beside the other goes, and with it the ways from it. */
export function withoutUnit(rig: Rig, id: string): PatchOperation[] {
  return [
    ...unhung(rig, [`inverter:${id}`]),
    ...unnamed(rig, `inverter:${id}`),
    { op: "remove", path: `/inverter/others/${id}` },
  ];
}

function unhung(rig: Rig, places: string[]): PatchOperation[] {
  return hangables(rig)
    .filter((one) => one.on !== null && places.includes(one.on))
    .map((one): PatchOperation => ({ op: "add", path: one.path, value: null }));
}

function unnamed(rig: Rig, source: string): PatchOperation[] {
  const feeds = Object.entries(rig.ac.panels)
    .filter(([panel]) => `panel:${panel}` !== source)
    .flatMap(([panel, one]) =>
      Object.entries(one.feeds)
        .filter(([, feed]) => feed.source === source)
        .map(([feed]): PatchOperation => ({ op: "remove", path: `/ac/panels/${panel}/feeds/${feed}` })),
    );
  const taken: Record<string, string | null> = { main: rig.inverter.ac_in };
  for (const [id, one] of Object.entries(rig.inverter.others)) taken[id] = one.ac_in;
  const units = unitsOf(rig)
    .filter((unit) => taken[unit.id] === source && `inverter:${unit.id}` !== source)
    .map((unit): PatchOperation => ({ op: "add", path: `${unit.base}/ac_in`, value: null }));
  return [...feeds, ...units];
}
