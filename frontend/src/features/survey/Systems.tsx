import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate, useParams } from "react-router";
import { client, unwrap } from "../../api/client";
import { jobQuery, linkEndsQuery, optionQuery } from "../../api/queries";
import type { JobAnswer, OptionAnswer, SystemLink, WorkedFigure } from "../../api/types";
import { Button } from "../../ui/Button";
import { formatNumber, formatQuantity } from "../../ui/formatQuantity";
import { Labelled } from "../../ui/Labelled";
import { Section } from "../../ui/PageHead";
import { Refusal } from "../../ui/Refusal";
import { TextField } from "../../ui/TextField";
import { useTask } from "../../ui/useTask";
import { Figure } from "../worksheet/Figure";
import { useRig } from "../worksheet/useRig";
import { useStepFigures } from "../worksheet/useStepFigures";
import { VEHICLE_KINDS } from "../worksheet/words";
import { LinkDialog } from "./LinkDialog";

/** The other systems of the job, each a rig of its own, and how they feed one another. */
export function Systems() {
  const { jobId = "" } = useParams();
  const { optionId, answer } = useRig();
  const job = useQuery(jobQuery(jobId));
  if (!job.data) return null;
  const mine = job.data.options.find((option) => option.id === optionId)?.system ?? "";
  const names = [...new Set(job.data.options.map((option) => option.system))].filter((name) => name !== mine);
  return (
    <>
      {names.length === 0 ? (
        <p className="mb-4 max-w-[42rem] text-soft">
          This is the only system of the job. A trailer behind the truck, a starter bank beside the house bank, a
          tender: each is a rig of its own, and they may feed one another.
        </p>
      ) : (
        <>
          <Section title={`Beside ${mine}`}>
            <ul>
              {names.map((name) => (
                <li
                  key={name}
                  className="flex min-h-[34px] flex-wrap items-center gap-x-4 border-rule border-b py-1 last:border-b-0"
                >
                  <span className="font-semibold">{name}</span>
                  {job.data.options
                    .filter((option) => option.system === name)
                    .map((option) => (
                      <Link
                        key={option.id}
                        to={`/jobs/${jobId}/${option.id}/survey?tab=systems`}
                        className="touch text-stored underline underline-offset-2"
                      >
                        {option.name}
                      </Link>
                    ))}
                </li>
              ))}
            </ul>
          </Section>
          <Links job={job.data} others={names} />
        </>
      )}
      {answer.may_edit && <NewSystem job={job.data} mine={mine} />}
    </>
  );
}

const SOURCES = {
  inverter: "by cord from the inverter",
  bank: "by a charger on the bank",
  alternator: "by a charger on the alternator",
} as const;

function Links({ job, others }: { job: JobAnswer; others: string[] }) {
  const { rig, answer } = useRig();
  const [open, setOpen] = useState<string | "new" | null>(null);
  const links = Object.entries(rig.links).sort(([, one], [, other]) => one.position - other.position);
  const last = Math.max(0, ...links.map(([, one]) => one.position));
  return (
    <Section title="Links">
      {links.length === 0 && <p className="my-2 text-soft">Nothing joins them yet.</p>}
      <ul>
        {links.map(([id, link]) => (
          <LinkRow key={id} id={id} link={link} onOpen={() => setOpen(id)} />
        ))}
      </ul>
      {answer.may_edit && (
        <Button className="mt-3" onClick={() => setOpen("new")}>
          + Link
        </Button>
      )}
      {open !== null && (
        <LinkDialog
          job={job}
          others={others}
          id={open === "new" ? null : open}
          link={open === "new" ? null : (rig.links[open] ?? null)}
          position={last + 1}
          onClose={() => setOpen(null)}
        />
      )}
    </Section>
  );
}

