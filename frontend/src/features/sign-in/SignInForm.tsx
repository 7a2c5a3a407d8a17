import { useQueryClient } from "@tanstack/react-query";
import { useId, useState } from "react";
import { client, keepCsrfToken, unwrap } from "../../api/client";
import { sessionQuery } from "../../api/queries";
import type { Person } from "../../api/types";
import { Button } from "../../ui/Button";

/** Address and password. `onSignedIn` hears who it is before the page does. */
export function SignInForm({ onSignedIn }: { onSignedIn?: (person: Person | null) => void }) {
  const queries = useQueryClient();
  const id = useId();
  const [fault, setFault] = useState("");
  const [busy, setBusy] = useState(false);

  const signIn = async (form: FormData) => {
    setBusy(true);
    setFault("");
    try {
      const body = { email: String(form.get("email")), password: String(form.get("password")) };
      const answer = await unwrap(client.POST("/api/v1/session", { body }));
      keepCsrfToken(answer.csrf_token);
      onSignedIn?.(answer.person);
      queries.setQueryData(sessionQuery.queryKey, answer);
    } catch (error) {
      setFault(error instanceof Error ? error.message : "Signing in did not work.");
    } finally {
      setBusy(false);
    }
  };

  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        void signIn(new FormData(event.currentTarget));
      }}
    >
      <label htmlFor={`${id}-email`} className="mb-1 block">
        Address
      </label>
      <input
        id={`${id}-email`}
        name="email"
        type="email"
        autoComplete="username"
        required
        autoFocus
        className="field mb-4 w-full"
      />
      <label htmlFor={`${id}-password`} className="mb-1 block">
        Password
      </label>
      <input
        id={`${id}-password`}
        name="password"
        type="password"
        autoComplete="current-password"
        required
        className="field mb-5 w-full"
      />
      <Button kind="main" type="submit" disabled={busy} className="w-full justify-center">
        {busy ? "Signing in…" : "Sign in"}
      </Button>
      {fault && (
        <p role="alert" className="mt-4 text-danger">
          {fault}
        </p>
      )}
    </form>
  );
}
