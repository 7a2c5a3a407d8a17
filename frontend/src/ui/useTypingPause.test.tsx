// @vitest-environment jsdom
import { act, renderHook } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { useTypingPause } from "./useTypingPause";

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

const pass = (ms: number) => act(() => void vi.advanceTimersByTime(ms));
const type = () => document.dispatchEvent(new Event("input", { bubbles: true }));

describe("a pause in typing", () => {
  it("comes at once where nobody types", () => {
    const { result } = renderHook(() => useTypingPause(800));
    pass(799);
    expect(result.current).toBe(false);
    pass(1);
    expect(result.current).toBe(true);
  });

  it("waits for as long as somebody types, and stays once it has come", () => {
    const { result } = renderHook(() => useTypingPause(800));
    for (let key = 0; key < 10; key += 1) {
      pass(500);
      type();
    }
    expect(result.current).toBe(false);
    pass(800);
    expect(result.current).toBe(true);
    type();
    expect(result.current).toBe(true);
  });

  it("listens no longer when it is gone", () => {
    const { unmount } = renderHook(() => useTypingPause(800));
    unmount();
    expect(vi.getTimerCount()).toBe(0);
  });
});
