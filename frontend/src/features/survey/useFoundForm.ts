import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { newName } from "../../api/outbox";
import { partsQuery, referenceQuery } from "../../api/queries";
import { formatConductor } from "../../ui/formatQuantity";
import { documentOf, type FormField, type PartDocument, type Typed, typedOf } from "../../ui/parts/partDocument";
import { STORED_SO_FAR, useTypedSince } from "../../ui/useTypedSince";
import { faultOf } from "../worksheet/fields";
import { useFormOf } from "../worksheet/useFormOf";
import { useRig } from "../worksheet/useRig";
import { wiringQuery } from "../worksheet/wiringQueries";
import { BATTERY_FIELDS, commonFields, FOUND_FIELDS } from "./foundFields";
import type { Found, FoundKind } from "./foundKinds";
import { lastPosition } from "./lastPosition";

// Lengths are typed and stored as they were typed; nothing typed is no length.
const LENGTHS = ["one_way_length", "length", "lead"];
const CONDUCTORS = ["conductor", "maker_conductor", "chassis_conductor"];

/** The fields of something found; null while what they offer is being fetched: a form without its choices would lose them. */
export function useFoundFields(kind: FoundKind): FoundFields | null {
  const { rig, optionId, answer } = useRig();
  const book = useQuery(partsQuery);
  const reference = useQuery(referenceQuery);
  const joins = kind === "cable" || kind === "fuse";
  const wiring = useQuery({ ...wiringQuery(optionId, answer.revision), enabled: joins });
  const units = book.data?.kinds.find((one) => one.kind === "battery");
  if (!units || !reference.data || (joins && !wiring.data)) return null;
  const runs = (wiring.data?.runs ?? []).map((run) => ({ value: run.key, label: run.name }));
  const conductors = reference.data.conductors.map((size) => {
    const shown = formatConductor(size);
    return { value: size, label: `${shown.number} ${shown.unit}` };
  });
  const controllers = Object.entries(rig.survey.items)
    .filter(([, item]) => item.kind === "controller")
    .map(([value, item], at) => ({ value, label: item.name || `controller ${at + 1}` }));
  return {
    own: FOUND_FIELDS[kind].fields.map((field) => {
      if (CONDUCTORS.includes(field.name)) return { ...field, choices: conductors };
      if (field.name === "joins") return { ...field, choices: runs, unsaid: "as its words say" };
      return field.name === "controller" ? { ...field, choices: controllers } : field;
    }),
    common: commonFields(rig),
    battery: kind === "bank" ? units.fields.filter((one) => BATTERY_FIELDS.includes(one.name)).map(asFound) : [],
  };
}

interface FoundFields {
  own: FormField[];
  common: FormField[];
  /** Of one unit of a bank. */
  battery: FormField[];
}

/** A field of a part as it is asked of something found: nothing of it need be known. */
function asFound(field: FormField): FormField {
  const open = field.default === null && field.type !== "text" && field.type !== "size";
  return { ...field, required: false, ...(open ? { unsaid: "not known" } : {}) };
}

/** What is being typed of something that is there; what the server refuses is shown at its field. */
export function useFoundForm(kind: FoundKind, id: string | null, { own, common, battery }: FoundFields) {
  const { rig } = useRig();
  const item = id ? rig.survey.items[id] : undefined;
  const [typed, setTyped] = useState<Typed>(() => typedOf([...own, ...common], item ? flat(item) : null, "EUR"));
  const [batteryTyped, setBatteryTyped] = useState<Typed>(() =>
    typedOf(battery, item?.kind === "bank" ? (item.battery as never) : null, "EUR"),
  );
  const [faults, setFaults] = useState<Record<string, string>>({});
  const [refusal, setRefusal] = useState("");

  // One id for as long as the form is open: sent twice, a new thing is still one.
  const [itemId] = useState(() => id ?? `i${newName().slice(0, 8)}`);
  const typing = useTypedSince();

  const position = item?.position ?? lastPosition(rig.survey.items) + 1;
  /** What the form says, or what is wrong with it. */
  const said = (): { value: PartDocument; faults: null } | { value: null; faults: Record<string, string> } => {
    const whole = documentOf(kind, [...own, ...common], typed);
    const unit = kind === "bank" ? documentOf("battery", battery, batteryTyped) : null;
    if (whole.document === null || unit?.document === null) {
      return { value: null, faults: { ...unit?.faults, ...whole.faults } };
    }
    const value = {
      ...whole.document,
      ...lengths(whole.document),
      ...(unit ? { battery: { ...unit.document, name: unit.document.name || "Battery", price: null } } : {}),
      where: whole.document.where ?? null,
      position,
    };
    return { value, faults: null };
  };
  // As the form says it: lengths as they were typed.
  const form = useFormOf(`/survey/items/${itemId}`, item ? said().value : null);

  const submit = async (done: () => void) => {
    setRefusal("");
    const now = said();
    setFaults(now.faults ?? {});
    if (now.value === null) return;
    const typedSince = typing.sent();
    const outcome = await form.store(now.value);
    if (outcome.stored) return typedSince() ? setRefusal(STORED_SO_FAR) : done();
    const places = faultsAt(
      outcome.problem?.errors ?? [],
      [...own, ...common, ...battery].map((field) => field.name),
    );
    setFaults(places);
    if (Object.keys(places).length === 0) setRefusal(faultOf(outcome));
  };

  return {
    item,
    typed,
    batteryTyped,
    faults,
    refusal,
    onChange: (name: string, text: string) => setTyped((before) => ({ ...before, [name]: text })),
    onBatteryChange: (name: string, text: string) => setBatteryTyped((before) => ({ ...before, [name]: text })),
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

function faultsAt(errors: { pointer: string; detail: string }[], names: string[]): Record<string, string> {
  const found: Record<string, string> = {};
  for (const error of errors) {
    const name = error.pointer
      .split("/")
      .slice(4)
      .find((part) => names.includes(part));
    if (name) found[name] = error.detail;
  }
  return found;
}
