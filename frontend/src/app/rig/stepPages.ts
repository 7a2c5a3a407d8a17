import type { Step } from "../../api/types";
import { lazyPage } from "../../ui/lazyPage";

/** The page of each step that the server knows. */
export const STEP_PAGES: Record<Step, ReturnType<typeof lazyPage<object>>> = {
  survey: lazyPage("the survey", async () => (await import("../../features/survey/SurveyPage")).SurveyPage),
  brief: lazyPage("the brief", async () => (await import("../../features/brief/BriefPage")).BriefPage),
  loads: lazyPage("the loads", async () => (await import("../../features/loads/LoadsPage")).LoadsPage),
  storage: lazyPage("storage", async () => (await import("../../features/storage/StoragePage")).StoragePage),
  inverter: lazyPage("the inverter", async () => (await import("../../features/inverter/InverterPage")).InverterPage),
  solar: lazyPage("solar", async () => (await import("../../features/solar/SolarPage")).SolarPage),
  charging: lazyPage("charging", async () => (await import("../../features/charging/ChargingPage")).ChargingPage),
  wiring: lazyPage("wiring", async () => (await import("../../features/wiring/WiringPage")).WiringPage),
  trial: lazyPage("the trial run", async () => (await import("../../features/trial/TrialPage")).TrialPage),
};
