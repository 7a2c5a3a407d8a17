"""Where the things of a survey are: one walks from place to place once."""

from __future__ import annotations

from typing import TYPE_CHECKING

from ryokan.core.survey.model import AnyFound
from ryokan.core.survey.sights import Look

if TYPE_CHECKING:
    from ryokan.core.rig import Rig


def place_of(rig: Rig, thing: AnyFound) -> str:
    """What people call the place of a thing: its compartment, or the words that say where it is; empty where nobody said."""
    box = rig.space.compartments.get(thing.where or "")
    return box.name if box is not None else thing.place


def name_of_look(rig: Rig, look: Look) -> str:
    """What people call a place that was looked at."""
    box = rig.space.compartments.get(look.where or "")
    return (box.name if box is not None else look.name) or "the vehicle"


def places(rig: Rig) -> list[str]:
    """The places of all things that do not go, in the order of the survey; those that nobody placed come last, as “”."""
    named = [place_of(rig, one) for one in rig.survey.ordered().values() if one.fate != "goes"]
    return sorted(dict.fromkeys(named), key=lambda place: place == "")
