import type { ReactNode } from "react";
import { Choice } from "../../ui/Choice";
import { FieldRow } from "../worksheet/fields";
import { useRig } from "../worksheet/useRig";

const WAYS = [
  { value: "diagonal", label: "Diagonally" },
  { value: "equal_leads", label: "Equal leads" },
  { value: "posts", label: "At middle posts" },
  { value: "side", label: "At one end" },
] as const;

type Way = (typeof WAYS)[number]["value"];

const SAID: Record<Way, string> = {
  diagonal: "Plus leaves the first string, minus the last: for two or three each string then sees the same resistance.",
  equal_leads: "Each string has leads of one length to bus bars: for four strings and more.",
  posts: "Both leads leave the middle of the links: fair for two, nearly fair for four.",
  side: "Both leads leave the string at one end, which then does most of the work.",
};

const MOST_DRAWN = 6;

/** How the bank's two leads leave its strings: chosen, and drawn as it is. */
export function TakeOff() {
  const { rig, edit, answer } = useRig();
  const { bank, take_off } = rig.storage;
  const strings = bank?.units?.parallel ?? Object.keys(bank?.strings ?? {}).length;
  const series =
    bank?.units?.series ?? Math.max(1, ...Object.values(bank?.strings ?? {}).map((one) => one.units.length));
  if (strings < 2) return null;
  return (
    <FieldRow
      label="Its leads leave it"
      hint={take_off === null ? "Drawn below as soon as it is said." : SAID[take_off]}
    >
      <Choice
        label="Its leads leave it"
        value={take_off ?? ("" as Way)}
        options={WAYS}
        disabled={!answer.may_edit}
        onChange={(value) => void edit([{ op: "replace", path: "/storage/take_off", value }])}
      />
      {take_off !== null && <Picture way={take_off} strings={strings} series={series} />}
    </FieldRow>
  );
}

const BOX = { width: 46, height: 30 };
const GAP = { across: 12, down: 16 };
const LEFT = 64;

/** Strings below one another, each of its units in series; plus bars and leads on the left, minus on the right. */
function Picture({ way, strings, series }: { way: Way; strings: number; series: number }) {
  const drawn = Math.min(strings, MOST_DRAWN);
  const across = Math.min(series, 4);
  const right = LEFT + across * BOX.width + (across - 1) * GAP.across;
  const middle = (row: number) => 26 + row * (BOX.height + GAP.down) + BOX.height / 2;
  const [first, last] = [middle(0), middle(drawn - 1)];
  const [plusX, minusX] = [LEFT - 22, right + 22];
  const [width, height] = [right + 86, last + BOX.height / 2 + 22];
  const centre = (first + last) / 2;
  const ends: Record<Way, [number, number]> = {
    diagonal: [first, last],
    side: [first, first],
    posts: [centre, centre],
    equal_leads: [centre, centre],
  };
  const [plusY, minusY] = ends[way];
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      style={{ width: Math.min(width * 1.15, 460) }}
      className="mt-1 block max-w-full"
      role="img"
      aria-label={`${strings} strings of ${series} in series. ${SAID[way]}`}
    >
      {Array.from({ length: drawn }, (_, row) => row).map((row) => (
        <g key={row}>
          <path d={`M${plusX} ${middle(row)} H${LEFT}`} className="fill-none stroke-danger" strokeWidth="2.5" />
          <path d={`M${right} ${middle(row)} H${minusX}`} className="fill-none stroke-ink" strokeWidth="2.5" />
          {Array.from({ length: across }, (_, column) => column).map((column) => (
            <Unit
              key={column}
              x={LEFT + column * (BOX.width + GAP.across)}
              y={middle(row) - BOX.height / 2}
              linked={column > 0}
            />
          ))}
        </g>
      ))}
      {way === "equal_leads" ? (
        <>
          <path d={`M${plusX} ${first - 10} V${last + 10}`} className="stroke-danger" strokeWidth="7" />
          <path d={`M${minusX} ${first - 10} V${last + 10}`} className="stroke-ink" strokeWidth="7" />
        </>
      ) : (
        <>
          <path d={`M${plusX} ${first} V${last}`} className="stroke-danger" strokeWidth="2.5" />
          <path d={`M${minusX} ${first} V${last}`} className="stroke-ink" strokeWidth="2.5" />
        </>
      )}
      <Lead from={plusX} to={8} y={plusY} tone="danger">
        +
      </Lead>
      <Lead from={minusX} to={width - 8} y={minusY} tone="ink">
        −
      </Lead>
      {(strings > drawn || series > across) && (
        <text x={LEFT} y={height - 4} className="fill-soft text-[11px]">
          {strings > drawn && `${strings - drawn} more strings`}{" "}
          {series > across && `${series - across} more in series`}
        </text>
      )}
    </svg>
  );
}

function Unit({ x, y, linked }: { x: number; y: number; linked: boolean }) {
  return (
    <g>
      {linked && (
        <path d={`M${x - GAP.across} ${y + BOX.height / 2} h${GAP.across}`} className="stroke-ink" strokeWidth="2" />
      )}
      <rect
        x={x}
        y={y}
        width={BOX.width}
        height={BOX.height}
        className="fill-stored-soft stroke-ink"
        strokeWidth="1.2"
      />
      <text x={x + 8} y={y + BOX.height / 2 + 5} textAnchor="middle" className="fill-ink text-[14px]">
        +
      </text>
      <text x={x + BOX.width - 8} y={y + BOX.height / 2 + 5} textAnchor="middle" className="fill-ink text-[14px]">
        −
      </text>
    </g>
  );
}

function Lead({
  from,
  to,
  y,
  tone,
  children,
}: {
  from: number;
  to: number;
  y: number;
  tone: "danger" | "ink";
  children: ReactNode;
}) {
  const outward = to < from ? -1 : 1;
  return (
    <g>
      <path d={`M${from} ${y} H${to}`} className={tone === "danger" ? "stroke-danger" : "stroke-ink"} strokeWidth="4" />
      <path
        d={`M${to} ${y} l${-7 * outward} -5 v10 z`}
        className={tone === "danger" ? "fill-danger stroke-none" : "fill-ink stroke-none"}
      />
      <text x={to - 12 * outward} y={y - 9} textAnchor="middle" className="fill-ink font-semibold text-[16px]">
        {children}
      </text>
    </g>
  );
}
