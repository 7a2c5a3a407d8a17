"""The things of a rig that rules judge one at a time, each with its subject and the name that people gave it."""

from __future__ import annotations

from collections.abc import Callable
from typing import TypeAlias

from ryokan.core.figure import Sheet
from ryokan.core.findings.model import Thing
from ryokan.core.itinerary import name_of_stay
from ryokan.core.links.model import Link
from ryokan.core.loads.model import Load
from ryokan.core.rig import Rig, Stay
from ryokan.core.space.model import Compartment
from ryokan.core.subjects import subject_of
from ryokan.core.survey.model import AnyFound, name_of_found

# An item with the id that it has in its collection.
Named: TypeAlias = tuple[str, AnyFound]


def each_load(rig: Rig, sheet: Sheet) -> list[Thing[tuple[str, Load]]]:
    """Every load that counts."""
    return loads_that(rig, lambda load: True)


def loads_that(rig: Rig, are: Callable[[Load], bool]) -> list[Thing[tuple[str, Load]]]:
    """Loads that count and that something is true of."""
    return [Thing(f"load:{id}", load.name, (id, load)) for id, load in rig.active_loads().items() if are(load)]


def each_stay(rig: Rig, sheet: Sheet) -> list[Thing[tuple[str, Stay]]]:
    """Every stay of the journey, in its order."""
    stays = sorted(rig.stays.items(), key=lambda one: (one[1].position, one[0]))
    return [Thing(subject_of(("stay", id)), name_of_stay(stay), (id, stay)) for id, stay in stays]


def each_link(rig: Rig, sheet: Sheet | None) -> list[Thing[tuple[str, Link]]]:
    """Every link, by the system at its other end."""
    links = sorted(rig.links.items(), key=lambda one: (one[1].position, one[0]))
    return [Thing(subject_of(("link", id)), link.system, (id, link)) for id, link in links]


def each_found(rig: Rig, sheet: Sheet) -> list[Thing[AnyFound]]:
    """Everything that was found in the vehicle."""
    return [Thing(subject_of(("item", id)), name_of_found(one), one) for id, one in rig.survey.ordered().items()]


def each_that_remains(rig: Rig, sheet: Sheet) -> list[Thing[AnyFound]]:
    """What counts in this option: all of it as found, otherwise what stays."""
    return [one for one in each_found(rig, sheet) if rig.survey.as_found or one.item.fate == "stays"]


def holds_lithium(rig: Rig) -> bool:
    """Whether the bank is lithium: the one that is there, or while one is planned the kind that is planned."""
    return rig.storage.is_lithium and (rig.storage.bank is not None or not rig.survey.as_found)


def bank_compartment(rig: Rig, sheet: Sheet) -> list[Thing[Compartment]]:
    """The compartment that the bank is to stand in, where it is one that was measured."""
    return _compartment(rig, rig.storage.compartment)


def inverter_compartment(rig: Rig, sheet: Sheet) -> list[Thing[tuple[Compartment, bool]]]:
    """The compartments that inverters are to stand in, of those that were measured, each once.

    With each comes whether that one is there whose part and plate the figures are of.
    """
    ids = dict.fromkeys((rig.inverter.compartment, *(one.compartment for one in rig.inverter.others.values())))
    return [
        Thing(thing.subject, thing.name, (thing.item, id == rig.inverter.compartment))
        for id in ids
        for thing in _compartment(rig, id)
    ]


def _compartment(rig: Rig, id: str | None) -> list[Thing[Compartment]]:
    box = rig.space.compartments.get(id or "")
    return [] if box is None or id is None else [Thing(subject_of(("compartment", id)), box.name, box)]
