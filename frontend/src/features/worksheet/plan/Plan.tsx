import { type KeyboardEvent, type ReactNode, useRef } from "react";
import { newName } from "../../../api/outbox";
import { formatNumber } from "../../../ui/formatQuantity";
import { boxExtent, type Extent, extentOf, nudgeOf, type PlanBox, toCentimetre } from "./plan";
import { useDragged } from "./useDragged";

const WIDTH = 720;
const TALLEST = 380;

const LOOK = {
  room: "fill-sheet stroke-ink",
  barred: "fill-paper stroke-mark",
  obstacle: "fill-rule stroke-ink",
} as const;

export interface Moved {
  across: number;
  up: number;
  gesture: string;
  /** Whether it was dragged there, and not nudged by a key. */
  dragged: boolean;
}

/** A drawing to scale. Boxes are dragged, or walked to with Tab and nudged with the arrow keys; Enter opens one. */
export function Plan({
  label,
  frame,
  boxes,
  extents = [],
  axes,
  mayMove,
  onMove,
  onOpen,
  onKey,
  children,
  over,
}: {
  label: string;
  frame: Extent | null;
  boxes: PlanBox[];
  extents?: (Extent | null)[];
  /** What lies to the right and at the top. */
  axes: { right: string; top: string };
  mayMove: boolean;
  onMove: (box: PlanBox, to: Moved) => void;
  onOpen: (box: PlanBox) => void;
  /** What a key other than the arrows and Enter does to a box. */
  onKey?: (box: PlanBox, key: string) => void;
  /** What else is drawn, given how metres become places on the sheet. */
  children?: (scale: Scale) => ReactNode;
  /** The same, on top of the boxes. */
  over?: (scale: Scale) => ReactNode;
}) {
  const extent = extentOf([frame, ...extents, ...boxes.map(boxExtent)]);
  const perMetre = Math.min(WIDTH / (extent.right - extent.left), TALLEST / (extent.top - extent.bottom));
  const scale: Scale = {
    perMetre,
    x: (metres) => (metres - extent.left) * perMetre,
    y: (metres) => (extent.top - metres) * perMetre,
  };
  const height = (extent.top - extent.bottom) * perMetre;
  const width = (extent.right - extent.left) * perMetre;
  return (
    // biome-ignore lint/a11y/useSemanticElements: a drawing whose parts are worked on is no fieldset
    <svg viewBox={`0 0 ${width} ${height}`} className="w-full max-w-[46rem] touch-none" role="group" aria-label={label}>
      <Grid extent={extent} scale={scale} height={height} width={width} />
      {frame && (
        <rect
          x={scale.x(frame.left)}
          y={scale.y(frame.top)}
          width={(frame.right - frame.left) * perMetre}
          height={(frame.top - frame.bottom) * perMetre}
          className="fill-none stroke-mark"
          strokeWidth="1.5"
          strokeDasharray="7 4"
        />
      )}
      {children?.(scale)}
      {boxes.map((box) => (
        <Box
          key={box.id}
          box={box}
          scale={scale}
          mayMove={mayMove && !box.fixed}
          onMove={onMove}
          onOpen={onOpen}
          onKey={onKey}
        />
      ))}
      {boxes.map((box) => (
        <Name key={box.id} box={box} scale={scale} sheet={width} />
      ))}
      {over?.(scale)}
      <g className="fill-soft text-[12px]">
        <text x={width - 4} y={13} textAnchor="end">
          {axes.right} →
        </text>
        <text x={4} y={13}>
          ↑ {axes.top}
        </text>
      </g>
    </svg>
  );
}

export interface Scale {
  perMetre: number;
  x: (metres: number) => number;
  y: (metres: number) => number;
}

