import type { Stay } from "../../api/types";
import { Chart } from "../../ui/chart/Chart";
import { MONTHS } from "../worksheet/words";
import { DAY_MS, sayDay, spanOf } from "./when";

interface Bar {
  id: string;
  stay: Stay;
  from: number;
  until: number;
  lane: number;
  number: number;
}

interface Axis {
  from: number;
  until: number;
}

const LANE = 28;
const SMALLEST_PX = 24; // what a finger or a shaking hand hits
const SMALLEST_SHARE = 0.04; // of the strip, that so many pixels take

/** The journey along the year: dated stays where they are, the others somewhere in their month; open nights dashed. */
export function YearStrip({ stays, onOpen }: { stays: [string, Stay][]; onOpen: (id: string) => void }) {
  if (stays.length === 0) return null;
  const axis = axisOf(stays);
  const { bars, lanes, undated } = laidOut(stays, axis);
  const open = gapsOf(stays);
  const months = monthsOf(axis);
  const middle = (month: { from: number }) => (month.from + monthStart(month.from, 1)) / 2;
  const top = (lane: number) => lane * LANE + 9;
  return (
    <section className="mt-3 mb-4" aria-label="The journey along the year">
      <Chart
        label="The journey along the year"
        x={{
          kind: "linear",
          from: axis.from,
          to: axis.until,
          ticks: months.map(middle),
          say: (at) => sayMonth(at, stays),
        }}
        y={null}
        height={lanes * LANE + 40}
        over={(frame) => (
          <>
            {open.map((gap) => (
              <span
                key={gap.from}
                title={`${gap.nights} nights from ${sayDay(iso(gap.from))} on belong to no stay`}
                className="absolute h-[20px] border border-fault border-dashed"
                style={{ left: frame.x.at(gap.from), width: frame.x.at(gap.until) - frame.x.at(gap.from), top: top(0) }}
              />
            ))}
            {bars.map((bar) => (
              <StayBar
                key={bar.id}
                bar={bar}
                left={frame.x.at(bar.from)}
                width={frame.x.at(bar.until) - frame.x.at(bar.from) - 2}
                top={top(bar.lane)}
                label={labelOf(bar, bars, axis)}
                onOpen={() => onOpen(bar.id)}
              />
            ))}
          </>
        )}
      >
        {(frame) => (
          <>
            {months.map((month) => (
              <path
                key={month.from}
                d={`M${frame.x.at(month.from)} ${frame.top}V${frame.bottom}`}
                className="stroke-rule"
              />
            ))}
            {undated > 0 && undated < lanes && (
              <path
                d={`M${frame.left} ${top(undated) - 3}H${frame.right}`}
                className="stroke-rule"
                strokeDasharray="4 3"
              />
            )}
          </>
        )}
      </Chart>
      <p className="mt-1 text-[12px] text-soft">
        Filled: lives by the sun. Outlined: on a hookup.
        {undated > 0 && undated < lanes && " Below the dashed line: the month is known, the day is not."}
        {open.length > 0 && " Dashed box: nights that belong to no stay."}
      </p>
    </section>
  );
}

function StayBar({
  bar,
  left,
  width,
  top,
  label,
  onOpen,
}: {
  bar: Bar;
  left: number;
  width: number;
  top: number;
  label: "inside" | "beside" | "none";
  onOpen: () => void;
}) {
  return (
    <>
      <button
        type="button"
        aria-label={`${inWords(bar)}, number ${bar.number}`}
        title={inWords(bar)}
        onClick={onOpen}
        className={`absolute h-[24px] overflow-hidden whitespace-nowrap px-0.5 text-center text-[12px] leading-[21px] ${lookOf(bar.stay)}`}
        style={{ left, width: Math.max(SMALLEST_PX, width), top }}
      >
        {label === "inside" ? bar.stay.place : bar.number}
      </button>
      {label === "beside" && (
        <span
          aria-hidden="true"
          className="absolute whitespace-nowrap pl-1.5 text-[12px] leading-[24px]"
          style={{ left: left + Math.max(SMALLEST_PX, width), top }}
        >
          {bar.stay.place}
        </span>
      )}
    </>
  );
}

function sayMonth(at: number, stays: [string, Stay][]): string {
  const month = new Date(at).getUTCMonth();
  return `${(MONTHS[month] ?? "").slice(0, 3).toLowerCase()}${month === 0 ? ` ${year(at, stays)}` : ""}`.trim();
}

const LETTER_SHARE = 0.0095; // of the strip's width, that a letter takes

