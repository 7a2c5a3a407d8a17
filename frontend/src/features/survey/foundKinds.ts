import type { PartField, Rig } from "../../api/types";
import { formatConductor, formatNumber } from "../../ui/formatQuantity";
import { HOOKUPS } from "../worksheet/words";

export type Found = Rig["survey"]["items"][string];
export type FoundKind = Found["kind"];

type Choices = readonly (readonly [string | number, string])[];

function field(name: string, label: string, type: PartField["type"], more: Partial<PartField> = {}): PartField {
  return { name, label, type, unit: "", required: false, choices: [], default: null, ...more };
}

function choice(name: string, label: string, choices: Choices, standard: string | number | null): PartField {
  return field(name, label, "choice", {
    choices: choices.map(([value, words]) => ({ value, label: words })),
    default: standard,
  });
}

const amps = (name: string, label: string) => field(name, label, "number", { unit: "A", required: true });
const watts = (name: string, label: string, required = true) => field(name, label, "number", { unit: "W", required });

export const BAYS: Choices = [
  ["living_space", "inside, in the living space"],
  ["vented_enclosure", "inside, in a vented enclosure"],
  ["outside", "outside the living space"],
];
const CLASSES: Choices = [
  [12, "12 V"],
  [24, "24 V"],
  [48, "48 V"],
];

/** What is asked of each kind of thing that is found; the order is that of the list to add from. */
export const FOUND_KINDS: Record<FoundKind, { name: string; fields: PartField[] }> = {
  bank: {
    name: "Bank",
    fields: [
      field("series", "In series", "integer", { default: 1, required: true }),
      field("parallel", "Strings in parallel", "integer", { default: 1, required: true }),
      choice("system_v", "Volts class", CLASSES, 12),
      choice("bay", "Where it stands", BAYS, "living_space"),
    ],
  },
  alternator: {
    name: "Alternator",
    fields: [
      field("rated_a", "On its label", "number", { unit: "A" }),
      choice("alternator_v", "Volts class", CLASSES.slice(0, 2), 12),
      choice(
        "regulation",
        "Regulated",
        [
          ["not_known", "not known"],
          ["standard", "by itself, steady volts"],
          ["smart", "by the engine computer"],
          ["external", "by a regulator of its own"],
        ],
        "not_known",
      ),
      choice(
        "charges_house",
        "Charges the house bank",
        [
          ["none", "not at all"],
          ["relay", "through a relay"],
          ["dcdc", "through a DC-DC charger"],
        ],
        "none",
      ),
    ],
  },
  dcdc: { name: "DC-DC charger", fields: [amps("output_a", "Output")] },
  shore_charger: { name: "Shore charger or converter", fields: [amps("output_a", "Output, DC side")] },
  inverter: {
    name: "Inverter",
    fields: [
      watts("rated_w", "Continuous"),
      watts("surge_w", "Surge", false),
      watts("idle_w", "Draws with nothing on", false),
    ],
  },
  panels: {
    name: "Panels",
    fields: [
      watts("watts_each", "Rated, each"),
      field("count", "How many", "integer", { default: 1, required: true }),
      choice(
        "mounting",
        "Where",
        [
          ["roof", "on the roof"],
          ["portable", "portable"],
        ],
        "roof",
      ),
    ],
  },
  controller: {
    name: "Solar controller",
    fields: [
      amps("rated_a", "Rated output"),
      choice(
        "method",
        "Method",
        [
          ["not_known", "not known"],
          ["mppt", "MPPT"],
          ["pwm", "PWM"],
        ],
        "not_known",
      ),
    ],
  },
  main_cable: {
    name: "Main cable and fuse",
    fields: [
      field("conductor", "Conductor", "choice"),
      field("one_way_length", "One way, as “8 ft” or “2.4 m”", "text"),
      choice(
        "insulation_c",
        "Insulation",
        [
          [60, "60 °C"],
          [75, "75 °C"],
          [90, "90 °C"],
          [105, "105 °C"],
        ],
        105,
      ),
      choice(
        "zone",
        "Lies in",
        [
          ["cabin", "the cabin"],
          ["engine_space", "the engine space"],
        ],
        "cabin",
      ),
      field("fuse_a", "Fuse", "number", { unit: "A" }),
    ],
  },
  cord: {
    name: "Shore cord and inlet",
    fields: [
      choice(
        "rating",
        "The smaller of the two",
        Object.entries(HOOKUPS).filter(([value]) => value !== "none"),
        "na_30",
      ),
      field("length", "Length, as “25 ft” or “10 m”", "text"),
    ],
  },
  generator: { name: "Generator", fields: [watts("rated_w", "Continuous")] },
  other: { name: "Something else", fields: [] },
};

