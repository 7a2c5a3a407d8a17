import { type ReactNode, useRef, useState } from "react";
import { client, unwrap } from "../../api/client";
import type { PatchOperation, Rig, Stay } from "../../api/types";
import { Button } from "../../ui/Button";
import { HeadRow } from "../../ui/HeadRow";
import { lazyPage } from "../../ui/lazyPage";
import { CellNumber, CellRead, CellText } from "../worksheet/cells";
import { Figure } from "../worksheet/Figure";
import { faultOf, useMember } from "../worksheet/fields";
import { RemoveCell } from "../worksheet/RemoveCell";
import { useEditHere, useRig } from "../worksheet/useRig";
import { useStepFigures } from "../worksheet/useStepFigures";
import { AMBIENTS, HOOKUPS } from "../worksheet/words";
import { JourneyFile } from "./JourneyFile";
import type { Point } from "./map/view";
import { PlaceFinder } from "./PlaceFinder";
import { StaySun } from "./StaySun";
import { readWhen, sayWhen, spanOf } from "./when";

const YearStrip = lazyPage(
  "the year",
  async () => (await import("./YearStrip")).YearStrip,
  ({ children }) => <div className="min-h-[90px]">{children}</div>,
);

const JourneyMap = lazyPage(
  "the map",
  async () => (await import("./map/JourneyMap")).JourneyMap,
  ({ children }) => <div className="mt-3 h-[380px] border border-rule">{children}</div>,
);

const COLUMNS = [
  { label: "Number", hidden: true },
  { label: "Place" },
  { label: "When" },
  { label: "Nights" },
  { label: "Driving, h a day" },
  { label: "Hookup" },
  { label: "Weather" },
  { label: "Remove", hidden: true },
];

export function StayTable() {
  const { rig, answer, edit } = useRig();
  const { figure } = useStepFigures("brief");
  const stays = orderedStays(rig);
  const [picked, setPicked] = useState<string | null>(null);
  const table = useRef<HTMLTableElement>(null);
  const open = (id: string) => table.current?.querySelector<HTMLInputElement>(`[data-stay="${id}"] input`)?.focus();
  const put = async (id: string, at: Point) => {
    setPicked(null);
    const patch: PatchOperation[] = [
      { op: "add", path: `/stays/${id}/lat_deg`, value: Number(at.lat.toFixed(3)) },
      { op: "add", path: `/stays/${id}/lon_deg`, value: Number(at.lon.toFixed(3)) },
    ];
    if (!rig.stays[id]?.place) {
      const near = await nearest(at);
      if (near) patch.push({ op: "add", path: `/stays/${id}/place`, value: near });
    }
    void edit(patch);
  };
  const add = () => {
    const last = stays.at(-1)?.[1];
    const position = (last?.position ?? 0) + 1;
    // Behind a dated stay the next one begins on the day on which that is left.
    const arrives = last?.arrives ? dayAfter(last) : null;
    const value = {
      position,
      place: "",
      month: arrives ? Number(arrives.slice(5, 7)) : (last?.month ?? 7),
      arrives,
      nights: 3,
      driving_hours_per_day: 1.5,
      hookup: "none",
      ambient: "mild",
      // Whole, since it is shown before the server has filled it in.
      lat_deg: null,
      lon_deg: null,
      shade_frac: 0,
      heading_deg: null,
      shaded_h: [],
      horizon: [],
    };
    const id = `s${Date.now().toString(36)}`;
    void edit([{ op: "add", path: `/stays/${id}`, value }]);
  };
  return (
    <>
      <YearStrip stays={stays} onOpen={open} />
      <JourneyMap
        stays={stays}
        picked={picked}
        mayEdit={answer.may_edit}
        onPick={setPicked}
        onPut={(id, at) => void put(id, at)}
      />
      <table ref={table} className="mt-4 w-full max-w-[56rem]">
        <HeadRow columns={COLUMNS} />
        <tbody>
          {stays.map(([id, stay], index) => (
            <StayRow key={id} id={id} stay={stay} number={index + 1} />
          ))}
        </tbody>
      </table>
      <div className="mt-3 flex items-center gap-5">
        {answer.may_edit && <Button onClick={add}>Add a stay</Button>}
        {answer.may_edit && <JourneyFile />}
        <p className="text-[14px] text-soft">
          Over all stays they drive <Figure figure={figure("brief.driving_hours_per_day")} className="text-ink" /> a
          day.
        </p>
      </div>
    </>
  );
}

