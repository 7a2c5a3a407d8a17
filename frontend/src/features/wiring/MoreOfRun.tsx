import type { DcRun, SaidOfRun } from "../../api/types";
import { Button } from "../../ui/Button";
import { ConductorField } from "../worksheet/cableFields";
import { NumberField, SelectField, WordsField } from "../worksheet/fields";
import { NeedRows } from "../worksheet/NeedRows";
import { useRig } from "../worksheet/useRig";
import { CircuitOf } from "./CircuitOf";
import { CablesFields, FuseFields, OfTheBook } from "./FuseFields";
import { Made } from "./Made";

const RATINGS = [60, 75, 90, 105].map((value) => ({ value, label: `${value} °C` }));

/** All that can be said of a run, and what follows. */
export function MoreOfRun({ run, said, stock }: { run: DcRun; said: SaidOfRun; stock: readonly string[] }) {
  const { rig, edit, answer } = useRig();
  const base = `/wiring/runs/${run.key}`;
  const routes = Object.entries(rig.wiring.routes).sort(([, one], [, other]) => one.position - other.position);
  const unsaid = run.found ? { value: null, label: "not known" } : { value: null, label: "as the shop lays them" };
  return (
    <div className="max-w-[40rem]">
      <WhatFollows run={run} />
      <CircuitOf run={run} />
      <WordsField label="Label at both ends" path={`${base}/label`} value={said.label} />
      {!rig.survey.as_found && (
        <SelectField
          label="It is"
          path={`${base}/found`}
          value={said.found}
          options={[
            { value: false, label: "to be laid" },
            { value: true, label: "there already" },
          ]}
        />
      )}
      <SelectField
        label="Way that it takes"
        path={`${base}/route`}
        value={said.route}
        options={[
          { value: null, label: "through the cabin" },
          ...routes.map(([value, route]) => ({ value, label: route.name })),
        ]}
      />
      <CablesFields base={base} said={said} />
      <SelectField
        label="Material"
        path={`${base}/material`}
        value={said.material}
        options={[
          run.found ? unsaid : { value: null, label: "copper" },
          ...(run.found ? [{ value: "copper" as const, label: "copper" }] : []),
          { value: "copper_clad_aluminium" as const, label: "copper-clad aluminium" },
          { value: "aluminium" as const, label: "aluminium" },
        ]}
      />
      <SelectField
        label="Make"
        path={`${base}/make`}
        value={said.make}
        options={[
          run.found ? unsaid : { value: null, label: "stranded" },
          ...(run.found ? [{ value: "stranded" as const, label: "stranded" }] : []),
          { value: "solid" as const, label: "solid" },
        ]}
      />
      <SelectField
        label="Insulation"
        path={`${base}/insulation_c`}
        value={said.insulation_c}
        options={[unsaid, ...RATINGS]}
      />
      <SelectField
        label="Terminals marked for"
        path={`${base}/terminal_c`}
        value={said.terminal_c}
        options={[{ value: null, label: "not marked" }, ...RATINGS]}
      />
      <NumberField
        label="Terminals take up to"
        path={`${base}/terminal_mm2`}
        unit="mm²"
        nullable
        value={said.terminal_mm2}
      />
      <NumberField
        label="Its own rating"
        path={`${base}/told_ampacity_a`}
        unit="A"
        nullable
        value={said.told_ampacity_a}
        hint="Printed on it, or told by its seller."
      />
      {run.fused && (
        <>
          <FuseFields base={base} said={said} />
          <OfTheBook run={run.key} />
          <NumberField
            label="Least fuse, by the maker"
            path={`${base}/maker_fuse_a`}
            unit="A"
            nullable
            value={said.maker_fuse_a}
          />
        </>
      )}
      <ConductorField
        label="Least cable, by the maker"
        path={`${base}/maker_conductor`}
        value={said.maker_conductor}
        stock={stock}
      />
      <Made run={run.key} base={base} said={said} />
      {answer.may_edit && run.key in rig.wiring.runs && (
        <Button kind="quiet" className="mt-2" onClick={() => void edit([{ op: "remove", path: base }])}>
          Forget all that was said of it
        </Button>
      )}
    </div>
  );
}

/** What was worked out of a run, and stands neither in its row nor in its drawing. */
function WhatFollows({ run }: { run: DcRun }) {
  const { drop_v, path_drop_v, withstand_a2s } = run.figures;
  const rows = [
    ...(drop_v && path_drop_v && drop_v.value !== path_drop_v.value ? [{ label: "Lost in it", figure: drop_v }] : []),
    ...(withstand_a2s
      ? [{ label: "Its cable bears briefly", figure: withstand_a2s, note: "until the fuse has opened, to 160 °C" }]
      : []),
  ];
  return rows.length > 0 ? (
    <div className="mb-3">
      <NeedRows rows={rows} />
    </div>
  ) : null;
}
