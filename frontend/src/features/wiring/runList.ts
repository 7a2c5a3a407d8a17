import type { DcRun, Finding, SaidOfRun } from "../../api/types";

/** Which runs the list shows, in which order and under which heads; and the way that a current takes through them. */

export interface Item {
  run: DcRun;
  said: SaidOfRun;
  found: readonly Finding[];
  /** The way through the vehicle, by its name. */
  way: string;
}

export const PARTS: Record<DcRun["part"], string> = {
  bank: "Bank",
  inverters: "Inverters",
  charging: "Alternator and shore",
  sun: "Sun",
  dc: "DC circuits",
  signals: "Thin wires",
  ac: "AC",
};
export const ONLY = {
  all: "all of them",
  wrong: "what does not fit",
  unmeasured: "not measured",
  unchosen: "cable or fuse not chosen",
} as const;
export const SORTS = {
  network: "from the bank on",
  mark: "mark",
  carries: "what it carries",
  length: "length",
  lost: "share lost",
} as const;
export const GROUPS = { part: "part", way: "way", none: "nothing" } as const;

export interface Wanted {
  find: string;
  part: DcRun["part"] | "all";
  only: keyof typeof ONLY;
  sort: keyof typeof SORTS;
  group: keyof typeof GROUPS;
  /** Key of the run whose current is followed; empty: none is. */
  follow: string;
}

export const EVERYTHING: Wanted = {
  find: "",
  part: "all",
  only: "all",
  sort: "network",
  group: "part",
  follow: "",
};

/** What an address asks for; what it does not know is as usual. */
export function wantedOf(params: URLSearchParams): Wanted {
  const one = <K extends string>(name: string, known: Record<K, unknown>, usual: K): K => {
    const value = params.get(name) ?? "";
    return value in known ? (value as K) : usual;
  };
  return {
    find: params.get("find") ?? "",
    part: one("part", { ...PARTS, all: "" }, "all"),
    only: one("only", ONLY, "all"),
    sort: one("sort", SORTS, "network"),
    group: one("group", GROUPS, "part"),
    follow: params.get("follow") ?? "",
  };
}

export const isMeasured = ({ run, said }: Pick<Item, "run" | "said">): boolean =>
  run.length !== "" || Boolean(said.length);

const isChosen = ({ run, said }: Item): boolean => run.conductor !== null && (!run.fused || said.fuse_a !== null);

const ONE_OF: Record<keyof typeof ONLY, (item: Item) => boolean> = {
  all: () => true,
  wrong: (item) => item.found.length > 0,
  unmeasured: (item) => !isMeasured(item),
  unchosen: (item) => !isChosen(item),
};

function isFound(item: Item, words: readonly string[]): boolean {
  const size = (item.run.conductor ?? String(item.run.figures.conductor?.value ?? "")).replace(":", " ");
  const text = [item.run.mark, item.said.label, item.run.name, item.way, size, PARTS[item.run.part]]
    .join(" ")
    .toLowerCase();
  return words.every((word) => text.includes(word));
}

const number = (run: DcRun, name: string): number => {
  const value = run.figures[name]?.value;
  return typeof value === "number" ? value : Number.NEGATIVE_INFINITY;
};

function shareLost(run: DcRun): number {
  const lost = Math.max(...["path_drop_v", "drop_v", "best_drop_v"].map((name) => number(run, name)));
  const allowed = number(run, "allowed_drop_v");
  return allowed > 0 ? lost / allowed : Number.NEGATIVE_INFINITY;
}

const byMark = new Intl.Collator(undefined, { numeric: true });
const ORDER: Record<keyof typeof SORTS, ((one: Item, other: Item) => number) | null> = {
  network: null,
  mark: (one, other) => byMark.compare(one.run.mark, other.run.mark),
  carries: (one, other) => number(other.run, "design_current_a") - number(one.run, "design_current_a"),
  length: (one, other) => lengthOf(other.run) - lengthOf(one.run),
  lost: (one, other) => shareLost(other.run) - shareLost(one.run),
};

const lengthOf = (run: DcRun): number => Math.max(number(run, "one_way_length_m"), number(run, "estimated_length_m"));

/** The runs that are wanted, in groups; none that is empty. */
export function listed(items: readonly Item[], wanted: Wanted): { title: string; items: Item[] }[] {
  const words = wanted.find.toLowerCase().split(/\s+/).filter(Boolean);
  if (wanted.follow) {
    const way = wayOf(items, wanted.follow);
    if (way.length > 0) return [{ title: `The way of “${way.at(-1)?.run.name ?? ""}”`, items: way }];
  }
  const shown = items.filter(
    (item) =>
      (wanted.part === "all" || item.run.part === wanted.part) && ONE_OF[wanted.only](item) && isFound(item, words),
  );
  const order = ORDER[wanted.sort];
  if (order) shown.sort(order);
  const titled = (item: Item) =>
    wanted.group === "part" ? PARTS[item.run.part] : wanted.group === "way" ? item.way || "Through the cabin" : "";
  // Parts stand in the order of the network, however the runs within them are sorted.
  const titles = new Set(items.map(titled));
  return [...titles]
    .map((title) => ({ title, items: shown.filter((item) => titled(item) === title) }))
    .filter((group) => group.items.length > 0);
}

const headOf = (run: DcRun): string => run.key.slice(run.key.indexOf(">") + 1).replace(/\.[^.]*$/, "");
const tailOf = (run: DcRun): string => run.key.slice(0, run.key.indexOf(">")).replace(/\.[^.]*$/, "");

/**
 * The runs that the current of one goes through, from the bank on; of a source from that on. What comes from panels or an
 * alternator goes on through the device at its end.
 */
export function wayOf(items: readonly Item[], key: string): Item[] {
  const start = items.find((item) => item.run.key === key);
  if (!start) return [];
  const { kind } = start.run;
  if (kind === "array" || kind === "pv_lead" || kind === "way_in") {
    const next = items.find(({ run }) =>
      kind === "pv_lead"
        ? tailOf(run) === headOf(start.run)
        : run.key !== key && run.kind !== kind && headOf(run) === headOf(start.run),
    );
    return next
      ? [start, ...(next.run.kind === "array" ? wayOf(items, next.run.key) : toTheBank(items, next))]
      : [start];
  }
  const fed = items.filter(({ run }) => isSource(run) && headOf(run) === headOf(start.run));
  return fed.length > 0 && (kind === "controller" || kind === "way_out")
    ? [...fed, ...toTheBank(items, start)]
    : toTheBank(items, start).reverse();
}

const isSource = (run: DcRun): boolean => run.kind === "array" || run.kind === "way_in";

function toTheBank(items: readonly Item[], from: Item): Item[] {
  const found = [from];
  for (let one: Item | undefined = from; one?.run.behind; ) {
    const { behind }: DcRun = one.run;
    one = items.find(({ run }) => run.key === behind || (behind === "main" && run.kind === "main"));
    if (!one || found.includes(one)) break;
    found.push(one);
  }
  return found;
}

/** Ends that a current can be followed from: loads, circuits, sources, inverters. */
export const ENDS: ReadonlySet<DcRun["kind"]> = new Set([
  "branch",
  "circuit",
  "inverter",
  "array",
  "pv_lead",
  "way_in",
  "charger",
  "step_down",
]);
