"""What the readings of one moment mean for the rest of the day: when the bank is full, and from when the sun carries a load."""

from __future__ import annotations

from collections.abc import Iterable

from ryokan.core.climate.moment import ClearDay
from ryokan.core.figure import Figure
from ryokan.core.readings.model import Quantity
from ryokan.core.readings.moment import FLOATS_AT_C, HELD_AT, NEARLY_FULL, Moment
from ryokan.core.readings.told import Follows, Told

STEP_H = 0.25
DAY_H = 24.0
GIVEN_AND_DRAWN: tuple[Quantity, Quantity] = ("charger_amps", "load_amps")
HEAVY_W = 150.0  # drawn from the bank, from which one minds the hour (common practice)
SHORT_H = 2.0  # a day, up to which one can choose the hour (common practice)
VAGUE = 0.2  # of the charge, from which a band of it foretells nothing (common practice)
LEAST_SUN = 0.05  # of a rated watt, below which nothing is foretold from what the array gives


# Readings that have been shown not to be so: nothing is foretold from them.
DOUBTED = {"gauge_off": "percent", "more_missing_than_it_holds": "missing_ah", "more_in_than_the_array_gives": "bank_amps"}


def follows(moment: Moment, told: Iterable[Told]) -> tuple[Follows, ...]:
    """What follows; nothing where the charge, the amps or the hour are not known, or where what was read of them cannot be."""
    if moment.hour is None or not all(moment.is_of_the_rig(one) for one in moment.readings.values()):
        return ()
    doubted = {DOUBTED[one.code] for one in told if one.code in DOUBTED}
    believed = {id: one for id, one in moment.readings.items() if one.quantity not in doubted}
    if "bank_amps" in doubted or not believed:
        return ()
    moment = Moment(moment.sheet, moment.rig, believed)
    found: list[Follows] = []
    amps, sun = _amps(moment), _sun(moment)
    if amps is not None and _floats(moment, amps):
        return (Follows(moment.id, "floating", {"amps": amps.key, "bank": "storage.have_ah"}), *_carried_by(moment, sun))
    missing = None if "percent" in doubted else _missing_ah(moment)
    if missing is not None and amps is not None and amps.number < 0 and sun is None:
        found += _lasts(moment, missing, amps)
    elif missing is not None and sun is not None:
        found += _full_by_the_sun(moment, missing, sun)
    elif missing is not None and amps is not None and amps.number > 0:
        found += _full(moment, missing, amps)
    return (*found, *_carried_by(moment, sun))


def _carried_by(moment: Moment, sun: tuple[ClearDay, float] | None) -> list[Follows]:
    return [] if sun is None else _carried(moment, sun)


def _key(moment: Moment, name: str) -> str:
    return f"survey.outlook.{moment.id}.{name}"


def _missing_ah(moment: Moment) -> Figure | None:
    """What is missing to full: as counted, by the gauge, or by volts at rest. [Ah]"""
    sheet, bank = moment.sheet, moment.sheet.get("storage.have_ah")
    counted = moment.value("missing_ah")
    if counted is not None:
        return sheet.given(_key(moment, "missing_ah"), counted, "Ah")
    if bank is None:
        return None
    percent = moment.value("percent")
    if percent is not None:
        share = sheet.given(_key(moment, "charge_percent"), percent, "%")
        return sheet.compute(_key(moment, "missing_ah"), "(1 − share ÷ 100) × bank", "Ah", share=share, bank=bank)
    low = next((sheet.get(f"survey.reading.{id}.charge_low_frac") for id, _ in moment.of("volts")), None)
    high = next((sheet.get(f"survey.reading.{id}.charge_high_frac") for id, _ in moment.of("volts")), None)
    if low is None or high is None or high.number - low.number > VAGUE:
        return None  # on the plateau of lithium the volts tell no charge
    formula = "(1 − (low + high) ÷ 2) × bank"
    return sheet.compute(_key(moment, "missing_ah"), formula, "Ah", "practice", low=low, high=high, bank=bank)


