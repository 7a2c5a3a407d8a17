import { useQueryClient } from "@tanstack/react-query";
import { useId, useState } from "react";
import { client, unwrap } from "../../api/client";
import { loadSetsQuery } from "../../api/queries";
import { Button } from "../../ui/Button";
import { Refusal } from "../../ui/Refusal";
import { useTask } from "../../ui/useTask";
import { useTypedSince } from "../../ui/useTypedSince";
import { useRig } from "../worksheet/useRig";

/** Keep one row, or all of them, under a name. */
export function KeepForm({ loadId, label, example }: { loadId: string | null; label: string; example: string }) {
  const { optionId } = useRig();
  const queries = useQueryClient();
  const task = useTask();
  const id = useId();
  const [kept, setKept] = useState("");
  const typing = useTypedSince();
  const keep = async (form: HTMLFormElement) => {
    const typedSince = typing.sent();
    const name = String(new FormData(form).get("name"));
    const params = { path: { option_id: optionId } };
    const body = { name, load_id: loadId };
    queries.setQueryData(
      loadSetsQuery.queryKey,
      (await unwrap(client.POST("/api/v1/options/{option_id}/load-sets", { params, body }))) as never,
    );
    if (!typedSince()) form.reset();
    setKept(name);
  };
  return (
    <form
      className="mt-3 border-ink border-t pt-3"
      onInput={typing.onInput}
      onSubmit={(event) => {
        event.preventDefault();
        const form = event.currentTarget;
        setKept("");
        void task.run(() => keep(form));
      }}
    >
      <label htmlFor={id} className="mb-1 block text-[14px]">
        {label}
      </label>
      <span className="flex gap-3">
        <input id={id} name="name" required maxLength={60} placeholder={example} className="field w-64" />
        <Button type="submit" disabled={task.busy}>
          Keep
        </Button>
      </span>
      <Refusal>{task.refusal}</Refusal>
      {kept && (
        <p role="status" className="mt-1 text-[14px] text-fits">
          “{kept}” is kept.
        </p>
      )}
    </form>
  );
}
