"""Rules of alternators, of the ways from them, and of generators."""

from __future__ import annotations

from dataclasses import replace as replaced

from ryokan.core.charging.alternator import Way, ways
from ryokan.core.charging.model import Alternator, Charger, Generator
from ryokan.core.figure import Figure, Sheet
from ryokan.core.findings.model import Fix, Thing, Trouble, replace, rule
from ryokan.core.findings.things import holds_lithium
from ryokan.core.rig import Rig
from ryokan.core.subjects import subject_of

SLACK = 1e-9
_WAYS = {
    "dcdc": "the DC-DC charger",
    "manager": "the managing device",
    "relay": "the relay",
    "hand_switch": "the hand switch",
    "regulated": "the regulated alternator",
}


def _ways(rig: Rig, sheet: Sheet) -> list[Thing[tuple[str, Way]]]:
    """Every way from an alternator to the house bank."""
    return [
        Thing(subject_of(("path", id)), way.path.name or _WAYS[str(way.path.kind)], (id, _by_its_sheet(sheet, id, way)))
        for id, way in ways(rig.charging, {}).items()
    ]


def _by_its_sheet(sheet: Sheet, id: str, way: Way) -> Way:
    """A way with what the data sheet of its device says of it, where it was chosen by part."""
    said = {"input_v": "made_from_v", "output_v": "made_for_v", "isolated": "isolated"}
    found = {name: sheet.get(f"charging.source.{id}.{key}") for name, key in said.items()}
    update = {
        name: int(one.value) if isinstance(one.value, float) else one.value for name, one in found.items() if one is not None
    }
    return replaced(way, path=way.path.model_copy(update=update)) if update else way


def _alternators(rig: Rig, sheet: Sheet) -> list[Thing[tuple[str, Alternator]]]:
    """Every alternator."""
    return [
        Thing(subject_of(("alternator", id)), one.name or "the alternator", (id, one))
        for id, one in rig.charging.ordered_alternators().items()
    ]


def _chargers(rig: Rig, sheet: Sheet) -> list[Thing[tuple[str, Charger]]]:
    """Every charger on the mains that fills the house bank."""
    return [
        Thing(subject_of(("charger", id)), one.name or "the shore charger", (id, one))
        for id, one in rig.charging.ordered_chargers().items()
        if one.bank is None and one.chosen
    ]


def _generators(rig: Rig, sheet: Sheet) -> list[Thing[tuple[str, Generator]]]:
    """Every generator."""
    return [
        Thing(subject_of(("generator", id)), one.name or "the generator", (id, one))
        for id, one in rig.charging.ordered_generators().items()
    ]


def _to_dcdc(id: str) -> Fix:
    return Fix("charging.use_dcdc", replace(f"/charging/paths/{id}/kind", "dcdc"))


@rule("charging.lithium_on_alternator", "danger", "abyc_e13", each=_ways)
def lithium_on_alternator(rig: Rig, sheet: Sheet, one: tuple[str, Way]) -> Trouble | None:
    """Lithium straight on an alternator overheats it, and a BMS that opens under charge can destroy it."""
    id, way = one
    if not holds_lithium(rig) or way.path.kind not in ("relay", "hand_switch"):
        return None
    kept = way.path.lead_buffer == "fitted" and way.path.field_stop == "fitted"
    return None if kept else Trouble(fix=_to_dcdc(id))


@rule("charging.lithium_on_buffered_alternator", "advice", "practice", each=_ways)
def lithium_on_buffered_alternator(rig: Rig, sheet: Sheet, one: tuple[str, Way]) -> Trouble | None:
    """Lithium straight on an alternator with a lead buffer and an early stop: what can destroy it is kept off, heat is not."""
    _, way = one
    straight = holds_lithium(rig) and way.path.kind in ("relay", "hand_switch")
    kept = way.path.lead_buffer == "fitted" and way.path.field_stop == "fitted"
    return Trouble() if straight and kept else None


