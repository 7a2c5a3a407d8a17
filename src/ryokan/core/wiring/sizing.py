"""A single run: the fuse and the conductor that it asks for, what the conductor bears where it lies, what it loses."""

from __future__ import annotations

from contextlib import suppress

from ryokan.core.errors import OutOfTable
from ryokan.core.figure import Figure, Input, Sheet
from ryokan.core.wiring.at_best import best_ampacity, best_drop
from ryokan.core.wiring.derates import by_ambient, by_bundle, by_burial
from ryokan.core.wiring.guards import guards_a_link, meets_in_its_box
from ryokan.core.wiring.main_run import RATIO_OF, MakersFloors, bears_below
from ryokan.core.wiring.practice import AWG, METRIC, SOURCE_OF, Practice, practice_of
from ryokan.core.wiring.short_time import withstand
from ryokan.core.wiring.things import MAIN_BASE, Places, RunOf

FUSES = "fuse_iso"  # blade and bolt-down fuses have these ratings everywhere
NEC_TERMINALS = "terminals_nec"
LEAST_AREA_MARINE = "awg:16"
# What flows in the main run while a run of that kind works; beside chargers all that charges.
SHARED_BY = {"inverter": "wiring.main.design_current_a", "panel": "wiring.main.dc_loads_a"}

FEEDERS = ("panel", "charge")  # what leaves a part of the drop to the runs behind it


def size(sheet: Sheet, one: RunOf, current: Figure, floors: MakersFloors) -> None:
    """Fuse and conductor of a run, what the conductor bears where it lies, and what is lost on the way to its end.

    Fuse: next rating over 1.25 × the current. Conductor: the smallest that the fuse protects where it lies, that its terminals
    bear and that keeps the drop along the whole path. Of a run that lies there and of which something is not known no size is
    offered. (ABYC E-11 or ISO 13297 with NEC Chapter 9 Table 8 or IEC 60228; NEC 110.14(C), 551.10(E); from memory, unverified)
    """
    base = one.base
    floor = sheet.compute(
        f"{base}.fuse_floor_a", "headroom × current", "A", "practice",
        headroom=sheet.assumption("fuse_headroom"), current=current,
    )  # fmt: skip
    if (asks_a := one.said.maker_fuse_a or floors.fuse_a) is not None:
        sheet.given(f"{base}.maker_fuse_a", asks_a, "A")
    if (asks := one.said.maker_conductor or floors.conductor) is not None:
        sheet.given(f"{base}.maker_conductor", asks, "")
    length, allowed = _length(sheet, one), _allowed(sheet, one)
    insulation = None if one.insulation_c is None else sheet.given(f"{base}.insulation_c", one.insulation_c, "°C")
    practice = practice_of(one.code_pack)
    derate = None if insulation is None else _derate(sheet, one, practice, insulation, "need_")
    need = None
    if insulation is not None and one.material is not None and length is not None and not _is_dead_hot(derate):
        with suppress(OutOfTable):  # the rules say which end of the stock list was passed
            need = _needed(sheet, one, practice, floor, current, length, insulation, derate, allowed)
    conductor = need
    if one.conductor is not None:
        conductor = sheet.given(f"{base}.have_conductor", one.conductor, "")
        if practice_of("", one.conductor) is not practice:
            practice = practice_of("", one.conductor)
            derate = None if insulation is None else _derate(sheet, one, practice, insulation, "")
    if isinstance(one.said.fuse_a, float | int):
        sheet.given(f"{base}.have_fuse_a", one.said.fuse_a, "A")
    if conductor is not None:
        _bears(sheet, one, practice, conductor, insulation, derate)
        _loses(sheet, one, practice, conductor, length, current)
        _at_best(sheet, one, practice, conductor, length, current)
        withstand(sheet, base, practice, conductor, insulation, one.material, _cables(sheet, one))


def _is_dead_hot(derate: Figure | None) -> bool:
    return derate is not None and derate.number == 0


