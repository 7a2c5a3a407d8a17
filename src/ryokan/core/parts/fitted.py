"""The parts that a rig refers to, looked up, and what they come to together."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass, field
from decimal import Decimal
from typing import TypeVar

from ryokan.core.charging.model import AlternatorPath, Charger
from ryokan.core.errors import UnknownPart
from ryokan.core.figure import Figure, Sheet
from ryokan.core.parts.base import AnyPart
from ryokan.core.parts.model import BOOK, OWN, Battery, ChargerPart, ControllerPart, DcdcPart, InverterPart, PanelPart, Part
from ryokan.core.rig import Rig
from ryokan.core.solar.model import Controller, LaidPanel

AnyKind = TypeVar("AnyKind", bound=AnyPart)


@dataclass(frozen=True, slots=True)
class Fitted:
    """What was chosen by part; None where nothing is, or where it was typed by its plate."""

    battery: Battery | None
    inverter: InverterPart | None
    strings: Mapping[str, tuple[Battery, ...]] = field(default_factory=dict)  # of a bank given string by string
    panels: Mapping[str, PanelPart] = field(default_factory=dict)  # of all arrays, by their references
    controllers: Mapping[str, ControllerPart] = field(default_factory=dict)  # by the controller's id in the rig
    chargers: Mapping[str, ChargerPart] = field(default_factory=dict)  # by the charger's id in the rig
    paths: Mapping[str, DcdcPart] = field(default_factory=dict)  # DC-DC chargers, by the id of their path

    @property
    def batteries(self) -> tuple[Battery, ...]:
        """Every unit of a bank given string by string."""
        return tuple(battery for string in self.strings.values() for battery in string)


def references(rig: Rig) -> Iterator[tuple[str, str]]:
    """Each place of a rig that refers to a part, as a JSON pointer, with the reference."""
    bank = rig.storage.bank
    if bank is not None and bank.units is not None:
        yield "/storage/bank/units/part", bank.units.part
    for id, string in bank.ordered_strings().items() if bank is not None else ():
        for place, reference in enumerate(string.units):
            yield f"/storage/bank/strings/{id}/units/{place}", reference
    if rig.inverter.chosen is not None and rig.inverter.chosen.part is not None:
        yield "/inverter/chosen/part", rig.inverter.chosen.part
    for array, series, panel, laid in every_panel(rig):
        yield f"/solar/arrays/{array}/strings/{series}/panels/{panel}/part", laid.part
    for id, controller in rig.solar.ordered_controllers().items():
        if controller.part is not None:
            yield f"/solar/controllers/{id}/part", controller.part
    for id, charger in rig.charging.ordered_chargers().items():
        if charger.part is not None:
            yield f"/charging/chargers/{id}/part", charger.part
    for id, path in rig.charging.ordered_paths().items():
        if path.part is not None:
            yield f"/charging/paths/{id}/part", path.part


def every_panel(rig: Rig) -> Iterator[tuple[str, str, str, LaidPanel]]:
    """Every panel of every string, behind the ids of its array, its string and its own."""
    for array_id, array in rig.solar.ordered_arrays().items():
        for string_id, string in array.ordered().items():
            for id, panel in string.panels.items():
                yield array_id, string_id, id, panel


def book_references(rig: Rig) -> frozenset[str]:
    """References that the parts book has to answer."""
    return frozenset(reference for _, reference in references(rig) if reference.startswith(BOOK))


def fitted(rig: Rig, book: Mapping[str, Part]) -> Fitted:
    """Look up what the rig refers to.

    Raises
    ------
    UnknownPart
        A reference leads nowhere, or to a part of another kind; the pointer says where.
    """
    found = {pointer: _part(rig, book, pointer, reference) for pointer, reference in references(rig)}
    return Fitted(
        battery=_of_kind(found, "/storage/bank/units/part", Battery),
        inverter=_of_kind(found, "/inverter/chosen/part", InverterPart),
        strings=_strings(rig, found),
        panels=_panels(rig, found),
        controllers=_by_id(found, "/solar/controllers", rig.solar.ordered_controllers(), ControllerPart),
        chargers=_by_id(found, "/charging/chargers", rig.charging.ordered_chargers(), ChargerPart),
        paths=_by_id(found, "/charging/paths", rig.charging.ordered_paths(), DcdcPart),
    )


def _panels(rig: Rig, found: Mapping[str, Part]) -> dict[str, PanelPart]:
    panels: dict[str, PanelPart] = {}
    for array, string, panel, laid in every_panel(rig):
        part = _of_kind(found, f"/solar/arrays/{array}/strings/{string}/panels/{panel}/part", PanelPart)
        if part is not None:
            panels[laid.part] = part
    return panels


def _by_id(found: Mapping[str, Part], owner: str, ids: Iterable[str], kind: type[AnyKind]) -> dict[str, AnyKind]:
    """The parts of things in the rig, by the ids of those."""
    parts = {id: _of_kind(found, f"{owner}/{id}/part", kind) for id in ids}
    return {id: part for id, part in parts.items() if part is not None}


def _strings(rig: Rig, found: Mapping[str, Part]) -> dict[str, tuple[Battery, ...]]:
    bank = rig.storage.bank
    strings: dict[str, tuple[Battery, ...]] = {}
    for id, string in bank.ordered_strings().items() if bank is not None else ():
        units = [_of_kind(found, f"/storage/bank/strings/{id}/units/{place}", Battery) for place in range(len(string.units))]
        strings[id] = tuple(unit for unit in units if unit is not None)
    return strings


def _part(rig: Rig, book: Mapping[str, Part], pointer: str, reference: str) -> Part:
    if reference.startswith(OWN):
        own = rig.own_parts.get(reference.removeprefix(OWN))
        part = None if own is None else own.part
    else:
        part = book.get(reference)
    if part is None:
        raise UnknownPart(pointer, f"There is no part “{reference}” here.")
    return part


def _of_kind(found: Mapping[str, Part], pointer: str, kind: type[AnyKind]) -> AnyKind | None:
    part = found.get(pointer)
    if part is None:
        return None
    if not isinstance(part, kind):
        raise UnknownPart(pointer, f"“{part.name}” is of another kind: here goes a part of kind {kind.__name__.lower()}.")
    return part


def totals(sheet: Sheet, rig: Rig, chosen: Fitted) -> None:
    """Mass and price of what was chosen so far. [kg, and each currency by itself]

    A bank typed by its amp-hours counts with its mass by chemistry, and without a price. A part without a price is
    counted in ``parts.without_price``: the sum beside it is then less than the whole.
    """
    masses: list[Figure] = []
    counted: list[tuple[str, AnyPart, Figure]] = []
    if rig.storage.bank is not None:
        masses.append(sheet["storage.mass_kg"])
    if chosen.battery is not None:
        counted.append(("battery", chosen.battery, sheet["storage.units"]))
    for place, (unit, number) in enumerate(Counter(chosen.batteries).items(), start=1):
        base = f"battery.{place}"
        counted.append((base, unit, sheet.part(f"parts.{base}.count", float(number), "", unit)))
    if chosen.inverter is not None:
        counted.append(("inverter", chosen.inverter, sheet.part("parts.inverter.count", 1.0, "", chosen.inverter)))
        if chosen.inverter.mass_kg is not None:
            masses.append(sheet.part("parts.inverter.mass_kg", chosen.inverter.mass_kg, "kg", chosen.inverter))
    for kind, parts in _several(rig, chosen).items():
        for place, (part, number) in enumerate(parts.items(), start=1):
            base = f"{kind}.{place}"
            count = sheet.part(f"parts.{base}.count", float(number), "", part)
            counted.append((base, part, count))
            if part.mass_kg is not None:
                each = sheet.part(f"parts.{base}.mass_each_kg", part.mass_kg, "kg", part)
                masses.append(sheet.compute(f"parts.{base}.mass_kg", "count × each", "kg", count=count, each=each))
    if masses:
        sheet.compute("parts.mass_kg", "sum(masses)", "kg", masses=masses)
    _prices(sheet, counted)


def _several(rig: Rig, chosen: Fitted) -> dict[str, Counter[AnyPart]]:
    """Parts of which a rig may have many. What sits within another device is counted there, once."""
    apart: dict[str, tuple[Mapping[str, AnyPart], Mapping[str, Controller | Charger | AlternatorPath]]] = {
        "controller": (chosen.controllers, rig.solar.controllers),
        "charger": (chosen.chargers, rig.charging.chargers),
        "dcdc": (chosen.paths, rig.charging.paths),
    }
    counted: dict[str, Counter[AnyPart]] = {"panel": Counter(_panels_of(rig, chosen))}
    for kind, (parts, things) in apart.items():
        counted[kind] = Counter(part for id, part in parts.items() if things[id].within is None)
    return counted


def _panels_of(rig: Rig, chosen: Fitted) -> Counter[PanelPart]:
    return Counter(chosen.panels[laid.part] for *_, laid in every_panel(rig))


def _prices(sheet: Sheet, counted: list[tuple[str, AnyPart, Figure]]) -> None:
    by_currency: dict[str, list[tuple[Figure, Figure]]] = {}
    missing: list[Figure] = []
    for base, part, count in counted:
        if part.price is None:
            missing.append(count)
            continue
        unit_price = sheet.part(f"parts.{base}.price", _as_float(part.price.amount), part.price.currency, part)
        by_currency.setdefault(part.price.currency, []).append((count, unit_price))
    for currency, pairs in by_currency.items():
        sheet.compute(
            f"parts.price.{currency.lower()}",
            "sum(count × price)",
            currency,
            count=[count for count, _ in pairs],
            price=[price for _, price in pairs],
        )
    if missing:
        sheet.compute("parts.without_price", "sum(count)", "parts", count=missing)


def _as_float(amount: Decimal) -> float:
    """Prices stay decimal wherever they are kept; a figure of a report is for reading."""
    return float(amount)
