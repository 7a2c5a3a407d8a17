import type { ReactNode } from "react";
import { Section } from "../../ui/PageHead";
import { Figure } from "../worksheet/Figure";
import { useStepFigures } from "../worksheet/useStepFigures";

/** The modes in their order, with what gives in each: the keys of its sources. */
const MODES = [
  { mode: "rest", label: "At rest", sources: [] },
  { mode: "sun", label: "In the sun", sources: [["the array", "charging.mode.sun.into_bank_a"]] },
  {
    mode: "driving",
    label: "Driving",
    sources: [
      ["DC-DC charger", "charging.from_dcdc_a"],
      ["the relay, about", "charging.relay.estimate_a"],
    ],
  },
  { mode: "hookup", label: "On a hookup", sources: [["shore charger", "charging.mode.hookup.into_bank_a"]] },
  { mode: "generator", label: "On a generator", sources: [["shore charger", "charging.mode.generator.into_bank_a"]] },
] as const;

/** Who gives how much when: a row for each mode in which something gives. */
export function Modes() {
  const { figure } = useStepFigures("charging");
  const met = MODES.filter(({ mode }) => figure(`charging.mode.${mode}.into_bank_a`));
  if (met.length < 2) return null;
  const sunny = met.some(({ mode }) => figure(`charging.mode.${mode}.with_sun_a`));
  return (
    <Section title="Who gives how much when">
      <table className="w-full max-w-[46rem] text-[15px]">
        <thead>
          <tr className="border-ink border-b text-[13px] text-soft">
            <Head left>Mode</Head>
            <Head left>What gives</Head>
            <Head>Into the bank</Head>
            {sunny && <Head>with the sun</Head>}
            <Head>Empty to full</Head>
          </tr>
        </thead>
        <tbody>
          {met.map(({ mode, label, sources }) => (
            <tr key={mode} className="border-rule border-b">
              <th scope="row" className="h-9 pr-4 text-left font-normal">
                {label}
              </th>
              <td className="pr-4 text-soft">
                {mode === "rest"
                  ? "the bank alone"
                  : sources
                      .filter(([, key]) => figure(key))
                      .map(([name]) => name)
                      .join(", ") || "another system"}
              </td>
              <td className="text-right font-semibold">
                <Figure figure={figure(`charging.mode.${mode}.into_bank_a`)} />
              </td>
              {sunny && (
                <td className="pl-4 text-right">
                  <Figure figure={figure(`charging.mode.${mode}.with_sun_a`)} />
                </td>
              )}
              <td className="pl-4 text-right">
                <Figure figure={figure(`charging.mode.${mode}.hours_to_full`)} />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-2 max-w-[46rem] text-[13px] text-soft">
        No more goes in than the bank takes. The limits below are held against all of it at once: an engine runs on a
        hookup, and the sun shines on both. Hookup and generator share the inlet, so its cord keeps those two apart.
      </p>
    </Section>
  );
}

function Head({ left = false, children }: { left?: boolean; children: ReactNode }) {
  return (
    <th scope="col" className={`pb-1 font-semibold ${left ? "pr-4 text-left" : "pl-4 text-right"}`}>
      {children}
    </th>
  );
}
