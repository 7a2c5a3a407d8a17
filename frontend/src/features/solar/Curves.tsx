import { useQuery } from "@tanstack/react-query";
import { useId, useState } from "react";
import { curvesQuery } from "../../api/arrayQueries";
import type { CurveOf } from "../../api/types";
import { Chart } from "../../ui/chart/Chart";
import { Line } from "../../ui/chart/marks";
import { formatNumber } from "../../ui/formatQuantity";
import { Section } from "../../ui/PageHead";
import { Failed, Waiting } from "../../ui/states";
import { useDelayed } from "../../ui/useDelayed";
import { useRig } from "../worksheet/useRig";
import { nameOfArray, orderedArrays, orderedPanels, orderedStrings } from "./arrays";

/** Current and power of a string against volts, at a chosen sun and heat, with one panel in the shade. */
export function Curves() {
  const { rig, optionId, answer } = useRig();
  const strings = orderedArrays(rig).flatMap(([arrayId, array]) =>
    orderedStrings(array).map(([id, string], at) => ({
      id,
      label: `${nameOfArray(rig, arrayId)}, string ${at + 1}`,
      panels: orderedPanels(string).length,
    })),
  );
  const [chosen, setChosen] = useState<string | null>(null);
  const [sun, setSun] = useState(1000);
  const [cell, setCell] = useState(25);
  const [panel, setPanel] = useState(0);
  const [shade, setShade] = useState(0);
  const [what, setWhat] = useState<"power" | "current">("power");
  const string = strings.find((one) => one.id === chosen) ?? strings[0];
  const asked = {
    string: string?.id ?? "",
    sun_w_per_m2: useDelayed(sun, 120),
    cell_c: useDelayed(cell, 120),
    shaded: shadedOf(useDelayed(shade, 120), Math.min(panel, (string?.panels ?? 1) - 1)),
  };
  const query = useQuery({ ...curvesQuery(optionId, answer.revision, asked), enabled: string !== undefined });
  if (!string)
    return (
      <Section title="Curves">
        <p className="py-2 text-soft">
          No string is known yet. Say the panels on the page Panels and controllers, and their curves are drawn here.
        </p>
      </Section>
    );
  const data = query.data;
  return (
    <Section title="Curves" aside="the single-diode model through the points of the plates">
      <div className="my-2 flex flex-wrap items-center gap-x-6 gap-y-2">
        <label className="inline-flex items-center gap-2">
          String
          <select
            aria-label="String"
            className="field"
            value={string.id}
            onChange={(event) => setChosen(event.target.value)}
          >
            {strings.map((one) => (
              <option key={one.id} value={one.id}>
                {one.label}
              </option>
            ))}
          </select>
        </label>
        <label className="inline-flex items-center gap-2">
          Show
          <select
            aria-label="Show"
            className="field"
            value={what}
            onChange={(event) => setWhat(event.target.value as "power" | "current")}
          >
            <option value="power">power</option>
            <option value="current">current</option>
          </select>
        </label>
        <label className="inline-flex items-center gap-2">
          Shade on
          <select
            aria-label="Shade on"
            className="field"
            value={panel}
            onChange={(event) => setPanel(Number(event.target.value))}
          >
            {Array.from({ length: string.panels }, (_, at) => (
              <option key={at} value={at}>
                panel {at + 1}
              </option>
            ))}
          </select>
        </label>
      </div>
      <div className="grid max-w-[46rem] gap-x-8 gap-y-1 sm:grid-cols-3">
        <Slide label="Shade" value={shade} min={0} max={95} step={5} unit="%" onChange={setShade} />
        <Slide label="Sun" value={sun} min={100} max={1200} step={50} unit="W/m²" onChange={setSun} />
        <Slide label="Cells" value={cell} min={-30} max={80} step={5} unit="°C" onChange={setCell} />
      </div>
      {query.isPending && <Waiting what="the curves" failed={query.failureReason} />}
      {query.isError && <Failed error={query.error} retry={() => void query.refetch()} />}
      {data && <Picture {...data} what={what} several={string.panels > 1} />}
    </Section>
  );
}

function shadedOf(share: number, panel: number): Record<string, number> {
  return share > 0 ? { [String(panel)]: share / 100 } : {};
}

function Slide({
  label,
  value,
  unit,
  onChange,
  ...bounds
}: {
  label: string;
  value: number;
  unit: string;
  min: number;
  max: number;
  step: number;
  onChange: (value: number) => void;
}) {
  const id = useId();
  return (
    <div>
      <label htmlFor={id} className="flex justify-between text-[14px]">
        {label}
        <output className="figure">
          {value} {unit}
        </output>
      </label>
      <input
        id={id}
        type="range"
        className="w-full accent-[var(--incoming)]"
        value={value}
        onChange={(event) => onChange(Number(event.target.value))}
        {...bounds}
      />
    </div>
  );
}

