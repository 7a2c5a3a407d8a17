"""Rules of single runs. They speak of what was said of a run; what is only asked for keeps them by itself."""

from __future__ import annotations

from collections.abc import Mapping
from math import inf
from typing import Any

from ryokan.core.data.tables import tables
from ryokan.core.errors import OutOfTable
from ryokan.core.figure import Figure, Sheet
from ryokan.core.findings.model import Fix, Thing, Trouble, replace, rule
from ryokan.core.formula import evaluate_formula
from ryokan.core.rig import Rig
from ryokan.core.subjects import subject_of
from ryokan.core.topology.dc import THE_MAIN_RUN
from ryokan.core.wiring.fuse_times import CLEARED_WITHIN_S, longest_of, opens_within_s, shortest_of, surely_from
from ryokan.core.wiring.guards import guards_a_link
from ryokan.core.wiring.identity import id_of_run
from ryokan.core.wiring.model import NOTHING_PRINTED, FuseOfRun, FuseSchool, SaidOfRun
from ryokan.core.wiring.practice import area_mm2, practice_of
from ryokan.core.wiring.sizing import FUSES, NEC_TERMINALS
from ryokan.core.wiring.things import (
    MAIN_BASE,
    NOTHING_SAID,
    RunOf,
    each_run,
    each_run_and_main,
    each_said,
    each_said_and_main,
    is_backed_up,
    place_of,
)

LEAST_SIDE_BY_SIDE = "awg:1/0"
MOST_SIDE_BY_SIDE = 4
THIN = ("awg:18", "awg:16", "awg:14", "awg:12", "awg:10")  # that Table 551.10(E)(1) gives a largest fuse for


def _of(sheet: Sheet, one: RunOf, name: str) -> Figure | None:
    return sheet.get(f"{one.base}.{name}")


def _as_asked(sheet: Sheet, one: RunOf) -> Fix | None:
    """Conductor and fuse as the method asks, where the stock list has them and somebody has said something of both."""
    conductor, fuse = _of(sheet, one, "conductor"), _of(sheet, one, "fuse_a")
    if conductor is None or one.run.key not in _keys_said(one):
        return None
    patch = replace(place_of(one, "conductor"), conductor.value)
    if fuse is not None:
        patch = (*patch, *replace(place_of(one, "fuse_a"), fuse.number))
        patch = (*patch, *without_its_print(one.said, f"/wiring/runs/{one.run.key}", fuse))
    return Fix("wiring.run_as_asked", patch)


def without_its_print(said: FuseOfRun, base: str, fuse: Figure) -> tuple[Mapping[str, Any], ...]:
    """The operations that take from a fuse what was printed on the one before, where it is another one now."""
    if said.fuse_a == fuse.number:
        return ()
    before = {name: value for name, value in NOTHING_PRINTED.items() if getattr(said, name) != value}
    return tuple(step for name, value in before.items() for step in replace(f"{base}/{name}", value))


def _keys_said(one: RunOf) -> tuple[str, ...]:
    return () if one.said is NOTHING_SAID else (one.run.key,)


def _bears(sheet: Sheet, one: RunOf) -> tuple[Figure | None, str]:
    """What its cable may carry where it lies; where nobody knows that, what the best one of its size may, and that it is so."""
    bears = _of(sheet, one, "ampacity_a")
    return (bears, "") if bears is not None else (_of(sheet, one, "best_ampacity_a"), "best")


@rule("wiring.run_undersized", "danger", "abyc_e11_ampacity", each=each_said)
def run_undersized(rig: Rig, sheet: Sheet, one: RunOf) -> Trouble | None:
    """The cable of a run may not carry where it lies what hangs on it."""
    cable, current = _of(sheet, one, "have_conductor"), _of(sheet, one, "design_current_a")
    bears, variant = _bears(sheet, one)
    if cable is None or bears is None or current is None or bears.number >= current.number * (1 - 1e-9):
        return None
    figures = {"conductor": cable, "ampacity": bears, "current": current}
    return Trouble(figures=figures, fix=_as_asked(sheet, one), source=bears.source, variant=variant)


