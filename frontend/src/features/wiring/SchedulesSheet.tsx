import { useQuery } from "@tanstack/react-query";
import { Fragment } from "react";
import { useSearchParams } from "react-router";
import type { ScheduleTable } from "../../api/types";
import { Choice } from "../../ui/Choice";
import { formatQuantity } from "../../ui/formatQuantity";
import { Failed, Waiting } from "../../ui/states";
import { Figure } from "../worksheet/Figure";
import { FieldRow, useDraft, useMember } from "../worksheet/fields";
import { useRig } from "../worksheet/useRig";
import { schedulesQuery, spoolsQuery } from "../worksheet/wiringQueries";
import { LabelSheets } from "./LabelSheets";

type Name = ScheduleTable["name"] | "labels";

const NAMES: { value: Name; label: string }[] = [
  { value: "pieces", label: "Cut list" },
  { value: "cables", label: "Cables" },
  { value: "fuses", label: "Fuses" },
  { value: "circuits", label: "Circuits" },
  { value: "terminals", label: "Terminals" },
  { value: "totals", label: "Totals" },
  { value: "lugs", label: "Lugs, sleeves" },
  { value: "spools", label: "Spools" },
  { value: "labels", label: "Labels" },
];

/** What the bench needs in lists: on screen, as CSV, as a workbook, and labels on paper. */
export function SchedulesSheet() {
  const { answer, optionId } = useRig();
  const query = useQuery(schedulesQuery(optionId, answer.revision));
  const [params, setParams] = useSearchParams();
  const name = NAMES.find((one) => one.value === params.get("list"))?.value ?? "pieces";
  const address = `/api/v1/options/${optionId}/schedules`;
  return (
    <>
      <div className="mb-3 flex flex-wrap items-center justify-between gap-3">
        <Choice
          label="Schedule"
          value={name}
          options={NAMES}
          onChange={(list) => setParams({ tab: "schedules", list }, { replace: true })}
        />
        <p className="flex gap-4 text-[14px]">
          {name !== "labels" && (
            <a href={`${address}.csv?only=${name}`} className="touch text-stored underline underline-offset-2" download>
              This one as CSV
            </a>
          )}
          <a href={`${address}.csv`} className="touch text-stored underline underline-offset-2" download>
            All as CSV
          </a>
          <a href={`${address}.xlsx`} className="touch text-stored underline underline-offset-2" download>
            As a workbook
          </a>
        </p>
      </div>
      {name === "spools" ? (
        <Spools />
      ) : query.data ? (
        name === "labels" ? (
          <LabelSheets labels={query.data.labels} />
        ) : (
          query.data.schedules.filter((one) => one.name === name).map((one) => <Listed key={one.name} table={one} />)
        )
      ) : query.error ? (
        <Failed error={query.error} retry={() => void query.refetch()} />
      ) : (
        <Waiting what="the schedules" failed={query.failureReason} />
      )}
    </>
  );
}

const NOT_YET = "Nothing stands in it yet: it fills with the runs that have a cable or a fuse.";
const NOT_OF_A_FOUND_RIG =
  "Nothing stands in it: this option is as found, and a list holds only what somebody has found. Say size, length or fuse of a run under “Every run”, and it stands here.";

