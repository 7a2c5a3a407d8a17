"""Rules of space: the first gates of what can be fitted at all."""

from __future__ import annotations

from ryokan.core.figure import Sheet
from ryokan.core.findings.model import Trouble, rule
from ryokan.core.rig import Rig


@rule("solar.need_over_roof", "advice", "practice", worse=("need", "limit"))
def need_over_roof(rig: Rig, sheet: Sheet) -> Trouble | None:
    """More array is needed than the roof can ever carry."""
    need, limit = sheet["solar.need_w"], sheet.get("space.roof.limit_w")
    if limit is None or rig.solar.has_array or need.number <= limit.number:
        return None
    return Trouble(figures={"need": need, "limit": limit, "free": sheet["space.roof.free_m2"]})


@rule("solar.array_over_roof", "fault", "practice", worse=("have", "limit"))
def array_over_roof(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The chosen array is larger than the roof can ever carry."""
    have, limit = sheet.get("solar.have_w"), sheet.get("space.roof.limit_w")
    if limit is None or have is None or have.number <= limit.number or not _all_on_the_roof(rig):
        return None
    return Trouble(figures={"have": have, "limit": limit, "free": sheet["space.roof.free_m2"]})


def _all_on_the_roof(rig: Rig) -> bool:
    """Whether every array that is always there lies on the roof, as far as anybody said, and none of them is to scale."""
    fixed = [one for one in rig.solar.ordered_arrays().values() if not one.carried]
    return all(one.place == "roof" and not one.strings for one in fixed)
