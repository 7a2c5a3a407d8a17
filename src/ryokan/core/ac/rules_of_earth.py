"""Rules of neutral and earth: where they meet in each mode, and what cannot trip where they do not."""

from __future__ import annotations

from collections.abc import Iterator

from ryokan.core.ac.bonds import place_in_stock
from ryokan.core.ac.model import Circuit
from ryokan.core.ac.states import AcStates, ac_states, in_a_building
from ryokan.core.ac.things import by_pack, each_circuit, each_unit, name_of_source
from ryokan.core.ac.values import INLET
from ryokan.core.figure import Sheet
from ryokan.core.findings.model import Fix, Thing, Trouble, replace, rule
from ryokan.core.inverter.model import UnitOnAc
from ryokan.core.rig import Rig
from ryokan.core.subjects import subject_of
from ryokan.core.topology.modes import Neutral, State
from ryokan.core.vehicle import BOATS

BOND = {"na_vehicle": "nec_551_bond", "na_marine": "abyc_e11_ac", "international": "iec_60364_5_55"}
_ITS_FAMILY = {"transformer": ("inlet", "transformer")}


def _is_ashore(rig: Rig, place: str) -> bool:
    """Whether a bond is that of the supply: ashore, or in the panel of a building that its mains feed."""
    if place == "shore":
        return True
    panel = rig.ac.panels.get(place.removeprefix("panel:")) if place.startswith("panel:") else None
    return panel is not None and panel.place == "building" and any(feed.source == INLET for feed in panel.feeds.values())


def _is_used(state: State, neutral: Neutral) -> bool:
    """Whether current flows on these neutrals in that mode: something live stands on them."""
    return any(state.live.get(node) for node in neutral.nodes)


def _doubled(rig: Rig, states: AcStates) -> dict[str, tuple[State, tuple[str, ...]]]:
    """Bonds on board that stand beside another one in a mode, with the mode and the others."""
    found: dict[str, tuple[State, tuple[str, ...]]] = {}
    for state in states.states.values():
        for neutral in state.neutrals:
            aboard = [place for place in neutral.closed if not _is_ashore(rig, place)]
            ashore = [place for place in neutral.closed if _is_ashore(rig, place)]
            if not _is_used(state, neutral) or len(aboard) + bool(ashore) < 2:
                continue
            for place in aboard:
                others = tuple(one for one in (*ashore[:1], *aboard) if one != place)
                found.setdefault(place, (state, others))
    return found


def _doubled_bonds(rig: Rig, sheet: Sheet) -> Iterator[Thing[tuple[str, State, tuple[str, ...]]]]:
    for place, (state, others) in sorted(_doubled(rig, ac_states(rig, sheet)).items()):
        family, _, id = place.partition(":")
        subject = subject_of(_ITS_FAMILY.get(place, (family, id)))
        yield Thing(subject, name_of_source(rig, place), (place, state, others))


@rule("ac.bond_doubled", "danger", "nec_551_bond", each=_doubled_bonds)
def bond_doubled(rig: Rig, sheet: Sheet, one: tuple[str, State, tuple[str, ...]]) -> Trouble | None:
    """Neutral and earth meet on board while they meet elsewhere too: the earth carries part of every current."""
    place, state, others = one
    family, _, id = place.partition(":")
    fixes: list[Fix] = []
    if family == "inverter":
        member = "/inverter/bond" if id == "main" else f"/inverter/others/{id}/bond"
        if rig.inverter.units()[id].bond == "fixed":
            fixes.append(Fix("ac.bond_by_relay", replace(member, "relay")))
    through = [
        panel_id
        for panel_id, panel in rig.ac.ordered_panels().items()
        if panel.neutral_switched == "no" and any(feed.source == place for feed in panel.feeds.values())
    ]
    fixes += [Fix("ac.switch_the_neutral", replace(f"/ac/panels/{one}/neutral_switched", "yes")) for one in through[:1]]
    if family == "panel":
        fixes.append(Fix("ac.part_neutral_and_earth", replace(f"/ac/panels/{id}/bond", "apart")))
    return Trouble(
        words={"others": " and ".join(name_of_source(rig, other) for other in others)},
        source=by_pack(rig, **BOND),
        variant={"hookup": "hookup", "generator": "generator"}.get(state.mode, ""),
        fix=fixes[0] if fixes else None,
        other_fixes=tuple(fixes[1:]),
    )


def _unbonded(state: State, node: str) -> bool:
    """Whether a thing is live on neutrals that meet earth nowhere, by what was said of every place where they could."""
    neutral = state.neutral_of(node)
    return (
        bool(state.live.get(node)) and neutral is not None and not neutral.closed and not neutral.unsaid and bool(neutral.bonds)
    )


def has_rcd(rcd: str | None) -> bool:
    """Whether there is a residual-current device, of whatever type."""
    return rcd not in (None, "none")


