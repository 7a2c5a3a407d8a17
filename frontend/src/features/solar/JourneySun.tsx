import type { FigureValue } from "../../api/types";
import { Chart } from "../../ui/chart/Chart";
import { Bar, Notch, Rule, Whisker } from "../../ui/chart/marks";
import { formatNumber } from "../../ui/formatQuantity";
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
    least: Number(figure(`solar.need_low_w.${month}`)?.value ?? 0),
    largest: Number(figure(`solar.need_high_w.${month}`)?.value ?? 0),
  }));
  const met = months.filter((one) => one.psh);
  if (met.length === 0) return null;
  const highest = Math.max(...months.map((one) => one.high), ...met.map((one) => Number(one.psh?.value)), 4);
  const have = figure("solar.have_w");
  const needs = met.map((one) => Number(one.need?.value ?? 0));
  const most = Math.max(...needs);
  const largest = Math.max(most, ...months.map((one) => one.largest), Number(have?.value ?? 0), 1);
  const readings = months.flatMap((one, month) =>
    one.psh
      ? [
          {
            x: month,
            at: one.month,
            values: [
              { name: "typical", text: `${formatNumber(Number(one.psh.value))} h` },
              ...(one.high > one.low
                ? [{ name: "eight in ten", text: `${formatNumber(one.low)} to ${formatNumber(one.high)} h` }]
                : []),
              { name: "dull", text: `${formatNumber(Number(one.dull?.value ?? 0))} h` },
              { name: "asks for", text: `${formatNumber(Number(one.need?.value ?? 0))} W` },
            ],
          },
        ]
      : [],
  );
  return (
    <>
      <div className="mt-3 max-w-[46rem]">
        <Chart
          label="Peak sun hours by month"
          table={false}
          x={{ kind: "band", of: MONTHS }}
          y={{ kind: "linear", from: 0, to: highest, ticks: 4, say: (value) => `${formatNumber(value)} h` }}
          height={170}
          leftPx={58}
          labelsPx={have ? 70 : 0}
          readings={readings}
        >
          {(frame) =>
            months.map(
              (one, month) =>
                one.psh && (
                  <g key={one.month}>
                    <Bar frame={frame} x={month} value={Number(one.psh.value)} look="fill-incoming opacity-75" />
                    {one.high > one.low && <Whisker frame={frame} x={month} low={one.low} high={one.high} />}
                    {one.dull && <Notch frame={frame} x={month} value={Number(one.dull.value)} look="stroke-stored" />}
                  </g>
                ),
            )
          }
        </Chart>
        <Chart
          label="Array that each month asks for"
          table={false}
          x={{ kind: "band", of: MONTHS }}
          y={{ kind: "linear", from: 0, to: largest, ticks: 3, say: (value) => `${formatNumber(value)} W` }}
          height={120}
          leftPx={58}
          labelsPx={have ? 70 : 0}
          labels={have ? [{ text: "chosen", y: Number(have.value) }] : []}
        >
          {(frame) => (
            <>
              {months.map(
                (one, month) =>
                  one.need && (
                    <g key={one.month}>
                      <Bar
                        frame={frame}
                        x={month}
                        value={Number(one.need.value)}
                        look={Number(one.need.value) === most ? "fill-stored" : "fill-stored-soft"}
                      />
                      {one.largest > one.least && (
                        <Whisker frame={frame} x={month} low={one.least} high={one.largest} />
                      )}
                    </g>
                  ),
              )}
              {have && <Rule frame={frame} value={Number(have.value)} dash="5 4" />}
            </>
          )}
        </Chart>
      </div>
      <p className="mt-1 max-w-[46rem] text-[12px] text-soft">
        Above: a typical day, with a whisker that eight such months in ten lie within and a notch for the dull day that
        nine in ten are brighter than. Below: the array that the month asks for, and what it asks for at either end.
        Stays on a hookup are left out: shore carries them.
      </p>
      <MonthTable met={met} most={most} figure={figure} />
    </>
  );
}

interface MonthOfSun {
  month: string;
  psh: FigureValue | undefined;
  dull: FigureValue | undefined;
  need: FigureValue | undefined;
}

/** The same as figures that open their workings; the month that asks the most stands out. */
function MonthTable({
  met,
  most,
  figure,
}: {
  met: MonthOfSun[];
  most: number;
  figure: (key: string) => FigureValue | undefined;
}) {
  return (
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
  );
}
