"""The main cable and its fuse."""

from __future__ import annotations

from collections.abc import Sequence
from contextlib import suppress
from dataclasses import dataclass

from ryokan.core.errors import OutOfTable
from ryokan.core.figure import Figure, Sheet
from ryokan.core.laws import AMBIENT_BY_HEAT, CONDUCTANCE_FOR_DROP, DROP_V, LOOP_OHM
from ryokan.core.wiring.at_best import best_ampacity, best_drop
from ryokan.core.wiring.derates import by_bundle, by_burial
from ryokan.core.wiring.model import MainRun
from ryokan.core.wiring.practice import AWG, METRIC, SOURCE_OF, Practice, practice_of
from ryokan.core.wiring.short_time import withstand


def design_current(sheet: Sheet, *, charge_bus: bool, inverters: bool) -> Figure:
    """Largest continuous current of the main run: discharging with everything on, or all chosen chargers at once. [A]

    The inverter counts at its full rating and the lowest working volts, since cables follow the rating, not the audit, and so
    do those beside it; with fuses of their own at the bank none of them counts. DC loads count with what their wiring or their
    converter takes on top. Of what charges only the charger within the inverter is left where the others have a bus of their
    own. (common practice)
    """
    dc_loads = sheet.compute(
        "wiring.main.dc_loads_a",
        "peak ÷ cutoff_v",
        "A",
        "practice",
        peak=sheet["loads.dc_peak_at_bank_w"],
        cutoff_v=sheet["inverter.cutoff_v"],
    )
    everything = _design(sheet, "wiring.bank_current_a", dc_loads, charge_bus=False, inverters=True)
    if inverters and not charge_bus:
        return sheet.also("wiring.main.design_current_a", "all", everything)
    return _design(sheet, "wiring.main.design_current_a", dc_loads, charge_bus=charge_bus, inverters=inverters)


def _design(sheet: Sheet, key: str, dc_loads: Figure, *, charge_bus: bool, inverters: bool) -> Figure:
    inputs, formula = {"dc_loads": dc_loads}, "dc_loads"
    others = sheet.get("inverter.others_current_a") if inverters else None
    if inverters:
        formula, inputs["inverter"] = "inverter + dc_loads", sheet["inverter.dc_current_at_cutoff_a"]
    if others is not None:
        formula, inputs["others"] = "inverter + others + dc_loads", others
    within = sheet.get("charging.source.inverter.rated_a") if inverters else None
    charging = within if charge_bus else sheet["charging.all_sources_a"]
    if charging is not None:
        formula, inputs["charging"] = f"max({formula}, charging)", charging
    return sheet.compute(key, formula, "A", "practice", **inputs)


def main_run(
    sheet: Sheet,
    run: MainRun,
    code_pack: str,
    design_a: Figure,
    floors: MakersFloors,
    lacking: Sequence[str],
    *,
    next_rating: bool,
) -> None:
    """Fuse and conductor that the run asks for, and what the chosen conductor does; a figure no stock size meets is left out.

    Fuse: next standard rating over 1.25 × design current. Conductor: the smallest whose derated ampacity is not below the
    fuse and whose drop is allowed. (ABYC E-11 or ISO 13297 with NEC Chapter 9 Table 8 or IEC 60228; from memory, unverified)
    Neither goes below what the maker of the inverter asks for. ``lacking`` names what hangs on the run and has no rating that
    anybody knows: then the current is at least what is known, and no size is offered.
    """
    practice = practice_of(code_pack)
    if run.one_way_length is not None:
        sheet.given("wiring.main.one_way_length_m", run.one_way_length.m, "m")
    for name in ("insulation_c", "terminal_c"):
        if (value := getattr(run, name)) is not None:
            sheet.given(f"wiring.main.{name}", value, "°C")
    drop_v = sheet.compute(
        "wiring.main.allowed_drop_v",
        "share × class_v",
        "V",
        "abyc_e11_drop",
        share=sheet.assumption("main_drop_frac"),
        class_v=sheet["storage.system_v"],
    )
    fuse_floor = sheet.compute(
        "wiring.main.fuse_floor_a",
        "headroom × current",
        "A",
        "practice",
        headroom=sheet.assumption("fuse_headroom"),
        current=design_a,
    )
    by_bundle(sheet, "wiring.main.", code_pack, run.bundled)
    by_burial(sheet, "wiring.main.", run.buried_mm)
    if floors.fuse_a is not None:
        sheet.given("wiring.main.maker_fuse_a", floors.fuse_a, "A")
    if floors.conductor is not None:
        sheet.given("wiring.main.maker_conductor", floors.conductor, "")
    if lacking:
        sheet.given("wiring.main.at_least", ", ".join(lacking), "")
    conductor = None
    if not lacking and _all_known(run):
        _circular_mils_check(sheet, design_a, drop_v)
        with suppress(OutOfTable):  # the rules say which end of the stock list was passed
            conductor = _needed(
                sheet, run, practice, floors,
                fuse_floor=fuse_floor, design_a=design_a, drop_v=drop_v, next_rating=next_rating,
            )  # fmt: skip
    if run.conductor is not None:
        conductor = sheet.given("wiring.main.have_conductor", run.conductor, "")
        practice = practice_of(code_pack, run.conductor)
    if isinstance(run.fuse_a, float | int):
        sheet.given("wiring.main.have_fuse_a", run.fuse_a, "A")
    if conductor is not None:
        _what_it_does(sheet, run, practice, conductor=conductor, design_a=design_a)


