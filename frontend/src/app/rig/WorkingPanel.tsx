import { useQuery } from "@tanstack/react-query";
import { useEffect, useRef } from "react";
import { Link } from "react-router";
import { workingQuery } from "../../api/queries";
import type { Rig, Source, TitledFigure, Working } from "../../api/types";
import { MemoryMark } from "../../features/worksheet/Figure";
import { rowName } from "../../features/worksheet/rowName";
import { useRig } from "../../features/worksheet/useRig";
import { useWorking } from "../../features/worksheet/useWorking";
import { Digits } from "../../ui/Digits";
import { formatQuantity } from "../../ui/formatQuantity";
import { Failed, Waiting } from "../../ui/states";

const SHOWN_INPUTS = 8;

const KIND_WORDS: Record<string, string> = {
  given: "As stated",
  constant: "Assumed",
  computed: "Worked out",
  looked_up: "Looked up",
  chosen: "Chosen from stock",
  simulated: "Simulated",
};

/** The working of a figure, as a note over the ledger. Each input can be followed; Escape walks back. */
export function WorkingPanel() {
  const { optionId, answer } = useRig();
  const { trail, back, close } = useWorking();
  const key = trail.at(-1) ?? "";
  const query = useQuery(workingQuery(optionId, answer.revision, key));
  const heading = useRef<HTMLHeadingElement>(null);
  const opener = useRef(trail[0] ?? "");

  useEffect(() => {
    if (key) heading.current?.focus();
  }, [key]);
  useEffect(() => {
    const figure = opener.current;
    // Focus goes back to the figure that was pressed first.
    return () => document.querySelector<HTMLElement>(`[data-figure="${CSS.escape(figure)}"]`)?.focus();
  }, []);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.key !== "Escape") return;
      event.preventDefault();
      back();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, [back]);

  return (
    <section aria-label="Working" className="flex h-full flex-col bg-sheet">
      <div className="flex items-center justify-between border-rule border-b px-5 py-2 text-sm">
        <button type="button" className="touch h-8 text-soft hover:text-ink" onClick={back}>
          ← {trail.length > 1 ? "Back" : "Close"} <span className="font-mono text-xs">Esc</span>
        </button>
        {trail.length > 1 && (
          <button type="button" className="touch h-8 text-soft hover:text-ink" onClick={close}>
            Close all {trail.length}
          </button>
        )}
      </div>
      <div className="flex-1 overflow-auto px-5 py-4">
        {query.isPending ? (
          <Waiting what="the working" failed={query.failureReason} />
        ) : query.isError ? (
          <Failed error={query.error} retry={() => void query.refetch()} />
        ) : (
          <WorkingNote working={query.data} heading={heading} />
        )}
      </div>
    </section>
  );
}

function WorkingNote({ working, heading }: { working: Working; heading: React.RefObject<HTMLHeadingElement | null> }) {
  const { units } = useRig();
  const shown = formatQuantity(working.figure.value, working.figure.unit, units);
  return (
    <>
      <p className="text-soft text-sm">{KIND_WORDS[working.kind] ?? working.kind}</p>
      <h2 ref={heading} tabIndex={-1} className="font-semibold text-lg leading-snug outline-none">
        {working.figure.title}
      </h2>
      <p className="figure mt-1 mb-4 whitespace-normal text-2xl">
        <Digits>{shown.number}</Digits>
        <span className="unit">{shown.unit}</span>
      </p>
      {working.formula && (
        <div className="mb-4 border-incoming border-l-2 pl-3">
          <Words pieces={working.in_words} />
          <p className="mt-2 break-words font-mono text-[13px] leading-relaxed">{working.with_numbers}</p>
        </div>
      )}
      {working.note && <p className="mb-4 text-[14px]">{working.note}</p>}
      {working.inputs.length > 0 && (
        <>
          <h3 className="mb-1 border-rule border-b pb-1 text-soft text-sm">From</h3>
          <ul className="mb-4">
            {working.inputs.map((input) => (
              <Inputs key={input.name} figures={input.figures} />
            ))}
          </ul>
        </>
      )}
      <SourceNote source={working.source} />
      <p className="mt-3 break-all font-mono text-soft text-xs">{working.figure.key}</p>
    </>
  );
}

function Inputs({ figures }: { figures: TitledFigure[] }) {
  const { follow } = useWorking();
  const { rig, units } = useRig();
  const largestFirst = [...figures].sort((a, b) => Number(b.value) - Number(a.value));
  const rest = largestFirst.length - SHOWN_INPUTS;
  return (
    <>
      {largestFirst.slice(0, SHOWN_INPUTS).map((figure) => {
        const shown = formatQuantity(figure.value, figure.unit, units);
        return (
          <li key={figure.key} className="border-rule border-b">
            <button
              type="button"
              onClick={() => follow(figure.key)}
              className="touch flex min-h-9 w-full items-baseline justify-between gap-3 py-1 text-left hover:bg-paper"
            >
              <span>{nameOf(figure, rig)}</span>
              <span className="figure">
                <Digits>{shown.number}</Digits>
                {shown.unit && <span className="unit">{shown.unit}</span>}
                {figure.from_memory && <MemoryMark />}
              </span>
            </button>
          </li>
        );
      })}
      {rest > 0 && <li className="py-1 text-soft text-sm">and {rest} smaller ones</li>}
    </>
  );
}

/** Rows of the audit are told apart by the load's own name. */
function nameOf(figure: TitledFigure, rig: Rig): string {
  const row = /^loads\.row\.([^.]+)\./.exec(figure.key) ?? /\.start\.([^.]+)\./.exec(figure.key);
  const group = /^loads\.group\.([^.]+)\./.exec(figure.key);
  if (row) return `${figure.title}: ${rowName(rig, row[1] ?? "")}`;
  return group ? `${figure.title}: ${(group[1] ?? "").replaceAll("_", " ")}` : figure.title;
}

export function SourceNote({ source }: { source: Source }) {
  return (
    <p className="text-[13px] text-soft leading-snug">
      Source: {source.title}
      {source.edition && `, ${source.edition}`}. Confidence: {source.confidence}.
      {source.from_memory && (
        <strong className="block font-semibold text-fault">From memory, not yet compared with the printed text.</strong>
      )}
    </p>
  );
}

/** The formula in words; each title leads to its own working. */
function Words({ pieces }: { pieces: Working["in_words"] }) {
  const { addressOf } = useWorking();
  return (
    <p className="text-soft leading-[1.7]">
      {pieces.map((piece, index) =>
        // A formula is a fixed sequence: its pieces have no other name than their place.
        piece.key ? (
          <Link
            key={`${index}:${piece.text}`}
            to={addressOf(piece.key)}
            replace
            className="border-mark border-b border-dotted text-ink hover:border-ink"
          >
            {piece.text}
          </Link>
        ) : (
          <span key={`${index}:${piece.text}`}>{piece.text}</span>
        ),
      )}
    </p>
  );
}
