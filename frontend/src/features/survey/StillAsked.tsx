import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { askedQuery } from "../../api/queries";
import type { Asked } from "../../api/types";
import { SeverityMark } from "../../ui/SeverityMark";
import { useRig } from "../worksheet/useRig";
import type { FoundKind } from "./foundKinds";

const SHOWN = 5;

/**
 * What is still to be asked of the things that were found, worst first, each with what its answer decides. What can be said in one
 * press is; the rest is typed where the thing says what it is.
 */
export function StillAsked({ onSay }: { onSay: (kind: FoundKind, id: string | null) => void }) {
  const { answer, optionId } = useRig();
  const [all, setAll] = useState(false);
  const { data: asked = [] } = useQuery({ ...askedQuery(optionId, answer.revision), enabled: answer.asked.all > 0 });
  if (answer.asked.all === 0 || asked.length === 0) return null;
  const shown = all ? asked : asked.slice(0, SHOWN);
  const left = asked.length - shown.length;
  const grave = answer.asked.danger;
  return (
    <section aria-labelledby="still-asked" className="mb-6">
      <h2 id="still-asked" className="border-ink border-b pb-1 font-semibold">
        Still to be asked
        <span className="ml-2 font-normal text-[14px] text-soft">
          {asked.length}
          {grave > 0 && `, ${grave} of which ${grave === 1 ? "decides" : "decide"} a danger`}
        </span>
      </h2>
      <ul>
        {shown.map((one) => (
          <Item key={one.key} asked={one} onSay={onSay} />
        ))}
      </ul>
      {(left > 0 || all) && asked.length > SHOWN && (
        <button
          type="button"
          aria-expanded={all}
          onClick={() => setAll(!all)}
          className="touch mt-1 text-[13px] text-soft hover:text-ink"
        >
          {all ? "Only the worst" : `${left} more`}
        </button>
      )}
    </section>
  );
}

function Item({ asked, onSay }: { asked: Asked; onSay: (kind: FoundKind, id: string | null) => void }) {
  const { answer, edit } = useRig();
  const danger = asked.grade === "danger";
  const more = asked.answers.length > 0 ? "More…" : "Type it…";
  return (
    <li className="flex flex-wrap items-baseline gap-x-4 gap-y-0.5 border-rule border-b py-1.5">
      <span className="flex min-w-0 flex-1 basis-72 items-baseline gap-2.5">
        <span className="w-4 shrink-0 self-center">{danger && <SeverityMark severity="danger" />}</span>
        <span>
          {danger && <span className="sr-only">A danger waits for it. </span>}
          {asked.what} <span className="block text-[13px] text-soft">{asked.decides}</span>
        </span>
      </span>
      {answer.may_edit && (
        <span className="flex flex-wrap gap-x-3 gap-y-1 pl-6.5">
          {asked.answers.map((one) => (
            <button
              key={one.label}
              type="button"
              aria-label={`${asked.what} ${one.label}`}
              onClick={() => void edit(one.patch)}
              className="touch h-8 border border-mark bg-sheet px-2.5 text-[14px] hover:border-ink"
            >
              {one.label}
            </button>
          ))}
          <button
            type="button"
            aria-label={`${more} ${asked.what}`}
            onClick={() => onSay(asked.kind as FoundKind, asked.item || null)}
            className="touch h-8 px-1 text-[14px] text-stored underline underline-offset-2"
          >
            {more}
          </button>
        </span>
      )}
    </li>
  );
}
