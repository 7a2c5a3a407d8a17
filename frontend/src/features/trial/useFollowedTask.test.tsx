// @vitest-environment jsdom
import { act, renderHook } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { Task } from "../../api/types";
import { useFollowedTask } from "./useFollowedTask";

class FakeStream {
  static last: FakeStream;
  onmessage: (event: { data: string }) => void = () => {};
  onerror: () => void = () => {};
  closed = false;
  constructor(readonly url: string) {
    FakeStream.last = this;
  }
  close() {
    this.closed = true;
  }
  tell(task: Task) {
    act(() => this.onmessage({ data: JSON.stringify(task) }));
  }
}

const task = (state: Task["state"], done_frac = 0): Task => ({
  id: "t1",
  option_id: "o1",
  revision: 2,
  state,
  done_frac,
  stopping: false,
  nobody_at_it: false,
  may_stop: true,
  why: "",
});

const answers: (Task | null)[] = [];
let looked = 0;
vi.mock("../../api/client", () => ({
  client: { GET: () => answers.shift() },
  unwrap: async (answer: Task | null | undefined) => {
    looked += 1;
    if (!answer) throw new Error("no line");
    return answer;
  },
}));

beforeEach(() => {
  vi.useFakeTimers();
  looked = 0;
  vi.stubGlobal("EventSource", FakeStream);
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

describe("a task that is followed", () => {
  it("is told by the stream until it has ended", () => {
    const ended = vi.fn();
    const { result } = renderHook(() => useFollowedTask(task("queued"), ended));
    expect(FakeStream.last.url).toBe("/api/v1/tasks/t1/events");
    FakeStream.last.tell(task("running", 0.4));
    expect(result.current?.done_frac).toBe(0.4);
    expect(ended).not.toHaveBeenCalled();
    FakeStream.last.tell(task("done", 1));
    expect(ended).toHaveBeenCalledOnce();
    expect(FakeStream.last.closed).toBe(true);
    FakeStream.last.tell(task("running", 0.1)); // late, of a line that hangs
    expect(result.current?.state).toBe("done");
  });

  it("is looked at every second where there is no stream, also over a broken line", async () => {
    answers.push(task("running", 0.2), null, task("done", 1));
    const ended = vi.fn();
    const { result } = renderHook(() => useFollowedTask(task("queued"), ended));
    await act(async () => FakeStream.last.onerror());
    expect(FakeStream.last.closed).toBe(true);
    await act(() => vi.advanceTimersByTimeAsync(0));
    expect(result.current?.done_frac).toBe(0.2);
    await act(() => vi.advanceTimersByTimeAsync(2000));
    expect(result.current?.state).toBe("done");
    expect(ended).toHaveBeenCalledOnce();
    await act(() => vi.advanceTimersByTimeAsync(5000));
    expect(looked).toBe(3);
  });

  it("is not followed once it has ended, and no longer when it is gone", async () => {
    const ended = vi.fn();
    const { unmount, rerender } = renderHook(({ known }) => useFollowedTask(known, ended), {
      initialProps: { known: task("running") },
    });
    const stream = FakeStream.last;
    rerender({ known: task("done", 1) });
    expect(stream.closed).toBe(true);
    unmount();
    await act(() => vi.advanceTimersByTimeAsync(5000));
    expect([looked, ended.mock.calls.length]).toEqual([0, 0]);
  });
});
