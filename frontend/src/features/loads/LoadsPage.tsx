import { Link, useParams } from "react-router";
import type { FigureValue } from "../../api/types";
import { PageHead } from "../../ui/PageHead";
import { Figure } from "../worksheet/Figure";
import { useRig } from "../worksheet/useRig";
import { useStepFigures } from "../worksheet/useStepFigures";
import { LoadLine } from "./LoadLine";
import { LoadLists } from "./LoadLists";
import { LoadResults } from "./LoadResults";
import { LoadTable } from "./LoadTable";
import { nextPosition } from "./loadPatches";

export function LoadsPage() {
  const { rig, answer, lines, typedLines } = useRig();
  const { figure, figures } = useStepFigures("loads");
  const empty = Object.keys(rig.loads).length === 0;
  const bare = empty && lines.lines.length === 0;
  return (
    <>
      <PageHead>
        {empty ? (
          "Type what runs on board, one line each. The bank appears after the first."
        ) : (
          <>
            A full day takes <Figure figure={figure("loads.wh_per_day_at_bank")} className="font-semibold" /> from the
            bank, with margin <Figure figure={figure("loads.wh_per_day_with_margin")} className="font-semibold" />.
          </>
        )}
      </PageHead>
      {answer.may_edit && (
        <LoadLine
          label="Add a load"
          action="Enter adds it"
          autoFocus
          onTake={(line) => typedLines.add({ line, position: nextPosition(rig, lines.lines), replaces: null })}
          onUp={focusAsked}
          placeholder={empty ? "10 x LED lamp 3W 5h" : "kettle 1200W 10 min"}
        />
      )}
      <AskedNote />
      {!bare && <LoadTable figure={figure} />}
      <ToOtherSystems figure={figure} />
      <LoadLists empty={empty} />
      {!empty && (
        <div className="mt-8">
          <LoadResults figures={figures} />
        </div>
      )}
    </>
  );
}

/** Lines that wait for an answer may stand below the edge of the screen. */
function AskedNote() {
  const { lines } = useRig();
  const asked = lines.lines.filter((line) => line.state !== "reading");
  if (asked.length === 0) return null;
  return (
    <p className="mb-3 max-w-[56rem] text-[14px] text-fault">
      {asked.length === 1 ? "One line is" : `${asked.length} lines are`} asked about and not counted yet, in{" "}
      {asked.length === 1 ? "its place" : "their places"} below.{" "}
      <button type="button" className="touch text-stored underline underline-offset-2" onClick={focusAsked}>
        Go there
      </button>
      <span className="text-soft"> or press ↑ in the empty line.</span>
    </p>
  );
}

/** From the empty line up to the last one that is asked about. */
function focusAsked(): boolean {
  const asked = [...document.querySelectorAll<HTMLElement>("[data-asked-line]")].at(-1);
  asked?.focus();
  return asked !== undefined;
}

/** What feeds other systems counts among the loads; it is changed where it was said. */
function ToOtherSystems({ figure }: { figure: (key: string) => FigureValue | undefined }) {
  const { rig } = useRig();
  const { jobId, optionId } = useParams();
  const links = Object.entries(rig.links).filter(([, link]) => link.gives && link.source !== "alternator");
  if (links.length === 0) return null;
  return (
    <p className="mt-3 text-[14px] text-soft">
      Also counted:{" "}
      {links.map(([id, link], index) => (
        <span key={id}>
          {index > 0 && ", "}
          to {link.system}{" "}
          {figure(`loads.row.to~${id}.wh_at_bank`) ? (
            <Figure figure={figure(`loads.row.to~${id}.wh_at_bank`)} className="text-ink" />
          ) : (
            <Figure figure={figure(`loads.row.to~${id}.running_w`)} className="text-ink" />
          )}
        </span>
      ))}
      .{" "}
      <Link
        to={`/jobs/${jobId}/${optionId}/survey?tab=systems`}
        className="touch text-stored underline underline-offset-2"
      >
        Links
      </Link>
    </p>
  );
}
