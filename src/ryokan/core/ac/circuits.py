"""Circuits: what hangs on each, and the breaker that guards it."""

from __future__ import annotations

from collections.abc import Sequence

from ryokan.core.ac.cables import allowed_breaker, asked_for, drop
from ryokan.core.ac.model import Circuit
from ryokan.core.ac.states import AcStates
from ryokan.core.figure import Figure, Sheet
from ryokan.core.loads.peak import together
from ryokan.core.loads.rows import Powered
from ryokan.core.vehicle import Region

# Times its rating at which a breaker opens at once, at the latest (IEC 60898-1).
OPENS_AT = {"b": 5.0, "c": 10.0, "d": 20.0}
NORTH_AMERICA = ("na_vehicle", "na_marine")


def running_a(sheet: Sheet, id: str, states: AcStates, rows: Sequence[Powered], chargers: Sequence[str]) -> None:
    """Amps of all that hangs on a circuit and can run together. [A]"""
    base = f"ac.circuit.{id}"
    drawn = [draws for one in chargers if (draws := sheet.get(f"charging.source.{one}.input_a")) is not None]
    if not rows and not drawn:
        return
    volt_amps = together(sheet, f"{base}.running_va", "VA", rows, lambda row: row.running_va)
    count = sheet.constant(f"{base}.legs", float(len(states.legs_of(f"circuit:{id}"))), "", "physics")
    inputs: dict[str, Figure | list[Figure]] = {"volt_amps": volt_amps, "mains_v": sheet["region.mains_v"], "legs": count}
    formula = "volt_amps ÷ (mains_v × legs)"
    if drawn:
        formula, inputs["chargers"] = formula + " + sum(chargers)", drawn
    sheet.compute(f"{base}.running_a", formula, "A", **inputs)


def breaker(sheet: Sheet, id: str, circuit: Circuit, region: Region) -> None:
    """The breaker of a circuit: as said, else the smallest for what hangs on it; what it bears for hours; its cable. [A, V]"""
    base, american = f"ac.circuit.{id}", region.code_pack in NORTH_AMERICA
    running = sheet.get(f"{base}.running_a")
    pack = region.code_pack
    allowed_breaker(sheet, base, circuit, pack)
    lossy = drop(sheet, base, circuit, running, _volts_between(sheet, base), pack)
    if circuit.breaker_a is None and running is None:
        return
    share = sheet.constant(f"{base}.continuous_frac", 0.8 if american else 1.0, "", "nec_210_20" if american else "practice")
    if circuit.breaker_a is not None:
        rated = sheet.given(f"{base}.breaker_a", circuit.breaker_a, "A")
    else:
        assert running is not None
        ladder, source = ("ac_breakers_na", "nec_240") if american else ("ac_breakers_iec", "iec_60898")
        least = running.number / share.number
        if least > 100:
            return  # no usual one is as large: the circuit is to be split
        rated = sheet.choose(
            f"{base}.breaker_a", f"next_larger({ladder}, running ÷ share)", "A", source, running=running, share=share
        )
    sheet.compute(f"{base}.continuous_a", "breaker × share", "A", share.source, breaker=rated, share=share)
    if circuit.curve is not None:
        times = sheet.constant(f"{base}.opens_at_times", OPENS_AT[circuit.curve], "", "iec_60898")
        sheet.compute(f"{base}.opens_at_a", "times × breaker", "A", "iec_60898", times=times, breaker=rated)
    asked_for(sheet, base, rated, pack, lossy)


def _volts_between(sheet: Sheet, base: str) -> Figure:
    """Volts between the conductors of a circuit: of both legs twice those of one. [V]"""
    mains, legs = sheet["region.mains_v"], sheet.get(f"{base}.legs")
    if legs is None:
        return mains
    return sheet.compute(f"{base}.volts_v", "legs × mains", "V", "physics", legs=legs, mains=mains)
