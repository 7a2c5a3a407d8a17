"""Bank sizing by the steps of IEEE 1013 and IEEE 485, hydrogen, levers and heat, each on an example worked by hand."""

from __future__ import annotations

from typing import Any

import pytest
from builders import load, report, value

# No losses, no margin: the examples begin at the bank.
BARE = {"distribution_frac": 1, "margin_frac": 0}


def need(wh_per_day: float, days: int, *, bay_c: float = 25, sizing: str = "largest_governs", **assumed: float) -> float:
    found: float = value(
        report(
            [load(wh_per_day / 10, 10)],
            brief={"days_without_charge": days},
            storage={"chemistry": "agm", "bay_c": bay_c, "sizing": sizing},
            assumptions=BARE | {f"agm.{name}" if name.startswith("dod") else name: at for name, at in assumed.items()},
        ),
        "storage.need_wh",
    )
    return found


@pytest.mark.parametrize(
    ("days", "bay_c", "dod", "dod_daily", "ageing", "expected_wh"),
    [
        # 1 000 Wh a day. Autonomy 5 d at 80 %: 6 250; daily 20 %: 5 000; end of life 80 %: 6 250; ÷ 0.80 at 0 °C.
        (5, 0, 0.8, 0.2, 0.2, 7812.5),
        # One day: the daily depth governs, 1 000 ÷ 0.2.
        (1, 25, 0.8, 0.2, 0.2, 5000),
        # Depth of 90 % and a fifth lost by ageing: the end of life governs, 4 000 ÷ 0.8.
        (4, 25, 0.9, 0.9, 0.2, 5000),
        # Depth governs: 3 000 ÷ 0.5; at −10 °C 0.70 is left.
        (3, -10, 0.5, 0.5, 0.2, 3000 / 0.5 / 0.7),
    ],
)
def test_largest_of_three_governs(
    days: int, bay_c: float, dod: float, dod_daily: float, ageing: float, expected_wh: float
) -> None:
    """Steps of IEEE 1013 (capacity for the maximum, the daily and the end-of-life depth, the largest of them, then
    temperature), from memory, unverified. The numbers are worked by hand."""
    found = need(1000, days, bay_c=bay_c, dod_frac=dod, dod_daily_frac=dod_daily, ageing_frac=ageing)

    assert found == pytest.approx(expected_wh)


def test_corrections_multiplied_with_one_another() -> None:
    """Corrections of IEEE 485 (uncorrected size × temperature × design margin × ageing of 1.25), from memory, unverified:
    2 000 Wh, margin 1.2, ageing 1.25 = 1 ÷ 0.8, temperature 1 ÷ 0.8, and the whole capacity used: 2 000 × 1.2 × 1.25 × 1.25."""
    found = need(2000, 1, bay_c=0, sizing="multiply_all", dod_frac=1.0, ageing_frac=0.2, margin_frac=0.2)

    assert found == pytest.approx(3750)


def test_a_wish_is_sized_by_itself() -> None:
    """100 W for 8 h through wiring of 97 %: 824.7 Wh; 20 % margin and 80 % depth: 1 237 Wh, whatever else is on the sheet."""
    wished = report(
        [load(100, 1), load(900, 4)], storage={"school": "wish", "wish": {"load": "l0", "hours": 8}, "chemistry": "lfp"}
    )

    assert value(wished, "storage.need_wh") == pytest.approx(800 / 0.97 * 1.2 / 0.8)


def test_three_times_a_day_whatever_the_days() -> None:
    """93 Ah a day by three to one: 280 Ah of bank (common practice); here 500 Wh through 97 % for any number of days."""
    by_ratio = report(brief={"days_without_charge": 5}, storage={"school": "three_daily", "bank": {"nominal_ah": 200}})

    assert value(by_ratio, "storage.need_wh") == pytest.approx(3 * 500 / 0.97)
    assert "storage.days_short" in {finding.code for finding in by_ratio.findings}  # the promise still speaks


