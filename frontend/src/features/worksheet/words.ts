export const MONTHS = [
  "January",
  "February",
  "March",
  "April",
  "May",
  "June",
  "July",
  "August",
  "September",
  "October",
  "November",
  "December",
] as const;

const SMALL = ["no", "one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten", "eleven", "twelve"];

export function inWords(count: number): string {
  return SMALL[count] ?? String(count);
}

export const VEHICLE_KINDS = [
  "van",
  "motorhome",
  "bus",
  "trailer",
  "truck",
  "narrowboat",
  "sailing boat",
  "motor boat",
  "other",
] as const;

export const CODE_PACKS = {
  na_vehicle: "North American vehicle practice",
  na_marine: "North American marine practice",
  international: "international practice",
} as const;

export const HOOKUPS = {
  none: "none",
  na_15: "15 A, 120 V",
  na_20: "20 A, 120 V",
  na_30: "30 A, 120 V",
  na_50: "50 A, two legs",
  eu_6: "6 A, 230 V",
  eu_10: "10 A, 230 V",
  eu_16: "16 A, 230 V",
  eu_32: "32 A, 230 V",
  eu_63: "63 A, 230 V",
  house_na: "house, 15 A",
  house_eu: "house, 16 A",
  house_uk: "house, 13 A",
} as const;

export const AMBIENTS = { freezing: "freezing", cold: "cold", mild: "mild", hot: "hot" } as const;
