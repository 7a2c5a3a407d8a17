import { describe, expect, it } from "vitest";
import { FakeStore } from "./fakeStore";
import { type AskedLine, type ReadLine, type TypedLine, TypedLines } from "./typedLines";
import type { LineAnswer, Load } from "./types";

const load = { name: "lamp" } as never;
const question = { understood: "", load: null, questions: [{ code: "no_draw" }] } as never;
const settle = () => new Promise((done) => setTimeout(done));

function lines(
  read: (line: string) => ReadLine<Load, LineAnswer> | Promise<ReadLine<Load, LineAnswer>>,
  store = new FakeStore(),
) {
  const taken: string[] = [];
  const refusals = new Map<string, unknown>();
  const typed = new TypedLines<Load, LineAnswer>(
    "k",
    async (line) => read(line.line),
    async (line) => {
      taken.push(line.line);
      const problem = refusals.get(line.line);
      return problem === undefined
        ? { stored: true }
        : { stored: false, problem: problem as never, failed: false, editId: "e" };
    },
    store,
    () => Promise.resolve(),
  );
  return { typed, taken, store, refusals };
}

const states = (typed: TypedLines<Load, LineAnswer>) => typed.getState().lines.map((one) => [one.line, one.state]);

describe("TypedLines", () => {
  it("reads each line in the background and hands on what it makes", async () => {
    const { typed, taken } = lines(() => ({ kind: "read", read: load }));
    typed.add({ line: "a", position: 1, replaces: null });
    typed.add({ line: "b", position: 2, replaces: null });
    expect(states(typed)).toEqual([
      ["a", "reading"],
      ["b", "reading"],
    ]);
    await settle();
    expect(taken.sort()).toEqual(["a", "b"]);
    expect(typed.getState().lines).toEqual([]);
  });

  it("lets a line that is asked about hold up no other, and takes it once it is put differently", async () => {
    const { typed, taken } = lines((line) =>
      line === "lamp" ? { kind: "asked", answer: question } : { kind: "read", read: load },
    );
    typed.add({ line: "lamp", position: 1, replaces: null });
    typed.add({ line: "fan 3 W 1 h", position: 2, replaces: null });
    await settle();

    const [asked] = typed.getState().lines as [AskedLine<LineAnswer>];
    expect([asked.line, asked.state, asked.answer]).toEqual(["lamp", "asked", question]);
    typed.change(asked.id, "lamp 3 W 1 h");
    await settle();
    expect(taken).toEqual(["fan 3 W 1 h", "lamp 3 W 1 h"]);
  });

  it("keeps its lines through a reload and waits while the server is away", async () => {
    const away = lines(() => new Promise<never>(() => {}));
    away.typed.add({ line: "a", position: 1, replaces: null });
    away.typed.add({ line: "b", position: 2, replaces: "x" });

    const answers: ReadLine<Load, LineAnswer>[] = [
      { kind: "later", trouble: "no answer" },
      { kind: "later", trouble: "no answer" },
    ];
    const back = lines(() => answers.shift() ?? { kind: "read", read: load }, away.store);
    expect(back.typed.getState().lines).toMatchObject([
      { line: "a", position: 1, replaces: null },
      { line: "b", position: 2, replaces: "x" },
    ]);
    back.typed.flush();
    for (let turn = 0; turn < 4; turn++) await settle();
    expect(back.taken.sort()).toEqual(["a", "b"]);
    expect(back.store.kept.size).toBe(0);
  });

  it("drops an answer to a text that has been changed since", async () => {
    const answers: ((read: ReadLine<Load, LineAnswer>) => void)[] = [];
    const { typed, taken } = lines(() => new Promise((done) => answers.push(done)));
    const id = typed.add({ line: "old", position: 1, replaces: null });
    await settle();
    typed.change(id, "new");
    answers[0]?.({ kind: "read", read: load });
    await settle();
    answers[1]?.({ kind: "read", read: load });
    await settle();
    expect(taken).toEqual(["new"]);
  });

  it("brings a line back that made a load which was refused", async () => {
    const { typed, refusals } = lines(() => ({ kind: "read", read: load }));
    refusals.set("a", { detail: "No." });
    typed.add({ line: "a", position: 1, replaces: null });
    await settle();
    await settle();
    expect(typed.getState().lines).toMatchObject([{ line: "a", state: "refused", problem: { detail: "No." } }]);
    typed.drop((typed.getState().lines[0] as TypedLine).id);
    expect(typed.getState().lines).toEqual([]);
  });

  it("refuses a line on which the server fails three times, with the others gone on", async () => {
    const { typed, taken } = lines((line) => (line === "bad" ? { kind: "failed" } : { kind: "read", read: load }));
    typed.add({ line: "bad", position: 1, replaces: null });
    typed.add({ line: "good", position: 2, replaces: null });
    for (let turn = 0; turn < 4; turn++) await settle();
    expect(taken).toEqual(["good"]);
    expect(states(typed)).toEqual([["bad", "refused"]]);
  });

  it("puts lines that are queued at once behind one another", () => {
    const { typed } = lines(() => new Promise<never>(() => {}));
    for (const line of ["a", "b", "c"]) typed.add({ line, position: 4, replaces: null });
    typed.add({ line: "d", position: 2, replaces: "x" });
    expect(typed.getState().lines.map((one) => one.position)).toEqual([4, 5, 6, 2]);
  });
});

describe("lines that say more of one another", () => {
  it("are read one after the other, each behind what the last has made", async () => {
    const read: string[] = [];
    const typed = new TypedLines<Load, LineAnswer>(
      "k",
      async (line) => {
        read.push(`read ${line.line}`);
        return { kind: "read", read: load };
      },
      async (line) => {
        read.push(`taken ${line.line}`);
        return { stored: true };
      },
      new FakeStore(),
      () => Promise.resolve(),
      1,
    );
    for (const line of ["fuse", "cable"]) {
      typed.add({ line, position: 1, replaces: null, of: "thing", at: "2026-05-03T09:10" });
    }
    await settle();
    expect(read).toEqual(["read fuse", "taken fuse", "read cable", "taken cable"]);
  });

  it("keeps of what a line is, and when it was typed, over a reload", async () => {
    const store = new FakeStore();
    const away = () => new Promise<never>(() => {});
    lines(away, store).typed.add({ line: "13 V", position: 1, replaces: null, of: "reading", at: "2026-05-03T09:10" });
    const [kept] = lines(away, store).typed.getState().lines;
    expect([kept?.of, kept?.at]).toEqual(["reading", "2026-05-03T09:10"]);
  });
});
