import { Link, useParams } from "react-router";
import type { Finding, LedgerLine } from "../../api/types";
import { Figure } from "../../features/worksheet/Figure";
import { FindingItems } from "../../features/worksheet/FindingItem";
import { useRig } from "../../features/worksheet/useRig";
import { SeverityMark } from "../../ui/SeverityMark";
import { NightBars } from "./NightBars";

/** The promise, need against have, and what does not fit. `wide` sets them side by side. */
export function Ledger({ wide = false }: { wide?: boolean }) {
  const { answer } = useRig();
  return (
    <div className={wide ? "grid grid-cols-2 gap-x-8 gap-y-5 px-5 py-4" : "flex flex-col gap-4 px-5 py-4"}>
      <div className="flex flex-col gap-3">
        {!wide && <p className="font-semibold first-letter:uppercase">{answer.promise}</p>}
        <NightBars answer={answer} />
        {wide && <Findings findings={answer.findings} />}
      </div>
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
              <th scope="col" className="w-[100px] pb-1 text-right font-semibold">
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
      {!wide && <Findings findings={answer.findings} />}
    </div>
  );
}

const HAVE_LOOK = { danger: "text-danger font-semibold", fault: "text-fault font-semibold", advice: "text-advice" };

function Line({ line }: { line: LedgerLine }) {
  const { jobId, optionId } = useParams();
  return (
    <tr className="border-rule border-b">
      <th scope="row" className="h-[26px] text-left font-normal">
        {line.step ? (
          <Link to={`/jobs/${jobId}/${optionId}/${line.step}`} className="hover:underline">
            {line.label}
          </Link>
        ) : (
          line.label
        )}
      </th>
      <td className="text-right">
        <Figure figure={line.need ?? undefined} />
      </td>
      <td className={`text-right ${line.severity && line.have ? HAVE_LOOK[line.severity] : "text-soft"}`}>
        {line.have ? (
          <span className="inline-flex items-center gap-1.5">
            {line.severity && <SeverityMark severity={line.severity} size={12} />}
            <Figure figure={line.have} />
          </span>
        ) : (
          <span title="not yet chosen">–</span>
        )}
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
        <FindingItems findings={findings} />
      </ul>
    </section>
  );
}
