import { useQuery } from "@tanstack/react-query";
import { useId, useState } from "react";
import { dayOfSunQuery } from "../../api/queries";
import type { DayOfSun, Stay } from "../../api/types";
import { Chart } from "../../ui/chart/Chart";
import { Line } from "../../ui/chart/marks";
import { formatNumber } from "../../ui/formatQuantity";
import { Section } from "../../ui/PageHead";
import { useDelayed } from "../../ui/useDelayed";
import { useRig } from "../worksheet/useRig";
import { MONTHS } from "../worksheet/words";
import { SkyDome } from "./SkyDome";

const MONTH_LENGTHS = [31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31];

/** The sun's way over the vehicle at a stay on a chosen day, and the array's hours on it. */
export function OverTheVehicle() {
  const { rig, optionId, answer } = useRig();
  const stays = Object.entries(rig.stays)
    .filter(([, stay]) => stay.lat_deg !== null || rig.solar.sun_from === "file")
    .sort(([, one], [, other]) => one.position - other.position);
  const [chosen, setChosen] = useState<string | null>(null);
  const [day, setDay] = useState<number | null>(null);
  const [heading, setHeading] = useState<number | null>(null);
  const found = stays.find(([id]) => id === chosen) ?? stays[0];
  const asked = day ?? (found ? middleOf(found[1]) : 172);
  const query = useQuery({
    ...dayOfSunQuery(optionId, answer.revision, found?.[0] ?? "", useDelayed(asked, 120), useDelayed(heading, 120)),
    enabled: found !== undefined,
  });
  if (!found)
    return (
      <Section title="The sun over the vehicle">
        <p className="py-2 text-soft">
          No stay has a place yet. Give one its place in the brief, and its sun is drawn here.
        </p>
      </Section>
    );
  const [id, stay] = found;
  const choose = (next: string) => {
    setChosen(next);
    setDay(null);
    setHeading(null);
  };
  const sun = query.data;
  const nose = heading ?? stay.heading_deg;
  return (
    <Section title="The sun over the vehicle" aside="by the sun's clock: noon is when it stands highest">
      <div className="mt-2 grid grid-cols-1 gap-x-6 gap-y-3 text-[14px] sm:grid-cols-[auto_1fr_1fr]">
        <label className="flex flex-col gap-1">
          At
          <select className="field max-w-56" value={id} onChange={(event) => choose(event.target.value)}>
            {stays.map(([one, about]) => (
              <option key={one} value={one}>
                {about.place || "a stay"}
              </option>
            ))}
          </select>
        </label>
        <Slider
          label={`On ${sayDayOfYear(asked)}`}
          spoken={sayDayOfYear(asked)}
          value={asked}
          min={1}
          max={365}
          onChange={setDay}
        />
        <Slider
          label={
            nose === null ? "Nose: not known" : `Nose to ${formatNumber(nose)}°${heading === null ? "" : ", tried out"}`
          }
          spoken={nose === null ? "not known" : `${nose} degrees`}
          value={nose ?? 0}
          min={0}
          max={355}
          step={5}
          onChange={setHeading}
        />
      </div>
      {query.isError && (
        <p role="alert" className="mt-3 text-danger">
          {query.error.message}
        </p>
      )}
      {!sun && !query.isError && (
        <p role="status" className="mt-3 text-soft">
          Working out the sun…
        </p>
      )}
      {sun && (
        <>
          <p className="mt-4 max-w-[46rem]">{inWords(sun)}</p>
          <div className="mt-2 flex flex-wrap items-start gap-x-8 gap-y-4">
            <SkyDome sun={sun} vehicle={rig.vehicle.frame} nose={nose} tilted={facing(rig.solar, stay, nose)} />
            <Hours sun={sun} month={monthOf(asked)} />
          </div>
        </>
      )}
    </Section>
  );
}

function Slider({
  label,
  spoken,
  value,
  onChange,
  ...range
}: {
  label: string;
  spoken: string;
  value: number;
  min: number;
  max: number;
  step?: number;
  onChange: (value: number) => void;
}) {
  const id = useId();
  return (
    <div className="flex flex-col gap-1">
      <label htmlFor={id}>{label}</label>
      <input
        id={id}
        type="range"
        className="touch h-[34px] w-full accent-[var(--incoming)]"
        aria-valuetext={spoken}
        value={value}
        onChange={(event) => onChange(Number(event.target.value))}
        {...range}
      />
    </div>
  );
}

/** The middle of a stay, or of its month, as a day of a common year. */
function middleOf(stay: Stay): number {
  if (stay.arrives === null) return firstOf(stay.month) + 14;
  const at = new Date(Date.parse(`${stay.arrives}T00:00:00Z`) + (stay.nights / 2) * 86_400_000);
  return firstOf(at.getUTCMonth() + 1) + Math.min(at.getUTCDate(), MONTH_LENGTHS[at.getUTCMonth()] ?? 28) - 1;
}

