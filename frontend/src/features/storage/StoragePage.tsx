import { useSearchParams } from "react-router";
import { lazyPage } from "../../ui/lazyPage";
import { PageHead } from "../../ui/PageHead";
import { Tabs } from "../../ui/Tabs";
import { Figure } from "../worksheet/Figure";
import { StepFindings } from "../worksheet/StepFindings";
import { useRig } from "../worksheet/useRig";
import { useStepFigures } from "../worksheet/useStepFigures";
import { inWords } from "../worksheet/words";
import { Behaviour } from "./Behaviour";
import { Chosen } from "./Chosen";
import { Kind } from "./Kind";
import { MeterScale } from "./MeterScale";
import { NeedByChemistry, Schools } from "./Need";

const VoltsClasses = lazyPage("the volts", async () => (await import("./VoltsClasses")).VoltsClasses);

const HowLong = lazyPage("how long it runs", async () => (await import("./HowLong")).HowLong);

const Place = lazyPage("the place", async () => (await import("./Place")).Place);

const Curve = lazyPage(
  "the curve",
  async () => (await import("./Curve")).Curve,
  ({ children }) => <div className="min-h-[380px]">{children}</div>,
);

/** The bank: what it has to hold, what was chosen, where it stands, and how it behaves. */
export function StoragePage() {
  const [params, setParams] = useSearchParams();
  return (
    <>
      <Headline />
      <StepFindings step="storage" />
      <Tabs
        label="Storage"
        value={params.get("tab") ?? "bank"}
        onChange={(tab) => setParams({ tab }, { replace: true })}
        sheets={[
          {
            value: "bank",
            label: "Bank",
            children: () => (
              <>
                <NeedByChemistry />
                <Kind />
                <Chosen />
              </>
            ),
          },
          { value: "place", label: "Place", children: () => <Place /> },
          { value: "runs", label: "How long it runs", children: () => <HowLong /> },
          {
            value: "behaviour",
            label: "Behaviour",
            children: () => (
              <>
                <Behaviour />
                <Curve />
                <MeterScale />
              </>
            ),
          },
          {
            value: "schools",
            label: "Schools and volts",
            children: () => (
              <>
                <Schools />
                <VoltsClasses />
              </>
            ),
          },
        ]}
      />
    </>
  );
}

/** What the bank has to be, by the school that rules. */
function Headline() {
  const { brief, storage, loads } = useRig().rig;
  const { figure } = useStepFigures("storage");
  const days = `${inWords(brief.days_without_charge)} ${brief.days_without_charge === 1 ? "day" : "days"}`;
  const size = (
    <>
      <Figure figure={figure("storage.need_wh")} className="font-semibold" />, which is{" "}
      <Figure figure={figure("storage.need_ah")} className="font-semibold" /> at{" "}
      <Figure figure={figure("storage.nominal_v")} />
    </>
  );
  if (storage.school === "three_daily")
    return <PageHead>Three times the energy of a day asks for {size}, whatever the days.</PageHead>;
  if (storage.school === "wish" && figure("storage.need_by.wish_wh"))
    return (
      <PageHead>
        To run {loads[storage.wish?.load ?? ""]?.name ?? "it"} for <Figure figure={figure("storage.wish.hours")} /> the
        bank needs {size}.
      </PageHead>
    );
  if (storage.school === "price_list" && storage.bank)
    return (
      <PageHead>
        This bank of <Figure figure={figure("storage.have_wh")} className="font-semibold" /> gives{" "}
        <Figure figure={figure("storage.days_without_charge")} className="font-semibold" /> with no charge at all.
      </PageHead>
    );
  return (
    <PageHead>
      To carry {days} with no charge at all the bank needs {size}.
    </PageHead>
  );
}
