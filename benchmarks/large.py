"""Rigs that are as full as any."""

from __future__ import annotations

from ryokan.core.findings.model import RULES
from ryokan.core.question import Step, question
from ryokan.core.registry import STEPS, Plan, plan_of
from ryokan.core.rig import Rig, Stay
from ryokan.core.scope import Scope


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


RUNS, LOADS_OF_A_FEEDER = 80, 3
_RUN = "bench.run.*"


def each_run(scope: Scope) -> dict[str, tuple[str, ...]]:
    """A run to each of sixty loads, and twenty feeders of three loads each: by their ids the loads that each carries."""
    loads = list(scope.rig.active_loads())
    branches = {f"to-{id}": (id,) for id in loads}
    feeders = {f"feeder-{n}": tuple(loads[n * LOADS_OF_A_FEEDER :][:LOADS_OF_A_FEEDER]) for n in range(RUNS - len(loads))}
    return {**branches, **feeders}


@question(
    reads=("loads.row.*.running_w", "inverter.cutoff_v", "storage.system_v"),
    rig=("loads",),
    writes={
        "m": (f"{_RUN}.one_way_length_m",),
        "°C": (f"{_RUN}.{{insulation_c, terminal_c}}",),
        "W": (f"{_RUN}.{{carries_w, drop_w}}",),
        "A": (f"{_RUN}.{{current_a, fuse_floor_a, fuse_a, ampacity_a, spare_a}}",),
        "V": (f"{_RUN}.{{allowed_drop_v, drop_v, far_v}}",),
        "": (f"{_RUN}.{{zone_factor, warm_factor, size_by_fuse, size_by_terminal, size_by_drop, conductor}}",),
        "Ω/km": (f"{_RUN}.ohm_per_km",),
        "ft": (f"{_RUN}.round_trip_ft",),
        "cmil": (f"{_RUN}.circular_mils_by_drop",),
    },
    each=each_run,
)
def run(scope: Scope, id: str, loads: tuple[str, ...]) -> None:
    """Twenty-two figures, as a cable run asks for them: three typed, the rest by formula and from tables."""
    base = f"bench.run.{id}"
    length = scope.given(f"{base}.one_way_length_m", 2.0 + len(id) / 10, "m")
    insulation = scope.given(f"{base}.insulation_c", 105, "°C")
    terminal = scope.given(f"{base}.terminal_c", 75, "°C")
    system_v, cutoff = scope["storage.system_v"], scope["inverter.cutoff_v"]
    watts = [scope[f"loads.row.{load}.running_w"] for load in loads]
    carries = scope.compute(f"{base}.carries_w", "sum(loads)", "W", "practice", loads=watts)
    current = scope.compute(
        f"{base}.current_a", "watts ÷ (passed_on × cutoff)", "A", "practice",
        watts=carries, passed_on=scope.assumption("distribution_frac"), cutoff=cutoff,
    )  # fmt: skip
    drop = scope.compute(
        f"{base}.allowed_drop_v", "share × class_v", "V", "abyc_e11_drop",
        share=scope.assumption("main_drop_frac"), class_v=system_v,
    )  # fmt: skip
    floor = scope.compute(
        f"{base}.fuse_floor_a", "headroom × current", "A", "practice",
        headroom=scope.assumption("fuse_headroom"), current=current,
    )  # fmt: skip
    fuse = scope.choose(f"{base}.fuse_a", "next_larger(fuse_na, floor)", "A", "nec_240_6", floor=floor)
    zone = scope.given(f"{base}.zone_factor", 1.0, "")
    warm = scope.compute(
        f"{base}.warm_factor", "1 + 0.00323 × (t − 75)", "", "nec_ch9_t8", t=scope.assumption("conductor_temperature_c")
    )
    by_fuse = scope.choose(
        f"{base}.size_by_fuse", "next_larger(ampacity_awg, fuse ÷ zone, insulation)", "", "abyc_e11_ampacity",
        fuse=fuse, zone=zone, insulation=insulation,
    )  # fmt: skip
    by_terminal = scope.choose(
        f"{base}.size_by_terminal", "next_larger(ampacity_awg, fuse, terminal)", "", "abyc_e11_ampacity",
        fuse=fuse, terminal=terminal,
    )  # fmt: skip
    by_drop = scope.choose(
        f"{base}.size_by_drop", "next_larger(awg_copper.km_per_ohm_75c, 2 × length ÷ 1000 × current × warm ÷ drop)", "",
        "nec_ch9_t8", length=length, current=current, warm=warm, drop=drop,
    )  # fmt: skip
    area = "awg_copper.area_mm2"
    size = scope.choose(
        f"{base}.conductor",
        f"next_larger({area}, max(lookup({area}, by_fuse), lookup({area}, by_terminal), lookup({area}, by_drop)))",
        "", "nec_ch9_t8", by_fuse=by_fuse, by_terminal=by_terminal, by_drop=by_drop,
    )  # fmt: skip
    ohm = scope.look_up(f"{base}.ohm_per_km", "lookup(awg_copper.ohm_per_km_75c, size)", "Ω/km", "nec_ch9_t8", size=size)
    lost = scope.compute(
        f"{base}.drop_v", "2 × length ÷ 1000 × ohm_per_km × warm × current", "V", "nec_ch9_t8",
        length=length, ohm_per_km=ohm, warm=warm, current=current,
    )  # fmt: skip
    ampacity = scope.look_up(
        f"{base}.ampacity_a",
        "min(lookup(ampacity_awg, size, insulation) × zone, lookup(ampacity_awg, size, terminal))",
        "A", "abyc_e11_ampacity", size=size, insulation=insulation, terminal=terminal, zone=zone,
    )  # fmt: skip
    scope.compute(f"{base}.spare_a", "ampacity − current", "A", ampacity=ampacity, current=current)
    scope.compute(f"{base}.far_v", "cutoff − lost", "V", cutoff=cutoff, lost=lost)
    scope.compute(f"{base}.drop_w", "lost × current", "W", lost=lost, current=current)
    feet = scope.compute(f"{base}.round_trip_ft", "2 × length ÷ 0.3048", "ft", length=length)
    scope.compute(
        f"{base}.circular_mils_by_drop", "10.75 × current × feet ÷ drop", "cmil", "abyc_e11_drop",
        current=current, feet=feet, drop=drop,
    )  # fmt: skip


def plan_with_runs() -> Plan:
    """All steps, and beside them the runs of a rig that is wired through."""
    runs = Step("bench", (run,), ("bench.",), begun=lambda rig: True, chosen=lambda rig: True)
    return plan_of([*STEPS, runs], RULES.values())
