import { type ReactNode, useState } from "react";
import { useSearchParams } from "react-router";
import type { Rig } from "../../api/types";
import { Button } from "../../ui/Button";
import { lazyPage } from "../../ui/lazyPage";
import { PageHead, Section } from "../../ui/PageHead";
import { Tabs } from "../../ui/Tabs";
import { Figure } from "../worksheet/Figure";
import { FieldRow, NumberField, SelectField } from "../worksheet/fields";
import { NeedRows } from "../worksheet/NeedRows";
import { OwnPartDialog } from "../worksheet/OwnPartDialog";
import { OwnParts } from "../worksheet/OwnParts";
import { PartName } from "../worksheet/PartName";
import { PartPicker } from "../worksheet/PartPicker";
import { StepFindings } from "../worksheet/StepFindings";
import { useRig } from "../worksheet/useRig";
import { useStepFigures } from "../worksheet/useStepFigures";
import { useWorking } from "../worksheet/useWorking";
import { RunTogether } from "./RunTogether";

const sheet = ({ children }: { children?: ReactNode }) => <div className="min-h-[300px]">{children}</div>;
const AcSheet = lazyPage("the AC side", async () => (await import("./AcSheet")).AcSheet, sheet);
const CardSheet = lazyPage("the card", async () => (await import("./CardSheet")).CardSheet, sheet);

export function InverterPage() {
  const [params, setParams] = useSearchParams();
  const { figure } = useStepFigures("inverter");
  const nothing = Number(figure("inverter.need_continuous_w")?.value ?? 0) === 0;
  return (
    <>
      <PageHead>
        {nothing ? (
          "Nothing on the sheet runs on AC, so no inverter is needed yet."
        ) : (
          <>
            The AC loads ask for an inverter of{" "}
            <Figure figure={figure("inverter.need_continuous_w")} className="font-semibold" /> running and{" "}
            <Figure figure={figure("inverter.need_surge_w")} className="font-semibold" /> for the worst start.
          </>
        )}
      </PageHead>
      <StepFindings step="inverter" />
      <Tabs
        label="Inverter"
        value={params.get("tab") ?? "inverter"}
        onChange={(tab) => setParams({ tab }, { replace: true })}
        sheets={[
          { value: "inverter", label: "Inverter", children: () => <Itself /> },
          { value: "ac", label: "AC side", children: () => <AcSheet /> },
          { value: "card", label: "Card", children: () => <CardSheet /> },
        ]}
      />
    </>
  );
}

function Itself() {
  return (
    <>
      <Need />
      <RunTogether />
      <FromTheBank />
      <PassesOn />
      <WhenOn />
      <Chosen />
      <Stands />
    </>
  );
}

/** What the AC loads ask for. */
function Need() {
  const { inverter, region, survey } = useRig().rig;
  const twoLegs = Object.values(survey.items).some(
    (item) => item.kind === "cord" && item.rating === "na_50" && item.fate !== "goes",
  );
  const { figure } = useStepFigures("inverter");
  return (
    <Section title="Need">
      <NeedRows
        rows={[
          {
            label: "Running together",
            figure: figure("inverter.peak_w"),
            note: "loads marked “never with” one another count once",
          },
          {
            label: "in volt-amps",
            figure: figure("inverter.running_va"),
            note: "a poor power factor loads the inverter too",
          },
          { label: "Rating needed", figure: figure("inverter.need_continuous_w"), strong: true },
          { label: "Worst start", figure: figure("inverter.need_surge_w"), strong: true },
          {
            label: "Mains it has to make",
            figure: figure("region.mains_v"),
            note: `${region.mains_hz} Hz, pure sine unless every load bears a stepped wave${twoLegs ? "; two legs, by the cord that is there" : ""}`,
          },
          {
            label: "Surge has to last",
            figure: figure("assumptions.motor_start_s"),
            note: "about, until a motor is up to speed",
          },
          {
            label: "Rating reckoned with",
            figure: figure("inverter.rated_w"),
            note: inverter.chosen ? "chosen" : "next usual size, until one is chosen",
          },
          {
            label: "Which gives, at its place",
            figure: figure("inverter.gives_w"),
            note: `in air of ${inverter.place_c} °C; heat takes from it`,
          },
        ]}
      />
    </Section>
  );
}

