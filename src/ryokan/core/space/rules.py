"""Rules of space: the first gates of what can be fitted at all."""

from __future__ import annotations

from ryokan.core.figure import Sheet
from ryokan.core.findings.model import Trouble, rule
from ryokan.core.rig import Rig


@rule("solar.need_over_roof", "advice", "practice", worse=("need", "limit"))
def need_over_roof(rig: Rig, sheet: Sheet) -> Trouble | None:
    """More array is needed than the roof can ever carry."""
    need, limit = sheet["solar.need_w"], sheet.get("space.roof.limit_w")
    if limit is None or rig.solar.array_w is not None or need.number <= limit.number:
        return None
    return Trouble(figures={"need": need, "limit": limit, "free": sheet["space.roof.free_m2"]})


@rule("solar.array_over_roof", "fault", "practice", worse=("have", "limit"))
def array_over_roof(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The chosen array is larger than the roof can ever carry."""
    have, limit = sheet.get("solar.have_w"), sheet.get("space.roof.limit_w")
    if limit is None or have is None or have.number <= limit.number:
        return None
    return Trouble(figures={"have": have, "limit": limit, "free": sheet["space.roof.free_m2"]})
