import type { FormField } from "../../ui/parts/partDocument";
import { type Choices, choice, field, number, UNSAID } from "./foundForm";

const FAMILIES: Choices = [
  ["class_t", "class T"],
  ["mrbf", "on the terminal"],
  ["anl", "ANL"],
  ["mega", "Mega"],
  ["blade", "blade"],
  ["gg", "gG"],
  ["breaker", "a breaker"],
];
const RATED_FOR: Choices = [
  [60, "60 °C"],
  [75, "75 °C"],
  [90, "90 °C"],
  [105, "105 °C"],
];
const MATERIAL = choice("material", "Of", [
  ["copper", "copper"],
  ["copper_clad_aluminium", "copper-clad aluminium"],
  ["aluminium", "aluminium"],
]);
const YES_NO: Choices = [
  ["yes", "yes"],
  ["no", "no"],
];
const POLARISED = choice("polarised", "Marked for one way, of a breaker", YES_NO);
const CABLES = field("cables", "Side by side for each pole", "integer", { default: 1, required: true });

const OF_GEAR = [
  number("rated_a", "Bears", "A"),
  number("rated_v", "Made for DC volts", "V"),
  choice("reach", "A hand gets at it", YES_NO),
];

/** What is asked of bars, switches and the negative side. */
export const OF_THE_BUS: Record<"dc_gear" | "negative", { fields: FormField[] }> = {
  dc_gear: {
    fields: [
      choice("gear", "It is", [
        ["bus_bar", "a bus bar"],
        ["shunt", "a shunt or monitor"],
        ["load_disconnect", "a load disconnect"],
        ["fuse_box", "a fuse box"],
      ]),
      choice("there", "It is there", [
        ["fitted", "yes"],
        ["none", "no: somebody looked"],
      ]),
      ...OF_GEAR,
      choice("pole", "Pole, of a bar", [
        ["positive", "positive"],
        ["negative", "negative"],
      ]),
      number("ways", "Ways, of a fuse box", "", { type: "integer" }),
      number("most_lugs", "Lugs on its fullest stud", "", { type: "integer" }),
      choice("ignition_protected", "Ignition-protected", YES_NO),
    ],
  },
  negative: {
    fields: [
      choice("past_shunt", "Something goes past the shunt", YES_NO),
      choice("bms", "Electronics of lithium", [
        ["inside", "within each unit"],
        ["in_negative", "one for all, in the negative"],
      ]),
      choice("past_bms", "Something goes past those", YES_NO),
      choice("chassis", "Chassis, hull or ground", [
        ["fitted", "joined"],
        ["none", "not joined"],
      ]),
      choice("chassis_points", "Joined at", [
        ["one", "one point"],
        ["several", "several points"],
      ]),
      field("chassis_conductor", "Joined by", "choice", { unsaid: UNSAID }),
      choice("hull_return", "Hull or frame carries current", YES_NO),
    ],
  },
};

// The runs that there are come with the form; without a choice the words say which is meant.
const JOINS = choice("joins", "It is the run", []);

/** What is asked of cables and fuses that are found. */
export const OF_CABLES: Record<"main_cable" | "fuse" | "cable", { fields: FormField[] }> = {
  main_cable: {
    fields: [
      field("conductor", "Conductor", "choice", { unsaid: UNSAID }),
      field("one_way_length", "One way, as “8 ft” or “2.4 m”", "text", { unsaid: UNSAID }),
      MATERIAL,
      CABLES,
      choice("insulation_c", "Insulation", RATED_FOR),
      choice("terminal_c", "Terminals", RATED_FOR),
      number("told_ampacity_a", "Printed on it, or told by its seller", "A"),
      choice(
        "zone",
        "Lies in",
        [
          ["cabin", "the cabin"],
          ["engine_space", "the engine space"],
        ],
        "cabin",
      ),
      number("fuse_a", "Fuse", "A", { none: true }),
      choice("fuse_family", "Kind of fuse", FAMILIES),
      POLARISED,
      number("fuse_v", "DC volts printed on it", "V"),
      number("fuse_breaks_a", "Breaks up to", "A"),
    ],
  },
  fuse: {
    fields: [
      number("rated_a", "Rated", "A", { none: true }),
      choice("family", "Kind", FAMILIES),
      POLARISED,
      number("rated_v", "DC volts printed on it", "V"),
      number("breaks_a", "Breaks up to", "A"),
      field("guards", "What it protects", "text"),
      JOINS,
    ],
  },
  cable: {
    fields: [
      field("runs", "From where to where", "text"),
      JOINS,
      field("conductor", "Conductor", "choice", { unsaid: UNSAID }),
      field("one_way_length", "One way, as “8 ft” or “2.4 m”", "text", { unsaid: UNSAID }),
      CABLES,
      MATERIAL,
      choice("make", "Make", [
        ["stranded", "stranded"],
        ["solid", "solid"],
      ]),
      choice("insulation_c", "Insulation", RATED_FOR),
      number("fuse_a", "Fuse", "A", { none: true }),
    ],
  },
};
