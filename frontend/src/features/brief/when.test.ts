import { describe, expect, it } from "vitest";
import { readWhen, sayWhen } from "./when";

describe("when a stay begins", () => {
  it.each([
    ["May", { month: 5, arrives: null }],
    ["sept", { month: 9, arrives: null }],
    ["3 May 2027", { month: 5, arrives: "2027-05-03" }],
    ["May 3rd, 2027", { month: 5, arrives: "2027-05-03" }],
    ["29 feb 2028", { month: 2, arrives: "2028-02-29" }],
    ["2027-5-3", { month: 5, arrives: "2027-05-03" }],
    ["12 apr", { month: 4, arrives: "2026-04-12" }],
  ])("reads %s", (text, when) => {
    expect(readWhen(text, 2026)).toEqual(when);
  });

  it.each(["", "29 feb 2027", "3/5/2027", "May 2027", "soon", "32 May", "3 4 5 May"])("refuses %s", (text) => {
    expect(readWhen(text, 2026)).toHaveProperty("fault");
  });

  it("says what it reads", () => {
    for (const text of ["June", "3 May 2027", "12 Sep 2027"]) {
      const when = readWhen(text, 2026);
      expect("fault" in when ? "" : sayWhen(when)).toBe(text);
    }
  });
});
