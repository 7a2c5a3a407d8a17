"""Cables of the AC side: which breaker a conductor may have, which conductor a breaker asks for, and what is lost."""

from __future__ import annotations

from contextlib import suppress

from ryokan.core.ac.model import AcCable
from ryokan.core.errors import OutOfTable
from ryokan.core.figure import Figure, Sheet
from ryokan.core.vehicle import CodePack
from ryokan.core.wiring.practice import AWG, SOURCE_OF, Practice, practice_of

# The largest breaker of a small copper conductor by the NEC (240.4(D), from memory); boats go by ABYC E-11. [A]
SMALL_CONDUCTORS = {"awg:18": 7.0, "awg:16": 10.0, "awg:14": 15.0, "awg:12": 20.0, "awg:10": 30.0}
LARGEST_USUAL_A = 100  # end of the usual breakers; beyond it a conductor's own ampacity counts
NEC_TERMINALS = "terminals_nec"
BEST_INSULATION_C = 105.0


def allowed_breaker(sheet: Sheet, base: str, cable: AcCable, pack: CodePack) -> Figure | None:
    """The largest breaker that a conductor may have; of unknown insulation what the best would bear. [A]

    North America: 14, 12 and 10 AWG by NEC 240.4(D), larger ones by their terminals and the next rating up (110.14(C),
    240.4(B)). Elsewhere what the conductor bears in free air. (from memory, unverified)
    """
    if cable.conductor is None:
        return None
    size = sheet.given(f"{base}.conductor", cable.conductor, "")
    practice = practice_of("", cable.conductor)
    if cable.insulation_c is not None:
        sheet.given(f"{base}.insulation_c", cable.insulation_c, "°C")
    key = f"{base}.allowed_a"
    if pack == "na_vehicle" and practice is AWG:
        if cable.conductor in SMALL_CONDUCTORS:
            return sheet.constant(key, SMALL_CONDUCTORS[cable.conductor], "A", "nec_240")
        column = "a_at_60c" if cable.insulation_c == 60 else "a_at_75c"
        bears = f"lookup({NEC_TERMINALS}.{column}, size)"
        with suppress(OutOfTable):
            return sheet.look_up(key, f"next_larger(ac_breakers_na, {bears})", "A", "nec_240", size=size)
        return sheet.look_up(key, bears, "A", SOURCE_OF[NEC_TERMINALS], size=size)
    insulation = sheet.get(f"{base}.insulation_c") or sheet.constant(
        f"{base}.best_insulation_c", BEST_INSULATION_C, "°C", "practice"
    )
    formula = f"lookup({practice.ampacity}, size, insulation)"
    return sheet.look_up(key, formula, "A", SOURCE_OF[practice.ampacity], size=size, insulation=insulation)


def asked_for(sheet: Sheet, base: str, breaker: Figure, pack: CodePack, lossy: dict[str, Figure]) -> Figure | None:
    """The smallest stock conductor that a breaker may guard and that keeps the drop; None where no stock size does.

    With 60 °C, as cable in walls and on common terminals is counted. (NEC 334.80 and 110.14(C), BS 7671 721; from memory)
    """
    practice = practice_of(pack)
    key, table = f"{base}.least_conductor", NEC_TERMINALS if pack == "na_vehicle" else practice.ampacity
    wanted = {"breaker": breaker, **lossy}
    by_breaker = f"next_larger({table}.a_at_60c, breaker)"
    formula = by_breaker
    if lossy:
        area = f"lookup({practice.copper}.area_mm2, {{}})"
        by_drop = f"next_larger({practice.copper}.{practice.conductance}, {_loop(practice)} × running ÷ allowed)"
        formula = f"next_larger({practice.copper}.area_mm2, max({area.format(by_breaker)}, {area.format(by_drop)}))"
    with suppress(OutOfTable):
        return sheet.choose(key, formula, "", SOURCE_OF[table], **wanted)
    return None


def drop(sheet: Sheet, base: str, cable: AcCable, running: Figure | None, volts: Figure, pack: CodePack) -> dict[str, Figure]:
    """What the amps that run lose on a cable, and what they may; the inputs by which a conductor is chosen for it. [V]

    Five percent in all. (note to NEC 210.19(A), BS 7671 525, from memory)
    """
    if cable.length is None or running is None or running.number == 0:
        return {}
    length = sheet.given(f"{base}.length_m", cable.length.m, "m")
    share = sheet.assumption("ac_drop_frac")
    allowed = sheet.compute(f"{base}.allowed_drop_v", "share × volts", "V", "nec_210_19", share=share, volts=volts)
    warm = sheet.assumption("conductor_temperature_c")
    size = sheet.get(f"{base}.conductor")
    if size is not None:
        practice = practice_of("", str(size.value))
        formula = f"{_loop(practice)} × running × lookup({practice.copper}.{practice.resistance}, size)"
        sheet.look_up(
            f"{base}.drop_v", formula, "V", SOURCE_OF[practice.copper], length=length, running=running, t=warm, size=size
        )  # fmt: skip
    return {"length": length, "running": running, "allowed": allowed, "t": warm}


def _loop(practice: Practice) -> str:
    return f"2 × length ÷ 1000 × ({practice.temperature_factor})"
