import { useQuery } from "@tanstack/react-query";
import { type KeyboardEvent, useRef, useState } from "react";
import { togetherQuery } from "../../api/queries";
import type { Together } from "../../api/types";
import { formatNumber } from "../../ui/formatQuantity";
import { Section } from "../../ui/PageHead";
import { Failed, Waiting } from "../../ui/states";
import { useRig } from "../worksheet/useRig";

type Pair = Together["pairs"][number];

/** A sign and a word each: never by colour alone. */
const VERDICTS: Record<Pair["verdict"], { sign: string; word: string; look: string }> = {
  fits: { sign: "✓", word: "fit", look: "text-fits" },
  soft_start: { sign: "≈", word: "fit with a soft starter", look: "text-advice" },
  lower_step: { sign: "↓", word: "fit at a lower step", look: "text-advice" },
  apart: { sign: "·", word: "are kept apart", look: "text-soft" },
  never: { sign: "×", word: "never fit", look: "font-semibold text-fault" },
};

/** Which AC loads run together, two by two: arrow keys walk the grid, and what is said of a pair stands below it. */
export function RunTogether() {
  const { optionId, answer } = useRig();
  const found = useQuery(togetherQuery(optionId, answer.revision));
  if (found.isPending) return <Waiting what="what runs together" failed={found.failureReason} />;
  if (found.isError) return <Failed error={found.error} retry={() => void found.refetch()} />;
  if (found.data.loads.length === 0) return null;
  return (
    <Section
      title="What can run together"
      aside={`on ${formatNumber(found.data.rated_w)} W, ${formatNumber(found.data.surge_w)} W for a moment`}
    >
      <Grid together={found.data} />
      {found.data.left_out > 0 && (
        <p className="mt-2 text-[13px] text-soft">{found.data.left_out} smaller ones are not drawn.</p>
      )}
    </Section>
  );
}

function Grid({ together }: { together: Together }) {
  const { loads } = together;
  const [at, setAt] = useState<[number, number]>([0, 0]);
  const table = useRef<HTMLTableElement>(null);
  const row = Math.min(at[0], loads.length - 1);
  const column = Math.min(at[1], row);
  const pairs = new Map(together.pairs.map((pair) => [`${pair.one} ${pair.other}`, pair]));
  const pairAt = (below: number, across: number) => pairs.get(`${loads[across]?.id} ${loads[below]?.id}`);
  const onKeyDown = (event: KeyboardEvent) => {
    const moves: Record<string, [number, number]> = {
      ArrowDown: [1, 0],
      ArrowUp: [-1, 0],
      ArrowRight: [0, 1],
      ArrowLeft: [0, -1],
    };
    const move = moves[event.key];
    if (!move) return;
    event.preventDefault();
    const down = Math.min(Math.max(row + move[0], 0), loads.length - 1);
    const across = Math.min(Math.max(column + move[1], 0), down);
    setAt([down, across]);
    table.current?.querySelector<HTMLElement>(`[data-at="${down} ${across}"]`)?.focus();
  };
  const shown = pairAt(row, column);
  return (
    <>
      <table ref={table} className="mt-3" aria-label="AC loads two by two" onKeyDown={onKeyDown}>
        <tbody>
          {loads.map((load, below) => (
            <tr key={load.id}>
              <th scope="row" className="max-w-56 truncate pr-3 text-right font-normal text-[14px]">
                {load.name}
              </th>
              {loads.slice(0, below + 1).map((other, across) => {
                const pair = pairAt(below, across);
                if (!pair) return null;
                const { sign, word, look } = VERDICTS[pair.verdict];
                const here = below === row && across === column;
                return (
                  <td key={other.id} className="p-0">
                    <button
                      type="button"
                      data-at={`${below} ${across}`}
                      tabIndex={here ? 0 : -1}
                      aria-label={
                        across === below ? `${load.name} by itself: ${word}` : `${load.name} and ${other.name}: ${word}`
                      }
                      onFocus={() => setAt([below, across])}
                      onClick={() => setAt([below, across])}
                      className={`touch h-8 min-w-8 border border-rule ${look} ${here ? "bg-sheet outline outline-2 outline-stored -outline-offset-2" : ""}`}
                    >
                      {sign}
                    </button>
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
      {shown && <ReadOut pair={shown} together={together} />}
    </>
  );
}

function ReadOut({ pair, together }: { pair: Pair; together: Together }) {
  const name = (id: string) => together.loads.find((load) => load.id === id)?.name ?? id;
  const alone = pair.one === pair.other;
  const subject = alone ? `${name(pair.one)} by itself` : `${name(pair.one)} and ${name(pair.other)}`;
  const { sign, word } = VERDICTS[pair.verdict];
  const steps = Object.entries(pair.steps_w).map(([id, step]) => `${name(id)} at ${formatNumber(step)} W`);
  return (
    <p role="status" className="mt-3 max-w-[46rem] text-[14px]">
      <span aria-hidden="true">{sign} </span>
      <b>{subject}</b> {alone && word.startsWith("fit") ? word.replace("fit", "fits") : word}:{" "}
      {formatNumber(pair.running_va)} VA running of {formatNumber(together.rated_w)}, {formatNumber(pair.start_w)} W
      starting of {formatNumber(together.surge_w)}
      {steps.length > 0 && `; ${steps.join(", ")}`}.
    </p>
  );
}
