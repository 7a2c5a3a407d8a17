import { type ChangeEvent, type KeyboardEvent, type ReactNode, useId, useState } from "react";
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

/** What is being typed in a field: Enter and leaving the field send it, Escape gives the stored value back. */
function useDraft(stored: string, send: (typed: string) => Promise<boolean>, forget: () => void) {
  const [draft, setDraft] = useState<string | null>(null);
  const commit = async () => {
    if (draft === null || draft.trim() === stored) return setDraft(null);
    if (await send(draft.trim())) setDraft(null);
  };
  return {
    value: draft ?? stored,
    onChange: (event: ChangeEvent<HTMLInputElement>) => setDraft(event.target.value),
    onBlur: () => void commit(),
    onKeyDown: (event: KeyboardEvent) => {
      if (event.key === "Enter") void commit();
      if (event.key === "Escape") {
        setDraft(null);
        forget();
      }
    },
  };
}

/** A number with its unit. Empty means “not yet chosen” where `nullable`; `send` makes the value that is sent. */
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
  const refuse = (why: string) => {
    setFault(why);
    return Promise.resolve(false);
  };
  const draft = useDraft(
    value === null ? "" : String(turn.shown(value)),
    (typed) => {
      const parsed = readNumber(typed);
      if (parsed === undefined) return refuse(`“${typed}” is not a number${turn.unit ? ` of ${turn.unit}` : ""}.`);
      if (parsed === null && !nullable) return refuse("A number is needed here.");
      const number = parsed === null ? null : turn.stored(parsed);
      return write(send ? send(number) : number);
    },
    () => setFault(""),
  );
  return (
    <FieldRow id={id} label={label} hint={hint} fault={fault}>
      <input
        {...draft}
        id={id}
        inputMode="decimal"
        disabled={!answer.may_edit}
        className="field w-28 text-right font-mono"
        placeholder={nullable ? "none yet" : ""}
        aria-invalid={fault !== ""}
        aria-describedby={fault ? `${id}-fault` : undefined}
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
  const draft = useDraft(
    typed,
    (text) => write(typeof readNumber(text) === "number" ? `${text} ${units === "us" ? "ft" : "m"}` : text),
    () => setFault(""),
  );
  return (
    <FieldRow id={id} label={label} hint={hint} fault={fault}>
      <input
        {...draft}
        id={id}
        disabled={!answer.may_edit}
        className="field w-28 text-right font-mono"
        aria-invalid={fault !== ""}
        aria-describedby={fault ? `${id}-fault` : undefined}
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
