import { type ReactNode, useId } from "react";
import type { Load } from "../../api/types";
import { Labelled } from "../../ui/Labelled";
import { MONTHS } from "../worksheet/words";
import type { LoadFormState } from "./useLoadForm";

const DRAWS = {
  watts: { words: "watts", members: [["watts", "W"]] },
  dc_amps: {
    words: "DC amps at volts",
    members: [
      ["amps", "A"],
      ["volts", "V"],
    ],
  },
  ac_amps: {
    words: "AC amps at volts",
    members: [
      ["amps", "A"],
      ["volts", "V"],
    ],
  },
  wh_per_day: { words: "Wh a day", members: [["wh", "Wh"]] },
  kwh_per_year: { words: "kWh a year, by its label", members: [["kwh", ""]] },
  cooling: {
    words: "BTU/h with EER",
    members: [
      ["btu_per_h", ""],
      ["eer", ""],
    ],
  },
  device_battery: {
    words: "a battery that is charged",
    members: [
      ["wh", "Wh"],
      ["charges_per_day", ""],
      ["charger_frac", ""],
    ],
  },
} as const;
const MEMBER_WORDS: Record<string, string> = {
  watts: "Watts",
  amps: "Amps",
  volts: "Volts",
  wh: "Watt-hours",
  kwh: "kWh a year",
  btu_per_h: "BTU an hour",
  eer: "EER",
  charges_per_day: "Charges a day",
  charger_frac: "Charger passes on (0 to 1)",
};
const SEASONS = ["spring", "summer", "autumn", "winter"] as const;
const AMBIENTS = ["freezing", "cold", "mild", "hot"] as const;

/** Its name and how many there are. */
export function WhatItIs({ form }: { form: LoadFormState }) {
  const { draft, set } = form;
  return (
    <Line>
      <Labelled label="Name">
        {(fieldId) => (
          <input
            id={fieldId}
            className="field w-64"
            maxLength={80}
            value={draft.name}
            onChange={(event) => set({ name: event.target.value })}
          />
        )}
      </Labelled>
      <Labelled label="Group">
        {(fieldId) => (
          <input
            id={fieldId}
            className="field w-40"
            maxLength={40}
            value={draft.group}
            onChange={(event) => set({ group: event.target.value })}
          />
        )}
      </Labelled>
      <Num form={form} place={"quantity"} label={"How many"} unit={""} value={draft.quantity} look="w-20" />
      <Tick label="for each person" on={draft.per_person} onChange={(on) => set({ per_person: on })} />
    </Line>
  );
}

/** What its plate states, and what feeds it. */
export function WhatItDraws({ form }: { form: LoadFormState }) {
  const { draft, set } = form;
  const members = DRAWS[draft.draw.kind].members;
  return (
    <Line>
      <Pick
        label="The plate states"
        value={draft.draw.kind}
        options={Object.entries(DRAWS).map(([kind, { words }]) => [kind, words])}
        onChange={(kind) =>
          set({
            draw: {
              kind: kind as keyof typeof DRAWS,
              ...(kind === "device_battery" ? { charger_frac: 0.85 } : {}),
            },
          })
        }
      />
      {members.map(([member, unit]) => (
        <span key={member}>
          <Num
            form={form}
            place={`draw.${member}`}
            label={MEMBER_WORDS[member] ?? member}
            unit={unit}
            value={draft.draw[member] as number | undefined}
          />
        </span>
      ))}
      <Pick
        label="Fed by"
        value={draft.feed}
        options={[
          ["dc", "DC"],
          ["step_down", "DC, stepped down"],
          ["ac", "AC, from the inverter"],
        ]}
        onChange={(feed) => set({ feed: feed as Load["feed"] })}
      />
      {draft.feed === "ac" && (
        <Num form={form} place="power_factor" label="Power factor" unit="" value={draft.power_factor} look="w-20" />
      )}
      <Num form={form} place={"start_factor"} label={"Starts at ×"} unit={""} value={draft.start_factor} look="w-20" />
      {draft.feed === "dc" && (
        <Num form={form} place="lowest_v" label="Stops below" unit="V" value={draft.lowest_v} look="w-20" />
      )}
      {draft.feed === "dc" && (
        <Num form={form} place="highest_v" label="Bears at most" unit="V" value={draft.highest_v} look="w-20" />
      )}
    </Line>
  );
}

/** Hours and days of use. */
export function HowLong({ form }: { form: LoadFormState }) {
  const { draft, set } = form;
  return (
    <Line>
      <Num form={form} place={"hours_per_day"} label={"Hours on a day of use"} unit={"h"} value={draft.hours_per_day} />
      <Num
        form={form}
        place={"days_per_week"}
        label={"Days a week"}
        unit={""}
        value={draft.days_per_week}
        look="w-16"
      />
      <Num form={form} place={"low_factor"} label={"Low use ×"} unit={""} value={draft.low_factor} look="w-20" />
      <Num form={form} place={"high_factor"} label={"High use ×"} unit={""} value={draft.high_factor} look="w-20" />
      <Pick
        label="Runs"
        value={draft.when}
        options={[
          ["always", "whenever it is wanted"],
          ["anchor", "at anchor or parked"],
          ["driving", "only while driving"],
          ["shore", "only on shore power"],
          ["above_charge", "only above a charge"],
        ]}
        onChange={(when) => set({ when: when as Load["when"] })}
      />
      {draft.feed === "ac" && draft.when === "shore" && (
        <Pick
          label="Goes over to AC by itself"
          value={draft.automatic ?? ""}
          options={[
            ["", "not said"],
            ["yes", "yes"],
            ["no", "no"],
          ]}
          onChange={(automatic) => set({ automatic: (automatic || null) as Load["automatic"] })}
        />
      )}
      {draft.feed === "ac" && draft.hangs_on === null && (
        <Pick
          label="Hangs on"
          value={draft.output}
          options={[
            ["backed_up", "what the inverter keeps up"],
            ["grid_only", "the hookup alone"],
            ["shed", "what is let go when it fails"],
          ]}
          onChange={(output) => set({ output: output as Load["output"] })}
        />
      )}
      {draft.when === "above_charge" && (
        <Num
          form={form}
          place="above_charge_frac"
          label="Charge above (0 to 1)"
          unit=""
          value={draft.above_charge_frac}
        />
      )}
    </Line>
  );
}

