import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { placesQuery } from "../../api/queries";
import type { PatchOperation, Stay } from "../../api/types";
import { FormFoot } from "../../ui/FormFoot";
import { Popover } from "../../ui/Popover";
import { sayPlace } from "../../ui/sayPlace";
import { TextField } from "../../ui/TextField";
import { STORED_SO_FAR, useTypedSince } from "../../ui/useTypedSince";
import { faultOf } from "../worksheet/fields";
import { useEditHere, useRig } from "../worksheet/useRig";

/** Where a stay is: found by name, or by latitude and longitude. */
export function PlaceFinder({ id, stay }: { id: string; stay: Stay }) {
  const { answer } = useRig();
  const [open, setOpen] = useState(false);
  const known = stay.lat_deg !== null && stay.lon_deg !== null;
  const shown = known ? sayPlace(stay.lat_deg ?? 0, stay.lon_deg ?? 0) : "where is it?";
  if (!answer.may_edit) return <span className="text-[13px] text-soft">{known ? shown : ""}</span>;
  return (
    <Popover
      open={open}
      onOpenChange={setOpen}
      label={`Where ${stay.place || "this stay"} is`}
      trigger={
        <button
          type="button"
          aria-label={`Where ${stay.place || "this stay"} is: ${known ? shown : `not said, ${shown}`}`}
          className={`touch mt-0.5 block text-[13px] underline underline-offset-2 ${known ? "figure text-soft" : "text-stored"}`}
        >
          {shown}
        </button>
      }
    >
      <Finder id={id} stay={stay} onDone={() => setOpen(false)} />
    </Popover>
  );
}

function Finder({ id, stay, onDone }: { id: string; stay: Stay; onDone: () => void }) {
  const edit = useEditHere();
  const typing = useTypedSince();
  const [words, setWords] = useState("");
  const [lat, setLat] = useState(stay.lat_deg === null ? "" : String(stay.lat_deg));
  const [lon, setLon] = useState(stay.lon_deg === null ? "" : String(stay.lon_deg));
  const [fault, setFault] = useState("");
  const found = useQuery(placesQuery(words.trim()));
  const send = async (latDeg: number | null, lonDeg: number | null, name?: string) => {
    setFault("");
    if ([latDeg, lonDeg].some((one) => Number.isNaN(one)))
      return setFault("These are numbers, such as 36.1 and -79.95.");
    const patch: PatchOperation[] = [
      { op: "add", path: `/stays/${id}/lat_deg`, value: latDeg },
      { op: "add", path: `/stays/${id}/lon_deg`, value: lonDeg },
    ];
    if (name && !stay.place) patch.push({ op: "add", path: `/stays/${id}/place`, value: name });
    const typedSince = typing.sent();
    const outcome = await edit(patch);
    if (!outcome.stored) setFault(faultOf(outcome));
    else if (typedSince()) setFault(STORED_SO_FAR);
    else onDone();
  };
  const number = (text: string) => (text.trim() === "" ? null : Number(text.replace("−", "-")));
  return (
    <form
      onInput={typing.onInput}
      onSubmit={(event) => {
        event.preventDefault();
        void send(number(lat), number(lon));
      }}
    >
      <TextField
        label="Nearest town"
        placeholder="Reno, US"
        value={words}
        maxLength={80}
        autoFocus
        onChange={(event) => setWords(event.target.value)}
      />
      {words.trim().length > 1 && (
        <ul className="mb-3 max-h-52 overflow-auto border-ink border-t" aria-label="Places found">
          {found.data?.places.map((place) => (
            <li key={`${place.name} ${place.lat_deg} ${place.lon_deg}`} className="border-rule border-b">
              <button
                type="button"
                className="touch flex w-full items-baseline justify-between gap-3 py-1 text-left hover:bg-paper"
                onClick={() => void send(place.lat_deg, place.lon_deg, place.name)}
              >
                <span>
                  {place.name}
                  <span className="ml-2 text-[13px] text-soft">
                    {[place.region, place.country].filter(Boolean).join(", ")}
                  </span>
                </span>
                <span className="figure text-[12px] text-soft">{sayPlace(place.lat_deg, place.lon_deg)}</span>
              </button>
            </li>
          ))}
          {found.data?.places.length === 0 && (
            <li className="py-2 text-[14px] text-soft">No town of that name. Type its latitude and longitude below.</li>
          )}
          {found.isError && <li className="py-2 text-[14px] text-danger">{found.error.message}</li>}
        </ul>
      )}
      <div className="flex gap-3">
        <TextField
          label="Latitude"
          hint="north is +"
          value={lat}
          inputMode="text"
          className="w-24 font-mono"
          onChange={(event) => setLat(event.target.value)}
        />
        <TextField
          label="Longitude"
          hint="east is +"
          value={lon}
          inputMode="text"
          className="w-24 font-mono"
          onChange={(event) => setLon(event.target.value)}
        />
      </div>
      <FormFoot fault={fault} onLeave={onDone} />
    </form>
  );
}
