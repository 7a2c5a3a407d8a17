import { useQuery } from "@tanstack/react-query";
import { useEffect } from "react";
import { referenceQuery, tablesQuery } from "../../api/queries";
import type { Assumption, Person, Source, Table } from "../../api/types";
import { PlainHeader } from "../../ui/PlainHeader";
import { Failed, Waiting } from "../../ui/states";
import { Notices } from "./Notices";
import { PrintCheck } from "./PrintCheck";

const BASIS_WORDS: Record<string, string> = {
  standard: "Named standards and handbooks",
  practice: "Common practice",
  physics: "Arithmetic",
  product: "Choices of this product",
  person: "Stated by people",
};

/** Everything that figures rest on, with its tables, so that they can be compared with print. */
export function SourcesPage({ person }: { person: Person }) {
  const reference = useQuery(referenceQuery);
  const tables = useQuery(tablesQuery);
  const failed = reference.error ?? tables.error;
  useEffect(() => {
    document.title = "Sources – Ryokan";
  }, []);
  return (
    <>
      <PlainHeader title={<h1>Sources</h1>} person={person} />
      <main className="mx-auto max-w-[64rem] px-5 py-6">
        <p className="mb-6 max-w-[46rem] text-[19px] leading-snug">
          What figures and rules rest on. Sources <strong className="font-semibold text-fault">from memory</strong> were
          recalled, not copied: compare them with the printed text before you rely on them.
        </p>
        {failed ? (
          <Failed error={failed} retry={() => void Promise.all([reference.refetch(), tables.refetch()])} />
        ) : reference.data && tables.data ? (
          Object.entries(BASIS_WORDS).map(([basis, words]) => (
            <Basis
              key={basis}
              words={words}
              sources={reference.data.sources.filter((source) => source.basis === basis)}
              tables={tables.data.tables}
              assumptions={reference.data.assumptions}
              mayEdit={person.role === "owner" || person.role === "designer"}
            />
          ))
        ) : (
          <Waiting what="the sources" failed={reference.failureReason ?? tables.failureReason} />
        )}
        <Notices />
      </main>
    </>
  );
}

function Basis({
  words,
  sources,
  tables,
  assumptions,
  mayEdit,
}: {
  words: string;
  sources: Source[];
  tables: Table[];
  assumptions: Assumption[];
  mayEdit: boolean;
}) {
  if (sources.length === 0) return null;
  return (
    <section className="mb-8">
      <h2 className="border-ink border-b pb-1 font-semibold text-[14px]">{words}</h2>
      <ul>
        {sources.map((source) => (
          <li key={source.id} id={source.id} className="border-rule border-b py-2.5">
            <p className="flex flex-wrap items-baseline gap-x-3">
              <span className="font-semibold">{source.title}</span>
              {source.edition && <span className="text-soft">{source.edition}</span>}
              {source.from_memory && !source.check && (
                <span className="ml-auto text-[14px] text-fault">from memory ○</span>
              )}
            </p>
            {source.from_memory && <PrintCheck source={source} mayEdit={mayEdit} />}
            <p className="text-[14px] text-soft">
              Confidence: {source.confidence}.
              {assumptions.some((one) => one.source.id === source.id) &&
                ` Assumptions: ${assumptions
                  .filter((one) => one.source.id === source.id)
                  .map((one) => one.title.toLowerCase())
                  .slice(0, 6)
                  .join("; ")}.`}
            </p>
            {tables
              .filter((table) => table.source === source.id)
              .map((table) => (
                <TableDetails key={table.id} table={table} />
              ))}
          </li>
        ))}
      </ul>
    </section>
  );
}

function TableDetails({ table }: { table: Table }) {
  const ladder = table.rows.every((row) => row.label === "");
  return (
    <details className="mt-1">
      <summary className="touch cursor-pointer text-[14px]">{table.title}</summary>
      <p className="mt-1 max-w-[46rem] text-[13px] text-soft">{table.note}</p>
      {ladder ? (
        <p className="figure mt-2 whitespace-normal text-[14px] leading-relaxed">
          {table.rows.map((row) => row.values[0]).join("  ")} {table.columns[0]}
        </p>
      ) : (
        <table className="mt-2 text-[14px]">
          <thead>
            <tr className="text-soft">
              <th />
              {table.columns.map((column) => (
                <th key={column} scope="col" className="pl-6 text-right font-normal text-[13px]">
                  {column}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {table.rows.map((row) => (
              <tr key={row.label} className="border-rule border-t">
                <th scope="row" className="figure py-0.5 text-left font-normal">
                  {row.label}
                </th>
                {row.values.map((value, index) => (
                  <td key={table.columns[index]} className="figure pl-6 text-right">
                    {value}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </details>
  );
}
