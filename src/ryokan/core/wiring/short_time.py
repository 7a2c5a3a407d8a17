"""What a conductor bears for a moment, until its fuse has opened."""

from __future__ import annotations

from ryokan.core.figure import Figure, Input, Sheet
from ryokan.core.wiring.kinds import Material
from ryokan.core.wiring.practice import Practice

K_OF: dict[Material, str] = {"copper": "copper", "aluminium": "aluminium"}  # of clad aluminium nobody prints one


def withstand(
    sheet: Sheet,
    base: str,
    practice: Practice,
    conductor: Figure,
    insulation: Figure | None,
    material: Material | None,
    cables: dict[str, Input],
) -> None:
    """The energy that it bears: (k × area)², in insulation of PVC. [A²s] (IEC 60364-4-43, from memory, unverified)"""
    if insulation is None or material not in K_OF:
        return
    each = " × cables" if cables else ""
    sheet.look_up(
        f"{base}.withstand_a2s",
        f"(lookup(short_time_k.{K_OF[material]}, insulation) × lookup({practice.copper}.area_mm2, size){each})^2",
        "A²s", "iec_60364_4_43", insulation=insulation, size=conductor, **cables,
    )  # fmt: skip
