import { SelectField } from "./fields";
import { usePartName } from "./useParts";
import { useRig } from "./useRig";

/** The device that another sits within: then they have one price and one mass, and what charges has one output. */
export function WithinField({ of, base, value }: { of: string; base: string; value: string | null }) {
  const { charging, inverter, solar } = useRig().rig;
  const partName = usePartName();
  const named = (family: string, things: Record<string, { name: string; part: string | null }>, what: string) =>
    Object.entries(things).map(([id, one]) => ({
      value: `${family}:${id}`,
      label: one.name || partName(one.part) || what,
    }));
  const devices = [
    ...(inverter.chosen ? [{ value: "inverter", label: partName(inverter.chosen.part) ?? "the inverter" }] : []),
    ...named(
      "path",
      only(charging.paths, (way) => way.kind === "dcdc"),
      "the DC-DC charger",
    ),
    ...named(
      "charger",
      only(charging.chargers, (one) => one.output_a !== null || one.part !== null),
      "the shore charger",
    ),
    ...named("controller", solar.controllers, "the solar controller"),
  ].filter((one) => one.value !== of);
  if (devices.length === 0) return null;
  return (
    <SelectField
      label="Sits within"
      path={`${base}/within`}
      value={value}
      hint={value === null ? undefined : "One device with one price and one mass, and one output: it is counted there."}
      options={[{ value: null, label: "nothing: it is a device by itself" }, ...devices]}
    />
  );
}

function only<T>(things: Record<string, T>, wanted: (one: T) => boolean): Record<string, T> {
  return Object.fromEntries(Object.entries(things).filter(([, one]) => wanted(one)));
}
