import type { FigureValue } from "../../api/types";
import { Figure } from "../worksheet/Figure";

const METHODS = [
  { key: "solar.need_w", label: "Worked out for this sun", computed: true },
  { key: "solar.bench.three_watts_per_ah_w", label: "3 W for each daily Ah", bench: "three_watts_per_ah_w" },
  { key: "solar.bench.rated_times_four_w", label: "Watts × 4 = Wh a day", bench: "rated_times_four_w" },
  { key: "solar.bench.panels_of_120_w_w", label: "120 W panels, 50 Ah each", bench: "panels_of_120_w_w" },
  { key: "solar.have_w", label: "Chosen" },
];

/** What each method asks for, drawn to one scale, with the chosen array below. */
export function ArrayBars({ figure }: { figure: (key: string) => FigureValue | undefined }) {
  const rows = METHODS.map((method) => ({
    ...method,
    figure: figure(method.key),
    off: figure(`solar.bench.off_frac.${method.bench}`),
  })).filter((row) => row.figure);
  const here = figure("solar.bench.ah_of_120_w_here");
  const largest = Math.max(...rows.map((row) => Number(row.figure?.value)), 1);
  return (
    <>
      <dl className="mt-1">
        {rows.map((row) => (
          <div key={row.key} className="row-height grid grid-cols-[12rem_1fr_6rem_9rem] items-center gap-x-4">
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
            <dd className="text-[13px] text-soft">
              {row.off && (
                <>
                  <Figure figure={row.off} share className="text-ink" /> {offInWords(Number(row.off.value))}
                </>
              )}
            </dd>
          </div>
        ))}
      </dl>
      {here && (
        <p className="mt-1 text-[13px] text-soft">
          The benches count 40 to 50 Ah a day from a panel of 120 W. In the sun shown here it brings{" "}
          <Figure figure={here} className="text-ink" />.
        </p>
      )}
    </>
  );
}

function offInWords(off: number): string {
  if (Math.abs(off) < 0.05) return "about right here";
  return off < 0 ? "too little here" : "more than asked";
}
