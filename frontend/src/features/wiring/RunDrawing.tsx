import type { ReactNode } from "react";
import type { DcRun, FigureValue, Finding, SaidOfRun } from "../../api/types";
import { Figure } from "../worksheet/Figure";
import { cableOf, fuseOf } from "./runThings";

/** A run drawn along its cable: what feeds it, its fuse, its cable, what it feeds; each number against the next. */

const CODES = {
  floor: ["run_fuse_below_load", "fuse_below_load", "run_fuse_little_in_hand", "fuse_little_in_hand"],
  fuse: [
    "run_fuse_above_ampacity",
    "fuse_above_ampacity",
    "run_fuse_over_code",
    "run_fuse_before_cable",
    "link_below_fuse",
    "run_window_closed",
    "fuse_window_closed",
  ],
  bears: ["run_undersized", "conductor_undersized", "run_sun_factor"],
  breaks: ["run_fuse_breaking"],
  notices: ["run_fuse_slow", "run_burns_first"],
  lost: ["run_drop", "drop_over_class"],
} as const;

export const WHEN: Record<DcRun["when"], string> = {
  inverting: "inverter at full rating",
  charging: "all that charges at once",
  sun: "in full sun",
  engine: "engine running",
  hookup: "on a hookup",
  loads: "all its loads on",
  most: "discharging or charging, the larger",
  always: "always",
  "": "",
};

export function RunDrawing({ run, said, found }: { run: DcRun; said: SaidOfRun; found: readonly Finding[] }) {
  const { figures } = run;
  const told = (codes: readonly string[]) => found.find((one) => codes.some((code) => one.code === `wiring.${code}`));
  const fuse = said.fuse_a === "none" ? undefined : fuseOf(run);
  const size = cableOf(run);
  // What a cable bears and loses that nobody knows was reckoned for one that is asked for.
  const bears = size && (figures.ampacity_a ?? figures.best_ampacity_a);
  const lost = size && (figures.path_drop_v ?? figures.drop_v ?? figures.best_drop_v);
  const length = figures.one_way_length_m ?? figures.estimated_length_m;
  const thick = thickness(String(size?.value ?? ""));
  return (
    <figure className="mb-4" aria-label={`${run.name}, along its cable`}>
      <div className="relative grid grid-cols-[auto_1fr_auto_2fr_auto] items-center">
        <Stop title={run.near} />
        <Line thick={thick} />
        {run.fused ? (
          <span
            className={`flex h-[30px] min-w-16 items-center justify-center rounded-full border-2 bg-sheet px-2 text-[14px] ${said.fuse_a === "none" ? "border-danger border-dashed text-danger" : "border-ink"}`}
          >
            {said.fuse_a === "none" ? "no fuse" : fuse ? <Figure figure={fuse} /> : "fuse ?"}
          </span>
        ) : (
          <span className="px-2 text-[13px] text-soft">no fuse of its own</span>
        )}
        <div className="relative">
          <Line thick={thick} />
          <span className="-translate-x-1/2 absolute bottom-full left-1/2 whitespace-nowrap pb-1 text-[14px]">
            {said.cables > 1 && `${said.cables} × `}
            <Figure figure={size} />
            {!figures.have_conductor && size && <span className="ml-1 text-[12px] text-soft">asked for</span>}
          </span>
          <span className="-translate-x-1/2 absolute top-full left-1/2 whitespace-nowrap pt-1 text-[13px] text-soft">
            {length ? <Figure figure={length} /> : "length not known"}
            {figures.estimated_length_m && !figures.one_way_length_m && " about"}
          </span>
        </div>
        <Stop title={run.far} />
      </div>
      <dl className="mt-8">
        <Held
          label="Amps"
          wrong={told([...CODES.floor, ...CODES.fuse, ...CODES.bears])}
          steps={[
            { what: `carries, ${WHEN[run.when]}`, figure: figures.design_current_a },
            ...(run.fused
              ? [
                  { what: "fuse not below", figure: figures.fuse_floor_a },
                  { what: "fuse", figure: fuse, words: said.fuse_a === "none" ? "none" : undefined },
                ]
              : []),
            { what: figures.ampacity_a ? "cable bears" : "cable bears at most", figure: bears },
          ]}
          unless="as the school of fuses allows"
          sign="≤"
        />
        {run.fused && (figures.fault_high_a || figures.fault_low_a) && (
          <Held
            label="Fault"
            wrong={told([...CODES.breaks, ...CODES.notices])}
            steps={[
              { what: "at its end, to be noticed", figure: figures.fault_low_a },
              { what: "where it begins", figure: figures.fault_high_a },
              {
                what: "its fuse breaks",
                figure: undefined,
                words: said.fuse_breaks_a === null ? "not known" : `${said.fuse_breaks_a} A`,
                value: said.fuse_breaks_a ?? undefined,
              },
            ]}
            unless="a fuse before it breaks that"
            sign="≤"
          />
        )}
        {figures.allowed_drop_v && (
          <Held
            label="Volts"
            wrong={told(CODES.lost)}
            steps={[
              {
                what: figures.path_drop_v ? "lost up to its end" : figures.drop_v ? "lost in it" : "lost at least",
                figure: lost,
              },
              { what: "may be lost", figure: figures.allowed_drop_v },
            ]}
            unless="not all of its way is measured"
            sign="≤"
          />
        )}
      </dl>
      {run.opens_first !== null && (
        <p className="mt-2 text-[13px] text-soft">
          {run.opens_first
            ? "Its fuse opens before the one that feeds it: by the times of both."
            : "That its fuse opens before the one that feeds it is not shown: their sheets decide."}
        </p>
      )}
    </figure>
  );
}

