import { useEffect, useState, useSyncExternalStore } from "react";
import { client, failedAlone, RequestFailed, unwrap } from "../../api/client";
import { whenForgotten } from "../../api/keptList";
import type { Outbox } from "../../api/outbox";
import { type ReadLine, type TypedLine, TypedLines } from "../../api/typedLines";
import type { LineAnswer, Load, PatchOperation, Rig } from "../../api/types";
import { addLoad, replaceLoad } from "../../features/loads/loadPatches";

const queues = new Map<string, TypedLines>();

/** The lines of one option that are not loads yet; they are read on every step, and after a reload. */
export function useTypedLines(optionId: string, rig: Rig, outbox: Outbox) {
  const [now] = useState(() => ({ rig }));
  now.rig = rig;
  let queue = queues.get(optionId);
  if (!queue) {
    const take = (line: TypedLine, load: Load) => outbox.add(patchOf(now.rig, line, load)).then(shownInItsRow);
    // A refusal is shown at the line, which comes back: the edit is not kept beside it.
    const shownInItsRow = (outcome: Awaited<ReturnType<Outbox["add"]>>) => {
      if (!outcome.stored && !outcome.failed) outbox.drop(outcome.editId);
      return outcome;
    };
    queue = new TypedLines(`ryokan.lines.${optionId}`, (line) => read(optionId, line), take, localStorage);
    queues.set(optionId, queue);
  }
  const found = queue;
  useEffect(() => {
    found.flush();
    return whenForgotten((name) => found.forget(name));
  }, [found]);
  return { typedLines: found, lines: useSyncExternalStore(found.subscribe, found.getState) };
}

function patchOf(rig: Rig, line: TypedLine, load: Load): PatchOperation[] {
  return line.replaces === null ? addLoad(line.id, line.position, load) : replaceLoad(rig, line.replaces, load);
}

async function read(optionId: string, line: TypedLine): Promise<ReadLine> {
  try {
    const params = { path: { option_id: optionId } };
    const body = { line: line.line, replaces: line.replaces };
    const answer = (await unwrap(client.POST("/api/v1/options/{option_id}/lines", { params, body }))) as LineAnswer;
    return answer.load ? { kind: "load", load: answer.load as Load } : { kind: "asked", answer };
  } catch (error) {
    if (!(error instanceof RequestFailed)) throw error;
    if (error.trouble) return { kind: "later", trouble: error.trouble };
    return error.status >= 500 ? failedAlone(error) : { kind: "refused", problem: error.problem };
  }
}
