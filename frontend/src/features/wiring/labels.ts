import type { LabelOf } from "../../api/types";

/** Labels and the sheets that they are printed on. Millimetres. */

export interface Label {
  mark: string;
  text: string;
}

interface Sheet {
  label: string;
  /** The class that says on what it is printed. */
  paper: string;
  page_mm: readonly [number, number];
  columns: number;
  rows: number;
  width_mm: number;
  height_mm: number;
  left_mm: number;
  top_mm: number;
  gap_mm: number;
}

// Sizes of our own: plain sheets, cut along the lines.
export const SHEETS = {
  a4_small: sheet("A4, small", "labels-a4", [210, 297], 5, 18, 37, 15),
  a4_large: sheet("A4, large", "labels-a4", [210, 297], 3, 11, 62, 25),
  letter_small: sheet("Letter, small", "labels-letter", [215.9, 279.4], 5, 17, 38, 15),
  letter_large: sheet("Letter, large", "labels-letter", [215.9, 279.4], 3, 10, 64, 25),
  strip: sheet("Strip, 12 mm", "labels-a4", [210, 297], 3, 22, 64, 12),
};
export type SheetName = keyof typeof SHEETS;

/** A sheet whose labels stand in the middle of the page. */
function sheet(
  label: string,
  paper: string,
  page_mm: readonly [number, number],
  columns: number,
  rows: number,
  width_mm: number,
  height_mm: number,
): Sheet {
  return {
    label,
    paper,
    page_mm,
    columns,
    rows,
    width_mm,
    height_mm,
    left_mm: (page_mm[0] - columns * width_mm) / 2,
    top_mm: (page_mm[1] - rows * height_mm) / 2,
    gap_mm: 0,
  };
}

/** One for each end of each conductor, the two of a conductor beside each other. */
export function labelsOf(conductors: readonly LabelOf[]): Label[] {
  return conductors.flatMap(({ mark, near, far }) =>
    [near, far].map((text) => ({ mark, text: text.startsWith(mark) ? text.slice(mark.length).trim() : text })),
  );
}

/** The largest letter, up to `most`, in which a text fits into a width. Letters are about 0.6 as wide as high. */
export function fitted(text: string, width_mm: number, most: number): number {
  return Math.min(most, width_mm / (0.6 * Math.max(1, text.length)));
}