def _length(sheet: Sheet, one: RunOf) -> Figure | None:
    """Its one-way length: as measured; of one that is to be laid by places, otherwise what is usual. [m] (common practice)"""
    if one.length is not None:
        return sheet.given(f"{one.base}.one_way_length_m", one.length.m, "m")
    if one.found:
        return None
    if one.places is not None:
        return _by_places(sheet, one, one.places)
    usual = sheet.assumption(f"run_{one.run.kind}_m")
    return sheet.compute(f"{one.base}.estimated_length_m", "usual", "m", "practice", usual=usual)


def _by_places(sheet: Sheet, one: RunOf, places: Places) -> Figure:
    """Along the walls from end to end, by way of what its way passes, with more for bends. [m] (geometry; common practice)"""
    points = {"tail": places.tail_m, "head": places.head_m}
    ways = "sum(max(tail − head, head − tail))"
    if places.through_m is not None:
        points["through"] = places.through_m
        ways = "(sum(max(tail − through, through − tail)) + sum(max(through − head, head − through)))"
    given = {name: sheet.given(f"{one.base}.{name}_m", point, "m") for name, point in points.items()}
    bends = sheet.assumption("run_bends_factor")
    return sheet.compute(f"{one.base}.estimated_length_m", f"bends × {ways}", "m", "practice", bends=bends, **given)


def _derate(sheet: Sheet, one: RunOf, practice: Practice, insulation: Figure, prefix: str) -> Figure | None:
    """Share of the ampacity that is left where it lies; None: all of it.

    Ambient by the lower of the code's factor and physics; bundles and thermal insulation around it by the code. One that lies
    in air as hot as its insulation bears nothing. (ABYC E-11, ISO 13297, NEC 310.15(C)(1), BS 7671 52.2, from memory)
    """
    route, base = one.route, f"{one.base}.{prefix}"
    if route is None:
        return None
    factors = [
        factor
        for factor in (
            by_ambient(sheet, base, route.zone, route.ambient_c, practice, insulation),
            by_bundle(sheet, base, one.code_pack, route.bundled),
            by_burial(sheet, base, route.buried_mm),
        )
        if factor is not None
    ]
    if len(factors) < 2:
        return factors[0] if factors else None
    names = dict(zip("abc", factors, strict=False))
    return sheet.compute(f"{base}derate", " × ".join(names), "", "practice", **names)


def _metal(sheet: Sheet, one: RunOf) -> dict[str, Input]:
    """Resistance over that of copper of the same size, where it is none."""
    ratio = RATIO_OF.get(one.material or "")
    return {} if ratio is None else {"metal": sheet.assumption(ratio)}


def _cables(sheet: Sheet, one: RunOf) -> dict[str, Input]:
    """How many lie side by side, where it is more than one."""
    if one.said.cables == 1:
        return {}
    key = f"{one.base}.cables"
    return {"cables": sheet.get(key) or sheet.given(key, float(one.said.cables), "")}