export const FATES = [
  { value: "stays", label: "stays" },
  { value: "goes", label: "goes" },
  { value: "open", label: "open" },
] as const;

export const CONDITIONS: Choices = [
  ["not_known", "not known"],
  ["as_new", "as new"],
  ["good", "good"],
  ["worn", "worn"],
  ["damaged", "damaged"],
];

export function commonFields(rig: Rig): PartField[] {
  const compartments = Object.entries(rig.space.compartments).map(([id, one]) => [id, one.name] as const);
  return [
    field("name", "Called", "text"),
    choice(
      "fate",
      "In what is planned it",
      FATES.map(({ value, label }) => [value, value === "open" ? "is not decided yet" : label] as const),
      "open",
    ),
    choice("condition", "Condition", CONDITIONS, "not_known"),
    field("age_years", "Age, years", "number"),
    choice("where", "Lives in", compartments, null),
    field("note", "Note", "text"),
  ];
}

/** What is asked of a battery on a survey; the rest of its data sheet can wait. */
export const BATTERY_FIELDS = [
  "name",
  "chemistry",
  "nominal_v",
  "capacity_ah",
  "mass_kg",
  "discharge_limit_a",
  "size",
  "self_heating",
  "values_from",
];

export function nameOf(item: Found): string {
  return item.name || FOUND_KINDS[item.kind].name;
}

/** What it says on it, in a few words. */
export function say(item: Found): string {
  const number = formatNumber;
  switch (item.kind) {
    case "bank": {
      const count = item.series * item.parallel;
      const { capacity_ah, chemistry, nominal_v } = item.battery;
      return `${count > 1 ? `${count} × ` : ""}${number(nominal_v)} V ${number(capacity_ah)} Ah, ${chemistry === "gel" || chemistry === "flooded" ? chemistry : chemistry.toUpperCase()}`;
    }
    case "alternator": {
      const house = { none: "does not charge the house", relay: "relay to the house", dcdc: "DC-DC to the house" };
      return `${item.rated_a === null ? "label not read" : `${number(item.rated_a)} A`}, ${house[item.charges_house]}`;
    }
    case "dcdc":
    case "shore_charger":
      return `${number(item.output_a)} A`;
    case "inverter":
    case "generator":
      return `${number(item.rated_w)} W`;
    case "panels":
      return `${item.count} × ${number(item.watts_each)} W, ${item.mounting === "roof" ? "on the roof" : "portable"}`;
    case "controller":
      return `${number(item.rated_a)} A${item.method === "not_known" ? "" : ` ${item.method.toUpperCase()}`}`;
    case "main_cable": {
      const size = item.conductor === null ? null : formatConductor(item.conductor);
      const cable = size ? `${size.number} ${size.unit}` : "size not read";
      return `${cable}${item.one_way_length ? `, ${item.one_way_length.typed}` : ""}, ${item.fuse_a === null ? "no fuse seen" : `${number(item.fuse_a)} A fuse`}`;
    }
    case "cord":
      return HOOKUPS[item.rating];
    case "other":
      return item.note;
  }
}
