"""Load lists out and in."""

from __future__ import annotations

from uuid import UUID, uuid4

from sqlalchemy.orm import Session

from ryokan.core.csv_rows import decoded
from ryokan.core.job_file import FileProblem
from ryokan.core.rig import MAX_LOADS
from ryokan.documents.load_list import UnreadableLoads, loads_csv, loads_xlsx, read_loads_csv
from ryokan.operations.accounts import Actor
from ryokan.operations.errors import NotPossible, Unacceptable
from ryokan.operations.patches import Patch
from ryokan.operations.rigs import work_out


def load_list(session: Session, actor: Actor, option_id: UUID) -> str:
    """The load list of an option as CSV. Raises NotThere where there is no such option in the actor's shop."""
    worked = work_out(session, actor, option_id)
    return loads_csv(worked.rig, worked.report)


def load_workbook(session: Session, actor: Actor, option_id: UUID) -> bytes:
    """The load list of an option as a workbook. Raises NotThere where there is no such option in the actor's shop."""
    worked = work_out(session, actor, option_id)
    return loads_xlsx(worked.option.name, worked.rig, worked.report)


def patch_of_list(session: Session, actor: Actor, option_id: UUID, content: bytes) -> Patch:
    """The edit that adds the loads of a CSV to an option. Stores nothing.

    Raises
    ------
    NotThere, NotAllowed
        No such option in the actor's shop; the role only reads.
    Unacceptable
        The file is no load list; every fault is listed by row and column.
    NotPossible
        The sheet would hold too many loads.
    """
    rig = work_out(session, actor, option_id).rig
    actor.require_editor()
    try:
        loads = read_loads_csv(
            decoded(content),
            system_v=rig.storage.system_v,
            mains_v=rig.region.mains_v,
            hemisphere=rig.brief.hemisphere,
        )
    except UnreadableLoads as error:
        faults = [FileProblem(f"/{one.row}/{one.column}", "row", one.message, {}) for one in error.problems]
        raise Unacceptable(str(error), faults) from error
    if len(rig.loads) + len(loads) > MAX_LOADS:
        raise NotPossible(f"The sheet holds {MAX_LOADS} loads; it has {len(rig.loads)}, the list {len(loads)} more.")
    last = max((load.position for load in rig.loads.values()), default=0.0)
    return [
        {
            "op": "add",
            "path": f"/loads/l{uuid4().hex[:10]}",
            "value": load.model_copy(update={"position": last + number}).model_dump(mode="json"),
        }
        for number, load in enumerate(loads, start=1)
    ]
