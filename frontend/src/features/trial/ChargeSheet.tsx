import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { TrialHour, TrialRan, WhichYear } from "../../api/types";
import { Button } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { Chart } from "../../ui/chart/Chart";
import { Band, Line, Whisker } from "../../ui/chart/marks";
import { formatNumber } from "../../ui/formatQuantity";
import { Section } from "../../ui/PageHead";
import { Failed, Waiting } from "../../ui/states";
import { useDelayed } from "../../ui/useDelayed";
import { trialHoursQuery } from "../worksheet/trialQueries";
import { useRig } from "../worksheet/useRig";
import { PAUSE_MS } from "../worksheet/useTrial";
import { Arrivals } from "./Arrivals";
import { darkestNight, replay } from "./replay";

const YEARS: { value: WhichYear; label: string }[] = [
  { value: "worst", label: "The darkest year" },
  { value: "bad", label: "A bad one" },
  { value: "middle", label: "The middle one" },
  { value: "good", label: "A good one" },
];
const OF_FILE = { value: "file" as const, label: "That of the weather file" };
const FEW_NIGHTS = 30;
const percent = (share: number) => `${formatNumber(Math.round(share * 100))} %`;
const watts = (value: number) => `${formatNumber(Math.round(value))} W`;

/** One of the years, hour by hour: the charge over the trip, any night in full, and what happened in words. */
export function ChargeSheet({ ran }: { ran: TrialRan }) {
  const { answer, optionId } = useRig();
  const [wanted, setWhich] = useState<WhichYear>("bad");
  const which = wanted === "file" && !ran.as_it_came ? "bad" : wanted;
  const query = useQuery(trialHoursQuery(optionId, useDelayed(answer.revision, PAUSE_MS), which));
  return (
    <>
      <div className="mb-4">
        <Choice
          label="Which year"
          value={which}
          options={ran.as_it_came ? [...YEARS, OF_FILE] : YEARS}
          onChange={setWhich}
        />
      </div>
      {query.data ? (
        <OneYear
          key={`${query.data.revision} ${query.data.which}`}
          ran={ran}
          hours={query.data.hours}
          nights={query.data.nights}
        />
      ) : query.error ? (
        <Failed error={query.error} retry={() => void query.refetch()} />
      ) : (
        <Waiting what="that year" failed={query.failureReason} />
      )}
    </>
  );
}

function OneYear({ ran, hours, nights }: { ran: TrialRan; hours: TrialHour[]; nights: string[] }) {
  const [night, setNight] = useState(() => darkestNight(hours));
  const shown = Math.min(night, nights.length - 1);
  return (
    <>
      <Section
        title="Available charge over the trip"
        aside={`${ran.nights.length > FEW_NIGHTS ? "the band holds" : "the whiskers hold"} nine years in ten at dawn`}
      >
        <Chart
          label="Available charge hour by hour"
          table={false}
          x={{ kind: "linear", from: 0, to: hours.length, ticks: [], say: () => "" }}
          y={{ kind: "linear", from: 0, to: 1, ticks: [0, 0.25, 0.5, 0.75, 1], say: percent }}
          height={200}
          leftPx={56}
          readings={nights.map((name, at) => ({
            x: at * 24 + 18,
            at: name,
            values: [{ name: "at dawn", text: percent(hours[at * 24 + 18]?.available ?? 0) }],
          }))}
        >
          {(frame) => (
            <>
              <Arrivals frame={frame} ran={ran} perNight={24} />
              {ran.nights.length > FEW_NIGHTS ? (
                <Band
                  frame={frame}
                  points={ran.nights.map((one, at) => [at * 24 + 18, one.dawn[0], one.dawn[2]] as const)}
                  look="fill-stored-soft"
                />
              ) : (
                ran.nights.map((one, at) => (
                  <Whisker
                    key={one.on + one.stay}
                    frame={frame}
                    x={at * 24 + 18}
                    low={one.dawn[0]}
                    high={one.dawn[2]}
                  />
                ))
              )}
              <Line
                frame={frame}
                points={hours.map((hour, at) => [at + 1, hour.available] as const)}
                look="stroke-stored"
              />
              {hours.map(
                (hour, at) =>
                  hour.off && (
                    <path
                      key={at}
                      d={`M${frame.x.at(at)} ${frame.bottom - 3}H${frame.x.at(at + 1)}`}
                      className="stroke-danger"
                      strokeWidth="6"
                    />
                  ),
              )}
            </>
          )}
        </Chart>
      </Section>
      <Section title={`One night in full: ${nights[shown] ?? ""}`} aside="from noon to noon">
        <div className="my-2 flex flex-wrap items-center gap-3">
          <Button disabled={shown === 0} onClick={() => setNight(shown - 1)}>
            The night before
          </Button>
          <Button disabled={shown >= nights.length - 1} onClick={() => setNight(shown + 1)}>
            The next night
          </Button>
          <Button onClick={() => setNight(darkestNight(hours))}>The darkest</Button>
        </div>
        <OneNight hours={hours.slice(shown * 24, shown * 24 + 24)} />
      </Section>
      <Section title="What happens, in words">
        <ol className="max-w-[46rem] py-1">
          {replay(hours.slice(shown * 24, shown * 24 + 24)).map((one) => (
            <li key={one.at + one.says} className="flex gap-4 border-rule border-b py-1 last:border-b-0">
              <span className="figure w-16 shrink-0 text-soft">{one.at}</span>
              <span>{one.says}</span>
            </li>
          ))}
        </ol>
      </Section>
    </>
  );
}

const clock = (at: number) => `${(at + 12) % 24} h`;

function OneNight({ hours }: { hours: TrialHour[] }) {
  const top = Math.max(50, ...hours.map((hour) => Math.max(hour.sources_w, hour.demand_w))) * 1.1;
  return (
    <Chart
      label="What comes in and what is wanted, hour by hour"
      x={{ kind: "band", of: hours.map((_, at) => String((at + 12) % 24)), gap: 0.1 }}
      y={{ kind: "linear", from: 0, to: top, ticks: 4, say: watts }}
      height={210}
      leftPx={64}
      labelsPx={78}
      labels={[
        { text: "comes in", y: top * 0.9, look: "fill-incoming-text" },
        { text: "is wanted", y: top * 0.75, look: "fill-stored" },
      ]}
      readings={hours.map((hour, at) => ({
        x: at,
        at: clock(at),
        values: [
          { name: "comes in", text: watts(hour.sources_w) },
          { name: "wanted", text: watts(hour.demand_w) },
          { name: "charge", text: percent(hour.available) },
        ],
      }))}
    >
      {(frame) =>
        hours.map((hour, at) => {
          const [x, wide] = [frame.x.at(at), frame.x.width];
          const zero = frame.y.at(0);
          return (
            <g key={at}>
              {hour.off && (
                <rect
                  x={x - wide / 2 - 1}
                  y={frame.top}
                  width={wide + 2}
                  height={zero - frame.top}
                  className="fill-danger opacity-15"
                />
              )}
              <rect
                x={x - wide / 2}
                y={frame.y.at(hour.sources_w)}
                width={wide / 2}
                height={zero - frame.y.at(hour.sources_w)}
                className="fill-incoming"
              />
              <rect
                x={x}
                y={frame.y.at(hour.demand_w)}
                width={wide / 2}
                height={zero - frame.y.at(hour.demand_w)}
                className="fill-stored"
              />
            </g>
          );
        })
      }
    </Chart>
  );
}
