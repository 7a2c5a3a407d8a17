import { useCallback } from "react";
import { useSearchParams } from "react-router";

/** The trail of figures whose working is open, kept in the address: the last one is shown, Escape walks back. */
export function useWorking() {
  const [params, setParams] = useSearchParams();
  const trail = params.getAll("w");

  const change = useCallback(
    (next: string[]) => {
      setParams(
        (before) => {
          const after = new URLSearchParams(before);
          after.delete("w");
          for (const key of next) after.append("w", key);
          return after;
        },
        { replace: true },
      );
    },
    [setParams],
  );

  /** One further; back to its place where the trail has come through it before. */
  const onwards = (key: string) => (trail.includes(key) ? trail.slice(0, trail.indexOf(key) + 1) : [...trail, key]);

  return {
    trail,
    open: (key: string) => change([key]),
    follow: (key: string) => change(onwards(key)),
    addressOf: (key: string) => ({ search: new URLSearchParams(onwards(key).map((one) => ["w", one])).toString() }),
    back: () => change(trail.slice(0, -1)),
    close: () => change([]),
  };
}
