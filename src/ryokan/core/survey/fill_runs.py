"""Cables and fuses that were found, laid on the runs that the rig has: by the run that was named, otherwise by their words."""

from __future__ import annotations

import re
from collections.abc import Iterator, Mapping
from typing import Any

from ryokan.core.rig import Rig
from ryokan.core.survey.mains_words import of_the_mains
from ryokan.core.survey.model import FoundCable, FoundFuse, FoundMainCable, Survey, name_of_found
from ryokan.core.topology.dc import DcRun, RunKind, dc_runs
from ryokan.core.wiring.model import SaidOfRun
from ryokan.core.wiring.things import name_of_run

_LINK = r"(?:inter[- ]?)?(?:links?|connects?)|jumpers?|jumper cables?|between (?:the )?(?:\w+ )?(?:batter(?:y|ies)|units|cells)"
_BANK = r"bank|batter(?:y|ies)|bus ?bars?|bus|house|leisure"
_SUN = r"panels?|arrays?|roof|solar|pv"
_CONTROLLER = r"mppt|pwm|(?:solar |charge )controllers?|controllers?|solar charger"
_WAY = r"dc-?(?:to-)?dc|b2b|battery-to-battery|relay|vsr|combiner|split charge|isolator"
_ENGINE = r"alternators?|alt|(?:starter|start|engine|cranking)(?: battery)?|chassis battery|tow(?:ing)? vehicle|7-?pin"
_PANEL = (
    r"(?:dc |fuse |distribution |breaker )?(?:fuse ?box|fuse ?block|dc panel|fuse panel|switch panel|distribution)|panel feed"
)


def runs_in_words(words: str, rig: Rig, runs: Mapping[str, DcRun]) -> list[str]:
    """Keys of the runs that some words may mean: none where they name nothing there, several where they leave it open.

    A load goes by its name; every other thing by what the trade calls it, and by its own name where there are several.
    """
    said = _OF_ONE_WORD.sub(lambda one: one[0].replace(" to ", "-to-"), words.lower())
    origin, _, target = _APART.sub(" | ", said).rpartition(" | ")
    loads = [(key, name) for key, run in runs.items() for name in _names_of_loads(rig, run)]
    found = list(dict.fromkeys(key for key, name in loads if _named(target, name)))
    if not found:
        of_kind = set(_kinds(target if _has(origin, _PANEL) else said, target))
        found = [key for key, run in runs.items() if run.kind in of_kind]
        found = [key for key in found if runs[key].kind != "string"] or found  # of lithium side by side they are its leads
    if not found:
        found = list(
            dict.fromkeys(key for key, name in loads if _named(name, target))
        )  # “lights” where there are only LED lights
    if len(found) > 1:
        named = [key for key in found if _named(said, name_of_run(rig, runs[key]).partition(" to ")[2])]
        found = named if len(named) == 1 else found
    return found


def _names_of_loads(rig: Rig, run: DcRun) -> list[str]:
    """What a branch or a circuit leads to: its loads, and the circuit itself, by their names."""
    match run.kind:
        case "branch":
            return [rig.loads[run.thing].name]
        case "circuit":
            return [rig.wiring.circuits[run.thing].name, *(rig.loads[id].name for id in run.loads)]
        case _:
            return []


_OF_ONE_WORD = re.compile(r"\bdc to dc\b|\bbattery to battery\b|\b24 to 12\b")
_APART = re.compile(r"\s(?:to|->|→|–)\s")


def _has(said: str, words: str) -> bool:
    return re.search(rf"\b(?:{words})\b", said) is not None


def _kinds(said: str, target: str) -> Iterator[RunKind]:
    """What kinds of runs the words of a whole way may mean, and those of its far end alone."""
    if _has(said, _LINK):
        yield "link"
        yield "string"
    elif _has(said, r"inverters?"):
        yield "inverter"
    elif _has(target, _PANEL):
        yield "panel"
    elif _has(said, _CONTROLLER):
        at_the_sun = _has(re.sub(r"solar (?:controllers?|charger)", "", said), _SUN)
        if at_the_sun != _has(said, _BANK):
            yield "array" if at_the_sun else "controller"
    elif _has(said, _WAY):
        at_the_engine = _has(said, _ENGINE)
        if at_the_engine != _has(re.sub(rf"\b(?:{_ENGINE}|battery-to-battery)\b", "", said), _BANK):
            yield "way_in" if at_the_engine else "way_out"
    elif _has(said, r"step-?down|24-to-12"):
        yield "step_down"
    elif _has(said, r"(?:shore |battery )?chargers?|converters?"):
        yield "charger"
    elif _has(said, _SUN) and not _has(said, _BANK):
        yield "array"


def _named(said: str, name: str) -> bool:
    """Whether all words of a name are said."""
    of_name = [word for word in re.findall(r"[a-z0-9]+", name.lower()) if word != "the"]
    return bool(of_name) and set(of_name) <= set(re.findall(r"[a-z0-9]+", said))


def meant(one: FoundCable | FoundFuse, rig: Rig, runs: Mapping[str, DcRun]) -> str | None:
    """The one run that a cable or fuse belongs to; None where nobody said it and its words leave it open."""
    if one.joins is not None:
        return one.joins if one.joins in runs else None
    if isinstance(one, FoundCable) and of_the_mains(one) is not None:
        return None
    words = f"{one.name} {one.runs if isinstance(one, FoundCable) else one.guards}"
    found = runs_in_words(words, rig, runs)
    return found[0] if len(found) == 1 else None


