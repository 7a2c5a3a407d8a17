"""Banks built up of units, totals of what was chosen, and parts as CSV."""

from __future__ import annotations

from typing import Any, get_args

import pytest
from builders import load, report, value
from hypothesis import given
from hypothesis import strategies as st

from ryokan.core.errors import UnknownPart, UnreadableQuantity
from ryokan.core.parts.arrange import Arrangement, arrangement
from ryokan.core.parts.model import KINDS, Battery, InverterPart, PartKind, book_ref
from ryokan.core.parts.protection import FusePart
from ryokan.core.wiring.fuse_times import opens_within_s, read_fuse_times, surely_from
from ryokan.parts.csv_format import UnreadableParts, read_parts_csv, write_parts_csv
from ryokan.parts.sample import sample_parts
from ryokan.wording.parts import COLUMNS, GROUPS, fields_of


def battery(**members: Any) -> Battery:
    return Battery(**{"name": "b", "chemistry": "lfp", "nominal_v": 12.8, "capacity_ah": 100, **members})


def with_units(part: Battery | InverterPart, series: int, parallel: int, **storage: Any) -> dict[str, Any]:
    units = {"part": "own:x", "series": series, "parallel": parallel}
    return {"own_parts": {"x": {"part": part.model_dump(mode="json")}}, "storage": {"bank": {"units": units}, **storage}}


# Common practice, no source: series adds volts, parallel adds amp-hours.
@pytest.mark.parametrize(
    ("volts", "ah", "series", "parallel", "system_v", "bank_v", "bank_ah"),
    [(6, 225, 2, 2, 12, 12, 450), (12.8, 100, 1, 4, 12, 12.8, 400), (12.8, 100, 2, 2, 24, 25.6, 200), (12.8, 100, 4, 1, 48, 51.2, 100)],
)  # fmt: skip
def test_series_adds_volts_and_parallel_adds_amp_hours(
    volts: float, ah: float, series: int, parallel: int, system_v: int, bank_v: float, bank_ah: float
) -> None:
    chemistry = "agm" if volts == 6 else "lfp"
    part = battery(nominal_v=volts, capacity_ah=ah, chemistry=chemistry)

    outcome = report(**with_units(part, series, parallel, system_v=system_v, chemistry=chemistry))

    assert value(outcome, "storage.arrangement.volts_v") == pytest.approx(bank_v)
    assert value(outcome, "storage.have_ah") == pytest.approx(bank_ah)
    assert value(outcome, "storage.have_wh") == pytest.approx(series * parallel * volts * ah)
    assert "storage.series_off_class" not in {finding.code for finding in outcome.findings}


@given(st.integers(1, 6), st.floats(20, 400), st.integers(1, 5))
def test_a_further_string_never_shortens_the_days(series: int, ah: float, parallel: int) -> None:
    days = [
        value(report(**with_units(battery(capacity_ah=ah, nominal_v=12.8), series, count)), "storage.days_without_charge")
        for count in (parallel, parallel + 1)
    ]

    assert days[1] > days[0]


@given(st.sampled_from([2.0, 3.2, 6.0, 6.4, 12.0, 12.8, 25.6, 51.2]), st.sampled_from([12.0, 12.8, 25.6, 48.0]), st.floats(0, 40_000), st.floats(20, 500))  # fmt: skip
def test_an_arrangement_makes_the_volts_and_the_energy_and_nothing_less_does(
    unit_v: float, bank_v: float, need_wh: float, ah: float
) -> None:
    made = arrangement(battery(nominal_v=unit_v, capacity_ah=ah), bank_v, need_wh)

    if made is None:
        return
    string_wh = made.series * unit_v * ah
    assert abs(made.series * unit_v - bank_v) <= 0.1 * bank_v
    assert made.parallel * string_wh >= need_wh * (1 - 1e-6)
    assert made.parallel == 1 or (made.parallel - 1) * string_wh < need_wh


def test_an_arrangement_is_none_where_no_series_makes_the_volts() -> None:
    assert arrangement(battery(nominal_v=51.2), 12.8, 100) is None
    assert arrangement(battery(nominal_v=12.8), 12.8, 0) == Arrangement(1, 1)


def test_what_is_chosen_adds_up_and_a_missing_price_is_missing() -> None:
    unit = battery(mass_kg=10, price={"amount": "300.10", "currency": "EUR"})
    inverter = InverterPart(name="i", rated_w=500, mass_kg=4)
    rig_parts = with_units(unit, 1, 3)
    rig_parts["own_parts"]["x"]["standing"] = "bought"
    rig_parts["own_parts"]["y"] = {"part": inverter.model_dump(mode="json"), "standing": "kept"}

    outcome = report([load(feed="ac")], **rig_parts, inverter={"chosen": {"part": "own:y"}})

    assert value(outcome, "parts.mass_kg") == pytest.approx(34)
    assert value(outcome, "parts.price.eur") == pytest.approx(900.3)
    assert value(outcome, "parts.without_price") == 1
    assert value(outcome, "inverter.rated_w") == 500
    assert outcome.figures["inverter.rated_w"].source == "part_sheet"


