import { KeptList, type Store } from "./keptList";
import { newName, type Outcome, type Trouble } from "./outbox";
import type { Problem } from "./types";

/** A line that was typed and is nothing else yet. Its id becomes that of what it makes, so that taking it twice is taking it once. */
interface Line {
  id: string;
  line: string;
  /** Its place in the list. */
  position: number;
  /** The row that it changes; null for a further one. */
  replaces: string | null;
  /** What it is said to be of, where one list takes several kinds, and the local time at which it was typed. */
  of?: "thing" | "reading";
  at?: string;
}

export interface ReadingLine extends Line {
  state: "reading";
}
export interface AskedLine<Asked> extends Line {
  state: "asked";
  answer: Asked;
}
export interface RefusedLine extends Line {
  state: "refused";
  problem: Problem | null;
}
export type TypedLine<Asked = unknown> = ReadingLine | AskedLine<Asked> | RefusedLine;

/** What reading one line came to. `failed`: on this line, while the server answers other requests. */
export type ReadLine<Read, Asked> =
  | { kind: "read"; read: Read }
  | { kind: "asked"; answer: Asked }
  | { kind: "refused"; problem: Problem | null }
  | { kind: "failed" }
  | { kind: "later"; trouble: Trouble };

export interface LinesState<Asked = unknown> {
  lines: readonly TypedLine<Asked>[];
  trouble: Trouble | null;
  /** Whether the browser has room for them: without it a reload loses them. */
  kept: boolean;
}

const AT_ONCE = 3;
const FIRST_RETRY_MS = 600;
const LONGEST_RETRY_MS = 4_000;
const AFTER_A_FAILURE_MS = 10_000;
const FAILURES_ALLOWED = 3;

/**
 * Lines of one option between the Enter key and their load: read in the background, in the browser until then, so that
 * neither fast typing nor a reload nor a server that is away loses one. What has to be asked back waits in its place.
 */
export class TypedLines<Read, Asked> {
  private state: LinesState<Asked> = { lines: [], trouble: null, kept: true };
  private readonly list: KeptList<Line>;
  private readonly names = new Map<string, string>();
  private readonly listeners = new Set<() => void>();
  private readonly onTheirWay = new Set<string>();
  private readonly failures = new Map<string, number>();
  private retryMs = FIRST_RETRY_MS;
  /** Where the last one went: several may be queued before the list on the screen knows of the first. */
  private last = 0;

