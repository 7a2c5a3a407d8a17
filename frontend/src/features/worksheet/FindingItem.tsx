import { useQuery } from "@tanstack/react-query";
import { Fragment, useId, useState } from "react";
import { Link, useParams } from "react-router";
import { fixesQuery } from "../../api/queries";
import type { Finding, Fix } from "../../api/types";
import { useSteps } from "../../api/useSteps";
import { SEVERITY_WORDS, SeverityMark } from "../../ui/SeverityMark";
import { By, Overrule } from "./Overrule";
import { PreviewedFix } from "./PreviewedFix";
import { useRig } from "./useRig";

const WORD_LOOK = { danger: "text-danger", fault: "text-fault", advice: "text-advice" };

/**
 * Findings in their order, worst first, a line each: pressed, one says why and what may be done. Their fixes come behind them, as
 * soon as they have been tried.
 */
export function FindingItems({ findings }: { findings: Finding[] }) {
  const { answer, optionId } = useRig();
  const keys = findings.filter((finding) => finding.fixable).map((finding) => finding.key);
  const wanted = answer.may_edit && keys.length > 0;
  const { data: fixes, isPlaceholderData: ofBefore } = useQuery({
    ...fixesQuery(optionId, answer.revision, keys),
    enabled: wanted,
    // Behind an edit they are tried anew. Until then those of before stay, so that a press or the cursor on one is not lost; what
    // one changes is worked out for the rig as it is.
    placeholderData: (before, query) => (query?.queryKey[1] === optionId ? before : undefined),
  });
  return byRule(findings).map(([first, ...others]) => (
    <Fragment key={first.key}>
      <FindingItem finding={first} fix={fixes?.[first.key]} ofBefore={ofBefore} />
      {others.length > 0 && <OthersOfIt findings={others} fixes={fixes} ofBefore={ofBefore} />}
    </Fragment>
  ));
}

/** Findings of one rule together, where the first of them stands. */
function byRule(findings: Finding[]): [Finding, ...Finding[]][] {
  const found = new Map<string, [Finding, ...Finding[]]>();
  for (const finding of findings) {
    const group = found.get(finding.code);
    if (group) group.push(finding);
    else found.set(finding.code, [finding]);
  }
  return [...found.values()];
}

/** One rule that several things break is one line with its count; pressed, it shows the others. */
function OthersOfIt({
  findings,
  fixes,
  ofBefore,
}: {
  findings: Finding[];
  fixes: Record<string, Fix> | undefined;
  ofBefore: boolean;
}) {
  const [open, setOpen] = useState(false);
  const names = findings.map((one) => one.name).filter(Boolean);
  return (
    <>
      <li className="border-rule border-b text-[14px]">
        <button
          type="button"
          aria-expanded={open}
          onClick={() => setOpen(!open)}
          className="touch py-1.5 pl-7 text-left text-soft hover:text-ink"
        >
          The same of {findings.length} more{names.length > 0 && `: ${names.join(", ")}`}
        </button>
      </li>
      {open &&
        findings.map((one) => <FindingItem key={one.key} finding={one} fix={fixes?.[one.key]} ofBefore={ofBefore} />)}
    </>
  );
}

/** What does not fit in a line, with its fix at hand; why it matters, and the rest, once it is opened. */
function FindingItem({ finding, fix, ofBefore }: { finding: Finding; fix: Fix | undefined; ofBefore: boolean }) {
  const id = useId();
  // One that was let stand and has become worse says so without being asked.
  const [open, setOpen] = useState(finding.overruled !== null);
  // What somebody looks at stays, whatever comes of trying the fixes anew.
  const [held, setHeld] = useState<Fix>();
  const shown = fix ?? held;
  return (
    <li className="border-rule border-b text-[14px] leading-snug">
      <div className="flex flex-wrap items-start gap-x-3">
        <button
          type="button"
          aria-expanded={open}
          aria-controls={`${id}-more`}
          onClick={() => setOpen(!open)}
          className="touch flex min-w-0 flex-1 basis-60 items-start gap-2.5 py-2 text-left"
        >
          <SeverityMark severity={finding.severity} />
          <span id={`${id}-what`} className={open ? "" : "line-clamp-2 [.page_&]:line-clamp-1"}>
            <strong className={WORD_LOOK[finding.severity]}>{SEVERITY_WORDS[finding.severity]}.</strong> {finding.what}
          </span>
          <span aria-hidden="true" className="ml-auto pl-1 text-mark">
            {open ? "▴" : "▾"}
          </span>
        </button>
        {shown && (
          <span className="-mt-1 max-w-full pb-2 pl-7 [.page_&]:mt-0 [.page_&]:py-1.5 [.page_&]:pl-0">
            <PreviewedFix
              fix={shown}
              tried={ofBefore ? "not yet" : fix ? "holds" : "no longer"}
              onOpenChange={(previewing) => setHeld(previewing ? shown : undefined)}
            />
          </span>
        )}
      </div>
      <div id={`${id}-more`} hidden={!open} className="pb-3 pl-7">
        <p className="text-soft">{finding.why}</p>
        {shown?.others && shown.others.length > 0 && (
          <div className="mt-1 flex flex-wrap items-center gap-x-4">
            <span className="text-soft">Or:</span>
            {shown.others.map((other) => (
              <PreviewedFix
                key={other.label}
                fix={other as Fix}
                tried={ofBefore ? "not yet" : fix ? "holds" : "no longer"}
                onOpenChange={(previewing) => setHeld(previewing ? shown : undefined)}
              />
            ))}
          </div>
        )}
        <About finding={finding} saidId={`${id}-what`} />
        <p className="mt-1 text-[13px] text-soft">
          Rule <span className="font-mono text-xs">{finding.code}</span>. {finding.source.title}
          {finding.source.edition && `, ${finding.source.edition}`}.
          {finding.source.from_memory && " From memory, not yet compared with the printed text."}
        </p>
      </div>
    </li>
  );
}

/** What is to be known and done about one finding. */
function About({ finding, saidId }: { finding: Finding; saidId: string }) {
  const { answer } = useRig();
  const { jobId, optionId, step } = useParams();
  const steps = useSteps();
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
            Go to {steps.find((one) => one.step === finding.step)?.name}
          </Link>
        )}
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
