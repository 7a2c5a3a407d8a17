"""Rules of the main run."""

from __future__ import annotations

from ryokan.core.errors import OutOfTable
from ryokan.core.figure import Figure, Sheet
from ryokan.core.findings.model import Fix, Trouble, replace, rule
from ryokan.core.formula import evaluate_formula
from ryokan.core.rig import Rig
from ryokan.core.survey.model import FoundBank
from ryokan.core.topology.dc import THE_MAIN_RUN
from ryokan.core.wiring.practice import area_mm2, practice_of
from ryokan.core.wiring.rules_of_runs import most_fuse_a, without_its_print
from ryokan.core.wiring.things import school_of


def _next_fuse_a(rig: Rig, floor_a: float) -> float | None:
    fuses = practice_of(rig.region.code_pack).fuses
    try:
        found = evaluate_formula(f"next_larger({fuses}, floor)", {"floor": floor_a})
    except OutOfTable:
        return None
    return found if isinstance(found, float) else None


def _as_asked(rig: Rig, sheet: Sheet) -> Fix | None:
    """Conductor and fuse as the method asks, where the stock list has them."""
    conductor, fuse = sheet.get("wiring.main.conductor"), sheet.get("wiring.main.fuse_a")
    if conductor is None or fuse is None:
        return None
    patch = (
        *replace("/wiring/main/conductor", conductor.value),
        *replace("/wiring/main/fuse_a", fuse.number),
        *without_its_print(rig.wiring.main, "/wiring/main", fuse),
    )
    return Fix("wiring.as_asked", patch)


def _chosen(sheet: Sheet) -> tuple[Figure, Figure] | None:
    """Chosen conductor and its ampacity where it lies, once both are known."""
    conductor, ampacity = sheet.get("wiring.main.have_conductor"), sheet.get("wiring.main.ampacity_a")
    return None if conductor is None or ampacity is None else (conductor, ampacity)


def _bears(sheet: Sheet) -> tuple[Figure | None, str]:
    """What the conductor may carry; where that is not known, what the best one of its size may, and that it is so."""
    bears = sheet.get("wiring.main.ampacity_a")
    return (bears, "") if bears is not None else (sheet.get("wiring.main.best_ampacity_a"), "best")


def _most_fuse_a(rig: Rig, bears: Figure) -> float:
    return most_fuse_a(school_of(rig.wiring.fuse_school, THE_MAIN_RUN), bears)


