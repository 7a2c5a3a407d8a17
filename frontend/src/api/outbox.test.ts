import { describe, expect, it, vi } from "vitest";
import { FakeStore } from "./fakeStore";
import { type Edit, Outbox, type Sent, seenAt } from "./outbox";

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
        return { kind: "stored", made: null };
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
        return { kind: "later", trouble: "no answer" };
      },
      store,
      () => never,
    );
    void first.add(patch("/a"));
    await Promise.resolve();
    await Promise.resolve();
    expect(first.getState()).toMatchObject({ trouble: "no answer", waiting: [{ patch: patch("/a") }] });

    const second = new Outbox(
      "k",
      async (edit) => {
        tried.push(edit);
        return { kind: "stored", made: null };
      },
      store,
    );
    await second.flush();

    expect(tried.map((edit) => edit.editId)).toEqual([tried[0]?.editId, tried[0]?.editId]);
    expect(store.kept.size).toBe(0);
  });

  it("tries again until it is stored, and hands a refusal to whoever asked", async () => {
    const answers: Sent[] = [
      { kind: "later", trouble: "no answer" },
      { kind: "later", trouble: "no answer" },
      { kind: "stored", made: null },
      { kind: "refused", problem: null },
    ];
    const outbox = new Outbox("k", async () => answers.shift() as Sent, new FakeStore(), noWait);

    expect(await outbox.add(patch("/a"))).toEqual({ stored: true });
    expect(await outbox.add(patch("/b"))).toMatchObject({ stored: false, problem: null });
    expect(outbox.getState()).toMatchObject({ waiting: [], trouble: null });
  });

  it("starts empty on something unreadable in the browser", () => {
    const store = new FakeStore();
    store.setItem("k", "{broken");
    expect(new Outbox("k", async () => ({ kind: "stored", made: null }), store).getState().waiting).toEqual([]);
  });

  it("makes one edit of a drag while it waits, and leaves the one on its way alone", async () => {
    const sent: Edit[] = [];
    const outbox = new Outbox(
      "k",
      async (edit) => {
        sent.push(edit);
        await Promise.resolve();
        return { kind: "stored", made: null };
      },
      new FakeStore(),
    );
    const drag = (value: number, path = "/a") => outbox.add([{ op: "add", path, value }], { gesture: "drag-0001" });

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
    answer({ kind: "stored", made: null });
    await flush;
    expect(outbox.getState().waiting).toEqual([]);
  });

  /** An outbox before a server that fails on some places and stores the others. */
  function before(answer: (path: string) => Sent, store = new FakeStore()) {
    const sent: string[] = [];
    const waits: number[] = [];
    const outbox = new Outbox(
      "k",
      async (edit) => {
        const path = String(edit.patch[0]?.path);
        sent.push(path);
        return answer(path);
      },
      store,
      async (ms) => void waits.push(ms),
    );
    return { outbox, sent, waits, store };
  }
  const stored: Sent = { kind: "stored", made: null };
  const problem = { type: "", title: "", status: 422, detail: "At most 24.", code: "unacceptable", errors: [] };
  const refusing = (bad: string) => (path: string) => (path === bad ? ({ kind: "refused", problem } as Sent) : stored);

  it("sets aside what the server refuses, and goes on with what does not build on it", async () => {
    const { outbox, sent } = before(refusing("/loads/a"));

    const outcomes = await Promise.all([
      outbox.add([{ op: "add", path: "/loads/a", value: { name: "lamp" } }]),
      Promise.race([outbox.add(patch("/loads/a/hours")), Promise.resolve("not told yet")]),
      outbox.add(patch("/loads/b")),
    ]);

    expect(outcomes).toEqual([
      expect.objectContaining({ stored: false, problem, failed: false }),
      "not told yet",
      { stored: true },
    ]);
    expect(sent).toEqual(["/loads/a", "/loads/b"]);
    expect(outbox.getState().aside).toMatchObject([
      {
        problem,
        failed: false,
        edit: { patch: [{ path: "/loads/a" }] },
        followers: [{ patch: patch("/loads/a/hours") }],
      },
    ]);
  });

  it.each([
    ["the same place again", [{ op: "add", path: "/a/b", value: 2 }], false],
    ["a place beside it", [{ op: "add", path: "/a/bc", value: 2 }], false],
    ["what it lies in", [{ op: "add", path: "/a", value: 2 }], false],
    ["a place within it", [{ op: "replace", path: "/a/b/c", value: 2 }], true],
    ["its removal", [{ op: "remove", path: "/a/b" }], true],
    ["a move out of it", [{ op: "move", from: "/a/b", path: "/z" }], true],
  ] as const)("holds back with it only what needs it: %s", async (_, next, held) => {
    const answers: Sent[] = [{ kind: "refused", problem }];
    const { outbox } = before(() => answers.shift() ?? stored);

    void outbox.add([{ op: "add", path: "/a/b", value: 1 }]);
    void outbox.add(next as never);
    await outbox.flush();

    expect(outbox.getState().aside.map((one) => one.followers.length)).toEqual([held ? 1 : 0]);
    expect(outbox.getState().waiting).toEqual([]);
  });

  it("sets aside what the server fails on three times, ten seconds apart, while it answers", async () => {
    const { outbox, sent, waits } = before((path) => (path === "/a" ? { kind: "failed", problem: null } : stored));

    const outcomes = await Promise.all([outbox.add(patch("/a")), outbox.add(patch("/b"))]);

    expect(sent).toEqual(["/a", "/a", "/a", "/b"]);
    expect(waits).toEqual([10_000, 10_000]);
    expect(outcomes).toEqual([expect.objectContaining({ stored: false, failed: true }), { stored: true }]);
  });

  it("never sets aside what waits: signed out, away, too fast", async () => {
    const troubles = ["signed out", "stale page", "too fast", "unavailable", "no answer", "full"] as const;
    const answers: Sent[] = troubles.flatMap((trouble) => Array<Sent>(5).fill({ kind: "later", trouble }));
    const { outbox, sent } = before(() => answers.shift() ?? stored);

    expect(await outbox.add(patch("/a"))).toEqual({ stored: true });
    expect(sent).toHaveLength(5 * troubles.length + 1);
    expect(outbox.getState().aside).toEqual([]);
  });

  it("keeps what was set aside through a reload, and sends it again or drops it", async () => {
    const { outbox, store } = before(refusing("/a"));
    void outbox.add([{ op: "add", path: "/a", value: 1 }]);
    void outbox.add(patch("/a/b"));
    await outbox.flush();

    const again = before(() => stored, store);
    const [kept] = again.outbox.getState().aside;
    expect(kept).toMatchObject({ problem, followers: [{ patch: patch("/a/b") }] });
    again.outbox.sendAgain(String(kept?.edit.editId));
    await again.outbox.flush();
    expect(again.sent).toEqual(["/a", "/a/b"]);
    expect(store.kept.size).toBe(0);

    const third = before(refusing("/c"), store);
    await third.outbox.add(patch("/c"));
    third.outbox.drop(String(third.outbox.getState().aside[0]?.edit.editId));
    expect([third.outbox.getState().aside, store.kept.size]).toEqual([[], 0]);
  });

  it("does not keep aside what the server has kept as a draft", async () => {
    const { outbox } = before(() => ({ kind: "refused", problem: { ...problem, draft: { id: "d" } } as never }));
    await outbox.add(patch("/a"));
    expect(outbox.getState().aside).toEqual([]);
  });

  it("goes on after an error of its own as after one of the server's", async () => {
    vi.spyOn(console, "error").mockImplementation(() => {});
    const { outbox } = before((path) => {
      if (path === "/a") throw new TypeError("own");
      return stored;
    });
    const outcomes = await Promise.all([outbox.add(patch("/a")), outbox.add(patch("/b"))]);
    expect(outcomes.map((one) => one.stored)).toEqual([false, true]);
  });

  it("lets two pages of one rig keep theirs beside each other", async () => {
    const store = new FakeStore();
    const never = () => new Promise<never>(() => {});
    void new Outbox("k", never, store).add(patch("/a"));
    void new Outbox("k", never, store).add(patch("/b"));

    const paths = new Outbox("k", never, store).getState().waiting.map((edit) => edit.patch[0]?.path);
    expect(paths.sort()).toEqual(["/a", "/b"]); // made in the same moment, in no order
  });

  it("takes up what an earlier version of it kept", () => {
    const store = new FakeStore();
    store.setItem("k", JSON.stringify([{ editId: "e1", patch: patch("/a") }]));
    expect(new Outbox("k", async () => stored, store).getState().waiting).toMatchObject([{ editId: "e1" }]);
    expect(store.getItem("k")).toBeNull();
  });

  it("says when the browser has no room to keep what is typed, and sends it all the same", async () => {
    const store = new FakeStore();
    store.room = false;
    const { outbox } = before(() => stored, store);
    const outcome = outbox.add(patch("/a"));
    expect(outbox.getState().kept).toBe(false);
    expect(await outcome).toEqual({ stored: true });
    expect(outbox.getState().kept).toBe(true);
  });

  it("says at which revision the places of an edit were seen, less what the page itself has brought", async () => {
    const made = [4, 7, 8];
    const said: Record<string, string>[] = [];
    const store = new FakeStore();
    let away = true;
    const outbox = new Outbox(
      "k",
      async (edit) => {
        if (away) return { kind: "later", trouble: "no answer" };
        said.push(seenAt(edit));
        return { kind: "stored", made: made.shift() ?? null };
      },
      store,
      () => new Promise((done) => setTimeout(done)),
    );
    outbox.bring(2);
    const typed = [3, 3, undefined].map((seen) => outbox.add(patch("/a"), seen === undefined ? {} : { seen }));
    // What was typed before a reload and waits still knows it.
    expect(
      new Outbox("k", async () => ({ kind: "later", trouble: "no answer" }), store).getState().waiting[1]?.seen,
    ).toBe(3);
    away = false;
    await Promise.all(typed);
    await outbox.add(patch("/a"), { seen: 3 });

    // 4 followed on what was seen; 5 and 6 are somebody else's; 7 and 8 are its own again.
    expect(said).toEqual([{ "Seen-At": "3" }, { "Seen-At": "4" }, {}, { "Seen-At": "4", "Own-Revisions": "7 8" }]);
  });
});
