"""What might help most: finite changes of a rig as patches, each with what it takes of money, weight and trouble."""

from __future__ import annotations

import math
from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from typing import Any, Literal, TypeAlias

from ryokan.core.climate.journey import located
from ryokan.core.climate.stay import MONTHS
from ryokan.core.evaluate import Report
from ryokan.core.figure import Sheet
from ryokan.core.findings.model import replace
from ryokan.core.itinerary import months_of, name_of_stay
from ryokan.core.rig import Rig
from ryokan.core.trial.loads_by_hour import running_loads
from ryokan.core.trial.prepare import sheet_of

# What a change asks of people: another habit, another place or route, work on what is there, or a part to be bought.
Effort: TypeAlias = Literal["habit", "route", "setting", "part"]
EFFORTS: tuple[Effort, ...] = ("habit", "route", "setting", "part")

COSTLIEST = 3
PANEL_W, PANEL_KG_PER_W = 100.0, 0.06  # of rigid panels: 6 kg for 100 W (common practice)
BANK_STEP_AH = 50.0
DCDC_SIZES_A = (20.0, 25.0, 30.0, 40.0, 50.0, 60.0, 80.0, 100.0)  # usual ratings (common practice)
FRIDGE_LESS = 0.8  # what a better fridge takes of one that is there (common practice)
WARMER_K = 10.0
SHED_BELOW = 0.4


@dataclass(frozen=True, slots=True)
class Help:
    """One change: a code with its words, the patch that makes it, and what it takes; None where nobody knows."""

    code: str
    effort: Effort
    patch: tuple[Mapping[str, Any], ...]
    name: str = ""  # of the thing that it is about
    amount: float | None = None
    price: float | None = None
    mass_kg: float | None = None


def what_might_help(report: Report) -> list[Help]:
    """Changes that are worth a try for a rig, in no order; those that make no sense for it are left out."""
    rig, sheet = report.traces.rig, sheet_of(report)
    return [
        *_habits(rig, sheet),
        *_routes(rig, sheet),
        *_settings(rig, sheet),
        *_panels(rig, sheet),
        *_banks(rig, sheet),
        *_ways(rig, sheet),
        *_devices(rig, sheet),
    ]


def _habits(rig: Rig, sheet: Sheet) -> Iterator[Help]:
    may_be_shed = any(load.importance == "shed" for load in rig.active_loads().values())
    if may_be_shed and rig.trial.shed_below_frac is None:
        yield Help("watch_the_gauge", "habit", replace("/trial/shed_below_frac", SHED_BELOW), amount=SHED_BELOW)
    for id, _ in _costliest(rig, sheet):
        load = rig.loads[id]
        if load.importance == "must":
            continue  # what must run is no habit
        less = load.hours_per_day - 1 if load.hours_per_day > 1.5 else load.hours_per_day / 2
        path = f"/loads/{id}/hours_per_day"
        if load.hours_per_day < 24:
            hours = load.hours_per_day - less
            yield Help("an_hour_less", "habit", ({"op": "replace", "path": path, "value": less},), load.name, hours)
    if rig.solar.has_carried and not rig.trial.portable_out:
        yield Help("set_it_out", "habit", replace("/trial/portable_out", True))
    elif rig.solar.has_carried and any(stay in rig.stays for stay in rig.trial.left_in_at):
        yield Help("set_it_out", "habit", replace("/trial/left_in_at", []))


def _costliest(rig: Rig, sheet: Sheet) -> list[tuple[str, float]]:
    """The loads that take most in a day, the largest first. [Wh]"""
    found = [(one.id, one.watts * float(one.on_h.sum()) * float(one.duty.max())) for one in running_loads(sheet, rig)]
    known = [(id, wh) for id, wh in found if id in rig.loads]
    return sorted(known, key=lambda one: -one[1])[:COSTLIEST]


def _routes(rig: Rig, sheet: Sheet) -> Iterator[Help]:
    away = {id: stay for id, stay in rig.stays.items() if stay.hookup == "none"}
    if "charging.mode.driving.into_bank_a" in sheet:
        patch = tuple(
            {"op": "replace", "path": f"/stays/{id}/driving_hours_per_day", "value": min(24.0, stay.driving_hours_per_day + 1)}
            for id, stay in away.items()
        )
        if patch:
            yield Help("drive_an_hour_more", "route", patch, amount=1.0)
    if not rig.solar.has_array:
        return
    for id, stay in away.items():
        if stay.shade_frac > 0:
            path = f"/stays/{id}/shade_frac"
            yield Help("out_of_the_shade", "route", ({"op": "replace", "path": path, "value": 0},), name_of_stay(stay))


