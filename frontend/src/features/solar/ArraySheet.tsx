import { useState } from "react";
import type { PvArray } from "../../api/types";
import { Button } from "../../ui/Button";
import { Section } from "../../ui/PageHead";
import { LengthField } from "../worksheet/cableFields";
import { Figure } from "../worksheet/Figure";
import { NumberField, SelectField, WordsField } from "../worksheet/fields";
import { OwnPartDialog } from "../worksheet/OwnPartDialog";
import { OwnParts } from "../worksheet/OwnParts";
import { PartSelect } from "../worksheet/PartSelect";
import { usePartName, useParts } from "../worksheet/useParts";
import { useRig } from "../worksheet/useRig";
import { useStepFigures } from "../worksheet/useStepFigures";
import { Arrange } from "./Arrange";
import {
  isThere,
  nameOfArray,
  nameOfController,
  orderedArrays,
  orderedControllers,
  PLACES,
  withArray,
  withString,
} from "./arrays";
import { Controllers } from "./Controllers";
import { Grow } from "./Grow";
import { Strings } from "./Strings";

/** What lies on the vehicle: arrays by their strings, and the controllers that they go to. */
export function ArraySheet() {
  const { rig, edit, answer } = useRig();
  const [arranging, setArranging] = useState<{ insteadOf: string | null } | null>(null);
  const [adding, setAdding] = useState<"panel" | "controller" | null>(null);
  const arrays = orderedArrays(rig);
  const used = arrays.flatMap(([, array]) =>
    Object.values(array.strings).flatMap((string) => Object.values(string.panels).map((panel) => panel.part)),
  );
  return (
    <>
      {answer.may_edit && (
        <div className="mb-4 flex flex-wrap gap-3">
          <Button kind="main" onClick={() => setArranging({ insteadOf: null })}>
            Arrange panels…
          </Button>
          <Button onClick={() => void edit(withArray(rig))}>+ Array</Button>
          <Button kind="quiet" onClick={() => setAdding("panel")}>
            Panel of their own…
          </Button>
          <Button kind="quiet" onClick={() => setAdding("controller")}>
            Controller of their own…
          </Button>
        </div>
      )}
      {arrays.length === 0 && (
        <p className="max-w-[40rem] py-2 text-soft">
          Nothing lies here yet. Say which panels there are, and every way of wiring them to the controllers at hand is
          judged; or add an array and say its strings.
        </p>
      )}
      {arrays.map(([id, array]) => (
        <OneArray key={id} id={id} array={array} onArrange={() => setArranging({ insteadOf: id })} />
      ))}
      <Controllers />
      <Grow />
      <OwnParts kind="panel" used={used} />
      <OwnParts
        kind="controller"
        used={Object.values(rig.solar.controllers).flatMap((one) => (one.part ? [one.part] : []))}
      />
      {arranging && <Arrange insteadOf={arranging.insteadOf} onClose={() => setArranging(null)} />}
      {adding && <OwnPartDialog kind={adding} id={null} onClose={() => setAdding(null)} />}
    </>
  );
}

function OneArray({ id, array, onArrange }: { id: string; array: PvArray; onArrange: () => void }) {
  const { rig, edit, answer } = useRig();
  const base = `/solar/arrays/${id}`;
  const partName = usePartName();
  const strings = Object.keys(array.strings).length > 0;
  const controllers = orderedControllers(rig);
  return (
    <Section title={nameOfArray(rig, id)} aside={isThere(array) ? undefined : "nothing chosen yet"}>
      <SelectField
        label="Where"
        path={`${base}/place`}
        value={array.place}
        options={PLACES.map(([value, label]) => ({ value, label }))}
      />
      <SelectField
        label="Goes to"
        path={`${base}/controller`}
        value={array.controller}
        options={[
          { value: null, label: array.own_controller ? "the controller of its kit" : "no controller yet" },
          ...controllers.map(([value, one], at) => ({
            value,
            label: nameOfController(one, at + 1, partName(one.part)),
          })),
        ]}
      />
      <WhichInput id={id} array={array} />
      {!strings && (
        <NumberField
          label="Rated, in all"
          path={`${base}/plain_w`}
          unit="W"
          nullable
          value={array.plain_w}
          hint="So many watts, while nobody has said which panels they are. Volts and currents cannot be judged so."
        />
      )}
      {strings && <Strings arrayId={id} array={array} />}
      <div className="my-2 flex flex-wrap gap-3">
        {answer.may_edit && strings && (
          <Button onClick={() => void edit(withString(rig, id, array, ""))}>+ String like the last</Button>
        )}
        {answer.may_edit && !strings && (
          <PartSelect
            kind="panel"
            label={`First panel of ${nameOfArray(rig, id)}`}
            value={null}
            empty="Say its panels…"
            className="w-56"
            onChange={(part) => part && void edit(withString(rig, id, array, part))}
          />
        )}
        {answer.may_edit && strings && <Button onClick={onArrange}>Arrange these anew…</Button>}
        {answer.may_edit && (
          <Button kind="quiet" onClick={() => void edit([{ op: "remove", path: base }])}>
            Remove the array
          </Button>
        )}
      </div>
      {isThere(array) && <ComesTo id={id} array={array} />}
      <More id={id} array={array} />
    </Section>
  );
}