  constructor(
    key: string,
    private readonly read: (line: TypedLine) => Promise<ReadLine<Read, Asked>>,
    private readonly take: (line: TypedLine, read: Read) => Promise<Outcome>,
    store: Store,
    private readonly wait: (ms: number) => Promise<void> = (ms) => new Promise((done) => setTimeout(done, ms)),
    private readonly atOnce = AT_ONCE,
  ) {
    this.list = new KeptList(key, store);
    const kept = this.list.read().filter(([, one]) => typeof one.line === "string");
    for (const [name, one] of kept) this.names.set(one.id, name);
    this.last = Math.max(0, ...kept.map(([, one]) => one.position));
    this.state = { ...this.state, lines: kept.map(([, one]) => ({ ...one, state: "reading" })) };
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  readonly getState = (): LinesState<Asked> => this.state;

  /** Queue a line; it is kept before this returns. A further one goes behind `position`, and behind those queued before it. */
  add(said: Omit<Line, "id">): string {
    const id = `l${newName().slice(0, 10)}`;
    const position = said.replaces === null ? Math.max(said.position, this.last + 1) : said.position;
    if (said.replaces === null) this.last = position;
    // A row that is changed again before its change was read is changed once.
    const others = this.state.lines.filter((one) => said.replaces === null || one.replaces !== said.replaces);
    this.set([...others, { ...said, id, position, state: "reading" }]);
    this.flush();
    return id;
  }

  /** Put a line that is still here in other words. */
  change(id: string, line: string): void {
    this.failures.delete(id);
    this.set(this.state.lines.map((one) => (one.id === id ? { ...plain(one), line, state: "reading" } : one)));
    this.flush();
  }

  drop(id: string): void {
    this.set(this.state.lines.filter((one) => one.id !== id));
  }

  /** Another page of this browser keeps a line no longer: it was taken, or was dropped there. */
  forget(name: string): void {
    const gone = this.state.lines.find((one) => this.names.get(one.id) === name);
    if (gone && !this.onTheirWay.has(gone.id)) this.drop(gone.id);
  }

  /** Read what is not read yet. */
  flush(): void {
    for (const one of this.state.lines) {
      if (this.onTheirWay.size >= this.atOnce) return;
      if (one.state === "reading" && !this.onTheirWay.has(one.id)) void this.readOne(one);
    }
  }

  private async readOne(one: TypedLine<Asked>): Promise<void> {
    this.onTheirWay.add(one.id);
    const read = await this.tryRead(one);
    // In other words by now, or gone: what was read is not what is there.
    const still = this.state.lines.includes(one);
    if (still && read.kind === "later") {
      this.set(this.state.lines, read.trouble);
      await this.wait(this.retryMs);
      this.retryMs = Math.min(this.retryMs * 2, LONGEST_RETRY_MS);
    } else if (still && read.kind === "failed" && this.failedOnceMore(one) < FAILURES_ALLOWED) {
      await this.wait(AFTER_A_FAILURE_MS);
    } else if (still) {
      this.retryMs = FIRST_RETRY_MS;
      this.end(one, read);
    }
    this.onTheirWay.delete(one.id);
    this.flush();
  }

  /** An error of this program's own is one on this line. */
  private async tryRead(one: TypedLine<Asked>): Promise<ReadLine<Read, Asked>> {
    try {
      return await this.read(one);
    } catch (error) {
      console.error(error);
      return { kind: "failed" };
    }
  }

  private failedOnceMore(one: TypedLine): number {
    const count = (this.failures.get(one.id) ?? 0) + 1;
    this.failures.set(one.id, count);
    return count;
  }

  private end(one: TypedLine<Asked>, read: ReadLine<Read, Asked>): void {
    this.failures.delete(one.id);
    if (read.kind === "read") {
      // The edit is kept before the line is not: between the two nothing is lost.
      const taking = this.take(one, read.read);
      this.drop(one.id);
      void taking.then((outcome) => {
        if (!outcome.stored && !outcome.failed && !outcome.problem?.draft) this.bringBack(one, outcome.problem);
      });
    } else if (read.kind === "asked") {
      this.become({ ...plain(one), state: "asked", answer: read.answer });
    } else {
      this.become({ ...plain(one), state: "refused", problem: read.kind === "refused" ? read.problem : null });
    }
  }

  private bringBack(one: TypedLine, problem: Problem | null): void {
    this.set([...this.state.lines, { ...plain(one), state: "refused", problem }]);
  }

  private become(next: TypedLine<Asked>): void {
    this.set(this.state.lines.map((one) => (one.id === next.id ? next : one)));
  }

  private set(lines: readonly TypedLine<Asked>[], trouble: Trouble | null = null): void {
    const is = new Map(lines.map((one) => [one.id, one]));
    let kept = this.state.kept || lines.length === 0;
    for (const before of this.state.lines) {
      if (is.has(before.id)) continue;
      this.list.remove(this.names.get(before.id) ?? "");
      this.names.delete(before.id);
    }
    for (const one of lines) {
      if (this.state.lines.includes(one)) continue;
      const name = this.names.get(one.id) ?? this.list.name(one.id);
      this.names.set(one.id, name);
      kept = this.list.put(name, plain(one)) && kept;
    }
    this.state = { lines, trouble, kept };
    for (const listener of this.listeners) listener();
  }
}

function plain({ id, line, position, replaces, of, at }: TypedLine): Line {
  return { id, line, position, replaces, ...(of ? { of } : {}), ...(at ? { at } : {}) };
}
