import { type ReactNode, useEffect, useId, useRef, useState } from "react";
import { RequestFailed } from "../../api/client";
import type { Question } from "../../api/types";
import { useArrivalFocus } from "../../ui/useArrivalFocus";

const PAUSE_MS = 120;

/** What stands in a line for a further row, by list: it is still there after a look at another step. */
const halfTyped = new Map<string, string>();

/**
 * A line to type in. Enter hands it on and frees the field at once. What was understood shows beneath while typing, by whoever
 * uses the field: `note` gets the line, the line once typing has paused, and a way to put another in its place.
 */
export function LineField({
  label,
  list,
  marker,
  start = "",
  asked = false,
  autoFocus = false,
  placeholder,
  action,
  onTake,
  onTab,
  onLeave,
  onUp,
  note,
}: {
  label: string;
  /** The list that a further line is typed for; null for a line that stands in a row already. */
  list: string | null;
  /** The data attribute by which the field is found. */
  marker: string;
  start?: string;
  /** It was read before and has to be put in other words. */
  asked?: boolean;
  autoFocus?: boolean;
  placeholder?: string;
  action: string;
  onTake: (line: string) => void;
  /** What the tab key puts in place of the line; null: it goes on to the next field. */
  onTab?: () => string | null;
  onLeave?: () => void;
  /** The arrow up in an empty field; whether it led anywhere. */
  onUp?: () => boolean;
  note: (line: string, settled: string, pick: (text: string) => void) => ReactNode;
}) {
  const id = useId();
  const input = useRef<HTMLInputElement>(null);
  const [line, keepLine] = useState(list === null ? start : (halfTyped.get(list) ?? start));
  const setLine = (text: string) => {
    if (list !== null) halfTyped.set(list, text);
    keepLine(text);
  };
  const settled = useSettled(line, PAUSE_MS);
  useArrivalFocus(input, autoFocus && list !== null);
  /** A picked reading stands in the field, with the cursor behind it. */
  const pick = (text: string) => {
    setLine(text);
    input.current?.focus();
  };
  const take = () => {
    if (!line.trim()) return;
    if (!asked) setLine("");
    onTake(line);
  };
  return (
    <div className="mb-4 max-w-[56rem]">
      <div className="flex items-center border border-stored bg-sheet focus-within:outline-2 focus-within:outline-stored">
        <input
          ref={input}
          id={id}
          {...{ [`data-${asked ? "asked-line" : marker}`]: "" }}
          aria-label={label}
          aria-describedby={`${id}-reading`}
          autoFocus={autoFocus && list === null}
          autoComplete="off"
          spellCheck={false}
          maxLength={200}
          value={line}
          placeholder={placeholder}
          onChange={(event) => setLine(event.target.value)}
          onPaste={(event) => {
            const lines = event.clipboardData.getData("text").split(/\r?\n|\r/);
            if (list === null || lines.length < 2) return;
            // A list out of a letter or a sheet: each of its lines as if it had been typed.
            event.preventDefault();
            for (const one of lines.map((text) => text.trim()).filter(Boolean)) onTake(one);
          }}
          onKeyDown={(event) => {
            if (event.key === "Enter") take();
            const instead = event.key === "Tab" && !event.shiftKey ? (onTab?.() ?? null) : null;
            if (instead !== null) {
              event.preventDefault();
              setLine(instead);
            }
            if (event.key === "ArrowUp" && line === "" && onUp?.()) event.preventDefault();
            if (event.key === "Escape") {
              event.stopPropagation();
              if (onLeave) onLeave();
              else setLine("");
            }
          }}
          className="touch h-11 min-w-0 flex-1 bg-transparent px-4 font-mono text-[16px] outline-none placeholder:text-mark"
        />
        <button
          type="button"
          onClick={() => {
            take();
            input.current?.focus();
          }}
          className="touch h-11 shrink-0 px-4 text-[14px] text-soft hover:text-ink"
        >
          {action}
        </button>
        {onLeave && (
          <button
            type="button"
            onClick={onLeave}
            className="touch h-11 shrink-0 border-rule border-l px-4 text-[14px] text-soft hover:text-ink"
          >
            Leave it
          </button>
        )}
      </div>
      <div id={`${id}-reading`} aria-live="polite" className="min-h-[1.6rem] pt-1.5 text-[14px]">
        {note(line, settled, pick)}
      </div>
    </div>
  );
}

export function whyUnread(failed: Error): string {
  if (failed instanceof RequestFailed && failed.trouble === null) return failed.message;
  return "It cannot be read for now. Enter keeps it, to be read later.";
}

export function QuestionNote({
  question,
  loud,
  onPick,
}: {
  question: Question;
  loud: boolean;
  onPick: (line: string) => void;
}) {
  return (
    <p className={loud ? "text-danger" : "text-soft"}>
      {question.detail}{" "}
      {question.readings.map((line) => (
        <button
          key={line}
          type="button"
          onClick={() => onPick(line)}
          className="touch mr-2 border-stored border-b font-mono text-[13px] text-stored"
        >
          {line}
        </button>
      ))}
    </p>
  );
}

/** The text once typing has paused. */
function useSettled(text: string, pauseMs: number): string {
  const [settled, setSettled] = useState(text);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(text), pauseMs);
    return () => clearTimeout(timer);
  }, [text, pauseMs]);
  return settled;
}
