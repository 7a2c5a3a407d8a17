import { NavLink, useParams } from "react-router";
import type { Severity, StepState } from "../../api/types";
import { useSteps } from "../../api/useSteps";
import { useRig } from "../../features/worksheet/useRig";
import { SeverityMark } from "../../ui/SeverityMark";

const STATE_WORDS: Record<StepState, string> = {
  empty: "nothing yet",
  open: "need worked out, nothing chosen",
  needs_attention: "needs attention",
  fits: "fits",
};

/** The steps in the installer's order, each with its state. */
export function Rail() {
  const { answer } = useRig();
  const { jobId, optionId } = useParams();
  const steps = useSteps();
  return (
    <nav aria-label="Steps" className="flex overflow-x-auto md:flex-col md:py-4">
      {steps.map(({ step, name }, index) => {
        const state = answer.steps[step] ?? "empty";
        const troubles = answer.findings.filter((finding) => finding.step === step && finding.severity !== "advice");
        return (
          <NavLink
            key={step}
            to={`/jobs/${jobId}/${optionId}/${step}`}
            className={({ isActive }) =>
              `touch relative flex h-[38px] shrink-0 items-center gap-3 border-l-[3px] px-4 ${
                isActive
                  ? "border-incoming bg-sheet font-semibold text-ink"
                  : "border-transparent text-soft hover:text-ink"
              }`
            }
          >
            <span className="figure w-3 text-[12px]">{index + 1}</span>
            <span className="flex-1">{name}</span>
            <StateMark state={state} worst={troubles[0]?.severity} count={troubles.length} />
            <span className="sr-only">, {STATE_WORDS[state]}</span>
          </NavLink>
        );
      })}
    </nav>
  );
}

/** Empty: nothing. Open: a ring. Fits: a filled tick. Needs attention: how many. */
function StateMark({ state, worst, count }: { state: StepState; worst: Severity | undefined; count: number }) {
  if (state === "needs_attention") {
    return (
      <span className="flex items-center gap-1">
        {worst && <SeverityMark severity={worst} size={13} />}
        <span className="figure text-[13px] text-ink">{count}</span>
      </span>
    );
  }
  if (state === "empty") return <span className="w-4" />;
  return (
    <svg
      viewBox="0 0 16 16"
      width="14"
      height="14"
      aria-hidden="true"
      className={state === "fits" ? "text-fits" : "text-mark"}
    >
      {state === "fits" ? (
        <path d="M2.5 8.5 6.5 12.5 13.5 4" fill="none" stroke="currentColor" strokeWidth="2" />
      ) : (
        <circle cx="8" cy="8" r="4" fill="none" stroke="currentColor" strokeWidth="1.6" strokeDasharray="2.5 2" />
      )}
    </svg>
  );
}
