import { type ReactNode, useState } from "react";
import type { DcRun } from "../../api/types";
import { Button } from "../../ui/Button";
import { useConductor, useLength } from "../worksheet/cableFields";
import { Figure } from "../worksheet/Figure";
import { useNumber } from "../worksheet/fields";
import { useRig } from "../worksheet/useRig";
import { Against } from "./Against";
import { MoreOfRun } from "./MoreOfRun";
import { RunDrawing } from "./RunDrawing";
import type { Item } from "./runList";

export const STOCK = "stock-of-cables";
/** When it carries that much. */
const BRIEFLY: Record<DcRun["when"], string> = {
  inverting: "inverting",
  charging: "charging",
  sun: "in full sun",
  engine: "engine on",
  hookup: "hooked up",
  loads: "loads on",
  most: "in or out",
  always: "",
  "": "",
};
const NARROW = "field h-[30px] px-1.5 text-right font-mono text-[14px]";

/** One run in a line; on a press drawn along its cable, with all that can be said of it. */
export function RunRow({ item, stock, follow }: { item: Item; stock: readonly string[]; follow: () => void }) {
  const { rig } = useRig();
  const { run, said, found } = item;
  const [open, setOpen] = useState(false);
  const { figures } = run;
  return (
    <tbody className="border-rule border-b" data-run={run.key}>
      <tr className="align-baseline">
        <td className="truncate py-0.5 pr-2 font-mono text-[12.5px]" title={run.mark}>
          {run.mark}
        </td>
        <th scope="row" className="py-0.5 pr-2 text-left font-normal leading-5">
          {run.name}
          {BRIEFLY[run.when] && (
            <span className="ml-2 whitespace-nowrap text-[12px] text-soft">{BRIEFLY[run.when]}</span>
          )}
          {said.found && !rig.survey.as_found && <span className="ml-2 text-[12px] text-soft">lies there</span>}
        </th>
        <Cell>{figures.design_current_a ? <Figure figure={figures.design_current_a} /> : <NotKnown />}</Cell>
        <Cell>
          <OneWay run={run} />
        </Cell>
        <Cell>
          <Cable run={run} stock={stock} wrong={found.length > 0} />
        </Cell>
        <Cell>
          {run.fused ? (
            <Fuse run={run} value={said.fuse_a} wrong={found.length > 0} />
          ) : (
            <span className="text-[13px] text-soft">{run.kind === "link" ? "before it" : "its strings'"}</span>
          )}
        </Cell>
        <Cell>
          <Lost run={run} />
        </Cell>
        <td className="overflow-hidden py-0.5 text-right">
          <Button
            kind="quiet"
            className="h-7! px-1!"
            aria-expanded={open}
            aria-label={`More of ${run.name}`}
            onClick={() => setOpen(!open)}
          >
            {open ? "▴" : "▾"}
          </Button>
        </td>
      </tr>
      {found.length > 0 && (
        <tr>
          <td />
          <td colSpan={7} className="pb-1.5">
            <Against found={found} />
          </td>
        </tr>
      )}
      {open && (
        <tr>
          <td colSpan={8} className="pt-4 pb-4 pl-4 text-[15px]">
            <RunDrawing run={run} said={said} found={found} />
            <Button className="mb-3" onClick={follow}>
              Follow its current
            </Button>
            {run.kind === "main" ? (
              <p className="text-[14px] text-soft">All else that can be said of it stands on the sheet “Main run”.</p>
            ) : (
              <MoreOfRun run={run} said={said} stock={stock} />
            )}
          </td>
        </tr>
      )}
    </tbody>
  );
}

function Cell({ children }: { children: ReactNode }) {
  return <td className="whitespace-nowrap py-0.5 pr-2 text-right">{children}</td>;
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
        data-column="length"
        aria-label={`One way of ${run.name}`}
        className={`${NARROW} w-full`}
        placeholder={run.found ? "–" : ""}
      />
      {about && (
        <Small>
          about <Figure figure={about} className="min-h-6" />
        </Small>
      )}
      <Refused id={input.id} fault={fault} />
    </>
  );
}

/** What is asked for stands beneath what is to be laid and not chosen yet, and where something does not fit. */
function Cable({ run, stock, wrong }: { run: DcRun; stock: readonly string[]; wrong: boolean }) {
  const { fault, input } = useConductor({ path: run.conductor_at, value: run.conductor, stock });
  const asks = run.figures.conductor;
  return (
    <>
      <input
        {...input}
        list={STOCK}
        data-column="cable"
        aria-label={`Cable of ${run.name}`}
        className={`${NARROW} w-full`}
        placeholder={run.found ? "–" : ""}
      />
      {asks && asks.value !== run.conductor && (run.conductor === null ? !run.found : wrong) && (
        <Small>
          asks for <Figure figure={asks} className="min-h-6" />
        </Small>
      )}
      <Refused id={input.id} fault={fault} />
    </>
  );
}

function Fuse({ run, value, wrong }: { run: DcRun; value: number | "none" | null; wrong: boolean }) {
  const path = run.kind === "main" ? "/wiring/main/fuse_a" : `/wiring/runs/${run.key}/fuse_a`;
  const { fault, input } = useNumber({ path, unit: "A", value, nullable: true, none: true });
  const asks = run.figures.fuse_a;
  return (
    <>
      <input
        {...input}
        inputMode="text"
        data-column="fuse"
        aria-label={`Fuse of ${run.name}`}
        className={`${NARROW} w-14`}
        placeholder={run.found ? "–" : ""}
      />
      <span className="ml-1 text-[13px] text-soft">A</span>
      {asks && asks.value !== value && (value === null ? !run.found : wrong) && (
        <Small>
          asks for <Figure figure={asks} className="min-h-6" />
        </Small>
      )}
      <Refused id={input.id} fault={fault} />
    </>
  );
}

function Small({ children }: { children: ReactNode }) {
  return <span className="block text-[12px] text-soft leading-6">{children}</span>;
}

function Lost({ run }: { run: DcRun }) {
  const { path_drop_v, drop_v, best_drop_v, allowed_drop_v } = run.figures;
  const lost = path_drop_v ?? drop_v ?? best_drop_v;
  if (!lost) return <NotKnown />;
  return (
    <>
      {!path_drop_v && run.kind !== "main" && (
        <span className="mr-1 text-[12px] text-soft">{drop_v ? "in it" : "at least"}</span>
      )}
      <Figure figure={lost} className="min-h-6" />
      {allowed_drop_v && (
        <span className="text-[12px] text-soft">
          {" "}
          of <Figure figure={allowed_drop_v} className="min-h-6" />
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
