import type { AcPicture } from "../../api/types";

type Node = AcPicture["nodes"][number];
type Wire = AcPicture["wires"][number];

const BOX = { width: 148, height: 46 };
const GAP = { x: 62, y: 16 };
const PAD = { x: 2, top: 4, bottom: 16 };
const PITCH = BOX.height + GAP.y;

/** Where power comes from has a colour and a line of its own each: never by colour alone. */
const FLOW: Record<Wire["carries"], string> = {
  stored: "stroke-stored",
  grid: "stroke-incoming",
  generator: "stroke-incoming",
  both: "stroke-incoming",
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
  passing: "passing on",
  let_go_by_relay: "let go by a relay",
  off_by_hand: "off, by the card",
};

/** The AC side in one mode: boxes from the sources on the left to the circuits on the right. What it says stands below it. */
export function AcPictureOf({ picture }: { picture: AcPicture }) {
  const columns = Math.max(...picture.nodes.map((node) => node.column)) + 1;
  const rows = Math.max(...picture.nodes.map((node) => node.row)) + 1;
  const width = columns * BOX.width + (columns - 1) * GAP.x + 2 * PAD.x;
  const height = rows * PITCH - GAP.y + PAD.top + PAD.bottom;
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
          {[...picture.wires].sort(liveLast).map((wire) => {
            const tail = places.get(wire.tail);
            const head = places.get(wire.head);
            return (
              tail &&
              head && <Way key={`${wire.tail} ${wire.head}`} wire={wire} tail={tail} head={head} all={picture} />
            );
          })}
          {picture.nodes.map((node) => (
            <Box key={node.id} node={node} />
          ))}
        </svg>
      </div>
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
  if (unsaid) {
    return (
      <text x={x - 4} y={y + 13} className="fill-soft text-[12px]">
        ⏚?
      </text>
    );
  }
  return (
    <g className="stroke-ink" strokeWidth={2} fill="none">
      <path d={`M${x} ${y} v6 m-9 0 h18 m-15 4 h12 m-9 4 h6`} />
    </g>
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
      <li>⏚ neutral meets earth there</li>
    </ul>
  );
}
