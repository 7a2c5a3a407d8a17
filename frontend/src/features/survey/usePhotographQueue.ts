import { useSyncExternalStore } from "react";
import { client, RequestFailed, unwrap } from "../../api/client";
import { PhotographQueue, type PhotographSent, type WaitingPhotograph } from "../../api/photographQueue";
import { photographsQuery, queryClient } from "../../api/queries";

let queue: PhotographQueue | null = null;

/** The queue of this browser; the first call begins to send what an earlier visit has left in it. */
export function photographQueue(): PhotographQueue {
  queue ??= new PhotographQueue(send);
  return queue;
}

/** Photographs of a job that the server has not stored yet, and how to take another. */
export function usePhotographQueue(jobId: string) {
  const found = photographQueue();
  const waiting = useSyncExternalStore(found.subscribe, found.getState);
  return {
    waiting: waiting.filter((one) => one.jobId === jobId),
    take: (pin: string, file: File) => found.add(jobId, pin, file),
    drop: (id: string) => void found.drop(id),
  };
}

async function send(one: WaitingPhotograph): Promise<PhotographSent> {
  try {
    const list = await unwrap(
      client.POST("/api/v1/jobs/{job_id}/photographs", {
        params: { path: { job_id: one.jobId }, query: { pin: one.pin } },
        body: one.file as never,
        bodySerializer: (body) => body as unknown as string,
        headers: { "Content-Type": "application/octet-stream" },
      }),
    );
    queryClient.setQueryData(photographsQuery(one.jobId).queryKey, list as never);
    return { kind: "stored" };
  } catch (error) {
    if (!(error instanceof RequestFailed)) throw error;
    if (error.trouble || error.status >= 500) return { kind: "later" };
    return { kind: "refused", why: error.message };
  }
}
