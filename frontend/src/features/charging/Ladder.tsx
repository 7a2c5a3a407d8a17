import { Figure } from "../worksheet/Figure";
import { useRig } from "../worksheet/useRig";
import { useStepFigures } from "../worksheet/useStepFigures";

const HEIGHT = 190;
const WIDTH = 420;
const LEFT = 64;

/** The cut-offs as rungs on a scale of volts, each with the least that it may lie at. */
export function Ladder() {
  const { figure } = useStepFigures("charging");
  const { figure: ofInverter } = useStepFigures("inverter");
  const { system_v } = useRig().rig.storage;
  const rungs = [
    { name: "absorb", at: figure("charging.set.absorb_v"), least: undefined },
    { name: "loads are shed", at: figure("charging.ladder.shed_v"), least: figure("charging.ladder.shed_least_v") },
    {
      name: "the inverter stops",
      at: ofInverter("inverter.cutoff_v"),
      least: figure("charging.ladder.inverter_least_v"),
    },
    { name: "the BMS cuts", at: figure("charging.ladder.bms_v"), least: undefined },
  ].flatMap((rung) => (rung.at ? [{ ...rung, volts: Number(rung.at.value) }] : []));
  if (rungs.length < 2) return null;
  const step = system_v / 12;
  const [low, high] = [
    Math.min(...rungs.map((rung) => rung.volts)) - 0.3 * step,
    Math.max(...rungs.map((rung) => rung.volts)) + 0.3 * step,
  ];
  const y = (volts: number) => 12 + ((high - volts) / (high - low)) * (HEIGHT - 24);
  const words = rungs.map((rung) => `${rung.name} at ${rung.volts} V`).join(", ");
  return (
    <>
      <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className="mt-3 w-full max-w-[30rem]" role="img" aria-label={words}>
        <line x1={LEFT} y1={6} x2={LEFT} y2={HEIGHT - 6} className="stroke-mark" strokeWidth={1.5} />
        {rungs.map((rung) => {
          const wrong = rung.least !== undefined && rung.volts < Number(rung.least.value) - 1e-9;
          return (
            <g key={rung.name}>
              {rung.least && (
                <line
                  x1={LEFT - 8}
                  x2={LEFT + 8}
                  y1={y(Number(rung.least.value))}
                  y2={y(Number(rung.least.value))}
                  className="stroke-soft"
                  strokeDasharray="2 2"
                />
              )}
              <line
                x1={LEFT - 14}
                x2={LEFT + 14}
                y1={y(rung.volts)}
                y2={y(rung.volts)}
                className={wrong ? "stroke-danger" : "stroke-ink"}
                strokeWidth={3}
              />
              <text x={LEFT - 20} y={y(rung.volts) + 5} textAnchor="end" className="figure fill-ink text-[14px]">
                {rung.volts.toFixed(1)}
              </text>
              <text x={LEFT + 24} y={y(rung.volts) + 5} className={`text-[14px] ${wrong ? "fill-danger" : "fill-ink"}`}>
                {rung.name}
                {wrong && ` – at least ${Number(rung.least?.value).toFixed(1)}`}
              </text>
            </g>
          );
        })}
      </svg>
      <p className="text-[14px]">
        Loads are shed no lower than <Figure figure={figure("charging.ladder.shed_least_v")} />
        {figure("charging.ladder.inverter_least_v") && (
          <>
            , and the inverter stops no lower than <Figure figure={figure("charging.ladder.inverter_least_v")} />
          </>
        )}
        .
      </p>
    </>
  );
}
