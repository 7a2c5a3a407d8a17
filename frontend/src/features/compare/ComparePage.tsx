import { useQuery } from "@tanstack/react-query";
import { useEffect } from "react";
import { Link, useParams } from "react-router";
import { comparisonQuery, jobQuery } from "../../api/queries";
import type { Comparison, FigureValue, Person, Severity } from "../../api/types";
import { Digits } from "../../ui/Digits";
import { formatNumber, formatQuantity } from "../../ui/formatQuantity";
import { PlainHeader } from "../../ui/PlainHeader";
import { SeverityMark } from "../../ui/SeverityMark";
import { Failed, Waiting } from "../../ui/states";

/** All options of a job side by side; what differs stands out, what is alike steps back. */
export function ComparePage({ person }: { person: Person }) {
  const { jobId = "" } = useParams();
  const job = useQuery(jobQuery(jobId));
  const comparison = useQuery(comparisonQuery(jobId));
  const failed = job.error ?? comparison.error;
  useEffect(() => {
    document.title = `Options – ${job.data?.title ?? "Job"} – Ryokan`;
  }, [job.data]);
  return (
    <>
      <PlainHeader title={<h1>{job.data?.title}</h1>} person={person} />
      <main className="overflow-x-auto px-5 py-6 lg:px-8">
        {failed ? (
          <Failed error={failed} retry={() => void Promise.all([job.refetch(), comparison.refetch()])} />
        ) : comparison.data ? (
          <Options jobId={jobId} comparison={comparison.data} />
        ) : (
          <Waiting what="the options" failed={comparison.failureReason} />
        )}
      </main>
    </>
  );
}

function Options({ jobId, comparison }: { jobId: string; comparison: Comparison }) {
  return (
    <table className="min-w-[44rem] border-collapse">
      <thead>
        <tr className="border-ink border-b align-bottom">
          <th scope="col" className="w-56 pb-2 text-left font-semibold text-[13px] text-soft">
            Need → have
          </th>
          {comparison.options.map((option) => (
            <th key={option.id} scope="col" className="min-w-56 px-4 pb-2 text-left font-normal">
              <Link
                to={`/jobs/${jobId}/${option.id}/brief`}
                className="font-semibold text-[17px] underline underline-offset-4"
              >
                {option.name}
              </Link>
              <span className="block text-[14px] text-soft first-letter:uppercase">{option.promise}</span>
              <span className="block text-[14px] text-soft">
                {option.days_kept === null
                  ? "no bank chosen"
                  : `lasts ${formatNumber(option.days_kept)} days with no charge, margin included`}
              </span>
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {comparison.rows.map((row) => (
          <tr key={row.label} className={`row-height border-rule border-b ${row.differs ? "" : "text-soft"}`}>
            <th scope="row" className={`pr-4 text-left ${row.differs ? "font-semibold" : "font-normal"}`}>
              {row.label}
            </th>
            {row.cells.map((cell, index) => (
              <td key={comparison.options[index]?.id} className="px-4">
                <Amount figure={cell.need} /> <span className="text-soft">→</span>{" "}
                <Amount figure={cell.have} severity={cell.severity} />
              </td>
            ))}
          </tr>
        ))}
        <tr className="align-top">
          <th scope="row" className="pt-3 pr-4 text-left font-semibold">
            What does not fit
          </th>
          {comparison.options.map((option) => (
            <td key={option.id} className="max-w-80 px-4 pt-3">
              {option.findings.length === 0 && (
                <span className="text-soft">No rule is broken by what is entered so far.</span>
              )}
              <ul className="flex flex-col gap-2">
                {option.findings.map((finding) => (
                  <li key={finding.key} className="flex gap-2 text-[14px] leading-snug">
                    <SeverityMark severity={finding.severity} size={15} />
                    {finding.what}
                  </li>
                ))}
              </ul>
            </td>
          ))}
        </tr>
      </tbody>
    </table>
  );
}

function Amount({ figure, severity = null }: { figure: FigureValue | null; severity?: Severity | null }) {
  if (!figure) return <span className="figure text-soft">–</span>;
  // Several options may be in several units: a comparison is in metric throughout.
  const shown = formatQuantity(figure.value, figure.unit, "metric");
  return (
    <span className="figure inline-flex items-center gap-1">
      {severity && <SeverityMark severity={severity} size={12} />}
      <span>
        <Digits>{shown.number}</Digits>
        {shown.unit && <span className="unit">{shown.unit}</span>}
      </span>
    </span>
  );
}
