import { Button } from "../../ui/Button";
import { NumberField, SelectField, WordsField } from "../worksheet/fields";
import { useRig } from "../worksheet/useRig";
import { withoutRoute, withRoute } from "./runThings";

/** Ways through the vehicle that several runs take: what is said of one counts for all of them. */
export function Routes() {
  const { rig, edit, answer } = useRig();
  const routes = Object.entries(rig.wiring.routes).sort(([, one], [, other]) => one.position - other.position);
  const boxes = Object.entries(rig.space.compartments);
  return (
    <div className="mt-4">
      <h3 className="border-rule border-b pb-1 font-semibold text-[14px]">Ways through the vehicle</h3>
      <p className="mt-1 max-w-[46rem] text-[13px] text-soft">
        A run that takes none of them lies apart in a cabin of about 30 °C.
      </p>
      {routes.map(([id, route]) => {
        const base = `/wiring/routes/${id}`;
        return (
          <fieldset key={id} className="mt-3">
            <legend className="sr-only">{route.name}</legend>
            <WordsField label="Called" path={`${base}/name`} value={route.name} />
            <SelectField
              label="It leads"
              path={`${base}/zone`}
              value={route.zone}
              options={[
                { value: "cabin", label: "through the cabin" },
                { value: "engine_space", label: "past the engine" },
                { value: "roof", label: "under the roof" },
              ]}
            />
            <NumberField
              label="Air there at worst"
              path={`${base}/ambient_c`}
              unit="°C"
              nullable
              value={route.ambient_c}
              hint="Empty: what is usual for such a place."
            />
            <NumberField
              label="Within insulation over"
              path={`${base}/buried_mm`}
              unit="mm"
              nullable
              value={route.buried_mm}
            />
            <NumberField
              label="Conductors that lie together"
              path={`${base}/bundled`}
              unit=""
              nullable
              value={route.bundled}
            />
            {boxes.length > 0 && (
              <SelectField
                label="It passes"
                path={`${base}/through`}
                value={route.through}
                options={[
                  { value: null, label: "nothing in particular" },
                  ...boxes.map(([value, box]) => ({ value, label: box.name })),
                ]}
                hint="A run between two places is estimated by way of it."
              />
            )}
            {answer.may_edit && (
              <Button kind="quiet" className="mt-1" onClick={() => void edit(withoutRoute(rig, id))}>
                Take {route.name} away
              </Button>
            )}
          </fieldset>
        );
      })}
      {answer.may_edit && (
        <Button className="mt-3" onClick={() => void edit(withRoute(rig))}>
          + Way
        </Button>
      )}
    </div>
  );
}
