"""The readings of one moment, and what they share: the sheet, the state, the sky, the sun of that hour."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass

from ryokan.core.climate.moment import ClearDay, clear_day
from ryokan.core.climate.stay import LOSSES, corrected, panel_of, place_of, sky_of
from ryokan.core.climate.sun import light
from ryokan.core.figure import Figure, Sheet
from ryokan.core.readings.model import Quantity, Reading
from ryokan.core.rig import Rig, Stay
from ryokan.core.survey.model import AnyFound, FoundBank, FoundPanels

NEARLY_FULL = 0.97  # charge from which chargers hold back (common practice)
NO_AMPS = 0.5  # below which amps do not tell whether the bank rests (common practice)
FLOATS_AT_C = 0.02  # of its amp-hours, up to which a full bank takes amps at its charging volts (common practice)
HELD_AT = 0.985  # share of the charging volts from which a bank is held at them (common practice)


@dataclass(frozen=True)
class Moment:
    """Readings taken at once, by id, in the order in which they were entered."""

    sheet: Sheet
    rig: Rig
    readings: Mapping[str, Reading]

    @property
    def id(self) -> str:
        """That of its first reading."""
        return next(iter(self.readings))

    @property
    def first(self) -> Reading:
        """The first reading, whose hour all share."""
        return self.readings[self.id]

    @property
    def hour(self) -> float | None:
        """Hour of the clock; None where nobody said when. [h]"""
        at = self.first.at
        return None if at is None else at.hour + at.minute / 60

    def of(self, quantity: Quantity) -> Iterator[tuple[str, Reading]]:
        """Readings of one quantity."""
        return ((id, one) for id, one in self.readings.items() if one.quantity == quantity)

    def value(self, quantity: Quantity) -> float | None:
        """The first reading of a quantity that was not read of one thing alone; None where there is none."""
        found = [one for _, one in self.of(quantity)]
        return next((one.value for one in found if one.thing is None), found[0].value if found else None)

    def state(self, reading: Reading) -> str | None:
        """In what state a reading was taken: what it says itself, or another of the moment, or the amps beside it."""
        said = reading.state or next((one.state for one in self.readings.values() if one.state is not None), None)
        into_bank = self.value("bank_amps") or self.value("charger_amps")
        if said is not None or into_bank is None or abs(into_bank) < NO_AMPS:
            return said
        return "charging" if into_bank > 0 else "loaded"

    @property
    def sky(self) -> str | None:
        """What the sky was like."""
        return next((one.sky for one in self.readings.values() if one.sky is not None), None)

    @property
    def loads_on(self) -> list[str]:
        """Loads that ran, as far as the rig still has them."""
        on = dict.fromkeys(id for one in self.readings.values() for id in one.loads_on)
        return [id for id in on if id in self.rig.loads]

    @property
    def bus_v(self) -> float:
        """Volts of the bank as they were read, otherwise nominal ones. [V]"""
        read = self.value("volts")
        nominal = self.sheet.get("storage.nominal_v")
        return read or (nominal.number if nominal is not None else float(self.rig.storage.system_v))

    @property
    def nearly_full(self) -> bool:
        """Whether the bank holds its chargers back: by its gauge, or held at its charging volts."""
        percent, volts, charge_v = self.value("percent"), self.value("volts"), self.sheet.get("storage.charge_v")
        if percent is not None:
            return percent >= 100 * NEARLY_FULL
        resting = any(one.state == "resting" for one in self.readings.values())
        return volts is not None and charge_v is not None and not resting and volts >= HELD_AT * charge_v.number

    @property
    def not_full(self) -> bool:
        """Whether the readings themselves show that the bank takes all that it gets, and holds no source back."""
        if self.nearly_full:
            return False
        if self.value("percent") is not None or self.value("missing_ah") is not None:
            return True
        charge_v = self.sheet.get("storage.charge_v")
        return charge_v is not None and any(self.state(one) == "charging" for _, one in self.of("volts"))

    @property
    def stay(self) -> tuple[str, Stay] | None:
        """Where it was read: the stay that was said, otherwise the first that has a place."""
        said = [one.stay for one in self.readings.values() if one.stay is not None]
        stays = sorted(self.rig.stays.items(), key=lambda one: (one[1].position, one[0]))
        placed = {id: stay for id, stay in stays if stay.lat_deg is not None}
        if said:
            return (said[0], placed[said[0]]) if said[0] in placed else None
        return next(iter(placed.items()), None)

    def is_of_the_rig(self, reading: Reading) -> bool:
        """Whether what was read belongs to the rig: not what goes in a plan, nor a bank beside the one reckoned with."""
        if reading.thing is None:
            return True
        counts = self.rig.survey.that_counts(AnyFound)
        thing = counts.get(reading.thing)
        if thing is None:
            return reading.thing in self.rig.survey.items and self.rig.survey.items[reading.thing].fate == "open"
        banks = [id for id, one in counts.items() if isinstance(one, FoundBank)]
        return not isinstance(thing, FoundBank) or reading.thing == banks[0]

    def array_w(self, thing: str | None) -> float | None:
        """Rated watts of what was read: of one thing, or of the whole array. [W]"""
        panels = self.rig.survey.items.get(thing or "")
        if isinstance(panels, FoundPanels):
            return None if panels.watts_each is None else panels.watts_each * panels.count
        fixed = [one for one in self.rig.solar.ordered_arrays().items() if not one[1].carried]
        watts = [self.sheet[f"solar.array.{id}.rated_w"].number for id, _ in fixed]
        return sum(watts) or None

    def panels_of(self, thing: str | None) -> int | None:
        """How many panels that is; None where nobody counted them."""
        panels = self.rig.survey.items.get(thing or "")
        if isinstance(panels, FoundPanels):
            return panels.count
        found = [one for one in self.rig.survey.that_counts(FoundPanels).values() if one.mounting != "portable"]
        return sum(one.count for one in found) or None

    def clear(self) -> ClearDay | None:
        """The clearest day at that place and date; None where either is not known."""
        where, at = self.stay, self.first.at
        if where is None or at is None:
            return None
        place, solar = place_of(where[1]), self.rig.solar
        correction = corrected(self.sheet, solar, place)
        air_c = light(place, at.month, sky_of(solar, place), correction=correction).air_c.mean(axis=0)
        return clear_day(place, at.timetuple().tm_yday, air_c, panel_of(solar, place[0]), where[1].heading_deg)

    def losses(self) -> dict[str, Figure]:
        """What is lost between the panels and the bank, by name."""
        found = {name: self.sheet.assumption(f"{name}_frac") for name in LOSSES}
        pwm = self.sheet.get("solar.pwm_frac")
        return found if pwm is None else {**found, "pwm": pwm}

    def accuracy(self, reading: Reading) -> Figure:
        """How far the meter may be off."""
        kind = {"V": "volts", "W": "watts", "Wh": "watts", "%": "watts"}.get(reading.unit, "amps")
        return self.sheet.assumption(f"meter_{kind}_frac")


def moments(rig: Rig) -> dict[str, tuple[tuple[str, Reading], ...]]:
    """Readings that were taken at once, by the id of the first; one of no known hour stands by itself."""
    found: dict[object, list[tuple[str, Reading]]] = {}
    ordered = sorted(rig.survey.readings.items(), key=lambda one: (one[1].position, one[0]))
    for id, one in ordered:
        found.setdefault(one.at or id, []).append((id, one))
    return {group[0][0]: tuple(group) for group in found.values()}
