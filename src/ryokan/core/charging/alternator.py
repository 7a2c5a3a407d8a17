"""Charging from alternators: each with the ways that hang on it, by whichever school."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import TypeVar

from ryokan.core.charging.copper import ohm_per_km
from ryokan.core.charging.model import Alternator, AlternatorPath, Charging
from ryokan.core.charging.values import STRAIGHT
from ryokan.core.figure import Figure, Sheet
from ryokan.core.laws import CHARGE_A_OF_INPUT, DCDC_INPUT_A, DCDC_INPUT_V, LEFT_OF_A_LIMIT
from ryokan.core.model import Model
from ryokan.core.parts.model import DcdcPart
from ryokan.core.storage.model import Storage
from ryokan.core.storage.need import cells_per_12v

Thing = TypeVar("Thing", bound=Model)


def known_of(thing: Thing, part: Model | None) -> Thing:
    """A thing of the rig with what its part, or the profile that it is set to, says of it.

    Its rating is that of its part, whatever was typed before it was chosen; of the rest what somebody typed goes first.
    """
    if part is None:
        return thing
    shared = type(thing).model_fields.keys() & type(part).model_fields.keys() - {"name", "part", "kind", "position"}
    said = {name: getattr(part, name) for name in shared if name in _RATED or getattr(thing, name) is None}
    return thing.model_copy(update={name: value for name, value in said.items() if value is not None})


_RATED = ("output_a", "input_v", "output_v")


@dataclass(frozen=True, slots=True)
class Way:
    """A path with all that is known of it, and the alternator that it hangs on; None where that is not known."""

    path: AlternatorPath
    alternator_id: str | None
    alternator: Alternator | None
    part: DcdcPart | None = None

    @property
    def straight(self) -> bool:
        """Whether the bank hangs on the alternator's own volts."""
        return self.path.kind in STRAIGHT

    @property
    def converts(self) -> bool:
        """Whether a device of a rated output lies on the way."""
        return self.path.kind in ("dcdc", "manager")

    @property
    def source_v(self) -> int | None:
        """Class that it starts from: the alternator's, or while nobody knows that the one that its device is made for. [V]"""
        known = None if self.alternator is None else self.alternator.system_v
        return known or self.path.input_v

    def fits(self, system_v: int) -> bool:
        """Whether it goes from the alternator's volts to the bank's, as far as anybody has said."""
        if self.straight:
            return self.source_v == system_v
        wrong_input = None not in (self.path.input_v, self.source_v) and self.path.input_v != self.source_v
        return not wrong_input and self.path.output_v in (None, system_v)

    @property
    def rated_a(self) -> float | None:
        """Output that it is rated for, or turned down to. [A]"""
        said = [amps for amps in (self.path.output_a, self.path.turned_to_a) if amps is not None]
        return min(said, default=None)


def ways(charging: Charging, parts: Mapping[str, DcdcPart], *, to_house: bool = True) -> dict[str, Way]:
    """The ways from the alternators to the house bank, or to the banks beside it, by id and in their order."""
    found: dict[str, Way] = {}
    for id, path in charging.ordered_paths().items():
        hangs_on = charging.alternator_of(path)
        alternator = None if hangs_on is None else charging.alternators[hangs_on]
        if (path.bank is None) == to_house and path.kind is not None:
            found[id] = Way(known_of(path, parts.get(id)), hangs_on, alternator, parts.get(id))
    return found


