"""Systems of one job feed one another: what the giving one loses and the fed one gains."""

from __future__ import annotations

from typing import Any

import pytest
from builders import charging, load, report, rig, value

from ryokan.core.evaluate import evaluate
from ryokan.core.links.moved import moved
from ryokan.core.loads.quiet import quiet_span

STAYS = {
    "road": {"month": 7, "nights": 4, "driving_hours_per_day": 3},
    "camp": {"month": 10, "nights": 4, "driving_hours_per_day": 1},
}


def link(**members: Any) -> dict[str, Any]:
    return {"system": "Trailer", "gives": True, "source": "bank", "output_a": 20, "output_v": 14.4, **members}


def with_link(**members: Any) -> Any:
    return report([load(10, 10)], stays=STAYS, links={"a": link(**members)})


def test_a_charger_on_the_bank_is_a_load_of_the_bank() -> None:
    giving = with_link(hours_per_day=2, charger_frac=0.9)

    assert value(giving, "loads.row.to~a.unit_w") == pytest.approx(320)  # 20 A × 14.4 V ÷ 0.9
    assert value(giving, "loads.row.to~a.wh_at_bank") == pytest.approx(640 / 0.97)  # distribution 0.97
    assert value(giving, "loads.wh_per_day") == pytest.approx(100 + 640)
    assert value(giving, "loads.by_group.other_systems_wh") == pytest.approx(640 / 0.97)


def test_while_driving_it_counts_in_the_peak_and_not_at_rest() -> None:
    giving = with_link()

    assert value(giving, "loads.wh_per_day") == pytest.approx(100)
    assert value(giving, "loads.dc_peak_w") == pytest.approx(10 + 320)


def test_by_cord_it_asks_for_an_inverter() -> None:
    giving = with_link(source="inverter", hours_per_day=2)

    assert value(giving, "inverter.running_va") == pytest.approx(320 / 0.95)
    assert value(giving, "inverter.need_continuous_w") >= 320 * 1.25


def test_at_the_alternator_it_adds_to_what_charging_takes() -> None:
    members = {"charging": charging(30, alternator_a=150), "stays": STAYS}
    alone, linked = (report([load(10, 10)], **members, links=links) for links in ({}, {"a": link(source="alternator")}))

    own = value(alone, "charging.alternator_draw_a")
    assert value(linked, "charging.alternator_draw_a") - own == pytest.approx(320 / 12.5)  # volts at the input
    assert value(linked, "loads.wh_per_day") == value(alone, "loads.wh_per_day")


def test_the_fed_system_counts_it_among_its_sources() -> None:
    fed = with_link(gives=False, source="alternator")
    charge_v, hours = value(fed, "storage.charge_v"), 2.0  # 4 nights of 3 h and 4 of 1 h

    assert value(fed, "charging.link.a.wh_per_day") == pytest.approx(20 * charge_v * hours)
    assert value(fed, "charging.all_sources_a") == pytest.approx(20)
    at_road = with_link(gives=False, absent_at=["camp"], hours_per_day=5)
    assert value(at_road, "charging.link.a.wh_per_day") == pytest.approx(20 * charge_v * 5 / 2)  # half of the nights


@pytest.mark.parametrize(
    ("absent", "seasons"),
    [([], {"summer", "autumn"}), (["camp"], {"summer"}), (["camp", "road"], set())],
    ids=["always", "in summer", "never"],
)
def test_systems_are_together_or_not_by_stay(absent: list[str], seasons: set[str]) -> None:
    giving = with_link(hours_per_day=2, absent_at=absent)

    bare = 100
    assert {name for name in ("summer", "autumn") if value(giving, f"loads.wh_per_day.{name}") > bare} == seasons


def test_both_ends_are_worked_out_alone() -> None:
    one_end = rig(stays=STAYS, links={"a": link(hours_per_day=2)})

    assert type(one_end).model_validate(one_end.model_dump(mode="json")) == one_end
    assert evaluate(one_end).figures


@pytest.mark.parametrize(
    ("said", "span"),
    [("22 to 7", (22, 7)), ("10 pm–7 am", (22, 7)), ("from 13:00 until 15:00", (13, 15)), ("12 am to 6 am", (0, 6)),
     ("22–24", (22, 0)), ("at night", None), ("25 to 7", None), ("13 pm to 2", None), ("7 to 7", None)],
)  # fmt: skip
def test_quiet_hours_as_one_says_them(said: str, span: tuple[int, int] | None) -> None:
    assert quiet_span(said) == span


def test_quiet_hours_take_their_share_of_the_day() -> None:
    steady = report([load(10, 24, profile="all_day")], brief={"quiet_hours": "22 to 7"})

    assert value(steady, "loads.quiet_hours_wh") == pytest.approx(9 * 10 / 0.97)


@pytest.mark.parametrize(
    ("source", "hours", "leaves"),
    [
        # 20 A × 14.4 V × 2 h ÷ 0.9 of its charger ÷ 0.97 of the wiring; off the alternator for the two hours of a mean day.
        ("bank", 2, 640 / 0.97),
        ("alternator", None, 320 * 2),
    ],
)
def test_both_ends_of_a_link_are_one_figure(source: str, hours: float | None, leaves: float) -> None:
    more = {"source": source, "hours_per_day": hours}
    alternators = {"charging": charging(alternator_a=150)}
    giving = report([load(10, 10)], stays=STAYS, links={"a": link(**more)}, **alternators)
    fed = rig([load(10, 10)], stays=STAYS, links={"a": link(gives=False, **more)})
    both = moved("a", fed, giving.figures, evaluate(fed).figures)
    assert both["moved.leaves_wh"].number == pytest.approx(leaves)
    assert both["moved.arrives_wh"].number == pytest.approx(20 * 14.4 * 2)
    assert both["moved.frac"].number == pytest.approx(20 * 14.4 * 2 * 0.95 / leaves)  # what lithium gives back
    assert moved("gone", fed, giving.figures, evaluate(fed).figures) == {}


def test_growth_is_told_beside_the_need_and_changes_nothing_else() -> None:
    today, grown = report(), report(brief={"growth_frac": 0.25})

    assert value(grown, "storage.need_wh") == value(today, "storage.need_wh")
    assert value(grown, "storage.days_after_growth") == pytest.approx(2 / 1.25)
    assert value(grown, "solar.need_after_growth_w") == pytest.approx(1.25 * value(today, "solar.need_w"))


def test_what_follows_from_a_link_or_a_bank_is_not_bound_by_what_may_be_typed() -> None:
    """A link and heaters of more watts than a load may be typed with are answered, not refused."""
    link = {"system": "bus", "gives": True, "source": "inverter", "output_a": 1000, "output_v": 60, "charger_frac": 0.05}
    bank = {"bank": {"nominal_ah": 20_000}, "self_heating": True, "bay_c": -20, "system_v": 48}
    figures = evaluate(rig(links={"big": link}, storage=bank, assumptions={"heater_w_per_kwh": 200})).figures
    assert figures["loads.row.to~big.running_w"].number == pytest.approx(1000 * 60 / 0.05)
    assert figures["loads.row.bank~heaters.running_w"].number > 100_000
