import { type ReactNode, useId } from "react";
import { type NumberPlace, useDraft, useMember, useNumber } from "./fields";
import { useRig } from "./useRig";

/** Fields that stand in a table: the head of the column names them, their label is spoken. */

/** A number; its unit stands behind it unless the head of the column says it. */
export function CellNumber({
  label,
  width = "w-16",
  bare = false,
  right = false,
  ...place
}: { label: string; width?: string; bare?: boolean; right?: boolean } & NumberPlace) {
  const { id, fault, input, unitShown } = useNumber(place);
  return (
    <td className={right ? "py-1.5 pl-4 text-right align-baseline" : "py-1.5 pr-2"}>
      <span className="whitespace-nowrap">
        <input {...input} aria-label={label} className={`field ${width} text-right font-mono`} />
        {!bare && <span className="ml-1 text-[13px] text-soft">{unitShown}</span>}
      </span>
      <Fault id={id} text={fault} />
    </td>
  );
}

/** Words. */
export function CellText({
  label,
  path,
  value,
  width = "w-full min-w-24",
  children,
}: {
  label: string;
  path: string;
  value: string;
  width?: string;
  /** What stands below the field. */
  children?: ReactNode;
}) {
  const { fault, setFault, write } = useMember(path);
  return (
    <CellRead
      label={label}
      value={value}
      width={width}
      fault={fault}
      onForget={() => setFault("")}
      onSend={(text, seen) => write(text, { seen })}
    >
      {children}
    </CellRead>
  );
}

/** Words that are read before they are sent. */
export function CellRead({
  label,
  value,
  width,
  fault,
  onSend,
  onForget,
  children,
}: {
  label: string;
  value: string;
  width: string;
  fault: string;
  /** True once it is stored. */
  onSend: (text: string, seen: number) => Promise<boolean>;
  onForget: () => void;
  children?: ReactNode;
}) {
  const { answer } = useRig();
  const id = useId();
  const draft = useDraft(value, onSend, onForget);
  return (
    <td className="py-1.5 pr-2">
      <input
        {...draft}
        aria-label={label}
        disabled={!answer.may_edit}
        className={`field ${width}`}
        aria-invalid={fault !== ""}
        aria-describedby={fault ? `${id}-fault` : undefined}
      />
      <Fault id={id} text={fault} />
      {children}
    </td>
  );
}

function Fault({ id, text }: { id: string; text: string }) {
  if (!text) return null;
  return (
    <p id={`${id}-fault`} role="alert" className="max-w-40 text-[13px] text-danger">
      {text}
    </p>
  );
}
