import type { ReactNode } from "react";
import { useState } from "react";
import type { FigureValue, Rig } from "../../api/types";
import { Button } from "../../ui/Button";
import { Labelled } from "../../ui/Labelled";
import { lazyPage } from "../../ui/lazyPage";
import { Section } from "../../ui/PageHead";
import { Refusal } from "../../ui/Refusal";
import { readQuantity } from "../../ui/readQuantity";
import { useTask } from "../../ui/useTask";
import { useTypedSince } from "../../ui/useTypedSince";
import { Figure } from "../worksheet/Figure";
import { faultOf, SelectField } from "../worksheet/fields";
import { rowName } from "../worksheet/rowName";
import { useEditHere, useRig } from "../worksheet/useRig";
import { Months } from "./Months";

type FigureOf = (key: string) => FigureValue | undefined;
type Figures = Record<string, FigureValue>;

const SEASONS = ["spring", "summer", "autumn", "winter"] as const;
const FEEDS: [string, string][] = [
  ["dc", "DC"],
  ["step_down", "DC, stepped down"],
  ["ac", "AC, with the inverter's own draw"],
];

const DayStrip = lazyPage(
  "the day",
  async () => (await import("./DayStrip")).DayStrip,
  ({ children }) => <div className="min-h-[180px]">{children}</div>,
);

/** What the list comes to: by hour, group, feed and season, low and high, and by the trade's other methods. */
export function LoadResults({ figures }: { figures: Figures }) {
  const figure: FigureOf = (key) => figures[key];
  return (
    <>
      <Section title="A full day, hour by hour">
        <DayStrip shape={figure("loads.shape_w")} />
      </Section>
      <div className="grid gap-x-10 lg:grid-cols-2">
        <Groups figures={figures} />
        <div>
          <Spread figure={figure} />
          <Methods figure={figure} />
        </div>
      </div>
      <Starts figures={figures} />
    </>
  );
}

function Groups({ figures }: { figures: Figures }) {
  const groups = Object.entries(figures)
    .filter(([key]) => key.startsWith("loads.by_group."))
    .map(([key, figure]) => ({ name: key.slice("loads.by_group.".length, -"_wh".length).replaceAll("_", " "), figure }))
    .filter(({ figure }) => amount(figure) > 0)
    .sort((one, other) => amount(other.figure) - amount(one.figure));
  const largest = amount(groups[0]?.figure);
  return (
    <Section title="From the bank, by group">
      <table className="w-full">
        <tbody>
          {groups.map(({ name, figure }) => (
            <Row key={name} label={name}>
              <td className="w-[38%]">
                <span
                  className="block h-[9px] bg-stored"
                  style={{ width: `${Math.max((amount(figure) / largest) * 100, 1)}%` }}
                />
              </td>
              <Cell figure={figure} />
            </Row>
          ))}
          {FEEDS.map(([feed, words]) => {
            const figure = figures[`loads.by_feed.${feed}_wh`];
            return figure ? (
              <Row key={feed} label={words} soft>
                <td />
                <Cell figure={figure} />
              </Row>
            ) : null;
          })}
        </tbody>
      </table>
    </Section>
  );
}

