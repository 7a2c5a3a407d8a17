import type { LedgerLine } from "../../api/types";

const seen = new Map<string, { revision: number; ledger: readonly LedgerLine[]; changed: readonly string[] }>();

/** Labels of the rows of the ledger that the newest revision has changed; none when an option is opened. */
export function useLastChanged(optionId: string, revision: number, ledger: readonly LedgerLine[]): readonly string[] {
  const before = seen.get(optionId);
  if (before?.revision === revision) return before.changed;
  const changed = before ? changedRows(before.ledger, ledger) : [];
  seen.set(optionId, { revision, ledger, changed });
  return changed;
}

/** Rows whose need or have shows otherwise than before, or that were not there. */
export function changedRows(before: readonly LedgerLine[], after: readonly LedgerLine[]): string[] {
  const shown = (line: LedgerLine | undefined) =>
    JSON.stringify([line?.need?.value, line?.have?.value, line?.severity]);
  const was = new Map(before.map((line) => [line.label, line]));
  return after.filter((line) => shown(line) !== shown(was.get(line.label))).map((line) => line.label);
}
