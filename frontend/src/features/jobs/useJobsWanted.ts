import { useSearchParams } from "react-router";
import type { JobsWanted } from "../../api/types";
import { ORDERS, STAGES } from "./stages";

/** What is looked for, kept in the address bar: it is there again on the way back from a job. */
export function useJobsWanted() {
  const [params, setParams] = useSearchParams();
  const stage = params.get("stage");
  const order = params.get("order");
  const wanted: JobsWanted = {
    find: params.get("find") ?? "",
    order: order && order in ORDERS ? (order as JobsWanted["order"]) : "changed",
    archived: stage === "archived",
    page: Math.max(1, Math.min(Number.parseInt(params.get("page") ?? "1", 10) || 1, 10_000)),
    ...(stage && stage in STAGES ? { stage: stage as NonNullable<JobsWanted["stage"]> } : {}),
  };
  /** Whatever else is looked for begins on its first page. */
  const want = (change: Partial<Record<"find" | "stage" | "order" | "page", string>>) =>
    setParams(
      (before) => {
        const next = new URLSearchParams(before);
        next.delete("page");
        for (const [name, value] of Object.entries(change)) {
          if (value) next.set(name, value);
          else next.delete(name);
        }
        return next;
      },
      { replace: true },
    );
  return { wanted, want };
}
