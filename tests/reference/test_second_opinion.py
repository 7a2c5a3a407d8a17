"""The whole job a second time, in plain Python written apart from the product: from the method, not from its code.

It shares no code with the product but the rig's document. Where both agree on any rig, neither slipped alone.
"""

from __future__ import annotations

import itertools
import math
from typing import Any

import pytest
from builders import EXAMPLES, changed, example, rigs
from hypothesis import given

from ryokan.core.evaluate import evaluate
from ryokan.core.rig import Rig

VOLTS = {"lfp": (12.8, 14.4, 11.2), "agm": (12.0, 14.4, 10.5), "gel": (12.0, 14.1, 10.5), "flooded": (12.0, 14.7, 10.5)}
DOD = {"lfp": 0.8, "agm": 0.5, "gel": 0.5, "flooded": 0.5}
ROUND_TRIP = {"lfp": 0.95, "agm": 0.85, "gel": 0.85, "flooded": 0.80}
LITHIUM_COLD = {-30: 0.40, -20: 0.60, -10: 0.75, 0: 0.85, 25: 1.0, 45: 1.0}
LEAD_COLD = {-30: 0.40, -20: 0.55, -10: 0.70, 0: 0.80, 25: 1.0, 45: 1.0}
CHARGE_MOST_C = {"lfp": 1.0, "agm": 0.4, "gel": 0.3, "flooded": 0.25}
TAPER_H = {"lfp": 0.5, "agm": 3, "gel": 3, "flooded": 4}
INVERTERS = [150, 300, 500, 700, 1000, 1200, 1500, 2000, 2500, 3000, 4000, 5000, 6000, 8000, 10000, 15000]


def watts_of_one(load: dict[str, Any]) -> float:
    draw = load["draw"]
    pf = load["power_factor"] if load["feed"] == "ac" else 1
    if draw["kind"] == "watts":
        return float(draw["watts"])
    if draw["kind"] == "wh_per_day":
        return float(draw["wh"] / load["hours_per_day"] / load["duty_frac"])
    return float(draw["amps"] * draw["volts"] * (pf if draw["kind"] == "ac_amps" else 1))


def together(loads: list[dict[str, Any]], amount: Any) -> float:
    sets: dict[Any, float] = {}
    for number, load in enumerate(loads):
        name = load["never_with"] or number
        sets[name] = max(sets.get(name, 0), amount(load))
    return sum(sets.values())


def worst_start(loads: list[dict[str, Any]]) -> float:
    """By trying every load as the one that starts."""
    running = worst = together(loads, lambda one: one["quantity"] * watts_of_one(one))
    for starter in loads:
        rest = [
            one for one in loads if one is starter or not starter["never_with"] or one["never_with"] != starter["never_with"]
        ]
        total = together(rest, lambda one: one["quantity"] * watts_of_one(one)) + watts_of_one(starter) * (
            starter["start_factor"] - 1
        )
        worst = max(worst, total)
    return max(running, worst)


