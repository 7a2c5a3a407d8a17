import { type KeyboardEvent, useState } from "react";
import type { Asked } from "../../api/types";
import { SeverityMark } from "../../ui/SeverityMark";
import { faultOf } from "../worksheet/fields";
import { useEditHere, useRig } from "../worksheet/useRig";

/**
 * One open question with what its answer decides: a press or a figure key answers it, 0 says that nobody knows, and the rest is
 * typed where the thing says what it is.
 */
export function AskedItem({
  asked,
  large = false,
  onSay,
  onAnswered,
}: {
  asked: Asked;
  /** Alone on its screen, for gloves. */
  large?: boolean;
  onSay: (asked: Asked) => void;
  onAnswered?: () => void;
}) {
  const { answer, edit } = useRig();
  const danger = asked.grade === "danger";
  const more = asked.answers.length > 0 || asked.entry ? "More…" : "Choose it…";
  const answers = [
    ...asked.answers.map((one) => ({ label: one.label, patch: one.patch })),
    { label: asked.set_aside ? "ask again" : "nobody knows", patch: asked.not_known },
  ];
  const say = (index: number) => {
    const said = answers[index];
    if (!said) return;
    void edit(said.patch);
    onAnswered?.();
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.target instanceof HTMLInputElement) return;
    if (!/^[0-9]$/.test(event.key) || event.ctrlKey || event.metaKey || event.altKey) return;
    event.preventDefault();
    event.stopPropagation(); // elsewhere a figure goes to a step
    say(event.key === "0" ? answers.length - 1 : Number(event.key) - 1);
  };
  const button = large ? "min-h-14 w-full px-4 text-left text-[18px]" : "touch h-8 px-2.5 text-[14px]";
  return (
    <fieldset
      aria-label={asked.what}
      className={large ? "" : "flex flex-wrap items-baseline gap-x-4 gap-y-0.5"}
      onKeyDown={onKeyDown}
    >
      <span className="flex min-w-0 flex-1 basis-72 items-baseline gap-2.5">
        <span className="w-4 shrink-0 self-center">{danger && <SeverityMark severity="danger" />}</span>
        <span className={large ? "text-[22px] leading-snug" : ""}>
          {danger && <span className="sr-only">A danger waits for it. </span>}
          {asked.what}{" "}
          <span className={`block text-soft ${large ? "mt-1 text-[16px]" : "text-[13px]"}`}>{asked.decides}</span>
        </span>
      </span>
      {answer.may_edit && (
        <span className={large ? "mt-5 flex flex-col gap-2" : "flex flex-wrap gap-x-3 gap-y-1 pl-6.5"}>
          {answers.slice(0, -1).map((one, index) => (
            <button
              key={one.label}
              type="button"
              aria-label={`${asked.what} ${one.label}`}
              aria-keyshortcuts={String(index + 1)}
              onClick={() => say(index)}
              className={`border border-mark bg-sheet hover:border-ink ${button}`}
            >
              {one.label}
            </button>
          ))}
          {asked.entry && <TypedAnswer asked={asked} entry={asked.entry} large={large} onAnswered={onAnswered} />}
          <button
            type="button"
            aria-label={`${more} ${asked.what}`}
            onClick={() => onSay(asked)}
            className={
              large
                ? `border border-mark text-stored ${button}`
                : "touch h-8 px-1 text-[14px] text-stored underline underline-offset-2"
            }
          >
            {more}
          </button>
          <button
            type="button"
            aria-label={`${asked.what} ${asked.set_aside ? "Ask again" : "Nobody knows"}`}
            aria-keyshortcuts="0"
            onClick={() => say(answers.length - 1)}
            className={
              large
                ? `border border-rule text-soft ${button}`
                : "touch h-8 px-1 text-[14px] text-soft underline underline-offset-2"
            }
          >
            {asked.set_aside ? "Ask again" : "Nobody knows"}
          </button>
        </span>
      )}
    </fieldset>
  );
}

/** An answer that is a number or a length, typed where it is asked. */
function TypedAnswer({
  asked,
  entry,
  large,
  onAnswered,
}: {
  asked: Asked;
  entry: NonNullable<Asked["entry"]>;
  large: boolean;
  onAnswered: (() => void) | undefined;
}) {
  const edit = useEditHere();
  const [text, setText] = useState("");
  const [fault, setFault] = useState("");
  const store = async () => {
    const value = entry.kind === "length" ? text.trim() : Number(text.trim().replace(",", "."));
    if (text.trim() === "" || Number.isNaN(value)) return setFault("Write a number.");
    onAnswered?.();
    const outcome = await edit([
      { op: "add", path: entry.path, value: entry.new ? { ...entry.new, [entry.member]: value } : value },
    ]);
    if (!outcome.stored) setFault(faultOf(outcome));
  };
  return (
    <form
      className={`flex items-baseline gap-1.5 ${large ? "text-[18px]" : "text-[14px]"}`}
      onSubmit={(event) => {
        event.preventDefault();
        void store();
      }}
    >
      <input
        aria-label={`${asked.what} ${entry.unit}`}
        aria-invalid={fault !== ""}
        className={`field text-right font-mono ${large ? "min-h-14 min-w-0 flex-1" : "h-8 w-20"}`}
        inputMode={entry.kind === "number" ? "decimal" : "text"}
        placeholder={entry.kind === "length" ? "6 ft" : ""}
        maxLength={40}
        value={text}
        onChange={(event) => {
          setFault("");
          setText(event.target.value);
        }}
      />
      {entry.unit && <span className="text-soft">{entry.unit}</span>}
      {large && (
        <button type="submit" className="min-h-14 border border-ink bg-ink px-5 text-paper">
          Store
        </button>
      )}
      {fault && (
        <span role="alert" className="text-danger">
          {fault}
        </span>
      )}
    </form>
  );
}
