import { describe, expect, it } from "vitest";
import type { LedgerLine } from "../../api/types";
import { changedRows, useLastChanged } from "./useLastChanged";

const line = (label: string, need: number | null, have: number | null, severity: string | null = null): LedgerLine =>
  ({
    label,
    step: "storage",
    severity,
    need: need === null ? null : { value: need },
    have: have === null ? null : { value: have },
  }) as LedgerLine;
const BEFORE = [line("Bank", 100, 90, "fault"), line("Array", 200, null), line("Mass", 10, 9)];

describe("rows of the ledger that an edit has changed", () => {
  it.each([
    ["none", BEFORE, []],
    ["a need", [line("Bank", 110, 90, "fault"), ...BEFORE.slice(1)], ["Bank"]],
    ["something chosen where nothing was", [BEFORE[0], line("Array", 200, 210), BEFORE[2]], ["Array"]],
    ["what became of it", [line("Bank", 100, 90), ...BEFORE.slice(1)], ["Bank"]],
    ["one that was not there", [...BEFORE, line("Fuse", 30, 40)], ["Fuse"]],
    ["one that is gone is not shown", BEFORE.slice(1), []],
  ] as [string, LedgerLine[], string[]][])("%s", (_what, after, changed) => {
    expect(changedRows(BEFORE, after)).toEqual(changed);
  });

  it("are those of the newest revision, none when an option is opened, and stay through a look elsewhere", () => {
    const next = [line("Bank", 120, 90, "fault"), ...BEFORE.slice(1)];
    expect(useLastChanged("one", 4, BEFORE)).toEqual([]);
    expect(useLastChanged("two", 9, next)).toEqual([]);
    expect(useLastChanged("one", 5, next)).toEqual(["Bank"]);
    expect(useLastChanged("one", 5, next)).toEqual(["Bank"]);
  });
});
