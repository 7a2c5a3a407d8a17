"""How far cold raises the volts of a string."""

from __future__ import annotations

from contextlib import suppress

from ryokan.core.errors import OutOfTable
from ryokan.core.figure import Sheet


def cold_volts(sheet: Sheet) -> None:
    """How much the open-circuit volts of a string rise at the record low: by a panel's coefficient, and by the table.

    The larger one is for a string whose panels are not chosen yet; left out where no record low is known. (NEC 690.7)
    """
    low = sheet.get("climate.t_min_record_c")
    if low is None:
        return
    beta = sheet.assumption("beta_voc_per_k")
    sheet.compute("solar.cold_voc_factor", "1 + beta × max(0, 25 − low)", "", "physics", beta=beta, low=low)
    with suppress(OutOfTable):  # colder than the table goes the coefficient alone is left
        sheet.look_up(
            "solar.cold_voc_factor_by_table",
            "lookup(nec_690_7.factor, next_larger(nec_690_7.below_25_k, 25 − low))",
            "",
            "nec_690_7",
            low=low,
        )
