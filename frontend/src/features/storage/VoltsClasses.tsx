import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { moveQuery } from "../../api/queries";
import type { Move } from "../../api/types";
import { Button } from "../../ui/Button";
import { Dialog } from "../../ui/Dialog";
import { HeadRow } from "../../ui/HeadRow";
import { Section } from "../../ui/PageHead";
import { Failed, Waiting } from "../../ui/states";
import { Figure } from "../worksheet/Figure";
import { Fetched } from "../worksheet/PreviewedFix";
import { useRig } from "../worksheet/useRig";
import { useStepFigures } from "../worksheet/useStepFigures";

/** The same energy and the same inverter at each class: what changes is amps and amp-hours, and what has to be bought. */
export function VoltsClasses() {
  const { storage } = useRig().rig;
  const { answer } = useRig();
  const { figure } = useStepFigures("storage");
  const [moving, setMoving] = useState<number | null>(null);
  const units = storage.bank?.units;
  return (
    <Section title="The same at 12, 24 and 48 V" aside="energy stays; amps and copper change">
      <table className="w-full">
        <HeadRow
          columns={[
            { label: "Class" },
            { label: "Bank needed", right: true },
            { label: "Inverter at cut-off", right: true },
            { label: "Copper", right: true },
            ...(units ? [{ label: "The same units", right: true }] : []),
            { label: "Mind" },
            { label: "" },
          ]}
        />
        <tbody>
          {([12, 24, 48] as const).map((volts) => (
            <tr
              key={volts}
              className={`row-height border-rule border-t ${volts === storage.system_v ? "font-semibold" : "text-soft"}`}
            >
              <th scope="row" className="whitespace-nowrap text-left font-[inherit]">
                {volts} V
              </th>
              <td className="pr-3 text-right">
                <Figure figure={figure(`storage.class.${volts}.need_ah`)} />
              </td>
              <td className="pr-3 text-right">
                <Figure figure={figure(`storage.class.${volts}.current_a`)} />
              </td>
              <td className="pr-3 text-right">
                <Figure figure={figure(`storage.class.${volts}.copper_frac`)} share />
              </td>
              {units && (
                <td className="whitespace-nowrap pr-3 text-right">
                  {figure(`storage.class.${volts}.same_units_ah`) ? (
                    <>
                      <Figure figure={figure(`storage.class.${volts}.same_units_ah`)} />
                      {Number(figure(`storage.class.${volts}.left_over`)?.value) > 0 && (
                        <span className="text-[13px]">
                          , <Figure figure={figure(`storage.class.${volts}.left_over`)} /> over
                        </span>
                      )}
                    </>
                  ) : (
                    <span className="text-[13px]">do not make it</span>
                  )}
                </td>
              )}
              <td className="py-1 pr-2 font-normal text-[13px] text-soft">{MIND[volts]}</td>
              <td className="whitespace-nowrap pl-2 text-right font-normal">
                {volts === storage.system_v ? (
                  <span className="text-[13px] text-incoming-text">this rig</span>
                ) : (
                  answer.may_edit && (
                    <Button kind="quiet" onClick={() => setMoving(volts)} aria-label={`Move to ${volts} V`}>
                      Move…
                    </Button>
                  )
                )}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {moving !== null && <MoveDialog volts={moving} onClose={() => setMoving(null)} />}
    </Section>
  );
}

const MIND = {
  12: "up to 3 kW of inverter is usual; most vehicle parts are of this class",
  24: "3 to 5 kW; 12 V loads need a step-down converter",
  48: "above 5 kW; charges over 50 V, so other articles and covers on every bare part",
} as const;

const FATES = { stays: "Stays", changes: "Changes", goes: "Goes" } as const;
const FATE_LOOK = { stays: "text-fits", changes: "text-incoming-text", goes: "text-danger" } as const;

/** What survives the move, what does not, and what it does to the whole. */
function MoveDialog({ volts, onClose }: { volts: number; onClose: () => void }) {
  const { optionId, answer, edit } = useRig();
  const query = useQuery(moveQuery(optionId, answer.revision, volts));
  return (
    <Dialog title={`Move to ${volts} V`} onClose={onClose} wide>
      {query.isPending && <Waiting what="what would become of each thing" failed={query.failureReason} />}
      {query.isError && <Failed error={query.error} retry={() => void query.refetch()} />}
      {query.data && (
        <>
          <Pieces move={query.data} />
          {query.data.patch && <Fetched fix={{ label: "With all of that", patch: query.data.patch }} />}
          <div className="mt-4 flex justify-end gap-3">
            <Button onClick={onClose}>Stay as it is</Button>
            {query.data.patch && (
              <Button
                kind="main"
                onClick={() => {
                  onClose();
                  if (query.data.patch) void edit(query.data.patch);
                }}
              >
                Move to {volts} V
              </Button>
            )}
          </div>
        </>
      )}
    </Dialog>
  );
}

function Pieces({ move }: { move: Move }) {
  return (
    <ul className="mb-4 border-ink border-t">
      {move.pieces.map((piece) => (
        <li key={piece.text} className="grid grid-cols-[5.5rem_1fr] border-rule border-b py-1.5">
          <span className={`font-semibold ${FATE_LOOK[piece.fate]}`}>{FATES[piece.fate]}</span>
          <span>{piece.text}</span>
        </li>
      ))}
      {move.pieces.length === 0 && <li className="py-2 text-soft">Nothing is chosen yet that would have to change.</li>}
    </ul>
  );
}
