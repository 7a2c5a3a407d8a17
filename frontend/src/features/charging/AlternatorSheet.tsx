import { useState } from "react";
import { Button } from "../../ui/Button";
import { Section } from "../../ui/PageHead";
import { NumberField, SelectField, WordsField } from "../worksheet/fields";
import { NeedRows } from "../worksheet/NeedRows";
import { OwnPartDialog } from "../worksheet/OwnPartDialog";
import { OwnParts } from "../worksheet/OwnParts";
import { useRig } from "../worksheet/useRig";
import { useStepFigures } from "../worksheet/useStepFigures";
import { ALTERNATOR_CLASSES, FITTED, REGULATION, YES_NO } from "./choices";
import { OneWay } from "./OneWay";
import { SchoolTable } from "./SchoolTable";
import { type Alternator, alternatorOf, inOrder, nameOfAlternator, withOneMore, withoutAlternator } from "./things";

/** Alternators, the ways that hang on each, and the schools side by side. */
export function AlternatorSheet() {
  const { rig, edit, answer } = useRig();
  const [adding, setAdding] = useState(false);
  const alternators = inOrder(rig.charging.alternators);
  const nowhere = inOrder(rig.charging.paths).filter(([, way]) => alternatorOf(rig, way) === null);
  return (
    <>
      {alternators.map(([id, one]) => (
        <OneAlternator key={id} id={id} one={one} />
      ))}
      {nowhere.length > 0 && alternators.length > 0 && (
        <Section title="Not on any alternator yet">
          {nowhere.map(([id, way]) => (
            <OneWay key={id} id={id} way={way} />
          ))}
        </Section>
      )}
      {alternators.length === 0 && (
        <p className="py-2 text-soft">There is no alternator. Nothing charges while driving.</p>
      )}
      {answer.may_edit && (
        <div className="my-3 flex flex-wrap gap-3">
          <Button onClick={() => void edit(withOneMore(rig, "alternators", { system_v: 12 }))}>+ Alternator</Button>
          <Button kind="quiet" onClick={() => setAdding(true)}>
            DC-DC charger of their own…
          </Button>
        </div>
      )}
      <OwnParts kind="dcdc" used={Object.values(rig.charging.paths).flatMap((way) => (way.part ? [way.part] : []))} />
      {adding && <OwnPartDialog kind="dcdc" id={null} onClose={() => setAdding(false)} />}
    </>
  );
}

function OneAlternator({ id, one }: { id: string; one: Alternator }) {
  const { rig, edit, answer } = useRig();
  const { figure } = useStepFigures("charging");
  const base = `/charging/alternators/${id}`;
  const title = nameOfAlternator(rig, id);
  const of = (name: string) => figure(`charging.alternator.${id}.${name}`);
  const ways = inOrder(rig.charging.paths).filter(([, way]) => alternatorOf(rig, way) === id);
  return (
    <Section title={title}>
      <SelectField
        label="Volts"
        path={`${base}/system_v`}
        value={one.system_v as number | null}
        options={ALTERNATOR_CLASSES}
      />
      <NumberField label="On its label" path={`${base}/rated_a`} unit="A" nullable value={one.rated_a} />
      <SelectField label="Regulated" path={`${base}/regulation`} value={one.regulation} options={REGULATION} />
      <details>
        <summary className="touch cursor-pointer text-soft hover:text-ink">More of it</summary>
        <WordsField label="Called" path={`${base}/name`} value={one.name} />
        <NumberField label="At idle it gives" path={`${base}/idle_a`} unit="A" nullable value={one.idle_a} />
        <NumberField label="The vehicle takes" path={`${base}/own_draw_a`} unit="A" nullable value={one.own_draw_a} />
        <NumberField
          label="Its maker allows for charging"
          path={`${base}/allows_a`}
          unit="A"
          nullable
          value={one.allows_a}
          hint="By the hour. Until somebody says, half of the label."
        />
        <SelectField
          label="Its regulator feels its heat"
          path={`${base}/temperature_sensed`}
          value={one.temperature_sensed}
          options={FITTED}
        />
        <SelectField
          label="Its negative is kept apart"
          path={`${base}/negative_apart`}
          value={one.negative_apart}
          options={YES_NO}
        />
        {answer.may_edit && (
          <Button kind="quiet" className="my-1" onClick={() => void edit(withoutAlternator(rig, id))}>
            Remove {title}
            {ways.length > 0 && " with its ways"}
          </Button>
        )}
      </details>
      {of("rated_a") && (
        <NeedRows
          rows={[
            { label: "Beyond the vehicle, hot", figure: of("hot_a") },
            { label: "Of that charging may take", figure: of("spare_a"), strong: true },
            { label: "Beyond the vehicle, at idle", figure: of("idle_spare_a") },
            ...(of("draw_a") ? [{ label: "Asked of it", figure: of("draw_a"), strong: true }] : []),
          ]}
        />
      )}
      {ways.map(([way, path]) => (
        <OneWay key={way} id={way} way={path} />
      ))}
      {ways.length === 0 && <p className="py-2 text-soft">No way leads from it to a bank.</p>}
      {answer.may_edit && (
        <div className="my-2">
          <Button onClick={() => void edit(withOneMore(rig, "paths", { kind: "dcdc", alternator: id }))}>
            + Way to a bank
          </Button>
        </div>
      )}
      <SchoolTable id={id} />
    </Section>
  );
}
