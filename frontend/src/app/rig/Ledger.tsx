import { useState } from "react";
import { Link, useParams } from "react-router";
import type { Finding, LedgerLine } from "../../api/types";
import { Figure } from "../../features/worksheet/Figure";
import { FindingItems } from "../../features/worksheet/FindingItem";
import { useRig } from "../../features/worksheet/useRig";
import { lazyPage } from "../../ui/lazyPage";
import { SeverityMark } from "../../ui/SeverityMark";
import { useLastChanged } from "./useLastChanged";
import { useWholeLedger } from "./useWholeLedger";

/**
 * The promise, what is worst, and of the need and have what counts now: the rows of the step that is open and those that the
 * last edit changed. The whole table and all findings are a press, or a key, away. `wide` sets them side by side.
 */
export function Ledger({ wide = false }: { wide?: boolean }) {
  const { answer } = useRig();
  return (
    <div className={wide ? "grid grid-cols-2 gap-x-8 gap-y-5 px-5 py-4" : "flex flex-col gap-4 px-5 py-4"}>
      <div className="flex flex-col gap-3">
        {!wide && <p className="font-semibold first-letter:uppercase">{answer.promise}</p>}
        <NightBars answer={answer} />
        {wide && <Findings findings={answer.findings} />}
      </div>
      <NeedAndHave />
      {!wide && <Findings findings={answer.findings} />}
    </div>
  );
}

function NeedAndHave() {
  const { answer, optionId } = useRig();
  const { step } = useParams();
  const [whole, setWhole] = useWholeLedger();
  const changed = useLastChanged(optionId, answer.revision, answer.ledger);
  const rows = whole
    ? answer.ledger
    : answer.ledger.filter((line) => line.step === step || changed.includes(line.label));
  const left = answer.ledger.length - rows.length;
  return (
    <section aria-labelledby="ledger-need">
      <table className="w-full text-[14px]" hidden={rows.length === 0}>
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
          {rows.map((line) => (
            <Line key={line.label} line={line} />
          ))}
        </tbody>
      </table>
      {(whole || left > 0) && (
        <button
          type="button"
          aria-keyshortcuts="l"
          aria-expanded={whole}
          onClick={() => setWhole(!whole)}
          className="touch mt-1 text-[13px] text-soft hover:text-ink"
        >
          {whole
            ? "Only what counts here"
            : rows.length === 0
              ? `Need and have, all ${left} rows`
              : `${left} more rows`}{" "}
          <span className="font-mono text-xs">L</span>
        </button>
      )}
    </section>
  );
}

/** How many questions are open, and where they are. */
function StillAsked() {
  const { answer } = useRig();
  const { jobId, optionId } = useParams();
  const { all, danger } = answer.asked;
  return (
    <p className="flex items-center gap-2.5 border-rule border-b py-2 text-[14px]">
      {danger > 0 && <SeverityMark severity="danger" />}
      <Link to={`/jobs/${jobId}/${optionId}/survey`} className="touch hover:underline">
        Still to be asked: {all}
        {danger > 0 && `, ${danger} of which ${danger === 1 ? "decides" : "decide"} a danger`}
      </Link>
    </p>
  );
}

const SHOWN_FINDINGS = 3;
const NightBars = lazyPage(
  "the nights",
  async () => (await import("./NightBars")).NightBars,
  ({ children }) => <div className="min-h-[170px]">{children}</div>,
);
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

/** The worst of what does not fit, and how much more there is. */
function Findings({ findings }: { findings: Finding[] }) {
  const { answer } = useRig();
  const [all, setAll] = useState(false);
  const worst = findings.filter((finding) => finding.severity === findings[0]?.severity);
  const shown = all ? findings : worst.slice(0, SHOWN_FINDINGS);
  const left = findings.length - shown.length;
  return (
    <section aria-labelledby="ledger-findings" aria-live="polite">
      <h2 id="ledger-findings" className="border-ink border-b pb-1 font-semibold text-[13px] text-soft">
        {findings.length === 0 ? "What does not fit" : `What does not fit, ${findings.length}`}
      </h2>
      {findings.length === 0 && answer.asked.danger === 0 && (
        <p className="py-3 text-[14px] text-soft">No rule is broken by what is entered so far.</p>
      )}
      {answer.asked.all > 0 && <StillAsked />}
      <ul>
        <FindingItems findings={shown} />
      </ul>
      {(left > 0 || all) && (
        <button
          type="button"
          aria-expanded={all}
          onClick={() => setAll(!all)}
          className="touch mt-1 text-[13px] text-soft hover:text-ink"
        >
          {all ? "Only the worst" : `${left} more`}
        </button>
      )}
    </section>
  );
}