def _amps(moment: Moment) -> Figure | None:
    """Amps into the bank, as they were read: by a shunt, or what chargers give less what loads draw. [A]"""
    amps = moment.value("bank_amps")
    if amps is not None:
        return moment.sheet.given(_key(moment, "into_bank_a"), amps, "A")
    given, drawn = ([one.value for _, one in moment.of(name)] for name in GIVEN_AND_DRAWN)
    if not drawn or (moment.value("array_watts") is not None and not given):
        return None  # what else goes in or out is not known
    inputs = {
        "given": moment.sheet.given(_key(moment, "given_a"), sum(given), "A"),
        "drawn": moment.sheet.given(_key(moment, "drawn_a"), sum(drawn), "A"),
    }
    return moment.sheet.compute(_key(moment, "into_bank_a"), "given − drawn", "A", **inputs)


def _floats(moment: Moment, amps: Figure) -> bool:
    """Whether a bank is held full and takes next to nothing: at its charging or float volts, and at no others."""
    bank, float_v = moment.sheet.get("storage.have_ah"), moment.sheet.get("charging.set.float_v")
    volts = moment.value("volts")
    if bank is None or volts is None or not 0 <= amps.number <= FLOATS_AT_C * bank.number:
        return False
    held = float_v is not None and volts >= HELD_AT * float_v.number
    percent = moment.value("percent")
    return (held or moment.nearly_full) and (percent is None or percent >= 100 * NEARLY_FULL)


def _sun(moment: Moment) -> tuple[ClearDay, float] | None:
    """The clear day there, and what share of it the array gives now; None where it gives too little to go by."""
    watts, clear = moment.value("array_watts"), moment.clear()
    if watts is None or clear is None or watts <= 0 or any(one != "sun" for one in moment.first.charged_by):
        return None
    assert moment.hour is not None
    _, most = clear.at(moment.hour)
    return (clear, watts / most) if most > LEAST_SUN else None


def _now(moment: Moment) -> Figure:
    assert moment.hour is not None
    return moment.sheet.get(_key(moment, "now_h")) or moment.sheet.given(_key(moment, "now_h"), moment.hour, "h")


def _taper(moment: Moment) -> Figure:
    return moment.sheet.assumption(f"{moment.rig.storage.chemistry}.taper_h")


def _full(moment: Moment, missing: Figure, amps: Figure) -> list[Follows]:
    """Missing amp-hours over amps, and the taper behind them; not today where the day, or the sun's, is over before. [h]
    (common practice)"""
    hours = moment.sheet.compute(_key(moment, "missing_h"), "missing ÷ amps", "h", missing=missing, amps=amps)
    ends_h = _ends_h(moment)
    if _now(moment).number + hours.number + _taper(moment).number > ends_h:
        figures = {"missing": missing.key, "amps": amps.key, "hours": hours.key}
        return [Follows(moment.id, "full_not_today", figures)]
    at = moment.sheet.compute(
        _key(moment, "full_at_h"), "now + missing ÷ amps + taper", "h", "practice",
        now=_now(moment), missing=missing, amps=amps, taper=_taper(moment),
    )  # fmt: skip
    return [Follows(moment.id, "full_by", {"at": at.key, "missing": missing.key})]


def _ends_h(moment: Moment) -> float:
    """The hour at which what charges now ends: the day, or the sun's where the sun charges or nobody has said what does. [h]"""
    sources = moment.first.charged_by
    clear = moment.clear() if not sources or "sun" in sources else None
    if clear is None or not moment.rig.solar.arrays or sources not in ((), ("sun",)):
        return DAY_H
    lit = [hour for hour in (STEP_H * step for step in range(int(DAY_H / STEP_H))) if clear.at(hour)[1] > 0]
    return max(lit, default=DAY_H)


def _lasts(moment: Moment, missing: Figure, amps: Figure) -> list[Follows]:
    """Hours until the allowed depth at what is drawn now. [h]"""
    bank = moment.sheet.get("storage.have_ah")
    depth = moment.sheet.assumption(f"{moment.rig.storage.chemistry}.dod_frac")
    if bank is None or missing.number >= depth.number * bank.number:
        return []
    hours = moment.sheet.compute(
        _key(moment, "lasts_h"), "(depth × bank − missing) ÷ (0 − amps)", "h",
        depth=depth, bank=bank, missing=missing, amps=amps,
    )  # fmt: skip
    return [Follows(moment.id, "lasts", {"hours": hours.key, "amps": amps.key})]


