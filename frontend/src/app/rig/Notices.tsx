import { useState } from "react";
import type { Aside, Trouble } from "../../api/outbox";
import type { Draft } from "../../api/types";
import { useRig } from "../../features/worksheet/useRig";
import { Button } from "../../ui/Button";
import { copyText } from "../../ui/copyText";

const KEPT = "What you type is kept in this browser and goes out by itself";

/** Why nothing goes out, said only where it is so. Hurry and a stale page mend themselves within a moment. */
const TROUBLES: Record<Trouble | "failing", string | null> = {
  "no answer": `The server does not answer. ${KEPT} when it is back.`,
  unavailable: `The server answers, its database is not ready. ${KEPT} when it is back.`,
  full: `The server has no room left to store anything: tell whoever runs it. ${KEPT} when there is room again.`,
  "signed out": `You are signed out. ${KEPT} once you have signed in.`,
  "another person": "Somebody else is signed in here. What you typed is kept until you are again.",
  failing:
    "The server failed on your last edit and is asked again. If it fails three times, the edit is set aside here.",
  "too fast": null,
  "stale page": null,
};

/** What stands between what was typed and what is stored, in one line above the page. */
export function Notices() {
  const { outbox, lines, found, notice, answer } = useRig();
  const trouble = outbox.trouble ?? lines.trouble ?? found.trouble;
  const said = trouble && TROUBLES[trouble];
  const waits = outbox.waiting.length > 0 || lines.lines.length > 0 || found.lines.length > 0;
  return (
    <div aria-live="assertive" className="max-h-[45dvh] shrink-0 overflow-auto">
      {said && <p className="border-fault border-b-2 bg-sheet px-5 py-2">{said}</p>}
      {waits && !(outbox.kept && lines.kept && found.kept) && (
        <p className="border-fault border-b-2 bg-sheet px-5 py-2">
          This browser has no room to keep what waits. Leave this page open until it says “Saved”.
        </p>
      )}
      {notice && <p className="border-advice border-b bg-sheet px-5 py-2">{notice}</p>}
      {outbox.aside.map((one) => (
        <AsideNotice key={one.edit.editId} aside={one} />
      ))}
      {answer.drafts.map((draft) => (
        <DraftNotice key={draft.id} draft={draft} />
      ))}
    </div>
  );
}

/** An edit that did not go in: what it was, why, and what may become of it. */
function AsideNotice({ aside }: { aside: Aside }) {
  const { sendAgain, drop } = useRig();
  const { edit, followers, problem, failed } = aside;
  const patches = [edit, ...followers].map((one) => one.patch);
  const text = JSON.stringify(followers.length > 0 ? patches : edit.patch);
  return (
    <section aria-label="An edit set aside" className="border-danger border-b-2 bg-sheet px-5 py-2">
      <div className="flex flex-wrap items-start gap-x-6 gap-y-2">
        <div className="min-w-0 flex-1 basis-80">
          <p>
            <strong>Not stored, and set aside.</strong>{" "}
            {failed
              ? "The server failed on it three times, while it answered other requests."
              : (problem?.detail ?? "The server refused it.")}
            {failed && problem?.detail ? ` ${problem.detail}` : ""}
          </p>
          {problem?.errors?.map((fault) => (
            <p key={fault.pointer + fault.code}>
              <span className="font-mono text-sm">{fault.pointer}</span>: {fault.detail}
            </p>
          ))}
          {followers.length > 0 && (
            <p>
              {followers.length === 1 ? "One later edit builds" : `${followers.length} later edits build`} on it and
              waits with it.
            </p>
          )}
          <p className="truncate font-mono text-soft text-xs" title={text}>
            {edit.patch.map(sayOperation).join(", ")}
          </p>
        </div>
        <div className="flex flex-wrap gap-3">
          <CopyButton text={text} />
          <Button onClick={() => drop(edit.editId)}>Drop it</Button>
          <Button kind="main" onClick={() => sendAgain(edit.editId)}>
            Send it again
          </Button>
        </div>
      </div>
    </section>
  );
}

function CopyButton({ text }: { text: string }) {
  const [done, setDone] = useState<boolean | null>(null);
  return (
    <Button onClick={() => void copyText(text).then(setDone)}>
      <span aria-live="polite">{done === null ? "Copy" : done ? "Copied" : "Could not copy"}</span>
    </Button>
  );
}

function sayOperation(operation: Aside["edit"]["patch"][number]): string {
  if (operation.op === "remove") return `${operation.path} removed`;
  return `${operation.path} = ${say("value" in operation ? operation.value : undefined)}`;
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
