import { createStore, del, entries, set, type UseStore } from "idb-keyval";
import { newName } from "./outbox";

/** A photograph that the server has not stored yet. */
export interface WaitingPhotograph {
  id: string;
  /** Whose it is: it goes out only as theirs. Those of an earlier version do not say. */
  person?: string;
  /** Its id at the server, so that sending it twice keeps it once. */
  photographId?: string;
  jobId: string;
  pin: string;
  file: Blob;
  /** Why the server does not take it, in words; empty while it waits. */
  refused: string;
}

/** What sending one came to: stored, refused for good, or to be tried again. */
export type PhotographSent = { kind: "stored" } | { kind: "refused"; why: string } | { kind: "later" };

const RETRY_MS = 4_000;

/**
 * Photographs between the camera and the server, kept in this browser's database: a reload or an hour without the server loses
 * none. Sent one at a time, in the order in which they were taken.
 */
export class PhotographQueue {
  private state: readonly WaitingPhotograph[] = [];
  private readonly listeners = new Set<() => void>();
  private readonly opened: Promise<void>;
  private draining: Promise<void> | null = null;
  private person = "";

  constructor(
    private readonly send: (one: WaitingPhotograph) => Promise<PhotographSent>,
    private readonly store: UseStore = createStore("ryokan", "photographs"),
    private readonly wait: (ms: number) => Promise<void> = (ms) => new Promise((done) => setTimeout(done, ms)),
  ) {
    this.opened = entries<string, WaitingPhotograph>(this.store).then(
      (kept) => this.become([...kept.map(([, one]) => ofSomebody(one)), ...this.state]),
      () => undefined, // no database in this browser: what is taken waits in this page alone
    );
    void this.opened.then(() => this.flush());
  }

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  readonly getState = (): readonly WaitingPhotograph[] => this.state;

  /** Who is signed in from now on; what is theirs goes out. */
  signedIn(person: string): void {
    this.person = person;
    void this.flush();
  }

  /** Those of whoever is signed in, with those of which nobody knows whose they are. */
  mine(): readonly WaitingPhotograph[] {
    return this.state.filter((one) => one.person === this.person || one.person === undefined);
  }

  /** Send one once more that was refused: as that of whoever says so. */
  async sendAgain(id: string): Promise<void> {
    const found = this.state.find((one) => one.id === id);
    if (!found) return;
    const again = { ...found, person: this.person, photographId: found.photographId ?? asUuid(), refused: "" };
    this.become(this.state.map((one) => (one.id === id ? again : one)));
    await set(id, again, this.store).catch(() => undefined);
    await this.flush();
  }

  /** Keep a photograph and send it when it can be; whether the browser had room to keep it. */
  async add(jobId: string, pin: string, file: Blob): Promise<boolean> {
    const id = `${Date.now()}-${newName().slice(0, 8)}`;
    const one = { id, person: this.person, photographId: asUuid(), jobId, pin, file, refused: "" };
    this.become([...this.state, one]);
    const kept = await set(one.id, one, this.store).then(
      () => true,
      () => false,
    );
    void this.flush();
    return kept;
  }

  /** Throw one away that the server does not take. */
  async drop(id: string): Promise<void> {
    this.become(this.state.filter((one) => one.id !== id));
    await del(id, this.store).catch(() => undefined);
  }

  flush(): Promise<void> {
    this.draining ??= this.drain();
    return this.draining;
  }

  private async drain(): Promise<void> {
    try {
      await this.opened;
      for (let one = this.next(); one; one = this.next()) {
        const sent = await this.send(one);
        if (sent.kind === "later") await this.wait(RETRY_MS);
        else if (sent.kind === "stored") await this.drop(one.id);
        else await this.refuse(one, sent.why);
      }
    } finally {
      this.draining = null; // at once, so that nobody who comes now is left behind
    }
  }

  private next(): WaitingPhotograph | undefined {
    return this.state.find((one) => !one.refused && one.person === this.person);
  }

  private async refuse(one: WaitingPhotograph, why: string): Promise<void> {
    const refused = { ...one, refused: why };
    this.become(this.state.map((other) => (other.id === one.id ? refused : other)));
    await set(one.id, refused, this.store).catch(() => undefined);
  }

  private become(state: readonly WaitingPhotograph[]): void {
    this.state = state;
    for (const listener of this.listeners) listener();
  }
}

const WHOSE = "an earlier version of this page kept it without saying whose it is. Send it only if it is yours.";

function ofSomebody(one: WaitingPhotograph): WaitingPhotograph {
  return one.person === undefined && !one.refused ? { ...one, refused: WHOSE } : one;
}

/** A random name in the form of a UUID, version 4 (RFC 9562). */
function asUuid(): string {
  const hex = newName();
  const variant = ((Number.parseInt(hex[16] ?? "0", 16) & 3) | 8).toString(16);
  const parts = [
    hex.slice(0, 8),
    hex.slice(8, 12),
    `4${hex.slice(13, 16)}`,
    variant + hex.slice(17, 20),
    hex.slice(20),
  ];
  return parts.join("-");
}
