import { useQuery } from "@tanstack/react-query";
import { type RefObject, useRef } from "react";
import { client, unwrap } from "../../api/client";
import type { LineAnswer } from "../../api/types";
import { Digits } from "../../ui/Digits";
import { formatNights, formatNumber } from "../../ui/formatQuantity";
import { LineField, QuestionNote, whyUnread } from "../worksheet/LineField";
import { Spelled } from "../worksheet/Spelled";
import { useRig } from "../worksheet/useRig";

type Completion = LineAnswer["completions"][number];

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
  const { optionId } = useRig();
  // What stands beneath the line: the tab key takes the first of the usual loads that are offered there.
  const offered = useRef<Completion[]>([]);
  const further = replaces === null && !asked;
  return (
    <LineField
      label={label}
      list={further ? optionId : null}
      marker={replaces ? "row-line" : "load-line"}
      start={start}
      asked={asked}
      autoFocus={autoFocus}
      {...(placeholder === undefined ? {} : { placeholder })}
      action={action}
      onTake={onTake}
      {...(onLeave ? { onLeave } : {})}
      {...(onUp ? { onUp } : {})}
      onTab={() => offered.current[0]?.line ?? null}
      note={(line, settled, pick) => (
        <>
          {fault && line === start && <p className="text-danger">{fault}</p>}
          <WhatIsRead line={line} settled={settled} replaces={replaces} asked={asked} offered={offered} onPick={pick} />
        </>
      )}
    />
  );
}

/** What the line is taken for so far. */
function WhatIsRead({
  line,
  settled,
  replaces,
  asked,
  offered,
  onPick,
}: {
  line: string;
  settled: string;
  replaces: string | null;
  asked: boolean;
  offered: RefObject<Completion[]>;
  onPick: (line: string) => void;
}) {
  const { optionId, answer } = useRig();
  const reading = useQuery(lineQuery(optionId, answer.revision, settled, replaces));
  const answered = settled === line && !reading.isPlaceholderData;
  const all = reading.data?.completions ?? [];
  offered.current = answered ? all : stillMeant(line, all);
  if (!line.trim()) return null;
  return (
    <>
      {reading.data && answered && reading.data.load && <Spelled line={settled} marks={reading.data.marks} />}
      {reading.data && <ReadingNote read={reading.data} offered={offered.current} asked={asked} onPick={onPick} />}
      {reading.failureReason && <p className="text-fault">{whyUnread(reading.failureReason)}</p>}
    </>
  );
}

function ReadingNote({
  read,
  offered,
  asked,
  onPick,
}: {
  read: LineAnswer;
  offered: Completion[];
  asked: boolean;
  onPick: (line: string) => void;
}) {
  if (!read.load) {
    const named = read.completions.length > 0;
    return (
      <>
        {(asked || !named) &&
          read.questions.map((question) => (
            <QuestionNote key={question.code + question.start} question={question} loud={asked} onPick={onPick} />
          ))}
        {offered.length > 0 && <Completions completions={offered} onPick={onPick} />}
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

/**
 * Those of the usual loads for a shorter line that go with it as it stands now: while an answer is awaited, the tab key takes
 * what stands beneath the line, for as long as the typing has not gone another way.
 */
function stillMeant(line: string, completions: Completion[]): Completion[] {
  const typed = line.trim().toLowerCase();
  return typed ? completions.filter(({ word }) => ` ${word.toLowerCase()}`.includes(` ${typed}`)) : [];
}

/** Usual loads that the name may mean; picked, one stands in the line to be changed or taken. */
function Completions({ completions, onPick }: { completions: Completion[]; onPick: (line: string) => void }) {
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

/** What a line is taken for, in place of the row that it changes. */
export function lineQuery(optionId: string, revision: number, line: string, replaces: string | null) {
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
