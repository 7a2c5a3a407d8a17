import { Section } from "../../ui/PageHead";
import { SelectField } from "../worksheet/fields";
import { useRig } from "../worksheet/useRig";
import { Gear } from "./Gear";
import { Routes } from "./Routes";
import { SmallWires } from "./SmallWires";
import { Stands } from "./Stands";

/** What sits between the runs, the wires that carry no power, and how all of it is laid. */
export function BetweenSheet() {
  return (
    <>
      <Gear />
      <SmallWires />
      <HowTheyAreLaid />
    </>
  );
}

/** What counts for every run that is to be laid, and the ways that several take. */
function HowTheyAreLaid() {
  const { rig } = useRig();
  return (
    <Section title="How they are laid">
      <SelectField
        label="Insulation of new cable"
        path="/wiring/insulation_c"
        value={rig.wiring.insulation_c}
        options={[60, 75, 90, 105].map((value) => ({ value, label: `${value} °C` }))}
      />
      <SelectField
        label="A fuse may be"
        path="/wiring/fuse_school"
        value={rig.wiring.fuse_school}
        options={[
          { value: "ampacity", label: "at most what its cable bears (ISO 13297)" },
          { value: "next_rating", label: "the next rating over what it bears (NEC 240.4(B))" },
          { value: "half_more", label: "half more, on branches (ABYC E-11)" },
        ]}
        hint="The local code says which of them holds. Thin wires of American vehicles keep their own largest fuse."
      />
      <SelectField
        label="Solar controllers join"
        path="/wiring/solar_joins"
        value={rig.wiring.solar_joins}
        options={[
          { value: "battery", label: "at the bank, before the main switch" },
          { value: "bus", label: "at the bus, behind the main switch" },
          { value: "charge_bus", label: "with all that charges, on a bus of its own" },
        ]}
        hint={
          rig.wiring.solar_joins === "charge_bus"
            ? "The bank's electronics part that bus alone when it is full or cold, and the loads go on."
            : "At the bank they go on charging while the main switch is open; at the bus the switch cuts them off too."
        }
      />
      <SelectField
        label="Inverters join"
        path="/wiring/inverter_joins"
        value={rig.wiring.inverter_joins}
        options={[
          { value: "bus", label: "at the bus, behind the main fuse" },
          { value: "battery", label: "at the bank, each with a fuse of its own" },
        ]}
      />
      <SelectField
        label="The main switch opens"
        path="/wiring/switch_poles"
        value={rig.wiring.switch_poles}
        options={[
          { value: "positive", label: "the positive" },
          { value: "both", label: "both poles" },
        ]}
      />
      <SelectField
        label="Negative of new cable"
        path="/wiring/negative_colour"
        value={rig.wiring.negative_colour}
        options={[
          { value: null, label: "as is usual in the region" },
          { value: "black", label: "black" },
          { value: "yellow", label: "yellow, apart from the black of AC" },
        ]}
      />
      <Stands />
      <Routes />
    </Section>
  );
}
