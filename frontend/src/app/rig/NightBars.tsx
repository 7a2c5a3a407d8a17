import { useQuery } from "@tanstack/react-query";
import { type KeyboardEvent, type PointerEvent, useState } from "react";
import { keepQuery } from "../../api/queries";
import type { OptionAnswer } from "../../api/types";
import { Fetched } from "../../features/worksheet/PreviewedFix";
import { useRig } from "../../features/worksheet/useRig";
import { useWorking } from "../../features/worksheet/useWorking";
import { Button } from "../../ui/Button";
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
  const nights = answer.nights;
  if (!nights) return null;
  const promised = answer.rig.brief.days_without_charge;
  const bars = nights.by_audit.slice(0, SHOWN_NIGHTS).map(
    (left, index): Bar => ({
      night: index + 1,
      left,
      low: nights.by_high_use[index] ?? left,
      high: nights.by_low_use[index] ?? left,
      withMargin: nights.with_margin[index] ?? 0,
      promised: index < promised,
    }),
  );
  const more = nights.by_audit.length - bars.length;
  const settle = () => {
    setWished(null);
    setAsked(null);
  };
  return (
    <section aria-label="Energy left at each dawn with no charge at all">
      <h2 className="mb-2 flex items-baseline justify-between font-semibold text-[13px] text-soft">
        <span>
          Left at dawn, no charge at all
          {!nights.chosen && <span className="font-normal"> – for a bank of exactly the need</span>}
        </span>
        <button
          type="button"
          onClick={() => open("storage.left_at_dawn_frac")}
          data-figure="storage.left_at_dawn_frac"
          className="touch font-normal underline underline-offset-2 hover:text-ink"
        >
          working
        </button>
      </h2>
      <div
        className="grid w-full gap-1.5"
        style={{ gridTemplateColumns: `repeat(${Math.max(bars.length, 3)}, minmax(0, 1fr))` }}
      >
        {bars.map((bar) => (
          <NightBar
            key={bar.night}
            bar={bar}
            wished={wished?.dawn === bar.night ? wished.left : null}
            mayAsk={answer.may_edit}
            onWish={(left) => setWished({ dawn: bar.night, left })}
            onAsk={(left) => setAsked({ dawn: bar.night, left })}
            onCancel={settle}
          />
        ))}
      </div>
      {asked && <BankThatKeeps key={`${asked.dawn} ${asked.left}`} wished={asked} onClose={settle} />}
      <p className="mt-1 text-[12px] text-soft">
        Filled by the audit; <span className="text-incoming-text">notch</span> with the margin.
        {bars.some((bar) => bar.high > bar.low + 0.005) && " Whisker: high to low use."}
        {bars.some((bar) => !bar.promised) && " Dashed: nights that count on sun, driving or shore."}
        {answer.may_edit && " Pull a bar to see the bank that leaves so much."}
        {more > 0 && ` ${more} more ${more === 1 ? "night" : "nights"} not drawn.`}
      </p>
    </section>
  );
}

function NightBar({
  bar,
  wished,
  mayAsk,
  onWish,
  onAsk,
  onCancel,
}: {
  bar: Bar;
  wished: number | null;
  mayAsk: boolean;
  onWish: (left: number) => void;
  onAsk: (left: number) => void;
  onCancel: () => void;
}) {
  const shown = wished ?? bar.left;
  const at = (event: PointerEvent<HTMLElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const share = 1 - (event.clientY - box.top) / box.height;
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
  const dark = bar.promised && bar.left <= 0;
  return (
    <span className="block text-center">
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
        className={`relative block h-[60px] touch-none border ${mayAsk ? "cursor-ns-resize" : ""} ${bar.promised ? (dark ? "border-2 border-danger" : "border-stored") : "border-mark border-dashed"}`}
      >
        <span
          className={`absolute inset-x-0 bottom-0 block ${bar.promised ? "bg-stored" : "bg-stored-soft"} ${wished === null ? "" : "opacity-40"}`}
          style={{ height: `${bar.left * 100}%` }}
        />
        {wished !== null && (
          <span
            className="absolute inset-x-0 bottom-0 block border-incoming border-t-[3px]"
            style={{ height: `${wished * 100}%` }}
          />
        )}
        {wished === null && bar.withMargin > 0 && (
          <span
            className="absolute inset-x-0 block h-[3px] border-sheet border-y bg-incoming"
            style={{ bottom: `${bar.withMargin * 100}%` }}
          />
        )}
        {wished === null && bar.high > bar.low + 0.005 && (
          <span
            className="absolute right-[18%] block w-[7px] border-ink border-y border-r bg-transparent mix-blend-normal"
            style={{ bottom: `${bar.low * 100}%`, height: `${(bar.high - bar.low) * 100}%` }}
          />
        )}
      </span>
      <span
        className={`figure mt-1 block text-[12px] ${wished !== null ? "font-semibold text-incoming-text" : dark ? "font-semibold text-danger" : "text-soft"}`}
      >
        {wished !== null ? percent(wished) : bar.left > 0 ? percent(bar.left) : bar.promised ? "dark" : "empty"}
      </span>
    </span>
  );
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
