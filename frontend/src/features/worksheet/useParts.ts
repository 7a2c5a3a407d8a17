import { useQuery } from "@tanstack/react-query";
import { partsQuery } from "../../api/queries";
import type { Part } from "../../api/types";
import { useRig } from "./useRig";

export type PanelPart = Extract<Part, { kind: "panel" }>;
export type ControllerPart = Extract<Part, { kind: "controller" }>;

/** What a part that the rig refers to is called. */
export function usePartName(): (reference: string | null) => string | undefined {
  const { rig, answer } = useRig();
  return (reference) => {
    if (reference === null) return undefined;
    return reference.startsWith("own:") ? rig.own_parts[reference.slice(4)]?.part.name : answer.part_names[reference];
  };
}

/** Parts of a kind by their references: those of the rig before those of the book. */
export function useParts<K extends Part["kind"]>(
  kind: K,
): { reference: string; part: Extract<Part, { kind: K }>; own: boolean }[] {
  const { rig } = useRig();
  const book = useQuery(partsQuery).data?.parts ?? [];
  const own = Object.entries(rig.own_parts).map(([id, one]) => ({ reference: `own:${id}`, part: one.part, own: true }));
  const bought = book
    .filter((one) => !one.withdrawn)
    .map((one) => ({ reference: one.reference, part: one.part, own: false }));
  return [...own, ...bought].filter((one) => one.part.kind === kind) as never;
}
