import { useQuery } from "@tanstack/react-query";
import { Fragment, useState } from "react";
import { referenceQuery } from "../../api/queries";
import type { DcRun, Finding } from "../../api/types";
import { Button } from "../../ui/Button";
import { Section } from "../../ui/PageHead";
import { Failed, Waiting } from "../../ui/states";
import { sayConductor, useConductor, useLength } from "../worksheet/cableFields";
import { Figure } from "../worksheet/Figure";
import { SelectField, useNumber } from "../worksheet/fields";
import { useRig } from "../worksheet/useRig";
import { wiringQuery } from "../worksheet/wiringQueries";
import { Against } from "./Against";
import { MoreOfRun } from "./MoreOfRun";
import { Routes } from "./Routes";
import { RunsAtOnce } from "./RunsAtOnce";
import { against, grouped, saidOf, summed } from "./runThings";
import { SmallWires } from "./SmallWires";
import { Stands } from "./Stands";

const STOCK = "stock-of-cables";

/** Every cable but the main one: what it carries, how long it is, its cable and fuse, what is lost up to its end. */
export function Runs() {
  const { answer, optionId } = useRig();
  const query = useQuery(wiringQuery(optionId, answer.revision));
  const { data: reference } = useQuery(referenceQuery);
  if (!query.data) {
    return query.error ? (
      <Failed error={query.error} retry={() => void query.refetch()} />
    ) : (
      <Waiting what="the other runs" failed={query.failureReason} />
    );
  }
  const { runs, gone, laid_nowhere: nowhere } = query.data;
  return (
    <>
      <Section title="Every other run" aside={runs.length === 0 ? "none yet" : undefined}>
        {runs.length === 0 ? (
          <p className="text-soft">Runs follow from what the vehicle has: loads, chargers, panels, an inverter.</p>
        ) : (
          <>
            <p className="mb-2 max-w-[46rem] text-[14px] text-soft">
              {summed(runs)} Both poles of a run are of the same cable. An empty field is not known; write “none” where
              somebody looked and nothing fuses it.
            </p>
            <div className="overflow-x-auto">
              <table className="w-full min-w-[46rem] table-fixed text-[15px]">
                <colgroup>
                  <col className="w-8" />
                  <col />
                  <col className="w-20" />
                  <col className="w-24" />
                  <col className="w-34" />
                  <col className="w-28" />
                  <col className="w-26" />
                  <col className="w-11" />
                </colgroup>
                <thead>
                  <tr className="border-ink border-b text-left text-[13px] text-soft">
                    <th className="py-1 pr-2 text-right font-semibold">No.</th>
                    <th className="py-1 pr-3 font-semibold">Run</th>
                    <th className="py-1 pr-3 text-right font-semibold">Carries</th>
                    <th className="py-1 pr-3 text-right font-semibold">One way</th>
                    <th className="py-1 pr-3 text-right font-semibold">Cable</th>
                    <th className="py-1 pr-3 text-right font-semibold">Fuse</th>
                    <th className="py-1 text-right font-semibold">Lost so far</th>
                    <th>
                      <span className="sr-only">More</span>
                    </th>
                  </tr>
                </thead>
                {grouped(runs).map((group) => (
                  <Fragment key={group.title}>
                    <tbody>
                      <tr>
                        <th colSpan={8} scope="colgroup" className="pt-4 pb-1 text-left font-semibold text-[14px]">
                          {group.title}
                        </th>
                      </tr>
                    </tbody>
                    {group.runs.map((run) => (
                      <OneRun
                        key={run.key}
                        run={run}
                        stock={reference?.conductors ?? []}
                        found={against(answer.findings, run)}
                      />
                    ))}
                  </Fragment>
                ))}
              </table>
            </div>
            <datalist id={STOCK}>
              {(reference?.conductors ?? []).map((size) => (
                <option key={size} value={sayConductor(size)} />
              ))}
            </datalist>
          </>
        )}
        <RunsAtOnce runs={runs} />
        {nowhere.length > 0 && (
          <p className="mt-3 max-w-[46rem] text-[14px]">
            Found, and not judged, since their words mean no run here: {nowhere.map((one) => `“${one}”`).join(", ")}.
            Say in the survey from where to where they lead, or write what is known into the row.
          </p>
        )}
        {gone.length > 0 && (
          <p className="mt-3 text-[14px] text-soft">
            Kept of runs that there are no more:{" "}
            {gone.map((one) => one.label || one.key.replace(">", " to ")).join(", ")}.
          </p>
        )}
      </Section>
      <SmallWires />
      <HowTheyAreLaid />
    </>
  );
}