def _needed(
    sheet: Sheet, one: RunOf, practice: Practice, floor: Figure, current: Figure, length: Figure, insulation: Figure,
    derate: Figure | None, allowed: Figure | None,
) -> Figure:  # fmt: skip
    """Smallest stock conductor that the fuse protects, that the terminals bear, and that keeps the drop.

    Raises
    ------
    OutOfTable
        No stock fuse or conductor serves.
    """
    base, ampacity = one.base, practice.ampacity
    least = at_terminals = floor
    if one.run.kind == "link" and (guarded := guards_a_link(sheet, one)) is not None:
        formula, inputs = guarded
        least = at_terminals = sheet.compute(
            f"{base}.bears_floor_a", f"max(floor, {formula})", "A", "practice", floor=floor, **inputs
        )
    if one.run.kind == "pv_lead":
        least = at_terminals = meets_in_its_box(sheet, one, floor)
    if one.is_fused:
        formula, inputs = f"next_larger({FUSES}, floor)", {"floor": floor}
        if (maker := sheet.get(f"{base}.maker_fuse_a")) is not None:
            inputs["maker"] = maker
            formula = f"next_larger({FUSES}, max(floor, maker))"
        at_terminals = sheet.choose(f"{base}.fuse_a", formula, "A", SOURCE_OF[FUSES], **inputs)
        least = _to_bear(sheet, one, floor, at_terminals, current)  # terminals bear the fuse, by whatever school
    metal, cables = _metal(sheet, one), _cables(sheet, one)
    each = " ÷ cables" if cables else ""
    as_copper = " × metal^0.5" if metal else ""
    hot: dict[str, Input] = {} if derate is None else {"derate": derate}
    sizes = {
        "by_fuse": sheet.choose(
            f"{base}.size_by_fuse",
            f"next_larger({ampacity}, least{each}{' ÷ derate' if hot else ''}{as_copper}, insulation)",
            "", SOURCE_OF[ampacity], least=least, insulation=insulation, **hot, **metal, **cables,
        )
    }  # fmt: skip
    if (by_terminal := _by_terminal(sheet, one, practice, at_terminals, metal | cables, f"least{each}{as_copper}")) is not None:
        sizes["by_terminal"] = by_terminal
    if allowed is not None:
        through, flowing = _flowing(sheet, one, current)
        before, lost_before = _lost_before(sheet, one)
        left: dict[str, Input] = {"allowed": allowed}
        room = "allowed"
        if one.run.kind in FEEDERS or before:
            left["share"], room = sheet.assumption("feeder_drop_frac"), "(share × allowed)"
        if one.run.kind not in FEEDERS and before:
            left |= before
            room = f"max(allowed − {lost_before}, share × allowed)"
        sizes["by_drop"] = sheet.choose(
            f"{base}.size_by_drop",
            f"next_larger({practice.copper}.{practice.conductance}, 2 × length ÷ 1000 × {through}"
            f" × ({practice.temperature_factor}){' × metal' if metal else ''}{each}"
            f" ÷ {room})",
            "", SOURCE_OF[practice.copper], length=length, t=sheet.assumption("conductor_temperature_c"),
            **{through: flowing}, **left, **metal, **cables,
        )  # fmt: skip
    if (asked := sheet.get(f"{base}.maker_conductor")) is not None:
        sizes["maker"] = asked
    if one.code_pack == "na_marine":
        sizes["least_size"] = sheet.constant_label(f"{base}.least_conductor", LEAST_AREA_MARINE, "abyc_e11_wiring")
    areas = [f"lookup({_copper_of(str(figure.value))}.area_mm2, {name})" for name, figure in sizes.items()]
    area = areas[0] if len(areas) == 1 else f"max({', '.join(areas)})"
    return sheet.choose(
        f"{base}.conductor", f"next_larger({practice.copper}.area_mm2, {area})", "", SOURCE_OF[practice.copper], **sizes
    )


def _to_bear(sheet: Sheet, one: RunOf, floor: Figure, fuse: Figure, current: Figure) -> Figure:
    """What the cable of a run has to bear beside its fuse, by the school: the fuse itself, or less. [A]"""
    key = f"{one.base}.bears_floor_a"
    if one.school == "next_rating":
        return bears_below(sheet, key, floor, fuse, sheet.get(f"{one.base}.maker_fuse_a"))
    if one.school == "half_more":
        return sheet.compute(key, "max(current, fuse ÷ 1.5)", "A", "abyc_e11_fuse", current=current, fuse=fuse)
    return fuse


def _lost_before(sheet: Sheet, one: RunOf) -> tuple[dict[str, Figure], str]:
    """What is lost up to where a run begins, in the mode that it works in; nothing where nobody knows that.

    The main run carries what works together: with an inverter at full rating all loads, with a charger all chargers; loads of
    the panel are held against the mode in which all of them run and the inverter idles. (common practice)
    """
    if not one.behind:
        return {}, ""
    if one.behind != MAIN_BASE:
        lost = sheet.get(f"{one.behind}.path_drop_v")
        return ({}, "") if lost is None else ({"before": lost}, "before")
    ohm = sheet.get(f"{MAIN_BASE}.path_ohm")
    shared = sheet.get(SHARED_BY.get(one.run.kind, "charging.all_sources_a"))
    return ({}, "") if ohm is None or shared is None else ({"before": ohm, "shared": shared}, "before × shared")