@rule("ac.rcd_cannot_trip", "danger", "iec_60364_4_41", each=each_circuit)
def rcd_cannot_trip(rig: Rig, sheet: Sheet, one: tuple[str, Circuit]) -> Trouble | None:
    """A residual-current device stands behind a source whose neutral meets earth nowhere: no fault current can return."""
    id, circuit = one
    if not has_rcd(circuit.rcd):
        return None
    for state in ac_states(rig, sheet).states.values():
        if state.live.get(f"circuit:{id}") and _unbonded(state, f"panel:{circuit.panel}"):
            sources = sorted(state.sources_of(f"circuit:{id}"))
            return Trouble(
                words={"source": name_of_source(rig, sources[0])},
                fix=_bond_of(rig, sources[0]),
            )
    return None


def _bond_of(rig: Rig, source: str) -> Fix | None:
    """What bonds a source: an inverter by a relay; a generator at its frame, where its maker says how."""
    family, _, id = source.partition(":")
    if family == "inverter":
        member = "/inverter/bond" if id == "main" else f"/inverter/others/{id}/bond"
        return Fix("ac.bond_by_relay", replace(member, "relay"))
    if family == "generator":
        return Fix("ac.bond_generator", replace(f"/charging/generators/{id}/bond", "fixed"))
    return None


@rule("ac.bond_missing", "fault", "nec_551_bond", each=each_unit)
def bond_missing(rig: Rig, sheet: Sheet, one: tuple[str, UnitOnAc]) -> Trouble | None:
    """An inverter feeds a panel and its neutral meets earth nowhere: a fault to a case opens nothing."""
    id, _ = one
    node = f"inverter:{id}"
    for state in ac_states(rig, sheet).away:
        panels = [panel for panel in rig.ac.ordered_panels() if node in state.sources_of(f"panel:{panel}")]
        bare = [panel for panel in panels if _unbonded(state, f"panel:{panel}")]
        if node in state.inverting and bare and not _guarded(rig, bare):
            return Trouble(source=by_pack(rig, **BOND), fix=_bond_of(rig, node))
    return None


def _guarded(rig: Rig, panels: list[str]) -> bool:
    """Whether a circuit of these panels has a device, of which the worse is told: that it cannot trip."""
    return any(circuit.panel in panels and has_rcd(circuit.rcd) for circuit in rig.ac.circuits.values())


@rule("ac.earth_cut", "danger", "iec_60364_4_41")
def earth_cut(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The earth of the supply does not reach chassis or hull."""
    return Trouble(variant="boat" if rig.vehicle.kind in BOATS else "") if rig.ac.earth == "none" else None


@rule("ac.pme_earth", "danger", "esqcr_9_4")
def pme_earth(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The combined neutral and earth of a house reaches a caravan or a boat: if the neutral breaks, its metal is live."""
    if rig.ac.earth_ashore != "pme" or rig.ac.isolator == "transformer" or in_a_building(rig):
        return None
    fix = Fix("ac.own_electrode", replace("/ac/earth_ashore", "own_electrode"))
    return Trouble(fix=fix, variant="boat" if rig.vehicle.kind in BOATS else "")


@rule("ac.isolator_missing", "advice", "abyc_a28")
def isolator_missing(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The shore earth joins a boat to all hulls on the quay with nothing that keeps their small currents off."""
    if rig.ac.isolator != "none" or rig.vehicle.kind not in BOATS or rig.ac.earth == "none":
        return None
    return Trouble(variant="metal" if rig.vehicle.hull in ("steel", "aluminium") else "")


@rule("ac.isolator_may_fail_open", "advice", "abyc_a28")
def isolator_may_fail_open(rig: Rig, sheet: Sheet) -> Trouble | None:
    """A galvanic isolator that is not fail-safe may open unseen, and with it the earth."""
    if rig.ac.isolator != "galvanic" or rig.vehicle.kind not in BOATS:
        return None
    return Trouble(fix=Fix("ac.fail_safe_isolator", replace("/ac/isolator", "fail_safe")))


@rule("ac.case_bond_thin", "fault", "abyc_e11_ac")
def case_bond_thin(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The conductor that bonds an inverter's case is more than one size below that of its DC side."""
    bond, main, least = (sheet.get(f"ac.{name}") for name in ("case_bond", "case_bond_main", "case_bond_least"))
    if bond is None or main is None or least is None:
        return None
    (system, size), (of_least, smallest) = place_in_stock(str(bond.value)), place_in_stock(str(least.value))
    if system != of_least or size >= smallest:
        return None
    fix = Fix("ac.thicker_case_bond", replace("/inverter/case_bond", str(least.value)))
    return Trouble(figures={"bond": bond, "main": main, "least": least}, fix=fix)


@rule("ac.bonding_thin", "fault", "nec_551_bonding")
def bonding_thin(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The conductor that joins the AC earth to the chassis is below 8 AWG."""
    bond = sheet.get("ac.bonding")
    if bond is None or rig.region.code_pack != "na_vehicle":
        return None
    system, size = place_in_stock(str(bond.value))
    if size >= place_in_stock("awg:8" if system == "awg_copper" else "mm2:10")[1]:
        return None
    return Trouble(figures={"bond": bond}, fix=Fix("ac.bonding_of_8", replace("/ac/bonding", "awg:8")))
