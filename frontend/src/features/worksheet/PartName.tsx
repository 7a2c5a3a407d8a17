import { useRig } from "./useRig";

/** What a part that the rig refers to is called. */
export function PartName({ reference }: { reference: string }) {
  const { rig, answer } = useRig();
  const own = reference.startsWith("own:") ? rig.own_parts[reference.slice(4)] : undefined;
  return <span className="font-semibold">{own?.part.name ?? answer.part_names[reference] ?? "a part"}</span>;
}
