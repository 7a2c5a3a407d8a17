"""Rules of the AC side: what feeds what, what goes in a ring, what a leg, a bus and a transfer bear."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Any

from ryokan.core.ac import rules_of_earth, rules_of_protection  # noqa: F401  registers them
from ryokan.core.ac.model import Circuit, Feed, Panel
from ryokan.core.ac.questions import rings_of
from ryokan.core.ac.states import AcStates, ac_states
from ryokan.core.ac.things import (
    by_pack,
    each_charger,
    each_hung_load,
    each_other_unit,
    each_panel,
    name_of_circuit,
    name_of_source,
)
from ryokan.core.ac.values import INLET
from ryokan.core.charging.model import Charger
from ryokan.core.figure import Sheet
from ryokan.core.findings.model import Fix, Thing, Trouble, replace, rule
from ryokan.core.inverter.model import OtherInverter
from ryokan.core.loads.model import Load
from ryokan.core.rig import Rig
from ryokan.core.subjects import subject_of
from ryokan.core.topology.modes import AWAY, State

SLACK = 1e-9


@rule("ac.loop", "fault", "practice", each=each_charger)
def loop(rig: Rig, sheet: Sheet, one: tuple[str, Charger]) -> Trouble | None:
    """An inverter feeds a charger from the bank that it fills: the bank empties itself through both."""
    id, charger = one
    modes = rings_of(ac_states(rig, sheet)).get(id)
    if not modes:
        return None
    cures = _cures(rig, f"/charging/chargers/{id}/hangs_on", charger.hangs_on)
    figures = {name: sheet.get(f"ac.loop.{id}.{name}_w") for name in ("taken", "returned", "lost")}
    known = {name: figure for name, figure in figures.items() if figure is not None}
    variant = "" if known else "unrated"
    if "hookup" in modes:
        variant = "on_hookups" if known else "on_hookups_unrated"
    return Trouble(figures=known, variant=variant, fix=cures[0] if cures else None, other_fixes=tuple(cures[1:]))


def _cures(rig: Rig, member: str, hangs_on: str | None) -> list[Fix]:
    """A relay that lets go, an outlet of the hookup's own, or a breaker that is put off by hand and stands on the card."""
    family, _, circuit = (hangs_on or "").partition(":")
    found: list[Fix] = []
    if family == "circuit" and circuit in rig.ac.circuits:
        found.append(Fix("ac.let_go_by_relay", replace(f"/ac/circuits/{circuit}/when_away", "relay")))
    outlet = _outlet_of_the_hookup(rig, member)
    if outlet is not None:
        found.append(outlet)
    if family == "circuit" and circuit in rig.ac.circuits:
        found.append(Fix("ac.breaker_off_away", replace(f"/ac/circuits/{circuit}/when_away", "off")))
    return found


def _outlet_of_the_hookup(rig: Rig, member: str) -> Fix | None:
    """A circuit that the inlet alone feeds: one that is there and free of loads, else a new one on a panel of the inlet's."""
    alone = [id for id, panel in rig.ac.ordered_panels().items() if [feed.source for feed in panel.feeds.values()] == [INLET]]
    patch: list[Mapping[str, Any]] = []
    if alone:
        panel = alone[0]
    else:
        panel = _free_id(rig.ac.panels, "hookup")
        added = Panel(name="hookup only", legs=1, position=99, feeds={"inlet": Feed(source=INLET)})
        patch.append({"op": "add", "path": f"/ac/panels/{panel}", "value": added.model_dump(mode="json")})
    circuit = _free_id(rig.ac.circuits, "charger")
    outlet = Circuit(name="hookup outlet", panel=panel, position=99, serves="outlets")
    patch.append({"op": "add", "path": f"/ac/circuits/{circuit}", "value": outlet.model_dump(mode="json")})
    patch.append({"op": "add", "path": member, "value": f"circuit:{circuit}"})
    return Fix("ac.outlet_of_its_own", tuple(patch))


def _free_id(things: Mapping[str, Any], stem: str) -> str:
    number = 1
    while (id := stem if number == 1 else f"{stem}-{number}") in things:
        number += 1
    return id


@rule("ac.automatic_on_inverter", "fault", "practice", each=each_hung_load)
def automatic_on_inverter(rig: Rig, sheet: Sheet, one: tuple[str, Load]) -> Trouble | None:
    """What goes over to AC by itself and is meant for hookups hangs on an output that the inverter feeds."""
    id, load = one
    if load.automatic != "yes" or load.when != "shore":
        return None
    states = ac_states(rig, sheet)
    if not any(state.sources_of(f"load:{id}") & state.inverting for state in states.away):
        return None
    cures = _cures(rig, f"/loads/{id}/hangs_on", load.hangs_on)
    draws = sheet.get(f"loads.row.{id}.running_w")
    figures = {} if draws is None else {"draws": draws}
    return Trouble(
        figures=figures,
        variant="" if figures else "unmet",
        fix=cures[0] if cures else None,
        other_fixes=tuple(cures[1:]),
    )


