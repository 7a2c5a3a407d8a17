import { HeadRow } from "../../ui/HeadRow";
import { Section } from "../../ui/PageHead";
import { Figure } from "../worksheet/Figure";
import { useStepFigures } from "../worksheet/useStepFigures";

/** What a meter that knows volts alone should read at each tenth of the charge. */
export function MeterScale() {
  const { figure } = useStepFigures("storage");
  const charge = list(figure("storage.meter.charge_frac")?.value);
  const rest = list(figure("storage.meter.rest_v")?.value);
  const loaded = list(figure("storage.meter.mean_load_v")?.value);
  if (charge.length === 0) return null;
  return (
    <Section title="Scale for a meter that knows volts alone" aside="to stick beside it">
      <table className="w-full max-w-[30rem]">
        <HeadRow
          columns={[
            { label: "Charge" },
            { label: "rested for hours", right: true },
            { label: "at the day's mean draw", right: true },
          ]}
        />
        <tbody>
          {charge.map((share, index) => (
            <tr key={share} className="border-rule border-t">
              <th scope="row" className="figure py-0.5 text-left font-normal">
                {Math.round(share * 100)} %
              </th>
              <td className="figure py-0.5 pr-3 text-right">
                {(rest[index] ?? 0).toFixed(2)}
                <span className="unit">V</span>
              </td>
              <td className="figure py-0.5 pr-3 text-right text-soft">
                {(loaded[index] ?? 0).toFixed(2)}
                <span className="unit">V</span>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-1 text-[14px] text-soft">
        Day's mean draw <Figure figure={figure("storage.mean_current_a")} /> through{" "}
        <Figure figure={figure("storage.resistance_ohm")} />.
      </p>
    </Section>
  );
}

function list(value: unknown): number[] {
  return Array.isArray(value) ? (value as number[]) : [];
}
