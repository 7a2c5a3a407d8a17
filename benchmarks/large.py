"""Rigs that are as full as any."""

from __future__ import annotations

from ryokan.core.rig import Rig, Stay


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