/** The same watts as DC amps, three ways. */
function FromTheBank() {
  const { figure } = useStepFigures("inverter");
  return (
    <Section
      title="What it takes from the bank at full rating"
      aside="cables and fuse follow the rating, not the audit"
    >
      <NeedRows
        rows={[
          {
            label: "By the shortcut",
            figure: figure("inverter.dc_current_by_class_a"),
            note: "watts ÷ volts class, no losses: too little for a cable",
          },
          {
            label: "At nominal volts",
            figure: figure("inverter.dc_current_nominal_a"),
            note: "with losses: an ordinary hour",
          },
          {
            label: "At cut-off",
            figure: figure("inverter.dc_current_at_cutoff_a"),
            note: "with losses, at the lowest volts: what the cable must bear",
            strong: true,
          },
          { label: "Cut-off", figure: figure("inverter.cutoff_v") },
          ...(figure("inverter.chosen_surge_current_a")
            ? [
                {
                  label: "At its own surge",
                  figure: figure("inverter.chosen_surge_current_a"),
                  note: "for a moment, at nominal volts",
                },
              ]
            : []),
          ...(figure("storage.inverter_rate_c")
            ? [
                {
                  label: "Over the bank's amp-hours",
                  figure: figure("storage.inverter_rate_c"),
                  note: (
                    <>
                      such a bank bears <Figure figure={figure("storage.discharge_most_a")} /> for minutes
                    </>
                  ),
                },
              ]
            : []),
          ...(figure("inverter.surge_current_a")
            ? [
                {
                  label: "For the worst start",
                  figure: figure("inverter.surge_current_a"),
                  note: figure("storage.bms_peak_a") ? (
                    <>
                      the bank's electronics pass <Figure figure={figure("storage.bms_peak_a")} /> for a moment
                    </>
                  ) : (
                    "at nominal volts, for a moment"
                  ),
                },
              ]
            : []),
        ]}
      />
    </Section>
  );
}

/** What it passes on of what it takes, at parts of its rating. */
function PassesOn() {
  const { figure } = useStepFigures("inverter");
  const { open } = useWorking();
  const loads = figure("inverter.curve.load_frac")?.value;
  const shares = figure("inverter.curve.efficiency_frac")?.value;
  if (!Array.isArray(loads) || !Array.isArray(shares)) return null;
  return (
    <Section title="What it passes on" aside="of what it takes from the bank, at parts of its rating">
      <button
        type="button"
        data-figure="inverter.curve.efficiency_frac"
        title="Show the working"
        className="mt-2 grid w-full max-w-[46rem] grid-cols-7 gap-2 text-center"
        onClick={() => open("inverter.curve.efficiency_frac")}
      >
        {loads.map((part, index) => (
          <span key={String(part)} className="block">
            <span className="relative block h-[52px] border border-mark">
              <span
                className="absolute inset-x-0 bottom-0 block bg-stored-soft"
                style={{ height: `${Number(shares[index]) * 100}%` }}
              />
            </span>
            <span className="figure block text-[13px]">{Math.round(Number(shares[index]) * 100)} %</span>
            <span className="block text-[12px] text-soft">at {Math.round(Number(part) * 100)} %</span>
          </span>
        ))}
      </button>
    </Section>
  );
}

