import { useQuery } from "@tanstack/react-query";
import { useEffect, useMemo, useState } from "react";
import { Navigate, useParams } from "react-router";
import { jobQuery, optionQuery, sessionQuery } from "../../api/queries";
import type { OptionAnswer, Person, Step } from "../../api/types";
import { useSteps } from "../../api/useSteps";
import { RigContextProvider } from "../../features/worksheet/useRig";
import { useWorking } from "../../features/worksheet/useWorking";
import { Failed, Waiting } from "../../ui/states";
import { CommentsDialog, DIALOGS, HelpDialog, TrialBehind, WorkingPanel } from "./dialogs";
import { Ledger } from "./Ledger";
import { LedgerDrawer } from "./LedgerDrawer";
import { Notices } from "./Notices";
import { Rail } from "./Rail";
import { STEP_PAGES } from "./stepPages";
import { TopBar } from "./TopBar";
import { type Told, toldKey, withTold } from "./told";
import { useKeys } from "./useKeys";
import { useNarrow } from "./useNarrow";
import { useRigState } from "./useRigState";

/** One option of a job: rail, worksheet, ledger. */
export function RigPage({ person }: { person: Person }) {
  const { jobId = "", optionId = "", step = "" } = useParams();
  const job = useQuery(jobQuery(jobId));
  const option = useQuery(optionQuery(optionId));
  const steps = useSteps();
  // What is there stays, whatever becomes of a later question.
  const failed = (job.data ? null : job.error) ?? (option.data ? null : option.error);
  if (failed) return <Failed error={failed} retry={() => void Promise.all([job.refetch(), option.refetch()])} />;
  if (!job.data || !option.data) return <Waiting what="the job" failed={option.failureReason} />;
  const known = steps.find((one) => one.step === step);
  if (!known) return <Navigate to={`/jobs/${jobId}/${optionId}/brief`} replace />;
  return (
    <OpenRig key={optionId} optionId={optionId} answer={option.data} job={job.data} step={known} person={person} />
  );
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
  step: { step: Step; name: string };
  person: Person;
}) {
  const [commenting, setCommenting] = useState<string | null>(null);
  const { data: told } = useQuery<Told>({ queryKey: toldKey(optionId), enabled: false });
  const known = useMemo(() => (told ? withTold(answer, told) : answer), [answer, told]);
  const rig = useRigState(optionId, known, setCommenting);
  const { trail } = useWorking();
  const narrow = useNarrow();
  const [help, setHelp] = useState(false);
  useKeys(rig, () => setHelp(true));
  useEffect(() => {
    document.title = `${step.name} – ${job.title} – Ryokan`;
  }, [step.name, job.title]);
  const Page = STEP_PAGES[step.step];
  useEffect(fetchStepsAhead, []);
  return (
    <RigContextProvider value={rig}>
      <div className="flex h-dvh flex-col">
        <TopBar job={job} person={person} onHelp={() => setHelp(true)} />
        <Notices />
        <div className="flex min-h-0 flex-1 flex-col md:flex-row">
          <aside className="shrink-0 border-rule border-b md:w-[156px] md:border-r md:border-b-0">
            <Rail />
          </aside>
          <main key={step.step} className="relative min-w-0 flex-1 overflow-auto px-5 pt-5 pb-8 lg:px-7">
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
        <TrialBehind />
      </div>
      {commenting !== null && <CommentsDialog pin={commenting} person={person} onClose={() => setCommenting(null)} />}
      {help && <HelpDialog onClose={() => setHelp(false)} />}
    </RigContextProvider>
  );
}

/** The other steps and dialogs are fetched once this one stands: a bay's network may be gone when they are opened. */
function fetchStepsAhead() {
  const timer = setTimeout(() => {
    for (const page of [...Object.values(STEP_PAGES), ...DIALOGS]) void page.fetchAhead();
  }, 2_000);
  return () => clearTimeout(timer);
}

function Caution() {
  const { data } = useQuery(sessionQuery);
  return <p className="mt-10 max-w-[60rem] border-rule border-t pt-3 text-[13px] text-soft">{data?.caution}</p>;
}
