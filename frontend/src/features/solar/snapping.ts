const NEAR_M = 0.04; // within which an edge is drawn to a line

/** Lines that a panel is drawn to: along x and along y. [m] */
export interface Lines {
  x: readonly number[];
  y: readonly number[];
}

/** Where a panel comes to lie that was put somewhere: on the nearest line that one of its edges is close to, else there. [m] */
export function snapped(
  put: { x: number; y: number },
  size: { length: number; width: number },
  lines: Lines,
): { x: number; y: number } {
  return { x: near(put.x, size.length, lines.x), y: near(put.y, size.width, lines.y) };
}

function near(at: number, side: number, lines: readonly number[]): number {
  let best = at;
  let least = NEAR_M;
  for (const line of lines)
    for (const place of [line, line - side]) {
      const off = Math.abs(place - at);
      if (off < least) [best, least] = [place, off];
    }
  return best;
}
