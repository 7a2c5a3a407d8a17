import { applyPatch, type Operation } from "rfc6902";
import type { EditAnswer, Finding, OptionAnswer } from "./types";

/**
 * The option after an edit, of what the page has and what the server says has changed since; null where that is said of
 * another revision than the one that the page has.
 */
export function afterEdit(known: OptionAnswer, edit: EditAnswer): OptionAnswer | null {
  if (known.revision !== edit.base) return null;
  const rig = structuredClone(known.rig);
  const failed = applyPatch(rig, edit.changes as Operation[]).some((fault) => fault !== null);
  if (failed) return null;
  const lines = { ...known.lines };
  for (const [id, line] of Object.entries(edit.lines)) {
    if (line === null) delete lines[id];
    else lines[id] = line;
  }
  const findings = new Map<string, Finding>();
  for (const one of [...known.findings, ...known.overruled, ...edit.changed_findings]) findings.set(one.key, one);
  const byKey = (keys: string[]) => keys.flatMap((key) => findings.get(key) ?? []);
  const { base: _base, made: _made, changes: _changes, changed_findings: _changed, ...rest } = edit;
  return {
    ...known,
    ...rest,
    rig,
    lines,
    findings: byKey(edit.findings),
    overruled: byKey(edit.overruled),
  };
}
