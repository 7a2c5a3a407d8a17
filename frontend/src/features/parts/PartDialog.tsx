import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { client, unwrap } from "../../api/client";
import { defaultsQuery, partHistoryQuery, partsQuery } from "../../api/queries";
import type { BookPart, PartKind, Person } from "../../api/types";
import { Button } from "../../ui/Button";
import { Dialog } from "../../ui/Dialog";
import { DialogFoot } from "../../ui/DialogFoot";
import { PartFields } from "../../ui/parts/PartFields";
import type { PartDocument } from "../../ui/parts/partDocument";
import { usePartForm } from "../../ui/parts/usePartForm";
import { STORED_SO_FAR, useTypedSince } from "../../ui/useTypedSince";

/** A part of the book: its values, who changed it when, and whether it is still offered. `part` null: a new one. */
export function PartDialog({
  kind,
  part,
  person,
  onClose,
}: {
  kind: PartKind;
  part: BookPart | null;
  person: Person;
  onClose: () => void;
}) {
  const queries = useQueryClient();
  const defaults = useQuery(defaultsQuery);
  const mayEdit = person.role === "owner" || person.role === "designer";
  const form = usePartForm(kind, part?.part ?? null, defaults.data?.currency ?? "EUR");

  const typing = useTypedSince();
  const [note, setNote] = useState("");

  const done = async (typedSince: () => boolean) => {
    await queries.invalidateQueries({ queryKey: partsQuery.queryKey });
    await queries.invalidateQueries({ queryKey: ["candidates"] });
    if (typedSince()) setNote(STORED_SO_FAR);
    else onClose();
  };
  const save = async (document: PartDocument) => {
    const typedSince = typing.sent();
    const body = document as never;
    if (part) {
      const headers = { "If-Match": `"${part.number}"` };
      await unwrap(client.PUT("/api/v1/parts/{part_id}", { params: { path: { part_id: part.id } }, body, headers }));
    } else await unwrap(client.POST("/api/v1/parts", { body }));
    await done(typedSince);
  };
  const withdraw = async (withdrawn: boolean) => {
    if (!part) return;
    const typedSince = typing.sent();
    const params = { path: { part_id: part.id } };
    await unwrap(client.POST("/api/v1/parts/{part_id}/withdrawal", { params, body: { withdrawn } }));
    await done(typedSince);
  };

  return (
    <Dialog title={part ? part.part.name : `A further ${kind.name.toLowerCase()}`} onClose={onClose} wide>
      <form
        onInput={typing.onInput}
        onSubmit={(event) => {
          event.preventDefault();
          void form.submit(save);
        }}
      >
        <fieldset disabled={!mayEdit}>
          <PartFields fields={kind.fields} typed={form.typed} faults={form.faults} onChange={form.onChange} />
        </fieldset>
        {part && (
          <p className="mt-4 text-[14px] text-soft">
            Rigs that took this part keep the values they took it with; a change makes a new revision.
          </p>
        )}
        {part && <Revisions part={part} />}
        <DialogFoot refusal={form.refusal || note}>
          {part && mayEdit && (
            <Button className="mr-auto" onClick={() => void form.submit(() => withdraw(!part.withdrawn))}>
              {part.withdrawn ? "Offer it again" : "Offer it no more"}
            </Button>
          )}
          <Button onClick={onClose}>{mayEdit ? "Leave" : "Close"}</Button>
          {mayEdit && (
            <Button kind="main" type="submit">
              {part ? "Save as a new revision" : "Add to the book"}
            </Button>
          )}
        </DialogFoot>
      </form>
    </Dialog>
  );
}

function Revisions({ part }: { part: BookPart }) {
  const history = useQuery(partHistoryQuery(part.id, part.number));
  return (
    <details className="mt-2 text-[14px]">
      <summary className="touch cursor-pointer">Revision {part.number}, and those before</summary>
      <ol className="mt-1 text-soft">
        {history.data?.revisions.map((revision) => (
          <li key={revision.number} className="flex justify-between border-rule border-t py-1">
            <span>
              <span className="figure">{revision.number}</span> by {revision.author}
            </span>
            <time dateTime={revision.at}>
              {new Date(revision.at).toLocaleDateString(undefined, { dateStyle: "medium" })}
            </time>
          </li>
        ))}
      </ol>
    </details>
  );
}
