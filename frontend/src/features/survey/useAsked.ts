import { useQuery } from "@tanstack/react-query";
import { askedQuery } from "../../api/queries";
import type { Asked, Rig } from "../../api/types";
import { useRig } from "../worksheet/useRig";

/**
 * What is still to be asked, place by place. What was answered here and is not stored yet is asked no longer: the list goes on
 * with the server away.
 */
export function useAsked(): Asked[] {
  const { answer, optionId, rig } = useRig();
  const { data = [] } = useQuery({ ...askedQuery(optionId, answer.revision), enabled: answer.asked.all > 0 });
  if (answer.asked.all === 0) return [];
  return data
    .filter((one) => !isAnswered(rig, one))
    .map((one) => ({ ...one, set_aside: one.key in rig.survey.not_known }));
}

function isAnswered(rig: Rig, asked: Asked): boolean {
  const item = rig.survey.items[asked.item];
  if (asked.item === "")
    return Object.values(rig.survey.items).some((one) => one.kind === "main_cable" && one.fuse_a !== null);
  if (item === undefined) return true;
  let value: unknown = item;
  for (const name of asked.member.split("/")) value = (value as Record<string, unknown> | null)?.[name];
  return value !== null && value !== undefined;
}
