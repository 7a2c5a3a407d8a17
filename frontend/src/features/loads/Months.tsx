import type { FigureValue } from "../../api/types";
import { formatNumber } from "../../ui/formatQuantity";
import { useRig } from "../worksheet/useRig";
import { MONTHS } from "../worksheet/words";

const TALL = 44;

/** A full day in each month; those of the journey are filled. */
export function Months({ figure }: { figure: FigureValue | undefined }) {
  const { brief } = useRig().rig;
  const days = Array.isArray(figure?.value) ? figure.value : [];
  if (days.length !== 12) return null;
  const largest = Math.max(...days, 1);
  const count = ((brief.last_month - brief.first_month + 12) % 12) + 1;
  const travelled = (month: number) => (month - brief.first_month + 12) % 12 < count;
  return (
    <ul className="mt-3 flex items-end gap-1" aria-label="A full day by month, at the devices">
      {days.map((wh, index) => {
        const month = index + 1;
        const name = MONTHS[index] ?? "";
        return (
          <li key={name} className="flex-1 text-center text-[12px] text-soft" title={`${name}: ${formatNumber(wh)} Wh`}>
            <span
              className={`mx-auto block ${travelled(month) ? "bg-stored" : "bg-rule"}`}
              style={{ height: `${Math.max(1, (wh / largest) * TALL)}px` }}
            />
            <span aria-hidden="true">{name[0]}</span>
            <span className="sr-only">
              {name}: {formatNumber(wh)} Wh{travelled(month) && ", travelled"}
            </span>
          </li>
        );
      })}
    </ul>
  );
}
