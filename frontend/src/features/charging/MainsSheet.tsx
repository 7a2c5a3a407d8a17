import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useParams } from "react-router";
import { referenceQuery } from "../../api/queries";
import { Button } from "../../ui/Button";
import { Section } from "../../ui/PageHead";
import { ConductorField, LengthField } from "../worksheet/cableFields";
import { Figure } from "../worksheet/Figure";
import { FieldRow, NumberField, SelectField, WordsField } from "../worksheet/fields";
import { NeedRows } from "../worksheet/NeedRows";
import { OwnPartDialog } from "../worksheet/OwnPartDialog";
import { OwnParts } from "../worksheet/OwnParts";
import { PartSelect } from "../worksheet/PartSelect";
import { Cell, Row, Rows } from "../worksheet/Rows";
import { rowName } from "../worksheet/rowName";
import { useRig } from "../worksheet/useRig";
import { useStepFigures } from "../worksheet/useStepFigures";
import { WithinField } from "../worksheet/WithinField";
import { CLASSES, FUELS, YES_NO } from "./choices";
import { SettingsFields } from "./SettingsFields";
import {
  type Charger,
  type Generator,
  inOrder,
  nameOfBank,
  nameOfCharger,
  nameOfGenerator,
  withOneMore,
} from "./things";

/** Hookup, cord and inlet, the chargers behind them, and the generator. */
export function MainsSheet() {
  const { rig, edit, answer } = useRig();
  const [adding, setAdding] = useState(false);
  const chosen = Object.values(rig.charging.chargers).some((one) => one.output_a !== null || one.part !== null);
  return (
    <>
      {!chosen && (
        <SelectField
          label="A shore charger"
          path="/charging/shore_charger"
          value={rig.charging.shore_charger}
          options={[
            { value: null, label: "is to be chosen, if hookups are met" },
            { value: "none", label: "there is to be none" },
          ]}
        />
      )}
      {inOrder(rig.charging.chargers).map(([id, one]) => (
        <OneCharger key={id} id={id} one={one} />
      ))}
      <WithinInverter />
      {answer.may_edit && (
        <div className="my-3 flex flex-wrap gap-3">
          <Button onClick={() => void edit(withOneMore(rig, "chargers"))}>+ Charger</Button>
          <Button kind="quiet" onClick={() => setAdding(true)}>
            Charger of their own…
          </Button>
        </div>
      )}
      <Hookup />
      <Beside />
      {inOrder(rig.charging.generators).map(([id, one]) => (
        <OneGenerator key={id} id={id} one={one} />
      ))}
      {answer.may_edit && (
        <div className="my-3">
          <Button onClick={() => void edit(withOneMore(rig, "generators"))}>+ Generator</Button>
        </div>
      )}
      <OwnParts
        kind="charger"
        used={Object.values(rig.charging.chargers).flatMap((one) => (one.part ? [one.part] : []))}
      />
      {adding && <OwnPartDialog kind="charger" id={null} onClose={() => setAdding(false)} />}
    </>
  );
}

function OneCharger({ id, one }: { id: string; one: Charger }) {
  const { rig, edit, answer } = useRig();
  const { figure } = useStepFigures("charging");
  const base = `/charging/chargers/${id}`;
  const title = nameOfCharger(rig, id);
  const of = (name: string) => figure(`charging.source.${id}.${name}`);
  const others = inOrder(rig.storage.others);
  return (
    <Section title={title}>
      <FieldRow label="It is">
        <PartSelect
          kind="charger"
          label={`Part of ${title}`}
          value={one.part}
          empty="typed by its plate"
          className="w-80 max-w-full"
          onChange={(part) => void edit([{ op: "add", path: `${base}/part`, value: part }])}
        />
      </FieldRow>
      <ProfileField base={base} of={id} value={one.profile} />
      {one.part === null && (
        <>
          <NumberField label="Rated output" path={`${base}/output_a`} unit="A" nullable value={one.output_a} />
          <SelectField
            label="It is made for"
            path={`${base}/output_v`}
            value={one.output_v as number | null}
            options={CLASSES}
          />
        </>
      )}
      <details>
        <summary className="touch cursor-pointer text-soft hover:text-ink">More of it, and how it is set</summary>
        <WordsField label="Called" path={`${base}/name`} value={one.name} />
        {others.length > 0 && (
          <SelectField
            label="Fills"
            path={`${base}/bank`}
            value={one.bank}
            options={[
              { value: null, label: "the house bank" },
              ...others.map(([value]) => ({ value, label: nameOfBank(rig, value) })),
            ]}
          />
        )}
        <NumberField label="Turned down to" path={`${base}/turned_to_a`} unit="A" nullable value={one.turned_to_a} />
        <SelectField label="Can be turned down" path={`${base}/adjustable`} value={one.adjustable} options={YES_NO} />
        <Shares base={base} of={one} />
        <SettingsFields base={base} of={one} />
        <WithinField of={`charger:${id}`} base={base} value={one.within} />
        {answer.may_edit && (
          <Button kind="quiet" className="my-1" onClick={() => void edit([{ op: "remove", path: base }])}>
            Remove {title}
          </Button>
        )}
      </details>
      <NeedRows
        rows={[
          ...(of("input_a")
            ? [
                { label: "Draws from the mains", figure: of("input_a") },
                { label: "Of that real power", figure: of("input_w"), note: "the rest only fills the cord" },
              ]
            : []),
        ]}
      />
    </Section>
  );
}

