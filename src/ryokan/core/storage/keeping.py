"""The bank that would leave a wished share at a wished dawn."""

from __future__ import annotations

import math
from collections.abc import Mapping
from typing import Any

from ryokan.core.errors import NoAnswer
from ryokan.core.figure import Figure
from ryokan.core.findings.model import replace
from ryokan.core.rig import Rig
from ryokan.core.storage.rules import MAX_PARALLEL, SLACK

STEP_AH = 10  # what a bank by its amp-hours is rounded up to
LARGEST_AH = 20_000


def bank_that_keeps(rig: Rig, figures: Mapping[str, Figure], dawn: int, left_frac: float) -> tuple[Mapping[str, Any], ...]:
    """The patch for the smallest bank of the same kind that has so much left at that dawn, by the audit.

    Parameters
    ----------
    rig : Rig
    figures : mapping of key to figure
        Of the report of that rig.
    dawn : int
        1 for the dawn after the first night.
    left_frac : float
        Share of the usable energy that is to be left, 0 to below 1.

    Raises
    ------
    NoAnswer
        There is no such dawn, no like units to add, or the bank would be larger than any.

    Notes
    -----
    ``usable = run ÷ (1 − left)``; usable grows with the bank, so the bank grows alike. (arithmetic)
    """
    runs = figures.get("loads.run_by_night_wh")
    nights = runs.value if runs is not None and isinstance(runs.value, tuple) else ()
    usable = figures["storage.usable_wh"].number
    if not 1 <= dawn <= len(nights) or not 0 <= left_frac < 1 or usable == 0:
        raise NoAnswer("There is no such dawn to keep energy for.")
    grow = nights[dawn - 1] / (1 - left_frac) / usable
    bank = rig.storage.bank
    if bank is not None and bank.strings:
        raise NoAnswer("A bank of unlike strings is not made larger by adding more of them.")
    if bank is not None and bank.units is not None:
        parallel = max(1, math.ceil(bank.units.parallel * grow - SLACK))
        if parallel > MAX_PARALLEL:
            raise NoAnswer(f"That would take {parallel} strings; there are at most {MAX_PARALLEL}.")
        return replace("/storage/bank/units/parallel", parallel)
    amp_hours = STEP_AH * max(1, math.ceil(figures["storage.bank_ah"].number * grow / STEP_AH - SLACK))
    if amp_hours > LARGEST_AH:
        raise NoAnswer(f"That would take {amp_hours} Ah, more than any bank here.")
    limit = None if bank is None else bank.bms_limit_a
    return replace("/storage/bank", {"nominal_ah": amp_hours, "bms_limit_a": limit})
