import { useQuery } from "@tanstack/react-query";
import { type KeyboardEvent, type PointerEvent, useState } from "react";
import { Link, useParams } from "react-router";
import { keepQuery } from "../../api/queries";
import type { OptionAnswer } from "../../api/types";
import { Fetched } from "../../features/worksheet/PreviewedFix";
import { useRig } from "../../features/worksheet/useRig";
import { useTrial } from "../../features/worksheet/useTrial";
import { useWorking } from "../../features/worksheet/useWorking";
import { Button } from "../../ui/Button";
import { Chart, type Frame } from "../../ui/chart/Chart";
import { Bar as BarMark, Notch, Whisker } from "../../ui/chart/marks";
import { formatNumber } from "../../ui/formatQuantity";
import { Failed, Waiting } from "../../ui/states";

const SHOWN_NIGHTS = 7;
const MOST_LEFT = 0.95;
const STEP = 0.05;

interface Bar {
  night: number;
  left: number;
  low: number;
  high: number;
  withMargin: number;
  promised: boolean;
  /** The same at that dawn in the trial: one year in twenty, nineteen in twenty; nothing where it was not run. */
  trial: readonly [number, number] | null;
}

interface Wished {
  dawn: number;
  left: number;
}

/**
 * One bar a promised night, filled to the usable energy left at dawn by the audit; the notch is with the margin, the
 * whisker from high to low use. A bar that is pulled up asks which bank would leave so much.
 */
export function NightBars({ answer }: { answer: OptionAnswer }) {
  const { open } = useWorking();
  const [wished, setWished] = useState<Wished | null>(null);
  const [asked, setAsked] = useState<Wished | null>(null);
  const ran = useTrial().data?.ran;
  const nights = answer.nights;
  if (!nights) return <Promised />;
  const promised = answer.rig.brief.days_without_charge;
  const bars = nights.by_audit.slice(0, SHOWN_NIGHTS).map(
    (left, index): Bar => ({
      night: index + 1,
      left,
      low: nights.by_high_use[index] ?? left,
      high: nights.by_low_use[index] ?? left,
      withMargin: nights.with_margin[index] ?? 0,
      promised: index < promised,
      trial: trialAt(ran?.nights[index]?.left),
    }),
  );
  const more = nights.by_audit.length - bars.length;
  const settle = () => {
    setWished(null);
    setAsked(null);
  };
  return (
    <>
      <Promised />
      <section aria-label="Energy left at each dawn with no charge at all">
        <h2 className="mb-2 flex items-baseline justify-between gap-x-4 font-semibold text-[13px] text-soft">
          <span>
            Left at dawn, no charge at all
            {!nights.chosen && <span className="font-normal"> – for a bank of exactly the need</span>}
          </span>
          <button
            type="button"
            onClick={() => open("storage.left_at_dawn_frac")}
            data-figure="storage.left_at_dawn_frac"
            className="touch shrink-0 font-normal underline underline-offset-2 hover:text-ink"
          >
            working
          </button>
        </h2>
        <Chart
          label="Energy left at each dawn with no charge at all"
          table={false}
          x={{
            kind: "band",
            of: [...bars.map((bar) => said(bar, wished)), ...Array<string>(Math.max(0, 3 - bars.length)).fill("")],
            gap: 0.08,
          }}
          y={null}
          height={92}
          over={(frame) =>
            bars.map((bar, index) => (
              <NightBar
                key={bar.night}
                bar={bar}
                wished={wished?.dawn === bar.night ? wished.left : null}
                mayAsk={answer.may_edit}
                box={{
                  left: frame.x.at(index) - frame.x.width / 2,
                  width: frame.x.width,
                  top: frame.top,
                  height: frame.bottom - frame.top,
                }}
                onWish={(left) => setWished({ dawn: bar.night, left })}
                onAsk={(left) => setAsked({ dawn: bar.night, left })}
                onCancel={settle}
              />
            ))
          }
        >
          {(frame) =>
            bars.map((bar, index) => (
              <Night
                key={bar.night}
                frame={frame}
                x={index}
                bar={bar}
                wished={wished?.dawn === bar.night ? wished.left : null}
              />
            ))
          }
        </Chart>
        {asked && <BankThatKeeps key={`${asked.dawn} ${asked.left}`} wished={asked} onClose={settle} />}
        <p className="mt-1 text-[12px] text-soft">
          Filled by the audit; <span className="text-incoming-text">notch</span> with the margin.
          {bars.some((bar) => bar.high > bar.low + 0.005) && " Whisker: high to low use."}
          {bars.some((bar) => bar.trial) && " Bracket: the trial, with all that charges, nine years in ten."}
          {bars.some((bar) => !bar.promised) && " Dashed: nights that count on sun, driving or shore."}
          {answer.may_edit && " Pull a bar to see the bank that leaves so much."}
          {more > 0 && ` ${more} more ${more === 1 ? "night" : "nights"} not drawn.`}
        </p>
      </section>
    </>
  );
}

