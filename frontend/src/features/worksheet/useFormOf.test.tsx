// @vitest-environment jsdom
import { act, renderHook } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { AroundRig, fakeRig } from "./fakeRig";
import { useFormOf } from "./useFormOf";

const FRIDGE = { name: "fridge", group: "", hours: 24 };

function form(stored: typeof FRIDGE | null, change: Parameters<typeof fakeRig>[0] = {}) {
  const { context, sent } = fakeRig(change);
  const { result } = renderHook(() => useFormOf("/loads/a", stored), {
    wrapper: ({ children }) => <AroundRig context={context}>{children}</AroundRig>,
  });
  return { sent, store: (members: object, more = []) => act(() => result.current.store(members as never, more)) };
}

describe("a form on one thing", () => {
  it("sends what was changed since it was opened, with the revision that was seen", async () => {
    const { sent, store } = form(FRIDGE);
    await store({ ...FRIDGE, group: "galley" });
    expect(sent).toEqual([{ patch: [{ op: "add", path: "/loads/a/group", value: "galley" }], seen: 7 }]);
  });

  it("sends nothing where nothing was changed, and calls it stored", async () => {
    const { sent, store } = form(FRIDGE);
    expect(await store({ ...FRIDGE })).toEqual({ stored: true });
    expect(sent).toEqual([]);
  });

  it("sends the next time what was changed since it was stored", async () => {
    const { sent, store } = form(FRIDGE);
    await store({ ...FRIDGE, group: "galley" });
    await store({ ...FRIDGE, group: "galley", hours: 12 });
    await store({ ...FRIDGE, group: "", hours: 12 });
    expect(sent.map((one) => one.patch.map((operation) => operation.path))).toEqual([
      ["/loads/a/group"],
      ["/loads/a/hours"],
      ["/loads/a/group"],
    ]);
  });

  it("sends all of it again after a refusal", async () => {
    const sent: unknown[] = [];
    const edit = async (patch: unknown) => {
      sent.push(patch);
      return { stored: false as const, failed: false, problem: null, editId: "e" };
    };
    const { store } = form(FRIDGE, { edit });
    await store({ ...FRIDGE, hours: 30 });
    await store({ ...FRIDGE, hours: 30 });
    expect(sent).toEqual(Array(2).fill([{ op: "add", path: "/loads/a/hours", value: 30 }]));
  });

  it("adds whole what is new, once and then by its members", async () => {
    const { sent, store } = form(null);
    await store(FRIDGE);
    await store({ ...FRIDGE, hours: 8 });
    expect(sent.map((one) => one.patch)).toEqual([
      [{ op: "add", path: "/loads/a", value: FRIDGE }],
      [{ op: "add", path: "/loads/a/hours", value: 8 }],
    ]);
  });
});
