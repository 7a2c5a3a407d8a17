import { useEffect, useState } from "react";

/** The value once it has not changed for so long: for asking the server about what moves. */
export function useDelayed<T>(value: T, milliseconds: number): T {
  const [settled, setSettled] = useState(value);
  const key = JSON.stringify(value);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(value), milliseconds);
    return () => clearTimeout(timer);
  }, [key, milliseconds]);
  return settled;
}
