import { ticks as niceTicks } from "d3-array";
import { scaleBand, scaleLinear } from "d3-scale";

/** An axis: numbers along a line, or things side by side. `ticks`: how many about, or which. */
export type Axis =
  | {
      kind: "linear";
      from: number;
      to: number;
      ticks?: number | readonly number[];
      say: (value: number) => string;
    }
  | { kind: "band"; of: readonly string[]; say?: (name: string) => string; gap?: number };

/** From a value, or the number of a thing, to where it is drawn; `width` of a thing, 0 on a line. */
export interface Scale {
  at: (value: number) => number;
  width: number;
  ticks: readonly { at: number; words: string }[];
  /** The nearest of some values to a place, by its number. */
  nearest: (place: number, values: readonly number[]) => number;
}

/** `start` and `end` in pixels; a line may run either way. */
export function scaleOf(axis: Axis, start: number, end: number): Scale {
  const nearest = (at: (value: number) => number) => (place: number, values: readonly number[]) =>
    values.reduce((best, value, index) => {
      const before = Math.abs(at(values[best] ?? 0) - place);
      return Math.abs(at(value) - place) < before ? index : best;
    }, 0);
  if (axis.kind === "band") {
    const names = axis.of.map((_, index) => String(index));
    const scale = scaleBand(names, [start, end]).paddingInner(axis.gap ?? 0.14);
    const middle = (index: number) => (scale(String(index)) ?? 0) + scale.bandwidth() / 2;
    const ticks = axis.of.map((name, index) => ({ at: middle(index), words: axis.say ? axis.say(name) : name }));
    return { at: middle, width: scale.bandwidth(), ticks, nearest: nearest(middle) };
  }
  const scale = scaleLinear([axis.from, axis.to], [start, end]);
  const wanted = axis.ticks ?? 5;
  const values = typeof wanted === "number" ? niceTicks(axis.from, axis.to, wanted) : wanted;
  const ticks = values.map((value) => ({ at: scale(value), words: axis.say(value) }));
  return { at: scale, width: 0, ticks, nearest: nearest(scale) };
}

/** Labels from the top down, each as near to its own place as it can be without standing on another. */
export function spread<T extends { at: number }>(
  labels: readonly T[],
  apart: number,
  bottom: number,
): (T & { place: number })[] {
  let last = Number.NEGATIVE_INFINITY;
  const placed = [...labels]
    .sort((one, other) => one.at - other.at)
    .map((label) => {
      last = Math.max(label.at, last + apart);
      return { ...label, place: last };
    });
  let room = bottom;
  for (const label of placed.reverse()) {
    label.place = Math.min(label.place, room);
    room = label.place - apart;
  }
  return placed.reverse();
}
