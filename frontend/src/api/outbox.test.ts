import { describe, expect, it } from "vitest";
import { type Edit, Outbox, type Sent } from "./outbox";

class FakeStore {
  readonly kept = new Map<string, string>();
  getItem = (key: string) => this.kept.get(key) ?? null;
  setItem = (key: string, value: string) => void this.kept.set(key, value);
  removeItem = (key: string) => void this.kept.delete(key);
}

const patch = (path: string) => [{ op: "add" as const, path, value: 1 }];
const noWait = () => Promise.resolve();

describe("Outbox", () => {
  it("sends one edit at a time, in order", async () => {
    const sent: string[] = [];
    let atOnce = 0;
    const outbox = new Outbox(
      "k",
      async (edit) => {
        expect(++atOnce).toBe(1);
        await Promise.resolve();
        sent.push(String(edit.patch[0]?.path));
        atOnce--;
        return { kind: "stored" };
      },
      new FakeStore(),
    );

    const outcomes = await Promise.all([outbox.add(patch("/a")), outbox.add(patch("/b")), outbox.add(patch("/c"))]);

    expect(sent).toEqual(["/a", "/b", "/c"]);
    expect(outcomes.every((outcome) => outcome.stored)).toBe(true);
  });

  it("keeps what was not stored through a reload and sends it under the same id", async () => {
    const store = new FakeStore();
    const tried: Edit[] = [];
    const never = new Promise<void>(() => {});
    const first = new Outbox(
      "k",
      async (edit) => {
        tried.push(edit);
        return { kind: "later" };
      },
      store,
      () => never,
    );
    void first.add(patch("/a"));
    await Promise.resolve();
    await Promise.resolve();
    expect(first.getState()).toMatchObject({ unreachable: true, waiting: [{ patch: patch("/a") }] });

    const second = new Outbox(
      "k",
      async (edit) => {
        tried.push(edit);
        return { kind: "stored" };
      },
      store,
    );
    await second.flush();

    expect(tried.map((edit) => edit.editId)).toEqual([tried[0]?.editId, tried[0]?.editId]);
    expect(store.kept.size).toBe(0);
  });

  it("tries again until it is stored, and hands a refusal to whoever asked", async () => {
    const answers: Sent[] = [
      { kind: "later" },
      { kind: "later" },
      { kind: "stored" },
      { kind: "refused", problem: null },
    ];
    const outbox = new Outbox("k", async () => answers.shift() as Sent, new FakeStore(), noWait);

    expect(await outbox.add(patch("/a"))).toEqual({ stored: true });
    expect(await outbox.add(patch("/b"))).toEqual({ stored: false, problem: null });
    expect(outbox.getState()).toEqual({ waiting: [], unreachable: false });
  });

  it("starts empty on something unreadable in the browser", () => {
    const store = new FakeStore();
    store.setItem("k", "{broken");
    expect(new Outbox("k", async () => ({ kind: "stored" }), store).getState().waiting).toEqual([]);
  });

  it("makes one edit of a drag while it waits, and leaves the one on its way alone", async () => {
    const sent: Edit[] = [];
    const outbox = new Outbox(
      "k",
      async (edit) => {
        sent.push(edit);
        await Promise.resolve();
        return { kind: "stored" };
      },
      new FakeStore(),
    );
    const drag = (value: number, path = "/a") => outbox.add([{ op: "add", path, value }], "drag-0001");

    const outcomes = await Promise.all([drag(1), drag(2), drag(3), drag(4), outbox.add(patch("/b")), drag(5)]);

    expect(sent.map((edit) => edit.patch[0]?.value)).toEqual([1, 4, 1, 5]);
    expect(outcomes).toEqual(Array(6).fill({ stored: true }));
  });

  it("waits with a flush for what somebody else began to send", async () => {
    let answer: (sent: Sent) => void = () => {};
    const outbox = new Outbox("k", () => new Promise((done) => (answer = done)), new FakeStore());
    void outbox.add(patch("/a"));
    let flushed = false;
    const flush = outbox.flush().then(() => (flushed = true));

    await Promise.resolve();
    expect(flushed).toBe(false);
    answer({ kind: "stored" });
    await flush;
    expect(outbox.getState().waiting).toEqual([]);
  });
});