/** Which input of its controller, where that has several or they are used already. */
function WhichInput({ id, array }: { id: string; array: PvArray }) {
  const { rig } = useRig();
  const parts = useParts("controller");
  const controller = array.controller === null ? undefined : rig.solar.controllers[array.controller];
  const inputs = parts.find((one) => one.reference === controller?.part)?.part.inputs ?? controller?.inputs ?? 1;
  if (Math.max(inputs, array.input) < 2) return null;
  return (
    <SelectField
      label="Its input"
      path={`/solar/arrays/${id}/input`}
      value={array.input}
      options={Array.from({ length: Math.max(inputs, array.input) }, (_, at) => ({
        value: at + 1,
        label: `${at + 1}`,
      }))}
    />
  );
}

/** What the array comes to, as one line of figures. */
function ComesTo({ id, array }: { id: string; array: PvArray }) {
  const { figure } = useStepFigures("solar");
  const of = (name: string) => figure(`solar.array.${id}.${name}`);
  const peak = figure("solar.peak_sun_hours")?.key;
  const day = of("wh_per_day") ?? governing(figure, id);
  const said = [
    { label: "rated", figure: of("rated_w") },
    { label: "open at the record low", figure: of("voc_cold_v") },
    { label: "working in the heat", figure: of("vmp_hot_v") },
    { label: "shorted", figure: of("isc_a") },
    ...(array.place === "carried" || !peak ? [] : [{ label: "on a mean day", figure: day }]),
    { label: "its mass", figure: of("mass_kg") },
    { label: "uplift at road speed", figure: of("uplift_n") },
    { label: "fixings at least", figure: of("fixings") },
  ].filter((one) => one.figure);
  return (
    <dl className="my-2 flex flex-wrap gap-x-6 gap-y-1">
      {said.map((one) => (
        <div key={one.label}>
          <dt className="text-[12px] text-soft leading-tight">{one.label}</dt>
          <dd className="column text-[16px]">
            <Figure figure={one.figure} />
          </dd>
        </div>
      ))}
    </dl>
  );
}

/** What it brings in the month that asks the most, where the sun has months: the month whose sum the day is. */
function governing(figure: ReturnType<typeof useStepFigures>["figure"], id: string) {
  const months = ["jan", "feb", "mar", "apr", "may", "jun", "jul", "aug", "sep", "oct", "nov", "dec"];
  const day = figure("solar.have_wh_per_day");
  const month = months.find((one) => figure(`solar.wh_per_day.${one}`)?.value === day?.value);
  return month ? figure(`solar.array.${id}.wh_per_day.${month}`) : undefined;
}

const YES_NO = [
  { value: null, label: "not said" },
  { value: "yes", label: "yes" },
  { value: "no", label: "no" },
] as const;
const FITTED = [
  { value: null, label: "not said" },
  { value: "fitted", label: "there is one" },
  { value: "none", label: "there is none" },
] as const;