def test_hydrogen_of_a_flooded_bank() -> None:
    """EN 62485-2, from memory: 12 V, 400 Ah flooded: 0.05 × 6 × 20 × 400 ÷ 1 000 = 2.4 m³/h and 28 × 2.4 = 67 cm²."""
    flooded = report(storage={"chemistry": "flooded", "bank": {"nominal_ah": 400}})
    sealed = report(storage={"chemistry": "agm", "bank": {"nominal_ah": 400}})

    assert value(flooded, "storage.gas_m3_per_h") == pytest.approx(2.4)
    assert value(flooded, "storage.vent_need_cm2") == pytest.approx(67.2)
    assert value(sealed, "storage.gas_m3_per_h") == pytest.approx(2.4 * 8 / 20)
    assert "storage.gas_m3_per_h" not in report(storage={"bank": {"nominal_ah": 400}}).figures


BOX = {"name": "box", "x_m": 0.5, "y_m": 0.25, "length_m": 1.0, "width_m": 0.5, "height_m": 0.5}
BLOCK = {"kind": "battery", "name": "block", "chemistry": "agm", "nominal_v": 12, "capacity_ah": 100, "mass_kg": 50}


def placed(**members: Any) -> Any:
    return report(
        vehicle={"frame": {"wheelbase_m": 4.0, "width_m": 2.0}},
        space={"compartments": {"box": BOX, "rear": {**BOX, "x_m": -1.5}}},
        own_parts={"b": {"part": BLOCK}},
        storage={"chemistry": "agm", "compartment": "box", "bank": {"units": {"part": "own:b", "parallel": 2}}},
        assumptions={"track_of_width_frac": 0.8},
        **members,
    )


def test_axles_by_the_lever() -> None:
    """100 kg with their middle 1 m before the rear axle of a 4 m wheelbase: a quarter on the front axle. 0.5 m to the left of
    a track of 1.6 m: the wheels differ by 2 × 100 × 0.5 ÷ 1.6. What stood behind the axle and goes lifts the front. (statics)"""
    figures = placed()
    changed = placed(survey={"items": {"old": {"kind": "bank", "battery": {**BLOCK, "mass_kg": 40}, "where": "rear"}}})

    assert (value(figures, "space.front_axle_kg"), value(figures, "space.rear_axle_kg")) == (25, 75)
    assert value(figures, "space.side_load_kg") == pytest.approx(62.5)
    assert value(changed, "space.front_axle_kg") == pytest.approx((100 * 1 - 40 * -1) / 4)
    assert value(changed, "space.rear_axle_kg") == pytest.approx(100 - 40 - 35)


def test_an_inverter_in_the_heat() -> None:
    """2 kW: 236 W of heat (16 + 5 % + 6 %). At 45 °C with 1.5 % a kelvin from 25 °C it gives 1 400 W. 236 W warm
    0.0196 m³/s of air by 10 K, so 196 cm² at 1 m/s. (common practice; air of 1.2 kg/m³ and 1 005 J/kg K)"""
    figures = report([load(500, 1, feed="ac")], inverter={"place_c": 45, "chosen": {"rated_w": 2000}})

    assert value(figures, "inverter.heat_w") == pytest.approx(236)
    assert value(figures, "inverter.gives_w") == pytest.approx(1400)
    assert value(figures, "inverter.vent_need_cm2") == pytest.approx(195.7, abs=0.1)
    assert value(figures, "inverter.receptacle_w") == pytest.approx(15 * 120 * 0.8)
    passed_on = dict(
        zip(value(figures, "inverter.curve.load_frac"), value(figures, "inverter.curve.efficiency_frac"), strict=True)
    )
    assert passed_on[1.0] == pytest.approx(2000 / 2236)
    assert passed_on[0.05] == pytest.approx(100 / (16 + 105 + 0.3))  # 100 W: 16 idle, 5 %, 0.06 × 100² ÷ 2 000


