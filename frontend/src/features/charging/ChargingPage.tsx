import { Link, useParams } from "react-router";
import { Choice } from "../../ui/Choice";
import { PageHead, Section } from "../../ui/PageHead";
import { Figure } from "../worksheet/Figure";
import { FieldRow, NumberField } from "../worksheet/fields";
import { NeedRows } from "../worksheet/NeedRows";
import { StepFindings } from "../worksheet/StepFindings";
import { useRig } from "../worksheet/useRig";
import { useStepFigures } from "../worksheet/useStepFigures";

export function ChargingPage() {
  const { figure } = useStepFigures("charging");
  const drives = Number(figure("brief.driving_hours_per_day")?.value ?? 0) > 0;
  return (
    <>
      <PageHead>
        {drives ? (
          <>
            With <Figure figure={figure("brief.driving_hours_per_day")} /> of driving a day, a DC-DC charger of{" "}
            <Figure figure={figure("charging.dcdc.need_a")} className="font-semibold" /> alone keeps up.{" "}
          </>
        ) : (
          "The stays plan no driving. "
        )}
        On shore <Figure figure={figure("charging.shore.need_a")} className="font-semibold" /> fill the bank in{" "}
        <Figure figure={figure("charging.refill_hours")} />.
      </PageHead>
      <StepFindings step="charging" />

      <Alternator />

      <Shore />

      <AllSources />
    </>
  );
}

/** Charging while driving. */
function Alternator() {
  const { rig, edit, answer } = useRig();
  const { charging } = rig;
  const { figure } = useStepFigures("charging");
  const set = (member: string, value: unknown) => void edit([{ op: "replace", path: `/charging/${member}`, value }]);
  return (
    <Section title="Alternator">
      <FieldRow label="Path to the bank">
        <Choice
          label="Path to the bank"
          value={charging.alternator_path}
          options={[
            { value: "dcdc", label: "DC-DC charger" },
            { value: "relay", label: "Relay" },
            { value: "none", label: "None" },
          ]}
          disabled={!answer.may_edit}
          onChange={(value) => set("alternator_path", value)}
        />
      </FieldRow>
      <FieldRow label="Alternator's volts">
        <Choice
          label="Alternator's volts"
          value={String(charging.alternator_v)}
          options={[
            { value: "12", label: "12 V" },
            { value: "24", label: "24 V" },
          ]}
          disabled={!answer.may_edit}
          onChange={(value) => set("alternator_v", Number(value))}
        />
      </FieldRow>
      <NumberField
        label="Alternator, on its label"
        path="/charging/alternator_a"
        unit="A"
        nullable
        value={charging.alternator_a}
      />
      <NumberField
        label="DC-DC charger chosen"
        path="/charging/dcdc_a"
        unit="A"
        nullable
        value={charging.dcdc_a}
        hint="Rated output, all units together."
      />
      <NeedRows
        rows={[
          {
            label: "DC-DC needed",
            figure: figure("charging.dcdc.need_a"),
            strong: true,
            note: (
              <>
                driving alone puts back a mean day; driving comes from the <ToStays />
              </>
            ),
          },
          {
            label: "Draws from the alternator",
            figure: figure("charging.dcdc.input_a"),
            note: "more than it gives: volts rise, losses, cable",
          },
          { label: "Alternator can spare, hot", figure: figure("charging.alternator_spare_a") },
          { label: "An hour of driving gives", figure: figure("charging.dcdc.wh_per_driving_hour") },
        ]}
      />
    </Section>
  );
}

/** Charging from a hookup. */
function Shore() {
  const { charging } = useRig().rig;
  const { figure } = useStepFigures("charging");
  return (
    <Section title="Shore">
      <NumberField
        label="Hours on a hookup"
        path="/charging/refill_hours"
        unit="h"
        value={charging.refill_hours}
        hint="From empty to full, such as one night."
      />
      <NumberField
        label="Shore charger chosen"
        path="/charging/shore_charger_a"
        unit="A"
        nullable
        value={charging.shore_charger_a}
      />
      <NeedRows
        rows={[
          { label: "Charger needed", figure: figure("charging.shore.need_a"), strong: true },
          { label: "Draws from the mains", figure: figure("charging.shore.mains_a") },
          {
            label: "Smallest hookup gives",
            figure: figure("charging.shore.hookup_continuous_a"),
            note: figure("charging.shore.hookup") ? (
              "continuously"
            ) : (
              <>
                no stay has a hookup; add one under <ToStays />
              </>
            ),
          },
          {
            label: "Most that fits through it",
            figure: figure("charging.shore.hookup_limit_a"),
            note: "at the battery",
          },
          { label: "Hours to full", figure: figure("charging.shore.hours_to_full"), strong: true },
        ]}
      />
    </Section>
  );
}

/** Everything that was chosen, against what the bank takes. */
function AllSources() {
  const { figure } = useStepFigures("charging");
  return (
    <Section title="All sources at once, against the bank">
      <NeedRows
        rows={[
          { label: "Chosen sources together", figure: figure("charging.all_sources_a") },
          { label: "Usual for this bank", figure: figure("charging.bank_usual_a") },
          { label: "Makers' highest", figure: figure("charging.bank_max_a") },
        ]}
      />
    </Section>
  );
}

function ToStays() {
  const { jobId, optionId } = useParams();
  return (
    <Link to={`/jobs/${jobId}/${optionId}/brief`} className="underline">
      stays
    </Link>
  );
}
