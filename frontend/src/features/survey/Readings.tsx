import { useQuery } from "@tanstack/react-query";
import { readingsQuery } from "../../api/queries";
import type { PatchOperation, ReadingsAnswer, Rig, ToldReading } from "../../api/types";
import { formatQuantity } from "../../ui/formatQuantity";
import { Figure } from "../worksheet/Figure";
import { useRig } from "../worksheet/useRig";
import { FoundLine, WaitingLines } from "./FoundLine";
import { MomentMore } from "./ReadingMore";

type Reading = Rig["survey"]["readings"][string];
interface Moment {
  at: string | null;
  readings: [string, Reading][];
}

/** What meters say: typed as one line, held against the rig at once, and kept by date. */
export function Readings() {
  const { rig, answer, optionId } = useRig();
  const count = Object.keys(rig.survey.readings).length;
  const { data } = useQuery({ ...readingsQuery(optionId, answer.revision), enabled: count > 0 });
  const moments = momentsOf(rig);
  return (
    <>
      {answer.may_edit && (
        <FoundLine
          of="reading"
          label="What the meters say"
          autoFocus={count === 0}
          placeholder="13.3 V, 64%, +22 A, solar 410 W, hazy"
        />
      )}
      <WaitingLines of="reading" />
      {count === 0 ? (
        <p className="max-w-[42rem] text-soft">
          Two or three readings of one moment are enough: volts at rest, the percent of a gauge, amps into the bank or
          out of it, watts of the array and what the sky is like. Each is held against what the rig should show.
        </p>
      ) : (
        moments.map((one) => <MomentOf key={one.readings[0]?.[0]} moment={one} heard={data} />)
      )}
    </>
  );
}

/** Readings of one hour together, the latest first. */
function momentsOf(rig: Rig): Moment[] {
  const found = new Map<string, Moment>();
  const ordered = Object.entries(rig.survey.readings).sort(([, one], [, other]) => one.position - other.position);
  for (const [id, reading] of ordered) {
    const key = reading.at ?? id;
    const moment = found.get(key) ?? { at: reading.at, readings: [] };
    moment.readings.push([id, reading]);
    found.set(key, moment);
  }
  return [...found.values()].sort((one, other) => (other.at ?? "").localeCompare(one.at ?? ""));
}

const DAY = new Intl.DateTimeFormat("en-GB", { day: "numeric", month: "long", year: "numeric" });

function when(at: string | null): string {
  if (at === null) return "At no known time";
  return `${DAY.format(new Date(at))}, ${at.slice(11, 16)}`;
}

function MomentOf({ moment, heard }: { moment: Moment; heard: ReadingsAnswer | undefined }) {
  const { answer } = useRig();
  const ids = moment.readings.map(([id]) => id);
  const follows = heard?.follows.filter((one) => ids.includes(one.moment)) ?? [];
  const first = moment.readings[0]?.[1];
  const sky = moment.readings.map(([, one]) => one.sky).find(Boolean);
  const said = [when(moment.at), first?.state ? STATES[first.state] : "", sky ? `${sky} sky` : ""].filter(Boolean);
  return (
    <section className="mb-7 max-w-[60rem]" aria-label={when(moment.at)}>
      <h2 className="border-ink border-b pb-1 font-semibold">
        {said[0]}
        <span className="ml-2 font-normal text-[14px] text-soft">{said.slice(1).join(", ")}</span>
      </h2>
      {follows.map((one) => (
        <p key={one.what} className="border-rule border-b py-2 text-[20px] leading-snug">
          {one.what}
        </p>
      ))}
      <ul>
        {moment.readings.map(([id, reading]) => (
          <ReadingRow key={id} id={id} reading={reading} told={heard?.told.find((one) => one.reading === id)} />
        ))}
      </ul>
      <WhatIsMissing moment={moment} />
      {answer.may_edit && <MomentMore readings={moment.readings} />}
    </section>
  );
}

const STATES = { resting: "at rest", charging: "while it charges", loaded: "under load" } as const;
const LOOKS: Record<ToldReading["verdict"], { mark: string; colour: string }> = {
  agrees: { mark: "✓", colour: "text-ink" },
  off: { mark: "≠", colour: "text-fault" },
  says_nothing: { mark: "–", colour: "text-soft" },
  open: { mark: "?", colour: "text-soft" },
};