def _copper_of(size: str) -> str:
    return (AWG if size.startswith("awg:") else METRIC).copper


def _nec_column(fuse_a: float) -> str:
    """Of terminals that nobody marked otherwise: 60 °C up to 100 A, above it 75 °C. (NEC 110.14(C))"""
    return "a_at_60c" if fuse_a <= 100 else "a_at_75c"


def _by_terminal(
    sheet: Sheet, one: RunOf, practice: Practice, least: Figure, more: dict[str, Input], wanted: str
) -> Figure | None:
    key = f"{one.base}.size_by_terminal"
    if one.said.terminal_c is not None:
        terminal = sheet.given(f"{one.base}.terminal_c", one.said.terminal_c, "°C")
        formula = f"next_larger({practice.ampacity}, {wanted}, terminal)"
        return sheet.choose(key, formula, "", SOURCE_OF[practice.ampacity], least=least, terminal=terminal, **more)
    if not _by_nec(one, practice):
        return None
    formula = f"next_larger({NEC_TERMINALS}.{_nec_column(least.number)}, {wanted})"
    return sheet.choose(key, formula, "", SOURCE_OF[NEC_TERMINALS], least=least, **more)


def _by_nec(one: RunOf, practice: Practice) -> bool:
    return one.code_pack == "na_vehicle" and practice is AWG


def _allowed(sheet: Sheet, one: RunOf) -> Figure | None:
    """Volts that may be lost along the whole path to its end; None where nobody knows the volts of the panels. [V]"""
    if one.run.kind in ("string", "link", "pv_lead"):
        return None  # of a bank's own leads nobody asks that: the main run's class begins at its posts
    if one.run.kind == "array":
        full = sheet.get(f"solar.array.{one.run.thing}.vmp_v")
        source = "practice"
    elif one.beside_v is not None:
        full, source = sheet.given(f"{one.base}.class_v", one.beside_v, "V"), "abyc_e11_drop"
    else:
        full, source = sheet["storage.system_v"], "abyc_e11_drop"
    if full is None or full.number == 0:
        return None
    share = sheet.assumption("main_drop_frac" if one.critical else "comfort_drop_frac")
    return sheet.compute(f"{one.base}.allowed_drop_v", "share × class_v", "V", source, share=share, class_v=full)


def _flowing(sheet: Sheet, one: RunOf, current: Figure) -> tuple[str, Figure]:
    """The current that its drop is reckoned with, with its name in the formula.

    Of panels what they push in full sun, without what bright sun adds; of a circuit what would lose as much at its far end.
    """
    if one.run.kind == "array":
        return "shorted", sheet[f"solar.array.{one.run.thing}.isc_a"]
    if one.run.kind == "circuit":
        return "along", _along(sheet, one, current)
    return "current", current


def _along(sheet: Sheet, one: RunOf, current: Figure) -> Figure:
    """The current at a circuit's far end that would lose as much as its loads do one after the other, evenly apart. [A]"""
    key = f"{one.base}.drop_current_a"
    if (already := sheet.get(key)) is not None:
        return already
    count = sheet.given(f"{one.base}.loads", float(len(one.run.loads)), "")
    return sheet.compute(key, "current × (count + 1) ÷ (2 × count)", "A", "physics", current=current, count=count)


