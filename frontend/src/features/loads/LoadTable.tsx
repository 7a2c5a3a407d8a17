import { type KeyboardEvent, useLayoutEffect, useRef, useState } from "react";
import type { TypedLine } from "../../api/typedLines";
import type { FigureValue, Load, Rig } from "../../api/types";
import { Digits } from "../../ui/Digits";
import { formatHours, formatNights, formatNumber } from "../../ui/formatQuantity";
import { Menu } from "../../ui/Menu";
import { Figure } from "../worksheet/Figure";
import { useRig } from "../worksheet/useRig";
import { MONTHS } from "../worksheet/words";
import { LineRow } from "./LineRow";
import { LoadLine } from "./LoadLine";
import { LoadForm } from "./loadDialogs";
import { moveLoad, orderedIds, removeLoad, strikeLoad } from "./loadPatches";

const FEED_WORDS = { dc: "DC", step_down: "step-down", ac: "AC" };
const IMPORTANCE_WORDS: Record<string, string> = { must: "must run", shed: "may be shed" };

const WHEN_WORDS: Record<string, string> = {
  anchor: "at anchor",
  driving: "while driving",
  shore: "on shore",
  above_charge: "when charge abounds",
};

type FigureOf = (key: string) => FigureValue | undefined;

export function LoadTable({ figure }: { figure: FigureOf }) {
  const { rig, answer, lines } = useRig();
  const ids = orderedIds(rig);
  const replaced = new Map(lines.lines.flatMap((line) => (line.replaces ? [[line.replaces, line] as const] : [])));
  const further = lines.lines.filter((line) => line.replaces === null || !ids.includes(line.replaces));
  const [focused, setFocused] = useState(ids[0] ?? "");
  const [wanted, setWanted] = useState<string | null>(null);
  const [editing, setEditing] = useState<string | null>(null);
  const [form, setForm] = useState<string | null>(null);
  const table = useRef<HTMLTableElement>(null);
  const largest = Math.max(
    ...ids.map((id) => numberOf(figure(`loads.row.${id}.wh_at_bank`))),
    numberOf(figure("inverter.idle_wh_per_day")),
    1,
  );
  const current = ids.includes(focused) ? focused : (ids[0] ?? "");

  const focusRow = (id: string | undefined) => {
    if (!id) return;
    setFocused(id);
    setWanted(id);
  };
  // Only once the row stands in the page again can it take the focus, such as after its line was changed.
  useLayoutEffect(() => {
    if (!wanted) return;
    table.current?.querySelector<HTMLElement>(`[data-row="${wanted}"]`)?.focus();
    setWanted(null);
  }, [wanted]);

  return (
    <>
      <table ref={table} className="w-full max-w-[56rem] text-[15px]">
        <thead>
          <tr className="border-ink border-b text-[13px] text-soft">
            <th scope="col" className="px-2 pb-1 text-left font-semibold">
              Load
            </th>
            <th scope="col" className="hidden pb-1 text-left font-semibold sm:table-cell">
              Fed by
            </th>
            <th scope="col" className="pb-1 text-right font-semibold">
              Draw
            </th>
            <th scope="col" className="hidden pb-1 text-right font-semibold sm:table-cell">
              Runs
            </th>
            <th scope="col" className="whitespace-nowrap pb-1 pl-4 text-right font-semibold">
              From the bank
            </th>
            <th scope="col" className="w-[21%] pb-1 pl-5 text-left font-semibold">
              Costs in nights
            </th>
            <th scope="col" className="w-9">
              <span className="sr-only">Actions</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {inOrder(ids, rig, further).map((row) =>
            typeof row !== "string" ? (
              <LineRow key={row.id} line={row} tabIndex={-1} onFocus={() => {}} onGone={() => {}} />
            ) : editing === row ? (
              <tr key={row}>
                <td colSpan={7} className="pt-2">
                  <EditRow
                    id={row}
                    onDone={() => {
                      setEditing(null);
                      focusRow(row);
                    }}
                  />
                </td>
              </tr>
            ) : replaced.has(row) ? (
              <LineRow
                key={row}
                rowId={row}
                line={replaced.get(row) as TypedLine}
                tabIndex={row === current ? 0 : -1}
                onFocus={() => setFocused(row)}
                onGone={() => focusRow(row)}
              />
            ) : (
              <LoadRow
                key={row}
                id={row}
                load={rig.loads[row] as Load}
                figure={figure}
                largest={largest}
                tabIndex={row === current ? 0 : -1}
                mayEdit={answer.may_edit}
                onEdit={() => setEditing(row)}
                onForm={() => setForm(row)}
                onFocus={() => setFocused(row)}
                onWalk={(by) => focusRow(ids[ids.indexOf(row) + by])}
                onRemoved={() => focusRow(ids[ids.indexOf(row) + 1] ?? ids[ids.indexOf(row) - 1])}
              />
            ),
          )}
          <IdleRow figure={figure} largest={largest} />
        </tbody>
      </table>
      {form && (
        <LoadForm
          key={form}
          id={form}
          onClose={() => {
            setForm(null);
            focusRow(form);
          }}
        />
      )}
    </>
  );
}

