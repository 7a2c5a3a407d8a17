import { HeadRow } from "../../ui/HeadRow";
import { Section } from "../../ui/PageHead";
import { Figure } from "../rig/Figure";
import { NeedRows } from "../rig/NeedRows";
import { useRig } from "../rig/useRig";
import { useStepFigures } from "../rig/useStepFigures";

/** Under load, in a fault, over the years: of the bank that is chosen, or of one of exactly the need. */
export function Behaviour() {
  const { storage } = useRig().rig;
  const { figure } = useStepFigures("storage");
  if (!figure("storage.fault_current_a")) return null;
  const cost = figure("storage.cost_per_kwh_6y");
  return (
    <Section title="How it behaves" aside={storage.bank ? undefined : "a bank of exactly the need"}>
      <NeedRows
        rows={[
          {
            label: "Into a dead short",
            figure: figure("storage.fault_current_a"),
            note: "what the fuse at the bank has to break; never measure it",
          },
          {
            label: "Everything running",
            figure: figure("storage.peak_current_a"),
            note: "at the inverter's cut-off",
          },
          {
            label: "Its capacity then",
            figure: figure("storage.capacity_at_peak_frac"),
            share: true,
            note: "of the rated; lithium hardly minds, lead does",
          },
          {
            label: "Charge when the inverter stops",
            figure: figure("storage.charge_at_cutoff_frac"),
            share: true,
            note: "by rested volts less the sag; rough on the flat part of lithium",
          },
          {
            label: "Allowed, but out of reach",
            figure: figure("storage.stranded_wh"),
            note: "below the cut-off, above the depth",
          },
          ...(figure("storage.life_years")
            ? [
                {
                  label: "Its life",
                  figure: figure("storage.life_years"),
                  note: "by cycles or by calendar, whichever ends first",
                },
              ]
            : []),
          ...(cost
            ? [
                { label: "A delivered kWh, 6 years", figure: cost, note: "every bank that is begun is paid for" },
                { label: "A delivered kWh, 10 years", figure: figure("storage.cost_per_kwh_10y") },
              ]
            : []),
        ]}
      />
    </Section>
  );
}

/** The same energy and the same inverter at each class: what changes is amps and amp-hours. */
export function VoltsClasses() {
  const { storage } = useRig().rig;
  const { figure } = useStepFigures("storage");
  return (
    <Section title="The same at 12, 24 and 48 V" aside="energy stays; amps and copper change">
      <table className="w-full max-w-[46rem]">
        <HeadRow
          columns={[
            { label: "Class" },
            { label: "Bank needed", right: true },
            { label: "Inverter at cut-off", right: true },
            { label: "Mind" },
          ]}
        />
        <tbody>
          {([12, 24, 48] as const).map((volts) => (
            <tr
              key={volts}
              className={`row-height border-rule border-t ${volts === storage.system_v ? "font-semibold" : "text-soft"}`}
            >
              <th scope="row" className="whitespace-nowrap text-left font-[inherit]">
                {volts} V
                {volts === storage.system_v && (
                  <span className="ml-2 font-normal text-[13px] text-incoming-text">this rig</span>
                )}
              </th>
              <td className="pr-3 text-right">
                <Figure figure={figure(`storage.class.${volts}.need_ah`)} />
              </td>
              <td className="pr-3 text-right">
                <Figure figure={figure(`storage.class.${volts}.current_a`)} />
              </td>
              <td className="pl-6 font-normal text-[13px] text-soft">{MIND[volts]}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </Section>
  );
}

const MIND = {
  12: "up to 3 kW of inverter is usual; most vehicle parts are of this class",
  24: "3 to 5 kW; 12 V loads need a step-down converter",
  48: "above 5 kW; charges over 50 V, so other articles and covers on every bare part",
} as const;
