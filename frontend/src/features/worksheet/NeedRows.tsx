import type { ReactNode } from "react";
import type { FigureValue } from "../../api/types";
import { Figure } from "./Figure";

/** Figures one below the other, each with what it is and why it is so. */
export function NeedRows({
  rows,
}: {
  rows: { label: string; figure: FigureValue | undefined; note?: ReactNode; strong?: boolean; share?: boolean }[];
}) {
  return (
    <dl>
      {rows.map((row) => (
        <div
          key={row.label}
          className="grid grid-cols-[minmax(9rem,15rem)_8rem_1fr] items-baseline gap-x-4 border-rule border-b py-1.5"
        >
          <dt className={row.strong ? "font-semibold" : ""}>{row.label}</dt>
          <dd className={`text-right ${row.strong ? "font-semibold text-[17px]" : ""}`}>
            <Figure figure={row.figure} share={row.share} />
          </dd>
          <dd className="text-[13px] text-soft">{row.note}</dd>
        </div>
      ))}
    </dl>
  );
}
