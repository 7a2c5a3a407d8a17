import { useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";
import type { Finding } from "../../api/types";
import { useRig } from "../../features/worksheet/useRig";
import { useTrial } from "../../features/worksheet/useTrial";
import { toldKey } from "./told";

/** Runs the trial behind every page, edit after edit, and tells the page what it finds; that of before stays until then. */
export function TrialBehind() {
  const { optionId } = useRig();
  const queries = useQueryClient();
  const { data, isPlaceholderData } = useTrial();
  useEffect(() => {
    if (data && !isPlaceholderData)
      queries.setQueryData(toldKey(optionId), { state: data.state, findings: data.findings as Finding[] });
  }, [data, isPlaceholderData, optionId, queries]);
  return null;
}
