"""A single run: what it carries, the fuse and the conductor that it asks for, what it loses, what a fault on it draws."""

from __future__ import annotations

from contextlib import suppress

from ryokan.core.errors import OutOfTable
from ryokan.core.figure import Figure, Input, Sheet
from ryokan.core.wiring.at_best import best_ampacity, best_drop
from ryokan.core.wiring.derates import by_ambient, by_bundle, by_burial
from ryokan.core.wiring.main_run import RATIO_OF, MakersFloors
from ryokan.core.wiring.practice import AWG, METRIC, SOURCE_OF, Practice, practice_of
from ryokan.core.wiring.short_time import withstand
from ryokan.core.wiring.things import MAIN_BASE, Places, RunOf

FUSES = "fuse_iso"  # blade and bolt-down fuses have these ratings everywhere
NEC_TERMINALS = "terminals_nec"
LEAST_AREA_MARINE = "awg:16"
# What flows in the main run while a run of that kind works; beside chargers all that charges.
SHARED_BY = {"inverter": "wiring.main.design_current_a", "panel": "wiring.main.dc_loads_a"}

BANK_CURRENT = "wiring.bank_current_a"
FEEDERS = ("panel", "charge")  # what leaves a part of the drop to the runs behind it

COLD = "(234.5 + 20) ÷ (234.5 + t)"  # resistance of copper at 20 °C over that at t (IEC 60228)


def carried(sheet: Sheet, one: RunOf) -> Figure | None:
    """Largest continuous current of a run; None where nobody knows the rating of what hangs on it. [A]

    Cables follow ratings: an inverter at its full rating and the lowest working volts, chargers and controllers at their rated
    output, loads with all of theirs running at those volts. What panels push follows bright sun. (common practice; NEC 690.8)
    """
    key, thing, kind = f"{one.base}.design_current_a", one.run.thing, one.run.kind
    if kind == "branch":
        return _branch(sheet, key, [f"loads.row.{thing}.running_w"], "distribution_frac")
    if kind == "circuit":
        return _branch(sheet, key, [f"loads.row.{id}.running_w" for id in one.run.loads], "distribution_frac")
    if kind == "step_down":
        return _branch(sheet, key, [f"loads.row.{id}.running_w" for id in one.run.loads], "step_down_frac")
    if kind == "string":
        inputs = {"bank": sheet[BANK_CURRENT], "sharing": sheet.assumption("parallel_sharing_frac")}
        strings = sheet.given(f"{one.base}.strings", float(one.run.alike), "")
        return sheet.compute(key, "bank ÷ strings ÷ sharing", "A", "practice", strings=strings, **inputs)
    if kind == "link":
        return _link(sheet, key, one)
    if kind == "charge":
        return _of_the_charge_bus(sheet, key, one)
    if kind == "panel":
        return _panel(sheet, key, one)
    if kind == "pv_lead":
        short, sun = sheet.get(f"solar.string.{thing}.isc_a"), sheet.assumption("bright_sun_factor")
        return None if short is None else sheet.compute(key, "sun × shorted", "A", "nec_690_8", sun=sun, shorted=short)
    if kind == "array":
        short = sheet.get(f"solar.array.{thing}.isc_a")
        sun = sheet.assumption("bright_sun_factor")
        return None if short is None else sheet.compute(key, "sun × shorted", "A", "nec_690_8", sun=sun, shorted=short)
    if one.run.beside:
        return _beside(sheet, key, one)
    names = _rated_by(sheet, kind, thing)
    rated = next((figure for name in names if (figure := sheet.get(name)) is not None), None)
    if rated is None or rated.number == 0:
        return None
    charger = sheet.get("charging.source.inverter.rated_a") if (kind, thing) == ("inverter", "main") else None
    if charger is None:
        return sheet.also(key, "rated", rated)
    return sheet.compute(key, "max(inverter, charger)", "A", "practice", inverter=rated, charger=charger)


def _rated_by(sheet: Sheet, kind: str, thing: str) -> tuple[str, ...]:
    """Keys of the figures that may say what hangs at the end of a run, the surer one first."""
    return {
        "inverter": ("inverter.dc_current_at_cutoff_a" if thing == "main" else f"inverter.other.{thing}.dc_current_a",),
        "controller": (f"solar.controller.{thing}.rated_a",),
        "way_out": (f"charging.source.{thing}.rated_a", f"charging.source.{thing}.output_a"),
        "way_in": (f"charging.source.{thing}.{'asks_a' if _converts(sheet, thing) else 'output_a'}",),
        "charger": (f"charging.source.{thing}.rated_a",),
    }[kind]


