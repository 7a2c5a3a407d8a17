import { type ReactNode, useState } from "react";
import type { Rig, Stay } from "../../api/types";
import { Button } from "../../ui/Button";
import { HeadRow } from "../../ui/HeadRow";
import { readQuantity } from "../../ui/readQuantity";
import { Figure } from "../rig/Figure";
import { useMember, useSaid } from "../rig/fields";
import { useRig } from "../rig/useRig";
import { useStepFigures } from "../rig/useStepFigures";
import { JourneyFile } from "./JourneyFile";
import { PlaceFinder } from "./PlaceFinder";
import { AMBIENTS, HOOKUPS, MONTHS } from "./words";

const COLUMNS = [
  { label: "Place" },
  { label: "Month" },
  { label: "Nights" },
  { label: "Driving, h a day" },
  { label: "Hookup" },
  { label: "Weather" },
  { label: "Remove", hidden: true },
];

export function StayTable() {
  const { rig, answer, edit } = useRig();
  const { figure } = useStepFigures("brief");
  const stays = orderedStays(rig);
  const add = () => {
    const last = stays.at(-1)?.[1];
    const position = (last?.position ?? 0) + 1;
    const value = {
      position,
      place: "",
      month: last?.month ?? 7,
      nights: 3,
      driving_hours_per_day: 1.5,
      hookup: "none",
      ambient: "mild",
    };
    const id = `s${Date.now().toString(36)}`;
    void edit([{ op: "add", path: `/stays/${id}`, value }]);
  };
  return (
    <>
      <table className="w-full max-w-[56rem]">
        <HeadRow columns={COLUMNS} />
        <tbody>
          {stays.map(([id, stay]) => (
            <StayRow key={id} id={id} stay={stay} />
          ))}
        </tbody>
      </table>
      <div className="mt-3 flex items-center gap-5">
        {answer.may_edit && <Button onClick={add}>Add a stay</Button>}
        {answer.may_edit && <JourneyFile />}
        <p className="text-[14px] text-soft">
          Over all stays they drive <Figure figure={figure("brief.driving_hours_per_day")} className="text-ink" /> a
          day.
        </p>
      </div>
    </>
  );
}

function orderedStays(rig: Rig): [string, Stay][] {
  return Object.entries(rig.stays).sort(([, one], [, other]) => one.position - other.position);
}

function StayRow({ id, stay }: { id: string; stay: Stay }) {
  const { edit, answer } = useRig();
  const name = stay.place || "this stay";
  const months = MONTHS.map((month, index) => ({ value: index + 1, label: month }));
  return (
    <tr className="border-rule border-t align-top">
      <Cell id={id} member="place" label={`Place of ${name}`} value={stay.place} text width="w-full min-w-24">
        <PlaceFinder id={id} stay={stay} />
      </Cell>
      <Pick id={id} member="month" label={`Month of ${name}`} value={stay.month} options={months} />
      <Cell id={id} member="nights" label={`Nights of ${name}`} value={String(stay.nights)} width="w-16" />
      <Cell
        id={id}
        member="driving_hours_per_day"
        label={`Driving on ${name}`}
        value={String(stay.driving_hours_per_day)}
        unit="h"
        width="w-16"
      />
      <Pick id={id} member="hookup" label={`Hookup at ${name}`} value={stay.hookup} options={entries(HOOKUPS)} />
      <Pick id={id} member="ambient" label={`Weather of ${name}`} value={stay.ambient} options={entries(AMBIENTS)} />
      <td className="py-1.5">
        {answer.may_edit && (
          <button
            type="button"
            aria-label={`Remove ${name}`}
            className="touch h-[34px] w-8 text-soft hover:text-danger"
            onClick={() => void edit([{ op: "remove", path: `/stays/${id}` }])}
          >
            ×
          </button>
        )}
      </td>
    </tr>
  );
}

function entries(words: Record<string, string>) {
  return Object.entries(words).map(([value, label]) => ({ value, label }));
}

function Cell({
  id,
  member,
  label,
  value,
  width,
  text = false,
  unit = "",
  children,
}: {
  id: string;
  member: string;
  label: string;
  value: string;
  width: string;
  /** What stands below the field. */
  children?: ReactNode;
  text?: boolean;
  /** Unit of a number, where it has one. */
  unit?: string;
}) {
  const { answer, units } = useRig();
  const said = useSaid(`/stays/${id}/${member}`, unit, text ? null : Number(value));
  const shown = said ?? value;
  const { fault, setFault, write } = useMember(`/stays/${id}/${member}`);
  const [draft, setDraft] = useState<string | null>(null);
  const commit = async () => {
    if (draft === null || draft.trim() === shown) return setDraft(null);
    if (text) {
      if (await write(draft.trim())) setDraft(null);
      return;
    }
    const read = readQuantity(draft, unit, units);
    if ("fault" in read) return setFault(read.fault);
    if (read.value === null) return setFault("A number is needed here.");
    if (await write(read.value, read.foreign ? draft.trim() : null)) setDraft(null);
  };
  return (
    <td className="py-1.5 pr-2">
      <input
        aria-label={label}
        disabled={!answer.may_edit}
        inputMode={text ? "text" : "decimal"}
        className={`field ${width} ${text ? "" : "text-right font-mono"}`}
        value={draft ?? shown}
        aria-invalid={fault !== ""}
        onChange={(event) => setDraft(event.target.value)}
        onBlur={() => void commit()}
        onKeyDown={(event) => event.key === "Enter" && void commit()}
      />
      {fault && (
        <p role="alert" className="max-w-40 text-[13px] text-danger">
          {fault}
        </p>
      )}
      {children}
    </td>
  );
}

function Pick({
  id,
  member,
  label,
  value,
  options,
}: {
  id: string;
  member: string;
  label: string;
  value: string | number;
  options: { value: string | number; label: string }[];
}) {
  const { answer } = useRig();
  const { write } = useMember(`/stays/${id}/${member}`);
  return (
    <td className="py-1.5 pr-2">
      <select
        aria-label={label}
        disabled={!answer.may_edit}
        className="field"
        value={value}
        onChange={(event) => void write(typeof value === "number" ? Number(event.target.value) : event.target.value)}
      >
        {options.map((option) => (
          <option key={option.value} value={option.value}>
            {option.label}
          </option>
        ))}
      </select>
    </td>
  );
}