/** Seasons, range, and what never stops. */
function Spread({ figure }: { figure: FigureOf }) {
  const { rig } = useRig();
  const planned = amount(figure("loads.largest_season_wh_per_day"));
  const standing = figure("loads.standing_ah_per_day");
  const seasonal = Object.values(rig.loads).some(
    (load) => load.seasons.length > 0 || Object.keys(load.duty_by_ambient).length > 0,
  );
  return (
    <Section title="A day at the devices">
      <table className="w-full">
        <tbody>
          <Row label="By low use">
            <Cell figure={figure("loads.wh_per_day.low")} />
          </Row>
          <Row label="Typical">
            <Cell figure={figure("loads.wh_per_day")} strong />
          </Row>
          <Row label="By high use">
            <Cell figure={figure("loads.wh_per_day.high")} />
          </Row>
          {seasonal &&
            SEASONS.map((season) => {
              const found = figure(`loads.wh_per_day.${season}`);
              return (
                <Row key={season} label={season} soft={amount(found) !== planned}>
                  <Cell figure={found} strong={amount(found) === planned} />
                </Row>
              );
            })}
        </tbody>
      </table>
      {seasonal && <Months figure={figure("loads.wh_per_day_by_month")} />}
      {standing && amount(standing) > 0 && (
        <p className="mt-2 text-[14px] text-soft">
          <Figure figure={figure("loads.standing_a")} className="text-ink" /> never stop: that is{" "}
          <Figure figure={standing} className="text-ink" /> a day, before anybody switches anything on. One ampere all
          day is 24 Ah.
        </p>
      )}
      {figure("loads.if_all_dc_wh_per_day") && (
        <p className="mt-2 text-[14px] text-soft">
          Were every AC appliance a DC one of the same watts, a day would take{" "}
          <Figure figure={figure("loads.if_all_dc_wh_per_day")} className="text-ink" /> instead of{" "}
          <Figure figure={figure("loads.wh_per_day_at_bank")} className="text-ink" />.
        </p>
      )}
      <Costliest rig={rig} figure={figure} />
    </Section>
  );
}

function Costliest({ rig, figure }: { rig: Rig; figure: FigureOf }) {
  const rows = Object.entries(rig.loads)
    .map(([id, load]) => ({ id, name: load.name, wh: amount(figure(`loads.row.${id}.wh_at_bank`)) }))
    .filter(({ id, wh }) => wh > 0 && !rig.loads[id]?.struck)
    .sort((one, other) => other.wh - one.wh)
    .slice(0, 3);
  if (rows.length < 3) return null;
  return (
    <p className="mt-2 text-[14px] text-soft">
      The three costliest:{" "}
      {rows.map(({ id, name }, index) => (
        <span key={id}>
          {index > 0 && ", "}
          <span className="text-ink">{name}</span>{" "}
          <Figure figure={figure(`loads.row.${id}.wh_at_bank`)} className="text-ink" />
        </span>
      ))}
      .
    </p>
  );
}

/** The audit beside the shortcuts; where they part, the working says why. */
function Methods({ figure }: { figure: FigureOf }) {
  const { rig } = useRig();
  const class_v = rig.storage.system_v;
  return (
    <Section title="The same day by other methods" aside="amp-hours">
      <table className="w-full">
        <tbody>
          <Row label={`Full audit, at the bank's ${class_v} V class`}>
            <Cell figure={figure("loads.method.audit_ah")} strong />
          </Row>
          <Row label="Watt-hours divided by twelve" soft>
            <Cell figure={figure("loads.method.by_twelve_ah")} />
          </Row>
          <Row label="Ten times AC amps" soft>
            <Cell figure={figure("loads.method.ten_times_ac_ah")} />
          </Row>
          {figure("loads.method.measured_ah") && (
            <>
              <Row label="Measured, the mean day, scaled">
                <Cell figure={figure("loads.method.measured_ah")} />
              </Row>
              <Row label="Measured, the largest day, scaled" soft>
                <Cell figure={figure("loads.method.measured_most_ah")} />
              </Row>
            </>
          )}
          {figure("brief.believed_ah_per_day") && (
            <Row label="What they think">
              <Cell figure={figure("brief.believed_ah_per_day")} />
            </Row>
          )}
        </tbody>
      </table>
      <p className="mt-2 text-[13px] text-soft">
        The shortcuts speak of 12 V, and leave out wiring, the inverter's losses and its own draw. Press a figure for
        its working.
      </p>
      {rig.brief.measured_ah.length > 0 && (
        <SelectField
          label="A day is"
          path="/brief/day_from"
          value={rig.brief.day_from}
          options={[
            { value: "audit", label: "what the audit makes of it" },
            { value: "meter", label: "what the meter counted, its spread as margin" },
          ]}
        />
      )}
      <Measured />
    </Section>
  );
}

