import { Fragment } from "react";
import type { Stay } from "../../api/types";
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

const LANE = 26;

/** The journey along the year: dated stays where they are, the others somewhere in their month; open nights dashed. */
export function YearStrip({ stays, onOpen }: { stays: [string, Stay][]; onOpen: (id: string) => void }) {
  if (stays.length === 0) return null;
  const axis = axisOf(stays);
  const { bars, lanes, undated } = laidOut(stays, axis);
  const at = (moment: number) => ((moment - axis.from) / (axis.until - axis.from)) * 100;
  const open = gapsOf(stays);
  return (
    <figure className="mt-3 mb-4" aria-label="The journey along the year">
      <div className="relative overflow-hidden" style={{ height: lanes * LANE + 8 }}>
        {monthsOf(axis).map((month) => (
          <div
            key={month.from}
            className="absolute inset-y-0 border-rule border-l first:border-l-0"
            style={{ left: `${at(month.from)}%` }}
          />
        ))}
        {undated > 0 && undated < lanes && (
          <div className="absolute inset-x-0 border-rule border-t border-dashed" style={{ top: undated * LANE + 3 }} />
        )}
        {open.map((gap) => (
          <span
            key={gap.from}
            title={`${gap.nights} nights from ${sayDay(iso(gap.from))} on belong to no stay`}
            className="absolute h-[18px] border border-fault border-dashed"
            style={{ left: `${at(gap.from)}%`, width: `${at(gap.until) - at(gap.from)}%`, top: 6 }}
          />
        ))}
        {bars.map((bar) => (
          <Fragment key={bar.id}>
            <button
              type="button"
              aria-label={`${bar.number}, ${inWords(bar)}`}
              title={inWords(bar)}
              onClick={() => onOpen(bar.id)}
              className={`absolute h-[20px] overflow-hidden whitespace-nowrap px-0.5 text-center text-[12px] leading-[18px] ${lookOf(bar.stay)}`}
              style={{
                left: `${at(bar.from)}%`,
                width: `max(9px, calc(${at(bar.until) - at(bar.from)}% - 2px))`,
                top: bar.lane * LANE + 5,
              }}
            >
              {labelOf(bar, bars, axis) === "inside" ? bar.stay.place : bar.number}
            </button>
            {labelOf(bar, bars, axis) === "beside" && (
              <span
                aria-hidden="true"
                className="absolute whitespace-nowrap pl-1.5 text-[12px] leading-[20px]"
                style={{ left: `max(${at(bar.until)}%, calc(${at(bar.from)}% + 7px))`, top: bar.lane * LANE + 5 }}
              >
                {bar.stay.place}
              </span>
            )}
          </Fragment>
        ))}
      </div>
      <div className="relative h-5 border-mark border-t text-[12px] text-soft" aria-hidden="true">
        {monthsOf(axis).map((month) => (
          <span key={month.from} className="absolute pl-1" style={{ left: `${at(month.from)}%` }}>
            {(MONTHS[month.month] ?? "").slice(0, 3).toLowerCase()}
            {month.month === 0 || month.from === axis.from ? ` ${year(month.from, stays)}` : ""}
          </span>
        ))}
      </div>
      <figcaption className="mt-1 text-[12px] text-soft">
        Filled: lives by the sun. Outlined: on a hookup.
        {undated > 0 && undated < lanes && " Below the dashed line: the month is known, the day is not."}
        {open.length > 0 && " Dashed box: nights that belong to no stay."}
      </figcaption>
    </figure>
  );
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
  const place = (id: string, stay: Stay, from: number, until: number, first: number) => {
    const taken = (lane: number) =>
      bars.some((bar) => bar.lane === lane && bar.from < until && from < Math.max(bar.until, bar.from + DAY_MS));
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
