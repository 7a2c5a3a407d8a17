import { useQuery } from "@tanstack/react-query";
import { Section } from "../../ui/PageHead";
import { LengthField } from "../worksheet/cableFields";
import { NumberField, WordsField } from "../worksheet/fields";
import { useRig } from "../worksheet/useRig";
import { wiringQuery } from "../worksheet/wiringQueries";

const KINDS = { sense: "senses", control: "controls", data: "tells" };
const UNSAID = { label: "", length: null, fuse_a: null };

/** Thin wires that carry no power: they follow from meters, electronics and devices, and are laid and labelled like the others. */
export function SmallWires() {
  const { rig, optionId, answer } = useRig();
  const wires = useQuery(wiringQuery(optionId, answer.revision)).data?.signals ?? [];
  if (wires.length === 0) return null;
  return (
    <Section title="Wires that sense, control or tell" aside={`${wires.length}`}>
      {wires.map((one) => {
        const said = { ...UNSAID, ...rig.wiring.signals[one.key] };
        const base = `/wiring/signals/${one.key}`;
        return (
          <details key={one.key} className="border-rule border-b">
            <summary className="touch cursor-pointer py-1">
              {said.label && <span className="mr-2 font-mono text-[13px]">{said.label}</span>}
              {one.name}
              <span className="ml-2 text-[13px] text-soft">
                {[KINDS[one.kind], one.length, said.fuse_a && (said.fuse_a === "none" ? "no fuse" : `${said.fuse_a} A`)]
                  .filter(Boolean)
                  .join(", ")}
              </span>
            </summary>
            <div className="pb-2 pl-5">
              <WordsField label="Label" path={`${base}/label`} value={said.label} />
              <LengthField label="One way" path={`${base}/length`} typed={one.length || undefined} />
              {one.fused && (
                <NumberField
                  label="Fuse at the bank"
                  path={`${base}/fuse_a`}
                  unit="A"
                  nullable
                  none
                  value={said.fuse_a}
                  hint="Or “none”, where somebody looked and there is none."
                />
              )}
            </div>
          </details>
        );
      })}
    </Section>
  );
}