@rule("ac.two_sources", "danger", "nec_551_sources", each=each_panel)
def two_sources(rig: Rig, sheet: Sheet, one: tuple[str, Panel]) -> Trouble | None:
    """Several sources reach a panel with nothing that opens one before it closes the other."""
    id, panel = one
    bare = panel.transfer == "none" or (panel.transfer in ("switch", "relay") and panel.interlock == "none")
    sources = {feed.source for feed in panel.feeds.values()}
    if not bare or len(sources) < 2 or _made_for_one_another(rig, sources) or _a_leg_each(panel):
        return None
    source = by_pack(rig, na_vehicle="nec_551_sources", na_marine="abyc_e11_ac", international="iec_60364_5_55")
    base = f"/ac/panels/{id}"
    fix = Fix(
        "ac.interlock_sources",
        (
            *(replace(f"{base}/transfer", "switch") if panel.transfer == "none" else ()),
            *replace(f"{base}/interlock", "fitted"),
        ),
    )
    names = " and ".join(sorted(name_of_source(rig, source) for source in sources))
    pins = INLET in sources and any(source.startswith("inverter:") for source in sources)
    return Trouble(words={"sources": names}, source=source, fix=fix, variant="pins" if pins else "")


def _made_for_one_another(rig: Rig, sources: set[str]) -> bool:
    units = {f"inverter:{id}": unit for id, unit in rig.inverter.units().items()}
    return all(source in units and units[source].made_for_parallel == "yes" for source in sources)


def _a_leg_each(panel: Panel) -> bool:
    """Whether its feeds are inverters with a leg each: they never meet."""
    kinds = {feed.source.partition(":")[0] for feed in panel.feeds.values()}
    legs = [feed.onto for feed in panel.feeds.values()]
    return kinds == {"inverter"} and len(set(legs)) == len(legs) and set(legs) <= {"first", "second"}


def _lacks_a_leg(states: AcStates, id: str) -> tuple[State, int] | None:
    """A mode in which a panel of two legs has one, with the leg that is dead."""
    for state in states.states.values():
        live = state.live.get(f"panel:{id}", {})
        if len(live) == 1:
            return state, 2 if 1 in live else 1
    return None


@rule("ac.half_dead", "fault", "nec_551_legs", each=each_panel)
def half_dead(rig: Rig, sheet: Sheet, one: tuple[str, Panel]) -> Trouble | None:
    """A panel has two legs and what feeds it reaches one: half of it is dead, with what is wanted on it."""
    id, panel = one
    if panel.legs != 2:
        return None
    lacks = _lacks_a_leg(ac_states(rig, sheet), id)
    if lacks is None:
        return None
    state, dead = lacks
    wanted = {"second", "both"} if dead == 2 else {None, "first", "both"}
    on_it = {one for one, circuit in rig.ac.circuits.items() if circuit.panel == id and circuit.leg in wanted}
    if on_it and all(_rests(rig, one, state) for one in on_it):
        return None
    names = ", ".join(name_of_circuit(rig, one) for one in rig.ac.ordered_circuits() if one in on_it)
    return Trouble(
        words={"circuits": names},
        measures={"leg": str(dead)},
        variant=("away" if state.mode in AWAY else "fed") + ("" if on_it else "_bare"),
    )


def _rests(rig: Rig, circuit: str, state: State) -> bool:
    """Whether all that hangs on a circuit is there with a hookup alone, while that is away."""
    loads = [load for load in rig.active_loads().values() if load.hangs_on == f"circuit:{circuit}"]
    chargers = [one for one in rig.charging.chargers.values() if one.hangs_on == f"circuit:{circuit}"]
    if state.mode not in AWAY or not (loads or chargers):
        return False
    return all(load.when == "shore" for load in loads)


@rule("ac.shared_neutral", "danger", "physics", each=each_panel)
def shared_neutral(rig: Rig, sheet: Sheet, one: tuple[str, Panel]) -> Trouble | None:
    """One phase stands on both legs, and circuits of both share a neutral: it carries their sum."""
    id, panel = one
    if panel.legs != 2 or panel.shared_neutral != "yes":
        return None
    bridged = {feed_id for feed_id, feed in panel.feeds.items() if feed.onto == "bridged"}
    states = ac_states(rig, sheet).states.values()
    if not any(run.id in bridged and run.head[0] == f"panel:{id}" for state in states for run in state.closed):
        return None
    carries = sheet.get(f"ac.panel.{id}.neutral_a")
    return Trouble(figures={} if carries is None else {"carries": carries}, variant="" if carries is not None else "unloaded")