function Listed({ table }: { table: ScheduleTable }) {
  const asFound = useRig().rig.survey.as_found;
  const texts = table.columns.map((_, at) => new Set(table.rows.map((row) => row.cells[at]?.text ?? "")));
  const alike = table.columns.map(
    (column, at) => SAID_ONCE.has(column.name) && table.rows.length > 2 && texts[at]?.size === 1 && !texts[at]?.has(""),
  );
  // A column in which nothing stands takes room and says nothing; one that says the same everywhere is said once.
  const shown = table.columns.map(
    (column, at) => !alike[at] && column.name !== "part" && table.rows.some((row) => row.cells[at]?.text),
  );
  const part = table.columns.findIndex((column) => column.name === "part");
  const partOf = (at: number) => (part < 0 ? "" : (table.rows[at]?.cells[part]?.text ?? ""));
  const everywhere = table.columns.flatMap((column, at) =>
    alike[at] ? [`${column.head.toLowerCase()} ${[...(texts[at] ?? [])][0]}`] : [],
  );
  return (
    <>
      <p className="mb-2 max-w-[46rem] text-[14px] text-soft">
        {table.note}
        {everywhere.length > 0 && ` In every row: ${everywhere.join(", ")}.`}
      </p>
      {table.rows.length === 0 ? (
        <p className="py-3 text-soft">{asFound ? NOT_OF_A_FOUND_RIG : NOT_YET}</p>
      ) : (
        <div className="overflow-x-auto">
          <table className="w-full text-[13px]">
            <thead>
              <tr className="border-ink border-b text-[13px] text-soft">
                {table.columns.map(
                  (column, at) =>
                    shown[at] && (
                      <th
                        key={column.name}
                        scope="col"
                        className={`py-1 pr-3 align-bottom font-semibold ${column.numeric ? "text-right" : "text-left"}`}
                      >
                        {column.head}
                      </th>
                    ),
                )}
              </tr>
            </thead>
            <tbody>
              {table.rows.map((row, at) => (
                <Fragment key={at}>
                  {partOf(at) !== "" && partOf(at) !== partOf(at - 1) && (
                    <tr>
                      <th
                        colSpan={table.columns.length}
                        scope="rowgroup"
                        className="pt-3 pb-0.5 text-left font-semibold"
                      >
                        {partOf(at)}
                      </th>
                    </tr>
                  )}
                  <tr className="border-rule border-b align-baseline">
                    {row.cells.map((cell, column) => {
                      const of = table.columns[column];
                      return (
                        shown[column] &&
                        of && (
                          <td
                            key={of.name}
                            className={`py-1 pr-3 ${of.numeric ? "whitespace-nowrap text-right" : LONG.has(of.name) ? "min-w-24 leading-5" : "whitespace-nowrap"} ${of.name === "mark" ? "font-mono" : ""}`}
                          >
                            {cell.figure ? <Figure figure={cell.figure} className="min-h-6" /> : cell.text}
                            {of.name === "colour" && <Colour name={cell.text} />}
                          </td>
                        )
                      );
                    })}
                  </tr>
                </Fragment>
              ))}
            </tbody>
          </table>
        </div>
      )}
    </>
  );
}

const SAID_ONCE = new Set(["material", "insulation", "size_is", "length_is", "rating_is", "least", "allowed"]);
const LONG = new Set(["run", "circuit", "at", "near_label", "far_label", "devices", "marks", "when"]);

/** A swatch beside the word, never in its place. */
const PAINT: Record<string, string> = {
  red: "#c22b23",
  black: "#17181a",
  yellow: "#e8c61a",
};

function Colour({ name }: { name: string }) {
  const paint = PAINT[name];
  return paint ? (
    <span
      aria-hidden="true"
      className="ml-1.5 inline-block h-2.5 w-4 border border-mark align-baseline"
      style={{ background: paint }}
    />
  ) : null;
}

function Spools() {
  const { answer, optionId, rig, units } = useRig();
  const query = useQuery(spoolsQuery(optionId, answer.revision));
  const one = query.data;
  const say = (metres: number) => {
    const shown = formatQuantity(metres, "m", units);
    return `${shown.number} ${shown.unit}`;
  };
  return (
    <>
      <SpoolLengths typed={rig.wiring.spools.map((length) => length.typed).join(", ")} />
      {one ? (
        <>
          <p className="my-3 text-[17px]">
            {one.schedule.rows.length === 0
              ? "Nothing is to be cut yet whose size and length are known."
              : `${say(one.bought_m)} are bought, and ${say(one.waste_m)} are left over. ${
                  one.proven ? "No other plan buys less." : "Whether another plan buys less is not shown."
                }`}
            {one.too_long > 0 &&
              ` ${one.too_long === 1 ? "One piece is" : `${one.too_long} pieces are`} longer than any spool.`}
          </p>
          {one.schedule.rows.length > 0 && <Listed table={one.schedule} />}
        </>
      ) : query.error ? (
        <div className="mt-3">
          <Failed error={query.error} retry={() => void query.refetch()} />
        </div>
      ) : (
        <Waiting what="the spools" failed={query.failureReason} />
      )}
    </>
  );
}

/** Lengths that cable is bought in: “10 m, 25 m”. */
function SpoolLengths({ typed }: { typed: string }) {
  const { units, answer } = useRig();
  const { fault, setFault, write } = useMember("/wiring/spools");
  const draft = useDraft(
    typed,
    (text, seen) =>
      write(
        text
          .split(/[,;]\s+|[;]/)
          .map((one) => one.trim())
          .filter(Boolean)
          .map((one) => (/^[\d.,]+$/.test(one) ? `${one} ${units === "us" ? "ft" : "m"}` : one)),
        { seen },
      ),
    () => setFault(""),
  );
  return (
    <FieldRow
      id="spool-lengths"
      label="Cable comes in"
      fault={fault}
      hint="Lengths of spools, the next one behind a comma. Any number of each is bought."
    >
      <input
        {...draft}
        id="spool-lengths"
        disabled={!answer.may_edit}
        aria-invalid={fault !== ""}
        aria-describedby={fault ? "spool-lengths-fault" : undefined}
        className="field w-72 font-mono"
      />
    </FieldRow>
  );
}