/** How it lies, what holds it, and what is on its way to the controller. */
function More({ id, array }: { id: string; array: PvArray }) {
  const { rig } = useRig();
  const base = `/solar/arrays/${id}`;
  const onTheWay = (name: string) => `${base}/${name}`;
  return (
    <details className="mt-1">
      <summary className="touch cursor-pointer text-soft hover:text-ink">How it lies, and what is on its way</summary>
      <div className="mt-1">
        <WordsField label="Called" path={onTheWay("name")} value={array.name} placeholder={nameOfArray(rig, id)} />
        {array.place !== "carried" && (
          <>
            <NumberField
              label="Tilt, from level"
              path={onTheWay("tilt_deg")}
              unit="°"
              nullable
              value={array.tilt_deg}
              hint="Left empty it lies as all do, by the page How it lies."
            />
            <NumberField
              label="Faces, clockwise from north"
              path={onTheWay("faces_deg")}
              unit="°"
              nullable
              value={array.faces_deg}
            />
          </>
        )}
        <AtStays id={id} array={array} />
        <NumberField label="Shade on it, all day" path={onTheWay("shade_frac")} unit="of 1" value={array.shade_frac} />
        <SelectField
          label="Held by"
          path={onTheWay("mounting")}
          value={array.mounting}
          options={[
            { value: null, label: "not said" },
            { value: "rails", label: "rails, with air under it" },
            { value: "glued", label: "glued flat" },
            { value: "tilt_legs", label: "legs that raise it" },
          ]}
        />
        <SelectField
          label="Switch before its controller"
          path={onTheWay("disconnect")}
          value={array.disconnect}
          options={FITTED}
        />
        <NumberField
          label="That breaks, DC"
          path={onTheWay("disconnect_v")}
          unit="V"
          nullable
          value={array.disconnect_v}
        />
        <NumberField
          label="Connectors rated for"
          path={onTheWay("connector_v")}
          unit="V"
          nullable
          value={array.connector_v}
        />
        <SelectField
          label="Each mated with its own kind"
          path={onTheWay("connectors_alike")}
          value={array.connectors_alike}
          options={YES_NO}
        />
        <SelectField
          label="Box on the roof"
          path={onTheWay("junction_box")}
          value={array.junction_box}
          options={FITTED}
        />
        <SelectField label="Sealed gland" path={onTheWay("gland")} value={array.gland} options={FITTED} />
        {array.place === "carried" && <OfCarried id={id} array={array} />}
      </div>
    </details>
  );
}

/** Stays at which it lies otherwise: flat on the road, raised in winter. */
function AtStays({ id, array }: { id: string; array: PvArray }) {
  const { rig } = useRig();
  const stays = Object.entries(rig.stays).sort(([, one], [, other]) => one.position - other.position);
  if (array.place === "carried" || stays.length === 0) return null;
  const said = stays.filter(([stay]) => array.at_stays[stay]).length;
  return (
    <details className="border-rule border-b py-1.5">
      <summary className="touch cursor-pointer">
        Tilt by stay <span className="text-soft">– {said > 0 ? `said for ${said}` : "the same everywhere"}</span>
      </summary>
      {stays.map(([stay, one]) => (
        <div key={stay}>
          <NumberField
            label={`${one.place || "A stay"}, tilt`}
            path={`/solar/arrays/${id}/at_stays/${stay}`}
            unit="°"
            nullable
            value={array.at_stays[stay]?.tilt_deg ?? null}
            send={(tilt) =>
              tilt === null ? null : { tilt_deg: tilt, faces_deg: array.at_stays[stay]?.faces_deg ?? null }
            }
          />
          {array.at_stays[stay] && (
            <NumberField
              label={`${one.place || "A stay"}, faces`}
              path={`/solar/arrays/${id}/at_stays/${stay}/faces_deg`}
              unit="°"
              nullable
              value={array.at_stays[stay]?.faces_deg ?? null}
              hint="Clockwise from north; left empty it faces the equator."
            />
          )}
        </div>
      ))}
    </details>
  );
}

/** What is asked of an array that is carried out: its kit, its lead and port, and where it is kept. */
function OfCarried({ id, array }: { id: string; array: PvArray }) {
  const { rig } = useRig();
  const onTheWay = (name: string) => `/solar/arrays/${id}/${name}`;
  return (
    <>
      <SelectField
        label="Controller of its own in the kit"
        path={onTheWay("own_controller")}
        value={array.own_controller}
        options={[
          { value: true, label: "yes" },
          { value: false, label: "no" },
        ]}
      />
      <LengthField label="Lead" path={onTheWay("lead")} typed={array.lead?.typed} />
      <WordsField label="Plugged into" path={onTheWay("port")} value={array.port} />
      <SelectField
        label="Poles of that port"
        path={onTheWay("polarity")}
        value={array.polarity}
        options={[
          { value: null, label: "not tried with a meter" },
          { value: "as_marked", label: "as marked" },
          { value: "reversed", label: "the other way round" },
        ]}
      />
      <SelectField
        label="Stowed in"
        path={onTheWay("stowed_in")}
        value={array.stowed_in}
        options={[
          { value: null, label: "not said" },
          ...Object.entries(rig.space.compartments).map(([value, box]) => ({ value, label: box.name })),
        ]}
      />
      <NumberField label="Held down by" path={onTheWay("ballast_kg")} unit="kg" nullable value={array.ballast_kg} />
    </>
  );
}
