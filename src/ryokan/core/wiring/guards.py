"""What a run without a fuse of its own has to bear: the fuse that guards it, or what others push into it."""

from __future__ import annotations

from ryokan.core.figure import Figure, Sheet
from ryokan.core.wiring.things import MAIN_BASE, RunOf


def meets_in_its_box(sheet: Sheet, one: RunOf, floor: Figure) -> Figure:
    """What the lead of a string of panels has to bear: its fuse, else what the other strings push into it. [A] (NEC 690.9)"""
    key = f"{one.base}.bears_floor_a"
    if isinstance(one.string_fuse_a, float):
        fuse = sheet.given(f"{one.base}.string_fuse_a", one.string_fuse_a, "A")
        return sheet.compute(key, "max(floor, fuse)", "A", "nec_690_8", floor=floor, fuse=fuse)
    others = [sheet[f"solar.string.{id}.isc_a"] for id in one.beside_strings if f"solar.string.{id}.isc_a" in sheet]
    if not others:
        return floor
    sun = sheet.assumption("bright_sun_factor")
    return sheet.compute(key, "max(floor, sun × sum(others))", "A", "nec_690_8", floor=floor, sun=sun, others=others)


def guards_a_link(sheet: Sheet, one: RunOf) -> tuple[str, dict[str, Figure]] | None:
    """The share of the fuses that a link within the bank may meet, as a formula with its inputs; None where one is not known.

    Of a string that has a fuse that one; otherwise all that the bank feeds at once: main run and inverters at the bank.
    """
    bases = (one.behind,) if one.behind else (MAIN_BASE, *one.guards)
    inputs: dict[str, Figure] = {}
    for number, base in enumerate(bases, start=1):
        fuse = sheet.get(f"{base}.have_fuse_a") or sheet.get(f"{base}.fuse_a")
        if fuse is None:
            return None
        inputs["fuse" if number == 1 else f"fuse_{number}"] = fuse
    meets = " + ".join(inputs) if len(inputs) == 1 else f"({' + '.join(inputs)})"
    strings = sheet.get(f"{one.base}.strings")
    if strings is None:
        return meets, inputs
    inputs["strings"] = strings
    if one.run.thing or one.equal_leads:
        inputs["sharing"] = sheet.assumption("parallel_sharing_frac")
        return f"{meets} ÷ strings ÷ sharing", inputs
    return f"{meets} × (strings − 1) ÷ strings", inputs
