"""Rules of breakers, residual-current devices and the way in, each by the code of the region."""

from __future__ import annotations

from ryokan.core.ac.model import Circuit, Panel
from ryokan.core.ac.states import ac_states, in_a_building
from ryokan.core.ac.things import NORTH_AMERICA, by_pack, each_circuit, each_panel
from ryokan.core.ac.values import INLET, THE_INVERTER
from ryokan.core.data.tables import tables
from ryokan.core.figure import Figure, Sheet
from ryokan.core.findings.model import Fix, Trouble, replace, rule
from ryokan.core.rig import Rig

SLACK = 1e-9


def _feeding(rig: Rig, sheet: Sheet, circuit: str) -> list[str]:
    """Ids of the inverters that feed a circuit from the bank in some mode."""
    states = ac_states(rig, sheet).states.values()
    return sorted(
        {one.partition(":")[2] for state in states for one in state.sources_of(f"circuit:{circuit}") & state.inverting}
    )


@rule("ac.circuit_overloaded", "fault", "physics", worse=("running", "breaker"), each=each_circuit)
def circuit_overloaded(rig: Rig, sheet: Sheet, one: tuple[str, Circuit]) -> Trouble | None:
    """What hangs on a circuit and can run together is more than its breaker lets through."""
    id, circuit = one
    running, rated = (sheet.get(f"ac.circuit.{id}.{name}") for name in ("running_a", "breaker_a"))
    if circuit.breaker_a is None or running is None or rated is None or running.number <= rated.number * (1 + SLACK):
        return None
    return Trouble(figures={"running": running, "breaker": rated})


@rule("ac.circuit_little_in_hand", "advice", "nec_210_20", worse=("running", "continuous"), each=each_circuit)
def circuit_little_in_hand(rig: Rig, sheet: Sheet, one: tuple[str, Circuit]) -> Trouble | None:
    """What can run together on a circuit is within its breaker, and above what that bears for hours."""
    id, circuit = one
    running, rated, hours = (sheet.get(f"ac.circuit.{id}.{name}") for name in ("running_a", "breaker_a", "continuous_a"))
    if circuit.breaker_a is None or running is None or rated is None or hours is None:
        return None
    if running.number > rated.number * (1 + SLACK) or running.number <= hours.number * (1 + SLACK):
        return None
    return Trouble(figures={"running": running, "continuous": hours, "breaker": rated})


@rule("ac.breaker_over_conductor", "danger", "nec_240", worse=("breaker", "allowed"), each=each_circuit)
def breaker_over_conductor(rig: Rig, sheet: Sheet, one: tuple[str, Circuit]) -> Trouble | None:
    """A breaker is larger than its small conductor may have."""
    id, circuit = one
    rated, allowed = (sheet.get(f"ac.circuit.{id}.{name}") for name in ("breaker_a", "allowed_a"))
    if circuit.breaker_a is None or rated is None or allowed is None or rated.number <= allowed.number * (1 + SLACK):
        return None
    return Trouble(
        figures={"breaker": rated, "allowed": allowed, "conductor": sheet[f"ac.circuit.{id}.conductor"]},
        source=allowed.source,
        fix=_smaller_breaker(rig, f"/ac/circuits/{id}/breaker_a", allowed),
    )


@rule("ac.drop_over_class", "advice", "nec_210_19", worse=("drop", "allowed"), each=each_circuit)
def drop_over_class(rig: Rig, sheet: Sheet, one: tuple[str, Circuit]) -> Trouble | None:
    """A circuit loses more of its volts than is usual."""
    id, _ = one
    lost, allowed = (sheet.get(f"ac.circuit.{id}.{name}") for name in ("drop_v", "allowed_drop_v"))
    if lost is None or allowed is None or lost.number <= allowed.number * (1 + SLACK):
        return None
    asked = sheet.get(f"ac.circuit.{id}.least_conductor")
    fix = None if asked is None else Fix("ac.thicker_cable", replace(f"/ac/circuits/{id}/conductor", asked.value))
    return Trouble(figures={"drop": lost, "allowed": allowed, "conductor": sheet[f"ac.circuit.{id}.conductor"]}, fix=fix)


@rule("ac.feeder_thin", "danger", "nec_240", worse=("breaker", "allowed"), each=each_panel)
def feeder_thin(rig: Rig, sheet: Sheet, one: tuple[str, Panel]) -> Trouble | None:
    """The breaker before a panel is larger than the cable that feeds the panel may have."""
    id, panel = one
    own = panel.main_a is not None
    if not own and {feed.source for feed in panel.feeds.values()} != {INLET}:
        return None  # what else feeds it is guarded by breakers that nobody told
    return _over_conductor(rig, sheet, f"ac.panel.{id}", f"/ac/panels/{id}/main_a" if own else "/ac/main_a")