@rule("charging.no_field_stop", "danger", "abyc_e13", each=_ways)
def no_field_stop(rig: Rig, sheet: Sheet, one: tuple[str, Way]) -> Trouble | None:
    """A regulated alternator on lithium whose BMS opens without stopping the field first: nothing holds its volts then."""
    id, way = one
    if not holds_lithium(rig) or way.path.kind != "regulated" or way.path.field_stop != "none":
        return None
    return Trouble(fix=Fix("charging.fit_field_stop", replace(f"/charging/paths/{id}/field_stop", "fitted")))


@rule("charging.not_sensed", "fault", "abyc_e13", each=_ways)
def not_sensed(rig: Rig, sheet: Sheet, one: tuple[str, Way]) -> Trouble | None:
    """A regulator that drives an alternator into lithium without feeling its heat."""
    _, way = one
    known = way.alternator is not None and way.alternator.temperature_sensed == "none"
    return Trouble() if known and holds_lithium(rig) and way.path.kind == "regulated" else None


@rule("charging.regulated_by_itself", "fault", "practice", each=_ways)
def regulated_by_itself(rig: Rig, sheet: Sheet, one: tuple[str, Way]) -> Trouble | None:
    """A way that counts on an external regulator hangs on an alternator that has none."""
    _, way = one
    if way.path.kind != "regulated" or way.alternator is None or way.alternator.regulation in (None, "external"):
        return None
    return Trouble(variant="smart" if way.alternator.regulation == "smart" else "")


@rule("charging.relay_on_smart_alternator", "fault", "practice", each=_ways)
def relay_on_smart_alternator(rig: Rig, sheet: Sheet, one: tuple[str, Way]) -> Trouble | None:
    """A relay that goes by volts hangs on an alternator that the engine computer turns down."""
    id, way = one
    return Trouble(fix=_to_dcdc(id)) if _relay_on_a_smart_one(way) and way.path.trigger == "volts" else None


@rule("charging.relay_trigger_unsaid", "advice", "practice", each=_ways)
def relay_trigger_unsaid(rig: Rig, sheet: Sheet, one: tuple[str, Way]) -> Trouble | None:
    """A relay hangs on an alternator that the engine computer turns down, and nobody has said what switches it."""
    id, way = one
    return Trouble(fix=_to_dcdc(id)) if _relay_on_a_smart_one(way) and way.path.trigger is None else None


def _relay_on_a_smart_one(way: Way) -> bool:
    return way.path.kind == "relay" and way.alternator is not None and way.alternator.regulation == "smart"


@rule("charging.volts_on_smart_alternator", "fault", "practice", each=_ways)
def volts_on_smart_alternator(rig: Rig, sheet: Sheet, one: tuple[str, Way]) -> Trouble | None:
    """A device that is switched by volts hangs on an alternator that the engine computer turns down."""
    id, way = one
    smart = way.alternator is not None and way.alternator.regulation == "smart"
    if not smart or not way.converts or way.path.trigger != "volts":
        return None
    return Trouble(fix=Fix("charging.by_ignition", replace(f"/charging/paths/{id}/trigger", "ignition")))


@rule("charging.dcdc_other_volts", "fault", "practice", each=_ways)
def dcdc_other_volts(rig: Rig, sheet: Sheet, one: tuple[str, Way]) -> Trouble | None:
    """The DC-DC charger does not go from the alternator's volts to the bank's."""
    _, way = one
    if not way.converts or way.fits(rig.storage.system_v):
        return None
    said = {"made_from": way.path.input_v, "made_to": way.path.output_v, "alternator": way.source_v}
    measures = {name: "any" if value is None else str(value) for name, value in said.items()}
    backwards = way.path.input_v == rig.storage.system_v and way.path.output_v == way.source_v
    return Trouble(
        figures={"bank": sheet["storage.system_v"]},
        measures=measures,
        variant="backwards" if backwards and way.path.input_v != way.path.output_v else "",
    )


