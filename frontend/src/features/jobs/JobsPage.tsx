import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useId, useState } from "react";
import { useNavigate } from "react-router";
import { client, unwrap } from "../../api/client";
import { jobsQuery } from "../../api/queries";
import type { JobCard, Person } from "../../api/types";
import { Button } from "../../ui/Button";
import { Dialog } from "../../ui/Dialog";
import { formatNumber } from "../../ui/formatQuantity";
import { PlainHeader } from "../../ui/PlainHeader";
import { SeverityMark } from "../../ui/SeverityMark";
import { Failed, Waiting } from "../../ui/states";
import { OpenFile } from "./OpenFile";

export function JobsPage({ person }: { person: Person }) {
  const jobs = useQuery(jobsQuery);
  const [starting, setStarting] = useState(false);
  const mayEdit = person.role === "owner" || person.role === "designer";
  useEffect(() => {
    document.title = "Jobs – Ryokan";
  }, []);
  return (
    <>
      <PlainHeader title={person.shop} person={person} />
      <main className="mx-auto max-w-[72rem] px-5 py-7">
        <div className="mb-5 flex items-center justify-between gap-4">
          <h1 className="font-semibold text-2xl">Jobs</h1>
          {mayEdit && (
            <span className="flex gap-3">
              <OpenFile />
              <Button kind="main" onClick={() => setStarting(true)}>
                Start a job
              </Button>
            </span>
          )}
        </div>
        {jobs.isPending && <Waiting what="the jobs" failed={jobs.failureReason} />}
        {jobs.isError && <Failed error={jobs.error} retry={() => void jobs.refetch()} />}
        {jobs.data?.jobs.length === 0 && (
          <p className="border-rule border-t py-8 text-soft">No job yet. Start one, and type its first load.</p>
        )}
        <ul className="grid gap-4 md:grid-cols-2">
          {jobs.data?.jobs.map((job) => (
            <JobItem key={job.id} job={job} />
          ))}
        </ul>
      </main>
      {starting && <StartJob jobs={jobs.data?.jobs ?? []} onClose={() => setStarting(false)} />}
    </>
  );
}

function JobItem({ job }: { job: JobCard }) {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const open = () => void openFirstOption(job.id, navigate, queries);
  return (
    <li className="flex flex-col border border-rule bg-sheet">
      <button type="button" onClick={open} className="flex flex-1 flex-col px-5 pt-4 pb-3 text-left hover:bg-paper">
        <span className="font-semibold text-[18px] leading-snug">{job.title}</span>
        <span className="text-soft">
          {job.customer}, {job.vehicle}
        </span>
        <span className="mt-3 first-letter:uppercase">{job.promise}</span>
        <span className="mt-3 flex w-full items-center gap-3 border-rule border-t pt-3">
          <Standing job={job} />
        </span>
      </button>
    </li>
  );
}

/** How a job stands: what is worst, and how long the bank lasts against the promise. */
function Standing({ job }: { job: JobCard }) {
  if (job.loads === 0) return <span className="text-soft">No loads yet</span>;
  const { danger, fault, advice } = job.counts;
  return (
    <>
      <span className="flex items-center gap-3">
        {danger > 0 && <Count severity="danger" count={danger} />}
        {fault > 0 && <Count severity="fault" count={fault} />}
        {danger + fault === 0 && advice > 0 && <Count severity="advice" count={advice} />}
        {danger + fault + advice === 0 && <span className="text-fits">Nothing found against it so far</span>}
      </span>
      <span className="ml-auto text-[14px] text-soft">
        {job.days_kept === null ? (
          "no bank chosen"
        ) : (
          <>
            lasts <span className="figure text-ink">{formatNumber(job.days_kept ?? 0)}</span> of{" "}
            <span className="figure">{formatNumber(job.days_promised)}</span> {job.days_promised === 1 ? "day" : "days"}
          </>
        )}
      </span>
      <span className="sr-only">{job.worst}</span>
    </>
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

async function openFirstOption(
  jobId: string,
  navigate: ReturnType<typeof useNavigate>,
  queries: ReturnType<typeof useQueryClient>,
  step = "brief",
): Promise<void> {
  const job = await unwrap(client.GET("/api/v1/jobs/{job_id}", { params: { path: { job_id: jobId } } }));
  queries.setQueryData(["job", jobId], job);
  navigate(`/jobs/${jobId}/${job.options[0]?.id}/${step}`);
}

function StartJob({ jobs, onClose }: { jobs: JobCard[]; onClose: () => void }) {
  const navigate = useNavigate();
  const queries = useQueryClient();
  const id = useId();
  const [fault, setFault] = useState("");
  const start = async (form: FormData) => {
    try {
      const like = String(form.get("like"));
      const body = {
        title: String(form.get("title")),
        customer: String(form.get("customer")),
        like_option: like === "" ? null : like,
      };
      const job = await unwrap(client.POST("/api/v1/jobs", { body }));
      // A new job opens with the cursor in the load line.
      await openFirstOption(job.id, navigate, queries, "loads");
    } catch (error) {
      setFault(error instanceof Error ? error.message : "That did not work.");
    }
  };
  return (
    <Dialog title="Start a job" onClose={onClose}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void start(new FormData(event.currentTarget));
        }}
      >
        <label htmlFor={`${id}-title`} className="mb-1 block">
          What it is
        </label>
        <input id={`${id}-title`} name="title" required maxLength={120} className="field mb-4 w-full" />
        <label htmlFor={`${id}-customer`} className="mb-1 block">
          For whom
        </label>
        <input id={`${id}-customer`} name="customer" required maxLength={120} className="field mb-4 w-full" />
        <label htmlFor={`${id}-like`} className="mb-1 block">
          Begun from
        </label>
        <select id={`${id}-like`} name="like" className="field mb-5 w-full">
          <option value="">the shop's own defaults</option>
          {jobs.map((job) => (
            <option key={job.id} value={job.option_id}>
              the rig of {job.title}
            </option>
          ))}
        </select>
        {fault && (
          <p role="alert" className="mb-4 text-danger">
            {fault}
          </p>
        )}
        <div className="flex justify-end gap-3">
          <Button onClick={onClose}>Leave</Button>
          <Button kind="main" type="submit">
            Start
          </Button>
        </div>
      </form>
    </Dialog>
  );
}
