import { useSyncExternalStore } from "react";

const KEY = "ryokan.ledger";
const listeners = new Set<() => void>();

function isWhole(): boolean {
  return localStorage.getItem(KEY) === "whole";
}

/** Whether the whole ledger is shown; kept in the browser, and turned from anywhere. */
export function useWholeLedger(): [boolean, (whole: boolean) => void] {
  return [useSyncExternalStore(subscribe, isWhole), showWholeLedger];
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

export function showWholeLedger(whole: boolean): void {
  if (whole) localStorage.setItem(KEY, "whole");
  else localStorage.removeItem(KEY);
  for (const listener of listeners) listener();
}

export function turnLedger(): void {
  showWholeLedger(!isWhole());
}
