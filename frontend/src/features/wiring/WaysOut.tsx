import { useQuery } from "@tanstack/react-query";
import type { PatchOperation } from "../../api/types";
import { formatNumber } from "../../ui/formatQuantity";
import { Section } from "../../ui/PageHead";
import { Failed, Waiting } from "../../ui/states";
import { sayConductor } from "../worksheet/cableFields";
import { PreviewedFix } from "../worksheet/PreviewedFix";
import { useRig } from "../worksheet/useRig";
import { waysOutQuery } from "../worksheet/wiringQueries";
import { priced } from "./runThings";

/** Where no stock size serves the main run: what else there is, with the copper and the money that it takes. */
export function WaysOut() {
  const { optionId, answer } = useRig();
  const query = useQuery(waysOutQuery(optionId, answer.revision));
  if (!query.data) {
    return query.error ? (
      <Failed error={query.error} retry={() => void query.refetch()} />
    ) : (
      <Waiting what="what else there is" failed={query.failureReason} />
    );
  }
  const { ways } = query.data;
  return (
    <Section title="Instead of a size that no stock has">
      {ways.length === 0 ? (
        <p className="max-w-[46rem] text-soft">
          Neither more cables side by side, nor a fuse at the bank for each inverter, nor a higher class of volts ends
          it without another danger. Smaller inverters, or a shorter way, are left.
        </p>
      ) : (
        <table className="w-full text-[15px]">
          <thead>
            <tr className="border-ink border-b text-left text-[13px] text-soft">
              <th className="py-1 pr-3 font-semibold">Way</th>
              <th className="py-1 pr-3 text-right font-semibold">Main cable</th>
              <th className="py-1 pr-3 text-right font-semibold">Main fuse</th>
              <th className="py-1 pr-3 text-right font-semibold">Copper</th>
              <th className="py-1 text-right font-semibold">Cables, priced</th>
            </tr>
          </thead>
          <tbody>
            {ways.map((one) => (
              <tr key={one.name} className="border-rule border-b align-baseline">
                <th scope="row" className="py-1.5 pr-3 text-left font-normal">
                  {answer.may_edit ? (
                    <PreviewedFix fix={{ label: one.name, patch: one.patch as PatchOperation[] }} />
                  ) : (
                    one.name
                  )}
                </th>
                <td className={NUMBERS}>{one.conductor ? sayConductor(one.conductor) : "–"}</td>
                <td className={NUMBERS}>{one.fuse_a === null ? "–" : `${formatNumber(one.fuse_a)} A`}</td>
                <td className={NUMBERS}>{one.copper_kg.toFixed(1)} kg</td>
                <td className="whitespace-nowrap py-1.5 text-right font-mono">{priced(one.costs) || "–"}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </Section>
  );
}

const NUMBERS = "whitespace-nowrap py-1.5 pr-3 text-right font-mono";
