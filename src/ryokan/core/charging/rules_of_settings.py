"""Rules of how what charges is set, of the ladder of cut-offs, and of the banks beside the house bank."""

from __future__ import annotations

import math

from ryokan.core.charging.settings import Device, devices
from ryokan.core.figure import Sheet
from ryokan.core.findings.model import Fix, Thing, Trouble, replace, rule
from ryokan.core.findings.things import holds_lithium
from ryokan.core.rig import Rig
from ryokan.core.storage.model import LITHIUM, OtherBank
from ryokan.core.subjects import subject_of

SLACK = 1e-9
_OTHERS = {"starter": "the starter battery", "second": "the second bank", "backup": "the backup"}


def _devices(rig: Rig, sheet: Sheet) -> list[Thing[Device]]:
    """Every device that charges the house bank and that can be set."""
    return [Thing(one.subject, one.name, one) for one in devices(rig, sheet)]


def _others(rig: Rig, sheet: Sheet) -> list[Thing[tuple[str, OtherBank]]]:
    """Every bank beside the house bank."""
    return [
        Thing(subject_of(("bank", id)), one.name or _OTHERS.get(str(one.role), "the other bank"), (id, one))
        for id, one in rig.storage.ordered_others().items()
    ]


@rule("charging.set_above_limit", "danger", "practice", each=_devices)
def set_above_limit(rig: Rig, sheet: Sheet, one: Device) -> Trouble | None:
    """A device is set to volts above what a cell of the bank may ever see."""
    most, stops = sheet.get("storage.max_v"), one.settings.stops_at_v
    if stops is None or most is None or rig.storage.bank is None or stops <= most.number * (1 + SLACK):
        return None
    return Trouble(figures={"most": most}, measures={"stops": f"{stops:g}"}, variant="" if rig.storage.is_lithium else "lead")


@rule("charging.equalises_lithium", "danger", "practice", each=_devices)
def equalises_lithium(rig: Rig, sheet: Sheet, one: Device) -> Trouble | None:
    """A device equalises lithium: volts that no cell of it bears."""
    return Trouble() if holds_lithium(rig) and one.settings.equalises == "yes" else None


@rule("charging.held_full", "advice", "practice", each=_devices)
def held_full(rig: Rig, sheet: Sheet, one: Device) -> Trouble | None:
    """A device holds a full bank at volts that wear it."""
    floats, absorbs = sheet.get("charging.set.float_v"), sheet.get("charging.set.absorb_v")
    held = one.settings.float_v
    if held is None or floats is None or absorbs is None or rig.storage.bank is None:
        return None
    room = sheet.assumption("float_room_v_per_12v").number * rig.storage.system_v / 12
    if held <= (floats.number + room) * (1 + SLACK):
        return None
    return Trouble(figures={"float": floats}, measures={"volts": f"{held:g}"})


@rule("charging.not_for_lithium", "fault", "practice", each=_devices)
def not_for_lithium(rig: Rig, sheet: Sheet, one: Device) -> Trouble | None:
    """A device on the mains or on the alternator knows no lithium, and charges it as lead."""
    solar = one.subject.startswith("controller:")
    return Trouble() if holds_lithium(rig) and one.settings.lithium == "no" and not solar else None


@rule("charging.settings_apart", "advice", "practice")
def settings_apart(rig: Rig, sheet: Sheet) -> Trouble | None:
    """Devices on one bank absorb at different volts: the lower ones stop while the highest goes on alone."""
    said = sorted((one.settings.stops_at_v, one.name) for one in devices(rig, sheet) if one.settings.stops_at_v is not None)
    if len(said) < 2 or rig.storage.bank is None:
        return None
    (low, lowest), (high, highest) = said[0], said[-1]
    apart = sheet.assumption("settings_apart_v_per_12v").number * rig.storage.system_v / 12
    if high - low <= apart * (1 + SLACK):
        return None
    return Trouble(words={"lowest": lowest, "highest": highest}, measures={"low": f"{low:g}", "high": f"{high:g}"})


