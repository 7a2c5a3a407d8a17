import { useState } from "react";
import { Button } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { HeadRow } from "../../ui/HeadRow";
import { PageHead, Section } from "../../ui/PageHead";
import { inWords } from "../brief/words";
import { Figure } from "../rig/Figure";
import { FieldRow, NumberField, SelectField } from "../rig/fields";
import { NeedRows } from "../rig/NeedRows";
import { OwnPartDialog } from "../rig/OwnPartDialog";
import { OwnParts } from "../rig/OwnParts";
import { PartName } from "../rig/PartName";
import { PartPicker } from "../rig/PartPicker";
import { StepFindings } from "../rig/StepFindings";
import { Stepper } from "../rig/Stepper";
import { useRig } from "../rig/useRig";
import { useStepFigures } from "../rig/useStepFigures";
import { Behaviour, VoltsClasses } from "./Behaviour";
import { HowLong } from "./HowLong";

const CHEMISTRIES = [
  { value: "lfp", label: "Lithium (LFP)" },
  { value: "agm", label: "AGM" },
  { value: "gel", label: "Gel" },
  { value: "flooded", label: "Flooded" },
] as const;

export function StoragePage() {
  const { brief } = useRig().rig;
  const { figure } = useStepFigures("storage");
  const days = `${inWords(brief.days_without_charge)} ${brief.days_without_charge === 1 ? "day" : "days"}`;
  return (
    <>
      <PageHead>
        To carry {days} with no charge at all the bank needs{" "}
        <Figure figure={figure("storage.need_wh")} className="font-semibold" />, which is{" "}
        <Figure figure={figure("storage.need_ah")} className="font-semibold" /> at{" "}
        <Figure figure={figure("storage.nominal_v")} />.
      </PageHead>
      <StepFindings step="storage" />
      <NeedByChemistry />
      <KindAndPlace />
      <Chosen />
      <HowLong />
      <Behaviour />
      <VoltsClasses />
    </>
  );
}

