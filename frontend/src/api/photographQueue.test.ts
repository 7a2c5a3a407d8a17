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
  found.signedIn("ada");
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
    kept.set("1-a", { id: "1-a", person: "ada", jobId: "job", pin: "vehicle", file: picture, refused: "" });
    const { found, sent } = queue([]);
    await settle();
    await found.flush();
    expect(sent).toEqual(["vehicle"]);
    expect(kept.size).toBe(0);
  });

  it("go out only while whoever took them is signed in, and are seen by nobody else", async () => {
    const { found, sent } = queue([{ kind: "later" }]);
    await found.add("job", "vehicle", picture);
    found.signedIn("ben");
    await settle();
    await settle();
    expect([sent, found.mine().length, kept.size]).toEqual([["vehicle"], 0, 1]);
    await found.add("job", "item:bank", picture);
    await found.flush();
    expect([sent.slice(1), kept.size]).toEqual([["item:bank"], 1]);
    found.signedIn("ada");
    await found.flush();
    expect([sent.at(-1), kept.size]).toEqual(["vehicle", 0]);
  });

  it("of an earlier version, which did not say whose they are, wait for somebody to say so", async () => {
    kept.set("1-a", { id: "1-a", jobId: "job", pin: "vehicle", file: picture, refused: "" });
    const { found, sent } = queue([]);
    await settle();
    expect([sent, found.mine()[0]?.refused]).toEqual([[], expect.stringContaining("whose it is")]);
    await found.sendAgain("1-a");
    expect([sent, kept.size]).toEqual([["vehicle"], 0]);
  });

  it("are sent again under the id that they had", async () => {
    const ids: (string | undefined)[] = [];
    const answers: PhotographSent[] = [{ kind: "later" }, { kind: "refused", why: "no" }, { kind: "stored" }];
    const found = new PhotographQueue(
      async (one) => {
        ids.push(one.photographId);
        return answers.shift() ?? { kind: "stored" };
      },
      null as never,
      () => settle().then(() => undefined),
    );
    found.signedIn("ada");
    await found.add("job", "vehicle", picture);
    await found.flush();
    await found.sendAgain(found.mine()[0]?.id ?? "");
    expect(new Set(ids).size).toBe(1);
    expect(ids[0]).toMatch(/^[0-9a-f]{8}-[0-9a-f]{4}-4[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$/);
    expect([ids.length, kept.size]).toEqual([3, 0]);
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
