import type { ReactNode } from "react";
import { useSearchParams } from "react-router";
import { lazyPage } from "../../ui/lazyPage";
import { PageHead } from "../../ui/PageHead";
import { Tabs } from "../../ui/Tabs";
import { Figure } from "../worksheet/Figure";
import { StepFindings } from "../worksheet/StepFindings";
import { useRig } from "../worksheet/useRig";
import { useStepFigures } from "../worksheet/useStepFigures";
import { Sources } from "./Sources";
import { isBoat } from "./things";

const sheet = ({ children }: { children?: ReactNode }) => <div className="min-h-[300px]">{children}</div>;
const AlternatorSheet = lazyPage(
  "the alternators",
  async () => (await import("./AlternatorSheet")).AlternatorSheet,
  sheet,
);
const MainsSheet = lazyPage("hookup and generator", async () => (await import("./MainsSheet")).MainsSheet, sheet);
const OtherBanks = lazyPage("the other banks", async () => (await import("./OtherBanks")).OtherBanks, sheet);
const SettingsSheet = lazyPage("the settings", async () => (await import("./SettingsSheet")).SettingsSheet, sheet);

export function ChargingPage() {
  const [params, setParams] = useSearchParams();
  const { rig } = useRig();
  return (
    <>
      <InWords />
      <StepFindings step="charging" />
      <Tabs
        label="Charging"
        value={params.get("tab") ?? "sources"}
        onChange={(tab) => setParams({ tab }, { replace: true })}
        sheets={[
          { value: "sources", label: "Sources", children: () => <Sources /> },
          { value: "alternators", label: "Alternators", children: () => <AlternatorSheet /> },
          { value: "mains", label: "Hookup and generator", children: () => <MainsSheet /> },
          {
            value: "banks",
            label: "Other banks",
            count: Object.keys(rig.storage.others).length,
            children: () => <OtherBanks />,
          },
          { value: "settings", label: "Settings", children: () => <SettingsSheet /> },
        ]}
      />
    </>
  );
}

/** What driving and a hookup ask for, as one says it. */
function InWords() {
  const { figure } = useStepFigures("charging");
  const boat = isBoat(useRig().rig);
  const drives = Number(figure("brief.driving_hours_per_day")?.value ?? 0) > 0;
  return (
    <PageHead>
      {!drives && "The stays plan no driving. "}
      {figure("charging.dcdc.need_a") && (
        <>
          With <Figure figure={figure("brief.driving_hours_per_day")} /> of driving a day, a DC-DC charger of{" "}
          <Figure figure={figure("charging.dcdc.need_a")} className="font-semibold" /> alone keeps up.{" "}
        </>
      )}
      {figure("charging.relay.estimate_a") && (
        <>
          {boat ? "While motoring" : "While driving"} the bank gets about{" "}
          <Figure figure={figure("charging.relay.estimate_a")} className="font-semibold" /> straight from the
          alternator.{" "}
        </>
      )}
      {figure("charging.shore.need_a") ? (
        <>
          On shore <Figure figure={figure("charging.shore.need_a")} className="font-semibold" /> fill the bank in{" "}
          <Figure figure={figure("charging.refill_hours")} />.
        </>
      ) : (
        "No hookup is on the journey, and no shore charger is there."
      )}
    </PageHead>
  );
}
