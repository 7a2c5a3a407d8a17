import { useQueryClient } from "@tanstack/react-query";
import { useId, useState } from "react";
import { useNavigate } from "react-router";
import { client, unwrap } from "../../api/client";
import { jobQuery } from "../../api/queries";
import type { JobAnswer } from "../../api/types";
import { useRig } from "../../features/worksheet/useRig";
import { Button } from "../../ui/Button";
import { Popover } from "../../ui/Popover";

/** Begin a further option from the one at hand. */
export function NewOption({ job, step }: { job: JobAnswer; step: string }) {
  const { optionId, answer } = useRig();
  const queries = useQueryClient();
  const navigate = useNavigate();
  const id = useId();
  const [open, setOpen] = useState(false);
  const [fault, setFault] = useState("");
  if (!answer.may_edit) return null;
  const begin = async (name: string) => {
    setFault("");
    try {
      const params = { path: { option_id: optionId } };
      const made = await unwrap(client.POST("/api/v1/options/{option_id}/copies", { params, body: { name } }));
      await queries.invalidateQueries({ queryKey: jobQuery(job.id).queryKey });
      setOpen(false);
      navigate(`/jobs/${job.id}/${made.id}/${step}`);
    } catch (error) {
      setFault(error instanceof Error ? error.message : "That did not work.");
    }
  };
  return (
    <Popover
      open={open}
      onOpenChange={setOpen}
      label="A further option"
      trigger={
        <button
          type="button"
          className="touch h-7 px-2 text-[14px] text-soft hover:text-ink"
          aria-label="Begin a further option"
        >
          +
        </button>
      }
    >
      <form
        className="flex flex-col gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          void begin(String(new FormData(event.currentTarget).get("name")));
        }}
      >
        <label htmlFor={id} className="text-[14px]">
          Begin another option from this one, called
        </label>
        <input id={id} name="name" required maxLength={60} className="field" placeholder="Cheaper" />
        {fault && (
          <p role="alert" className="text-[14px] text-danger">
            {fault}
          </p>
        )}
        <div className="text-right">
          <Button kind="main" type="submit">
            Begin
          </Button>
        </div>
      </form>
    </Popover>
  );
}
