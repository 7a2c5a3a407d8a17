import { useEffect, useState, useSyncExternalStore } from "react";
import { client, failedAlone, forPerson, RequestFailed, unwrap } from "../../api/client";
import { keptAs, takeOver, whenForgotten } from "../../api/keptList";
import type { Outbox } from "../../api/outbox";
import { type ReadLine, type TypedLine, TypedLines } from "../../api/typedLines";
import type { FoundLineAnswer, LineAnswer, Load, PatchOperation, Rig } from "../../api/types";
import { addLoad, replaceLoad } from "../../features/loads/loadPatches";

const queues = new Map<string, TypedLines<Load, LineAnswer>>();
const foundQueues = new Map<string, TypedLines<FoundLineAnswer, FoundLineAnswer>>();

/** The lines of one option that are not loads yet; they are read on every step, and after a reload. */
export function useTypedLines(owner: string, optionId: string, rig: Rig, outbox: Outbox) {
  const [now] = useState(() => ({ rig }));
  now.rig = rig;
  const found = keptQueue(queues, `${owner}.${optionId}`, () => {
    takeOver(localStorage, "lines", optionId, owner);
    const take = (line: TypedLine, load: Load) => shownInItsRow(outbox, patchOf(now.rig, line, load));
    return new TypedLines(keptAs("lines", owner, optionId), (line) => read(owner, optionId, line), take, localStorage);
  });
  return { typedLines: found, lines: useQueue(found) };
}

/** The lines of one option about what is found, and what meters say. One is read after the other: it may say more of the last. */
export function useFoundLines(owner: string, optionId: string, outbox: Outbox) {
  const found = keptQueue(foundQueues, `${owner}.${optionId}`, () => {
    takeOver(localStorage, "found", optionId, owner);
    const take = (_: TypedLine, answer: FoundLineAnswer) => shownInItsRow(outbox, answer.patch);
    const readBehind = async (line: TypedLine) => {
      await outbox.flush();
      return readFound(owner, optionId, line);
    };
    return new TypedLines(keptAs("found", owner, optionId), readBehind, take, localStorage, undefined, 1);
  });
  return { foundLines: found, found: useQueue(found) };
}

function keptQueue<Queue>(kept: Map<string, Queue>, name: string, make: () => Queue): Queue {
  const known = kept.get(name);
  if (known) return known;
  const made = make();
  kept.set(name, made);
  return made;
}

function useQueue<Read, Asked>(queue: TypedLines<Read, Asked>) {
  useEffect(() => {
    queue.flush();
    return whenForgotten((name) => queue.forget(name));
  }, [queue]);
  return useSyncExternalStore(queue.subscribe, queue.getState);
}

/** A refusal is shown at the line, which comes back: the edit is not kept beside it. */
async function shownInItsRow(outbox: Outbox, patch: PatchOperation[]) {
  const outcome = await outbox.add(patch);
  if (!outcome.stored && !outcome.failed) outbox.drop(outcome.editId);
  return outcome;
}

function patchOf(rig: Rig, line: TypedLine, load: Load): PatchOperation[] {
  return line.replaces === null ? addLoad(line.id, line.position, load) : replaceLoad(rig, line.replaces, load);
}

function read(owner: string, optionId: string, line: TypedLine): Promise<ReadLine<Load, LineAnswer>> {
  return tried(async () => {
    const params = { path: { option_id: optionId } };
    const body = { line: line.line, replaces: line.replaces };
    const headers = forPerson(owner);
    const sent = client.POST("/api/v1/options/{option_id}/lines", { params, body, headers });
    const answer = (await unwrap(sent)) as LineAnswer;
    return answer.load ? { kind: "read", read: answer.load as Load } : { kind: "asked", answer };
  });
}

function readFound(
  owner: string,
  optionId: string,
  line: TypedLine,
): Promise<ReadLine<FoundLineAnswer, FoundLineAnswer>> {
  return tried(async () => {
    const params = { path: { option_id: optionId } };
    const { id, position, of = "thing", at = null } = line;
    const body = { line: line.line, id, position, of, at };
    const headers = forPerson(owner);
    const answer = await unwrap(client.POST("/api/v1/options/{option_id}/found-lines", { params, body, headers }));
    const found = answer as FoundLineAnswer;
    return found.patch.length > 0 ? { kind: "read", read: found } : { kind: "asked", answer: found };
  });
}

async function tried<Read, Asked>(send: () => Promise<ReadLine<Read, Asked>>): Promise<ReadLine<Read, Asked>> {
  try {
    return await send();
  } catch (error) {
    if (!(error instanceof RequestFailed)) throw error;
    if (error.trouble) return { kind: "later", trouble: error.trouble };
    return error.status >= 500 ? failedAlone(error) : { kind: "refused", problem: error.problem };
  }
}