/** How often the journey goes dark, as the last trial has it; nothing where none can be run. */
function Promised() {
  const { answer, optionId } = useRig();
  const { jobId } = useParams();
  const { data } = useTrial();
  if (!data?.ran) return null;
  return (
    <p className="mb-3 text-[14px]">
      <Link
        to={`/jobs/${jobId}/${optionId}/trial`}
        className="touch inline-block underline decoration-mark underline-offset-2 first-letter:uppercase hover:decoration-ink"
      >
        {data.ran.says}
      </Link>
      <span className="text-soft">
        {data.revision !== answer.revision
          ? " – of the rig before the last edit."
          : `, by ${formatNumber(data.ran.years)} years of weather.`}
      </span>
    </p>
  );
}

/** What a night is drawn of: its frame, what is left by the audit, the notch with the margin, the whisker of use. */
function Night({ frame, x, bar, wished }: { frame: Frame; x: number; bar: Bar; wished: number | null }) {
  const dark = isDark(bar);
  const edge = bar.promised ? (dark ? "stroke-danger" : "stroke-stored") : "stroke-mark";
  const half = frame.x.width / 2;
  return (
    <g>
      <BarMark
        frame={frame}
        x={x}
        value={bar.left}
        look={`${bar.promised ? "fill-stored" : "fill-stored-soft"} ${wished === null ? "" : "opacity-40"}`}
      />
      {wished !== null && <Notch frame={frame} x={x} value={wished} look="stroke-incoming" />}
      {wished === null && bar.withMargin > 0 && (
        <Notch frame={frame} x={x} value={bar.withMargin} look="stroke-incoming" />
      )}
      {wished === null && bar.high > bar.low + 0.005 && <Whisker frame={frame} x={x} low={bar.low} high={bar.high} />}
      {wished === null && bar.trial && <Bracket frame={frame} x={x} low={bar.trial[0]} high={bar.trial[1]} />}
      <rect
        x={frame.x.at(x) - half}
        y={frame.top}
        width={half * 2}
        height={frame.bottom - frame.top}
        className={`fill-none ${edge}`}
        strokeWidth={dark ? 3 : 1.4}
        strokeDasharray={bar.promised ? "" : "4 3"}
      />
    </g>
  );
}

function trialAt(dawn: readonly number[] | undefined): readonly [number, number] | null {
  const [low, , high] = dawn ?? [];
  return low === undefined || high === undefined ? null : [low, high];
}

/** A bracket at the right edge of a night, from low to high. */
function Bracket({ frame, x, low, high }: { frame: Frame; x: number; low: number; high: number }) {
  const right = frame.x.at(x) + frame.x.width / 2 - 4;
  const [from, to] = [frame.y.at(low), frame.y.at(high)];
  // Years that hardly differ are one tick.
  const d = from - to < 5 ? `M${right - 9} ${(from + to) / 2}h10` : `M${right - 5} ${from}h5V${to}h-5`;
  return (
    <>
      <path d={d} className="fill-none stroke-sheet" strokeWidth="4.5" />
      <path d={d} className="fill-none stroke-ink" strokeWidth="1.6" />
    </>
  );
}

