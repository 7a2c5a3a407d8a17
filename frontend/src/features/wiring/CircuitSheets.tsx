import { useQuery } from "@tanstack/react-query";
import { Fragment, useState } from "react";
import type { DcRun, SaidOfRun, ScheduleTable } from "../../api/types";
import { Button } from "../../ui/Button";
import { Section } from "../../ui/PageHead";
import { Failed, Waiting } from "../../ui/states";
import { Figure } from "../worksheet/Figure";
import { useRig } from "../worksheet/useRig";
import { schedulesQuery, wiringQuery } from "../worksheet/wiringQueries";
import { Against } from "./Against";
import { CircuitOf } from "./CircuitOf";
import { against, cableOf, fuseOf, saidOf } from "./runThings";

const SWITCHED = {
  none: "",
  switch: "switch",
  two_way: "two switches",
  dimmer: "dimmer",
  float: "float switch",
} as const;

/** Circuits as sheets: fuse, switch and devices in the order in which the cable meets them. */
export function CircuitSheets() {
  const { answer, optionId } = useRig();
  const query = useQuery(wiringQuery(optionId, answer.revision));
  if (!query.data) {
    return query.error ? (
      <Failed error={query.error} retry={() => void query.refetch()} />
    ) : (
      <Waiting what="the circuits" failed={query.failureReason} />
    );
  }
  const circuits = query.data.runs.filter((run) => run.kind === "circuit" || run.kind === "branch");
  return (
    <>
      <Section title="On DC" aside={circuits.length > 0 ? `${circuits.length}` : "none yet"}>
        {circuits.length === 0 && <p className="py-2 text-soft">Nothing runs on DC yet.</p>}
        {circuits.map((run) => (
          <OneCircuit key={run.key} run={run} />
        ))}
      </Section>
      <OnAc />
    </>
  );
}

function OneCircuit({ run }: { run: DcRun }) {
  const { rig, answer } = useRig();
  const [open, setOpen] = useState(false);
  const said = saidOf(rig, run.key);
  const [, id = ""] = /^panel\.out>(?:load|circuit):(.+)\.in$/.exec(run.key) ?? [];
  const circuit = run.kind === "circuit" ? rig.wiring.circuits[id] : undefined;
  const loads = (circuit?.loads ?? [id]).filter((load) => load in rig.loads);
  const { figures } = run;
  const size = cableOf(run);
  const length = figures.one_way_length_m ?? figures.estimated_length_m;
  const joints = loads.length - 1;
  return (
    <article className="border-rule border-b py-2" aria-label={circuit?.name ?? run.far}>
      <div className="flex flex-wrap items-baseline justify-between gap-x-4">
        <h3 className="text-[16px]">
          <span className="mr-2 font-mono text-[13px] text-soft">{run.mark}</span>
          <span className="font-semibold">{circuit?.name ?? run.far}</span>
        </h3>
        <p className="text-[13px] text-soft">
          carries {figures.design_current_a ? <Figure figure={figures.design_current_a} /> : "not known"}
          {size && (
            <>
              {" "}
              on <Figure figure={size} />
              {!figures.have_conductor && " asked for"}
            </>
          )}
          {length && (
            <>
              , <Figure figure={length} /> one way{!figures.one_way_length_m && ", about"}
            </>
          )}
        </p>
      </div>
      <div className="flex items-start justify-between gap-3">
        <Chain fuse={<Fuse run={run} said={said} />} switched={circuit?.switched ?? null}>
          {loads.map((load) => ({
            name: rig.loads[load]?.name ?? load,
            own: circuit?.own_switches.includes(load) ?? false,
          }))}
        </Chain>
        <Button
          kind="quiet"
          className="mt-1.5 h-7! shrink-0 px-1.5! text-[14px]!"
          aria-expanded={open}
          aria-label={`Change ${circuit?.name ?? run.far}`}
          onClick={() => setOpen(!open)}
        >
          {open ? "▾" : "▸"} Change
        </Button>
      </div>
      {joints > 0 && (
        <p className="text-[13px] text-soft">
          {joints === 1 ? "1 joint" : `${joints} joints`} where its cable goes on
          {circuit?.joined ? (circuit.joined === "splices" ? ", by splices" : ", from the loads' terminals") : ""}.
          {circuit?.switched === "two_way" && " Between its two switches run two conductors."}
        </p>
      )}
      <Against found={against(answer.findings, run)} />
      {open && <CircuitOf run={run} />}
    </article>
  );
}

