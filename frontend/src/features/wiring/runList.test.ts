import { describe, expect, it } from "vitest";
import type { DcRun, FigureValue, Finding } from "../../api/types";
import { fitted, labelsOf, SHEETS } from "./labels";
import { EVERYTHING, type Item, listed, type Wanted, wantedOf, wayOf } from "./runList";
import { NOTHING_SAID } from "./runThings";

const figure = (value: number): FigureValue => ({ key: "k", value, unit: "", from_memory: false });

function item(key: string, kind: DcRun["kind"], more: Partial<DcRun> = {}, rest: Partial<Item> = {}): Item {
  const run: DcRun = {
    key,
    id: key,
    number: 1,
    kind,
    name: key.replace(">", " to "),
    mark: key,
    part: "dc",
    when: "loads",
    near: "",
    far: "",
    behind: "",
    opens_first: null,
    found: false,
    fused: true,
    length_at: "",
    conductor_at: "",
    length: "",
    conductor: null,
    figures: {},
    ...more,
  };
  return { run, said: NOTHING_SAID, found: [], way: "", ...rest };
}

const carries = (amps: number) => ({ figures: { design_current_a: figure(amps) } });
const MAIN = item("bank.pos>bus.pos", "main", { part: "bank", mark: "0", length: "1 m", ...carries(150) });
const PANEL = item("bus.pos>panel.in", "panel", { behind: "main", mark: "10", ...carries(20) });
const FRIDGE = item(
  "panel.out>load:fridge.in",
  "branch",
  { behind: PANEL.run.key, mark: "9", name: "DC panel to Galley fridge", conductor: "awg:2/0", ...carries(4) },
  { way: "Under the roof", said: { ...NOTHING_SAID, fuse_a: 10 } },
);
const LAMP = item(
  "panel.out>load:lamp.in",
  "branch",
  { behind: PANEL.run.key, mark: "11", ...carries(6) },
  { found: [{ key: "wiring.run_drop@run:11" } as Finding] },
);
const ARRAY = item("array:a.out>controller:c.pv", "array", { part: "sun" });
const LEAD = item("pvstring:s.out>array:a.in", "pv_lead", { part: "sun" });
const CONTROLLER = item("bus.pos>controller:c.bat", "controller", { part: "sun", behind: "main" });
const WAY_IN = item("alternator:x.pos>path:p.in", "way_in", { part: "charging" });
const WAY_OUT = item("bus.pos>path:p.out", "way_out", { part: "charging", behind: "main" });
const ALL = [MAIN, WAY_OUT, WAY_IN, LEAD, ARRAY, CONTROLLER, PANEL, FRIDGE, LAMP];

const marks = (wanted: Partial<Wanted>): string[][] =>
  listed(ALL, { ...EVERYTHING, ...wanted }).map((group) => group.items.map((one) => one.run.mark));

describe("the list of runs", () => {
  it.each<[string, Partial<Wanted>, string[][]]>([
    ["finds by name and way, every word", { find: "galley roof" }, [["9"]]],
    ["finds by size", { find: "2/0" }, [["9"]]],
    ["finds nothing, and shows no head", { find: "sauna" }, []],
    ["keeps what does not fit", { only: "wrong" }, [["11"]]],
    ["keeps what nobody chose, fuse or cable", { only: "unchosen", part: "dc" }, [["10", "11"]]],
    ["keeps what nobody measured", { only: "unmeasured", part: "bank" }, []],
    ["sorts by marks as numbers", { sort: "mark", part: "dc" }, [["9", "10", "11"]]],
    ["sorts by what is carried, within parts", { sort: "carries", part: "dc" }, [["10", "11", "9"]]],
    ["stands under ways", { group: "way", part: "dc" }, [["10", "11"], ["9"]]],
  ])("%s", (_, wanted, found) => {
    expect(marks(wanted)).toEqual(found);
  });

  it("reads from an address what it knows", () => {
    const wanted = wantedOf(new URLSearchParams("find=bus&part=sun&sort=colour&only=wrong"));
    expect(wanted).toEqual({ ...EVERYTHING, find: "bus", part: "sun", only: "wrong" });
  });
});

describe("the way of a current", () => {
  it.each([
    [FRIDGE, [MAIN, PANEL, FRIDGE]],
    [ARRAY, [ARRAY, CONTROLLER, MAIN]],
    [LEAD, [LEAD, ARRAY, CONTROLLER, MAIN]],
    [CONTROLLER, [ARRAY, CONTROLLER, MAIN]],
    [WAY_IN, [WAY_IN, WAY_OUT, MAIN]],
  ])("goes through every run between bank and end %#", (from, way) => {
    expect(wayOf(ALL, from.run.key).map((one) => one.run.key)).toEqual(way.map((one) => one.run.key));
  });

  it("ends where a run before it is not there, and never goes round", () => {
    const round = item("a.x>b.y", "branch", { behind: "a.x>b.y" });
    expect(wayOf([round], "a.x>b.y")).toEqual([round]);
    expect(wayOf(ALL, "gone>away")).toEqual([]);
  });
});

describe("labels", () => {
  it("has one for each end, the mark once", () => {
    const labels = labelsOf([{ mark: "7+", colour: "red", near: "7+ to fridge", far: "7+ from DC panel" }]);
    expect(labels).toEqual([
      { mark: "7+", text: "to fridge" },
      { mark: "7+", text: "from DC panel" },
    ]);
  });

  it("fits any text into its width, and every sheet on its paper", () => {
    for (const text of ["7+", "bank's electronics to the charge bus, stops charging"]) {
      expect(fitted(text, 33, 6) * 0.6 * text.length).toBeLessThanOrEqual(33.0001);
    }
    for (const sheet of Object.values(SHEETS)) {
      expect(sheet.columns * sheet.width_mm).toBeLessThanOrEqual(sheet.page_mm[0]);
      expect(sheet.rows * sheet.height_mm).toBeLessThanOrEqual(sheet.page_mm[1]);
      expect(Math.min(sheet.left_mm, sheet.top_mm)).toBeGreaterThan(4);
    }
  });
});
