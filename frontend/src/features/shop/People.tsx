import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { client, unwrap } from "../../api/client";
import { teamQuery } from "../../api/queries";
import type { Person, Role, Team } from "../../api/types";
import { Button } from "../../ui/Button";
import { Section } from "../../ui/PageHead";
import { Refusal } from "../../ui/Refusal";
import { Failed, Waiting } from "../../ui/states";
import { useTask } from "../../ui/useTask";
import { useTypedSince } from "../../ui/useTypedSince";

const ROLE_WORDS: Record<Role, string> = {
  owner: "owner: everything, and the people",
  designer: "designer: jobs and parts",
  fitter: "fitter: looks and comments",
  viewer: "viewer: looks",
};
const ROLES = Object.keys(ROLE_WORDS) as Role[];

/** Who signs in to the shop, as what, and who is asked to. */
export function People({ person }: { person: Person }) {
  const team = useQuery(teamQuery);
  const owner = person.role === "owner";
  return (
    <Section title="People">
      {team.isPending && <Waiting what="the people" failed={team.failureReason} />}
      {team.isError && <Failed error={team.error} retry={() => void team.refetch()} />}
      {team.data && <Members team={team.data} owner={owner} />}
      {owner && <Invite />}
      {!owner && <p className="mt-3 text-[14px] text-soft">An owner of the shop invites people and gives roles.</p>}
    </Section>
  );
}

function Members({ team, owner }: { team: Team; owner: boolean }) {
  const queries = useQueryClient();
  const task = useTask();
  const keep = (next: Team) => void queries.setQueryData(teamQuery.queryKey, next);
  const changeRole = (id: string, role: Role) =>
    task.run(async () =>
      keep(
        await unwrap(
          client.PUT("/api/v1/people/{user_id}/role", { params: { path: { user_id: id } }, body: { role } }),
        ),
      ),
    );
  const letGo = (id: string) =>
    task.run(async () =>
      keep(await unwrap(client.DELETE("/api/v1/people/{user_id}", { params: { path: { user_id: id } } }))),
    );
  const withdraw = (email: string) =>
    task.run(async () => keep(await unwrap(client.POST("/api/v1/invitations/withdrawal", { body: { email } }))));
  return (
    <>
      <table className="w-full">
        <tbody>
          {team.people.map((one) => (
            <tr key={one.id} className={`row-height border-rule border-b ${one.left ? "text-soft" : ""}`}>
              <th scope="row" className="py-1 text-left font-normal">
                {one.name}
                {one.you && <span className="ml-2 text-[13px] text-incoming-text">you</span>}
                <span className="ml-3 text-[14px] text-soft">{one.email}</span>
              </th>
              <td className="py-1">
                {owner && !one.left ? (
                  <select
                    aria-label={`Role of ${one.name}`}
                    className="field"
                    value={one.role}
                    onChange={(event) => void changeRole(one.id, event.target.value as Role)}
                  >
                    {ROLES.map((role) => (
                      <option key={role} value={role}>
                        {ROLE_WORDS[role]}
                      </option>
                    ))}
                  </select>
                ) : one.left ? (
                  "has left"
                ) : (
                  one.role
                )}
              </td>
              <td className="py-1 text-right">
                {owner && !one.left && !one.you && (
                  <button type="button" className="touch text-danger" onClick={() => void letGo(one.id)}>
                    Let go
                  </button>
                )}
              </td>
            </tr>
          ))}
          {team.invitations.map((one) => (
            <tr key={one.email} className="row-height border-rule border-b text-soft">
              <th scope="row" className="py-1 text-left font-normal">
                {one.email}, asked in until{" "}
                {new Date(one.expires_at).toLocaleDateString(undefined, { dateStyle: "medium" })}
              </th>
              <td className="py-1">{one.role}</td>
              <td className="py-1 text-right">
                <button type="button" className="touch" onClick={() => void withdraw(one.email)}>
                  Withdraw
                </button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <Refusal>{task.refusal}</Refusal>
    </>
  );
}

/** The link is shown once and handed over by whoever invites; nothing is mailed. */
function Invite() {
  const queries = useQueryClient();
  const task = useTask();
  const typing = useTypedSince();
  const [link, setLink] = useState<{ email: string; address: string } | null>(null);
  const invite = async (form: HTMLFormElement) => {
    const typedSince = typing.sent();
    const data = new FormData(form);
    const email = String(data.get("email"));
    const body = { email, role: data.get("role") as Role };
    const made = await unwrap(client.POST("/api/v1/invitations", { body }));
    setLink({ email, address: `${window.location.origin}/invitation#${made.token}` });
    if (!typedSince()) form.reset();
    await queries.invalidateQueries({ queryKey: teamQuery.queryKey });
  };
  return (
    <>
      <form
        className="mt-4 flex flex-wrap items-center gap-3"
        onInput={typing.onInput}
        onSubmit={(event) => {
          event.preventDefault();
          const form = event.currentTarget;
          void task.run(() => invite(form));
        }}
      >
        <input
          name="email"
          type="email"
          required
          maxLength={200}
          aria-label="Address to invite"
          placeholder="Address"
          className="field w-64"
        />
        <select name="role" aria-label="As what" className="field" defaultValue="fitter">
          {ROLES.map((role) => (
            <option key={role} value={role}>
              {ROLE_WORDS[role]}
            </option>
          ))}
        </select>
        <Button type="submit" disabled={task.busy}>
          Make an invitation
        </Button>
      </form>
      <Refusal>{task.refusal}</Refusal>
      {link && (
        <div role="status" className="mt-3 border-incoming border-l-[3px] pl-4">
          <p>Hand this link to {link.email} yourself. It holds for a week, works once, and is not shown again.</p>
          <p className="mt-1 flex items-center gap-3">
            <input
              readOnly
              aria-label="Link of the invitation"
              value={link.address}
              className="field w-full max-w-[36rem] font-mono text-[13px]"
              onFocus={(event) => event.target.select()}
            />
          </p>
        </div>
      )}
    </>
  );
}