def second_opinion(document: dict[str, Any]) -> dict[str, Any]:
    loads = [load for load in document["loads"].values() if not load["struck"]]
    ac = [load for load in loads if load["feed"] == "ac"]
    storage, inverter, chosen = document["storage"], document["inverter"], document["inverter"]["chosen"]
    chemistry, step = storage["chemistry"], storage["system_v"] / 12
    va = together(ac, lambda one: one["quantity"] * watts_of_one(one) / one["power_factor"])
    running = together(ac, lambda one: one["quantity"] * watts_of_one(one))
    need_w, surge_w = max(1.25 * va, running), worst_start(ac)
    bare = max(need_w, surge_w / 2)
    rating = chosen["rated_w"] if chosen else (next((s for s in INVERTERS if s >= bare * (1 - 1e-12)), bare) if ac else 0)
    idle_w = chosen["idle_w"] if chosen and chosen["idle_w"] is not None else 0.008 * rating
    hours = {
        "always": 24,
        "by_hand": inverter["on_hours_per_day"],
        "with_ac_loads": min(24, sum(load["hours_per_day"] for load in ac)),
    }
    idle = idle_w * hours[inverter["on"]] if rating else 0

    def at_bank(load: dict[str, Any]) -> float:
        w, h = load["quantity"] * watts_of_one(load), load["hours_per_day"] * load["duty_frac"]
        if load["feed"] == "ac":
            return float(h * (w * 1.05 + 0.06 * w * w / rating))
        return float(w * h / (0.97 if load["feed"] == "dc" else 0.92))

    def run(days: int) -> float:
        used = {k: max(sum((d + shift) % 7 < k for d in range(days)) for shift in range(7)) for k in range(1, 8)}
        return sum(at_bank(load) * used[load["days_per_week"]] for load in loads) + idle * days

    day = sum(at_bank(load) for load in loads) + idle
    mean = sum(at_bank(load) * load["days_per_week"] / 7 for load in loads) + idle
    worst_run = 1.2 * run(document["brief"]["days_without_charge"])
    points = sorted((LITHIUM_COLD if chemistry == "lfp" else LEAD_COLD).items())
    (x0, y0), (x1, y1) = next(p for p in itertools.pairwise(points) if p[0][0] <= storage["bay_c"] <= p[1][0])
    cold = y0 + (y1 - y0) * (storage["bay_c"] - x0) / (x1 - x0)
    dod = DOD[chemistry]
    if storage["sizing"] == "largest_governs":
        bank = max(worst_run / dod, 1.2 * day / dod, worst_run / 0.8) / cold
    else:
        bank = worst_run / (dod * 0.8 * cold)
    nominal_v, charge_v, cutoff_v = (volts * step for volts in VOLTS[chemistry])
    cutoff_v = inverter["cutoff_v"] or cutoff_v
    sun = document["solar"]["peak_sun_hours"] * 0.97 * 0.98 * 0.95 * 0.98 * 0.92 * 0.96 * 0.97
    outcome = {
        "loads.wh_per_day_with_margin": 1.2 * day,
        "loads.worst_start_w": worst_start(loads),
        "storage.need_wh": bank,
        "storage.need_ah": bank / nominal_v,
        "solar.need_w": 1.2 * mean * (0.4 + 0.6 / ROUND_TRIP[chemistry]) / (sun * kept_by_pwm(document, nominal_v)) * 1.15,
        "inverter.need_continuous_w": need_w,
        "inverter.need_surge_w": surge_w,
        "inverter.dc_current_at_cutoff_a": (idle_w + 1.05 * rating + 0.06 * rating) / cutoff_v,
    }
    stays = document["stays"].values()
    driving = sum(s["nights"] * s["driving_hours_per_day"] for s in stays) / sum(s["nights"] for s in stays)
    have = wh_of(storage["bank"], document["own_parts"], nominal_v) if storage["bank"] else bank
    usable = have * cold * (min(dod, 0.8) if storage["sizing"] == "largest_governs" else dod * 0.8)
    takes = have / nominal_v * CHARGE_MOST_C[chemistry]
    if driving and any(path["kind"] == "dcdc" for path in document["charging"]["paths"].values()):
        outcome["charging.dcdc.need_a"] = min(takes, 1.2 * mean / ROUND_TRIP[chemistry] / charge_v / driving)
    colder = 0 if chemistry == "lfp" else max(0, 25 - storage["bay_c"])
    bulk_h = (document["charging"]["refill_hours"] or 10) - TAPER_H[chemistry] * (1 + 0.02 * colder)
    if any(stay["hookup"] != "none" for stay in stays) and not document["survey"]["as_found"] and bulk_h > 0:
        outcome["charging.shore.need_a"] = min(takes, usable / ROUND_TRIP[chemistry] / charge_v / bulk_h)
    if day:
        outcome["storage.days_without_charge"] = lasts(usable / 1.2, run)
        outcome["storage.days_by_audit"] = lasts(have * cold * dod, run)
    return outcome | main_run(document, loads, outcome["inverter.dc_current_at_cutoff_a"], cutoff_v)


def kept_by_pwm(document: dict[str, Any], nominal_v: float) -> float:
    """The bank's volts over those of the string with fewest, where every array that is always there hangs on PWM; else all."""
    solar = document["solar"]
    fixed = [one for one in solar["arrays"].values() if one["place"] != "carried"]
    if not fixed or any(solar["controllers"].get(one["controller"], {}).get("method") != "pwm" for one in fixed):
        return 1.0
    strings = [string["panels"].values() for one in fixed for string in one["strings"].values()]
    if not strings:
        return nominal_v / (18 * math.ceil(nominal_v / 18))
    part = document["own_parts"]
    return min(
        1.0, nominal_v / min(sum(part[laid["part"].removeprefix("own:")]["part"]["vmp_v"] for laid in row) for row in strings)
    )


