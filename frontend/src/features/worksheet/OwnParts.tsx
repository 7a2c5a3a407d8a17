import { useState } from "react";
import { type OwnKind, OwnPartDialog, STANDINGS } from "./OwnPartDialog";
import { useRig } from "./useRig";

/** The rig's own parts of a kind: pressed, one can be changed. One that is in use cannot be removed. */
export function OwnParts({ kind, used }: { kind: OwnKind; used: readonly string[] }) {
  const { rig, edit, answer } = useRig();
  const [open, setOpen] = useState<string | null>(null);
  const own = Object.entries(rig.own_parts).filter(([, one]) => one.part.kind === kind);
  if (own.length === 0) return null;
  return (
    <>
      <ul className="mt-2">
        {own.map(([id, one]) => (
          <li key={id} className="row-height flex items-center gap-3 border-rule border-b text-[14px]">
            <button type="button" className="touch text-left hover:underline" onClick={() => setOpen(id)}>
              {one.part.name}
            </button>
            <span className="text-soft">
              {STANDINGS[one.standing]}
              {one.age_years !== null && `, ${one.age_years} years old`}
              {one.condition !== null && `, ${one.condition.replace("_", " ")}`}
              {one.measured_with && `, measured with ${one.measured_with}`}
            </span>
            {used.includes(`own:${id}`) ? (
              <span className="ml-auto text-[13px] text-incoming-text">in use</span>
            ) : (
              answer.may_edit && (
                <button
                  type="button"
                  aria-label={`Remove ${one.part.name}`}
                  className="touch ml-auto h-8 w-8 text-soft hover:text-danger"
                  onClick={() => void edit([{ op: "remove", path: `/own_parts/${id}` }])}
                >
                  ×
                </button>
              )
            )}
          </li>
        ))}
      </ul>
      {open !== null && <OwnPartDialog kind={kind} id={open} onClose={() => setOpen(null)} />}
    </>
  );
}
