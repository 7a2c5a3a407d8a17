import type { FigureValue } from "../../api/types";
import { Figure } from "../rig/Figure";

const METHODS = [
  { key: "solar.need_w", label: "Worked out for this sun", computed: true },
  { key: "solar.bench.three_watts_per_ah_w", label: "3 W for each daily Ah" },
  { key: "solar.bench.rated_times_four_w", label: "Watts × 4 = Wh a day" },
  { key: "solar.bench.panels_of_120_w_w", label: "120 W panels, 50 Ah each" },
  { key: "solar.have_w", label: "Chosen" },
];

/** What each method asks for, drawn to one scale, with the chosen array below. */
export function ArrayBars({ figure }: { figure: (key: string) => FigureValue | undefined }) {
  const rows = METHODS.map((method) => ({ ...method, figure: figure(method.key) })).filter((row) => row.figure);
  const largest = Math.max(...rows.map((row) => Number(row.figure?.value)), 1);
  return (
    <dl className="mt-1">
      {rows.map((row) => (
        <div key={row.key} className="row-height grid grid-cols-[12rem_1fr_6rem] items-center gap-x-4">
          <dt className={row.computed ? "font-semibold" : ""}>{row.label}</dt>
          <dd aria-hidden="true">
            <span
              className={`block h-[12px] ${row.computed ? "bg-incoming" : row.key === "solar.have_w" ? "border-2 border-incoming" : "bg-incoming opacity-45"}`}
              style={{ width: `${(Number(row.figure?.value) / largest) * 100}%` }}
            />
          </dd>
          <dd className="text-right">
            <Figure figure={row.figure} />
          </dd>
        </div>
      ))}
    </dl>
  );
}
