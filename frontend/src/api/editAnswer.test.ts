import { expect, test } from "vitest";
import { afterEdit } from "./editAnswer";
import type { EditAnswer, Finding, OptionAnswer } from "./types";

const finding = (key: string, what: string) => ({ key, what }) as Finding;
const KNOWN = {
  revision: 7,
  may_edit: true,
  rig: { loads: { fan: { name: "fan" }, pump: { name: "pump" } } },
  lines: { fan: "fan 10 W", pump: "pump 40 W" },
  findings: [finding("a", "as before"), finding("b@load:fan", "about the fan"), finding("c", "three")],
  overruled: [finding("d", "let stand")],
} as unknown as OptionAnswer;
const EDIT = {
  base: 7,
  revision: 9,
  changes: [
    { op: "remove", path: "/loads/fan" },
    { op: "replace", path: "/loads/pump/name", value: "bilge pump" },
  ],
  lines: { fan: null, pump: "bilge pump 40 W" },
  findings: ["d", "c", "a"],
  overruled: ["e"],
  changed_findings: [finding("c", "three and more"), finding("e", "new")],
} as unknown as EditAnswer;

test("what the server says has changed is put into what the page has", () => {
  const after = afterEdit(KNOWN, EDIT);

  expect(after?.rig).toEqual({ loads: { pump: { name: "bilge pump" } } });
  expect(after?.lines).toEqual({ pump: "bilge pump 40 W" });
  expect(after?.findings.map((one) => one.what)).toEqual(["let stand", "three and more", "as before"]);
  expect(after?.overruled.map((one) => one.key)).toEqual(["e"]);
  expect([after?.revision, after?.may_edit]).toEqual([9, true]);
  expect(KNOWN.rig.loads.fan?.name).toBe("fan");
  expect(after && "changes" in after).toBe(false);
});

test("what is said of another revision, or does not fit, asks for all of it", () => {
  expect(afterEdit({ ...KNOWN, revision: 8 }, EDIT)).toBeNull();
  expect(
    afterEdit(KNOWN, { ...EDIT, changes: [{ op: "replace", path: "/loads/gone/name", value: 1 }] } as EditAnswer),
  ).toBeNull();
});
