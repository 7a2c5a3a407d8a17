import { type KeyboardEvent, type PointerEvent, type ReactNode, useId, useState } from "react";
import { type Axis, type Scale, scaleOf, spread } from "./scales";
import { useWidth } from "./useWidth";

/** Where marks are drawn: scales, and the edges of the field in pixels. */
export interface Frame {
  x: Scale;
  y: Scale;
  left: number;
  right: number;
  top: number;
  bottom: number;
}

/** One place along the x axis with all that is to be read there. */
export interface Reading {
  x: number;
  at: string;
  values: readonly { name: string; text: string }[];
}

/** A label at the right edge, level with what it names. `look` is the class of its colour. */
export interface EdgeLabel {
  text: string;
  y: number;
  look?: string;
}

const LABELS_APART_PX = 15;
const EDGE_PX = { left: 44, right: 10, top: 22, bottom: 24 };

/**
 * A picture of figures: axes, labels in place, a read-out at the pointer and by arrow keys, and a table behind it. What is
 * drawn in it are marks, which get the frame; `over` is laid on it in HTML, for what can be pressed.
 */
export function Chart({
  label,
  x,
  y,
  height,
  readings = [],
  rest = null,
  labels = [],
  labelsPx = 0,
  leftPx = EDGE_PX.left,
  table = true,
  children,
  over,
}: {
  label: string;
  x: Axis;
  y: Axis | null;
  height: number;
  readings?: readonly Reading[];
  /** The reading that is shown while nobody points at one; none where it is null. */
  rest?: number | null;
  labels?: readonly EdgeLabel[];
  /** How wide the labels at the edge are. */
  labelsPx?: number;
  leftPx?: number;
  /** Whether the readings stand as a table behind the picture; not where a fuller one stands beside it. */
  table?: boolean;
  children: (frame: Frame, shown: number | null) => ReactNode;
  over?: (frame: Frame) => ReactNode;
}) {
  const { ref, width } = useWidth<HTMLDivElement>();
  const [pointed, setPointed] = useState<number | null>(null);
  const id = useId();
  const left = y === null ? 1 : leftPx;
  const right = width - (y === null ? 1 : EDGE_PX.right) - labelsPx;
  const top = readings.length > 0 ? EDGE_PX.top : 8;
  const bottom = height - EDGE_PX.bottom;
  const frame: Frame = {
    x: scaleOf(x, left, right),
    y: scaleOf(y ?? { kind: "linear", from: 0, to: 1, ticks: [], say: String }, bottom, top),
    left,
    right,
    top,
    bottom,
  };
  const shown = pointed ?? rest;
  const reading = shown === null ? undefined : readings[shown];
  const placesX = readings.map((one) => one.x);
  const point = (event: PointerEvent<HTMLElement>) => {
    if (readings.length === 0) return;
    const place = event.clientX - event.currentTarget.getBoundingClientRect().left;
    setPointed(frame.x.nearest(place, placesX));
  };
  const keys = (event: KeyboardEvent) => {
    const now = shown ?? -1;
    const to = { ArrowRight: now + 1, ArrowLeft: now - 1, Home: 0, End: readings.length - 1 }[event.key];
    if (to === undefined) return;
    event.preventDefault();
    setPointed((to + readings.length) % readings.length);
  };
  const spoken =
    reading && `${reading.at}: ${reading.values.map((one) => `${one.name} ${one.text}`.trim()).join(", ")}`;
  const slider =
    readings.length > 0
      ? {
          role: "slider",
          tabIndex: 0,
          "aria-label": label,
          "aria-valuemin": 0,
          "aria-valuemax": readings.length - 1,
          "aria-valuenow": shown ?? 0,
          "aria-valuetext": spoken ?? "nothing picked",
          onKeyDown: keys,
        }
      : { role: "img", "aria-label": label };
  return (
    <figure className="chart m-0">
      <div
        ref={ref}
        className="relative"
        style={{ height }}
        onPointerMove={point}
        onPointerDown={point}
        onPointerLeave={() => setPointed(null)}
      >
        <div {...slider} className="absolute inset-0">
          <svg viewBox={`0 0 ${width} ${height}`} width={width} height={height} aria-hidden="true">
            <Ticks frame={frame} hasY={y !== null} />
            {children(frame, shown)}
            <path d={`M${left} ${bottom}H${right}`} className="stroke-ink" />
            {reading && <ReadOut frame={frame} reading={reading} width={width} />}
            <EdgeLabels frame={frame} labels={labels} />
          </svg>
        </div>
        {over?.(frame)}
      </div>
      {table && readings.length > 0 && <Behind id={id} label={label} readings={readings} />}
    </figure>
  );
}

function Ticks({ frame, hasY }: { frame: Frame; hasY: boolean }) {
  const { x, y, left, right, bottom } = frame;
  return (
    <g className="figure fill-soft text-[11px]">
      {hasY &&
        y.ticks.map((tick) => (
          <g key={tick.words}>
            <path d={`M${left} ${tick.at}H${right}`} className="stroke-rule" />
            <text x={left - 6} y={tick.at + 4} textAnchor="end">
              {tick.words}
            </text>
          </g>
        ))}
      {x.ticks.map((tick) => (
        <text key={`${tick.at}`} x={tick.at} y={bottom + 16} textAnchor="middle">
          {tick.words}
        </text>
      ))}
    </g>
  );
}

/** A line at the place that is read, and what is read there, above the field. */
function ReadOut({ frame, reading, width }: { frame: Frame; reading: Reading; width: number }) {
  const at = frame.x.at(reading.x);
  const text = `${reading.at}  ${reading.values.map((one) => `${one.name} ${one.text}`.trim()).join(" · ")}`;
  const half = text.length * 3.4;
  return (
    <g>
      <path d={`M${at} ${frame.top}V${frame.bottom}`} className="stroke-ink" strokeDasharray="1 3" />
      <text
        x={Math.max(frame.left + half, Math.min(at, width - half))}
        y={13}
        textAnchor="middle"
        className="figure fill-ink text-[13px]"
      >
        {text}
      </text>
    </g>
  );
}

function EdgeLabels({ frame, labels }: { frame: Frame; labels: readonly EdgeLabel[] }) {
  const placed = spread(
    labels.map((label) => ({ ...label, at: frame.y.at(label.y) })),
    LABELS_APART_PX,
    frame.bottom,
  );
  return placed.map((label) => (
    <g key={label.text}>
      <path
        d={`M${frame.right + 2} ${label.at}L${frame.right + 12} ${label.place}h5`}
        className="fill-none stroke-mark"
      />
      <text x={frame.right + 21} y={label.place + 4} className={`text-[12px] ${label.look ?? "fill-ink"}`}>
        {label.text}
      </text>
    </g>
  ));
}

/** The same figures as a table. */
function Behind({ id, label, readings }: { id: string; label: string; readings: readonly Reading[] }) {
  return (
    <details className="chart-table mt-1.5 text-[13px] text-soft">
      <summary className="touch cursor-pointer">As a table</summary>
      <table aria-label={label}>
        <thead>
          <tr>
            <td />
            {readings[0]?.values.map((one) => (
              <th key={one.name} scope="col" id={`${id}-${one.name}`} className="pl-6 text-right font-normal">
                {one.name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {readings.map((one) => (
            <tr key={one.at}>
              <th scope="row" className="figure text-left font-normal">
                {one.at}
              </th>
              {one.values.map((value) => (
                <td key={value.name} className="figure pl-6 text-right">
                  {value.text}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </details>
  );
}
