import type { PvArray } from "../../api/types";
import { Chart } from "../../ui/chart/Chart";
import { Rule } from "../../ui/chart/marks";
import { formatNumber } from "../../ui/formatQuantity";
import { Section } from "../../ui/PageHead";
import { Figure } from "../worksheet/Figure";
import { usePartName } from "../worksheet/useParts";
import { useRig } from "../worksheet/useRig";
import { useStepFigures } from "../worksheet/useStepFigures";
import { nameOfArray, nameOfController, orderedArrays, orderedControllers } from "./arrays";

const MONTHS = ["jan", "feb", "mar", "apr", "may", "jun", "jul", "aug", "sep", "oct", "nov", "dec"] as const;
const LOOKS = ["fill-incoming", "fill-incoming opacity-60", "fill-incoming opacity-35", "fill-soft opacity-60"];

/** What each array brings on a mean day of each month, against what a mean day takes, and what is lost on the way. */
export function ArrayMonths() {
  const { rig } = useRig();
  const { figure } = useStepFigures("solar");
  const arrays = orderedArrays(rig).filter(
    ([id, array]) => array.place !== "carried" && figure(`solar.array.${id}.watts_w`),
  );
  const met = MONTHS.filter((month) => figure(`solar.wh_per_day.${month}`));
  if (met.length === 0)
    return (
      <Section title="Month by month">
        <p className="max-w-[40rem] py-2 text-soft">
          The months are worked out where an array is chosen and the sun has months: that of the stays, of a weather
          file, or typed by month on the page Array.
        </p>
      </Section>
    );
  const takes = figure("solar.balance_need_wh");
  const value = (key: string) => Number(figure(key)?.value ?? 0);
  const top = Math.max(Number(takes?.value ?? 0), ...met.map((month) => value(`solar.wh_per_day.${month}`))) * 1.1;
  const readings = MONTHS.flatMap((month, at) =>
    figure(`solar.wh_per_day.${month}`)
      ? [
          {
            x: at,
            at: month,
            values: arrays.map(([id]) => ({
              name: nameOfArray(rig, id),
              text: `${formatNumber(Math.round(value(`solar.array.${id}.wh_per_day.${month}`)))} Wh`,
            })),
          },
        ]
      : [],
  );
  return (
    <Section title="Month by month" aside="on a mean day, at the bank">
      <div className="mt-2 max-w-[46rem]">
        <Chart
          label="What the arrays bring by month"
          table={false}
          x={{ kind: "band", of: MONTHS }}
          y={{ kind: "linear", from: 0, to: top, ticks: 4, say: (wh) => `${formatNumber(wh)} Wh` }}
          height={220}
          leftPx={70}
          labelsPx={takes ? 96 : 0}
          labels={takes ? [{ text: "a day takes", y: Number(takes.value), look: "fill-stored" }] : []}
          readings={readings}
        >
          {(frame) => (
            <>
              {MONTHS.map((month, at) => {
                let below = 0;
                return arrays.map(([id], place) => {
                  const wh = value(`solar.array.${id}.wh_per_day.${month}`);
                  const [low, high] = [frame.y.at(below), frame.y.at(below + wh)];
                  below += wh;
                  return (
                    <rect
                      key={`${month}-${id}`}
                      x={frame.x.at(at) - frame.x.width / 2}
                      y={high}
                      width={frame.x.width}
                      height={Math.max(0, low - high - (place > 0 ? 1 : 0))}
                      className={LOOKS[Math.min(place, LOOKS.length - 1)]}
                    />
                  );
                });
              })}
              {takes && <Rule frame={frame} value={Number(takes.value)} dash="5 4" look="stroke-stored" />}
            </>
          )}
        </Chart>
      </div>
      <MonthsTable met={met} arrays={arrays} />
    </Section>
  );
}

/** The same as figures that open their workings, with what is clipped and held back. */
function MonthsTable({ met, arrays }: { met: readonly string[]; arrays: [string, PvArray][] }) {
  const { rig } = useRig();
  const { figure } = useStepFigures("solar");
  const partName = usePartName();
  const controllers = orderedControllers(rig);
  return (
    <div className="overflow-x-auto">
      <table className="mt-3 w-full max-w-[52rem]">
        <thead>
          <tr className="border-ink border-b text-[13px] text-soft">
            <th scope="col" className="py-1 text-left font-semibold">
              Month
            </th>
            {arrays.map(([id]) => (
              <th key={id} scope="col" className="py-1 pr-3 text-right font-semibold">
                {nameOfArray(rig, id)}
              </th>
            ))}
            <th scope="col" className="py-1 pr-3 text-right font-semibold">
              Together
            </th>
            {controllers.map(([id, one], at) => (
              <th key={id} scope="col" className="py-1 pr-3 text-right font-semibold">
                {controllers.length === 1
                  ? "Clipped"
                  : `Clipped by ${nameOfController(one, at + 1, partName(one.part))}`}
              </th>
            ))}
            <th scope="col" className="py-1 pr-3 text-right font-semibold">
              Bank full, held back
            </th>
          </tr>
        </thead>
        <tbody>
          {met.map((month) => (
            <tr key={month} className="row-height border-rule border-b">
              <th scope="row" className="text-left font-normal">
                {month}
              </th>
              {arrays.map(([id]) => (
                <td key={id} className="pr-3 text-right">
                  <Figure figure={figure(`solar.array.${id}.wh_per_day.${month}`)} />
                </td>
              ))}
              <td className="pr-3 text-right font-semibold">
                <Figure figure={figure(`solar.wh_per_day.${month}`)} />
              </td>
              {controllers.map(([id]) => (
                <td key={id} className="pr-3 text-right">
                  <Figure figure={figure(`solar.controller.${id}.capped_frac.${month}`)} share />
                </td>
              ))}
              <td className="pr-3 text-right">
                <Figure figure={figure(`solar.held_back_wh.${month}`)} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
