import { RequestFailed } from "../api/client";
import { Button } from "./Button";

/** Something is being fetched. `slow` says so when the first try got no answer. */
export function Waiting({ what, slow = false }: { what: string; slow?: boolean }) {
  return (
    <p className="p-8 text-soft" role="status">
      {slow ? "The server does not answer yet. Trying again…" : `Opening ${what}…`}
    </p>
  );
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
