import { expect, test } from "vitest";
import type { Finding, OptionAnswer } from "../../api/types";
import { withTold } from "./told";

const finding = (key: string, severity: Finding["severity"], overruled: Finding["overruled"] = null) =>
  ({ key, severity, overruled }) as Finding;

test("what a trial finds stands among all findings, worst first, and what is let stand apart", () => {
  const answer = {
    steps: { loads: "fits", trial: "open" },
    findings: [finding("a", "danger"), finding("b", "advice")],
    overruled: [],
  } as unknown as OptionAnswer;
  const letStand = finding("d", "fault", { by: "Ada", on: "2026-05-01", reason: "x", said: "y" });
  const told = withTold(answer, { state: "needs_attention", findings: [finding("c", "danger"), letStand] });

  expect(told.findings.map((one) => one.key)).toEqual(["a", "c", "b"]);
  expect(told.overruled.map((one) => one.key)).toEqual(["d"]);
  expect(told.steps).toEqual({ loads: "fits", trial: "needs_attention" });
  expect(answer.steps.trial).toBe("open");
});
