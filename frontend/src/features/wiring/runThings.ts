import type { DcRun, Finding, PatchOperation, Rig, SaidOfRun } from "../../api/types";
import type { Item } from "./runList";

/** Runs as the list shows them: in groups, with what was said of each, what does not fit, and how much is only estimated. */

/** What is said of a run of which nobody has said anything. */
export const NOTHING_SAID: SaidOfRun = {
  label: "",
  found: false,
  length: null,
  route: null,
  conductor: null,
  cables: 1,
  cables_alike: null,
  material: null,
  make: null,
  stud_near: null,
  stud_far: null,
  lugs_fit: null,
  lug_angle_deg: null,
  insulation_c: null,
  terminal_c: null,
  terminal_mm2: null,
  told_ampacity_a: null,
  fuse_a: null,
  fuse_family: null,
  fuse_v: null,
  fuse_breaks_a: null,
  fuse_way: null,
  sheathed: null,
  polarised: null,
  fuse_opens: "",
  bears_a: null,
  maker_fuse_a: null,
  maker_conductor: null,
};

/** Also of one whose first saying is still on its way, of which this page knows that member alone. */
export function saidOf(rig: Rig, key: string): SaidOfRun {
  return { ...NOTHING_SAID, ...rig.wiring.runs[key] };
}

// Of the main run, which rules speak of without naming a thing.
const OF_THE_MAIN_RUN = new Set(
  [
    "conductor_undersized",
    "fuse_above_ampacity",
    "fuse_below_load",
    "fuse_little_in_hand",
    "fuse_window_closed",
    "drop_over_class",
    "no_stock_size",
    "no_main_fuse",
    "below_makers_fuse",
    "below_makers_conductor",
    "insulation_out_of_place",
  ].map((code) => `wiring.${code}`),
);

/** What is found against a run, worst first as the findings are. */
export function against(findings: readonly Finding[], run: DcRun): Finding[] {
  const end = `@run:${run.id}`;
  return findings.filter((one) => one.key.endsWith(end) || (run.kind === "main" && OF_THE_MAIN_RUN.has(one.key)));
}

/** Runs with what was said of each, what does not fit, and the way that it takes. */
export function itemsOf(rig: Rig, runs: readonly DcRun[], findings: readonly Finding[]): Item[] {
  return runs.map((run) => {
    const said = run.kind === "main" ? saidOfMain(rig) : saidOf(rig, run.key);
    return { run, said, found: against(findings, run), way: rig.wiring.routes[said.route ?? ""]?.name ?? "" };
  });
}

/** What is said of the main run, as of any other. */
function saidOfMain(rig: Rig): SaidOfRun {
  const { main } = rig.wiring;
  const shared = Object.keys(NOTHING_SAID).filter((name) => name in main) as (keyof SaidOfRun & keyof typeof main)[];
  return {
    ...NOTHING_SAID,
    ...Object.fromEntries(shared.map((name) => [name, main[name]])),
    length: main.one_way_length,
  };
}

/** “12 runs: 3 are measured, 9 have an estimated length until somebody measures.” */
export function summed(runs: readonly DcRun[]): string {
  const of = (count: number, one: string, many: string) =>
    count === 0
      ? []
      : [count === runs.length && count > 1 ? `all ${many}` : count === 1 ? `1 ${one}` : `${count} ${many}`];
  const measured = runs.filter((one) => one.length !== "").length;
  const unknown = runs.filter((one) => one.length === "" && one.found).length;
  const parts = [
    ...of(measured, "is measured", "are measured"),
    ...of(
      runs.length - measured - unknown,
      "has an estimated length",
      "have an estimated length until somebody measures",
    ),
    ...of(unknown, "has a length that nobody knows", "have a length that nobody knows"),
  ];
  return `${runs.length === 1 ? "One run" : `${runs.length} runs`}: ${parts.join(", ")}.`;
}

/** Cable and fuse as asked for, of all runs that are to be laid and of which nobody has chosen either. */
export function takenAsAsked(rig: Rig, runs: readonly DcRun[]): PatchOperation[] {
  return runs.flatMap((run): PatchOperation[] => {
    const conductor = run.figures.conductor?.value;
    const fuse = run.figures.fuse_a?.value;
    const said = saidOf(rig, run.key);
    if (run.found || typeof conductor !== "string" || run.conductor !== null || said.fuse_a !== null) return [];
    if (run.fused && typeof fuse !== "number") return [];
    const chosen = run.fused ? { conductor, fuse_a: fuse } : { conductor };
    if (!(run.key in rig.wiring.runs)) return [{ op: "add", path: `/wiring/runs/${run.key}`, value: chosen }];
    return Object.entries(chosen).map(([name, value]) => ({
      op: "add",
      path: `/wiring/runs/${run.key}/${name}`,
      value,
    }));
  });
}

