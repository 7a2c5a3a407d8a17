import { describe, expect, it } from "vitest";
import type { DcRun, FigureValue, Finding, Rig } from "../../api/types";
import { against, moved, onCircuit, saidOf, summed, takenAsAsked, takenOut, withoutRoute } from "./runThings";

const figure = (value: number | string): FigureValue => ({ key: "k", value, unit: "", from_memory: false });

function run(key: string, more: Partial<DcRun> = {}): DcRun {
  return {
    key,
    id: "1",
    number: 1,
    kind: "branch",
    name: key,
    mark: key,
    part: "dc",
    when: "loads",
    near: "DC panel",
    far: key,
    behind: "",
    opens_first: null,
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
    [[run("a")], "One run: 1 has an estimated length."],
    [[run("a"), run("b")], "2 runs: all have an estimated length until somebody measures."],
    [
      [run("a", { length: "2 m" }), run("b"), run("c")],
      "3 runs: 1 is measured, 2 have an estimated length until somebody measures.",
    ],
    [
      [run("a", { found: true }), run("b", { length: "2 m" })],
      "2 runs: 1 is measured, 1 has a length that nobody knows.",
    ],
  ])("says how much of it is measured %#", (runs, said) => {
    expect(summed(runs)).toBe(said);
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

describe("loads that share a fuse", () => {
  const rig = {
    loads: { a: { name: "Lamp", feed: "dc" }, b: { name: "Fan", feed: "dc" } },
    wiring: { circuits: { c: { loads: ["x", "y"] } }, runs: { "panel.out>load:a.in": { fuse_a: 5 } } },
  } as unknown as Rig;

  it("make a circuit that keeps what was said of the first, and join one that is there", () => {
    const [made, moved, ...rest] = onCircuit(rig, "a", "load:b");
    expect(made?.value).toMatchObject({ name: "Lamp", loads: ["a", "b"] });
    expect(moved).toMatchObject({ value: { fuse_a: 5 } });
    expect(moved?.path).toBe(`/wiring/runs/panel.out>circuit:${made?.path.split("/").at(-1)}.in`);
    expect(rest).toEqual([{ op: "remove", path: "/wiring/runs/panel.out>load:a.in" }]);
    expect(onCircuit(rig, "b", "circuit:c")).toEqual([
      { op: "add", path: "/wiring/circuits/c/loads", value: ["x", "y", "b"] },
    ]);
  });

  it("stand in the order of the cable, and get a fuse of their own again", () => {
    expect(moved(["x", "y", "z"], "c", 2)[0]?.value).toEqual(["x", "z", "y"]);
    expect(takenOut(rig, "c", "x")).toEqual([{ op: "add", path: "/wiring/circuits/c/loads", value: ["y"] }]);
    const one = { wiring: { circuits: { c: { loads: ["x"] } } } } as unknown as Rig;
    expect(takenOut(one, "c", "x")).toEqual([{ op: "remove", path: "/wiring/circuits/c" }]);
  });
});
