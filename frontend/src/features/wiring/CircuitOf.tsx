import { useState } from "react";
import type { DcRun, PatchOperation, Rig } from "../../api/types";
import { Button } from "../../ui/Button";
import { SelectField, WordsField } from "../worksheet/fields";
import { useRig } from "../worksheet/useRig";
import { moved, onCircuit, switchedApart, takenOut } from "./runThings";

/** Which loads share the fuse of a run: a load is put on a circuit, a circuit's loads stand in the order of its cable. */
export function CircuitOf({ run }: { run: DcRun }) {
  const { rig, answer } = useRig();
  const [, id = ""] = /^panel\.out>(?:load|circuit):(.+)\.in$/.exec(run.key) ?? [];
  if (run.kind === "circuit") return <Circuit id={id} rig={rig} may={answer.may_edit} />;
  if (run.kind === "branch" && answer.may_edit) return <PutOn load={id} rig={rig} />;
  return null;
}

function PutOn({ load, rig }: { load: string; rig: Rig }) {
  const { edit } = useRig();
  const [chosen, setChosen] = useState("");
  const circuits = Object.entries(rig.wiring.circuits).sort(([, one], [, other]) => one.position - other.position);
  const others = Object.entries(rig.loads).filter(
    ([id, one]) => id !== load && one.feed === "dc" && !circuits.some(([, circuit]) => circuit.loads.includes(id)),
  );
  if (circuits.length === 0 && others.length === 0) return null;
  return (
    <div className="flex flex-wrap items-center gap-3 border-rule border-b py-2">
      <label className="flex items-center gap-3">
        <span className="w-[14.5rem]">Shares its fuse with</span>
        <select className="field touch" value={chosen} onChange={(event) => setChosen(event.target.value)}>
          <option value="">nothing else</option>
          {circuits.map(([id, one]) => (
            <option key={id} value={`circuit:${id}`}>
              circuit {one.name}
            </option>
          ))}
          {others.map(([id, one]) => (
            <option key={id} value={`load:${id}`}>
              {one.name}
            </option>
          ))}
        </select>
      </label>
      {chosen !== "" && (
        <Button onClick={() => void edit(onCircuit(rig, load, chosen)).then(() => setChosen(""))}>Put together</Button>
      )}
    </div>
  );
}

function Circuit({ id, rig, may }: { id: string; rig: Rig; may: boolean }) {
  const { edit } = useRig();
  const circuit = rig.wiring.circuits[id];
  if (!circuit) return null;
  const change = (patch: PatchOperation[]) => void edit(patch);
  const base = `/wiring/circuits/${id}`;
  return (
    <fieldset>
      <legend className="sr-only">Circuit {circuit.name}</legend>
      <WordsField label="Circuit called" path={`${base}/name`} value={circuit.name} />
      <SelectField
        label="Before all of it"
        path={`${base}/switched`}
        value={circuit.switched}
        options={[
          { value: null, label: "not said" },
          { value: "none", label: "nothing" },
          { value: "switch", label: "a switch" },
          { value: "two_way", label: "two switches, from two places" },
          { value: "dimmer", label: "a dimmer" },
          { value: "float", label: "a float or dry-run switch" },
        ]}
        hint={circuit.switched === "two_way" ? "Between the two switches run two conductors." : undefined}
      />
      {circuit.loads.length > 1 && (
        <SelectField
          label="Its cable goes on"
          path={`${base}/joined`}
          value={circuit.joined}
          options={[
            { value: null, label: "not said how" },
            { value: "splices", label: "by a splice before each load but the last" },
            { value: "terminals", label: "from the terminals of each load" },
          ]}
        />
      )}
      <ol className="border-rule border-b py-2">
        {circuit.loads
          .filter((load) => load in rig.loads)
          .map((load, at) => (
            <li key={load} className="flex items-center gap-3 py-1">
              <span className="w-6 text-right font-mono text-[13px] text-soft">{at + 1}</span>
              <span className="flex-1">{rig.loads[load]?.name}</span>
              {may && at > 0 && (
                <Button
                  kind="quiet"
                  aria-label={`${rig.loads[load]?.name} nearer to the panel`}
                  onClick={() => change(moved(circuit.loads, id, at))}
                >
                  ▴
                </Button>
              )}
              <label className="touch flex items-center gap-2 text-[14px]">
                <input
                  type="checkbox"
                  disabled={!may}
                  checked={circuit.own_switches.includes(load)}
                  onChange={() => change(switchedApart(circuit.own_switches, id, load))}
                />
                own switch<span className="sr-only"> for {rig.loads[load]?.name}</span>
              </label>
              {may && (
                <Button kind="quiet" onClick={() => change(takenOut(rig, id, load))}>
                  A fuse of its own<span className="sr-only"> for {rig.loads[load]?.name}</span>
                </Button>
              )}
            </li>
          ))}
      </ol>
    </fieldset>
  );
}