@rule("wiring.conductor_undersized", "danger", "abyc_e11_ampacity")
def conductor_undersized(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The chosen conductor may not carry the design current where it lies."""
    conductor, current = sheet.get("wiring.main.have_conductor"), sheet["wiring.main.design_current_a"]
    ampacity, variant = _bears(sheet)
    if conductor is None or ampacity is None or ampacity.number >= current.number:
        return None
    return Trouble(
        figures={"conductor": conductor, "ampacity": ampacity, "current": current},
        fix=_as_asked(rig, sheet),
        source=ampacity.source,
        variant=variant,
    )


@rule("wiring.fuse_above_ampacity", "danger", "abyc_e11_ampacity")
def fuse_above_ampacity(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The chosen fuse lets through more than the conductor bears: the cable burns first."""
    fuse = sheet.get("wiring.main.have_fuse_a")
    ampacity, variant = _bears(sheet)
    conductor = sheet.get("wiring.main.have_conductor")  # of one that nobody has chosen nothing is told
    if fuse is None or ampacity is None or conductor is None or fuse.number <= _most_fuse_a(rig, ampacity):
        return None
    variant = variant or ("next_rating" if rig.wiring.fuse_school == "next_rating" else "")
    figures = {"fuse": fuse, "ampacity": ampacity, "conductor": conductor}
    return Trouble(figures=figures, fix=_as_asked(rig, sheet), source=ampacity.source, variant=variant)


@rule("wiring.fuse_below_load", "fault", "practice", worse=("current", "fuse"))
def fuse_below_load(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The chosen fuse is below the design current: it opens at full load."""
    fuse, current = sheet.get("wiring.main.have_fuse_a"), sheet["wiring.main.design_current_a"]
    if fuse is None or fuse.number >= current.number * (1 - 1e-9):
        return None
    figures = {"fuse": fuse, "floor": sheet["wiring.main.fuse_floor_a"], "current": current}
    return Trouble(figures=figures, fix=_as_asked(rig, sheet))


@rule("wiring.fuse_little_in_hand", "advice", "practice", worse=("floor", "fuse"))
def fuse_little_in_hand(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The chosen fuse bears the design current, with less than the usual quarter in hand."""
    fuse, floor = sheet.get("wiring.main.have_fuse_a"), sheet.get("wiring.main.fuse_floor_a")
    current = sheet["wiring.main.design_current_a"]
    if fuse is None or floor is None or fuse.number < current.number * (1 - 1e-9):
        return None
    if fuse.number >= floor.number * (1 - 1e-9):
        return None
    return Trouble(figures={"fuse": fuse, "floor": floor, "current": current}, fix=_as_asked(rig, sheet))


@rule("wiring.fuse_window_closed", "fault", "practice", worse=("floor", "ampacity"))
def fuse_window_closed(rig: Rig, sheet: Sheet) -> Trouble | None:
    """No standard fuse lies between 1.25 × the design current and the ampacity of the chosen conductor."""
    chosen, floor = _chosen(sheet), sheet.get("wiring.main.fuse_floor_a")
    if chosen is None or floor is None or chosen[1].number < sheet["wiring.main.design_current_a"].number:
        return None  # an undersized conductor is a danger of its own
    next_a = _next_fuse_a(rig, floor.number)
    if next_a is not None and next_a <= _most_fuse_a(rig, chosen[1]):
        return None
    return Trouble(
        figures={"conductor": chosen[0], "ampacity": chosen[1], "floor": floor},
        measures={"next_a": "none" if next_a is None else f"{next_a:g}"},
        fix=_as_asked(rig, sheet),
    )


@rule("wiring.drop_over_class", "fault", "abyc_e11_drop", worse=("drop", "allowed"))
def drop_over_class(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The chosen conductor loses more volts than a main run may."""
    drop, least = sheet.get("wiring.main.drop_v"), sheet.get("wiring.main.best_drop_v")
    lost, allowed = drop or least, sheet.get("wiring.main.allowed_drop_v")
    if sheet.get("wiring.main.have_conductor") is None or lost is None or allowed is None or lost.number <= allowed.number:
        return None
    figures = {"drop": lost, "allowed": allowed, "conductor": sheet["wiring.main.have_conductor"]}
    return Trouble(figures=figures, fix=_as_asked(rig, sheet), variant="" if drop is not None else "best")


@rule("wiring.no_stock_size", "fault", "practice", worse=("current",))
def no_stock_size(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The run asks for more than the largest fuse or conductor in stock."""
    current, run = sheet["wiring.main.design_current_a"], rig.wiring.main
    if current.number == 0 or sheet.get("wiring.main.conductor") is not None or _insulation_out_of_place(rig):
        return None
    if "wiring.main.at_least" in sheet or None in (run.one_way_length, run.insulation_c, run.terminal_c, run.material):
        return None  # a size is not offered over what nobody knows
    figures = {"current": current, "floor": sheet["wiring.main.fuse_floor_a"]}
    if "wiring.main.fuse_a" in sheet:
        return Trouble(figures={**figures, "fuse": sheet["wiring.main.fuse_a"]}, variant="conductor")
    return Trouble(figures=figures)


@rule("wiring.no_main_fuse", "danger", "abyc_e11_fuse")
def no_main_fuse(rig: Rig, sheet: Sheet) -> Trouble | None:
    """Somebody looked, and nothing fuses the main run: a short circuit burns it, and nothing ends it."""
    bank = rig.storage.bank is not None or bool(rig.survey.that_counts(FoundBank))
    return Trouble() if rig.wiring.main.fuse_a == "none" and bank else None


@rule("wiring.below_makers_fuse", "fault", "part_sheet", worse=("asks", "fuse"))
def below_makers_fuse(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The chosen fuse is below the least that the maker of the inverter asks for."""
    asks, fuse = sheet.get("wiring.main.maker_fuse_a"), sheet.get("wiring.main.have_fuse_a")
    if asks is None or fuse is None or fuse.number >= asks.number:
        return None
    return Trouble(figures={"asks": asks, "fuse": fuse}, fix=_as_asked(rig, sheet))


@rule("wiring.below_makers_conductor", "fault", "part_sheet")
def below_makers_conductor(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The chosen conductor is smaller than the maker of the inverter asks for."""
    asks, conductor = sheet.get("wiring.main.maker_conductor"), sheet.get("wiring.main.have_conductor")
    if asks is None or conductor is None or area_mm2(str(conductor.value)) >= area_mm2(str(asks.value)):
        return None
    return Trouble(figures={"asks": asks, "conductor": conductor}, fix=_as_asked(rig, sheet))


@rule("wiring.insulation_out_of_place", "danger", "iso_13297_engine")
def insulation_out_of_place(rig: Rig, sheet: Sheet) -> Trouble | None:
    """60 °C insulation is not permitted in an engine space by the metric table."""
    if not _insulation_out_of_place(rig):
        return None
    return Trouble(fix=Fix("wiring.better_insulation", replace("/wiring/main/insulation_c", 105)))


def _insulation_out_of_place(rig: Rig) -> bool:
    run = rig.wiring.main
    metric = practice_of(rig.region.code_pack, run.conductor).engine_factor == "engine_factor_mm2"
    return metric and run.zone == "engine_space" and run.insulation_c == 60
