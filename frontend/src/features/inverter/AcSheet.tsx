import { useQuery } from "@tanstack/react-query";
import { acQuery, referenceQuery } from "../../api/queries";
import type { AcAnswer, PatchOperation } from "../../api/types";
import { Button } from "../../ui/Button";
import { Section } from "../../ui/PageHead";
import { Failed, Waiting } from "../../ui/states";
import { ConductorField, LengthField } from "../worksheet/cableFields";
import { FITTED } from "../worksheet/choices";
import { Figure } from "../worksheet/Figure";
import { NumberField, SelectField } from "../worksheet/fields";
import { Cell, Row, Rows } from "../worksheet/Rows";
import { useRig } from "../worksheet/useRig";
import { useStepFigures } from "../worksheet/useStepFigures";
import { AcCableFields } from "./AcCableFields";
import { AcPictureOf, Legend } from "./AcPicture";
import { RCDS } from "./acThings";
import { Circuits } from "./Circuits";
import { Panels } from "./Panels";
import { Units } from "./Units";

/** The AC side: its pictures mode by mode, then what they are drawn from. */
export function AcSheet() {
  const { optionId, answer } = useRig();
  const found = useQuery(acQuery(optionId, answer.revision));
  if (found.isPending) return <Waiting what="the AC side" failed={found.failureReason} />;
  if (found.isError) return <Failed error={found.error} retry={() => void found.refetch()} />;
  const { pictures, schools } = found.data;
  return (
    <>
      {pictures.length > 0 && (
        <>
          <Legend />
          {pictures.map((picture) => (
            <AcPictureOf key={picture.modes.join(" ")} picture={picture} />
          ))}
        </>
      )}
      {schools.length > 0 && <Begin schools={schools} />}
      <Units />
      <Panels />
      <Circuits />
      <WayIn />
      <OnAHookup />
    </>
  );
}

/** Nothing is said yet: the schools of the trade, a press each. */
function Begin({ schools }: { schools: AcAnswer["schools"] }) {
  const { edit, answer } = useRig();
  return (
    <Section title="How hookup and inverter reach the panel" aside="not said yet">
      <ul>
        {schools.map((one) => (
          <li
            key={one.school}
            className="grid grid-cols-[minmax(11rem,15rem)_1fr_auto] items-center gap-4 border-rule border-b py-2"
          >
            <span className="font-semibold">
              {one.name}
              {one.usual && <span className="ml-2 font-normal text-[13px] text-soft">usual here</span>}
            </span>
            <span className="text-[14px] text-soft">{one.what}</span>
            {answer.may_edit && (
              <Button
                aria-label={`Begin with it: ${one.name}`}
                onClick={() => void edit(one.patch as PatchOperation[])}
              >
                Begin with it
              </Button>
            )}
          </li>
        ))}
      </ul>
    </Section>
  );
}

