import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { candidatesQuery } from "../../api/queries";
import type { Candidate, CandidatePlace, FigureValue } from "../../api/types";
import { Button } from "../../ui/Button";
import { Dialog } from "../../ui/Dialog";
import { Digits } from "../../ui/Digits";
import { formatQuantity } from "../../ui/formatQuantity";
import { SeverityMark } from "../../ui/SeverityMark";
import { Failed, Waiting } from "../../ui/states";
import { useRig } from "./useRig";

/** What each part would do here: to the promise, to price and mass; and why the others do not fit. */
export function PartPicker({ place, what, onOwn }: { place: CandidatePlace; what: string; onOwn: () => void }) {
  const { answer } = useRig();
  const [open, setOpen] = useState(false);
  if (!answer.may_edit) return null;
  return (
    <div className="my-2 flex flex-wrap gap-3">
      <Button onClick={() => setOpen(true)}>Choose from the parts…</Button>
      <Button kind="quiet" onClick={onOwn}>
        Add one of their own…
      </Button>
      {open && (
        <Dialog title={`Which ${what}`} onClose={() => setOpen(false)} wide>
          <Candidates place={place} onClose={() => setOpen(false)} />
        </Dialog>
      )}
    </div>
  );
}

const amount = (figure: FigureValue | null | undefined) => (typeof figure?.value === "number" ? figure.value : null);

// What comes first of what fits. What is not known comes last.
const ORDERS = {
  lightest: (one: Candidate) => amount(one.mass) ?? Number.POSITIVE_INFINITY,
  cheapest: (one: Candidate) => amount(one.price) ?? Number.POSITIVE_INFINITY,
  longest: (one: Candidate) => -(amount(one.days) ?? 0),
};

function Candidates({ place, onClose }: { place: CandidatePlace; onClose: () => void }) {
  const { optionId, answer, edit } = useRig();
  const query = useQuery(candidatesQuery(optionId, answer.revision, place));
  const [words, setWords] = useState("");
  const [first, setFirst] = useState<keyof typeof ORDERS>("lightest");
  if (query.isPending) return <Waiting what="what each would do" failed={query.failureReason} />;
  if (query.isError) return <Failed error={query.error} retry={() => void query.refetch()} />;
  const take = (candidate: Candidate) => {
    onClose();
    void edit(candidate.patch);
  };
  const shown = query.data.candidates
    .filter((one) => one.part.name.toLowerCase().includes(words.toLowerCase()))
    .sort((one, other) => Number(other.fits) - Number(one.fits) || ORDERS[first](one) - ORDERS[first](other));
  const bank = place === "storage.bank";
  return (
    <>
      <input
        type="search"
        aria-label="Find"
        placeholder="Find"
        className="field mb-3 w-56"
        value={words}
        onChange={(event) => setWords(event.target.value)}
      />
      <label className="ml-4 inline-flex items-center gap-2">
        What fits, the
        <select
          className="field"
          value={first}
          onChange={(event) => setFirst(event.target.value as keyof typeof ORDERS)}
        >
          {(Object.keys(ORDERS) as (keyof typeof ORDERS)[])
            .filter((order) => bank || order !== "longest")
            .map((order) => (
              <option key={order} value={order}>
                {order}
              </option>
            ))}
        </select>
        first
      </label>
      {shown.length === 0 && (
        <p className="border-rule border-t py-4 text-soft">
          No part of the book can go here: none makes these volts in this chemistry, or none is called so.
        </p>
      )}
      <ul className="max-h-[60dvh] overflow-auto border-ink border-t">
        {shown.map((one) => (
          <CandidateItem key={one.reference} candidate={one} bank={bank} onTake={() => take(one)} />
        ))}
      </ul>
    </>
  );
}

function CandidateItem({ candidate, bank, onTake }: { candidate: Candidate; bank: boolean; onTake: () => void }) {
  const worst = candidate.findings[0];
  return (
    <li className="grid grid-cols-[1fr_auto] items-start gap-x-4 border-rule border-b py-2">
      <div>
        <p className="flex flex-wrap items-baseline gap-x-3">
          <span className={candidate.fits ? "font-semibold" : ""}>{candidate.part.name}</span>
          {candidate.arrangement !== "one" && <span className="text-[14px] text-soft">{candidate.arrangement}</span>}
          {candidate.own && <span className="text-[13px] text-incoming-text">their own</span>}
          {candidate.chosen && <span className="text-[13px] text-incoming-text">chosen now</span>}
        </p>
        <p className="flex flex-wrap gap-x-5 text-[14px] text-soft">
          {bank && candidate.days && (
            <span>
              lasts <Amount figure={candidate.days} /> with margin
            </span>
          )}
          {bank && typeof candidate.headroom?.value === "number" && candidate.headroom.value > 0 && (
            <span>
              takes <span className="figure text-ink">{Math.floor(candidate.headroom.value * 100)}</span> % growth
            </span>
          )}
          {candidate.mass && (
            <span>
              all chosen <Amount figure={candidate.mass} />
            </span>
          )}
          <span>{candidate.price ? <Amount figure={candidate.price} /> : "price not known"}</span>
        </p>
        {worst && (
          <p className="mt-0.5 flex gap-2 text-[14px]">
            <SeverityMark severity={worst.severity} size={14} />
            <span>
              {worst.what}
              {candidate.findings.length > 1 && (
                <span className="text-soft"> And {candidate.findings.length - 1} more.</span>
              )}
            </span>
          </p>
        )}
      </div>
      <Button kind={candidate.fits ? "main" : "plain"} onClick={onTake} aria-label={`Take ${candidate.part.name}`}>
        Take
      </Button>
    </li>
  );
}

function Amount({ figure }: { figure: FigureValue }) {
  const { units } = useRig();
  const shown = formatQuantity(figure.value, figure.unit, units);
  return (
    <span className="figure text-ink">
      <Digits>{shown.number}</Digits>
      <span className="unit">{shown.unit}</span>
    </span>
  );
}
