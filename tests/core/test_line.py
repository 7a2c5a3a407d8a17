"""One typed line, one load; what is asked where a line is not clear; and nothing in it dropped."""

from __future__ import annotations

import tomllib
from typing import Any

import pytest
from builders import ROOT, loads
from hypothesis import assume, given
from hypothesis import strategies as st

from ryokan.core.loads.asked import QUESTION_CODES
from ryokan.core.loads.line import Reading, read_line
from ryokan.core.loads.model import SEASONS, Load
from ryokan.core.loads.written import write_line
from ryokan.wording.load_line import QUESTIONS, ask, understood

LINES = tomllib.loads((ROOT / "tests/core/load_lines.toml").read_text())["line"]
READ = [one for one in LINES if "is" in one]
ASKED = [one for one in LINES if "asks" in one]


def read(line: str, **on: Any) -> Reading:
    return read_line(
        line,
        system_v=24 if on.get("v24") else 12,
        mains_v=230 if on.get("eu") else 120,
        hemisphere="south" if on.get("south") else "north",
    )


def meant(one: dict[str, Any]) -> dict[str, Any]:
    """The members of a load that a case stands for; what it does not name is as it is by default."""
    said = dict(one["is"])
    hours, duty = said.pop("hours", 24), said.pop("duty", 1)
    low, high = hours if isinstance(hours, list) else (hours, hours)
    typical = (low + high) / 2
    clock = said.pop("clock", None)
    draw = {name: said.pop(name) for name in ("watts", "amps", "volts", "wh", "kwh", "btu", "eer", "charges") if name in said}
    members = {
        "name": said.pop("name"),
        "quantity": said.pop("quantity", 1),
        "draw": draw,
        "hours_per_day": typical,
        "low_factor": low / typical,
        "high_factor": high / typical,
        "duty_frac": duty,
        "days_per_week": said.pop("days", 7),
        "seasons": said.pop("seasons", ""),
        "months": list(said.pop("months", ())),
        "automatic": said.pop("automatic", None),
        "when": said.pop("when", "always"),
        "above_charge_frac": said.pop("above", 0.8),
        "importance": said.pop("importance", "should"),
        "never_with": said.pop("never_with", None),
        "per_person": said.pop("per_person", False),
        "profile": said.pop("profile", None),
        "clock": [] if clock is None else [hour for hour in range(24) if (hour - clock[0]) % 24 < (clock[1] - clock[0]) % 24],
    }
    for name, member in (("feed", "feed"), ("pf", "power_factor"), ("start", "start_factor"), ("group", "group")):
        if name in said:
            members[member] = said.pop(name)
    assert not said, said
    return members


def found(reading: Reading, meant: dict[str, Any]) -> dict[str, Any]:
    """The same members of what was read; what was filled in as usual only where the case names it."""
    load = reading.load
    assert load is not None, [question.code for question in reading.questions]
    renamed = {"btu_per_h": "btu", "charges_per_day": "charges"}
    draw = load.draw.model_dump(exclude={"kind", "charger_frac"})
    told = {
        **load.model_dump(),
        "draw": {renamed.get(name, name): value for name, value in draw.items()},
        "seasons": " ".join(sorted(load.seasons)),
        "months": list(load.months),
        "clock": [hour for hour, bar in enumerate(load.bars) if bar],
    }
    filled = {"feed": "feed", "power_factor": "power_factor", "start_factor": "start_factor"}
    extra = {
        member: value
        for member, value in told.items()
        if member in filled
        and member not in meant
        and member not in reading.assumed
        and value != Load.model_fields[member].default
    }
    assert extra == {}
    return {member: told[member] for member in meant}


def rounded(value: Any) -> Any:
    if isinstance(value, dict):
        return {name: rounded(one) for name, one in value.items()}
    return float(f"{value:.4g}") if isinstance(value, int | float) and not isinstance(value, bool) else value


