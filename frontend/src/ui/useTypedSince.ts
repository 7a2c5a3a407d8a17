import { useCallback, useRef } from "react";

/**
 * Whether somebody has typed in a form since it was sent. A form that waits for an answer is closed or emptied only where
 * nobody has: on a slow line the answer comes when the next thing is being typed.
 */
export function useTypedSince() {
  const count = useRef(0);
  /** For the form: every input within it is counted. */
  const onInput = useCallback(() => {
    count.current += 1;
  }, []);
  /** Call it when the form is sent; what it returns says whether anything was typed since. */
  const sent = useCallback(() => {
    const at = count.current;
    return () => count.current !== at;
  }, []);
  return { onInput, sent };
}

/** What a form says that stays open because of it. */
export const STORED_SO_FAR = "What you sent is stored. What you have typed since is not: send it as well, or leave it.";
