"""How many of a unit make a bank: series for the volts of the class, parallel for the energy that is needed."""

from __future__ import annotations

import math
from dataclasses import dataclass

from ryokan.core.parts.model import Battery
from ryokan.core.storage.rules import MAX_PARALLEL, SLACK
from ryokan.core.storage.volts_class import in_series


@dataclass(frozen=True, slots=True)
class Arrangement:
    """Strings of ``series`` units, ``parallel`` of them."""

    series: int
    parallel: int


def arrangement(battery: Battery, nominal_v: float, need_wh: float) -> Arrangement | None:
    """The fewest units that make the volts and meet the need; None where no series of them makes the volts.

    Parameters
    ----------
    battery : Battery
    nominal_v : float
        Nominal volts of the bank, > 0. [V]
    need_wh : float
        Nominal energy of the bank, >= 0. [Wh]

    Notes
    -----
    Volts within a tenth of nominal count as the class, since plates round. The maker's limits on units are not applied
    here: a rule says where they are broken.

    References
    ----------
    Series adds volts, parallel adds amp-hours: arithmetic.
    """
    series = in_series(nominal_v, battery.nominal_v)
    if series is None:
        return None
    string_wh = series * battery.nominal_v * battery.capacity_ah
    parallel = max(1, math.ceil(need_wh / string_wh - SLACK))
    return None if parallel > MAX_PARALLEL else Arrangement(series, parallel)