/** The charger that an inverter brings along. */
function WithinInverter() {
  const { charger } = useRig().rig.inverter;
  const { figure } = useStepFigures("charging");
  const of = (name: string) => figure(`charging.source.inverter.${name}`);
  const base = "/inverter/charger";
  if (!of("rated_a")) return null;
  return (
    <Section title="Charger within the inverter">
      <ProfileField base={base} of="inverter" value={charger.profile} />
      <details>
        <summary className="touch cursor-pointer text-soft hover:text-ink">More of it, and how it is set</summary>
        <NumberField
          label="Turned down to"
          path={`${base}/turned_to_a`}
          unit="A"
          nullable
          value={charger.turned_to_a}
        />
        <Shares base={base} of={charger} />
        <SettingsFields base={base} of={charger} />
      </details>
      <NeedRows
        rows={[
          { label: "It gives the bank", figure: of("output_a"), strong: true },
          { label: "Draws from the mains", figure: of("input_a") },
          { label: "Of that real power", figure: of("input_w"), note: "the rest only fills the cord" },
        ]}
      />
    </Section>
  );
}

/** Which of the profiles of its data sheet a charger is set to, where that names any. */
function ProfileField({ base, of, value }: { base: string; of: string; value: string | null }) {
  const { figure } = useStepFigures("charging");
  const there = figure(`charging.source.${of}.profiles`)?.value;
  if (typeof there !== "string") return null;
  const names = there.split("; ");
  return (
    <SelectField
      label="It is set to"
      path={`${base}/profile`}
      value={value}
      options={[
        { value: null, label: "not said" },
        ...names.map((name) => ({ value: name, label: name })),
        ...(value !== null && !names.includes(value) ? [{ value, label: `${value}, which it does not have` }] : []),
      ]}
    />
  );
}

/** What a charger passes on, and how it draws. */
function Shares({ base, of }: { base: string; of: { efficiency_frac: number | null; power_factor: number | null } }) {
  return (
    <>
      <NumberField
        label="Passes on, such as 0.9"
        path={`${base}/efficiency_frac`}
        unit=""
        nullable
        value={of.efficiency_frac}
      />
      <NumberField
        label="Power factor, such as 0.7"
        path={`${base}/power_factor`}
        unit=""
        nullable
        value={of.power_factor}
      />
    </>
  );
}

/** Outlet, cord and inlet, and what of them reaches the bank. */
function Hookup() {
  const { charging } = useRig().rig;
  const { figure } = useStepFigures("charging");
  const stock = useQuery(referenceQuery).data?.conductors ?? [];
  const inlet = charging.inlet;
  return (
    <Section title="Hookup, cord and inlet">
      <NumberField label="The cord is rated" path="/charging/inlet/cord_a" unit="A" nullable value={inlet.cord_a} />
      <NumberField label="The inlet is rated" path="/charging/inlet/inlet_a" unit="A" nullable value={inlet.inlet_a} />
      <NumberField
        label="An adapter bears"
        path="/charging/inlet/adapter_a"
        unit="A"
        nullable
        value={inlet.adapter_a}
      />
      <LengthField label="Length of the cord" path="/charging/inlet/cord_length" typed={inlet.cord_length?.typed} />
      <ConductorField
        label="Its size"
        path="/charging/inlet/cord_conductor"
        value={inlet.cord_conductor}
        stock={stock}
      />
      <NeedRows
        rows={[
          { label: "Charger needed", figure: figure("charging.shore.need_a"), strong: true },
          { label: "All chargers draw", figure: figure("charging.shore.mains_a") },
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
          { label: "Outlet, cord and inlet pass", figure: figure("charging.shore.way_continuous_a") },
          { label: "Most that fits through", figure: figure("charging.shore.hookup_limit_a"), note: "at the battery" },
          ...(figure("charging.shore.cord_drop_frac")
            ? [
                {
                  label: "Lost along the cord",
                  figure: figure("charging.shore.cord_drop_frac"),
                  share: true,
                  note: "of the mains volts, with the chargers on",
                },
              ]
            : []),
          {
            label: "Hours to full",
            figure: figure("charging.shore.hours_to_full"),
            strong: true,
            note: "with nothing on meanwhile",
          },
        ]}
      />
      <p className="mt-2 max-w-[46rem] text-[13px] text-soft">
        Mains are the work of a licensed person, and the local code goes first. A cord that is wound up or lies in the
        sun bears less than its rating.
      </p>
    </Section>
  );
}

