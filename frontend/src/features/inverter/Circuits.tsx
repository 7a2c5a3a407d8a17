import { useState } from "react";
import { Button } from "../../ui/Button";
import { Section } from "../../ui/PageHead";
import { Figure } from "../worksheet/Figure";
import { SelectField, useNumber, WordsField } from "../worksheet/fields";
import { useRig } from "../worksheet/useRig";
import { useStepFigures } from "../worksheet/useStepFigures";
import { AcCableFields } from "./AcCableFields";
import {
  type Circuit,
  hangables,
  nameOfCircuit,
  nameOfPanel,
  ordered,
  placesToHang,
  RCDS,
  withCircuit,
  withoutCircuit,
} from "./acThings";

const AWAY = [
  { value: null, label: "as its panel is" },
  { value: "relay", label: "a relay lets it go" },
  { value: "off", label: "breaker off, by card" },
];
const LEG = [
  { value: null, label: "not said" },
  { value: "first", label: "leg 1" },
  { value: "second", label: "leg 2" },
  { value: "both", label: "both legs" },
];

/** Circuits with their breakers, and what hangs on each. */
export function Circuits() {
  const { rig, edit, answer } = useRig();
  const circuits = ordered(rig.ac.circuits);
  const panels = ordered(rig.ac.panels);
  return (
    <Section title="Circuits" aside={circuits.length === 0 ? "none yet" : undefined}>
      {circuits.length > 0 && (
        <div className="overflow-x-auto">
          <table className="w-full text-[15px]">
            <thead>
              <tr className="border-ink border-b text-left text-[13px] text-soft">
                <th className="py-1 pr-3 font-semibold">Circuit</th>
                <th className="py-1 pr-3 font-semibold">Hangs on it</th>
                <th className="py-1 pr-3 text-right font-semibold">Together</th>
                <th className="py-1 pr-3 text-right font-semibold">Breaker</th>
                <th className="py-1 font-semibold">Without a hookup</th>
                <th>
                  <span className="sr-only">More</span>
                </th>
              </tr>
            </thead>
            {circuits.map(([id, one]) => (
              <OneCircuit key={id} id={id} circuit={one} />
            ))}
          </table>
        </div>
      )}
      {answer.may_edit && (
        <div className="mt-3 flex flex-wrap gap-3">
          {panels.map(([id]) => (
            <Button key={id} onClick={() => void edit(withCircuit(rig, id))}>
              {panels.length > 1 ? `+ Circuit on ${nameOfPanel(rig, id)}` : "+ Circuit"}
            </Button>
          ))}
          {panels.length === 0 && (
            <p className="text-[14px] text-soft">A circuit belongs to a panel: say first what there is.</p>
          )}
        </div>
      )}
      <HangsWhere />
    </Section>
  );
}

function OneCircuit({ id, circuit }: { id: string; circuit: Circuit }) {
  const { rig, edit, answer } = useRig();
  const { figure } = useStepFigures("inverter");
  const [open, setOpen] = useState(false);
  const name = nameOfCircuit(rig, id);
  const hung = hangables(rig).filter((one) => one.on === `circuit:${id}`);
  const chosen = circuit.breaker_a !== null;
  return (
    <tbody className="border-rule border-b">
      <tr className="align-baseline">
        <th scope="row" className="py-1.5 pr-3 text-left font-normal">
          {name}
          {Object.keys(rig.ac.panels).length > 1 && circuit.panel && (
            <span className="block text-[13px] text-soft">{nameOfPanel(rig, circuit.panel)}</span>
          )}
        </th>
        <td className="py-1.5 pr-3 text-[14px]">
          {hung.map((one) => one.name).join(", ") || <span className="text-soft">nothing</span>}
        </td>
        <td className="py-1.5 pr-3 text-right">
          <Figure figure={figure(`ac.circuit.${id}.running_a`)} />
        </td>
        <td className="whitespace-nowrap py-1.5 pr-3 text-right">
          <BreakerField path={`/ac/circuits/${id}/breaker_a`} value={circuit.breaker_a} name={name} />
          {!chosen && figure(`ac.circuit.${id}.breaker_a`) && (
            <span className="block text-[12px] text-soft">
              it takes <Figure figure={figure(`ac.circuit.${id}.breaker_a`)} />
            </span>
          )}
        </td>
        <td className="py-1.5">
          <select
            aria-label={`${name} without a hookup`}
            className="field"
            disabled={!answer.may_edit}
            value={String(circuit.when_away === "fed" ? null : circuit.when_away)}
            onChange={(event) =>
              void edit([
                {
                  op: "add",
                  path: `/ac/circuits/${id}/when_away`,
                  value: event.target.value === "null" ? null : event.target.value,
                },
              ])
            }
          >
            {AWAY.map((one) => (
              <option key={String(one.value)} value={String(one.value)}>
                {one.label}
              </option>
            ))}
          </select>
        </td>
        <td className="py-1.5 pl-2 text-right">
          <Button kind="quiet" aria-expanded={open} aria-label={`More of ${name}`} onClick={() => setOpen(!open)}>
            {open ? "▴" : "▾"}
          </Button>
        </td>
      </tr>
      {open && (
        <tr>
          <td colSpan={6} className="pb-3 pl-4">
            <MoreOfCircuit id={id} circuit={circuit} name={name} />
          </td>
        </tr>
      )}
    </tbody>
  );
}

