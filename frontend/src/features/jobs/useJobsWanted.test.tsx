// @vitest-environment jsdom
import { act, renderHook } from "@testing-library/react";
import type { ReactNode } from "react";
import { MemoryRouter } from "react-router";
import { describe, expect, it } from "vitest";
import { sayDate } from "./stages";
import { useJobsWanted } from "./useJobsWanted";

const at = (address: string) =>
  renderHook(() => useJobsWanted(), {
    wrapper: ({ children }: { children: ReactNode }) => (
      <MemoryRouter initialEntries={[address]}>{children}</MemoryRouter>
    ),
  }).result;

describe("what is looked for, by the address", () => {
  it.each([
    ["/", { find: "", order: "changed", archived: false, page: 1 }],
    ["/?find=bus&stage=quoted&page=3", { find: "bus", order: "changed", archived: false, page: 3, stage: "quoted" }],
    ["/?stage=archived&order=customer", { find: "", order: "customer", archived: true, page: 1 }],
    ["/?stage=sold&order=price&page=-4", { find: "", order: "changed", archived: false, page: 1 }],
    ["/?page=many", { find: "", order: "changed", archived: false, page: 1 }],
  ])("%s", (address, wanted) => {
    expect(at(address).current.wanted).toEqual(wanted);
  });

  it("begins on the first page whenever something else is looked for", () => {
    const result = at("/?find=bus&page=3");
    act(() => result.current.want({ stage: "plan" }));
    expect(result.current.wanted).toMatchObject({ find: "bus", stage: "plan", page: 1 });
    act(() => result.current.want({ page: "2" }));
    expect(result.current.wanted).toMatchObject({ stage: "plan", page: 2 });
    act(() => result.current.want({ stage: "", find: "" }));
    expect(result.current.wanted).toEqual({ find: "", order: "changed", archived: false, page: 1 });
  });

  it("says dates as they are read, whatever the clock's zone", () => {
    expect(["2026-08-18", "2027-01-01", "2026-12-31"].map(sayDate)).toEqual([
      "18 Aug 2026",
      "1 Jan 2027",
      "31 Dec 2026",
    ]);
  });
});
