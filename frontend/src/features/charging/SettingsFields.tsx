import { NumberField, SelectField } from "../worksheet/fields";
import { FITTED, YES_NO } from "./choices";

interface Settings {
  stops_at_v: number | null;
  float_v: number | null;
  equalises: string | null;
  cold_stop: string | null;
  lithium: string | null;
}

/** How one device is set, as far as anybody looked. */
export function SettingsFields({ base, of }: { base: string; of: Settings }) {
  return (
    <>
      <NumberField
        label="Absorbs, stops at"
        path={`${base}/stops_at_v`}
        unit="V"
        nullable
        value={of.stops_at_v}
        hint="Its highest volts. Until somebody says, those of the bank are reckoned with."
      />
      <NumberField label="Floats at" path={`${base}/float_v`} unit="V" nullable value={of.float_v} />
      <SelectField label="Set to lithium" path={`${base}/lithium`} value={of.lithium} options={YES_NO} />
      <SelectField label="Equalises" path={`${base}/equalises`} value={of.equalises} options={YES_NO} />
      <SelectField label="Stops in the cold" path={`${base}/cold_stop`} value={of.cold_stop} options={FITTED} />
    </>
  );
}
