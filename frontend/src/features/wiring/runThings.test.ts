import { describe, expect, it } from "vitest";
import type { DcRun, FigureValue, Finding, Rig } from "../../api/types";
import { against, grouped, saidOf, summed, takenAsAsked, withoutRoute } from "./runThings";

const figure = (value: number | string): FigureValue => ({ key: "k", value, unit: "", from_memory: false });

function run(key: string, more: Partial<DcRun> = {}): DcRun {
  return {
    key,
    id: "1",
    number: 1,
    kind: "branch",
    name: key,
    found: false,
    fused: true,
    length_at: `/wiring/runs/${key}/length`,
    conductor_at: `/wiring/runs/${key}/conductor`,
    length: "",
    conductor: null,
    figures: {},
    ...more,
  };
}

const rig = (runs: Record<string, unknown>): Rig => ({ wiring: { runs } }) as unknown as Rig;

describe("the list of runs", () => {
  it.each([
    [[run("a")], "One run: 1 has a usual length."],
    [[run("a"), run("b")], "2 runs: all have a usual length until somebody measures."],
    [
      [run("a", { length: "2 m" }), run("b"), run("c")],
      "3 runs: 1 is measured, 2 have a usual length until somebody measures.",
    ],
    [
      [run("a", { found: true }), run("b", { length: "2 m" })],
      "2 runs: 1 is measured, 1 has a length that nobody knows.",
    ],
  ])("says how much of it is measured %#", (runs, said) => {
    expect(summed(runs)).toBe(said);
  });

  it("stands in groups, without those that are empty", () => {
    const groups = grouped([run("b"), run("i", { kind: "inverter" }), run("p", { kind: "panel" })]);
    expect(groups.map((one) => one.runs.map((each) => each.key))).toEqual([["i"], ["b", "p"]]);
  });

  it("knows what is said against a run by its whole number", () => {
    const findings = ["wiring.run_drop@run:1", "wiring.run_drop@run:11", "wiring.run_solid@run:1"].map(
      (key) => ({ key }) as Finding,
    );
    expect(against(findings, run("a")).map((one) => one.key)).toEqual([
      "wiring.run_drop@run:1",
      "wiring.run_solid@run:1",
    ]);
  });
});

describe("taking what is asked for", () => {
  const figures = { conductor: figure("awg:12"), fuse_a: figure(15) };
  it("takes both of a run to be laid that has neither, and leaves every other", () => {
    const runs = [
      run("new", { figures }),
      run("said", { figures }),
      run("there", { figures, found: true }),
      run("chosen", { figures, conductor: "awg:10" }),
      run("unfused", { figures }),
      run("unsized"),
      run("array", { figures: { conductor: figure("awg:10") }, fused: false }),
    ];
    expect(takenAsAsked(rig({ said: { length: null }, unfused: { fuse_a: "none" } }), runs)).toEqual([
      { op: "add", path: "/wiring/runs/new", value: { conductor: "awg:12", fuse_a: 15 } },
      { op: "add", path: "/wiring/runs/said/conductor", value: "awg:12" },
      { op: "add", path: "/wiring/runs/said/fuse_a", value: 15 },
      { op: "add", path: "/wiring/runs/array", value: { conductor: "awg:10" } },
    ]);
  });

  it("has whole values also of a run whose first saying is on its way", () => {
    expect(saidOf(rig({ a: { make: "solid" } }), "a")).toMatchObject({ make: "solid", cables: 1, fuse_a: null });
  });

  it("brings runs back into the cabin when their way goes", () => {
    const one = rig({ a: { route: "w" }, b: { route: "x" } });
    expect(withoutRoute(one, "w")).toEqual([
      { op: "add", path: "/wiring/runs/a/route", value: null },
      { op: "remove", path: "/wiring/routes/w" },
    ]);
  });
});
