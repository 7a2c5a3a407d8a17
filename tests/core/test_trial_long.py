"""The long answer: a thousand years in blocks, what it hangs on, and by what it is known again."""

from __future__ import annotations

import json
from itertools import pairwise
from typing import Any

import pytest
from builders import changed, charging, load, plain_array, rig

from ryokan.core.evaluate import Report, evaluate
from ryokan.core.trial.long import LongAnswer, as_json, digest_of, from_json, long_answer
from ryokan.core.trial.run import run_trial
from ryokan.core.trial.system import Stopped

YEARS = 120  # three blocks, the last of them short
HERE = {"lat_deg": 47.4, "lon_deg": 8.5}
WHOLE = rig(
    [load(25, 24, profile="all_day"), load(40, 3, feed="ac")],
    storage={"bank": {"nominal_ah": 100}},
    solar={"sun_from": "places", **plain_array(200, 30)},
    charging=charging(20, 20, 90),
    inverter={"chosen": {"rated_w": 1000, "idle_w": 10}},
    stays={
        "first": {**HERE, "month": 10, "nights": 4, "driving_hours_per_day": 1},
        "second": {**HERE, "month": 11, "nights": 3, "driving_hours_per_day": 0, "hookup": "eu_6"},
    },
    region={"mains_v": 230, "mains_hz": 50},
)


def asked(of: Any = WHOLE, **how: Any) -> LongAnswer:
    return long_answer(evaluate(of), **{"years": YEARS, **how})


def test_a_run_in_blocks_is_the_run_in_one() -> None:
    """To the bit: what is drawn for a year does not hang on the years beside it."""
    report = evaluate(WHOLE)
    assert asked().figures == run_trial(report, years=YEARS, block_years=YEARS).figures


def test_hours_on_hookups_are_those_of_the_nights_there() -> None:
    """Three nights on one, from noon to noon; the last morning is of the stay as well."""
    assert asked().figures["trial.hookup_h"].value == 72


def test_what_it_hangs_on_moves_the_nights_the_way_it_must() -> None:
    """One lamp of 25 W on a full bank of 1 280 Wh: a fifth more load, a fifth less bank, less sun are darker; never lighter."""
    found = {one.code: one for one in asked().hangs_on}

    assert set(found) == {"loads", "sun", "driving", "air", "bank", "idle", "hookup"}
    for code, one in found.items():
        if code != "air":  # warmth helps a bank and asks more of a fridge
            assert one.worse.by >= 0, code
            assert one.better is None or one.better.by <= 0, code
    for code in ("loads", "sun", "bank", "hookup"):
        assert found[code].worse.by > 0, code
    assert found["hookup"].better is None and found["bank"].better is None
    assert [one.code for one in asked().hangs_on] == sorted(found, key=lambda code: -found[code].width)


def test_what_is_not_there_is_not_asked_about() -> None:
    alone = changed(WHOLE, {"solar.arrays": {}, "stays.second.hookup": "none", "stays.first.driving_hours_per_day": 0})
    assert {one.code for one in asked(alone).hangs_on} == {"loads", "bank", "air", "idle"}


SAME = {
    "a name of a load": {"loads.l0.name": "torch"},
    "a name of a stay": {"stays.first.place": "the meadow"},
    "a question": {"trial.questions": {"q": {"said": "stay two nights"}}},
    "a note of the vehicle": {"vehicle.description": "a bus"},
}
OTHER = {
    "hours of a load": {"loads.l0.hours_per_day": 23},
    "another bank": {"storage.bank.nominal_ah": 101},
    "another seed": {"trial.seed": 2},
    "nights of a stay": {"stays.first.nights": 5},
    "a place": {"stays.first.lat_deg": 47.5},
    "how far loads may be off": {"assumptions": {"trial_off_loads_frac": 0.1}},
    "cycles of the chemistry": {"assumptions": {"lfp.cycles": 100}},
}


@pytest.mark.parametrize("edit", SAME, ids=list(SAME))
def test_an_edit_that_nothing_was_read_of_leaves_the_answer_standing(edit: str) -> None:
    assert digest(changed(WHOLE, SAME[edit])) == digest(WHOLE)


@pytest.mark.parametrize("edit", OTHER, ids=list(OTHER))
def test_an_edit_of_what_was_read_makes_it_one_of_an_earlier_rig(edit: str) -> None:
    assert digest(changed(WHOLE, OTHER[edit])) != digest(WHOLE)


def digest(of: Any) -> str:
    return digest_of(evaluate(of))


def test_an_answer_is_kept_and_read_back_as_it_was() -> None:
    answer = asked()
    assert from_json(json.loads(json.dumps(as_json(answer)))) == answer


def test_progress_only_grows_ends_at_its_whole_and_stops_when_told() -> None:
    seen: list[tuple[int, int]] = []

    def tell(done: int, of: int) -> bool:
        seen.append((done, of))
        return True

    asked(tell=tell)
    assert [done for done, _ in seen] == sorted(done for done, _ in seen)
    assert {of for _, of in seen} == {seen[-1][0]}
    # Cancel is heard every ten years of each run.
    assert max(b[0] - a[0] for a, b in pairwise(seen)) <= 10

    stopped: list[int] = []
    with pytest.raises(Stopped):
        asked(tell=lambda done, of: bool(stopped.append(done)) or len(stopped) < 5)
    assert len(stopped) == 5


def test_a_report_takes_the_trial_of_its_rig_by_its_digest_and_no_other() -> None:
    answer = asked()
    plain: Report = evaluate(WHOLE)
    both = evaluate(WHOLE, trials={answer.digest: answer.figures})
    other = evaluate(changed(WHOLE, {"loads.l0.hours_per_day": 20}), trials={answer.digest: answer.figures})

    assert both.figures["trial.dark_frac"] == answer.figures["trial.dark_frac"]
    assert {one.code for one in both.findings} > {one.code for one in plain.findings}
    assert "trial.dark_frac" not in other.figures
    assert evaluate(WHOLE, before=both).figures == plain.figures
