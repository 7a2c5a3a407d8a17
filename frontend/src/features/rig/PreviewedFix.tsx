import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { previewQuery } from "../../api/queries";
import type { FigureValue, Finding, Preview } from "../../api/types";
import { Button } from "../../ui/Button";
import { Digits } from "../../ui/Digits";
import { formatQuantity } from "../../ui/formatQuantity";
import { Popover } from "../../ui/Popover";
import { SeverityMark } from "../../ui/SeverityMark";
import { Failed, Waiting } from "../../ui/states";
import { useRig } from "./useRig";

/** A fix: its effect is seen before it is accepted. */
export function PreviewedFix({ fix }: { fix: NonNullable<Finding["fix"]> }) {
  const { edit } = useRig();
  const [open, setOpen] = useState(false);
  const accept = () => {
    setOpen(false);
    void edit(fix.patch);
  };
  return (
    <Popover
      open={open}
      onOpenChange={setOpen}
      label={`What changes: ${fix.label}`}
      trigger={
        <button type="button" className="touch font-semibold text-stored underline underline-offset-2">
          {fix.label}…
        </button>
      }
    >
      <Effect fix={fix} />
      <div className="mt-3 flex justify-end gap-3">
        <Button onClick={() => setOpen(false)}>Leave it</Button>
        <Button kind="main" onClick={accept} autoFocus>
          Accept
        </Button>
      </div>
    </Popover>
  );
}

function Effect({ fix }: { fix: NonNullable<Finding["fix"]> }) {
  const { optionId, answer } = useRig();
  const query = useQuery(previewQuery(optionId, answer.revision, fix.patch));
  if (query.isPending) return <Waiting what="the effect" slow={query.failureCount > 0} />;
  if (query.isError) return <Failed error={query.error} retry={() => void query.refetch()} />;
  return (
    <>
      <p className="mb-2 font-semibold">{fix.label}</p>
      <Lines preview={query.data} />
      <Findings heading="Ends" findings={query.data.ended} struck />
      <Findings heading="Brings" findings={query.data.new} />
    </>
  );
}

function Lines({ preview }: { preview: Preview }) {
  if (preview.lines.length === 0)
    return <p className="text-[14px] text-soft">No need and no choice changes its amount.</p>;
  return (
    <table className="w-full text-[14px]">
      <tbody>
        {preview.lines.map((line) => (
          <tr key={line.label} className="border-rule border-t align-baseline">
            <th scope="row" className="py-1 pr-2 text-left font-normal">
              {line.label}
            </th>
            <td className="py-1 text-right">
              <Change word="need" before={line.need_before} after={line.need_after} />
              <Change word="have" before={line.have_before} after={line.have_after} />
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}

function Change({ word, before, after }: { word: string; before: FigureValue | null; after: FigureValue | null }) {
  const { units } = useRig();
  if (before?.value === after?.value) return null;
  const say = (figure: FigureValue | null) => {
    if (!figure) return "–";
    const shown = formatQuantity(figure.value, figure.unit, units);
    return (
      <>
        <Digits>{shown.number}</Digits>
        {shown.unit && <span className="unit">{shown.unit}</span>}
      </>
    );
  };
  return (
    <span className="figure block">
      <span className="font-sans text-[13px] text-soft">{word} </span>
      <span className="text-soft">{say(before)}</span> → <b>{say(after)}</b>
    </span>
  );
}

function Findings({ heading, findings, struck = false }: { heading: string; findings: Finding[]; struck?: boolean }) {
  if (findings.length === 0) return null;
  return (
    <>
      <p className="mt-3 border-rule border-b pb-0.5 text-[13px] text-soft">{heading}</p>
      <ul>
        {findings.map((finding) => (
          <li key={finding.code} className="flex gap-2 py-1 text-[14px] leading-snug">
            <SeverityMark severity={finding.severity} size={15} />
            <span className={struck ? "line-through decoration-soft" : ""}>{finding.what}</span>
          </li>
        ))}
      </ul>
    </>
  );
}
