import { type ChangeEvent, type KeyboardEvent, type ReactNode, useId, useRef, useState } from "react";
import type { Outcome } from "../../api/outbox";
import type { PatchOperation, Problem } from "../../api/types";
import { isNone, NONE } from "../../ui/parts/partDocument";
import { readQuantity } from "../../ui/readQuantity";
import { useEditHere, useRig } from "./useRig";

/** Fields write one member of the rig. What was refused stays in the field, with the reason below it. */

export interface Place {
  label: ReactNode;
  path: string;
  hint?: ReactNode;
}

/** Send one member; the answer is the sentence to show at the field, or nothing. */
export function useMember(path: string) {
  const { rig } = useRig();
  const edit = useEditHere();
  const [fault, setFault] = useState("");
  /**
   * `said`: what was typed, kept beside the value where it was said in other units; null forgets it. `seen`: the revision at
   * which the value was seen that this one takes the place of.
   */
  const write = async (value: unknown, { said = null, seen }: { said?: string | null; seen?: number } = {}) => {
    setFault("");
    const kept = `/typed/${path.replaceAll("~", "~0").replaceAll("/", "~1")}`;
    const patch: PatchOperation[] = [placed(rig, path, value)];
    if (said !== null) patch.push({ op: "add", path: kept, value: said });
    else if (path in rig.typed) patch.push({ op: "remove", path: kept });
    const outcome = await edit(patch, seen === undefined ? {} : { seen });
    if (!outcome.stored) setFault(faultOf(outcome));
    return outcome.stored;
  };
  return { fault, setFault, write };
}

/** A member of a thing; of one of which nothing was said yet, the thing with that member. */
function placed(rig: unknown, path: string, value: unknown): PatchOperation {
  const cut = path.lastIndexOf("/");
  const parent = path.slice(0, cut);
  const there = parent
    .split("/")
    .slice(1)
    .reduce<unknown>((at, name) => (at as Record<string, unknown> | undefined)?.[name], rig);
  return there === undefined
    ? { op: "add", path: parent, value: { [path.slice(cut + 1)]: value } }
    : { op: "add", path, value };
}

export function faultAt(problem: Problem | null): string {
  return problem?.errors?.map((one) => one.detail).join(" ") || problem?.detail || "The server refused this.";
}

/** The sentence for an edit that did not go in. */
export function faultOf(outcome: Outcome): string {
  if (outcome.stored) return "";
  if (outcome.problem?.draft) return "Somebody has changed this meanwhile: yours is kept as a draft, above.";
  return outcome.failed
    ? "The server failed on this. It is set aside above, to be sent again."
    : faultAt(outcome.problem);
}

const FIELD_ROW = "grid grid-cols-[minmax(9rem,15rem)_1fr] items-start gap-x-4 gap-y-1 border-rule border-b py-1.5";

export function FieldRow({
  id,
  label,
  hint,
  fault,
  children,
}: {
  /** Of the one control in it; without it the label names the group of what stands there. */
  id?: string;
  label: ReactNode;
  hint?: ReactNode;
  fault?: string;
  children: ReactNode;
}) {
  const groupId = useId();
  const own = id ?? groupId;
  return (
    <div className={FIELD_ROW} {...(id ? {} : { role: "group", "aria-labelledby": `${groupId}-label` })}>
      {id ? (
        <label htmlFor={id} className="pt-1.5 leading-tight">
          {label}
        </label>
      ) : (
        <span id={`${groupId}-label`} className="pt-1.5 leading-tight">
          {label}
        </span>
      )}
      <div>
        <div className="flex flex-wrap items-center gap-x-3 gap-y-1">{children}</div>
        {hint && <p className="mt-1 text-[13px] text-soft">{hint}</p>}
        {fault && (
          <p id={`${own}-fault`} role="alert" className="mt-1 text-[14px] text-danger">
            {fault}
          </p>
        )}
      </div>
    </div>
  );
}

/** Units are turned for showing only; what is stored is always in the unit of the member. */
function shownIn(unit: string, us: boolean): { unit: string; shown: (stored: number) => number } {
  const round = (value: number, digits: number) => Number(value.toFixed(digits));
  if (us && unit === "°C") return { unit: "°F", shown: (c) => round(c * 1.8 + 32, 1) };
  if (us && unit === "m") return { unit: "ft", shown: (m) => round(m / 0.3048, 2) };
  if (us && unit === "kg") return { unit: "lb", shown: (kg) => round(kg / 0.45359237, 2) };
  return { unit, shown: (value) => round(value, 4) };
}

