import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useRef, useState } from "react";
import { useParams } from "react-router";
import { client, unwrap } from "../../api/client";
import type { WaitingPhotograph } from "../../api/photographQueue";
import { photographsQuery } from "../../api/queries";
import type { Photograph, Rig } from "../../api/types";
import { Button } from "../../ui/Button";
import { Dialog } from "../../ui/Dialog";
import { FilePicker } from "../../ui/FilePicker";
import { Refusal } from "../../ui/Refusal";
import { Failed, Waiting } from "../../ui/states";
import { useTask } from "../../ui/useTask";
import { STORED_SO_FAR } from "../../ui/useTypedSince";
import { useRig } from "../worksheet/useRig";
import { nameOf } from "./foundKinds";
import { usePhotographQueue } from "./usePhotographQueue";

/** What a photograph can be of, by its pin. */
function places(rig: Rig): [string, string][] {
  return [
    ["vehicle", "the vehicle"],
    ...Object.entries(rig.survey.items).map(([id, item]): [string, string] => [`item:${id}`, nameOf(item)]),
    ...Object.entries(rig.space.compartments).map(([id, one]): [string, string] => [`compartment:${id}`, one.name]),
  ];
}

/** Photographs of the job: taken with a tablet or chosen from its files, each said to be of something. */
export function Photographs({ mayAdd }: { mayAdd: boolean }) {
  const { jobId = "" } = useParams();
  const { rig } = useRig();
  const queries = useQueryClient();
  const found = useQuery(photographsQuery(jobId));
  const [pin, setPin] = useState("vehicle");
  const [open, setOpen] = useState<string | null>(null);
  const { waiting, take, drop, sendAgain } = usePhotographQueue(jobId);
  const choices = places(rig);
  const keep = (list: unknown) => {
    queries.setQueryData(photographsQuery(jobId).queryKey, list as never);
  };
  if (found.isPending) return <Waiting what="the photographs" failed={found.failureReason} />;
  if (found.isError) return <Failed error={found.error} retry={() => void found.refetch()} />;
  const { photographs } = found.data;
  const shown = photographs.find((one) => one.id === open);
  return (
    <>
      {mayAdd && (
        <div className="mb-4 flex flex-wrap items-center gap-3">
          <label className="flex items-center gap-2">
            Of
            <select className="field" value={pin} onChange={(event) => setPin(event.target.value)}>
              {choices.map(([value, words]) => (
                <option key={value} value={value}>
                  {words}
                </option>
              ))}
            </select>
          </label>
          <FilePicker
            label="Photograph"
            accept="image/jpeg,image/png,image/webp"
            onFile={(file) => void take(pin, file)}
          >
            {(choose) => <Button onClick={choose}>+ Photograph</Button>}
          </FilePicker>
          <span className="text-[13px] text-soft">
            Place and time that a camera writes into a picture are not kept.
          </span>
        </div>
      )}
      <WaitingPhotographs waiting={waiting} choices={choices} onDrop={drop} onSendAgain={sendAgain} />
      {photographs.length === 0 ? (
        <p className="text-soft">
          No photograph yet. Labels, cable paths and what is behind panels are soon forgotten.
        </p>
      ) : (
        <ul className="grid grid-cols-[repeat(auto-fill,minmax(11rem,1fr))] gap-4">
          {photographs.map((one) => (
            <li key={one.id}>
              <button type="button" className="block w-full text-left" onClick={() => setOpen(one.id)}>
                <img
                  src={`/api/v1/photographs/${one.id}?which=small`}
                  alt={one.caption || `Photograph of ${of(choices, one)}`}
                  className="aspect-[4/3] w-full border border-rule object-cover"
                  loading="lazy"
                />
                <span className="mt-1 block text-[14px]">{one.caption || "no caption"}</span>
                <span className="block text-[13px] text-soft">{of(choices, one)}</span>
              </button>
            </li>
          ))}
        </ul>
      )}
      {shown && (
        <OnePhotograph
          key={shown.id}
          photograph={shown}
          of={of(choices, shown)}
          mayChange={mayAdd}
          onKept={keep}
          onClose={() => setOpen(null)}
        />
      )}
    </>
  );
}

/** What was taken and is not stored yet: it is kept in this browser until it is. */
function WaitingPhotographs({
  waiting,
  choices,
  onDrop,
  onSendAgain,
}: {
  waiting: readonly WaitingPhotograph[];
  choices: [string, string][];
  onDrop: (id: string) => void;
  onSendAgain: (id: string) => void;
}) {
  const refused = waiting.filter((one) => one.refused);
  const count = waiting.length - refused.length;
  return (
    <div aria-live="polite">
      {count > 0 && (
        <p className="mb-3 text-fault">
          {count === 1 ? "One photograph is" : `${count} photographs are`} kept in this browser and not stored yet.
        </p>
      )}
      {refused.map((one) => (
        <p key={one.id} role="alert" className="mb-3 text-danger">
          A photograph of {of(choices, one)} was not taken: {one.refused}{" "}
          <button type="button" className="touch underline underline-offset-2" onClick={() => onSendAgain(one.id)}>
            Send it again
          </button>{" "}
          <button type="button" className="touch underline underline-offset-2" onClick={() => onDrop(one.id)}>
            Throw it away
          </button>
        </p>
      ))}
    </div>
  );
}

function of(choices: [string, string][], photograph: { pin: string }): string {
  return choices.find(([pin]) => pin === photograph.pin)?.[1] ?? "something that is gone from this option";
}

function OnePhotograph({
  photograph,
  of: what,
  mayChange,
  onKept,
  onClose,
}: {
  photograph: Photograph;
  of: string;
  mayChange: boolean;
  onKept: (list: unknown) => void;
  onClose: () => void;
}) {
  const [caption, setCaption] = useState(photograph.caption);
  const now = useRef(caption);
  now.current = caption;
  const task = useTask();
  const params = { path: { photograph_id: photograph.id } };
  const store = () =>
    task.run(async () => {
      onKept(await unwrap(client.PUT("/api/v1/photographs/{photograph_id}/caption", { params, body: { caption } })));
      if (now.current !== caption) throw new Error(STORED_SO_FAR);
      onClose();
    });
  const throwAway = () =>
    task.run(async () => {
      onKept(await unwrap(client.DELETE("/api/v1/photographs/{photograph_id}", { params })));
      onClose();
    });
  return (
    <Dialog title={what} onClose={onClose} wide>
      <img
        src={`/api/v1/photographs/${photograph.id}`}
        width={photograph.width_px}
        height={photograph.height_px}
        alt={photograph.caption || `Photograph of ${what}`}
        className="max-h-[58dvh] w-full object-contain"
      />
      <form
        className="mt-4 flex flex-wrap items-center gap-3"
        onSubmit={(event) => {
          event.preventDefault();
          void store();
        }}
      >
        <input
          aria-label="What it shows"
          className="field min-w-60 flex-1"
          maxLength={200}
          placeholder="what it shows"
          value={caption}
          disabled={!mayChange}
          onChange={(event) => setCaption(event.target.value)}
        />
        {mayChange && (
          <>
            <Button kind="danger" disabled={task.busy} onClick={() => void throwAway()}>
              Throw it away
            </Button>
            <Button kind="main" type="submit" disabled={task.busy}>
              Store
            </Button>
          </>
        )}
      </form>
      <Refusal>{task.refusal}</Refusal>
    </Dialog>
  );
}
