import type { DayOfSun, Rig } from "../../api/types";

const R = 150;
const PAD = 22;
const SIDE = 2 * (R + PAD);
const HOURS = [3, 6, 9, 12, 15, 18, 21];

/** The sky from above: rim is the horizon, the middle overhead, north up. The vehicle lies in it as it stands. */
export function SkyDome({
  sun,
  vehicle,
  nose,
  tilted,
}: {
  sun: DayOfSun;
  vehicle: Rig["vehicle"]["frame"];
  nose: number | null;
  /** Bearing that a tilted array faces. */
  tilted: number | null;
}) {
  const up = sun.path.filter((point) => point.height_deg > 0);
  const hill = sun.horizon_deg.some((height) => height > 0);
  return (
    <svg
      viewBox={`0 0 ${SIDE} ${SIDE}`}
      className="w-full max-w-[23rem] flex-none"
      role="img"
      aria-label={`The sky from above, north up. ${sun.hidden.length} things on the vehicle and ${hill ? "a horizon line" : "no horizon line"} are drawn.`}
    >
      <circle cx={R + PAD} cy={R + PAD} r={R} className="fill-sheet stroke-ink" />
      {[30, 60].map((height) => (
        <g key={height}>
          <circle cx={R + PAD} cy={R + PAD} r={away(height)} className="fill-none stroke-rule" />
          <text x={R + PAD + 3} y={R + PAD - away(height) + 11} className="figure fill-soft text-[9px]">
            {height}°
          </text>
        </g>
      ))}
      {["N", "E", "S", "W"].map((name, index) => {
        const [x, y] = spot(index * 90, -7);
        return (
          <text key={name} x={x} y={y + 4} textAnchor="middle" className="fill-soft text-[12px] font-semibold">
            {name}
          </text>
        );
      })}
      {hill && <path d={rim(sun.horizon_deg)} className="fill-mark opacity-40" fillRule="evenodd" />}
      {nose !== null &&
        sun.hidden.map((one) => (
          <g key={one.name}>
            <path d={wedge(nose + one.bearing_deg, one.width_deg, one.height_deg)} className="fill-mark opacity-55" />
            <Label at={spot(nose + one.bearing_deg, Math.min(one.height_deg / 2, 30))} text={one.name} />
          </g>
        ))}
      <Vehicle frame={vehicle} nose={nose} tilted={tilted} />
      {stretches(up).map((stretch) => (
        <path
          key={stretch.from}
          d={stretch.points
            .map((point, index) => `${index === 0 ? "M" : "L"}${spot(point.azimuth_deg, point.height_deg).join(" ")}`)
            .join(" ")}
          className={`fill-none ${stretch.open ? "stroke-incoming" : "stroke-soft"}`}
          strokeWidth={stretch.open ? 4 : 2}
          strokeDasharray={stretch.open ? "" : "2 4"}
          strokeLinecap="round"
        />
      ))}
      {HOURS.map((hour) => {
        const point = sun.path.reduce((best, one) =>
          Math.abs(one.hour - hour) < Math.abs(best.hour - hour) ? one : best,
        );
        if (point.height_deg <= 0) return null;
        const [x, y] = spot(point.azimuth_deg, point.height_deg);
        return (
          <g key={hour}>
            <circle cx={x} cy={y} r="4.5" className="fill-sheet stroke-ink" strokeWidth="1.5" />
            <text
              x={x + 7}
              y={y - 6}
              className="figure fill-ink stroke-sheet text-[11px]"
              strokeWidth="3"
              paintOrder="stroke"
            >
              {hour}
            </text>
          </g>
        );
      })}
    </svg>
  );
}

/** Distance from the middle by height over the horizon. */
function away(height: number): number {
  return (1 - height / 90) * R;
}

function spot(bearing: number, height: number): [number, number] {
  const angle = (bearing * Math.PI) / 180;
  const far = away(height);
  return [R + PAD + far * Math.sin(angle), R + PAD - far * Math.cos(angle)];
}

/** What lies below the line of hills and trees: between it and the rim. */
function rim(heights: number[]): string {
  const turn = 360 / heights.length;
  const inner = heights.map((height, index) => spot(index * turn, height).join(" "));
  const outer = heights.map((_, index) => spot(index * turn, 0).join(" "));
  return `M${outer.join(" L")} Z M${inner.join(" L")} Z`;
}

/** The part of the sky behind a thing on the vehicle. */
function wedge(bearing: number, width: number, height: number): string {
  const steps = Array.from({ length: 13 }, (_, index) => bearing - width / 2 + (width * index) / 12);
  const low = steps.map((at) => spot(at, 0).join(" "));
  const high = [...steps].reverse().map((at) => spot(at, Math.min(height, 89)).join(" "));
  return `M${[...low, ...high].join(" L")} Z`;
}

type Path = DayOfSun["path"];

/** The way cut where something steps in between. */
function stretches(path: Path): { from: number; open: boolean; points: Path }[] {
  const found: { from: number; open: boolean; points: Path }[] = [];
  for (const point of path) {
    const open = point.reaches >= 0.5;
    const last = found.at(-1);
    const before = last?.points.at(-1);
    const follows = before !== undefined && point.hour - before.hour < 0.5;
    if (last && follows && last.open === open) last.points.push(point);
    else found.push({ from: point.hour, open, points: follows && before ? [before, point] : [point] });
  }
  return found;
}

function Label({ at: [x, y], text }: { at: [number, number]; text: string }) {
  return (
    <text
      x={x}
      y={y}
      textAnchor="middle"
      className="fill-ink stroke-sheet text-[10px]"
      strokeWidth="3"
      paintOrder="stroke"
    >
      {text}
    </text>
  );
}

const LONGEST = 62;

/** The outline of the vehicle with its nose marked; a circle of doubt where the heading is not known. */
function Vehicle({
  frame,
  nose,
  tilted,
}: {
  frame: Rig["vehicle"]["frame"];
  nose: number | null;
  tilted: number | null;
}) {
  const ratio = Math.min(0.6, (frame.width_m ?? 2) / (frame.length_m ?? 6));
  const [long, wide] = [LONGEST, LONGEST * ratio];
  const middle = R + PAD;
  return (
    <g>
      <g transform={`rotate(${nose ?? 0} ${middle} ${middle})`} className={nose === null ? "opacity-40" : ""}>
        <path
          d={`M${middle - wide / 2} ${middle + long / 2} V${middle - long / 2 + wide / 2} Q${middle} ${middle - long / 2 - wide / 3} ${middle + wide / 2} ${middle - long / 2 + wide / 2} V${middle + long / 2} Z`}
          className="fill-paper stroke-ink"
          strokeWidth="1.6"
          strokeDasharray={nose === null ? "3 3" : ""}
        />
      </g>
      {tilted !== null && (
        <g transform={`rotate(${tilted} ${middle} ${middle})`}>
          <path
            d={`M${middle} ${middle} V${middle - 34} M${middle - 5} ${middle - 27} L${middle} ${middle - 35} L${middle + 5} ${middle - 27}`}
            className="fill-none stroke-incoming"
            strokeWidth="3"
          />
        </g>
      )}
    </g>
  );
}
