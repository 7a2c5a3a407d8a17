import { useQuery } from "@tanstack/react-query";
import { Fragment, type KeyboardEvent, type ReactNode } from "react";
import { useSearchParams } from "react-router";
import { referenceQuery } from "../../api/queries";
import type { DcRun } from "../../api/types";
import { Button } from "../../ui/Button";
import { Failed, Waiting } from "../../ui/states";
import { sayConductor } from "../worksheet/cableFields";
import { RunRow, STOCK } from "./RunRow";
import { RunsAtOnce } from "./RunsAtOnce";
import { ENDS, EVERYTHING, GROUPS, type Item, listed, ONLY, PARTS, SORTS, type Wanted, wantedOf } from "./runList";
import { summed } from "./runThings";
import { useRunItems } from "./useRunItems";

/** Every cable of the DC side in one list: filtered, sorted, grouped, its lengths typed down the column. */
export function RunsSheet() {
  const { items, query } = useRunItems();
  const { data: reference } = useQuery(referenceQuery);
  const [params, setParams] = useSearchParams();
  const wanted = wantedOf(params);
  if (!query.data) {
    return query.error ? (
      <Failed error={query.error} retry={() => void query.refetch()} />
    ) : (
      <Waiting what="the runs" failed={query.failureReason} />
    );
  }
  const change = (next: Partial<Wanted>) =>
    setParams(
      () => {
        // The address itself, not that of the last render: two quick presses are two steps.
        const after = new URLSearchParams(window.location.search);
        for (const [name, value] of Object.entries({ ...wanted, ...next })) {
          if (value === EVERYTHING[name as keyof Wanted]) after.delete(name);
          else after.set(name, value);
        }
        return after;
      },
      { replace: true },
    );
  const { runs, gone, laid_nowhere: nowhere } = query.data;
  const groups = listed(items, wanted);
  const shown = groups.reduce((sum, group) => sum + group.items.length, 0);
  return (
    <>
      <Toolbar wanted={wanted} items={items} change={change} />
      <p className="mb-1 flex flex-wrap items-baseline gap-x-3 text-[13px] text-soft" role="status">
        {shown === items.length ? summed(items.map((one) => one.run)) : `${shown} of ${items.length} runs.`}
        {shown < items.length && (
          <Button kind="quiet" className="h-7! text-[13px]!" onClick={() => change(EVERYTHING)}>
            Show all
          </Button>
        )}
      </p>
      {shown === 0 ? (
        <p className="py-3 text-soft">No run is like that.</p>
      ) : (
        <div className="overflow-x-auto">
          <table className="w-full min-w-[39rem] table-fixed text-[14px]" onKeyDown={downTheColumn}>
            <colgroup>
              <col className="w-14 lg:w-18" />
              <col />
              <col className="w-15 lg:w-17" />
              <col className="w-24 lg:w-25" />
              <col className="w-27 lg:w-29" />
              <col className="w-21 lg:w-22" />
              <col className="w-28 lg:w-31" />
              <col className="w-8" />
            </colgroup>
            <thead>
              <tr className="border-ink border-b text-[13px] text-soft">
                <th className="py-1 pr-2 text-left font-semibold">Mark</th>
                <th className="py-1 pr-2 text-left font-semibold">Run</th>
                <Head>Carries</Head>
                <Head>One way</Head>
                <Head>Cable</Head>
                <Head>Fuse</Head>
                <Head>Lost</Head>
                <th>
                  <span className="sr-only">More</span>
                </th>
              </tr>
            </thead>
            {groups.map((group) => (
              <Fragment key={group.title}>
                {group.title && (
                  <tbody>
                    <tr>
                      <th colSpan={8} scope="colgroup" className="pt-3 pb-0.5 text-left font-semibold text-[13px]">
                        {group.title}
                        {wanted.follow && <Followed items={group.items} />}
                      </th>
                    </tr>
                  </tbody>
                )}
                {group.items.map((item) => (
                  <RunRow
                    key={item.run.key}
                    item={item}
                    stock={reference?.conductors ?? []}
                    follow={() => change({ ...EVERYTHING, follow: item.run.key })}
                  />
                ))}
              </Fragment>
            ))}
          </table>
        </div>
      )}
      <datalist id={STOCK}>
        {(reference?.conductors ?? []).map((size) => (
          <option key={size} value={sayConductor(size)} />
        ))}
      </datalist>
      <p className="mt-2 max-w-[46rem] text-[13px] text-soft">
        Both poles of a run are of the same cable. An empty field is not known; “none” says that somebody looked and
        nothing fuses it. Enter goes down the column, Shift + Enter up.
      </p>
      <RunsAtOnce runs={runs} />
      {nowhere.length > 0 && (
        <p className="mt-3 max-w-[46rem] text-[14px]">
          Found, and not judged, since their words mean no run here: {nowhere.map((one) => `“${one}”`).join(", ")}. Say
          in the survey from where to where they lead, or write what is known into the row.
        </p>
      )}
      {gone.length > 0 && (
        <p className="mt-3 text-[14px] text-soft">
          Kept of runs that there are no more: {gone.map((one) => one.label || one.key.replace(">", " to ")).join(", ")}
          .
        </p>
      )}
    </>
  );
}