@dataclass(frozen=True, slots=True)
class MakersFloors:
    """The least fuse and conductor that the maker of the inverter asks for. [A, stock size]"""

    fuse_a: float | None = None
    conductor: str | None = None


def _all_known(run: MainRun) -> bool:
    return None not in (run.one_way_length, run.insulation_c, run.terminal_c, run.material)


def _needed(
    sheet: Sheet,
    run: MainRun,
    practice: Practice,
    floors: MakersFloors,
    *,
    fuse_floor: Figure,
    design_a: Figure,
    drop_v: Figure,
    next_rating: bool,
) -> Figure:
    """The conductor that the run asks for, with its fuse.

    Raises
    ------
    OutOfTable
        No stock fuse or conductor serves.
    """
    inputs = {"floor": fuse_floor}
    formula = f"next_larger({practice.fuses}, floor)"
    if floors.fuse_a is not None:
        inputs["maker"] = sheet["wiring.main.maker_fuse_a"]
        formula = f"next_larger({practice.fuses}, max(floor, maker))"
    fuse = sheet.choose("wiring.main.fuse_a", formula, "A", SOURCE_OF[practice.fuses], **inputs)
    if next_rating:  # the cable bears what flows, and the fuse may be the rating that comes next
        maker = sheet["wiring.main.maker_fuse_a"] if floors.fuse_a is not None else None
        fuse = bears_below(sheet, "wiring.main.bears_floor_a", fuse_floor, fuse, maker)
    return _conductor(sheet, run, practice, floors.conductor, fuse=fuse, design_a=design_a, drop_v=drop_v)


def bears_below(sheet: Sheet, key: str, floor: Figure, fuse: Figure, maker: Figure | None) -> Figure:
    """What a cable has to bear whose fuse may be the next rating: what flows, and more than the rating before that fuse. [A]

    (NEC 240.4(B) with the ratings of 240.6(A), from memory, unverified)
    """
    inputs = {"floor": floor, "fuse": fuse} | ({} if maker is None else {"maker": maker})
    least = "floor" if maker is None else "floor, maker"
    formula = f"max({least}, lookup(fuse_steps.over_a, fuse) + 0.01)"
    return sheet.look_up(key, formula, "A", "nec_240", **inputs)


def _temperature_factor(sheet: Sheet, key: str, practice: Practice) -> Figure:
    t = sheet.assumption("conductor_temperature_c")
    return sheet.compute(key, practice.temperature_factor, "", SOURCE_OF[practice.copper], t=t)


def _engine_factor(sheet: Sheet, key: str, run: MainRun, practice: Practice) -> Figure:
    """Share of the ampacity left in the run's zone."""
    if run.zone == "cabin":
        return sheet.given(key, 1.0, "")
    formula = f"min(lookup({practice.engine_factor}, insulation), {AMBIENT_BY_HEAT})"
    inputs = {"insulation": sheet["wiring.main.insulation_c"], "ambient": sheet.assumption(practice.engine_c)}
    return sheet.look_up(key, formula, "", SOURCE_OF[practice.engine_factor], **inputs)


