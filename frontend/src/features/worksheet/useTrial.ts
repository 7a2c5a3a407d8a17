import { useQuery } from "@tanstack/react-query";
import { useDelayed } from "../../ui/useDelayed";
import { trialQuery } from "./trialQueries";
import { useRig } from "./useRig";

export const PAUSE_MS = 700;

/** The short trial: run again once nobody has edited for a moment; that of before says which revision it is of. */
export function useTrial() {
  const { answer, optionId } = useRig();
  return useQuery(trialQuery(optionId, useDelayed(answer.revision, PAUSE_MS)));
}
