"""Which seasons the journey meets, how warm they are, and which of them asks the most of the bank."""

from __future__ import annotations

from collections.abc import Sequence

from ryokan.core.figure import Figure, Input, Sheet
from ryokan.core.itinerary import months_of
from ryokan.core.loads.model import SEASONS, Ambient, Load, Season
from ryokan.core.loads.rows import STATED_ENERGY, Powered, Row, row_figures, wh_at_bank
from ryokan.core.question import Answer
from ryokan.core.rig import Brief, Rig, Stay

SEASON: Answer[Season] = Answer("loads.seasons")  # the one that the bank is planned for
MEAN_BY_MONTH: Answer[dict[int, Figure]] = Answer("loads.months")

# Meteorological seasons of the north by month; the south is half a year on.
_NORTH: dict[int, Season] = {
    12: "winter", 1: "winter", 2: "winter", 3: "spring", 4: "spring", 5: "spring",
    6: "summer", 7: "summer", 8: "summer", 9: "autumn", 10: "autumn", 11: "autumn",
}  # fmt: skip
# What a season is like where no stay says otherwise. (common practice)
_USUAL_AMBIENT: dict[Season, Ambient] = {"winter": "cold", "spring": "mild", "summer": "hot", "autumn": "mild"}


def season_of(month: int, hemisphere: str) -> Season:
    """The season of a month, 1 to 12."""
    return _NORTH[month if hemisphere == "north" else (month + 5) % 12 + 1]


def seasons_of(stay: Stay, hemisphere: str) -> set[Season]:
    """Seasons in which a stay has a night."""
    return {season_of(month, hemisphere) for month in months_of(stay)}


def travelled(brief: Brief) -> list[Season]:
    """Seasons between the first and the last month of travel, in the order of the year."""
    met = {season_of(month, brief.hemisphere) for month in months_travelled(brief)}
    return [season for season in SEASONS if season in met]


def months_travelled(brief: Brief) -> list[int]:
    """Months from the first to the last month of travel, 1 to 12."""
    count = (brief.last_month - brief.first_month) % 12 + 1
    return [(brief.first_month - 1 + step) % 12 + 1 for step in range(count)]


def ambients(rig: Rig, season: Season) -> list[Ambient]:
    """The weather of the stays of a season; what is usual where there is none."""
    found = [stay.ambient for stay in rig.stays.values() if season in seasons_of(stay, rig.brief.hemisphere)]
    return found or [_USUAL_AMBIENT[season]]


def follows_seasons(load: Load) -> bool:
    """Whether a load uses more in one season than in another."""
    return bool(load.seasons) or (bool(load.duty_by_ambient) and not isinstance(load.draw, STATED_ENERGY))


def in_season(load: Load, season: Season) -> bool:
    """Whether a load is used in a season at all."""
    return not load.seasons or season in load.seasons


def in_month(load: Load, month: int, hemisphere: str) -> bool:
    """Whether a load is used in a month at all, 1 to 12."""
    return in_season(load, season_of(month, hemisphere)) and (not load.months or month in load.months)


def duty_frac(rig: Rig, load: Load, season: Season) -> float:
    """Share of its hours that a load runs in a season: the largest over the weather of its stays."""
    if isinstance(load.draw, STATED_ENERGY):
        return load.duty_frac
    return max(load.duty_by_ambient.get(ambient, load.duty_frac) for ambient in ambients(rig, season))


def with_energy(sheet: Sheet, row: Powered) -> Powered:
    """The row with its energy where that is the same in every season. [Wh]"""
    return row if follows_seasons(row.load) else row_figures(sheet, row, row.load.duty_frac)


def by_season(sheet: Sheet, rig: Rig, rows: Sequence[Powered]) -> dict[Season, Figure]:
    """What the devices use on a full day of each season, at a bank at rest. [Wh]"""
    steady = [row.wh_per_day for row in rows if isinstance(row, Row)]
    totals: dict[Season, Figure] = {}
    for season in SEASONS:
        seasonal = [
            sheet[f"loads.row.{row.id}.{season}.wh_per_day"]
            for row in rows
            if follows_seasons(row.load) and in_season(row.load, season)
        ]
        totals[season] = sheet.compute(f"loads.wh_per_day.{season}", "sum(rows)", "Wh", rows=[*steady, *seasonal])
    months = [totals[season_of(month, rig.brief.hemisphere)] for month in range(1, 13)]
    sheet.compute("loads.wh_per_day_by_month", "seasons", "Wh", "practice", seasons=months)
    return totals


def in_each_season(sheet: Sheet, rig: Rig, row: Powered) -> None:
    """What a load that follows the seasons uses in each one that it is used in. [Wh]"""
    for season in SEASONS:
        if in_season(row.load, season):
            _in_season_wh(sheet, rig, row, season)


def _in_season_wh(sheet: Sheet, rig: Rig, row: Powered, season: Season) -> Figure:
    base = f"loads.row.{row.id}.{season}"
    duty = sheet.given(f"{base}.duty_frac", duty_frac(rig, row.load, season), "")
    return sheet.compute(
        f"{base}.wh_per_day", "watts × duty × hours", "Wh", "practice", watts=row.running_w, duty=duty, hours=row.hours
    )


