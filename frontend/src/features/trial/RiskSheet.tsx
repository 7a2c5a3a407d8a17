import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Choice } from "../../ui/Choice";
import { Chart } from "../../ui/chart/Chart";
import { Band, Line } from "../../ui/chart/marks";
import { formatNumber } from "../../ui/formatQuantity";
import { Section } from "../../ui/PageHead";
import { Failed, Waiting } from "../../ui/states";
import { useDelayed } from "../../ui/useDelayed";
import { equalRiskQuery } from "../worksheet/trialQueries";
import { useRig } from "../worksheet/useRig";
import { PAUSE_MS } from "../worksheet/useTrial";

const SHARES = [
  { value: "0.001", label: "one in a thousand" },
  { value: "0.01", label: "one in a hundred" },
  { value: "0.05", label: "one in twenty" },
];
const amps = (value: number) => `${formatNumber(Math.round(value))} Ah`;
const watts = (value: number | null) => (value === null ? "none of them" : `${formatNumber(Math.round(value))} W`);

/** How much array each bank asks for, so that no more than a share of the nights goes dark. */
export function RiskSheet() {
  const { answer, optionId } = useRig();
  const [share, setShare] = useState("0.01");
  const query = useQuery(equalRiskQuery(optionId, useDelayed(answer.revision, PAUSE_MS), Number(share)));
  const found = query.data;
  const pairs = found?.pairs ?? [];
  const known = pairs.flatMap((pair) => (pair.array_w === null ? [] : [{ ...pair, array_w: pair.array_w }]));
  const top = Math.max(100, found?.have_w ?? 0, ...pairs.map((pair) => pair.most_w ?? pair.array_w ?? 0)) * 1.1;
  return (
    <Section title="Bank against array" aside="pairs that go dark equally often">
      <div className="my-3 flex flex-wrap items-center gap-3 text-[14px]">
        <span>Nights that may go dark:</span>
        <Choice label="Nights that may go dark" value={share} options={SHARES} onChange={setShare} />
      </div>
      {!found ? (
        query.error ? (
          <Failed error={query.error} retry={() => void query.refetch()} />
        ) : (
          <Waiting what="banks against arrays" failed={query.failureReason} />
        )
      ) : found.cannot ? (
        <p className="py-2">{found.cannot}</p>
      ) : (
        <>
          {query.isPlaceholderData && (
            <p role="status" className="text-[13px] text-soft">
              Of the question or the rig before; it is being looked for again.
            </p>
          )}
          <Chart
            label="Smallest array for each bank"
            x={{
              kind: "linear",
              from: (pairs[0]?.bank_ah ?? 0) * 0.9,
              to: (pairs[pairs.length - 1]?.bank_ah ?? 1) * 1.03,
              ticks: pairs.map((pair) => pair.bank_ah),
              say: (ah) => formatNumber(Math.round(ah)),
            }}
            y={{ kind: "linear", from: 0, to: top, ticks: 5, say: (w) => watts(w) }}
            height={260}
            leftPx={70}
            labelsPx={70}
            labels={[{ text: "this rig", y: found.have_w, look: "fill-incoming-text" }]}
            readings={pairs.map((pair) => ({
              x: pair.bank_ah,
              at: amps(pair.bank_ah),
              values: [
                { name: "array", text: watts(pair.array_w) },
                { name: "between", text: `${watts(pair.least_w)} and ${watts(pair.most_w)}` },
              ],
            }))}
          >
            {(frame) => (
              <>
                <Band
                  frame={frame}
                  points={known.flatMap((pair) =>
                    pair.most_w === null ? [] : [[pair.bank_ah, pair.least_w ?? pair.array_w, pair.most_w] as const],
                  )}
                  look="fill-stored-soft"
                />
                <Line
                  frame={frame}
                  points={known.map((pair) => [pair.bank_ah, pair.array_w] as const)}
                  look="stroke-stored"
                />
                <circle
                  cx={frame.x.at(found.have_ah)}
                  cy={frame.y.at(found.have_w)}
                  r="6"
                  className="fill-incoming stroke-ink"
                  strokeWidth="1.5"
                />
              </>
            )}
          </Chart>
          <p className="mt-2 max-w-[46rem] text-[13px] text-soft">
            The band is what {found.years} years leave open.{" "}
            {known.length < pairs.length && "Banks without a line are too small for any array that was tried. "}
            {found.notes.join(" ")}
          </p>
        </>
      )}
    </Section>
  );
}
