import { useState } from "react";
import { createPortal } from "react-dom";
import type { LabelOf } from "../../api/types";
import { Button } from "../../ui/Button";
import { Choice } from "../../ui/Choice";
import { fitted, type Label, labelsOf, SHEETS, type SheetName } from "./labels";

/** Labels for both ends of every conductor, on sheets of paper or one below the other for tape. */
export function LabelSheets({ labels }: { labels: readonly LabelOf[] }) {
  const [name, setName] = useState<SheetName>("a4_small");
  const [begin, setBegin] = useState(1);
  const sheet = SHEETS[name];
  const each = sheet.columns * sheet.rows;
  const skipped = Math.min(each, Math.max(1, begin)) - 1;
  const all: (Label | null)[] = [...Array<null>(skipped).fill(null), ...labelsOf(labels)];
  const pages = Array.from({ length: Math.ceil(all.length / each) }, (_, at) => all.slice(at * each, (at + 1) * each));
  if (labels.length === 0) return <p className="py-3 text-soft">No conductor is to be laid yet.</p>;
  return (
    <>
      <div className="mb-4 flex flex-wrap items-end gap-4">
        <Choice
          label="Sheet"
          value={name}
          options={Object.entries(SHEETS).map(([value, one]) => ({ value: value as SheetName, label: one.label }))}
          onChange={setName}
        />
        <label className="text-[12px] text-soft">
          First label at place
          <input
            type="number"
            min={1}
            max={each}
            value={begin}
            onChange={(event) => setBegin(Number(event.target.value) || 1)}
            className="field block w-20 text-right font-mono text-[14px] text-ink"
          />
        </label>
        <Button onClick={() => window.print()}>Print the labels</Button>
        <span className="pb-2 text-[13px] text-soft">
          {all.length - skipped} labels, {pages.length === 1 ? "1 sheet" : `${pages.length} sheets`} of {sheet.columns}{" "}
          × {sheet.rows}, {sheet.width_mm} × {sheet.height_mm} mm each. Print at 100 %, without margins of the printer.
        </span>
      </div>
      <div className="overflow-x-auto">
        <Page name={name} labels={pages[0] ?? []} title="First sheet" />
      </div>
      {createPortal(
        <div className={`paper-sheet ${sheet.paper}`} aria-hidden="true">
          {pages.map((page, at) => (
            <Page key={at} name={name} labels={page} title="" />
          ))}
        </div>,
        document.body,
      )}
    </>
  );
}

/** One sheet, drawn in millimetres. */
function Page({ name, labels, title }: { name: SheetName; labels: readonly (Label | null)[]; title: string }) {
  const sheet = SHEETS[name];
  return (
    <svg
      viewBox={`0 0 ${sheet.page_mm[0]} ${sheet.page_mm[1]}`}
      style={
        title
          ? { maxWidth: `${sheet.page_mm[0]}mm` }
          : { width: `${sheet.page_mm[0]}mm`, height: `${sheet.page_mm[1]}mm` }
      }
      className="label-page block w-full border border-rule bg-white"
      role={title ? "img" : undefined}
      aria-label={title || undefined}
    >
      {labels.map((label, at) => {
        const left = sheet.left_mm + (at % sheet.columns) * (sheet.width_mm + sheet.gap_mm);
        const top = sheet.top_mm + Math.floor(at / sheet.columns) * (sheet.height_mm + sheet.gap_mm);
        return (
          <g key={at} transform={`translate(${left} ${top})`}>
            <rect
              width={sheet.width_mm}
              height={sheet.height_mm}
              className="label-cut"
              fill="none"
              stroke="#b9b4a6"
              strokeWidth="0.15"
            />
            {label && <Text label={label} width={sheet.width_mm} height={sheet.height_mm} />}
          </g>
        );
      })}
    </svg>
  );
}

function Text({ label, width, height }: { label: Label; width: number; height: number }) {
  const large = Math.min(height * 0.42, 6);
  const small = Math.min(height * 0.26, 3.2);
  return (
    <>
      <text x="2" y={height * 0.46} fontSize={fitted(label.mark, width - 4, large)} fontWeight="700" fill="#000">
        {label.mark}
      </text>
      <text x="2" y={height * 0.82} fontSize={fitted(label.text, width - 4, small)} fill="#000">
        {label.text}
      </text>
    </>
  );
}
