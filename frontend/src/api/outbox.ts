import { KeptList, type Store } from "./keptList";
import { type PatchOperation, type Problem, SCHEMA_VERSION } from "./types";

/** One edit that has not been accepted yet. `editId` makes a repeated send harmless. */
export interface Edit {
  editId: string;
  patch: PatchOperation[];
  /** Edits of one drag carry one name: while they wait they become one, and the server undoes them as one. */
  gesture?: string;
  /** The revision at which the places it changes were seen, and those that this page has brought since. */
  seen?: number;
  own?: number[];
  /** The version of the rig's document whose members it speaks of; edits that do not say it are of the second at most. */
  madeOn?: number;
}

/** An edit that did not go in, and those behind it that need what it would have made. */
export interface Aside {
  edit: Edit;
  followers: Edit[];
  problem: Problem | null;
  /** The server did not refuse it but failed on it, three times. */
  failed: boolean;
}

/** How an edit ended: stored, or not, with the reason. */
export type Outcome = { stored: true } | { stored: false; problem: Problem | null; failed: boolean; editId: string };

/** Why nothing goes out for now. None of it is about the edit that waits first. */
export type Trouble =
  | "no answer"
  | "signed out"
  | "another person"
  | "stale page"
  | "too fast"
  | "unavailable"
  | "full";

/** What sending one edit came to. `failed`: on this edit, while the server answers other requests. */
export type Sent =
  | { kind: "stored"; made: number | null }
  | { kind: "refused"; problem: Problem | null }
  | { kind: "failed"; problem: Problem | null }
  | { kind: "later"; trouble: Trouble };

export interface OutboxState {
  waiting: readonly Edit[];
  aside: readonly Aside[];
  /** What keeps the first from going out; `failing` is about that one alone. */
  trouble: Trouble | "failing" | null;
  /** Whether the browser has room for what waits: without it a reload loses it. */
  kept: boolean;
}

interface Kept {
  edit: Edit;
  aside?: Omit<Aside, "edit">;
}

const FIRST_RETRY_MS = 600;
const LONGEST_RETRY_MS = 4_000;
const AFTER_A_FAILURE_MS = 10_000;
const FAILURES_ALLOWED = 3;

/**
 * Edits of one option, sent one at a time in the order in which they were made. They are kept in the browser until the
 * server has stored them, so that a reload, a lost connection or a stopped server loses nothing. One that the server refuses
 * or fails on holds up none but those that need it.
 */
export class Outbox {
  private state: OutboxState = { waiting: [], aside: [], trouble: null, kept: true };
  private readonly list: KeptList<Kept>;
  private readonly names = new Map<string, string>();
  private readonly listeners = new Set<() => void>();
  private readonly waiters = new Map<string, ((outcome: Outcome) => void)[]>();
  private readonly failures = new Map<string, number>();
  /** Revisions that this page has brought: what they changed was seen by whoever edits here. */
  private readonly brought: number[] = [];
  private draining: Promise<void> | null = null;
  private retryMs = FIRST_RETRY_MS;