function firstOf(month: number): number {
  return MONTH_LENGTHS.slice(0, month - 1).reduce((sum, length) => sum + length, 1);
}

function monthOf(day: number): number {
  return MONTH_LENGTHS.findIndex((_, index) => day < firstOf(index + 2)) + 1;
}

function sayDayOfYear(day: number): string {
  const month = monthOf(day);
  return `${day - firstOf(month) + 1} ${MONTHS[month - 1]}`;
}

/** Where a tilted array faces: a bearing, or null for a flat one or where the heading is not known. */
function facing(
  solar: { panel_tilt_deg: number; panel_faces_deg: number | null; panel_from_nose_deg: number | null },
  stay: Stay,
  nose: number | null,
): number | null {
  if (solar.panel_tilt_deg === 0) return null;
  if (solar.panel_from_nose_deg !== null) return nose === null ? null : (nose + solar.panel_from_nose_deg) % 360;
  return solar.panel_faces_deg ?? ((stay.lat_deg ?? 0) >= 0 ? 180 : 0);
}

function clock(hours: number): string {
  const minutes = Math.round(hours * 60);
  return `${Math.floor(minutes / 60)}:${String(minutes % 60).padStart(2, "0")}`;
}

function span(hours: number): string {
  return hours < 1 ? `${Math.round(hours * 60)} min` : `${formatNumber(Math.round(hours * 10) / 10)} h`;
}

function inWords(sun: DayOfSun): string {
  const highest = Math.max(...sun.path.map((point) => point.height_deg));
  if (sun.length_h === 0) return "The sun does not rise.";
  const up = sun.path.filter((point) => point.height_deg > 0);
  const hidden = up.filter((point) => point.reaches < 0.5).length / 6;
  const day =
    sun.rises_h === null || sun.sets_h === null
      ? "It does not set"
      : `It rises at ${clock(sun.rises_h)} and sets at ${clock(sun.sets_h)}, ${formatNumber(sun.length_h)} h later`;
  const behind = hidden > 0 ? ` For about ${span(hidden)} of that it stands behind something.` : "";
  return `${day}, and stands ${formatNumber(Math.round(highest))}° high at noon.${behind}`;
}

/** The array's power through the day: the mean of the month, its dull and its bright day. */
function Hours({ sun, month }: { sun: DayOfSun; month: number }) {
  const day = (hours: number[]) => Math.round(hours.reduce((sum, watts) => sum + watts, 0));
  const lines = [
    {
      name: "bright, one in ten",
      hours: sun.bright_w,
      look: "stroke-incoming",
      words: "fill-incoming-text",
      dash: "2 3",
    },
    { name: "mean day", hours: sun.typical_w, look: "stroke-incoming", words: "fill-incoming-text", dash: "" },
    { name: "dull, one in ten", hours: sun.dull_w, look: "stroke-stored", words: "fill-stored", dash: "6 4" },
  ];
  const busiest = sun.typical_w.indexOf(Math.max(...sun.typical_w));
  return (
    <div className="min-w-0 max-w-[30rem] flex-1 basis-80">
      <p className="text-[13px] text-soft">
        {formatNumber(Math.round(sun.array_w))} W of array in {MONTHS[month - 1]}, at the bank
      </p>
      <Chart
        label="Power of the array by hour"
        x={{ kind: "linear", from: 0, to: 24, ticks: [0, 6, 12, 18, 24], say: String }}
        y={{
          kind: "linear",
          from: 0,
          to: Math.max(...sun.bright_w, 1),
          ticks: 4,
          say: (value) => `${formatNumber(value)} W`,
        }}
        height={230}
        leftPx={58}
        labelsPx={128}
        labels={lines.map((one) => ({ text: one.name, y: one.hours[busiest] ?? 0, look: one.words }))}
        readings={sun.typical_w.map((_, hour) => ({
          x: hour + 0.5,
          at: `${hour}–${hour + 1} h`,
          values: lines.map((one) => ({
            name: one.name.split(",")[0] ?? "",
            text: `${formatNumber(one.hours[hour] ?? 0)} W`,
          })),
        }))}
      >
        {(frame) =>
          lines.map((one) => (
            <Line
              key={one.name}
              frame={frame}
              look={one.look}
              dash={one.dash}
              points={one.hours.map((watts, hour) => [hour + 0.5, watts])}
            />
          ))
        }
      </Chart>
      <dl className="mt-1">
        {lines.map((one) => (
          <div key={one.name} className="flex items-center gap-2 border-rule border-b py-1 text-[14px]">
            <dt className="flex-1">{one.name}</dt>
            <dd className="figure column">
              {formatNumber(day(one.hours))}
              <span className="unit">Wh</span>
            </dd>
          </div>
        ))}
      </dl>
    </div>
  );
}