/** Where the name of a stay has room: on its bar, behind it, or nowhere but in its title. */
function labelOf(bar: Bar, bars: Bar[], axis: Axis): "inside" | "beside" | "none" {
  const takes = (bar.stay.place.length * LETTER_SHARE + 0.015) * (axis.until - axis.from);
  if (bar.until - bar.from >= takes) return "inside";
  const end = bar.until + takes;
  const free = bars.every((other) => other.lane !== bar.lane || other.from < bar.until || other.from > end);
  return free && end <= axis.until ? "beside" : "none";
}

function lookOf(stay: Stay): string {
  const dated = stay.arrives === null ? "border-dashed" : "";
  return stay.hookup === "none"
    ? `border border-incoming bg-incoming text-[#16191f] ${dated}`
    : `border-2 border-stored bg-sheet text-ink leading-[16px] ${dated}`;
}

function inWords({ stay, from, until }: Bar): string {
  const nights = `${stay.nights} night${stay.nights === 1 ? "" : "s"}`;
  const when =
    stay.arrives === null ? `some time in ${MONTHS[stay.month - 1]}` : `${sayDay(iso(from))} to ${sayDay(iso(until))}`;
  return `${stay.place || "A stay"}, ${when}, ${nights}, ${stay.hookup === "none" ? "no hookup" : "on a hookup"}`;
}

/** From the first of the month of the first date, for a year or as long as the journey takes. */
function axisOf(stays: [string, Stay][]): Axis {
  const spans = stays.map(([, stay]) => spanOf(stay)).filter((span) => span !== null);
  const first = spans.length > 0 ? Math.min(...spans.map((span) => span.from)) : Date.UTC(2023, 0, 1);
  const from = spans.length > 0 ? monthStart(first, 0) : first;
  const last = Math.max(monthStart(from, 12), ...spans.map((span) => span.until));
  return { from, until: last === monthStart(from, 12) ? last : monthStart(last, 1) };
}

function monthStart(moment: number, later: number): number {
  const at = new Date(moment);
  return Date.UTC(at.getUTCFullYear(), at.getUTCMonth() + later, 1);
}

function monthsOf(axis: Axis): { from: number; month: number }[] {
  const found = [];
  for (let from = axis.from; from < axis.until; from = monthStart(from, 1))
    found.push({ from, month: new Date(from).getUTCMonth() });
  return found;
}

/** Dated stays above, each lane without overlaps; the others below, one behind the other within their month. */
function laidOut(stays: [string, Stay][], axis: Axis): { bars: Bar[]; lanes: number; undated: number } {
  const bars: Bar[] = [];
  const least = SMALLEST_SHARE * (axis.until - axis.from);
  const place = (id: string, stay: Stay, from: number, until: number, first: number) => {
    const taken = (lane: number) =>
      bars.some(
        (bar) =>
          bar.lane === lane && bar.from < Math.max(until, from + least) && from < Math.max(bar.until, bar.from + least),
      );
    let lane = first;
    while (taken(lane)) lane += 1;
    bars.push({ id, stay, from, until, lane, number: stays.findIndex(([one]) => one === id) + 1 });
  };
  const lanes = () => Math.max(0, ...bars.map((bar) => bar.lane + 1));
  for (const [id, stay] of stays) {
    const span = spanOf(stay);
    if (span) place(id, stay, span.from, span.until, 0);
  }
  const undated = lanes();
  const ends = new Map<number, number>();
  for (const [id, stay] of stays) {
    if (stay.arrives !== null) continue;
    const month = monthsOf(axis).find((one) => one.month === stay.month - 1)?.from ?? axis.from;
    const from = ends.get(month) ?? month;
    const until = Math.min(from + stay.nights * DAY_MS, axis.until);
    ends.set(month, until);
    place(id, stay, Math.min(from, axis.until - DAY_MS), until, undated);
  }
  return { bars, lanes: Math.max(1, lanes()), undated };
}

/** Nights between dated stays that belong to none, where every stay has its date. */
function gapsOf(stays: [string, Stay][]): { from: number; until: number; nights: number }[] {
  const spans = stays.map(([, stay]) => spanOf(stay));
  if (spans.some((span) => span === null)) return [];
  const inTime = spans.filter((span) => span !== null).sort((one, other) => one.from - other.from);
  const found = [];
  let until = inTime[0]?.until ?? 0;
  for (const span of inTime) {
    if (span.from > until) found.push({ from: until, until: span.from, nights: (span.from - until) / DAY_MS });
    until = Math.max(until, span.until);
  }
  return found;
}

function iso(moment: number): string {
  return new Date(moment).toISOString().slice(0, 10);
}

function year(moment: number, stays: [string, Stay][]): string {
  return stays.some(([, stay]) => stay.arrives !== null)
    ? `’${String(new Date(moment).getUTCFullYear()).slice(2)}`
    : "";
}
