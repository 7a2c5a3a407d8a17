import { useQuery } from "@tanstack/react-query";
import type { PatchOperation } from "../../api/types";
import { Button } from "../../ui/Button";
import { formatNumber } from "../../ui/formatQuantity";
import { Failed, Waiting } from "../../ui/states";
import { useRig } from "../worksheet/useRig";
import { fusesQuery } from "../worksheet/wiringQueries";

/** Fuses of the parts book for one run: those that serve, and of the others why they do not. */
export function FusesOfBook({ run }: { run: string }) {
  const { optionId, answer, edit } = useRig();
  const query = useQuery(fusesQuery(optionId, answer.revision, run));
  if (!query.data) {
    return query.error ? (
      <Failed error={query.error} retry={() => void query.refetch()} />
    ) : (
      <Waiting what="fuses of the parts book" failed={query.failureReason} />
    );
  }
  const { offers } = query.data;
  if (offers.length === 0) return <p className="mt-2 text-[14px] text-soft">The parts book has no fuses.</p>;
  return (
    <table className="mt-2 w-full text-[14px]">
      <thead>
        <tr className="border-rule border-b text-left text-[13px] text-soft">
          <th className="py-1 pr-3 font-semibold">Fuse</th>
          <th className="py-1 pr-3 text-right font-semibold">Volts</th>
          <th className="py-1 pr-3 text-right font-semibold">Breaks</th>
          <th className="py-1 pr-3 text-right font-semibold">Price</th>
          <th>
            <span className="sr-only">Take it</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {offers.map((one) => (
          <tr key={one.reference} className="border-rule border-b align-baseline">
            <th scope="row" className="py-1 pr-3 text-left font-normal">
              {one.name}
              {one.against.length > 0 && <span className="block text-[13px] text-soft">{one.against.join("; ")}</span>}
            </th>
            <td className="whitespace-nowrap py-1 pr-3 text-right font-mono">{amount(one.rated_v, "V")}</td>
            <td className="whitespace-nowrap py-1 pr-3 text-right font-mono">{amount(one.breaks_a, "A")}</td>
            <td className="whitespace-nowrap py-1 pr-3 text-right font-mono">
              {one.price ? `${one.price.amount} ${one.price.currency}` : "–"}
            </td>
            <td className="py-1 text-right">
              {answer.may_edit && one.against.length === 0 && (
                <Button onClick={() => void edit(one.patch as PatchOperation[])}>
                  Take<span className="sr-only"> {one.name}</span>
                </Button>
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function amount(value: number | null, unit: string): string {
  return value === null ? "not known" : `${formatNumber(value)} ${unit}`;
}