function ReadingRow({ id, reading, told }: { id: string; reading: Reading; told: ToldReading | undefined }) {
  const { answer, edit, units } = useRig();
  const look = LOOKS[told?.verdict ?? "says_nothing"];
  const value = formatQuantity(reading.value, reading.unit, units);
  // What would explain it is no more than that; where it agrees the sentence has said it.
  const [likeliest, ...others] = told && told.verdict !== "agrees" ? told.why : [];
  return (
    <li className="flex items-start gap-3 border-rule border-b py-2">
      <span aria-hidden="true" className={`figure w-5 shrink-0 text-center text-[18px] ${look.colour}`}>
        {look.mark}
      </span>
      <div className="min-w-0 flex-1">
        <p className={told?.verdict === "off" ? "font-semibold" : ""}>
          {told && <span className="sr-only">{told.verdict_words}: </span>}
          {told ? told.what : `${value.number} ${value.unit}${reading.note ? `, ${reading.note}` : ""}`}
        </p>
        {likeliest && (
          <p className="text-[15px]">
            <span className="text-soft">Likeliest:</span> {likeliest}
          </p>
        )}
        {others.length > 0 && (
          <details className="text-[14px] text-soft">
            <summary className="touch w-fit cursor-pointer">
              {others.length === 1 ? "Or something else" : `Or one of ${others.length} others`}
            </summary>
            <ul className="ml-4 list-disc">
              {others.map((one) => (
                <li key={one}>{one}</li>
              ))}
            </ul>
          </details>
        )}
        {told && told.figures.length > 1 && (
          <details className="text-[14px] text-soft">
            <summary className="touch w-fit cursor-pointer">Working</summary>
            <ul className="ml-4">
              {told.figures.map((one) => (
                <li key={one.key}>
                  {one.title} <Figure figure={one} share={one.unit === "" && one.key.endsWith("_frac")} />
                </li>
              ))}
            </ul>
          </details>
        )}
        {(reading.instrument || (reading.note && told)) && (
          <p className="text-[13px] text-soft">{[reading.instrument, reading.note].filter(Boolean).join("; ")}</p>
        )}
      </div>
      {answer.may_edit && (
        <button
          type="button"
          aria-label={`Remove the reading of ${value.number} ${value.unit}`}
          className="touch h-8 w-8 text-soft hover:text-danger"
          onClick={() => void edit([{ op: "remove", path: `/survey/readings/${id}` }])}
        >
          ×
        </button>
      )}
    </li>
  );
}

/** State and sky, where a reading hangs on them and nobody said them: one tap for all of the moment. */
function WhatIsMissing({ moment }: { moment: Moment }) {
  const { answer, edit } = useRig();
  if (!answer.may_edit) return null;
  const has = (...quantities: Reading["quantity"][]) =>
    moment.readings.some(([, one]) => quantities.includes(one.quantity));
  const amps = has("bank_amps", "charger_amps", "load_amps");
  const noState = has("volts") && !amps && moment.readings.every(([, one]) => one.state === null);
  const noSky = has("array_watts", "harvest_wh") && moment.readings.every(([, one]) => one.sky === null);
  const say = (member: "state" | "sky", value: string) =>
    void edit(
      moment.readings.map(([id]): PatchOperation => ({ op: "add", path: `/survey/readings/${id}/${member}`, value })),
    );
  return (
    <>
      {noState && <Ask what="Did it rest?" answers={Object.entries(STATES)} onSay={(value) => say("state", value)} />}
      {noSky && (
        <Ask
          what="What was the sky like?"
          answers={["clear", "hazy", "overcast"].map((one) => [one, one])}
          onSay={(value) => say("sky", value)}
        />
      )}
    </>
  );
}

function Ask({ what, answers, onSay }: { what: string; answers: [string, string][]; onSay: (value: string) => void }) {
  return (
    <p className="flex flex-wrap items-center gap-2 py-2">
      {what}
      {answers.map(([value, words]) => (
        <button
          key={value}
          type="button"
          aria-label={`${what} ${words}`}
          onClick={() => onSay(value)}
          className="touch h-8 border border-mark bg-sheet px-2.5 text-[14px] hover:border-ink"
        >
          {words}
        </button>
      ))}
    </p>
  );
}
