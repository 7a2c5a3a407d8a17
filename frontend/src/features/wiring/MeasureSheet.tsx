import { type KeyboardEvent, useRef, useState } from "react";
import { Button } from "../../ui/Button";
import { formatQuantity } from "../../ui/formatQuantity";
import { Failed, Waiting } from "../../ui/states";
import { useLength } from "../worksheet/cableFields";
import { Figure } from "../worksheet/Figure";
import { useMember } from "../worksheet/fields";
import { useRig } from "../worksheet/useRig";
import { type Item, isMeasured } from "./runList";
import { useRunItems } from "./useRunItems";

/** Lengths one by one, standing in the vehicle: a run fills the sheet, and the next comes once its length is said. */
export function MeasureSheet() {
  const { answer } = useRig();
  const { items, query } = useRunItems();
  const [again, setAgain] = useState(false);
  const [at, setAt] = useState("");
  if (!query.data) {
    return query.error ? (
      <Failed error={query.error} retry={() => void query.refetch()} />
    ) : (
      <Waiting what="the runs" failed={query.failureReason} />
    );
  }
  const open = items.filter((item) => !isMeasured(item));
  // The one in hand stays, also once it is measured: until somebody goes on.
  const walk = again ? items : items.filter((item) => !isMeasured(item) || item.run.key === at);
  const here = walk.find((item) => item.run.key === at) ?? walk[0];
  const go = (by: 1 | -1) => {
    const place = here ? walk.indexOf(here) : -1;
    const next = walk[(place + by + walk.length) % walk.length];
    if (next) setAt(next.run.key);
  };
  return (
    <div className="max-w-[40rem]">
      <div className="mb-3 flex flex-wrap items-center justify-between gap-3">
        <p className="text-[15px]" role="status">
          {open.length === 0
            ? `All ${items.length} runs are measured.`
            : `${items.length - open.length} of ${items.length} runs are measured.`}
        </p>
        <label className="touch flex items-center gap-2 text-[14px]">
          <input type="checkbox" checked={again} onChange={() => setAgain(!again)} />
          Walk through all of them
        </label>
      </div>
      {here && <OneByOne key={here.run.key} item={here} go={walk.length > 1 ? go : null} mayEdit={answer.may_edit} />}
    </div>
  );
}

function OneByOne({ item, go, mayEdit }: { item: Item; go: ((by: 1 | -1) => void) | null; mayEdit: boolean }) {
  const { run, way } = item;
  const { units } = useRig();
  const { fault, input } = useLength({ path: run.length_at, typed: run.length });
  const { write } = useMember(run.length_at);
  const field = useRef<HTMLInputElement>(null);
  const about = run.figures.estimated_length_m;
  const shown = about && formatQuantity(about.value, about.unit, units);
  const onKeyDown = (event: KeyboardEvent<HTMLInputElement>) => {
    input.onKeyDown(event);
    if (event.key === "Enter") go?.(1);
  };
  return (
    <section className="border-2 border-ink bg-sheet p-5" aria-label={run.name}>
      <p className="font-mono text-[15px] text-soft">{run.mark}</p>
      <h2 className="mb-1 text-[24px] leading-tight">
        {run.near} <span className="text-soft">→</span> {run.far}
      </h2>
      <p className="mb-4 text-[15px] text-soft">
        {way ? `By the way “${way}”. ` : ""}
        {about ? (
          <>
            Reckoned with about <Figure figure={about} />.
          </>
        ) : (
          !isMeasured(item) && "Nobody has measured it."
        )}
      </p>
      <label className="block text-[15px]">
        One way, along where it {run.found ? "lies" : "will lie"}
        <input
          {...input}
          ref={field}
          autoFocus={mayEdit}
          onKeyDown={onKeyDown}
          enterKeyHint="next"
          className="field mt-1 block h-14 w-full max-w-60 text-right font-mono text-[24px]"
          placeholder={units === "us" ? "ft" : "m"}
        />
      </label>
      {fault && (
        <p id={`${input.id}-fault`} role="alert" className="mt-1 text-[15px] text-danger">
          {fault}
        </p>
      )}
      <div className="mt-5 flex flex-wrap gap-3">
        {shown && mayEdit && (
          <Button
            className="h-12!"
            onClick={() => void write(`${plain(shown.number)} ${shown.unit}`).then(() => go?.(1))}
          >
            It is {shown.number} {shown.unit}
          </Button>
        )}
        {go && (
          <>
            <Button className="h-12!" onClick={() => go(-1)}>
              ‹ Before
            </Button>
            <Button kind="main" className="h-12!" onClick={() => go(1)}>
              Next ›
            </Button>
          </>
        )}
      </div>
    </section>
  );
}

/** A number as it is typed. */
const plain = (shown: string): string => shown.replace(/[^\d.]/g, "");
