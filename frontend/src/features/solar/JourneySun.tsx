import type { FigureValue } from "../../api/types";
import { Figure } from "../worksheet/Figure";

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
  const highest = Math.max(...months.map((one) => one.high), ...met.map((one) => Number(one.psh?.value)), 4);
  const have = figure("solar.have_w");
  const needs = met.map((one) => Number(one.need?.value ?? 0));
  const most = Math.max(...needs);
  const largest = Math.max(most, Number(have?.value ?? 0), 1);
  return (
    <>
      <div className="mt-3 grid max-w-[46rem] grid-cols-[5.5rem_1fr] gap-x-2 text-[12px] text-soft" aria-hidden="true">
        <span className="self-end pb-1">sun, h a day</span>
        <div className="grid grid-cols-12 gap-1.5">
          {months.map((one) => (
            <div key={one.month} className="relative h-[104px] border-mark border-b">
              {one.psh && <SunBar one={one} highest={highest} />}
            </div>
          ))}
        </div>
        <span />
        <div className="grid grid-cols-12 gap-1.5 text-center">
          {months.map((one) => (
            <span key={one.month} className={one.psh ? "text-ink" : ""}>
              {one.month}
            </span>
          ))}
        </div>
        <span className="pt-1">array, W</span>
        <div className="relative">
          <div className="grid grid-cols-12 gap-1.5">
            {months.map((one) => (
              <div key={one.month} className="h-[72px] border-mark border-t">
                {one.need && (
                  <div
                    className={`bg-stored ${Number(one.need.value) === most ? "" : "opacity-50"}`}
                    style={{ height: `${(Number(one.need.value) / largest) * 100}%` }}
                  />
                )}
              </div>
            ))}
          </div>
          {have && (
            <div
              className="absolute inset-x-0 border-ink border-t-2 border-dashed"
              style={{ top: `${(Number(have.value) / largest) * 100}%` }}
            >
              <span className="absolute right-0 bottom-0.5 bg-paper pl-1 text-ink leading-tight">chosen</span>
            </div>
          )}
        </div>
      </div>
      <p className="mt-1 max-w-[46rem] text-[12px] text-soft">
        Upwards: a typical day, with a whisker for what the month may be off by and a notch for the dull day that nine
        in ten are brighter than. Downwards: the array that the month asks for. Stays on a hookup are left out: shore
        carries them.
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

interface MonthOfSun {
  psh: FigureValue | undefined;
  low: number;
  high: number;
  dull: FigureValue | undefined;
}

function SunBar({ one, highest }: { one: MonthOfSun; highest: number }) {
  const share = (value: number) => `${(value / highest) * 100}%`;
  return (
    <>
      <div
        className="absolute inset-x-0 bottom-0 bg-incoming opacity-75"
        style={{ height: share(Number(one.psh?.value)) }}
      />
      {one.high > one.low && (
        <div
          className="absolute left-1/2 w-[7px] border-ink border-y border-r"
          style={{ bottom: share(one.low), height: share(one.high - one.low) }}
        />
      )}
      {one.dull && (
        <div
          className="absolute inset-x-0 h-[3px] border-sheet border-y bg-stored"
          style={{ bottom: share(Number(one.dull.value)) }}
        />
      )}
    </>
  );
}