function Grid({ extent, scale, height, width }: { extent: Extent; scale: Scale; height: number; width: number }) {
  const metres = (from: number, to: number) => {
    const first = Math.ceil(from);
    return Array.from({ length: Math.max(0, Math.floor(to) - first + 1) }, (_, index) => first + index);
  };
  return (
    <g className="stroke-rule" strokeWidth="1">
      {metres(extent.left, extent.right).map((x) => (
        <g key={`x${x}`}>
          <path d={`M${scale.x(x)} 0 V${height}`} />
          <text x={scale.x(x) + 3} y={height - 5} className="figure fill-soft stroke-none text-[11px]">
            {x === 0 ? "0 m" : x}
          </text>
        </g>
      ))}
      {metres(extent.bottom, extent.top).map((y) => (
        <path key={`y${y}`} d={`M0 ${scale.y(y)} H${width}`} />
      ))}
    </g>
  );
}

function Box({
  box,
  scale,
  mayMove,
  onMove,
  onOpen,
  onKey,
}: {
  box: PlanBox;
  scale: Scale;
  mayMove: boolean;
  onMove: (box: PlanBox, to: Moved) => void;
  onOpen: (box: PlanBox) => void;
  onKey: ((box: PlanBox, key: string) => void) | undefined;
}) {
  const gesture = useRef(newName());
  const place = (across: number, up: number) => ({
    across: toCentimetre(box.across + across),
    up: toCentimetre(box.up + up),
    gesture: gesture.current,
    dragged: false,
  });
  const drag = useDragged(
    scale.perMetre,
    (across, up) => mayMove && onMove(box, { ...place(across, up), gesture: newName(), dragged: true }),
    () => onOpen(box),
  );
  const moved = mayMove ? { across: box.across + drag.across, up: box.up + drag.up } : box;
  const [x, y] = [scale.x(moved.across), scale.y(moved.up + box.height)];
  const [width, height] = [box.width * scale.perMetre, box.height * scale.perMetre];

  const onKeyDown = (event: KeyboardEvent) => {
    const nudge = nudgeOf(event.key, event.shiftKey);
    if (event.key === "Enter" || event.key === " ") {
      event.preventDefault();
      onOpen(box);
    } else if (nudge && mayMove) {
      event.preventDefault();
      onMove(box, place(...nudge));
    } else if (mayMove && onKey && event.key.length === 1) onKey(box, event.key);
  };
  return (
    // biome-ignore lint/a11y/useSemanticElements: a button cannot be drawn inside a drawing
    <g
      role="button"
      tabIndex={0}
      aria-label={`${box.name}, ${formatNumber(box.width)} by ${formatNumber(box.height)} m, at ${formatNumber(box.across)}, ${formatNumber(box.up)}`}
      className={mayMove ? "cursor-move" : "cursor-pointer"}
      onFocus={() => {
        gesture.current = newName();
      }}
      onKeyDown={onKeyDown}
      {...drag.handlers}
    >
      <rect x={x} y={y} width={width} height={height} className={box.look ?? LOOK[box.tone]} strokeWidth="1.5" />
      {box.tone === "barred" && (
        <path d={`M${x} ${y} l${width} ${height} M${x + width} ${y} l${-width} ${height}`} className="stroke-rule" />
      )}
    </g>
  );
}

const LETTER = 6.6; // of the names, about, in units of the sheet

/** The name where it fits: inside, else below the box and within the sheet. Drawn last, so that no box hides it. */
function Name({ box, scale, sheet }: { box: PlanBox; scale: Scale; sheet: number }) {
  const [width, height] = [box.width * scale.perMetre, box.height * scale.perMetre];
  const room = box.name.length * LETTER + 6;
  const inside = width > room && height > 18;
  const middle = scale.x(box.across) + width / 2;
  const x = Math.min(Math.max(middle, room / 2), sheet - room / 2);
  const y = scale.y(box.up + box.height);
  return (
    <text
      x={inside ? middle : x}
      y={inside ? y + height / 2 + 4 : y + height + 13}
      textAnchor="middle"
      className="pointer-events-none fill-ink text-[12.5px]"
    >
      {box.name}
    </text>
  );
}
