import { area, line } from "d3-shape";
import type { Frame } from "./Chart";

type Point = readonly [x: number, y: number];

/** A line through points. */
export function Line({
  frame,
  points,
  look,
  dash = "",
}: {
  frame: Frame;
  points: readonly Point[];
  look: string;
  dash?: string;
}) {
  const path = line<Point>(
    ([x]) => frame.x.at(x),
    ([, y]) => frame.y.at(y),
  )(points as Point[]);
  return <path d={path ?? ""} className={`fill-none ${look}`} strokeWidth="2.2" strokeDasharray={dash} />;
}

/** The ground between two values along the x axis. */
export function Band({
  frame,
  points,
  look,
}: {
  frame: Frame;
  points: readonly (readonly [x: number, low: number, high: number])[];
  look: string;
}) {
  const path = area<(typeof points)[number]>(
    ([x]) => frame.x.at(x),
    ([, low]) => frame.y.at(low),
    ([, , high]) => frame.y.at(high),
  )(points as (typeof points)[number][]);
  return <path d={path ?? ""} className={look} />;
}

/** A bar from nothing up to a value; `share` of the room that a thing has. */
export function Bar({
  frame,
  x,
  value,
  look,
  share = 1,
}: {
  frame: Frame;
  x: number;
  value: number;
  look: string;
  share?: number;
}) {
  const [zero, top, wide] = [frame.y.at(0), frame.y.at(value), frame.x.width * share];
  return (
    <rect
      x={frame.x.at(x) - wide / 2}
      y={Math.min(zero, top)}
      width={wide}
      height={Math.abs(zero - top)}
      className={look}
    />
  );
}

/** From low to high, beside the middle of a bar. */
export function Whisker({ frame, x, low, high }: { frame: Frame; x: number; low: number; high: number }) {
  const [at, from, to] = [frame.x.at(x) + 4, frame.y.at(low), frame.y.at(high)];
  const d = `M${at - 4} ${from}h8M${at - 4} ${to}h8M${at} ${from}V${to}`;
  return (
    <>
      <path d={d} className="fill-none stroke-sheet" strokeWidth="4" />
      <path d={d} className="fill-none stroke-ink" strokeWidth="1.4" />
    </>
  );
}

/** A mark across a bar. */
export function Notch({ frame, x, value, look }: { frame: Frame; x: number; value: number; look: string }) {
  const half = frame.x.width / 2;
  const d = `M${frame.x.at(x) - half} ${frame.y.at(value)}h${half * 2}`;
  return (
    <>
      <path d={d} className="stroke-sheet" strokeWidth="5" />
      <path d={d} className={look} strokeWidth="2.6" />
    </>
  );
}

/** A value that holds along the whole x axis. */
export function Rule({
  frame,
  value,
  dash = "1 3",
  look = "stroke-ink",
}: {
  frame: Frame;
  value: number;
  dash?: string;
  look?: string;
}) {
  return (
    <path
      d={`M${frame.left} ${frame.y.at(value)}H${frame.right}`}
      className={look}
      strokeDasharray={dash}
      strokeWidth="1.4"
    />
  );
}
