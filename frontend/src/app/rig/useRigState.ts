import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useEffect, useMemo, useState, useSyncExternalStore } from "react";
import { applyPatch, type Operation } from "rfc6902";
import { client, failedAlone, forPerson, RequestFailed, unwrap } from "../../api/client";
import { afterEdit } from "../../api/editAnswer";
import { keptAs, takeOver, whenForgotten } from "../../api/keptList";
import { type Edit, Outbox, type Sent, seenAt } from "../../api/outbox";
import { optionQuery, sessionQuery, whoTypes } from "../../api/queries";
import type { EditAnswer, OptionAnswer, PatchOperation, Rig } from "../../api/types";
import type { RigContext, Walk } from "../../features/worksheet/useRig";
import { useFoundLines, useTypedLines } from "./useTypedLines";

const outboxes = new Map<string, Outbox>();

/** Everything that the pages of one rig share: what is stored, what waits to be, and how to change it. */
export function useRigState(optionId: string, answer: OptionAnswer, comment: (pin: string) => void): RigContext {
  const queries = useQueryClient();
  const session = useQuery(sessionQuery);
  const [notice, setNotice] = useState("");

  const accept = useCallback(
    (next: OptionAnswer) => {
      queries.setQueryData(optionQuery(optionId).queryKey, next);
      void queries.invalidateQueries({ queryKey: ["jobs"], refetchType: "none" });
    },
    [queries, optionId],
  );

  const send = useCallback(
    async (edit: Edit, owner: string): Promise<Sent> => {
      const known = queries.getQueryData(optionQuery(optionId).queryKey) ?? answer;
      try {
        const edited = await unwrap(
          client.PATCH("/api/v1/options/{option_id}/rig", {
            params: { path: { option_id: optionId } },
            body: edit.patch,
            headers: {
              "If-Match": `"${known.revision}"`,
              ...seenAt(edit),
              ...forPerson(owner),
              "Edit-Id": edit.editId,
              ...(edit.gesture ? { Gesture: edit.gesture } : {}),
              ...(edit.madeOn ? { "Schema-Version": String(edit.madeOn) } : {}),
            },
          }),
        );
        const newest = queries.getQueryData(optionQuery(optionId).queryKey) ?? known;
        const next = afterEdit(newest, edited as EditAnswer);
        // Something else has brought another revision meanwhile: then all of it is asked for.
        if (next) accept(next);
        else await queries.fetchQuery({ ...optionQuery(optionId), staleTime: 0 });
        // The cache tells its readers a moment later: until then the edit stays among those that wait, or the screen
        // would show the value before it for that moment.
        await new Promise((done) => setTimeout(done));
        return { kind: "stored", made: edited.made };
      } catch (error) {
        if (!(error instanceof RequestFailed)) throw error;
        if (error.trouble) return { kind: "later", trouble: error.trouble };
        if (error.status >= 500) return failedAlone(error);
        if (error.status === 412) await queries.invalidateQueries({ queryKey: optionQuery(optionId).queryKey });
        return { kind: "refused", problem: error.problem };
      }
    },
    [queries, optionId, answer, accept],
  );

  const owner = session.data?.person?.id ?? whoTypes();
  const outbox = useOutbox(owner, optionId, send);
  const state = useSyncExternalStore(outbox.subscribe, outbox.getState);
  const rig = useMemo(() => withWaiting(answer.rig, state.waiting), [answer.rig, state.waiting]);

  const edit = useCallback(
    (patch: PatchOperation[], options?: { gesture?: string; seen?: number }) => {
      setNotice("");
      return outbox.add(patch, options);
    },
    [outbox],
  );
  const { typedLines, lines } = useTypedLines(owner, optionId, rig, outbox);
  const { foundLines, found } = useFoundLines(owner, optionId, outbox);

  const walk = useCallback(
    async (to: Walk) => {
      await outbox.flush();
      try {
        const known = queries.getQueryData(optionQuery(optionId).queryKey) ?? answer;
        const next = (await post(optionId, to, known.revision)) as OptionAnswer;
        outbox.bring(next.revision);
        accept(next);
        setNotice("");
      } catch (error) {
        setNotice(error instanceof Error ? error.message : "That did not work.");
      }
    },
    [outbox, optionId, accept, queries, answer],
  );

  const settleDraft = useCallback(
    async (draftId: string, take: boolean) => {
      const params = { path: { draft_id: draftId } };
      try {
        const next = take
          ? client.POST("/api/v1/drafts/{draft_id}/edit", { params })
          : client.DELETE("/api/v1/drafts/{draft_id}", { params });
        accept((await unwrap(next)) as OptionAnswer);
        setNotice("");
      } catch (error) {
        setNotice(error instanceof Error ? error.message : "That did not work.");
      }
    },
    [accept],
  );

  return {
    optionId,
    answer,
    rig,
    units: session.data?.person?.units ?? "metric",
    settleDraft,
    outbox: state,
    lines,
    typedLines,
    found,
    foundLines,
    edit,
    sendAgain: useCallback((editId: string) => outbox.sendAgain(editId), [outbox]),
    drop: useCallback((editId: string) => outbox.drop(editId), [outbox]),
    walk,
    accept,
    notice,
    comment,
  };
}

/** The steps that the server makes by itself, as revisions of their own. */
function post(optionId: string, to: Walk, revision: number) {
  const headers = { "If-Match": `"${revision}"` };
  const path = { option_id: optionId };
  if (to === "undo") return unwrap(client.POST("/api/v1/options/{option_id}/undo", { params: { path } }));
  if (to === "redo") return unwrap(client.POST("/api/v1/options/{option_id}/redo", { params: { path } }));
  if ("overrule" in to) {
    const params = { path };
    return unwrap(client.POST("/api/v1/options/{option_id}/overruled", { params, headers, body: to.overrule }));
  }
  if ("speak" in to) {
    const params = { path: { ...path, finding: to.speak } };
    return unwrap(client.DELETE("/api/v1/options/{option_id}/overruled/{finding}", { params, headers }));
  }
  const params = { path: { ...path, number: to.restore } };
  return unwrap(client.POST("/api/v1/options/{option_id}/revisions/{number}/restore", { params }));
}

/** One outbox an option and person for the life of the page; it sends through whatever the newest `send` is. */
function useOutbox(owner: string, optionId: string, send: (edit: Edit, owner: string) => Promise<Sent>): Outbox {
  const [holder] = useState(() => ({ send }));
  holder.send = send;
  const name = `${owner}.${optionId}`;
  let outbox = outboxes.get(name);
  if (!outbox) {
    takeOver(localStorage, "outbox", optionId, owner);
    outbox = new Outbox(keptAs("outbox", owner, optionId), (edit) => holder.send(edit, owner), localStorage);
    outboxes.set(name, outbox);
  }
  const found = outbox;
  useEffect(() => {
    void found.flush();
    return whenForgotten((name) => found.forget(name));
  }, [found]);
  return found;
}

function withWaiting(rig: Rig, waiting: readonly Edit[]): Rig {
  if (waiting.length === 0) return rig;
  const copy = structuredClone(rig);
  for (const edit of waiting) applyPatch(copy, edit.patch as Operation[]);
  return copy;
}