function BreakerField({ path, value, name }: { path: string; value: number | null; name: string }) {
  const { fault, input } = useNumber({ path, unit: "A", value, nullable: true });
  return (
    <>
      <input {...input} aria-label={`Breaker of ${name}`} className="field w-16 text-right font-mono" placeholder="–" />
      <span className="ml-1 text-[13px] text-soft">A</span>
      {fault && (
        <p id={`${input.id}-fault`} role="alert" className="whitespace-normal text-[13px] text-danger">
          {fault}
        </p>
      )}
    </>
  );
}

function MoreOfCircuit({ id, circuit, name }: { id: string; circuit: Circuit; name: string }) {
  const { rig, edit, answer } = useRig();
  const { figure } = useStepFigures("inverter");
  const base = `/ac/circuits/${id}`;
  const opens = figure(`ac.circuit.${id}.opens_at_a`);
  return (
    <>
      <WordsField label="Called" path={`${base}/name`} value={circuit.name} />
      <SelectField
        label="On the panel"
        path={`${base}/panel`}
        value={circuit.panel}
        options={ordered(rig.ac.panels).map(([value]) => ({ value, label: nameOfPanel(rig, value) }))}
      />
      {circuit.panel && rig.ac.panels[circuit.panel]?.legs === 2 && (
        <SelectField label="Leg" path={`${base}/leg`} value={circuit.leg} options={LEG} />
      )}
      <SelectField
        label="It goes to"
        path={`${base}/serves`}
        value={circuit.serves}
        options={[
          { value: null, label: "not said" },
          { value: "outlets", label: "outlets" },
          { value: "fixed", label: "what is wired for good" },
        ]}
      />
      <SelectField label="Residual-current device" path={`${base}/rcd`} value={circuit.rcd} options={RCDS} />
      <SelectField
        label="Where its outlets are"
        path={`${base}/zone`}
        value={circuit.zone}
        options={[
          { value: null, label: "not said" },
          { value: "dry", label: "in the dry" },
          { value: "wet", label: "within the space of a shower" },
        ]}
      />
      <SelectField
        label="Its breaker opens"
        path={`${base}/poles`}
        value={circuit.poles}
        options={[
          { value: null, label: "not said" },
          { value: 1, label: "the live side" },
          { value: 2, label: "live and neutral" },
        ]}
      />
      <SelectField
        label="Its curve"
        path={`${base}/curve`}
        value={circuit.curve}
        options={[
          { value: null, label: "not said, or none" },
          { value: "b", label: "B" },
          { value: "c", label: "C" },
          { value: "d", label: "D" },
        ]}
        hint={opens ? `It opens at once from ${opens.value} A on.` : undefined}
      />
      <AcCableFields label="Its cable" path={base} figures={`ac.circuit.${id}`} cable={circuit} />
      {answer.may_edit && (
        <Button kind="quiet" className="mt-1" onClick={() => void edit(withoutCircuit(rig, id))}>
          Take {name} away
        </Button>
      )}
    </>
  );
}

/** All that takes AC, and where each thing hangs. */
function HangsWhere() {
  const { rig, edit, answer } = useRig();
  const things = hangables(rig);
  const places = placesToHang(rig);
  if (things.length === 0) return null;
  return (
    <div className="mt-5">
      <h3 className="border-rule border-b pb-1 font-semibold text-[14px]">What hangs where</h3>
      <ul className="grid gap-x-8 sm:grid-cols-2">
        {things.map((one) => {
          const gone = one.on !== null && !places.some((place) => place.value === one.on);
          return (
            <li key={one.path} className="flex items-center justify-between gap-3 border-rule border-b py-1">
              <span className="min-w-0 truncate">{one.name}</span>
              <select
                aria-label={`${one.name} hangs on`}
                className="field max-w-[60%]"
                disabled={!answer.may_edit}
                value={String(one.on)}
                onChange={(event) =>
                  void edit([
                    { op: "add", path: one.path, value: event.target.value === "null" ? null : event.target.value },
                  ])
                }
              >
                <option value="null">not said</option>
                {gone && <option value={String(one.on)}>what is not there any more</option>}
                {places.map((place) => (
                  <option key={place.value} value={place.value ?? ""}>
                    {place.label}
                  </option>
                ))}
              </select>
            </li>
          );
        })}
      </ul>
    </div>
  );
}