def test_what_a_meter_of_volts_should_say() -> None:
    """A 12 V flooded battery rested: 12.65 V full, 12.24 V half, 11.89 V empty (BCI, from memory), within 0.06 V."""
    figures = report(storage={"chemistry": "flooded", "bank": {"nominal_ah": 200}}).figures
    by_tenth = dict(zip(figures["storage.meter.charge_frac"].value, figures["storage.meter.rest_v"].value, strict=True))

    assert [by_tenth[share] for share in (1.0, 0.5, 0.0)] == pytest.approx([12.65, 12.24, 11.89], abs=0.06)
    mean = 500 / 0.97 / 24 / 12  # 500 Wh a day, in amps
    loaded = figures["storage.meter.mean_load_v"].value
    assert isinstance(loaded, tuple)
    assert loaded[0] == pytest.approx(by_tenth[1.0] - mean * 0.006 / 2)  # 6 mΩ for 100 Ah


@pytest.mark.parametrize(
    ("strings", "volts", "ah", "wh"),
    [
        ({"a": ["six", "six"]}, 12, 220, 2640),  # two 6 V 220 Ah in series: 220, not 440
        ({"a": ["six", "six"], "b": ["six", "six"]}, 12, 440, 5280),
        ({"a": ["hundred"], "b": ["eighty"]}, 12, 180, 2160),  # parallel adds what each has
        ({"a": ["six", "weak"]}, 12, 180, 2160),  # the smaller unit ends the string
    ],
)
def test_series_and_parallel_of_units_that_differ(strings: dict[str, list[str]], volts: float, ah: float, wh: float) -> None:
    """Series adds volts and gives the amp-hours of its smallest unit, parallel adds amp-hours. (common practice)"""
    kinds = {"six": (6, 220), "weak": (6, 180), "hundred": (12, 100), "eighty": (12, 80)}
    own = {
        name: {"part": {"kind": "battery", "name": name, "chemistry": "agm", "nominal_v": v, "capacity_ah": c}}
        for name, (v, c) in kinds.items()
    }
    bank = {"strings": {id: {"units": [f"own:{name}" for name in units]} for id, units in strings.items()}}
    figures = report(own_parts=own, storage={"chemistry": "agm", "bank": bank})

    assert value(figures, "storage.arrangement.volts_v") == volts
    assert (value(figures, "storage.have_ah"), value(figures, "storage.have_wh")) == (ah, wh)
    unlike = "storage.unlike_strings" in {finding.code for finding in figures.findings}
    assert unlike == (len({name for units in strings.values() for name in units}) > 1)


def test_lithium_dear_on_day_one_is_level_when_lead_is_bought_again() -> None:
    """1 000 Wh a day, one day, no losses: lithium 1 250 Wh at 400 = 500; AGM 2 000 Wh at 100 = 200 with a life of two years
    (730 cycles): level when the third AGM bank is bought, after four years. A delivered kWh over 6 years:
    500 ÷ 2 190 and 600 ÷ 2 190. (arithmetic)"""
    figures = report(
        [load(100, 10)],
        vehicle={"kind": "motor boat"},
        brief={"days_without_charge": 1},
        assumptions={
            **BARE, "lfp.price_per_kwh": 400, "agm.price_per_kwh": 100, "agm.cycles": 730, "agm.calendar_years": 20,
        },
    )  # fmt: skip

    assert value(figures, "storage.lithium_level_years") == pytest.approx(4)
    assert value(figures, "storage.alternatives.lfp.cost_per_kwh_6y") == pytest.approx(500 / 2190)
    assert value(figures, "storage.alternatives.agm.cost_per_kwh_6y") == pytest.approx(600 / 2190)
    towed, afloat = (report([load(100, 10)], vehicle={"kind": kind}, assumptions=BARE) for kind in ("trailer", "motor boat"))
    fuel = value(towed, "storage.alternatives.agm.mass_kg") / 100 * 80 * 0.4 * 1.7  # 8 000 km a year
    assert value(towed, "storage.alternatives.agm.fuel_per_year") == pytest.approx(fuel)
    dearer = [value(one, "storage.alternatives.agm.cost_per_kwh_6y") for one in (towed, afloat)]
    assert dearer[0] - dearer[1] == pytest.approx(fuel / 365)  # a kilowatt-hour a day