def _left(sheet: Sheet, prefix: str, run: MainRun, practice: Practice) -> Figure:
    """Share of the ampacity left where the run lies: in its zone, in a bundle, within insulation."""
    zone = _engine_factor(sheet, f"wiring.main.{prefix}zone_factor", run, practice)
    found = {name: sheet.get(f"wiring.main.{name}_factor") for name in ("bundle", "buried")}
    more = {name: factor for name, factor in found.items() if factor is not None}
    if not more:
        return zone
    formula = f"zone × {' × '.join(more)}"
    return sheet.compute(f"wiring.main.{prefix}laid_factor", formula, "", "practice", zone=zone, **more)


def _conductor(
    sheet: Sheet,
    run: MainRun,
    practice: Practice,
    maker_asks: str | None,
    *,
    fuse: Figure,
    design_a: Figure,
    drop_v: Figure,
) -> Figure:
    """Smallest stock conductor that the fuse protects, that the terminals bear, and that keeps the drop."""
    area, ampacity = f"{practice.copper}.area_mm2", practice.ampacity
    metal, cables = _metal(sheet, run), _cables(sheet, run)
    each = " ÷ cables" if cables else ""
    as_copper, as_copper_drop = f"{each}{' × metal^0.5' if metal else ''}", f"{each}{' × metal' if metal else ''}"
    derate = _left(sheet, "need_", run, practice)
    by_fuse = sheet.choose(
        "wiring.main.size_by_fuse",
        f"next_larger({ampacity}, fuse ÷ zone{as_copper}, insulation)",
        "",
        SOURCE_OF[ampacity],
        fuse=fuse,
        zone=derate,
        insulation=sheet["wiring.main.insulation_c"],
        **metal,
        **cables,
    )
    by_terminal = sheet.choose(
        "wiring.main.size_by_terminal",
        f"next_larger({ampacity}, fuse{as_copper}, terminal)",
        "",
        SOURCE_OF[ampacity],
        fuse=fuse,
        terminal=sheet["wiring.main.terminal_c"],
        **metal,
        **cables,
    )
    by_drop = sheet.choose(
        "wiring.main.size_by_drop",
        f"next_larger({practice.copper}.{practice.conductance}, {CONDUCTANCE_FOR_DROP}{as_copper_drop})",
        "",
        SOURCE_OF[practice.copper],
        length=sheet["wiring.main.one_way_length_m"],
        current=design_a,
        warm=_temperature_factor(sheet, "wiring.main.need_warm_factor", practice),
        drop=drop_v,
        **metal,
        **cables,
    )
    sizes = {"by_fuse": by_fuse, "by_terminal": by_terminal, "by_drop": by_drop}
    if maker_asks is not None:
        sizes["maker"] = sheet["wiring.main.maker_conductor"]
    areas = [f"lookup({_copper_of(size)}.area_mm2, {name})" for name, size in sizes.items()]
    return sheet.choose(
        "wiring.main.conductor", f"next_larger({area}, max({', '.join(areas)}))", "", SOURCE_OF[practice.copper], **sizes
    )


def _copper_of(size: Figure) -> str:
    """The table that a stock size stands in."""
    return (AWG if str(size.value).startswith("awg:") else METRIC).copper


# Assumptions: resistance over that of copper of the same size.
RATIO_OF = {"copper_clad_aluminium": "clad_resistance_ratio", "aluminium": "aluminium_resistance_ratio"}


def _metal(sheet: Sheet, run: MainRun) -> dict[str, Figure]:
    """Resistance over that of copper of the same size, where it is none."""
    ratio = {"copper_clad_aluminium": "clad_resistance_ratio", "aluminium": "aluminium_resistance_ratio"}.get(
        run.material or ""
    )
    return {} if ratio is None else {"metal": sheet.assumption(ratio)}


