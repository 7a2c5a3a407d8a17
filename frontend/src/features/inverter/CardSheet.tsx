import { useQuery } from "@tanstack/react-query";
import { createPortal } from "react-dom";
import { acQuery } from "../../api/queries";
import type { AcAnswer } from "../../api/types";
import { Button } from "../../ui/Button";
import { Failed, Waiting } from "../../ui/states";
import { useRig } from "../worksheet/useRig";

/** What a hand does on arriving and on leaving, in its order, and what goes wrong when a step is forgotten. */
export function CardSheet() {
  const { optionId, answer } = useRig();
  const found = useQuery(acQuery(optionId, answer.revision));
  if (found.isPending) return <Waiting what="the card" failed={found.failureReason} />;
  if (found.isError) return <Failed error={found.error} retry={() => void found.refetch()} />;
  const sides = found.data.card;
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center gap-4">
        <Button onClick={() => window.print()}>Print the card</Button>
        <span className="text-[14px] text-soft">For those who live with it: beside the inlet, or on the phone.</span>
      </div>
      <div className="grid gap-x-10 lg:grid-cols-2">
        {sides.map((side) => (
          <section key={side.side} className="mb-8" aria-label={side.title}>
            <h2 className="border-ink border-b pb-1 font-semibold text-[17px]">{side.title}</h2>
            {side.steps.length === 0 && (
              <p className="py-2.5 text-soft">Nothing to do by hand, by what is said so far.</p>
            )}
            <ol>
              {numbered(side).map(([number, step]) => (
                <li key={step.do} className="grid grid-cols-[2.2rem_1fr] border-rule border-b py-2.5">
                  <span className="figure font-semibold text-[17px]">{number}</span>
                  <span>
                    <span className={number ? "text-[17px] leading-snug" : "text-soft"}>{step.do}</span>
                    {step.forgotten && (
                      <span className="mt-0.5 block text-[14px] text-soft">
                        <span className="font-semibold text-fault">Forgotten:</span> {lower(step.forgotten)}
                      </span>
                    )}
                  </span>
                </li>
              ))}
            </ol>
          </section>
        ))}
      </div>
      <OnPaper sides={sides} />
    </>
  );
}

type Side = AcAnswer["card"][number];

/** What has to be done has a number; what goes by itself has none. */
function numbered(side: Side): [string, Side["steps"][number]][] {
  let number = 0;
  return side.steps.map((step) => [step.forgotten ? String(++number) : "", step]);
}

const lower = (text: string) => text.charAt(0).toLowerCase() + text.slice(1);

/** The same on one page of paper, with a box to tick. On a screen it does not show. */
function OnPaper({ sides }: { sides: Side[] }) {
  return createPortal(
    <div className="paper-sheet card-sheet" aria-hidden="true">
      <h1>Arriving and leaving</h1>
      <p className="walk-head">{document.title}</p>
      {sides.map((side) => (
        <section key={side.side}>
          <h2>{side.title}</h2>
          <ol>
            {numbered(side).map(([number, step]) => (
              <li key={step.do}>
                <span>{number && <span className="card-box inline-block" />}</span>
                <span>{number}</span>
                <span>{step.do}</span>
                {step.forgotten && <span className="card-forgotten">Forgotten: {lower(step.forgotten)}</span>}
              </li>
            ))}
          </ol>
        </section>
      ))}
      <p className="walk-head">Mains work belongs to a licensed person, under the local code.</p>
    </div>,
    document.body,
  );
}
