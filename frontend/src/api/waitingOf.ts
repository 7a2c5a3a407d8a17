import { type Kind, keptAs, type Store } from "./keptList";
import { photographQueue } from "./photographs";

const KINDS: readonly Kind[] = ["outbox", "lines", "found"];

/** How many edits and lines of a person wait in this browser, of whichever option. */
export function waitingOf(store: Store, person: string): number {
  const beginnings = KINDS.map((kind) => keptAs(kind, person, ""));
  const names = Array.from({ length: store.length }, (_, index) => store.key(index) ?? "");
  return names.filter((name) => beginnings.some((beginning) => name.startsWith(beginning))).length;
}

/** What waits of whoever is signed in, photographs too. */
export function allThatWaits(person: string): number {
  return waitingOf(localStorage, person) + photographQueue().mine().length;
}
