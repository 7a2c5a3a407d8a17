"""Each reading against its figure: whether it agrees within what meter, sky and audit leave open, and what would explain it."""

from __future__ import annotations

from ryokan.core.readings import of_amps, of_array, of_bank, of_chargers
from ryokan.core.readings.bounds import Hold
from ryokan.core.readings.model import Quantity, Reading
from ryokan.core.readings.moment import Moment
from ryokan.core.readings.told import Told


def hold(moment: Moment) -> tuple[Told, ...]:
    """What is told of each reading of a moment; nothing of what has no figure to be held against."""
    found = [_hold_one(moment, id, one) for id, one in moment.readings.items() if one.quantity in _HOLDS]
    return tuple(one for one in found if one is not None)


def _hold_one(moment: Moment, id: str, reading: Reading) -> Told | None:
    if moment.is_of_the_rig(reading):
        return _HOLDS[reading.quantity](moment, id, reading)
    return Told(id, "read_of_something_else", "says_nothing", words={"value": f"{reading.value:g} {reading.unit}"})


_HOLDS: dict[Quantity, Hold] = {
    "volts": of_bank.volts,
    "percent": of_bank.percent,
    "array_watts": of_array.array,
    "harvest_wh": of_array.harvest,
    "open_volts": of_array.open_volts,
    "bank_amps": of_amps.bank_amps,
    "load_amps": of_amps.load_amps,
    "charger_amps": of_chargers.charger,
    "mains_volts": of_chargers.mains_volts,
    "mains_watts": of_chargers.mains_watts,
    "capacity_ah": of_bank.capacity,
    "missing_ah": of_bank.missing,
}
