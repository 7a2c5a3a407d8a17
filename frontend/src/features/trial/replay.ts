import type { TrialHour } from "../../api/types";
import { formatNumber } from "../../ui/formatQuantity";

/** The first night of the darkest kind: with most hours off, otherwise with the lowest charge. */
export function darkestNight(hours: readonly TrialHour[]): number {
  let worst = 0;
  let found: [number, number] = [-1, 2];
  for (let night = 0; night * 24 < hours.length; night++) {
    const here = hours.slice(night * 24, night * 24 + 24);
    const off = here.filter((hour) => hour.off).length;
    const low = Math.min(...here.map((hour) => hour.available));
    if (off > found[0] || (off === found[0] && low < found[1])) {
      worst = night;
      found = [off, low];
    }
  }
  return worst;
}

const percent = (share: number) => `${formatNumber(Math.round(share * 100))} %`;
const FULL = 0.99;

/** A night from noon to noon in words: what begins and what ends, hour by hour. */
export function replay(hours: readonly TrialHour[]): { at: string; says: string }[] {
  const told: { at: string; says: string }[] = [];
  const first = hours[0];
  if (!first) return told;
  const tell = (at: number, says: string) => told.push({ at: `${(at + 12) % 24} h`, says });
  tell(0, `The afternoon begins with ${percent(first.available)} of charge at hand.`);
  hours.forEach((hour, at) => {
    const before = hours[at - 1];
    if (!before) {
      if (hour.off) tell(at, offWords(hour.off));
      return;
    }
    if (hour.off && hour.off !== before.off) tell(at, offWords(hour.off));
    if (!hour.off && before.off) tell(at, `It comes back, with ${percent(hour.available)}.`);
    if (hour.generator && !before.generator) tell(at, "The generator starts.");
    if (!hour.generator && before.generator) tell(at, "The generator stops.");
    if (hour.charge >= FULL && before.charge < FULL) tell(at, "The bank is full.");
    if (hour.sun_w <= 0 && before.sun_w > 0)
      tell(at, `The sun is gone; ${percent(before.available)} are left for the night.`);
    if (hour.sun_w > 0 && before.sun_w <= 0) tell(at, `The sun is back, with ${percent(before.available)} left.`);
  });
  const last = hours[hours.length - 1];
  if (last) told.push({ at: "12 h", says: `Noon again, with ${percent(last.available)}.` });
  return told;
}

function offWords(off: "bank" | "inverter" | ""): string {
  return off === "inverter"
    ? "The inverter stops for want of volts: all on AC is off, what is on DC goes on."
    : "The bank is empty: everything is off until it has been charged a little.";
}
