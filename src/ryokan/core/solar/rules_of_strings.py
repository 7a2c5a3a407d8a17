"""Rules of strings and of what they are joined by: their volts, their currents, their fuses and the way to the controller."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from contextlib import suppress
from typing import Any

from ryokan.core.errors import OutOfTable
from ryokan.core.figure import Figure, Sheet
from ryokan.core.findings.model import Fix, Thing, Trouble, replace, rule
from ryokan.core.formula import number_of
from ryokan.core.laws import BACKFED_A, LEAST_STRING_FUSE_A, NEXT_STRING_FUSE_A
from ryokan.core.parts.model import PanelPart
from ryokan.core.rig import Rig
from ryokan.core.solar.model import Array, PvString
from ryokan.core.solar.rules_of_controllers import SLACK, known_controllers, panel_parts
from ryokan.core.solar.values import ControllerValues
from ryokan.core.subjects import subject_of


def name_of_array(rig: Rig, id: str) -> str:
    """What people call an array; without a name of its own by where it is, and by number where several are there."""
    array = rig.solar.arrays[id]
    where = {"roof": "on the roof", "arch": "on the arch", "bonnet": "on the bonnet", "ground": "on the ground"}
    if array.name:
        return array.name
    alike = [other for other, one in rig.solar.ordered_arrays().items() if one.place == array.place and not one.name]
    number = f" {alike.index(id) + 1}" if len(alike) > 1 and id in alike else ""
    what = f"array{number} {where[array.place]}" if array.place in where else f"portable array{number}"
    return what if number else f"the {what}"


def each_array(rig: Rig, sheet: Sheet) -> list[Thing[tuple[str, Array]]]:
    """Every array of which something is chosen."""
    arrays = rig.solar.ordered_arrays().items()
    return [Thing(subject_of(("array", id)), name_of_array(rig, id), (id, one)) for id, one in arrays]


def each_string(rig: Rig, sheet: Sheet) -> list[Thing[tuple[str, PvString]]]:
    """Every string, by its number in its array; those of like panels and a like fuse as one, by the first of them."""
    found: list[Thing[tuple[str, PvString]]] = []
    for array_id, array in rig.solar.ordered_arrays().items():
        alike: dict[object, dict[int, tuple[str, PvString]]] = {}
        for number, (id, string) in enumerate(array.ordered().items(), start=1):
            wired = (tuple(panel.part for panel in string.in_order()), string.fuse_a, string.fuse_v)
            alike.setdefault(wired, {})[number] = (id, string)
        for strings in alike.values():
            first = next(iter(strings.values()))
            name = f"{_numbered(list(strings))} of {name_of_array(rig, array_id)}"
            found.append(Thing(subject_of(("string", first[0])), name, first))
    return found


def _numbered(numbers: list[int]) -> str:
    """“String 3”, “each of strings 1 to 4”, “each of strings 1, 2 and 4”."""
    if len(numbers) == 1:
        return f"string {numbers[0]}"
    if len(numbers) > 2 and numbers[-1] - numbers[0] == len(numbers) - 1:
        return f"each of strings {numbers[0]} to {numbers[-1]}"
    return f"each of strings {', '.join(map(str, numbers[:-1]))} and {numbers[-1]}"


def _in_the_cold(sheet: Sheet, id: str) -> Figure | None:
    """Open volts in the cold, where every panel's open volts are known."""
    return sheet.get(f"solar.array.{id}.voc_cold_v") if f"solar.array.{id}.volts_unsaid" not in sheet else None


def _controller_limit(sheet: Sheet, array: Array) -> Figure | None:
    return None if array.controller is None else sheet.get(f"solar.controller.{array.controller}.most_v")


