"""The DC side as plain data for whoever reckons it again: what stands at its nodes, and what was said of each run."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from typing import Any, TypeAlias

from ryokan.core.evaluate import Report
from ryokan.core.figure import Figure
from ryokan.core.rig import Rig
from ryokan.core.schedules.ends import marks_of
from ryokan.core.survey.model import FoundBank
from ryokan.core.wiring.things import RunOf, name_of_run, runs_of, the_main_run

Json: TypeAlias = dict[str, Any]
FORMAT = "ryokan.schedule.1"
# Of the bank and of all that runs or charges at once, by the names that the document has for them.
OF_THE_WHOLE = {
    "system_v": "storage.system_v",
    "nominal_v": "storage.nominal_v",
    "full_rest_v": "storage.full_rest_v",
    "max_v": "storage.max_v",
    "cutoff_v": "inverter.cutoff_v",
    "resistance_ohm": "storage.resistance_ohm",
    "strings": "storage.arrangement.parallel",
    "dc_loads_w": "loads.dc_peak_at_bank_w",
    "all_sources_a": "charging.all_sources_a",
}
# What the schedule says of a run, for comparing.
CLAIMS = ("design_current_a", "ampacity_a", "drop_v", "path_drop_v", "allowed_drop_v", "fault_high_a", "fault_low_a")


def network(rig: Rig, report: Report) -> Json:
    """The network of a rig. Volts, amps, watts, metres, ohms; None: not known.

    Parameters
    ----------
    rig : Rig
    report : Report
        Of that rig.
    """
    figures = report.figures
    runs = (the_main_run(rig), *runs_of(rig).values())
    marks = marks_of(runs)
    wiring = rig.wiring
    return {
        "code_pack": rig.region.code_pack,
        "chemistry": "lithium" if rig.storage.is_lithium else "lead",
        "bank_is_chosen": rig.storage.bank is not None,
        "bank_is_there": rig.storage.bank is not None or bool(rig.survey.that_counts(FoundBank)),
        "take_off": rig.storage.take_off,
        **{name: _number(figures.get(key)) for name, key in OF_THE_WHOLE.items()},
        "schools": {
            "fuse": wiring.fuse_school,
            "solar_joins": wiring.solar_joins,
            "inverters_join": wiring.inverter_joins,
        },
        "assumptions": dict(rig.assumptions),
        "nodes": dict(_nodes(rig, figures)),
        "runs": [_run(rig, one, marks[one.run.key], figures) for one in runs],
        "gear": [one.model_dump(mode="json") for one in wiring.ordered_gear().values()],
        "negative": wiring.negative.model_dump(mode="json"),
        "ac": _ac(rig, figures),
    }


def _number(figure: Figure | None) -> float | str | None:
    return None if figure is None or isinstance(figure.value, tuple) else figure.value


def _nodes(rig: Rig, figures: Mapping[str, Figure]) -> Iterator[tuple[str, Json]]:
    """What stands at the ends of runs, by the owner of their terminals."""

    def of(key: str) -> float | str | None:
        return _number(figures.get(key))

    for id in rig.inverter.units():
        key = "inverter.dc_current_at_cutoff_a" if id == "main" else f"inverter.other.{id}.dc_current_a"
        charger = of("charging.source.inverter.rated_a") if id == "main" else None
        yield f"inverter:{id}", {"draws_a": of(key), "charges_a": charger}
    for id, array in rig.solar.arrays.items():
        named = {name: of(f"solar.array.{id}.{name}") for name in ("isc_a", "vmp_v", "voc_cold_v")}
        yield f"array:{id}", {**named, "strings": len(array.strings), "disconnect": array.disconnect}
        for string, one in array.strings.items():
            yield f"pvstring:{string}", {"isc_a": of(f"solar.string.{string}.isc_a"), "fuse_a": one.fuse_a, "array": id}
    for id in rig.solar.controllers:
        yield f"controller:{id}", {"gives_a": of(f"solar.controller.{id}.rated_a")}
    for family, ids in (("path", rig.charging.paths), ("charger", rig.charging.chargers)):
        for id in ids:
            gives = of(f"charging.source.{id}.rated_a")
            yield (
                f"{family}:{id}",
                {
                    "rated_a": gives,
                    "gives_a": gives if gives is not None else of(f"charging.source.{id}.output_a"),
                    "takes_a": of(f"charging.source.{id}.asks_a"),
                    "beside_a": of(f"charging.beside.{id}.rated_a"),
                },
            )
    for id, bank in rig.storage.others.items():
        yield f"bank:{id}", {"volts": bank.volts}
    for id, load in rig.active_loads().items():
        row = f"loads.row.{id}.running_w"
        yield f"load:{id}", {"watts": of(row), "feed": load.feed, "group": load.group, "importance": load.importance}


def _run(rig: Rig, one: RunOf, mark: str, figures: Mapping[str, Figure]) -> Json:
    asked, fuse = figures.get(f"{one.base}.conductor"), figures.get(f"{one.base}.fuse_a")
    main = rig.wiring.main if one.run.kind == "main" else None
    route = main or one.route
    length = figures.get(f"{one.base}.one_way_length_m") or figures.get(f"{one.base}.estimated_length_m")
    return {
        "mark": mark,
        "name": name_of_run(rig, one.run),
        "from": one.run.tail,
        "to": one.run.head,
        "lies_there": one.found,
        "size": one.conductor or (None if asked is None else asked.value),
        "size_is": "chosen" if one.conductor else "asked" if asked is not None else None,
        "fuse_a": one.said.fuse_a if one.said.fuse_a is not None else _number(fuse),
        "fuse_is": "chosen" if one.said.fuse_a is not None else "asked" if fuse is not None else None,
        "length_m": _number(length),
        "length_is_measured": one.length is not None,
        "material": main.material if main is not None else one.material,
        "insulation_c": main.insulation_c if main is not None else one.insulation_c,
        "terminal_c": main.terminal_c if main is not None else one.said.terminal_c,
        "zone": "cabin" if route is None else route.zone,
        "ambient_c": None if one.route is None else one.route.ambient_c,
        "buried_mm": None if route is None else route.buried_mm,
        "bundled": None if route is None else route.bundled,
        "feeds": list(one.run.loads or ((one.run.thing,) if one.run.kind == "branch" else ())),
        "feeds_converted": list(one.run.converted),
        "ashore": sorted(one.ashore),
        "said": one.said.model_dump(mode="json", exclude_defaults=True),
        "claims": {name: _number(figures.get(f"{one.base}.{name}")) for name in CLAIMS},
    }


def _ac(rig: Rig, figures: Mapping[str, Figure]) -> Json:
    """Panels whose circuits share a neutral, and what runs on each circuit."""
    return {
        "mains_v": rig.region.mains_v,
        "panels": {
            id: {
                "legs": panel.legs,
                "shared_neutral": panel.shared_neutral,
                "bridged": sorted(feed for feed, one in panel.feeds.items() if one.onto == "bridged"),
                "main_a": panel.main_a,
            }
            for id, panel in rig.ac.panels.items()
        },
        "circuits": {
            id: {
                "panel": one.panel,
                "leg": one.leg,
                "breaker_a": one.breaker_a,
                "running_a": _number(figures.get(f"ac.circuit.{id}.running_a")),
            }
            for id, one in rig.ac.circuits.items()
        },
    }