/** What is left for charging while something heavy runs on the same hookup. */
function Beside() {
  const { rig } = useRig();
  const { figures } = useStepFigures("charging");
  const rows = Object.values(figures)
    .filter((one) => /^charging\.beside\..*\.charge_a$/.test(one.key))
    .map((charge) => ({ id: charge.key.slice("charging.beside.".length, -".charge_a".length), charge }));
  if (rows.length === 0) return null;
  return (
    <Section title="Beside what else runs on the hookup" aside="what the chargers may be set to meanwhile">
      <Rows head={["While it runs", "Hookup has left", "Charges with"]}>
        {rows.map(({ id, charge }) => (
          <Row key={id} head={`the ${rowName(rig, id)}`}>
            <Cell>
              <Figure figure={figures[`charging.beside.${id}.left_a`]} />
            </Cell>
            <Cell strong>
              <Figure figure={charge} />
            </Cell>
          </Row>
        ))}
      </Rows>
    </Section>
  );
}

function OneGenerator({ id, one }: { id: string; one: Generator }) {
  const { rig, edit, answer } = useRig();
  const { figure } = useStepFigures("charging");
  const base = `/charging/generators/${id}`;
  const title = nameOfGenerator(rig, id);
  const of = (name: string) => figure(`charging.generator.${id}.${name}`);
  return (
    <Section title={title}>
      <NumberField label="Continuous" path={`${base}/rated_w`} unit="W" nullable value={one.rated_w} />
      <details>
        <summary className="touch cursor-pointer text-soft hover:text-ink">Fuel, hours, start and stop</summary>
        <WordsField label="Called" path={`${base}/name`} value={one.name} />
        <SelectField label="Fuel" path={`${base}/fuel`} value={one.fuel} options={FUELS} />
        <NumberField
          label="At its rating it takes"
          path={`${base}/full_l_per_h`}
          unit="l/h"
          nullable
          value={one.full_l_per_h}
        />
        <NumberField label="At half of it" path={`${base}/half_l_per_h`} unit="l/h" nullable value={one.half_l_per_h} />
        <NumberField label="Its tank holds" path={`${base}/tank_l`} unit="l" nullable value={one.tank_l} />
        <NumberField
          label="It may run"
          path={`${base}/hours_per_day`}
          unit="h"
          nullable
          value={one.hours_per_day}
          hint="Hours of a day, as quiet hours leave it."
        />
        <NumberField
          label="Started at a charge of, such as 0.3"
          path={`${base}/start_frac`}
          unit=""
          nullable
          value={one.start_frac}
        />
        <NumberField
          label="Stopped at a charge of, such as 0.8"
          path={`${base}/stop_frac`}
          unit=""
          nullable
          value={one.stop_frac}
        />
        <NumberField
          label="Hours between services"
          path={`${base}/service_every_h`}
          unit="h"
          nullable
          value={one.service_every_h}
        />
        {answer.may_edit && (
          <Button kind="quiet" className="my-1" onClick={() => void edit([{ op: "remove", path: base }])}>
            Remove {title}
          </Button>
        )}
      </details>
      {of("gives_w") && (
        <NeedRows
          rows={[
            { label: "Gives, at its height and in the heat", figure: of("gives_w") },
            { label: "The chargers make of it", figure: of("charge_a"), strong: true },
            { label: "An hour of it brings", figure: of("wh_per_h"), strong: true },
            ...(of("wh_per_day") ? [{ label: "A day of it may bring", figure: of("wh_per_day") }] : []),
            { label: "It is loaded", figure: of("load_frac"), share: true },
            { label: "It takes", figure: of("l_per_h") },
            { label: "Fuel for a kilowatt-hour in the bank", figure: of("l_per_kwh") },
            ...(of("hours_per_tank") ? [{ label: "A tank lasts", figure: of("hours_per_tank") }] : []),
            ...(of("service_days") ? [{ label: "A service every", figure: of("service_days") }] : []),
            ...(of("hours_from_start_to_stop")
              ? [{ label: "From start to stop", figure: of("hours_from_start_to_stop") }]
              : []),
          ]}
        />
      )}
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
