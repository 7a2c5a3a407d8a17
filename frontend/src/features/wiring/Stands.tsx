import { useQuery } from "@tanstack/react-query";
import type { PatchOperation } from "../../api/types";
import { FieldRow } from "../worksheet/fields";
import { useRig } from "../worksheet/useRig";
import { wiringQuery } from "../worksheet/wiringQueries";

/** Where the things at the ends of runs stand: a way that nobody measured is estimated by it. */
export function Stands() {
  const { rig, edit, answer, optionId } = useRig();
  const { data } = useQuery(wiringQuery(optionId, answer.revision));
  const boxes = Object.entries(rig.space.compartments).sort(([, one], [, other]) => one.position - other.position);
  const stands = data?.stands ?? [];
  const placed = stands.filter((one) => one.compartment !== null).length;
  const stand = (owner: string, compartment: string): PatchOperation[] =>
    compartment
      ? [{ op: "add", path: `/wiring/stands/${owner}`, value: compartment }]
      : [{ op: "remove", path: `/wiring/stands/${owner}` }];
  return (
    <div className="mt-4">
      <h3 className="border-rule border-b pb-1 font-semibold text-[14px]">Where things stand</h3>
      {boxes.length === 0 ? (
        <p className="mt-1 max-w-[46rem] text-[13px] text-soft">
          Once the room of the survey has compartments, ways that nobody measured are estimated from place to place.
        </p>
      ) : (
        <details className="mt-1">
          <summary className="touch cursor-pointer text-soft hover:text-ink">
            {placed} of {stands.length} have a compartment; a way between two that nobody measured is estimated by them
          </summary>
          {stands.map((one) => (
            <FieldRow key={one.owner} id={`stands-${one.owner}`} label={one.name}>
              <select
                id={`stands-${one.owner}`}
                className="field"
                disabled={!answer.may_edit}
                value={one.said ? (one.compartment ?? "") : ""}
                onChange={(event) => void edit(stand(one.owner, event.target.value))}
              >
                <option value="">{one.compartment && !one.said ? "with the bank" : "not said"}</option>
                {boxes.map(([id, box]) => (
                  <option key={id} value={id}>
                    {box.name}
                  </option>
                ))}
              </select>
            </FieldRow>
          ))}
        </details>
      )}
    </div>
  );
}