@rule("charging.straight_other_volts", "danger", "physics", each=_ways)
def straight_other_volts(rig: Rig, sheet: Sheet, one: tuple[str, Way]) -> Trouble | None:
    """A relay, a switch or a regulator joins an alternator and a bank of different volts."""
    _, way = one
    if not way.straight or way.source_v is None or rig.storage.bank is None or way.fits(rig.storage.system_v):
        return None
    return Trouble(figures={"bank": sheet["storage.system_v"]}, measures={"alternator": str(way.source_v)})


@rule("charging.over_tap", "fault", "practice", worse=("asks", "tap"), each=_ways)
def over_tap(rig: Rig, sheet: Sheet, one: tuple[str, Way]) -> Trouble | None:
    """The device asks its tap for more than that gives."""
    return _over(sheet, one[0], "tap_a", "tap")


@rule("charging.over_plug", "fault", "practice", worse=("asks", "plug"), each=_ways)
def over_plug(rig: Rig, sheet: Sheet, one: tuple[str, Way]) -> Trouble | None:
    """The device draws more through the plug at the hitch than its contact bears."""
    return _over(sheet, one[0], "plug_a", "plug")


@rule("charging.over_way", "fault", "practice", worse=("asks", "bears"), each=_ways)
def over_way(rig: Rig, sheet: Sheet, one: tuple[str, Way]) -> Trouble | None:
    """More is asked for than relay, switch, cable and fuse on the way bear."""
    id, way = one
    trouble = _over(sheet, id, "limit_a", "bears")
    has = sheet.get(f"charging.alternator.{way.alternator_id}.hot_a")
    if trouble is None or not way.straight:
        return trouble
    # Straight ways take what the alternator has, where that is less than the volts push.
    bears = sheet[f"charging.source.{id}.limit_a"]
    if has is None or has.number <= bears.number:
        return None
    return Trouble(figures={"asks": min(has, trouble.figures["asks"], key=lambda one: one.number), "bears": bears})


def _over(sheet: Sheet, id: str, limit: str, name: str) -> Trouble | None:
    asks, most = (sheet.get(f"charging.source.{id}.{one}") for one in ("asks_a", limit))
    if asks is None or most is None or asks.number <= most.number * (1 + SLACK):
        return None
    return Trouble(figures={"asks": asks, name: most})


@rule("charging.cable_drops", "fault", "physics", worse=("least", "volts"), each=_ways)
def cable_drops(rig: Rig, sheet: Sheet, one: tuple[str, Way]) -> Trouble | None:
    """So little comes through the cable that the device stops for low volts, or runs far below its rating."""
    id, way = one
    volts, run = (sheet.get(f"charging.source.{id}.{name}") for name in ("input_v", "run_ohm"))
    measured = way.path.far_end_v is not None
    if volts is None or way.source_v is None or not way.converts or (run is None and not measured):
        return None
    least_v = sheet.assumption("dcdc_least_v_per_12v")
    if volts.number >= least_v.number * way.source_v / 12 * (1 - SLACK):
        return None
    figures = {"least": least_v, "volts": volts, "asks": sheet[f"charging.source.{id}.asks_a"]}
    return Trouble(figures=figures, variant="measured" if measured else "")


@rule("charging.alternator_overloaded", "fault", "alternator_rating", worse=("draw", "spare"), each=_alternators)
def alternator_overloaded(rig: Rig, sheet: Sheet, one: tuple[str, Alternator]) -> Trouble | None:
    """The devices and the links on an alternator ask for more than it has to spare when hot."""
    base = f"charging.alternator.{one[0]}"
    draw, spare = sheet.get(f"{base}.draw_a"), sheet.get(f"{base}.spare_a")
    if draw is None or spare is None or draw.number <= spare.number * (1 + SLACK):
        return None
    return Trouble(figures={"draw": draw, "spare": spare, "label": sheet[f"{base}.rated_a"]})