@rule("wiring.run_sun_factor", "fault", "nec_690_8", worse=("floor", "ampacity"), each=each_said)
def run_sun_factor(rig: Rig, sheet: Sheet, one: RunOf) -> Trouble | None:
    """The cable of panels bears them in bright sun, and not the quarter more that American codes ask of hours of it.

    Told where nothing else lowers what it bears: a cable that is lowered for heat or a bundle meets the code by the lowered
    figure alone. (NEC 690.8(B), from memory, unverified)
    """
    if one.run.kind not in ("array", "pv_lead") or not one.code_pack.startswith("na_") or one.route is not None:
        return None
    cable, bears, floor, current = (
        _of(sheet, one, name) for name in ("have_conductor", "ampacity_a", "fuse_floor_a", "design_current_a")
    )
    if cable is None or bears is None or floor is None or current is None or bears.number < current.number * (1 - 1e-9):
        return None  # below its current it is a danger of its own
    if bears.number >= floor.number * (1 - 1e-9):
        return None
    return Trouble(figures={"conductor": cable, "ampacity": bears, "floor": floor}, fix=_as_asked(sheet, one))


@rule("wiring.run_fuse_above_ampacity", "danger", "abyc_e11_ampacity", each=each_said)
def run_fuse_above_ampacity(rig: Rig, sheet: Sheet, one: RunOf) -> Trouble | None:
    """The fuse of a run lets through more than its cable bears: the cable burns first."""
    if one.said.fuse_a is None:
        return None
    cable, fuse = _of(sheet, one, "have_conductor"), _of(sheet, one, "have_fuse_a")
    bears, variant = _bears(sheet, one)
    if cable is None or bears is None or fuse is None or fuse.number <= most_fuse_a(one.school, bears) * (1 + 1e-9):
        return None
    figures = {"fuse": fuse, "ampacity": bears, "conductor": cable}
    variant = variant or ("" if one.school == "ampacity" else one.school)
    return Trouble(figures=figures, fix=_as_asked(sheet, one), source=bears.source, variant=variant)


@rule("wiring.run_fuse_before_cable", "advice", "practice", each=each_said_and_main)
def run_fuse_before_cable(rig: Rig, sheet: Sheet, one: RunOf) -> Trouble | None:
    """A fuse is chosen, and no cable yet: the one that is asked for is too thin for that fuse."""
    if one.found or one.said.fuse_a is None or one.conductor is not None:
        return None
    cable, bears, fuse = (_of(sheet, one, name) for name in ("conductor", "ampacity_a", "have_fuse_a"))
    if cable is None or bears is None or fuse is None:
        return None
    if fuse.number <= min(most_fuse_a(one.school, bears), _most_by_code(one, cable)) * (1 + 1e-9):
        return None
    fix = None if one.run is THE_MAIN_RUN else _as_asked(sheet, one)
    return Trouble(figures={"fuse": fuse, "conductor": cable, "ampacity": bears}, fix=fix)


@rule("wiring.link_below_fuse", "danger", "practice", each=each_said)
def link_below_fuse(rig: Rig, sheet: Sheet, one: RunOf) -> Trouble | None:
    """A link within the bank bears less than the fuse that guards it lets through."""
    if one.run.kind != "link":
        return None
    cable, current = _of(sheet, one, "have_conductor"), _of(sheet, one, "design_current_a")
    bears, variant = _bears(sheet, one)
    fuse = sheet.get(f"{one.behind or MAIN_BASE}.have_fuse_a")
    guarded = guards_a_link(sheet, one)
    if cable is None or bears is None or current is None or fuse is None or guarded is None:
        return None
    if bears.number < current.number * (1 - 1e-9):
        return None  # what it carries is more already, a danger of its own
    formula, inputs = guarded
    meets = evaluate_formula(formula, {name: figure.number for name, figure in inputs.items()})
    if not isinstance(meets, float) or bears.number >= meets * (1 - 1e-9):
        return None
    figures = {"conductor": cable, "ampacity": bears, "fuse": fuse}
    variant = variant or ("shared" if meets != fuse.number else "")
    return Trouble(figures=figures, measures={"meets_a": f"{meets:.0f}"}, fix=_as_asked(sheet, one), variant=variant)


