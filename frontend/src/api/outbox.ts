import type { PatchOperation, Problem } from "./types";

/** One edit that has not been accepted yet. `editId` makes a repeated send harmless. */
export interface Edit {
  editId: string;
  patch: PatchOperation[];
  /** Edits of one drag carry one name: while they wait they become one, and the server undoes them as one. */
  gesture?: string;
}

/** How an edit ended: stored, or refused for good with the reason. */
export type Outcome = { stored: true } | { stored: false; problem: Problem | null };

/** What sending one edit came to. `later`: nobody answered, or nobody is signed in; the edit waits. */
export type Sent = { kind: "stored" } | { kind: "refused"; problem: Problem | null } | { kind: "later" };

export interface OutboxState {
  waiting: readonly Edit[];
  /** The last try got no answer. */
  unreachable: boolean;
}

interface Store {
  getItem(key: string): string | null;
  setItem(key: string, value: string): void;
  removeItem(key: string): void;
}

const FIRST_RETRY_MS = 600;
const LONGEST_RETRY_MS = 4_000;

/**
 * Edits of one option, sent one at a time in the order in which they were made. They are kept in the browser until the
 * server has stored them, so that a reload, a lost connection or a stopped server loses nothing.
 */
export class Outbox {
  private state: OutboxState;
  private readonly listeners = new Set<() => void>();
  private readonly waiters = new Map<string, ((outcome: Outcome) => void)[]>();
  private draining: Promise<void> | null = null;
  private retryMs = FIRST_RETRY_MS;

  constructor(
    private readonly key: string,
    private readonly send: (edit: Edit) => Promise<Sent>,
    private readonly store: Store,
    private readonly wait: (ms: number) => Promise<void> = (ms) => new Promise((done) => setTimeout(done, ms)),
  ) {
    this.state = { waiting: readEdits(store.getItem(key)), unreachable: false };
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  readonly getState = (): OutboxState => this.state;

  /** Queue an edit; the promise settles when the server has stored or refused it. */
  add(patch: PatchOperation[], gesture?: string): Promise<Outcome> {
    const edit: Edit = { editId: newName(), patch, ...(gesture ? { gesture } : {}) };
    this.change({ waiting: [...this.withoutSuperseded(edit), edit] });
    const outcome = new Promise<Outcome>((resolve) => {
      this.waiters.set(edit.editId, [...(this.waiters.get(edit.editId) ?? []), resolve]);
    });
    void this.flush();
    return outcome;
  }

  /** Send what waits. Returns when nothing waits any more, whoever began to send it. */
  flush(): Promise<void> {
    if (this.state.waiting.length === 0) return Promise.resolve();
    this.draining ??= this.drain();
    return this.draining;
  }

  private async drain(): Promise<void> {
    try {
      for (let edit = this.state.waiting[0]; edit; edit = this.state.waiting[0]) {
        const sent = await this.send(edit);
        if (sent.kind === "later") {
          this.change({ unreachable: true });
          await this.wait(this.retryMs);
          this.retryMs = Math.min(this.retryMs * 2, LONGEST_RETRY_MS);
          continue;
        }
        this.retryMs = FIRST_RETRY_MS;
        this.change({ waiting: this.state.waiting.slice(1), unreachable: false });
        const outcome: Outcome = sent.kind === "stored" ? { stored: true } : { stored: false, problem: sent.problem };
        for (const tell of this.waiters.get(edit.editId) ?? []) tell(outcome);
        this.waiters.delete(edit.editId);
      }
    } finally {
      // At once after the last look at what waits, so that nothing is added in between and left behind.
      this.draining = null;
    }
  }

  /** What waits, less an edit of the same gesture that the new one overwrites. The one on its way stays. */
  private withoutSuperseded(next: Edit): readonly Edit[] {
    const waiting = this.state.waiting;
    const last = waiting.at(-1);
    const onItsWay = this.draining !== null && waiting.length === 1;
    if (!last || onItsWay || !next.gesture || last.gesture !== next.gesture) return waiting;
    const paths = new Set(next.patch.map((operation) => operation.path));
    if (!last.patch.every((operation) => operation.op !== "remove" && paths.has(operation.path))) return waiting;
    // Whoever waits for the overwritten edit hears what becomes of the one in its place.
    this.waiters.set(next.editId, this.waiters.get(last.editId) ?? []);
    this.waiters.delete(last.editId);
    return waiting.slice(0, -1);
  }

  private change(part: Partial<OutboxState>): void {
    this.state = { ...this.state, ...part };
    if (this.state.waiting.length > 0) this.store.setItem(this.key, JSON.stringify(this.state.waiting));
    else this.store.removeItem(this.key);
    for (const listener of this.listeners) listener();
  }
}

/** A name that nobody else has: of an edit, or of a gesture. */
export function newName(): string {
  // randomUUID needs a secure context; an address on a workshop's network may not be one.
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  return Array.from(bytes, (byte) => byte.toString(16).padStart(2, "0")).join("");
}

function readEdits(text: string | null): Edit[] {
  if (!text) return [];
  try {
    const edits: unknown = JSON.parse(text);
    return Array.isArray(edits) ? (edits as Edit[]) : [];
  } catch {
    return [];
  }
}
