"""Questions of the AC side: what each inverter, leg, circuit and panel carries, and what goes round in a ring."""

from __future__ import annotations

from collections.abc import Mapping

from ryokan.core.ac.bearing import of_unit
from ryokan.core.ac.bonds import bonds
from ryokan.core.ac.cables import allowed_breaker
from ryokan.core.ac.circuits import breaker, running_a
from ryokan.core.ac.legs import amps_of_leg, rows_on
from ryokan.core.ac.model import Circuit, Panel
from ryokan.core.ac.panels import bus_need, neutral_of_one_phase
from ryokan.core.ac.priority import priorities
from ryokan.core.ac.rings import in_a_ring
from ryokan.core.ac.states import LEGS_OF_PART, OF_THE_NETWORK, AcStates, ac_states
from ryokan.core.ac.values import THE_INVERTER
from ryokan.core.charging.help import money_of
from ryokan.core.inverter.model import OtherInverter, UnitOnAc
from ryokan.core.loads.peak import peak, together
from ryokan.core.loads.rows import AT_BANK, MET, PLANNED, off_the_hookup
from ryokan.core.question import MONEY, question
from ryokan.core.scope import Scope
from ryokan.core.topology.modes import loops

# Loads and chargers with what each of them draws.
_WHAT_HANGS = (
    MET,
    LEGS_OF_PART,
    "charging.from_mains:charging.source.*.{input_a, rated_a}",
    "loads.row.*.running_va",
    "region.mains_v",
)


@question(
    reads=("inverter.part.transfer_a",),
    rig=("ac", "charging.inlet", "inverter", "parts.inverter", "region", "wiring"),
    writes={
        "": ("ac.panel.*.conductor", "ac.main_cable.conductor", "ac.{bonding, case_bond, case_bond_least, case_bond_main}"),
        "A": (
            "ac.inverter.*.{short_circuit_a, transfer_a}",
            "ac.main_cable.allowed_a",
            "ac.panel.*.{allowed_a, own_main_a, transfer_a}",
            "ac.{main_a, way_in_a}",
        ),
        "m": ("ac.main_way_m",),
        "°C": ("ac.main_cable.{best_insulation_c, insulation_c}", "ac.panel.*.{best_insulation_c, insulation_c}"),
    },
)
def said(scope: Scope) -> None:
    """What was said of the way in, of transfers, and of what inverters give into a short."""
    ac, inverter = scope.rig.ac, scope.rig.inverter
    if ac.main_a is not None:
        scope.given("ac.main_a", ac.main_a, "A")
    inlet = scope.rig.charging.inlet
    if (rated := [amps for amps in (inlet.cord_a, inlet.inlet_a) if amps is not None]) and ac.main_a is not None:
        scope.given("ac.way_in_a", min(rated), "A")
    if ac.main_way is not None:
        scope.given("ac.main_way_m", ac.main_way.m, "m")
    pack = scope.rig.region.code_pack
    allowed_breaker(scope, "ac.main_cable", ac.main_cable, pack)
    for id, panel in ac.panels.items():
        allowed_breaker(scope, f"ac.panel.{id}", panel, pack)
        if panel.main_a is not None:
            scope.given(f"ac.panel.{id}.own_main_a", panel.main_a, "A")
        if panel.transfer_a is not None:
            scope.given(f"ac.panel.{id}.transfer_a", panel.transfer_a, "A")
    for id, unit in {THE_INVERTER: inverter.chosen, **inverter.others}.items():
        for name in ("short_circuit_a", "transfer_a"):
            value = None if unit is None else getattr(unit, name)
            if value is not None:
                scope.given(f"ac.inverter.{id}.{name}", value, "A")
    bonds(scope, ac, inverter, scope.rig.wiring.main.conductor)
    part, by_part = scope.parts.inverter, scope.get("inverter.part.transfer_a")
    if part is not None and by_part is not None and (inverter.chosen is None or inverter.chosen.transfer_a is None):
        scope.part(f"ac.inverter.{THE_INVERTER}.transfer_a", by_part.number, "A", part)


def each_unit(scope: Scope) -> dict[str, UnitOnAc]:
    """Every inverter, that which is reckoned with first."""
    return scope.rig.inverter.units()


@question(
    reads=(
        MET,
        LEGS_OF_PART,
        "inverter.other.*.rated_w",
        "inverter.running_va",
        "loads.row.*.{running_va, running_w, start_factor, unit_w}",
    ),
    rig=OF_THE_NETWORK,
    writes={
        "VA": ("ac.inverter.*.{need_va, running_va}",),
        "W": ("ac.inverter.*.{peak_w, surge_w, worst_start_w}", "ac.inverter.*.start.*.extra_w"),
    },
    each=each_unit,
)
def of_each_unit(scope: Scope, id: str, unit: UnitOnAc) -> None:
    """What each inverter bears; that which is reckoned with has its sums under its own keys, and the running one here."""
    base = f"ac.inverter.{id}"
    if not isinstance(unit, OtherInverter):
        running = scope["inverter.running_va"]
        if running.number > 0:
            scope.compute(f"{base}.running_va", "running", "VA", running=running)
        return
    rows = off_the_hookup(of_unit(scope, scope.answer(MET), id))
    if not rows:
        return
    running = together(scope, f"{base}.running_va", "VA", rows, lambda row: row.running_va)
    peak(scope, base, rows)
    inputs = {"headroom": scope.assumption("inverter_headroom"), "volt_amps": running, "watts": scope[f"{base}.peak_w"]}
    scope.compute(f"{base}.need_va", "max(headroom × volt_amps, watts)", "VA", "practice", **inputs)
    if unit.surge_w is not None:
        scope.given(f"{base}.surge_w", unit.surge_w, "W")


