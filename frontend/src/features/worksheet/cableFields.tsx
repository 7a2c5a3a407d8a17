import { useId } from "react";
import { formatConductor } from "../../ui/formatQuantity";
import { readConductor } from "../../ui/readQuantity";
import { FieldRow, type Place, useDraft, useMember } from "./fields";
import { useRig } from "./useRig";

/** Fields of cables: what they are and how long. */

/** A stock conductor that is being typed at a place of the rig: “2/0”, “70 mm2”. */
export function useConductor({ path, value, stock }: { path: string; value: string | null; stock: readonly string[] }) {
  const id = useId();
  const { answer } = useRig();
  const { fault, setFault, write } = useMember(path);
  const draft = useDraft(
    value === null ? "" : sayConductor(value),
    (text, seen) => {
      if (text === "") return write(null, { seen });
      const size = readConductor(text, stock);
      if (size) return write(size, { seen });
      setFault(`“${text}” is no stock size: type for example 2/0, 4 AWG or 70 mm2.`);
      return Promise.resolve(false);
    },
    () => setFault(""),
  );
  return { id, fault, input: { ...draft, ...ofInput(id, fault, answer.may_edit) } };
}

export function sayConductor(size: string): string {
  const shown = formatConductor(size);
  return `${shown.number} ${shown.unit}`;
}

function ofInput(id: string, fault: string, mayEdit: boolean) {
  return {
    id,
    disabled: !mayEdit,
    "aria-invalid": fault !== "",
    "aria-describedby": fault ? `${id}-fault` : undefined,
  };
}

/** A stock conductor, chosen from the list or typed. */
export function ConductorField({
  label,
  path,
  value,
  stock,
}: Place & { value: string | null; stock: readonly string[] }) {
  const { id, fault, input } = useConductor({ path, value, stock });
  return (
    <FieldRow id={id} label={label} fault={fault}>
      <input {...input} list={`${id}-stock`} placeholder="not chosen" className="field w-36 text-right font-mono" />
      <datalist id={`${id}-stock`}>
        {stock.map((size) => (
          <option key={size} value={sayConductor(size)} />
        ))}
      </datalist>
    </FieldRow>
  );
}

/** A length that is being typed, in either system; a bare number takes the unit that is shown. Empty: not measured. */
export function useLength({ path, typed }: { path: string; typed: string | undefined }) {
  const id = useId();
  const { units, answer } = useRig();
  const { fault, setFault, write } = useMember(path);
  const draft = useDraft(
    typed ?? "",
    (text, seen) =>
      write(text === "" ? null : /^[\d.,]+$/.test(text) ? `${text} ${units === "us" ? "ft" : "m"}` : text, { seen }),
    () => setFault(""),
  );
  return { id, fault, input: { ...draft, ...ofInput(id, fault, answer.may_edit) } };
}

/** A length as typed. */
export function LengthField({ label, path, typed, hint }: Place & { typed: string | undefined }) {
  const { id, fault, input } = useLength({ path, typed });
  return (
    <FieldRow id={id} label={label} hint={hint} fault={fault}>
      <input {...input} className="field w-28 text-right font-mono" />
    </FieldRow>
  );
}
