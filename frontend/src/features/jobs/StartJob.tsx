import { useQueryClient } from "@tanstack/react-query";
import { useId, useState } from "react";
import { useNavigate } from "react-router";
import { client, unwrap } from "../../api/client";
import { jobQuery } from "../../api/queries";
import type { JobCard } from "../../api/types";
import { Button } from "../../ui/Button";
import { Dialog } from "../../ui/Dialog";

/** A new job, from the shop's defaults or like one of those that are listed. */
export function StartJob({ jobs, onClose }: { jobs: JobCard[]; onClose: () => void }) {
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
      queries.setQueryData(jobQuery(job.id).queryKey, job);
      // A new job opens with the cursor in the load line.
      navigate(`/jobs/${job.id}/${job.options[0]?.id}/loads`);
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