/** Its own draw is a load, priced by how long it is on. */
function WhenOn() {
  const { inverter } = useRig().rig;
  const { figure } = useStepFigures("inverter");
  return (
    <Section title="When it is on">
      <SelectField
        label="Switched on"
        path="/inverter/on"
        value={inverter.on}
        options={[
          { value: "with_ac_loads", label: "with the AC loads" },
          { value: "always", label: "always" },
          { value: "by_hand", label: "by hand" },
        ]}
      />
      {inverter.on === "by_hand" && (
        <NumberField
          label="Hours on a day"
          path="/inverter/on_hours_per_day"
          unit="h"
          value={inverter.on_hours_per_day}
        />
      )}
      <NeedRows
        rows={[
          {
            label: "Its own draw a day",
            figure: figure("inverter.idle_wh_per_day"),
            note: "a line of its own on the load sheet",
          },
          { label: "which is, of the day", figure: figure("inverter.idle_share_frac"), share: true },
        ]}
      />
    </Section>
  );
}

/** The inverter that was chosen: from the parts, or by its plate. */
function Chosen() {
  const { inverter } = useRig().rig;
  const [adding, setAdding] = useState(false);
  return (
    <Section title="Chosen" aside={inverter.chosen ? undefined : "nothing yet"}>
      <PartPicker place="inverter.chosen" what="inverter" onOwn={() => setAdding(true)} />
      {inverter.chosen?.part ? <FromParts reference={inverter.chosen.part} /> : <ByPlate />}
      <OwnParts kind="inverter" used={inverter.chosen?.part ? [inverter.chosen.part] : []} />
      {adding && <OwnPartDialog kind="inverter" id={null} onClose={() => setAdding(false)} />}
      <NumberField
        label="Cut-off, if not the usual"
        path="/inverter/cutoff_v"
        unit="V"
        nullable
        value={inverter.cutoff_v}
        hint="Left empty: that of the part, else of the chemistry."
      />
      <Others />
    </Section>
  );
}

/** Inverters beside it on the same bank: listed, and counted on the main run. What hangs on each stands on the AC side. */
function Others() {
  const { inverter } = useRig().rig;
  const { figure } = useStepFigures("inverter");
  const others = Object.entries(inverter.others).sort(([, a], [, b]) => a.position - b.position);
  if (others.length === 0) return null;
  return (
    <NeedRows
      rows={others.map(([id, one]) => ({
        label: one.name || "One beside it",
        figure: figure(`inverter.other.${id}.dc_current_a`),
        note:
          one.rated_w === null
            ? "nobody knows its rating yet; the main run takes at least what is known"
            : `${one.rated_w} W at full rating, on the same main run`,
      }))}
    />
  );
}

/** Its place: heat, air, noise, reach, the way to the bank, and how its AC leaves it. */
function Stands() {
  const { rig } = useRig();
  const { inverter } = rig;
  const { figure } = useStepFigures("inverter");
  const compartments = Object.entries(rig.space.compartments).sort(([, a], [, b]) => a.position - b.position);
  if (!figure("inverter.rated_w")) return null;
  return (
    <Section title="Where it stands" aside="a short way to the bank, air, and away from beds">
      {compartments.length > 0 && (
        <SelectField
          label="It stands in"
          path="/inverter/compartment"
          value={inverter.compartment}
          options={[
            { value: null, label: "not said" },
            ...compartments.map(([id, one]) => ({
              value: id,
              label: one.near_bed ? `${one.name} – near a bed` : one.name,
            })),
          ]}
        />
      )}
      <NumberField
        label="Hottest air there"
        path="/inverter/place_c"
        unit="°C"
        value={inverter.place_c}
        hint="While it works. Above the temperature of its plate it gives less."
      />
      <NumberField
        label="Opening for its air"
        path="/inverter/vent_cm2"
        unit="cm²"
        nullable
        value={inverter.vent_cm2}
      />
      <NeedRows
        rows={[
          { label: "Heat it gives off", figure: figure("inverter.heat_w"), note: "at full rating" },
          {
            label: "Opening it needs",
            figure: figure("inverter.vent_need_cm2"),
            note: "with its fan running; the maker's figure goes first",
          },
          ...(figure("inverter.way_to_bank_m")
            ? [
                {
                  label: "Way to the bank",
                  figure: figure("inverter.way_to_bank_m"),
                  note: "along the walls, from middle to middle",
                },
              ]
            : []),
          {
            label: "Main run, one way",
            figure: figure("wiring.main.one_way_length_m"),
            note: "as entered in the wiring",
          },
        ]}
      />
      <SelectField
        label="Its AC leaves by"
        path="/inverter/outlets"
        value={inverter.outlets}
        options={[
          { value: null, label: "not said yet" },
          { value: "hard_wired", label: "a cable of its own" },
          { value: "receptacles", label: "the receptacles on it" },
        ]}
      />
      {inverter.outlets === "receptacles" && (
        <NeedRows
          rows={[{ label: "One receptacle carries", figure: figure("inverter.receptacle_w"), note: "for hours" }]}
        />
      )}
      <SelectField
        label="Connected through a resistor"
        path="/inverter/pre_charge"
        value={inverter.pre_charge}
        hint="Fills its capacitors first, from 3 kW or 48 V on."
        options={[
          { value: null, label: "not said yet" },
          { value: "fitted", label: "yes" },
          { value: "none", label: "no, nothing" },
        ]}
      />
    </Section>
  );
}

