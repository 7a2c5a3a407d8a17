import type { ReactNode } from "react";
import { Link, useParams, useSearchParams } from "react-router";
import type { TrialRan } from "../../api/types";
import { formatNumber } from "../../ui/formatQuantity";
import { lazyPage } from "../../ui/lazyPage";
import { PageHead } from "../../ui/PageHead";
import { Failed, Waiting } from "../../ui/states";
import { Tabs } from "../../ui/Tabs";
import { StepFindings } from "../worksheet/StepFindings";
import { useRig } from "../worksheet/useRig";
import { useTrial } from "../worksheet/useTrial";

const sheet = ({ children }: { children?: ReactNode }) => <div className="min-h-[420px]">{children}</div>;
const NightsSheet = lazyPage("the nights", async () => (await import("./NightsSheet")).NightsSheet, sheet);
const ChargeSheet = lazyPage("that year", async () => (await import("./ChargeSheet")).ChargeSheet, sheet);
const HelpSheet = lazyPage("what would help", async () => (await import("./HelpSheet")).HelpSheet, sheet);
const RiskSheet = lazyPage("banks against arrays", async () => (await import("./RiskSheet")).RiskSheet, sheet);
const LongSheet = lazyPage("a thousand years", async () => (await import("./LongSheet")).LongSheet, sheet);
const HowItIsRun = lazyPage("how it is run", async () => (await import("./HowItIsRun")).HowItIsRun, sheet);

/** The rig through its own journey: how often it goes dark, when, and what would help. */
export function TrialPage() {
  const { answer } = useRig();
  const query = useTrial();
  const [params, setParams] = useSearchParams();
  const trial = query.data;
  if (!trial) {
    if (query.error) return <Failed error={query.error} retry={() => void query.refetch()} />;
    return <Waiting what="the trial run" failed={query.failureReason} />;
  }
  const ran = trial.ran as TrialRan | null;
  return (
    <>
      {ran ? <Said ran={ran} /> : <Cannot why={trial.cannot} at={trial.missing_at} />}
      {trial.revision !== answer.revision && (
        <p role="status" className="mb-3 text-[13px] text-soft">
          Worked out for the rig before the last edit; it is being run again.
        </p>
      )}
      <StepFindings step="trial" />
      <Tabs
        label="Trial run"
        value={params.get("tab") ?? (ran ? "nights" : "run")}
        onChange={(tab) => setParams({ tab }, { replace: true })}
        sheets={[
          ...(ran
            ? [
                { value: "nights", label: "Nights", children: () => <NightsSheet ran={ran} /> },
                { value: "charge", label: "One year by the hour", children: () => <ChargeSheet ran={ran} /> },
                { value: "help", label: "What would help", children: () => <HelpSheet /> },
                { value: "risk", label: "Bank against array", children: () => <RiskSheet /> },
              ]
            : []),
          ...(ran || trial.long.ran
            ? [
                {
                  value: "long",
                  label: "A thousand years",
                  children: () => <LongSheet long={trial.long} canRun={ran !== null} />,
                },
              ]
            : []),
          { value: "run", label: "How it is run", children: () => <HowItIsRun notes={ran?.notes ?? []} /> },
        ]}
      />
    </>
  );
}

function Said({ ran }: { ran: TrialRan }) {
  return (
    <>
      <PageHead>
        <span className="first-letter:uppercase inline-block">{ran.says},</span> by {formatNumber(ran.years)} years of
        weather.
      </PageHead>
      <p className="-mt-3 mb-5 max-w-[46rem] text-[15px] text-soft">
        By the scatter of those years it is {ran.between} of the nights. The sun itself is known less well: were it as
        low as it may be, {ran.dull}; as high, {ran.bright}. {ran.as_it_came} {ran.days_out}
      </p>
      {ran.open_ends.length > 0 && <p className="-mt-3 mb-5 max-w-[46rem] text-[15px]">{ran.open_ends.join(" ")}</p>}
    </>
  );
}

/** Nothing is wrong with a rig that cannot be run yet. */
const PLACES = { brief: "To the stays", loads: "To the loads", storage: "To the bank" };

function Cannot({ why, at }: { why: string; at: keyof typeof PLACES }) {
  const { jobId, optionId } = useParams();
  return (
    <>
      <PageHead>Not run yet.</PageHead>
      <p className="-mt-3 mb-5 max-w-[46rem]">
        {why}{" "}
        <Link to={`/jobs/${jobId}/${optionId}/${at}`} className="text-stored underline underline-offset-2">
          {PLACES[at]}
        </Link>
      </p>
    </>
  );
}
