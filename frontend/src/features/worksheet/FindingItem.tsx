import { useId } from "react";
import { Link, useParams } from "react-router";
import type { Finding } from "../../api/types";
import { SEVERITY_WORDS, SeverityMark } from "../../ui/SeverityMark";
import { By, Overrule } from "./Overrule";
import { PreviewedFix } from "./PreviewedFix";
import { useRig } from "./useRig";

const WORD_LOOK = { danger: "text-danger", fault: "text-fault", advice: "text-advice" };

/** Findings in their order; what one rule says of several things stands together, with its reason once. */
export function FindingItems({ findings }: { findings: Finding[] }) {
  const groups: Finding[][] = [];
  for (const finding of findings) {
    const last = groups.at(-1);
    if (last?.[0]?.code === finding.code) last.push(finding);
    else groups.push([finding]);
  }
  return groups.map((group) => <FindingGroup key={group[0]?.key} group={group} />);
}

/** What does not fit, why it matters, and what would end it. */
function FindingGroup({ group }: { group: Finding[] }) {
  const id = useId();
  const [first, ...more] = group;
  if (!first) return null;
  const saidId = (finding: Finding) => `${id}${finding.key}`;
  return (
    <li className="flex gap-3 border-rule border-b py-3 text-[14px] leading-snug">
      <SeverityMark severity={first.severity} />
      <div>
        <p>
          <Severity finding={first} /> <span id={saidId(first)}>{first.what}</span>
        </p>
        {more.length === 0 && <p className="mt-1 text-soft">{first.why}</p>}
        <About finding={first} saidId={saidId(first)} />
        {more.map((finding) => (
          <div key={finding.key} className="mt-2">
            <p id={saidId(finding)}>{finding.what}</p>
            <About finding={finding} saidId={saidId(finding)} />
          </div>
        ))}
        {more.length > 0 && <p className="mt-2 text-soft">{first.why}</p>}
        <details className="mt-1 text-[13px] text-soft">
          <summary className="cursor-pointer">Rule and source</summary>
          <span className="font-mono text-xs">{first.code}</span>. {first.source.title}
          {first.source.edition && `, ${first.source.edition}`}.
          {first.source.from_memory && " From memory, not yet compared with the printed text."}
        </details>
      </div>
    </li>
  );
}

function Severity({ finding }: { finding: Finding }) {
  return <strong className={WORD_LOOK[finding.severity]}>{SEVERITY_WORDS[finding.severity]}.</strong>;
}

/** What is to be known and done about one finding. */
function About({ finding, saidId }: { finding: Finding; saidId: string }) {
  const { answer } = useRig();
  const { jobId, optionId, step } = useParams();
  return (
    <>
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
        <CommentOn finding={finding} saidId={saidId} />
      </p>
    </>
  );
}

function CommentOn({ finding, saidId }: { finding: Finding; saidId: string }) {
  const { answer, comment } = useRig();
  const pin = `finding:${finding.key}`;
  const said = answer.open_comments[pin] ?? 0;
  return (
    <button
      type="button"
      className="touch text-soft underline underline-offset-2 hover:text-ink"
      aria-describedby={saidId}
      onClick={() => comment(pin)}
    >
      {said === 0 ? "Comment" : said === 1 ? "1 comment" : `${said} comments`}
    </button>
  );
}