@rule("wiring.run_fuse_over_code", "fault", "nec_110_14", each=each_said)
def run_fuse_over_code(rig: Rig, sheet: Sheet, one: RunOf) -> Trouble | None:
    """A thin wire of an American vehicle has a larger fuse than the code allows it, whatever its insulation bears."""
    cable, bears, fuse = (_of(sheet, one, name) for name in ("have_conductor", "ampacity_a", "have_fuse_a"))
    if cable is None or fuse is None:
        return None
    most = _most_by_code(one, cable)
    if fuse.number <= most or (
        bears is not None and fuse.number > most_fuse_a(one.school, bears)
    ):  # that is a danger of its own
        return None
    return Trouble(figures={"fuse": fuse, "conductor": cable}, measures={"most_a": f"{most:g}"}, fix=_as_asked(sheet, one))


def _most_by_code(one: RunOf, cable: Figure) -> float:
    """The largest fuse that a thin wire of an American vehicle may have, whatever it bears. [A] (Table 551.10(E)(1))"""
    if one.code_pack != "na_vehicle" or cable.value not in THIN:
        return inf
    return tables()[NEC_TERMINALS].value(str(cable.value), "a_at_60c") * one.said.cables


@rule("wiring.run_fuse_below_load", "fault", "practice", worse=("current", "fuse"), each=each_said)
def run_fuse_below_load(rig: Rig, sheet: Sheet, one: RunOf) -> Trouble | None:
    """The fuse of a run is below what the run carries: it opens for nothing."""
    fuse, current = _fuse_and_current(sheet, one)
    if fuse is None or current is None or fuse.number >= current.number * (1 - 1e-9):
        return None
    floor = sheet[f"{one.base}.fuse_floor_a"]
    return Trouble(figures={"fuse": fuse, "floor": floor, "current": current}, fix=_as_asked(sheet, one))


@rule("wiring.run_fuse_little_in_hand", "advice", "practice", worse=("floor", "fuse"), each=each_said)
def run_fuse_little_in_hand(rig: Rig, sheet: Sheet, one: RunOf) -> Trouble | None:
    """The fuse of a run bears what the run carries, with less than the usual quarter in hand."""
    fuse, current = _fuse_and_current(sheet, one)
    if fuse is None or current is None or fuse.number < current.number * (1 - 1e-9):
        return None
    floor = sheet[f"{one.base}.fuse_floor_a"]
    if fuse.number >= floor.number * (1 - 1e-9):
        return None
    return Trouble(figures={"fuse": fuse, "floor": floor, "current": current}, fix=_as_asked(sheet, one))


def _fuse_and_current(sheet: Sheet, one: RunOf) -> tuple[Figure | None, Figure | None]:
    """What fuses a run, and what it carries; nothing of one that asks for no fuse of its own."""
    if one.said.fuse_a is None or not one.is_fused:
        return None, None
    return _of(sheet, one, "have_fuse_a"), _of(sheet, one, "design_current_a")


@rule("wiring.run_window_closed", "fault", "practice", worse=("floor", "ampacity"), each=each_said)
def run_window_closed(rig: Rig, sheet: Sheet, one: RunOf) -> Trouble | None:
    """No standard fuse lies between 1.25 × what a run carries and what its cable bears."""
    if not one.is_fused or one.conductor is None:
        return None
    cable, bears, floor, current = (
        _of(sheet, one, name) for name in ("have_conductor", "ampacity_a", "fuse_floor_a", "design_current_a")
    )
    if cable is None or bears is None or floor is None or current is None:
        return None
    if bears.number < current.number:
        return None  # an undersized conductor is a danger of its own
    next_a = _next_fuse_a(floor.number)
    if next_a is not None and next_a <= min(most_fuse_a(one.school, bears), _most_by_code(one, cable)):
        return None
    return Trouble(
        figures={"conductor": cable, "ampacity": bears, "floor": floor},
        measures={"next_a": "none" if next_a is None else f"{next_a:g}"},
        fix=_as_asked(sheet, one),
    )


