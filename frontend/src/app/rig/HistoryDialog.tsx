import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { historyQuery, lookBackQuery } from "../../api/queries";
import { Effect } from "../../features/worksheet/Effect";
import { useRig } from "../../features/worksheet/useRig";
import { Button } from "../../ui/Button";
import { Dialog } from "../../ui/Dialog";
import { Failed, Waiting } from "../../ui/states";

/** Who changed what, newest first; any revision can be looked at and gone back to. */
export function HistoryDialog({ onClose }: { onClose: () => void }) {
  const { optionId, answer } = useRig();
  const [looked, setLooked] = useState<number | null>(null);
  const history = useQuery(historyQuery(optionId, answer.revision));
  return (
    <Dialog title="What was changed" onClose={onClose}>
      {history.isPending && <Waiting what="the history" failed={history.failureReason} />}
      {history.isError && <Failed error={history.error} retry={() => void history.refetch()} />}
      <ol className="max-h-[60dvh] overflow-auto border-rule border-t">
        {history.data?.revisions.map((revision) => (
          <li key={revision.number} className="border-rule border-b">
            <button
              type="button"
              aria-expanded={looked === revision.number}
              onClick={() => setLooked(looked === revision.number ? null : revision.number)}
              className="touch flex min-h-9 w-full items-baseline gap-3 px-1 py-1.5 text-left hover:bg-paper"
            >
              <span className="figure w-8 shrink-0 text-right text-soft">{revision.number}</span>
              <span className="flex-1">
                {revision.author} {revision.sentence}
              </span>
              <time dateTime={revision.at} className="shrink-0 text-[13px] text-soft">
                {new Date(revision.at).toLocaleString(undefined, { dateStyle: "medium", timeStyle: "short" })}
              </time>
            </button>
            {looked === revision.number && <LookedAt number={revision.number} onBack={onClose} />}
          </li>
        ))}
      </ol>
      <div className="mt-4 text-right">
        <Button onClick={onClose}>Close</Button>
      </div>
    </Dialog>
  );
}

/** What going back would change. */
function LookedAt({ number, onBack }: { number: number; onBack: () => void }) {
  const { optionId, answer, walk } = useRig();
  const query = useQuery(lookBackQuery(optionId, answer.revision, number));
  const newest = number === answer.revision;
  const goBack = () => {
    onBack();
    void walk({ restore: number });
  };
  if (newest) return <p className="px-12 pb-3 text-[14px] text-soft">This is the rig as it stands.</p>;
  return (
    <div className="pr-1 pb-3 pl-12">
      {query.isPending && <Waiting what="that revision" failed={query.failureReason} />}
      {query.isError && <Failed error={query.error} retry={() => void query.refetch()} />}
      {query.data && <Effect preview={query.data} />}
      {query.data && answer.may_edit && (
        <div className="mt-3 text-right">
          <Button onClick={goBack}>Go back to revision {number}</Button>
        </div>
      )}
    </div>
  );
}
