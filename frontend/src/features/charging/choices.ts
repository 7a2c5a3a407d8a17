/** Choices of this step's fields. “not said” is what nobody has answered. */

import { NOT_SAID } from "../worksheet/choices";

export { FITTED, YES_NO } from "../worksheet/choices";

export const CLASSES = [NOT_SAID, ...[12, 24, 48].map((value) => ({ value, label: `${value} V` }))];
export const ALTERNATOR_CLASSES = CLASSES.slice(0, 3);
export const REGULATION = [
  NOT_SAID,
  { value: "standard", label: "by itself, steady volts" },
  { value: "smart", label: "by the engine computer" },
  { value: "external", label: "by a regulator of its own" },
];
export const TRIGGERS = [
  NOT_SAID,
  { value: "ignition", label: "the ignition" },
  { value: "volts", label: "the alternator's volts" },
  { value: "engine_signal", label: "a signal of the running engine" },
  { value: "hand", label: "a hand" },
];
export const FUELS = [
  NOT_SAID,
  { value: "petrol", label: "petrol" },
  { value: "diesel", label: "diesel" },
  { value: "gas", label: "gas" },
];
