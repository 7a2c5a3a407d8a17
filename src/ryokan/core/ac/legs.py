"""What each leg carries in each mode."""

from __future__ import annotations

from collections.abc import Sequence

from ryokan.core.ac.states import AcStates, runs_in
from ryokan.core.figure import Figure, Sheet
from ryokan.core.loads.peak import together
from ryokan.core.loads.rows import Powered
from ryokan.core.rig import Rig
from ryokan.core.topology.modes import AWAY, AcMode, State
from ryokan.core.topology.network import legs_of_supply


def amps_of_leg(
    sheet: Sheet, rig: Rig, states: AcStates, state: State, leg: int, rows: Sequence[Powered], mode: AcMode
) -> Figure | None:
    """Amps of a leg of the supply in a mode: what runs on it together over the mains volts, with the chargers on it. [A]

    Away from hookup and generator it is a leg of what the inverters give; on them what an inverter still feeds from the bank is
    left out.
    Of what nobody has hung anywhere a supply of one leg bears all; of two legs nobody knows which, and it is left out. The
    charger within the inverter is counted on the first leg. (common practice)
    """
    one_leg = legs_of_supply(rig) == 1
    on_it = [row for row in rows if runs_in(row.load, mode) and leg in _legs(rig, states, state, row, one_leg=one_leg)]
    chargers = _chargers(sheet, rig, states, state, leg, one_leg=one_leg and mode not in AWAY)
    if not on_it and not chargers:
        return None
    base = f"ac.mode.{mode}.leg_{leg}"
    volt_amps = together(sheet, f"{base}_va", "VA", on_it, lambda row: _of_one_leg(sheet, states, row))
    formula = "volt_amps ÷ mains_v" + (" + sum(chargers)" if chargers else "")
    inputs: dict[str, Figure | list[Figure]] = {"volt_amps": volt_amps, "mains_v": sheet["region.mains_v"]}
    if chargers:
        inputs["chargers"] = chargers
    return sheet.compute(f"{base}_a", formula, "A", **inputs)


def _legs(rig: Rig, states: AcStates, state: State, row: Powered, *, one_leg: bool) -> tuple[int, ...]:
    load = row.load
    if states.network.place_of(f"load:{row.id}") is not None:
        live = state.live.get(f"load:{row.id}", {})
        return tuple(leg for leg, sources in live.items() if state.mode in AWAY or sources - state.inverting)
    fed = load.output == "backed_up" or state.mode not in AWAY
    return (1,) if one_leg and fed else ()


def _of_one_leg(sheet: Sheet, states: AcStates, row: Powered) -> Figure:
    """Volt-amps of a load on one leg: half of them where it hangs on both."""
    if states.network.place_of(f"load:{row.id}") is None or len(states.legs_of(f"load:{row.id}")) == 1:
        return row.running_va
    key = f"ac.load.{row.id}.leg_va"
    return sheet.get(key) or sheet.compute(key, "running ÷ 2", "VA", running=row.running_va)


def _chargers(sheet: Sheet, rig: Rig, states: AcStates, state: State, leg: int, *, one_leg: bool) -> list[Figure]:
    """Amps of the chargers that are fed on a leg: by hookup or generator, and away from them by an inverter, in a ring. [A]"""
    found: list[Figure] = []
    for id in rig.charging.ordered_chargers():
        draws = sheet.get(f"charging.source.{id}.input_a")
        if states.network.place_of(f"charger:{id}") is None:
            on_it = leg == 1 and one_leg
        else:
            live = state.live.get(f"charger:{id}", {})
            on_it = leg in live and (state.mode in AWAY or bool(live[leg] - state.inverting))
        if on_it and draws is not None:
            found.append(draws)
    within = sheet.get("charging.source.inverter.input_a")
    if (
        within is not None
        and leg == 1
        and state.mode not in AWAY
        and (rig.inverter.ac_in is None or "inverter:main" in state.passing)
    ):
        found.append(within)
    return found


def rows_on(rig: Rig, rows: Sequence[Powered], panel: str) -> list[Powered]:
    """Rows that hang on the circuits of a panel."""
    circuits = {f"circuit:{id}" for id, circuit in rig.ac.circuits.items() if circuit.panel == panel}
    return [row for row in rows if row.load.hangs_on in circuits]