def what_it_has(sheet: Sheet, id: str, one: Alternator, *, the_first: bool) -> None:
    """What an alternator gives when hot and at idle, beyond what the vehicle takes, and what charging may take of that. [A]

    Hot and idle are two states and are not multiplied. Of several the first carries the vehicle, and a further one nothing else
    until somebody says so. (alternator ratings; common practice)
    """
    if one.rated_a is None:
        return
    base = f"charging.alternator.{id}"
    label = sheet.given(f"{base}.rated_a", one.rated_a, "A")
    if one.own_draw_a is None and the_first:
        vehicle = sheet.assumption("alternator_vehicle_a")
    elif one.own_draw_a is None:
        vehicle = sheet.constant(f"{base}.own_draw_a", 0.0, "A", "practice")
    else:
        vehicle = sheet.given(f"{base}.own_draw_a", one.own_draw_a, "A")
    share, hot = sheet.assumption("alternator_share_frac"), sheet.assumption("alternator_hot_frac")
    inputs = {"hot": hot, "label": label, "vehicle": vehicle}
    sheet.compute(f"{base}.hot_a", "max(0, hot × label − vehicle)", "A", "alternator_rating", **inputs)
    if one.allows_a is None:
        formula = "max(0, min(share × label, hot × label − vehicle))"
        sheet.compute(f"{base}.spare_a", formula, "A", "alternator_rating", share=share, **inputs)
    else:
        allows = sheet.given(f"{base}.allows_a", one.allows_a, "A")
        formula = "max(0, min(allows, hot × label − vehicle))"
        sheet.compute(f"{base}.spare_a", formula, "A", "part_sheet", allows=allows, **inputs)
    if one.idle_a is None:
        idle = sheet.compute(
            f"{base}.idle_a", "idle × label", "A", "practice", idle=sheet.assumption("alternator_idle_frac"), label=label
        )
    else:
        idle = sheet.given(f"{base}.idle_a", one.idle_a, "A")
    sheet.compute(f"{base}.idle_spare_a", "max(0, idle − vehicle)", "A", "practice", idle=idle, vehicle=vehicle)


def what_it_asks(sheet: Sheet, id: str, way: Way, storage: Storage) -> None:
    """What a way asks of its alternator, with the volts at its device and what lies on the way. [A, V, Ω]"""
    _by_its_sheet(sheet, id, way)
    if not way.fits(storage.system_v):
        return
    if way.straight:
        _straight(sheet, id, way, storage)
    elif way.rated_a is not None:
        _converted(sheet, id, way, way.rated_a)


def _by_its_sheet(sheet: Sheet, id: str, way: Way) -> None:
    """What the data sheet of its device says that rules hang on. [V]"""
    if way.part is None or not way.converts:
        return
    base = f"charging.source.{id}"
    sheet.part(f"{base}.made_from_v", float(way.part.input_v), "V", way.part)
    sheet.part(f"{base}.made_for_v", float(way.part.output_v), "V", way.part)
    if way.path.isolated is not None:
        sheet.part(f"{base}.isolated", way.path.isolated, "", way.part)


def _converted(sheet: Sheet, id: str, way: Way, rated_a: float) -> None:
    """Through a DC-DC charger or a managing device: it draws more amps than it gives, the more the lower its input. [A]"""
    charge_v = sheet.get("storage.charge_v")
    if charge_v is None:
        return
    base = f"charging.source.{id}"
    if way.part is None:
        output = sheet.given(f"{base}.rated_a", rated_a, "A")
    else:
        output = sheet.part(f"{base}.rated_a", rated_a, "A", way.part)
    if way.source_v is None:
        return
    efficiency = sheet.assumption("dcdc_frac")
    input_v = _volts_at_device(sheet, base, way, output, charge_v, efficiency)
    sheet.compute(f"{base}.asks_a", DCDC_INPUT_A, "A", output=output, charge_v=charge_v, efficiency=efficiency, input_v=input_v)
    _bounded(sheet, base, way)


def _volts_at_device(sheet: Sheet, base: str, way: Way, output: Figure, charge_v: Figure, efficiency: Figure) -> Figure:
    """Volts at the input: measured there, worked out over the cable and the plug, or as is usual behind a cable. [V]"""
    if way.path.far_end_v is not None:
        return sheet.given(f"{base}.input_v", way.path.far_end_v, "V")
    class_v = sheet.given(f"{base}.class_v", float(way.source_v or 12), "V")
    run = _run(sheet, base, way)
    if run is None:
        usual = sheet.assumption("dcdc_input_v_per_12v")
        return sheet.compute(f"{base}.input_v", "class_v ÷ 12 × volts", "V", "practice", class_v=class_v, volts=usual)
    supply = _supply(sheet, base, way, class_v)
    return sheet.compute(
        f"{base}.input_v",
        DCDC_INPUT_V,
        "V",
        "physics",
        supply=supply,
        ohm=run,
        output=output,
        charge_v=charge_v,
        efficiency=efficiency,
    )


def _supply(sheet: Sheet, base: str, way: Way, class_v: Figure) -> Figure:
    """Volts that the alternator holds on its bus: fewer where the engine computer turns it down. [V]"""
    smart = way.alternator is not None and way.alternator.regulation == "smart"
    volts = sheet.assumption("smart_alternator_v_per_12v" if smart else "alternator_volts_per_12v")
    return sheet.compute(f"{base}.supply_v", "class_v ÷ 12 × volts", "V", "practice", class_v=class_v, volts=volts)


