import type { Step } from "../../api/types";
import { FindingItems } from "./FindingItem";
import { OverruledList } from "./Overrule";
import { useRig } from "./useRig";

/** What does not fit on this step, before anything else on its page. */
export function StepFindings({ step }: { step: Step }) {
  const { answer } = useRig();
  const findings = answer.findings.filter((finding) => finding.step === step);
  return (
    <>
      {findings.length > 0 && (
        <ul className="page mb-6 max-w-[56rem] border-ink border-t" aria-label="What does not fit here">
          <FindingItems findings={findings} />
        </ul>
      )}
      <OverruledList findings={answer.overruled.filter((finding) => finding.step === step)} />
    </>
  );
}
