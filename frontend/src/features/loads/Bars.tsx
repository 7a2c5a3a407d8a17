import type { KeyboardEvent, PointerEvent } from "react";

const STEPS = 4;

/** 24 bars, one an hour: pressed or dragged with a pointer, walked and raised with the arrow keys. */
export function Bars({ bars, onChange }: { bars: number[]; onChange: (bars: number[]) => void }) {
  const set = (hour: number, value: number) =>
    onChange(bars.map((bar, index) => (index === hour ? Math.min(STEPS, Math.max(0, value)) : bar)));
  const onKeyDown = (event: KeyboardEvent<HTMLButtonElement>, hour: number) => {
    const by = event.key === "ArrowUp" ? 1 : event.key === "ArrowDown" ? -1 : 0;
    if (by !== 0) {
      event.preventDefault();
      set(hour, (bars[hour] ?? 0) + by);
    }
    const next = event.key === "ArrowRight" ? 1 : event.key === "ArrowLeft" ? -1 : 0;
    if (next !== 0) {
      event.preventDefault();
      const parent = event.currentTarget.parentElement;
      (parent?.children[(hour + next + 24) % 24] as HTMLElement | undefined)?.focus();
    }
  };
  const onPointer = (event: PointerEvent<HTMLButtonElement>, hour: number) => {
    if (event.buttons === 0) return;
    event.currentTarget.releasePointerCapture?.(event.pointerId);
    const box = event.currentTarget.getBoundingClientRect();
    set(hour, Math.round(((box.bottom - event.clientY) / box.height) * STEPS));
  };
  return (
    <fieldset>
      <legend className="mb-1 text-[14px]">Hours of the day: arrow keys walk and raise, or drag</legend>
      <div className="flex h-24 touch-none items-end border-ink border-b">
        {bars.map((bar, hour) => (
          <button
            key={hour}
            type="button"
            role="slider"
            aria-label={`${hour} to ${hour + 1} o'clock`}
            aria-valuemin={0}
            aria-valuemax={STEPS}
            aria-valuenow={bar}
            tabIndex={hour === 0 ? 0 : -1}
            onKeyDown={(event) => onKeyDown(event, hour)}
            onPointerDown={(event) => onPointer(event, hour)}
            onPointerEnter={(event) => onPointer(event, hour)}
            onPointerMove={(event) => onPointer(event, hour)}
            className="flex h-full flex-1 items-end px-px"
          >
            <span className="w-full bg-stored" style={{ height: `${(Math.min(bar, STEPS) / STEPS) * 100}%` }} />
          </button>
        ))}
      </div>
      <div className="flex font-mono text-[12px] text-soft">
        {["00", "06", "12", "18"].map((hour) => (
          <span key={hour} className="flex-1">
            {hour}
          </span>
        ))}
      </div>
    </fieldset>
  );
}