@rule("charging.short_at_idle", "advice", "practice", worse=("draw", "idle"), each=_alternators)
def short_at_idle(rig: Rig, sheet: Sheet, one: tuple[str, Alternator]) -> Trouble | None:
    """At idle, where it is known, the alternator gives less than is drawn: it runs hot, or the starter battery sinks."""
    id, alternator = one
    base = f"charging.alternator.{id}"
    draw, idle = sheet.get(f"{base}.draw_a"), sheet.get(f"{base}.idle_spare_a")
    if alternator.idle_a is None or draw is None or idle is None or draw.number <= idle.number * (1 + SLACK):
        return None
    return Trouble(figures={"draw": draw, "idle": idle})


@rule("charging.straight_at_idle", "fault", "abyc_e13", worse=("pushes", "idle"), each=_ways)
def straight_at_idle(rig: Rig, sheet: Sheet, one: tuple[str, Way]) -> Trouble | None:
    """Lithium straight on an alternator whose idle is known takes all that it has there, with hardly any air through it."""
    id, way = one
    if not way.straight or not holds_lithium(rig) or way.alternator is None or way.alternator.idle_a is None:
        return None
    if way.alternator.temperature_sensed == "fitted":
        return None
    pushes = sheet.get(f"charging.source.{id}.may_take_a")
    idle = sheet.get(f"charging.alternator.{way.alternator_id}.idle_spare_a")
    if pushes is None or idle is None or pushes.number <= idle.number * (1 + SLACK):
        return None
    return Trouble(figures={"pushes": pushes, "idle": idle})


@rule("charging.switch_forgotten", "advice", "practice", each=_ways)
def switch_forgotten(rig: Rig, sheet: Sheet, one: tuple[str, Way]) -> Trouble | None:
    """A way that is switched by hand joins the starter battery with the loads until somebody thinks of it."""
    id, way = one
    if way.path.kind != "hand_switch" and not (way.path.kind == "relay" and way.path.trigger == "hand"):
        return None
    dead = sheet.get(f"charging.source.{id}.dead_after_h")
    return None if dead is None else Trouble(figures={"dead": dead})


@rule("charging.jump_start_over_way", "fault", "practice", worse=("cranks", "bears"), each=_ways)
def jump_start_over_way(rig: Rig, sheet: Sheet, one: tuple[str, Way]) -> Trouble | None:
    """The engine is started from the house through a way, or out of a bank, that does not bear it."""
    id, way = one
    if way.path.jump_start != "yes":
        return None
    cranks = _cranks(rig, sheet)
    if way.path.kind == "dcdc":
        return Trouble(figures={"cranks": cranks, "bears": cranks}, variant="dcdc")
    bears = [limit for key in (f"charging.source.{id}.limit_a", "storage.bms_limit_a") if (limit := sheet.get(key)) is not None]
    least = min(bears, key=lambda one: one.number, default=None)
    if least is None or cranks.number <= least.number * (1 + SLACK):
        return None
    return Trouble(figures={"cranks": cranks, "bears": least}, variant="bank" if least.key == "storage.bms_limit_a" else "")


def _cranks(rig: Rig, sheet: Sheet) -> Figure:
    said = [id for id, one in rig.storage.ordered_others().items() if one.role == "starter" and one.cranking_a is not None]
    return sheet[f"storage.other.{said[0]}.cranking_a"] if said else sheet.assumption("cranking_a")


@rule("charging.charger_other_volts", "fault", "practice", each=_chargers)
def charger_other_volts(rig: Rig, sheet: Sheet, one: tuple[str, Charger]) -> Trouble | None:
    """The shore charger is made for another volts class than the bank's."""
    id, charger = one
    by_part = sheet.get(f"charging.source.{id}.made_for_v")
    made_for = charger.output_v if by_part is None else int(by_part.number)
    if made_for is None or made_for == rig.storage.system_v:
        return None
    return Trouble(figures={"bank": sheet["storage.system_v"]}, measures={"made_for": str(made_for)})


