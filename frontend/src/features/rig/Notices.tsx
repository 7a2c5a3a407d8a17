import { Button } from "../../ui/Button";
import { useRig } from "./useRig";

/** What stands between what was typed and what is stored, in one line above the page. */
export function Notices() {
  const { outbox, refused, dismiss, notice } = useRig();
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
    </div>
  );
}
