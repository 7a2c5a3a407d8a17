"""What stands at the ends of runs, how runs are marked, and the colours of their conductors."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable

from ryokan.core.rig import Rig
from ryokan.core.wiring.things import RunOf, name_of_run

MAIN_MARK = "0"


def marks_of(runs: Iterable[RunOf]) -> dict[str, str]:
    """What stands on each run, by its key: its label, else its number. Of two with one label each has its number behind it."""
    every = tuple(runs)
    labels = Counter(_label(one) for one in every)
    marks: dict[str, str] = {}
    for one in every:
        number, label = MAIN_MARK if one.run.kind == "main" else one.id, _label(one)
        marks[one.run.key] = number if not label else label if labels[label] == 1 else f"{label}·{number}"
    return marks


def _label(one: RunOf) -> str:
    """The label of a run without a sign of its own: each conductor gets that of its pole."""
    return one.said.label.rstrip(" +−-").lstrip()


def ends_of(rig: Rig, one: RunOf) -> tuple[str, str]:
    """What is at the near and at the far end of a run; of links the run's own name at both."""
    return parted(name_of_run(rig, one.run))


def parted(name: str) -> tuple[str, str]:
    """Both ends of a name such as “bus to the inverter”, without what is behind a comma; the whole name where it has no two."""
    near, to, far = name.partition(" to ")
    return (_plain(near), _plain(far.partition(",")[0])) if to else (name, name)


def _plain(name: str) -> str:
    return name.removeprefix("the ").removeprefix("its ")


def conductors_of(rig: Rig, one: RunOf, mark: str) -> list[tuple[str, str]]:
    """Mark and colour of each conductor of a run: of both poles, of each cable side by side, or of each link.

    Red and black or yellow. (ABYC E-11, ISO 10133, from memory, unverified)
    """
    negative = negative_colour(rig)
    letters = [chr(ord("a") + n) for n in range(one.said.cables)] if one.said.cables > 1 else [""]
    if one.run.kind != "link":
        return [(f"{mark}{letter}{pole}", colour) for letter in letters for pole, colour in (("+", "red"), ("−", negative))]
    found: list[tuple[str, str]] = []
    for number in range(one.run.pieces):
        # Between strings half of them join positives; within one each joins a positive to a negative.
        colour = negative if not one.run.thing and number >= one.run.pieces / 2 else "red"
        behind = f".{number + 1}" if one.run.pieces > 1 else ""
        found += [(f"{mark}{behind}{letter}", colour) for letter in letters]
    return found


def negative_colour(rig: Rig) -> str:
    """Of new cable: as said, else yellow in American boats, apart from the black of AC. (ABYC E-11, from memory)"""
    return rig.wiring.negative_colour or ("yellow" if rig.region.code_pack == "na_marine" else "black")


def ac_colours(rig: Rig, lives: int) -> str:
    """Colours of the cores of a cable on AC. (NEC 200.6 and 250.119, IEC 60445, from memory, unverified)"""
    if rig.region.code_pack in ("na_vehicle", "na_marine"):
        return f"{'black, red' if lives == 2 else 'black'}, white, green"
    return f"{'brown, black' if lives == 2 else 'brown'}, blue, green-yellow"