def _run(sheet: Sheet, base: str, way: Way) -> Figure | None:
    """What cable and plug of the way resist, there and back; None where nobody measured the cable. [Ω]"""
    path = way.path
    if path.length is None or path.conductor is None:
        return None
    per_km = ohm_per_km(sheet, base, path.conductor)
    inputs = {"length": sheet.given(f"{base}.length_m", path.length.m, "m"), "ohm_per_km": per_km}
    formula = "2 × length ÷ 1000 × ohm_per_km"
    if path.hitch_plug == "fitted":
        formula, inputs["plug"] = f"{formula} + 2 × plug", sheet.assumption("hitch_contact_ohm")
    return sheet.compute(f"{base}.run_ohm", formula, "Ω", "physics", **inputs)


def _bounds(sheet: Sheet, base: str, way: Way) -> list[Figure]:
    """What the tap, the plug and what else lies on the way bear. [A]"""
    path = way.path
    said = {"tap_a": path.tap_a, "limit_a": path.limit_a, "plug_a": path.plug_a if path.hitch_plug == "fitted" else None}
    return [sheet.given(f"{base}.{name}", amps, "A") for name, amps in said.items() if amps is not None]


def _bounded(sheet: Sheet, base: str, way: Way) -> None:
    """What may flow into it: what it asks for, and no more than lies on the way bears. [A]"""
    limits = _bounds(sheet, base, way)
    asks, run, supply = sheet[f"{base}.asks_a"], sheet.get(f"{base}.run_ohm"), sheet.get(f"{base}.supply_v")
    if run is not None and supply is not None and way.converts:
        limits.append(sheet.compute(f"{base}.run_passes_a", "supply ÷ (2 × run)", "A", supply=supply, run=run))
    if limits:
        sheet.compute(f"{base}.may_take_a", "min(asks, min(limits))", "A", "practice", asks=asks, limits=limits)
    else:
        sheet.compute(f"{base}.may_take_a", "asks", "A", asks=asks)


def _straight(sheet: Sheet, id: str, way: Way, storage: Storage) -> None:
    """About what the volts push into a half-full bank through a relay, a switch, or from a regulated alternator. [A]

    An estimate: it falls as the bank fills. Left out where label or volts are not known. (common practice)
    """
    resistance = sheet.get("storage.resistance_ohm")
    if way.alternator is None or way.alternator.rated_a is None or resistance is None:
        return
    base = f"charging.source.{id}"
    half = sheet.constant(f"{base}.charge_frac", 0.5, "", "practice")
    cell_v = sheet.curve(f"{base}.cell_v", f"{storage.chemistry}.rest_v_by_charge", half)
    class_v = sheet.given(f"{base}.class_v", float(way.source_v or 12), "V")
    run = _run(sheet, base, way)
    inputs = {
        "supply": _supply(sheet, base, way, class_v),
        "class_v": class_v,
        "cells": cells_per_12v(sheet, storage),
        "cell_v": cell_v,
        "resistance": resistance,
    }
    formula = "max(0, supply − class_v ÷ 12 × cells × cell_v) ÷ resistance"
    if run is not None:
        formula, inputs["run"] = f"{formula.removesuffix('resistance')}(resistance + run)", run
    sheet.compute(f"{base}.asks_a", formula, "A", "practice", **inputs)
    _bounded(sheet, base, way)


def share_out(sheet: Sheet, id: str, on_it: Mapping[str, Way]) -> None:
    """What each way on one alternator takes of it and gives the bank: the one with the least loss first. [A]

    Straight ways take of what a hot alternator has; devices together no more than charging may. Of an alternator that nobody
    has read the label of, or that nobody knows, for which the id is empty, devices take what they ask for. (common practice)
    """
    asking = {one: way for one, way in on_it.items() if f"charging.source.{one}.may_take_a" in sheet}
    taken: list[Figure] = []
    for one in sorted(asking, key=lambda one: -_passed_on(sheet, one, asking[one])):
        base, way = f"charging.source.{one}", asking[one]
        may_take = sheet[f"{base}.may_take_a"]
        has = sheet.get(f"charging.alternator.{id}.{'hot_a' if way.straight else 'spare_a'}") if id else None
        key = f"{base}.input_a"
        if has is None:
            taken.append(sheet.compute(key, "may_take", "A", may_take=may_take))
        elif taken:
            taken.append(sheet.compute(key, LEFT_OF_A_LIMIT, "A", "practice", wanted=may_take, limit=has, taken=list(taken)))
        else:
            taken.append(sheet.compute(key, "min(may_take, has)", "A", "practice", may_take=may_take, has=has))
        _given(sheet, base, way, taken[-1])