@rule("ac.panel_out_of_reach", "fault", "abyc_e11_ac", each=each_panel)
def panel_out_of_reach(rig: Rig, sheet: Sheet, one: tuple[str, Panel]) -> Trouble | None:
    """A hand does not get at the breakers and test buttons of a panel."""
    return Trouble() if one[1].reach == "no" else None


@rule("ac.main_over_conductor", "danger", "nec_240", worse=("breaker", "allowed"))
def main_over_conductor(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The main breaker is larger than the cable from the inlet may have."""
    return _over_conductor(rig, sheet, "ac.main_cable", "/ac/main_a")


def _over_conductor(rig: Rig, sheet: Sheet, base: str, at: str) -> Trouble | None:
    """Trouble where the breaker that stands at a place of the rig is larger than a cable may have."""
    allowed, rated = sheet.get(f"{base}.allowed_a"), sheet.get("ac.main_a" if at == "/ac/main_a" else f"{base}.own_main_a")
    if rated is None or allowed is None or rated.number <= allowed.number * (1 + SLACK):
        return None
    return Trouble(
        figures={"breaker": rated, "allowed": allowed, "conductor": sheet[f"{base}.conductor"]},
        source=allowed.source,
        fix=_smaller_breaker(rig, at, allowed),
    )


def _smaller_breaker(rig: Rig, at: str, allowed: Figure) -> Fix | None:
    """The largest usual breaker that a cable may have."""
    ladder = tables()["ac_breakers_na" if rig.region.code_pack in NORTH_AMERICA else "ac_breakers_iec"]
    most = max((rating for rating in map(float, ladder.rows) if rating <= allowed.number), default=None)
    return None if most is None else Fix("ac.smaller_breaker", replace(at, most))


@rule("ac.breaker_cannot_open", "fault", "iec_60364_4_41", worse=("opens_at", "gives"), each=each_circuit)
def breaker_cannot_open(rig: Rig, sheet: Sheet, one: tuple[str, Circuit]) -> Trouble | None:
    """While inverting a short brings less current than the breaker needs to open at once, and nothing else opens."""
    id, circuit = one
    opens_at = sheet.get(f"ac.circuit.{id}.opens_at_a")
    if opens_at is None or circuit.rcd != "none":
        return None
    gives = [
        figure for unit in _feeding(rig, sheet, id) if (figure := sheet.get(f"ac.inverter.{unit}.short_circuit_a")) is not None
    ]
    least: Figure | None = min(gives, key=lambda figure: figure.number, default=None)
    if least is None or least.number >= opens_at.number * (1 - SLACK):
        return None
    return Trouble(
        figures={"opens_at": opens_at, "gives": least},
        measures={"curve": str(circuit.curve).upper()},
        fix=Fix("ac.add_rcd", replace(f"/ac/circuits/{id}/rcd", "a")),
    )


@rule("ac.rcd_missing", "fault", "nec_551_gfci", each=each_circuit)
def rcd_missing(rig: Rig, sheet: Sheet, one: tuple[str, Circuit]) -> Trouble | None:
    """Outlets have no residual-current device, neither of their own nor over the whole."""
    id, circuit = one
    if circuit.serves != "outlets" or circuit.rcd != "none" or rig.ac.main_rcd != "none":
        return None
    american = rig.region.code_pack != "international"
    return Trouble(
        source=by_pack(rig, na_vehicle="nec_551_gfci", na_marine="abyc_e11_ac", international="bs_7671_721"),
        fix=Fix("ac.add_rcd", replace(f"/ac/circuits/{id}/rcd", "gfci" if american else "a")),
    )


@rule("ac.rcd_type", "fault", "iec_60364_5_53", each=each_circuit)
def rcd_type(rig: Rig, sheet: Sheet, one: tuple[str, Circuit]) -> Trouble | None:
    """A residual-current device of type AC stands behind an inverter, whose faults it need not see."""
    id, circuit = one
    if circuit.rcd != "ac" or not _feeding(rig, sheet, id):
        return None
    return Trouble(fix=Fix("ac.rcd_of_type_a", replace(f"/ac/circuits/{id}/rcd", "a")))


@rule("ac.gfci_on_stepped_wave", "fault", "practice", each=each_circuit)
def gfci_on_stepped_wave(rig: Rig, sheet: Sheet, one: tuple[str, Circuit]) -> Trouble | None:
    """A ground-fault device hangs on an inverter that makes a stepped wave."""
    id, circuit = one
    if circuit.rcd != "gfci":
        return None
    stepped = [unit for unit in _feeding(rig, sheet, id) if _wave(rig, sheet, unit) == "modified_sine"]
    return Trouble() if stepped else None


def _wave(rig: Rig, sheet: Sheet, unit: str) -> str | None:
    if unit != THE_INVERTER:
        return rig.inverter.others[unit].waveform
    part, chosen = sheet.get("inverter.part.waveform"), rig.inverter.chosen
    return (None if chosen is None else chosen.waveform) or (None if part is None else str(part.value))


@rule("ac.outlet_in_shower", "danger", "iec_60364_7_701", each=each_circuit)
def outlet_in_shower(rig: Rig, sheet: Sheet, one: tuple[str, Circuit]) -> Trouble | None:
    """An outlet lies within the space of a shower."""
    _, circuit = one
    if circuit.serves != "outlets" or circuit.zone != "wet":
        return None
    return Trouble(source=by_pack(rig, na_vehicle="nec_551_gfci", na_marine="abyc_e11_ac", international="iec_60364_7_701"))


@rule("ac.circuit_one_pole", "fault", "bs_7671_721", each=each_circuit)
def circuit_one_pole(rig: Rig, sheet: Sheet, one: tuple[str, Circuit]) -> Trouble | None:
    """A breaker opens the live side of a final circuit alone, where the code asks for all live conductors."""
    id, circuit = one
    if rig.region.code_pack != "international" or circuit.poles != 1 or in_a_building(rig):
        return None
    return Trouble(
        source=by_pack(rig, international="bs_7671_721"),
        fix=Fix("ac.both_poles", replace(f"/ac/circuits/{id}/poles", 2)),
    )


@rule("ac.main_one_pole", "fault", "abyc_e11_ac")
def main_one_pole(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The main breaker opens the live side alone: swapped ashore, everything behind it stays live."""
    if rig.ac.main_poles != 1 or rig.region.code_pack == "na_vehicle" or in_a_building(rig):
        return None
    return Trouble(
        source=by_pack(rig, na_vehicle="nec_551", na_marine="abyc_e11_ac", international="bs_7671_721"),
        fix=Fix("ac.main_both_poles", replace("/ac/main_poles", 2)),
    )


@rule("ac.main_far", "fault", "abyc_e11_ac", worse=("way", "most"))
def main_far(rig: Rig, sheet: Sheet) -> Trouble | None:
    """On a boat more conductor lies between the inlet and the main breaker than the code allows."""
    way, most = sheet.get("ac.main_way_m"), sheet.assumption("main_breaker_way_m")
    if rig.region.code_pack != "na_marine" or way is None or way.number <= most.number * FOOT_FOR_30_CM * (1 + SLACK):
        return None
    return Trouble(figures={"way": way, "most": most})


# Said in round metres and in round feet: 10 ft for 3 m. (the international foot)
FOOT_FOR_30_CM = 0.3048 / 0.3


@rule("ac.main_rcd_missing", "fault", "abyc_e11_ac")
def main_rcd_missing(rig: Rig, sheet: Sheet) -> Trouble | None:
    """No residual-current device of 30 mA guards the whole, where the code asks for one."""
    if rig.ac.main_rcd != "none" or rig.region.code_pack == "na_vehicle" or in_a_building(rig):
        return None
    return Trouble(
        source=by_pack(rig, na_vehicle="nec_551", na_marine="abyc_e11_ac", international="bs_7671_721"),
        fix=Fix("ac.add_main_rcd", replace("/ac/main_rcd", "a")),
    )


@rule("ac.polarity_unseen", "fault", "abyc_e11_ac")
def polarity_unseen(rig: Rig, sheet: Sheet) -> Trouble | None:
    """Nothing on a boat shows that live and neutral are swapped ashore."""
    if rig.ac.polarity != "none" or rig.region.code_pack != "na_marine" or rig.ac.isolator == "transformer":
        return None
    return Trouble(fix=Fix("ac.add_polarity", replace("/ac/polarity", "fitted")))


@rule("ac.main_over_inlet", "fault", "nec_551", worse=("main", "bears"))
def main_over_inlet(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The main breaker lets more through than cord or inlet are rated for."""
    main, bears = sheet.get("ac.main_a"), sheet.get("ac.way_in_a")
    if main is None or bears is None or main.number <= bears.number * (1 + SLACK):
        return None
    return Trouble(
        figures={"main": main, "bears": bears},
        source=by_pack(rig, na_vehicle="nec_551", na_marine="abyc_e11_ac", international="bs_7671_721"),
        fix=Fix("ac.main_of_the_inlet", replace("/ac/main_a", bears.number)),
    )
