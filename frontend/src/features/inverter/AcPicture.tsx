import type { AcPicture } from "../../api/types";
import { Figure } from "../worksheet/Figure";
import { useStepFigures } from "../worksheet/useStepFigures";

type Node = AcPicture["nodes"][number];
type Wire = AcPicture["wires"][number];

const BOX = { width: 148, height: 46 };
const GAP = { x: 62, y: 16 };
const PAD = { x: 18, top: 4, bottom: 18 };
const PITCH = BOX.height + GAP.y;
const LANE = 18;

/** Where power comes from has a colour and a line of its own each: never by colour alone. */
const FLOW: Record<Wire["carries"], string> = {
  stored: "stroke-stored",
  grid: "stroke-incoming",
  generator: "stroke-incoming",
  both: "stroke-incoming",
  ring: "stroke-fault",
  nothing: "stroke-mark",
};
const LEVEL: Record<Node["carries"], string> = {
  stored: "stroke-stored",
  grid: "stroke-incoming",
  generator: "stroke-incoming",
  both: "stroke-incoming",
  nothing: "stroke-mark",
};
const DOING: Partial<Record<Node["doing"], string>> = {
  inverting: "inverting",
  idle: "feeds nothing",
  passing: "passing on",
  let_go_by_relay: "let go by a relay",
  off_by_hand: "off, by the card",
};

