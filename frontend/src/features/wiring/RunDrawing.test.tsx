// @vitest-environment jsdom
import { cleanup, render, screen } from "@testing-library/react";
import { afterEach, describe, expect, it } from "vitest";
import type { DcRun, FigureValue, Finding, SaidOfRun } from "../../api/types";
import { AroundRig, fakeRig } from "../worksheet/fakeRig";
import { RunDrawing } from "./RunDrawing";
import { NOTHING_SAID } from "./runThings";

afterEach(cleanup);

/** Figures of a run that fits: its fuse on its cable, its fault, its volts. */
const FITS = {
  design_current_a: 80,
  fuse_floor_a: 100,
  have_fuse_a: 100,
  ampacity_a: 130,
  fault_low_a: 2_000,
  fault_high_a: 6_000,
  path_drop_v: 0.2,
  allowed_drop_v: 0.36,
};

function drawn(
  change: Record<string, number | undefined>,
  said: Partial<SaidOfRun> = {},
  codes: string[] = [],
  there = false,
): string[] {
  const figures: Record<string, FigureValue> = {};
  for (const [name, value] of Object.entries({ have_conductor: 2, ...FITS, ...change })) {
    if (value !== undefined) figures[name] = { key: name, value, unit: "", from_memory: false };
  }
  const run = {
    key: "a>b",
    kind: "branch",
    name: "a to b",
    near: "a",
    far: "b",
    when: "loads",
    fused: true,
    opens_first: null,
  };
  const found = codes.map((code) => ({ code: `wiring.${code}`, severity: "fault" }) as unknown as Finding);
  render(
    <AroundRig context={fakeRig().context}>
      <RunDrawing
        run={{ ...run, found: there, figures } as unknown as DcRun}
        said={{ ...NOTHING_SAID, fuse_breaks_a: 10_000, ...said }}
        found={found}
      />
    </AroundRig>,
  );
  return screen.getAllByRole("definition").flatMap((one, at) => (at % 2 === 1 ? [one.textContent ?? ""] : []));
}

describe("a run along its cable", () => {
  it.each<[string, string[], Parameters<typeof drawn>]>([
    ["fits", ["✓ fits", "✓ fits", "✓ fits"], [{}]],
    ["does not fit", ["✗ does not fit", "✓ fits", "✓ fits"], [{ have_fuse_a: 150 }, {}, ["run_fuse_above_ampacity"]]],
    ["is not all known", ["✓ fits", "not all known", "✓ fits"], [{}, { fuse_breaks_a: null }]],
    [
      "has a fuse above its cable by a school",
      ["as the school of fuses allows", "✓ fits", "✓ fits"],
      [{ ampacity_a: 95 }],
    ],
    ["is backed up", ["✓ fits", "a fuse before it breaks that", "✓ fits"], [{}, { fuse_breaks_a: 1_000 }]],
    [
      "lies there, of a cable that nobody knows",
      ["not all known", "✓ fits", "not all known"],
      [{ have_conductor: undefined, conductor: 2, ampacity_a: 10 }, {}, [], true],
    ],
    ["is long by an estimate", ["✓ fits", "✓ fits", "not all of its way is measured"], [{ path_drop_v: 0.5 }]],
  ])("%s", (_, states, given) => {
    expect(drawn(...given)).toEqual(states);
  });
});