def fuses_of(one: RunOf) -> str:
    """The table of ratings that the fuse of a run may have: of the main run by the region."""
    return practice_of(one.code_pack).fuses if one.run is THE_MAIN_RUN else FUSES


def most_fuse_a(school: FuseSchool, bears: Figure) -> float:
    """The largest fuse that a school allows a cable: what it bears, the next rating over it, or half more. [A]

    NEC 240.4(B) lets the next standard rating of 240.6(A) protect a conductor, also where such fuses come in other steps;
    ABYC E-11 150 % on branches. (from memory, unverified)
    """
    if school == "half_more":
        return 1.5 * bears.number
    if school == "next_rating":
        try:
            found = evaluate_formula(
                "lookup(fuse_steps.rating_a, next_larger(fuse_steps.rating_a, bears))", {"bears": bears.number}
            )
        except OutOfTable:
            return bears.number
        return found if isinstance(found, float) else bears.number
    return bears.number


def _next_fuse_a(floor_a: float) -> float | None:
    try:
        found = evaluate_formula(f"next_larger({FUSES}, floor)", {"floor": floor_a})
    except OutOfTable:
        return None
    return found if isinstance(found, float) else None


@rule("wiring.run_drop", "fault", "abyc_e11_drop", worse=("drop", "allowed"), each=each_said)
def run_drop(rig: Rig, sheet: Sheet, one: RunOf) -> Trouble | None:
    """More volts are lost up to the end of a run than what hangs there may lose. An estimated way is no ground for it."""
    cable, own, path, allowed = (
        _of(sheet, one, name) for name in ("have_conductor", "drop_v", "path_drop_v", "allowed_drop_v")
    )
    if cable is None or allowed is None or _of(sheet, one, "one_way_length_m") is None:
        return None
    if own is None:  # nobody knows its material: copper is the best that it may be
        least = _of(sheet, one, "best_drop_v")
        if least is None or least.number <= allowed.number * (1 + 1e-9):
            return None
        return Trouble(figures={"drop": least, "allowed": allowed, "conductor": cable}, variant="best")
    measured = not one.behind or sheet.get(f"{one.behind}.one_way_length_m") is not None
    lost = path if path is not None and measured else own
    if lost.number <= allowed.number * (1 + 1e-9):
        return None
    figures = {"drop": lost, "allowed": allowed, "own": own, "conductor": cable}
    return Trouble(figures=figures, fix=_as_asked(sheet, one), variant="path" if lost is not own and one.behind else "")


@rule("wiring.run_unfused", "danger", "abyc_e11_fuse", each=each_said)
def run_unfused(rig: Rig, sheet: Sheet, one: RunOf) -> Trouble | None:
    """Somebody looked, and nothing fuses a run that a battery feeds."""
    return Trouble() if one.said.fuse_a == "none" and one.is_fused else None


@rule("wiring.run_fuse_volts", "danger", "practice", worse=("volts",), each=each_said_and_main)
def run_fuse_volts(rig: Rig, sheet: Sheet, one: RunOf) -> Trouble | None:
    """The fuse of a run is not made for the volts that it meets: it arcs on instead of opening."""
    if one.said.fuse_v is None:
        return None
    volts = sheet.get("storage.max_v") if one.run.from_bank else sheet.get(f"solar.array.{one.run.thing}.voc_cold_v")
    if volts is None or one.said.fuse_v >= volts.number:
        return None
    return Trouble(figures={"volts": volts}, measures={"rated_v": f"{one.said.fuse_v:g}"})


