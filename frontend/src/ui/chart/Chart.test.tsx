// @vitest-environment jsdom
import { cleanup, fireEvent, render, screen, within } from "@testing-library/react";
import { afterEach, beforeAll, describe, expect, it } from "vitest";
import { Chart } from "./Chart";
import { Bar } from "./marks";

beforeAll(() => {
  globalThis.ResizeObserver = class {
    observe() {}
    unobserve() {}
    disconnect() {}
  } as typeof ResizeObserver;
});
afterEach(cleanup);

const WATTS = [30, 120, 60];

function draw(props: Partial<Parameters<typeof Chart>[0]> = {}) {
  render(
    <Chart
      label="Use by hour"
      x={{ kind: "band", of: ["00:00", "01:00", "02:00"] }}
      y={{ kind: "linear", from: 0, to: 120, ticks: [0, 60, 120], say: (value) => `${value} W` }}
      height={140}
      readings={WATTS.map((watts, hour) => ({
        x: hour,
        at: `0${hour}:00`,
        values: [{ name: "use", text: `${watts} W` }],
      }))}
      {...props}
    >
      {(frame, shown) =>
        WATTS.map((watts, hour) => (
          <Bar key={watts} frame={frame} x={hour} value={watts} look={hour === shown ? "picked" : "bar"} />
        ))
      }
    </Chart>,
  );
}

describe("a picture of figures", () => {
  it("is read by arrow keys, round its ends, and says what it reads", () => {
    draw({ rest: 1 });
    const slider = screen.getByRole("slider", { name: "Use by hour" });
    expect(slider.getAttribute("aria-valuetext")).toBe("01:00: use 120 W");

    const read = ["ArrowRight", "ArrowRight", "ArrowLeft", "Home", "End"].map((key) => {
      fireEvent.keyDown(slider, { key });
      return slider.getAttribute("aria-valuetext");
    });
    expect(read).toEqual([
      "02:00: use 60 W",
      "00:00: use 30 W",
      "02:00: use 60 W",
      "00:00: use 30 W",
      "02:00: use 60 W",
    ]);
    expect(document.querySelectorAll(".picked")).toHaveLength(1);
  });

  it("is read at the pointer and goes back to rest", () => {
    draw({ rest: 1 });
    const slider = screen.getByRole("slider");
    fireEvent.pointerMove(slider, { clientX: 680 });
    expect(slider.getAttribute("aria-valuenow")).toBe("2");
    fireEvent.pointerLeave(slider.parentElement as HTMLElement);
    expect(slider.getAttribute("aria-valuenow")).toBe("1");
  });

  it("has the same figures as a table behind it", () => {
    draw();
    const table = screen.getByRole("table", { name: "Use by hour", hidden: true });
    const rows = within(table).getAllByRole("row", { hidden: true }).slice(1);
    expect(rows.map((row) => row.textContent)).toEqual(["00:0030 W", "01:00120 W", "02:0060 W"]);
  });

  it("without readings is a picture with a name, and what lies on it can be pressed", () => {
    draw({ readings: [], over: (frame) => <button type="button">{Math.round(frame.x.at(1))}</button> });
    expect(screen.getByRole("img", { name: "Use by hour" })).toBeTruthy();
    expect(screen.queryByRole("table", { hidden: true })).toBeNull();
    expect(Number(screen.getByRole("button").textContent)).toBeGreaterThan(200);
  });

  it("draws bars from nothing up to their value", () => {
    draw();
    const [first, second] = [...document.querySelectorAll("rect")].map((bar) => Number(bar.getAttribute("height")));
    expect((second ?? 0) / (first ?? 1)).toBeCloseTo(4, 6);
  });
});
