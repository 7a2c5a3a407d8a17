import type { Draft } from "../../api/types";
import { Button } from "../../ui/Button";
import { useRig } from "./useRig";

/** What stands between what was typed and what is stored, in one line above the page. */
export function Notices() {
  const { outbox, refused, dismiss, notice, answer } = useRig();
  return (
    <div aria-live="assertive">
      {outbox.unreachable && (
        <p className="border-fault border-b-2 bg-sheet px-5 py-2">
          The server does not answer. What you type is kept in this browser and goes out when it is back.
        </p>
      )}
      {notice && <p className="border-advice border-b bg-sheet px-5 py-2">{notice}</p>}
      {refused.map((edit) => (
        <div key={edit.id} className="flex items-start gap-4 border-danger border-b-2 bg-sheet px-5 py-2">
          <div className="min-w-0">
            <p>
              <strong>Not stored.</strong> {edit.problem?.detail ?? "The server refused it."}
            </p>
            {edit.problem?.errors?.map((fault) => (
              <p key={fault.pointer + fault.code}>
                <span className="font-mono text-sm">{fault.pointer}</span>: {fault.detail}
              </p>
            ))}
            <p className="truncate font-mono text-soft text-xs">{JSON.stringify(edit.patch)}</p>
          </div>
          <Button className="ml-auto" onClick={() => dismiss(edit.id)}>
            Understood
          </Button>
        </div>
      ))}
      {answer.drafts.map((draft) => (
        <DraftNotice key={draft.id} draft={draft} />
      ))}
    </div>
  );
}

/** An edit that came too late, with both values: its author decides which stands. */
function DraftNotice({ draft }: { draft: Draft }) {
  const { settleDraft } = useRig();
  return (
    <section aria-label={`Your draft: ${draft.name}`} className="border-fault border-b-2 bg-sheet px-5 py-2.5">
      <div className="flex flex-wrap items-start gap-x-6 gap-y-2">
        <div className="min-w-0 flex-1">
          <p>
            <strong>Kept as your draft, “{draft.name}”.</strong> {draft.why}
          </p>
          <table className="mt-1 text-[14px]">
            <thead>
              <tr className="text-left text-[13px] text-soft">
                <th scope="col" className="pr-6 font-normal">
                  <span className="sr-only">Place</span>
                </th>
                <th scope="col" className="pr-6 font-normal">
                  yours
                </th>
                <th scope="col" className="font-normal">
                  stands now
                </th>
              </tr>
            </thead>
            <tbody>
              {draft.clashes.map((clash) => (
                <tr key={clash.path}>
                  <th scope="row" className="pr-6 text-left font-normal">
                    {clash.place}
                  </th>
                  <td className="max-w-60 truncate pr-6 font-mono font-semibold">{say(clash.mine)}</td>
                  <td className="max-w-60 truncate font-mono">{say(clash.theirs)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
        <div className="flex gap-3">
          <Button onClick={() => void settleDraft(draft.id, false)}>Leave theirs</Button>
          <Button kind="main" onClick={() => void settleDraft(draft.id, true)}>
            Put mine in
          </Button>
        </div>
      </div>
    </section>
  );
}

function say(value: unknown): string {
  if (value === null || value === undefined) return "nothing";
  if (typeof value === "object") {
    const said = value as Record<string, unknown>;
    return typeof said.name === "string"
      ? said.name
      : typeof said.typed === "string"
        ? said.typed
        : JSON.stringify(value);
  }
  return String(value);
}