function orderedStays(rig: Rig): [string, Stay][] {
  return Object.entries(rig.stays).sort(([, one], [, other]) => one.position - other.position);
}

function StayRow({ id, stay, number }: { id: string; stay: Stay; number: number }) {
  const name = stay.place || "this stay";
  return (
    <tr data-stay={id} className="border-rule border-t align-top">
      <td className="figure w-6 py-1.5 pr-2 text-right text-[13px] text-soft leading-[34px]">{number}</td>
      <CellText label={`Place of ${name}`} path={`/stays/${id}/place`} value={stay.place}>
        <PlaceFinder id={id} stay={stay} />
      </CellText>
      <WhenCell id={id} stay={stay} name={name} />
      <CellNumber
        label={`Nights of ${name}`}
        path={`/stays/${id}/nights`}
        unit=""
        value={stay.nights}
        bare
        width="w-12"
      />
      <CellNumber
        label={`Driving on ${name}`}
        path={`/stays/${id}/driving_hours_per_day`}
        unit="h"
        value={stay.driving_hours_per_day}
        bare
        width="w-12"
      />
      <Pick
        id={id}
        member="hookup"
        label={`Hookup at ${name}`}
        value={stay.hookup}
        options={entries(HOOKUPS)}
        width="w-[7.4rem]"
      >
        <StaySun id={id} stay={stay} />
      </Pick>
      <Pick
        id={id}
        member="ambient"
        label={`Weather of ${name}`}
        value={stay.ambient}
        options={entries(AMBIENTS)}
        width="w-[5.4rem]"
      />
      <RemoveCell name={name} path={`/stays/${id}`} />
    </tr>
  );
}

/** The month, or the first night: “May”, “3 May 2027”. */
function WhenCell({ id, stay, name }: { id: string; stay: Stay; name: string }) {
  const { rig } = useRig();
  const edit = useEditHere();
  const [fault, setFault] = useState("");
  const send = async (text: string) => {
    setFault("");
    const dated = orderedStays(rig).find(([, one]) => one.arrives !== null)?.[1].arrives;
    const when = readWhen(text, dated ? Number(dated.slice(0, 4)) : new Date().getFullYear());
    if ("fault" in when) {
      setFault(when.fault);
      return false;
    }
    const outcome = await edit([
      { op: "add", path: `/stays/${id}/month`, value: when.month },
      { op: "add", path: `/stays/${id}/arrives`, value: when.arrives },
    ]);
    if (!outcome.stored) setFault(faultOf(outcome));
    return outcome.stored;
  };
  return (
    <CellRead
      label={`When ${name} begins`}
      value={sayWhen(stay)}
      width="w-[7.4rem]"
      fault={fault}
      onForget={() => setFault("")}
      onSend={send}
    />
  );
}

/** The day on which a dated stay is left. */
function dayAfter(stay: Stay): string {
  const span = spanOf(stay);
  return new Date(span?.until ?? 0).toISOString().slice(0, 10);
}

/** The nearest town, if it is near enough to name the place by. */
async function nearest(at: Point): Promise<string | null> {
  const query = { lat: at.lat, lon: at.lon };
  const found = await unwrap(client.GET("/api/v1/places/nearest", { params: { query } })).catch(() => null);
  return found && found.away_km < NAMED_WITHIN_KM ? `near ${found.place.name}` : null;
}

const NAMED_WITHIN_KM = 80;

function entries(words: Record<string, string>) {
  return Object.entries(words).map(([value, label]) => ({ value, label }));
}

function Pick({
  id,
  member,
  label,
  value,
  options,
  width,
  children,
}: {
  id: string;
  member: string;
  width: string;
  label: string;
  value: string | number;
  options: { value: string | number; label: string }[];
  /** What stands below it. */
  children?: ReactNode;
}) {
  const { answer } = useRig();
  const { write } = useMember(`/stays/${id}/${member}`);
  return (
    <td className="py-1.5 pr-2">
      <select
        aria-label={label}
        disabled={!answer.may_edit}
        className={`field ${width}`}
        value={value}
        onChange={(event) => void write(typeof value === "number" ? Number(event.target.value) : event.target.value)}
      >
        {options.map((option) => (
          <option key={option.value} value={option.value}>
            {option.label}
          </option>
        ))}
      </select>
      {children}
    </td>
  );
}
