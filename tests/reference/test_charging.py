"""Everything that fills a bank against hand-worked cases, and what cannot be otherwise whatever is typed."""

from __future__ import annotations

import tomllib
from typing import Any

import pytest
from builders import ROOT, load, rig
from hypothesis import given, settings
from hypothesis import strategies as st

from ryokan.core.evaluate import Report, evaluate
from ryokan.core.rig import Rig

CASES: list[dict[str, Any]] = tomllib.loads((ROOT / "tests/reference/charging.toml").read_text())["case"]
NOTHING: dict[str, Any] = {"alternators": {}, "paths": {}, "chargers": {}}


def charged(charging: dict[str, Any], **said: Any) -> Rig:
    """A rig of 200 Ah at 12 V with such sources."""
    storage = {"chemistry": "lfp", "bank": {"nominal_ah": 200}, "others": said.pop("others", {}), **said.pop("storage", {})}
    stay = {
        "hookup": said.pop("hookup", "none"),
        "nights": said.pop("nights", 3),
        "driving_hours_per_day": said.pop("driving_h", 1.5),
    }
    if stay["nights"] > 20:
        stay["driving_hours_per_day"] = 0
    loads = said.pop("loads", {"l": load(20, 5)})
    solar = {
        **({"record_high_c": high} if (high := said.pop("record_high_c", None)) is not None else {}),
        **said.pop("solar", {}),
    }
    stays = said.pop("stays", {"first": stay})
    more = {
        name: value
        for name, value in said.items()
        if name in ("vehicle", "region", "assumptions", "brief", "inverter", "own_parts")
    }
    return Rig.model_validate(
        {**rig([]).model_dump(mode="json"), "charging": {**NOTHING, **charging}, "storage": storage, "stays": stays, "loads": loads, "solar": solar, **more}
    )  # fmt: skip


@pytest.mark.parametrize("case", CASES, ids=[case["name"] for case in CASES])
def test_a_hand_worked_case_comes_out(case: dict[str, Any]) -> None:
    said = {
        name: value for name, value in case.items() if name not in ("name", "figures", "told", "silent", "absent", "charging")
    }
    report = evaluate(charged(case["charging"], **said))
    got = {key: report.figures[key].value for key in case["figures"] if key in report.figures}
    assert got == pytest.approx(case["figures"], rel=2e-5)
    keys = {finding.key for finding in report.findings} | {finding.code for finding in report.findings}
    assert set(case.get("told", ())) <= keys
    assert not set(case.get("silent", ())) & keys
    assert not set(case.get("absent", ())) & report.figures.keys()


def test_devices_in_one_housing_have_one_price_and_one_mass() -> None:
    dear = {
        "standing": "bought",
        "part": {
            "kind": "dcdc",
            "name": "d",
            "output_a": 30,
            "input_v": 12,
            "output_v": 12,
            "mass_kg": 2,
            "price": {"amount": "300", "currency": "EUR"},
        },
    }
    inner = {
        "standing": "bought",
        "part": {
            "kind": "controller",
            "name": "m",
            "rated_a": 30,
            "method": "mppt",
            "mass_kg": 1.5,
            "price": {"amount": "200", "currency": "EUR"},
        },
    }
    totals = {}
    for within in (None, "path:p"):
        solar = {
            "arrays": {"r": {"plain_w": 200, "controller": "m"}},
            "controllers": {"m": {"part": "own:m", "within": within}},
        }
        paths = {"p": {"kind": "dcdc", "part": "own:d"}}
        figures = evaluate(charged({"paths": paths}, solar=solar, own_parts={"d": dear, "m": inner})).figures
        totals[within] = (figures["parts.price.eur"].number, figures["parts.mass_kg"].number)
    apart, together = totals[None], totals["path:p"]
    assert apart == pytest.approx((500, together[1] + 1.5))
    assert together[0] == 300


