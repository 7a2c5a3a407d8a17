import { useQuery } from "@tanstack/react-query";
import { useEffect, useRef, useState } from "react";
import { partsQuery } from "../../api/queries";
import type { BookPart, PartKind, Person } from "../../api/types";
import { Button } from "../../ui/Button";
import { PlainHeader } from "../../ui/PlainHeader";
import { PartValue } from "../../ui/parts/PartValue";
import { Failed, Waiting } from "../../ui/states";
import { PartDialog } from "./PartDialog";

/** The shop's parts book: look through, add, change. */
export function PartsPage({ person }: { person: Person }) {
  const book = useQuery(partsQuery);
  const [kind, setKind] = useState("battery");
  useEffect(() => {
    document.title = "Parts – Ryokan";
  }, []);
  const about = book.data?.kinds.find((one) => one.kind === kind);
  return (
    <>
      <PlainHeader title={<h1>Parts</h1>} person={person} />
      <main className="mx-auto max-w-[72rem] px-5 py-6">
        {book.isPending && <Waiting what="the parts" failed={book.failureReason} />}
        {book.isError && <Failed error={book.error} retry={() => void book.refetch()} />}
        {book.data && about && (
          <Book
            key={kind}
            kinds={book.data.kinds}
            kind={about}
            parts={book.data.parts.filter((one) => one.part.kind === kind)}
            person={person}
            onKind={setKind}
          />
        )}
      </main>
    </>
  );
}

function Book({
  kinds,
  kind,
  parts,
  person,
  onKind,
}: {
  kinds: PartKind[];
  kind: PartKind;
  parts: BookPart[];
  person: Person;
  onKind: (kind: string) => void;
}) {
  const [words, setWords] = useState("");
  const [withdrawn, setWithdrawn] = useState(false);
  const [open, setOpen] = useState<BookPart | "new" | null>(null);
  const find = useFind();
  const shown = parts.filter((one) => (withdrawn || !one.withdrawn) && matches(one, words));
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center gap-x-5 gap-y-3">
        <label className="flex items-center gap-2 text-[14px] text-soft">
          Kind
          <select
            className="field touch w-56 text-ink"
            value={kind.kind as string}
            onChange={(event) => onKind(event.target.value)}
          >
            {[...new Set(kinds.map((one) => one.group))].map((group) => (
              <optgroup key={group} label={group}>
                {kinds
                  .filter((one) => one.group === group)
                  .map((one) => (
                    <option key={one.kind} value={one.kind}>
                      {one.plural}
                    </option>
                  ))}
              </optgroup>
            ))}
          </select>
        </label>
        <input
          ref={find}
          type="search"
          aria-label={`Find among ${kind.plural.toLowerCase()}`}
          placeholder="Find  /"
          className="field w-56"
          value={words}
          onChange={(event) => setWords(event.target.value)}
        />
        <label className="flex items-center gap-2 text-[14px] text-soft">
          <input type="checkbox" checked={withdrawn} onChange={(event) => setWithdrawn(event.target.checked)} />
          also those offered no more
        </label>
        {(person.role === "owner" || person.role === "designer") && (
          <Button kind="main" className="ml-auto" onClick={() => setOpen("new")}>
            Add {/^[aeiou]/i.test(kind.name) ? "an" : "a"} {kind.name.toLowerCase()}
          </Button>
        )}
      </div>
      <PartTable kind={kind} parts={shown} person={person} onOpen={setOpen} />
      {shown.length === 0 && (
        <p className="border-rule border-b py-6 text-soft">
          {parts.length === 0 ? `No ${kind.plural.toLowerCase()} yet.` : "None of them is called so."}
        </p>
      )}
      <p className="mt-3 text-[13px] text-soft">
        {shown.length} of {parts.length} {kind.plural.toLowerCase()}. A list that ships with the program is invented:
        compare every value with the data sheet before you build on it.
      </p>
      {open !== null && (
        <PartDialog kind={kind} part={open === "new" ? null : open} person={person} onClose={() => setOpen(null)} />
      )}
    </>
  );
}

function PartTable({
  kind,
  parts,
  person,
  onOpen,
}: {
  kind: PartKind;
  parts: BookPart[];
  person: Person;
  onOpen: (part: BookPart) => void;
}) {
  const columns = kind.columns.flatMap((name) => kind.fields.filter((field) => field.name === name));
  return (
    <div className="overflow-x-auto">
      <table className="w-full">
        <thead>
          <tr className="border-ink border-b text-[13px] text-soft">
            <th scope="col" className="py-1 text-left font-semibold">
              Name
            </th>
            {columns.map((field) => (
              <th
                key={field.name}
                scope="col"
                className={`py-1 pl-5 font-semibold ${field.type === "choice" && Number.isNaN(Number(field.choices[0]?.value)) ? "text-left" : "text-right"}`}
              >
                {field.label}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {parts.map((one) => (
            <tr
              key={one.id}
              className={`row-height border-rule border-b hover:bg-sheet ${one.withdrawn ? "text-soft" : ""}`}
            >
              <th scope="row" className="py-1 text-left font-normal">
                <button type="button" className="touch text-left hover:underline" onClick={() => onOpen(one)}>
                  {one.part.name}
                </button>
                {one.withdrawn && <span className="ml-2 text-[13px]">offered no more</span>}
                {one.part.values_from === "measured" && <span className="ml-2 text-[13px] text-soft">measured</span>}
              </th>
              {columns.map((field) => (
                <PartValue key={field.name} field={field} part={one.part} units={person.units} />
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

function matches(one: BookPart, words: string): boolean {
  const text = `${one.part.name} ${one.part.maker} ${one.part.note}`.toLowerCase();
  return words
    .toLowerCase()
    .split(/\s+/)
    .every((word) => text.includes(word));
}

/** `/` goes to the field that finds. */
function useFind() {
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      const typing = event.target instanceof HTMLElement && event.target.closest("input, textarea, select") !== null;
      if (event.key !== "/" || typing || document.querySelector('[role="dialog"]')) return;
      event.preventDefault();
      field.current?.focus();
    };
    window.addEventListener("keydown", onKey);
    return () => window.removeEventListener("keydown", onKey);
  }, []);
  return field;
}
