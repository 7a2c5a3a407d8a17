import { useEffect, useState } from "react";
import { client, unwrap } from "../../api/client";
import type { Task } from "../../api/types";

const LOOK_EVERY_MS = 1000;
const ENDED = ["done", "stopped", "failed"];

export const hasEnded = (task: Task) => ENDED.includes(task.state);

/**
 * A task as it goes on: told by an event stream, and where the server has none to spare, or the line breaks, by looking again
 * every second. `ended` is called once it has.
 */
export function useFollowedTask(known: Task | null, ended: () => void): Task | null {
  const [told, setTold] = useState<Task | null>(null);
  const id = known && !hasEnded(known) ? known.id : null;
  useEffect(() => {
    if (!id) return;
    let over = false;
    let timer: ReturnType<typeof setTimeout> | undefined;
    const tell = (task: Task) => {
      if (over) return;
      setTold(task);
      if (hasEnded(task)) {
        over = true;
        stream.close();
        ended();
      }
    };
    const look = async () => {
      if (over) return;
      try {
        tell(await unwrap(client.GET("/api/v1/tasks/{task_id}", { params: { path: { task_id: id } } })));
      } catch {
        // It is looked at again: what the server does goes on, whether or not the line does.
      }
      timer = setTimeout(() => void look(), LOOK_EVERY_MS);
    };
    const stream = new EventSource(`/api/v1/tasks/${id}/events`);
    stream.onmessage = (event: MessageEvent<string>) => tell(JSON.parse(event.data) as Task);
    stream.onerror = () => {
      stream.close();
      if (timer === undefined) void look();
    };
    return () => {
      over = true;
      stream.close();
      clearTimeout(timer);
    };
  }, [id, ended]);
  return told && known && told.id === known.id && !hasEnded(known) ? told : known;
}
