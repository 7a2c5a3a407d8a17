import { describe, expect, it } from "vitest";
import { FakeStore } from "./fakeStore";
import { keptAs, takeOver } from "./keptList";
import { Outbox } from "./outbox";
import { waitingOf } from "./waitingOf";

describe("what waits in a browser", () => {
  it("is counted for the person whose it is alone", () => {
    const store = new FakeStore();
    store.setItem(`${keptAs("outbox", "ada", "o1")}.1.a`, "{}");
    store.setItem(`${keptAs("found", "ada", "o2")}.1.b`, "{}");
    store.setItem(`${keptAs("lines", "ben", "o1")}.1.c`, "{}");
    expect([waitingOf(store, "ada"), waitingOf(store, "ben"), waitingOf(store, "cy")]).toEqual([2, 1, 0]);
  });

  it("of an earlier version is set aside before it goes out as anybody's", async () => {
    const store = new FakeStore();
    const edit = { editId: "e", patch: [{ op: "add", path: "/a", value: 1 }] };
    store.setItem("ryokan.outbox.o1.0001.e", JSON.stringify({ edit }));
    takeOver(store, "outbox", "o1", "ben");
    const sent: string[] = [];
    const outbox = new Outbox(
      keptAs("outbox", "ben", "o1"),
      async (one) => {
        sent.push(one.editId);
        return { kind: "stored", made: null };
      },
      store,
    );
    await outbox.flush();
    expect([sent, outbox.getState().aside[0]?.problem?.detail]).toEqual([[], expect.stringContaining("whose it is")]);
    outbox.sendAgain("e");
    await outbox.flush();
    expect([sent, store.kept.size]).toEqual([["e"], 0]);
  });
});
