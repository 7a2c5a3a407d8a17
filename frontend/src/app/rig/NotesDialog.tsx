import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { client, RequestFailed, unwrap } from "../../api/client";
import { jobQuery } from "../../api/queries";
import type { JobAnswer } from "../../api/types";
import { Button } from "../../ui/Button";
import { Dialog } from "../../ui/Dialog";
import { Refusal } from "../../ui/Refusal";
import { useTask } from "../../ui/useTask";
import { STORED_SO_FAR, useTypedSince } from "../../ui/useTypedSince";

/** Notes on the whole job; they travel in its file. */
export function NotesDialog({ job, mayEdit, onClose }: { job: JobAnswer; mayEdit: boolean; onClose: () => void }) {
  const queries = useQueryClient();
  const task = useTask();
  const typing = useTypedSince();
  const [note, setNote] = useState("");
  const [seen, setSeen] = useState(job.notes);
  const keep = async (notes: string) => {
    setNote("");
    const typedSince = typing.sent();
    const params = { path: { job_id: job.id } };
    const next = await unwrap(client.PUT("/api/v1/jobs/{job_id}/notes", { params, body: { notes, seen } })).catch(
      async (failed: unknown) => {
        // What somebody else has written is shown now: kept once more, this stands in its place knowingly.
        if (failed instanceof RequestFailed && failed.status === 409) {
          setSeen((await queries.fetchQuery({ ...jobQuery(job.id), staleTime: 0 })).notes);
        }
        throw failed;
      },
    );
    setSeen(next.notes);
    queries.setQueryData(jobQuery(job.id).queryKey, next);
    if (typedSince()) setNote(STORED_SO_FAR);
    else onClose();
  };
  return (
    <Dialog title="Notes on the job" onClose={onClose}>
      <form
        onInput={typing.onInput}
        onSubmit={(event) => {
          event.preventDefault();
          const notes = String(new FormData(event.currentTarget).get("notes"));
          void task.run(() => keep(notes));
        }}
      >
        <textarea
          name="notes"
          aria-label="Notes"
          maxLength={8000}
          rows={12}
          disabled={!mayEdit}
          defaultValue={job.notes}
          className="field h-auto w-full py-2"
        />
        <p className="mt-1 text-[13px] text-soft">Everybody of the shop reads them; they go out with the job file.</p>
        <Refusal>{task.refusal || note}</Refusal>
        <div className="mt-4 flex justify-end gap-3">
          <Button onClick={onClose}>{mayEdit ? "Leave" : "Close"}</Button>
          {mayEdit && (
            <Button kind="main" type="submit" disabled={task.busy}>
              Keep
            </Button>
          )}
        </div>
      </form>
    </Dialog>
  );
}
