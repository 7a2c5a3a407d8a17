"""One typed line, one load; and what is asked where a line is not clear."""

from __future__ import annotations

from typing import Any

import pytest
from builders import loads
from hypothesis import given
from hypothesis import strategies as st

from ryokan.core.loads.line import QUESTION_CODES, Reading, read_line, write_line
from ryokan.core.loads.model import SEASONS, Load
from ryokan.wording.load_line import QUESTIONS, ask, understood


@pytest.mark.parametrize(
    ("line", "draws"),
    [
        ("microwave 950 W 10 min", "1400 W"),
        ("microwave 700 W 10 min", "1030 W"),
        ("microwave 1400 W 10 min", None),
        ("hob 950 W 10 min", None),
    ],
)
def test_a_microwave_is_plated_by_what_it_gives_and_the_line_asks(line: str, draws: str | None) -> None:
    """950 W into the pot take about 1 400 W; hobs are plated by what they take. (common practice)"""
    read = read_line(line, system_v=12, mains_v=120)
    assert [doubt.readings for doubt in read.doubts] == ([] if draws is None else [(f"microwave {draws} 10 min",)])


def read(line: str) -> Reading:
    return read_line(line, system_v=12, mains_v=120)


@pytest.mark.parametrize(
    ("line", "expected"),
    [
        (
            "10 x LED lamp 3W 5h",
            {"name": "LED lamp", "quantity": 10, "watts": 3, "hours_per_day": 5, "feed": "dc", "group": "lighting"},
        ),
        ("laptop 50 W 4 h ac", {"name": "laptop", "watts": 50, "hours_per_day": 4, "feed": "ac"}),
        ("blender 11.5A 120V 1 min", {"name": "blender", "amps": 11.5, "volts": 120, "hours_per_day": 1 / 60, "feed": "ac"}),
        ("fridge 45W 40% 24h", {"name": "fridge", "watts": 45, "duty_frac": 0.4, "hours_per_day": 24, "feed": "dc"}),
        ("drill 600 W 20 min 2 days a week", {"days_per_week": 2, "hours_per_day": 1 / 3, "feed": "ac", "start_factor": 2}),
        ("kettle 1.2 kW 3 times 5 min must", {"watts": 1200, "hours_per_day": 0.25, "importance": "must", "feed": "ac"}),
        ("freezer 600 Wh a day", {"wh": 600, "hours_per_day": 24}),
        ("saw 2,5A ac 10 min pf 0.8 start 4x", {"amps": 2.5, "volts": 120, "power_factor": 0.8, "start_factor": 4}),
        ("hob 1,800W 1h30 never with kettle", {"watts": 1800, "hours_per_day": 1.5, "never_with": "kettle"}),
        ("CO2 meter 1W all day usb", {"name": "CO2 meter", "watts": 1, "hours_per_day": 24, "feed": "step_down"}),
        ("fan 170 W 12 V 2h", {"watts": 170, "feed": "dc"}),
        ("freezer 250 kWh a year", {"kind": "kwh_per_year", "kwh": 250, "hours_per_day": 24}),
        ("air conditioner 13,500 BTU eer 9 6 h in summer", {"btu_per_h": 13500, "eer": 9, "seasons": "summer"}),
        ("phone 4000 mAh 1.5 charges per person", {"wh": 14.8, "charges_per_day": 1.5, "per_person": True}),
        ("drone 60 Wh 2 charges a day", {"kind": "device_battery", "wh": 60, "charges_per_day": 2}),
        (
            "heater 40 W 6-10 h winter only",
            {"hours_per_day": 8, "low_factor": 0.75, "high_factor": 1.25, "seasons": "winter"},
        ),
        ("tv 45 W 30 to 60 min", {"hours_per_day": 0.75, "low_factor": 2 / 3, "high_factor": 4 / 3}),
        ("laptop 60 W 2h while driving", {"when": "driving"}),
        ("water heater 1000 W 1 h above 90%", {"when": "above_charge", "above_charge_frac": 0.9, "duty_frac": 1}),
        ("summer light 3 W 2 h", {"name": "summer light", "seasons": ""}),
    ],
)
def test_line_is_read_as_its_writer_meant(line: str, expected: dict[str, Any]) -> None:
    reading = read(line)

    assert reading.load is not None, reading.questions
    found = {**reading.load.model_dump(), **reading.load.draw.model_dump(), "seasons": " ".join(reading.load.seasons)}
    assert {name: found[name] for name in expected} == pytest.approx(expected)
    assert understood(reading)


