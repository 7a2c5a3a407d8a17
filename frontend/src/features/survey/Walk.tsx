import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { useParams } from "react-router";
import { partsQuery, referenceQuery } from "../../api/queries";
import type { Asked } from "../../api/types";
import { Button } from "../../ui/Button";
import { FilePicker } from "../../ui/FilePicker";
import { useHandheld } from "../../ui/useHandheld";
import { useRig } from "../worksheet/useRig";
import { AskedItem } from "./AskedItem";
import { FoundLine, WaitingLines } from "./FoundLine";
import { FoundDialog } from "./foundDialogs";
import { type FoundKind, nameOf, say } from "./foundKinds";
import { calledPlace, type Place, placesOf } from "./placesOf";
import { Sights } from "./Sights";
import { useAsked } from "./useAsked";
import { usePhotographQueue } from "./usePhotographQueue";
import { WalkSheet } from "./WalkSheet";

interface Open {
  kind: FoundKind;
  id: string | null;
}

/**
 * The walk round the vehicle, place by place: what is there, what is still to be asked of it, what is seen. On a phone one thing
 * or question fills the screen; on paper all of it stands on one page with room to write.
 */
export function Walk() {
  const { rig } = useRig();
  const asked = useAsked();
  // What the forms and the sights need is asked for at once: later the server may be away.
  useQuery(referenceQuery);
  useQuery(partsQuery);
  const places = placesOf(rig);
  const handheld = useHandheld();
  const [open, setOpen] = useState<Open | null>(null);
  const onSay = (one: Asked) => setOpen({ kind: one.kind as FoundKind, id: one.item || null });
  return (
    <>
      {handheld ? (
        <OneAtATime places={places} asked={asked} onSay={onSay} />
      ) : (
        <AllPlaces places={places} asked={asked} onSay={onSay} />
      )}
      <WalkSheet places={places} asked={asked} />
      {open && <FoundDialog {...open} onClose={() => setOpen(null)} />}
    </>
  );
}

interface Round {
  places: Place[];
  asked: Asked[];
  onSay: (asked: Asked) => void;
}

const ofPlace = (asked: Asked[], place: Place) => asked.filter((one) => one.place === place.name);

function AllPlaces({ places, asked, onSay }: Round) {
  return (
    <>
      <div className="mb-4 flex flex-wrap items-center gap-4">
        <Button onClick={() => window.print()}>Print the walk</Button>
        <span className="text-[14px] text-soft">
          1 to 9 answer the question at hand, 0 says that nobody knows. A tap on what is seen says so, a second that it
          is not so.
        </span>
      </div>
      {places.map((place) => (
        <section key={place.name} className="mb-8" aria-label={calledPlace(place)}>
          <h2 className="flex flex-wrap items-baseline gap-3 border-ink border-b pb-1 font-semibold">
            {calledPlace(place)}
            <span className="font-normal text-[14px] text-soft">
              {place.things.map(([, one]) => nameOf(one)).join(", ")}
            </span>
            <span className="ml-auto">
              <Camera pin={pinOf(place)} />
            </span>
          </h2>
          <ul>
            {ofPlace(asked, place).map((one) => (
              <li key={one.key} className={`border-rule border-b py-1.5 ${one.set_aside ? "opacity-70" : ""}`}>
                <AskedItem asked={one} onSay={onSay} />
              </li>
            ))}
          </ul>
          <Sights place={place} folded />
        </section>
      ))}
    </>
  );
}

/** What a photograph taken at a place is of: the one thing there, its compartment, or the vehicle. */
function pinOf(place: Place): string {
  const [only, ...others] = place.things;
  if (only && others.length === 0) return `item:${only[0]}`;
  return place.where ? `compartment:${place.where}` : "vehicle";
}

type Stop =
  | { kind: "thing"; place: Place; id: string; questions: Asked[] }
  | { kind: "asked"; place: Place; asked: Asked }
  | { kind: "sights"; place: Place }
  | { kind: "line" };

/** One screen after the other: each thing, its questions one by one, then what is seen at its place. */
function stopsOf(places: Place[], asked: Asked[]): Stop[] {
  const stops: Stop[] = [{ kind: "line" }];
  for (const place of places) {
    const here = ofPlace(asked, place).filter((one) => !one.set_aside);
    for (const [id] of place.things) {
      stops.push({ kind: "thing", place, id, questions: here.filter((one) => one.item === id) });
    }
    for (const one of here) stops.push({ kind: "asked", place, asked: one });
    stops.push({ kind: "sights", place });
  }
  return stops;
}

