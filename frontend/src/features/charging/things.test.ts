import { describe, expect, it } from "vitest";
import type { Rig } from "../../api/types";
import { alternatorOf, nameOfWay, withOneMore, withoutAlternator } from "./things";

const way = (said: object) => ({ position: 0, name: "", kind: "dcdc", alternator: null, ...said });
const rig = (paths: object, alternators: object = { port: { position: 0 } }) =>
  ({ charging: { paths, alternators, chargers: {}, generators: {} } }) as unknown as Rig;

describe("what charges", () => {
  it("is told apart where several have no name, and called by its name where it has one", () => {
    const two = rig({ a: way({}), b: way({ position: 1 }), c: way({ kind: "relay" }), d: way({ name: "Port" }) });
    expect(["a", "b", "c", "d"].map((id) => nameOfWay(two, id))).toEqual([
      "DC-DC charger 1",
      "DC-DC charger 2",
      "Relay",
      "Port",
    ]);
  });

  it("hangs on the only alternator, and on none while two are there and none is named", () => {
    expect(alternatorOf(rig({}), way({}) as never)).toBe("port");
    const twins = rig({}, { port: { position: 0 }, starboard: { position: 1 } });
    expect(alternatorOf(twins, way({}) as never)).toBeNull();
    expect(alternatorOf(twins, way({ alternator: "starboard" }) as never)).toBe("starboard");
    expect(alternatorOf(twins, way({ alternator: "gone" }) as never)).toBeNull();
  });

  it("goes with its alternator", () => {
    const twins = rig(
      { a: way({ alternator: "port" }), b: way({ alternator: "starboard" }) },
      { port: { position: 0 }, starboard: { position: 1 } },
    );
    expect(withoutAlternator(twins, "port")).toEqual([
      { op: "remove", path: "/charging/paths/a" },
      { op: "remove", path: "/charging/alternators/port" },
    ]);
  });

  it("is added behind the last, under a free id", () => {
    const [added] = withOneMore(rig({ path: way({ position: 4 }) }), "paths", { kind: "relay" });
    expect(added).toMatchObject({ op: "add", path: "/charging/paths/path-2", value: { position: 5, kind: "relay" } });
    // On the screen before the server answers: every member that a field shows is there.
    expect((added as { value: object }).value).toMatchObject({
      output_a: null,
      length: null,
      stops_at_v: null,
      name: "",
    });
  });
});
