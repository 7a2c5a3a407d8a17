import { useId, useRef, useState } from "react";
import { asItIs, client, unwrap } from "../../api/client";
import type { MeterLog, PatchOperation, Wish } from "../../api/types";
import { Button } from "../../ui/Button";
import { FilePicker } from "../../ui/FilePicker";
import { formatNumber } from "../../ui/formatQuantity";
import { Refusal } from "../../ui/Refusal";
import { useTask } from "../../ui/useTask";
import { PreviewedFix } from "../worksheet/PreviewedFix";
import { useRig } from "../worksheet/useRig";
import { WorkedFigures } from "../worksheet/WorkedFigures";

/** Ways into a job beside the audit: one wish, what they own, what a meter kept. */
export function WaysIn() {
  return (
    <div className="grid gap-x-10 gap-y-6 pt-3 lg:grid-cols-2">
      <OneWish />
      <AMetersLog />
    </div>
  );
}

const EXAMPLES = ["this air conditioner 1000 W for eight hours", "four days of rain", "2 x 100 Ah AGM"];

function OneWish() {
  const { optionId, answer } = useRig();
  const id = useId();
  const [said, setSaid] = useState("");
  const [wish, setWish] = useState<Wish | null>(null);
  const latest = useRef("");
  const task = useTask();
  const ask = (text: string) => {
    setSaid(text);
    latest.current = text;
    void task.run(async () => {
      const params = { path: { option_id: optionId } };
      const found = await unwrap(client.POST("/api/v1/options/{option_id}/wishes", { params, body: { said: text } }));
      // In other words by now: the answer is to what no longer stands there.
      if (latest.current === text) setWish(found as Wish);
    });
  };
  const readings = [
    ...(wish?.line?.questions.flatMap((question) => question.readings) ?? []),
    ...(wish?.line?.completions.map((one) => one.line) ?? []),
  ];
  return (
    <div>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          if (said.trim()) ask(said.trim());
        }}
      >
        <label htmlFor={id}>One wish, or what they own</label>
        <span className="mt-1 flex gap-2">
          <input
            id={id}
            className="field min-w-0 flex-1"
            maxLength={200}
            placeholder={EXAMPLES[0]}
            value={said}
            onChange={(event) => {
              setSaid(event.target.value);
              latest.current = event.target.value.trim();
              setWish(null);
            }}
          />
          <Button type="submit" disabled={task.busy}>
            Work it out
          </Button>
        </span>
      </form>
      <Refusal>{task.refusal}</Refusal>
      {wish === null && (
        <p className="mt-2 text-[13px] text-soft">
          Such as{" "}
          {EXAMPLES.map((example, index) => (
            <span key={example}>
              {index > 0 && ", "}
              <button type="button" className="touch underline underline-offset-2" onClick={() => ask(example)}>
                {example}
              </button>
            </span>
          ))}
          .
        </p>
      )}
      {wish && (
        <div className="mt-3">
          {wish.understood && <p className="text-[14px]">{wish.understood}</p>}
          {wish.line?.questions.map((question) => (
            <p key={question.code} className="text-[14px] text-fault">
              {question.detail}
            </p>
          ))}
          {readings.length > 0 && (
            <p className="mt-1 flex flex-wrap gap-2">
              {readings.map((reading) => (
                <Button key={reading} onClick={() => ask(reading)}>
                  {reading}
                </Button>
              ))}
            </p>
          )}
          <WorkedFigures heading={HEADS[wish.kind]} figures={wish.figures} />
          {wish.patch.length > 0 && answer.may_edit && (
            <p className="mt-3">
              <PreviewedFix fix={{ label: TAKE[wish.kind], patch: wish.patch }} />
            </p>
          )}
        </div>
      )}
    </div>
  );
}

const HEADS = {
  load: "By itself, for one day",
  days: "Then it takes",
  bank: "It gives",
  unclear: "",
} as const;

const TAKE = {
  load: "Put it on the sheet",
  days: "Promise that",
  bank: "Take it as their bank",
  unclear: "",
} as const;

function AMetersLog() {
  const { optionId, answer, edit } = useRig();
  const [log, setLog] = useState<MeterLog | null>(null);
  const [done, setDone] = useState("");
  const task = useTask();
  const read = (file: File) =>
    task.run(async () => {
      setDone("");
      setLog(null);
      setLog(
        (await unwrap(
          client.POST("/api/v1/options/{option_id}/meter-log", {
            params: { path: { option_id: optionId } },
            ...asItIs(file, "text/csv"),
          }),
        )) as MeterLog,
      );
    });
  const take = async (patch: PatchOperation[], words: string) => {
    if ((await edit(patch)).stored) setDone(words);
  };
  return (
    <div>
      <p>A measured run, or a meter's history</p>
      <div className="mt-1 flex flex-wrap items-center gap-3">
        <FilePicker label="Meter log" accept=".csv,text/csv" onFile={(file) => void read(file)}>
          {(choose) => (
            <Button onClick={choose} disabled={task.busy}>
              {task.busy ? "Reading…" : "Read a CSV"}
            </Button>
          )}
        </FilePicker>
        <span className="text-[13px] text-soft">days in Ah or Wh, or a log in W, or in A and V</span>
      </div>
      <Refusal>{task.refusal}</Refusal>
      {log && (
        <div className="mt-3 text-[14px]">
          <p>
            {summary(log)}{" "}
            {log.charging_left_out && "Both signs were there: what is negative was taken as use, charging left out. "}
            {log.partial.length > 0 &&
              log.days.length > 0 &&
              `${log.partial.length} days not metered whole are left out.`}
          </p>
          {answer.may_edit && (
            <p className="mt-2 flex flex-wrap gap-2">
              {log.measured.length > 0 && (
                <Button onClick={() => void take(log.measured, "The days stand beside the audit, on the loads step.")}>
                  Put its days beside the audit
                </Button>
              )}
              {log.as_load.length > 0 && (
                <Button onClick={() => void take(log.as_load, "It stands on the sheet, as one line.")}>
                  Take it as one line of the audit
                </Button>
              )}
            </p>
          )}
          <p role="status" className="mt-1 text-soft">
            {done}
          </p>
        </div>
      )}
    </div>
  );
}

function summary(log: MeterLog): string {
  const amount = (value: number) => formatNumber(value);
  if (log.days.length === 0) {
    return `A run of ${amount(log.hours)} h took ${amount(log.total)} ${log.unit}: ${amount(log.mean_w)} W all along.`;
  }
  const first = log.days[0]?.day;
  const last = log.days.at(-1)?.day;
  return `${log.days.length} whole days, ${first} to ${last}, out of ${amount(log.rows)} rows: ${amount(log.mean_w)} W all along.`;
}
