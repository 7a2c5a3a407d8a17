import type { Part, PartField } from "../../api/types";
import { readQuantity } from "../readQuantity";

/** A field of a form: of a part, or of something found, of which not everything is known. */
export interface FormField extends PartField {
  /** What is shown where nobody has said it; then nothing is stored. */
  unsaid?: string;
  /** Whether “none” can be said: that somebody looked, and there is none. */
  none?: boolean;
}

/** What stands in the fields of a form, by name; a price and a size take several. */
export type Typed = Record<string, string>;
export type PartDocument = Record<string, unknown>;

export const NONE = "none";

/** “none”, or as much of it as one types in a hurry. */
export function isNone(text: string): boolean {
  return text !== "" && NONE.startsWith(text.trim().toLowerCase());
}

const SIDES = ["length_m", "width_m", "height_m"] as const;

/** The fields as they stand for a part, or for a new one of a kind. */
export function typedOf(fields: FormField[], part: Partial<Part> | null, currency: string): Typed {
  const typed: Typed = { currency };
  for (const field of fields) {
    const value = part ? (part as PartDocument)[field.name] : field.default;
    if (field.type === "price") {
      const price = value as { amount: string; currency: string } | null | undefined;
      typed[field.name] = price?.amount ?? "";
      typed.currency = price?.currency ?? currency;
    } else if (field.type === "size") {
      for (const side of SIDES) typed[side] = value ? String((value as Record<string, number>)[side]) : "";
    } else if (field.type === "yes_no") typed[field.name] = value ? "yes" : "no";
    else typed[field.name] = value === null || value === undefined ? "" : String(value);
  }
  return typed;
}

/** The document that the fields say, or what is wrong with them by name. A bare number is of the unit that its field shows. */
export function documentOf(
  kind: string,
  fields: FormField[],
  typed: Typed,
): { document: PartDocument; faults: null } | { document: null; faults: Record<string, string> } {
  const document: PartDocument = { kind };
  const faults: Record<string, string> = {};
  const read = (name: string, unit: string): number | null => {
    const found = readQuantity(typed[name] ?? "", unit, "metric");
    if ("fault" in found) {
      faults[name] = found.fault;
      return null;
    }
    return found.value;
  };
  for (const field of fields) {
    const text = (typed[field.name] ?? "").trim();
    if (field.required && text === "") faults[field.name] = "This is needed.";
    if (field.type === "text") document[field.name] = text;
    else if (field.type === "yes_no") document[field.name] = text === "yes";
    else if (field.type === "choice") {
      const chosen = field.choices.find((choice) => String(choice.value) === text)?.value;
      document[field.name] = field.unsaid === undefined ? chosen : (chosen ?? null);
    } else if (field.type === "price") {
      document[field.name] = text === "" ? null : { amount: text.replace(",", "."), currency: typed.currency };
    } else if (field.type === "size") {
      const sides = SIDES.map((side) => [side, read(side, "m")] as const);
      const given = sides.filter(([, value]) => value !== null);
      if (given.length > 0 && given.length < SIDES.length) faults[SIDES[0]] ??= "Give all three, or none.";
      document[field.name] = given.length === 0 ? null : Object.fromEntries(sides);
    } else if (field.none && isNone(text)) {
      document[field.name] = NONE;
    } else {
      const value = read(field.name, field.unit);
      if (value !== null || !field.required) document[field.name] = value ?? field.default;
    }
  }
  return Object.keys(faults).length > 0 ? { document: null, faults } : { document, faults: null };
}
