import { useQuery } from "@tanstack/react-query";
import { referenceQuery } from "../../api/queries";
import { Button } from "../../ui/Button";
import { ConductorField, LengthField } from "../worksheet/cableFields";
import { Figure } from "../worksheet/Figure";
import { FieldRow, NumberField, SelectField, WordsField } from "../worksheet/fields";
import { NeedRows } from "../worksheet/NeedRows";
import { PartSelect } from "../worksheet/PartSelect";
import { useRig } from "../worksheet/useRig";
import { useStepFigures } from "../worksheet/useStepFigures";
import { WithinField } from "../worksheet/WithinField";
import { CLASSES, FITTED, TRIGGERS, YES_NO } from "./choices";
import { SettingsFields } from "./SettingsFields";
import { inOrder, isBoat, nameOfAlternator, nameOfBank, nameOfWay, SCHOOLS, type Way } from "./things";

const KINDS = [
  { value: null, label: "not known" },
  ...Object.entries(SCHOOLS).map(([value, label]) => ({ value, label })),
];

/** One way from an alternator to a bank. */
export function OneWay({ id, way }: { id: string; way: Way }) {
  const { rig, edit } = useRig();
  const base = `/charging/paths/${id}`;
  const title = nameOfWay(rig, id);
  const converts = way.kind === "dcdc" || way.kind === "manager";
  return (
    <section aria-label={title} className="mt-4 border-rule border-l-[3px] pl-4">
      <h3 className="font-semibold text-[15px]">{title}</h3>
      <SelectField label="By" path={`${base}/kind`} value={way.kind} options={KINDS} />
      {way.kind === "dcdc" && (
        <FieldRow label="It is">
          <PartSelect
            kind="dcdc"
            label={`Part of ${title}`}
            value={way.part}
            empty="typed by its plate"
            className="w-80 max-w-full"
            onChange={(part) => void edit([{ op: "add", path: `${base}/part`, value: part }])}
          />
        </FieldRow>
      )}
      {converts && way.part === null && (
        <>
          <NumberField label="Rated output" path={`${base}/output_a`} unit="A" nullable value={way.output_a} />
          <SelectField
            label="Its input is for"
            path={`${base}/input_v`}
            value={way.input_v as number | null}
            options={CLASSES}
          />
          <SelectField
            label="Its output is for"
            path={`${base}/output_v`}
            value={way.output_v as number | null}
            options={CLASSES}
          />
        </>
      )}
      {!converts && way.kind !== null && (
        <NumberField
          label="Relay, cable and fuse bear"
          path={`${base}/limit_a`}
          unit="A"
          nullable
          value={way.limit_a}
        />
      )}
      <WayMore id={id} way={way} title={title} />
      <WayFigures id={id} way={way} />
    </section>
  );
}

