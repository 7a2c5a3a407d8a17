import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { oldWithNewQuery, roomToGrowQuery } from "../../api/arrayQueries";
import { Button } from "../../ui/Button";
import { Digits } from "../../ui/Digits";
import { formatNumber } from "../../ui/formatQuantity";
import { Section } from "../../ui/PageHead";
import { Failed, Waiting } from "../../ui/states";
import { PartSelect } from "../worksheet/PartSelect";
import { useRig } from "../worksheet/useRig";
import { nameOfArray, orderedArrays } from "./arrays";

/** What the arrays still take, and new panels beside old ones: each way side by side. */
export function Grow() {
  const { rig, optionId, answer } = useRig();
  const arrays = orderedArrays(rig).filter(([, array]) => Object.keys(array.strings).length > 0);
  const query = useQuery({ ...roomToGrowQuery(optionId, answer.revision), enabled: arrays.length > 0 });
  const [array, setArray] = useState<string | null>(null);
  const [part, setPart] = useState<string | null>(null);
  const [count, setCount] = useState(1);
  if (arrays.length === 0) return null;
  const about = arrays.find(([id]) => id === array)?.[0] ?? arrays[0]?.[0] ?? "";
  return (
    <Section title="Room to grow">
      {query.data?.lines.map((line) => (
        <p key={line.array} className="max-w-[46rem] py-1">
          {line.text}
        </p>
      ))}
      {typeof query.data?.free_m2 === "number" && (
        <p className="py-1 text-soft">
          {formatNumber(query.data.free_m2)} m² of the roof are free of obstacles, panels not taken off.
        </p>
      )}
      <div className="mt-2 flex flex-wrap items-center gap-2">
        <span>Put</span>
        <input
          type="number"
          min={1}
          max={60}
          aria-label="How many new panels"
          className="field w-16 text-right font-mono"
          value={count}
          onChange={(event) => setCount(Math.min(60, Math.max(1, Number(event.target.value) || 1)))}
        />
        <PartSelect
          kind="panel"
          label="New panel"
          value={part}
          empty="a new panel"
          className="w-72 max-w-full"
          onChange={setPart}
        />
        <span>beside those of</span>
        <select
          aria-label="The array with the old panels"
          className="field max-w-full"
          value={about}
          onChange={(event) => setArray(event.target.value)}
        >
          {arrays.map(([id]) => (
            <option key={id} value={id}>
              {nameOfArray(rig, id)}
            </option>
          ))}
        </select>
      </div>
      {part && <SideBySide array={about} lot={{ part, count }} onTaken={() => setPart(null)} />}
    </Section>
  );
}

function SideBySide({
  array,
  lot,
  onTaken,
}: {
  array: string;
  lot: { part: string; count: number };
  onTaken: () => void;
}) {
  const { optionId, answer, edit } = useRig();
  const query = useQuery(oldWithNewQuery(optionId, answer.revision, array, lot));
  if (query.isPending) return <Waiting what="each way of putting them together" failed={query.failureReason} />;
  if (query.isError) return <Failed error={query.error} retry={() => void query.refetch()} />;
  const most = Math.max(...query.data.ways.map((one) => one.wh_per_day ?? 0));
  return (
    <ul className="mt-3 border-ink border-t">
      {query.data.ways.map((one) => (
        <li key={one.how} className="grid grid-cols-[1fr_8rem_8rem_7rem] items-start gap-x-4 border-rule border-b py-2">
          <div>
            <p className={one.wh_per_day === most ? "font-semibold" : ""}>{one.text}</p>
            {one.findings.map((finding) => (
              <p key={finding} className="text-[13px] text-fault">
                ▲ {finding}
              </p>
            ))}
          </div>
          <p className="figure text-right">
            <Digits>{one.wh_per_day === null ? "–" : formatNumber(Math.round(one.wh_per_day))}</Digits>
            <span className="unit">Wh a day</span>
          </p>
          <p className="figure text-right text-soft">{one.price && `${one.price} in all`}</p>
          <div className="text-right">
            {one.patch.length > 0 && answer.may_edit && (
              <Button
                onClick={() => {
                  onTaken();
                  void edit(one.patch);
                }}
              >
                Do it so
              </Button>
            )}
          </div>
        </li>
      ))}
    </ul>
  );
}
