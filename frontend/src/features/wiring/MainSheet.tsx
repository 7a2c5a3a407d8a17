import { useQuery } from "@tanstack/react-query";
import { referenceQuery } from "../../api/queries";
import type { FigureValue } from "../../api/types";
import { lazyPage } from "../../ui/lazyPage";
import { Section } from "../../ui/PageHead";
import { ConductorField, LengthField } from "../worksheet/cableFields";
import { NumberField, SelectField } from "../worksheet/fields";
import { NeedRows } from "../worksheet/NeedRows";
import { useRig } from "../worksheet/useRig";
import { useStepFigures } from "../worksheet/useStepFigures";
import { MainRun } from "./MainRun";

const MainDetails = lazyPage("the fuse", async () => (await import("./FuseFields")).MainDetails);

const NOT_KNOWN = { value: null, label: "not known" };
const RATINGS = [NOT_KNOWN, ...[60, 75, 90, 105].map((value) => ({ value, label: `${value} °C` }))];

/** The run from the bank to the bus: where it lies, what it asks for, what was chosen. */
export function MainSheet({
  nothing,
  unrated,
  figure,
}: {
  nothing: boolean;
  unrated: string;
  figure: (key: string) => FigureValue | undefined;
}) {
  const { rig } = useRig();
  return (
    <>
      {!nothing && <MainRun figure={figure} />}
      <WhereItLies />
      <Section title="Need">
        <NeedRows
          rows={[
            {
              label: "Design current",
              figure: figure("wiring.main.design_current_a"),
              note: [
                rig.wiring.inverter_joins === "bus" && "inverter at full rating and cut-off volts",
                "all DC loads",
                rig.wiring.solar_joins !== "charge_bus" && "or all chargers",
              ]
                .filter(Boolean)
                .join(", "),
            },
            { label: unrated ? "Fuse at least" : "Fuse not below", figure: figure("wiring.main.fuse_floor_a") },
            ...(figure("wiring.main.maker_fuse_a")
              ? [{ label: "Inverter's maker asks for", figure: figure("wiring.main.maker_fuse_a") }]
              : []),
            { label: "Main fuse", figure: figure("wiring.main.fuse_a"), strong: true },
            {
              label: "Main cable",
              figure: figure("wiring.main.conductor"),
              strong: true,
              note: "smallest that the fuse protects and that keeps the drop",
            },
            { label: "for the fuse", figure: figure("wiring.main.size_by_fuse") },
            { label: "for the terminals", figure: figure("wiring.main.size_by_terminal") },
            { label: "for the drop", figure: figure("wiring.main.size_by_drop") },
            {
              label: "Hand check, area",
              figure: figure("wiring.main.circular_mils_by_drop"),
              note: "10.75 × A × ft ÷ V, there and back",
            },
          ]}
        />
      </Section>
      <Chosen nothing={nothing} />
    </>
  );
}

/** Cable and fuse of the main run as they were chosen, and what they do. */
function Chosen({ nothing }: { nothing: boolean }) {
  const { main } = useRig().rig.wiring;
  const { figure } = useStepFigures("wiring");
  const reference = useQuery(referenceQuery);
  return (
    <Section title="Chosen" aside={main.conductor && main.fuse_a ? undefined : "not all yet"}>
      <ConductorField
        label="Main cable"
        path="/wiring/main/conductor"
        value={main.conductor}
        stock={reference.data?.conductors ?? []}
      />
      <NumberField
        label="Main fuse"
        path="/wiring/main/fuse_a"
        unit="A"
        nullable
        none
        value={main.fuse_a}
        hint="Or “none”, where somebody looked and there is none."
      />
      <NeedRows
        rows={[
          {
            label: "May carry there",
            figure: figure("wiring.main.ampacity_a"),
            note: main.conductor ? "the chosen cable" : "the cable asked for, until one is chosen",
          },
          { label: "Drop", figure: figure("wiring.main.drop_v"), strong: true },
          { label: "Drop allowed", figure: figure("wiring.main.allowed_drop_v") },
          {
            label: "Fault at the bank",
            figure: figure("wiring.main.fault_high_a"),
            note: "what the main fuse has to break, at the bank's volts",
          },
          { label: "Fault at the bus", figure: figure("wiring.main.fault_low_a"), note: "what it has to notice" },
          {
            label: "Its cable bears briefly",
            figure: figure("wiring.main.withstand_a2s"),
            note: "until the fuse has opened, to 160 °C",
          },
        ]}
      />
      {!nothing && (
        <details className="mt-3">
          <summary className="cursor-pointer text-[14px] underline">More of its cable and fuse</summary>
          <div className="mt-2">
            <MainDetails main={main} />
          </div>
        </details>
      )}
      <p className="mt-3 max-w-[46rem] text-[13px] text-soft">The fuse is the first thing after the battery.</p>
    </Section>
  );
}

/** What decides how much the main run may carry and loses, and who made it. */
function WhereItLies() {
  const { main } = useRig().rig.wiring;
  return (
    <Section title="Where it lies">
      <LengthField
        label="One-way length"
        path="/wiring/main/one_way_length"
        typed={main.one_way_length?.typed}
        hint="Bank to bus. In either system: 12 ft, 10 ft 6 in, 3.5 m."
      />
      <SelectField
        label="Insulation rated for"
        path="/wiring/main/insulation_c"
        value={main.insulation_c}
        options={RATINGS}
      />
      <SelectField
        label="Terminals rated for"
        path="/wiring/main/terminal_c"
        value={main.terminal_c}
        options={RATINGS}
      />
      <SelectField
        label="Material"
        path="/wiring/main/material"
        value={main.material}
        options={[
          NOT_KNOWN,
          { value: "copper", label: "copper" },
          { value: "copper_clad_aluminium", label: "copper-clad aluminium" },
          { value: "aluminium", label: "aluminium" },
        ]}
      />
      <NumberField
        label="Its own rating"
        path="/wiring/main/told_ampacity_a"
        unit="A"
        nullable
        value={main.told_ampacity_a}
        hint="Printed on it, or told by its seller. It counts where it is lower than the table's."
      />
      <SelectField
        label="Zone"
        path="/wiring/main/zone"
        value={main.zone}
        options={[
          { value: "cabin", label: "cabin, about 30 °C" },
          { value: "engine_space", label: "engine space, about 50 °C" },
        ]}
      />
      <NumberField
        label="Within insulation over"
        path="/wiring/main/buried_mm"
        unit="mm"
        nullable
        value={main.buried_mm}
      />
      <NumberField
        label="Conductors that lie together"
        path="/wiring/main/bundled"
        unit=""
        nullable
        value={main.bundled}
      />
    </Section>
  );
}
