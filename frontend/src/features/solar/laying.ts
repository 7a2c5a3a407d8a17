import type { PatchOperation, PvArray, Rig } from "../../api/types";
import type { PanelPart } from "../worksheet/useParts";
import { orderedPanels, orderedStrings } from "./arrays";
import type { Lines } from "./snapping";

/** A panel with its place in the document, its number on the drawing and its size, where it is known. [m] */
export interface PanelOnRoof {
  path: string;
  number: string;
  string: number;
  name: string;
  length: number | null;
  width: number | null;
  x: number | null;
  y: number | null;
  turned: boolean;
}

/** The panels of some arrays, numbered as the plan numbers them: string and panel, arrays behind the first with a letter. */
export function panelsOf(
  arrays: [string, PvArray][],
  there: string[],
  stringsBefore: (arrayId: string) => number,
  partOf: (reference: string) => PanelPart | undefined,
): PanelOnRoof[] {
  return arrays.flatMap(([arrayId, array]) => {
    const place = there.indexOf(arrayId);
    const letter = place > 0 ? String.fromCharCode(65 + (place % 26)) : "";
    return orderedStrings(array).flatMap(([stringId, string], stringAt) =>
      orderedPanels(string).map(([panelId, panel], at): PanelOnRoof => {
        const part = partOf(panel.part);
        const [along, across] = [part?.size?.length_m ?? null, part?.size?.width_m ?? null];
        return {
          path: `/solar/arrays/${arrayId}/strings/${stringId}/panels/${panelId}`,
          number: `${letter}${stringAt + 1}.${at + 1}`,
          string: stringsBefore(arrayId) + stringAt,
          name: part?.name ?? "a panel",
          length: panel.turned ? across : along,
          width: panel.turned ? along : across,
          x: panel.x_m,
          y: panel.y_m,
          turned: panel.turned,
        };
      }),
    );
  });
}

export interface Box {
  x: number;
  y: number;
  length: number;
  width: number;
}

interface Ground {
  left: number;
  right: number;
  bottom: number;
  top: number;
}

const STEP = 0.05; // of the search, in metres

/** The first place from the rear and the right where a panel lies on nothing; none where there is no room. */
export function freePlace(
  size: { length: number; width: number },
  taken: readonly Box[],
  ground: Ground,
  gap: number,
): { x: number; y: number } | null {
  for (let x = ground.left; x + size.length <= ground.right + 1e-9; x += STEP)
    for (let y = ground.bottom; y + size.width <= ground.top + 1e-9; y += STEP)
      if (!taken.some((box) => meets({ x, y, ...size }, box, gap))) return { x: round(x), y: round(y) };
  return null;
}

/** Edits that lay panels where there is room, along the vehicle or else across it; and the numbers of those without room. */
export function layAll(
  wanted: readonly PanelOnRoof[],
  taken: readonly Box[],
  ground: Ground,
  gap: number,
): { patch: PatchOperation[]; without: string[] } {
  const boxes = [...taken];
  const patch: PatchOperation[] = [];
  const without: string[] = [];
  for (const one of wanted) {
    if (one.length === null || one.width === null) continue;
    const as = { length: one.length, width: one.width };
    const across = { length: one.width, width: one.length };
    const place = freePlace(as, boxes, ground, gap);
    const turned = place === null ? freePlace(across, boxes, ground, gap) : null;
    const to = place ?? turned;
    if (to === null) {
      without.push(one.number);
      continue;
    }
    boxes.push({ ...to, ...(place === null ? across : as) });
    patch.push(...movedTo(one.path, to.x, to.y));
    if (place === null) patch.push({ op: "add", path: `${one.path}/turned`, value: !one.turned });
  }
  return { patch, without };
}

function meets(one: Box, other: Box, gap: number): boolean {
  return (
    Math.min(one.x + one.length, other.x + other.length) - Math.max(one.x, other.x) > -gap + 1e-9 &&
    Math.min(one.y + one.width, other.y + other.width) - Math.max(one.y, other.y) > -gap + 1e-9
  );
}

const round = (metres: number) => Math.round(metres * 100) / 100;

/** Lines to lie on: the margin along the edges, and the edges of other panels with the gap between. */
export function linesOf(others: readonly Box[], ground: Ground, gap: number): Lines {
  return {
    x: [
      ground.left,
      ground.right,
      ...others.flatMap((box) => [box.x, box.x + box.length, box.x - gap, box.x + box.length + gap]),
    ],
    y: [
      ground.bottom,
      ground.top,
      ...others.flatMap((box) => [box.y, box.y + box.width, box.y - gap, box.y + box.width + gap]),
    ],
  };
}

export function movedTo(path: string, x: number | null, y: number | null): PatchOperation[] {
  return [
    { op: "add", path: `${path}/x_m`, value: x },
    { op: "add", path: `${path}/y_m`, value: y },
  ];
}

/** The bounds of the roof with its margin kept free, or of an array's own sheet. */
export function groundOf(rig: Rig, array: PvArray | null): Ground | null {
  if (array !== null)
    return array.sheet_length_m === null || array.sheet_width_m === null
      ? null
      : { left: 0, right: array.sheet_length_m, bottom: 0, top: array.sheet_width_m };
  const { outline, edge_margin_m: margin } = rig.space.roof;
  if (outline.length === 0) return null;
  const [xs, ys] = [outline.map(([x]) => x), outline.map(([, y]) => y)];
  return {
    left: Math.min(...xs) + margin,
    right: Math.max(...xs) - margin,
    bottom: Math.min(...ys) + margin,
    top: Math.max(...ys) - margin,
  };
}
