import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { arrangementsQuery } from "../../api/arrayQueries";
import type { Rig, Way } from "../../api/types";
import { Button } from "../../ui/Button";
import { Dialog } from "../../ui/Dialog";
import { Digits } from "../../ui/Digits";
import { formatNumber } from "../../ui/formatQuantity";
import { Failed, Waiting } from "../../ui/states";
import { PartSelect } from "../worksheet/PartSelect";
import { useParts } from "../worksheet/useParts";
import { useRig } from "../worksheet/useRig";

interface Lot {
  part: string;
  count: number;
}

/** Panels, and every way of wiring them to the controllers at hand and in the book, with what is against each. */
export function Arrange({ insteadOf, onClose }: { insteadOf: string | null; onClose: () => void }) {
  const { rig, edit } = useRig();
  const [lots, setLots] = useState<Lot[]>(() => lotsOf(rig, insteadOf));
  const [only, setOnly] = useState<string | null>(null);
  const take = (way: Way) => {
    onClose();
    void edit(way.patch);
  };
  return (
    <Dialog title="Arrange panels" onClose={onClose} wide>
      <Lots lots={lots} onChange={setLots} />
      <p className="mt-3 flex flex-wrap items-center gap-2">
        on
        <PartSelect
          kind="controller"
          label="Only this controller"
          value={only}
          empty="every controller there is"
          className="w-72 max-w-full"
          onChange={setOnly}
        />
      </p>
      {lots.length > 0 && <Ways lots={lots} only={only} insteadOf={insteadOf} onTake={take} />}
    </Dialog>
  );
}

/** What an array has, by kind and number. */
function lotsOf(rig: Rig, insteadOf: string | null): Lot[] {
  const array = insteadOf === null ? undefined : rig.solar.arrays[insteadOf];
  const counts = new Map<string, number>();
  for (const string of Object.values(array?.strings ?? {}))
    for (const panel of Object.values(string.panels)) counts.set(panel.part, (counts.get(panel.part) ?? 0) + 1);
  return [...counts].map(([part, count]) => ({ part, count }));
}

function Lots({ lots, onChange }: { lots: Lot[]; onChange: (lots: Lot[]) => void }) {
  const set = (at: number, lot: Lot) => onChange(lots.map((one, other) => (other === at ? lot : one)));
  return (
    <ul>
      {lots.map((lot, at) => (
        <li key={`${lot.part}-${at}`} className="flex flex-wrap items-center gap-2 py-1">
          <input
            type="number"
            min={1}
            max={60}
            aria-label={`How many of kind ${at + 1}`}
            className="field w-16 text-right font-mono"
            value={lot.count}
            onChange={(event) => set(at, { ...lot, count: Math.min(60, Math.max(1, Number(event.target.value) || 1)) })}
          />
          <PartSelect
            kind="panel"
            label={`Panels of kind ${at + 1}`}
            value={lot.part}
            className="w-80 max-w-full"
            onChange={(part) => part && set(at, { ...lot, part })}
          />
          <Button
            kind="quiet"
            aria-label={`Without kind ${at + 1}`}
            onClick={() => onChange(lots.filter((_, other) => other !== at))}
          >
            ×
          </Button>
        </li>
      ))}
      {lots.length < 4 && (
        <li className="py-1">
          <PartSelect
            kind="panel"
            label="Add a kind of panel"
            value={null}
            empty={lots.length === 0 ? "Which panels are there?" : "+ another kind"}
            className="w-80 max-w-full"
            onChange={(part) => part && onChange([...lots, { part, count: 1 }])}
          />
        </li>
      )}
    </ul>
  );
}