def _link(sheet: Sheet, key: str, one: RunOf) -> Figure:
    """What a link within the bank carries: what its string does; between strings what all but one of them give. [A]

    Strings by leads of equal length each carry their part, with a quarter more for those that share badly. (Kirchhoff; common
    practice)
    """
    bank = sheet[BANK_CURRENT]
    if one.run.alike == 1:
        return sheet.also(key, "bank", bank)
    if one.run.behind:
        return sheet.also(key, "string", sheet[f"{one.behind}.design_current_a"])
    strings = sheet.given(f"{one.base}.strings", float(one.run.alike), "")
    if one.run.thing or one.equal_leads:
        sharing = sheet.assumption("parallel_sharing_frac")
        return sheet.compute(key, "bank ÷ strings ÷ sharing", "A", "practice", bank=bank, strings=strings, sharing=sharing)
    return sheet.compute(key, "bank × (strings − 1) ÷ strings", "A", "physics", bank=bank, strings=strings)


def _meets_in_its_box(sheet: Sheet, one: RunOf, floor: Figure) -> Figure:
    """What the lead of a string of panels has to bear: its fuse, else what the other strings push into it. [A] (NEC 690.9)"""
    key = f"{one.base}.bears_floor_a"
    if isinstance(one.string_fuse_a, float):
        fuse = sheet.given(f"{one.base}.string_fuse_a", one.string_fuse_a, "A")
        return sheet.compute(key, "max(floor, fuse)", "A", "nec_690_8", floor=floor, fuse=fuse)
    others = [sheet[f"solar.string.{id}.isc_a"] for id in one.beside_strings if f"solar.string.{id}.isc_a" in sheet]
    sun = sheet.assumption("bright_sun_factor")
    return sheet.compute(key, "max(floor, sun × sum(others))", "A", "nec_690_8", floor=floor, sun=sun, others=others)


def guards_a_link(sheet: Sheet, one: RunOf) -> tuple[str, dict[str, Figure]] | None:
    """The share of the fuses that a link within the bank may meet, as a formula with its inputs; None where one is not known.

    Of a string that has a fuse that one; otherwise all that the bank feeds at once: main run and inverters at the bank.
    """
    bases = (one.behind,) if one.behind else (MAIN_BASE, *one.guards)
    inputs: dict[str, Figure] = {}
    for number, base in enumerate(bases, start=1):
        fuse = sheet.get(f"{base}.have_fuse_a") or sheet.get(f"{base}.fuse_a")
        if fuse is None:
            return None
        inputs["fuse" if number == 1 else f"fuse_{number}"] = fuse
    meets = " + ".join(inputs) if len(inputs) == 1 else f"({' + '.join(inputs)})"
    strings = sheet.get(f"{one.base}.strings")
    if strings is None:
        return meets, inputs
    inputs["strings"] = strings
    if one.run.thing or one.equal_leads:
        inputs["sharing"] = sheet.assumption("parallel_sharing_frac")
        return f"{meets} ÷ strings ÷ sharing", inputs
    return f"{meets} × (strings − 1) ÷ strings", inputs


def _of_the_charge_bus(sheet: Sheet, key: str, one: RunOf) -> Figure | None:
    """What all that is on the charge bus gives at once; None while nobody knows the rating of one of them. [A]"""
    rated: list[Figure] = []
    for kind, thing in one.feeds:
        known = (sheet.get(name) for name in _rated_by(sheet, kind, thing))
        figure = next((figure for figure in known if figure is not None), None)
        if figure is None:
            return None
        rated.append(figure)
    return sheet.compute(key, "sum(rated)", "A", "practice", rated=rated) if rated else None


def _beside(sheet: Sheet, key: str, one: RunOf) -> Figure | None:
    """What a charger or a way from an alternator gives to a bank beside the house bank, or takes for it. [A]"""
    rated = sheet.get(f"charging.beside.{one.run.thing}.rated_a")
    if rated is None:
        return None
    if one.run.kind != "way_in":
        return sheet.also(key, "rated", rated)
    return sheet.compute(key, "rated ÷ passed_on", "A", "practice", rated=rated, passed_on=sheet.assumption("dcdc_frac"))


def _converts(sheet: Sheet, way: str) -> bool:
    """Whether a device of a rating lies on a way from an alternator: otherwise both its ends carry the same."""
    return sheet.get(f"charging.source.{way}.rated_a") is not None


