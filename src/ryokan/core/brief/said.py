"""What was said of the journey, and what follows from the stays."""

from __future__ import annotations

from collections.abc import Mapping

from ryokan.core.figure import Sheet
from ryokan.core.rig import Brief, Stay
from ryokan.core.vehicle import Region


def what_was_said(sheet: Sheet, brief: Brief, region: Region) -> None:
    """People, nights and days as they were said, what they believe, what it may cost, and the mains."""
    sheet.given("brief.people", brief.people, "people")
    sheet.given("brief.nights_away", brief.nights_away, "nights")
    if brief.budget is not None:
        sheet.given("brief.budget", float(brief.budget.amount), brief.budget.currency)
    if brief.believed_days is not None:
        sheet.given("brief.believed_days", brief.believed_days, "days")
    if brief.believed_ah_per_day is not None:
        sheet.given("brief.believed_ah_per_day", brief.believed_ah_per_day, "Ah")
    if brief.believed_bank_ah is not None:
        sheet.given("brief.believed_bank_ah", brief.believed_bank_ah, "Ah")
    sheet.given("brief.days_without_charge", brief.days_without_charge, "days")
    sheet.given("region.mains_v", region.mains_v, "V")
    sheet.given("region.mains_hz", region.mains_hz, "Hz")


def of_a_stay(sheet: Sheet, id: str, stay: Stay) -> None:
    """Nights of a stay and what is driven on it."""
    sheet.given(f"brief.stay.{id}.nights", stay.nights, "nights")
    sheet.given(f"brief.stay.{id}.driving_hours_per_day", stay.driving_hours_per_day, "h")


def mean_driving(sheet: Sheet, stays: Mapping[str, Stay]) -> None:
    """Driving on a mean day of the journey. [h]"""
    if not stays:
        sheet.given("brief.driving_hours_per_day", 0.0, "h")
        return
    sheet.compute(
        "brief.driving_hours_per_day",
        "sum(nights × hours) ÷ sum(nights)",
        "h",
        nights=[sheet[f"brief.stay.{id}.nights"] for id in stays],
        hours=[sheet[f"brief.stay.{id}.driving_hours_per_day"] for id in stays],
    )


def in_their_order(stays: Mapping[str, Stay]) -> dict[str, Stay]:
    """Stays by their position."""
    return dict(sorted(stays.items(), key=lambda item: (item[1].position, item[0])))