def _passed_on(sheet: Sheet, one: str, way: Way) -> float:
    """Amps into the bank for one of the alternator."""
    base = f"charging.source.{one}"
    return 1.0 if way.straight else sheet[f"{base}.rated_a"].number / max(sheet[f"{base}.asks_a"].number, 1e-9)


def _given(sheet: Sheet, base: str, way: Way, input_a: Figure) -> None:
    if way.straight:
        sheet.compute(f"{base}.output_a", "input", "A", "practice", input=input_a)
        return
    sheet.compute(
        f"{base}.output_a",
        f"min(output, {CHARGE_A_OF_INPUT})",
        "A",
        "practice",
        output=sheet[f"{base}.rated_a"],
        input=input_a,
        efficiency=sheet.assumption("dcdc_frac"),
        input_v=sheet[f"{base}.input_v"],
        charge_v=sheet["storage.charge_v"],
    )


def unknown_alternator(sheet: Sheet, id: str, way: Way) -> None:
    """Of a way of which nobody knows the alternator, or its class: a device gives its rating. [A]"""
    base = f"charging.source.{id}"
    rated = sheet.get(f"{base}.rated_a")
    if rated is not None and f"{base}.output_a" not in sheet:
        sheet.compute(f"{base}.output_a", "rated", "A", rated=rated)


def an_hour_of_driving(sheet: Sheet, id: str) -> None:
    """What a way brings in an hour of driving. [Wh]"""
    base, charge_v = f"charging.source.{id}", sheet.get("storage.charge_v")
    output = sheet.get(f"{base}.output_a")
    if output is not None and charge_v is not None:
        sheet.compute(f"{base}.wh_per_driving_hour", "output × charge_v", "Wh", "practice", output=output, charge_v=charge_v)


def engine_dead_after(sheet: Sheet, id: str, way: Way, storage: Storage) -> None:
    """Hours until the engine no longer starts, where a way that joins both banks was left closed on full ones. [h]

    Both give together, at the mean draw of a day: the house what is usable of it, the starter battery what it may lose and
    still start. (common practice)
    """
    starters = [one for one, other in storage.ordered_others().items() if other.role == "starter"]
    amp_hours = [ah for one in starters if (ah := sheet.get(f"storage.other.{one}.capacity_ah")) is not None]
    mean = sheet["loads.mean_wh_per_day_at_bank"]
    if not way.straight or way.path.kind == "regulated" or not amp_hours or mean.number == 0 or storage.bank is None:
        return
    sheet.compute(
        f"charging.source.{id}.dead_after_h",
        "((1 − needs) × sum(starters) + usable ÷ nominal_v) ÷ (mean ÷ 24 ÷ nominal_v)",
        "h",
        "practice",
        needs=sheet.assumption("starter_needs_frac"),
        starters=amp_hours,
        usable=sheet["storage.usable_wh"],
        nominal_v=sheet["storage.nominal_v"],
        mean=mean,
    )


# What was worked out when a rig had one alternator with one way from it: what all of them come to now ----------------------


def together(sheet: Sheet, found: Mapping[str, Way]) -> None:
    """What the ways of each kind come to. [A, V, Wh]"""
    dcdc = [id for id, way in found.items() if way.converts and f"charging.source.{id}.rated_a" in sheet]
    straight = [id for id, way in found.items() if way.straight and f"charging.source.{id}.output_a" in sheet]
    if straight:
        first = f"charging.source.{straight[0]}"
        sheet.constant("charging.relay.charge_frac", 0.5, "", "practice")
        sheet.look_up("charging.relay.cell_v", "cell", "V", sheet[f"{first}.cell_v"].source, cell=sheet[f"{first}.cell_v"])
        outputs = [sheet[f"charging.source.{id}.output_a"] for id in straight]
        sheet.compute("charging.relay.estimate_a", "sum(outputs)", "A", "practice", outputs=outputs)
        limits = [limit for id in straight if (limit := sheet.get(f"charging.source.{id}.limit_a")) is not None]
        if limits:
            sheet.compute("charging.path_limit_a", "sum(limits)", "A", "given", limits=limits)
    if dcdc:
        rated = [sheet[f"charging.source.{id}.rated_a"] for id in dcdc]
        sheet.compute("charging.dcdc.have_a", "sum(rated)", "A", "given", rated=rated)
        outputs = [out for id in dcdc if (out := sheet.get(f"charging.source.{id}.output_a")) is not None]
        if outputs:
            sheet.compute("charging.from_dcdc_a", "sum(outputs)", "A", outputs=outputs)
    _first_alternator(sheet, found)


