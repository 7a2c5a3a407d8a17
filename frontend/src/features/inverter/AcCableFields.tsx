import { useQuery } from "@tanstack/react-query";
import { referenceQuery } from "../../api/queries";
import { ConductorField, LengthField } from "../worksheet/cableFields";
import { Figure } from "../worksheet/Figure";
import { SelectField } from "../worksheet/fields";
import { useStepFigures } from "../worksheet/useStepFigures";
import type { Circuit } from "./acThings";

const INSULATION = [
  { value: null, label: "not known" },
  ...[60, 75, 90, 105].map((value) => ({ value, label: `${value} °C` })),
];

/** The cable of a circuit, of a panel, or of the inlet: what it is, and which breaker it may have. */
export function AcCableFields({
  path,
  figures,
  cable,
  label,
}: {
  path: string;
  /** What the keys of its figures begin with. */
  figures: string;
  cable: Pick<Circuit, "conductor" | "insulation_c" | "length">;
  label: string;
}) {
  const { data: reference } = useQuery(referenceQuery);
  const { figure } = useStepFigures("inverter");
  const [allowed, least, lost] = ["allowed_a", "least_conductor", "drop_v"].map((name) => figure(`${figures}.${name}`));
  return (
    <>
      <ConductorField
        label={label}
        path={`${path}/conductor`}
        value={cable.conductor}
        stock={reference?.conductors ?? []}
      />
      <SelectField
        label="Its insulation bears"
        path={`${path}/insulation_c`}
        value={cable.insulation_c as number | null}
        options={INSULATION}
      />
      <LengthField label="One way" path={`${path}/length`} typed={cable.length?.typed} />
      {(allowed || least || lost) && (
        <p className="py-1 text-[14px] text-soft">
          {least && (
            <>
              Its breaker asks for <Figure figure={least} />.{" "}
            </>
          )}
          {allowed && (
            <>
              What lies there may have a breaker of <Figure figure={allowed} />
              {cable.insulation_c === null ? ", of the best insulation" : ""}.{" "}
            </>
          )}
          {lost && (
            <>
              <Figure figure={lost} /> are lost on the way.
            </>
          )}
        </p>
      )}
    </>
  );
}
