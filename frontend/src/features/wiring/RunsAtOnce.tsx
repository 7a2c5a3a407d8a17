import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { DcRun, PatchOperation } from "../../api/types";
import { Button } from "../../ui/Button";
import { formatNumber } from "../../ui/formatQuantity";
import { Failed, Waiting } from "../../ui/states";
import { sayConductor } from "../worksheet/cableFields";
import { useRig } from "../worksheet/useRig";
import { circuitsQuery, wiringProposalQuery } from "../worksheet/wiringQueries";
import { priced, takenAsAsked } from "./runThings";

type Of = "mended" | "lightest" | "circuits";

/** What can be done to many runs at once; each is shown before it is done, and is taken back by one undo. */
export function RunsAtOnce({ runs }: { runs: readonly DcRun[] }) {
  const { rig, edit, answer } = useRig();
  const [open, setOpen] = useState<Of | null>(null);
  if (!answer.may_edit || runs.length === 0) return null;
  const asked = takenAsAsked(rig, runs);
  const broken = answer.findings.some((one) => one.step === "wiring" && one.severity !== "advice");
  const alone = runs.filter((one) => one.kind === "branch").length;
  const button = (of: Of, label: string) => (
    <Button aria-expanded={open === of} onClick={() => setOpen(open === of ? null : of)}>
      {label}
    </Button>
  );
  return (
    <div className="mt-4">
      <div className="flex flex-wrap items-center gap-3">
        {asked.length > 0 && <Button onClick={() => void edit(asked)}>Take what is asked for</Button>}
        {broken && button("mended", "Mend all")}
        {button("lightest", "Least copper")}
        {alone > 1 && button("circuits", "Share fuses")}
      </div>
      {asked.length > 0 && (
        <p className="mt-1 text-[13px] text-soft">
          Cable and fuse of every run to be laid that has neither. One undo takes it back.
        </p>
      )}
      {open === "circuits" && <Circuits close={() => setOpen(null)} />}
      {open && open !== "circuits" && <Proposal of={open} close={() => setOpen(null)} />}
    </div>
  );
}

const WHAT: Record<Exclude<Of, "circuits">, string> = {
  mended:
    "Every cable that is too small is raised to what is asked for, every fuse that is wrong put right. None is made smaller.",
  lightest: "The same runs with the least copper that keeps every rule, sized along the whole way at once.",
};

function Proposal({ of, close }: { of: Exclude<Of, "circuits">; close: () => void }) {
  const { optionId, answer } = useRig();
  const query = useQuery(wiringProposalQuery(optionId, answer.revision, of));
  const one = query.data;
  if (!one) {
    return query.error ? (
      <Failed error={query.error} retry={() => void query.refetch()} />
    ) : (
      <Waiting what="what would change" failed={query.failureReason} />
    );
  }
  const [before = 0, after = 0] = one.copper_kg;
  return (
    <section aria-label="What would change" className="mt-3 max-w-[46rem] border-ink border-l-2 pl-4">
      <p className="text-[14px] text-soft">{WHAT[of]}</p>
      {!one.possible && <p className="mt-1">No stock sizes keep every drop: shorten a way, or raise the volts.</p>}
      {one.possible && one.changes.length === 0 && (
        <p className="mt-1">
          Nothing would change{one.left > 0 ? "; what is told above asks for something else" : ""}.
        </p>
      )}
      {one.changes.length > 0 && (
        <>
          <table className="mt-2 w-full text-[14px]">
            <thead>
              <tr className="border-rule border-b text-left text-[13px] text-soft">
                <th className="py-1 pr-3 font-semibold">Run</th>
                <th className="py-1 pr-3 font-semibold">Cable</th>
                <th className="py-1 pr-3 font-semibold">Fuse</th>
                <th className="py-1 pr-3 text-right font-semibold">Copper</th>
                <th className="py-1 text-right font-semibold">Price</th>
              </tr>
            </thead>
            <tbody>
              {one.changes.map((change) => (
                <tr key={change.key} className="border-rule border-b align-baseline">
                  <th scope="row" className="py-1 pr-3 text-left font-normal">
                    {change.name}
                  </th>
                  <td className="py-1 pr-3 font-mono">{turned(change.conductor, sayConductor)}</td>
                  <td className="py-1 pr-3 font-mono">
                    {turned(change.fuse_a, (a) => `${a} A`)}
                    {change.fuse_name && <span className="block font-sans text-[13px]">{change.fuse_name}</span>}
                  </td>
                  <td className="whitespace-nowrap py-1 pr-3 text-right font-mono">{weighed(change.copper_kg)}</td>
                  <td className="whitespace-nowrap py-1 text-right font-mono">{priced(change.costs) || "–"}</td>
                </tr>
              ))}
            </tbody>
          </table>
          <p className="mt-2 text-[14px]">
            Copper of both poles, without insulation: {before.toFixed(1)} kg now, {after.toFixed(1)} kg then.
            {one.costs.length > 0 &&
              ` Cables and fuses come to ${priced(one.costs)} by the parts book${
                one.without_price === 0
                  ? ""
                  : `; ${one.without_price} of them ${one.without_price === 1 ? "has" : "have"} no price there`
              }.`}
            {one.left > 0 && " Some of what is told above asks for more than a cable."}
          </p>
          <Decide patch={one.patch as PatchOperation[]} close={close} />
        </>
      )}
    </section>
  );
}

