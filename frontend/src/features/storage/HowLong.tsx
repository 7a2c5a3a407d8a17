import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { runQuery } from "../../api/queries";
import { Section } from "../../ui/PageHead";
import { Refusal } from "../../ui/Refusal";
import { useRig } from "../worksheet/useRig";
import { WorkedFigures } from "../worksheet/WorkedFigures";

/** How long will it run: some loads, from a charge, with nothing charging meanwhile. */
export function HowLong() {
  const { optionId, answer, rig } = useRig();
  const [chosen, setChosen] = useState<string[]>([]);
  const [percent, setPercent] = useState(100);
  const loads = Object.entries(rig.loads)
    .filter(([, load]) => !load.struck)
    .sort(([, one], [, other]) => one.position - other.position);
  const running = chosen.filter((id) => loads.some(([other]) => other === id));
  const run = useQuery(runQuery(optionId, answer.revision, running, percent / 100));
  if (loads.length === 0) return null;
  const press = (id: string) =>
    setChosen((before) => (before.includes(id) ? before.filter((one) => one !== id) : [...before, id]));
  return (
    <Section title="How long will it run?" aside="press what is on; nothing charges meanwhile">
      <ul className="mt-3 flex flex-wrap gap-1.5" aria-label="Loads that run">
        {loads.map(([id, load]) => (
          <li key={id}>
            <button
              type="button"
              aria-pressed={running.includes(id)}
              onClick={() => press(id)}
              className="touch h-8 rounded-sm border border-mark px-2.5 text-[14px] aria-pressed:border-ink aria-pressed:bg-ink aria-pressed:text-paper"
            >
              {load.quantity > 1 && `${load.quantity} × `}
              {load.name}
            </button>
          </li>
        ))}
      </ul>
      <label className="mt-3 flex items-center gap-3">
        From a charge of
        <input
          type="range"
          min={0}
          max={100}
          step={5}
          value={percent}
          aria-valuetext={`${percent} per cent`}
          onChange={(event) => setPercent(Number(event.target.value))}
          className="w-56 accent-[var(--stored)]"
        />
        <span className="figure w-14">{percent} %</span>
      </label>
      {running.length > 0 && run.data && (
        <div className="max-w-[36rem]">
          <WorkedFigures heading="" figures={run.data.figures} />
        </div>
      )}
      {run.isError && <Refusal>{run.error.message}</Refusal>}
    </Section>
  );
}
