"""What is left of an ampacity where a cable lies: in warm air, in a bundle, within thermal insulation."""

from __future__ import annotations

from contextlib import suppress

from ryokan.core.errors import OutOfTable
from ryokan.core.figure import Figure, Sheet
from ryokan.core.laws import AMBIENT_BY_HEAT
from ryokan.core.wiring.practice import SOURCE_OF, Practice


def by_ambient(
    sheet: Sheet, base: str, zone: str, ambient_c: float | None, practice: Practice, insulation: Figure
) -> Figure | None:
    """Share left in warm air: the lower of the code's factor and physics; None: the air of a cabin."""
    if ambient_c is not None:
        ambient = sheet.given(f"{base}ambient_c", ambient_c, "°C")
    elif zone == "cabin":
        return None
    else:
        ambient = sheet.assumption(practice.engine_c if zone == "engine_space" else "under_roof_c")
    key, inputs = f"{base}ambient_factor", {"insulation": insulation, "ambient": ambient}
    if zone == "engine_space":
        with suppress(OutOfTable):  # that insulation has no place there
            code = f"lookup({practice.engine_factor}, insulation)"
            return sheet.look_up(key, f"min({code}, {AMBIENT_BY_HEAT})", "", SOURCE_OF[practice.engine_factor], **inputs)
        return sheet.look_up(key, "0 × insulation", "", SOURCE_OF[practice.engine_factor], insulation=insulation)
    return sheet.look_up(key, AMBIENT_BY_HEAT, "", "physics", **inputs)


def by_bundle(sheet: Sheet, base: str, code_pack: str, bundled: int | None) -> Figure | None:
    """Share left where conductors under current lie together. (NEC 310.15(C)(1), ABYC E-11, ISO 13297, from memory)"""
    if bundled is None or bundled < 3:
        return None
    count = sheet.given(f"{base}bundled", float(bundled), "")
    table = {"na_vehicle": "bundle_nec", "na_marine": "bundle_abyc"}.get(code_pack, "bundle_iso")
    source = {"bundle_nec": "nec_310_15", "bundle_abyc": "abyc_e11_bundle", "bundle_iso": "iso_13297_bundle"}[table]
    return sheet.look_up(
        f"{base}bundle_factor", f"lookup({table}.factor, next_larger({table}.up_to, count))", "", source, count=count
    )


def by_burial(sheet: Sheet, base: str, buried_mm: float | None) -> Figure | None:
    """Share left within thermal insulation. (BS 7671 52.2, from memory)"""
    if buried_mm is None:
        return None
    depth = sheet.given(f"{base}buried_mm", buried_mm, "mm")
    formula = "lookup(buried.factor, next_larger(buried.up_to_mm, depth))"
    return sheet.look_up(f"{base}buried_factor", formula, "", "bs_7671_52", depth=depth)
