import type { FigureValue, Finding, Preview } from "../../api/types";
import { Digits } from "../../ui/Digits";
import { formatQuantity } from "../../ui/formatQuantity";
import { SeverityMark } from "../../ui/SeverityMark";
import { useRig } from "./useRig";

/** What an edit would change: amounts, findings that end, findings that come. */
export function Effect({ preview }: { preview: Preview }) {
  return (
    <>
      <Lines preview={preview} />
      <Findings heading="Ends" findings={preview.ended} struck />
      <Findings heading="Brings" findings={preview.new} />
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
          <li key={finding.key} className="flex gap-2 py-1 text-[14px] leading-snug">
            <SeverityMark severity={finding.severity} size={15} />
            <span className={struck ? "line-through decoration-soft" : ""}>{finding.what}</span>
          </li>
        ))}
      </ul>
    </>
  );
}
