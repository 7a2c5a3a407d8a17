import { useState } from "react";
import type { PatchOperation, Stay } from "../../api/types";
import { FormFoot } from "../../ui/FormFoot";
import { formatNumber } from "../../ui/formatQuantity";
import { Popover } from "../../ui/Popover";
import { TextField } from "../../ui/TextField";
import { STORED_SO_FAR, useTypedSince } from "../../ui/useTypedSince";
import { faultOf } from "../worksheet/fields";
import { useEditHere, useRig } from "../worksheet/useRig";

const COMPASS = ["N", "NE", "E", "SE", "S", "SW", "W", "NW"] as const;
const EIGHTH = 45;

/** What stands in the way of the sun at a stay, and where the vehicle points. */
export function StaySun({ id, stay }: { id: string; stay: Stay }) {
  const { answer } = useRig();
  const [open, setOpen] = useState(false);
  const said = inShort(stay);
  if (!answer.may_edit) return said ? <span className="block text-[13px] text-soft">{said}</span> : null;
  return (
    <Popover
      open={open}
      onOpenChange={setOpen}
      label={`Sun and shade of ${stay.place || "this stay"}`}
      trigger={
        <button
          type="button"
          aria-label={`Sun and shade of ${stay.place || "this stay"}: ${said || "in the open"}`}
          className="touch block text-left text-[13px] text-soft underline underline-offset-2"
        >
          {said || "in the open"}
        </button>
      }
    >
      <Form id={id} stay={stay} onDone={() => setOpen(false)} />
    </Popover>
  );
}

function inShort(stay: Stay): string {
  const parts = [];
  if (stay.shade_frac > 0) parts.push(`${formatNumber(stay.shade_frac * 100)} % shade`);
  if (stay.shaded_h.length > 0) parts.push(`shade ${sayHours(stay.shaded_h)}`);
  if (stay.horizon.length > 0) parts.push("horizon drawn");
  if (stay.heading_deg !== null) parts.push(`nose to ${formatNumber(stay.heading_deg)}°`);
  return parts.join(", ");
}

function sayHours(spells: [number, number][]): string {
  return spells.map(([from, until]) => `${formatNumber(from)}–${formatNumber(until)}`).join(", ");
}

/** “0–10, 16.5-24”: spells of hours. */
function readHours(text: string): [number, number][] | null {
  const spells = text
    .split(/[,;]/)
    .map((one) => one.trim())
    .filter(Boolean);
  const found = spells.map((one) => /^(\d+(?:\.\d+)?)\s*(?:–|-|to)\s*(\d+(?:\.\d+)?)$/.exec(one));
  if (found.some((one) => one === null)) return null;
  return found.map((one) => [Number(one?.[1]), Number(one?.[2])]);
}

function Form({ id, stay, onDone }: { id: string; stay: Stay; onDone: () => void }) {
  const edit = useEditHere();
  const typing = useTypedSince();
  const [shade, setShade] = useState(String(Math.round(stay.shade_frac * 100)));
  const [hours, setHours] = useState(sayHours(stay.shaded_h));
  const [heading, setHeading] = useState(stay.heading_deg === null ? "" : String(stay.heading_deg));
  const [heights, setHeights] = useState(() =>
    COMPASS.map((_, index) => {
      const known = stay.horizon.find(([bearing]) => bearing % 360 === index * EIGHTH);
      return known ? String(known[1]) : "";
    }),
  );
  const [fault, setFault] = useState("");
  const drawnFiner = stay.horizon.some(([bearing]) => bearing % EIGHTH !== 0);
  const send = async () => {
    setFault("");
    const spells = readHours(hours);
    if (spells === null) return setFault("Hours of shade are said as 0–10, 16–24, by the sun: noon is 12.");
    const raised = heights.map((height, index): [number, number] => [index * EIGHTH, Number(height || 0)]);
    const shareOfShade = Number(shade || 0) / 100;
    const nose = heading.trim() === "" ? null : Number(heading);
    if ([shareOfShade, nose ?? 0, ...raised.map(([, height]) => height)].some(Number.isNaN))
      return setFault("These are numbers: a share in %, and degrees.");
    const patch: PatchOperation[] = [
      { op: "add", path: `/stays/${id}/shade_frac`, value: shareOfShade },
      { op: "add", path: `/stays/${id}/shaded_h`, value: spells },
      { op: "add", path: `/stays/${id}/heading_deg`, value: nose },
    ];
    const touched = COMPASS.some((_, index) => {
      const known = stay.horizon.find(([bearing]) => bearing % 360 === index * EIGHTH);
      return (heights[index] ?? "") !== (known ? String(known[1]) : "");
    });
    if (touched)
      patch.push({
        op: "add",
        path: `/stays/${id}/horizon`,
        value: raised.some(([, height]) => height > 0) ? raised : [],
      });
    const typedSince = typing.sent();
    const outcome = await edit(patch);
    if (!outcome.stored) setFault(faultOf(outcome));
    else if (typedSince()) setFault(STORED_SO_FAR);
    else onDone();
  };
  return (
    <form
      onInput={typing.onInput}
      onSubmit={(event) => {
        event.preventDefault();
        void send();
      }}
    >
      <div className="flex gap-3">
        <TextField
          label="Shade, %"
          hint="of all sun"
          value={shade}
          inputMode="decimal"
          className="w-20 font-mono"
          autoFocus
          onChange={(event) => setShade(event.target.value)}
        />
        <TextField
          label="Shaded from–to"
          hint="sun time, noon is 12"
          placeholder="0–10, 16–24"
          value={hours}
          className="w-full font-mono"
          onChange={(event) => setHours(event.target.value)}
        />
      </div>
      <fieldset className="mb-3">
        <legend className="mb-0.5">Trees and hills, ° above level</legend>
        <div className="grid grid-cols-4 gap-x-2 gap-y-1">
          {COMPASS.map((name, index) => (
            <label key={name} className="flex items-center gap-1 text-[13px] text-soft">
              <span className="w-5">{name}</span>
              <input
                className="field w-11 px-1.5 text-right font-mono"
                inputMode="decimal"
                aria-label={`Height of the horizon in the ${name}`}
                placeholder="0"
                value={heights[index]}
                onChange={(event) => setHeights(heights.map((one, at) => (at === index ? event.target.value : one)))}
              />
            </label>
          ))}
        </div>
        <p className="mt-1 text-[13px] text-soft">
          {drawnFiner
            ? "It was drawn finer than this; a change here replaces it."
            : "A fist at arm's length is about 10°."}
        </p>
      </fieldset>
      <TextField
        label="Nose points to, °"
        hint="clockwise from north; empty: not known"
        value={heading}
        inputMode="decimal"
        className="w-20 font-mono"
        onChange={(event) => setHeading(event.target.value)}
      />
      <FormFoot fault={fault} onLeave={onDone} />
    </form>
  );
}
