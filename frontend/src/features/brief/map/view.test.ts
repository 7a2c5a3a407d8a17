import { describe, expect, it } from "vitest";
import { boxOf, kept, projectionOf, SIZE, stepped, type View, viewOf } from "./view";

const CASES: [string, { lat: number; lon: number }[]][] = [
  ["one place", [{ lat: 52.6, lon: -1.9 }]],
  [
    "both sides of the date line",
    [
      { lat: -17.8, lon: 177.9 },
      { lat: -13.8, lon: -171.8 },
    ],
  ],
  [
    "from cape to cape",
    [
      { lat: 71.1, lon: 25.8 },
      { lat: -34.8, lon: 20.0 },
    ],
  ],
  [
    "far apart along a parallel",
    [
      { lat: 40, lon: -120 },
      { lat: 42, lon: -72 },
    ],
  ],
  [
    "near a pole",
    [
      { lat: 78.2, lon: 15.6 },
      { lat: 77.9, lon: 16.9 },
    ],
  ],
];

describe("the view of a journey", () => {
  it.each(CASES)("holds all its stays: %s", (_, points) => {
    const view = viewOf(points);
    const project = projectionOf(view);
    for (const point of points) {
      const [x, y] = project([point.lon, point.lat]) ?? [Number.NaN, Number.NaN];
      expect(x).toBeGreaterThan(10);
      expect(x).toBeLessThan(SIZE.width - 10);
      expect(y).toBeGreaterThan(10);
      expect(y).toBeLessThan(SIZE.height - 10);
    }
  });

  it.each(CASES.filter(([, points]) => viewOf(points).zoom > 3))("asks for a box that holds them: %s", (_, points) => {
    const box = boxOf(viewOf(points));
    for (const { lat, lon } of points) {
      const inside = box.west <= box.east ? lon >= box.west && lon <= box.east : lon >= box.west || lon <= box.east;
      expect(inside).toBe(true);
      expect(lat).toBeGreaterThan(box.south);
      expect(lat).toBeLessThan(box.north);
    }
  });

  it("is the world where there is no stay", () => {
    expect(viewOf([]).zoom).toBe(1);
  });
});

describe("moving over the map", () => {
  const start: View = { lon: 170, lat: 60, zoom: 8 };

  it("goes over the date line and never over a pole", () => {
    let view = start;
    for (let step = 0; step < 8; step += 1) view = stepped(view, 0.2, 0.2);
    expect(view.lon).toBeLessThan(0);
    expect(view.lon).toBeGreaterThanOrEqual(-180);
    expect(view.lat).toBe(85);
  });

  it("comes back where it was", () => {
    const there = stepped(start, 0, 0.2);
    expect(stepped(there, 0, -0.2)).toEqual(start);
  });

  it("comes no closer than towns and no further than the world", () => {
    expect(kept({ ...start, zoom: 9000 }).zoom).toBe(150);
    expect(kept({ ...start, zoom: 0.01 }).zoom).toBe(1);
  });
});
