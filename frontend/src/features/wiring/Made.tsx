import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { SaidOfRun } from "../../api/types";
import { Button } from "../../ui/Button";
import { Failed, Waiting } from "../../ui/states";
import { NumberField, SelectField } from "../worksheet/fields";
import { useRig } from "../worksheet/useRig";
import { WorkedFigures } from "../worksheet/WorkedFigures";
import { madeQuery } from "../worksheet/wiringQueries";

const STUDS = [
  { value: null, label: "not said" },
  ...(["M4", "M5", "M6", "M8", "M10", "M12"] as const).map((value) => ({ value, label: value })),
];

/** How a run is cut, crimped, bent, held and landed. Opened by a press. */
export function Made({
  run,
  base,
  said,
}: {
  run: string;
  base: string;
  said: Pick<SaidOfRun, "stud_near" | "stud_far" | "lugs_fit" | "lug_angle_deg">;
}) {
  const [open, setOpen] = useState(false);
  return (
    <div className="mt-2">
      <Button kind="quiet" aria-expanded={open} onClick={() => setOpen(!open)}>
        {open ? "▾" : "▸"} How it is made
      </Button>
      {open && (
        <>
          <SelectField
            label="Stud towards the bank"
            path={`${base}/stud_near`}
            value={said.stud_near}
            options={STUDS}
          />
          <SelectField label="Stud at its far end" path={`${base}/stud_far`} value={said.stud_far} options={STUDS} />
          <NumberField
            label="Angle between its lugs"
            path={`${base}/lug_angle_deg`}
            unit="°"
            nullable
            value={said.lug_angle_deg}
            hint="Seen along the cable: 0 where both lie flat, 90 where one stands."
          />
          <SelectField
            label="Its lugs fit their studs"
            path={`${base}/lugs_fit`}
            value={said.lugs_fit}
            options={[
              { value: null, label: "nobody looked" },
              { value: "yes", label: "yes" },
              { value: "no", label: "no: larger holes" },
            ]}
          />
          <WhatItTakes run={run} />
        </>
      )}
    </div>
  );
}

function WhatItTakes({ run }: { run: string }) {
  const { optionId, answer } = useRig();
  const query = useQuery(madeQuery(optionId, answer.revision, run));
  if (query.data) return <WorkedFigures heading="What it takes" figures={query.data.figures} />;
  return query.error ? (
    <Failed error={query.error} retry={() => void query.refetch()} />
  ) : (
    <Waiting what="what it takes" failed={query.failureReason} />
  );
}
