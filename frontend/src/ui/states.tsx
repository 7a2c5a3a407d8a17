import { RequestFailed } from "../api/client";
import { Button } from "./Button";

/** Something is being fetched. `failed` is what became of the last try; it is tried again. */
export function Waiting({ what, failed = null }: { what: string; failed?: Error | null }) {
  return (
    <p className="p-8 text-soft" role="status">
      {failed ? `${whyNot(failed)} Trying again…` : `Opening ${what}…`}
    </p>
  );
}

function whyNot(failed: Error): string {
  if (!(failed instanceof RequestFailed)) return "That did not work.";
  if (failed.trouble === "no answer") return "The server does not answer yet.";
  return failed.trouble === "unavailable" ? "The server answers, its database does not yet." : failed.message;
}

/** It could not be fetched, and why. */
export function Failed({ error, retry }: { error: unknown; retry: () => void }) {
  const code = error instanceof RequestFailed ? (error.problem?.code ?? "unreachable") : "unexpected";
  return (
    <div className="p-8" role="alert">
      <p className="font-semibold">{error instanceof Error ? error.message : "Something went wrong."}</p>
      <p className="mt-1 font-mono text-sm text-soft">{code}</p>
      <Button className="mt-4" onClick={retry}>
        Try again
      </Button>
    </div>
  );
}