/** The AC side in one mode: boxes from the sources on the left to the circuits on the right. What it says stands below it. */
export function AcPictureOf({ picture }: { picture: AcPicture }) {
  const columns = Math.max(...picture.nodes.map((node) => node.column)) + 1;
  const rows = Math.max(...picture.nodes.map((node) => node.row)) + 1;
  const width = columns * BOX.width + (columns - 1) * GAP.x + 2 * PAD.x;
  const back = picture.wires.filter((wire) => wire.role === "charge");
  const height = rows * PITCH - GAP.y + PAD.top + PAD.bottom + back.length * LANE;
  const places = new Map(picture.nodes.map((node) => [node.id, placeOf(node)]));
  return (
    <section className="mb-8" aria-label={picture.title}>
      <h3 className="mb-2 font-semibold text-[17px]">{picture.title}</h3>
      <div className="overflow-x-auto">
        <svg
          viewBox={`0 0 ${width} ${height}`}
          className="w-full min-w-[520px]"
          style={{ maxWidth: width * 1.15 }}
          role="img"
          aria-label={picture.sentences.join(" ")}
        >
          {picture.wires
            .filter((wire) => wire.role !== "charge")
            .sort(liveLast)
            .map((wire) => {
              const tail = places.get(wire.tail);
              const head = places.get(wire.head);
              return (
                tail &&
                head && <Way key={`${wire.tail} ${wire.head}`} wire={wire} tail={tail} head={head} all={picture} />
              );
            })}
          {back.map((wire, at) => {
            const tail = places.get(wire.tail);
            const bank = places.get(wire.head);
            const y = height - PAD.bottom - (back.length - at - 1) * LANE;
            return tail && bank && <Back key={wire.tail} wire={wire} tail={tail} bank={bank} y={y} width={width} />;
          })}
          {picture.nodes.map((node) => (
            <Box key={node.id} node={node} />
          ))}
        </svg>
      </div>
      <Legs picture={picture} />
      <ul className="mt-2 grid max-w-[46rem] gap-x-6 text-[14px] sm:grid-cols-2">
        {picture.sentences.map((sentence) => (
          <li key={sentence} className="border-rule border-b py-1">
            {sentence}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** Amps of each leg of what feeds it then. */
function Legs({ picture }: { picture: AcPicture }) {
  const { figure } = useStepFigures("inverter");
  const legs = [1, 2].flatMap((leg) => {
    const found = picture.modes
      .map((mode) => figure(`ac.mode.${mode}.leg_${leg}_a`))
      .filter((one) => one !== undefined);
    const most = found.sort((one, other) => Number(other.value) - Number(one.value))[0];
    return most ? [{ leg, most }] : [];
  });
  if (legs.length === 0) return null;
  return (
    <p className="mt-1 text-[14px]">
      {legs.map(({ leg, most }) => (
        <span key={leg} className="mr-5">
          Leg {leg}: <Figure figure={most} /> <span className="text-soft">running together</span>
        </span>
      ))}
    </p>
  );
}

const liveLast = (one: Wire, other: Wire) => Number(one.state === "live") - Number(other.state === "live");

function placeOf(node: Node) {
  return { x: PAD.x + node.column * (BOX.width + GAP.x), y: PAD.top + node.row * PITCH };
}

type Place = ReturnType<typeof placeOf>;

/** Ways into one box arrive one below the other, so that a locked one is told from that which feeds. */
function Way({ wire, tail, head, all }: { wire: Wire; tail: Place; head: Place; all: AcPicture }) {
  const into = all.wires.filter((one) => one.head === wire.head);
  const at = into.indexOf(wire);
  const x1 = tail.x + BOX.width;
  const y1 = tail.y + BOX.height / 2;
  const x2 = head.x;
  const y2 = head.y + (BOX.height * (at + 1)) / (into.length + 1);
  const back = x2 <= x1;
  // A way turns off close to where it ends: ways over several columns stay level on their way.
  const turn = back ? x1 + GAP.x * 0.3 : x2 - GAP.x * (0.75 - (0.45 * at) / Math.max(1, into.length));
  const path = back
    ? `M${x1} ${y1} H${turn} V${Math.max(tail.y, head.y) + BOX.height + GAP.y / 2} H${x2 - GAP.x * 0.3} V${y2} H${x2}`
    : `M${x1} ${y1} H${turn} V${y2} H${x2}`;
  const live = wire.state === "live";
  return (
    <g fill="none" strokeLinejoin="round">
      <path
        d={path}
        className={live ? FLOW[wire.carries] : "stroke-mark"}
        strokeWidth={live ? (wire.carries === "stored" ? 4 : 5) : 1.2}
        strokeDasharray={live ? (wire.carries === "generator" ? "10 4" : undefined) : "3 4"}
      />
      {live && (wire.carries === "grid" || wire.carries === "both") && (
        <path d={path} className={wire.carries === "both" ? "stroke-stored" : "stroke-paper"} strokeWidth={1.6} />
      )}
      {wire.state === "locked_out" && (
        <g className="stroke-ink" strokeWidth={1.8}>
          <path d={`M${x2 - 15} ${y2 - 5} l10 10 m0 -10 l-10 10`} />
        </g>
      )}
    </g>
  );
}

/** From where a charger hangs back into the bank, below all boxes: by a hookup it charges, from the bank it goes in a ring. */
function Back({ wire, tail, bank, y, width }: { wire: Wire; tail: Place; bank: Place; y: number; width: number }) {
  const ring = wire.carries === "ring";
  const right = Math.min(width - 4, tail.x + BOX.width + 12);
  const path = `M${tail.x + BOX.width} ${tail.y + BOX.height / 2} H${right} V${y} H${bank.x - 12} V${bank.y + BOX.height / 2} H${bank.x}`;
  return (
    <g fill="none" strokeLinejoin="round">
      <path
        d={path}
        className={FLOW[wire.carries]}
        strokeWidth={ring ? 3 : 2.5}
        strokeDasharray={ring ? "2 3" : wire.carries === "generator" ? "10 4" : undefined}
      />
      <path
        d={`M${bank.x - 7} ${bank.y + BOX.height / 2 - 5} l7 5 l-7 5`}
        className={FLOW[wire.carries]}
        strokeWidth={2}
      />
      <text
        x={bank.x + BOX.width + GAP.x / 2}
        y={y - 4}
        className={`text-[12px] ${ring ? "fill-fault font-semibold" : "fill-soft"}`}
      >
        {ring ? "back into the bank: a ring" : "charges the bank"}
      </text>
    </g>
  );
}

function Box({ node }: { node: Node }) {
  const { x, y } = placeOf(node);
  const dead = node.carries === "nothing";
  const doing = DOING[node.doing];
  const below = doing ?? (node.hung.length > 0 ? node.hung.join(", ") : node.legs.length === 2 ? "both legs live" : "");
  return (
    <g>
      <title>{[node.name, doing, node.hung.join(", ")].filter(Boolean).join(" · ")}</title>
      <rect
        x={x}
        y={y}
        width={BOX.width}
        height={BOX.height}
        rx={3}
        className={`fill-sheet ${LEVEL[node.carries]}`}
        strokeWidth={dead ? 1 : 2}
        strokeDasharray={dead ? "3 3" : undefined}
      />
      <text
        x={x + 9}
        y={y + (below ? 19 : 28)}
        className={`text-[14px] ${dead ? "fill-soft" : "fill-ink font-semibold"}`}
      >
        {cut(node.name, 19)}
      </text>
      {below && (
        <text x={x + 9} y={y + 36} className="fill-soft text-[12px]">
          {cut(below, 24)}
        </text>
      )}
      {node.bond && node.bond !== "open" && (
        <Bond x={x + BOX.width - 20} y={y + BOX.height} unsaid={node.bond === "not_said"} />
      )}
    </g>
  );
}

/** The sign of earth below a box whose neutral meets it there; with a question mark where nobody has said. */
function Bond({ x, y, unsaid }: { x: number; y: number; unsaid: boolean }) {
  return (
    <>
      <path
        d={`M${x} ${y} v6 m-9 0 h18 m-15 4 h12 m-9 4 h6`}
        className={unsaid ? "stroke-mark" : "stroke-ink"}
        strokeWidth={unsaid ? 1.2 : 2}
        fill="none"
      />
      {unsaid && (
        <text x={x + 12} y={y + 14} className="fill-soft font-semibold text-[12px]">
          ?
        </text>
      )}
    </>
  );
}

const cut = (text: string, most: number) => (text.length > most ? `${text.slice(0, most - 1)}…` : text);

/** What the lines and signs mean. */
export function Legend() {
  const sample = (className: string, width: number, inner: string, dashes?: string) => (
    <svg viewBox="0 0 34 10" className="inline-block h-2.5 w-[34px]" aria-hidden="true">
      <path d="M0 5 H34" className={className} strokeWidth={width} strokeDasharray={dashes} />
      {inner && <path d="M0 5 H34" className={inner} strokeWidth={1.6} />}
    </svg>
  );
  return (
    <ul className="mb-4 flex flex-wrap gap-x-5 gap-y-1 text-[13px] text-soft">
      <li>{sample("stroke-stored", 4, "")} from the bank</li>
      <li>{sample("stroke-incoming", 5, "stroke-paper")} from a hookup</li>
      <li>{sample("stroke-incoming", 5, "", "10 4")} from a generator</li>
      <li>{sample("stroke-mark", 1.2, "", "3 4")} nothing; with ✕ locked out</li>
      <li>
        <svg viewBox="0 0 20 16" className="inline-block h-4 w-5" aria-hidden="true">
          <Bond x={10} y={0} unsaid={false} />
        </svg>{" "}
        neutral meets earth there
      </li>
    </ul>
  );
}