@pytest.mark.parametrize(
    ("inverter", "charging", "place"),
    [
        ({"chosen": {"rated_w": 3000, "charger_a": 150}}, {}, "/inverter/charger/turned_to_a"),
        ({}, {"chargers": {"c": {"output_a": 150}}}, "/charging/chargers/c/turned_to_a"),
        ({}, {"chargers": {"c": {"output_a": 150, "adjustable": "no"}}}, None),
        ({"chosen": {"rated_w": 3000, "charger_a": 100}}, {"chargers": {"c": {"output_a": 80}}}, None),
    ],
)
def test_a_charger_is_turned_down_to_the_hookup_where_it_can_be(inverter: Any, charging: Any, place: str | None) -> None:
    report = evaluate(charged(charging, inverter=inverter, hookup="na_15"))
    (found,) = [one for one in report.findings if one.code == "charging.hookup_too_small"]
    assert (found.fix.patch[0]["path"] if found.fix else None) == place


# Properties: of any sources on one or two alternators, on one hookup or generator ------------------------------------------

_kinds = st.sampled_from(["dcdc", "manager", "relay", "hand_switch", "regulated"])
_ways = st.fixed_dictionaries(
    {
        "kind": _kinds,
        "output_a": st.one_of(st.none(), st.floats(5, 120)),
        "alternator": st.sampled_from(["a", "b", None]),
        "tap_a": st.one_of(st.none(), st.floats(10, 120)),
        "limit_a": st.one_of(st.none(), st.floats(10, 200)),
        "length": st.one_of(st.none(), st.sampled_from(["1 m", "6 m", "15 m"])),
        "conductor": st.one_of(st.none(), st.sampled_from(["mm2:6", "mm2:25", "awg:2"])),
        "hitch_plug": st.sampled_from([None, "fitted"]),
    }
)
_chargers = st.fixed_dictionaries(
    {
        "output_a": st.floats(2, 150),
        "efficiency_frac": st.one_of(st.none(), st.floats(0.6, 0.98)),
        "power_factor": st.one_of(st.none(), st.floats(0.5, 1)),
    }
)
_sources = st.fixed_dictionaries(
    {
        "alternators": st.fixed_dictionaries(
            {
                id: st.fixed_dictionaries(
                    {
                        "system_v": st.just(12),
                        "rated_a": st.floats(40, 300),
                        "regulation": st.sampled_from([None, "smart", "external"]),
                    }
                )
                for id in ("a", "b")
            }
        ),
        "paths": st.dictionaries(st.sampled_from(["p", "q", "r"]), _ways, max_size=3),
        "chargers": st.dictionaries(st.sampled_from(["c", "d", "e"]), _chargers, max_size=3),
        "generators": st.dictionaries(st.just("g"), st.fixed_dictionaries({"rated_w": st.floats(200, 8000)}), max_size=1),
    }
)
_hookups = st.sampled_from(["na_15", "na_30", "house_na", "none"])
_chemistries = st.sampled_from(["lfp", "agm", "flooded"])


def value(report: Report, key: str) -> float:
    figure = report.figures.get(key)
    return 0.0 if figure is None else figure.number


