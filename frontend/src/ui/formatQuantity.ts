export type UnitSystem = "metric" | "us";

export interface Shown {
  number: string;
  unit: string;
}

export const THIN_SPACE = "\u2009";

/** Three significant digits below 100, whole numbers above, thin spaces in thousands. */
export function formatNumber(value: number): string {
  const size = Math.abs(value);
  const digits = size >= 100 ? 0 : size >= 10 ? 1 : 2;
  let text = size > 0 && size < 0.1 ? String(Number(value.toPrecision(3))) : value.toFixed(digits);
  if (text.includes(".") && !text.includes("e")) text = text.replace(/\.?0+$/, "");
  const [whole = "", rest] = text.split(".");
  const grouped = whole.replace(/\B(?=(\d{3})+(?!\d))/g, THIN_SPACE);
  return (rest === undefined ? grouped : `${grouped}.${rest}`).replace("-", "−");
}

/** “awg:2/0” as 2/0 AWG, “mm2:70” as 70 mm². */
export function formatConductor(size: string): Shown {
  const [system, label = ""] = size.split(":");
  return { number: label, unit: system === "awg" ? "AWG" : "mm²" };
}

/** A value as it is read, in the reader's units. The only place that rounds. */
export function formatQuantity(value: number | string | number[], unit: string, system: UnitSystem): Shown {
  if (Array.isArray(value)) return { number: value.map((one) => formatNumber(one)).join(", "), unit };
  if (typeof value === "string") {
    return /^(awg|mm2):/.test(value) ? formatConductor(value) : { number: value.replaceAll("_", " "), unit };
  }
  if (system === "us" && unit === "m") return { number: formatNumber(value / 0.3048), unit: "ft" };
  if (system === "us" && unit === "kg") return { number: formatNumber(value / 0.45359237), unit: "lb" };
  if (system === "us" && unit === "m²") return { number: formatNumber(value / 0.3048 ** 2), unit: "ft²" };
  if (system === "us" && unit === "l") return { number: formatNumber(value / 1000 / 0.3048 ** 3), unit: "ft³" };
  if (system === "us" && unit === "°C") return { number: formatNumber(value * 1.8 + 32), unit: "°F" };
  return { number: formatNumber(value), unit };
}

/** Hours as one says them: minutes below an hour. */
export function formatHours(hours: number): Shown {
  if (hours >= 1) return { number: formatNumber(hours), unit: "h" };
  const minutes = hours * 60;
  return minutes >= 1
    ? { number: formatNumber(minutes), unit: "min" }
    : { number: formatNumber(minutes * 60), unit: "s" };
}

/** Nights as one compares them: hundredths, and no finer. */
export function formatNights(nights: number): string {
  return nights < 0.005 ? "under 0.01" : nights.toFixed(2);
}