@question(
    reads=_WHAT_HANGS,
    rig=OF_THE_NETWORK,
    writes={
        "A": ("ac.mode.*.{leg_1_a, leg_2_a}",),
        "VA": ("ac.load.*.leg_va", "ac.mode.*.{leg_1_va, leg_2_va}"),
    },
)
def legs(scope: Scope) -> None:
    """Amps of each leg in each mode."""
    rows = [row for row in scope.answer(MET) if row.load.feed == "ac"]
    states = ac_states(scope.rig, scope)
    for mode, state in states.states.items():
        for leg in (1, 2):
            amps_of_leg(scope, scope.rig, states, state, leg, rows, mode)


def each_circuit(scope: Scope) -> dict[str, Circuit]:
    """Every circuit."""
    return scope.rig.ac.ordered_circuits()


@question(
    reads=_WHAT_HANGS,
    rig=(*OF_THE_NETWORK, "region"),
    writes={
        "": ("ac.circuit.*.{conductor, continuous_frac, least_conductor, legs, opens_at_times}",),
        "A": ("ac.circuit.*.{allowed_a, breaker_a, continuous_a, opens_at_a, running_a}",),
        "V": ("ac.circuit.*.{allowed_drop_v, drop_v, volts_v}",),
        "VA": ("ac.circuit.*.running_va",),
        "m": ("ac.circuit.*.length_m",),
        "°C": ("ac.circuit.*.{best_insulation_c, insulation_c}",),
    },
    each=each_circuit,
)
def circuits(scope: Scope, id: str, circuit: Circuit) -> None:
    """What hangs on a circuit, and its breaker."""
    states = ac_states(scope.rig, scope)
    rows = [row for row in scope.answer(MET) if row.load.hangs_on == f"circuit:{id}"]
    chargers = [one for one, charger in scope.rig.charging.chargers.items() if charger.hangs_on == f"circuit:{id}"]
    running_a(scope, id, states, rows, chargers)
    breaker(scope, id, circuit, scope.rig.region)


def each_panel(scope: Scope) -> dict[str, Panel]:
    """Every panel."""
    return scope.rig.ac.ordered_panels()


@question(
    reads=(MET, LEGS_OF_PART, "inverter.other.*.rated_w", "inverter.rated_w", "loads.row.*.running_va", "region.mains_v"),
    rig=OF_THE_NETWORK,
    writes={
        "A": ("ac.panel.*.{bus_a, bus_need_a, main_a, neutral_a}",),
        "VA": ("ac.panel.*.neutral_va",),
        "": ("ac.panel.*.assist_legs",),
    },
    each=each_panel,
)
def panels(scope: Scope, id: str, panel: Panel) -> None:
    """What the neutral and the bus of a panel carry, where its feeds make them carry more than a breaker lets through."""
    states = ac_states(scope.rig, scope)
    if panel.bus_a is not None:
        scope.given(f"ac.panel.{id}.bus_a", panel.bus_a, "A")
    neutral_of_one_phase(scope, id, panel, scope.rig, states, rows_on(scope.rig, scope.answer(MET), id))
    bus_need(scope, id, panel, scope.rig, states)


def each_ring(scope: Scope) -> Mapping[str, tuple[str, ...]]:
    """Chargers that an inverter feeds from the bank that they fill, with the modes."""
    return rings_of(ac_states(scope.rig, scope))


def rings_of(states: AcStates) -> dict[str, tuple[str, ...]]:
    """The same of a network."""
    return {id: tuple(modes) for id, modes in loops(states.network, states.states.values()).items()}


@question(
    reads=(
        LEGS_OF_PART,
        "charging.from_mains:charging.source.*.{input_w, output_a}",
        "inverter.other.*.rated_w",
        "inverter.rated_w",
        "storage.charge_v",
    ),
    rig=OF_THE_NETWORK,
    writes={"W": ("ac.loop.*.{lost_w, returned_w, taken_w}",)},
    each=each_ring,
)
def rings(scope: Scope, id: str, modes: tuple[str, ...]) -> None:
    """What goes out of the bank and back into it in a ring."""
    in_a_ring(scope, id, ac_states(scope.rig, scope))


@question(
    reads=(
        AT_BANK,
        PLANNED,
        "brief.budget",
        "loads.mean_wh_per_day_at_bank",
        "loads.planned_at_bank:loads.row.*.wh_at_bank",
        "loads.row.*.{unit_w, wh_per_day}",
        "loads.steady_at_bank:loads.row.*.wh_at_bank",
        "parts.{battery, inverter}.price",
        "solar.have_wh_per_day",
        "storage.{bank_wh, usable_wh}",
    ),
    rig=("stays", "storage"),
    writes={
        "": ("ac.priority.*.cycles_frac",),
        "Wh": (
            "ac.priority.*.{bank_wh_per_day, grid_wh_per_day}",
            "ac.priority.{ac_at_bank_wh, ac_wh, large_at_bank_wh, large_wh, sun_wh}",
        ),
        MONEY: ("ac.priority.*.{cost_per_day, grid_per_day, wear_per_day}",),
    },
)
def priority(scope: Scope) -> None:
    """What runs the loads on a hookup, where the journey has any."""
    if any(stay.hookup != "none" for stay in scope.rig.stays.values()):
        priorities(scope, scope.rig.storage.chemistry, scope.answer(PLANNED), scope.answer(AT_BANK), money_of(scope))


QUESTIONS = (said, of_each_unit, legs, circuits, panels, rings, priority)