function Picture({
  series,
  parallel,
  clear,
  least_v,
  most_v,
  what,
  several,
}: {
  series: CurveOf;
  parallel: CurveOf;
  clear: CurveOf;
  least_v: number | null;
  most_v: number | null;
  what: "power" | "current";
  several: boolean;
}) {
  const points = (curve: CurveOf) =>
    curve.volts.map((volts, at): readonly [number, number] => {
      const amps = curve.amps[at] ?? 0;
      return [volts, what === "power" ? volts * amps : amps];
    });
  const [asIs, side, open] = [points(series), points(parallel), points(clear)];
  const top = Math.max(...open.map(([, y]) => y), ...(several ? side : asIs).map(([, y]) => y)) * 1.08;
  const right = Math.max(clear.volts.at(-1) ?? 1, several ? (parallel.volts.at(-1) ?? 0) : 0);
  const to = most_v !== null && most_v < right * 1.6 ? Math.max(right, most_v) * 1.04 : right * 1.04;
  const unit = what === "power" ? "W" : "A";
  const readings = asIs
    .filter((_, at) => at % 6 === 0)
    .map(([volts, y]) => ({
      x: volts,
      at: `${formatNumber(volts)} V`,
      values: [{ name: "the string", text: `${formatNumber(y)} ${unit}` }],
    }));
  const lost = clear.best_w > 0 ? 1 - series.best_w / clear.best_w : 0;
  return (
    <>
      <div className="mt-2 max-w-[46rem]">
        <Chart
          label={`${what === "power" ? "Power" : "Current"} of the string against volts`}
          x={{ kind: "linear", from: 0, to, ticks: 6, say: (volts) => `${formatNumber(volts)} V` }}
          y={{ kind: "linear", from: 0, to: top, ticks: 4, say: (value) => `${formatNumber(value)} ${unit}` }}
          height={300}
          leftPx={60}
          readings={readings}
        >
          {(frame) => (
            <>
              {least_v !== null && (
                <Edge x={frame.x.at(least_v)} top={frame.top} bottom={frame.bottom} words="it goes on from here" />
              )}
              {most_v !== null && most_v <= to && (
                <Edge x={frame.x.at(most_v)} top={frame.top} bottom={frame.bottom} words="it bears no more" left />
              )}
              <Line frame={frame} points={open} look="stroke-soft" dash="4 4" />
              {several && <Line frame={frame} points={side} look="stroke-stored" dash="9 4" />}
              <Line frame={frame} points={asIs} look="stroke-incoming" />
              {what === "power" &&
                series.peaks.map(([volts, watts]) => (
                  <circle
                    key={volts}
                    cx={frame.x.at(volts)}
                    cy={frame.y.at(watts)}
                    r="4"
                    className="fill-sheet stroke-incoming"
                    strokeWidth="2"
                  />
                ))}
            </>
          )}
        </Chart>
      </div>
      <dl className="mt-2 flex flex-wrap gap-x-8 gap-y-1">
        <Said look="border-incoming" words="as it is wired" curve={series} />
        {several && <Said look="border-stored border-dashed" words="the same panels side by side" curve={parallel} />}
        <Said look="border-soft border-dashed" words="with no shade" curve={clear} />
      </dl>
      {series.peaks.length > 1 && (
        <p className="mt-2 max-w-[46rem]">
          Shade makes {series.peaks.length} hills. A controller that does not look for the highest stays on a lower one,
          at {formatNumber(Math.round(Math.min(...series.peaks.map(([, watts]) => watts))))} W.
        </p>
      )}
      {lost > 0.005 && (
        <p className="mt-1 text-soft">
          The shade takes {formatNumber(Math.round(lost * 100))} % of the string at best.
        </p>
      )}
    </>
  );
}

function Edge({
  x,
  top,
  bottom,
  words,
  left = false,
}: {
  x: number;
  top: number;
  bottom: number;
  words: string;
  left?: boolean;
}) {
  return (
    <g>
      <path d={`M${x} ${top}V${bottom}`} className="stroke-ink" strokeDasharray="2 3" />
      <text
        x={left ? x - 5 : x + 5}
        y={bottom - 8}
        textAnchor={left ? "end" : "start"}
        className="fill-soft text-[11px]"
      >
        {words}
      </text>
    </g>
  );
}

function Said({ look, words, curve }: { look: string; words: string; curve: CurveOf }) {
  return (
    <div className={`border-l-4 pl-2 ${look}`}>
      <dt className="text-[12px] text-soft leading-tight">{words}</dt>
      <dd className="figure column">
        {formatNumber(Math.round(curve.best_w))}
        <span className="unit">W</span> at {formatNumber(curve.best_v)}
        <span className="unit">V</span>
      </dd>
    </div>
  );
}
