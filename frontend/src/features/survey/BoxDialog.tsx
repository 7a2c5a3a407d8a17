import { useState } from "react";
import { newName } from "../../api/outbox";
import type { PartField } from "../../api/types";
import { Button } from "../../ui/Button";
import { Dialog } from "../../ui/Dialog";
import { PartFields } from "../../ui/parts/PartFields";
import { documentOf, type Typed, typedOf } from "../../ui/parts/partDocument";
import { Refusal } from "../../ui/Refusal";
import { STORED_SO_FAR, useTypedSince } from "../../ui/useTypedSince";
import { faultOf } from "../worksheet/fields";
import { useFormOf } from "../worksheet/useFormOf";
import { useRig } from "../worksheet/useRig";

const plain = { unit: "", required: false, choices: [], default: null } as const;
const metres = (name: string, label: string, more: Partial<PartField> = {}): PartField => ({
  ...plain,
  choices: [],
  name,
  label,
  unit: "m",
  type: "number",
  ...more,
});
const yes = (name: string, label: string, standard: boolean): PartField => ({
  ...plain,
  choices: [],
  name,
  label,
  type: "yes_no",
  default: standard,
});
const called: PartField = { ...plain, choices: [], name: "name", label: "Called", type: "text", required: true };
const needed = { required: true };
const fromZero = { required: true, default: 0 };

export const COMPARTMENT: PartField[] = [
  called,
  metres("length_m", "Inside, along", needed),
  metres("width_m", "Inside, across", needed),
  metres("height_m", "Inside, high", needed),
  metres("x_m", "Its rear, from the rear axle", fromZero),
  metres("y_m", "Its right side, from the middle", fromZero),
  metres("z_m", "Its floor, above the ground", fromZero),
  metres("door_width_m", "Door, wide"),
  metres("door_height_m", "Door, high"),
  metres("floor_load_kg", "Its floor bears", { unit: "kg" }),
  {
    ...plain,
    name: "reached",
    label: "Reached",
    type: "choice",
    default: "inside",
    choices: [
      { value: "inside", label: "from inside" },
      { value: "outside", label: "from outside" },
      { value: "hatch", label: "through a hatch" },
      { value: "tools", label: "with tools only" },
    ],
  },
  yes("living_space", "In the living space", true),
  yes("heated", "Heated", true),
  yes("wet", "Wet", false),
  yes("engine_space", "An engine space", false),
  yes("gas", "Bottled gas, or its drain", false),
  yes("near_bed", "Noise wakes somebody", false),
];

export const OBSTACLE: PartField[] = [
  called,
  metres("length_m", "Along", needed),
  metres("width_m", "Across", needed),
  metres("height_m", "Above the roof", { default: 0.1, required: true }),
  yes("walkway", "A strip to walk on", false),
  metres("x_m", "Its rear, from the rear axle", fromZero),
  metres("y_m", "Its right side, from the middle", fromZero),
];

/** A compartment or an obstacle, by its measures. `at` is the collection it belongs to. */
export function BoxDialog({
  title,
  at,
  id,
  fields,
  start,
  last,
  onClose,
}: {
  title: string;
  at: string;
  id: string | null;
  fields: PartField[];
  start: Record<string, unknown> | null;
  last: number;
  onClose: () => void;
}) {
  const { edit, answer } = useRig();
  // One id for as long as the form is open: sent twice, a new thing is still one.
  const [boxId] = useState(() => id ?? `b${newName().slice(0, 8)}`);
  const typing = useTypedSince();
  const [typed, setTyped] = useState<Typed>(() => typedOf(fields, start as never, ""));
  const position = (start?.position as number | undefined) ?? last + 1;
  const form = useFormOf(
    `${at}/${boxId}`,
    start && { ...documentOf("box", fields, typed).document, kind: undefined, position },
  );
  const [faults, setFaults] = useState<Record<string, string>>({});
  const [refusal, setRefusal] = useState("");
  const submit = async () => {
    setRefusal("");
    const said = documentOf("box", fields, typed);
    setFaults(said.faults ?? {});
    if (said.document === null) return;
    const { kind: _, ...members } = said.document;
    const typedSince = typing.sent();
    const outcome = await form.store({ ...members, position });
    if (outcome.stored) return typedSince() ? setRefusal(STORED_SO_FAR) : onClose();
    const places = Object.fromEntries(
      (outcome.problem?.errors ?? []).map((fault) => [fault.pointer.split("/").at(-1) ?? "", fault.detail]),
    );
    setFaults(places);
    setRefusal(Object.keys(places).length > 0 ? (outcome.problem?.detail ?? "") : faultOf(outcome));
  };
  return (
    <Dialog title={title} onClose={onClose} wide>
      <form
        onInput={typing.onInput}
        onSubmit={(event) => {
          event.preventDefault();
          void submit();
        }}
      >
        <PartFields
          fields={fields}
          typed={typed}
          faults={faults}
          onChange={(name, text) => setTyped((before) => ({ ...before, [name]: text }))}
        />
        <Refusal>{refusal}</Refusal>
        <div className="mt-5 flex justify-end gap-3">
          {id && answer.may_edit && (
            <Button
              kind="danger"
              className="mr-auto"
              onClick={() => void edit([{ op: "remove", path: `${at}/${id}` }]).then(onClose)}
            >
              Remove it
            </Button>
          )}
          <Button onClick={onClose}>Leave</Button>
          {answer.may_edit && (
            <Button kind="main" type="submit">
              {id ? "Store" : "It is there"}
            </Button>
          )}
        </div>
      </form>
    </Dialog>
  );
}