/** What lies on the way, what switches it, and how its device is set. */
function WayMore({ id, way, title }: { id: string; way: Way; title: string }) {
  const { rig, edit, answer } = useRig();
  const stock = useQuery(referenceQuery).data?.conductors ?? [];
  const base = `/charging/paths/${id}`;
  const converts = way.kind === "dcdc" || way.kind === "manager";
  const others = inOrder(rig.storage.others);
  const alternators = inOrder(rig.charging.alternators);
  return (
    <details>
      <summary className="touch cursor-pointer text-soft hover:text-ink">Cable, tap, switching</summary>
      <WordsField label="Called" path={`${base}/name`} value={way.name} />
      {alternators.length > 1 && (
        <SelectField
          label="Hangs on"
          path={`${base}/alternator`}
          value={way.alternator}
          options={[
            { value: null, label: "not known" },
            ...alternators.map(([value]) => ({ value, label: nameOfAlternator(rig, value) })),
          ]}
        />
      )}
      {others.length > 0 && (
        <SelectField
          label="Fills"
          path={`${base}/bank`}
          value={way.bank}
          options={[
            { value: null, label: "the house bank" },
            ...others.map(([value]) => ({ value, label: nameOfBank(rig, value) })),
          ]}
        />
      )}
      {converts && (
        <NumberField label="Turned down to" path={`${base}/turned_to_a`} unit="A" nullable value={way.turned_to_a} />
      )}
      <LengthField
        label="Cable from the alternator, one way"
        path={`${base}/length`}
        typed={way.length?.typed}
        hint="With its size the volts at the device follow."
      />
      <ConductorField label="Its size" path={`${base}/conductor`} value={way.conductor} stock={stock} />
      <NumberField label="Measured at its input" path={`${base}/far_end_v`} unit="V" nullable value={way.far_end_v} />
      <NumberField label="Its tap gives" path={`${base}/tap_a`} unit="A" nullable value={way.tap_a} />
      {converts && (
        <NumberField
          label="Relay, cable and fuse bear"
          path={`${base}/limit_a`}
          unit="A"
          nullable
          value={way.limit_a}
        />
      )}
      <SelectField label="A plug at the hitch" path={`${base}/hitch_plug`} value={way.hitch_plug} options={FITTED} />
      {way.hitch_plug === "fitted" && (
        <NumberField label="That plug bears" path={`${base}/plug_a`} unit="A" nullable value={way.plug_a} />
      )}
      <SelectField label="Switched by" path={`${base}/trigger`} value={way.trigger} options={TRIGGERS} />
      {way.kind === "dcdc" && (
        <SelectField label="Its negatives are apart" path={`${base}/isolated`} value={way.isolated} options={YES_NO} />
      )}
      {!converts && (
        <>
          <SelectField
            label="The BMS stops it before it opens"
            path={`${base}/field_stop`}
            value={way.field_stop}
            options={FITTED}
          />
          <SelectField
            label="A lead battery stays on it"
            path={`${base}/lead_buffer`}
            value={way.lead_buffer}
            options={FITTED}
          />
        </>
      )}
      <SelectField
        label="The engine is started through it"
        path={`${base}/jump_start`}
        value={way.jump_start}
        options={YES_NO}
      />
      {(converts || way.kind === "regulated") && <SettingsFields base={base} of={way} />}
      {converts && <WithinField of={`path:${id}`} base={base} value={way.within} />}
      {answer.may_edit && (
        <Button kind="quiet" className="my-1" onClick={() => void edit([{ op: "remove", path: base }])}>
          Remove {title}
        </Button>
      )}
    </details>
  );
}

/** What it asks for, gets and brings. */
function WayFigures({ id, way }: { id: string; way: Way }) {
  const { rig } = useRig();
  const { figure } = useStepFigures("charging");
  const of = (name: string) => figure(`charging.source.${id}.${name}`);
  const converts = way.kind === "dcdc" || way.kind === "manager";
  return (
    <>
      {of("asks_a") && (
        <NeedRows
          rows={[
            ...(of("input_v") ? [{ label: "Volts at its input", figure: of("input_v") }] : []),
            { label: converts ? "It asks for" : "The volts would push", figure: of("asks_a") },
            ...(of("input_a") && of("input_a")?.value !== of("asks_a")?.value
              ? [{ label: "It gets", figure: of("input_a"), note: "as far as alternator and way have it" }]
              : []),
            { label: "It gives the bank", figure: of("output_a"), strong: true },
            ...(of("held_a")
              ? [
                  {
                    label: "Of that it holds back in the sun",
                    figure: of("held_a"),
                    note: "the sun comes through its output",
                  },
                ]
              : []),
            {
              label: isBoat(rig) ? "An hour of motoring brings" : "An hour of driving brings",
              figure: of("wh_per_driving_hour"),
            },
            ...(of("dead_after_h")
              ? [
                  {
                    label: "Left closed, the engine is dead after",
                    figure: of("dead_after_h"),
                    note: "both banks full, at the draw of a mean day",
                  },
                ]
              : []),
          ]}
        />
      )}
      {!of("asks_a") && way.kind === "dcdc" && (
        <p className="py-1.5 text-[14px] text-soft">
          Driving alone asks for <Figure figure={figure("charging.dcdc.need_a")} />, as far as the bank takes it.
        </p>
      )}
    </>
  );
}