/** The same, to be pulled: by the pointer, or by arrow keys and Enter. */
function NightBar({
  bar,
  wished,
  mayAsk,
  box,
  onWish,
  onAsk,
  onCancel,
}: {
  bar: Bar;
  wished: number | null;
  mayAsk: boolean;
  box: { left: number; width: number; top: number; height: number };
  onWish: (left: number) => void;
  onAsk: (left: number) => void;
  onCancel: () => void;
}) {
  const shown = wished ?? bar.left;
  const at = (event: PointerEvent<HTMLElement>) => {
    const place = event.currentTarget.getBoundingClientRect();
    const share = 1 - (event.clientY - place.top) / place.height;
    return Math.min(MOST_LEFT, Math.max(0, Math.round(share / STEP) * STEP));
  };
  const keys = (event: KeyboardEvent) => {
    const by = { ArrowUp: STEP, ArrowRight: STEP, ArrowDown: -STEP, ArrowLeft: -STEP }[event.key];
    if (by !== undefined) onWish(Math.min(MOST_LEFT, Math.max(0, Math.round((shown + by) / STEP) * STEP)));
    else if (event.key === "Enter" && wished !== null) onAsk(wished);
    else if (event.key === "Escape") onCancel();
    else return;
    event.preventDefault();
  };
  return (
    <span
      role="slider"
      tabIndex={0}
      aria-label={`Dawn ${bar.night}`}
      aria-orientation="vertical"
      aria-disabled={!mayAsk}
      aria-valuemin={0}
      aria-valuemax={Math.round(MOST_LEFT * 100)}
      aria-valuenow={Math.round(shown * 100)}
      aria-valuetext={
        wished === null
          ? `${percent(bar.left)} left, with margin ${percent(bar.withMargin)}, by high use ${percent(bar.low)}, by low ${percent(bar.high)}`
          : `${percent(wished)} wished; Enter shows the bank for it`
      }
      onPointerDown={(event) => {
        if (!mayAsk) return;
        event.currentTarget.setPointerCapture(event.pointerId);
        onWish(at(event));
      }}
      onPointerMove={(event) => event.currentTarget.hasPointerCapture(event.pointerId) && onWish(at(event))}
      onPointerUp={(event) => mayAsk && onAsk(at(event))}
      onPointerCancel={onCancel}
      onKeyDown={mayAsk ? keys : undefined}
      className={`absolute block touch-none ${mayAsk ? "cursor-ns-resize" : ""}`}
      style={box}
    />
  );
}

function isDark(bar: Bar): boolean {
  return bar.promised && bar.left <= 0;
}

function said(bar: Bar, wished: Wished | null): string {
  if (wished?.dawn === bar.night) return percent(wished.left);
  return bar.left > 0 ? percent(bar.left) : bar.promised ? "dark" : "empty";
}

/** The bank that leaves what was wished, with all that it would change, to take or to leave. */
function BankThatKeeps({ wished, onClose }: { wished: Wished; onClose: () => void }) {
  const { optionId, answer, edit } = useRig();
  const query = useQuery(keepQuery(optionId, answer.revision, wished.dawn, wished.left));
  const label = `${percent(wished.left)} left at dawn ${wished.dawn}`;
  return (
    <section aria-label={label} className="mt-2 border-incoming border-l-[3px] pl-3 text-[14px]">
      {query.isPending && <Waiting what="the bank for it" failed={query.failureReason} />}
      {query.isError && <Failed error={query.error} retry={() => void query.refetch()} />}
      {query.data && <Fetched fix={{ label, patch: query.data.patch }} />}
      <div className="mt-2 flex gap-3">
        <Button onClick={onClose}>Leave it</Button>
        {query.data && (
          <Button
            kind="main"
            autoFocus
            onClick={() => {
              onClose();
              void edit(query.data.patch);
            }}
          >
            Take this bank
          </Button>
        )}
      </div>
    </section>
  );
}

function percent(share: number): string {
  return `${formatNumber(Math.round(share * 100))} %`;
}
