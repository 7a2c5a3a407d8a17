import { Section } from "../../ui/PageHead";
import { CellNumber } from "../worksheet/cells";
import { Figure } from "../worksheet/Figure";
import { NumberField, useMember } from "../worksheet/fields";
import { Cell, Row, Rows } from "../worksheet/Rows";
import { usePartName } from "../worksheet/useParts";
import { useRig } from "../worksheet/useRig";
import { useStepFigures } from "../worksheet/useStepFigures";
import { Ladder } from "./Ladder";
import { inOrder, nameOfCharger, nameOfWay } from "./things";

interface Set {
  stops_at_v: number | null;
  float_v: number | null;
  equalises: string | null;
  cold_stop: string | null;
  lithium: string | null;
}

/** One sheet for everything that charges: what to set, and what was found set. */
export function SettingsSheet() {
  return (
    <>
      <SetTo />
      <AsEachIsSet />
      <Cutoffs />
    </>
  );
}

/** What to set, for this bank. */
function SetTo() {
  const { figure } = useStepFigures("charging");
  const lead = figure("charging.set.absorb_cold_v") !== undefined;
  return (
    <Section title="Set every device to" aside="the maker of the bank goes first">
      <Rows head={["", "Set to"]}>
        <Row head="Absorb" note={lead ? "at 25 °C; with a sensor at the bank it moves by itself" : undefined}>
          <Cell strong>
            <Figure figure={figure("charging.set.absorb_v")} />
          </Cell>
        </Row>
        {lead && (
          <>
            <Row head="Absorb, bank at its coldest">
              <Cell>
                <Figure figure={figure("charging.set.absorb_cold_v")} />
              </Cell>
            </Row>
            <Row head="Absorb, bank at its hottest">
              <Cell>
                <Figure figure={figure("charging.set.absorb_hot_v")} />
              </Cell>
            </Row>
          </>
        )}
        <Row head="Float">
          <Cell strong>
            <Figure figure={figure("charging.set.float_v")} />
          </Cell>
        </Row>
        <Row head="Equalise">
          <Cell strong>{lead ? "as the bank's maker says" : "never"}</Cell>
        </Row>
        {figure("charging.set.cold_stop_c") && (
          <Row head="Stop charging below">
            <Cell strong>
              <Figure figure={figure("charging.set.cold_stop_c")} />
            </Cell>
          </Row>
        )}
      </Rows>
    </Section>
  );
}

/** Every device in a row, with what was found set. */
function AsEachIsSet() {
  const { rig } = useRig();
  const { figure } = useStepFigures("charging");
  const partName = usePartName();
  const devices: [string, string, Set][] = [
    ...inOrder(rig.charging.paths)
      .filter(([, way]) => way.bank === null && ["dcdc", "manager", "regulated"].includes(way.kind ?? ""))
      .map(([id, way]): [string, string, Set] => [`/charging/paths/${id}`, nameOfWay(rig, id), way]),
    ...inOrder(rig.charging.chargers)
      .filter(([, one]) => one.bank === null)
      .map(([id, one]): [string, string, Set] => [`/charging/chargers/${id}`, nameOfCharger(rig, id), one]),
    ...(figure("charging.source.inverter.rated_a")
      ? [["/inverter/charger", "Charger within the inverter", rig.inverter.charger] as [string, string, Set]]
      : []),
    ...inOrder(rig.solar.controllers).map(([id, one]): [string, string, Set] => [
      `/solar/controllers/${id}/settings`,
      one.name || partName(one.part) || "Solar controller",
      { ...one.settings, lithium: one.settings.lithium ?? one.lithium },
    ]),
  ];
  return (
    devices.length > 0 && (
      <Section title="As each is set" aside="what nobody looked at is left open">
        <Rows head={["Device", "Absorbs", "Floats", "Equalises", "Cold stop", "For lithium"]}>
          {devices.map(([base, name, set]) => (
            <Row key={base} head={name} note={<ByProfile source={base.split("/").at(-1) ?? ""} base={base} />}>
              <CellNumber
                label={`${name} absorbs at`}
                path={`${base}/stops_at_v`}
                unit="V"
                nullable
                right
                value={set.stops_at_v}
              />
              <CellNumber
                label={`${name} floats at`}
                path={`${base}/float_v`}
                unit="V"
                nullable
                right
                value={set.float_v}
              />
              <CellChoice
                label={`${name} equalises`}
                path={`${base}/equalises`}
                value={set.equalises}
                yes="yes"
                no="no"
              />
              <CellChoice
                label={`${name} stops in the cold`}
                path={`${base}/cold_stop`}
                value={set.cold_stop}
                yes="fitted"
                no="none"
              />
              <CellChoice
                label={`${name} is set to lithium`}
                path={`${base}/lithium`}
                value={set.lithium}
                yes="yes"
                no="no"
              />
            </Row>
          ))}
        </Rows>
      </Section>
    )
  );
}

/** What a charger is set to by the profile of its sheet; what is typed beside it goes first. */
function ByProfile({ source, base }: { source: string; base: string }) {
  const { figure } = useStepFigures("charging");
  const id = base.startsWith("/inverter/") ? "inverter" : source;
  const profile = figure(`charging.source.${id}.profile`);
  const [absorbs, floats] = ["absorbs", "floats"].map((what) => figure(`charging.source.${id}.profile_${what}_v`));
  if (!profile) return null;
  return (
    <>
      set to “{String(profile.value)}”
      {absorbs && (
        <>
          , absorbs at <Figure figure={absorbs} />
        </>
      )}
      {floats && (
        <>
          , floats at <Figure figure={floats} />
        </>
      )}
    </>
  );
}

/** The cut-offs, typed and drawn. */
function Cutoffs() {
  const { rig } = useRig();
  return (
    <Section title="Ladder of cut-offs" aside="from the highest down; what matters least goes first">
      <NumberField label="Loads are shed at" path="/storage/shed_v" unit="V" nullable value={rig.storage.shed_v} />
      <NumberField
        label="The inverter stops at"
        path="/inverter/cutoff_v"
        unit="V"
        nullable
        value={rig.inverter.cutoff_v}
      />
      <NumberField
        label="The bank's electronics cut at"
        path="/storage/bms_cut_v"
        unit="V"
        nullable
        value={rig.storage.bms_cut_v}
      />
      <Ladder />
    </Section>
  );
}

/** Yes, no, or not looked at. */
function CellChoice({
  label,
  path,
  value,
  yes,
  no,
}: {
  label: string;
  path: string;
  value: string | null;
  yes: string;
  no: string;
}) {
  const { answer } = useRig();
  const { fault, write } = useMember(path);
  return (
    <td className="py-1.5 pl-4 text-right align-baseline">
      <select
        aria-label={label}
        className="field"
        disabled={!answer.may_edit}
        value={value ?? ""}
        onChange={(event) => void write(event.target.value || null)}
      >
        <option value="">–</option>
        <option value={yes}>yes</option>
        <option value={no}>no</option>
      </select>
      {fault && (
        <p role="alert" className="text-[13px] text-danger">
          {fault}
        </p>
      )}
    </td>
  );
}
