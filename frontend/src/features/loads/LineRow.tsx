import { useEffect, useRef } from "react";
import type { TypedLine } from "../../api/typedLines";
import { faultAt } from "../worksheet/fields";
import { useRig } from "../worksheet/useRig";
import { LoadLine } from "./LoadLine";

/** A line between the Enter key and its load: being read, or asked about, in the place that its load will have. */
export function LineRow({
  line,
  rowId,
  tabIndex,
  onFocus,
  onGone,
}: {
  line: TypedLine;
  /** The row that it changes. */
  rowId?: string;
  tabIndex: number;
  onFocus: () => void;
  /** It had the focus and is a load now. */
  onGone: () => void;
}) {
  const { rig, typedLines, lines } = useRig();
  const gone = useRef(onGone);
  gone.current = onGone;
  const focused = useRef(false);
  useEffect(
    () => () => {
      if (focused.current) gone.current();
    },
    [],
  );
  /** Where typing goes on once the line is dealt with: at its row, or at the next line. */
  const goOn = () => {
    if (rowId) onGone();
    else document.querySelector<HTMLElement>("[data-load-line]")?.focus();
  };
  const changed = rowId && rig.loads[rowId]?.name;
  if (line.state === "reading") {
    return (
      <tr
        data-row={rowId}
        data-line={line.id}
        tabIndex={tabIndex}
        onFocus={() => {
          focused.current = true;
          onFocus();
        }}
        onBlur={() => {
          focused.current = false;
        }}
        className="row-height border-rule border-b"
      >
        <td colSpan={7} className="px-2">
          <span className="font-mono text-[14px]">{line.line}</span>
          <span className="ml-3 text-[13px] text-soft">{lines.trouble ? "kept here, not read yet" : "being read"}</span>
        </td>
      </tr>
    );
  }
  return (
    <tr data-line={line.id}>
      <td colSpan={7} className="pt-2">
        <LoadLine
          label={changed ? `Asked about, the change of ${changed}` : `Asked about: ${line.line}`}
          start={line.line}
          replaces={rowId ?? null}
          asked
          fault={line.state === "refused" ? refusal(line.problem) : ""}
          action="Enter reads it again"
          onTake={(text) => {
            typedLines.change(line.id, text);
            goOn();
          }}
          onLeave={() => {
            typedLines.drop(line.id);
            goOn();
          }}
        />
      </td>
    </tr>
  );
}

function refusal(problem: Parameters<typeof faultAt>[0]): string {
  return problem
    ? faultAt(problem)
    : "The server failed on this line three times. Put it in other words, or try again.";
}