@settings(max_examples=60, deadline=None)
@given(_sources, _hookups, _chemistries)
def test_nothing_gives_more_than_it_draws_and_no_mode_less_than_its_best_source(
    sources: dict[str, Any], hookup: str, chemistry: str
) -> None:
    report = evaluate(charged(sources, hookup=hookup, storage={"chemistry": chemistry}))
    charge_v, most = value(report, "storage.charge_v"), value(report, "charging.bank_max_a")
    for id, way in sources["paths"].items():
        base = f"charging.source.{id}"
        drawn, given_a = value(report, f"{base}.input_a"), value(report, f"{base}.output_a")
        if f"{base}.input_a" not in report.figures:
            assert way["alternator"] is None or way["output_a"] is None  # its rating, or what feeds it, is not known
        elif way["kind"] in ("dcdc", "manager"):
            assert drawn * value(report, f"{base}.input_v") >= given_a * charge_v * (1 - 1e-9)  # watts
        else:
            assert drawn >= given_a * (1 - 1e-9)
            # A relay is bounded by its alternator, its cable and what lies on its way.
            bounds = [
                value(report, f"charging.alternator.{way['alternator']}.hot_a"),
                *(one for one in (way["tap_a"], way["limit_a"]) if one),
            ]
            assert given_a <= min(bounds) * (1 + 1e-9)
        assert value(report, "charging.mode.driving.into_bank_a") >= min(given_a, most) * (1 - 1e-9)
    for id in sources["alternators"]:
        on_it = [one for one, way in sources["paths"].items() if way["alternator"] == id]
        taken = sum(value(report, f"charging.source.{one}.input_a") for one in on_it)
        assert taken <= value(report, f"charging.alternator.{id}.hot_a") * (1 + 1e-9)
    for id, charger in sources["chargers"].items():
        base = f"charging.source.{id}"
        assert value(report, f"{base}.input_a") * 120 >= charger["output_a"] * charge_v * (1 - 1e-9)
    through = value(report, "charging.shore.through_hookup_a")
    if hookup != "none" and sources["chargers"]:
        draws = {id: value(report, f"charging.source.{id}.input_a") for id in sources["chargers"]}
        fits = value(report, "charging.shore.way_continuous_a")
        best = max(sources["chargers"][id]["output_a"] * min(1, fits / draws[id]) for id in draws)
        assert through >= best * (1 - 1e-9)
        assert value(report, "charging.mode.hookup.into_bank_a") == pytest.approx(min(through, most))


@settings(max_examples=60, deadline=None)
@given(_sources, _ways, _chargers, _hookups)
def test_one_more_source_is_never_slower(
    sources: dict[str, Any], way: dict[str, Any], charger: dict[str, Any], hookup: str
) -> None:
    before = evaluate(charged(sources, hookup=hookup))
    more = {**sources, "paths": {**sources["paths"], "z": way}, "chargers": {**sources["chargers"], "z2": charger}}
    after = evaluate(charged(more, hookup=hookup))
    for mode in ("driving", "hookup", "generator"):
        key = f"charging.mode.{mode}.into_bank_a"
        assert value(after, key) >= value(before, key) * (1 - 1e-9)
        hours = [one.figures.get(f"charging.mode.{mode}.hours_to_full") for one in (before, after)]
        if hours[0] is not None:
            assert hours[1] is not None and hours[1].number <= hours[0].number * (1 + 1e-9)


@settings(max_examples=40, deadline=None)
@given(st.floats(5, 150), st.sampled_from([0.1, 0.3, 0.6, 0.8, 0.93]), _chemistries)
def test_a_fuller_bank_is_sooner_full_and_nearer_charges_come_first(amps: float, start: float, chemistry: str) -> None:
    from ryokan.core.charging.recharge import how_soon

    one = charged({"chargers": {"c": {"output_a": amps}}}, hookup="na_30", storage={"chemistry": chemistry})
    figures = evaluate(one).figures
    soon, later = (how_soon(one, figures, frac) for frac in (start, max(0.0, start - 0.1)))
    hours = [soon[key].number for p in (80, 95, "full") if (key := f"recharge.hookup.hours_to_{p}") in soon]
    assert hours == sorted(hours) and hours and hours[0] >= 0
    for percent in (80, 95, "full"):
        key = f"recharge.hookup.hours_to_{percent}"
        if key in soon:
            assert soon[key].number <= later[key].number


@pytest.mark.parametrize(
    ("charging", "says"),
    [
        ({"alternators": {"a": {"rated_a": 0}}}, "rated_a"),
        ({"paths": {"p": {"output_a": -5}}}, "output_a"),
        ({"paths": {"p": {"length": "10"}}}, "no unit"),
        ({"paths": {"p": {"conductor": "rope"}}}, "stock size"),
        ({"chargers": {"c": {"power_factor": 1.4}}}, "power_factor"),
        ({"generators": {"g": {"rated_w": float("nan")}}}, "rated_w"),
        ({"inlet": {"cord_a": 0}}, "cord_a"),
    ],
)
def test_what_cannot_be_is_refused_where_it_stands(charging: dict[str, Any], says: str) -> None:
    with pytest.raises(ValueError, match=says):
        charged(charging)
