"""All schedules of a rig at once."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Mapping
from contextlib import suppress
from dataclasses import dataclass

from ryokan.core.ac.card import what_hangs_on
from ryokan.core.ac.things import name_of_circuit
from ryokan.core.errors import OutOfTable
from ryokan.core.evaluate import Report
from ryokan.core.figure import Figure, Sheet
from ryokan.core.rig import Rig
from ryokan.core.schedules.laid import Laid, every_cable
from ryokan.core.schedules.rows import CableRow, CircuitRow, FuseRow, LugRow, PieceRow, RatingBasis, TerminalRow, TotalRow
from ryokan.core.wiring.copper import KG_PER_MM2_M
from ryokan.core.wiring.practice import area_mm2
from ryokan.core.wiring.small_wires import NOTHING_SAID

# Figures that no report holds, with their units.
UNITS = {
    "schedule.cable.*.length_m": "m",
    "schedule.cable.*.sleeve_mm": "mm",
    "schedule.cable.*.cut_m": "m",
    "schedule.cable.*.*.least_nm": "Nm",
    "schedule.cable.*.*.most_nm": "Nm",
    "schedule.cable.*.*.stud": "",
    "schedule.cable.*.size": "",
    "schedule.rating.*.rated_a": "A",
    "schedule.total.*.area_mm2": "mm²",
    "schedule.total.*.copper_kg": "kg",
    "schedule.total.*.length_m": "m",
}
THIN_MM2 = 10.0  # up to here a wire is clamped or has a crimped terminal; beyond it a lug (common practice)
HIGHEST_V = ("storage.max_v", "storage.full_rest_v", "storage.nominal_v")  # charging goes highest


@dataclass(frozen=True, slots=True)
class Schedules:
    """Each schedule, its rows in the order of the network, and the figures that stand in them."""

    cables: tuple[CableRow, ...]
    fuses: tuple[FuseRow, ...]
    circuits: tuple[CircuitRow, ...]
    terminals: tuple[TerminalRow, ...]
    pieces: tuple[PieceRow, ...]
    totals: tuple[TotalRow, ...]
    lugs: tuple[LugRow, ...]
    figures: Mapping[str, Figure]


def schedules(rig: Rig, report: Report) -> Schedules:
    """All schedules of a rig.

    Parameters
    ----------
    rig : Rig
    report : Report
        Of that rig.

    Notes
    -----
    Of a run to be laid stands what somebody chose, else what the method asks for; of one that lies there only what is known.
    A piece for each conductor, cut longer than its way for both ends; a lug at each end of thick ones; a sleeve that goes over
    the lug. Torques are the least and the most that is usual for such a stud; what the maker prints goes first. (common
    practice)
    """
    sheet = Sheet(dict(rig.assumptions), rig.storage.own_curves)
    sheet.figures.update(report.figures)
    every = every_cable(rig, sheet)
    cuts = {one.mark: _cut(sheet, one) for one in every}
    sleeves = {one.mark: _sleeve(sheet, one) for one in every}
    pieces = tuple(_pieces(every, cuts, sleeves))
    return Schedules(
        cables=tuple(_cable(one, sheet.figures) for one in every),
        fuses=tuple(_fuses(rig, every, sheet)),
        circuits=tuple(_circuits(rig, every, sheet.figures)),
        terminals=tuple(_terminals(every, sheet)),
        pieces=pieces,
        totals=tuple(_totals(pieces, sheet)),
        lugs=tuple(_lugs(pieces)),
        figures=sheet.figures,
    )


def _cable(one: Laid, figures: Mapping[str, Figure]) -> CableRow:
    if one.part == "ac":
        carries, lost = figures.get(f"{one.base}.running_a"), figures.get(f"{one.base}.drop_v")
    else:
        carries = figures.get(f"{one.base}.design_current_a")
        lost = figures.get(f"{one.base}.path_drop_v") or figures.get(f"{one.base}.drop_v")
    return CableRow(
        one.mark, one.name, one.key, one.part, carries, one.when, one.cables, one.cores, one.size, one.size_basis,
        one.material, one.insulation_c, one.length, one.length_basis, lost, figures.get(f"{one.base}.allowed_drop_v"),
        one.way, one.lies_there,
    )  # fmt: skip


def _fuses(rig: Rig, every: Iterable[Laid], sheet: Sheet) -> Iterator[FuseRow]:
    figures = sheet.figures
    volts = next((figures[key] for key in HIGHEST_V if key in figures), None)
    for one in every:
        if one.one is not None and one.one.is_fused:
            said, (rating, basis) = one.one.said, _fuse_of(one, figures)
            yield FuseRow(
                one.mark, one.name, one.key, one.ends[0], rating, basis,
                said.fuse_family or "", said.fuse_v, said.fuse_breaks_a, volts if one.one.run.from_bank else None,
                figures.get(f"{one.base}.fault_high_a"), figures.get(f"{one.base}.design_current_a"), one.size,
                figures.get(f"{one.base}.ampacity_a"),
            )  # fmt: skip
        elif one.part == "signals" and (said_of := rig.wiring.signals.get(one.key, NOTHING_SAID)).fuse_a is not None:
            fuse_a = said_of.fuse_a
            given = None if fuse_a == "none" else sheet.given(f"schedule.rating.{one.id}.rated_a", fuse_a, "A")
            yield FuseRow(
                one.mark, one.name, one.key, one.ends[0], given, "none" if fuse_a == "none" else "chosen", "", None, None,
                volts, None, None, one.size, None,
            )  # fmt: skip


def _fuse_of(one: Laid, figures: Mapping[str, Figure]) -> tuple[Figure | None, RatingBasis]:
    """The fuse of a run of the DC side: as chosen, else as asked for; which one lies there nobody asks for."""
    if one.one is not None and one.one.said.fuse_a == "none":
        return None, "none"
    if (have := figures.get(f"{one.base}.have_fuse_a")) is not None:
        return have, "chosen"
    asked = None if one.lies_there else figures.get(f"{one.base}.fuse_a")
    return asked, "unknown" if asked is None else "asked"


def _circuits(rig: Rig, every: Iterable[Laid], figures: Mapping[str, Figure]) -> Iterator[CircuitRow]:
    laid = {one.key: one for one in every if one.key}
    for one in laid.values():
        if one.one is None or one.one.run.kind not in ("circuit", "branch"):
            continue
        thing = one.one.run.thing
        circuit = rig.wiring.circuits.get(thing) if one.one.run.kind == "circuit" else None
        ids = one.one.run.loads if circuit is not None else (thing,)
        own = () if circuit is None else tuple(rig.loads[id].name for id in circuit.own_switches if id in ids)
        yield CircuitRow(
            one.mark, one.ends[1], one.key, "dc", *_fuse_of(one, figures),
            figures.get(f"{one.base}.design_current_a"), one.size, one.length,
            "" if circuit is None else circuit.switched or "", tuple(rig.loads[id].name for id in ids), own,
            len(ids) - 1, "" if circuit is None else circuit.joined or "",
        )  # fmt: skip
    on_ac = {one.base: one for one in every if one.part == "ac"}
    for id, ac in rig.ac.ordered_circuits().items():
        base = f"ac.circuit.{id}"
        cable = on_ac.get(base)
        devices = what_hangs_on(rig, id)
        chosen = ac.breaker_a is not None
        rating = figures.get(f"{base}.breaker_a") if chosen or not rig.survey.as_found else None
        yield CircuitRow(
            "" if cable is None else cable.mark, name_of_circuit(rig, id), "", "ac", rating,
            "chosen" if chosen else "unknown" if rating is None else "asked",
            figures.get(f"{base}.running_a"), "" if cable is None else cable.size, None if cable is None else cable.length,
            "", tuple(devices), (), 0, "",
        )  # fmt: skip


def _cut(sheet: Sheet, one: Laid) -> Figure | None:
    if one.length is None or one.lies_there:
        return None
    ends = sheet.assumption("cut_ends_m")
    return sheet.compute(f"schedule.cable.{one.id}.cut_m", "length + ends", "m", "practice", length=one.length, ends=ends)


def _sleeve(sheet: Sheet, one: Laid) -> Figure | None:
    """The smallest usual sleeve that goes over the lugs of a cable. [mm] (common practice)"""
    if not one.size or one.cores > 1 or one.lies_there or one.part == "signals":
        return None
    size = sheet.given(f"schedule.cable.{one.id}.size", one.size, "")
    over = sheet.assumption("lug_over_cable")
    with suppress(OutOfTable):
        over_the_lug = "over × lookup(cable_outside.outside_mm, size)"
        formula = f"lookup(sleeves.before_mm, next_larger(sleeves.before_mm, {over_the_lug}))"
        return sheet.choose(f"schedule.cable.{one.id}.sleeve_mm", formula, "mm", "practice", over=over, size=size)
    return None


def _terminals(every: Iterable[Laid], sheet: Sheet) -> Iterator[TerminalRow]:
    for one in every:
        if one.part == "ac" or not one.size:
            continue
        thick = area_mm2(one.size) > THIN_MM2
        for at, end in enumerate(("near", "far")):
            stud = one.studs[at]
            torque = {}
            if stud:
                on = sheet.given(f"schedule.cable.{one.id}.{end}.stud", stud, "")
                for bound in ("least_nm", "most_nm"):
                    key = f"schedule.cable.{one.id}.{end}.{bound}"
                    torque[bound] = sheet.look_up(key, f"lookup(stud_torque.{bound}, stud)", "Nm", "practice", stud=on)
            yield TerminalRow(
                one.mark, one.name, one.key, "near" if end == "near" else "far", one.ends[at], stud,
                "lug" if thick or stud else "crimp", one.size, len(one.conductors), torque.get("least_nm"),
                torque.get("most_nm"),
            )  # fmt: skip


def _pieces(
    every: Iterable[Laid], cuts: Mapping[str, Figure | None], sleeves: Mapping[str, Figure | None]
) -> Iterator[PieceRow]:
    for one in every:
        if one.lies_there or (not one.size and one.length is None):
            continue
        near, far = one.ends
        for mark, colour in one.conductors:
            named = (f"{mark} {one.name}",) * 2 if near == far else (f"{mark} to {far}", f"{mark} from {near}")
            yield PieceRow(
                mark, one.name, one.key, one.size, one.cores, colour, one.material, one.insulation_c, cuts[one.mark],
                one.length_basis, *one.studs, one.angle_deg, sleeves[one.mark], *named,
            )  # fmt: skip


def _totals(pieces: Iterable[PieceRow], sheet: Sheet) -> Iterator[TotalRow]:
    kinds: dict[tuple[str, int, str, str, float | None], list[PieceRow]] = {}
    for one in pieces:
        if one.size and one.cut_m is not None:
            kinds.setdefault((one.size, one.cores, one.colour, one.material, one.insulation_c), []).append(one)
    order = sorted(kinds, key=lambda kind: (-area_mm2(kind[0]), *map(str, kind)))
    for number, kind in enumerate(order, start=1):
        size, cores, colour, material, insulation_c = kind
        of_it = kinds[kind]
        cut = [one.cut_m for one in of_it if one.cut_m is not None]
        length = sheet.compute(f"schedule.total.{number}.length_m", "sum(pieces)", "m", "practice", pieces=cut)
        copper = None
        if material in ("copper", ""):
            area = sheet.constant(f"schedule.total.{number}.area_mm2", cores * area_mm2(size), "mm²", "physics")
            formula = f"{KG_PER_MM2_M} × area × length"
            copper = sheet.compute(f"schedule.total.{number}.copper_kg", formula, "kg", area=area, length=length)
        unmeasured = sum(one.length_basis != "measured" for one in of_it)
        yield TotalRow(size, cores, colour, material, insulation_c, len(of_it), unmeasured, length, copper)


def _lugs(pieces: Iterable[PieceRow]) -> Iterator[LugRow]:
    lugs: dict[tuple[str, str], int] = {}
    sleeves: dict[tuple[float, str], tuple[Figure, int]] = {}
    for one in pieces:
        if not one.size or one.cores > 1:
            continue
        for stud in (one.near_stud, one.far_stud):
            if stud or area_mm2(one.size) > THIN_MM2:
                lugs[one.size, stud] = lugs.get((one.size, stud), 0) + 1
        if one.sleeve is not None:
            kind = (one.sleeve.number, one.colour)
            sleeves[kind] = (one.sleeve, sleeves.get(kind, (one.sleeve, 0))[1] + 2)
    for size, stud in sorted(lugs, key=lambda kind: (-area_mm2(kind[0]), kind[1])):
        yield LugRow("lug", size, stud, "", None, lugs[size, stud])
    for kind in sorted(sleeves, reverse=True):
        figure, count = sleeves[kind]
        yield LugRow("sleeve", "", "", kind[1], figure, count)
