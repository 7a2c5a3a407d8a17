import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useId, useState } from "react";
import { client, unwrap } from "../../api/client";
import { loadSetsQuery } from "../../api/queries";
import type { LoadSet } from "../../api/types";
import { Button } from "../../ui/Button";
import { Dialog } from "../../ui/Dialog";
import { Refusal } from "../../ui/Refusal";
import { Failed, Waiting } from "../../ui/states";
import { useTask } from "../../ui/useTask";
import { useTypedSince } from "../../ui/useTypedSince";
import { useRig } from "../worksheet/useRig";
import { addLoads } from "./loadPatches";

/** What the shop keeps of its audits: sets to begin with, and usual loads of its own. */
export function LoadSetsDialog({ onClose }: { onClose: () => void }) {
  const { rig, edit } = useRig();
  const sets = useQuery(loadSetsQuery);
  const add = (set: LoadSet) => {
    onClose();
    void edit(addLoads(rig, set.loads));
  };
  return (
    <Dialog title="Sets and usual loads of the shop" onClose={onClose}>
      {sets.isPending && <Waiting what="the sets" failed={sets.failureReason} />}
      {sets.isError && <Failed error={sets.error} retry={() => void sets.refetch()} />}
      {sets.data?.sets.length === 0 && (
        <p className="py-2 text-soft">Nothing kept yet. Keep this list as a set, or one row as a usual load.</p>
      )}
      <ul className="max-h-[45dvh] overflow-auto">
        {sets.data?.sets.map((set) => (
          <SetItem key={set.id} set={set} onAdd={() => add(set)} />
        ))}
      </ul>
      <KeepForm loadId={null} label="Keep this list as a set, called" example="weekender" />
      <div className="mt-4 text-right">
        <Button onClick={onClose}>Close</Button>
      </div>
    </Dialog>
  );
}

function SetItem({ set, onAdd }: { set: LoadSet; onAdd: () => void }) {
  const queries = useQueryClient();
  const task = useTask();
  const forget = async () => {
    const params = { path: { set_id: set.id } };
    queries.setQueryData(
      loadSetsQuery.queryKey,
      (await unwrap(client.DELETE("/api/v1/load-sets/{set_id}", { params }))) as never,
    );
  };
  const count = set.loads.length;
  return (
    <li className="flex flex-wrap items-center gap-3 border-rule border-t py-2">
      <span className="min-w-0 flex-1">
        <b>{set.name}</b>{" "}
        <span className="text-[14px] text-soft">
          {count === 1 ? "a usual load; completes while typing" : `${count} loads`}
        </span>
        <Refusal>{task.refusal}</Refusal>
      </span>
      <Button onClick={onAdd}>Add</Button>
      <button
        type="button"
        aria-label={`Forget ${set.name}`}
        className="touch h-8 w-8 text-soft hover:text-danger"
        onClick={() => void task.run(forget)}
      >
        ×
      </button>
    </li>
  );
}

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