/** What is being typed in a field: Enter and leaving the field send it, Escape gives the stored value back. */
export function useDraft(
  stored: string,
  /** `seen`: the revision that was on the screen when the typing began. */
  send: (typed: string, seen: number) => Promise<boolean>,
  forget: () => void,
) {
  const { revision } = useRig().answer;
  const [draft, setDraft] = useState<string | null>(null);
  const seen = useRef(revision);
  const onItsWay = useRef<string | null>(null);
  const commit = async () => {
    if (draft === null || draft.trim() === stored) return setDraft(null);
    if (onItsWay.current === draft) return; // Enter has sent it, and now the field is left
    onItsWay.current = draft;
    const sent = await send(draft.trim(), seen.current);
    if (onItsWay.current === draft) onItsWay.current = null;
    // What has been typed since it was sent stays.
    if (sent) setDraft((now) => (now === draft ? null : now));
  };
  return {
    value: draft ?? stored,
    onChange: (event: ChangeEvent<HTMLInputElement>) => {
      if (draft === null) seen.current = revision;
      setDraft(event.target.value);
    },
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

export interface NumberPlace {
  path: string;
  unit: string;
  value: number | "none" | null;
  nullable?: boolean;
  /** Whether “none” can be said: that there is none. */
  none?: boolean;
  /** What is sent for a number; the number itself if left out. */
  send?: (value: number | null) => unknown;
}

/** A number that is being typed at a place of the rig, with what belongs on its input and beside it. */
export function useNumber({ path, unit, value: stored, nullable = false, none = false, send }: NumberPlace) {
  const id = useId();
  const { units, answer } = useRig();
  const value = stored === NONE ? null : stored;
  const turn = shownIn(unit, units === "us");
  const said = useSaid(path, unit, value);
  const { fault, setFault, write } = useMember(path);
  const refuse = (why: string) => {
    setFault(why);
    return Promise.resolve(false);
  };
  const draft = useDraft(
    said ?? (stored === NONE ? NONE : value === null ? "" : String(turn.shown(value))),
    (text, seen) => {
      if (none && isNone(text)) return write(NONE, { seen });
      const read = readQuantity(text, unit, units);
      if ("fault" in read) return refuse(read.fault);
      if (read.value === null && !nullable) return refuse("A number is needed here.");
      return write(send ? send(read.value) : read.value, { said: read.foreign ? text : null, seen });
    },
    () => setFault(""),
  );
  const input = {
    ...draft,
    id,
    inputMode: unit in TYPED_IN_MANY ? ("text" as const) : ("decimal" as const),
    disabled: !answer.may_edit,
    "aria-invalid": fault !== "",
    "aria-describedby": fault ? `${id}-fault` : undefined,
  };
  return { id, fault, input, unitShown: turn.unit, means: said !== null && value !== null ? turn.shown(value) : null };
}

/** A number with its unit. Empty means “not yet chosen” where `nullable`. */
export function NumberField({ label, hint, empty = "not yet", ...place }: Place & NumberPlace & { empty?: string }) {
  const { id, fault, input, unitShown, means } = useNumber(place);
  return (
    <FieldRow id={id} label={label} hint={hint} fault={fault}>
      <input {...input} className="field w-28 text-right font-mono" placeholder={place.nullable ? empty : ""} />
      <span className="text-[13px] text-soft">{means !== null ? `= ${means} ${unitShown}` : unitShown}</span>
    </FieldRow>
  );
}

/** The same, small, to stand on a sketch at what it measures. */
export function SketchField({ label, ...place }: { label: string } & NumberPlace) {
  const { id, fault, input, unitShown } = useNumber({ ...place, nullable: true });
  return (
    <div className="text-[13px]">
      <label htmlFor={id} className="block text-soft leading-tight">
        {label}
      </label>
      <span className="whitespace-nowrap">
        <input {...input} className="field w-20 text-right font-mono" placeholder="–" />
        <span className="ml-1 text-soft">{unitShown}</span>
      </span>
      {fault && (
        <p id={`${id}-fault`} role="alert" className="max-w-40 text-danger">
          {fault}
        </p>
      )}
    </div>
  );
}

// Where another unit is likely to be typed, a tablet offers letters too.
const TYPED_IN_MANY: Record<string, true> = { "°C": true, m: true, h: true, kg: true };

/** What was typed at a place, if it still says what is stored there. */
export function useSaid(path: string, unit: string, value: number | null): string | null {
  const { rig, units } = useRig();
  const text = rig.typed[path];
  if (text === undefined || value === null) return null;
  const read = readQuantity(text, unit, units);
  return "value" in read && read.value !== null && Math.abs(read.value - value) < 1e-9 ? text : null;
}

/** One of many. */
export function SelectField<T extends string | number | boolean>({
  label,
  path,
  value,
  options,
  hint,
  send,
}: Place & {
  value: T | null;
  options: readonly { value: T | null; label: string }[];
  /** What is written for a choice; the choice itself if left out. */
  send?: (value: T | null) => unknown;
}) {
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
          if (chosen) void write(send ? send(chosen.value) : chosen.value);
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

/** A few words. */
export function WordsField({
  label,
  path,
  value,
  hint,
  placeholder = "",
  wide = false,
  send,
}: Place & { value: string; placeholder?: string; wide?: boolean; send?: (text: string) => unknown }) {
  const id = useId();
  const { answer } = useRig();
  const { fault, setFault, write } = useMember(path);
  const draft = useDraft(
    value,
    (text, seen) => write(send ? send(text) : text, { seen }),
    () => setFault(""),
  );
  return (
    <FieldRow id={id} label={label} hint={hint} fault={fault}>
      <input
        {...draft}
        id={id}
        disabled={!answer.may_edit}
        placeholder={placeholder}
        className={`field ${wide ? "w-full max-w-[30rem]" : "w-56"}`}
        aria-invalid={fault !== ""}
        aria-describedby={fault ? `${id}-fault` : undefined}
      />
    </FieldRow>
  );
}
