import { type KeyboardEvent, useState } from "react";
import type { FigureValue } from "../../api/types";
import { formatNumber } from "../../ui/formatQuantity";
import { Figure } from "../worksheet/Figure";

const WIDTH = 720;
const HEIGHT = 120;
const BASE = 96;

/** What the bank gives in each hour of a full day. Arrow keys walk the hours; the table behind holds the same. */
export function DayStrip({ shape }: { shape: FigureValue | undefined }) {
  const watts = Array.isArray(shape?.value) ? shape.value : [];
  const [hour, setHour] = useState<number | null>(null);
  const largest = Math.max(...watts, 1);
  const busiest = watts.indexOf(Math.max(...watts));
  const shown = hour ?? busiest;
  if (!shape || watts.length !== 24) return null;
  const onKeyDown = (event: KeyboardEvent) => {
    const by = event.key === "ArrowRight" ? 1 : event.key === "ArrowLeft" ? -1 : 0;
    if (by === 0) return;
    event.preventDefault();
    setHour((shown + by + 24) % 24);
  };
  return (
    <figure className="mb-2 max-w-[46rem]">
      <div
        role="slider"
        aria-label="Use by hour of the day"
        aria-valuemin={0}
        aria-valuemax={23}
        aria-valuenow={shown}
        aria-valuetext={`${clock(shown)}, ${formatNumber(watts[shown] ?? 0)} W`}
        tabIndex={0}
        onKeyDown={onKeyDown}
        onPointerLeave={() => setHour(null)}
      >
        <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className="w-full" role="presentation">
          {watts.map((value, index) => {
            const height = (value / largest) * (BASE - 18);
            return (
              <g key={clock(index)} onPointerEnter={() => setHour(index)} onPointerDown={() => setHour(index)}>
                <rect x={index * 30} y={0} width={30} height={BASE} fill="transparent" />
                <rect
                  x={index * 30 + 2}
                  y={BASE - height}
                  width={26}
                  height={height}
                  fill={index === shown ? "var(--stored)" : "var(--stored-soft)"}
                />
              </g>
            );
          })}
          <path d={`M0 ${BASE}H${WIDTH}`} stroke="var(--ink)" strokeWidth="1" />
          {[0, 6, 12, 18].map((index) => (
            <text key={index} x={index * 30 + 2} y={HEIGHT - 8} className="fill-soft font-mono text-[12px]">
              {clock(index)}
            </text>
          ))}
          <text
            x={Math.min(Math.max(shown * 30 + 15, 60), WIDTH - 60)}
            y={12}
            textAnchor="middle"
            className="fill-ink font-mono text-[13px]"
          >
            {clock(shown)} {formatNumber(watts[shown] ?? 0)} W
          </text>
        </svg>
      </div>
      <figcaption className="flex flex-wrap justify-between gap-x-6 text-[13px] text-soft">
        <span>
          By the hours each load usually runs, local standard time; most at {clock(busiest)}.{" "}
          <Figure figure={{ ...shape, value: watts[shown] ?? 0 }} /> is the mean of the hour.
        </span>
      </figcaption>
      <details className="text-[13px] text-soft">
        <summary className="touch cursor-pointer">As a table</summary>
        <table className="figure">
          <tbody>
            {watts.map((value, index) => (
              <tr key={clock(index)}>
                <th scope="row" className="pr-6 text-left font-normal">
                  {clock(index)}
                </th>
                <td className="text-right">{formatNumber(value)} W</td>
              </tr>
            ))}
          </tbody>
        </table>
      </details>
    </figure>
  );
}

function clock(hour: number): string {
  return `${String(hour).padStart(2, "0")}:00`;
}
