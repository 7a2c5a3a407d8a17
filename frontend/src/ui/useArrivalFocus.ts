import { type RefObject, useLayoutEffect } from "react";

/** Where somebody is at work: a menu, a dialog, or a field of another part of the page. */
const AT_WORK = "[role=menu], [role=dialog], [role=listbox], input, select, textarea";

/**
 * The field takes the cursor when its page arrives. On a slow line that may be seconds after it was asked for; whoever has
 * opened or begun something else meanwhile is left there.
 */
export function useArrivalFocus(field: RefObject<HTMLElement | null>, wanted: boolean): void {
  useLayoutEffect(() => {
    if (wanted && !document.activeElement?.closest(AT_WORK)) field.current?.focus();
  }, []);
}
