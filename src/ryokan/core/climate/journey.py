"""Sun and temperature of the stays that have a place, by month."""

from __future__ import annotations

from ryokan.core.climate.stay import MONTHS, corrected_by
from ryokan.core.figure import Figure, Sheet
from ryokan.core.itinerary import months_of
from ryokan.core.rig import Rig, Stay
from ryokan.core.solar.model import Solar

TYPED_LOSSES = ("controller", "pv_wiring", "soiling", "mismatch", "pv_temperature", "incidence", "shade")
NO_SUN_WH_PER_W = 0.02  # a day below which an array is no source


def located(rig: Rig) -> dict[str, Stay]:
    """Stays that have a place, in their order; a weather file is the place of all of them."""
    stays = sorted(rig.stays.items(), key=lambda one: (one[1].position, one[0]))
    own = rig.solar.own_sun
    if rig.solar.sun_from == "file":
        at = None if own is None else {"lat_deg": own.lat_deg, "lon_deg": own.lon_deg}
        return {} if at is None else {id: stay.model_copy(update=at) for id, stay in stays}
    return {id: stay for id, stay in stays if stay.lat_deg is not None}


def sunlit(rig: Rig) -> dict[str, Stay]:
    """Located stays that live by the sun: those without a hookup, where there are any. (common practice)"""
    return _without_hookup(located(rig))


def _without_hookup(stays: dict[str, Stay]) -> dict[str, Stay]:
    return {id: stay for id, stay in stays.items() if stay.hookup == "none"} or stays


def worked_out(sheet: Sheet, rig: Rig) -> dict[str, Stay]:
    """Stays whose sun stands on the sheet."""
    return {id: stay for id, stay in sunlit(rig).items() if f"climate.stay.{id}.away_km" in sheet}


def months_lacking(rig: Rig) -> list[str]:
    """Months of the journey for which no peak sun hours were typed, where they are typed by month."""
    met = sorted({month for stay in _without_hookup(dict(rig.stays)).values() for month in months_of(stay)})
    return [MONTHS[month - 1] for month in met if rig.solar.psh_by_month.get(str(month)) is None]


def modelled(rig: Rig) -> bool:
    """Whether the sun is worked out for places, or for those of a weather file, and there are any."""
    return rig.solar.sun_from in ("places", "file") and bool(sunlit(rig))


def file_as_it_is(sheet: Sheet, rig: Rig) -> None:
    """A weather file is taken as it is, where the sun comes from one."""
    if modelled(rig) and rig.solar.sun_from == "file":
        sheet.constant("climate.correction_frac", 1.0, "", "weather_file")


def taken_off(sheet: Sheet, rig: Rig) -> None:
    """What is taken off the irradiation: the most over the stays that live by the sun."""
    if modelled(rig):
        corrections = [corrected_by(sheet, id) for id in sunlit(rig)]
        sheet.compute("climate.bias_applied", "1 − min(corrections)", "", "typical_years", corrections=corrections)


def how_it_lies(sheet: Sheet, rig: Rig) -> None:
    """How the array lies, and how often the portable one is turned, where the sun on them is worked out. [°]"""
    if not modelled(rig):
        return
    sheet.given("solar.panel_tilt_deg", rig.solar.panel_tilt_deg, "°")
    if rig.solar.has_carried:
        sheet.given("solar.portable_turned_per_day", float(rig.solar.turned_per_day), "")


def months_together(sheet: Sheet, rig: Rig) -> None:
    """Peak sun hours and the yield of a rated watt by month, of the stays that have a place. [kWh/m² a day, Wh/W a day]

    Several stays of one month count by their nights there; stays on a hookup do not where others live by the sun. Left out
    where the sun is typed, or no stay has a place.
    """
    if rig.solar.sun_from == "months":
        _by_hand(sheet, rig)
    if not modelled(rig):
        return
    by_month: dict[int, list[str]] = {}
    for id, stay in sunlit(rig).items():
        for month in months_of(stay):
            by_month.setdefault(month, []).append(f"climate.stay.{id}.{MONTHS[month - 1]}")
    for month in sorted(by_month):
        _month(sheet, MONTHS[month - 1], by_month[month], portable=rig.solar.has_carried)


def records(sheet: Sheet, rig: Rig) -> None:
    """Coldest and hottest to reckon with. The array lies on the roof in the cold of every stay, also of those on a hookup.

    A typed one counts whatever the sun comes from.
    """
    if modelled(rig):
        bases = [f"climate.stay.{id}.{MONTHS[month - 1]}" for id, stay in located(rig).items() for month in months_of(stay)]
        _records(sheet, rig.solar, bases, allowance="record_low_allowance_k" in rig.assumptions)
        return
    for end, typed in (("min", rig.solar.record_low_c), ("max", rig.solar.record_high_c)):
        if typed is not None:
            sheet.given(f"climate.t_{end}_record_c", typed, "°C")


