"""Rigs that are as full as any."""

from __future__ import annotations

from ryokan.core.rig import Rig, Stay
from ryokan.core.topology.dc import dc_runs
from ryokan.core.wiring.numbering import with_numbers


def large_rig(loads: int = 60) -> Rig:
    """A crowded rig: every third load on AC, some with starts, some on few days."""
    rows = {
        f"l{n}": {
            "name": f"load {n}",
            "draw": {"kind": "watts", "watts": 20 + n},
            "hours_per_day": 1 + n % 7,
            "feed": "ac" if n % 3 == 0 else "dc",
            "start_factor": 4 if n % 5 == 0 else 1,
            "days_per_week": 2 if n % 9 == 0 else 7,
            "position": n,
        }
        for n in range(loads)
    }
    return Rig.model_validate({"loads": rows, "stays": {"first": Stay(hookup="na_30").model_dump()}})


RUNS = 80


def wired_rig() -> Rig:
    """Sixty loads on DC and eighty runs, and all of each is said: length, way, cable, fuse, its print."""
    rig = large_rig()
    document = rig.model_dump(mode="json")
    for load in document["loads"].values():
        load["feed"] = "dc"
    arrays = range((RUNS - 60 - 3 - 2) // 2)  # beside feeder, inverter and charger the two ends of a way from the alternator
    panel = {"kind": "panel", "name": "p", "rated_w": 160, "voc_v": 22, "vmp_v": 18, "isc_a": 9.5, "imp_a": 8.9}
    document["own_parts"] = {"p": {"part": panel}}
    document["solar"]["controllers"] = {f"c{n}": {"rated_a": 20, "method": "mppt", "position": n} for n in arrays}
    document["solar"]["arrays"] = {
        f"a{n}": {"controller": f"c{n}", "strings": {f"s{n}": {"panels": {f"p{n}": {"part": "own:p"}}}}, "position": n}
        for n in arrays
    }
    document["storage"] |= {"bank": {"nominal_ah": 400}}
    document["inverter"] |= {"chosen": {"rated_w": 2000, "idle_w": 20}}
    document["charging"]["paths"]["path"]["output_a"] = 40
    document["charging"]["chargers"]["charger"]["output_a"] = 40
    document["wiring"]["main"] |= {"conductor": "awg:4/0", "cables": 3, "cables_alike": "yes", "fuse_a": 600}
    document["wiring"]["routes"] = {"roof": {"name": "Under the roof", "zone": "roof", "bundled": 3}}
    said = {
        "length": "3 m", "route": "roof", "conductor": "awg:6", "fuse_a": 30, "fuse_family": "blade", "fuse_v": 32,
        "fuse_breaks_a": 20_000, "fuse_way": "0.1 m", "make": "stranded", "bears_a": 40,
    }  # fmt: skip
    document["wiring"]["runs"] = dict.fromkeys(dc_runs(Rig.model_validate(document)), said)
    return with_numbers(Rig.model_validate(document))
