import { useQuery } from "@tanstack/react-query";
import { useEffect, useId, useRef, useState } from "react";
import { client, RequestFailed, unwrap } from "../../api/client";
import type { LineAnswer, Question } from "../../api/types";
import { Digits } from "../../ui/Digits";
import { formatNights, formatNumber } from "../../ui/formatQuantity";
import { useRig } from "../worksheet/useRig";

const PAUSE_MS = 120;

/** What stands in the line for a further load, by option: it is still there after a look at another step. */
const halfTyped = new Map<string, string>();

/**
 * One line of typing makes one row. What was understood shows while typing. Enter hands the line on and frees the field at
 * once; it is read in its place in the list, and asked about there where it is not clear.
 */
export function LoadLine({
  label,
  start = "",
  replaces = null,
  autoFocus = false,
  placeholder,
  asked = false,
  fault = "",
  action,
  onTake,
  onLeave,
  onUp,
}: {
  label: string;
  start?: string;
  replaces?: string | null;
  autoFocus?: boolean;
  placeholder?: string;
  /** It was read before and has to be put in other words: what is not clear is said loud. */
  asked?: boolean;
  fault?: string;
  action: string;
  onTake: (line: string) => void;
  onLeave?: () => void;
  /** The arrow up in an empty field; whether it led anywhere. */
  onUp?: () => boolean;
}) {
  const id = useId();
  const { optionId, answer } = useRig();
  const input = useRef<HTMLInputElement>(null);
  const further = replaces === null && !asked;
  const [line, keepLine] = useState(further ? (halfTyped.get(optionId) ?? start) : start);
  const setLine = (text: string) => {
    if (further) halfTyped.set(optionId, text);
    keepLine(text);
  };
  const settled = useSettled(line, PAUSE_MS);
  const reading = useQuery(lineQuery(optionId, answer.revision, settled, replaces));

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
          data-load-line={replaces || asked ? undefined : ""}
          data-asked-line={asked ? "" : undefined}
          aria-label={label}
          aria-describedby={`${id}-reading`}
          autoFocus={autoFocus}
          autoComplete="off"
          spellCheck={false}
          maxLength={200}
          value={line}
          placeholder={placeholder}
          onChange={(event) => setLine(event.target.value)}
          onPaste={(event) => {
            const lines = event.clipboardData.getData("text").split(/\r?\n|\r/);
            if (!further || lines.length < 2) return;
            // A list out of a letter or a sheet: each of its lines as if it had been typed.
            event.preventDefault();
            for (const one of lines.map((text) => text.trim()).filter(Boolean)) onTake(one);
          }}
          onKeyDown={(event) => {
            if (event.key === "Enter") take();
            const first = reading.data?.completions[0];
            if (event.key === "Tab" && !event.shiftKey && first && settled === line && line.trim()) {
              event.preventDefault();
              setLine(first.line);
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
        {fault && line === start && <p className="text-danger">{fault}</p>}
        {line.trim() && reading.data && <ReadingNote read={reading.data} asked={asked} onPick={pick} />}
        {line.trim() && reading.failureReason && <p className="text-fault">{whyUnread(reading.failureReason)}</p>}
      </div>
    </div>
  );
}

function whyUnread(failed: Error): string {
  if (failed instanceof RequestFailed && failed.trouble === null) return failed.message;
  return "It cannot be read for now. Enter keeps it, to be read later.";
}

function ReadingNote({ read, asked, onPick }: { read: LineAnswer; asked: boolean; onPick: (line: string) => void }) {
  if (!read.load) {
    const named = read.completions.length > 0;
    return (
      <>
        {(asked || !named) &&
          read.questions.map((question) => (
            <QuestionNote key={question.code + question.start} question={question} loud={asked} onPick={onPick} />
          ))}
        {named && <Completions completions={read.completions} onPick={onPick} />}
      </>
    );
  }
  return (
    <>
      <p className="text-soft">
        {read.understood}{" "}
        {read.wh_at_bank === null ? (
          "The season that is planned for does not meet it."
        ) : (
          <>
            Takes{" "}
            <b className="figure text-ink">
              <Digits>{formatNumber(read.wh_at_bank ?? 0)}</Digits> Wh
            </b>{" "}
            a day from the bank
            {read.nights !== null && read.nights !== undefined && (
              <>
                , <b className="figure text-ink">{formatNights(read.nights)}</b> of a night
              </>
            )}
            .
          </>
        )}
      </p>
      {read.doubts.map((doubt) => (
        <QuestionNote key={doubt.code} question={doubt} loud={false} onPick={onPick} />
      ))}
    </>
  );
}

/** Usual loads that the name may mean; picked, one stands in the line to be changed or taken. */
function Completions({
  completions,
  onPick,
}: {
  completions: LineAnswer["completions"];
  onPick: (line: string) => void;
}) {
  return (
    <ul aria-label="Usual loads">
      {completions.map((one) => (
        <li key={one.word} className="flex flex-wrap items-baseline gap-x-3 py-0.5">
          <button
            type="button"
            onClick={() => onPick(one.line)}
            className="touch border-stored border-b font-mono text-[13px] text-stored"
          >
            {one.line}
          </button>
          <span className="text-[13px] text-soft">{one.note}</span>
        </li>
      ))}
    </ul>
  );
}

function QuestionNote({
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

function lineQuery(optionId: string, revision: number, line: string, replaces: string | null) {
  return {
    queryKey: ["line", optionId, revision, line, replaces],
    enabled: line.trim() !== "",
    gcTime: 10_000,
    placeholderData: (before: LineAnswer | undefined) => before,
    queryFn: () => {
      const params = { path: { option_id: optionId } };
      return unwrap(client.POST("/api/v1/options/{option_id}/lines", { params, body: { line, replaces } }));
    },
  };
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
