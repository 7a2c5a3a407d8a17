import { useCallback } from "react";
import { useSearchParams } from "react-router";

/** The trail of figures whose working is open, kept in the address: the last one is shown, Escape walks back. */
export function useWorking() {
  const [params, setParams] = useSearchParams();
  const trail = params.getAll("w");

  const change = useCallback(
    (next: (now: string[]) => string[]) => {
      // The address itself, not that of the last render: two quick presses are two steps.
      const after = new URLSearchParams(window.location.search);
      const now = after.getAll("w");
      after.delete("w");
      for (const key of next(now)) after.append("w", key);
      setParams(after, { replace: true });
    },
    [setParams],
  );

  return {
    trail,
    open: (key: string) => change(() => [key]),
    follow: (key: string) => change((now) => onwards(now, key)),
    addressOf: (key: string) => ({
      search: new URLSearchParams(onwards(trail, key).map((one) => ["w", one])).toString(),
    }),
    back: () => change((now) => now.slice(0, -1)),
    close: () => change(() => []),
  };
}

/** One further; back to its place where the trail has come through it before. */
function onwards(trail: string[], key: string): string[] {
  return trail.includes(key) ? trail.slice(0, trail.indexOf(key) + 1) : [...trail, key];
}