/** What counts for every run that is to be laid, and the ways that several take. */
function HowTheyAreLaid() {
  const { rig } = useRig();
  return (
    <Section title="How they are laid">
      <SelectField
        label="Insulation of new cable"
        path="/wiring/insulation_c"
        value={rig.wiring.insulation_c}
        options={[60, 75, 90, 105].map((value) => ({ value, label: `${value} °C` }))}
      />
      <SelectField
        label="A fuse may be"
        path="/wiring/fuse_school"
        value={rig.wiring.fuse_school}
        options={[
          { value: "ampacity", label: "at most what its cable bears (ISO 13297)" },
          { value: "next_rating", label: "the next rating over what it bears (NEC 240.4(B))" },
          { value: "half_more", label: "half more, on branches (ABYC E-11)" },
        ]}
        hint="The local code says which of them holds. Thin wires of American vehicles keep their own largest fuse."
      />
      <SelectField
        label="Solar controllers join"
        path="/wiring/solar_joins"
        value={rig.wiring.solar_joins}
        options={[
          { value: "battery", label: "at the bank, before the main switch" },
          { value: "bus", label: "at the bus, behind the main switch" },
          { value: "charge_bus", label: "with all that charges, on a bus of its own" },
        ]}
        hint={
          rig.wiring.solar_joins === "charge_bus"
            ? "The bank's electronics part that bus alone when it is full or cold, and the loads go on."
            : "At the bank they go on charging while the main switch is open; at the bus the switch cuts them off too."
        }
      />
      <SelectField
        label="Inverters join"
        path="/wiring/inverter_joins"
        value={rig.wiring.inverter_joins}
        options={[
          { value: "bus", label: "at the bus, behind the main fuse" },
          { value: "battery", label: "at the bank, each with a fuse of its own" },
        ]}
      />
      <SelectField
        label="The main switch opens"
        path="/wiring/switch_poles"
        value={rig.wiring.switch_poles}
        options={[
          { value: "positive", label: "the positive" },
          { value: "both", label: "both poles" },
        ]}
      />
      <Stands />
      <Routes />
    </Section>
  );
}

function OneRun({ run, stock, found }: { run: DcRun; stock: readonly string[]; found: Finding[] }) {
  const { rig } = useRig();
  const [open, setOpen] = useState(false);
  const said = saidOf(rig, run.key);
  const { figures } = run;
  return (
    <tbody className="border-rule border-b" data-run={run.key}>
      <tr className="align-baseline">
        <td className="py-1.5 pr-2 text-right font-mono text-[13px] text-soft">{run.number ?? ""}</td>
        <th scope="row" className="py-1.5 pr-3 text-left font-normal">
          {said.label && <span className="mr-2 font-mono text-[13px]">{said.label}</span>}
          {run.name}
          {said.found && !rig.survey.as_found && <span className="ml-2 text-[12px] text-soft">lies there</span>}
          <Against found={found} />
        </th>
        <td className="whitespace-nowrap py-1.5 pr-3 text-right">
          {figures.design_current_a ? <Figure figure={figures.design_current_a} /> : <NotKnown />}
        </td>
        <td className="whitespace-nowrap py-1.5 pr-3 text-right">
          <OneWay run={run} />
        </td>
        <td className="whitespace-nowrap py-1.5 pr-3 text-right">
          <Cable run={run} stock={stock} />
        </td>
        <td className="whitespace-nowrap py-1.5 pr-3 text-right">
          {run.fused ? (
            <Fuse run={run} value={said.fuse_a} />
          ) : (
            <span className="text-[13px] text-soft">{run.kind === "link" ? "before it" : "its strings'"}</span>
          )}
        </td>
        <td className="whitespace-nowrap py-1.5 text-right">
          <Lost run={run} />
        </td>
        <td className="py-1.5 pl-2 text-right">
          <Button kind="quiet" aria-expanded={open} aria-label={`More of ${run.name}`} onClick={() => setOpen(!open)}>
            {open ? "▴" : "▾"}
          </Button>
        </td>
      </tr>
      {open && (
        <tr>
          <td colSpan={8} className="pb-3 pl-8">
            <MoreOfRun run={run} said={said} stock={stock} />
          </td>
        </tr>
      )}
    </tbody>
  );
}