def _first_alternator(sheet: Sheet, found: Mapping[str, Way]) -> None:
    """Label, class and reserve of the alternators that charge, under the keys of before. [A, V]"""
    used = list(dict.fromkeys(way.alternator_id for way in found.values() if way.alternator_id is not None))
    classes = {way.source_v for way in found.values() if way.source_v is not None}
    if len(classes) == 1:
        sheet.given("charging.alternator_v", float(classes.pop()), "V")
    for key, name in (("charging.alternator_a", "rated_a"), ("charging.alternator_spare_a", "spare_a")):
        each = [one for id in used if (one := sheet.get(f"charging.alternator.{id}.{name}")) is not None]
        if each:
            sheet.compute(key, "sum(each)", "A", "alternator_rating", each=each)


def dcdc_need(sheet: Sheet, found: Mapping[str, Way], storage: Storage) -> None:
    """Output amps with which the day's driving alone puts back a mean day, and what the alternator has to give for it. [A]

    Never more than the bank takes. Left out where the stays plan no driving, where no DC-DC charger is there or weighed, and
    while the charging volts are not known: there is no current that would do it. (common practice)
    """
    hours, charge_v = sheet["brief.driving_hours_per_day"], sheet.get("storage.charge_v")
    dcdc = {id: way for id, way in found.items() if way.converts}
    if not dcdc or charge_v is None:
        return
    need = None
    if hours.number > 0:
        need = sheet.compute(
            "charging.dcdc.need_a",
            "min(limit, wh ÷ (round_trip × charge_v × hours))",
            "A",
            "practice",
            limit=sheet["charging.bank_max_a"],
            wh=sheet["loads.mean_wh_per_day_with_margin"],
            round_trip=sheet.assumption(f"{storage.chemistry}.round_trip_frac"),
            charge_v=charge_v,
            hours=hours,
        )
    chosen = [id for id in dcdc if f"charging.source.{id}.asks_a" in sheet]
    if chosen:
        _of_the_chosen(sheet, chosen, charge_v)
    elif need is not None and "charging.dcdc.have_a" not in sheet and "charging.alternator_v" in sheet:
        _of_the_need(sheet, next(iter(dcdc.values())), need, charge_v)


def _of_the_chosen(sheet: Sheet, chosen: Sequence[str], charge_v: Figure) -> None:
    volts, asks, outputs = (
        [sheet[f"charging.source.{id}.{name}"] for id in chosen] for name in ("input_v", "asks_a", "output_a")
    )
    sheet.compute("charging.dcdc.input_v", "min(volts)", "V", "practice", volts=volts)
    sheet.compute("charging.dcdc.input_a", "sum(asks)", "A", asks=asks)
    key = "charging.dcdc.wh_per_driving_hour"
    sheet.compute(key, "sum(outputs) × charge_v", "Wh", "practice", outputs=outputs, charge_v=charge_v)


def _of_the_need(sheet: Sheet, way: Way, need: Figure, charge_v: Figure) -> None:
    """The input side of a DC-DC charger of exactly the need: it draws more amps than it gives."""
    efficiency = sheet.assumption("dcdc_frac")
    input_v = sheet.compute(
        "charging.dcdc.input_v",
        "class_v ÷ 12 × volts",
        "V",
        "practice",
        class_v=sheet["charging.alternator_v"],
        volts=sheet.assumption("dcdc_input_v_per_12v"),
    )
    inputs = {"output": need, "charge_v": charge_v, "efficiency": efficiency, "input_v": input_v}
    sheet.compute("charging.dcdc.input_a", DCDC_INPUT_A, "A", **inputs)
    spare = sheet.get(f"charging.alternator.{way.alternator_id}.spare_a")
    if spare is not None:
        formula = "min(output, spare × efficiency × input_v ÷ charge_v) × charge_v"
        sheet.compute("charging.dcdc.wh_per_driving_hour", formula, "Wh", "practice", spare=spare, **inputs)
