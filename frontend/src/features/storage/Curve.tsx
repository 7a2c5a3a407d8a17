import { formatNumber } from "../../ui/formatQuantity";
import { HeadRow } from "../../ui/HeadRow";
import { Section } from "../../ui/PageHead";
import { Figure } from "../worksheet/Figure";
import { useRig } from "../worksheet/useRig";
import { useStepFigures } from "../worksheet/useStepFigures";
import { useWorking } from "../worksheet/useWorking";

const SIZE = { width: 700, height: 300 };
const EDGE = { left: 46, right: 176, top: 12, bottom: 30 };

const LINES = [
  { key: "storage.curve.charging_v", name: "charging", look: "stroke-incoming", dash: "" },
  { key: "storage.curve.rest_v", name: "at rest", look: "stroke-stored", dash: "" },
  { key: "storage.curve.mean_load_v", name: "the day's mean", look: "stroke-stored", dash: "6 4" },
  { key: "storage.curve.peak_load_v", name: "everything on", look: "stroke-danger", dash: "2 3" },
] as const;

/** Volts against charge: at rest, under load and while charging, with every cut-off that is reached on the way down. */
export function Curve() {
  const { rig } = useRig();
  const { figure } = useStepFigures("storage");
  const { open } = useWorking();
  const charge = list(figure("storage.curve.charge_frac")?.value);
  const lines = LINES.map((line) => ({ ...line, volts: list(figure(line.key)?.value) }));
  if (charge.length === 0 || lines.some((line) => line.volts.length !== charge.length)) return null;
  const cutOffs = [
    { name: "inverter stops", volts: Number(figure("inverter.cutoff_v")?.value) },
    { name: "bank is harmed", volts: Number(figure("storage.min_v")?.value) },
    ...Object.values(rig.loads)
      .filter((load) => !load.struck && load.feed === "dc" && load.lowest_v !== null)
      .map((load) => ({ name: `${load.name} stops`, volts: load.lowest_v ?? 0 })),
  ].filter((one) => one.volts > 0);
  const all = [...lines.flatMap((line) => line.volts), ...cutOffs.map((one) => one.volts)].filter((volts) => volts > 0);
  const [low, high] = [Math.min(...all) - 0.2, Math.max(...all) + 0.2];
  const x = (share: number) => EDGE.left + (1 - share) * (SIZE.width - EDGE.left - EDGE.right);
  const y = (volts: number) => EDGE.top + ((high - volts) / (high - low)) * (SIZE.height - EDGE.top - EDGE.bottom);
  const dod = 1 - Number(figure(`assumptions.${rig.storage.chemistry}.dod_frac`)?.value ?? 1);
  const labels = spread(
    cutOffs
      .map((one) => ({ text: `${one.name}, ${formatNumber(one.volts)} V`, at: y(one.volts) }))
      .sort((one, other) => one.at - other.at),
  );
  const right = SIZE.width - EDGE.right;
  return (
    <Section title="Volts and what they say of the charge" aside="full on the left, empty on the right">
      <p className="mt-2 flex flex-wrap gap-x-5 text-[14px]">
        {lines.map((line) => (
          <button
            key={line.key}
            type="button"
            data-figure={line.key}
            title="Show the working"
            className="touch opens-working inline-flex items-center gap-2"
            onClick={() => open(line.key)}
          >
            <svg width="26" height="8" aria-hidden="true">
              <path d="M0 4 H26" className={line.look} strokeWidth="2.6" strokeDasharray={line.dash} />
            </svg>
            {line.name}
          </button>
        ))}
      </p>
      <svg
        viewBox={`0 0 ${SIZE.width} ${SIZE.height}`}
        className="mt-2 w-full max-w-[46rem]"
        role="img"
        aria-label={lines
          .map(
            (line) =>
              `${line.name}: ${formatNumber(line.volts[line.volts.length - 1] ?? 0)} V full, ${formatNumber(line.volts[0] ?? 0)} V empty`,
          )
          .join("; ")}
      >
        {ticks(low, high).map((volts) => (
          <g key={volts}>
            <path d={`M${EDGE.left} ${y(volts)} H${right}`} className="stroke-rule" />
            <text x={EDGE.left - 6} y={y(volts) + 4} textAnchor="end" className="figure fill-soft text-[11px]">
              {formatNumber(volts)}
            </text>
          </g>
        ))}
        {[1, 0.75, 0.5, 0.25, 0].map((share) => (
          <text
            key={share}
            x={x(share)}
            y={SIZE.height - 10}
            textAnchor="middle"
            className="figure fill-soft text-[11px]"
          >
            {share * 100} %
          </text>
        ))}
        {dod > 0 && (
          <rect
            x={x(dod)}
            y={EDGE.top}
            width={x(0) - x(dod)}
            height={SIZE.height - EDGE.top - EDGE.bottom}
            className="fill-rule opacity-50"
          />
        )}
        {cutOffs.map((one) => (
          <path
            key={one.name}
            d={`M${EDGE.left} ${y(one.volts)} H${right}`}
            className="stroke-ink"
            strokeDasharray="1 3"
          />
        ))}
        {lines.map((line) => (
          <path
            key={line.key}
            d={line.volts.map((volts, index) => `${index ? "L" : "M"}${x(charge[index] ?? 0)} ${y(volts)}`).join("")}
            className={`fill-none ${line.look}`}
            strokeWidth="2.2"
            strokeDasharray={line.dash}
          />
        ))}
        {labels.map((label) => (
          <g key={label.text}>
            <path
              d={`M${right} ${label.at} L${right + 12} ${label.place} h6`}
              className="fill-none stroke-ink opacity-70"
            />
            <text x={right + 22} y={label.place + 4} className="fill-ink text-[12px]">
              {label.text}
            </text>
          </g>
        ))}
      </svg>
      <p className="mt-1 max-w-[46rem] text-[14px] text-soft">
        The shaded part lies below the depth that is allowed. A volt read under load or while charging lies beside the
        rested line and says another charge than there is; on the flat part of lithium it says none. Hours of rest, or a
        counter of amp-hours, tell it.
      </p>
    </Section>
  );
}

