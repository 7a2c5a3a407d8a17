import { newName } from "../../api/outbox";
import { Button } from "../../ui/Button";
import { Dialog } from "../../ui/Dialog";
import { DialogFoot } from "../../ui/DialogFoot";
import { PartFields } from "../../ui/parts/PartFields";
import { Refusal } from "../../ui/Refusal";
import { AlternatorSketch } from "./AlternatorSketch";
import { FOUND_KINDS, type FoundKind, nameOf, worthAsking } from "./foundKinds";
import { type ReadingDraft, useFoundFields, useFoundForm } from "./useFoundForm";

/** Something that is there: what it says on it, how it stands, and what a meter said. */
export function FoundDialog({ kind, id, onClose }: { kind: FoundKind; id: string | null; onClose: () => void }) {
  const fields = useFoundFields(kind);
  return fields && <FoundForm kind={kind} id={id} fields={fields} onClose={onClose} />;
}

function FoundForm({
  kind,
  id,
  fields,
  onClose,
}: {
  kind: FoundKind;
  id: string | null;
  fields: NonNullable<ReturnType<typeof useFoundFields>>;
  onClose: () => void;
}) {
  const form = useFoundForm(kind, id, fields);
  const about = FOUND_KINDS[kind];
  return (
    <Dialog title={form.item ? nameOf(form.item) : about.name} onClose={onClose} wide>
      <form
        onInput={form.onInput}
        onSubmit={(event) => {
          event.preventDefault();
          void form.submit(onClose);
        }}
      >
        {kind === "alternator" ? (
          <AlternatorSketch fields={fields.own} typed={form.typed} faults={form.faults} onChange={form.onChange} />
        ) : (
          <PartFields
            fields={worthAsking(fields.own, form.typed, form.batteryTyped)}
            typed={form.typed}
            faults={form.faults}
            onChange={form.onChange}
          />
        )}
        {kind === "bank" && (
          <Part title="One unit of it">
            <PartFields
              fields={fields.battery}
              typed={form.batteryTyped}
              faults={form.faults}
              onChange={form.onBatteryChange}
            />
          </Part>
        )}
        <Part title="How it stands">
          <PartFields fields={fields.common} typed={form.typed} faults={form.faults} onChange={form.onChange} />
        </Part>
        <Part title="Measured">
          <Readings readings={form.readings} onChange={form.setReadings} />
          {form.faults.readings && <Refusal>{form.faults.readings}</Refusal>}
        </Part>
        <DialogFoot refusal={form.refusal}>
          <Button onClick={onClose}>Leave</Button>
          <Button kind="main" type="submit">
            {form.item ? "Store" : "It is there"}
          </Button>
        </DialogFoot>
      </form>
    </Dialog>
  );
}

function Part({ title, children }: { title: string; children: React.ReactNode }) {
  return (
    <fieldset className="mt-4 border-rule border-t pt-3">
      <legend className="sr-only">{title}</legend>
      <p className="mb-2 font-semibold text-[14px]" aria-hidden="true">
        {title}
      </p>
      {children}
    </fieldset>
  );
}

const UNITS = ["V", "mV", "A", "W", "Ah", "Wh", "mΩ", "°C", "m", "mm", "kg", "%"] as const;

function Readings({ readings, onChange }: { readings: ReadingDraft[]; onChange: (readings: ReadingDraft[]) => void }) {
  const set = (key: string, change: Partial<ReadingDraft>) =>
    onChange(readings.map((one) => (one.key === key ? { ...one, ...change } : one)));
  return (
    <>
      {readings.map((one, index) => (
        <div key={one.key} className="mb-2 flex flex-wrap items-center gap-2">
          <input
            aria-label={`What was measured, ${index + 1}`}
            className="field w-44"
            placeholder="resting volts"
            maxLength={60}
            value={one.what}
            onChange={(event) => set(one.key, { what: event.target.value })}
          />
          <input
            aria-label={`Its value, ${index + 1}`}
            className="field w-24 text-right font-mono"
            inputMode="decimal"
            value={one.value}
            onChange={(event) => set(one.key, { value: event.target.value })}
          />
          <select
            aria-label={`Its unit, ${index + 1}`}
            className="field"
            value={one.unit}
            onChange={(event) => set(one.key, { unit: event.target.value as ReadingDraft["unit"] })}
          >
            {UNITS.map((unit) => (
              <option key={unit}>{unit}</option>
            ))}
          </select>
          <input
            aria-label={`With which meter, ${index + 1}`}
            className="field min-w-40 flex-1"
            placeholder="with which meter"
            maxLength={80}
            value={one.meter}
            onChange={(event) => set(one.key, { meter: event.target.value })}
          />
          <button
            type="button"
            aria-label={`Remove reading ${index + 1}`}
            className="touch h-8 w-8 text-soft hover:text-danger"
            onClick={() => onChange(readings.filter((other) => other.key !== one.key))}
          >
            ×
          </button>
        </div>
      ))}
      <Button
        disabled={readings.length >= 12}
        onClick={() =>
          onChange([
            ...readings,
            { key: newName(), what: "", value: "", unit: "V", meter: readings.at(-1)?.meter ?? "" },
          ])
        }
      >
        Add a reading
      </Button>
    </>
  );
}