@pytest.mark.parametrize("reference", ["own:none", "own:x", "book:" + 32 * "0"])
def test_a_reference_that_leads_nowhere_or_to_another_kind_has_no_answer(reference: str) -> None:
    rig_parts = with_units(battery(), 1, 1)

    with pytest.raises(UnknownPart) as caught:
        report(**rig_parts, inverter={"chosen": {"part": reference}})

    assert caught.value.pointer == "/inverter/chosen/part"


def test_only_what_is_bought_has_a_price() -> None:
    priced = battery(price={"amount": "1", "currency": "EUR"}).model_dump(mode="json")

    with pytest.raises(ValueError, match="only a part that is bought"):
        report(own_parts={"x": {"part": priced, "standing": "re_used"}})


def test_a_reference_depends_on_content_alone() -> None:
    assert book_ref(battery()) == book_ref(Battery.model_validate(battery().model_dump(mode="json")))
    assert book_ref(battery()) != book_ref(battery(capacity_ah=101))
    # Frozen: rigs are stored with it. Members added later must not change it while they stand at their default.
    assert book_ref(battery()) == "book:cd446bb8c82f3014a5754520cdf4c113"


OF_POWER = ("battery", "inverter", "panel", "controller", "charger", "dcdc")


def test_what_protects_and_connects_is_listed_broadly_and_some_of_it_is_not_marked() -> None:
    rest = [part for part in sample_parts() if part.kind not in OF_POWER]
    fuses = [part for part in rest if isinstance(part, FusePart)]
    assert len(rest) >= 120 and {part.kind for part in rest} == set(get_args(PartKind)) - set(OF_POWER)
    assert any(part.rated_v is None and part.breaks_a is None for part in fuses)  # empty is not known, never its family's
    assert sorted(kind for kinds in GROUPS.values() for kind in kinds) == sorted(get_args(PartKind))


# Blade and large bolt-down fuses by ISO 8820-3 and 8820-5, from memory: 200 % at most 5 s and 15 s, 350 % 0.5 s and 5 s.
BLADE, BOLTED = "135 % 600 s; 200 % 5 s; 350 % 0.5 s; 600 % 0.1 s", "135 % 1800 s; 200 % 15 s; 350 % 5 s; 600 % 1 s"


@pytest.mark.parametrize(
    ("points", "share", "seconds"),
    [
        (BLADE, 2.0, 5.0), (BLADE, 3.5, 0.5), (BLADE, 6.0, 0.1), (BLADE, 12.0, 0.025), (BLADE, 1.2, None),
        (BOLTED, 2.0, 15.0), (BOLTED, 3.5, 5.0), ("", 9.0, None),
        (BLADE, (2.0 * 3.5) ** 0.5, (5.0 * 0.5) ** 0.5),  # halfway on both logarithms
    ],
)  # fmt: skip
def test_a_fuse_opens_within_the_time_of_its_points(points: str, share: float, seconds: float | None) -> None:
    assert opens_within_s(read_fuse_times(points), share * 30, 30) == (None if seconds is None else pytest.approx(seconds))


def test_from_where_a_fuse_is_sure_to_open_within_5_s() -> None:
    assert [surely_from(read_fuse_times(points)) for points in (BLADE, BOLTED)] == [2.0, 3.5]
    assert surely_from(read_fuse_times("200 % 20 s; 400 % 1.25 s")) == pytest.approx((2.0 * 4.0) ** 0.5)
    assert surely_from(read_fuse_times("200 % 60 s")) is None and surely_from(()) is None


@pytest.mark.parametrize("text", ["200 %", "fast", "350 % 0.5 s; 200 % 5 s", "200 % 5 s; 350 % 9 s", "90 % 5 s"])
def test_points_that_no_fuse_has_are_refused_with_a_reason(text: str) -> None:
    with pytest.raises(UnreadableQuantity):
        read_fuse_times(text)


@pytest.mark.parametrize("kind", get_args(PartKind))
def test_every_member_of_a_kind_can_be_shown_filled_in_and_written_as_csv(kind: PartKind) -> None:
    mine = [part for part in sample_parts() if part.kind == kind]

    assert {field.name for field in fields_of(kind)} == set(KINDS[kind].model_fields) - {"kind"}
    assert set(COLUMNS[kind]) <= {field.name for field in fields_of(kind)}
    assert len(mine) >= (30 if kind in OF_POWER else 3)
    assert read_parts_csv(write_parts_csv(mine, kind), kind) == mine
    assert len({part.name for part in mine}) == len(mine)


@pytest.mark.parametrize(
    ("rows", "says"),
    [
        ("name,colour\nx,red", "colour"),
        ("", "no header"),
        ("name,name\nx,y", "twice"),
        ("name,chemistry,nominal_v,capacity_ah\nx,lfp,12.8", "3 cells under 4"),
        ("name,chemistry,nominal_v,capacity_ah\nx,lfp,12.8,=1+1\ny,tin,12.8,100", "row 2"),
    ],
)
def test_a_bad_list_is_refused_whole_by_row_and_column(rows: str, says: str) -> None:
    with pytest.raises(UnreadableParts) as caught:
        read_parts_csv(rows, "battery")

    told = str(caught.value) + " ".join(f"row {p.row} {p.column}: {p.message}" for p in caught.value.problems)
    assert says in told
