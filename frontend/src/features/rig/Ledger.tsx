import { Link, useParams } from "react-router";
import type { Finding, LedgerLine } from "../../api/types";
import { SEVERITY_WORDS, SeverityMark } from "../../ui/SeverityMark";
import { Figure } from "./Figure";
import { NightBars } from "./NightBars";
import { useRig } from "./useRig";

/** The promise, need against have, and what does not fit. */
export function Ledger() {
  const { answer } = useRig();
  return (
    <div className="flex flex-col gap-6 px-5 py-5">
      <p className="font-semibold first-letter:uppercase">{answer.promise}</p>
      <NightBars answer={answer} />
      <section aria-labelledby="ledger-need">
        <table className="w-full text-[14px]">
          <thead>
            <tr className="border-ink border-b text-[13px] text-soft">
              <th id="ledger-need" scope="col" className="pb-1 text-left font-semibold">
                Need and have
              </th>
              <th scope="col" className="pb-1 text-right font-semibold">
                need
              </th>
              <th scope="col" className="w-[84px] pb-1 text-right font-semibold">
                have
              </th>
            </tr>
          </thead>
          <tbody>
            {answer.ledger.map((line) => (
              <Line key={line.label} line={line} />
            ))}
          </tbody>
        </table>
      </section>
      <Findings findings={answer.findings} />
    </div>
  );
}

const HAVE_LOOK = { danger: "text-danger font-semibold", fault: "text-fault font-semibold", advice: "text-advice" };

function Line({ line }: { line: LedgerLine }) {
  const { jobId, optionId } = useParams();
  return (
    <tr className="border-rule border-b">
      <th scope="row" className="h-[30px] text-left font-normal">
        <Link to={`/jobs/${jobId}/${optionId}/${line.step}`} className="hover:underline">
          {line.label}
        </Link>
      </th>
      <td className="text-right">
        <Figure figure={line.need ?? undefined} />
      </td>
      <td className={`text-right ${line.severity && line.have ? HAVE_LOOK[line.severity] : "text-soft"}`}>
        {line.have ? <Figure figure={line.have} /> : <span title="not yet chosen">–</span>}
      </td>
    </tr>
  );
}

function Findings({ findings }: { findings: Finding[] }) {
  return (
    <section aria-labelledby="ledger-findings" aria-live="polite">
      <h2 id="ledger-findings" className="border-ink border-b pb-1 font-semibold text-[13px] text-soft">
        {findings.length === 0 ? "What does not fit" : `What does not fit, ${findings.length}`}
      </h2>
      {findings.length === 0 && (
        <p className="py-3 text-[14px] text-soft">No rule is broken by what is entered so far.</p>
      )}
      <ul>
        {findings.map((finding) => (
          <FindingItem key={finding.code} finding={finding} />
        ))}
      </ul>
    </section>
  );
}

export function FindingItem({ finding }: { finding: Finding }) {
  const { answer, edit } = useRig();
  const { jobId, optionId, step } = useParams();
  return (
    <li className="flex gap-3 border-rule border-b py-3 text-[14px] leading-snug">
      <SeverityMark severity={finding.severity} />
      <div>
        <p>
          <strong className="sr-only">{SEVERITY_WORDS[finding.severity]}: </strong>
          {finding.what}
        </p>
        <p className="mt-1 text-soft">{finding.why}</p>
        <p className="mt-1.5 flex flex-wrap gap-x-4 gap-y-1">
          {finding.step !== step && (
            <Link
              to={`/jobs/${jobId}/${optionId}/${finding.step}`}
              className="touch text-stored underline underline-offset-2"
            >
              Go to {finding.step}
            </Link>
          )}
          {finding.fix && answer.may_edit && (
            <button
              type="button"
              onClick={() => finding.fix && void edit(finding.fix.patch as never)}
              className="touch font-semibold text-stored underline underline-offset-2"
            >
              {finding.fix.label}
            </button>
          )}
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