@rule("solar.volts_over_controller", "danger", "nec_690_7", worse=("cold", "limit"), each=each_array)
def volts_over_controller(rig: Rig, sheet: Sheet, one: tuple[str, Array]) -> Trouble | None:
    """At the record low a string's open volts are above what its controller bears: it is destroyed, and may burn."""
    cold, limit = _in_the_cold(sheet, one[0]), _controller_limit(sheet, one[1])
    if cold is None or limit is None or cold.number <= limit.number * (1 + SLACK):
        return None
    return Trouble(
        figures={"cold": cold, "limit": limit, "low": sheet["climate.t_min_record_c"]},
        fix=_shorter_strings(
            sheet, one[0], one[1], cold.number, limit.number * (1 - sheet.assumption("pv_volts_in_hand_frac").number)
        ),
    )


def _fuse_beside(sheet: Sheet, panel: PanelPart, count: int) -> float | None:
    """The fuse that each of so many like strings takes, where its panels do not bear what the others push into it. [A]"""
    isc, bears = panel.measured_isc_a or panel.isc_a, panel.max_fuse_a
    if isc is None or bears is None:
        return None
    sun, on_top = sheet.assumption("bright_sun_factor").number, sheet.assumption("fuse_headroom").number
    if number_of(BACKFED_A, sun=sun, others=(isc * (count - 1),)) <= bears * (1 + SLACK):
        return None
    with suppress(OutOfTable):
        return number_of(NEXT_STRING_FUSE_A, least=number_of(LEAST_STRING_FUSE_A, sun=sun, on_top=on_top, shorted=isc))
    return None


def _shorter_strings(sheet: Sheet, id: str, array: Array, cold_v: float, limit_v: float) -> Fix | None:
    """Each string parted into shorter ones, as long as fit below the limit, where all of them are alike."""
    kinds = {laid.part for string in array.strings.values() for laid in string.panels.values()}
    lengths = {len(string.panels) for string in array.strings.values()}
    if len(kinds) != 1 or len(lengths) != 1:
        return None
    whole = lengths.pop()
    series = next((one for one in range(whole - 1, 0, -1) if whole % one == 0 and cold_v * one / whole <= limit_v), None)
    if series is None:
        return None
    panel, count = panel_parts(sheet)[kinds.pop()], len(array.strings) * whole // series
    fuse = _fuse_beside(sheet, panel, count)
    strings: dict[str, Any] = {}
    for string in array.ordered().values():
        laid = string.in_order()
        for first in range(0, whole, series):
            number = len(strings) + 1
            panels = {
                f"p-{at + 1}": {**panel.model_dump(mode="json"), "position": at}
                for at, panel in enumerate(laid[first : first + series])
            }
            strings[f"{id[:30]}-s-{number}"] = {
                "position": number,
                "panels": panels,
                "fuse_a": fuse or string.fuse_a,
                "fuse_v": string.fuse_v,
            }
    return Fix("solar.shorter_strings", replace(f"/solar/arrays/{id}/strings", strings))


@rule("solar.volts_near_controller", "advice", "practice", worse=("cold", "limit"), each=each_array)
def volts_near_controller(rig: Rig, sheet: Sheet, one: tuple[str, Array]) -> Trouble | None:
    """By the panels' coefficients less than the usual share is in hand below what the controller bears.

    The code's table has that share within it, and nothing is asked on top of it.
    """
    cold, limit = _in_the_cold(sheet, one[0]), _controller_limit(sheet, one[1])
    if cold is None or limit is None or cold.number > limit.number * (1 + SLACK) or _by_table(sheet, one[1]):
        return None
    in_hand = sheet.assumption("pv_volts_in_hand_frac")
    if cold.number <= limit.number * (1 - in_hand.number) * (1 + SLACK):
        return None
    return Trouble(figures={"cold": cold, "limit": limit, "in_hand": in_hand, "low": sheet["climate.t_min_record_c"]})


def _by_table(sheet: Sheet, array: Array) -> bool:
    return any(f"solar.string.{id}.voc_by_table_v" in sheet for id in array.strings)


