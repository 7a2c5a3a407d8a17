"""Moving a rig to another volts class with what it has: what stays, what is built up anew, what goes."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Any, Literal, TypeAlias

from ryokan.core.charging.alternator import known_of, ways
from ryokan.core.figure import Figure
from ryokan.core.findings.model import replace
from ryokan.core.inverter.model import BuiltInCharger
from ryokan.core.parts.fitted import Fitted
from ryokan.core.rig import Rig

Fate: TypeAlias = Literal["stays", "changes", "goes"]


@dataclass(frozen=True, slots=True)
class Piece:
    """One thing of the rig on its way to another class. ``code`` is what the wording knows it by."""

    code: str
    fate: Fate
    words: Mapping[str, str] = field(default_factory=dict)


@dataclass(frozen=True, slots=True)
class Move:
    """The way to another class: the pieces, and the patch that goes it. ``patch`` is None where the bank cannot."""

    volts: int
    pieces: tuple[Piece, ...]
    patch: tuple[Mapping[str, Any], ...] | None


def move_to(rig: Rig, chosen: Fitted, figures: Mapping[str, Figure], volts: int) -> Move:
    """What a move to 12, 24 or 48 V does to each thing that is chosen.

    Units are built up anew, a bank by its amp-hours keeps its energy; inverter and chargers are built for one class;
    the cable stays and its fuse comes down with the amps; loads on the bus keep their own 12 V through a converter.
    (common practice)
    """
    system_v = rig.storage.system_v
    pieces: list[Piece] = []
    patch: list[Mapping[str, Any]] = list(replace("/storage/system_v", volts))
    can = _bank(rig, figures, volts, pieces, patch)
    _inverter(rig, chosen, volts, pieces, patch)
    _chargers(rig, chosen, volts, pieces, patch)
    _wiring(rig, pieces, patch)
    _loads(rig, volts, pieces, patch)
    _controllers(rig, chosen, volts, pieces, patch)
    _arrays(rig, figures, volts, pieces)
    assert volts != system_v
    return Move(volts, tuple(pieces), tuple(patch) if can else None)


def _bank(rig: Rig, figures: Mapping[str, Figure], volts: int, pieces: list[Piece], patch: list[Mapping[str, Any]]) -> bool:
    """Whether the bank can be built up for the class."""
    bank, base = rig.storage.bank, f"storage.class.{volts}"
    if bank is None:
        return True
    if bank.units is None:
        if bank.strings:
            pieces.append(Piece("strings", "goes"))
            patch += replace("/storage/bank", None)
            return True
        ah = (bank.nominal_ah or 0) * rig.storage.system_v / volts
        pieces.append(Piece("energy", "changes", {"ah": f"{ah:g}"}))
        patch += replace("/storage/bank/nominal_ah", ah)
        if bank.bms_limit_a is not None:
            patch += replace("/storage/bank/bms_limit_a", bank.bms_limit_a * rig.storage.system_v / volts)
        return True
    if f"{base}.series" not in figures:
        pieces.append(Piece("units_cannot", "goes"))
        return False
    series, parallel = (round(figures[f"{base}.{name}"].number) for name in ("series", "parallel"))
    left_over, most = figures[f"{base}.left_over"].number, figures.get("storage.unit.max_series")
    words = {"series": str(series), "parallel": str(parallel), "left": f"{left_over:g}"}
    code = "units_with_left_over" if left_over else "units"
    if most is not None and series > most.number:
        code, words = "units_over_maker", {**words, "most": f"{most.number:g}"}
    pieces.append(Piece(code, "goes" if code == "units_over_maker" else "changes", words))
    patch += replace("/storage/bank/units/series", series)
    patch += replace("/storage/bank/units/parallel", parallel)
    return True


def _inverter(rig: Rig, chosen: Fitted, volts: int, pieces: list[Piece], patch: list[Mapping[str, Any]]) -> None:
    if rig.inverter.cutoff_v is not None:
        patch += replace("/inverter/cutoff_v", None)
    if rig.inverter.chosen is None:
        return
    if chosen.inverter is not None and chosen.inverter.battery_v == volts:
        pieces.append(Piece("inverter_fits", "stays"))
        return
    pieces.append(Piece("inverter", "goes"))
    patch += replace("/inverter/chosen", None)
    if rig.inverter.charger != BuiltInCharger():
        patch += replace("/inverter/charger", {})


def _chargers(rig: Rig, chosen: Fitted, volts: int, pieces: list[Piece], patch: list[Mapping[str, Any]]) -> None:
    """Each by the classes that it is made for; one of which nobody said them goes."""
    for id, way in ways(rig.charging, chosen.paths).items():
        name = {"name": way.path.name or ("DC-DC charger" if way.converts else "way from the alternator")}
        if way.straight:
            fits = way.source_v == volts
            pieces.append(Piece("straight_fits" if fits else "straight_of_other_volts", "stays" if fits else "changes", name))
        elif way.path.chosen and way.path.output_v == volts:
            pieces.append(Piece("dcdc_fits", "stays", name))
        elif way.path.chosen:
            pieces.append(Piece("dcdc", "goes", name))
            bare = {"position": way.path.position, "kind": way.path.kind, "alternator": way.path.alternator}
            patch += replace(f"/charging/paths/{id}", bare)
    for id, one in rig.charging.ordered_chargers().items():
        known = known_of(one, chosen.chargers.get(id))
        if one.bank is not None or known.output_a is None:
            continue
        name = {"name": one.name or "Shore charger"}
        if known.output_v == volts:
            pieces.append(Piece("shore_fits", "stays", name))
        else:
            pieces.append(Piece("shore", "goes", name))
            patch += replace(f"/charging/chargers/{id}", {"position": one.position})


def _controllers(rig: Rig, chosen: Fitted, volts: int, pieces: list[Piece], patch: list[Mapping[str, Any]]) -> None:
    """Each by the classes that it is made for; one of which nobody said them is to be looked at."""
    for id, one in rig.solar.ordered_controllers().items():
        known = chosen.controllers.get(id, one)
        lowest, highest, base = known.lowest_battery_v, known.highest_battery_v, f"/solar/controllers/{id}"
        if known.rated_a is None and lowest is None and highest is None:
            continue
        name = {"name": one.name or getattr(known, "name", "")}
        if lowest is None and highest is None:
            pieces.append(Piece("controller", "changes"))
            patch += replace(f"{base}/rated_a", None)
        elif (lowest or volts) <= volts <= (highest or volts):
            pieces.append(Piece("controller_fits", "stays", name))
        else:
            pieces.append(Piece("controller_of_other_volts", "goes", name))
            patch += replace(base, {"position": one.position, "name": one.name})


def _arrays(rig: Rig, figures: Mapping[str, Figure], volts: int, pieces: list[Piece]) -> None:
    """Each by its volts, against those that charge the bank there: too few are to be wired with more in series."""
    charge_v, margin_v = figures.get("storage.charge_v"), figures.get("assumptions.running_margin_v")
    for id, array in rig.solar.ordered_arrays().items():
        has = figures.get(f"solar.array.{id}.vmp_hot_v") or figures.get(f"solar.array.{id}.vmp_v")
        needs = (
            None if charge_v is None else charge_v.number * volts / rig.storage.system_v + (margin_v.number if margin_v else 1)
        )
        if has is not None and needs is not None and has.number < needs and not array.own_controller:
            words = {"name": array.name or "the array", "has": f"{has.number:.3g}", "needs": f"{needs:.3g}"}
            pieces.append(Piece("array_too_low", "changes", words))
        else:
            pieces.append(Piece("array", "stays"))


def _wiring(rig: Rig, pieces: list[Piece], patch: list[Mapping[str, Any]]) -> None:
    if rig.wiring.main.conductor is not None:
        pieces.append(Piece("cable", "stays"))
    if rig.wiring.main.fuse_a is not None:
        pieces.append(Piece("fuse", "goes"))
        patch += replace("/wiring/main/fuse_a", None)


def _loads(rig: Rig, volts: int, pieces: list[Piece], patch: list[Mapping[str, Any]]) -> None:
    feed, now = ("dc", "step_down") if volts == 12 else ("step_down", "dc")
    if volts != 12 and rig.storage.system_v != 12:
        return  # they hang on a converter already, or are made for the class
    moved = [id for id, load in rig.loads.items() if load.feed == now]
    if moved:
        pieces.append(Piece("loads_on_bus" if volts == 12 else "loads_on_converter", "changes", {"count": str(len(moved))}))
    for id in moved:
        patch += replace(f"/loads/{id}/feed", feed)
