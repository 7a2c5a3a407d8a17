"""What an array still takes: how many more panels like its own its controller bears, and what is bought anew first."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from functools import partial

from ryokan.core.figure import Figure
from ryokan.core.parts.fitted import Fitted
from ryokan.core.parts.model import ControllerPart, PanelPart
from ryokan.core.rig import Rig
from ryokan.core.solar.arrange import ADVICE, Conditions, Reason, Row, judged_rows
from ryokan.core.solar.model import Array
from ryokan.core.solar.values import ControllerValues

MOST_MORE = 24  # panels that are tried on top


@dataclass(frozen=True, slots=True)
class Growth:
    """Room on one array: ``in_parallel`` more strings like its own, ``in_series`` more panels in each string.

    ``first`` is what speaks against one string more than that: what would be bought anew first. None where it is not one of
    what a controller states.
    """

    array: str
    series: int
    parallel: int
    in_parallel: int
    in_series: int
    first: Reason | None
    first_in_series: Reason | None
    now: Reason | None = None  # what speaks against it as it is: then it takes nothing more


def room_to_grow(rig: Rig, chosen: Fitted, given: Conditions) -> list[Growth]:
    """For each array of like strings on a controller whose method and rating are known, in their order."""
    found = []
    for id, array in rig.solar.ordered_arrays().items():
        like = like_strings(array, chosen.panels)
        controller = controller_as_part(rig, chosen, array.controller)
        if like is None or controller is None:
            continue
        panel, series, parallel = like
        as_it_is = judged_rows([(panel, 1)], controller, (Row(0, series, parallel),), given)
        now = next((one for one in as_it_is.against if one.code not in ADVICE), None)
        if now is not None:
            found.append(Growth(id, series, parallel, 0, 0, None, None, now))
            continue
        more, first = _more(panel, controller, given, partial(_wider, series, parallel))
        longer, first_longer = _more(panel, controller, given, partial(_longer, series, parallel))
        found.append(Growth(id, series, parallel, more, longer, first, first_longer))
    return found


def _wider(series: int, parallel: int, more: int) -> Row:
    return Row(0, series, parallel + more)


def _longer(series: int, parallel: int, more: int) -> Row:
    return Row(0, series + more, parallel)


def like_strings(array: Array, parts: Mapping[str, PanelPart]) -> tuple[PanelPart, int, int] | None:
    """The panel, how many in series and how many strings, where all strings of an array are alike; else None."""
    kinds = {laid.part for string in array.strings.values() for laid in string.panels.values()}
    lengths = {len(string.panels) for string in array.strings.values()}
    if len(kinds) != 1 or len(lengths) != 1:
        return None
    return parts[kinds.pop()], lengths.pop(), len(array.strings)


def controller_as_part(rig: Rig, chosen: Fitted, id: str | None) -> ControllerPart | None:
    """A controller with what is typed of it as a part; None while rating or method are not known."""
    one = rig.solar.controllers.get(id or "")
    if one is None:
        return None
    part = chosen.controllers.get(id or "")
    if part is not None:
        return part
    if one.rated_a is None or one.method is None:
        return None
    values = {name: getattr(one, name) for name in ControllerValues.model_fields}
    return ControllerPart.model_validate({"name": one.name or "the controller", **values})


def _more(
    panel: PanelPart, controller: ControllerPart, given: Conditions, row: Callable[[int], Row]
) -> tuple[int, Reason | None]:
    for more in range(1, MOST_MORE + 1):
        way = judged_rows([(panel, 1)], controller, (row(more),), given)
        hard = [one for one in way.against if one.code not in ADVICE or one.code == "clips"]
        if hard:
            return more - 1, hard[0]
    return MOST_MORE, None


def free_on_roof_m2(figures: Mapping[str, Figure]) -> float | None:
    """What is free of the roof. [m²]"""
    return figures["space.roof.free_m2"].number if "space.roof.free_m2" in figures else None