@pytest.mark.parametrize("one", READ, ids=[one["say"] for one in READ])
def test_a_line_means_what_stands_beside_it_and_nothing_else(one: dict[str, Any]) -> None:
    reading = read(one["say"], **one)
    members = meant(one)

    assert rounded(found(reading, members)) == rounded(members)
    assert "{" not in understood(reading)


@pytest.mark.parametrize("one", ASKED, ids=[one["say"] for one in ASKED])
def test_a_line_that_is_not_clear_is_asked_back_and_each_offer_answers(one: dict[str, Any]) -> None:
    reading = read(one["say"], **one)

    assert reading.load is None
    assert {question.code for question in reading.questions} == set(one["asks"])
    for question in reading.questions:
        assert "{" not in ask(question)
        for offered in question.readings:
            assert question.code not in {other.code for other in read(offered, **one).questions}, offered


@pytest.mark.parametrize(
    ("line", "code", "part", "offer"),
    [
        ("2.7 kW battery", "load.power_of_a_store", "2.7 kW", "2.7 kWh a day battery"),
        ("laptop 50A 4h", "load.which_amps", "50A", "laptop 50 W 4h"),
        ("pump -5W 2h", "load.watts_out_of_bounds", "-5W", "pump 5W 2h"),
        ("fan 20W 30h", "load.hours_out_of_bounds", "30h", "fan 20W 3 h"),
        ("thing 10^9 W 1h", "load.watts_out_of_bounds", "10^9 W", None),
        ("pump 5A 0V 1h", "load.volts_out_of_bounds", "0V", None),
        ("laptop 5oW 4h", "load.unreadable", "5oW", "laptop 50W 4h"),
        ("fridge 45W 140% 24h", "load.duty_out_of_bounds", "140%", None),
        ("iron 1200W 500Wh 1h", "load.two_draws", "500Wh", "iron 1200W 1h"),
        ("lamp 3 W 5 h 30 times", "load.hours_out_of_bounds", "5 h", None),
        ("kettle 10 min", "load.no_draw", None, "kettle 10 min 1200 W"),
        ("kettle 1200 W", "load.no_hours", None, "kettle 1200 W 9 min"),
        ("air conditioner 5000 BTU 3 h", "load.no_eer", "5000 BTU", "air conditioner 5000 BTU 3 h eer 9"),
        ("phone 4000 mAh", "load.no_charges", "4000 mAh", "phone 4000 mAh 1 charge"),
        ("fan 20 W each 6 h", "load.each_of_what", "each", "fan 20 W per person 6 h"),
        ("summer light 3 W 2 h", "load.season_or_name", "summer", "light 3 W 2 h in summer"),
        ("heater 1.500 W 2 h ac", "load.point_or_thousand", "1.500 W", "heater 1500 W 2 h ac"),
        ("microwave 1400 W 10m", "load.minutes_or_metres", "10m", "microwave 1400 W 10 min"),
        ("pump 60 W 15 min 7", "load.number_without_unit", "7", None),
        ("heater 40 W 8 h since january", "load.months_not_seasons", "since january", "heater 40 W 8 h in winter"),
    ],
)
def test_what_is_asked_stands_at_its_place_with_what_was_likely_meant(
    line: str, code: str, part: str | None, offer: str | None
) -> None:
    question = next(question for question in read(line).questions if question.code == code)

    assert part is None or line[question.start : question.end].strip() == part
    assert offer is None or offer in question.readings


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
    assert [doubt.readings for doubt in read(line).doubts] == ([] if draws is None else [(f"microwave {draws} 10 min",)])


@pytest.mark.parametrize(
    ("line", "offer"), [("laptop 50A 12V 4h", "laptop 50 W 12V 4h"), ("fridge 45W 24h", "fridge 45W 24h 40%")]
)
def test_what_is_far_from_usual_is_read_and_doubted(line: str, offer: str) -> None:
    reading = read(line)

    assert reading.load is not None
    assert [doubt.readings for doubt in reading.doubts] == [(offer,)]