@rule("wiring.run_fuse_breaking", "danger", "practice", worse=("fault",), each=each_said_and_main)
def run_fuse_breaking(rig: Rig, sheet: Sheet, one: RunOf) -> Trouble | None:
    """The bank sends more into a fault than the fuse of a run breaks."""
    if (breaks := one.said.fuse_breaks_a) is None:
        return None
    most = _of(sheet, one, "fault_high_a")
    if most is None or breaks >= most.number:
        return None
    if is_backed_up(one, (other.item for other in each_run_and_main(rig, sheet)), sheet.get):
        return None
    return Trouble(figures={"fault": most}, measures={"breaks_a": f"{breaks:g}"})


@rule("wiring.run_fuse_slow", "fault", "iso_8820", each=each_said_and_main)
def run_fuse_slow(rig: Rig, sheet: Sheet, one: RunOf) -> Trouble | None:
    """A short at the end of a run draws so little that its fuse may take longer than 5 s."""
    times = surely_from(longest_of(one.said.fuse_family, one.said.fuse_opens))
    if times is None:
        return None
    least, fuse = _of(sheet, one, "fault_low_a"), _of(sheet, one, "have_fuse_a")
    if least is None or fuse is None or _of(sheet, one, "one_way_length_m") is None:
        return None
    if least.number >= times * fuse.number:
        return None
    return Trouble(figures={"fault": least, "fuse": fuse}, measures={"times": f"{times:.3g}"}, fix=_as_asked(sheet, one))


@rule("wiring.run_burns_first", "fault", "iec_60364_4_43", each=each_said_and_main)
def run_burns_first(rig: Rig, sheet: Sheet, one: RunOf) -> Trouble | None:
    """In a fault the fuse of a run may let through more than its cable bears for that moment.

    Told at the highest and at the lowest fault current, as far as the times of its fuse reach: beyond them nobody knows.
    """
    times = longest_of(one.said.fuse_family, one.said.fuse_opens)
    fuse, bears, cable = (_of(sheet, one, name) for name in ("have_fuse_a", "withstand_a2s", "have_conductor"))
    if not times or fuse is None or bears is None or cable is None:
        return None
    for fault in (_of(sheet, one, "fault_low_a"), _of(sheet, one, "fault_high_a")):
        if fault is None or fault.number > times[-1][0] * fuse.number or _of(sheet, one, "one_way_length_m") is None:
            continue
        seconds = opens_within_s(times, fault.number, fuse.number)
        if seconds is None or seconds > CLEARED_WITHIN_S or fault.number**2 * seconds <= bears.number:
            continue
        figures = {"fault": fault, "fuse": fuse, "bears": bears, "conductor": cable}
        return Trouble(figures=figures, measures={"through": f"{fault.number**2 * seconds:.0f}"})
    return None


@rule("wiring.run_fuse_opens_at_start", "advice", "iso_8820", each=each_said_and_main)
def run_fuse_opens_at_start(rig: Rig, sheet: Sheet, one: RunOf) -> Trouble | None:
    """The worst start draws so much through the inverter that the fuse of its run may open before the motor runs."""
    if one.run.kind != "main" and (one.run.kind, one.run.thing) != ("inverter", "main"):
        return None
    fuse, surge, lasts = (
        _of(sheet, one, "have_fuse_a"),
        sheet.get("inverter.surge_current_a"),
        sheet.assumption("motor_start_s"),
    )
    if fuse is None or surge is None:
        return None
    holds = opens_within_s(shortest_of(one.said.fuse_family), surge.number, fuse.number)
    if holds is None or holds >= lasts.number:
        return None
    return Trouble(figures={"surge": surge, "fuse": fuse, "lasts": lasts}, measures={"holds": f"{holds:.2g}"})