function Ways({
  lots,
  only,
  insteadOf,
  onTake,
}: {
  lots: Lot[];
  only: string | null;
  insteadOf: string | null;
  onTake: (way: Way) => void;
}) {
  const { optionId, answer } = useRig();
  const query = useQuery(
    arrangementsQuery(optionId, answer.revision, {
      lots,
      ...(only === null ? {} : { controllers: [only] }),
      ...(insteadOf === null ? {} : { instead_of: insteadOf }),
    }),
  );
  const parts = useParts("controller");
  if (query.isPending) return <Waiting what="every way of wiring them" failed={query.failureReason} />;
  if (query.isError) return <Failed error={query.error} retry={() => void query.refetch()} />;
  const { ways, judged, apart } = query.data;
  const fit = ways.filter((way) => way.fits).length;
  return (
    <>
      <p className="mt-3 text-[14px] text-soft">
        {judged === 1 ? "One way was" : `${judged} ways were`} judged;{" "}
        {fit === 0
          ? apart.length > 0
            ? "on one controller none of them fits"
            : "none of them fits"
          : `${fit === ways.length ? "all" : fit} of those below fit`}
        .{judged > ways.length && ` The ${ways.length} best are listed.`}
      </p>
      <ul className="mt-1 max-h-[52dvh] overflow-auto border-ink border-t">
        {apart.length > 0 && <Apart ways={apart} lots={lots} onTake={onTake} />}
        {ways.map((way, at) => (
          <li
            key={`${way.controller}-${way.text}-${at}`}
            className="grid grid-cols-[1fr_auto] items-start gap-x-4 border-rule border-b py-2"
          >
            <div>
              <p>
                <span className={way.fits ? "font-semibold" : ""}>{way.text}</span>{" "}
                <span className="text-soft">on</span>{" "}
                {parts.find((one) => one.reference === way.controller)?.part.name ?? way.controller_name}
                {way.in_rig && <span className="text-soft"> (in the rig already)</span>}
              </p>
              <p className="figure text-[13px] text-soft">
                <Digits>
                  {[
                    way.cold_v === null ? "" : `${formatNumber(way.cold_v)} V in the cold`,
                    way.hot_v === null ? "" : `${formatNumber(way.hot_v)} V in the heat`,
                    `${formatNumber(way.input_a)} A in`,
                    way.fuses,
                  ]
                    .filter(Boolean)
                    .join(" · ")}
                </Digits>
              </p>
              {way.against.map((one) => (
                <p key={one} className={`text-[13px] ${way.fits ? "text-advice" : "text-fault"}`}>
                  {way.fits ? "◇" : "▲"} {one}
                </p>
              ))}
            </div>
            <div className="text-right">
              <p className="figure">
                <Digits>{formatNumber(Math.round(way.gives_w))}</Digits>
                <span className="unit">W at best</span>
              </p>
              {answer.may_edit && (
                <Button kind={way.fits ? "main" : "plain"} className="mt-1" onClick={() => onTake(way)}>
                  {way.fits ? "Wire it so" : "Wire it so all the same"}
                </Button>
              )}
            </div>
          </li>
        ))}
      </ul>
    </>
  );
}

/** Each kind of panel on a controller of its own: the best way of each. */
function Apart({ ways, lots, onTake }: { ways: Way[]; lots: Lot[]; onTake: (way: Way) => void }) {
  const { answer } = useRig();
  const name = usePanelName();
  const last = ways[ways.length - 1];
  return (
    <li className="grid grid-cols-[1fr_auto] items-start gap-x-4 border-rule border-b py-2">
      <div>
        <p className="font-semibold">Each kind on a controller of its own</p>
        {ways.map((way, at) => (
          <p key={`${way.controller}-${lots[at]?.part}`} className="text-[14px]">
            {name(lots[at]?.part ?? "")}: {way.text} <span className="text-soft">on</span> {way.controller_name}
            {way.in_rig && <span className="text-soft"> (in the rig already)</span>}
            {way.against.map((one) => (
              <span key={one} className="block text-[13px] text-advice">
                ◇ {one}
              </span>
            ))}
          </p>
        ))}
      </div>
      <div className="text-right">
        <p className="figure">
          <Digits>{formatNumber(Math.round(ways.reduce((sum, way) => sum + way.gives_w, 0)))}</Digits>
          <span className="unit">W at best</span>
        </p>
        {answer.may_edit && last && (
          <Button kind="main" className="mt-1" onClick={() => onTake(last)}>
            Wire it so
          </Button>
        )}
      </div>
    </li>
  );
}

function usePanelName(): (reference: string) => string {
  const parts = useParts("panel");
  return (reference) => parts.find((one) => one.reference === reference)?.part.name ?? "A panel";
}
