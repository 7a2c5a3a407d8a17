import type { LineMark } from "../../api/types";

/**
 * A typed line, each stretch with what it became beneath it: a fact, part of the name, or – struck through – nothing. Stretches
 * without a word of their own, such as “of”, stand between them as typed.
 */
export function Spelled({ line, marks }: { line: string; marks: readonly LineMark[] }) {
  const last = marks.at(-1);
  if (!last || last.end > line.length) return null; // of another line than this one
  return (
    <p className="flex flex-wrap items-start gap-y-1 font-mono text-[14px]" data-spelled="">
      {pieces(line, marks).map(({ text, mark }, at) => (
        <span key={at} className="mr-[1.2ch] inline-flex flex-col">
          {mark?.became === "unused" ? (
            <s className="text-fault">{text}</s>
          ) : (
            <span className={mark ? UNDERLINE[mark.became] : "text-mark"}>{text}</span>
          )}
          {mark && mark.words !== "" && mark.words !== text && (
            <span className={`font-sans text-[12px] ${mark.became === "unused" ? "text-fault" : "text-soft"}`}>
              {mark.words}
            </span>
          )}
        </span>
      ))}
    </p>
  );
}

const UNDERLINE: Record<"said" | "name", string> = {
  said: "border-stored border-b-2",
  name: "border-mark border-b border-dotted",
};

function pieces(line: string, marks: readonly LineMark[]): { text: string; mark?: LineMark }[] {
  const found: { text: string; mark?: LineMark }[] = [];
  let at = 0;
  for (const mark of marks) {
    if (mark.start < at) continue;
    const between = line.slice(at, mark.start).trim();
    if (between) found.push({ text: between });
    const text = line.slice(mark.start, mark.end).trim();
    const last = found.at(-1);
    // Words of one name stand together.
    if (mark.became === "name" && last?.mark?.became === "name" && !between) last.text += ` ${text}`;
    else if (text) found.push({ text, mark });
    at = mark.end;
  }
  const rest = line.slice(at).trim();
  if (rest) found.push({ text: rest });
  return found;
}