@rule("wiring.run_fuse_far", "fault", "abyc_e11_fuse", each=each_said_and_main)
def run_fuse_far(rig: Rig, sheet: Sheet, one: RunOf) -> Trouble | None:
    """The fuse of a run sits further from what feeds it than the code allows: nothing protects the cable up to there."""
    way = one.said.fuse_way
    if way is None or not one.run.from_bank:
        return None
    places = tables()["fuse_places"]
    bare_m = places.value(one.code_pack, "bare_m")
    sheathed_m = places.value(one.code_pack, "sheathed_m" if one.behind else "at_battery_m")
    most_m = bare_m if one.said.sheathed == "none" else sheathed_m  # where nobody looked for a sheath there may be one
    if way.m <= most_m * (1 + 1e-9):
        return None
    return Trouble(measures={"way": f"{way.m:g}", "most": f"{most_m:g}"})


@rule("wiring.run_fuse_above_device", "fault", "practice", each=each_said_and_main)
def run_fuse_above_device(rig: Rig, sheet: Sheet, one: RunOf) -> Trouble | None:
    """The fuse of a run is above what the weakest thing behind it bears."""
    if one.said.bears_a is None:
        return None
    fuse, bears = _of(sheet, one, "have_fuse_a"), one.said.bears_a
    if fuse is None or fuse.number <= bears:
        return None
    return Trouble(figures={"fuse": fuse}, measures={"bears_a": f"{bears:g}"})


@rule("wiring.run_below_makers_fuse", "fault", "part_sheet", each=each_said)
def run_below_makers_fuse(rig: Rig, sheet: Sheet, one: RunOf) -> Trouble | None:
    """The fuse of a run is below the least that the maker of its device asks for."""
    fuse, asks = _of(sheet, one, "have_fuse_a"), _of(sheet, one, "maker_fuse_a")
    if fuse is None or asks is None or fuse.number >= asks.number:
        return None
    return Trouble(figures={"fuse": fuse, "asks": asks}, fix=_as_asked(sheet, one))


@rule("wiring.run_below_makers_conductor", "fault", "part_sheet", each=each_said)
def run_below_makers_conductor(rig: Rig, sheet: Sheet, one: RunOf) -> Trouble | None:
    """The cable of a run is smaller than the maker of its device asks for."""
    cable, asks = _of(sheet, one, "have_conductor"), _of(sheet, one, "maker_conductor")
    if cable is None or asks is None or area_mm2(str(cable.value)) * one.said.cables >= area_mm2(str(asks.value)):
        return None
    return Trouble(figures={"conductor": cable, "asks": asks}, fix=_as_asked(sheet, one))


@rule("wiring.run_too_hot", "danger", "physics", each=each_said)
def run_too_hot(rig: Rig, sheet: Sheet, one: RunOf) -> Trouble | None:
    """A run lies where the air gets as warm as its insulation bears."""
    if one.route is None:
        return None
    factor, insulation = _of(sheet, one, "need_ambient_factor"), _of(sheet, one, "insulation_c")
    if factor is None or insulation is None or factor.number > 0:
        return None
    better = replace(place_of(one, "insulation_c"), 105)
    return Trouble(figures={"insulation": insulation}, fix=Fix("wiring.run_better_insulation", better))


@rule("wiring.run_solid", "fault", "abyc_e11_wiring", each=each_said_and_main)
def run_solid(rig: Rig, sheet: Sheet, one: RunOf) -> Trouble | None:
    """A run is of solid wire, which cracks where things shake."""
    return Trouble() if one.said.make == "solid" else None


@rule("wiring.run_lugs_unlike", "fault", "practice", each=each_said_and_main)
def run_lugs_unlike(rig: Rig, sheet: Sheet, one: RunOf) -> Trouble | None:
    """Lugs of a run have other holes than the studs that they sit on, so that little metal touches."""
    return Trouble() if one.said.lugs_fit == "no" else None