def _load_w(moment: Moment) -> float:
    """What is drawn now and goes on being drawn: what the array gives less what goes into the bank. [W]"""
    array, amps = moment.value("array_watts"), moment.value("bank_amps")
    if array is None or amps is None:
        return 0.0
    return max(0.0, array - amps * moment.bus_v)


def _full_by_the_sun(moment: Moment, missing: Figure, sun: tuple[ClearDay, float]) -> list[Follows]:
    """Quarter by quarter until the missing is back, under the sky as it is now; the taper comes behind. [h]"""
    clear, rated_w = sun
    sheet, load_w, volts = moment.sheet, _load_w(moment), moment.bus_v
    assert moment.hour is not None
    hour, left = moment.hour, missing.number
    while left > 0 and clear.at(hour)[1] > 0:
        left -= max(0.0, rated_w * clear.at(hour)[1] - load_w) / volts * STEP_H
        hour += STEP_H
    array = sheet.given(_key(moment, "array_w"), moment.value("array_watts") or 0.0, "W")
    inputs = {"missing": missing, "array": array, "now": _now(moment)}
    note = "Quarter by quarter under the sky as it is now, with what is drawn now; the clock may show summer time."
    if left > 0:
        still = sheet.simulate(_key(moment, "missing_at_sunset_ah"), left, "Ah", "pvlib", inputs, note)
        return [Follows(moment.id, "not_full_today", {"still": still.key})]
    bulk = sheet.simulate(_key(moment, "bulk_until_h"), hour, "h", "pvlib", inputs, note)
    at = sheet.compute(_key(moment, "full_at_h"), "bulk + taper", "h", "practice", bulk=bulk, taper=_taper(moment))
    if clear.at(at.number)[1] <= 0:
        return [Follows(moment.id, "bulk_by", {"at": bulk.key, "missing": missing.key})]
    return [Follows(moment.id, "full_by", {"at": at.key, "missing": missing.key})]


def _carried(moment: Moment, sun: tuple[ClearDay, float]) -> list[Follows]:
    """From which hour of today the array alone carries the heaviest load whose hour one can choose. [h]"""
    clear, rated_w = sun
    assert moment.hour is not None
    base_w = _load_w(moment)
    hours = [moment.hour + STEP_H * step for step in range(int((24 - moment.hour) / STEP_H))]
    heavy = sorted(_heavy(moment), key=lambda one: -one[1].number)
    for id, watts in heavy:
        carried = [hour for hour in hours if rated_w * clear.at(hour)[1] >= watts.number + base_w]
        if not carried:
            continue
        words = {"load": moment.rig.loads[id].name}
        if carried[0] == moment.hour:
            return [Follows(moment.id, "run_now", {"watts": watts.key}, words)]
        note = "The first quarter of an hour in which the array carries it under the sky as it is now."
        inputs = {"watts": watts, "now": _now(moment)}
        at = moment.sheet.simulate(_key(moment, "run_after_h"), carried[0], "h", "pvlib", inputs, note)
        return [Follows(moment.id, "run_after", {"at": at.key, "watts": watts.key}, words)]
    return []


def _heavy(moment: Moment) -> list[tuple[str, Figure]]:
    """Loads that draw much for a short time, with what each takes from the bank. [W]"""
    sheet, found = moment.sheet, []
    for id, load in moment.rig.active_loads().items():
        running, at_bank, used = (sheet.get(f"loads.row.{id}.{name}") for name in ("running_w", "wh_at_bank", "wh_per_day"))
        if load.hours_per_day > SHORT_H or running is None or at_bank is None or used is None or not used.number:
            continue
        if running.number * at_bank.number / used.number < HEAVY_W:
            continue
        key = _key(moment, f"{id}.bank_w")
        found.append((id, sheet.compute(key, "running × at_bank ÷ used", "W", running=running, at_bank=at_bank, used=used)))
    return found
