import { Section } from "../../ui/PageHead";
import { Figure } from "../worksheet/Figure";
import { NumberField, SelectField } from "../worksheet/fields";
import { useRig } from "../worksheet/useRig";
import { useStepFigures } from "../worksheet/useStepFigures";
import { VEHICLE_KINDS } from "../worksheet/words";
import { BOATS, FrameSketch } from "./FrameSketch";

const PAYLOAD = "/vehicle/payload";

/** The vehicle: what kind, how large, what it may still carry, and what cables and fumes have to know of it. */
export function VehicleSheet() {
  const { vehicle } = useRig().rig;
  const { figure } = useStepFigures("survey");
  const boat = BOATS.includes(vehicle.kind);
  const trailer = vehicle.kind === "trailer";
  return (
    <>
      <FrameSketch />
      <Section title="What it is">
        <SelectField
          label="Kind"
          path="/vehicle/kind"
          value={vehicle.kind}
          options={VEHICLE_KINDS.map((kind) => ({ value: kind, label: kind }))}
        />
        <SelectField
          label="Fuel on board"
          path="/vehicle/fuel"
          value={vehicle.fuel}
          hint="Petrol and gas spaces take ignition-protected parts only."
          options={[
            { value: null, label: "not asked yet" },
            { value: "petrol", label: "petrol" },
            { value: "diesel", label: "diesel" },
            { value: "electric", label: "none, electric" },
            { value: "none", label: "none" },
          ]}
        />
        <SelectField
          label="Bottled gas on board"
          path="/vehicle/gas_on_board"
          value={vehicle.gas_on_board}
          options={[
            { value: null, label: "not asked yet" },
            { value: true, label: "yes" },
            { value: false, label: "no" },
          ]}
        />
        {boat && (
          <SelectField
            label="Hull"
            path="/vehicle/hull"
            value={vehicle.hull}
            hint="A metal hull is never a conductor."
            options={[
              { value: null, label: "not asked yet" },
              { value: "grp", label: "glass fibre" },
              { value: "steel", label: "steel" },
              { value: "aluminium", label: "aluminium" },
              { value: "wood", label: "wood" },
            ]}
          />
        )}
      </Section>
      <Section title="What it may still carry" aside="as weighed, with all that is there now">
        <NumberField
          label="In all"
          path={`${PAYLOAD}/left_kg`}
          unit="kg"
          value={vehicle.payload.left_kg}
          nullable
          hint={
            figure("survey.added_kg") && (
              <>
                What is chosen so far adds <Figure figure={figure("survey.added_kg")} className="text-ink" />.
              </>
            )
          }
        />
        {!boat && (
          <>
            <NumberField
              label={trailer ? "On the hitch" : "On the front axle"}
              path={`${PAYLOAD}/front_left_kg`}
              unit="kg"
              value={vehicle.payload.front_left_kg}
              nullable
            />
            <NumberField
              label={trailer ? "On the axles" : "On the rear axle"}
              path={`${PAYLOAD}/rear_left_kg`}
              unit="kg"
              value={vehicle.payload.rear_left_kg}
              nullable
            />
          </>
        )}
      </Section>
      <Section title="Where it goes, and where cables run">
        <NumberField
          label="Highest place of use"
          path="/vehicle/altitude_m"
          unit="m"
          value={vehicle.altitude_m}
          nullable
          hint="A generator loses power with height."
        />
        <NumberField
          label="Insulation over cables"
          path="/vehicle/insulation_mm"
          unit="mm"
          value={vehicle.insulation_mm}
          nullable
          hint="A buried cable carries less."
        />
      </Section>
    </>
  );
}
