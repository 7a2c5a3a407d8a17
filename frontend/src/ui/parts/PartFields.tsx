import { type ReactNode, useId } from "react";
import type { PartField } from "../../api/types";
import { type FormField, isNone, NONE, type Typed } from "./partDocument";

/** The members of a kind of part, side by side where there is room. */
export function PartFields({
  fields,
  typed,
  faults,
  onChange,
  columns = 3,
}: {
  fields: FormField[];
  typed: Typed;
  faults: Record<string, string>;
  onChange: (name: string, value: string) => void;
  columns?: 1 | 2 | 3;
}) {
  const props = { typed, faults, onChange };
  return (
    <div className={`grid gap-x-6 gap-y-2.5 ${COLUMNS[columns]}`}>
      {fields.map((field) => (
        <Field key={field.name} field={field} {...props} />
      ))}
    </div>
  );
}

const COLUMNS = { 1: "", 2: "sm:grid-cols-2", 3: "sm:grid-cols-2 md:grid-cols-3" } as const;

type Shared = Omit<Parameters<typeof PartFields>[0], "fields" | "columns">;

function Field({ field, typed, faults, onChange }: Shared & { field: FormField }) {
  const id = useId();
  const fault =
    faults[field.name] ?? (field.type === "size" ? SIDES.map((side) => faults[side]).find(Boolean) : undefined);
  const wide = field.name === "name" || field.name === "note" || field.type === "size";
  const input = (name: string, look: string, label?: string) => (
    <input
      id={label ? undefined : id}
      aria-label={label}
      className={`field ${look}`}
      value={typed[name] ?? ""}
      placeholder={label ? undefined : field.unsaid}
      aria-invalid={Boolean(fault)}
      onChange={(event) => onChange(name, event.target.value)}
    />
  );
  const kinds: Record<PartField["type"], () => ReactNode> = {
    text: () => input(field.name, "w-full"),
    number: () => input(field.name, "w-28 text-right font-mono"),
    integer: () => input(field.name, "w-28 text-right font-mono"),
    yes_no: () => <Pick id={id} name={field.name} typed={typed} options={YES_NO} onChange={onChange} />,
    choice: () => (
      <Pick
        id={id}
        name={field.name}
        typed={typed}
        options={[
          ...(field.default === null ? [["", field.unsaid ?? "choose"] as [string, string]] : []),
          ...field.choices.map((choice): [string, string] => [String(choice.value), choice.label]),
        ]}
        onChange={onChange}
      />
    ),
    price: () => (
      <>
        {input(field.name, "w-28 text-right font-mono")}
        {input("currency", "w-16 font-mono", "Currency")}
      </>
    ),
    size: () => SIDES.map((side, index) => input(side, "w-24 text-right font-mono", `${SIDE_NAMES[index]}, m`)),
  };
  return (
    <div className={wide ? "sm:col-span-2" : ""}>
      <label htmlFor={id} className="mb-0.5 block text-[14px]">
        {field.label}
        {field.required && <span className="text-soft"> (needed)</span>}
      </label>
      <span className="flex items-center gap-2">
        {kinds[field.type]()}
        {field.unit && <span className="text-[13px] text-soft">{field.unit}</span>}
        {field.none && (
          <button
            type="button"
            aria-pressed={isNone(typed[field.name] ?? "")}
            aria-label={`${field.label}: there is none`}
            className="touch px-1 text-[13px] text-soft underline underline-offset-2 hover:text-ink aria-pressed:font-semibold aria-pressed:text-ink"
            onClick={() => onChange(field.name, isNone(typed[field.name] ?? "") ? "" : NONE)}
          >
            none
          </button>
        )}
      </span>
      {fault && (
        <p role="alert" className="mt-0.5 text-[14px] text-danger">
          {fault}
        </p>
      )}
    </div>
  );
}

const SIDES = ["length_m", "width_m", "height_m"];
const SIDE_NAMES = ["Length", "Width", "Height"];
const YES_NO: [string, string][] = [
  ["no", "no"],
  ["yes", "yes"],
];

export function Pick({
  id,
  name,
  typed,
  options,
  onChange,
}: {
  id: string;
  name: string;
  typed: Typed;
  options: [string, string][];
  onChange: (name: string, value: string) => void;
}) {
  return (
    <select
      id={id}
      className="field max-w-full"
      value={typed[name]}
      onChange={(event) => onChange(name, event.target.value)}
    >
      {options.map(([value, label]) => (
        <option key={value} value={value}>
          {label}
        </option>
      ))}
    </select>
  );
}
