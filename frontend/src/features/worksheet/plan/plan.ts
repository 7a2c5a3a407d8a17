import type { Rig } from "../../../api/types";

/** A box as it stands on a drawing: across the sheet, and up it. [m] */
export interface PlanBox {
  id: string;
  name: string;
  across: number;
  up: number;
  width: number;
  height: number;
  tone: "room" | "barred" | "obstacle";
  /** Classes of its own, in place of those of its tone. */
  look?: string;
  /** One that stays where it is. */
  fixed?: boolean;
}

export interface Extent {
  left: number;
  right: number;
  bottom: number;
  top: number;
}

export type View = "above" | "side" | "roof";

const AIR = 0.35; // left free round the drawing [m]

/** The vehicle's own outline in a view, as far as it is measured: x forward from the rear axle, y to the left, z up. */
export function frameOf(rig: Rig, view: View): Extent | null {
  const { length_m, width_m, height_m, rear_end_x_m } = rig.vehicle.frame;
  const across = view === "side" ? height_m : width_m;
  if (length_m === null || across === null) return null;
  const left = rear_end_x_m ?? 0;
  return view === "side"
    ? { left, right: left + length_m, bottom: 0, top: across }
    : { left, right: left + length_m, bottom: -across / 2, top: across / 2 };
}

/** What a drawing has to show: frame, boxes and outline with air round them. */
export function extentOf(parts: (Extent | null)[]): Extent {
  const known = parts.filter((part): part is Extent => part !== null);
  if (known.length === 0) return { left: -1, right: 5, bottom: -1.2, top: 1.2 };
  return {
    left: Math.min(...known.map((part) => part.left)) - AIR,
    right: Math.max(...known.map((part) => part.right)) + AIR,
    bottom: Math.min(...known.map((part) => part.bottom)) - AIR,
    top: Math.max(...known.map((part) => part.top)) + AIR,
  };
}

export function boxExtent(box: PlanBox): Extent {
  return { left: box.across, right: box.across + box.width, bottom: box.up, top: box.up + box.height };
}

export function outlineExtent(outline: readonly (readonly [number, number])[]): Extent | null {
  if (outline.length === 0) return null;
  const xs = outline.map(([x]) => x);
  const ys = outline.map(([, y]) => y);
  return { left: Math.min(...xs), right: Math.max(...xs), bottom: Math.min(...ys), top: Math.max(...ys) };
}

/** To the centimetre: no tape on a vehicle reads finer. */
export function toCentimetre(metres: number): number {
  return Math.round(metres * 100) / 100;
}

/** What an arrow key moves by: a centimetre, with Shift ten. */
export function nudgeOf(key: string, shift: boolean): [number, number] | null {
  const by = shift ? 0.1 : 0.01;
  const moves: Record<string, [number, number]> = {
    ArrowRight: [by, 0],
    ArrowLeft: [-by, 0],
    ArrowUp: [0, by],
    ArrowDown: [0, -by],
  };
  return moves[key] ?? null;
}

/** Corners with one more, in the middle of the longest edge. */
export function withCorner(outline: [number, number][]): [number, number][] {
  let longest = 0;
  let after = 0;
  outline.forEach(([x, y], index) => {
    const [nextX, nextY] = outline[(index + 1) % outline.length] ?? [x, y];
    const length = Math.hypot(nextX - x, nextY - y);
    if (length > longest + 1e-9) {
      longest = length;
      after = index;
    }
  });
  const [x, y] = outline[after] ?? [0, 0];
  const [nextX, nextY] = outline[(after + 1) % outline.length] ?? [0, 0];
  const corner: [number, number] = [toCentimetre((x + nextX) / 2), toCentimetre((y + nextY) / 2)];
  return [...outline.slice(0, after + 1), corner, ...outline.slice(after + 1)];
}
