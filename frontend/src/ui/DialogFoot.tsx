import type { ReactNode } from "react";
import { Refusal } from "./Refusal";

/** The end of a long form in a dialog: always in view, with why it is still open and the ways out. */
export function DialogFoot({
  refusal,
  children,
  last = true,
}: {
  refusal: string;
  children: ReactNode;
  /** Nothing comes below it. */
  last?: boolean;
}) {
  return (
    <div className={`-mx-6 sticky -bottom-6 border-rule border-t bg-sheet px-6 py-4 ${last ? "-mb-6 mt-5" : ""}`}>
      <Refusal>{refusal}</Refusal>
      <div className="flex flex-wrap justify-end gap-3">{children}</div>
    </div>
  );
}
