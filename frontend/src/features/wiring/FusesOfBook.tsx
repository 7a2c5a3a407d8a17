import { type UseQueryResult, useQuery } from "@tanstack/react-query";
import type { FuseOffers, PatchOperation } from "../../api/types";
import { Button } from "../../ui/Button";
import { formatNumber } from "../../ui/formatQuantity";
import { Failed, Waiting } from "../../ui/states";
import { useRig } from "../worksheet/useRig";
import { fusesQuery, gearOffersQuery } from "../worksheet/wiringQueries";

const NUMBERS = "whitespace-nowrap py-1 pr-3 text-right font-mono";

/** Fuses of the parts book for one run: those that serve, and of the others why they do not. */
export function FusesOfBook({ run }: { run: string }) {
  const { optionId, answer } = useRig();
  return <Offers what="fuses" found={useQuery(fusesQuery(optionId, answer.revision, run))} breaks />;
}

/** Bars, switches, shunts, disconnects or fuse boxes of the parts book in the same way. */
export function GearOfBook({ gear, what }: { gear: string; what: string }) {
  const { optionId, answer } = useRig();
  return <Offers what={what} found={useQuery(gearOffersQuery(optionId, answer.revision, gear))} />;
}

function Offers({
  what,
  found,
  breaks = false,
}: {
  what: string;
  found: UseQueryResult<FuseOffers>;
  breaks?: boolean;
}) {
  const { answer, edit } = useRig();
  if (!found.data) {
    return found.error ? (
      <Failed error={found.error} retry={() => void found.refetch()} />
    ) : (
      <Waiting what={`${what} of the parts book`} failed={found.failureReason} />
    );
  }
  const { offers } = found.data;
  if (offers.length === 0) return <p className="mt-2 text-[14px] text-soft">The parts book has no {what}.</p>;
  return (
    <table className="mt-2 w-full text-[14px]">
      <thead>
        <tr className="border-rule border-b text-left text-[13px] text-soft">
          <th className="py-1 pr-3 font-semibold">{breaks ? "Fuse" : "Part"}</th>
          {!breaks && <th className="py-1 pr-3 text-right font-semibold">Bears</th>}
          <th className="py-1 pr-3 text-right font-semibold">Volts</th>
          {breaks && <th className="py-1 pr-3 text-right font-semibold">Breaks</th>}
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
            {!breaks && <td className={NUMBERS}>{amount(one.rated_a, "A")}</td>}
            <td className={NUMBERS}>{amount(one.rated_v, "V")}</td>
            {breaks && <td className={NUMBERS}>{amount(one.breaks_a, "A")}</td>}
            <td className={NUMBERS}>{one.price ? `${one.price.amount} ${one.price.currency}` : "–"}</td>
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
