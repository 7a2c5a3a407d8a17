import { Button } from "../../ui/Button";
import { Dialog } from "../../ui/Dialog";
import { DialogFoot } from "../../ui/DialogFoot";
import { PartFields } from "../../ui/parts/PartFields";
import { Waiting } from "../../ui/states";
import { AlternatorSketch } from "./AlternatorSketch";
import { worthAsking } from "./foundFields";
import { FOUND_NAMES, type FoundKind, nameOf } from "./foundKinds";
import { useFoundFields, useFoundForm } from "./useFoundForm";

/** Something that is there: what it says on it, and how it stands. */
export function FoundDialog({ kind, id, onClose }: { kind: FoundKind; id: string | null; onClose: () => void }) {
  const fields = useFoundFields(kind);
  if (fields) return <FoundForm kind={kind} id={id} fields={fields} onClose={onClose} />;
  return (
    <Dialog title="One moment" onClose={onClose}>
      <Waiting what="the form" failed={null} />
    </Dialog>
  );
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
  return (
    <Dialog title={form.item ? nameOf(form.item) : FOUND_NAMES[kind]} onClose={onClose} wide>
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
