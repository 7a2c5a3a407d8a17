"""Resistance of a stock conductor, by whose system it is of."""

from __future__ import annotations

from ryokan.core.figure import Figure, Sheet


def ohm_per_km(sheet: Sheet, base: str, conductor: str) -> Figure:
    """Resistance of a kilometre, one way: metric by IEC 60228 at 20 °C, AWG by NEC Chapter 9 Table 8 at 75 °C. [Ω/km]

    ``base`` is what the figures are of: ``<base>.conductor`` and ``<base>.ohm_per_km``.
    """
    metric = conductor.startswith("mm2:")
    column, source = ("mm2_copper.ohm_per_km_20c", "iec_60228") if metric else ("awg_copper.ohm_per_km_75c", "nec_ch9_t8")
    name = sheet.given(f"{base}.conductor", conductor, "")
    return sheet.look_up(f"{base}.ohm_per_km", f"lookup({column}, conductor)", "Ω/km", source, conductor=name)