@rule("solar.volts_perhaps_over", "advice", "practice", worse=("cold", "limit"), each=each_array)
def volts_perhaps_over(rig: Rig, sheet: Sheet, one: tuple[str, Array]) -> Trouble | None:
    """By what is usual for such panels their cold volts are above the controller's limit; nobody has read their plates."""
    id, array = one
    unsaid, cold, limit = (
        sheet.get(f"solar.array.{id}.volts_unsaid"),
        sheet.get(f"solar.array.{id}.voc_cold_v"),
        _controller_limit(sheet, array),
    )
    if unsaid is None or cold is None or limit is None or cold.number <= limit.number * (1 + SLACK):
        return None
    return Trouble(figures={"cold": cold, "limit": limit, "unsaid": unsaid})


def _rated_volts(array: Array, parts: Mapping[str, PanelPart]) -> list[tuple[str, float]]:
    """What stands in the way of an array's volts, by what it is, with the DC volts that it is rated for."""
    found = [("connectors", array.connector_v), ("disconnect", array.disconnect_v if array.disconnect != "none" else None)]
    for string in array.strings.values():
        found.append(("string fuse", string.fuse_v if string.fuse_a != "none" else None))
        found += [
            ("panels by their maker", part.system_v)
            for laid in string.panels.values()
            if (part := parts.get(laid.part)) is not None
        ]
    return sorted({(what, volts) for what, volts in found if volts is not None}, key=lambda one: one[1])


@rule("solar.volts_over_part", "fault", "nec_690_9", each=each_array)
def volts_over_part(rig: Rig, sheet: Sheet, one: tuple[str, Array]) -> Trouble | None:
    """A connector, fuse, switch or panel is rated for fewer DC volts than the string has at the record low."""
    id, array = one
    cold = _in_the_cold(sheet, id)
    if cold is None:
        return None
    below = [(what, volts) for what, volts in _rated_volts(array, panel_parts(sheet)) if volts < cold.number * (1 - SLACK)]
    if not below:
        return None
    what, volts = below[0]
    return Trouble(figures={"cold": cold}, words={"part": what}, measures={"rated": f"{volts:g} V"})


@rule("solar.above_touch_volts", "advice", "touch_voltage", each=each_array)
def above_touch_volts(rig: Rig, sheet: Sheet, one: tuple[str, Array]) -> Trouble | None:
    """Cold open volts above what bare parts may have in dry places: covers, double insulation, a label."""
    cold, limit = _in_the_cold(sheet, one[0]), sheet.assumption("pv_touch_v")
    if cold is None or cold.number <= limit.number * (1 + SLACK):
        return None
    return Trouble(figures={"cold": cold, "limit": limit})


def _mppt(rig: Rig, sheet: Sheet, array: Array) -> bool:
    return known_controllers(rig, sheet).get(array.controller or "", ControllerValues()).method == "mppt"


def _margin(sheet: Sheet, array: Array, name: str) -> Figure:
    return sheet.get(f"solar.controller.{array.controller}.{name}") or sheet.assumption(name)


def _by_usual(sheet: Sheet, array: Array, name: str) -> str:
    """How it is said where nobody knows the controller's own volts above the bank."""
    return "" if f"solar.controller.{array.controller}.{name}" in sheet else "usual"


@rule("solar.too_few_volts", "fault", "practice", each=each_array)
def too_few_volts(rig: Rig, sheet: Sheet, one: tuple[str, Array]) -> Trouble | None:
    """Even at 25 °C a string works below the bank's volts, or below what its MPPT controller needs above them."""
    id, array = one
    works, bank = sheet.get(f"solar.array.{id}.vmp_v"), sheet["storage.nominal_v"]
    known = known_controllers(rig, sheet).get(array.controller or "")
    if works is None or known is None or known.method is None or not _volts_said(sheet, array, "vmp_v"):
        return None
    if works.number < bank.number * (1 - SLACK):
        return Trouble(figures={"works": works, "bank": bank}, variant="never")
    margin = _margin(sheet, array, "running_margin_v")
    if known.method == "pwm" or works.number >= (bank.number + margin.number) * (1 - SLACK):
        return None
    usual = _by_usual(sheet, array, "running_margin_v")
    return Trouble(figures={"works": works, "bank": bank, "margin": margin}, variant=usual)