/** What the weather and the season do to it. */
export function Weather({ form }: { form: LoadFormState }) {
  const { draft, set } = form;
  return (
    <Line>
      <Num
        form={form}
        place={"duty_frac"}
        label={"Share of those hours (0 to 1)"}
        unit={""}
        value={draft.duty_frac}
        look="w-20"
      />
      {AMBIENTS.map((ambient) => (
        <span key={ambient}>
          <Num
            form={form}
            place={`duty_by_ambient.${ambient}`}
            label={`when ${ambient}`}
            unit={""}
            value={draft.duty_by_ambient[ambient]}
            look="w-20"
          />
        </span>
      ))}
      <fieldset className="flex items-end gap-3 pb-1.5">
        <legend className="mb-1 text-[14px]">
          {draft.months.length > 0
            ? `Seasons; of these only ${draft.months.map((month) => MONTHS[month - 1]).join(", ")}`
            : "Seasons; none ticked: all year"}
        </legend>
        {SEASONS.map((season) => (
          <Tick
            key={season}
            label={season}
            on={draft.seasons.includes(season)}
            onChange={(on) =>
              // Months that a line said belong to its seasons: with other seasons they would say something else.
              set({ seasons: SEASONS.filter((one) => (one === season ? on : draft.seasons.includes(one))), months: [] })
            }
          />
        ))}
      </fieldset>
    </Line>
  );
}

/** What comes first when charge is short, and its hours of the day. */
export function WhatMatters({ form }: { form: LoadFormState }) {
  const { draft, set } = form;
  return (
    <Line>
      <Pick
        label="Matters"
        value={draft.importance}
        options={[
          ["must", "must run"],
          ["should", "should run"],
          ["shed", "may be shed"],
        ]}
        onChange={(importance) => set({ importance: importance as Load["importance"] })}
      />
      {draft.importance === "shed" && (
        <Num form={form} place="shed_order" label="Goes as number" unit="" value={draft.shed_order} look="w-16" />
      )}
      <Labelled label="Never together with the others of">
        {(fieldId) => (
          <input
            id={fieldId}
            className="field w-40"
            maxLength={40}
            value={draft.never_with ?? ""}
            onChange={(event) => set({ never_with: event.target.value || null })}
          />
        )}
      </Labelled>
      <Pick
        label="Hours of the day"
        value={draft.bars.length > 0 ? "own" : (draft.profile ?? "")}
        options={[
          ["", "as is usual for it"],
          ["all_day", "all day"],
          ["waking", "waking hours"],
          ["meals", "at meals"],
          ["evening", "in the evening"],
          ["night", "at night"],
          ["sun", "while the sun shines"],
          ["driving", "while driving"],
          ["own", "24 bars of its own"],
        ]}
        onChange={(choice) =>
          set(
            choice === "own"
              ? { bars: Array(24).fill(2) as number[], profile: null }
              : { bars: [], profile: (choice || null) as Load["profile"] },
          )
        }
      />
    </Line>
  );
}

function Line({ children }: { children: ReactNode }) {
  return <div className="flex flex-wrap items-end gap-x-4 gap-y-3 border-rule border-b pb-4">{children}</div>;
}

function Tick({ label, on, onChange }: { label: string; on: boolean; onChange: (on: boolean) => void }) {
  const id = useId();
  return (
    <span className="touch flex items-center gap-1.5 pb-1.5">
      <input id={id} type="checkbox" checked={on} onChange={(event) => onChange(event.target.checked)} />
      <label htmlFor={id}>{label}</label>
    </span>
  );
}

function Pick({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: string;
  options: readonly (readonly [string, string])[];
  onChange: (value: string) => void;
}) {
  return (
    <Labelled label={label}>
      {(id) => (
        <select id={id} className="field" value={value} onChange={(event) => onChange(event.target.value)}>
          {options.map(([key, words]) => (
            <option key={key} value={key}>
              {words}
            </option>
          ))}
        </select>
      )}
    </Labelled>
  );
}

function Num({
  form,
  place,
  label,
  unit = "",
  look = "w-24",
  value,
}: {
  form: LoadFormState;
  place: string;
  label: string;
  unit?: string;
  look?: string;
  value: number | null | undefined;
}) {
  return (
    <Labelled label={label}>
      {(id) => (
        <span className="flex items-center gap-1.5">
          <input
            id={id}
            className={`field ${look} text-right font-mono`}
            value={form.textOf(place, unit, value)}
            onChange={(event) => form.type(place, unit, event.target.value)}
          />
          {unit && <span className="text-[13px] text-soft">{unit}</span>}
        </span>
      )}
    </Labelled>
  );
}
