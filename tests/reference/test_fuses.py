"""Fuses one behind the other, and what a cable bears for a moment, against the standards that are named (from memory)."""

from __future__ import annotations

from typing import Any

import pytest
from builders import changed, rig
from test_runs import wired

from ryokan.core.data.tables import tables
from ryokan.core.evaluate import evaluate
from ryokan.core.parts.protection import CablePart, FusePart
from ryokan.core.rig import Rig
from ryokan.core.wiring.buying import against_fuse, cheapest_fuse, cost_of_cable, met_on
from ryokan.core.wiring.circuits import put_together
from ryokan.core.wiring.fuse_times import Fused, opens_first
from ryokan.core.wiring.made import how_made
from ryokan.core.wiring.things import runs_of, the_main_run

# Which of two opens first can be shown: gG one behind the other from 1.6 : 1 and 16 A up (IEC 60269-1), class T from 3 : 1
# (common practice), and where the least time of the one before is above the longest of the one behind, at the highest and at the
# lowest fault current (times of ISO 8820-3 and 8820-5).
PAIRS = [
    (Fused("gg", 80), Fused("gg", 50), (5_000, 300), True),
    (Fused("gg", 63), Fused("gg", 40), (5_000, 300), False),
    (Fused("gg", 20), Fused("gg", 10), (2_000, 100), False),  # below 16 A nobody says so
    (Fused("class_t", 300), Fused("class_t", 100), (8_000, 900), True),
    (Fused("class_t", 200), Fused("class_t", 100), (8_000, 900), False),
    (Fused("mega", 125), Fused("blade", 30), (600, 128), True),
    (Fused("blade", 30), Fused("blade", 20), (200, 150), False),
    (Fused("blade", 80), Fused("blade", 10), (400, 90), True),
    (Fused("mega", 125), Fused("mega", 100), (2_000, 400), False),
    (Fused("class_t", 300), Fused("blade", 30), (2_000, 128), False),  # no sheet says how long the first holds at least
    (Fused("anl", 200), Fused("breaker", 20), (900, 100), False),
]  # fmt: skip


@pytest.mark.parametrize(("before", "behind", "faults", "shown"), PAIRS)
def test_which_of_two_fuses_opens_first_is_said_only_where_it_can_be_shown(
    before: Fused, behind: Fused, faults: tuple[float, float], shown: bool
) -> None:
    assert opens_first(before, behind, faults) is shown


# IEC 60364-4-43, table 43A, and BS 7671, table 43.1: k of copper in PVC for 70 and for 90 °C, final temperature 160 °C.
@pytest.mark.parametrize(("insulation_c", "k"), [(90, 100), (105, 88)])
def test_the_short_time_factor_is_the_printed_one(insulation_c: int, k: float) -> None:
    assert tables()["short_time_k"].value(str(insulation_c), "copper") == pytest.approx(k, rel=0.006)


# A run of a lamp of 60 W at 11 V and 0.97: 5.62 A, not below 7.03 A, on 14 AWG of 105 °C in a boat, which bears 35 A. A bank of 200 Ah
# of lithium of 1 mΩ rests at 13.6 V and is charged to 14.6 V at most. (common practice)
BLADE = {"name": "b", "family": "blade", "rated_v": 32, "breaks_a": 2000}
OFFERS: list[tuple[dict[str, Any], tuple[str, ...]]] = [
    ({**BLADE, "rated_a": 7.5}, ()),
    ({**BLADE, "rated_a": 35}, ()),
    ({**BLADE, "rated_a": 5}, ("below_load",)),
    ({**BLADE, "rated_a": 40}, ("above_cable", "slow")),  # 77 A flow in a fault at its end: below twice 40 A
    ({**BLADE, "rated_a": 10, "rated_v": 12}, ("volts",)),
    ({**BLADE, "rated_a": 10, "rated_v": None}, ("volts_unknown",)),
    ({**BLADE, "rated_a": 10, "breaks_a": 1000}, ("breaks",)),  # about 1 300 A at the panel
    ({**BLADE, "rated_a": 10, "breaks_a": None}, ("breaks_unknown",)),
    ({**BLADE, "rated_a": 30, "opens": "300 % 5 s"}, ("slow",)),  # by its own sheet from 90 A up
]
LAMP = "panel.out>load:lamp.in"


