import { useState } from "react";
import { useRig } from "../../features/worksheet/useRig";
import { useWorking } from "../../features/worksheet/useWorking";
import { SeverityMark } from "../../ui/SeverityMark";
import { WorkingPanel } from "./dialogs";
import { Ledger } from "./Ledger";

/** On a tablet the ledger is a drawer at the bottom: a line of what counts, opened by a press. */
export function LedgerDrawer() {
  const { answer } = useRig();
  const { trail } = useWorking();
  const [open, setOpen] = useState(false);
  const shown = open || trail.length > 0;
  return (
    <aside aria-label="Ledger" className="border-ink border-t bg-sheet">
      {shown && (
        <div className="max-h-[58dvh] overflow-auto">{trail.length > 0 ? <WorkingPanel /> : <Ledger wide />}</div>
      )}
      <button
        type="button"
        aria-expanded={shown}
        onClick={() => setOpen(!open)}
        className="flex min-h-[48px] w-full items-center gap-5 border-rule border-t px-5 text-left text-[14px]"
      >
        <span className="truncate font-semibold first-letter:uppercase">{answer.promise}</span>
        <span className="ml-auto flex items-center gap-3">
          {(["danger", "fault", "advice"] as const).map((severity) => {
            const count = answer.findings.filter((finding) => finding.severity === severity).length;
            return count === 0 ? null : (
              <span key={severity} className="flex items-center gap-1">
                <SeverityMark severity={severity} size={16} />
                <span className="figure">{count}</span>
              </span>
            );
          })}
          <span className="whitespace-nowrap">{open ? "Close ledger ▾" : "Ledger ▴"}</span>
        </span>
      </button>
    </aside>
  );
}
