import { Chart } from "../../ui/chart/Chart";
import { Band, Line, Rule } from "../../ui/chart/marks";
import { formatNumber } from "../../ui/formatQuantity";
import { Section } from "../../ui/PageHead";
import { useRig } from "../worksheet/useRig";
import { useStepFigures } from "../worksheet/useStepFigures";
import { useWorking } from "../worksheet/useWorking";

const LINES = [
  { key: "storage.curve.charging_v", name: "charging", words: "fill-incoming-text", look: "stroke-incoming", dash: "" },
  { key: "storage.curve.rest_v", name: "at rest", words: "fill-stored", look: "stroke-stored", dash: "" },
  {
    key: "storage.curve.mean_load_v",
    name: "the day's mean",
    words: "fill-stored",
    look: "stroke-stored",
    dash: "6 4",
  },
  { key: "storage.curve.peak_load_v", name: "everything on", words: "fill-danger", look: "stroke-danger", dash: "2 3" },
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
  const dod = 1 - Number(figure(`assumptions.${rig.storage.chemistry}.dod_frac`)?.value ?? 1);
  const percent = (share: number) => `${Math.round(share * 100)} %`;
  return (
    <Section title="Volts and what they say of the charge" aside="full on the left, empty on the right">
      <div className="mt-2 max-w-[46rem]">
        <Chart
          label="Volts by charge"
          x={{ kind: "linear", from: 1, to: 0, ticks: [1, 0.75, 0.5, 0.25, 0], say: percent }}
          y={{ kind: "linear", from: Math.min(...all) - 0.2, to: Math.max(...all) + 0.2, ticks: 6, say: formatNumber }}
          height={320}
          labelsPx={170}
          labels={[
            ...lines.map((line) => ({ text: line.name, y: line.volts[0] ?? 0, look: line.words })),
            ...cutOffs.map((one) => ({ text: `${one.name}, ${formatNumber(one.volts)} V`, y: one.volts })),
          ]}
          readings={charge
            .map((share, index) => ({
              x: share,
              at: percent(share),
              values: lines.map((line) => ({ name: line.name, text: `${(line.volts[index] ?? 0).toFixed(2)} V` })),
            }))
            .reverse()}
        >
          {(frame) => (
            <>
              {dod > 0 && (
                <Band
                  frame={frame}
                  look="fill-rule opacity-50"
                  points={[dod, 0].map((share) => [share, Math.min(...all) - 0.2, Math.max(...all) + 0.2])}
                />
              )}
              {cutOffs.map((one) => (
                <Rule key={one.name} frame={frame} value={one.volts} />
              ))}
              {lines.map((line) => (
                <Line
                  key={line.key}
                  frame={frame}
                  look={line.look}
                  dash={line.dash}
                  points={line.volts.map((volts, index) => [charge[index] ?? 0, volts])}
                />
              ))}
            </>
          )}
        </Chart>
      </div>
      <p className="mt-1 flex flex-wrap gap-x-4 text-[14px] text-soft">
        Workings:
        {lines.map((line) => (
          <button
            key={line.key}
            type="button"
            data-figure={line.key}
            title="Show the working"
            className="touch opens-working text-ink"
            onClick={() => open(line.key)}
          >
            {line.name}
          </button>
        ))}
      </p>
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