def a_lamp(**main: Any) -> Rig:
    return wired(
        {
            "region.code_pack": "na_marine",
            "inverter.cutoff_v": 11,
            "loads.lamp": {"name": "lamp", "group": "lighting", "draw": {"kind": "watts", "watts": 60}, "hours_per_day": 5},
            "wiring.main": {"one_way_length": "1 m", "conductor": "awg:2", **main},
            "wiring.runs": {
                "bus.pos>panel.in": {"length": "2 m", "conductor": "awg:8"},
                LAMP: {"length": "8 m", "conductor": "awg:14"},
            },
        }
    )


@pytest.mark.parametrize(("part", "against"), OFFERS)
def test_a_fuse_of_the_list_serves_a_run_or_it_says_why_not(part: dict[str, Any], against: tuple[str, ...]) -> None:
    rig = a_lamp()
    figures, runs = evaluate(rig).figures, list(runs_of(rig).values())
    lamp = next(one for one in runs if one.run.key == LAMP)
    every = [the_main_run(rig), *runs]
    assert against_fuse(FusePart(**part), lamp, figures, met_on(lamp, every, figures)) == against


def test_behind_a_main_fuse_that_breaks_it_all_a_weaker_one_serves() -> None:
    rig = a_lamp(fuse_a=60, fuse_family="class_t", fuse_v=125, fuse_breaks_a=20_000)
    figures, runs = evaluate(rig).figures, list(runs_of(rig).values())
    lamp = next(one for one in runs if one.run.key == LAMP)
    meets = met_on(lamp, [the_main_run(rig), *runs], figures)
    assert meets.backed_up and against_fuse(FusePart(**BLADE | {"rated_a": 10, "breaks_a": 1000}), lamp, figures, meets) == ()


def test_the_cheapest_that_serves_is_taken_and_a_cable_costs_both_poles() -> None:
    rig = a_lamp()
    figures, runs = evaluate(rig).figures, list(runs_of(rig).values())
    lamp = next(one for one in runs if one.run.key == LAMP)
    meets = met_on(lamp, [the_main_run(rig), *runs], figures)

    def fuse(name: str, price: str | None, **more: Any) -> FusePart:
        of = None if price is None else {"amount": price, "currency": "EUR"}
        return FusePart(**BLADE | {"rated_a": 10, "name": name, "price": of} | more)

    shelf = [fuse("dear", "9"), fuse("cheap", "2"), fuse("cheapest, unmarked", "1", rated_v=None), fuse("priceless", None)]
    chosen = cheapest_fuse(shelf, lamp, 10, figures, meets)
    assert chosen is not None and chosen.name == "cheap"
    assert cheapest_fuse(shelf, lamp, 15, figures, meets) is None

    def cable(price: str, **more: Any) -> CablePart:
        of = {"amount": price, "currency": "EUR"}
        usual = {"name": "c", "conductor": "awg:14", "insulation_c": 105, "material": "copper", "price": of}
        return CablePart(**usual | more)

    reels = [
        cable("0.90"),
        cable("0.50", insulation_c=60),
        cable("0.40", material="copper_clad_aluminium"),
        cable("0.30", cores=2),
    ]
    cost = cost_of_cable(reels, lamp, "awg:14", 8.0)
    assert cost is not None and (str(cost.amount), cost.currency) == ("14.40", "EUR")  # 2 × 8 m × 0.90
    assert cost_of_cable(reels, lamp, "awg:2", 8.0) is None