  constructor(
    key: string,
    private readonly send: (edit: Edit) => Promise<Sent>,
    store: Store,
    private readonly wait: (ms: number) => Promise<void> = (ms) => new Promise((done) => setTimeout(done, ms)),
  ) {
    this.list = new KeptList(key, store);
    for (const edit of keptByEarlierVersion(key, store)) this.list.put(this.list.name(edit.editId), { edit });
    store.removeItem(key);
    const read = this.list.read().filter(([, kept]) => Array.isArray(kept.edit?.patch));
    for (const [name, kept] of read) this.names.set(kept.edit.editId, name);
    this.state = {
      ...this.state,
      waiting: read.filter(([, kept]) => !kept.aside).map(([, kept]) => kept.edit),
      aside: read.flatMap(([, kept]) => (kept.aside ? [{ edit: kept.edit, ...kept.aside }] : [])),
    };
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  readonly getState = (): OutboxState => this.state;

  /** Queue an edit; the promise settles when the server has stored it, or it has been set aside. */
  add(patch: PatchOperation[], { gesture, seen }: { gesture?: string; seen?: number } = {}): Promise<Outcome> {
    const edit: Edit = {
      editId: newName(),
      patch,
      madeOn: SCHEMA_VERSION,
      ...(gesture ? { gesture } : {}),
      ...(seen === undefined ? {} : { seen, own: this.brought.filter((revision) => revision > seen) }),
    };
    this.change({ waiting: [...this.withoutSuperseded(edit), edit] });
    const outcome = new Promise<Outcome>((resolve) => {
      this.waiters.set(edit.editId, [...(this.waiters.get(edit.editId) ?? []), resolve]);
    });
    void this.flush();
    return outcome;
  }

  /** Send what was set aside once more, and what needs it behind it. */
  sendAgain(editId: string): void {
    const found = this.state.aside.find((one) => one.edit.editId === editId);
    if (!found) return;
    this.failures.delete(editId);
    this.change({
      aside: this.state.aside.filter((one) => one !== found),
      waiting: [...this.state.waiting, found.edit, ...found.followers],
    });
    void this.flush();
  }

  /** Throw away what was set aside, and what needs it. */
  drop(editId: string): void {
    const found = this.state.aside.find((one) => one.edit.editId === editId);
    if (!found) return;
    this.change({ aside: this.state.aside.filter((one) => one !== found) });
    for (const edit of found.followers) {
      this.tell(edit, { stored: false, problem: found.problem, failed: found.failed, editId: edit.editId });
    }
  }

  /** This page has brought a revision: edits made before that wait were made with it in view. */
  bring(revision: number): void {
    if (this.brought.includes(revision)) return;
    this.brought.push(revision);
    const waiting = this.state.waiting.map((edit) =>
      edit.seen === undefined || revision <= edit.seen ? edit : { ...edit, own: [...(edit.own ?? []), revision] },
    );
    this.change({ waiting });
  }

  /** Another page of this browser keeps an item no longer: it is stored, or was dropped there. */
  forget(name: string): void {
    const onItsWay = this.draining === null ? undefined : this.state.waiting[0];
    const gone = (edit: Edit) => edit !== onItsWay && this.names.get(edit.editId) === name;
    if (![...this.state.waiting, ...this.state.aside.map((one) => one.edit)].some(gone)) return;
    this.change({
      waiting: this.state.waiting.filter((edit) => !gone(edit)),
      aside: this.state.aside.filter((one) => !gone(one.edit)),
    });
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
        const sent = await this.trySend(edit);
        if (sent.kind === "later") {
          this.change({ trouble: sent.trouble });
          await this.wait(this.retryMs);
          this.retryMs = Math.min(this.retryMs * 2, LONGEST_RETRY_MS);
          continue;
        }
        this.retryMs = FIRST_RETRY_MS;
        if (sent.kind === "failed" && this.failedOnceMore(edit) < FAILURES_ALLOWED) {
          this.change({ trouble: "failing" });
          await this.wait(AFTER_A_FAILURE_MS);
          continue;
        }
        this.end(edit, sent);
      }
    } finally {
      // At once after the last look at what waits, so that nothing is added in between and left behind.
      this.draining = null;
    }
  }

  /** An error of this program's own must not hold up what is behind either. */
  private async trySend(edit: Edit): Promise<Sent> {
    try {
      return await this.send(edit);
    } catch (error) {
      console.error(error);
      return { kind: "failed", problem: null };
    }
  }

  private failedOnceMore(edit: Edit): number {
    const count = (this.failures.get(edit.editId) ?? 0) + 1;
    this.failures.set(edit.editId, count);
    return count;
  }

  private end(edit: Edit, sent: Exclude<Sent, { kind: "later" }>): void {
    this.failures.delete(edit.editId);
    const behind = this.state.waiting.filter((one) => one !== edit);
    if (sent.kind === "stored") {
      this.change({ waiting: behind, trouble: null });
      if (sent.made !== null) this.bring(sent.made);
      this.tell(edit, { stored: true });
      return;
    }
    const failed = sent.kind === "failed";
    const problem = sent.problem;
    // What the server has kept as a draft is shown as such.
    if (problem?.draft) {
      this.change({ waiting: behind, trouble: null });
    } else {
      const followers = thatNeed(edit, behind);
      this.change({
        waiting: behind.filter((one) => !followers.includes(one)),
        aside: [...this.state.aside, { edit, followers, problem, failed }],
        trouble: null,
      });
    }
    this.tell(edit, { stored: false, problem, failed, editId: edit.editId });
  }

  private tell(edit: Edit, outcome: Outcome): void {
    for (const one of this.waiters.get(edit.editId) ?? []) one(outcome);
    this.waiters.delete(edit.editId);
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
    const before = this.state;
    this.state = { ...before, ...part };
    this.state = { ...this.state, kept: this.keep(before) };
    for (const listener of this.listeners) listener();
  }

  /** Write what has changed; whether all of it is kept. */
  private keep(before: OutboxState): boolean {
    const was = new Map(itemsOf(before));
    const is = new Map(itemsOf(this.state));
    let kept = before.kept || is.size === 0;
    for (const editId of was.keys()) {
      if (is.has(editId)) continue;
      this.list.remove(this.names.get(editId) ?? "");
      this.names.delete(editId);
    }
    for (const [editId, item] of is) {
      const before = was.get(editId);
      if (before?.aside === item.aside && before?.edit === item.edit && this.names.has(editId)) continue;
      const name = this.names.get(editId) ?? this.list.name(editId);
      this.names.set(editId, name);
      kept = this.list.put(name, item) && kept;
    }
    return kept;
  }
}

