import { useEffect, useRef, useState } from "react";
import type { FigureValue } from "../../api/types";
import { Digits } from "../../ui/Digits";
import { formatNumber, formatQuantity } from "../../ui/formatQuantity";
import { useRig } from "./useRig";
import { useWorking } from "./useWorking";

/** A figure that opens its working. An open circle behind it says that its source is from memory. */
export function Figure({
  figure,
  className = "",
  share = false,
}: {
  figure: FigureValue | undefined;
  className?: string;
  /** Shown in per cent, which exist on screens alone. */
  share?: boolean;
}) {
  const { units } = useRig();
  const working = useWorking();
  const changed = useChanged(figure ? String(figure.value) : "");
  if (!figure) return <span className={`figure text-soft ${className}`}>–</span>;
  const shown =
    share && typeof figure.value === "number"
      ? { number: formatNumber(figure.value * 100), unit: "%" }
      : formatQuantity(figure.value, figure.unit, units);
  return (
    <button
      type="button"
      data-figure={figure.key}
      aria-expanded={working.trail[0] === figure.key}
      onClick={() => working.open(figure.key)}
      title={figure.from_memory ? "Show the working. Source from memory, unverified." : "Show the working"}
      className={`figure opens-working ${changed ? "changed" : ""} ${className}`}
    >
      <Digits>{shown.number}</Digits>
      {shown.unit && <span className="unit">{shown.unit}</span>}
      {figure.from_memory && <MemoryMark />}
    </button>
  );
}

export function MemoryMark() {
  return (
    <span role="img" aria-label="from memory" className="ml-0.5 align-super text-[0.6em] text-soft">
      ○
    </span>
  );
}

/** True for a moment after the value has changed. */
export function useChanged(value: string): boolean {
  const before = useRef(value);
  const [changed, setChanged] = useState(false);
  useEffect(() => {
    const appeared = before.current === "";
    if (before.current === value) return;
    before.current = value;
    if (appeared) return;
    setChanged(true);
    const timer = setTimeout(() => setChanged(false), 1_800);
    return () => clearTimeout(timer);
  }, [value]);
  return changed;
}