@rule("wiring.run_over_terminal", "fault", "part_sheet", each=each_said)
def run_over_terminal(rig: Rig, sheet: Sheet, one: RunOf) -> Trouble | None:
    """The cable of a run is thicker than the terminals that it is landed on take."""
    if (takes := one.said.terminal_mm2) is None:
        return None
    cable = _of(sheet, one, "have_conductor")
    if cable is None or area_mm2(str(cable.value)) <= takes:
        return None
    return Trouble(figures={"conductor": cable}, measures={"takes_mm2": f"{takes:g}"})


@rule("wiring.run_unlike_cables", "fault", "nec_310_10", each=each_said_and_main)
def run_unlike_cables(rig: Rig, sheet: Sheet, one: RunOf) -> Trouble | None:
    """Cables side by side are not alike, so that one of them carries more than its share."""
    return Trouble() if one.said.cables > 1 and one.said.cables_alike == "no" else None


@rule("wiring.run_thin_side_by_side", "fault", "nec_310_10", each=each_said_and_main)
def run_thin_side_by_side(rig: Rig, sheet: Sheet, one: RunOf) -> Trouble | None:
    """Cables side by side in an American vehicle are thinner than the code allows."""
    if one.said.cables == 1 or one.code_pack != "na_vehicle" or (cable := _of(sheet, one, "have_conductor")) is None:
        return None
    if area_mm2(str(cable.value)) >= area_mm2(LEAST_SIDE_BY_SIDE):
        return None
    return Trouble(figures={"conductor": cable})


@rule("wiring.run_no_size", "fault", "practice", worse=("current",), each=each_run)
def run_no_size(rig: Rig, sheet: Sheet, one: RunOf) -> Trouble | None:
    """A run that is to be laid asks for more than the largest fuse or conductor in stock."""
    if one.found or one.conductor is not None or _of(sheet, one, "conductor") is not None:
        return None
    current, floor = _of(sheet, one, "design_current_a"), _of(sheet, one, "fuse_floor_a")
    if current is None or floor is None:
        return None
    if (factor := _of(sheet, one, "need_ambient_factor")) is not None and factor.number == 0:
        return None  # that it lies too hot is a danger of its own
    by_ampacity = ["size_by_fuse", *(["size_by_terminal"] if one.code_pack == "na_vehicle" else [])]
    if _of(sheet, one, "one_way_length_m") is None and all(_of(sheet, one, name) is not None for name in by_ampacity):
        return None  # it is the drop that asks for more, and an estimated way is no ground for it
    more = one.said.cables + 1
    fix = None
    if more <= MOST_SIDE_BY_SIDE and (not one.is_fused or _of(sheet, one, "fuse_a") is not None):
        whole = one.said.model_copy(update={"cables": more, "cables_alike": "yes"}).model_dump(mode="json")
        fix = Fix("wiring.run_side_by_side", replace(f"/wiring/runs/{one.run.key}", whole))
    variant = "fuse" if one.is_fused and _of(sheet, one, "fuse_a") is None else ""
    return Trouble(figures={"current": current, "floor": floor}, fix=fix, variant=variant)


def each_gone(rig: Rig, sheet: Sheet) -> list[Thing[tuple[str, SaidOfRun]]]:
    """What was said of runs that there are no more."""
    there = {one.item.run.key for one in each_run(rig, sheet)}
    gone = [(key, said) for key, said in rig.wiring.runs.items() if key not in there]
    return [
        Thing(subject_of(("run", id_of_run(key, rig.wiring.numbers))), said.label or key.replace(">", " to "), (key, said))
        for key, said in gone
        if said != NOTHING_SAID
    ]


@rule("wiring.run_gone", "advice", "product", each=each_gone)
def run_gone(rig: Rig, sheet: Sheet, one: tuple[str, SaidOfRun]) -> Trouble | None:
    """Something was said of a run that there is no more; it is kept in case the run comes back."""
    key, _ = one
    return Trouble(fix=Fix("wiring.run_forget", ({"op": "remove", "path": f"/wiring/runs/{key}"},)))
