import type { TrialRan } from "../../api/types";
import { Chart } from "../../ui/chart/Chart";
import { Band, Line } from "../../ui/chart/marks";
import { formatNumber } from "../../ui/formatQuantity";
import { HeadRow } from "../../ui/HeadRow";
import { Section } from "../../ui/PageHead";
import { Figure } from "../worksheet/Figure";
import { useRig } from "../worksheet/useRig";
import { Arrivals } from "./Arrivals";
import { Questions } from "./Questions";

const percent = (share: number) => `${formatNumber(Math.round(share * 1000) / 10)} %`;

/** Every night of the journey by how often it goes dark, what charge it finds, stay by stay. */
export function NightsSheet({ ran }: { ran: TrialRan }) {
  return (
    <>
      <Questions />
      <NightsByRisk ran={ran} />
      <ChargeBand ran={ran} />
      <Stays ran={ran} />
      {ran.story && <p className="mb-6 max-w-[46rem]">{ran.story}</p>}
      <Energy ran={ran} />
    </>
  );
}

function NightsByRisk({ ran }: { ran: TrialRan }) {
  const { nights } = ran;
  const worst = Math.max(...nights.map((night) => night.dark_frac));
  if (worst === 0)
    return (
      <Section title="Nights that go dark">
        <p className="py-2 text-soft">None of them, in any of {ran.years_by_night} years looked at night by night.</p>
      </Section>
    );
  const top = Math.min(1, Math.max(0.05, worst * 1.15));
  return (
    <Section title="Nights that go dark" aside={`each night, of ${ran.years_by_night} years`}>
      <Chart
        label="How often each night goes dark"
        x={{ kind: "linear", from: -0.5, to: nights.length - 0.5, ticks: [], say: () => "" }}
        y={{ kind: "linear", from: 0, to: top, ticks: 4, say: percent }}
        height={190}
        leftPx={56}
        table={nights.length <= 60}
        readings={nights.map((night, at) => ({
          x: at,
          at: `${nameOf(ran, night.stay)}, ${night.on}`,
          values: [{ name: "dark in", text: percent(night.dark_frac) }],
        }))}
      >
        {(frame) => {
          const wide = (frame.right - frame.left) / nights.length;
          return (
            <>
              <Arrivals frame={frame} ran={ran} />
              {nights.map((night, at) => (
                <rect
                  key={at}
                  x={frame.x.at(at) - wide * 0.42}
                  y={frame.y.at(night.dark_frac)}
                  width={Math.max(1, wide * 0.84)}
                  height={frame.bottom - frame.y.at(night.dark_frac)}
                  className="fill-danger"
                />
              ))}
            </>
          );
        }}
      </Chart>
    </Section>
  );
}

/** Available charge at dawn: one year in twenty, the middle one, nineteen in twenty. */
function ChargeBand({ ran }: { ran: TrialRan }) {
  const { nights } = ran;
  const { optionId } = useRig();
  return (
    <Section title="Charge left at dawn" aside="nine years in ten lie within the band">
      <Chart
        label="Available charge at dawn of each night"
        x={{ kind: "linear", from: -0.5, to: nights.length - 0.5, ticks: [], say: () => "" }}
        y={{ kind: "linear", from: 0, to: 1, ticks: [0, 0.25, 0.5, 0.75, 1], say: (share) => `${share * 100} %` }}
        height={190}
        leftPx={56}
        table={nights.length <= 60}
        readings={nights.map((night, at) => ({
          x: at,
          at: `${nameOf(ran, night.stay)}, ${night.on}`,
          values: [
            { name: "low", text: percent(night.dawn[0]) },
            { name: "middle", text: percent(night.dawn[1]) },
            { name: "high", text: percent(night.dawn[2]) },
          ],
        }))}
      >
        {(frame) => (
          <>
            <Arrivals frame={frame} ran={ran} />
            <Band
              frame={frame}
              points={nights.map((night, at) => [at, night.dawn[0], night.dawn[2]] as const)}
              look="fill-stored-soft"
            />
            <Line frame={frame} points={nights.map((night, at) => [at, night.dawn[1]] as const)} look="stroke-stored" />
          </>
        )}
      </Chart>
      <p className="mt-1 text-[13px]">
        <a
          href={`/api/v1/options/${optionId}/trial.csv`}
          className="touch text-stored underline underline-offset-2"
          download
        >
          All nights as CSV
        </a>
      </p>
    </Section>
  );
}

export function nameOf(ran: TrialRan, stay: string): string {
  return ran.stays.find((one) => one.id === stay)?.name ?? stay;
}

const COLUMNS = [
  { label: "Stay" },
  { label: "Nights", right: true },
  { label: "Goes dark" },
  { label: "Lowest charge", right: true },
  { label: "At dawn", right: true },
  { label: "Full after", right: true },
  { label: "Nine years in ten stay", right: true },
];

function Stays({ ran }: { ran: TrialRan }) {
  return (
    <Section title="Stay by stay">
      <div className="overflow-x-auto">
        <table className="w-full text-[14px]">
          <HeadRow columns={COLUMNS} />
          <tbody>
            {ran.stays.map((stay) => (
              <tr key={stay.id} className="border-rule border-t align-baseline">
                <th scope="row" className="py-1 pr-3 text-left font-normal">
                  {stay.name}
                  {stay.hookup && <span className="text-[13px] text-soft"> on a hookup</span>}
                </th>
                <td className="figure py-1 pr-3 text-right">{stay.nights}</td>
                <td className={`py-1 pr-3 ${Number(stay.dark.value) > 0 ? "font-semibold" : "text-soft"}`}>
                  {stay.says}
                </td>
                <td className="py-1 pr-3 text-right">
                  <Figure
                    figure={{ ...stay.lowest, value: Math.round(Number(stay.lowest.value) * 1000) / 1000 }}
                    share
                  />
                </td>
                <td className="figure py-1 pr-3 text-right">{percent(stay.dawn[1])}</td>
                <td className="py-1 pr-3 text-right">
                  {stay.hours_to_full ? <Figure figure={stay.hours_to_full} /> : <span className="text-soft">–</span>}
                </td>
                <td className="py-1 pr-3 text-right">
                  {stay.days_out ? (
                    <>
                      {stay.at_least && <span className="text-soft">at least </span>}
                      <Figure figure={stay.days_out} />
                    </>
                  ) : (
                    <span className="text-soft">–</span>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {ran.arithmetic && <p className="mt-2 max-w-[46rem] text-[14px] text-soft">{ran.arithmetic}</p>}
    </Section>
  );
}

function Energy({ ran }: { ran: TrialRan }) {
  return (
    <Section title="On a mean trip">
      <table className="text-[14px]">
        <tbody>
          {ran.energy.map((figure) => (
            <tr key={figure.key} className="border-rule border-b">
              <th scope="row" className="py-1 pr-8 text-left font-normal">
                {figure.title}
              </th>
              <td className="py-1 text-right">
                <Figure figure={figure} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
    </Section>
  );
}