/** Days that a meter counted, typed or pasted as they stand, and how the new use compares with that of then. */
function Measured() {
  const { rig, answer } = useRig();
  const edit = useEditHere();
  const task = useTask();
  const typing = useTypedSince();
  const [draft, setDraft] = useState<{ days: string; scale: string } | null>(null);
  if (!answer.may_edit) return null;
  const shown = draft ?? { days: rig.brief.measured_ah.join(" "), scale: String(rig.brief.measured_scale) };
  const store = async () => {
    const typedSince = typing.sent();
    const words = shown.days.split(/[\s;]+/).filter(Boolean);
    const days = words.map((word) => Number(word.replace(",", ".").replace(/ah$/i, "")));
    const wrong = words.find((_, index) => !Number.isFinite(days[index]));
    if (wrong) throw new Error(`“${wrong}” is not a number of Ah.`);
    const scale = readQuantity(shown.scale, "", "metric");
    if ("fault" in scale || scale.value === null) throw new Error("The scale is a number, such as 1 or 0.5.");
    const outcome = await edit([
      { op: "replace", path: "/brief/measured_ah", value: days },
      { op: "replace", path: "/brief/measured_scale", value: scale.value },
    ]);
    if (!outcome.stored) throw new Error(faultOf(outcome));
    if (!typedSince()) setDraft(null);
  };
  return (
    <details className="mt-2 text-[14px]">
      <summary className="touch cursor-pointer">A meter has counted days</summary>
      <form
        className="mt-2 flex flex-wrap items-end gap-3"
        onInput={typing.onInput}
        onSubmit={(event) => {
          event.preventDefault();
          void task.run(store);
        }}
      >
        <Labelled label="Ah of each day, as “62 58 71”">
          {(id) => (
            <input
              id={id}
              value={shown.days}
              onChange={(event) => setDraft({ ...shown, days: event.target.value })}
              className="field w-64 font-mono"
            />
          )}
        </Labelled>
        <Labelled label="New use ×">
          {(id) => (
            <input
              id={id}
              value={shown.scale}
              onChange={(event) => setDraft({ ...shown, scale: event.target.value })}
              className="field w-20 text-right font-mono"
            />
          )}
        </Labelled>
        <Button type="submit" disabled={task.busy}>
          Store
        </Button>
      </form>
      <Refusal>{task.refusal}</Refusal>
    </details>
  );
}

/** Which loads make the worst start. */
function Starts({ figures }: { figures: Figures }) {
  const { rig } = useRig();
  const starts = Object.entries(figures)
    .filter(([key]) => key.startsWith("loads.start."))
    .map(([key, figure]) => ({ name: rowName(rig, key.split(".")[2] ?? ""), figure }))
    .sort((one, other) => amount(other.figure) - amount(one.figure));
  const never = [...new Set(Object.values(rig.loads).flatMap((load) => (load.never_with ? [load.never_with] : [])))];
  return (
    <p className="mb-6 max-w-[46rem] text-[14px] text-soft">
      Everything running together draws <Figure figure={figures["loads.peak_w"]} className="text-ink" />
      {never.length > 0 && `, of what never runs together (${never.join(", ")}) only the largest`}; the worst start{" "}
      <Figure figure={figures["loads.worst_start_w"]} className="text-ink" />
      {starts[0] && (
        <>
          , when <span className="text-ink">{starts[0].name}</span> starts last
        </>
      )}
      .
    </p>
  );
}

function amount(figure: FigureValue | undefined): number {
  return typeof figure?.value === "number" ? figure.value : 0;
}

function Row({ label, soft = false, children }: { label: string; soft?: boolean; children: ReactNode }) {
  return (
    <tr className={`border-rule border-b ${soft ? "text-soft" : ""}`}>
      <th scope="row" className="h-[30px] text-left font-normal first-letter:uppercase">
        <span className="inline-block first-letter:uppercase">{label}</span>
      </th>
      {children}
    </tr>
  );
}

function Cell({ figure, strong = false }: { figure: FigureValue | undefined; strong?: boolean }) {
  return (
    <td className="text-right">
      <Figure figure={figure} className={strong ? "font-semibold" : ""} />
    </td>
  );
}
