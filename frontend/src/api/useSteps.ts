import { useQuery } from "@tanstack/react-query";
import { sessionQuery } from "./queries";
import type { SessionAnswer } from "./types";

/** The steps of every rig in the installer's order, as the server lists them. */
export function useSteps(): SessionAnswer["steps"] {
  return useQuery(sessionQuery).data?.steps ?? [];
}
