import { Section } from "../../ui/PageHead";
import { NeedRows } from "../worksheet/NeedRows";
import { useRig } from "../worksheet/useRig";
import { useStepFigures } from "../worksheet/useStepFigures";

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
            label: "It gives for long",
            figure: figure("storage.discharge_usual_a"),
            note: "lithium at most; lead with its full capacity",
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
                {
                  label: "A delivered kWh, 6 years",
                  figure: cost,
                  note: "every bank that is begun, and on the road the fuel it takes",
                },
                { label: "A delivered kWh, 10 years", figure: figure("storage.cost_per_kwh_10y") },
              ]
            : []),
        ]}
      />
    </Section>
  );
}
