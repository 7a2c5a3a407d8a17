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
const CABLES = field("cables", "Side by side for each pole", "integer", { default: 1, required: true });

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
      number("fuse_v", "DC volts printed on it", "V"),
      number("fuse_breaks_a", "Breaks up to", "A"),
    ],
  },
  fuse: {
    fields: [
      number("rated_a", "Rated", "A", { none: true }),
      choice("family", "Kind", FAMILIES),
      number("rated_v", "DC volts printed on it", "V"),
      number("breaks_a", "Breaks up to", "A"),
      field("guards", "What it protects", "text"),
    ],
  },
  cable: {
    fields: [
      field("runs", "From where to where", "text"),
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
