import type { Part } from "../../api/types";
import { useParts } from "./useParts";
import { useRig } from "./useRig";

/** One of the panels or controllers there are: the rig's own first, then those of the book. */
export function PartSelect({
  kind,
  label,
  value,
  empty,
  onChange,
  className = "max-w-full",
}: {
  kind: Part["kind"];
  label: string;
  value: string | null;
  /** What stands there while none is chosen; without it one always is. */
  empty?: string;
  onChange: (reference: string | null) => void;
  className?: string;
}) {
  const { answer } = useRig();
  const parts = useParts(kind);
  const [own, bought] = [parts.filter((one) => one.own), parts.filter((one) => !one.own)];
  const known = parts.some((one) => one.reference === value);
  return (
    <select
      aria-label={label}
      className={`field ${className}`}
      disabled={!answer.may_edit}
      value={value ?? ""}
      onChange={(event) => onChange(event.target.value || null)}
    >
      {empty !== undefined && <option value="">{empty}</option>}
      {value !== null && !known && <option value={value}>{answer.part_names[value] ?? "as chosen before"}</option>}
      {own.length > 0 && (
        <optgroup label="Their own">
          {own.map((one) => (
            <option key={one.reference} value={one.reference}>
              {one.part.name}
            </option>
          ))}
        </optgroup>
      )}
      {bought.length > 0 && (
        <optgroup label="Parts book">
          {bought.map((one) => (
            <option key={one.reference} value={one.reference}>
              {one.part.name}
            </option>
          ))}
        </optgroup>
      )}
    </select>
  );
}
