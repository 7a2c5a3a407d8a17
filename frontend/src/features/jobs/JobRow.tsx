import { useState } from "react";
import { Link } from "react-router";
import type { JobAnswer, JobCard } from "../../api/types";
import { formatNumber } from "../../ui/formatQuantity";
import { SeverityMark } from "../../ui/SeverityMark";
import { HANDHELD } from "../../ui/useHandheld";
import { JobDialog } from "./JobDialog";
import { STAGES, sayDate } from "./stages";

/** A job in one row: what it is, what is promised, where it stands. The whole row leads to it. */
export function JobRow({
  job,
  mayEdit,
  onChanged,
}: {
  job: JobCard;
  mayEdit: boolean;
  onChanged: (job: JobAnswer) => void;
}) {
  const [about, setAbout] = useState(false);
  return (
    <li className="relative grid grid-cols-[1fr_auto] items-start gap-x-6 gap-y-1 border-rule border-b px-2 py-3 hover:bg-sheet md:grid-cols-[minmax(0,5fr)_minmax(0,4fr)_8rem_minmax(0,3.6fr)_2.2rem]">
      <div className="min-w-0">
        <Link
          to={pathOf(job)}
          data-row-link=""
          className="font-semibold text-[17px] leading-snug after:absolute after:inset-0 focus-visible:outline-none focus-visible:after:outline-2 focus-visible:after:outline-focus"
        >
          {job.title}
        </Link>
        <p className="truncate text-[14px] text-soft">
          {job.customer}, {job.vehicle}
        </p>
      </div>
      <p className="hidden text-[14px] leading-snug first-letter:uppercase md:block">{job.promise}</p>
      <p className="text-[14px] leading-snug">
        {job.stage ? STAGES[job.stage] : <span className="text-soft">no stage</span>}
        {job.wished_for && <span className="block text-soft">by {sayDate(job.wished_for)}</span>}
      </p>
      <Standing job={job} />
      {mayEdit && (
        <button
          type="button"
          aria-label={`⋯ about ${job.title}`}
          onClick={() => setAbout(true)}
          className="touch relative h-8 w-8 text-soft hover:text-ink"
        >
          ⋯
        </button>
      )}
      {about && <JobDialog jobId={job.id} onClose={() => setAbout(false)} onChanged={onChanged} />}
    </li>
  );
}

export function pathOf(job: JobCard): string {
  // Of a rig in use a phone asks for its meters first.
  const inHand = job.stage === "in_use" && window.matchMedia(HANDHELD).matches;
  return `/jobs/${job.id}/${job.option_id}/${inHand ? "survey?tab=readings" : "brief"}`;
}

/** How a job stands: what is worst, and how long the bank lasts against the promise. */
function Standing({ job }: { job: JobCard }) {
  if (job.loads === 0) return <p className="text-[14px] text-soft">No loads yet</p>;
  const { danger, fault, advice, asked } = job.counts;
  return (
    <div className="text-[14px] leading-snug">
      <p className="flex flex-wrap items-center gap-x-3" title={job.worst ?? undefined}>
        {danger > 0 && <Count severity="danger" count={danger} />}
        {fault > 0 && <Count severity="fault" count={fault} />}
        {danger + fault === 0 && advice > 0 && <Count severity="advice" count={advice} />}
        {asked > 0 && (
          <span className="text-soft">
            {asked} {asked === 1 ? "question decides" : "questions decide"} a danger
          </span>
        )}
        {danger + fault + advice + asked === 0 && <span className="text-fits">Nothing found against it so far</span>}
      </p>
      <p className="text-soft">
        {job.days_kept === null ? (
          "no bank chosen"
        ) : (
          <>
            lasts <span className="figure text-ink">{formatNumber(job.days_kept ?? 0)}</span> of{" "}
            <span className="figure">{formatNumber(job.days_promised)}</span> {job.days_promised === 1 ? "day" : "days"}
            , with margin
          </>
        )}
      </p>
    </div>
  );
}

function Count({ severity, count }: { severity: "danger" | "fault" | "advice"; count: number }) {
  const words = { danger: ["danger", "dangers"], fault: ["misfit", "misfits"], advice: ["advice", "advice"] }[severity];
  return (
    <span className="flex items-center gap-1.5">
      <SeverityMark severity={severity} />
      <span className="figure">{count}</span> {words[count === 1 ? 0 : 1]}
    </span>
  );
}