/** From the inlet to the main breaker, and what the earth of the supply meets. */
function WayIn() {
  const { rig } = useRig();
  const { data: reference } = useQuery(referenceQuery);
  const { ac, region } = rig;
  const boat = ["narrowboat", "sailing boat", "motor boat"].includes(rig.vehicle.kind);
  const houses = Object.values(rig.stays).some((stay) => stay.hookup === "house_uk");
  return (
    <Section title="The way in" aside="from the cord to the main breaker">
      <SelectField
        label="Legs of the supply"
        path="/ac/supply_legs"
        value={ac.supply_legs}
        options={[
          { value: null, label: "by the cord and the hookups" },
          { value: 1, label: "one" },
          { value: 2, label: "two" },
        ]}
      />
      <NumberField label="Cord" path="/charging/inlet/cord_a" unit="A" nullable value={rig.charging.inlet.cord_a} />
      <NumberField label="Inlet" path="/charging/inlet/inlet_a" unit="A" nullable value={rig.charging.inlet.inlet_a} />
      <NumberField label="Main breaker" path="/ac/main_a" unit="A" nullable value={ac.main_a} />
      <details>
        <summary className="touch cursor-pointer text-soft hover:text-ink">More of it, and its earth</summary>
        <SelectField
          label="The main breaker opens"
          path="/ac/main_poles"
          value={ac.main_poles}
          options={[
            { value: null, label: "not said" },
            { value: 1, label: "the live side" },
            { value: 2, label: "live and neutral" },
          ]}
        />
        <LengthField label="From the inlet to it" path="/ac/main_way" typed={ac.main_way?.typed} />
        <AcCableFields
          label="Cable from the inlet"
          path="/ac/main_cable"
          figures="ac.main_cable"
          cable={ac.main_cable}
        />
        <SelectField label="Residual-current device over all" path="/ac/main_rcd" value={ac.main_rcd} options={RCDS} />
        <SelectField label="Shows swapped polarity" path="/ac/polarity" value={ac.polarity} options={FITTED} />
        <SelectField
          label="Earth to chassis or hull"
          path="/ac/earth"
          value={ac.earth}
          options={[
            { value: null, label: "not said" },
            { value: "fitted", label: "joined" },
            { value: "none", label: "cut" },
          ]}
        />
        <ConductorField label="joined with" path="/ac/bonding" value={ac.bonding} stock={reference?.conductors ?? []} />
        {(boat || ac.isolator !== null) && (
          <SelectField
            label="Between shore earth and hull"
            path="/ac/isolator"
            value={ac.isolator}
            options={[
              { value: null, label: "not said" },
              { value: "none", label: "nothing" },
              { value: "galvanic", label: "a galvanic isolator" },
              { value: "fail_safe", label: "one that fails closed and shows it" },
              { value: "transformer", label: "an isolation transformer" },
            ]}
          />
        )}
        {ac.isolator === "transformer" && (
          <SelectField
            label="Bonded at its secondary"
            path="/ac/transformer_bond"
            value={ac.transformer_bond}
            options={FITTED}
          />
        )}
        {(houses || region.mains_v >= 220 || ac.earth_ashore !== null) && (
          <SelectField
            label="Earth on a house in the UK"
            path="/ac/earth_ashore"
            value={ac.earth_ashore}
            options={[
              { value: null, label: "not said" },
              { value: "own_electrode", label: "an electrode of its own" },
              { value: "pme", label: "that of the house" },
            ]}
          />
        )}
      </details>
    </Section>
  );
}

const PRIORITIES = [
  { value: "stored_first", label: "The bank first", note: "the grid tops it up" },
  { value: "grid_first", label: "The grid first", note: "the bank is kept" },
  { value: "large_loads", label: "The grid for large loads", note: "the rest from the bank" },
] as const;

/** What runs the loads on a hookup, and what each way costs a day in energy, cycles and money. */
function OnAHookup() {
  const { rig } = useRig();
  const { figure } = useStepFigures("inverter");
  if (!figure("ac.priority.grid_first.grid_wh_per_day")) return null;
  return (
    <Section title="What runs the loads on a hookup" aside="a day of it, with the sun of the short month">
      <SelectField
        label="Set to"
        path="/ac/priority"
        value={rig.ac.priority}
        options={[{ value: null, label: "not said" }, ...PRIORITIES.map(({ value, label }) => ({ value, label }))]}
      />
      <Rows head={["", "From the bank", "Of a cycle", "From the grid", "Wear", "Grid", "Together"]}>
        {PRIORITIES.map((one) => {
          const of = (name: string) => figure(`ac.priority.${one.value}.${name}`);
          const chosen = rig.ac.priority === one.value;
          return (
            <Row
              key={one.value}
              head={<span className={chosen ? "font-semibold" : ""}>{one.label}</span>}
              note={one.note}
            >
              <Cell>
                <Figure figure={of("bank_wh_per_day")} />
              </Cell>
              <Cell>
                <Figure figure={of("cycles_frac")} share />
              </Cell>
              <Cell>
                <Figure figure={of("grid_wh_per_day")} />
              </Cell>
              <Cell>
                <Figure figure={of("wear_per_day")} />
              </Cell>
              <Cell>
                <Figure figure={of("grid_per_day")} />
              </Cell>
              <Cell strong>
                <Figure figure={of("cost_per_day")} />
              </Cell>
            </Row>
          );
        })}
      </Rows>
      <p className="mt-2 max-w-[46rem] text-[13px] text-soft">
        Large from <Figure figure={figure("assumptions.large_load_from_w")} /> on. A kilowatt-hour of a hookup is taken
        as <Figure figure={figure("assumptions.grid_price_per_kwh")} />; where the night is paid as one, it costs
        nothing more.
      </p>
    </Section>
  );
}