function Stop({ title }: { title: string }) {
  return (
    <span className="max-w-40 border-2 border-ink bg-sheet px-2 py-1 text-center text-[14px] leading-tight">
      {title}
    </span>
  );
}

function Line({ thick }: { thick: number }) {
  return <span className="block min-w-4 bg-stored" style={{ height: thick }} aria-hidden="true" />;
}

/** Drawn the thicker the more copper it has: from 2 to 10 px. */
function thickness(size: string): number {
  const [system, label = ""] = size.split(":");
  if (system === "mm2") return Math.min(10, 2 + Number(label) / 15);
  if (system !== "awg") return 2;
  const gauge = label.includes("/") ? 1 - Number(label.split("/")[0]) : Number(label);
  return Math.max(2, Math.min(10, 9 - gauge / 2.2));
}

interface Step {
  what: string;
  figure: FigureValue | undefined;
  words?: string;
  value?: number;
}

/** Numbers in the order in which each has to be at most the next; what does not fit is said behind them. */
function Held({
  label,
  steps,
  sign,
  wrong,
  unless,
}: {
  label: string;
  steps: Step[];
  sign: string;
  wrong: Finding | undefined;
  /** What is said where the numbers do not rise, and no rule speaks all the same. */
  unless: string;
}) {
  const known = steps.every((one) => one.figure !== undefined || (one.words && one.words !== "not known"));
  const numbers = steps.map((one) => one.figure?.value ?? one.value).filter((one) => typeof one === "number");
  const rising = numbers.every((one, at) => at === 0 || one >= (numbers[at - 1] ?? one) * (1 - 1e-9));
  return (
    <div className="grid grid-cols-[4rem_1fr_auto] items-baseline gap-x-3 border-rule border-b py-1.5">
      <dt className="font-semibold text-[14px]">{label}</dt>
      <dd className="flex flex-wrap items-baseline gap-x-2 gap-y-1 text-[14px]">
        {steps.map((one, at) => (
          <span key={one.what} className="inline-flex items-baseline gap-1.5">
            {at > 0 && (
              <span className="text-soft" aria-hidden="true">
                {sign}
              </span>
            )}
            <span className="text-[12px] text-soft">{one.what}</span>
            {one.figure ? <Figure figure={one.figure} className="min-h-6" /> : <Unknown>{one.words}</Unknown>}
          </span>
        ))}
      </dd>
      <dd className={`text-[13px] ${wrong ? OF_SEVERITY[wrong.severity] : "text-soft"}`}>
        {wrong ? "✗ does not fit" : !known ? "not all known" : rising ? "✓ fits" : unless}
      </dd>
    </div>
  );
}

const OF_SEVERITY = { danger: "text-danger", fault: "text-fault", advice: "text-soft" } as const;

function Unknown({ children }: { children: ReactNode }) {
  return <span className="text-[13px] text-soft">{children || "not known"}</span>;
}