function NotKnown() {
  return <span className="text-[13px] text-soft">not known</span>;
}

function OneWay({ run }: { run: DcRun }) {
  const { fault, input } = useLength({ path: run.length_at, typed: run.length });
  const about = run.figures.estimated_length_m;
  return (
    <>
      <input
        {...input}
        aria-label={`One way of ${run.name}`}
        className="field w-20 text-right font-mono"
        placeholder={run.found ? "–" : ""}
      />
      {about && (
        <span className="block text-[12px] text-soft leading-6">
          about <Figure figure={about} className="min-h-6" />
        </span>
      )}
      <Refused id={input.id} fault={fault} />
    </>
  );
}

function Cable({ run, stock }: { run: DcRun; stock: readonly string[] }) {
  const { fault, input } = useConductor({ path: run.conductor_at, value: run.conductor, stock });
  const asks = run.figures.conductor;
  return (
    <>
      <input
        {...input}
        list={STOCK}
        aria-label={`Cable of ${run.name}`}
        className="field w-28 text-right font-mono"
        placeholder={run.found ? "–" : ""}
      />
      {asks && asks.value !== run.conductor && (
        <span className="block text-[12px] text-soft leading-6">
          asks for <Figure figure={asks} className="min-h-6" />
        </span>
      )}
      <Refused id={input.id} fault={fault} />
    </>
  );
}

function Fuse({ run, value }: { run: DcRun; value: number | "none" | null }) {
  const path = `/wiring/runs/${run.key}/fuse_a`;
  const { fault, input } = useNumber({ path, unit: "A", value, nullable: true, none: true });
  const asks = run.figures.fuse_a;
  return (
    <>
      <input
        {...input}
        inputMode="text"
        aria-label={`Fuse of ${run.name}`}
        className="field w-16 text-right font-mono"
        placeholder={run.found ? "–" : ""}
      />
      <span className="ml-1 text-[13px] text-soft">A</span>
      {asks && asks.value !== value && (
        <span className="block text-[12px] text-soft leading-6">
          asks for <Figure figure={asks} className="min-h-6" />
        </span>
      )}
      <Refused id={input.id} fault={fault} />
    </>
  );
}

function Lost({ run }: { run: DcRun }) {
  const { path_drop_v, drop_v, best_drop_v, allowed_drop_v } = run.figures;
  const lost = path_drop_v ?? drop_v ?? best_drop_v;
  if (!lost) return <NotKnown />;
  return (
    <>
      <Figure figure={lost} className="min-h-6" />
      {allowed_drop_v && (
        <span className="mt-1 block text-[12px] text-soft leading-6">
          {path_drop_v ? "" : drop_v ? "in it alone, " : "at least, "}of{" "}
          <Figure figure={allowed_drop_v} className="min-h-6" />
        </span>
      )}
    </>
  );
}

function Refused({ id, fault }: { id: string; fault: string }) {
  return fault ? (
    <p id={`${id}-fault`} role="alert" className="max-w-56 whitespace-normal text-[13px] text-danger">
      {fault}
    </p>
  ) : null;
}
