import { PageHead } from "../../ui/PageHead";
import { Figure } from "../rig/Figure";
import { useRig } from "../rig/useRig";
import { useStepFigures } from "../rig/useStepFigures";
import { LoadLine } from "./LoadLine";
import { LoadLists } from "./LoadLists";
import { LoadResults } from "./LoadResults";
import { LoadTable } from "./LoadTable";
import { addLoad } from "./loadPatches";

export function LoadsPage() {
  const { rig, answer, edit } = useRig();
  const { figure, figures } = useStepFigures("loads");
  const empty = Object.keys(rig.loads).length === 0;
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
          autoFocus
          onTake={(load) => edit(addLoad(rig, load), { report: false })}
          placeholder={empty ? "10 x LED lamp 3W 5h" : "kettle 1200W 10 min"}
        />
      )}
      {!empty && <LoadTable figure={figure} />}
      <LoadLists empty={empty} />
      {!empty && (
        <div className="mt-8">
          <LoadResults figures={figures} />
        </div>
      )}
    </>
  );
}
