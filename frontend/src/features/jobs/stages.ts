import type { JobsWanted, Stage } from "../../api/types";

/** Through what a job goes, in order. */
export const STAGES: Record<Stage, string> = {
  survey: "Survey",
  plan: "Plan",
  quoted: "Quoted",
  building: "Building",
  in_use: "In use",
};

export const ORDERS: Record<JobsWanted["order"], string> = {
  changed: "changed last",
  wished_for: "wished for first",
  title: "by name",
  customer: "by customer",
};

/** “18 Aug 2026”, as it is read everywhere. */
export function sayDate(iso: string): string {
  const day = new Date(`${iso}T12:00:00Z`);
  return day.toLocaleDateString("en-GB", { day: "numeric", month: "short", year: "numeric", timeZone: "UTC" });
}
