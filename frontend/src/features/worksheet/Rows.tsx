import type { ReactNode } from "react";

/** Tables of this step: a head of words, rows of figures. */
export function Rows({ head, children }: { head: string[]; children: ReactNode }) {
  return (
    <div className="overflow-x-auto">
      <table className="w-full max-w-[60rem] text-[15px]">
        <thead>
          <tr className="border-ink border-b text-[13px] text-soft">
            {head.map((words, at) => (
              <th
                key={words || "of"}
                scope="col"
                className={`py-1 font-semibold ${at === 0 ? "pr-4 text-left" : "pl-4 text-right"}`}
              >
                {words}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>{children}</tbody>
      </table>
    </div>
  );
}

export function Row({ head, note, children }: { head: ReactNode; note?: ReactNode; children: ReactNode }) {
  return (
    <tr className="border-rule border-b">
      <th scope="row" className="py-1.5 pr-4 text-left align-baseline font-normal">
        {head}
        {note && <span className="block text-[13px] text-soft">{note}</span>}
      </th>
      {children}
    </tr>
  );
}

export function Cell({ children, strong = false }: { children: ReactNode; strong?: boolean }) {
  return (
    <td className={`whitespace-nowrap pl-4 text-right align-baseline ${strong ? "font-semibold" : ""}`}>{children}</td>
  );
}