@rule("charging.negatives_joined", "fault", "practice", each=_ways)
def negatives_joined(rig: Rig, sheet: Sheet, one: tuple[str, Way]) -> Trouble | None:
    """A way joins the house's negative with that of an alternator which is kept apart from it."""
    _, way = one
    apart = way.alternator is not None and way.alternator.negative_apart == "yes"
    if not apart or (way.converts and way.path.isolated != "no"):
        return None
    return Trouble(variant="" if way.converts else "straight")


@rule("charging.generator_overloaded", "fault", "practice", worse=("draws", "gives"), each=_generators)
def generator_overloaded(rig: Rig, sheet: Sheet, one: tuple[str, Generator]) -> Trouble | None:
    """The chargers draw more than the generator gives where it stands, and cannot be turned down."""
    base = f"charging.generator.{one[0]}"
    draws, gives = sheet.get("charging.shore.mains_a"), sheet.get(f"{base}.output_a")
    if draws is None or gives is None or draws.number <= gives.number * (1 + SLACK):
        return None
    stiff = [charger for charger in rig.charging.chargers.values() if charger.adjustable == "no" and charger.bank is None]
    return Trouble(figures={"draws": draws, "gives": gives}) if stiff else None


@rule("charging.generator_hardly_loaded", "advice", "practice", each=_generators)
def generator_hardly_loaded(rig: Rig, sheet: Sheet, one: tuple[str, Generator]) -> Trouble | None:
    """The charger takes so little of a generator that most of its fuel turns it and nothing else."""
    base = f"charging.generator.{one[0]}"
    load, least = sheet.get(f"{base}.load_frac"), sheet.assumption("generator_least_load_frac")
    if load is None or load.number >= least.number * (1 - SLACK):
        return None
    figures = {"gives": sheet[f"{base}.gives_w"], "fuel": sheet[f"{base}.l_per_h"], "charge": sheet[f"{base}.charge_a"]}
    return Trouble(figures=figures)


@rule("charging.generator_stops_before_it_starts", "fault", "product", each=_generators)
def generator_stops_before_it_starts(rig: Rig, sheet: Sheet, one: tuple[str, Generator]) -> Trouble | None:
    """The charge at which a generator is stopped is not above that at which it is started."""
    start, stop = one[1].start_frac, one[1].stop_frac
    if start is None or stop is None or stop > start:
        return None
    return Trouble(measures={"start": f"{100 * start:g}", "stop": f"{100 * stop:g}"})


@rule("charging.cord_drops", "advice", "practice", worse=("drop", "most"))
def cord_drops(rig: Rig, sheet: Sheet) -> Trouble | None:
    """So much of the mains is lost along the cord that what hangs on it suffers."""
    drop, most = sheet.get("charging.shore.cord_drop_frac"), sheet.assumption("cord_drop_most_frac")
    if drop is None or "charging.shore.have_a" not in sheet or drop.number <= most.number * (1 + SLACK):
        return None
    return Trouble(
        figures={"drop": drop, "most": most, "draw": sheet["charging.shore.mains_a"]},
        measures={"percent": f"{100 * drop.number:.1f}"},
    )


@rule("charging.cord_too_small", "fault", "practice", worse=("draw", "limit"))
def cord_too_small(rig: Rig, sheet: Sheet) -> Trouble | None:
    """Cord, adapter or inlet bear less than the chargers draw, on an outlet that would give it."""
    draw, limit, outlet = (
        sheet.get(f"charging.shore.{name}") for name in ("mains_a", "way_continuous_a", "hookup_continuous_a")
    )
    found = any(getattr(one, "kind", "") == "cord" and one.fate != "goes" for one in rig.survey.items.values())
    if draw is None or limit is None or outlet is None or found or "charging.shore.have_a" not in sheet:
        return None
    if limit.number >= outlet.number or draw.number <= limit.number * (1 + SLACK):
        return None
    return Trouble(figures={"draw": draw, "limit": limit, "fits": sheet["charging.shore.hookup_limit_a"]})
