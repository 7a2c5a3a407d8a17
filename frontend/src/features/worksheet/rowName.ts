import type { Rig } from "../../api/types";

/** What a row of the audit is called: a load by its name, what goes to another system by that. */
export function rowName(rig: Rig, id: string): string {
  if (id === "bank~heaters") return "the bank's heaters";
  const link = id.startsWith("to~") ? rig.links[id.slice(3)] : undefined;
  return link ? `to ${link.system}` : (rig.loads[id]?.name ?? id);
}
