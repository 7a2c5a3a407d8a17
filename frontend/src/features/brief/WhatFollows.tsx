import { Figure } from "../worksheet/Figure";
import { useRig } from "../worksheet/useRig";
import { useStepFigures } from "../worksheet/useStepFigures";

/** What quiet hours and growth come to, where they were said. */
export function WhatFollows() {
  const { brief } = useRig().rig;
  const { figure } = useStepFigures("brief");
  const quiet = figure("loads.quiet_hours_wh");
  const days = figure("storage.days_after_growth");
  if (!quiet && brief.growth_frac === 0) return null;
  return (
    <p className="-mt-4 mb-8 max-w-[50rem] text-[14px] text-soft">
      {quiet && (
        <>
          In the quiet hours the bank gives <Figure figure={quiet} className="text-ink" /> of a full day.{" "}
        </>
      )}
      {brief.growth_frac > 0 && (
        <>
          Once the use has grown,{" "}
          {days && (
            <>
              the bank lasts <Figure figure={days} className="text-ink" /> and{" "}
            </>
          )}
          <Figure figure={figure("solar.need_after_growth_w")} className="text-ink" /> of array are needed.
        </>
      )}
    </p>
  );
}
