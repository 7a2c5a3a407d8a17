import { useQuery } from "@tanstack/react-query";
import { reportQuery } from "../../api/queries";
import type { FigureValue, Step } from "../../api/types";
import { useRig } from "./useRig";

/** The figures of a step by key; those of the revision before until the new ones are there. */
export function useStepFigures(step: Step): {
  figure: (key: string) => FigureValue | undefined;
  figures: Record<string, FigureValue>;
  stale: boolean;
  ready: boolean;
} {
  const { optionId, answer } = useRig();
  const query = useQuery(reportQuery(optionId, answer.revision, step));
  return {
    figure: (key) => query.data?.figures[key],
    figures: query.data?.figures ?? {},
    stale: query.isPlaceholderData,
    ready: query.data !== undefined,
  };
}
