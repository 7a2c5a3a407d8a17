import type { WorkedFigure } from "../../api/types";
import { Digits } from "../../ui/Digits";
import { formatQuantity } from "../../ui/formatQuantity";
import { useRig } from "./useRig";

/** Figures that no report holds, so each carries its working with it. */
export function WorkedFigures({ heading, figures }: { heading: string; figures: WorkedFigure[] }) {
  const { units } = useRig();
  if (figures.length === 0) return null;
  return (
    <table className="mt-2 w-full text-[14px]">
      <caption className="text-left text-[13px] text-soft">{heading}</caption>
      <tbody>
        {figures.map((figure) => {
          const shown = formatQuantity(figure.value, figure.unit, units);
          return (
            <tr key={figure.key} className="border-rule border-t">
              <th scope="row" aria-label={figure.title} className="py-1 pr-3 text-left align-top font-normal">
                <details>
                  <summary className="touch">{figure.title}</summary>
                  <p className="mt-1 border-incoming border-l-2 pl-2 text-[13px] text-soft">
                    {figure.in_words} = <span className="font-mono">{figure.with_numbers}</span>
                    <span className="block">
                      Source: {figure.source.title}
                      {figure.source.from_memory && ", from memory, unverified"}.
                    </span>
                  </p>
                </details>
              </th>
              <td className="figure py-1 text-right align-top">
                <Digits>{shown.number}</Digits>
                {shown.unit && <span className="unit">{shown.unit}</span>}
              </td>
            </tr>
          );
        })}
      </tbody>
    </table>
  );
}
