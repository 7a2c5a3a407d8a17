import type { Finding } from "../../api/types";

const OF_SEVERITY = { danger: "text-danger", fault: "text-fault", advice: "text-soft" } as const;

/** What does not fit, beneath the name of the thing in its row. */
export function Against({ found }: { found: readonly Finding[] }) {
  return found.map((one) => (
    <span key={one.key} className={`block text-[13px] ${OF_SEVERITY[one.severity]}`}>
      {one.what}
    </span>
  ));
}
