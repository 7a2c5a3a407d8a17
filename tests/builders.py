"""Rigs for tests: each takes only what the test cares about."""

from __future__ import annotations

import copy
import json
from pathlib import Path
from typing import Any

from hypothesis import strategies as st

from ryokan.core.evaluate import Report, evaluate
from ryokan.core.parts.model import PanelPart
from ryokan.core.rig import Rig

ROOT = Path(__file__).resolve().parents[1]
EXAMPLES = sorted((ROOT / "examples").glob("*.json"))


def load(watts: float = 100, hours: float = 5, **members: Any) -> dict[str, Any]:
    """A load by its watts and hours."""
    return {"name": "thing", "draw": {"kind": "watts", "watts": watts}, "hours_per_day": hours, **members}


def rig(loads: list[dict[str, Any]] | None = None, **parts: Any) -> Rig:
    """A rig with one load of 500 Wh a day unless told otherwise."""
    rows = {f"l{n}": row for n, row in enumerate(loads if loads is not None else [load()])}
    return Rig.model_validate({"stays": {"first": {}}, "loads": rows, **parts})


def plain_array(watts: float | None, controller_a: float | None = None, **more: Any) -> dict[str, Any]:
    """The arrays and controllers of a rig's solar part: so many watts on one controller of so many amps."""
    controller = {"rated_a": controller_a, "method": more.pop("method", None)}
    array = {"plain_w": watts, "controller": "controller", **more}
    return {"arrays": {"array": array}, "controllers": {"controller": controller}}


def charging(
    dcdc_a: float | None = None,
    charger_a: float | None = None,
    alternator_a: float | None = None,
    *,
    kind: str | None = "dcdc",
    system_v: int | None = 12,
    way: dict[str, Any] | None = None,
    charger: dict[str, Any] | None = None,
    **more: Any,
) -> dict[str, Any]:
    """The charging part of a rig: one way from one alternator, and one charger on the mains."""
    return {
        "alternators": {"alternator": {"system_v": system_v, "rated_a": alternator_a}},
        "paths": {"path": {"kind": kind, "alternator": "alternator", "output_a": dcdc_a, **(way or {})}},
        "chargers": {"charger": {"output_a": charger_a, **(charger or {})}},
        **more,
    }


def watts_of_arrays(one: Rig, *, carried: bool = False) -> float:
    """Rated watts of a rig's arrays, its own parts by their plates: of those always there, or of those carried out."""
    total = 0.0
    for array in one.solar.arrays.values():
        if array.carried != carried:
            continue
        total += array.plain_w or 0
        for laid in (laid for string in array.strings.values() for laid in string.panels.values()):
            panel = one.own_parts[laid.part.removeprefix("own:")].part
            assert isinstance(panel, PanelPart)
            total += panel.rated_w
    return total


def report(loads: list[dict[str, Any]] | None = None, **parts: Any) -> Report:
    return evaluate(rig(loads, **parts))


def value(of: Report, key: str) -> Any:
    return of.figures[key].value


def example(name: str) -> Rig:
    """The first option of an example file whose name contains ``name``."""
    path = next(path for path in EXAMPLES if name in path.name)
    return Rig.model_validate(json.loads(path.read_text())["options"][0]["rig"])


def example_rigs() -> list[tuple[str, Rig]]:
    """Every option of every example file, with a name."""
    return [
        (f"{path.stem}: {option.get('system', '')} {option['name']}", Rig.model_validate(option["rig"]))
        for path in EXAMPLES
        for option in json.loads(path.read_text())["options"]
    ]


def changed(base: Rig, changes: dict[str, Any]) -> Rig:
    """The rig with members set by dotted path."""
    document = base.model_dump(mode="json")
    for path, new in changes.items():
        *parents, last = path.split(".")
        place = document
        for parent in parents:
            place = place[parent]
        place[last] = copy.deepcopy(new)
    return Rig.model_validate(document)


draws = st.one_of(
    st.fixed_dictionaries({"kind": st.just("watts"), "watts": st.floats(0.5, 3000)}),
    st.fixed_dictionaries({"kind": st.just("dc_amps"), "amps": st.floats(0.1, 60), "volts": st.sampled_from([12.0, 24.0])}),
    st.fixed_dictionaries({"kind": st.just("ac_amps"), "amps": st.floats(0.1, 15), "volts": st.sampled_from([120.0, 230.0])}),
    st.fixed_dictionaries({"kind": st.just("wh_per_day"), "wh": st.floats(1, 5000)}),
)
loads = st.fixed_dictionaries(
    {
        "name": st.sampled_from(["lamp", "fridge", "kettle", "saw", "radio"]),
        "group": st.sampled_from(["lighting", "cooking", "tools", "other"]),
        "quantity": st.integers(1, 6),
        "feed": st.sampled_from(["dc", "ac", "step_down"]),
        "draw": draws,
        "hours_per_day": st.floats(0.05, 24),
        "duty_frac": st.floats(0.05, 1),
        "days_per_week": st.integers(1, 7),
        "power_factor": st.floats(0.5, 1),
        "start_factor": st.sampled_from([1.0, 1.5, 4.0]),
        "never_with": st.sampled_from([None, None, "a", "b"]),
        "struck": st.booleans(),
    }
)
rigs = st.builds(
    lambda rows, storage, region, days, nights, sun, driving, zone: rig(
        rows,
        storage=storage,
        region=region,
        brief={"days_without_charge": days, "nights_away": nights},
        solar={"peak_sun_hours": sun},
        stays={"first": {"driving_hours_per_day": driving, "hookup": "na_30"}},
        wiring={"main": {"zone": zone}},
    ),
    st.lists(loads, max_size=7),
    st.fixed_dictionaries(
        {
            "chemistry": st.sampled_from(["lfp", "agm", "gel", "flooded"]),
            "system_v": st.sampled_from([12, 24, 48]),
            "bay_c": st.floats(-30, 45),
            "sizing": st.sampled_from(["largest_governs", "multiply_all"]),
        }
    ),
    st.fixed_dictionaries({"code_pack": st.sampled_from(["na_vehicle", "na_marine", "international"])}),
    st.integers(1, 20),
    st.integers(1, 20),
    st.floats(0.3, 7),
    st.one_of(st.just(0.0), st.floats(0.1, 8)),
    st.sampled_from(["cabin", "engine_space"]),
)
