import { useQuery, useQueryClient } from "@tanstack/react-query";
import { type FormEvent, useState } from "react";
import { client, unwrap } from "../../api/client";
import { comparisonQuery, jobQuery } from "../../api/queries";
import type { JobAnswer, Stage } from "../../api/types";
import { Button } from "../../ui/Button";
import { Dialog } from "../../ui/Dialog";
import { DialogFoot } from "../../ui/DialogFoot";
import { Labelled } from "../../ui/Labelled";
import { Refusal } from "../../ui/Refusal";
import { Failed, Waiting } from "../../ui/states";
import { useTask } from "../../ui/useTask";
import { STAGES } from "./stages";

/** What is said of a job: name, customer, stage and date; its options and systems; and the archive. */
export function JobDialog({
  jobId,
  onClose,
  onChanged,
}: {
  jobId: string;
  onClose: () => void;
  onChanged?: (job: JobAnswer) => void;
}) {
  const { data: job, error, failureReason, refetch } = useQuery(jobQuery(jobId));
  const queries = useQueryClient();
  const keep = async (next: JobAnswer) => {
    queries.setQueryData(jobQuery(jobId).queryKey, next);
    await queries.invalidateQueries({ queryKey: ["jobs"] });
    await queries.invalidateQueries({ queryKey: comparisonQuery(jobId).queryKey });
    onChanged?.(next);
  };
  return (
    <Dialog title={job?.title ?? "The job"} onClose={onClose} wide>
      {job ? (
        <>
          <Said job={job} keep={keep} onClose={onClose} />
          <Options job={job} keep={keep} />
          <Systems job={job} keep={keep} />
        </>
      ) : error ? (
        <Failed error={error} retry={() => void refetch()} />
      ) : (
        <Waiting what="the job" failed={failureReason} />
      )}
    </Dialog>
  );
}

type Keep = (next: JobAnswer) => Promise<void>;

function Said({ job, keep, onClose }: { job: JobAnswer; keep: Keep; onClose: () => void }) {
  const task = useTask();
  const [opened] = useState(job);
  const change = async (body: Record<string, unknown>) => {
    const params = { path: { job_id: job.id } };
    await keep(await unwrap(client.PATCH("/api/v1/jobs/{job_id}", { params, body: body as never })));
    onClose();
  };
  const store = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const typed = {
      title: String(form.get("title")).trim(),
      customer: String(form.get("customer")).trim(),
      stage: (form.get("stage") || null) as Stage | null,
      wished_for: String(form.get("wished_for")) || null,
    };
    // What was not changed here stays as others may have changed it meanwhile.
    const changed = Object.entries(typed).filter(([name, value]) => value !== opened[name as keyof typeof typed]);
    if (changed.length === 0) onClose();
    else void task.run(() => change(Object.fromEntries(changed)));
  };
  return (
    <form onSubmit={store}>
      <div className="mb-5 flex flex-wrap gap-x-5 gap-y-4">
        <Labelled label="What it is">
          {(id) => (
            <input
              id={id}
              name="title"
              required
              maxLength={120}
              defaultValue={job.title}
              className="field w-80 max-w-full"
            />
          )}
        </Labelled>
        <Labelled label="For whom">
          {(id) => (
            <input
              id={id}
              name="customer"
              required
              maxLength={120}
              defaultValue={job.customer}
              className="field w-64"
            />
          )}
        </Labelled>
        <Labelled label="Stage">
          {(id) => (
            <select id={id} name="stage" className="field" defaultValue={job.stage ?? ""}>
              <option value="">not said</option>
              {Object.entries(STAGES).map(([stage, words]) => (
                <option key={stage} value={stage}>
                  {words}
                </option>
              ))}
            </select>
          )}
        </Labelled>
        <Labelled label="Wished for by">
          {(id) => (
            <input id={id} name="wished_for" type="date" className="field" defaultValue={job.wished_for ?? ""} />
          )}
        </Labelled>
      </div>
      <DialogFoot refusal={task.refusal} last={false}>
        <Button className="mr-auto" onClick={() => void task.run(() => change({ archived: !job.archived }))}>
          {job.archived ? "Bring it back from the archive" : "Put it in the archive"}
        </Button>
        <Button onClick={onClose}>Leave</Button>
        <Button kind="main" type="submit" disabled={task.busy}>
          Store
        </Button>
      </DialogFoot>
    </form>
  );
}

/** The options of the job: what is taken away is kept, and can be brought back. */
function Options({ job, keep }: { job: JobAnswer; keep: Keep }) {
  const task = useTask();
  const named = (option: { system: string; name: string }) => `${option.system} · ${option.name}`.replace(/^ · /, "");
  const put = (optionId: string, removed: boolean) =>
    task.run(async () => {
      const params = { path: { option_id: optionId } };
      await keep(await unwrap(client.PUT("/api/v1/options/{option_id}/removal", { params, body: { removed } })));
    });
  return (
    <section className="mt-5">
      <h3 className="border-ink border-b pb-1 font-semibold text-[14px]">Options</h3>
      <ul>
        {job.options.map((option) => (
          <li key={option.id} className="flex items-center justify-between border-rule border-b py-1">
            {named(option)}
            {job.options.length > 1 && (
              <Button kind="quiet" aria-label={`Take away ${named(option)}`} onClick={() => void put(option.id, true)}>
                Take away
              </Button>
            )}
          </li>
        ))}
        {job.removed.map((option) => (
          <li key={option.id} className="flex items-center justify-between border-rule border-b py-1 text-soft">
            <span>
              {named(option)}, <em className="not-italic">taken away</em>
            </span>
            <Button kind="quiet" aria-label={`Bring back ${named(option)}`} onClick={() => void put(option.id, false)}>
              Bring back
            </Button>
          </li>
        ))}
      </ul>
      <Refusal>{task.refusal}</Refusal>
    </section>
  );
}

/** Systems by their names: one renamed keeps its links. */
function Systems({ job, keep }: { job: JobAnswer; keep: Keep }) {
  const systems = [...new Set(job.options.map((option) => option.system))];
  const task = useTask();
  if (systems.length < 2) return null;
  const rename = (system: string, name: string) =>
    task.run(async () => {
      const optionId = job.options.find((option) => option.system === system)?.id ?? "";
      const params = { path: { option_id: optionId } };
      await keep(await unwrap(client.PUT("/api/v1/options/{option_id}/system", { params, body: { name } })));
    });
  return (
    <section className="mt-5">
      <h3 className="border-ink border-b pb-1 font-semibold text-[14px]">Systems</h3>
      {systems.map((system) => (
        <form
          key={system}
          className="flex items-center gap-3 border-rule border-b py-1.5"
          onSubmit={(event) => {
            event.preventDefault();
            void rename(system, String(new FormData(event.currentTarget).get("name")));
          }}
        >
          <input
            name="name"
            aria-label={`What “${system}” is called`}
            required
            maxLength={60}
            defaultValue={system}
            className="field w-56"
          />
          <Button type="submit" aria-label={`Rename ${system}`}>
            Rename
          </Button>
        </form>
      ))}
      <Refusal>{task.refusal}</Refusal>
    </section>
  );
}