def _settings(rig: Rig, sheet: Sheet) -> Iterator[Help]:
    stays = located(rig)
    for array_id, array in rig.solar.ordered_arrays().items():
        flat = (rig.solar.panel_tilt_deg if array.tilt_deg is None else array.tilt_deg) == 0
        if array.carried or not flat or array.place != "roof":
            continue
        patch: list[Mapping[str, Any]] = []
        for id, stay in stays.items():
            month = MONTHS[months_of(stay)[0] - 1]
            tilt, faces = (sheet.get(f"climate.stay.{id}.{month}.best_{name}") for name in ("tilt_deg", "faces_deg"))
            if tilt is not None and faces is not None and tilt.number > 0 and id not in array.at_stays:
                lie = {"tilt_deg": tilt.number, "faces_deg": faces.number}
                patch += replace(f"/solar/arrays/{array_id}/at_stays/{id}", lie)
        if patch:
            yield Help("tilt_it", "setting", tuple(patch), array.name)
    if rig.storage.bay_c < 15 and rig.storage.bank is not None:
        warmer = min(25.0, rig.storage.bay_c + WARMER_K)
        hot = max(rig.storage.bay_hot_c, warmer)
        patch = [*replace("/storage/bay_c", warmer), *replace("/storage/bay_hot_c", hot)]
        yield Help("warmer_bay", "setting", tuple(patch), amount=warmer - rig.storage.bay_c)


def _panels(rig: Rig, sheet: Sheet) -> Iterator[Help]:
    patch: tuple[Mapping[str, Any], ...]
    per_w = sheet.assumption("panel_price_per_w").number
    for id, array in rig.solar.ordered_arrays().items():
        if array.carried:
            continue
        if array.strings:
            string = next(iter(array.ordered().values()))
            watts = sheet.get(f"solar.string.{next(iter(array.ordered()))}.rated_w")
            if watts is None:
                continue
            panels = {key: {**one.model_dump(mode="json"), "x_m": None, "y_m": None} for key, one in string.panels.items()}
            new = {**string.model_dump(mode="json"), "position": len(array.strings), "panels": panels}
            patch, more = replace(f"/solar/arrays/{id}/strings/{_free(rig, id)}", new), watts.number
        else:
            more = PANEL_W
            patch = ({"op": "add", "path": f"/solar/arrays/{id}/plain_w", "value": (array.plain_w or 0) + more},)
        yield Help("more_panel", "part", patch, array.name, more, more * per_w, more * PANEL_KG_PER_W)
        return


def _free(rig: Rig, array_id: str) -> str:
    taken = {id for array in rig.solar.arrays.values() for id in array.strings}
    return next(name for at in range(1, 10_000) if (name := f"{array_id}-more-{at}") not in taken)


def _banks(rig: Rig, sheet: Sheet) -> Iterator[Help]:
    bank = rig.storage.bank
    if bank is None or bank.strings:
        return
    kind = rig.storage.chemistry
    nominal_v = sheet["storage.nominal_v"].number
    if bank.units is not None:
        added_ah = sheet["storage.bank_ah"].number / bank.units.parallel
        patch = replace("/storage/bank/units/parallel", bank.units.parallel + 1)
    else:
        added_ah = max(BANK_STEP_AH, math.ceil((bank.nominal_ah or 0) / 4 / BANK_STEP_AH) * BANK_STEP_AH)
        patch = replace("/storage/bank/nominal_ah", (bank.nominal_ah or 0) + added_ah)
    kwh = added_ah * nominal_v / 1000
    price, mass = (kwh * sheet.assumption(f"{kind}.{name}_per_kwh").number for name in ("price", "kg"))
    yield Help("more_bank", "part", patch, "", added_ah, price, mass)


def _ways(rig: Rig, sheet: Sheet) -> Iterator[Help]:
    if not any(stay.driving_hours_per_day > 0 for stay in rig.stays.values()):
        return
    for id, path in rig.charging.ordered_paths().items():
        output = sheet.get(f"charging.source.{id}.output_a")
        if path.kind != "dcdc" or path.output_a is None or output is None or path.bank is not None:
            continue
        larger = next((size for size in DCDC_SIZES_A if size > path.output_a), None)
        if larger is not None:
            patch = replace(f"/charging/paths/{id}/output_a", larger)
            price = (larger - path.output_a) * sheet.assumption("dcdc_price_per_a").number
            yield Help("next_dcdc", "part", patch, path.name, larger, price, 0.0)
        return


def _devices(rig: Rig, sheet: Sheet) -> Iterator[Help]:
    for id, _ in _costliest(rig, sheet):
        load = rig.loads[id]
        if load.group == "refrigeration":
            less = tuple(
                {"op": "replace", "path": f"/loads/{id}/duty_by_ambient/{ambient}", "value": duty * FRIDGE_LESS}
                for ambient, duty in load.duty_by_ambient.items()
            )
            patch = (*less, {"op": "replace", "path": f"/loads/{id}/duty_frac", "value": load.duty_frac * FRIDGE_LESS})
            yield Help("better_fridge", "part", patch, load.name, 1 - FRIDGE_LESS)
        elif load.feed == "ac" and load.importance != "must":
            on_dc = replace(f"/loads/{id}/feed", "dc")
            yield Help("on_dc", "part", on_dc, load.name)
