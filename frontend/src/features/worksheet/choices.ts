/** Choices of fields that several steps have. “not said” is what nobody has answered. */

export const NOT_SAID = { value: null, label: "not said" };
export const YES_NO = [NOT_SAID, { value: "yes", label: "yes" }, { value: "no", label: "no" }];
export const FITTED = [NOT_SAID, { value: "fitted", label: "yes" }, { value: "none", label: "no" }];