@pytest.mark.parametrize(
    ("line", "code", "part", "reading"),
    [
        ("2.7 kW battery", "load.power_of_a_store", "2.7 kW", "2.7 kWh a day battery"),
        ("laptop 50A 4h", "load.which_amps", "50A", "laptop 50 W 4h"),
        ("pump 5A 10min", "load.which_amps", "5A", "pump 5A 120 V 10min"),
        ("pump -5W 2h", "load.watts_out_of_bounds", "-5W", "pump 5W 2h"),
        ("fan 20W 30h", "load.hours_out_of_bounds", "30h", "fan 20W 3 h"),
        ("pump 5A 0V 1h", "load.volts_out_of_bounds", "0V", None),
        ("thing 1000000000W 1h", "load.watts_out_of_bounds", "1000000000W", None),
        ("thing 10^9 W 1h", "load.watts_out_of_bounds", "10^9 W", None),
        ("laptop 5oW 4h", "load.unreadable", "5oW", "laptop 50W 4h"),
        ("10 lamps 3W 5h", "load.unreadable", "10", "10 x lamps 3W 5h"),
        ("fridge 45W 140% 24h", "load.duty_out_of_bounds", "140%", None),
        ("heater 120V dc 5A 1h", "load.volts_against_feed", "120V", "heater dc 5A 1h"),
        ("iron 1200W 500Wh 1h", "load.two_draws", "500Wh", "iron 1200W 1h"),
        ("lamp 3 W 5 h 30 times", "load.hours_out_of_bounds", "5 h", None),
        ("50 W 4 h", "load.no_name", None, None),
        ("kettle 10 min", "load.no_draw", None, "kettle 10 min 1200 W"),
        ("kettle 1200 W", "load.no_hours", None, "kettle 1200 W 9 min"),
        ("", "load.no_name", None, None),
        ("air conditioner 5000 BTU 3 h", "load.no_eer", "5000 BTU", "air conditioner 5000 BTU 3 h eer 9"),
        ("phone 4000 mAh", "load.no_charges", "4000 mAh", "phone 4000 mAh 1 charge"),
        ("tv 45 W 20-40 h", "load.hours_out_of_bounds", "20-40 h", None),
    ],
)
def test_unclear_line_is_asked_back_with_its_nearest_reading(
    line: str, code: str, part: str | None, reading: str | None
) -> None:
    read_back = read(line)

    assert read_back.load is None
    question = next(question for question in read_back.questions if question.code == code)
    assert ask(question)
    if part is not None:
        assert line[question.start : question.end].strip() == part
    if reading is not None:
        assert reading in question.readings
        assert all(q.code != code for q in read(reading).questions)


def test_amps_of_a_laptop_are_doubted_even_with_volts() -> None:
    reading = read("laptop 50A 12V 4h")

    assert reading.load is not None
    assert [doubt.readings for doubt in reading.doubts] == [("laptop 50 W 12V 4h",)]


def test_what_a_thermostat_switches_is_not_taken_as_always_on_without_a_word() -> None:
    reading = read("fridge 45W 24h")

    assert reading.load is not None
    assert reading.load.duty_frac == 1
    assert reading.doubts[0].readings == ("fridge 45W 24h 40%",)


def test_every_question_has_words() -> None:
    assert set(QUESTIONS) == QUESTION_CODES


@given(st.text(max_size=60))
def test_any_text_is_answered(line: str) -> None:
    reading = read(line)

    assert (reading.load is None) == bool(reading.questions)
    assert all(ask(question) for question in (*reading.questions, *reading.doubts))


WHENS = st.sampled_from(["always", "driving", "shore", "anchor", "above_charge"])
SEASON_SETS = st.lists(st.sampled_from(SEASONS), unique=True, max_size=4)


@given(loads, WHENS, SEASON_SETS, st.booleans())
def test_a_written_line_reads_as_the_same_load(members: dict[str, Any], when: str, seasons: list[str], each: bool) -> None:
    load = Load.model_validate({**members, "when": when, "seasons": seasons, "per_person": each})
    if load.draw.kind.endswith("amps"):
        load = load.model_copy(update={"feed": "ac" if load.draw.kind == "ac_amps" else "dc"})

    back = read(write_line(load)).load

    assert back is not None
    kept = ["name", "quantity", "feed", "days_per_week", "start_factor", "never_with", "when", "seasons", "per_person"]
    assert {name: getattr(back, name) for name in kept} == {name: getattr(load, name) for name in kept}
    assert back.hours_per_day == pytest.approx(load.hours_per_day, rel=1e-3)
    assert back.duty_frac == pytest.approx(load.duty_frac, rel=1e-3)
    assert list(back.draw.model_dump().values())[1:] == pytest.approx(list(load.draw.model_dump().values())[1:], rel=1e-3)


@given(st.text(st.sampled_from("0123456789.,^e-−–x× %'/aAdhkmnVWwy²٣é\n"), max_size=200))
def test_no_line_is_beyond_reading(line: str) -> None:
    reading = read_line(line, system_v=12, mains_v=230)

    assert (reading.load is None) == bool(reading.questions)


def test_a_number_that_never_ends_is_asked_about() -> None:
    (question,) = read_line("lamp " + "9" * 190 + " W", system_v=12, mains_v=230).questions

    assert (question.code, question.start) == ("load.unreadable", 5)