def all_meant(one: FoundCable | FoundFuse, rig: Rig, runs: Mapping[str, DcRun]) -> list[str]:
    """Keys of all runs that a cable or fuse is: of links within the bank every one, since they are said at once."""
    if (key := meant(one, rig, runs)) is not None:
        return [key]
    if one.joins is not None or not isinstance(one, FoundCable) or of_the_mains(one) is not None:
        return []
    found = runs_in_words(f"{one.name} {one.runs}", rig, runs)
    return found if all(runs[key].kind in ("link", "string") for key in found) else []


def fuse_of_the_main_cable(survey: Survey, cable: FoundMainCable) -> dict[str, Any]:
    """What a fuse “for the inverter” says of the main cable, where no other cable to an inverter was found and it says none."""
    fuse = _for_the_inverter(survey)
    if cable.fuse_a is not None or fuse is None:
        return {}
    return {name: value for name, value in _of_a_fuse(fuse).items() if value is not None}


def _of_a_fuse(fuse: FoundFuse) -> dict[str, Any]:
    return {
        "fuse_a": fuse.rated_a,
        "fuse_family": fuse.family,
        "fuse_v": fuse.rated_v,
        "fuse_breaks_a": fuse.breaks_a,
        "polarised": fuse.polarised,
    }


def _for_the_inverter(survey: Survey) -> FoundFuse | None:
    """The one fuse of the inverter, where its cable is the main one."""
    mains = survey.that_counts(FoundMainCable)
    if not mains or any(_has(one.runs.lower(), "inverters?") for one in survey.that_counts(FoundCable).values()):
        return None
    fuses = [
        one for one in survey.that_counts(FoundFuse).values() if one.joins is None and _has(one.guards.lower(), "inverters?")
    ]
    return fuses[0] if len(fuses) == 1 else None


def said_of_runs(rig: Rig, survey: Survey) -> dict[str, dict[str, Any]]:
    """What a survey says of each run, by its key: cables first, and a fuse of its own goes before none said with the cable."""
    runs = dc_runs(rig)
    said: dict[str, dict[str, Any]] = {}
    for cable in survey.that_counts(FoundCable).values():
        for key in all_meant(cable, rig, runs):
            values = {name: getattr(cable, name) for name in ("conductor", "fuse_a", "insulation_c", "material", "make")}
            values["bears_a"] = cable.told_ampacity_a
            values["length"] = cable.one_way_length
            _add(said, key, values | ({"cables": cable.cables} if cable.cables > 1 else {}))
    of_main = _for_the_inverter(survey)
    for fuse in survey.that_counts(FoundFuse).values():
        if fuse is not of_main and (of_fuse := meant(fuse, rig, runs)) is not None:
            _add(said, of_fuse, _of_a_fuse(fuse))
    return said


def laid_nowhere(rig: Rig) -> list[str]:
    """Cables and fuses of an option as found that belong to no run that can be told, by their words."""
    if not rig.survey.as_found:
        return []
    runs, of_main = dc_runs(rig), _for_the_inverter(rig.survey)
    cables: list[tuple[FoundCable | FoundFuse, str]] = [(one, one.runs) for one in rig.survey.that_counts(FoundCable).values()]
    fuses = [(one, one.guards) for one in rig.survey.that_counts(FoundFuse).values() if one is not of_main]
    return [
        one.name or words or name_of_found(one)
        for one, words in (*cables, *fuses)
        if not all_meant(one, rig, runs) and not _on_the_mains(one, rig)
    ]


def _on_the_mains(one: FoundCable | FoundFuse, rig: Rig) -> bool:
    """Whether a cable is one that the AC side has a place for."""
    if not isinstance(one, FoundCable):
        return False
    which = of_the_mains(one)
    return which == "inlet" or (which == "outlets" and any(circuit.serves == "outlets" for circuit in rig.ac.circuits.values()))


def _add(said: dict[str, dict[str, Any]], key: str, values: dict[str, Any]) -> None:
    known = {name: value for name, value in values.items() if value is not None}
    if known:
        said[key] = said.get(key, {"found": True}) | known


def with_runs_found(rig: Rig, before: Rig | None = None) -> Rig:
    """The rig with what its survey says of runs; what was written by hand stays where it says as ``before``."""
    now = said_of_runs(rig, rig.survey)
    then = {} if before is None else said_of_runs(before, before.survey)
    if now == then:
        return rig
    runs = dict(rig.wiring.runs)
    for key in {**then, **now}:
        was, is_now = then.get(key, {}), now.get(key, {})
        taken_back = {name: SaidOfRun.model_fields[name].default for name in was if name not in is_now}
        changed = {name: value for name, value in is_now.items() if name not in was or was[name] != value}
        runs[key] = runs.get(key, SaidOfRun()).model_copy(update={**taken_back, **changed})
    kept = {key: one for key, one in runs.items() if one != SaidOfRun()}
    return rig.model_copy(update={"wiring": rig.wiring.model_copy(update={"runs": kept})})
