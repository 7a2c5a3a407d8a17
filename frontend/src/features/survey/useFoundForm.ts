import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { newName } from "../../api/outbox";
import { partsQuery, referenceQuery } from "../../api/queries";
import { formatConductor } from "../../ui/formatQuantity";
import { documentOf, type PartDocument, type Typed, typedOf } from "../../ui/parts/partDocument";
import { STORED_SO_FAR, useTypedSince } from "../../ui/useTypedSince";
import { faultOf } from "../rig/fields";
import { useEditHere, useRig } from "../rig/useRig";
import { BATTERY_FIELDS, commonFields, FOUND_KINDS, type Found, type FoundKind } from "./foundKinds";

type Reading = Found["readings"][number];
export interface ReadingDraft extends Omit<Reading, "value"> {
  key: string;
  value: string;
}

// Lengths are typed and stored as they were typed; nothing typed is no length.
const LENGTHS = ["one_way_length", "length"];

/** What is being typed of something that is there; what the server refuses is shown at its field. */
export function useFoundForm(kind: FoundKind, id: string | null) {
  const { rig, units } = useRig();
  const edit = useEditHere();
  const item = id ? rig.survey.items[id] : undefined;
  const book = useQuery(partsQuery);
  const reference = useQuery(referenceQuery);
  const battery = book.data?.kinds
    .find((one) => one.kind === "battery")
    ?.fields.filter((field) => BATTERY_FIELDS.includes(field.name));
  const conductors = (reference.data?.conductors ?? []).map((size) => {
    const shown = formatConductor(size);
    return { value: size, label: `${shown.number} ${shown.unit}` };
  });
  const own = FOUND_KINDS[kind].fields.map((field) =>
    field.name === "conductor" ? { ...field, choices: conductors } : field,
  );
  const common = commonFields(rig);
  const [typed, setTyped] = useState<Typed>(() => typedOf([...own, ...common], item ? flat(item) : null, "EUR"));
  const [typedBattery, setTypedBattery] = useState<Typed | null>(null);
  const batteryTyped =
    typedBattery ?? typedOf(battery ?? [], item?.kind === "bank" ? (item.battery as never) : null, "EUR");
  const [readings, setReadings] = useState<ReadingDraft[]>(() =>
    (item?.readings ?? []).map((one) => ({ ...one, key: newName(), value: String(one.value) })),
  );
  const [faults, setFaults] = useState<Record<string, string>>({});
  const [refusal, setRefusal] = useState("");

  // One id for as long as the form is open: sent twice, a new thing is still one.
  const [itemId] = useState(() => id ?? `i${newName().slice(0, 8)}`);
  const typing = useTypedSince();

  const submit = async (done: () => void) => {
    setRefusal("");
    const said = documentOf(kind, [...own, ...common], typed, units);
    const unit = kind === "bank" ? documentOf("battery", battery ?? [], batteryTyped, units) : null;
    setFaults({ ...unit?.faults, ...said.faults });
    if (said.document === null || unit?.document === null) return;
    const value = {
      ...said.document,
      ...lengths(said.document),
      ...(unit ? { battery: { ...unit.document, price: null } } : {}),
      where: said.document.where ?? null,
      readings: readings.map(({ key: _, ...one }) => ({ ...one, value: one.value.trim().replace(",", ".") })),
      position: item?.position ?? lastPosition(rig.survey.items) + 1,
    };
    const path = `/survey/items/${itemId}`;
    const typedSince = typing.sent();
    const outcome = await edit([{ op: "add", path, value }]);
    if (outcome.stored) return typedSince() ? setRefusal(STORED_SO_FAR) : done();
    const places = faultsAt(
      outcome.problem?.errors ?? [],
      [...own, ...common, ...(battery ?? [])].map((field) => field.name),
    );
    setFaults(places);
    if (Object.keys(places).length === 0) setRefusal(faultOf(outcome));
  };

  return {
    item,
    own,
    common,
    battery: kind === "bank" ? (battery ?? []) : [],
    ready: kind !== "bank" || battery !== undefined,
    typed,
    batteryTyped,
    readings,
    setReadings,
    faults,
    refusal,
    onChange: (name: string, text: string) => setTyped((before) => ({ ...before, [name]: text })),
    onBatteryChange: (name: string, text: string) => setTypedBattery({ ...batteryTyped, [name]: text }),
    submit,
    onInput: typing.onInput,
  };
}

function flat(item: Found): never {
  const document: PartDocument = { ...item };
  for (const name of LENGTHS) document[name] = (document[name] as { typed?: string } | null)?.typed ?? "";
  return document as never;
}

function lengths(document: PartDocument): PartDocument {
  return Object.fromEntries(LENGTHS.filter((name) => name in document).map((name) => [name, document[name] || null]));
}

function lastPosition(items: Record<string, { position: number }>): number {
  return Math.max(0, ...Object.values(items).map((one) => one.position));
}

function faultsAt(errors: { pointer: string; detail: string }[], names: string[]): Record<string, string> {
  const found: Record<string, string> = {};
  for (const error of errors) {
    const parts = error.pointer.split("/").slice(4);
    const name = parts.includes("readings") ? "readings" : parts.find((part) => names.includes(part));
    if (name) found[name] = error.detail;
  }
  return found;
}