def lasts(wh: float, run: Any) -> float:
    """Days until so much is gone, each day of the worst run in turn and the last one in part."""
    days = 0
    while run(days + 1) <= wh * (1 + 1e-12):
        days += 1
        if days > 20_000:
            return math.inf
    over = run(days + 1) - run(days)
    return days + max(0.0, wh - run(days)) / over


NEC_240_6 = [
    15,
    20,
    25,
    30,
    35,
    40,
    45,
    50,
    60,
    70,
    80,
    90,
    100,
    110,
    125,
    150,
    175,
    200,
    225,
    250,
    300,
    350,
    400,
    450,
    500,
    600,
    700,
    800,
    1000,
    1200,
]
E11_105C = {
    "18": 20,
    "16": 25,
    "14": 35,
    "12": 45,
    "10": 60,
    "8": 80,
    "6": 120,
    "4": 160,
    "2": 210,
    "1": 245,
    "1/0": 285,
    "2/0": 330,
    "3/0": 385,
    "4/0": 445,
}
NEC_8_OHM = {
    "18": 26.1,
    "16": 16.4,
    "14": 10.3,
    "12": 6.5,
    "10": 4.07,
    "8": 2.551,
    "6": 1.608,
    "4": 1.01,
    "2": 0.634,
    "1": 0.505,
    "1/0": 0.399,
    "2/0": 0.317,
    "3/0": 0.2512,
    "4/0": 0.1996,
}


def main_run(document: dict[str, Any], loads: list[dict[str, Any]], inverter_a: float, cutoff_v: float) -> dict[str, Any]:
    """By trying every size in turn; AWG, 105 °C throughout, nothing chosen yet."""
    run = document["wiring"]["main"]
    things = [*document["charging"]["chargers"].values(), *document["charging"]["paths"].values()]
    charging = any(thing["output_a"] for thing in things)
    if (
        document["region"]["code_pack"] == "international"
        or run["insulation_c"] != 105
        or run["terminal_c"] != 105
        or charging
        or run["material"] != "copper"
        or run["one_way_length"] is None
        or document["solar"]["arrays"]
    ):
        return {}
    dc = [load for load in loads if load["feed"] != "ac"]
    through = {"dc": 0.97, "step_down": 0.92}
    amps = inverter_a + together(dc, lambda one: one["quantity"] * watts_of_one(one) / through[one["feed"]]) / cutoff_v
    fuse = next((rating for rating in NEC_240_6 if rating >= 1.25 * amps * (1 - 1e-9)), None)
    if fuse is None or amps == 0:
        return {}
    zone = 0.85 if run["zone"] == "engine_space" else 1
    for label, ampacity in E11_105C.items():
        drop = 2 * run["one_way_length"]["m"] * NEC_8_OHM[label] / 1000 * amps
        if ampacity * zone >= fuse * (1 - 1e-9) and drop <= 0.03 * document["storage"]["system_v"] * (1 + 1e-9):
            return {"wiring.main.fuse_a": fuse, "wiring.main.conductor": f"awg:{label}", "wiring.main.drop_v": drop}
    return {}


def wh_of(bank: dict[str, Any], own_parts: dict[str, Any], nominal_v: float) -> float:
    if bank["units"] is None:
        return float(bank["nominal_ah"]) * nominal_v
    unit = own_parts[bank["units"]["part"].removeprefix("own:")]["part"]
    return float(bank["units"]["series"] * bank["units"]["parallel"] * unit["nominal_v"] * unit["capacity_ah"])


def agree(rig: Rig) -> None:
    figures = evaluate(rig).figures
    for key, expected in second_opinion(rig.model_dump(mode="json")).items():
        found = figures[key].value
        assert found == (expected if isinstance(expected, str) else pytest.approx(expected, rel=1e-9, abs=1e-9)), key


@pytest.mark.parametrize("path", EXAMPLES, ids=lambda path: path.stem)
def test_both_agree_on_an_example(path: Any) -> None:
    """By the typed sun: that of places is held against pvlib elsewhere."""
    agree(changed(example(path.stem), {"solar.sun_from": "typed"}))


@given(rigs)
def test_both_agree_on_any_rig(rig: Rig) -> None:
    agree(rig)
