"""Conductors that bond cases and chassis."""

from __future__ import annotations

from ryokan.core.ac.model import AcSide
from ryokan.core.data.tables import tables
from ryokan.core.figure import Sheet
from ryokan.core.inverter.model import Inverter


def place_in_stock(conductor: str) -> tuple[str, int]:
    """The ladder that a stock conductor stands in, and its place there."""
    for name in ("awg_copper", "mm2_copper"):
        rows = list(tables()[name].rows)
        if conductor in rows:
            return name, rows.index(conductor)
    raise LookupError(conductor)


def bonds(sheet: Sheet, ac: AcSide, inverter: Inverter, main: str | None) -> None:
    """What bonds the chassis and the inverter's case, and the least for the latter: a size below its DC side.

    One size smaller is allowed where the fuse is at most 135 % of what the bond bears; thinner never is. (ABYC E-11, from
    memory)
    """
    if ac.bonding is not None:
        sheet.given("ac.bonding", ac.bonding, "")
    if inverter.case_bond is None:
        return
    sheet.given("ac.case_bond", inverter.case_bond, "")
    if main is None:
        return
    system, size = place_in_stock(main)
    sheet.given("ac.case_bond_main", main, "")
    sheet.constant_label("ac.case_bond_least", list(tables()[system].rows)[max(0, size - 1)], "abyc_e11_ac")