function FromParts({ reference }: { reference: string }) {
  const { edit, answer } = useRig();
  const { figure } = useStepFigures("inverter");
  return (
    <>
      <FieldRow label="Inverter">
        <PartName reference={reference} />
        {answer.may_edit && (
          <Button kind="quiet" onClick={() => void edit([{ op: "replace", path: "/inverter/chosen", value: null }])}>
            Choose again
          </Button>
        )}
      </FieldRow>
      <NeedRows
        rows={[
          { label: "Continuous rating", figure: figure("inverter.rated_w") },
          { label: "Surge", figure: figure("inverter.surge_w") },
          { label: "Own draw, nothing connected", figure: figure("inverter.idle_w") },
        ]}
      />
    </>
  );
}

/** Whole, since it is on the screen before the server has answered. */
const BARE: NonNullable<Rig["inverter"]["chosen"]> = {
  rated_w: null,
  surge_w: null,
  surge_points: [],
  idle_w: null,
  waveform: null,
  legs: null,
  transfer_a: null,
  short_circuit_a: null,
  battery_v: null,
  charger_a: null,
  maker_fuse_a: null,
  maker_conductor: null,
  part: null,
};

function ByPlate() {
  const { inverter } = useRig().rig;
  return (
    <>
      <NumberField
        label="Continuous rating"
        path="/inverter/chosen"
        unit="W"
        nullable
        value={inverter.chosen?.rated_w ?? null}
        send={(watts) => (watts === null ? null : { ...BARE, ...inverter.chosen, rated_w: watts })}
      />
      {inverter.chosen && (
        <>
          <NumberField
            label="Surge"
            path="/inverter/chosen/surge_w"
            unit="W"
            nullable
            value={inverter.chosen.surge_w}
            hint="Left empty: the usual ratio to the rating."
          />
          <NumberField
            label="Own draw, nothing connected"
            path="/inverter/chosen/idle_w"
            unit="W"
            nullable
            value={inverter.chosen.idle_w}
          />
          <NumberField
            label="Charger within"
            path="/inverter/chosen/charger_a"
            unit="A"
            nullable
            value={inverter.chosen.charger_a}
          />
          <SelectField
            label="Legs"
            path="/inverter/chosen/legs"
            value={inverter.chosen.legs}
            options={[
              { value: null, label: "not said yet" },
              { value: 1, label: "one" },
              { value: 2, label: "two" },
            ]}
          />
          <NumberField
            label="Maker asks for a fuse of"
            path="/inverter/chosen/maker_fuse_a"
            unit="A"
            nullable
            value={inverter.chosen.maker_fuse_a}
            hint="At least; no fix goes below it."
          />
          <SelectField
            label="Its wave"
            path="/inverter/chosen/waveform"
            value={inverter.chosen.waveform}
            options={[
              { value: null, label: "not said yet" },
              { value: "pure_sine", label: "pure sine" },
              { value: "modified_sine", label: "stepped (modified sine)" },
            ]}
          />
        </>
      )}
    </>
  );
}