/** Loads and the lines that are to become some, by their places. */
function inOrder(ids: string[], rig: Rig, lines: readonly TypedLine[]): (string | TypedLine)[] {
  const place = (row: string | TypedLine) => (typeof row === "string" ? (rig.loads[row]?.position ?? 0) : row.position);
  return [...ids, ...lines].sort((one, other) => place(one) - place(other));
}

function EditRow({ id, onDone }: { id: string; onDone: () => void }) {
  const { rig, answer, typedLines } = useRig();
  return (
    <LoadLine
      label={`Change ${rig.loads[id]?.name}`}
      start={answer.lines[id] ?? rig.loads[id]?.typed ?? ""}
      replaces={id}
      autoFocus
      action="Enter stores it"
      onTake={(line) => {
        typedLines.add({ line, position: rig.loads[id]?.position ?? 0, replaces: id });
        onDone();
      }}
      onLeave={onDone}
    />
  );
}

function LoadRow({
  id,
  load,
  figure,
  largest,
  tabIndex,
  mayEdit,
  onEdit,
  onForm,
  onFocus,
  onWalk,
  onRemoved,
}: {
  id: string;
  load: Load;
  figure: FigureOf;
  largest: number;
  tabIndex: number;
  mayEdit: boolean;
  onEdit: () => void;
  onForm: () => void;
  onFocus: () => void;
  onWalk: (by: -1 | 1) => void;
  onRemoved: () => void;
}) {
  const { rig, edit, answer, comment } = useRig();
  const move = (by: -1 | 1) => {
    const patch = moveLoad(rig, id, by);
    if (patch) void edit(patch);
  };
  const strike = () => void edit(strikeLoad(id, !load.struck));
  const remove = () => {
    onRemoved();
    void edit(removeLoad(id));
  };
  const onKeyDown = (event: KeyboardEvent<HTMLTableRowElement>) => {
    if (event.target !== event.currentTarget || event.ctrlKey || event.metaKey) return;
    const by = event.key === "ArrowUp" ? -1 : event.key === "ArrowDown" ? 1 : null;
    if (by !== null) {
      event.preventDefault();
      if (!event.altKey) onWalk(by);
      else if (mayEdit) move(by);
    } else if (event.altKey) {
      return;
    } else if (event.key.toLowerCase() === "c") {
      event.preventDefault();
      comment(`load:${id}`);
    } else if (!mayEdit) {
      return;
    } else if (event.key === "Enter") {
      event.preventDefault();
      onEdit();
    } else if (event.key.toLowerCase() === "f") {
      event.preventDefault();
      onForm();
    } else if (event.key.toLowerCase() === "s") {
      strike();
    } else if (event.key === "Delete") {
      remove();
    }
  };
  const struck = load.struck ? "line-through decoration-soft text-soft" : "";
  return (
    <tr
      data-row={id}
      tabIndex={tabIndex}
      onFocus={onFocus}
      onKeyDown={onKeyDown}
      onDoubleClick={() => mayEdit && onEdit()}
      className="row-height border-rule border-b hover:bg-sheet"
    >
      <th scope="row" className={`px-2 text-left font-normal ${struck}`}>
        {load.name}
        {IMPORTANCE_WORDS[load.importance] && (
          <span
            className={`ml-2 whitespace-nowrap text-[13px] ${load.importance === "must" ? "text-incoming-text" : "text-soft"}`}
          >
            {IMPORTANCE_WORDS[load.importance]}
          </span>
        )}
        {load.never_with && (
          <span className="ml-2 whitespace-nowrap text-[13px] text-soft">never with {load.never_with}</span>
        )}
        {(answer.open_comments[`load:${id}`] ?? 0) > 0 && (
          <button
            type="button"
            tabIndex={-1}
            onClick={() => comment(`load:${id}`)}
            className="touch ml-2 whitespace-nowrap text-[13px] text-stored underline"
          >
            commented
          </button>
        )}
        {WHEN_WORDS[load.when] && (
          <span className="ml-2 whitespace-nowrap text-[13px] text-soft">{WHEN_WORDS[load.when]}</span>
        )}
        {load.seasons.length > 0 && (
          <span className="ml-2 whitespace-nowrap text-[13px] text-soft">
            in{" "}
            {load.months.length > 0
              ? load.months.map((month) => MONTHS[month - 1]).join(", ")
              : load.seasons.join(", ")}
          </span>
        )}
      </th>
      <td className={`hidden whitespace-nowrap text-[13px] text-soft sm:table-cell ${struck}`}>
        {FEED_WORDS[load.feed]}
      </td>
      <td className={`text-right ${struck}`}>
        <Draw load={load} figure={figure(`loads.row.${id}.unit_w`)} />
      </td>
      <td className={`hidden pl-4 text-right sm:table-cell ${struck}`}>
        <Runs load={load} />
      </td>
      <td className={`text-right ${struck}`}>
        {load.struck ? (
          <span className="text-soft">left out</span>
        ) : figure("loads.peak_w") && !figure(`loads.row.${id}.wh_at_bank`) ? (
          <span className="text-[13px] text-soft">another season</span>
        ) : (
          <Figure figure={figure(`loads.row.${id}.wh_at_bank`)} />
        )}
      </td>
      <td className="pl-5">
        <NightCost id={id} load={load} figure={figure} largest={largest} mayEdit={mayEdit} onPress={strike} />
      </td>
      <td>
        {mayEdit && (
          <Menu
            trigger={
              <button
                type="button"
                tabIndex={-1}
                aria-label={`Actions for ${load.name}`}
                className="touch h-8 w-9 text-soft hover:text-ink"
              >
                ⋮
              </button>
            }
            items={[
              { label: "Change", keys: "Enter", onSelect: onEdit },
              { label: "All of it", keys: "F", onSelect: onForm },
              { label: load.struck ? "Take back in" : "Strike out", keys: "S", onSelect: strike },
              { label: "Move up", keys: "Alt ↑", onSelect: () => move(-1) },
              { label: "Move down", keys: "Alt ↓", onSelect: () => move(1) },
              { label: "Comment", keys: "C", onSelect: () => comment(`load:${id}`) },
              { label: "Remove", keys: "Delete", onSelect: remove },
            ]}
          />
        )}
      </td>
    </tr>
  );
}

