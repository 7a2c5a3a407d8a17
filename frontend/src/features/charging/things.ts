import type { PatchOperation, Rig } from "../../api/types";

/** What charges, as the rig has it: names, order, and the edits that add and take away. */

export type Way = Rig["charging"]["paths"][string];
export type Alternator = Rig["charging"]["alternators"][string];
export type Charger = Rig["charging"]["chargers"][string];
export type Generator = Rig["charging"]["generators"][string];
export type OtherBank = Rig["storage"]["others"][string];

type Placed = { position: number };
type Family = "alternators" | "paths" | "chargers" | "generators";

export const SCHOOLS = {
  dcdc: "DC-DC charger",
  manager: "Managing device",
  regulated: "Regulated alternator",
  relay: "Relay",
  hand_switch: "Hand switch",
} as const;

export const ROLES = { starter: "Starter battery", second: "Second bank", backup: "Backup" } as const;

/** On the water an engine motors, and on the road it drives. */
export const isBoat = (rig: Rig) => ["narrowboat", "sailing boat", "motor boat"].includes(rig.vehicle.kind);

export function inOrder<T extends Placed>(things: Record<string, T>): [string, T][] {
  return Object.entries(things).sort(
    ([one, a], [other, b]) => a.position - b.position || (one < other ? -1 : one > other ? 1 : 0),
  );
}

/** Its own name, or what it is with a number where there are several like it. */
function called(name: string, what: string, id: string, like: string[]): string {
  if (name) return name;
  return like.length > 1 ? `${what} ${like.indexOf(id) + 1}` : what;
}

export function nameOfWay(rig: Rig, id: string): string {
  const way = rig.charging.paths[id];
  if (!way) return id;
  const what = way.kind === null ? "Way from the alternator" : SCHOOLS[way.kind];
  const like = inOrder(rig.charging.paths).filter(([, one]) => one.kind === way.kind && !one.name);
  return called(
    way.name,
    what,
    id,
    like.map(([one]) => one),
  );
}

export const nameOfAlternator = (rig: Rig, id: string) =>
  called(rig.charging.alternators[id]?.name ?? "", "Alternator", id, unnamed(rig.charging.alternators));

export const nameOfCharger = (rig: Rig, id: string) =>
  called(rig.charging.chargers[id]?.name ?? "", "Shore charger", id, unnamed(rig.charging.chargers));

export const nameOfGenerator = (rig: Rig, id: string) =>
  called(rig.charging.generators[id]?.name ?? "", "Generator", id, unnamed(rig.charging.generators));

export function nameOfBank(rig: Rig, id: string): string {
  const bank = rig.storage.others[id];
  if (!bank) return id;
  const like = inOrder(rig.storage.others).filter(([, one]) => one.role === bank.role && !one.name);
  return called(
    bank.name,
    bank.role === null ? "Other bank" : ROLES[bank.role],
    id,
    like.map(([one]) => one),
  );
}

function unnamed(things: Record<string, Placed & { name: string }>): string[] {
  return inOrder(things)
    .filter(([, one]) => !one.name)
    .map(([id]) => id);
}

/** The alternator that a way hangs on: the one that it names, or the only one. */
export function alternatorOf(rig: Rig, way: Way): string | null {
  const all = Object.keys(rig.charging.alternators);
  if (way.alternator !== null && all.includes(way.alternator)) return way.alternator;
  return way.alternator === null && all.length === 1 ? (all[0] ?? null) : null;
}

function freeId(things: Record<string, unknown>, stem: string): string {
  for (let number = 1; ; number++) {
    const id = number === 1 ? stem : `${stem}-${number}`;
    if (!(id in things)) return id;
  }
}

const nextPosition = (things: Record<string, Placed>) =>
  Math.max(-1, ...Object.values(things).map((one) => one.position)) + 1;

const STEMS: Record<Family, string> = {
  alternators: "alternator",
  paths: "path",
  chargers: "charger",
  generators: "generator",
};

const SETTINGS = { stops_at_v: null, float_v: null, equalises: null, cold_stop: null, lithium: null };

/** Nothing said of any of them. Whole, since it is on the screen before the server has answered. */
const BARE: { [K in Family]: Omit<Rig["charging"][K][string], "position"> } = {
  alternators: {
    name: "",
    system_v: null,
    rated_a: null,
    regulation: null,
    idle_a: null,
    own_draw_a: null,
    allows_a: null,
    temperature_sensed: null,
    negative_apart: null,
  },
  paths: {
    ...SETTINGS,
    name: "",
    kind: null,
    alternator: null,
    bank: null,
    output_a: null,
    turned_to_a: null,
    input_v: null,
    output_v: null,
    isolated: null,
    adjustable: null,
    trigger: null,
    limit_a: null,
    tap_a: null,
    length: null,
    conductor: null,
    hitch_plug: null,
    plug_a: null,
    far_end_v: null,
    field_stop: null,
    lead_buffer: null,
    jump_start: null,
    part: null,
    within: null,
  },
  chargers: {
    ...SETTINGS,
    name: "",
    bank: null,
    output_a: null,
    output_v: null,
    turned_to_a: null,
    adjustable: null,
    efficiency_frac: null,
    power_factor: null,
    hangs_on: null,
    part: null,
    profile: null,
    within: null,
  },
  generators: {
    name: "",
    rated_w: null,
    fuel: null,
    full_l_per_h: null,
    half_l_per_h: null,
    tank_l: null,
    bond: null,
    service_every_h: null,
    hours_per_day: null,
    start_frac: null,
    stop_frac: null,
  },
};

/** One more of a kind, of which only this is said. */
export function withOneMore<K extends Family>(
  rig: Rig,
  family: K,
  said: Partial<Rig["charging"][K][string]> = {},
): PatchOperation[] {
  const things: Record<string, Placed> = rig.charging[family];
  const id = freeId(things, STEMS[family]);
  const value = { ...BARE[family], position: nextPosition(things), ...said };
  return [{ op: "add", path: `/charging/${family}/${id}`, value }];
}

export function withBank(rig: Rig, role: OtherBank["role"]): PatchOperation[] {
  const id = freeId(rig.storage.others, role ?? "bank");
  const value: OtherBank = {
    position: nextPosition(rig.storage.others),
    name: "",
    role,
    chemistry: null,
    volts: null,
    capacity_ah: null,
    cranking_a: null,
    upkeep: null,
    isolation: null,
    managing_device: null,
    feeds: null,
    holds_h: null,
  };
  return [{ op: "add", path: `/storage/others/${id}`, value }];
}

/** An alternator goes, and the ways that hang on it go with it. */
export function withoutAlternator(rig: Rig, id: string): PatchOperation[] {
  const ways = Object.entries(rig.charging.paths)
    .filter(([, way]) => alternatorOf(rig, way) === id)
    .map(([way]): PatchOperation => ({ op: "remove", path: `/charging/paths/${way}` }));
  return [...ways, { op: "remove", path: `/charging/alternators/${id}` }];
}
