import { type Place, WordsField } from "./fields";

/** What something gives for how long: so many seconds, so many watts or amps, the shortest first. */
export function PointsField({
  label,
  path,
  unit,
  points,
  example,
}: Place & { unit: "W" | "A"; points: readonly (readonly [number, number] | number[])[]; example: string }) {
  return (
    <WordsField
      label={label}
      path={path}
      value={points.map(([seconds, amount]) => `${seconds} s ${amount} ${unit}`).join(", ")}
      placeholder={example}
      hint={`So many seconds, so many ${unit === "W" ? "watts" : "amps"}, the shortest first.`}
      send={(text) => readPoints(text, unit)}
    />
  );
}

/** Points as they were typed; what cannot be read goes as it is, and the server says what is wrong with it. */
export function readPoints(text: string, unit: "W" | "A"): unknown {
  if (!text) return [];
  const pattern = new RegExp(`^\\s*([\\d.]+)\\s*s\\D*?([\\d.]+)\\s*(k?${unit})?\\s*$`, "i");
  return text.split(/[,;]/).map((one) => {
    const found = pattern.exec(one);
    return found ? [Number(found[1]), Number(found[2]) * (/^k/i.test(found[3] ?? "") ? 1000 : 1)] : one;
  });
}