def _cables(sheet: Sheet, run: MainRun) -> dict[str, Figure]:
    """How many lie side by side for each pole, where it is more than one."""
    if run.cables == 1:
        return {}
    return {"cables": sheet.get("wiring.main.cables") or sheet.given("wiring.main.cables", float(run.cables), "")}


def _what_it_does(sheet: Sheet, run: MainRun, practice: Practice, *, conductor: Figure, design_a: Figure) -> None:
    """Ampacity where it lies and drop at the design current, of the chosen conductor or else the one asked for."""
    copper = practice.copper
    ohm = sheet.look_up(
        "wiring.main.ohm_per_km", f"lookup({copper}.{practice.resistance}, size)", "Ω/km", SOURCE_OF[copper], size=conductor
    )
    metal, cables = _metal(sheet, run), _cables(sheet, run)
    length = sheet.get("wiring.main.one_way_length_m")
    if length is not None and run.material is not None:
        of_the_way = {
            "length": length,
            "ohm_per_km": ohm,
            "warm": _temperature_factor(sheet, "wiring.main.warm_factor", practice),
            **metal,
            **cables,
        }
        as_laid = f"{' × metal' if metal else ''}{' ÷ cables' if cables else ''}"
        sheet.compute("wiring.main.drop_v", f"{DROP_V}{as_laid}", "V", SOURCE_OF[copper], current=design_a, **of_the_way)
        sheet.compute("wiring.main.path_ohm", f"{LOOP_OHM}{as_laid}", "Ω", SOURCE_OF[copper], **of_the_way)
    elif length is not None:
        best_drop(sheet, "wiring.main", practice, conductor, length, design_a, cables)
    _ampacity(sheet, run, practice, conductor, metal, cables)
    insulation = sheet.get("wiring.main.insulation_c")
    withstand(sheet, "wiring.main", practice, conductor, insulation, run.material, {**cables})


def _ampacity(
    sheet: Sheet,
    run: MainRun,
    practice: Practice,
    conductor: Figure,
    metal: dict[str, Figure],
    cables: dict[str, Figure],
) -> None:
    """What the conductor bears where it lies: by the table, and no more than is printed on it or told by its seller. [A]

    Of aluminium, also under a skin of copper, so much that it warms alike: over the root of its resistance. Nothing is said
    of a conductor whose insulation, terminals or material nobody knows, unless its own rating is told.
    """
    told, zone = None, None
    if run.told_ampacity_a is not None:
        told = sheet.given("wiring.main.told_ampacity_a", run.told_ampacity_a, "A")
    known = None not in (run.insulation_c, run.terminal_c, run.material)
    if known:
        with suppress(OutOfTable):  # that insulation has no place there: a finding
            zone = _left(sheet, "", run, practice)
    else:
        best = best_ampacity(sheet, "wiring.main", practice, conductor, cables)
        if told is not None:
            sheet.look_up("wiring.main.ampacity_a", "min(told, best)", "A", "given", told=told, best=best)
    if zone is None:
        return
    ampacity = practice.ampacity
    inputs = {
        "size": conductor,
        "insulation": sheet["wiring.main.insulation_c"],
        "terminal": sheet["wiring.main.terminal_c"],
        "zone": zone,
        **metal,
        **cables,
    }
    formula = f"min(lookup({ampacity}, size, insulation) × zone, lookup({ampacity}, size, terminal))"
    if metal:
        formula += " ÷ metal^0.5"
    if cables:
        formula += " × cables"
    if told is not None:
        formula, inputs["told"] = f"min(told, {formula})", told
    sheet.look_up("wiring.main.ampacity_a", formula, "A", SOURCE_OF[ampacity], **inputs)


def _circular_mils_check(sheet: Sheet, design_a: Figure, drop_v: Figure) -> None:
    """The marine handbook's own formula beside ours, for whoever checks by hand."""
    round_trip = sheet.compute(
        "wiring.main.round_trip_ft", "2 × length ÷ 0.3048", "ft", length=sheet["wiring.main.one_way_length_m"]
    )
    sheet.compute(
        "wiring.main.circular_mils_by_drop",
        "10.75 × current × feet ÷ drop",
        "cmil",
        "abyc_e11_drop",
        current=design_a,
        feet=round_trip,
        drop=drop_v,
    )