function Head({ children }: { children: ReactNode }) {
  return <th className="py-1 pr-2 text-right font-semibold">{children}</th>;
}

/** Enter sends a field and goes to the one below it in its column; Shift and Enter to the one above. */
export function downTheColumn(event: KeyboardEvent<HTMLElement>) {
  const field = event.target as HTMLElement;
  const { column } = field.dataset;
  if (event.key !== "Enter" || !column) return;
  const all = [...event.currentTarget.querySelectorAll<HTMLInputElement>(`[data-column="${column}"]`)];
  const next = all[all.indexOf(field as HTMLInputElement) + (event.shiftKey ? -1 : 1)];
  if (!next) return;
  event.preventDefault();
  next.focus();
  next.select();
}

function Toolbar({
  wanted,
  items,
  change,
}: {
  wanted: Wanted;
  items: readonly Item[];
  change: (next: Partial<Wanted>) => void;
}) {
  const parts = Object.entries(PARTS).filter(([part]) => items.some((one) => one.run.part === part));
  const ends = items.filter(({ run }) => ENDS.has(run.kind));
  return (
    <search className="mb-2 flex flex-wrap items-end gap-x-2.5 gap-y-2">
      <label className="text-[12px] text-soft">
        Find
        <input
          type="search"
          className="field block w-28 px-1.5 text-[13px] text-ink"
          placeholder="fridge, 2/0, roof"
          value={wanted.find}
          onChange={(event) => change({ find: event.target.value, follow: "" })}
        />
      </label>
      <Pick
        label="Part"
        value={wanted.part}
        options={[["all", "all"], ...parts]}
        onChange={(part) => change({ part: part as Wanted["part"], follow: "" })}
      />
      <Pick
        label="Only"
        value={wanted.only}
        options={Object.entries(ONLY)}
        onChange={(only) => change({ only: only as Wanted["only"], follow: "" })}
      />
      <Pick
        label="Sorted by"
        value={wanted.sort}
        options={Object.entries(SORTS)}
        onChange={(sort) => change({ sort: sort as Wanted["sort"] })}
      />
      <Pick
        label="Heads"
        value={wanted.group}
        options={Object.entries(GROUPS)}
        onChange={(group) => change({ group: group as Wanted["group"] })}
      />
      <Pick
        label="Follow the current"
        value={wanted.follow}
        options={[["", "nothing"], ...ends.map(({ run }): [string, string] => [run.key, endOf(run)])]}
        onChange={(follow) => change({ ...EVERYTHING, follow })}
      />
    </search>
  );
}

/** What a current is followed from or to. */
const endOf = (run: DcRun): string =>
  run.kind === "array" || run.kind === "pv_lead" || run.kind === "way_in" ? run.near : run.far;

function Pick({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: string;
  options: readonly (readonly [string, string])[];
  onChange: (value: string) => void;
}) {
  return (
    <label className="text-[12px] text-soft">
      {label}
      <select
        className="field block max-w-31 px-1 text-[13px] text-ink"
        value={value}
        onChange={(event) => onChange(event.target.value)}
      >
        {options.map(([one, words]) => (
          <option key={one} value={one}>
            {words}
          </option>
        ))}
      </select>
    </label>
  );
}

/** The stations of a way in one line. */
function Followed({ items }: { items: readonly Item[] }) {
  const stations = items.flatMap(({ run }, at) => (at === 0 ? [run.near, run.far] : [run.far]));
  return <span className="ml-3 font-normal text-soft">{stations.join(" → ")}</span>;
}
