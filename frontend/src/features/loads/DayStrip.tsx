import type { FigureValue } from "../../api/types";
import { Chart } from "../../ui/chart/Chart";
import { Bar } from "../../ui/chart/marks";
import { formatNumber } from "../../ui/formatQuantity";
import { Figure } from "../worksheet/Figure";

const HOURS = Array.from({ length: 24 }, (_, hour) => clock(hour));

/** What the bank gives in each hour of a full day. */
export function DayStrip({ shape }: { shape: FigureValue | undefined }) {
  const watts = Array.isArray(shape?.value) ? shape.value : [];
  if (!shape || watts.length !== 24) return null;
  const busiest = watts.indexOf(Math.max(...watts));
  return (
    <div className="mb-2 max-w-[46rem]">
      <Chart
        label="Use by hour of the day"
        x={{ kind: "band", of: HOURS, say: (hour) => (Number(hour.slice(0, 2)) % 6 === 0 ? hour : "") }}
        y={{ kind: "linear", from: 0, to: Math.max(...watts, 1), ticks: 3, say: (value) => `${formatNumber(value)} W` }}
        height={140}
        leftPx={54}
        rest={busiest}
        readings={watts.map((value, hour) => ({
          x: hour,
          at: clock(hour),
          values: [{ name: "", text: `${formatNumber(value)} W` }],
        }))}
      >
        {(frame, shown) =>
          watts.map((value, hour) => (
            <Bar
              key={clock(hour)}
              frame={frame}
              x={hour}
              value={value}
              look={hour === shown ? "fill-stored" : "fill-stored-soft"}
            />
          ))
        }
      </Chart>
      <p className="text-[13px] text-soft">
        By the hours each load usually runs, local standard time; most at {clock(busiest)}.{" "}
        <Figure figure={{ ...shape, value: watts[busiest] ?? 0 }} /> is the mean of that hour.
      </p>
    </div>
  );
}

function clock(hour: number): string {
  return `${String(hour).padStart(2, "0")}:00`;
}
