import { type ReactNode, useId, useState } from "react";
import type { Problem } from "../../api/types";
import { useRig } from "./useRig";

/** Fields write one member of the rig. What was refused stays in the field, with the reason below it. */

interface Place {
  label: ReactNode;
  path: string;
  hint?: ReactNode;
}

/** Send one member; the answer is the sentence to show at the field, or nothing. */
export function useMember(path: string) {
  const { edit } = useRig();
  const [fault, setFault] = useState("");
  const write = async (value: unknown) => {
    setFault("");
    const outcome = await edit([{ op: "add", path, value }], { report: false });
    if (!outcome.stored) setFault(faultAt(outcome.problem));
    return outcome.stored;
  };
  return { fault, setFault, write };
}

export function faultAt(problem: Problem | null): string {
  return problem?.errors?.map((one) => one.detail).join(" ") || problem?.detail || "The server refused this.";
}

const FIELD_ROW = "grid grid-cols-[minmax(9rem,15rem)_1fr] items-start gap-x-4 gap-y-1 border-rule border-b py-1.5";

export function FieldRow({
  id,
  label,
  hint,
  fault,
  children,
}: {
  id?: string;
  label: ReactNode;
  hint?: ReactNode;
  fault?: string;
  children: ReactNode;
}) {
  return (
    <div className={FIELD_ROW}>
      <label htmlFor={id} className="pt-1.5 leading-tight">
        {label}
      </label>
      <div>
        <div className="flex flex-wrap items-center gap-x-3 gap-y-1">{children}</div>
        {hint && <p className="mt-1 text-[13px] text-soft">{hint}</p>}
        {fault && (
          <p id={`${id}-fault`} role="alert" className="mt-1 text-[14px] text-danger">
            {fault}
          </p>
        )}
      </div>
    </div>
  );
}

interface Conversion {
  unit: string;
  shown: (stored: number) => number;
  stored: (shown: number) => number;
}

const same = (value: number) => value;

/** Units are turned for showing and typing only; what is stored is always in the unit of the member. */
function conversionFor(unit: string, us: boolean): Conversion {
  if (us && unit === "°C") {
    return { unit: "°F", shown: (c) => Math.round((c * 1.8 + 32) * 10) / 10, stored: (f) => (f - 32) / 1.8 };
  }
  if (us && unit === "m")
    return { unit: "ft", shown: (m) => Math.round((m / 0.3048) * 100) / 100, stored: (ft) => ft * 0.3048 };
  return { unit, shown: same, stored: same };
}

/** A number with its unit. Empty means “not yet chosen” where `nullable`; `wrap` makes the value that is sent. */
export function NumberField({
  label,
  path,
  unit,
  value,
  hint,
  nullable = false,
  send,
}: Place & {
  unit: string;
  value: number | null;
  nullable?: boolean;
  /** What is sent for a number; the number itself if left out. */
  send?: (value: number | null) => unknown;
}) {
  const id = useId();
  const { units, answer } = useRig();
  const turn = conversionFor(unit, units === "us");
  const { fault, setFault, write } = useMember(path);
  const stored = value === null ? "" : String(turn.shown(value));
  const [draft, setDraft] = useState<string | null>(null);

  const commit = async () => {
    if (draft === null || draft.trim() === stored) return setDraft(null);
    const parsed = readNumber(draft);
    if (parsed === undefined)
      return setFault(`“${draft.trim()}” is not a number${turn.unit ? ` of ${turn.unit}` : ""}.`);
    if (parsed === null && !nullable) return setFault("A number is needed here.");
    const number = parsed === null ? null : turn.stored(parsed);
    if (await write(send ? send(number) : number)) setDraft(null);
  };

  return (
    <FieldRow id={id} label={label} hint={hint} fault={fault}>
      <input
        id={id}
        inputMode="decimal"
        disabled={!answer.may_edit}
        className="field w-28 text-right font-mono"
        value={draft ?? stored}
        placeholder={nullable ? "none yet" : ""}
        aria-invalid={fault !== ""}
        aria-describedby={fault ? `${id}-fault` : undefined}
        onChange={(event) => setDraft(event.target.value)}
        onBlur={() => void commit()}
        onKeyDown={(event) => {
          if (event.key === "Enter") void commit();
          if (event.key === "Escape") {
            setDraft(null);
            setFault("");
          }
        }}
      />
      <span className="text-[13px] text-soft">{turn.unit}</span>
    </FieldRow>
  );
}

/** A number as typed, null where nothing is, undefined where it is none. A comma may mark the decimals. */
export function readNumber(text: string): number | null | undefined {
  const trimmed = text.trim().replace("−", "-");
  if (trimmed === "") return null;
  if (!/^-?\d+([.,]\d+)?$/.test(trimmed)) return undefined;
  return Number(trimmed.replace(",", "."));
}

/** A length as typed, in either system; a bare number takes the unit that is shown. */
export function LengthField({ label, path, typed, hint }: Place & { typed: string }) {
  const id = useId();
  const { units, answer } = useRig();
  const { fault, setFault, write } = useMember(path);
  const [draft, setDraft] = useState<string | null>(null);
  const commit = async () => {
    if (draft === null || draft.trim() === typed) return setDraft(null);
    const bare = readNumber(draft);
    const text = typeof bare === "number" ? `${draft.trim()} ${units === "us" ? "ft" : "m"}` : draft.trim();
    if (await write(text)) setDraft(null);
  };
  return (
    <FieldRow id={id} label={label} hint={hint} fault={fault}>
      <input
        id={id}
        disabled={!answer.may_edit}
        className="field w-28 text-right font-mono"
        value={draft ?? typed}
        aria-invalid={fault !== ""}
        onChange={(event) => setDraft(event.target.value)}
        onBlur={() => void commit()}
        onKeyDown={(event) => {
          if (event.key === "Enter") void commit();
          if (event.key === "Escape") {
            setDraft(null);
            setFault("");
          }
        }}
      />
    </FieldRow>
  );
}

/** One of many. */
export function SelectField<T extends string | number>({
  label,
  path,
  value,
  options,
  hint,
}: Place & { value: T | null; options: readonly { value: T | null; label: string }[] }) {
  const id = useId();
  const { answer } = useRig();
  const { fault, write } = useMember(path);
  return (
    <FieldRow id={id} label={label} hint={hint} fault={fault}>
      <select
        id={id}
        disabled={!answer.may_edit}
        className="field max-w-full"
        value={String(value)}
        onChange={(event) => {
          const chosen = options.find((option) => String(option.value) === event.target.value);
          if (chosen) void write(chosen.value);
        }}
      >
        {options.map((option) => (
          <option key={String(option.value)} value={String(option.value)}>
            {option.label}
          </option>
        ))}
      </select>
    </FieldRow>
  );
}