@rule("ac.bus_small", "fault", "practice", worse=("need", "bus"), each=each_panel)
def bus_small(rig: Rig, sheet: Sheet, one: tuple[str, Panel]) -> Trouble | None:
    """An inverter adds to the supply, and the bus behind both bears less than they give together."""
    need, bus = (sheet.get(f"ac.panel.{one[0]}.{name}") for name in ("bus_need_a", "bus_a"))
    if need is None or bus is None or need.number <= bus.number * (1 + SLACK):
        return None
    return Trouble(figures={"need": need, "bus": bus})


def _transfers(rig: Rig, sheet: Sheet) -> list[Thing[str]]:
    """Every transfer that the inlet reaches, by the keys of its figures."""
    units = [
        Thing(subject_of(("inverter", id)), thing.name, f"ac.inverter.{id}")
        for thing in _units_of_inlet(rig)
        for id in [thing.item]
    ]
    panels = [
        Thing(thing.subject, thing.name, f"ac.panel.{thing.item[0]}")
        for thing in each_panel(rig, sheet)
        if any(feed.source == INLET for feed in thing.item[1].feeds.values())
    ]
    return [*units, *panels]


def _units_of_inlet(rig: Rig) -> Sequence[Thing[str]]:
    return [
        Thing(subject_of(("inverter", id)), name_of_source(rig, f"inverter:{id}"), id)
        for id, unit in rig.inverter.units().items()
        if unit.ac_in == INLET
    ]


@rule("ac.transfer_small", "fault", "practice", worse=("main", "bears"), each=_transfers)
def transfer_small(rig: Rig, sheet: Sheet, base: str) -> Trouble | None:
    """The breaker before a transfer lets more through than the transfer bears."""
    main, bears = sheet.get("ac.main_a"), sheet.get(f"{base}.transfer_a")
    if main is None or bears is None or main.number <= bears.number * (1 + SLACK):
        return None
    return Trouble(figures={"main": main, "bears": bears})


@rule("ac.unit_short", "fault", "physics", worse=("running", "have"), each=each_other_unit)
def unit_short(rig: Rig, sheet: Sheet, one: tuple[str, OtherInverter]) -> Trouble | None:
    """What hangs on an inverter beside the other and can run together is more than it gives."""
    running, have = sheet.get(f"ac.inverter.{one[0]}.peak_w"), sheet.get(f"inverter.other.{one[0]}.rated_w")
    if running is None or have is None or running.number <= have.number * (1 + SLACK):
        return None
    return Trouble(figures={"running": running, "have": have})


@rule("ac.unit_little_in_hand", "advice", "practice", worse=("need", "have"), each=each_other_unit)
def unit_little_in_hand(rig: Rig, sheet: Sheet, one: tuple[str, OtherInverter]) -> Trouble | None:
    """An inverter beside the other bears what hangs on it, with less in hand than is usual."""
    base = f"ac.inverter.{one[0]}"
    need, running, have = (sheet.get(key) for key in (f"{base}.need_va", f"{base}.peak_w", f"inverter.other.{one[0]}.rated_w"))
    if need is None or running is None or have is None or running.number > have.number * (1 + SLACK):
        return None
    if need.number <= have.number * (1 + SLACK):
        return None
    return Trouble(figures={"need": need, "have": have, "running": running})


@rule("ac.unit_surge_short", "fault", "practice", worse=("need", "have"), each=each_other_unit)
def unit_surge_short(rig: Rig, sheet: Sheet, one: tuple[str, OtherInverter]) -> Trouble | None:
    """The worst start on an inverter beside the other is above what it is said to give for a moment."""
    need, have = (sheet.get(f"ac.inverter.{one[0]}.{name}") for name in ("worst_start_w", "surge_w"))
    if need is None or have is None or need.number <= have.number * (1 + SLACK):
        return None
    return Trouble(figures={"need": need, "have": have})


@rule("ac.ring", "fault", "practice")
def ring(rig: Rig, sheet: Sheet) -> Trouble | None:
    """Panels feed one another in a ring, or an inverter takes in what it gives itself."""
    void = ac_states(rig, sheet).network.void
    if not void:
        return None
    ends = sorted({end for run in void for end in (run.tail[0], run.head[0])})
    units = [end for end in ends if end.startswith("inverter:")]
    names = " and ".join(name_of_source(rig, one) for one in (units or ends))
    return Trouble(words={"names": names}, variant="inverter" if units else "")


@rule("ac.never_fed", "fault", "practice", each=each_hung_load)
def never_fed(rig: Rig, sheet: Sheet, one: tuple[str, Load]) -> Trouble | None:
    """A load hangs on a circuit whose panel nothing feeds in any mode, though it has feeds."""
    id, load = one
    states = ac_states(rig, sheet)
    circuit = rig.ac.circuits.get((load.hangs_on or "").removeprefix("circuit:"))
    panel = None if circuit is None else rig.ac.panels.get(circuit.panel or "")
    if panel is None or not panel.feeds or any(state.live.get(f"load:{id}") for state in states.states.values()):
        return None
    return Trouble()
