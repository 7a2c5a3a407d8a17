import { useState } from "react";
import { RequestFailed } from "../../api/client";
import type { Part, PartKind } from "../../api/types";
import { documentOf, type PartDocument, type Typed, typedOf } from "./partDocument";

/** What is being typed of a part; `send` gets the document, and whatever it refuses is shown at its field. */
export function usePartForm(kind: PartKind, part: Part | null, currency: string) {
  const [typed, setTyped] = useState<Typed>(() => typedOf(kind.fields, part, currency));
  const [asOpened] = useState(() => documentOf(kind.kind, kind.fields, typed).document);
  const [faults, setFaults] = useState<Record<string, string>>({});
  const [refusal, setRefusal] = useState("");

  const onChange = (name: string, value: string) => setTyped((before) => ({ ...before, [name]: value }));

  const submit = async (send: (document: PartDocument) => Promise<void>) => {
    setRefusal("");
    const said = documentOf(kind.kind, kind.fields, typed);
    setFaults(said.faults ?? {});
    if (said.document === null) return;
    try {
      await send(said.document);
    } catch (error) {
      if (!(error instanceof RequestFailed)) throw error;
      const places = faultsByField(error, kind);
      setFaults(places);
      setRefusal(Object.keys(places).length > 0 ? "" : error.message);
    }
  };
  return { asOpened, typed, faults, refusal, onChange, submit };
}

/** Pointers such as “/battery/price/amount” or “/own_parts/x/part/battery/mass_kg” by the member they lie in. */
function faultsByField(error: RequestFailed, kind: PartKind): Record<string, string> {
  const found: Record<string, string> = {};
  for (const fault of error.problem?.errors ?? []) {
    const member = fault.pointer.split("/").find((part) => kind.fields.some((field) => field.name === part));
    if (member) found[member] = fault.detail;
  }
  return found;
}