def _bears(
    sheet: Sheet, one: RunOf, practice: Practice, conductor: Figure, insulation: Figure | None, derate: Figure | None
) -> None:
    """What the conductor bears where it lies: by the table, by its terminals, and no more than is told of it. [A]

    Nothing is said of one whose insulation or material nobody knows, unless its own rating is told.
    """
    base, said, ampacity = one.base, one.said, practice.ampacity
    inputs: dict[str, Input] = {}
    terms: list[str] = []
    if said.told_ampacity_a is not None:
        inputs["told"] = sheet.given(f"{base}.told_ampacity_a", said.told_ampacity_a, "A")
        terms.append("told")
    if insulation is not None and one.material is not None and not _is_dead_hot(derate):
        metal, cables = _metal(sheet, one), _cables(sheet, one)
        inputs |= {"size": conductor, "insulation": insulation, **metal, **cables}
        worth = f"{' ÷ metal^0.5' if metal else ''}{' × cables' if cables else ''}"
        by_table = f"lookup({ampacity}, size, insulation){worth}"
        if derate is not None:
            by_table, inputs["derate"] = f"{by_table} × derate", derate
        terms.append(by_table)
        if said.terminal_c is not None:
            key = f"{base}.terminal_c"
            inputs["terminal"] = sheet.get(key) or sheet.given(key, said.terminal_c, "°C")
            terms.append(f"lookup({ampacity}, size, terminal){worth}")
        elif _by_nec(one, practice):
            terms.append(f"lookup({NEC_TERMINALS}.{_terminal_column(sheet, one)}, size){worth}")
    if terms:
        formula = terms[0] if len(terms) == 1 else f"min({', '.join(terms)})"
        source = SOURCE_OF[ampacity] if "size" in inputs else "given"
        if "size" not in inputs:  # whoever tells a rating: no cable bears more than the best of its size
            inputs["best"] = best_ampacity(sheet, base, practice, conductor, _cables(sheet, one))
            formula = "min(told, best)"
        sheet.look_up(f"{base}.ampacity_a", formula, "A", source, **inputs)


def _terminal_column(sheet: Sheet, one: RunOf) -> str:
    names = ("bears_floor_a",) if one.run.kind == "link" else ("have_fuse_a", "fuse_a")
    known = (figure for name in names if (figure := sheet.get(f"{one.base}.{name}")) is not None)
    return _nec_column(next(known, sheet[f"{one.base}.fuse_floor_a"]).number)


def _loses(sheet: Sheet, one: RunOf, practice: Practice, conductor: Figure, length: Figure | None, current: Figure) -> None:
    """Volts lost in the run and along the whole way to its end, and the resistance of both. [V, Ω]"""
    if length is None or one.material is None or one.run.kind == "link":
        return  # a link is no pair of cables: of its volts nobody asks
    base, copper = one.base, practice.copper
    metal, cables = _metal(sheet, one), _cables(sheet, one)
    column = f"lookup({copper}.{practice.resistance}, size)"
    loop = sheet.look_up(
        f"{base}.loop_ohm",
        f"2 × length ÷ 1000 × {column} × ({practice.temperature_factor})"
        f"{' × metal' if metal else ''}{' ÷ cables' if cables else ''}",
        "Ω", SOURCE_OF[copper], length=length, size=conductor, t=sheet.assumption("conductor_temperature_c"),
        **metal, **cables,
    )  # fmt: skip
    through, flowing = _flowing(sheet, one, current)
    drop = sheet.compute(f"{base}.drop_v", f"loop × {through}", "V", "physics", loop=loop, **{through: flowing})
    if not one.behind:
        sheet.also(f"{base}.path_drop_v", "drop", drop)
        sheet.also(f"{base}.path_ohm", "loop", loop)
        return
    before, lost_before = _lost_before(sheet, one)
    before_ohm = sheet.get(f"{one.behind}.path_ohm")
    if before and before_ohm is not None:
        sheet.compute(f"{base}.path_drop_v", f"{lost_before} + drop", "V", "physics", drop=drop, **before)
        sheet.compute(f"{base}.path_ohm", "before + loop", "Ω", "physics", before=before_ohm, loop=loop)


def _at_best(sheet: Sheet, one: RunOf, practice: Practice, conductor: Figure, length: Figure | None, current: Figure) -> None:
    """What a cable bears and loses at best, of which nobody knows the insulation or the material. [A, V]

    Copper with insulation for 105 °C, in free air: where even that is too little, nothing that is not known saves it.
    """
    base, cables = one.base, _cables(sheet, one)
    if f"{base}.ampacity_a" not in sheet and (one.insulation_c is None or one.material is None):
        best_ampacity(sheet, base, practice, conductor, cables)
    if length is not None and one.material is None:
        _, flowing = _flowing(sheet, one, current)
        best_drop(sheet, base, practice, conductor, length, flowing, cables)
