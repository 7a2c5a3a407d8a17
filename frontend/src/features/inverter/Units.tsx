import { useQuery } from "@tanstack/react-query";
import { referenceQuery } from "../../api/queries";
import { Button } from "../../ui/Button";
import { Section } from "../../ui/PageHead";
import { ConductorField } from "../worksheet/cableFields";
import { YES_NO } from "../worksheet/choices";
import { NumberField, SelectField, WordsField } from "../worksheet/fields";
import { NeedRows } from "../worksheet/NeedRows";
import { PointsField } from "../worksheet/PointsField";
import { useRig } from "../worksheet/useRig";
import { useStepFigures } from "../worksheet/useStepFigures";
import { ordered, sourcesFor, unitsOf, withoutUnit, withUnit } from "./acThings";

const BONDS = [
  { value: null, label: "not said" },
  { value: "relay", label: "by its relay, while it inverts" },
  { value: "fixed", label: "always" },
  { value: "none", label: "not at all: it floats" },
];
const LEGS = [
  { value: null, label: "not said" },
  { value: 1, label: "one" },
  { value: 2, label: "two" },
];
const WAVES = [
  { value: null, label: "not said" },
  { value: "pure_sine", label: "pure sine" },
  { value: "modified_sine", label: "stepped (modified sine)" },
];

/** Every inverter: what it takes in, who bonds its neutral, and what runs on it. */
export function Units() {
  const { rig, edit, answer } = useRig();
  return (
    <>
      <OnAc id="main" base="/inverter" name="The inverter" />
      {ordered(rig.inverter.others).map(([id], at) => (
        <Beside key={id} id={id} at={at} />
      ))}
      {answer.may_edit && (
        <div className="-mt-4 mb-6">
          <Button onClick={() => void edit(withUnit(rig))}>+ Inverter</Button>
        </div>
      )}
    </>
  );
}

/** How one is joined to the AC side. */
function OnAc({ id, base, name }: { id: string; base: string; name: string }) {
  const { rig } = useRig();
  const { figure } = useStepFigures("inverter");
  const unit = id === "main" ? rig.inverter : rig.inverter.others[id];
  const plate = id === "main" ? rig.inverter.chosen : rig.inverter.others[id];
  const { data: reference } = useQuery(referenceQuery);
  if (!unit) return null;
  const passes = unit.ac_in !== null && unit.ac_in !== "none";
  const own = id === "main" ? "/inverter/chosen" : base;
  const running = figure(`ac.inverter.${id}.running_va`);
  return (
    <Section title={`${name} on the AC side`}>
      {running && (
        <NeedRows
          rows={[
            { label: "Runs together on it", figure: running, note: "what hangs on it without a hookup" },
            ...(id === "main"
              ? []
              : [
                  { label: "asked of it", figure: figure(`ac.inverter.${id}.need_va`), note: "with the usual quarter" },
                  { label: "Worst start", figure: figure(`ac.inverter.${id}.worst_start_w`) },
                ]),
          ]}
        />
      )}
      <SelectField
        label="Takes in and passes on"
        path={`${base}/ac_in`}
        value={unit.ac_in}
        options={[
          { value: null, label: "not said" },
          { value: "none", label: "nothing: it only inverts" },
          ...sourcesFor(rig, `inverter:${id}`),
        ]}
      />
      <SelectField label="Joins its neutral to earth" path={`${base}/bond`} value={unit.bond} options={BONDS} />
      <details>
        <summary className="touch cursor-pointer text-soft hover:text-ink">More of it</summary>
        {passes && (
          <SelectField
            label="Adds to what it passes on"
            path={`${base}/power_assist`}
            value={unit.power_assist}
            options={YES_NO}
            hint="Then the bus behind it bears main breaker and inverter together."
          />
        )}
        {plate && (
          <>
            <NumberField
              label="Its transfer bears"
              path={`${own}/transfer_a`}
              unit="A"
              nullable
              value={plate.transfer_a}
            />
            <NumberField
              label="Gives into a short"
              path={`${own}/short_circuit_a`}
              unit="A"
              nullable
              value={plate.short_circuit_a}
              hint="By its maker. Whether a breaker opens at once while it inverts hangs on it."
            />
            <PointsField
              label="Its surge, by time"
              unit="W"
              path={`${own}/surge_points`}
              points={plate.surge_points}
              example="0.5 s 4000 W, 5 s 3000 W"
            />
          </>
        )}
        <SelectField
          label="Made to run beside another source"
          path={`${base}/made_for_parallel`}
          value={unit.made_for_parallel}
          options={YES_NO}
        />
        <ConductorField
          label="Its case is bonded with"
          path={`${base}/case_bond`}
          value={unit.case_bond}
          stock={reference?.conductors ?? []}
        />
      </details>
    </Section>
  );
}

/** “0.5 s 4000 W, 5 s 3000 W” */
/** An inverter beside the one that is reckoned with, by its plate. */
function Beside({ id, at }: { id: string; at: number }) {
  const { rig, edit, answer } = useRig();
  const { figure } = useStepFigures("inverter");
  const one = rig.inverter.others[id];
  const name = unitsOf(rig)[at + 1]?.name ?? id;
  if (!one) return null;
  const base = `/inverter/others/${id}`;
  return (
    <>
      <Section
        title={name}
        aside={
          answer.may_edit && (
            <Button kind="quiet" aria-label={`Take away: ${name}`} onClick={() => void edit(withoutUnit(rig, id))}>
              Take away
            </Button>
          )
        }
      >
        <WordsField label="Called" path={`${base}/name`} value={one.name} />
        <NumberField label="Continuous rating" path={`${base}/rated_w`} unit="W" nullable value={one.rated_w} />
        <NumberField label="Surge" path={`${base}/surge_w`} unit="W" nullable value={one.surge_w} />
        <NumberField label="Own draw, nothing connected" path={`${base}/idle_w`} unit="W" nullable value={one.idle_w} />
        <SelectField
          label="Switched on"
          path={`${base}/on`}
          value={one.on}
          options={[
            { value: "with_ac_loads", label: "with the loads on it" },
            { value: "always", label: "always" },
          ]}
        />
        <SelectField label="Legs" path={`${base}/legs`} value={one.legs} options={LEGS} />
        <SelectField label="Its wave" path={`${base}/waveform`} value={one.waveform} options={WAVES} />
        <Place base={base} value={one.compartment} />
        {figure(`inverter.other.${id}.dc_current_a`) && (
          <NeedRows
            rows={[
              {
                label: "From the bank at full rating",
                figure: figure(`inverter.other.${id}.dc_current_a`),
                note: "on the same main run",
              },
              { label: "Its own draw a day", figure: figure(`inverter.other.${id}.idle_wh_per_day`) },
            ].filter((row) => row.figure)}
          />
        )}
      </Section>
      <OnAc id={id} base={base} name={name} />
    </>
  );
}

function Place({ base, value }: { base: string; value: string | null }) {
  const { rig } = useRig();
  const compartments = ordered(rig.space.compartments);
  if (compartments.length === 0) return null;
  return (
    <SelectField
      label="It stands in"
      path={`${base}/compartment`}
      value={value}
      options={[
        { value: null, label: "not said" },
        ...compartments.map(([id, one]) => ({ value: id, label: one.name })),
      ]}
    />
  );
}