@rule("solar.starts_late", "advice", "practice", each=each_array)
def starts_late(rig: Rig, sheet: Sheet, one: tuple[str, Array]) -> Trouble | None:
    """At the record high the open volts of a string are too few for its controller to start."""
    said = f"solar.array.{one[0]}.volts_unsaid" not in sheet
    return _short_in_the_heat(rig, sheet, one, sheet.get(f"solar.array.{one[0]}.voc_hot_v") if said else None, "start_margin_v")


@rule("solar.runs_short", "advice", "practice", each=each_array)
def runs_short(rig: Rig, sheet: Sheet, one: tuple[str, Array]) -> Trouble | None:
    """At the record high a string's volts at full power fall below what its controller needs to charge the bank full."""
    said = _volts_said(sheet, one[1], "vmp_v")
    return _short_in_the_heat(
        rig, sheet, one, sheet.get(f"solar.array.{one[0]}.vmp_hot_v") if said else None, "running_margin_v"
    )


def _short_in_the_heat(rig: Rig, sheet: Sheet, one: tuple[str, Array], hot: Figure | None, margin_name: str) -> Trouble | None:
    """Volts of an array in the heat below a full bank's and what its MPPT controller needs above them."""
    array, charge_v = one[1], sheet.get("storage.charge_v")
    if hot is None or charge_v is None or not _mppt(rig, sheet, array) or _never_charges(rig, sheet, one):
        return None
    margin = _margin(sheet, array, margin_name)
    if hot.number >= (charge_v.number + margin.number) * (1 - SLACK):
        return None
    return Trouble(
        figures={"hot": hot, "bank": charge_v, "margin": margin, "cell": sheet["solar.cell_hot_c"]},
        variant=_by_usual(sheet, array, margin_name),
    )


def _never_charges(rig: Rig, sheet: Sheet, one: tuple[str, Array]) -> bool:
    return too_few_volts(rig, sheet, one) is not None


def _volts_said(sheet: Sheet, array: Array, name: str) -> bool:
    parts = panel_parts(sheet)
    panels = [parts.get(laid.part) for string in array.strings.values() for laid in string.panels.values()]
    return bool(panels) and all(one is not None and getattr(one, name) is not None for one in panels)


@rule("solar.pwm_below_bank", "advice", "practice", each=each_array)
def pwm_below_bank(rig: Rig, sheet: Sheet, one: tuple[str, Array]) -> Trouble | None:
    """In the heat a string behind a PWM controller has fewer volts than the bank takes to be charged."""
    id, array = one
    if _never_charges(rig, sheet, one):
        return None
    hot, charge_v = sheet.get(f"solar.array.{id}.vmp_hot_v"), sheet.get("storage.charge_v")
    known = known_controllers(rig, sheet).get(array.controller or "")
    if hot is None or charge_v is None or known is None or known.method != "pwm" or not _volts_said(sheet, array, "vmp_v"):
        return None
    if hot.number >= charge_v.number * (1 - SLACK):
        return None
    return Trouble(figures={"hot": hot, "bank": charge_v, "cell": sheet["solar.cell_hot_c"]})


@rule("solar.pwm_wastes", "fault", "practice", each=each_array)
def pwm_wastes(rig: Rig, sheet: Sheet, one: tuple[str, Array]) -> Trouble | None:
    """A PWM controller ties panels of many volts to the bank's few."""
    id, array = one
    left, least = sheet.get(f"solar.array.{id}.pwm_frac"), sheet.assumption("pwm_least_frac")
    if left is None or left.number >= least.number * (1 - SLACK) or not _volts_said(sheet, array, "vmp_v"):
        return None
    figures = {"left": left, "volts": sheet[f"solar.array.{id}.vmp_v"], "bank": sheet["storage.nominal_v"]}
    return Trouble(figures=figures)


