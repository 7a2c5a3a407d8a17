import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { client, unwrap } from "../../api/client";
import { commentsQuery, optionQuery } from "../../api/queries";
import type { Comment, Finding, Person, Rig } from "../../api/types";
import { useRig } from "../../features/worksheet/useRig";
import { Button } from "../../ui/Button";
import { Dialog } from "../../ui/Dialog";
import { Labelled } from "../../ui/Labelled";
import { Refusal } from "../../ui/Refusal";
import { Failed, Waiting } from "../../ui/states";
import { useTask } from "../../ui/useTask";

/** A second pair of eyes before the build: what was said about a load, a part or a run, until somebody resolves it. */
export function CommentsDialog({ pin, person, onClose }: { pin: string; person: Person; onClose: () => void }) {
  const { optionId } = useRig();
  const [resolved, setResolved] = useState(false);
  const query = useQuery(commentsQuery(optionId));
  const keep = useKeep();
  const may = person.role !== "viewer";
  const all = query.data?.comments ?? [];
  const done = all.filter((one) => one.resolved_at !== null).length;
  const shown = resolved ? all : all.filter((one) => one.resolved_at === null);
  return (
    <Dialog title="Comments" onClose={onClose}>
      {query.isPending && <Waiting what="the comments" failed={query.failureReason} />}
      {query.isError && <Failed error={query.error} retry={() => void query.refetch()} />}
      {query.data && shown.length === 0 && (
        <p className="py-2 text-soft">Nothing open. What would a second pair of eyes ask?</p>
      )}
      <ul className="max-h-[45dvh] overflow-auto">
        {shown.map((one) => (
          <CommentItem key={one.id} comment={one} may={may} keep={keep} />
        ))}
      </ul>
      {done > 0 && (
        <label className="mt-2 flex items-center gap-2 text-[14px] text-soft">
          <input type="checkbox" checked={resolved} onChange={(event) => setResolved(event.target.checked)} />
          also {done} resolved
        </label>
      )}
      {may && <Say pin={pin} keep={keep} />}
      <div className="mt-4 text-right">
        <Button onClick={onClose}>Close</Button>
      </div>
    </Dialog>
  );
}

type Keep = (comments: { comments: Comment[] }) => void;

function useKeep(): Keep {
  const { optionId } = useRig();
  const queries = useQueryClient();
  return (next) => {
    queries.setQueryData(commentsQuery(optionId).queryKey, next);
    void queries.invalidateQueries({ queryKey: optionQuery(optionId).queryKey });
  };
}

function CommentItem({ comment, may, keep }: { comment: Comment; may: boolean; keep: Keep }) {
  const task = useTask();
  const resolved = comment.resolved_at !== null;
  const settle = async () => {
    const params = { path: { comment_id: comment.id } };
    keep(
      await unwrap(client.PUT("/api/v1/comments/{comment_id}/resolution", { params, body: { resolved: !resolved } })),
    );
  };
  return (
    <li className="border-rule border-t py-2">
      <p className="flex items-baseline gap-2 text-[14px]">
        <b>{comment.about ?? "no longer there"}</b>
        <span className="text-soft">
          {comment.author},{" "}
          {new Date(comment.at).toLocaleString(undefined, { dateStyle: "medium", timeStyle: "short" })}
        </span>
        {may && (
          <button type="button" className="touch ml-auto text-stored underline" onClick={() => void task.run(settle)}>
            {resolved ? "Open again" : "Resolve"}
          </button>
        )}
      </p>
      <p className={`whitespace-pre-wrap ${resolved ? "text-soft" : ""}`}>{comment.text}</p>
      {comment.resolved_by && <p className="text-[13px] text-fits">Resolved by {comment.resolved_by}</p>}
      <Refusal>{task.refusal}</Refusal>
    </li>
  );
}

const PLACES: [string, string][] = [
  ["part:bank", "the bank"],
  ["part:inverter", "the inverter"],
  ["part:array", "the array"],
  ["part:chargers", "the chargers"],
  ["run:main", "the main run"],
];

/** Everything that a comment can be stuck to. */
function placesOf(rig: Rig, findings: Finding[]): [string, string][] {
  const own = Object.entries(rig.own_parts).map(([id, one]): [string, string] => [`part:${id}`, one.part.name]);
  const named = <Item extends { position: number }>(
    items: Record<string, Item>,
    family: string,
    name: (item: Item) => string,
  ) =>
    Object.entries(items)
      .sort(([, one], [, other]) => one.position - other.position)
      .map(([id, item]): [string, string] => [`${family}:${id}`, name(item)]);
  return [
    ...PLACES,
    ...own,
    ...named(rig.loads, "load", (load) => load.name),
    ...named(rig.stays, "stay", (stay) => stay.place || "a stay without a name"),
    ...named(rig.space.compartments, "compartment", (box) => box.name),
    ...named(rig.links, "link", (link) => `the link to ${link.system}`),
    ...findings.map((finding): [string, string] => [`finding:${finding.key}`, finding.what]),
  ];
}

function Say({ pin, keep }: { pin: string; keep: Keep }) {
  const { optionId, rig, answer } = useRig();
  const task = useTask();
  const [text, setText] = useState("");
  const say = async (form: HTMLFormElement) => {
    const body = { pin: String(new FormData(form).get("pin")), text };
    const params = { path: { option_id: optionId } };
    // The field is free for the next one at once; a refusal brings this one back, before whatever has been typed since.
    setText("");
    try {
      keep(await unwrap(client.POST("/api/v1/options/{option_id}/comments", { params, body })));
    } catch (error) {
      setText((since) => (since ? `${body.text}\n${since}` : body.text));
      throw error;
    }
  };
  return (
    <form
      className="mt-4 flex flex-col gap-3 border-ink border-t pt-3"
      onSubmit={(event) => {
        event.preventDefault();
        const form = event.currentTarget;
        void task.run(() => say(form));
      }}
    >
      <Labelled label="About">
        {(id) => (
          <select id={id} name="pin" className="field w-full" defaultValue={pin || "part:bank"}>
            {placesOf(rig, answer.findings).map(([value, words]) => (
              <option key={value} value={value}>
                {words}
              </option>
            ))}
          </select>
        )}
      </Labelled>
      <Labelled label="What is to be looked at">
        {(id) => (
          <textarea
            id={id}
            required
            maxLength={2000}
            rows={3}
            value={text}
            onChange={(event) => setText(event.target.value)}
            className="field h-auto w-full py-1.5"
          />
        )}
      </Labelled>
      <Refusal>{task.refusal}</Refusal>
      <div>
        <Button type="submit" disabled={task.busy}>
          Say it
        </Button>
      </div>
    </form>
  );
}
