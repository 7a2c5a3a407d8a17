import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";
import type { Finding } from "../../api/types";
import { trialQuery } from "../../features/worksheet/trialQueries";
import { useRig } from "../../features/worksheet/useRig";
import { toldKey } from "./told";

/** Runs the trial behind every page, edit after edit, and tells the page what it finds; that of before stays until then. */
export function TrialBehind() {
  const { answer, optionId } = useRig();
  const queries = useQueryClient();
  const { data, isPlaceholderData } = useQuery(trialQuery(optionId, answer.revision));
  useEffect(() => {
    if (data && !isPlaceholderData)
      queries.setQueryData(toldKey(optionId), { state: data.state, findings: data.findings as Finding[] });
  }, [data, isPlaceholderData, optionId, queries]);
  return null;
}
