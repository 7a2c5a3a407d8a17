import { useQuery } from "@tanstack/react-query";
import { type ReactNode, useEffect, useState } from "react";
import { Navigate, useParams } from "react-router";
import { jobQuery, optionQuery, sessionQuery } from "../../api/queries";
import { type OptionAnswer, type Person, STEPS, type Step } from "../../api/types";
import { Failed, Waiting } from "../../ui/states";
import { BriefPage } from "../brief/BriefPage";
import { ChargingPage } from "../charging/ChargingPage";
import { InverterPage } from "../inverter/InverterPage";
import { LoadsPage } from "../loads/LoadsPage";
import { SolarPage } from "../solar/SolarPage";
import { StoragePage } from "../storage/StoragePage";
import { SurveyPage } from "../survey/SurveyPage";
import { WiringPage } from "../wiring/WiringPage";
import { CommentsDialog } from "./CommentsDialog";
import { HelpDialog } from "./HelpDialog";
import { Ledger } from "./Ledger";
import { LedgerDrawer } from "./LedgerDrawer";
import { Notices } from "./Notices";
import { Rail, STEP_NAMES } from "./Rail";
import { TopBar } from "./TopBar";
import { useKeys } from "./useKeys";
import { useNarrow } from "./useNarrow";
import { RigContextProvider } from "./useRig";
import { useRigState } from "./useRigState";
import { useWorking } from "./useWorking";
import { WorkingPanel } from "./WorkingPanel";

const PAGES: Record<Step, () => ReactNode> = {
  survey: SurveyPage,
  brief: BriefPage,
  loads: LoadsPage,
  storage: StoragePage,
  inverter: InverterPage,
  solar: SolarPage,
  charging: ChargingPage,
  wiring: WiringPage,
};

/** One option of a job: rail, worksheet, ledger. */
export function RigPage({ person }: { person: Person }) {
  const { jobId = "", optionId = "", step = "" } = useParams();
  const job = useQuery(jobQuery(jobId));
  const option = useQuery(optionQuery(optionId));
  // What is there stays, whatever becomes of a later question.
  const failed = (job.data ? null : job.error) ?? (option.data ? null : option.error);
  if (failed) return <Failed error={failed} retry={() => void Promise.all([job.refetch(), option.refetch()])} />;
  if (!job.data || !option.data) return <Waiting what="the job" failed={option.failureReason} />;
  if (!isStep(step)) return <Navigate to={`/jobs/${jobId}/${optionId}/brief`} replace />;
  return <OpenRig key={optionId} optionId={optionId} answer={option.data} job={job.data} step={step} person={person} />;
}

function isStep(text: string): text is Step {
  return (STEPS as readonly string[]).includes(text);
}

function OpenRig({
  optionId,
  answer,
  job,
  step,
  person,
}: {
  optionId: string;
  answer: OptionAnswer;
  job: Parameters<typeof TopBar>[0]["job"];
  step: Step;
  person: Person;
}) {
  const [commenting, setCommenting] = useState<string | null>(null);
  const rig = useRigState(optionId, answer, setCommenting);
  const { trail } = useWorking();
  const narrow = useNarrow();
  const [help, setHelp] = useState(false);
  useKeys(rig, () => setHelp(true));
  useEffect(() => {
    document.title = `${STEP_NAMES[step]} – ${job.title} – Ryokan`;
  }, [step, job.title]);
  const Page = PAGES[step];
  return (
    <RigContextProvider value={rig}>
      <div className="flex h-dvh flex-col">
        <TopBar job={job} person={person} onHelp={() => setHelp(true)} />
        <Notices />
        <div className="flex min-h-0 flex-1 flex-col md:flex-row">
          <aside className="shrink-0 border-rule border-b md:w-[156px] md:border-r md:border-b-0">
            <Rail />
          </aside>
          <main key={step} className="min-w-0 flex-1 overflow-auto px-5 pt-5 pb-8 lg:px-7">
            <Page />
            <Caution />
          </main>
          {!narrow && (
            <aside aria-label="Ledger" className="w-[336px] shrink-0 overflow-auto border-rule border-l bg-sheet">
              {trail.length > 0 ? <WorkingPanel /> : <Ledger />}
            </aside>
          )}
        </div>
        {narrow && <LedgerDrawer />}
      </div>
      {commenting !== null && <CommentsDialog pin={commenting} person={person} onClose={() => setCommenting(null)} />}
      {help && <HelpDialog onClose={() => setHelp(false)} />}
    </RigContextProvider>
  );
}

function Caution() {
  const { data } = useQuery(sessionQuery);
  return <p className="mt-10 max-w-[60rem] border-rule border-t pt-3 text-[13px] text-soft">{data?.caution}</p>;
}
