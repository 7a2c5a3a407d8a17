import { useEffect, useState } from "react";

/** Whether nobody has typed for a while since this stands on the page: what takes the keyboard away waits for it. */
export function useTypingPause(pauseMs: number): boolean {
  const [paused, setPaused] = useState(false);
  useEffect(() => {
    let timer = 0;
    const wait = () => {
      clearTimeout(timer);
      timer = window.setTimeout(() => {
        stop();
        setPaused(true);
      }, pauseMs);
    };
    const stop = () => {
      clearTimeout(timer);
      document.removeEventListener("input", wait, true);
    };
    document.addEventListener("input", wait, true);
    wait();
    return stop;
  }, [pauseMs]);
  return paused;
}
