import { useSearchParams } from "react-router";
import { lazyPage } from "../../ui/lazyPage";
import { PageHead } from "../../ui/PageHead";
import { Tabs } from "../../ui/Tabs";
import { Figure } from "../worksheet/Figure";
import { StepFindings } from "../worksheet/StepFindings";
import { useRig } from "../worksheet/useRig";
import { useStepFigures } from "../worksheet/useStepFigures";

const MainSheet = lazyPage("the main run", async () => (await import("./MainSheet")).MainSheet);
const WaysOut = lazyPage("what else there is", async () => (await import("./WaysOut")).WaysOut);
const RunsSheet = lazyPage("the runs", async () => (await import("./RunsSheet")).RunsSheet);
const MeasureSheet = lazyPage("the lengths", async () => (await import("./MeasureSheet")).MeasureSheet);
const CircuitSheets = lazyPage("the circuits", async () => (await import("./CircuitSheets")).CircuitSheets);
const BetweenSheet = lazyPage("bars and switches", async () => (await import("./BetweenSheet")).BetweenSheet);
const SchedulesSheet = lazyPage("the schedules", async () => (await import("./SchedulesSheet")).SchedulesSheet);

export function WiringPage() {
  const { answer } = useRig();
  const [params, setParams] = useSearchParams();
  const tab = params.get("tab") ?? "main";
  const { figure } = useStepFigures("wiring");
  const unrated = String(figure("wiring.main.at_least")?.value ?? "");
  const nothing = Number(figure("wiring.main.design_current_a")?.value ?? 0) === 0;
  return (
    <>
      <PageHead>
        {nothing ? (
          "Nothing draws current yet, so the main run has nothing to carry."
        ) : (
          <>
            The main run carries {unrated && "at least "}
            <Figure figure={figure("wiring.main.design_current_a")} className="font-semibold" />
            {figure("wiring.main.conductor") ? (
              <>
                : a <Figure figure={figure("wiring.main.fuse_a")} className="font-semibold" /> fuse on{" "}
                <Figure figure={figure("wiring.main.conductor")} className="font-semibold" />.
              </>
            ) : unrated ? (
              `. No size is offered while nobody knows the rating of: ${unrated}.`
            ) : (
              "."
            )}
          </>
        )}
      </PageHead>
      {/* Whoever stands in the vehicle with a tape types; what does not fit is in the ledger. */}
      {tab !== "measure" && <StepFindings step="wiring" />}
      {answer.findings.some((finding) => finding.code === "wiring.no_stock_size") && <WaysOut />}
      <Tabs
        label="Wiring"
        value={tab}
        onChange={(tab) => setParams({ tab }, { replace: true })}
        sheets={[
          {
            value: "main",
            label: "Main run",
            children: () => <MainSheet nothing={nothing} unrated={unrated} figure={figure} />,
          },
          { value: "runs", label: "Every run", children: () => <RunsSheet /> },
          { value: "measure", label: "Measure", children: () => <MeasureSheet /> },
          { value: "circuits", label: "Circuits", children: () => <CircuitSheets /> },
          { value: "between", label: "Bars, switches, ways", children: () => <BetweenSheet /> },
          { value: "schedules", label: "Schedules", children: () => <SchedulesSheet /> },
        ]}
      />
    </>
  );
}
