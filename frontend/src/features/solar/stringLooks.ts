/** Strings are told apart by their numbers; the colour is a help beside it. Every class by its whole name, to be found. */
const STRING_LOOKS = [
  { border: "border-stored", fill: "fill-stored", stroke: "stroke-stored" },
  { border: "border-incoming", fill: "fill-incoming", stroke: "stroke-incoming" },
  { border: "border-fits", fill: "fill-fits", stroke: "stroke-fits" },
  { border: "border-advice", fill: "fill-advice", stroke: "stroke-advice" },
  { border: "border-ink", fill: "fill-ink", stroke: "stroke-ink" },
  { border: "border-soft", fill: "fill-soft", stroke: "stroke-soft" },
] as const;

export const lookOf = (number: number) => STRING_LOOKS[number % STRING_LOOKS.length] ?? STRING_LOOKS[0];
