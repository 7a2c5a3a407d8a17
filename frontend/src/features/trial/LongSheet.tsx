import { useQueryClient } from "@tanstack/react-query";
import { useCallback, useState } from "react";
import type { LongRan, LongTrial, Task } from "../../api/types";
import { Button } from "../../ui/Button";
import { formatNumber } from "../../ui/formatQuantity";
import { HeadRow } from "../../ui/HeadRow";
import { Section } from "../../ui/PageHead";
import { Refusal } from "../../ui/Refusal";
import { useTask } from "../../ui/useTask";
import { askLongTrial, stopTask } from "../worksheet/trialQueries";
import { useRig } from "../worksheet/useRig";
import { hasEnded, useFollowedTask } from "./useFollowedTask";

const percent = (share: number) => `${formatNumber(Math.round(share * 10000) / 100)} %`;

/** A thousand years, worked out beside everything else, and what the dark nights hang on. */
export function LongSheet({ long, canRun }: { long: LongTrial; canRun: boolean }) {
  const { optionId } = useRig();
  const queries = useQueryClient();
  const [asked, setAsked] = useState<Task | null>(null);
  const { busy, refusal, run } = useTask();
  // What was asked for or stopped here is known at once; once the trial has been fetched again, that knows it too.
  const ended = useCallback(async () => {
    await queries.invalidateQueries({ queryKey: ["trial", optionId] });
    setAsked(null);
  }, [queries, optionId]);
  const task = useFollowedTask(asked ?? long.task, ended);
  const atWork = task !== null && !hasEnded(task);
  const ask = () => run(async () => setAsked(await askLongTrial(optionId)));
  const stop = (of: Task) =>
    run(async () => {
      const stopped = await stopTask(of.id);
      setAsked(stopped);
      if (hasEnded(stopped)) await ended();
    });
  return (
    <>
      {atWork ? (
        <AtWork task={task} busy={busy} stop={() => void stop(task)} />
      ) : (
        <>
          {task?.state === "failed" && (
            <p role="alert" className="mb-3 max-w-[46rem]">
              The last try came to nothing. {task.why}
            </p>
          )}
          {task?.state === "stopped" && !long.ran?.is_current && (
            <p role="status" className="mb-3 text-soft">
              Stopped; nothing was kept of it.
            </p>
          )}
          {task?.state === "done" && (
            <p role="status" className="mb-6 text-soft">
              They are run; what came of them is on its way…
            </p>
          )}
          {canRun && !long.ran?.is_current && task?.state !== "done" && (
            <div className="mb-6 max-w-[46rem]">
              <p className="mb-3">
                Fifty years are run after each edit. A thousand tell rare nights apart, and what the answer hangs on;
                they take some seconds to a minute, beside everything else you do.
              </p>
              <Button disabled={busy} onClick={() => void ask()}>
                {busy ? "Asking…" : "Run a thousand years"}
              </Button>
            </div>
          )}
        </>
      )}
      <Refusal>{refusal}</Refusal>
      {long.ran && <Ran ran={long.ran} />}
    </>
  );
}

function AtWork({ task, busy, stop }: { task: Task; busy: boolean; stop: () => void }) {
  const { answer } = useRig();
  const share = Math.round(task.done_frac * 100);
  const of = task.revision === answer.revision ? "" : `, for the rig of revision ${task.revision}`;
  const says = task.stopping
    ? "Stopping…"
    : task.state === "running"
      ? `${share} % of the years are run${of}`
      : task.nobody_at_it
        ? "Nobody takes it up. Either all workers are busy, or none runs: whoever runs this server starts one."
        : "Waiting for a worker…";
  return (
    <section aria-label="A thousand years" className="mb-6 max-w-[46rem]">
      <p className="mb-2">{says}</p>
      <div className="flex items-center gap-4">
        <progress
          aria-label="Years that are run"
          max={100}
          value={task.state === "running" ? share : 0}
          className="how-far h-3 min-w-40 flex-1"
        />
        {task.may_stop && (
          <Button disabled={busy || task.stopping} onClick={stop}>
            Stop
          </Button>
        )}
      </div>
    </section>
  );
}

function Ran({ ran }: { ran: LongRan }) {
  return (
    <>
      {!ran.is_current && (
        <>
          <p role="status" className="mb-1 font-semibold">
            Worked out for an earlier rig, that of revision {ran.revision}.
          </p>
          <p className="mb-5 max-w-[46rem] text-soft">
            <span className="inline-block first-letter:uppercase">{ran.says}</span> there, by {formatNumber(ran.years)}{" "}
            years of weather: {ran.between} of the nights.
          </p>
        </>
      )}
      {ran.is_current && ran.must && (
        <p className="mb-5 max-w-[46rem]">Nights in which something that must run goes dark: {ran.must}.</p>
      )}
      <Section title="What it hangs on" aside="each by itself, on the same thousand years">
        <Hanging ran={ran} />
        <p className="mt-2 max-w-[46rem] text-[13px] text-soft">
          How far each is moved is said under “How it is run”. The bar goes from the better end to the worse, the line
          is the rig as it is.
        </p>
      </Section>
    </>
  );
}

const WIDE = 220;
const COLUMNS = [
  { label: "Were it otherwise" },
  { label: "Dark nights" },
  { label: "Better end", right: true },
  { label: "Worse end", right: true },
];

function Hanging({ ran }: { ran: LongRan }) {
  const moves = ran.hangs_on.filter((one) => one.is_clear);
  const still = ran.hangs_on.filter((one) => !one.is_clear);
  const most = Math.max(0.001, ran.dark_frac, ...ran.hangs_on.map((one) => one.worse_frac));
  const at = (share: number) => (share / most) * WIDE;
  return (
    <>
      {moves.length > 0 && (
        <div className="overflow-x-auto">
          <table className="w-full text-[14px]">
            <HeadRow columns={COLUMNS} />
            <tbody>
              {moves.map((one) => {
                const from = Math.min(one.better_frac ?? ran.dark_frac, one.worse_frac);
                const to = Math.max(ran.dark_frac, one.worse_frac);
                return (
                  <tr key={one.code} className="border-rule border-t">
                    <th scope="row" className="py-1.5 pr-3 text-left font-normal">
                      {one.says}
                    </th>
                    <td className="py-1.5 pr-3">
                      <svg width={WIDE + 4} height="18" aria-hidden="true">
                        <path d={`M1 9H${WIDE + 2}`} className="stroke-rule" />
                        <rect
                          x={1 + at(from)}
                          y="4"
                          width={Math.max(2, at(to) - at(from))}
                          height="10"
                          className="fill-danger"
                        />
                        <path d={`M${1 + at(ran.dark_frac)} 0V18`} className="stroke-ink" strokeWidth="2" />
                      </svg>
                    </td>
                    <td className="figure whitespace-nowrap py-1.5 pr-3 text-right">
                      {one.better_frac === null ? <span className="text-soft">–</span> : percent(one.better_frac)}
                    </td>
                    <td className="figure whitespace-nowrap py-1.5 pr-3 text-right">{percent(one.worse_frac)}</td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        </div>
      )}
      {still.length > 0 && (
        <p className="mt-2 max-w-[46rem]">
          {moves.length > 0
            ? `${still.length === 1 ? "This makes" : "These make"} no difference that shows: `
            : "None of these makes a difference that shows: "}
          {still.map((one) => one.says[0]?.toLowerCase() + one.says.slice(1)).join("; ")}.
        </p>
      )}
    </>
  );
}
