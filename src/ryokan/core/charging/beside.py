"""What fills the banks beside the house bank."""

from __future__ import annotations

from typing import TypeAlias

from ryokan.core.charging.alternator import known_of, ways
from ryokan.core.charging.shore import OnMains
from ryokan.core.parts.model import ChargerPart, DcdcPart
from ryokan.core.question import question
from ryokan.core.scope import Scope

Rating: TypeAlias = "tuple[float | None, DcdcPart | ChargerPart | None]"


def each_beside(scope: Scope) -> dict[str, Rating]:
    """What each way and each charger gives that fills a bank beside the house bank, with the part that says it."""
    charging, parts = scope.rig.charging, scope.parts
    found: dict[str, Rating] = {id: (way.rated_a, way.part) for id, way in ways(charging, parts.paths, to_house=False).items()}
    for id, charger in charging.ordered_chargers().items():
        if charger.bank is not None:
            part = parts.chargers.get(id)
            found[id] = OnMains(known_of(charger, part), part).rated_a, part
    return found


@question(rig=("charging", "parts.chargers", "parts.paths"), writes={"A": ("charging.beside.*.rated_a",)}, each=each_beside)
def other_banks(scope: Scope, id: str, rating: Rating) -> None:
    """What fills a bank beside the house bank gives."""
    rated_a, part = rating
    if rated_a is not None and part is not None:
        scope.part(f"charging.beside.{id}.rated_a", rated_a, "A", part)
    elif rated_a is not None:
        scope.given(f"charging.beside.{id}.rated_a", rated_a, "A")
