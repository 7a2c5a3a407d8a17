import type { UnitSystem } from "./formatQuantity";

/** A quantity as typed, in the unit of its member. `foreign`: it was said in another unit, so the text is worth keeping. */
export type Read = { value: number | null; foreign: boolean } | { fault: string };

interface Way {
  kind: string;
  /** From what was typed to the unit of the member. */
  stored: (typed: number) => number;
}

const times = (factor: number) => (typed: number) => typed * factor;

/** Every unit that may be typed where a member is stored in the unit that heads it. Definitions, all exact. */
const WAYS: Record<string, Record<string, Way["stored"]>> = {
  "°C": { "°c": times(1), c: times(1), "°f": (f) => (f - 32) / 1.8, f: (f) => (f - 32) / 1.8 },
  m: {
    m: times(1),
    cm: times(0.01),
    mm: times(0.001),
    ft: times(0.3048),
    "'": times(0.3048),
    in: times(0.0254),
    '"': times(0.0254),
  },
  mm: { mm: times(1), cm: times(10), in: times(25.4), '"': times(25.4) },
  kg: { kg: times(1), g: times(0.001), lb: times(0.45359237), lbs: times(0.45359237) },
  h: { h: times(1), min: times(1 / 60), s: times(1 / 3600), d: times(24) },
  W: { w: times(1), kw: times(1000) },
  Wh: { wh: times(1), kwh: times(1000) },
  Ah: { ah: times(1), mah: times(0.001) },
  A: { a: times(1), ma: times(0.001) },
  V: { v: times(1), mv: times(0.001) },
  "%": { "%": times(1) },
};

const US: Record<string, string> = { "°C": "°f", m: "ft", kg: "lb" };
const ADDS_UP = new Set(["m", "h", "kg"]);
const PART = /\s*(-?\d+(?:[.,]\d+)?)\s*([a-z°%'"]*)\s*/iy;

const KINDS: Record<string, string> = {
  "°C": "a temperature",
  m: "a length",
  kg: "a mass",
  h: "a time",
  W: "power",
  Wh: "energy",
  Ah: "capacity",
  A: "current",
  V: "volts",
};

/** Read “-10F”, “45 min”, “6 ft 2 in”, “1.5 kW” or a bare number, which takes the unit that is shown. */
export function readQuantity(text: string, unit: string, system: UnitSystem): Read {
  const typed = text.trim().replace("−", "-");
  if (typed === "") return { value: null, foreign: false };
  const ways = WAYS[unit] ?? { [unit.toLowerCase()]: times(1) };
  const shown = (system === "us" && US[unit]) || unit.toLowerCase();
  let total = 0;
  let foreign = false;
  PART.lastIndex = 0;
  for (let part = PART.exec(typed), count = 0; ; part = PART.exec(typed), count += 1) {
    if (!part) return { fault: notRead(text, unit) };
    const name = (part[2] ?? "").toLowerCase() || shown;
    const stored = ways[name] ?? (unit === "" && name === "" ? times(1) : undefined);
    if (!stored) return { fault: otherKind(text, name, unit) };
    if (count > 0 && !ADDS_UP.has(unit)) return { fault: notRead(text, unit) };
    total += stored(Number((part[1] ?? "").replace(",", ".")));
    foreign ||= name !== shown || count > 0;
    if (PART.lastIndex >= typed.length) return { value: total, foreign };
  }
}

function notRead(text: string, unit: string): string {
  return `“${text.trim()}” is not a number${unit ? ` of ${unit}` : ""}.`;
}

/** Watts and watt-hours, amps and amp-hours are mixed up all the time: they are questioned, not guessed. */
function otherKind(text: string, name: string, unit: string): string {
  const other = Object.keys(WAYS).find((one) => name in (WAYS[one] ?? {}));
  if (!other || !KINDS[other]) return notRead(text, unit);
  return `“${text.trim()}” is ${KINDS[other]}; here goes ${KINDS[unit] ?? "a number"}${unit ? `, in ${unit}` : ""}.`;
}

/** A conductor as typed: “2/0”, “4 AWG”, “00”, “70 mm2”. Undefined where no stock size is meant. */
export function readConductor(text: string, stock: readonly string[]): string | undefined {
  const typed = text.trim().toLowerCase().replaceAll(/\s+/g, "");
  const metric = /^(\d+(?:[.,]\d+)?)(?:mm2|mm²|sqmm|mm)$/.exec(typed)?.[1];
  const zeros = /^(0+)(?:awg)?$/.exec(typed)?.[1];
  const gauge = zeros ? `${zeros.length}/0` : /^#?(\d+(?:\/0)?)(?:awg|ga)?$/.exec(typed)?.[1];
  const id = metric ? `mm2:${metric.replace(",", ".")}` : gauge ? `awg:${gauge}` : "";
  return stock.find((size) => size === id);
}