def test_loads_that_share_a_fuse_are_of_one_kind_and_draw_no_more_than_it_bears() -> None:
    """At 10 V: lamps of 30, 40 and 50 W make 3, 4 and 5 A; with 10 A the two largest and one more fit, the rest stays alone."""

    def load(name: str, watts: float, **more: Any) -> dict[str, Any]:
        return {"name": name, "group": "lighting", "draw": {"kind": "watts", "watts": watts}, "hours_per_day": 2, **more}

    lamps = {f"l{watts}": load(f"lamp {watts}", watts, position=watts) for watts in (30, 40, 50)}
    more = {
        "must": load("night lamp", 5, importance="must"),
        "fan": load("fan", 20, group="ventilation"),
        "ac": load("floor lamp", 20, feed="ac"),
        "wired": load("reading lamp", 5),
    }
    rig = wired({"inverter.cutoff_v": 10, "loads": lamps | more, "wiring.runs": {"panel.out>load:wired.in": {"fuse_a": 5}}})
    figures = evaluate(rig).figures
    assert put_together(rig, figures, 10) == {"Lighting": ("l40", "l50")}
    assert put_together(rig, figures, 12) == {"Lighting": ("l30", "l40", "l50")}
    assert put_together(rig, figures, 4) == {}
    # Of very many small ones no circuit holds more than one may, and no more are offered than a rig has.
    many = {f"m{n}": load(f"spot {n}", 0.1, group=("lighting", "other")[n % 2], position=n) for n in range(300)}
    of_many = wired({"inverter.cutoff_v": 10, "loads": many})
    shared = put_together(of_many, evaluate(of_many).figures, 10)
    assert [len(ids) for ids in shared.values()] == [60, 60, 30] * 2
    pairs = put_together(of_many, evaluate(of_many).figures, 0.025)
    assert len(pairs) == 60
    # What stands in one place shares a circuit with its like there.
    boxes = {id: {"name": id, "length_m": 1, "width_m": 1, "height_m": 1} for id in ("Saloon", "Galley")}
    apart = changed(
        rig,
        {
            "space.compartments": {"s": boxes["Saloon"], "g": boxes["Galley"]},
            "wiring.stands": {"load:l30": "s", "load:l40": "s"},
        },
    )
    assert put_together(apart, figures, 12) == {"Lighting, Saloon": ("l30", "l40")}


def test_the_next_rating_of_a_main_run_is_one_of_its_region() -> None:
    """14 AWG of 105 °C bears 35 A (ABYC E-11): 35 A is a rating by NEC 240.6, so 40 A is above the next; ISO 8820 has none between."""
    rig = changed(a_lamp(conductor="awg:14"), {"wiring.fuse_school": "next_rating"})
    figures = evaluate(rig).figures
    main = the_main_run(rig)
    meets = met_on(main, [main], figures)
    forty = FusePart(**BLADE | {"rated_a": 40, "breaks_a": 50_000})
    assert figures["wiring.main.ampacity_a"].value == 35
    assert "above_cable" in against_fuse(forty, main, figures, meets)


# How a run is made, by hand: BS 7671 522.8.3 gives 4 × the outside diameter between 10 and 25 mm (from memory); a clamp each 450 mm
# (ABYC E-11, from memory); two pieces and four lugs for two poles.
def test_a_run_is_cut_crimped_bent_and_held_as_worked_by_hand() -> None:
    said = {"length": "2 m", "conductor": "mm2:35", "stud_near": "M8", "cables": 2}
    one = rig(storage={"bank": {"nominal_ah": 200}}, wiring={"runs": {"bus.pos>panel.in": said}})
    run = next(run for run in runs_of(one).values() if run.run.kind == "panel")
    made = {key: figure.value for key, figure in how_made(one, evaluate(one).figures, run).items() if key.startswith("made.")}
    assert made["made.lugs"] == 8 and made["made.clamps"] == 5
    assert made["made.cut_m"] == pytest.approx(4 * 2.15)
    assert made["made.bend_mm"] == pytest.approx(4 * 11.9)
    assert (made["made.near.least_nm"], made["made.near.most_nm"]) == (9, 12)