function Draw({ load, figure }: { load: Load; figure: FigureValue | undefined }) {
  if (load.draw.kind === "wh_per_day") {
    return (
      <span className="figure">
        <Digits>{formatNumber(load.draw.wh)}</Digits>
        <span className="unit">Wh a day</span>
      </span>
    );
  }
  return (
    <>
      {(load.quantity > 1 || load.per_person) && (
        <span className="figure">
          {load.quantity}
          {load.per_person && "/person"} ×{" "}
        </span>
      )}
      {figure ? (
        <Figure figure={figure} />
      ) : (
        <span className="figure">{load.draw.kind === "watts" ? `${formatNumber(load.draw.watts)} W` : "–"}</span>
      )}
    </>
  );
}

function Runs({ load }: { load: Load }) {
  const shown = formatHours(load.hours_per_day);
  return (
    <span className="figure">
      {shown.number}
      <span className="unit">{shown.unit}</span>
      {load.duty_frac !== 1 && <span className="text-[13px] text-soft">, {formatNumber(load.duty_frac * 100)} %</span>}
      {load.days_per_week !== 7 && <span className="text-[13px] text-soft">, {load.days_per_week} d/wk</span>}
    </span>
  );
}

/** Length by energy, label by nights; pressed, it strikes the load out and the nights change. */
function NightCost({
  id,
  load,
  figure,
  largest,
  mayEdit,
  onPress,
}: {
  id: string;
  load: Load;
  figure: FigureOf;
  largest: number;
  mayEdit: boolean;
  onPress: () => void;
}) {
  const wh = numberOf(figure(`loads.row.${id}.wh_at_bank`));
  const nights = figure(`loads.row.${id}.nights`);
  const says = load.struck ? "struck out" : nights ? formatNights(Number(nights.value)) : "";
  return (
    <button
      type="button"
      tabIndex={-1}
      disabled={!mayEdit}
      onClick={onPress}
      aria-label={`${load.struck ? `Take ${load.name} back in` : `Strike ${load.name} out`}: ${says}`}
      className="touch flex h-8 w-full items-center gap-2"
    >
      {!load.struck && (
        <span
          className="hidden h-[9px] shrink-0 bg-stored sm:block"
          style={{ width: `${Math.max((wh / largest) * 62, 1)}%` }}
        />
      )}
      <span className="figure text-[13px] text-soft">{says}</span>
    </button>
  );
}

function IdleRow({ figure, largest }: { figure: FigureOf; largest: number }) {
  const idle = figure("inverter.idle_wh_per_day");
  if (!idle || numberOf(idle) === 0) return null;
  return (
    <tr className="row-height border-rule border-b text-soft">
      <th scope="row" className="px-2 text-left font-normal">
        Inverter itself, when on
      </th>
      <td className="hidden text-[13px] sm:table-cell">DC</td>
      <td className="text-right">
        <Figure figure={figure("inverter.idle_w")} />
      </td>
      <td className="hidden sm:table-cell" />
      <td className="text-right">
        <Figure figure={idle} />
      </td>
      <td className="pl-5">
        <span
          className="hidden h-[9px] bg-stored-soft sm:block"
          style={{ width: `${(numberOf(idle) / largest) * 62}%` }}
        />
      </td>
      <td />
    </tr>
  );
}

function numberOf(figure: FigureValue | undefined): number {
  return typeof figure?.value === "number" ? figure.value : 0;
}
