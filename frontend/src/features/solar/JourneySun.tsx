import type { FigureValue } from "../../api/types";
import { Figure } from "../rig/Figure";

const MONTHS = ["jan", "feb", "mar", "apr", "may", "jun", "jul", "aug", "sep", "oct", "nov", "dec"] as const;

/** The year as the journey meets it: sun by month with its range and its dull days, and the array each month asks for. */
export function JourneySun({ figure }: { figure: (key: string) => FigureValue | undefined }) {
  const months = MONTHS.map((month) => ({
    month,
    psh: figure(`climate.psh.${month}`),
    low: Number(figure(`climate.psh.${month}.low`)?.value ?? 0),
    high: Number(figure(`climate.psh.${month}.high`)?.value ?? 0),
    dull: figure(`climate.psh_p10.${month}`),
    need: figure(`solar.need_w.${month}`),
  }));
  const met = months.filter((one) => one.psh);
  if (met.length === 0) return null;
  const highest = Math.max(...months.map((one) => one.high), 4);
  const most = Math.max(...met.map((one) => Number(one.need?.value ?? 0)));
  return (
    <>
      <div className="mt-3 grid max-w-[46rem] grid-cols-12 gap-1.5" aria-hidden="true">
        {months.map((one) => (
          <div key={one.month} className="text-center">
            <div className="relative h-[110px] border-mark border-b">
              {one.psh && (
                <>
                  <div
                    className="absolute inset-x-0 bottom-0 bg-incoming opacity-75"
                    style={{ height: `${(Number(one.psh.value) / highest) * 100}%` }}
                  />
                  {one.high > one.low && (
                    <div
                      className="absolute left-1/2 w-[7px] border-ink border-y border-r"
                      style={{
                        bottom: `${(one.low / highest) * 100}%`,
                        height: `${((one.high - one.low) / highest) * 100}%`,
                      }}
                    />
                  )}
                  {one.dull && (
                    <div
                      className="absolute inset-x-0 h-[3px] border-sheet border-y bg-stored"
                      style={{ bottom: `${(Number(one.dull?.value ?? 0) / highest) * 100}%` }}
                    />
                  )}
                </>
              )}
            </div>
            <span className={`text-[12px] ${one.psh ? "text-ink" : "text-soft"}`}>{one.month}</span>
          </div>
        ))}
      </div>
      <p className="mt-1 text-[12px] text-soft">
        Bar: a typical day. Whisker: what the month may be off by. Notch: nine days in ten are brighter. Stays on a
        hookup are left out: shore carries them.
      </p>
      <table className="mt-3 w-full max-w-[46rem]">
        <thead>
          <tr className="border-ink border-b text-[13px] text-soft">
            <th scope="col" className="py-1 text-left font-semibold">
              Month
            </th>
            {["Peak sun hours", "One day in ten", "A rated watt gives", "Array needed"].map((label) => (
              <th key={label} scope="col" className="py-1 pr-3 text-right font-semibold">
                {label}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {met.map((one) => {
            const governs = Number(one.need?.value ?? 0) === most && most > 0;
            return (
              <tr key={one.month} className={`row-height border-rule border-b ${governs ? "font-semibold" : ""}`}>
                <th
                  scope="row"
                  className={`border-l-[3px] pl-2 text-left font-[inherit] ${governs ? "border-incoming" : "border-transparent"}`}
                >
                  {one.month}
                  {governs && <span className="ml-2 font-normal text-[13px] text-incoming-text">governs</span>}
                </th>
                {[one.psh, one.dull, figure(`solar.yield_wh_per_w.${one.month}`), one.need].map((cell, index) => (
                  <td key={cell?.key ?? index} className="pr-3 text-right">
                    <Figure figure={cell} />
                  </td>
                ))}
              </tr>
            );
          })}
        </tbody>
      </table>
    </>
  );
}