/** The same days, each chemistry by its own rules, with the shortcut of the trade below. */
function NeedByChemistry() {
  const { storage } = useRig().rig;
  const { figure } = useStepFigures("storage");
  return (
    <Section title="Need, by chemistry" aside="the same days, each by its own rules">
      <table className="w-full max-w-[46rem]">
        <HeadRow
          columns={[
            { label: "Chemistry" },
            { label: "Energy", right: true },
            { label: `At ${storage.system_v} V class`, right: true },
            { label: "Mass, about", right: true },
          ]}
        />
        <tbody>
          {CHEMISTRIES.map(({ value, label }) => (
            <tr
              key={value}
              className={`row-height border-rule border-t ${value === storage.chemistry ? "font-semibold" : "text-soft"}`}
            >
              <th scope="row" className="text-left font-[inherit]">
                {label}
                {value === storage.chemistry && (
                  <span className="ml-2 font-normal text-[13px] text-incoming-text">this rig</span>
                )}
              </th>
              <td className="pr-3 text-right">
                <Figure figure={figure(`storage.alternatives.${value}.need_wh`)} />
              </td>
              <td className="pr-3 text-right">
                <Figure figure={figure(`storage.alternatives.${value}.need_ah`)} />
              </td>
              <td className="pr-3 text-right">
                <Figure figure={figure(`storage.alternatives.${value}.mass_kg`)} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-2 max-w-[46rem] text-[14px] text-soft">
        The trade's shortcut, Wh a day × days ÷ 12, gives{" "}
        <Figure figure={figure("storage.need_ah_by_twelve")} className="text-ink" />: it leaves out losses, margin,
        depth of discharge, ageing and the real volts of the bank. Three times the daily amp-hours gives{" "}
        <Figure figure={figure("storage.need_ah_by_three")} className="text-ink" />, whatever the days.
      </p>
    </Section>
  );
}

/** Chemistry, volts class, place and temperature. */
function KindAndPlace() {
  const { rig, edit, answer } = useRig();
  const { storage } = rig;
  const set = (member: string, value: unknown) => void edit([{ op: "replace", path: `/storage/${member}`, value }]);
  return (
    <Section title="What kind, and where it lives">
      <FieldRow label="Chemistry">
        <Choice
          label="Chemistry"
          value={storage.chemistry}
          options={CHEMISTRIES}
          disabled={!answer.may_edit}
          onChange={(value) => set("chemistry", value)}
        />
      </FieldRow>
      <FieldRow label="Volts class">
        <Choice
          label="Volts class"
          value={String(storage.system_v)}
          options={["12", "24", "48"].map((volts) => ({ value: volts, label: `${volts} V` }))}
          disabled={!answer.may_edit}
          onChange={(value) => set("system_v", Number(value))}
        />
      </FieldRow>
      <SelectField
        label="Where it stands"
        path="/storage/bay"
        value={storage.bay}
        options={[
          { value: "living_space", label: "in the living space" },
          { value: "vented_enclosure", label: "inside, in a vented enclosure" },
          { value: "outside", label: "outside the living space" },
        ]}
      />
      <NumberField
        label="Coldest bay in use"
        path="/storage/bay_c"
        unit="°C"
        value={storage.bay_c}
        hint="Capacity shrinks in the cold; at 25 °C (77 °F) it is as rated."
      />
      {storage.chemistry === "lfp" && (
        <FieldRow label="Heats itself">
          <Choice
            label="Heats itself"
            value={storage.self_heating ? "yes" : "no"}
            options={[
              { value: "no", label: "No" },
              { value: "yes", label: "Yes" },
            ]}
            disabled={!answer.may_edit}
            onChange={(value) => set("self_heating", value === "yes")}
          />
        </FieldRow>
      )}
      <SelectField
        label="School of sizing"
        path="/storage/sizing"
        value={storage.sizing}
        options={[
          { value: "largest_governs", label: "the largest of depth and ageing governs" },
          { value: "multiply_all", label: "depth and ageing multiplied" },
        ]}
      />
    </Section>
  );
}

/** The bank that was chosen – from the parts, or by its amp-hours – and what it gives. */
function Chosen() {
  const { storage } = useRig().rig;
  const [adding, setAdding] = useState(false);
  return (
    <Section title="Chosen" aside={storage.bank ? undefined : "nothing yet"}>
      <PartPicker place="storage.bank" what="batteries" onOwn={() => setAdding(true)} />
      {storage.bank?.units ? <BuiltUp /> : <ByAmpHours />}
      <OwnParts kind="battery" used={storage.bank?.units?.part ?? null} />
      {adding && <OwnPartDialog kind="battery" id={null} onClose={() => setAdding(false)} />}
      <Gives />
    </Section>
  );
}

/** Units in series and in parallel. */
function BuiltUp() {
  const { rig, edit, answer } = useRig();
  const { figure } = useStepFigures("storage");
  const units = rig.storage.bank?.units;
  if (!units) return null;
  return (
    <>
      <FieldRow label="Built up of">
        <PartName reference={units.part} />
        {answer.may_edit && (
          <Button kind="quiet" onClick={() => void edit([{ op: "replace", path: "/storage/bank", value: null }])}>
            Choose again
          </Button>
        )}
      </FieldRow>
      <Stepper label="In series" path="/storage/bank/units/series" value={units.series} min={1} max={48} />
      <Stepper label="In parallel" path="/storage/bank/units/parallel" value={units.parallel} min={1} max={48} />
      <NeedRows
        rows={[
          { label: "Volts of a string", figure: figure("storage.arrangement.volts_v") },
          { label: "Capacity", figure: figure("storage.have_ah") },
          { label: "Its electronics pass", figure: figure("storage.bms_limit_a") },
        ]}
      />
    </>
  );
}

function ByAmpHours() {
  const { storage } = useRig().rig;
  return (
    <>
      <NumberField
        label={`Capacity at ${storage.system_v} V`}
        path="/storage/bank"
        unit="Ah"
        nullable
        value={storage.bank?.nominal_ah ?? null}
        send={(ah) => (ah === null ? null : { nominal_ah: ah, bms_limit_a: storage.bank?.bms_limit_a ?? null })}
        hint="Two blocks in series add volts, not amp-hours: type the Ah of the whole bank at its volts."
      />
      {storage.bank && (
        <NumberField
          label="Its electronics pass"
          path="/storage/bank/bms_limit_a"
          unit="A"
          nullable
          value={storage.bank.bms_limit_a}
        />
      )}
    </>
  );
}

function Gives() {
  const { storage } = useRig().rig;
  const { figure } = useStepFigures("storage");
  return (
    <NeedRows
      rows={[
        {
          label: "Energy",
          figure: figure("storage.bank_wh"),
          note: storage.bank ? "" : "a bank of exactly the need, until one is chosen",
        },
        { label: "Usable", figure: figure("storage.usable_wh") },
        ...(storage.bank
          ? [{ label: storage.bank.units ? "Mass" : "Mass, about", figure: figure("storage.mass_kg") }]
          : []),
        {
          label: "Lasts with no charge",
          figure: figure("storage.days_without_charge"),
          strong: true,
          note: figure("storage.days_without_charge.low")?.value !==
            figure("storage.days_without_charge.high")?.value && (
            <>
              <Figure figure={figure("storage.days_without_charge.low")} /> by high use,{" "}
              <Figure figure={figure("storage.days_without_charge.high")} /> by low
            </>
          ),
        },
        ...(storage.bank && figure("storage.headroom_frac")
          ? [
              {
                label: "Growth it still takes",
                figure: figure("storage.headroom_frac"),
                share: true,
                note: "of today's use, with the promise kept",
              },
            ]
          : []),
        ...(figure("brief.believed_days")
          ? [{ label: "They think it lasts", figure: figure("brief.believed_days"), note: "their own claim" }]
          : []),
      ]}
    />
  );
}