function list(value: unknown): number[] {
  return Array.isArray(value) ? (value as number[]) : [];
}

/** Whole volts, halves or fours, so that there are about six. */
function ticks(low: number, high: number): number[] {
  const step = [0.5, 1, 2, 4, 8].find((one) => (high - low) / one <= 7) ?? 16;
  const first = Math.ceil(low / step);
  return Array.from({ length: Math.floor(high / step) - first + 1 }, (_, index) => (first + index) * step);
}

const APART = 15;

/** Labels from the top down, none on another. */
function spread<T extends { at: number }>(labels: T[]): (T & { place: number })[] {
  let last = -APART;
  const placed = labels.map((label) => {
    last = Math.max(label.at, last + APART);
    return { ...label, place: last };
  });
  const over = last - (SIZE.height - EDGE.bottom);
  return over > 0 ? placed.map((label) => ({ ...label, place: label.place - over })) : placed;
}

/** What a meter that knows volts alone should read at each tenth of the charge. */
export function MeterScale() {
  const { figure } = useStepFigures("storage");
  const charge = list(figure("storage.meter.charge_frac")?.value);
  const rest = list(figure("storage.meter.rest_v")?.value);
  const loaded = list(figure("storage.meter.mean_load_v")?.value);
  if (charge.length === 0) return null;
  return (
    <Section title="Scale for a meter that knows volts alone" aside="to stick beside it">
      <table className="w-full max-w-[30rem]">
        <HeadRow
          columns={[
            { label: "Charge" },
            { label: "rested for hours", right: true },
            { label: "at the day's mean draw", right: true },
          ]}
        />
        <tbody>
          {charge.map((share, index) => (
            <tr key={share} className="border-rule border-t">
              <th scope="row" className="figure py-0.5 text-left font-normal">
                {Math.round(share * 100)} %
              </th>
              <td className="figure py-0.5 pr-3 text-right">
                {(rest[index] ?? 0).toFixed(2)}
                <span className="unit">V</span>
              </td>
              <td className="figure py-0.5 pr-3 text-right text-soft">
                {(loaded[index] ?? 0).toFixed(2)}
                <span className="unit">V</span>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-1 text-[14px] text-soft">
        Day's mean draw <Figure figure={figure("storage.mean_current_a")} /> through{" "}
        <Figure figure={figure("storage.resistance_ohm")} />.
      </p>
    </Section>
  );
}
