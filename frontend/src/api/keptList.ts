/** What a browser keeps by names: `localStorage`, or a map in tests. */
export interface Store {
  readonly length: number;
  key(index: number): string | null;
  getItem(key: string): string | null;
  setItem(key: string, value: string): void;
  removeItem(key: string): void;
}

/**
 * A list that survives a reload, each item under a name of its own, so that two pages of one browser do not write over what
 * the other keeps. Items come back in the order in which they were made.
 */
export class KeptList<T> {
  private last = "";

  constructor(
    private readonly prefix: string,
    private readonly store: Store,
  ) {}

  /** Items by name, in order; what cannot be read is left where it is. */
  read(): [string, T][] {
    const names = Array.from({ length: this.store.length }, (_, index) => this.store.key(index) ?? "");
    return names
      .filter((name) => name.startsWith(`${this.prefix}.`))
      .sort()
      .flatMap((name): [string, T][] => {
        const item = parsed(this.store.getItem(name));
        return item === null ? [] : [[name, item as T]];
      });
  }

  /** A name for a further item, behind all others of this page. */
  name(id: string): string {
    let order = Date.now().toString(36).padStart(10, "0");
    if (order <= this.last.slice(0, 10)) order = this.last.slice(0, 10);
    const count = order === this.last.slice(0, 10) ? Number.parseInt(this.last.slice(10), 36) + 1 : 0;
    this.last = order + count.toString(36).padStart(4, "0");
    return `${this.prefix}.${this.last}.${id}`;
  }

  /** Whether there was room for it. */
  put(name: string, item: T): boolean {
    try {
      this.store.setItem(name, JSON.stringify(item));
      return true;
    } catch {
      return false; // full, or a page that may keep nothing: whoever asked says so
    }
  }

  remove(name: string): void {
    this.store.removeItem(name);
  }
}

export type Kind = "outbox" | "lines" | "found";
/** Under which beginning what waits of one person and option is kept. */
export function keptAs(kind: Kind, person: string, optionId: string): string {
  return `ryokan.${kind}.${person}.${optionId}`;
}

/**
 * Give what an earlier version of this page kept without saying whose it is to whoever opens that option. An edit among it is
 * set aside, for them to look at before it goes out as theirs.
 */
export function takeOver(store: Store, kind: Kind, optionId: string, person: string): void {
  const beginning = `ryokan.${kind}.${optionId}.`;
  const names = Array.from({ length: store.length }, (_, index) => store.key(index) ?? "");
  for (const name of names.filter((one) => one.startsWith(beginning))) {
    const item = parsed(store.getItem(name)) as Record<string, unknown> | null;
    if (item === null) continue;
    const unsure = { followers: [], problem: { detail: WHOSE }, failed: false };
    const kept = kind === "outbox" && !item.aside ? { ...item, aside: unsure } : item;
    store.setItem(`${keptAs(kind, person, optionId)}.${name.slice(beginning.length)}`, JSON.stringify(kept));
    store.removeItem(name);
  }
}

const WHOSE = "Kept without saying whose it is. Send it only if it is yours.";

function parsed(text: string | null): unknown {
  try {
    return text === null ? null : JSON.parse(text);
  } catch {
    return null;
  }
}

/**
 * Hear of items that another page of this browser keeps no longer. Each page deals with what it finds, so what one has dealt
 * with the others let go of. Returns how to stop.
 */
export function whenForgotten(tell: (name: string) => void): () => void {
  const heard = (event: StorageEvent) => {
    if (event.key && event.newValue === null) tell(event.key);
  };
  window.addEventListener("storage", heard);
  return () => window.removeEventListener("storage", heard);
}