def test_every_question_has_words() -> None:
    assert set(QUESTIONS) == QUESTION_CODES


NASTY = ["999999", "1e5", "0", "-3", "99^99", "(", '"', "“", "½", f"never with {'b' * 60}", "per use", "VA", "hp", "W/m"]
WORDS = st.sampled_from([*(word for one in LINES for word in one["say"].split()), *NASTY])


@given(
    st.text(max_size=60)
    | st.text(st.sampled_from("0123456789.,^e-−–x× %'/aAdhkmnVWwy²٣é\n"), max_size=200)
    | st.lists(WORDS, max_size=14).map(lambda words: " ".join(words)[:200])
)
def test_any_text_is_answered_and_what_is_taken_can_be_written(line: str) -> None:
    reading = read(line)

    assert (reading.load is None) == bool(reading.questions)
    assert all(ask(question) for question in (*reading.questions, *reading.doubts))
    assert all(0 <= question.start <= question.end <= len(line) for question in reading.questions)
    assert "{" not in understood(reading).replace(line, "")
    if reading.load is not None and reading.load.high_factor * reading.load.hours_per_day <= 24:
        again = read(write_line(reading.load)).load
        assert again is not None and again.name == reading.load.name


@given(
    st.sampled_from(READ),
    st.sampled_from(
        ["13", "97", "0,4", "seven", "twenty", "weekly", "hourly", "january", "sunday", "evenings", "half", "often"]
    ),
)
def test_a_number_or_a_word_of_time_is_never_dropped(one: dict[str, Any], word: str) -> None:
    """Behind any line: it is asked about, or it changes what the load says. It never becomes part of a name unseen."""
    assume(not {"days", "seasons", "profile", "clock"} & set(one["is"]))  # where it may say once more what is said
    before, after = read(one["say"], **one).load, read(f"{one['say']} {word}", **one).load
    assert before is not None
    if after is not None:
        assert after.name == before.name
        assert after.model_copy(update={"typed": None}) != before.model_copy(update={"typed": None})


WHENS = st.sampled_from(["always", "driving", "shore", "anchor", "above_charge"])
SEASON_SETS = st.sets(st.sampled_from(SEASONS)).map(lambda some: [season for season in SEASONS if season in some])
NAMES = st.sampled_from(["night light 2", "wifi 6 router", "summer lamp", "fan, 3 W", 'tv 32"', "two of us", "12 cups"])


@given(loads, WHENS, SEASON_SETS, st.booleans(), NAMES | st.none())
def test_a_written_line_reads_as_the_same_load(
    members: dict[str, Any], when: str, seasons: list[str], each: bool, name: str | None
) -> None:
    load = Load.model_validate(
        {**members, "when": when, "seasons": seasons, "per_person": each, "name": name or members["name"]}
    )
    if load.draw.kind.endswith("amps"):
        load = load.model_copy(update={"feed": "ac" if load.draw.kind == "ac_amps" else "dc"})

    back = read(write_line(load)).load

    assert back is not None
    kept = ["name", "quantity", "feed", "days_per_week", "start_factor", "never_with", "when", "seasons", "per_person"]
    assert {name: getattr(back, name) for name in kept} == {name: getattr(load, name) for name in kept}
    assert back.hours_per_day == pytest.approx(load.hours_per_day, rel=1e-3)
    assert back.duty_frac == pytest.approx(load.duty_frac, rel=1e-3)
    assert list(back.draw.model_dump().values())[1:] == pytest.approx(list(load.draw.model_dump().values())[1:], rel=1e-3)


def test_a_number_that_never_ends_is_asked_about() -> None:
    (question,) = read_line("lamp " + "9" * 190 + " W", system_v=12, mains_v=230).questions

    assert (question.code, question.start) == ("load.unreadable", 5)
