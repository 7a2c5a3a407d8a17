import { useState } from "react";
import type { Asked } from "../../api/types";
import { AskedItem } from "./AskedItem";
import type { FoundKind } from "./foundKinds";
import { useAsked } from "./useAsked";

const SHOWN = 5;

/** What is still to be asked of the things that were found: five, place by place, the rest folded. */
export function StillAsked({ onSay }: { onSay: (kind: FoundKind, id: string | null) => void }) {
  const [all, setAll] = useState(false);
  const asked = useAsked();
  const open = asked.filter((one) => !one.set_aside);
  if (asked.length === 0) return null;
  const shown = all ? asked : open.slice(0, SHOWN);
  const grave = asked.filter((one) => one.grade === "danger").length;
  const say = (one: Asked) => onSay(one.kind as FoundKind, one.item || null);
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
        {shown.map((one, index) => (
          <li key={one.key} className="border-rule border-b py-1.5">
            {one.place && one.place !== shown[index - 1]?.place && (
              <p className="pl-6.5 font-semibold text-[13px]">{one.place}</p>
            )}
            <AskedItem asked={one} onSay={say} />
          </li>
        ))}
      </ul>
      {(all || shown.length < asked.length) && (
        <button
          type="button"
          aria-expanded={all}
          onClick={() => setAll(!all)}
          className="touch mt-1 text-[13px] text-soft hover:text-ink"
        >
          {all ? "Only the first" : `${asked.length - shown.length} more`}
        </button>
      )}
    </section>
  );
}
