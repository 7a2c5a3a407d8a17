import { beforeEach, describe, expect, it, vi } from "vitest";
import { PhotographQueue, type PhotographSent, type WaitingPhotograph } from "./photographQueue";

const kept = new Map<string, WaitingPhotograph>();
vi.mock("idb-keyval", () => ({
  createStore: () => null,
  entries: async () => [...kept.entries()].sort(([one], [other]) => one.localeCompare(other)),
  set: async (id: string, one: WaitingPhotograph) => void kept.set(id, one),
  del: async (id: string) => void kept.delete(id),
}));

const settle = () => new Promise((done) => setTimeout(done, 5));
const picture = new Blob(["x"]);

function queue(answers: PhotographSent[]) {
  const sent: string[] = [];
  const found = new PhotographQueue(
    async (one) => {
      sent.push(one.pin);
      return answers.shift() ?? { kind: "stored" };
    },
    null as never,
    () => settle().then(() => undefined),
  );
  return { found, sent };
}

describe("photographs on their way", () => {
  beforeEach(() => kept.clear());

  it("are kept while the server is away, and go out in the order in which they were taken", async () => {
    const { found, sent } = queue([{ kind: "later" }, { kind: "later" }]);
    await found.add("job", "item:bank", picture);
    await found.add("job", "vehicle", picture);
    expect(kept.size).toBe(2);
    await found.flush();
    expect(sent).toEqual(["item:bank", "item:bank", "item:bank", "vehicle"]);
    expect([kept.size, found.getState()]).toEqual([0, []]);
  });

  it("of an earlier visit go out by themselves", async () => {
    kept.set("1-a", { id: "1-a", jobId: "job", pin: "vehicle", file: picture, refused: "" });
    const { found, sent } = queue([]);
    await settle();
    await found.flush();
    expect(sent).toEqual(["vehicle"]);
    expect(kept.size).toBe(0);
  });

  it("that are refused say why, hold up none behind them, and stay until they are thrown away", async () => {
    const { found } = queue([{ kind: "refused", why: "This is no picture." }]);
    await found.add("job", "vehicle", picture);
    await found.add("job", "item:bank", picture);
    await found.flush();
    const [left, ...others] = found.getState();
    expect([left?.refused, others.length, kept.size]).toEqual(["This is no picture.", 0, 1]);
    await found.drop(left?.id ?? "");
    expect(kept.size).toBe(0);
  });
});
