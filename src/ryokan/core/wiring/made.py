"""How a run is made: what is cut and crimped, how tightly it bends, how it is held and landed."""

from __future__ import annotations

from collections.abc import Mapping
from contextlib import suppress

from ryokan.core.errors import OutOfTable
from ryokan.core.figure import Figure, Sheet
from ryokan.core.rig import Rig
from ryokan.core.wiring.things import RunOf

# Figures of one run, with their units.
UNITS = {
    "made.bend_mm": "mm",
    "made.clamps": "",
    "made.conductor": "",
    "made.cut_m": "m",
    "made.length_m": "m",
    "made.lugs": "",
    "made.outside_mm": "mm",
    "made.pieces": "",
    "made.*.least_nm": "Nm",
    "made.*.most_nm": "Nm",
    "made.*.stud": "",
}


def how_made(rig: Rig, figures: Mapping[str, Figure], one: RunOf) -> dict[str, Figure]:
    """What it takes to lay a run with the cable that it has, or that is asked for.

    Parameters
    ----------
    rig : Rig
    figures : mapping of key to figure
        Of the report of that rig.
    one : RunOf
        The run; of one whose cable or length is not known, as much as follows.

    Returns
    -------
    dict of str to Figure
        ``made.*``, on top of ``figures``. [m, mm, Nm]

    Notes
    -----
    A piece of conductor for each pole, of each cable side by side, with a little more at both ends and a lug at each of them.
    A clamp not further than 450 mm from the last. Bends by the outside of a usual cable of that size. Torques are the
    least and the most of what is usual for such a stud; what the maker prints goes first. (common practice; BS 7671 522, from
    memory)
    """
    sheet = Sheet(dict(rig.assumptions), rig.storage.own_curves)
    sheet.figures.update(figures)
    _landed(sheet, one)
    size = figures.get(f"{one.base}.have_conductor") or figures.get(f"{one.base}.conductor")
    if size is not None:
        sheet.also("made.conductor", "size", size)
        with suppress(OutOfTable):
            outside = sheet.look_up("made.outside_mm", "lookup(cable_outside.outside_mm, size)", "mm", "practice", size=size)
            times = "lookup(bend_radius.times, next_larger(bend_radius.up_to_mm, outside))"
            sheet.look_up("made.bend_mm", f"outside × {times}", "mm", "bs_7671_522", outside=outside)
    pieces = sheet.given("made.pieces", float(one.run.pieces * one.said.cables), "")
    sheet.compute("made.lugs", "2 × pieces", "", "practice", pieces=pieces)
    length = figures.get(f"{one.base}.one_way_length_m") or figures.get(f"{one.base}.estimated_length_m")
    if length is not None:
        sheet.also("made.length_m", "length", length)
        apart, ends = sheet.assumption("clamps_apart_m"), sheet.assumption("cut_ends_m")
        sheet.compute("made.clamps", "ceil(length ÷ apart)", "", "abyc_e11_wiring", length=length, apart=apart)
        sheet.compute("made.cut_m", "pieces × (length + ends)", "m", "practice", pieces=pieces, length=length, ends=ends)
    return {key: figure for key, figure in sheet.figures.items() if key not in figures}


def _landed(sheet: Sheet, one: RunOf) -> None:
    """What the nuts at both ends are tightened to, where somebody said the studs. [Nm]"""
    for end, stud in (("near", one.said.stud_near), ("far", one.said.stud_far)):
        if stud is not None:
            on = sheet.given(f"made.{end}.stud", stud, "")
            for bound in ("least_nm", "most_nm"):
                sheet.look_up(f"made.{end}.{bound}", f"lookup(stud_torque.{bound}, stud)", "Nm", "practice", stud=on)
