import { type KeyboardEvent, useRef } from "react";

const PAGE = 9; // a list of twenty has its tenth row two keys away

/** Arrow keys through the rows of a list, from a field above it and back. Rows are found by `data-row-link`. */
export function useRowKeys<L extends HTMLElement>() {
  const list = useRef<L>(null);
  const field = useRef<HTMLInputElement>(null);
  const onKeyDown = (event: KeyboardEvent) => {
    const rows = [...(list.current?.querySelectorAll<HTMLElement>("[data-row-link]") ?? [])];
    const at = rows.indexOf(document.activeElement as HTMLElement);
    if (at < 0 && document.activeElement !== field.current) return;
    const to = { ArrowDown: at + 1, ArrowUp: at - 1, PageDown: at < 0 ? PAGE : at + PAGE, PageUp: at - PAGE }[
      event.key
    ];
    if (to === undefined || rows.length === 0) return;
    event.preventDefault();
    if (to < 0 && at <= 0) field.current?.focus();
    else rows[Math.max(0, Math.min(to, rows.length - 1))]?.focus();
  };
  return { list, field, onKeyDown };
}
