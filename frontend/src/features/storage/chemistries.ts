/** Kinds of bank, as they are chosen. */
export const CHEMISTRIES = [
  { value: "lfp", label: "LFP" },
  { value: "agm", label: "AGM" },
  { value: "gel", label: "Gel" },
  { value: "flooded", label: "Flooded" },
  { value: "sealed_wet", label: "Sealed wet" },
  { value: "nmc", label: "NMC" },
  { value: "custom", label: "Another" },
] as const;

/** Worked out beside one another always; the others only where the rig is of that kind. */
export const COMPARED: readonly string[] = ["lfp", "agm", "gel", "flooded"];

/** Whether the rules of lithium apply. */
export function isLithium(storage: { chemistry: string; custom: { lithium: boolean } | null }): boolean {
  return storage.chemistry === "custom"
    ? (storage.custom?.lithium ?? true)
    : ["lfp", "nmc"].includes(storage.chemistry);
}
