import { client, forPerson, RequestFailed, unwrap } from "./client";
import { PhotographQueue, type PhotographSent, type WaitingPhotograph } from "./photographQueue";
import { photographsQuery, queryClient, whoTypes } from "./queries";

let queue: PhotographQueue | null = null;

/** The queue of this browser. What an earlier visit has left in it goes out once its person is signed in. */
export function photographQueue(): PhotographQueue {
  if (!queue) {
    queue = new PhotographQueue(send);
    queue.signedIn(whoTypes());
  }
  return queue;
}

async function send(one: WaitingPhotograph): Promise<PhotographSent> {
  try {
    const list = await unwrap(
      client.POST("/api/v1/jobs/{job_id}/photographs", {
        params: { path: { job_id: one.jobId }, query: { pin: one.pin, id: one.photographId ?? null } },
        body: one.file as never,
        bodySerializer: (body) => body as unknown as string,
        headers: { "Content-Type": "application/octet-stream", ...forPerson(one.person ?? "") },
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
