import { type ReactNode, useId, useState } from "react";
import type { Load, PatchOperation } from "../../api/types";
import { Button } from "../../ui/Button";
import { Dialog } from "../../ui/Dialog";
import { DialogFoot } from "../../ui/DialogFoot";
import { Labelled } from "../../ui/Labelled";
import { readQuantity } from "../../ui/readQuantity";
import { STORED_SO_FAR, useTypedSince } from "../../ui/useTypedSince";
import { faultOf } from "../rig/fields";
import { useEditHere, useRig } from "../rig/useRig";
import { Bars } from "./Bars";
import { KeepForm } from "./LoadSets";

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

type Draft = Omit<Load, "draw"> & { draw: Record<string, unknown> & { kind: keyof typeof DRAWS } };

/** All that can be said of a load: what a line says, and its hours, weather, range and order of shedding. */
export function LoadForm({ id, onClose }: { id: string; onClose: () => void }) {
  const { rig, units } = useRig();
  const edit = useEditHere();
  const typing = useTypedSince();
  const load = rig.loads[id];
  const [draft, setDraft] = useState(load as unknown as Draft);
  const [typed, setTyped] = useState<Record<string, string>>({});
  const [refusal, setRefusal] = useState("");
  if (!load) return null;
  const set = (part: Partial<Draft>) => setDraft((before) => ({ ...before, ...part }));

  /** What was typed of the numbers, read; the first that cannot be read is told. */
  const finished = (): Draft | string => {
    let value: Draft = structuredClone(draft);
    for (const [name, text] of Object.entries(typed)) {
      const [place, unit = ""] = name.split("|") as [string, string?];
      const read = readQuantity(text, unit, units);
      if ("fault" in read) return read.fault;
      const [group, member] = place.split(".") as [string, string?];
      if (member === undefined) value = { ...value, [group]: read.value };
      else if (read.value === null) {
        const { [member]: _, ...rest } = value[group as "draw"];
        value = { ...value, [group]: rest };
      } else value = { ...value, [group]: { ...value[group as "draw"], [member]: read.value } };
    }
    return value;
  };
  const store = async () => {
    setRefusal("");
    const value = finished();
    if (typeof value === "string") return setRefusal(value);
    // A row changed by its form is written anew: the line that was once typed no longer says it.
    const patch: PatchOperation[] = [{ op: "replace", path: `/loads/${id}`, value: { ...value, typed: null } }];
    const typedSince = typing.sent();
    const outcome = await edit(patch);
    if (!outcome.stored) setRefusal(faultOf(outcome));
    else if (typedSince()) setRefusal(STORED_SO_FAR);
    else onClose();
  };
  const field = (place: string, label: string, unit: string, value: number | null | undefined, look = "w-24") => {
    const name = `${place}|${unit}`;
    return (
      <TypedNumber
        label={label}
        unit={unit}
        look={look}
        value={typed[name] ?? (value === null || value === undefined ? "" : String(Number(value.toFixed(6))))}
        onChange={(text) => setTyped((before) => ({ ...before, [name]: text }))}
      />
    );
  };
  const members = DRAWS[draft.draw.kind].members;
  return (
    <Dialog title={load.name} onClose={onClose} wide>
      <form
        className="flex flex-col gap-4"
        onInput={typing.onInput}
        onSubmit={(event) => {
          event.preventDefault();
          void store();
        }}
      >
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
          {field("quantity", "How many", "", draft.quantity, "w-20")}
          <Tick label="for each person" on={draft.per_person} onChange={(on) => set({ per_person: on })} />
        </Line>
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
              {field(`draw.${member}`, MEMBER_WORDS[member] ?? member, unit, draft.draw[member] as number | undefined)}
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
          {draft.feed === "ac" && field("power_factor", "Power factor", "", draft.power_factor, "w-20")}
          {field("start_factor", "Starts at ×", "", draft.start_factor, "w-20")}
          {draft.feed === "dc" && field("lowest_v", "Stops below", "V", draft.lowest_v, "w-20")}
          {draft.feed === "dc" && field("highest_v", "Bears at most", "V", draft.highest_v, "w-20")}
        </Line>
        <Line>
          {field("hours_per_day", "Hours on a day of use", "h", draft.hours_per_day)}
          {field("days_per_week", "Days a week", "", draft.days_per_week, "w-16")}
          {field("low_factor", "Low use ×", "", draft.low_factor, "w-20")}
          {field("high_factor", "High use ×", "", draft.high_factor, "w-20")}
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
          {draft.when === "above_charge" &&
            field("above_charge_frac", "Charge above (0 to 1)", "", draft.above_charge_frac)}
        </Line>
        <Line>
          {field("duty_frac", "Share of those hours (0 to 1)", "", draft.duty_frac, "w-20")}
          {AMBIENTS.map((ambient) => (
            <span key={ambient}>
              {field(`duty_by_ambient.${ambient}`, `when ${ambient}`, "", draft.duty_by_ambient[ambient], "w-20")}
            </span>
          ))}
          <fieldset className="flex items-end gap-3 pb-1.5">
            <legend className="mb-1 text-[14px]">Seasons; none ticked: all year</legend>
            {SEASONS.map((season) => (
              <Tick
                key={season}
                label={season}
                on={draft.seasons.includes(season)}
                onChange={(on) =>
                  set({ seasons: SEASONS.filter((one) => (one === season ? on : draft.seasons.includes(one))) })
                }
              />
            ))}
          </fieldset>
        </Line>
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
          {draft.importance === "shed" && field("shed_order", "Goes as number", "", draft.shed_order, "w-16")}
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
        {draft.bars.length > 0 && <Bars bars={draft.bars} onChange={(bars) => set({ bars })} />}
        <DialogFoot refusal={refusal} last={false}>
          <Button onClick={onClose}>Leave</Button>
          <Button kind="main" type="submit">
            Store
          </Button>
        </DialogFoot>
      </form>
      <div className="mt-8">
        <KeepForm
          loadId={id}
          label="Keep it as a usual load of the shop, as it is stored, called"
          example={load.name}
        />
      </div>
    </Dialog>
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

function TypedNumber({
  label,
  unit,
  look,
  value,
  onChange,
}: {
  label: string;
  unit: string;
  look: string;
  value: string;
  onChange: (text: string) => void;
}) {
  return (
    <Labelled label={label}>
      {(id) => (
        <span className="flex items-center gap-1.5">
          <input
            id={id}
            className={`field ${look} text-right font-mono`}
            value={value}
            onChange={(event) => onChange(event.target.value)}
          />
          {unit && <span className="text-[13px] text-soft">{unit}</span>}
        </span>
      )}
    </Labelled>
  );
}