/** Takes all of it as one edit, or leaves it; what was not stored stays open. */
function Decide({ patch, close }: { patch: PatchOperation[]; close: () => void }) {
  const { edit } = useRig();
  const accept = async () => {
    const outcome = await edit(patch);
    if (outcome.stored) close();
  };
  return (
    <p className="mt-2 flex gap-3">
      <Button onClick={() => void accept()}>Accept</Button>
      <Button kind="quiet" onClick={close}>
        Leave it
      </Button>
    </p>
  );
}

/** Loads of one group behind one fuse each, as far as what they draw together allows. */
function Circuits({ close }: { close: () => void }) {
  const { optionId, answer } = useRig();
  const query = useQuery(circuitsQuery(optionId, answer.revision));
  const one = query.data;
  if (!one) {
    return query.error ? (
      <Failed error={query.error} retry={() => void query.refetch()} />
    ) : (
      <Waiting what="which loads could share a fuse" failed={query.failureReason} />
    );
  }
  return (
    <section aria-label="What would share a fuse" className="mt-3 max-w-[46rem] border-ink border-l-2 pl-4">
      <p className="text-[14px] text-soft">
        Loads of one kind that draw {formatNumber(one.most_a)} A together at most. What must run keeps a fuse of its
        own.
      </p>
      {one.circuits.length === 0 ? (
        <p className="mt-1">No two loads are left that could share one.</p>
      ) : (
        <>
          <dl className="mt-2">
            {one.circuits.map((circuit) => (
              <div key={circuit.name} className="flex gap-3 border-rule border-b py-1 text-[14px]">
                <dt className="w-40 font-semibold">{circuit.name}</dt>
                <dd className="flex-1">{circuit.loads.join(", ")}</dd>
              </div>
            ))}
          </dl>
          <Decide patch={one.patch as PatchOperation[]} close={close} />
        </>
      )}
    </section>
  );
}

/** “12 AWG → 8 AWG”, or the one that stays. */
function turned<T>(pair: readonly (T | null)[], say: (value: T) => string): string {
  const [before = null, after = null] = pair;
  const said = (value: T | null) => (value === null ? "–" : say(value));
  return before === after ? said(after) : `${said(before)} → ${said(after)}`;
}

function weighed(kg: number): string {
  if (Math.abs(kg) < 0.005) return "±0";
  return `${kg > 0 ? "+" : "−"}${Math.abs(kg).toFixed(2)} kg`;
}
