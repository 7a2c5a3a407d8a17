import { useState } from "react";
import type { Load } from "../../api/types";
import { readQuantity } from "../../ui/readQuantity";
import { STORED_SO_FAR, useTypedSince } from "../../ui/useTypedSince";
import { faultOf } from "../worksheet/fields";
import { useFormOf } from "../worksheet/useFormOf";
import { useRig } from "../worksheet/useRig";

export type LoadDraft = Omit<Load, "draw"> & { draw: Record<string, unknown> & { kind: Load["draw"]["kind"] } };

/** What is being typed of a load. Numbers stay text until they are sent; only what was changed is sent. */
export function useLoadForm(id: string, load: Load, onStored: () => void) {
  const { units } = useRig();
  const form = useFormOf(`/loads/${id}`, load);
  const typing = useTypedSince();
  const [draft, setDraft] = useState(load as unknown as LoadDraft);
  const [typed, setTyped] = useState<Record<string, string>>({});
  const [refusal, setRefusal] = useState("");

  /** What was typed of the numbers, read; the first that cannot be read is told. */
  const finished = (): LoadDraft | string => {
    let value: LoadDraft = structuredClone(draft);
    for (const [name, text] of Object.entries(typed)) {
      const [place, unit = ""] = name.split("|") as [string, string?];
      const read = readQuantity(text, unit, units);
      if ("fault" in read) return read.fault;
      const [group, member] = place.split(".") as [string, string?];
      if (member === undefined) value = { ...value, [group]: read.value };
      else if (read.value === null) {
        const { [member]: _, ...rest } = value[group as "draw"];
        value = { ...value, [group]: rest };
      } else value = { ...value, [group]: { ...value[group as "draw"], [member]: read.value } };
    }
    return value;
  };
  const store = async () => {
    setRefusal("");
    const value = finished();
    if (typeof value === "string") return setRefusal(value);
    // A row changed by its form is no longer what a line that was once typed says.
    const typedSince = typing.sent();
    const outcome = await form.store(value, [{ op: "add", path: `/loads/${id}/typed`, value: null }]);
    if (!outcome.stored) setRefusal(faultOf(outcome));
    else if (typedSince()) setRefusal(STORED_SO_FAR);
    else onStored();
  };
  return {
    draft,
    refusal,
    store,
    onInput: typing.onInput,
    set: (part: Partial<LoadDraft>) => setDraft((before) => ({ ...before, ...part })),
    textOf: (place: string, unit: string, value: number | null | undefined) =>
      typed[`${place}|${unit}`] ?? (value === null || value === undefined ? "" : String(Number(value.toFixed(6)))),
    type: (place: string, unit: string, text: string) =>
      setTyped((before) => ({ ...before, [`${place}|${unit}`]: text })),
  };
}

export type LoadFormState = ReturnType<typeof useLoadForm>;
