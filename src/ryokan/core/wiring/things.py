"""The runs of the DC side with all that was said of each, as questions and rules look at them."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Mapping
from dataclasses import dataclass
from typing import Any, TypeAlias, cast

from ryokan.core.ac.things import name_of_charger, name_of_unit
from ryokan.core.ac.values import THE_INVERTER
from ryokan.core.figure import Figure, Sheet
from ryokan.core.findings.model import Thing
from ryokan.core.loads.rows import on_the_hookup_alone
from ryokan.core.quantities import Length
from ryokan.core.question import Answer
from ryokan.core.rig import Rig
from ryokan.core.scope import Scope
from ryokan.core.subjects import subject_of
from ryokan.core.topology.dc import BANK, CHARGE_BUS, EQUAL_LEADS, MAIN, THE_MAIN_RUN, DcRun, dc_runs
from ryokan.core.vehicle import CodePack
from ryokan.core.wiring.identity import id_of_run
from ryokan.core.wiring.kinds import InsulationC, Material
from ryokan.core.wiring.model import CableOfRun, FuseOfRun, FuseSchool, Route, SaidOfRun

# What the runs are derived from: a question that looks at them declares these parts of the rig.
OF_THE_RUNS = (
    "charging", "inverter", "loads", "region", "solar", "space.compartments", "storage.bank", "storage.chemistry",
    "storage.compartment", "storage.custom", "storage.others", "storage.take_off", "survey", "wiring",
)  # fmt: skip
# What hangs on these stops early or counts, so that they lose little; every other may lose more. (ABYC E-11, from memory)
CRITICAL_GROUPS = frozenset({"computing", "medical", "navigation", "refrigeration", "standing", "water"})
NOTHING_SAID = SaidOfRun()
MAIN_BASE = "wiring.main"
SHARED_WITH_MAIN = (*CableOfRun.model_fields, *FuseOfRun.model_fields)  # what can be said of the main run as of any other
OWN_OF_A_WAY = ("conductor", "length")


Point: TypeAlias = tuple[float, float, float]


@dataclass(frozen=True, slots=True)
class Places:
    """Middles of the compartments that the ends of a run stand in, and of the one that its way passes. [m]"""

    tail_m: Point
    head_m: Point
    through_m: Point | None = None


@dataclass(frozen=True, slots=True)
class RunOf:
    """A run, what was said of it, and what of the rig decides over it."""

    run: DcRun
    id: str
    said: SaidOfRun
    route: Route | None
    found: bool  # it lies there: what nobody said of it is not known
    code_pack: CodePack
    laid_insulation_c: InsulationC
    critical: bool  # whether its drop is held against the lesser class
    school: FuseSchool  # how far its fuse may be above what its cable bears
    base: str  # what the keys of its figures begin with
    behind: str  # the same of the run before it; empty where there is none
    own_length: Length | None = None  # of a way from an alternator, as it stands with that way
    own_conductor: str | None = None
    feeds: tuple[tuple[str, str], ...] = ()  # of the charge bus: kind and thing of each run that is on it
    ashore: frozenset[str] = frozenset()  # of a panel: loads that run on a hookup alone
    guards: tuple[str, ...] = ()  # of links: what the keys of further runs begin with whose fuses they meet
    beside_strings: tuple[str, ...] = ()  # of the lead of a string of panels: those that meet it in its box
    string_fuse_a: float | str | None = None
    equal_leads: bool = False  # of links between strings: each has a lead of its own to common posts
    places: Places | None = None  # of its two ends, where they stand in compartments apart
    beside_v: float | None = None  # class of the bank beside that it leads to, where somebody said it

    @property
    def length(self) -> Length | None:
        """Its one-way length as measured; None: nobody did."""
        return self.said.length or self.own_length

    @property
    def conductor(self) -> str | None:
        """Its stock size as chosen or found."""
        return self.said.conductor or self.own_conductor

    @property
    def insulation_c(self) -> InsulationC | None:
        """What its insulation bears; None: nobody knows. [°C]"""
        return self.said.insulation_c or (None if self.found else self.laid_insulation_c)

    @property
    def material(self) -> Material | None:
        """What it is made of; None: nobody knows."""
        return self.said.material or (None if self.found else "copper")

    @property
    def is_fused(self) -> bool:
        """Whether it asks for a fuse of its own.

        What panels feed bears their current, and their strings have fuses; a link within the bank has that of its string.
        """
        return self.run.kind not in ("array", "pv_lead", "link")

    @property
    def says_something(self) -> bool:
        """Whether anything is known of it beyond where it goes."""
        return self.own_conductor is not None or self.said is not NOTHING_SAID


# Every run with its subject and its name, the main run first. Only where this comes out otherwise is a run judged anew.
EVERY_RUN: Answer[tuple[Thing[RunOf], ...]] = Answer("wiring.every_run")


def every_run(rig: Rig) -> tuple[Thing[RunOf], ...]:
    """What :data:`EVERY_RUN` answers."""
    return tuple(_thing(rig, one) for one in (the_main_run(rig), *runs_of(rig).values()))


def runs_of(rig: Rig) -> dict[str, RunOf]:
    """Every run but the main one by its id, what feeds others before them."""
    found: dict[str, RunOf] = {}
    runs, wiring, as_found = dc_runs(rig), rig.wiring, rig.survey.as_found
    for key, run in runs.items():
        said = wiring.runs.get(key, NOTHING_SAID)
        way = rig.charging.paths[run.thing] if run.kind == "way_in" else None
        id = id_of_run(key, wiring.numbers)
        behind = f"run.{id_of_run(run.behind, wiring.numbers)}" if run.behind in runs else run.behind
        found[id] = RunOf(
            run,
            id,
            said,
            wiring.routes.get(said.route or ""),
            as_found or said.found,
            rig.region.code_pack,
            wiring.insulation_c,
            _is_critical(rig, run),
            school_of(wiring.fuse_school, run),
            f"wiring.run.{id}",
            f"wiring.{behind}" if behind else "",
            None if way is None else way.length,
            None if way is None else way.conductor,
            places=_places(rig, run, wiring.routes.get(said.route or "")),
            **_of_its_kind(rig, run, runs),
        )
    return found


def _of_its_kind(rig: Rig, run: DcRun, runs: Mapping[str, DcRun]) -> dict[str, Any]:
    """What is asked of a run of some kinds alone, by member of :class:`RunOf`."""
    match run.kind:
        case "charge":
            return {"feeds": tuple((other.kind, other.thing) for other in runs.values() if other.behind == run.key)}
        case "panel":
            on_it = (*run.loads, *run.converted)
            return {"ashore": frozenset(id for id in on_it if on_the_hookup_alone(rig.loads[id]))}
        case "pv_lead":
            array = next(one for one in rig.solar.arrays.values() if run.thing in one.strings)
            fuse_a = array.strings[run.thing].fuse_a
            return {"beside_strings": tuple(one for one in array.strings if one != run.thing), "string_fuse_a": fuse_a}
        case "link":
            at_the_bank = [key for key, other in runs.items() if other.kind == "inverter" and not other.behind]
            guards = tuple(f"wiring.run.{id_of_run(key, rig.wiring.numbers)}" for key in at_the_bank)
            return {"guards": guards, "equal_leads": rig.storage.take_off in EQUAL_LEADS}
        case "way_out" | "way_in" | "charger" if run.beside in rig.storage.others:
            return {"beside_v": rig.storage.others[run.beside].volts}
        case _:
            return {}


# What stands with the bank until somebody says otherwise.
WITH_THE_BANK = ("bank", "bus", "charge", "panel", "stepdown")


def where_it_stands(rig: Rig, owner: str) -> str | None:
    """The compartment of what terminals belong to: as said of it, else of bank and inverter their own; None: not known."""
    if (said := rig.wiring.stands.get(owner)) is not None:
        return said
    if owner == f"inverter:{THE_INVERTER}":
        return rig.inverter.compartment
    return rig.storage.compartment if owner in WITH_THE_BANK else None


def owners_of(rig: Rig, runs: Iterable[DcRun]) -> dict[str, str]:
    """What stands at the ends of runs, by owner of terminals, with what people call it.

    Where the bank and the inverter stand is said with them.
    """
    found = {"bus": "the bus"}
    for run in runs:
        tail, head = (end.rpartition(".")[0] for end in (run.tail, run.head))
        name = name_of_run(rig, run)
        if tail.startswith(("alternator", "array")):
            found.setdefault(tail, name.partition(" to ")[0])
        if run.kind not in ("string", "link"):
            found.setdefault(head, name.partition(" to ")[2])
    return {owner: name for owner, name in found.items() if owner not in ("bank", f"inverter:{THE_INVERTER}")}


def _places(rig: Rig, run: DcRun, route: Route | None) -> Places | None:
    boxes = rig.space.compartments
    if not boxes:
        return None
    tail, head = (where_it_stands(rig, end.rpartition(".")[0]) for end in (run.tail, run.head))
    if tail is None or head is None or tail == head or tail not in boxes or head not in boxes:
        return None
    through = None if route is None else boxes.get(route.through or "")
    return Places(boxes[tail].middle_m, boxes[head].middle_m, None if through is None else through.middle_m)


def the_main_run(rig: Rig) -> RunOf:
    """The main run, as the rules look at it that judge every run alike."""
    main = rig.wiring.main
    said = SaidOfRun.model_construct(**{name: getattr(main, name) for name in SHARED_WITH_MAIN})
    return RunOf(
        THE_MAIN_RUN, MAIN, said, None, rig.survey.as_found, rig.region.code_pack, rig.wiring.insulation_c, True,
        school_of(rig.wiring.fuse_school, THE_MAIN_RUN), MAIN_BASE, "", main.one_way_length,
    )  # fmt: skip


def school_of(school: FuseSchool, run: DcRun) -> FuseSchool:
    """The school as it counts for a run: half more is for branches alone. (ABYC E-11)"""
    return "ampacity" if school == "half_more" and run.kind not in ("branch", "circuit", "step_down") else school


def _is_critical(rig: Rig, run: DcRun) -> bool:
    if run.kind not in ("branch", "circuit"):
        return True
    loads = [rig.loads[id] for id in (run.loads or (run.thing,))]
    return any(load.importance == "must" or load.group in CRITICAL_GROUPS for load in loads)


def each_run(rig: Rig, sheet: Sheet) -> list[Thing[RunOf]]:
    """Every run but the main one, by what it joins."""
    return [one for one in _every(sheet) if one.item.run is not THE_MAIN_RUN]


def each_said(rig: Rig, sheet: Sheet) -> list[Thing[RunOf]]:
    """Every run of which somebody said something: the others are as the method asks for them."""
    return [one for one in _every(sheet) if one.item.run is not THE_MAIN_RUN and one.item.says_something]


def each_said_and_main(rig: Rig, sheet: Sheet) -> list[Thing[RunOf]]:
    """As :func:`each_said`, the main run before them: for what no rule of its own judges."""
    return [one for one in _every(sheet) if one.item.run is THE_MAIN_RUN or one.item.says_something]


def each_run_and_main(rig: Rig, sheet: Sheet) -> list[Thing[RunOf]]:
    """Every run, the main one first."""
    return list(_every(sheet))


def _every(sheet: Sheet) -> tuple[Thing[RunOf], ...]:
    return cast(Scope, sheet).answer(EVERY_RUN)


def is_backed_up(one: RunOf, every: Iterable[RunOf], get: Callable[[str], Figure | None]) -> bool:
    """Whether a fuse nearer to the bank breaks the fault current where it sits, so that this one need not.

    (ABYC E-11 lets a fuse back up a breaker, from memory; of fuses common practice)
    """
    by_base = {other.base: other for other in every}
    before = by_base.get(one.behind)
    while before is not None:
        said, fault = before.said, get(f"{before.base}.fault_high_a")
        known = isinstance(said.fuse_a, float | int) and said.fuse_breaks_a is not None and said.fuse_family != "breaker"
        if known and fault is not None and (said.fuse_breaks_a or 0) >= fault.number:
            return True
        before = by_base.get(before.behind)
    return False


def place_of(one: RunOf, member: str) -> str:
    """Pointer to where a member of a run stands in the document: of a way from an alternator its own, until the run says it."""
    if one.run is THE_MAIN_RUN:
        return f"/wiring/main/{'one_way_length' if member == 'length' else member}"
    if one.run.kind == "way_in" and member in OWN_OF_A_WAY and getattr(one.said, member) is None:
        return f"/charging/paths/{one.run.thing}/{member}"
    return f"/wiring/runs/{one.run.key}/{member}"


def _thing(rig: Rig, one: RunOf) -> Thing[RunOf]:
    return Thing(subject_of(("run", one.id)), name_of_run(rig, one.run), one)


def name_of_run(rig: Rig, run: DcRun) -> str:
    """What a run is called: from where, and what it leads to."""
    solar, thing = rig.solar, run.thing
    match run.kind:
        case "main":
            return "bank to bus"
        case "string":
            return f"string {_number_of_string(rig, thing)} to the bank's post"
        case "link" if not thing:
            return "leads of the strings to the posts" if rig.storage.take_off in EQUAL_LEADS else "links between the strings"
        case "link":
            return f"links within string {_number_of_string(rig, thing)}" if run.alike > 1 else "links between the units"
        case "charge":
            return "bank to the charge bus"
        case "pv_lead":
            array = next(id for id, one in solar.arrays.items() if thing in one.strings)
            number = list(solar.arrays[array].ordered()).index(thing) + 1
            return (
                f"string {number} of {solar.arrays[array].name or _numbered(solar.ordered_arrays(), array, 'array')} to its box"
            )
        case "inverter":
            return f"{_where_from(rig, run)} to {name_of_unit(rig, thing)}"
        case "controller":
            name = solar.controllers[thing].name or _numbered(solar.ordered_controllers(), thing, "controller")
            return f"{_where_from(rig, run)} to {name}"
        case "array":
            return f"{solar.arrays[thing].name or _numbered(solar.ordered_arrays(), thing, 'array')} to its controller"
        case "way_out":
            return f"{_where_from(rig, run)} to {name_of_way(rig, thing)}"
        case "way_in":
            return f"alternator to {name_of_way(rig, thing)}"
        case "charger":
            return f"{_where_from(rig, run)} to {name_of_charger(rig, thing)}"
        case "panel":
            return "bus to the DC panel"
        case "step_down":
            return "DC panel to the step-down converter"
        case "circuit":
            return f"DC panel to {rig.wiring.circuits[thing].name}"
        case "branch":
            return f"DC panel to {rig.loads[thing].name}"


def _where_from(rig: Rig, run: DcRun) -> str:
    """What a run begins at that may begin at several."""
    if run.beside:
        other = rig.storage.others.get(run.beside)
        return (other.name if other else "") or "the bank beside"
    return {BANK: "bank", CHARGE_BUS: "charge bus"}.get(run.tail, "bus")


def _number_of_string(rig: Rig, id: str) -> str:
    strings = list(rig.storage.bank.ordered_strings()) if rig.storage.bank is not None else []
    return str(strings.index(id) + 1) if id in strings else id


def name_of_way(rig: Rig, id: str) -> str:
    """What the device between an alternator and the bank is called."""
    path = rig.charging.paths[id]
    usual = "the DC-DC charger" if path.kind in ("dcdc", "manager", None) else "the relay"
    return path.name or (usual if len(rig.charging.paths) == 1 else _numbered(rig.charging.ordered_paths(), id, usual))


def _numbered(things: Mapping[str, object], id: str, usual: str) -> str:
    return usual if len(things) == 1 else f"{usual} {list(things).index(id) + 1}"
