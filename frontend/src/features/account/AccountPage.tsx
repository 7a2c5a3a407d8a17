import { useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { client, unwrap } from "../../api/client";
import type { Person } from "../../api/types";
import { Button } from "../../ui/Button";
import { Section } from "../../ui/PageHead";
import { PlainHeader } from "../../ui/PlainHeader";
import { Refusal } from "../../ui/Refusal";
import { TextField } from "../../ui/TextField";
import { useTask } from "../../ui/useTask";
import { useTypedSince } from "../../ui/useTypedSince";

/** One's own password and sign-ins. Units and theme are in the menu, one press away. */
export function AccountPage({ person }: { person: Person }) {
  useEffect(() => {
    document.title = "Your account – Ryokan";
  }, []);
  return (
    <>
      <PlainHeader title={<h1>Your account</h1>} person={person} />
      <main className="mx-auto max-w-[40rem] px-5 py-7">
        <p className="mb-6 text-[19px] leading-snug">
          {person.name}, {person.role} at {person.shop}.
        </p>
        <Password />
        <Everywhere />
      </main>
    </>
  );
}

function Password() {
  const task = useTask();
  const [done, setDone] = useState(false);
  const typing = useTypedSince();
  const change = async (form: HTMLFormElement) => {
    const typedSince = typing.sent();
    const data = new FormData(form);
    await unwrap(
      client.PUT("/api/v1/session/password", {
        body: { old: String(data.get("old")), new: String(data.get("new")) },
      }),
    );
    if (!typedSince()) form.reset();
    setDone(true);
  };
  return (
    <Section title="Password">
      <form
        className="mt-3 max-w-[24rem]"
        onInput={typing.onInput}
        onSubmit={(event) => {
          event.preventDefault();
          const form = event.currentTarget;
          setDone(false);
          void task.run(() => change(form));
        }}
      >
        <TextField label="As it is" name="old" type="password" autoComplete="current-password" required />
        <TextField
          label="As it is to be"
          name="new"
          type="password"
          autoComplete="new-password"
          required
          hint="At least 12 characters. Every other browser of yours is signed out."
        />
        <Refusal>{task.refusal}</Refusal>
        {done && (
          <p role="status" className="my-2 text-fits">
            Your password was changed.
          </p>
        )}
        <Button type="submit" kind="main" disabled={task.busy}>
          Change it
        </Button>
      </form>
    </Section>
  );
}

function Everywhere() {
  const queries = useQueryClient();
  const task = useTask();
  const leave = async () => {
    await unwrap(client.DELETE("/api/v1/session/everywhere"));
    queries.clear();
    window.location.assign("/");
  };
  return (
    <Section title="Sign-ins">
      <p className="my-3 max-w-[34rem] text-soft">
        A tablet was left in a vehicle, or a telephone is lost: end every sign-in of yours, this one too.
      </p>
      <Refusal>{task.refusal}</Refusal>
      <Button onClick={() => void task.run(leave)} disabled={task.busy}>
        Sign out everywhere
      </Button>
    </Section>
  );
}