const keyOf = (stop: Stop | undefined) =>
  stop === undefined || stop.kind === "line"
    ? "line"
    : stop.kind === "asked"
      ? stop.asked.key
      : stop.kind === "thing"
        ? `thing ${stop.id}`
        : `sights ${stop.place.name}`;

function OneAtATime({ places, asked, onSay }: Round) {
  const stops = stopsOf(places, asked);
  const [at, setAt] = useState("line");
  const [last, setLast] = useState(0);
  const found = stops.findIndex((one) => keyOf(one) === at);
  // An answered question is gone: what stood behind it stands in its place.
  const index = Math.min(found < 0 ? last : found, stops.length - 1);
  const stop = stops[index];
  const go = (to: number) => {
    const next = Math.max(0, Math.min(stops.length - 1, to));
    setLast(next);
    setAt(keyOf(stops[next]));
  };
  if (!stop) return null;
  return (
    <div className="flex flex-1 flex-col print:hidden">
      <p className="mb-3 flex items-baseline gap-3 text-[15px] text-soft" aria-live="polite">
        <b className="text-ink">{stop.kind === "line" ? "What is there" : calledPlace(stop.place)}</b>
        <span className="figure ml-auto">
          {index + 1} of {stops.length}
        </span>
      </p>
      <div className="flex-1">
        <StopOf stop={stop} onSay={onSay} onAnswered={() => setLast(index)} />
      </div>
      <nav aria-label="The walk" className="sticky bottom-0 mt-6 grid grid-cols-3 gap-2 bg-paper py-2">
        <Button className="min-h-14 justify-center text-[18px]" disabled={index === 0} onClick={() => go(index - 1)}>
          Back
        </Button>
        <Camera
          pin={stop.kind === "line" ? "vehicle" : stop.kind === "thing" ? `item:${stop.id}` : pinOf(stop.place)}
          large
        />
        <Button
          kind="main"
          className="min-h-14 justify-center text-[18px]"
          disabled={index === stops.length - 1}
          onClick={() => go(index + 1)}
        >
          Next
        </Button>
      </nav>
    </div>
  );
}

function StopOf({ stop, onSay, onAnswered }: { stop: Stop; onSay: (asked: Asked) => void; onAnswered: () => void }) {
  const { rig } = useRig();
  if (stop.kind === "line") {
    return (
      <>
        <FoundLine of="thing" label="Add what is there" placeholder="inverter 2000W under the bed" />
        <WaitingLines of="thing" />
        <p className="text-soft">One line is one thing. Then go on to what is still to be asked, place by place.</p>
      </>
    );
  }
  if (stop.kind === "asked") return <AskedItem asked={stop.asked} large onSay={onSay} onAnswered={onAnswered} />;
  if (stop.kind === "sights") return <Sights place={stop.place} large />;
  const item = rig.survey.items[stop.id];
  if (!item) return null;
  return (
    <>
      <p className="text-[22px]">{nameOf(item)}</p>
      <p className="mt-1 text-[18px]">{say(item)}</p>
      {item.typed && <p className="mt-2 font-mono text-[15px] text-soft">{item.typed}</p>}
      <p className="mt-4 text-soft">
        {stop.questions.length === 0
          ? "Nothing is asked of it."
          : `${stop.questions.length} ${stop.questions.length === 1 ? "question comes" : "questions come"} next.`}
      </p>
    </>
  );
}

/** One tap to the camera; the picture is pinned to what is at hand, and waits in the browser while the server is away. */
function Camera({ pin, large = false }: { pin: string; large?: boolean }) {
  const { jobId = "" } = useParams();
  const { answer } = useRig();
  const { waiting, take } = usePhotographQueue(jobId);
  if (!answer.may_edit) return null;
  const kept = waiting.filter((one) => one.pin === pin).length;
  return (
    <FilePicker
      label={`Photograph of ${pin}`}
      accept="image/jpeg,image/png,image/webp"
      camera
      onFile={(file) => void take(pin, file)}
    >
      {(choose) => (
        <Button className={large ? "min-h-14 w-full justify-center text-[18px]" : ""} onClick={choose}>
          Photograph{kept > 0 ? ` · ${kept} kept here` : ""}
        </Button>
      )}
    </FilePicker>
  );
}
