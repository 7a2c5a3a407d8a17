import type { FigureValue } from "../../api/types";
import { formatQuantity } from "../../ui/formatQuantity";
import { useRig } from "../worksheet/useRig";

type FigureOf = (key: string) => FigureValue | undefined;

const THINNEST_PX = 2;
const THICKEST_PX = 11;

/** The run as it is met with the eyes: bank, fuse at once behind it, cable as thick as its rank, bus. */
export function MainRun({ figure }: { figure: FigureOf }) {
  const { rig, units, answer } = useRig();
  const chosen = figure("wiring.main.have_conductor");
  const conductor = chosen ?? figure("wiring.main.conductor");
  // Of what was found nobody draws a fuse that is only asked for.
  const asked = rig.survey.as_found ? undefined : figure("wiring.main.fuse_a");
  const fuse = figure("wiring.main.have_fuse_a") ?? asked;
  const worst = answer.findings.find((finding) => finding.step === "wiring" && finding.severity !== "advice");
  const stroke = worst ? (worst.severity === "danger" ? "var(--danger)" : "var(--fault)") : "var(--stored)";
  const text = (one: FigureValue | undefined) => {
    if (!one) return "not known";
    const shown = formatQuantity(one.value, one.unit, units);
    return `${shown.number} ${shown.unit}`.trim();
  };
  const width = thickness(conductor);
  const fused = rig.wiring.main.fuse_a === "none" ? "no fuse" : text(fuse);
  const drop = figure("wiring.main.drop_v");
  return (
    <figure className="mb-7 max-w-[46rem]" aria-label={`Bank, fuse: ${fused}, ${text(conductor)}, bus`}>
      <svg viewBox="0 0 640 132" className="w-full" role="presentation">
        <g fill="none" stroke="var(--ink)" strokeWidth="1.4">
          <rect x="8" y="38" width="92" height="62" />
          <path d="M24 38v-8h16v8M68 38v-8h16v8" />
        </g>
        <text x="54" y="74" textAnchor="middle" className="fill-ink text-[14px]">
          {rig.storage.system_v} V bank
        </text>
        <path d="M76 30V22h64" fill="none" stroke={stroke} strokeWidth={width} />
        <g>
          <rect
            x="140"
            y="11"
            width="72"
            height="22"
            rx="2"
            fill="var(--sheet)"
            stroke="var(--ink)"
            strokeWidth="1.4"
          />
          <path d="M146 22c8-9 16 9 24 0s16-9 24 0 8 4 12 0" fill="none" stroke="var(--ink)" strokeWidth="1.4" />
        </g>
        <text x="176" y="54" textAnchor="middle" className="fill-ink font-mono text-[14px]">
          {fused}
        </text>
        <path d="M212 22H560" fill="none" stroke={stroke} strokeWidth={width} />
        <text x="386" y="54" textAnchor="middle" className="fill-ink font-mono text-[14px]">
          {[text(conductor), rig.wiring.main.one_way_length?.typed].filter(Boolean).join(", ")}
        </text>
        <text x="386" y="75" textAnchor="middle" className="fill-soft font-mono text-[13px]">
          {figure("wiring.main.at_least") && "at least "}
          {text(figure("wiring.main.design_current_a"))}
          {drop && `, drop ${text(drop)} of ${text(figure("wiring.main.allowed_drop_v"))}`}
        </text>
        <path d="M560 8v30" stroke="var(--ink)" strokeWidth="6" />
        <text x="572" y="27" className="fill-ink text-[14px]">
          + bus
        </text>
        <path d="M54 100v16h506" fill="none" stroke="var(--mark)" strokeWidth={Math.max(width - 1, 1.5)} />
        <path d="M560 104v24" stroke="var(--ink)" strokeWidth="6" />
        <text x="572" y="121" className="fill-ink text-[14px]">
          − bus
        </text>
        <text x="386" y="108" textAnchor="middle" className="fill-soft text-[13px]">
          the same size back
        </text>
      </svg>
      <figcaption className="mt-1 text-[13px] text-soft">
        {chosen ? "As chosen." : "As asked for; nothing is chosen yet."} {worst ? worst.what : ""}
      </figcaption>
    </figure>
  );
}

/** Drawn thickness by rank in its own series; not to scale. */
function thickness(conductor: FigureValue | undefined): number {
  const ranks: Record<string, string[]> = {
    awg: ["18", "16", "14", "12", "10", "8", "6", "4", "2", "1", "1/0", "2/0", "3/0", "4/0"],
    mm2: ["1.5", "2.5", "4", "6", "10", "16", "25", "35", "50", "70", "95", "120", "150"],
  };
  const [system = "", label = ""] = String(conductor?.value ?? "").split(":");
  const series = ranks[system] ?? [];
  const rank = series.indexOf(label);
  return rank < 0 ? THINNEST_PX : THINNEST_PX + (rank / (series.length - 1)) * (THICKEST_PX - THINNEST_PX);
}
