import { useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { client, unwrap } from "../../api/client";
import { referenceQuery } from "../../api/queries";
import type { Source } from "../../api/types";
import { Button } from "../../ui/Button";
import { Labelled } from "../../ui/Labelled";
import { Refusal } from "../../ui/Refusal";
import { useTask } from "../../ui/useTask";

/** That the shop compared a source with its printed text: who, which edition, when. Its figures then lose their mark. */
export function PrintCheck({ source, mayEdit }: { source: Source; mayEdit: boolean }) {
  const queries = useQueryClient();
  const task = useTask();
  const [open, setOpen] = useState(false);
  const path = { source_id: source.id };
  // Workings and figures carry the mark too.
  const keep = async (next: unknown) => {
    queries.setQueryData(referenceQuery.queryKey, next as never);
    setOpen(false);
    await queries.invalidateQueries({ predicate: (query) => query.queryKey !== referenceQuery.queryKey });
  };
  const record = async (form: FormData) => {
    const body = { edition: String(form.get("edition")), on: String(form.get("on")) };
    await keep(await unwrap(client.PUT("/api/v1/reference/sources/{source_id}/check", { params: { path }, body })));
  };
  const withdraw = async () =>
    keep(await unwrap(client.DELETE("/api/v1/reference/sources/{source_id}/check", { params: { path } })));
  if (source.check) {
    return (
      <p className="text-[14px] text-fits">
        Checked against print by {source.check.by}, {source.check.edition},{" "}
        {new Date(source.check.on).toLocaleDateString(undefined, { dateStyle: "medium" })}.
        {mayEdit && (
          <button type="button" className="touch ml-3 text-soft underline" onClick={() => void task.run(withdraw)}>
            Withdraw
          </button>
        )}
        <Refusal>{task.refusal}</Refusal>
      </p>
    );
  }
  if (!mayEdit) return null;
  if (!open) {
    return (
      <button
        type="button"
        className="touch text-[14px] text-stored underline underline-offset-2"
        onClick={() => setOpen(true)}
      >
        I have compared it with print…
      </button>
    );
  }
  return (
    <form
      className="my-2 flex flex-wrap items-end gap-3"
      onSubmit={(event) => {
        event.preventDefault();
        const form = new FormData(event.currentTarget);
        void task.run(() => record(form));
      }}
    >
      <Labelled label="Edition compared">
        {(id) => <input id={id} name="edition" required maxLength={120} className="field w-64" />}
      </Labelled>
      <Labelled label="On">
        {(id) => (
          <input
            id={id}
            name="on"
            type="date"
            required
            defaultValue={new Date().toISOString().slice(0, 10)}
            className="field"
          />
        )}
      </Labelled>
      <Button type="submit" disabled={task.busy}>
        Record it
      </Button>
      <Button kind="quiet" onClick={() => setOpen(false)}>
        Leave
      </Button>
      <Refusal>{task.refusal}</Refusal>
    </form>
  );
}
