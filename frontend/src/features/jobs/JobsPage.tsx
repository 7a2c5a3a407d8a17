import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { useNavigate } from "react-router";
import { client, unwrap } from "../../api/client";
import { jobsQuery } from "../../api/queries";
import type { JobAnswer, JobsWanted, Person } from "../../api/types";
import { Button } from "../../ui/Button";
import { PlainHeader } from "../../ui/PlainHeader";
import { Refusal } from "../../ui/Refusal";
import { Failed, Waiting } from "../../ui/states";
import { useArrivalFocus } from "../../ui/useArrivalFocus";
import { useDelayed } from "../../ui/useDelayed";
import { useRowKeys } from "../../ui/useRowKeys";
import { useTask } from "../../ui/useTask";
import { JobRow, pathOf } from "./JobRow";
import { OpenFile } from "./OpenFile";
import { StartJob } from "./StartJob";
import { ORDERS, STAGES } from "./stages";
import { useJobsWanted } from "./useJobsWanted";

const PAUSE_MS = 180;

export function JobsPage({ person }: { person: Person }) {
  const { wanted, want } = useJobsWanted();
  // Typed here and put into the address once typing pauses: the address is too slow to type into.
  const [find, setFind] = useState(wanted.find);
  const settled = useDelayed(find, PAUSE_MS);
  useEffect(() => {
    if (settled !== wanted.find) want({ find: settled });
  }, [settled]);
  const jobs = useQuery(jobsQuery(wanted));
  // Enter opens the first that is found, as soon as it is.
  const [opening, setOpening] = useState(false);
  const navigate = useNavigate();
  const first = jobs.data?.jobs[0];
  const found = find === wanted.find && jobs.data !== undefined && !jobs.isPlaceholderData;
  useEffect(() => {
    if (!opening || !found) return;
    setOpening(false);
    if (first) navigate(pathOf(first));
  }, [opening, found, first]);
  const [put, setPut] = useState<JobAnswer | null>(null);
  const [starting, setStarting] = useState(false);
  const { list, field, onKeyDown } = useRowKeys<HTMLUListElement>();
  useArrivalFocus(field, matchMedia("(pointer: fine)").matches);
  const mayEdit = person.role === "owner" || person.role === "designer";
  useEffect(() => {
    document.title = "Jobs – Ryokan";
  }, []);
  const looking = wanted.find !== "" || wanted.stage !== undefined || wanted.archived;
  return (
    <>
      <PlainHeader title={person.shop} person={person} />
      <main className="mx-auto max-w-[76rem] px-5 py-6" onKeyDown={onKeyDown}>
        <div className="mb-4 flex items-center justify-between gap-4">
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
        <div className="mb-3 flex flex-wrap items-center gap-x-5 gap-y-3">
          <input
            ref={field}
            type="search"
            aria-label="Find a job"
            placeholder="name, customer or vehicle"
            className="field w-72 max-w-full"
            maxLength={120}
            value={find}
            onChange={(event) => setFind(event.target.value)}
            onKeyDown={(event) => event.key === "Enter" && setOpening(true)}
          />
          <Stages wanted={wanted} counts={jobs.data?.stages ?? {}} onChange={(stage) => want({ stage })} />
          <label className="ml-auto flex items-center gap-2 text-[14px] text-soft">
            Order
            <select
              className="field"
              value={wanted.order}
              onChange={(event) => want({ order: event.target.value === "changed" ? "" : event.target.value })}
            >
              {Object.entries(ORDERS).map(([order, words]) => (
                <option key={order} value={order}>
                  {words}
                </option>
              ))}
            </select>
          </label>
        </div>
        {put && <ArchiveNotice job={put} onChanged={setPut} />}
        {jobs.isPending && <Waiting what="the jobs" failed={jobs.failureReason} />}
        {jobs.isError && !jobs.data && <Failed error={jobs.error} retry={() => void jobs.refetch()} />}
        {jobs.data?.total === 0 && (
          <p className="border-rule border-t py-8 text-soft">
            {looking ? "No job is found so." : "No job yet. Start one, and type its first load."}
          </p>
        )}
        <ul ref={list} className="border-ink border-t" aria-label="Jobs">
          {jobs.data?.jobs.map((job) => (
            <JobRow
              key={job.id}
              job={job}
              mayEdit={mayEdit}
              onChanged={(next) => next.archived !== job.archived && setPut(next)}
            />
          ))}
        </ul>
        {jobs.data && <Pages {...jobs.data} onPage={(page) => want({ page: page === 1 ? "" : String(page) })} />}
      </main>
      {starting && <StartJob jobs={jobs.data?.jobs ?? []} onClose={() => setStarting(false)} />}
    </>
  );
}

/** What has just gone into the archive, or come out of it, with the way back. */
function ArchiveNotice({ job, onChanged }: { job: JobAnswer; onChanged: (job: JobAnswer) => void }) {
  const queries = useQueryClient();
  const task = useTask();
  const back = () =>
    task.run(async () => {
      const params = { path: { job_id: job.id } };
      onChanged(
        await unwrap(client.PATCH("/api/v1/jobs/{job_id}", { params, body: { archived: !job.archived } as never })),
      );
      await queries.invalidateQueries({ queryKey: ["jobs"] });
    });
  return (
    <div role="status" className="mb-3 border-stored border-l-[3px] bg-sheet px-4 py-2 text-[14px]">
      “{job.title}” is {job.archived ? "in the archive" : "among the jobs again"}.{" "}
      <button type="button" className="touch text-stored underline underline-offset-2" onClick={() => void back()}>
        {job.archived ? "Bring it back" : "Put it in the archive"}
      </button>
      <Refusal>{task.refusal}</Refusal>
    </div>
  );
}

/** Stages as a row of words with how many jobs are in each; the archive stands at their end. */
function Stages({
  wanted,
  counts,
  onChange,
}: {
  wanted: JobsWanted;
  counts: Record<string, number>;
  onChange: (stage: string) => void;
}) {
  const now = wanted.archived ? "archived" : (wanted.stage ?? "");
  const all = [["", "All"], ...Object.entries(STAGES), ["archived", "Archive"]] as [string, string][];
  return (
    <fieldset className="flex flex-wrap">
      <legend className="sr-only">Stage</legend>
      {all.map(([stage, words]) => (
        <button
          key={stage}
          type="button"
          aria-pressed={now === stage}
          onClick={() => onChange(stage)}
          className={`touch h-8 border-b-2 px-3 text-[14px] ${
            now === stage ? "border-incoming font-semibold" : "border-transparent text-soft hover:text-ink"
          }`}
        >
          {words}
          {!wanted.archived && stage in counts && <span className="figure ml-1.5 text-soft">{counts[stage]}</span>}
        </button>
      ))}
    </fieldset>
  );
}

function Pages({
  page,
  pages,
  total,
  onPage,
}: {
  page: number;
  pages: number;
  total: number;
  onPage: (page: number) => void;
}) {
  if (pages < 2) return null;
  return (
    <nav aria-label="Pages" className="mt-4 flex items-center gap-4 text-[14px] text-soft">
      <Button disabled={page <= 1} onClick={() => onPage(page - 1)}>
        Before
      </Button>
      <span>
        Page <span className="figure text-ink">{page}</span> of <span className="figure">{pages}</span>,{" "}
        <span className="figure">{total}</span> jobs
      </span>
      <Button disabled={page >= pages} onClick={() => onPage(page + 1)}>
        Next
      </Button>
    </nav>
  );
}
