"""What is still to be asked of the things that were found and do not go: nothing is concluded from what nobody said."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Mapping
from dataclasses import dataclass, field, replace
from typing import Any, Literal, TypeAlias

from ryokan.core.data.questions import Grade, QuestionOfThings, questions_of_things
from ryokan.core.figure import Sheet
from ryokan.core.findings.model import step_of
from ryokan.core.inverter.rules import SUFFERS, wants_pre_charge
from ryokan.core.loads.rows import on_the_hookup_alone
from ryokan.core.rig import Rig
from ryokan.core.storage.model import LITHIUM
from ryokan.core.subjects import finding_key, subject_of
from ryokan.core.survey.fill import charging_units
from ryokan.core.survey.fill_ac import changed_over_by
from ryokan.core.survey.model import (
    AnyFound,
    FoundAcPanel,
    FoundAlternator,
    FoundBank,
    FoundCharger,
    FoundController,
    FoundCord,
    FoundGear,
    FoundInverter,
    FoundMainCable,
    FoundOtherBank,
    FoundPanels,
    FoundSwitch,
)
from ryokan.core.survey.places import place_of, places
from ryokan.core.vehicle import BOATS, ROAD

TWO_LEGS_BELOW_V = 200  # mains with two legs and a neutral are those of 100 to 127 V (common practice)
A_CELL_V = 5  # a unit below so many volts is a bare cell, which is made to be put in series (common practice)


# Units of what is typed, by the end of its member's name; a member of another name is chosen or is no number.
_UNITS = {"_ah": "Ah", "_a": "A", "_v": "V", "_w": "W", "_cm2": "cm²", "_series": ""}


@dataclass(frozen=True, slots=True)
class Entry:
    """How an answer is typed: as a number in ``unit``, or as a length with its own unit.

    ``path`` is where it goes. Where the thing that holds it is not there yet, ``new`` is that thing, and the answer is its
    ``member``.
    """

    kind: Literal["number", "length"]
    unit: str
    path: str
    new: Mapping[str, Any] | None = None
    member: str = ""


def _entry(path: str, new: Mapping[str, Any] | None = None) -> Entry | None:
    """How the answer that goes to a place is typed; None where it is not."""
    member = path.rpartition("/")[2] if new is None else "fuse_a"
    if member.endswith("length"):
        return Entry("length", "", path, new, member)
    unit = next((unit for end, unit in _UNITS.items() if member.endswith(end)), None)
    return None if unit is None else Entry("number", unit, path, new, member)


@dataclass(frozen=True, slots=True)
class Asked:
    """One open question about one thing. ``item`` and ``member`` are where it is answered, ``answers`` a press each.

    ``item`` is empty where the thing that would hold the answer is not on the survey yet: then ``kind`` says what to add.
    ``place`` is where the thing is, and ``set_aside`` says that somebody asked and that nobody knows.
    """

    code: str
    grade: Grade
    subject: str
    name: str
    source: str
    kind: str
    item: str = ""
    member: str = ""
    answers: Mapping[str, tuple[Mapping[str, Any], ...]] = field(default_factory=dict)
    place: str = ""
    set_aside: bool = False
    entry: Entry | None = None

    @property
    def key(self) -> str:
        """Code and subject in one."""
        return finding_key(self.code, self.subject)

    @property
    def step(self) -> str:
        """The step that waits for the answer."""
        return step_of(self.code)


Open: TypeAlias = Callable[[Rig, Sheet, Any], bool]


def still_to_be_asked(rig: Rig, sheet: Sheet) -> tuple[Asked, ...]:
    """Open questions of all things that were found and do not go.

    They come place by place, so that one walks once: those where a danger waits for an answer first, within each the worst
    first. What nobody knows comes last.
    """
    things = [(id, one) for id, one in rig.survey.ordered().items() if one.fate != "goes"]
    if not things:
        return ()
    found = [
        replace(asked, place=place_of(rig, thing), set_aside=asked.key in rig.survey.not_known)
        for about in questions_of_things().values()
        for id, thing in things
        if getattr(thing, "kind", "") == about.of
        for asked in _asked(rig, sheet, about, id, thing)
    ]
    order = places(rig)
    grave = {one.place for one in found if one.grade == "danger" and not one.set_aside}
    return tuple(sorted(found, key=lambda one: (one.set_aside, one.place not in grave, order.index(one.place))))


def _asked(rig: Rig, sheet: Sheet, about: QuestionOfThings, id: str, thing: AnyFound) -> Iterator[Asked]:
    if about.code == "wiring.main_fuse":
        yield from _of_the_main_fuse(rig, about, id, thing)
        return
    if _member(thing, about.member) is not None or not _WHEN.get(about.code, _always)(rig, sheet, thing):
        return
    path = f"/survey/items/{id}/{about.member}"
    answers = {str(answer): ({"op": "add", "path": path, "value": answer},) for answer in about.answers}
    yield Asked(
        about.code,
        about.grade,
        subject_of(("item", id)),
        _called(thing),
        about.source,
        about.of,
        id,
        about.member,
        answers,
        entry=None if answers and list(answers) != ["none"] else _entry(path),
    )


def _of_the_main_fuse(rig: Rig, about: QuestionOfThings, id: str, bank: AnyFound) -> Iterator[Asked]:
    """The fuse belongs to the main cable; where none is on the survey, the answer that there is no fuse brings it there."""
    cables = {one: cable for one, cable in rig.survey.of_kind(FoundMainCable).items() if cable.fate != "goes"}
    first = next(iter(rig.survey.of_kind(FoundBank)), None)
    if id != first or any(cable.fuse_a is not None for cable in cables.values()):
        return
    cable = next(iter(cables), "")
    if cable:
        path, new = f"/survey/items/{cable}/fuse_a", None
        patch: Mapping[str, Any] = {"op": "add", "path": path, "value": "none"}
    else:
        path = f"/survey/items/main-of-{id}"[:54].rstrip("-")
        new = {"kind": "main_cable", "fuse_a": "none", "fate": bank.fate, "position": bank.position + 0.5}
        patch = {"op": "add", "path": path, "value": new}
    answers = {str(answer): (patch,) for answer in about.answers}
    yield Asked(
        about.code,
        about.grade,
        subject_of(("item", id)),
        _called(bank),
        about.source,
        "main_cable",
        cable,
        "fuse_a",
        answers,
        entry=_entry(path, new),
    )


# What a thing is called in a question that nobody has named.
_THE = {
    "bank": "the bank",
    "alternator": "the alternator",
    "other_bank": "the other bank",
    "dcdc": "the DC-DC charger",
    "shore_charger": "the shore charger",
    "inverter": "the inverter",
    "panels": "the panels",
    "controller": "the solar controller",
    "main_cable": "the main cable",
    "cord": "the shore cord",
    "generator": "the generator",
    "switch": "the main switch",
    "dc_gear": "the bar, shunt or fuse box",
    "ac_panel": "the AC panel",
    "ac_guard": "the guard on the AC side",
}


def _called(thing: AnyFound) -> str:
    return thing.name or _THE[getattr(thing, "kind", "")]


def _member(thing: AnyFound, member: str) -> Any:
    value: Any = thing
    for name in member.split("/"):
        value = getattr(value, name)
    return value


def _always(rig: Rig, sheet: Sheet, thing: Any) -> bool:
    return True


def _lithium(rig: Rig, sheet: Sheet, bank: FoundBank) -> bool:
    return bank.battery.chemistry in LITHIUM


def _has_bms(rig: Rig, sheet: Sheet, bank: FoundBank) -> bool:
    return bank.battery.chemistry in LITHIUM and bank.bms != "none"


def _parallel_lithium(rig: Rig, sheet: Sheet, bank: FoundBank) -> bool:
    return bank.battery.chemistry in LITHIUM and bank.parallel > 1


def _lithium_blocks_in_series(rig: Rig, sheet: Sheet, bank: FoundBank) -> bool:
    bare_cells = bank.battery.nominal_v is not None and bank.battery.nominal_v < A_CELL_V
    return bank.battery.chemistry in LITHIUM and bank.series > 1 and not bare_cells


def _lead_in_an_enclosure(rig: Rig, sheet: Sheet, bank: FoundBank) -> bool:
    chemistry = bank.battery.chemistry
    return bank.bay == "vented_enclosure" and chemistry is not None and chemistry not in (*LITHIUM, "custom")


def _pre_charge(rig: Rig, sheet: Sheet, one: FoundInverter) -> bool:
    return one.rated_w is not None and wants_pre_charge(rig, sheet, one.rated_w)


def _some_ac_load_suffers(rig: Rig, sheet: Sheet, one: FoundInverter) -> bool:
    met = [load for load in rig.active_loads().values() if load.feed == "ac" and not on_the_hookup_alone(load)]
    return any(load.start_factor > 1 or load.group in SUFFERS for load in met)


def _something_starts_hard(rig: Rig, sheet: Sheet, one: FoundInverter) -> bool:
    met = [load for load in rig.active_loads().values() if load.feed == "ac" and not on_the_hookup_alone(load)]
    return any(load.start_factor > 1 for load in met)


def _two_legs_come_in(rig: Rig, sheet: Sheet, one: FoundInverter) -> bool:
    return any(cord.rating == "na_50" and cord.fate != "goes" for cord in rig.survey.of_kind(FoundCord).values())


def _something_comes_from_ashore(rig: Rig, sheet: Sheet, one: FoundInverter) -> bool:
    """A cord, a charger on the mains or a panel, so that hookup and inverter may meet."""
    kinds = (FoundCord, FoundCharger, FoundAcPanel)
    return any(thing.fate != "goes" for kind in kinds for thing in rig.survey.of_kind(kind).values())


def _changes_over_unsaid(rig: Rig, sheet: Sheet, one: FoundInverter) -> bool:
    """It feeds the panel, and neither it nor a switch says what changes over."""
    return one.feeds == "panel" and changed_over_by(rig.survey, one) is None and _something_comes_from_ashore(rig, sheet, one)


def _feeds_the_panel(rig: Rig, sheet: Sheet, one: FoundInverter) -> bool:
    return one.feeds == "panel"


def _an_inverter_feeds_the_panel(rig: Rig, sheet: Sheet, one: FoundCharger) -> bool:
    return any(two.feeds == "panel" for two in rig.survey.of_kind(FoundInverter).values() if two.fate != "goes")


def _may_have_two_legs(rig: Rig, sheet: Sheet, one: FoundAcPanel) -> bool:
    """Mains of 120 V, and no cord that says how many legs come in."""
    cords = [cord.rating for cord in rig.survey.of_kind(FoundCord).values() if cord.fate != "goes"]
    return rig.region.mains_v < TWO_LEGS_BELOW_V and all(rating in (None, "na_50") for rating in cords)


def _one_phase_may_reach_both(rig: Rig, sheet: Sheet, one: FoundAcPanel) -> bool:
    """Two legs and something of one leg that feeds them."""
    cords = [cord.rating for cord in rig.survey.of_kind(FoundCord).values() if cord.fate != "goes"]
    units = [two for two in rig.survey.of_kind(FoundInverter).values() if two.feeds == "panel" and two.fate != "goes"]
    return one.legs == 2 and (any(rating not in (None, "na_50") for rating in cords) or any(two.legs == 1 for two in units))


def _no_cord_has_a_rating(rig: Rig, sheet: Sheet, one: FoundCord) -> bool:
    """Asked once, of the first of what comes from ashore."""
    cords = [cord for cord in rig.survey.of_kind(FoundCord).values() if cord.fate != "goes" and not cord.is_adapter]
    return all(cord.rating is None for cord in cords) and cords[:1] == [one]


def _charges(rig: Rig, sheet: Sheet, one: FoundAlternator) -> bool:
    dcdc = any(unit.fate != "goes" for unit in charging_units(rig.survey).values())
    return one.charges_house not in (None, "none") or (one.charges_house is None and dcdc)


def _nothing_says_how_it_charges(rig: Rig, sheet: Sheet, one: FoundAlternator) -> bool:
    return not any(unit.fate != "goes" for unit in charging_units(rig.survey).values())


def _by_a_relay(rig: Rig, sheet: Sheet, one: FoundAlternator) -> bool:
    return one.charges_house == "relay"


def _relay_on_a_smart_one(rig: Rig, sheet: Sheet, one: FoundAlternator) -> bool:
    return one.charges_house == "relay" and one.regulation == "smart"


def _regulated_into_lithium(rig: Rig, sheet: Sheet, one: FoundAlternator) -> bool:
    return one.charges_house == "regulated" and _into_lithium(rig, sheet, one)


def _of_another_kind(rig: Rig, sheet: Sheet, one: FoundOtherBank) -> bool:
    """A second bank that is known to be of another kind than the house bank."""
    kinds = {bank.battery.chemistry for bank in rig.survey.of_kind(FoundBank).values() if bank.fate != "goes"} - {None}
    return one.role == "second" and one.chemistry is not None and bool(kinds) and one.chemistry not in kinds


def _into_lithium(rig: Rig, sheet: Sheet, one: AnyFound) -> bool:
    return any(bank.battery.chemistry in LITHIUM for bank in rig.survey.of_kind(FoundBank).values() if bank.fate != "goes")


def _through_pwm(rig: Rig, sheet: Sheet, one: AnyFound) -> bool:
    return any(ctl.method == "pwm" for ctl in rig.survey.of_kind(FoundController).values() if ctl.fate != "goes")


def _several(rig: Rig, sheet: Sheet, one: FoundPanels) -> bool:
    return one.count > 1


def _two_controllers(rig: Rig, sheet: Sheet, one: FoundPanels) -> bool:
    controllers = [ctl for ctl in rig.survey.of_kind(FoundController).values() if ctl.fate != "goes"]
    return len(controllers) > 1 and one.mounting != "portable"


def _open_volts_matter(rig: Rig, sheet: Sheet, one: FoundPanels) -> bool:
    """More than one of them in series, or nobody knows, before a controller whose volts are known."""
    limits = [ctl.most_v for ctl in rig.survey.of_kind(FoundController).values() if ctl.fate != "goes"]
    longer = one.in_series != 1 and one.count > 1
    return one.measured_voc_v is None and longer and any(limit is not None for limit in limits)


def _three_strings(rig: Rig, sheet: Sheet, one: FoundPanels) -> bool:
    """From three strings on one may take more than its panels bear."""
    return one.in_series is not None and one.count // one.in_series >= 3


def _three_without_fuses(rig: Rig, sheet: Sheet, one: FoundPanels) -> bool:
    return one.string_fuse_a == "none" and _three_strings(rig, sheet, one)


def _panels_in_series(rig: Rig, sheet: Sheet, one: FoundController) -> bool:
    panels = [two for two in rig.survey.of_kind(FoundPanels).values() if two.fate != "goes"]
    return one.method != "pwm" and any(two.count > 1 and two.in_series != 1 for two in panels)


def _behind_a_fuse_that_is_known(rig: Rig, sheet: Sheet, one: FoundGear | FoundSwitch) -> bool:
    """A thing that bears what the main fuse lets through, where that is on the survey: only then does its rating decide."""
    fuses = [cable.fuse_a for cable in rig.survey.of_kind(FoundMainCable).values() if cable.fate != "goes"]
    is_on_main = one.does == "main" if isinstance(one, FoundSwitch) else one.gear in ("bus_bar", "shunt")
    return is_on_main and one.there != "none" and any(isinstance(fuse, float | int) for fuse in fuses)


def _no_rating_of_its_own(rig: Rig, sheet: Sheet, one: FoundMainCable) -> bool:
    return one.told_ampacity_a is None


# When a question is asked at all, beyond that nobody said it. The others are asked of every thing of their kind.
_WHEN: dict[str, Open] = {
    "storage.cells": lambda rig, sheet, bank: bank.battery.chemistry == "nmc",
    "storage.bms": _lithium,
    "storage.string_fuses": _parallel_lithium,
    "storage.series_allowed": _lithium_blocks_in_series,
    "storage.restraint": lambda rig, sheet, bank: rig.vehicle.kind in (*ROAD, *BOATS),
    "storage.when_bms_opens": _has_bms,
    "storage.take_off": lambda rig, sheet, bank: bank.parallel > 1,
    "storage.vent": _lead_in_an_enclosure,
    "inverter.pre_charge": _pre_charge,
    "inverter.waveform": _some_ac_load_suffers,
    "inverter.legs": _two_legs_come_in,
    "inverter.surge": _something_starts_hard,
    "inverter.feeds": _something_comes_from_ashore,
    "inverter.transfer": _changes_over_unsaid,
    "inverter.bond": _feeds_the_panel,
    "charging.fed_from": _an_inverter_feeds_the_panel,
    "ac.panel_legs": _may_have_two_legs,
    "ac.shared_neutral": _one_phase_may_reach_both,
    "ac.guard_covers": lambda rig, sheet, one: one.device == "rcd" and one.rcd != "none",
    "charging.cord_rating": _no_cord_has_a_rating,
    "charging.alternator_path": _nothing_says_how_it_charges,
    "charging.alternator_volts": _charges,
    "charging.alternator_rating": _charges,
    "charging.alternator_regulation": _by_a_relay,
    "charging.stops_at": _into_lithium,
    "charging.trigger": _relay_on_a_smart_one,
    "charging.field_stop": _regulated_into_lithium,
    "storage.managing_device": _of_another_kind,
    "wiring.switch_rating": _behind_a_fuse_that_is_known,
    "wiring.gear_rating": _behind_a_fuse_that_is_known,
    "wiring.insulation": _no_rating_of_its_own,
    "wiring.terminals": _no_rating_of_its_own,
    "solar.panel_volts": _through_pwm,
    "solar.in_series": _several,
    "solar.goes_to": _two_controllers,
    "solar.panel_open_volts": _open_volts_matter,
    "solar.string_fuses": _three_strings,
    "solar.panel_max_fuse": _three_without_fuses,
    "solar.controller_volts": _panels_in_series,
}