function LinkRow({ id, link, onOpen }: { id: string; link: SystemLink; onOpen: () => void }) {
  const { optionId, rig, answer, accept } = useRig();
  const { figure } = useStepFigures("survey");
  const ends = useQuery(linkEndsQuery(optionId, answer.revision)).data?.links[id] ?? [];
  const queries = useQueryClient();
  const task = useTask();
  const carry = (other: string) =>
    task.run(async () => {
      const body = { other_option_id: other, link_id: id, link, volts_of_fed_bank: false };
      const params = { path: { option_id: optionId } };
      accept((await unwrap(client.POST("/api/v1/options/{option_id}/links", { params, body }))) as OptionAnswer);
      await queries.invalidateQueries({ queryKey: optionQuery(other).queryKey });
      await queries.invalidateQueries({ queryKey: ["link ends", optionId] });
    });
  const part = () =>
    task.run(async () => {
      const params = { path: { option_id: optionId, link_id: id } };
      accept((await unwrap(client.DELETE("/api/v1/options/{option_id}/links/{link_id}", { params }))) as OptionAnswer);
      for (const end of ends) await queries.invalidateQueries({ queryKey: optionQuery(end.option_id).queryKey });
    });
  const away = link.absent_at.filter((stay) => rig.stays[stay]).map((stay) => rig.stays[stay]?.place || "a stay");
  const hours = link.hours_per_day === null ? "while driving" : `for ${formatNumber(link.hours_per_day)} h a day`;
  return (
    <li className="border-rule border-b py-2">
      <div className="flex items-baseline gap-x-4">
        <button
          type="button"
          className="touch min-w-0 flex-1 text-left hover:underline"
          onClick={onOpen}
          disabled={!answer.may_edit}
        >
          {link.gives ? "Feeds " : "Is fed by "}
          <b>{link.system}</b> {SOURCES[link.source]}: <b>{formatNumber(link.output_a)} A</b> at{" "}
          {formatNumber(link.output_v)} V, {hours}
          {away.length > 0 && `, not at ${away.join(", ")}`}
        </button>
        {answer.may_edit && (
          <Button kind="quiet" className="shrink-0 text-soft" onClick={() => void part()}>
            Part them
          </Button>
        )}
      </div>
      {figure(`charging.link.${id}.wh_per_day`) && (
        <p className="text-[14px] text-soft">
          Brings <Figure figure={figure(`charging.link.${id}.wh_per_day`)} className="text-ink" /> a day.
        </p>
      )}
      {ends.map((end) => (
        <p key={end.option_id} className="text-[14px] text-soft">
          {link.system}, {end.name}:{" "}
          {end.state === "alike" ? (
            <>
              says the same. <Moved figures={end.moved} gives={link.gives} other={link.system} />
            </>
          ) : (
            <>
              <span className="font-semibold text-fault">
                {end.state === "differs" ? "says something else." : "does not know of it."}
              </span>{" "}
              {answer.may_edit && (
                <button
                  type="button"
                  className="touch text-stored underline underline-offset-2"
                  onClick={() => void carry(end.option_id)}
                >
                  Carry this end over
                </button>
              )}
            </>
          )}
        </p>
      ))}
      <Refusal>{task.refusal}</Refusal>
    </li>
  );
}

/** What the link moves in a day, from the one bank out of the other, in one sentence. */
function Moved({ figures, gives, other }: { figures: WorkedFigure[]; gives: boolean; other: string }) {
  const { units } = useRig();
  const [leaves, usable, share] = ["leaves_wh", "usable_wh", "frac"].map((name) =>
    figures.find((one) => one.key === `moved.${name}`),
  );
  if (!leaves || !usable || !share) return null;
  const say = (one: WorkedFigure) => {
    const shown = formatQuantity(one.value, one.unit, units);
    return (
      <span className="figure text-ink" title={`${one.in_words} = ${one.with_numbers}`}>
        {shown.number} {shown.unit}
      </span>
    );
  };
  return (
    <>
      In a day {say(leaves)} leave {gives ? "here" : other}, and {say(usable)} can be taken out{" "}
      {gives ? `of ${other}` : "here"}: {formatNumber(Math.round(Number(share.value) * 100))} % of it.
    </>
  );
}

function NewSystem({ job, mine }: { job: JobAnswer; mine: string }) {
  const { optionId } = useRig();
  const queries = useQueryClient();
  const navigate = useNavigate();
  const task = useTask();
  const add = (form: FormData) =>
    task.run(async () => {
      const said = (name: string) => String(form.get(name) ?? "").trim();
      const made = await unwrap(
        client.POST("/api/v1/options/{option_id}/systems", {
          params: { path: { option_id: optionId } },
          body: {
            name: said("name"),
            this_name: mine || said("this_name"),
            vehicle: { kind: said("kind") as "trailer", description: said("description") || `a ${said("kind")}` },
          },
        }),
      );
      await queries.invalidateQueries({ queryKey: jobQuery(job.id).queryKey });
      navigate(`/jobs/${job.id}/${made.id}/survey`);
    });
  return (
    <Section title="A further system">
      <form
        className="mt-3 grid max-w-[36rem] gap-x-5 sm:grid-cols-2"
        onSubmit={(event) => {
          event.preventDefault();
          void add(new FormData(event.currentTarget));
        }}
      >
        {!mine && <TextField label="This one is called" name="this_name" required maxLength={60} placeholder="Truck" />}
        <TextField label="The other is called" name="name" required maxLength={60} placeholder="Trailer" />
        <Labelled label="It is">
          {(id) => (
            <select id={id} name="kind" className="field w-full" defaultValue="trailer">
              {VEHICLE_KINDS.map((kind) => (
                <option key={kind}>{kind}</option>
              ))}
            </select>
          )}
        </Labelled>
        <TextField label="As one says it" name="description" maxLength={80} placeholder="a trailer with a workshop" />
        <div className="sm:col-span-2">
          <Refusal>{task.refusal}</Refusal>
          <Button kind="main" type="submit" disabled={task.busy}>
            Begin its survey
          </Button>
          <span className="ml-3 text-[13px] text-soft">It takes over people, journey and codes.</span>
        </div>
      </form>
    </Section>
  );
}
