import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useNavigate } from "react-router";
import { client, keepCsrfToken, unwrap } from "../../api/client";
import { sessionQuery } from "../../api/queries";
import { Button } from "../../ui/Button";
import { Mark } from "../../ui/Mark";
import { Refusal } from "../../ui/Refusal";
import { Failed, Waiting } from "../../ui/states";
import { TextField } from "../../ui/TextField";
import { useTask } from "../../ui/useTask";

/** Where the link of an invitation leads. The token stands behind the “#”, so that no server's log holds it. */
export function InvitationPage() {
  const [token] = useState(() => window.location.hash.slice(1));
  // The answer brings the token that writes have to carry.
  const session = useQuery(sessionQuery);
  const offer = useQuery({
    queryKey: ["invitation", token],
    enabled: session.isSuccess,
    queryFn: () => unwrap(client.POST("/api/v1/invitations/offer", { body: { token: token || "none" } })),
  });
  return (
    <main className="grid min-h-dvh place-items-center px-4">
      <div className="w-full max-w-[24rem]">
        <div className="mb-6 flex items-center gap-3 text-xl">
          <Mark />
          <h1 className="font-semibold">Join a shop</h1>
        </div>
        {offer.isPending && <Waiting what="the invitation" failed={offer.failureReason} />}
        {offer.isError && <Failed error={offer.error} retry={() => void offer.refetch()} />}
        {offer.data && <Accept token={token} offer={offer.data} />}
      </div>
    </main>
  );
}

function Accept({ token, offer }: { token: string; offer: { shop: string; email: string; role: string } }) {
  const queries = useQueryClient();
  const navigate = useNavigate();
  const task = useTask();
  const accept = async (form: FormData) => {
    const body = { token, name: String(form.get("name")), password: String(form.get("password")) };
    const answer = await unwrap(client.POST("/api/v1/invitations/acceptance", { body }));
    keepCsrfToken(answer.csrf_token);
    queries.setQueryData(sessionQuery.queryKey, answer);
    navigate("/", { replace: true });
  };
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        const form = new FormData(event.currentTarget);
        void task.run(() => accept(form));
      }}
    >
      <p className="mb-4">
        <b>{offer.shop}</b> asks you in as {offer.role}. You will sign in as {offer.email}.
      </p>
      <TextField label="Your name" name="name" required maxLength={120} autoComplete="name" autoFocus />
      <TextField
        label="A password"
        name="password"
        type="password"
        required
        autoComplete="new-password"
        hint="At least 12 characters."
      />
      <Refusal>{task.refusal}</Refusal>
      <Button kind="main" type="submit" disabled={task.busy} className="w-full justify-center">
        Join
      </Button>
    </form>
  );
}
