import type { Load } from "../../api/types";
import { Button } from "../../ui/Button";
import { Dialog } from "../../ui/Dialog";
import { DialogFoot } from "../../ui/DialogFoot";
import { useRig } from "../worksheet/useRig";
import { Bars } from "./Bars";
import { KeepForm } from "./KeepForm";
import { HowLong, Weather, WhatItDraws, WhatItIs, WhatMatters } from "./LoadFields";
import { useLoadForm } from "./useLoadForm";

/** All that can be said of a load: what a line says, and its hours, weather, range and order of shedding. */
export function LoadForm({ id, onClose }: { id: string; onClose: () => void }) {
  const load = useRig().rig.loads[id];
  return load ? <Form id={id} load={load} onClose={onClose} /> : null;
}

function Form({ id, load, onClose }: { id: string; load: Load; onClose: () => void }) {
  const form = useLoadForm(id, load, onClose);
  const { bars } = form.draft;
  return (
    <Dialog title={load.name} onClose={onClose} wide>
      <form
        className="flex flex-col gap-4"
        onInput={form.onInput}
        onSubmit={(event) => {
          event.preventDefault();
          void form.store();
        }}
      >
        <WhatItIs form={form} />
        <WhatItDraws form={form} />
        <HowLong form={form} />
        <Weather form={form} />
        <WhatMatters form={form} />
        {bars.length > 0 && <Bars bars={bars} onChange={(next) => form.set({ bars: next })} />}
        <DialogFoot refusal={form.refusal} last={false}>
          <Button onClick={onClose}>Leave</Button>
          <Button kind="main" type="submit">
            Store
          </Button>
        </DialogFoot>
      </form>
      <div className="mt-8">
        <KeepForm
          loadId={id}
          label="Keep it as a usual load of the shop, as it is stored, called"
          example={load.name}
        />
      </div>
    </Dialog>
  );
}