function Fuse({ run, said }: { run: DcRun; said: SaidOfRun }) {
  const fuse = fuseOf(run);
  if (said.fuse_a === "none") return <span className="text-danger">no fuse</span>;
  if (!fuse) return <span className="text-soft">fuse ?</span>;
  return (
    <>
      <Figure figure={fuse} />
      {!run.figures.have_fuse_a && <span className="ml-1 text-[12px] text-soft">asked for</span>}
    </>
  );
}

/** A line from the panel through fuse and switch to one device after the other. It breaks where the sheet ends. */
function Chain({
  fuse,
  switched,
  children,
}: {
  fuse: React.ReactNode;
  switched: keyof typeof SWITCHED | null;
  children: { name: string; own: boolean }[];
}) {
  const line = <span aria-hidden="true" className="h-[3px] w-6 shrink-0 bg-stored" />;
  return (
    <ol className="my-1.5 flex flex-wrap items-center gap-y-2 text-[14px]">
      <li className="flex items-center">
        <span className="border-2 border-ink bg-sheet px-2 py-0.5">DC panel</span>
        {line}
        <span className="rounded-full border-2 border-ink bg-sheet px-2.5 py-0.5">{fuse}</span>
      </li>
      {switched && SWITCHED[switched] && (
        <li className="flex items-center">
          {line}
          <Switch name={SWITCHED[switched]} />
        </li>
      )}
      {children.map((device, at) => (
        <li key={`${at}:${device.name}`} className="flex items-center">
          {line}
          {device.own && (
            <>
              <Switch name="own switch" />
              {line}
            </>
          )}
          <span className="flex items-center gap-1.5 border border-mark bg-sheet px-2 py-0.5">
            {children.length > 1 && <span className="font-mono text-[12px] text-soft">{at + 1}</span>}
            {device.name}
          </span>
        </li>
      ))}
    </ol>
  );
}

function Switch({ name }: { name: string }) {
  return (
    <span className="inline-flex items-center gap-1 text-[13px]">
      <svg viewBox="0 0 24 14" className="h-3.5 w-6" aria-hidden="true">
        <circle cx="4" cy="10" r="2.5" className="fill-ink" />
        <circle cx="20" cy="10" r="2.5" className="fill-ink" />
        <line x1="4" y1="10" x2="18" y2="2" strokeWidth="2" className="stroke-ink" />
      </svg>
      {name}
    </span>
  );
}

/** Circuits of the AC side, as the schedules have them. */
function OnAc() {
  const { answer, optionId } = useRig();
  const table = useQuery(schedulesQuery(optionId, answer.revision)).data?.schedules.find(
    (one) => one.name === "circuits",
  );
  const rows = table?.rows.filter((row) => at(table, row, "side") === "AC") ?? [];
  if (!table || rows.length === 0) return null;
  return (
    <Section title="On AC" aside="their breakers and cables are chosen with the inverter">
      {rows.map((row) => (
        <article key={at(table, row, "circuit")} className="border-rule border-b py-2.5">
          <div className="flex flex-wrap items-baseline justify-between gap-x-4">
            <h3 className="text-[16px]">
              <span className="mr-2 font-mono text-[13px] text-soft">{at(table, row, "mark")}</span>
              <span className="font-semibold">{at(table, row, "circuit")}</span>
            </h3>
            <p className="text-[13px] text-soft">
              {[
                at(table, row, "rating") && `breaker ${at(table, row, "rating")}, ${at(table, row, "rating_is")}`,
                at(table, row, "carries") && `carries ${at(table, row, "carries")}`,
                at(table, row, "size") && `on ${at(table, row, "size")}`,
                at(table, row, "length") && `${at(table, row, "length")} one way`,
              ]
                .filter(Boolean)
                .map((words, index) => (
                  <Fragment key={String(words)}>
                    {index > 0 && ", "}
                    {words}
                  </Fragment>
                ))}
            </p>
          </div>
          <p className="text-[14px]">{at(table, row, "devices") || "Nothing hangs on it yet."}</p>
        </article>
      ))}
    </Section>
  );
}

/** What stands in a column of a row. */
const at = (table: ScheduleTable, row: ScheduleTable["rows"][number], name: string): string =>
  row.cells[table.columns.findIndex((column) => column.name === name)]?.text ?? "";
