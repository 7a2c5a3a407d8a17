import { describe, expect, it } from "vitest";
import type { Rig } from "../../api/types";
import {
  hangables,
  placesToHang,
  sourcesFor,
  withCircuit,
  withoutCircuit,
  withoutPanel,
  withoutUnit,
  withPanel,
} from "./acThings";

/** A panel with a circuit and a sub panel, a second inverter, and what hangs on them. */
function aRig(): Rig {
  const feeds = { f: { position: 0, source: "panel:main", onto: null } };
  return {
    ac: {
      panels: {
        main: { position: 1, name: "", feeds: { i: { position: 0, source: "inlet", onto: null } } },
        sub: {
          position: 2,
          name: "Sub",
          feeds: { ...feeds, two: { position: 1, source: "inverter:two", onto: null } },
        },
      },
      circuits: { c: { position: 1, name: "", panel: "main" }, d: { position: 2, name: "Bench", panel: "sub" } },
    },
    inverter: { ac_in: "panel:main", others: { two: { position: 1, name: "", ac_in: null } } },
    charging: {
      generators: {},
      chargers: { k: { position: 0, name: "", output_a: 30, part: null, hangs_on: "circuit:c" } },
    },
    loads: {
      tv: { position: 1, name: "TV", feed: "ac", struck: false, hangs_on: "inverter:two" },
      lamp: { position: 2, name: "Lamp", feed: "dc", struck: false, hangs_on: null },
    },
  } as unknown as Rig;
}

describe("the AC side as edits", () => {
  it("lists what takes AC and where it may hang, and never offers a thing to itself", () => {
    expect(hangables(aRig()).map((one) => [one.name, one.on])).toEqual([
      ["TV", "inverter:two"],
      ["Shore charger", "circuit:c"],
    ]);
    expect(placesToHang(aRig()).map((one) => one.label)).toEqual([
      "Circuit 1 · Panel 1",
      "Bench · Sub",
      "an outlet on the inverter",
      "an outlet on Inverter 2",
    ]);
    expect(sourcesFor(aRig(), "panel:sub").map((one) => one.value)).toEqual([
      "inlet",
      "inverter:main",
      "inverter:two",
      "panel:main",
    ]);
  });

  it("takes a panel away with its circuits, what hangs on them and what it feeds", () => {
    expect(withoutPanel(aRig(), "main")).toEqual([
      { op: "add", path: "/charging/chargers/k/hangs_on", value: null },
      { op: "remove", path: "/ac/circuits/c" },
      { op: "remove", path: "/ac/panels/sub/feeds/f" },
      { op: "add", path: "/inverter/ac_in", value: null },
      { op: "remove", path: "/ac/panels/main" },
    ]);
  });

  it("takes an inverter away with the ways from it", () => {
    expect(withoutUnit(aRig(), "two")).toEqual([
      { op: "add", path: "/loads/tv/hangs_on", value: null },
      { op: "remove", path: "/ac/panels/sub/feeds/two" },
      { op: "remove", path: "/inverter/others/two" },
    ]);
  });

  it("takes a circuit away and adds whole things under free ids", () => {
    expect(withoutCircuit(aRig(), "c").map((one) => one.path)).toEqual([
      "/charging/chargers/k/hangs_on",
      "/ac/circuits/c",
    ]);
    expect(withPanel(aRig())[0]).toMatchObject({ path: "/ac/panels/panel", value: { position: 3, transfer: null } });
    expect(withCircuit(aRig(), "sub")[0]).toMatchObject({
      path: "/ac/circuits/circuit",
      value: { panel: "sub", rcd: null },
    });
  });
});
