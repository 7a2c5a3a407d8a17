import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { RequestFailed } from "../../api/client";
import { newName } from "../../api/outbox";
import { partsQuery } from "../../api/queries";
import type { OwnPart, PartKind } from "../../api/types";
import { Button } from "../../ui/Button";
import { Dialog } from "../../ui/Dialog";
import { DialogFoot } from "../../ui/DialogFoot";
import { Labelled } from "../../ui/Labelled";
import { PartFields } from "../../ui/parts/PartFields";
import type { PartDocument } from "../../ui/parts/partDocument";
import { usePartForm } from "../../ui/parts/usePartForm";
import { readQuantity } from "../../ui/readQuantity";
import { STORED_SO_FAR, useTypedSince } from "../../ui/useTypedSince";
import { useFormOf } from "./useFormOf";
import { useRig } from "./useRig";

export const STANDINGS = {
  kept: "there already, and stays",
  re_used: "re-used from elsewhere",
  spare: "a spare",
  bought: "bought for this rig",
} as const;
const CONDITIONS = { "": "not known", as_new: "as new", good: "good", worn: "worn" } as const;

/** Kinds of part that a rig may have of its own. */
export type OwnKind = OwnPart["part"]["kind"];

/** A part of this rig alone: what it is, how it stands, how old it is, and what its values were measured with. */
export function OwnPartDialog({ kind, id, onClose }: { kind: OwnKind; id: string | null; onClose: () => void }) {
  const book = useQuery(partsQuery);
  const about = book.data?.kinds.find((one) => one.kind === kind);
  if (!about) return null;
  return <Form kind={about} id={id} onClose={onClose} />;
}

function Form({ kind, id, onClose }: { kind: PartKind; id: string | null; onClose: () => void }) {
  const { rig, units } = useRig();
  // One id for as long as the form is open: sent twice, a new part is still one.
  const [ownId] = useState(() => id ?? `p${newName().slice(0, 8)}`);
  const typing = useTypedSince();
  const own: OwnPart | undefined = id ? rig.own_parts[id] : undefined;
  const form = usePartForm(kind, own?.part ?? null, "EUR");
  const [standing, setStanding] = useState<OwnPart["standing"]>(own?.standing ?? "re_used");
  const [condition, setCondition] = useState<OwnPart["condition"]>(own?.condition ?? null);
  const [age, setAge] = useState(own?.age_years == null ? "" : String(own.age_years));
  const [meter, setMeter] = useState(own?.measured_with ?? "");
  const [ageFault, setAgeFault] = useState("");
  const [note, setNote] = useState("");
  const stored = useFormOf(`/own_parts/${ownId}`, own && form.asOpened ? { ...own, part: form.asOpened } : null);
  // Only what is bought for the rig has a price.
  const fields = standing === "bought" ? kind.fields : kind.fields.filter((field) => field.type !== "price");

  const save = async (part: PartDocument) => {
    const years = readQuantity(age, "", units);
    setAgeFault("fault" in years ? years.fault : "");
    if ("fault" in years) return;
    const value = {
      part: standing === "bought" ? part : { ...part, price: null },
      standing,
      condition,
      age_years: years.value,
      measured_with: meter,
    };
    const typedSince = typing.sent();
    const outcome = await stored.store(value);
    if (!outcome.stored) throw new RequestFailed(outcome.failed ? 500 : 422, outcome.problem);
    if (typedSince()) setNote(STORED_SO_FAR);
    else onClose();
  };
  return (
    <Dialog title={own ? own.part.name : `Their own ${kind.name.toLowerCase()}`} onClose={onClose} wide>
      <form
        onInput={typing.onInput}
        onSubmit={(event) => {
          event.preventDefault();
          void form.submit(save);
        }}
      >
        <div className="mb-4 flex flex-wrap gap-x-5 gap-y-3 border-rule border-b pb-4">
          <Labelled label="How it stands">
            {(fieldId) => (
              <select
                id={fieldId}
                className="field"
                value={standing}
                onChange={(event) => setStanding(event.target.value as OwnPart["standing"])}
              >
                {Object.entries(STANDINGS).map(([value, words]) => (
                  <option key={value} value={value}>
                    {words}
                  </option>
                ))}
              </select>
            )}
          </Labelled>
          <Labelled label="Condition">
            {(fieldId) => (
              <select
                id={fieldId}
                className="field"
                value={condition ?? ""}
                onChange={(event) => setCondition((event.target.value || null) as OwnPart["condition"])}
              >
                {Object.entries(CONDITIONS).map(([value, words]) => (
                  <option key={value} value={value}>
                    {words}
                  </option>
                ))}
              </select>
            )}
          </Labelled>
          <Labelled label="Age, years">
            {(fieldId) => (
              <>
                <input
                  id={fieldId}
                  className="field w-20 text-right font-mono"
                  value={age}
                  onChange={(event) => setAge(event.target.value)}
                />
                {ageFault && (
                  <p role="alert" className="text-[14px] text-danger">
                    {ageFault}
                  </p>
                )}
              </>
            )}
          </Labelled>
          <Labelled label="Measured with">
            {(fieldId) => (
              <input
                id={fieldId}
                className="field w-60"
                maxLength={120}
                placeholder="which meter"
                value={meter}
                onChange={(event) => setMeter(event.target.value)}
              />
            )}
          </Labelled>
        </div>
        <PartFields fields={fields} typed={form.typed} faults={form.faults} onChange={form.onChange} />
        <DialogFoot refusal={form.refusal || note}>
          <Button onClick={onClose}>Leave</Button>
          <Button kind="main" type="submit">
            {own ? "Store" : "Add it to the rig"}
          </Button>
        </DialogFoot>
      </form>
    </Dialog>
  );
}
