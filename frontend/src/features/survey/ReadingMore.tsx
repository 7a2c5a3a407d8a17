import { useId, useState } from "react";
import type { PatchOperation, Rig } from "../../api/types";
import { FieldRow, faultOf, NumberField, useDraft, WordsField } from "../worksheet/fields";
import { useEditHere, useRig } from "../worksheet/useRig";
import { nameOf } from "./foundKinds";

type Reading = Rig["survey"]["readings"][string];
type Readings = readonly (readonly [string, Reading])[];

const STATES = [
  ["resting", "at rest"],
  ["charging", "while it charges"],
  ["loaded", "under load"],
] as const;
const SKIES = [
  ["clear", "clear"],
  ["hazy", "hazy"],
  ["overcast", "overcast"],
] as const;
const SOURCES = [
  ["sun", "the sun"],
  ["driving", "driving"],
  ["hookup", "a hookup"],
  ["generator", "a generator"],
] as const;

/** Everything that a moment says of its readings: hour, state, sky, what charged and what ran, and where. */
export function MomentMore({ readings }: { readings: Readings }) {
  const { rig, edit } = useRig();
  const first = readings[0]?.[1];
  if (!first) return null;
  const say = (member: string, value: unknown) =>
    void edit(
      readings.map(
        ([id]): PatchOperation => ({ op: "add", path: `/survey/readings/${id}/${member}`, value: value as never }),
      ),
    );
  const stays = Object.entries(rig.stays).map(([id, one]) => [id, one.place || "a stay without a name"] as const);
  const toggled = (list: readonly string[], one: string) =>
    list.includes(one) ? list.filter((other) => other !== one) : [...list, one];
  return (
    <details className="py-1 text-[14px]">
      <summary className="touch w-fit cursor-pointer text-soft">Hour, state, sky and what ran</summary>
      <div className="mt-1">
        <When readings={readings} />
        <Select label="State" value={first.state} choices={STATES} onSay={(value) => say("state", value)} />
        <Select label="Sky" value={first.sky} choices={SKIES} onSay={(value) => say("sky", value)} />
        <Select label="Where" value={first.stay} choices={stays} onSay={(value) => say("stay", value)} />
        <Several
          label="Charged by"
          chosen={first.charged_by}
          choices={SOURCES}
          onToggle={(one) => say("charged_by", toggled(first.charged_by, one))}
        />
        <Several
          label="Loads that ran"
          chosen={first.loads_on}
          choices={Object.entries(rig.loads).map(([id, load]) => [id, load.name] as const)}
          onToggle={(one) => say("loads_on", toggled(first.loads_on, one))}
        />
        {readings.map(([id, one]) => (
          <OneOf key={id} id={id} reading={one} several={readings.length > 1} />
        ))}
      </div>
    </details>
  );
}

/** The hour of all of them, as “2026-05-03 09:10”: kept as it is typed until the field is left. */
function When({ readings }: { readings: Readings }) {
  const id = useId();
  const { answer } = useRig();
  const edit = useEditHere();
  const [fault, setFault] = useState("");
  const stored = readings[0]?.[1].at?.slice(0, 16).replace("T", " ") ?? "";
  const send = async (text: string, seen: number) => {
    const value = text === "" ? null : text.replace(" ", "T");
    const outcome = await edit(
      readings.map(([one]): PatchOperation => ({ op: "add", path: `/survey/readings/${one}/at`, value })),
      { seen },
    );
    if (outcome.stored) return true;
    setFault(outcome.problem && !outcome.problem.draft ? "Write it as 2026-05-03 09:10." : faultOf(outcome));
    return false;
  };
  const draft = useDraft(stored, send, () => setFault(""));
  return (
    <FieldRow id={id} label="When" fault={fault}>
      <input
        {...draft}
        id={id}
        disabled={!answer.may_edit}
        placeholder="2026-05-03 09:10"
        className="field w-44 font-mono"
        aria-invalid={fault !== ""}
        aria-describedby={fault ? `${id}-fault` : undefined}
      />
    </FieldRow>
  );
}

/** What one reading alone says: of which thing, by which meter. */
function OneOf({ id, reading, several }: { id: string; reading: Reading; several: boolean }) {
  const { rig, edit } = useRig();
  const path = `/survey/readings/${id}`;
  const of = several ? `, ${reading.value} ${reading.unit}` : "";
  const things = Object.entries(rig.survey.items).map(([item, one]) => [item, nameOf(one)] as const);
  return (
    <>
      <NumberField label={`Value${of}`} path={`${path}/value`} unit={reading.unit} value={reading.value} />
      <Select
        label={`Read of${of}`}
        value={reading.thing}
        choices={things}
        onSay={(value) => void edit([{ op: "add", path: `${path}/thing`, value }])}
      />
      <WordsField label={`Meter${of}`} path={`${path}/instrument`} value={reading.instrument} />
      <NumberField
        label={`Its accuracy, as a share${of}`}
        path={`${path}/accuracy_frac`}
        unit=""
        value={reading.accuracy_frac}
        nullable
      />
      <WordsField label={`Note${of}`} path={`${path}/note`} value={reading.note} />
    </>
  );
}

function Select({
  label,
  value,
  choices,
  onSay,
}: {
  label: string;
  value: string | null;
  choices: readonly (readonly [string, string])[];
  onSay: (value: string | null) => void;
}) {
  return (
    <FieldRow label={label}>
      <select
        aria-label={label}
        className="field"
        value={value ?? ""}
        onChange={(event) => onSay(event.target.value || null)}
      >
        <option value="">not said</option>
        {choices.map(([one, words]) => (
          <option key={one} value={one}>
            {words}
          </option>
        ))}
      </select>
    </FieldRow>
  );
}

function Several({
  label,
  chosen,
  choices,
  onToggle,
}: {
  label: string;
  chosen: readonly string[];
  choices: readonly (readonly [string, string])[];
  onToggle: (one: string) => void;
}) {
  if (choices.length === 0) return null;
  return (
    <FieldRow label={label}>
      <span className="flex flex-wrap gap-x-4">
        {choices.map(([one, words]) => (
          <label key={one} className="touch flex items-center gap-1.5">
            <input type="checkbox" checked={chosen.includes(one)} onChange={() => onToggle(one)} />
            {words}
          </label>
        ))}
      </span>
    </FieldRow>
  );
}
