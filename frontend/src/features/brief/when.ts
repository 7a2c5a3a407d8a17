import type { Stay } from "../../api/types";
import { MONTHS } from "../worksheet/words";

export interface When {
  month: number;
  /** The first night as 2027-05-03, or null where the month alone is known. */
  arrives: string | null;
}

/** “May”, “3 May 2027”, “May 3”, “2027-05-03”. A date without a year is in the year of `near`. */
export function readWhen(text: string, near: number): When | { fault: string } {
  const said = text.trim().toLowerCase();
  const fault = { fault: "Say a month or a day: May, 3 May 2027, 2027-05-03." };
  const iso = /^(\d{4})-(\d{1,2})-(\d{1,2})$/.exec(said);
  if (iso) return day(Number(iso[1]), Number(iso[2]), Number(iso[3]));
  const words = said.split(/[\s,.]+/).filter(Boolean);
  const name = words.find((word) => /^[a-z]{3,}$/.test(word));
  const month = name ? MONTHS.findIndex((one) => one.toLowerCase().startsWith(name)) + 1 : 0;
  if (!month) return fault;
  const numbers = words.filter((word) => word !== name);
  if (numbers.some((word) => !/^\d{1,4}(st|nd|rd|th)?$/.test(word)) || numbers.length > 2) return fault;
  if (numbers.length === 0) return { month, arrives: null };
  const year = numbers.find((word) => /^\d{4}$/.test(word));
  const dayOf = numbers.find((word) => word !== year);
  if (dayOf === undefined) return { fault: "Which day of that month?" };
  return day(year ? Number(year) : near, month, Number.parseInt(dayOf, 10));
}

function day(year: number, month: number, dayOf: number): When | { fault: string } {
  const at = new Date(Date.UTC(year, month - 1, dayOf));
  if (at.getUTCMonth() !== month - 1 || at.getUTCDate() !== dayOf) return { fault: "There is no such day." };
  return { month, arrives: at.toISOString().slice(0, 10) };
}

/** As it stands in the field. */
export function sayWhen(when: When): string {
  const month = MONTHS[when.month - 1] ?? "";
  return when.arrives === null ? month : sayDay(when.arrives);
}

/** “3 May 2027”, “12 Sep 2027”. */
export function sayDay(iso: string): string {
  const [year, month, dayOf] = iso.split("-").map(Number);
  return `${dayOf} ${(MONTHS[(month ?? 1) - 1] ?? "").slice(0, 3)} ${year}`;
}

export const DAY_MS = 86_400_000;

/** Midnight of the first night and of the day after the last, where the date is known. */
export function spanOf(stay: Stay): { from: number; until: number } | null {
  if (stay.arrives === null) return null;
  const from = Date.parse(`${stay.arrives}T00:00:00Z`);
  return { from, until: from + stay.nights * DAY_MS };
}
