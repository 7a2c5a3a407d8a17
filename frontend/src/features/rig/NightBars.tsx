import type { OptionAnswer } from "../../api/types";
import { formatNumber } from "../../ui/formatQuantity";
import { useWorking } from "./useWorking";

const SHOWN_NIGHTS = 7;

/** One bar a promised night, filled to the usable energy left at dawn by the audit; the notch is with the margin. */
export function NightBars({ answer }: { answer: OptionAnswer }) {
  const { open } = useWorking();
  const nights = answer.nights;
  if (!nights) return null;
  const promised = answer.rig.brief.days_without_charge;
  const bars = nights.by_audit.slice(0, SHOWN_NIGHTS).map((left, index) => ({
    night: index + 1,
    left,
    withMargin: nights.with_margin[index] ?? 0,
    promised: index < promised,
  }));
  const more = nights.by_audit.length - bars.length;
  return (
    <section aria-label="Energy left at each dawn with no charge at all">
      <h2 className="mb-2 font-semibold text-[13px] text-soft">
        Left at dawn, no charge at all
        {!nights.chosen && <span className="font-normal"> – for a bank of exactly the need</span>}
      </h2>
      <button
        type="button"
        onClick={() => open("storage.left_at_dawn_frac")}
        data-figure="storage.left_at_dawn_frac"
        className="grid w-full gap-1.5"
        style={{ gridTemplateColumns: `repeat(${Math.max(bars.length, 3)}, minmax(0, 1fr))` }}
        aria-label={bars
          .map((bar) => `Dawn ${bar.night}: ${percent(bar.left)} left, with margin ${percent(bar.withMargin)}.`)
          .join(" ")}
      >
        {bars.map((bar) => (
          <span key={bar.night} className="block text-center">
            <span
              className={`relative block h-[60px] border ${bar.promised ? (bar.left > 0 ? "border-stored" : "border-2 border-danger") : "border-mark border-dashed"}`}
            >
              <span
                className={`absolute inset-x-0 bottom-0 block ${bar.promised ? "bg-stored" : "bg-stored-soft"}`}
                style={{ height: `${bar.left * 100}%` }}
              />
              {bar.withMargin > 0 && (
                <span
                  className="absolute inset-x-0 block h-[3px] border-sheet border-y bg-incoming"
                  style={{ bottom: `${bar.withMargin * 100}%` }}
                />
              )}
            </span>
            <span
              className={`figure mt-1 block text-[12px] ${bar.left > 0 || !bar.promised ? "text-soft" : "font-semibold text-danger"}`}
            >
              {bar.left > 0 ? percent(bar.left) : bar.promised ? "dark" : "empty"}
            </span>
          </span>
        ))}
      </button>
      <p className="mt-1 text-[12px] text-soft">
        Filled by the audit; <span className="text-incoming-text">notch</span> with the margin.
        {bars.some((bar) => !bar.promised) && " Dashed: nights that count on sun, driving or shore."}
        {more > 0 && ` ${more} more ${more === 1 ? "night" : "nights"} not drawn.`}
      </p>
    </section>
  );
}

function percent(share: number): string {
  return `${formatNumber(Math.round(share * 100))} %`;
}
