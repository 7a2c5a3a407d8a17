import { Link, useParams } from "react-router";
import type { Finding } from "../../api/types";
import { SEVERITY_WORDS, SeverityMark } from "../../ui/SeverityMark";
import { By, Overrule } from "./Overrule";
import { PreviewedFix } from "./PreviewedFix";
import { useRig } from "./useRig";

const WORD_LOOK = { danger: "text-danger", fault: "text-fault", advice: "text-advice" };

/** What does not fit, why it matters, and what would end it. */
export function FindingItem({ finding }: { finding: Finding }) {
  const { answer, comment } = useRig();
  const pin = `finding:${finding.key}`;
  const said = answer.open_comments[pin] ?? 0;
  const { jobId, optionId, step } = useParams();
  return (
    <li className="flex gap-3 border-rule border-b py-3 text-[14px] leading-snug">
      <SeverityMark severity={finding.severity} />
      <div>
        <p>
          <strong className={WORD_LOOK[finding.severity]}>{SEVERITY_WORDS[finding.severity]}.</strong> {finding.what}
        </p>
        <p className="mt-1 text-soft">{finding.why}</p>
        {finding.overruled && (
          <div className="mt-1 border-fault border-l-[3px] pl-2">
            <p className="font-semibold">Let stand before, and worse since.</p>
            <p className="text-soft">Then: {finding.overruled.said}</p>
            <By overruled={finding.overruled} />
          </div>
        )}
        <p className="mt-1.5 flex flex-wrap gap-x-4 gap-y-1">
          {finding.step !== step && (
            <Link
              to={`/jobs/${jobId}/${optionId}/${finding.step}`}
              className="touch text-stored underline underline-offset-2"
            >
              Go to {finding.step}
            </Link>
          )}
          {finding.fix && answer.may_edit && <PreviewedFix fix={finding.fix} />}
          {finding.severity !== "danger" && answer.may_edit && <Overrule finding={finding} />}
          <button
            type="button"
            className="touch text-soft underline underline-offset-2 hover:text-ink"
            onClick={() => comment(pin)}
          >
            {said === 0 ? "Comment" : said === 1 ? "1 comment" : `${said} comments`}
          </button>
        </p>
        <details className="mt-1 text-[13px] text-soft">
          <summary className="cursor-pointer">Rule and source</summary>
          <span className="font-mono text-xs">{finding.code}</span>. {finding.source.title}
          {finding.source.edition && `, ${finding.source.edition}`}.
          {finding.source.from_memory && " From memory, not yet compared with the printed text."}
        </details>
      </div>
    </li>
  );
}
