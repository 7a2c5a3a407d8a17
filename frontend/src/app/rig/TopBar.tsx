import { useState } from "react";
import { Link, NavLink, useLocation, useNavigate, useParams } from "react-router";
import type { JobAnswer, Person } from "../../api/types";
import { useRig } from "../../features/worksheet/useRig";
import { AccountMenu } from "../../ui/AccountMenu";
import { Mark } from "../../ui/Mark";
import { HistoryDialog, JobDialog, NotesDialog } from "./dialogs";
import { NewOption } from "./NewOption";

export function TopBar({ job, person, onHelp }: { job: JobAnswer; person: Person; onHelp: () => void }) {
  const { step } = useParams();
  const { answer, optionId } = useRig();
  const placeIn = useSamePlace();
  const [notes, setNotes] = useState(false);
  const [about, setAbout] = useState(false);
  const navigate = useNavigate();
  // The option that is open may have been taken away, and not brought back at once: then the first one is opened.
  const leaveAbout = () => {
    setAbout(false);
    const first = job.options[0];
    if (first && job.options.every((option) => option.id !== optionId)) navigate(placeIn(job, first.id));
  };
  return (
    <header className="flex min-h-[52px] flex-wrap items-center gap-x-4 gap-y-1 border-rule border-b px-4 py-1.5">
      <Link to="/" className="touch flex items-center gap-2" aria-label="Ryokan, all jobs">
        <Mark />
      </Link>
      <h1 className="font-semibold text-[17px]">{job.title}</h1>
      <SystemSwitch job={job} />
      <nav className="flex rounded-sm border border-rule" aria-label="Options">
        {optionsOfSystem(job, optionId).map((option) => (
          <NavLink
            key={option.id}
            to={placeIn(job, option.id)}
            className={({ isActive }) =>
              `touch flex h-7 items-center px-3 text-[14px] ${isActive ? "bg-sheet font-semibold" : "text-soft"}`
            }
          >
            {option.name}
          </NavLink>
        ))}
        <NewOption job={job} step={step ?? "brief"} />
      </nav>
      {job.options.length > 1 && (
        <Link
          to={`/jobs/${job.id}/options`}
          className="touch flex items-center text-[14px] text-stored underline underline-offset-2"
        >
          Compare
        </Link>
      )}
      <div className="ml-auto flex min-w-0 flex-wrap items-center gap-x-4 text-[14px] text-soft">
        <CommentCount />
        <SavedState />
        <Walk />
        <button type="button" onClick={onHelp} className="touch h-8 px-1 hover:text-ink" aria-label="Keys and help">
          ?
        </button>
        <AccountMenu
          person={person}
          more={[
            { label: "The job, its stage and options", onSelect: () => setAbout(true) },
            { label: "Notes on the job", onSelect: () => setNotes(true) },
            { label: "Save as a job file", onSelect: () => window.location.assign(`/api/v1/jobs/${job.id}/file`) },
          ]}
        />
      </div>
      {about && <JobDialog jobId={job.id} onClose={leaveAbout} />}
      {notes && <NotesDialog job={job} mayEdit={answer.may_edit} onClose={() => setNotes(false)} />}
    </header>
  );
}

/** The step that is open, and its sheet, in another option. */
function useSamePlace() {
  const { step } = useParams();
  const sheet = new URLSearchParams(useLocation().search).get("tab");
  return (job: JobAnswer, optionId: string) => ({
    pathname: `/jobs/${job.id}/${optionId}/${step}`,
    search: sheet ? `?tab=${sheet}` : "",
  });
}

function systemOf(job: JobAnswer, optionId: string): string {
  return job.options.find((option) => option.id === optionId)?.system ?? "";
}

function optionsOfSystem(job: JobAnswer, optionId: string) {
  const system = systemOf(job, optionId);
  return job.options.filter((option) => option.system === system);
}

/** Which of several systems is open; each has options of its own. */
function SystemSwitch({ job }: { job: JobAnswer }) {
  const placeIn = useSamePlace();
  const { optionId } = useRig();
  const names = [...new Set(job.options.map((option) => option.system))];
  if (names.length < 2) return null;
  const here = systemOf(job, optionId);
  return (
    <nav className="flex gap-3" aria-label="Systems">
      {names.map((name) => (
        <Link
          key={name}
          to={placeIn(job, job.options.find((option) => option.system === name)?.id ?? "")}
          aria-current={name === here ? "true" : undefined}
          className={`touch flex h-7 items-center border-b-2 text-[14px] ${
            name === here ? "border-incoming font-semibold" : "border-transparent text-soft hover:text-ink"
          }`}
        >
          {name}
        </Link>
      ))}
    </nav>
  );
}

function CommentCount() {
  const { answer, comment } = useRig();
  const open = Object.values(answer.open_comments).reduce((sum, count) => sum + count, 0);
  return (
    <button type="button" onClick={() => comment("")} className="touch h-8 whitespace-nowrap hover:text-ink">
      Comments {open > 0 && <span className="figure text-ink">{open}</span>}
    </button>
  );
}

function SavedState() {
  const { answer, outbox, lines, found, optionId } = useRig();
  const { jobId } = useParams();
  const [history, setHistory] = useState(false);
  // A line that waits for its answer by a person is not on its way.
  const askedLoads = lines.lines.filter((one) => one.state !== "reading").length;
  const askedFound = found.lines.filter((one) => one.state !== "reading").length;
  const asked = askedLoads + askedFound;
  const count = outbox.waiting.length + lines.lines.length + found.lines.length - asked;
  if (count > 0 && (outbox.trouble ?? lines.trouble ?? found.trouble)) {
    return (
      <span role="status" className="font-semibold text-fault">
        Not saved yet: {count}
      </span>
    );
  }
  return (
    <>
      {asked > 0 && (
        <Link
          to={`/jobs/${jobId}/${optionId}/${askedLoads > 0 ? "loads" : "survey"}`}
          className="touch flex h-8 items-center text-fault hover:underline"
        >
          {asked === 1 ? "1 line is asked about" : `${asked} lines are asked about`}
        </Link>
      )}
      <span role="status" className={count > 0 ? "" : "sr-only"}>
        {count > 0 ? "Saving…" : "Saved"}
      </span>
      {count === 0 && (
        <button
          type="button"
          onClick={() => setHistory(true)}
          className="touch h-8 hover:text-ink"
          title="What was changed"
        >
          Saved, revision {answer.revision}
        </button>
      )}
      {history && <HistoryDialog onClose={() => setHistory(false)} />}
    </>
  );
}

function Walk() {
  const { answer, walk } = useRig();
  if (!answer.may_edit) return <span>Looking only</span>;
  return (
    <>
      <button
        type="button"
        disabled={!answer.undo}
        onClick={() => void walk("undo")}
        className="touch h-8 max-w-48 truncate hover:text-ink disabled:opacity-50"
        title="Ctrl Z"
      >
        {answer.undo ? `Undo “${answer.undo}”` : "Undo"}
      </button>
      {answer.redo && (
        <button
          type="button"
          onClick={() => void walk("redo")}
          className="touch h-8 hover:text-ink"
          title="Ctrl Shift Z"
        >
          Redo
        </button>
      )}
    </>
  );
}
