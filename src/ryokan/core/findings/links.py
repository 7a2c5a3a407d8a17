"""Rules of the links between systems."""

from __future__ import annotations

from ryokan.core.figure import Sheet
from ryokan.core.findings.model import Trouble, rule
from ryokan.core.links.ends import present
from ryokan.core.rig import Rig


@rule("charging.link_in_a_loop", "danger", "practice")
def link_in_a_loop(rig: Rig, sheet: Sheet) -> Trouble | None:
    """Two systems feed one another at the same time: each empties the other through the losses of both."""
    together = [link for link in rig.links.values() if present(rig, link)]
    gives, takes = ({link.system for link in together if link.gives is way} for way in (True, False))
    looped = sorted(gives & takes)
    return Trouble(words={"systems": ", ".join(looped)}) if looped else None


@rule("charging.link_of_gone_stay", "advice", "product")
def link_of_gone_stay(rig: Rig, sheet: Sheet) -> Trouble | None:
    """A link is told to be away at a stay that the journey does not have any more."""
    gone = sorted({link.system for link in rig.links.values() if any(id not in rig.stays for id in link.absent_at)})
    return Trouble(words={"systems": ", ".join(gone)}) if gone else None
