import type { FormField } from "../../ui/parts/partDocument";

/** How the form of a thing that was found is put together. */

export type Choices = readonly (readonly [string | number, string])[];

export const UNSAID = "not known";

export function field(name: string, label: string, type: FormField["type"], more: Partial<FormField> = {}): FormField {
  return { name, label, type, unit: "", required: false, choices: [], default: null, ...more };
}

/** One of a few; without a standard nothing is said until somebody chooses. */
export function choice(
  name: string,
  label: string,
  choices: Choices,
  standard: string | number | null = null,
): FormField {
  return field(name, label, "choice", {
    choices: choices.map(([value, words]) => ({ value, label: words })),
    default: standard,
    ...(standard === null ? { unsaid: UNSAID } : {}),
  });
}

/** A number that a plate may not tell. */
export const number = (name: string, label: string, unit: string, more: Partial<FormField> = {}) =>
  field(name, label, "number", { unit, unsaid: UNSAID, ...more });