def _by_hand(sheet: Sheet, rig: Rig) -> None:
    """Peak sun hours as typed for each month that the journey meets, and what a rated watt gives of them. [h, Wh/W a day]"""
    ratio = typed_ratio(sheet, "solar.typed_ratio")
    for month in sorted({month for stay in _without_hookup(dict(rig.stays)).values() for month in months_of(stay)}):
        typed = rig.solar.psh_by_month.get(str(month))
        if typed is not None:
            name = MONTHS[month - 1]
            psh = sheet.given(f"climate.psh.{name}", typed, "h")
            sheet.compute(f"solar.yield_wh_per_w.{name}", "psh × ratio", "Wh/W", "practice", psh=psh, ratio=ratio)


def typed_ratio(sheet: Sheet, key: str) -> Figure:
    """What an array yields of its rating in typed peak sun hours: every loss that a model would know by itself."""
    losses = {name: sheet.assumption(f"{name}_frac") for name in TYPED_LOSSES}
    return sheet.compute(key, " × ".join(TYPED_LOSSES), "", "practice", **losses)


def _month(sheet: Sheet, month: str, bases: list[str], *, portable: bool) -> None:
    nights = [sheet[f"{base}.nights"] for base in bases]
    means = [
        (f"climate.psh.{month}", "psh", "h"),
        (f"climate.psh_p10.{month}", "psh_p10", "h"),
        (f"solar.yield_wh_per_w.{month}", "yield_wh_per_w", "Wh/W"),
    ]
    if portable:
        means.append((f"solar.portable_wh_per_w.{month}", "portable_wh_per_w", "Wh/W"))
    for key, name, unit in means:
        each = [sheet[f"{base}.{name}"] for base in bases]
        sheet.compute(key, "sum(nights × each) ÷ sum(nights)", unit, "practice", nights=nights, each=each)
    noons = [sheet[f"{base}.noon_w_per_w"] for base in bases]
    sheet.compute(f"solar.noon_w_per_w.{month}", "max(noons)", "W/W", "pvlib", noons=noons)
    psh = sheet[f"climate.psh.{month}"]
    if "climate.correction_frac" in sheet:  # months of one place differ from year to year even where they were measured
        off = sheet.get("climate.year_to_year_frac") or sheet.constant("climate.year_to_year_frac", 0.1, "", "practice")
    else:
        each = [sheet[f"{base}.off_frac"] for base in bases]
        weighed = "sum(nights × each) ÷ sum(nights)"
        off = sheet.compute(f"climate.off_frac.{month}", weighed, "", "typical_years", nights=nights, each=each)
    for end, sign in (("low", "−"), ("high", "+")):
        sheet.compute(f"climate.psh.{month}.{end}", f"psh × (1 {sign} off)", "h", "typical_years", psh=psh, off=off)


def _records(sheet: Sheet, solar: Solar, bases: list[str], *, allowance: bool) -> None:
    """Coldest and hottest to reckon with: as typed, of the weather file, or estimated. [°C]

    Beside a file the colder low and the hotter high count: a typical year is milder than the record. The low is estimated for
    each place and month, or by an allowance of the rig's own where somebody has set one.
    """
    own = solar.own_sun if solar.sun_from == "file" else None
    low_c, high_c = solar.record_low_c, solar.record_high_c
    if own is not None:
        low_c = None if low_c is None or low_c >= own.coldest_c else low_c
        high_c = None if high_c is None or high_c <= own.hottest_c else high_c
    if low_c is not None:
        sheet.given("climate.t_min_record_c", low_c, "°C")
    elif own is not None:
        sheet.constant("climate.t_min_record_c", own.coldest_c, "°C", "weather_file")
    elif allowance:
        sheet.compute(
            "climate.t_min_record_c",
            "min(nights) − allowance",
            "°C",
            "practice",
            nights=[sheet[f"{base}.night_c"] for base in bases],
            allowance=sheet.assumption("record_low_allowance_k"),
        )
    else:
        lows = [sheet[f"{base}.record_low_c"] for base in bases]
        sheet.compute("climate.t_min_record_c", "min(lows)", "°C", "ashrae_design", lows=lows)
    if high_c is not None:
        sheet.given("climate.t_max_record_c", high_c, "°C")
    elif own is not None:
        sheet.constant("climate.t_max_record_c", own.hottest_c, "°C", "weather_file")
    else:
        sheet.compute(
            "climate.t_max_record_c",
            "max(afternoons) + allowance",
            "°C",
            "practice",
            afternoons=[sheet[f"{base}.afternoon_c"] for base in bases],
            allowance=sheet.assumption("record_high_allowance_k"),
        )
