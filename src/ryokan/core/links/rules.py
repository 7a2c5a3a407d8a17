"""Rules of the links between systems."""

from __future__ import annotations

from ryokan.core.figure import Sheet
from ryokan.core.findings.model import Thing, Trouble, rule
from ryokan.core.findings.things import each_link
from ryokan.core.links.ends import present
from ryokan.core.links.model import Link
from ryokan.core.rig import Rig
from ryokan.core.subjects import subject_of


def _systems(rig: Rig, sheet: Sheet) -> list[Thing[set[bool]]]:
    """Every system at the other end of links, with the ways that they go: whether this rig gives."""
    by_system: dict[str, list[tuple[str, Link]]] = {}
    for id, link in sorted(rig.links.items()):
        if present(rig, link):
            by_system.setdefault(link.system, []).append((id, link))
    return [
        Thing(subject_of(*(("link", id) for id, _ in links)), system, {link.gives for _, link in links})
        for system, links in sorted(by_system.items())
    ]


@rule("charging.link_in_a_loop", "danger", "practice", each=_systems)
def link_in_a_loop(rig: Rig, sheet: Sheet, gives: set[bool]) -> Trouble | None:
    """Two systems feed one another at the same time: each empties the other through the losses of both."""
    return Trouble() if len(gives) == 2 else None


@rule("charging.link_of_gone_stay", "advice", "product", each=each_link)
def link_of_gone_stay(rig: Rig, sheet: Sheet, link: tuple[str, Link]) -> Trouble | None:
    """A link is told to be away at a stay that the journey does not have any more."""
    return Trouble() if any(id not in rig.stays for id in link[1].absent_at) else None