@rule("solar.unlike_in_series", "fault", "physics", worse=("lost",), each=each_string)
def unlike_in_series(rig: Rig, sheet: Sheet, one: tuple[str, PvString]) -> Trouble | None:
    """Panels of unlike amps in series: the lowest of them flows through all."""
    base, least = f"solar.string.{one[0]}", sheet.assumption("unlike_loss_frac")
    together, apart = sheet[f"{base}.watts_w"], sheet[f"{base}.apart_w"]
    if together.number >= apart.number * (1 - least.number) * (1 - SLACK) or not _said_of_string(sheet, one[1]):
        return None
    figures = {"amps": sheet[f"{base}.current_a"], "gives": together, "apart": apart}
    bypassed = sheet.get(f"{base}.bypassed_w")
    if bypassed is not None and bypassed.number > together.number:
        return Trouble(figures={"lost": together, **figures, "bypassed": bypassed}, variant="bypassed")
    return Trouble(figures={"lost": together, **figures})


def _said_of_string(sheet: Sheet, string: PvString) -> bool:
    """Whether the working point of every panel was said: watts and either volts or amps."""
    parts = panel_parts(sheet)
    panels = [parts.get(laid.part) for laid in string.panels.values()]
    return all(one is not None and (one.imp_a is not None or one.vmp_v is not None) for one in panels)


@rule("solar.unlike_in_parallel", "fault", "physics", each=each_array)
def unlike_in_parallel(rig: Rig, sheet: Sheet, one: tuple[str, Array]) -> Trouble | None:
    """Strings of unlike volts on one input: they share volts, and some give little or nothing."""
    id, array = one
    if len(array.strings) < 2 or not all(_said_of_string(sheet, string) for string in array.strings.values()):
        return None
    together = sheet[f"solar.array.{id}.watts_w"]
    strings = [sheet[f"solar.string.{string}.watts_w"] for string in array.ordered()]
    alone, least = sum(string.number for string in strings), sheet.assumption("unlike_loss_frac")
    if together.number >= alone * (1 - least.number) * (1 - SLACK):
        return None
    volts = [sheet[f"solar.string.{string}.vmp_v"] for string in array.ordered()]
    lowest, highest = min(volts, key=lambda v: v.number), max(volts, key=lambda v: v.number)
    return Trouble(figures={"together": together, "lowest": lowest, "highest": highest}, measures={"alone": f"{alone:.0f} W"})


def _needs_fuse(sheet: Sheet, id: str) -> bool:
    backfed, bears = (sheet.get(f"solar.string.{id}.{name}") for name in ("backfed_a", "max_fuse_a"))
    return backfed is not None and bears is not None and backfed.number > bears.number * (1 + SLACK)


@rule("solar.string_fuse_missing", "danger", "nec_690_9", worse=("backfed", "bears"), each=each_string)
def string_fuse_missing(rig: Rig, sheet: Sheet, one: tuple[str, PvString]) -> Trouble | None:
    """The other strings push more into a fault of this one than its panels bear, and it has no fuse."""
    id, string = one
    if string.fuse_a != "none" or not _needs_fuse(sheet, id) or _no_window(sheet, id):
        return None
    figures = {"backfed": sheet[f"solar.string.{id}.backfed_a"], "bears": sheet[f"solar.string.{id}.max_fuse_a"]}
    fuse = sheet.get(f"solar.string.{id}.fuse_a")
    if fuse is None:
        return Trouble(figures=figures)
    return Trouble(figures={**figures, "fuse": fuse}, fix=Fix("solar.fuse_strings", tuple(_fused(rig, sheet, id))))


def _fused(rig: Rig, sheet: Sheet, id: str) -> Iterator[Mapping[str, Any]]:
    """A patch that gives every string of an array that lacks one the fuse that it takes."""
    array_id, array = next((name, one) for name, one in rig.solar.arrays.items() if id in one.strings)
    for other, string in array.ordered().items():
        fuse = sheet.get(f"solar.string.{other}.fuse_a")
        if string.fuse_a == "none" and fuse is not None and not _no_window(sheet, other):
            yield from replace(f"/solar/arrays/{array_id}/strings/{other}/fuse_a", fuse.number)


def _no_window(sheet: Sheet, id: str) -> bool:
    fuse, bears = (sheet.get(f"solar.string.{id}.{name}") for name in ("fuse_a", "max_fuse_a"))
    return fuse is not None and bears is not None and fuse.number > bears.number * (1 + SLACK)