def design_season(sheet: Sheet, rig: Rig, totals: dict[Season, Figure], rows: Sequence[Powered]) -> Season:
    """The season of the journey that takes most out of the bank over the promised days: the bank is planned for it."""
    met = travelled(rig.brief)
    sheet.compute("loads.largest_season_wh_per_day", "max(seasons)", "Wh", "practice", seasons=[totals[one] for one in met])
    if len(met) == 1 or not any(follows_seasons(row.load) for row in rows):
        return met[0]
    runs = {season: _worst_run(sheet, rig, rows, season) for season in met}
    return max(met, key=lambda season: (runs[season].number, totals[season].number))


def _worst_run(sheet: Sheet, rig: Rig, rows: Sequence[Powered], season: Season) -> Figure:
    """The worst run of the promised days of a season, at the bank. [Wh]"""
    met = [row for row in rows if in_season(row.load, season)]
    base = f"loads.season.{season}"
    each = [sheet[_at_bank_key(row, season)] for row in met]
    sheet.given(f"{base}.days_per_week", tuple(float(row.load.days_per_week) for row in met), "days")
    run = sheet["brief.days_without_charge"]
    weeks = "(0 − ceil(0 − run ÷ 7))"
    terms: list[str] = []
    inputs: dict[str, Input] = {"run": run}
    if met:
        terms.append(f"sum(each × ({weeks} × days + min(run − 7 × {weeks}, days)))")
        inputs |= {"each": each, "days": sheet[f"{base}.days_per_week"]}
    if "inverter.idle_w" in sheet:
        terms.append("run × idle")
        inputs["idle"] = _idle(sheet, rig, met, season)
    return sheet.compute(f"{base}.worst_run_wh", " + ".join(terms) or "0 × run", "Wh", "practice", **inputs)


def _idle(sheet: Sheet, rig: Rig, rows: Sequence[Powered], season: Season) -> Figure:
    """The inverter's own draw on a day of a season: with the AC loads of that season where it is on with them. [Wh]"""
    hours = [row.hours for row in rows if row.load.feed == "ac"]
    inputs: dict[str, Input]
    if rig.inverter.on == "with_ac_loads":
        formula, inputs = "idle × min(24, sum(hours))", {"hours": hours}
    else:
        on = 24.0 if rig.inverter.on == "always" else rig.inverter.on_hours_per_day
        formula, inputs = "idle × hours", {"hours": sheet.given(f"loads.season.{season}.on_hours", on, "h")}
    if (others := sheet.get("inverter.others_idle_wh_per_day")) is not None:
        formula, inputs = f"{formula} + others", {**inputs, "others": others}
    key = f"loads.season.{season}.idle_wh_per_day"
    return sheet.compute(key, formula, "Wh", "practice", idle=sheet["inverter.idle_w"], **inputs)


def _at_bank_key(row: Powered, season: Season) -> str:
    return f"loads.row.{row.id}.{season}.wh_at_bank" if follows_seasons(row.load) else f"loads.row.{row.id}.wh_at_bank"


def in_each_season_at_bank(sheet: Sheet, row: Powered, rated_w: Figure | None) -> None:
    """What a load that follows the seasons takes out of the bank in each of them. [Wh]"""
    for season in SEASONS:
        if in_season(row.load, season):
            _at_bank_in_season(sheet, row, season, rated_w)


def mean_by_month(sheet: Sheet, rig: Rig, rows: Sequence[Powered], idle: Figure, planned: Season) -> dict[int, Figure]:
    """A mean day with margin in the months of the stays that lie in another season than the planned one. [Wh]

    Months of the planned season are left out, and all of them where no load follows the seasons.
    """
    if not any(follows_seasons(row.load) for row in rows):
        return {}
    months = sorted({month for stay in rig.stays.values() for month in months_of(stay)})
    found = {month: season_of(month, rig.brief.hemisphere) for month in months}
    others = sorted({season for season in found.values() if season != planned}, key=SEASONS.index)
    means = {season: _mean_in_season(sheet, rig, rows, season, idle) for season in others}
    return {month: means[season] for month, season in found.items() if season in means}


def _mean_in_season(sheet: Sheet, rig: Rig, rows: Sequence[Powered], season: Season, idle: Figure) -> Figure:
    """A mean day of a week at the bank in a season, with margin. [Wh]"""
    met = [row for row in rows if in_season(row.load, season)]
    each = [sheet[_at_bank_key(row, season)] for row in met]
    base = f"loads.season.{season}"
    if "inverter.idle_w" in sheet and rig.inverter.on == "with_ac_loads":
        idle = sheet.get(f"{base}.idle_wh_per_day") or _idle(sheet, rig, met, season)
    days = sheet.get(f"{base}.days_per_week") or sheet.given(
        f"{base}.days_per_week", tuple(float(row.load.days_per_week) for row in met), "days"
    )
    mean = sheet.compute(
        f"{base}.mean_wh_per_day_at_bank", "idle + sum(each × days) ÷ 7", "Wh", "practice", idle=idle, each=each, days=days
    )
    margin = sheet.assumption("margin_frac")
    return sheet.compute(f"{base}.mean_wh_per_day_with_margin", "wh × (1 + margin)", "Wh", "practice", wh=mean, margin=margin)


def _at_bank_in_season(sheet: Sheet, row: Powered, season: Season, inverter_rated_w: Figure | None) -> Figure:
    base = f"loads.row.{row.id}.{season}"
    of_season = Row(
        row.id, row.load, row.hours, row.unit_w, row.running_w, row.running_va,
        sheet[f"{base}.duty_frac"], sheet[f"{base}.wh_per_day"],
    )  # fmt: skip
    return wh_at_bank(sheet, of_season, inverter_rated_w, base)