@rule("charging.cutoffs_out_of_order", "fault", "practice", worse=("least", "at"))
def cutoffs_out_of_order(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The inverter stops after the bank's own electronics, or loads are shed after the inverter."""
    inverter, least = sheet.get("inverter.cutoff_v"), sheet.get("charging.ladder.inverter_least_v")
    typed = rig.inverter.cutoff_v is not None and inverter is not None
    if typed and inverter is not None and least is not None and inverter.number < least.number * (1 - SLACK):
        return Trouble(figures={"least": least, "at": inverter}, variant="inverter")
    shed, least = sheet.get("charging.ladder.shed_v"), sheet.get("charging.ladder.shed_least_v")
    if shed is not None and least is not None and shed.number < least.number * (1 - SLACK):
        earlier = Fix("charging.shed_earlier", replace("/storage/shed_v", math.ceil(least.number * 100 - SLACK) / 100))
        return Trouble(figures={"least": least, "at": shed}, fix=earlier)
    return None


@rule("storage.starter_other_volts", "fault", "practice", each=_others)
def starter_other_volts(rig: Rig, sheet: Sheet, one: tuple[str, OtherBank]) -> Trouble | None:
    """A starter battery is of other volts than every alternator of the vehicle."""
    _, bank = one
    classes = {alternator.system_v for alternator in rig.charging.alternators.values()}
    if bank.role != "starter" or bank.volts is None or None in classes or not classes or bank.volts in classes:
        return None
    of_alternators = " and ".join(str(volts) for volts in sorted(volts for volts in classes if volts))
    return Trouble(measures={"volts": str(bank.volts), "alternator": of_alternators})


@rule("storage.starter_runs_down", "advice", "practice", each=_others)
def starter_runs_down(rig: Rig, sheet: Sheet, one: tuple[str, OtherBank]) -> Trouble | None:
    """Nothing keeps the starter battery full, and the vehicle stands longer than it lasts."""
    id, bank = one
    stands = sheet.get(f"storage.other.{id}.stands_days")
    if bank.role != "starter" or bank.upkeep != "none" or stands is None:
        return None
    longest = max((stay.nights for stay in rig.stays.values() if stay.driving_hours_per_day == 0), default=0)
    return Trouble(figures={"stands": stands}, measures={"nights": str(longest)}) if longest > stands.number else None


@rule("storage.second_unmanaged", "danger", "practice", each=_others)
def second_unmanaged(rig: Rig, sheet: Sheet, one: tuple[str, OtherBank]) -> Trouble | None:
    """A second bank of another kind hangs on the house bank with nothing between them."""
    _, bank = one
    unlike = bank.chemistry is not None and bank.chemistry != rig.storage.chemistry
    if bank.role != "second" or not unlike or rig.storage.bank is None or bank.managing_device != "none":
        return None
    lithium = bank.chemistry in LITHIUM or rig.storage.is_lithium
    return Trouble(variant="" if lithium else "lead")


@rule("storage.second_other_volts", "fault", "physics", each=_others)
def second_other_volts(rig: Rig, sheet: Sheet, one: tuple[str, OtherBank]) -> Trouble | None:
    """A second bank of other volts than the house bank hangs on it with nothing that converts."""
    _, bank = one
    if bank.role != "second" or bank.volts in (None, rig.storage.system_v) or bank.managing_device != "none":
        return None
    return Trouble(figures={"house": sheet["storage.system_v"]}, measures={"volts": str(bank.volts)})


@rule("storage.backup_short", "fault", "practice", worse=("asked", "holds"), each=_others)
def backup_short(rig: Rig, sheet: Sheet, one: tuple[str, OtherBank]) -> Trouble | None:
    """A backup holds its load for less than it is there for."""
    holds, asked = (sheet.get(f"storage.other.{one[0]}.{name}") for name in ("holds_h", "asked_h"))
    if holds is None or asked is None or holds.number >= asked.number * (1 - SLACK):
        return None
    return Trouble(figures={"asked": asked, "holds": holds})


@rule("storage.backup_not_charged", "fault", "practice", each=_others)
def backup_not_charged(rig: Rig, sheet: Sheet, one: tuple[str, OtherBank]) -> Trouble | None:
    """Nothing charges a backup: it is empty when it is wanted."""
    return Trouble() if one[1].role == "backup" and one[1].upkeep == "none" else None