/** Headers that say where an edit's places were seen: what this page itself has brought right after that was in view as well. */
export function seenAt({ seen, own = [] }: Edit): Record<string, string> {
  if (seen === undefined) return {};
  let at = seen;
  while (own.includes(at + 1)) at += 1;
  const later = own.filter((revision) => revision > at).slice(-500);
  return { "Seen-At": String(at), ...(later.length > 0 ? { "Own-Revisions": later.join(" ") } : {}) };
}

function itemsOf(state: OutboxState): [string, Kept][] {
  return [
    ...state.waiting.map((edit): [string, Kept] => [edit.editId, { edit }]),
    ...state.aside.map(({ edit, ...aside }): [string, Kept] => [edit.editId, { edit, aside }]),
  ];
}

/** Those of the edits behind one that cannot go in without it: they lie within what it adds, or take that away or elsewhere. */
function thatNeed(edit: Edit, behind: readonly Edit[]): Edit[] {
  const made = edit.patch.filter((operation) => operation.op !== "remove" && operation.op !== "test");
  const places = made.map((operation) => operation.path);
  const found: Edit[] = [];
  for (const next of behind) {
    const needs = next.patch.some((operation) => {
      const { op, path } = operation;
      const from = "from" in operation && operation.from ? [operation.from] : [];
      const taken = op === "add" ? from : [path, ...from];
      return (
        places.some((place) => path.startsWith(`${place}/`)) ||
        taken.some((one) => places.some((place) => one === place || one.startsWith(`${place}/`)))
      );
    });
    if (!needs) continue;
    found.push(next);
    places.push(...next.patch.filter((operation) => operation.op === "add").map((operation) => operation.path));
  }
  return found;
}

/** A name that nobody else has: of an edit, or of a gesture. */
export function newName(): string {
  // randomUUID needs a secure context; an address on a workshop's network may not be one.
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  return Array.from(bytes, (byte) => byte.toString(16).padStart(2, "0")).join("");
}

/** Edits that waited when they were all kept under one name. */
function keptByEarlierVersion(key: string, store: Store): Edit[] {
  try {
    const edits: unknown = JSON.parse(store.getItem(key) ?? "[]");
    return Array.isArray(edits) ? (edits as Edit[]) : [];
  } catch {
    return [];
  }
}