export function withRoute(rig: Rig): PatchOperation[] {
  const routes = rig.wiring.routes;
  const number = Object.keys(routes).length + 1;
  const position = Math.max(0, ...Object.values(routes).map((one) => one.position)) + 1;
  const id = `way-${crypto.randomUUID().slice(0, 8)}`;
  const route = {
    position,
    name: `Way ${number}`,
    zone: "cabin",
    ambient_c: null,
    buried_mm: null,
    bundled: null,
    through: null,
  };
  return [{ op: "add", path: `/wiring/routes/${id}`, value: route }];
}

/** A way goes together with what named it: those runs lie in the cabin again. */
export function withoutRoute(rig: Rig, id: string): PatchOperation[] {
  return [
    ...Object.entries(rig.wiring.runs)
      .filter(([, one]) => one.route === id)
      .map(([key]): PatchOperation => ({ op: "add", path: `/wiring/runs/${key}/route`, value: null })),
    { op: "remove", path: `/wiring/routes/${id}` },
  ];
}

/**
 * A load joins a circuit, or makes one with another load that has none yet. What was said of its own run goes over to a new
 * circuit; what was said of one that ends there is forgotten.
 */
export function onCircuit(rig: Rig, load: string, chosen: string): PatchOperation[] {
  const [kind, id = ""] = chosen.split(/:(.*)/s);
  const own = (one: string) => `panel.out>load:${one}.in`;
  const forgotten = (one: string): PatchOperation[] =>
    own(one) in rig.wiring.runs ? [{ op: "remove", path: `/wiring/runs/${own(one)}` }] : [];
  if (kind === "circuit") {
    const loads = [...(rig.wiring.circuits[id]?.loads ?? []), load];
    return [{ op: "add", path: `/wiring/circuits/${id}/loads`, value: loads }, ...forgotten(load)];
  }
  const position = Math.max(0, ...Object.values(rig.wiring.circuits).map((one) => one.position)) + 1;
  const name = rig.loads[load]?.name ?? "Circuit";
  const value = { position, name, loads: [load, id], switched: null, own_switches: [], joined: null };
  const circuit = `c-${crypto.randomUUID().slice(0, 8)}`;
  const said = rig.wiring.runs[own(load)];
  return [
    { op: "add", path: `/wiring/circuits/${circuit}`, value },
    ...(said ? [{ op: "add" as const, path: `/wiring/runs/panel.out>circuit:${circuit}.in`, value: said }] : []),
    ...forgotten(load),
    ...forgotten(id),
  ];
}

/** A load gets a fuse of its own again; a circuit with none left goes. */
export function takenOut(rig: Rig, id: string, load: string): PatchOperation[] {
  const left = (rig.wiring.circuits[id]?.loads ?? []).filter((one) => one !== load);
  const path = `/wiring/circuits/${id}`;
  return left.length === 0 ? [{ op: "remove", path }] : [{ op: "add", path: `${path}/loads`, value: left }];
}

/** One place nearer to the panel. */
export function moved(loads: readonly string[], id: string, at: number): PatchOperation[] {
  const after = [...loads];
  after.splice(at - 1, 0, ...after.splice(at, 1));
  return [{ op: "add", path: `/wiring/circuits/${id}/loads`, value: after }];
}

/** A load of a circuit gets a switch of its own, or loses it. */
export function switchedApart(own: readonly string[], id: string, load: string): PatchOperation[] {
  const value = own.includes(load) ? own.filter((one) => one !== load) : [...own, load];
  return [{ op: "add", path: `/wiring/circuits/${id}/own_switches`, value }];
}

/** “182.40 EUR”; the same currency is added up. */
export function priced(costs: readonly { amount: string; currency: string }[]): string {
  const sums = new Map<string, number>();
  for (const { amount, currency } of costs) sums.set(currency, (sums.get(currency) ?? 0) + Number(amount));
  return [...sums].map(([currency, sum]) => `${sum.toFixed(2)} ${currency}`).join(" + ");
}

/** The cable of a run as chosen, else as asked for; which one lies there nobody asks for. */
export const cableOf = ({ figures, found }: DcRun) => figures.have_conductor ?? (found ? undefined : figures.conductor);

/** The fuse of a run in the same way. */
export const fuseOf = ({ figures, found }: DcRun) => figures.have_fuse_a ?? (found ? undefined : figures.fuse_a);
