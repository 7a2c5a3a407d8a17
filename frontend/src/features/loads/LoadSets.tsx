import { useQuery, useQueryClient } from "@tanstack/react-query";
import { client, unwrap } from "../../api/client";
import { loadSetsQuery } from "../../api/queries";
import type { LoadSet } from "../../api/types";
import { Button } from "../../ui/Button";
import { Dialog } from "../../ui/Dialog";
import { Refusal } from "../../ui/Refusal";
import { Failed, Waiting } from "../../ui/states";
import { useTask } from "../../ui/useTask";
import { useRig } from "../worksheet/useRig";
import { KeepForm } from "./KeepForm";
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