@rule("solar.string_fuse_no_window", "fault", "nec_690_9", each=each_string)
def string_fuse_no_window(rig: Rig, sheet: Sheet, one: tuple[str, PvString]) -> Trouble | None:
    """A string needs a fuse, and none is large enough for its sun and small enough for its panels."""
    id = one[0]
    if not _needs_fuse(sheet, id) or not _no_window(sheet, id):
        return None
    base = f"solar.string.{id}"
    return Trouble(
        figures={
            "least": sheet[f"{base}.least_fuse_a"],
            "bears": sheet[f"{base}.max_fuse_a"],
            "backfed": sheet[f"{base}.backfed_a"],
        }
    )


@rule("solar.string_fuse_outside", "fault", "nec_690_9", each=each_string)
def string_fuse_outside(rig: Rig, sheet: Sheet, one: tuple[str, PvString]) -> Trouble | None:
    """The fuse of a string is below 1.56 times its short-circuit amps, or above what its panels' maker allows."""
    id, string = one
    if string.fuse_a is None or string.fuse_a == "none":
        return None
    least, bears = (sheet.get(f"solar.string.{id}.{name}") for name in ("least_fuse_a", "max_fuse_a"))
    fuse = {"fuse": f"{string.fuse_a:g} A"}
    if bears is not None and string.fuse_a > bears.number * (1 + SLACK) and _needs_fuse(sheet, id):
        return Trouble(figures={"bears": bears}, measures=fuse, variant="large")
    if least is not None and string.fuse_a < least.number * (1 - SLACK):
        return Trouble(figures={"least": least}, measures=fuse)
    return None


@rule("solar.no_disconnect", "fault", "practice", each=each_array)
def no_disconnect(rig: Rig, sheet: Sheet, one: tuple[str, Array]) -> Trouble | None:
    """Nothing parts an array from its controller: connectors are never parted under load."""
    id, array = one
    if array.disconnect != "none":
        return None
    return Trouble(figures={"watts": sheet[f"solar.array.{id}.rated_w"]})


@rule("solar.connectors_unlike", "fault", "practice", each=each_array)
def connectors_unlike(rig: Rig, sheet: Sheet, one: tuple[str, Array]) -> Trouble | None:
    """Connectors are mated with those of another make: they loosen, get hot and burn."""
    return Trouble() if one[1].connectors_alike == "no" else None


@rule("solar.polarity_reversed", "danger", "practice", each=each_array)
def polarity_reversed(rig: Rig, sheet: Sheet, one: tuple[str, Array]) -> Trouble | None:
    """The port of a portable array has its poles the other way round than they are marked."""
    return Trouble() if one[1].polarity == "reversed" else None


@rule("solar.kit_into_controller", "fault", "practice", each=each_array)
def kit_into_controller(rig: Rig, sheet: Sheet, one: tuple[str, Array]) -> Trouble | None:
    """A kit with a controller of its own feeds the panel input of another one: they hunt each other."""
    return Trouble() if one[1].own_controller and one[1].controller in rig.solar.controllers else None


@rule("solar.flexible_glued", "advice", "practice", each=each_array)
def flexible_glued(rig: Rig, sheet: Sheet, one: tuple[str, Array]) -> Trouble | None:
    """Flexible panels are glued flat: no air, hot, early failure."""
    parts = panel_parts(sheet)
    builds = {
        part.build
        for string in one[1].strings.values()
        for laid in string.panels.values()
        if (part := parts.get(laid.part)) is not None
    }
    return Trouble() if one[1].mounting == "glued" and builds & {"flexible", "thin_film"} else None


@rule("solar.no_gland", "advice", "practice", each=each_array)
def no_gland(rig: Rig, sheet: Sheet, one: tuple[str, Array]) -> Trouble | None:
    """The cable of an array comes in with no sealed gland: water, and a cable that chafes."""
    return Trouble() if one[1].gland == "none" else None
