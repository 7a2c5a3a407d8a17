import { useSyncExternalStore } from "react";
import { photographQueue } from "../../api/photographs";

/** Photographs of a job that the server has not stored yet, of whoever is signed in, and how to take another. */
export function usePhotographQueue(jobId: string) {
  const found = photographQueue();
  useSyncExternalStore(found.subscribe, found.getState);
  return {
    waiting: found.mine().filter((one) => one.jobId === jobId),
    take: (pin: string, file: File) => found.add(jobId, pin, file),
    drop: (id: string) => void found.drop(id),
    sendAgain: (id: string) => void found.sendAgain(id),
  };
}
