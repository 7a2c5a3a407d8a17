import type { Part, PartField } from "../../api/types";
import { Digits } from "../Digits";
import { formatQuantity, type UnitSystem } from "../formatQuantity";

/** One value of a part as a cell; what is not known is a dash, never zero. */
export function PartValue({ field, part, units }: { field: PartField; part: Part; units: UnitSystem }) {
  const value = (part as unknown as Record<string, unknown>)[field.name];
  if (value === null || value === undefined || value === "") {
    return <td className="pl-5 text-right text-soft">–</td>;
  }
  if (field.type === "choice" && typeof value === "string") {
    return <td className="pl-5">{field.choices.find((choice) => choice.value === value)?.label}</td>;
  }
  if (field.type === "price") {
    const price = value as { amount: string; currency: string };
    return <Cell number={price.amount} unit={price.currency} />;
  }
  const shown = formatQuantity(value as number, field.unit, units);
  return <Cell number={shown.number} unit={shown.unit} />;
}

function Cell({ number, unit }: { number: string; unit: string }) {
  return (
    <td className="figure pl-5 text-right">
      <Digits>{number}</Digits>
      {unit && <span className="unit">{unit}</span>}
    </td>
  );
}
