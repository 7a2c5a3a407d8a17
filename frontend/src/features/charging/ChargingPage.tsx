import { Link, useParams } from "react-router";
import { Choice } from "../../ui/Choice";
import { PageHead, Section } from "../../ui/PageHead";
import { Figure } from "../worksheet/Figure";
import { FieldRow, NumberField, SelectField } from "../worksheet/fields";
import { NeedRows } from "../worksheet/NeedRows";
import { StepFindings } from "../worksheet/StepFindings";
import { useRig } from "../worksheet/useRig";
import { useStepFigures } from "../worksheet/useStepFigures";
import { Modes } from "./Modes";

const CLASSES = [
  { value: null, label: "not said" },
  ...([12, 24, 48] as const).map((volts) => ({ value: volts, label: `${volts} V` })),
];

export function ChargingPage() {
  const { figure } = useStepFigures("charging");
  const drives = Number(figure("brief.driving_hours_per_day")?.value ?? 0) > 0;
  return (
    <>
      <PageHead>
        {!drives && "The stays plan no driving. "}
        {figure("charging.dcdc.need_a") && (
          <>
            With <Figure figure={figure("brief.driving_hours_per_day")} /> of driving a day, a DC-DC charger of{" "}
            <Figure figure={figure("charging.dcdc.need_a")} className="font-semibold" /> alone keeps up.{" "}
          </>
        )}
        {figure("charging.relay.estimate_a") && (
          <>
            While driving the relay passes about{" "}
            <Figure figure={figure("charging.relay.estimate_a")} className="font-semibold" />.{" "}
          </>
        )}
        {figure("charging.shore.need_a") ? (
          <>
            On shore <Figure figure={figure("charging.shore.need_a")} className="font-semibold" /> fill the bank in{" "}
            <Figure figure={figure("charging.refill_hours")} />.
          </>
        ) : (
          "No hookup is on the journey, and no shore charger is there."
        )}
      </PageHead>
      <StepFindings step="charging" />

      <Modes />
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
          value={charging.alternator_path ?? ("" as "none")}
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
          value={String(charging.alternator_v ?? "")}
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
      {charging.alternator_path === "relay" && (
        <NumberField
          label="Relay, cable and fuse bear"
          path="/charging/path_limit_a"
          unit="A"
          nullable
          value={charging.path_limit_a}
        />
      )}
      {charging.alternator_path === "dcdc" && (
        <>
          <NumberField
            label="DC-DC charger chosen"
            path="/charging/dcdc_a"
            unit="A"
            nullable
            value={charging.dcdc_a}
            hint="Rated output, all units together."
          />
          <SelectField
            label="Its input is for"
            path="/charging/dcdc_input_v"
            value={charging.dcdc_input_v}
            options={CLASSES}
          />
          <SelectField
            label="Its output is for"
            path="/charging/dcdc_output_v"
            value={charging.dcdc_output_v}
            options={CLASSES}
          />
        </>
      )}
      {charging.alternator_path === "dcdc" && (
        <NeedRows
          rows={[
            {
              label: "DC-DC needed",
              figure: figure("charging.dcdc.need_a"),
              strong: true,
              note: (
                <>
                  driving alone puts back a mean day, as far as the bank takes it; driving comes from the <ToStays />
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
      )}
      {charging.alternator_path === "relay" && (
        <NeedRows
          rows={[
            {
              label: "The relay passes, about",
              figure: figure("charging.relay.estimate_a"),
              strong: true,
              note: "as much as the alternator has, the way bears and the volts push; less as the bank fills",
            },
          ]}
        />
      )}
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
        nullable
        value={charging.refill_hours}
        hint="From empty to full; 10 h are reckoned with until somebody says."
      />
      <NumberField
        label="Shore charger chosen"
        path="/charging/shore_charger_a"
        unit="A"
        nullable
        none
        value={charging.shore_charger_a}
        hint="Or “none”, where there is to be none."
      />
      <SelectField label="It is made for" path="/charging/charger_v" value={charging.charger_v} options={CLASSES} />
      <NumberField
        label="It stops at"
        path="/charging/stops_at_v"
        unit="V"
        nullable
        value={charging.stops_at_v}
        hint="Its highest volts, where they are below those of the bank."
      />
      <NumberField label="Generator" path="/charging/generator_w" unit="W" nullable value={charging.generator_w} />
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
          {
            label: "Highest for this bank",
            figure: figure("charging.bank_max_a"),
            note: "its maker's figure goes first",
          },
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