def _branch(sheet: Sheet, key: str, rows: list[str], passed_on: str) -> Figure | None:
    """What loads take at the lowest working volts, as the main run counts them, so that all branches add up to it. [A]"""
    watts = [figure for row in rows if (figure := sheet.get(row)) is not None]
    if not watts:
        return None
    inputs: dict[str, Input] = {"passed_on": sheet.assumption(passed_on), "cutoff_v": sheet["inverter.cutoff_v"]}
    if len(watts) == 1:
        return sheet.compute(key, "watts ÷ (passed_on × cutoff_v)", "A", "practice", watts=watts[0], **inputs)
    return sheet.compute(key, "sum(watts) ÷ (passed_on × cutoff_v)", "A", "practice", watts=watts, **inputs)


def _panel(sheet: Sheet, key: str, one: RunOf) -> Figure | None:
    """What its branches take, and no more than what runs together on DC; beside that what runs on a hookup alone. [A]

    What feeds another system and what heats the bank does not come through the panel.
    """
    inputs: dict[str, Input] = {"cutoff_v": sheet["inverter.cutoff_v"]}
    away: list[str] = []
    ashore: list[str] = []
    for name, ids, passed_on in (
        ("straight", one.run.loads, "distribution_frac"),
        ("converted", one.run.converted, "step_down_frac"),
    ):
        for of_these, terms, there in ((name, away, False), (f"{name}_ashore", ashore, True)):
            rows = [f"loads.row.{id}.running_w" for id in ids if (id in one.ashore) == there]
            watts = [figure for row in rows if (figure := sheet.get(row)) is not None]
            if watts:
                terms.append(f"sum({of_these}) ÷ ({name}_frac × cutoff_v)")
                inputs |= {of_these: watts, f"{name}_frac": sheet.assumption(passed_on)}
    if away:
        inputs["together"] = sheet["wiring.main.dc_loads_a"]
        ashore.insert(0, f"min(together, {' + '.join(away)})")
    return sheet.compute(key, " + ".join(ashore), "A", "practice", **inputs) if ashore else None


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
        least = at_terminals = _meets_in_its_box(sheet, one, floor)
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
        maker = sheet.get(f"{one.base}.maker_fuse_a")
        if maker is None:
            return floor
        return sheet.compute(key, "max(floor, maker)", "A", "nec_240", floor=floor, maker=maker)
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


def in_a_fault(sheet: Sheet, one: RunOf) -> None:
    """The highest fault current that the bank sends into a run, where it begins, and the lowest, at its end. [A]

    Highest: full rested volts over the bank and the cold way before it, with no credit for a BMS. Lowest: nominal volts over
    one string of the bank and the whole warm way. (Ohm's law; fuses and joints left out)
    """
    if (resistance := sheet.get("storage.resistance_ohm")) is None or one.run.kind == "link":
        return  # a fault on a link is fed by its own units
    base, full = one.base, sheet["storage.full_rest_v"]
    if one.run.kind == "string":
        strings = sheet[f"{base}.strings"]
        formula = "full_v ÷ (resistance × strings ÷ (strings − 1))"  # what the others send into the one that has failed
        sheet.compute(f"{base}.fault_high_a", formula, "A", "physics", full_v=full, resistance=resistance, strings=strings)
        return
    before = sheet.get(f"{one.behind}.path_ohm") if one.behind else None
    if not one.behind:
        sheet.compute(f"{base}.fault_high_a", "full_v ÷ resistance", "A", "physics", full_v=full, resistance=resistance)
    elif before is not None:
        sheet.compute(
            f"{base}.fault_high_a", f"full_v ÷ (resistance + before × {COLD})", "A", "physics",
            full_v=full, resistance=resistance, before=before, t=sheet.assumption("conductor_temperature_c"),
        )  # fmt: skip
    path = sheet.get(f"{base}.path_ohm")
    if path is None:
        return
    inputs: dict[str, Input] = {"nominal_v": sheet["storage.nominal_v"], "resistance": resistance, "path": path}
    parallel = sheet.get("storage.arrangement.parallel")
    if parallel is None or parallel.number == 1:
        sheet.compute(f"{base}.fault_low_a", "nominal_v ÷ (resistance + path)", "A", "physics", **inputs)
    else:
        formula = "nominal_v ÷ (resistance × strings + path)"
        sheet.compute(f"{base}.fault_low_a", formula, "A", "physics", strings=parallel, **inputs)
