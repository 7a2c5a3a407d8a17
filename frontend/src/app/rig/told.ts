import type { Finding, OptionAnswer, StepState } from "../../api/types";

/** What the last trial of an option found. */
export interface Told {
  state: StepState;
  findings: Finding[];
}

export const toldKey = (optionId: string) => ["told", optionId];
const RANKS = { danger: 0, fault: 1, advice: 2 };

/** An answer with what the last trial found among its findings, worst first. */
export function withTold(answer: OptionAnswer, told: Told): OptionAnswer {
  const standing = told.findings.filter((one) => !one.overruled);
  return {
    ...answer,
    steps: { ...answer.steps, trial: told.state },
    findings: [...answer.findings, ...standing].sort((one, other) => RANKS[one.severity] - RANKS[other.severity]),
    overruled: [...answer.overruled, ...told.findings.filter((one) => one.overruled)],
  };
}
