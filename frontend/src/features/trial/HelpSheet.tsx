import { useQuery } from "@tanstack/react-query";
import type { TrialHelp } from "../../api/types";
import { formatNumber, formatQuantity } from "../../ui/formatQuantity";
import { HeadRow } from "../../ui/HeadRow";
import { Section } from "../../ui/PageHead";
import { Failed, Waiting } from "../../ui/states";
import { useDelayed } from "../../ui/useDelayed";
import { PreviewedFix } from "../worksheet/PreviewedFix";
import { trialHelpsQuery } from "../worksheet/trialQueries";
import { useRig } from "../worksheet/useRig";
import { PAUSE_MS } from "../worksheet/useTrial";

const percent = (share: number) => `${formatNumber(Math.round(share * 1000) / 10)} %`;

/** Changes, each tried on the same years of weather: habits first, then routes, work and parts. */
export function HelpSheet() {
  const { answer, optionId } = useRig();
  const query = useQuery(trialHelpsQuery(optionId, useDelayed(answer.revision, PAUSE_MS)));
  if (!query.data) {
    if (query.error) return <Failed error={query.error} retry={() => void query.refetch()} />;
    return <Waiting what="what would help" failed={query.failureReason} />;
  }
  const helps = query.data.helps as TrialHelp[];
  const clear = helps.filter((one) => one.is_clear && one.hours_less > 0);
  const worse = helps.filter((one) => one.is_clear && one.hours_less <= 0);
  const unclear = helps.filter((one) => !one.is_clear);
  return (
    <>
      {query.isPlaceholderData && (
        <p role="status" className="mb-3 text-[13px] text-soft">
          Worked out for the rig before the last edit; it is being tried again.
        </p>
      )}
      {clear.length > 0 ? (
        <Section title="What would help" aside="each by itself, on the same years of weather">
          <Helps helps={clear} />
        </Section>
      ) : (
        <p className="mb-6 max-w-[46rem]">
          {helps.some((one) => one.dark_before > 0)
            ? "None of the changes that were tried helps by more than its own error."
            : "Nothing goes dark, so nothing has to help."}
        </p>
      )}
      {unclear.length > 0 && helps.some((one) => one.dark_before > 0) && (
        <Section title="Within their own error" aside="fifty years do not show whether they help">
          <Helps helps={unclear} />
        </Section>
      )}
      {worse.length > 0 && (
        <Section title="Darker than before">
          <Helps helps={worse} />
        </Section>
      )}
      <p className="max-w-[46rem] text-[13px] text-soft">
        Prices and weights are usual ones; what is bought has its own. Whether a larger part fits its cables, its place
        and the rest of the rig, the preview says.
      </p>
    </>
  );
}

const COLUMNS = [
  { label: "Change" },
  { label: "It is" },
  { label: "Dark nights", right: true },
  { label: "Dark hours a night", right: true },
  { label: "Costs", right: true },
  { label: "Weighs", right: true },
];

function Helps({ helps }: { helps: TrialHelp[] }) {
  const { answer, units } = useRig();
  const say = (figure: TrialHelp["mass"]) => {
    if (!figure || typeof figure.value !== "number") return "–";
    const shown = formatQuantity(figure.value, figure.unit, units);
    return `${shown.number} ${shown.unit}`;
  };
  return (
    <div className="overflow-x-auto">
      <table className="w-full text-[14px]">
        <HeadRow columns={COLUMNS} />
        <tbody>
          {helps.map((one) => (
            <tr key={one.says} className="border-rule border-t align-baseline">
              <td className="w-[33%] py-1.5 pr-3">
                {answer.may_edit ? <PreviewedFix fix={{ label: one.says, patch: one.patch }} /> : one.says}
              </td>
              <td className="whitespace-nowrap py-1.5 pr-3 text-soft">{one.effort}</td>
              <td className="figure py-1.5 pr-3 text-right">
                {percent(one.dark_before)} → {percent(one.dark_after)}
              </td>
              <td className="figure py-1.5 pr-3 pl-3 text-right">
                {one.hours_less >= 0 ? "−" : "+"}
                {Math.abs(one.hours_less).toFixed(2)} <span className="text-soft">± {one.off.toFixed(2)}</span>
              </td>
              <td className="figure py-1.5 pr-3 text-right">{say(one.price)}</td>
              <td className="figure py-1.5 pr-3 text-right">{say(one.mass)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
