"""What each array brings, month by month, and where its controller caps it hour by hour."""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

import numpy as np

from ryokan.core.climate.above import Floats
from ryokan.core.climate.journey import modelled, sunlit
from ryokan.core.climate.stay import BRIGHT, LOSSES, MONTHS, corrected_by, panel_of, place_of, sky_of, surroundings_of
from ryokan.core.climate.sun import STEPS, MonthSun, Panel, month_sun
from ryokan.core.figure import Figure, Input, Sheet
from ryokan.core.itinerary import months_of, nights_by_month
from ryokan.core.parts.model import PanelPart
from ryokan.core.rig import Rig, Stay
from ryokan.core.solar.model import Array, Solar
from ryokan.core.solar.need import sunny_months

HALF_HOURS = 24  # of a day of twelve hours
STEP_H = 24 / STEPS
AIRY_DEG = 10  # from so much tilt on there is air behind a panel (common practice)


@dataclass(frozen=True, slots=True)
class Profile:
    """What a rated watt of an array gives in a month before controller and wiring, by stay: nights there, and W by half hours.

    Each of shape (20, 48), days of the month from the dullest to the brightest by the sun's clock.
    """

    nights: tuple[int, ...]
    w_per_w: tuple[Floats, ...]

    @property
    def wh_per_w(self) -> float:
        """Of a mean day, the stays by their nights. [Wh/W]"""
        each = [float(one.sum(axis=1).mean()) * STEP_H for one in self.w_per_w]
        return float(np.average(each, weights=self.nights))

    @property
    def noon_w_per_w(self) -> float:
        """At noon of a bright day of the brightest stay. [W/W]"""
        return max(float(np.sort(one.max(axis=1))[BRIGHT].mean()) for one in self.w_per_w)


def lie_of(solar: Solar, array: Array, stay_id: str, lat_deg: float, parts: Mapping[str, PanelPart]) -> Panel:
    """How an array lies at a stay: as is said for it there, as it always does, or as the vehicle's arrays do."""
    usual = panel_of(solar, lat_deg)
    equator = 180.0 if lat_deg >= 0 else 0.0
    there = array.at_stays.get(stay_id)
    if there is not None:
        lies = Panel(there.tilt_deg, equator if there.faces_deg is None else there.faces_deg)
    elif array.tilt_deg is not None:
        faces = equator if array.faces_deg is None else array.faces_deg
        lies = Panel(array.tilt_deg, faces, array.from_nose_deg)
    else:
        lies = usual
    airy = array.place in ("ground", "arch") or (array.mounting == "tilt_legs" and lies.tilt_deg >= AIRY_DEG)
    return replace(lies, mount="open_rack_glass_polymer" if airy else usual.mount, gamma_per_k=gamma_per_k(array, parts))


def gamma_per_k(array: Array, parts: Mapping[str, PanelPart]) -> float:
    """Power of its panels by heat, each by its watts; the usual where no plate says it. [1/K]"""
    panels = [parts[laid.part] for string in array.strings.values() for laid in string.panels.values()]
    said = [(one.rated_w, one.gamma_p_percent_per_k) for one in panels if one.gamma_p_percent_per_k is not None]
    if not said:
        return Panel().gamma_per_k
    watts = sum(weight for weight, _ in said)
    return sum(weight * gamma for weight, gamma in said) / watts / 100


def lies_otherwise(array: Array) -> bool:
    """Whether an array brings another share of its watts than a plain one on the vehicle does."""
    own_lie = array.tilt_deg is not None or any(array.at_stays.values()) or array.place != "roof" or array.shade_frac > 0
    return bool(array.strings) or own_lie


def profiles(sheet: Sheet, rig: Rig, array_id: str, array: Array, parts: Mapping[str, PanelPart]) -> dict[int, Profile]:
    """The hours of an array by the number of the month, over all stays that live by the sun."""
    solar, found = rig.solar, dict[int, tuple[list[int], list[Floats]]]()
    for id, stay in sunlit(rig).items():
        nights = nights_by_month(stay)
        for month in months_of(stay):
            of_month = found.setdefault(month, ([], []))
            of_month[0].append(nights[month])
            correction = corrected_by(sheet, id).number
            of_month[1].append(hours_of(solar, id, stay, month, array_id, array, parts, correction).w_per_w)
    return {month: Profile(tuple(nights), tuple(hours)) for month, (nights, hours) in sorted(found.items())}


def hours_of(
    solar: Solar,
    stay_id: str,
    stay: Stay,
    month: int,
    array_id: str,
    array: Array,
    parts: Mapping[str, PanelPart],
    correction: float,
    heading_deg: float | None = None,
) -> MonthSun:
    """Days of a month on an array as it lies at a stay, with the stay's share of shade taken off.

    ``heading_deg`` is where the nose would point, to try it out; the stay's own if left out. [°]
    """
    place, around = place_of(stay), surroundings_of(solar, stay, array_id)
    if heading_deg is not None:
        around = replace(around, heading_deg=heading_deg)
    lies = lie_of(solar, array, stay_id, place[0], parts)
    sun = month_sun(place, month, sky_of(solar, place), lies, correction=correction, surroundings=around)
    return replace(sun, w_per_w=sun.w_per_w * (1 - stay.shade_frac), wh_per_w=sun.wh_per_w * (1 - stay.shade_frac))


def arrays_by_month(sheet: Sheet, rig: Rig, parts: Mapping[str, PanelPart], methods: Mapping[str, str | None]) -> None:
    """What each array that is always there brings on a mean day of each month, its controller's cap taken off. [Wh]"""
    solar = rig.solar
    fixed = {id: one for id, one in solar.ordered_arrays().items() if not one.carried}
    hours = {id: profiles(sheet, rig, id, one, parts) for id, one in fixed.items()} if modelled(rig) else {}
    for name in sunny_months(sheet):
        month = MONTHS.index(name) + 1
        free: dict[str, Figure] = {}
        for id, array in fixed.items():
            free[id] = _free_of_month(sheet, id, array, name, hours[id][month] if hours else None, methods)
        _capped(sheet, solar, name, free, {id: one[month] for id, one in hours.items()})
        brought = [sheet[f"solar.array.{id}.wh_per_day.{name}"] for id in fixed]
        if brought:
            whole = sheet.compute(f"solar.wh_per_day.{name}", "sum(arrays)", "Wh", arrays=brought)
            takes = sheet["solar.balance_need_wh"]
            key = f"solar.held_back_wh.{name}"
            sheet.compute(key, "max(0, brings − takes)", "Wh", "practice", brings=whole, takes=takes)
    for id in fixed if hours else ():
        noon = max(hours[id].values(), key=lambda one: one.noon_w_per_w)
        bare = sheet.simulate(
            f"solar.array.{id}.noon_bare_w_per_w", noon.noon_w_per_w, "W/W", "pvlib", _lies(sheet), "Of the brightest month."
        )
        passed = _passed_on(sheet, id, fixed[id], methods)
        formula = " × ".join(["watts × bare", *passed]).replace("shaded", "(1 − shaded)")
        sheet.compute(
            f"solar.array.{id}.noon_w", formula, "W", "pvlib", watts=sheet[f"solar.array.{id}.watts_w"], bare=bare, **passed
        )


def _lies(sheet: Sheet) -> dict[str, Figure]:
    tilt = sheet.get("solar.panel_tilt_deg")
    return {} if tilt is None else {"tilt": tilt}


def _passed_on(sheet: Sheet, id: str, array: Array, methods: Mapping[str, str | None]) -> dict[str, Figure]:
    """What is left between the panels and the bank, by name: losses, its own shade, and what PWM leaves."""
    passed = {name: sheet.assumption(f"{name}_frac") for name in LOSSES}
    if array.shade_frac > 0:
        passed["shaded"] = sheet.get(f"solar.array.{id}.shade_frac") or sheet.given(
            f"solar.array.{id}.shade_frac", array.shade_frac, ""
        )
    return passed | _through_controller(sheet, id, array, methods)


def _through_controller(sheet: Sheet, id: str, array: Array, methods: Mapping[str, str | None]) -> dict[str, Figure]:
    """What PWM leaves of an array; of one whose volts do not reach the bank nothing, through whatever controller."""
    if (reaches := sheet.get(f"solar.array.{id}.reaches_frac")) is not None:
        return {"reaches": reaches}
    if methods.get(array.controller or "") != "pwm":
        return {}
    pwm = sheet.get(f"solar.array.{id}.pwm_frac") or sheet.get("solar.pwm_frac")
    return {} if pwm is None else {"pwm": pwm}


def _free_of_month(
    sheet: Sheet, id: str, array: Array, name: str, hours: Profile | None, methods: Mapping[str, str | None]
) -> Figure:
    """What an array would bring with no cap on it. [Wh]"""
    base, watts = f"solar.array.{id}", sheet[f"solar.array.{id}.watts_w"]
    if hours is None:
        typed: dict[str, Input] = {"watts": watts, "a_watt": sheet[f"solar.yield_wh_per_w.{name}"]}
        pwm = _through_controller(sheet, id, array, methods)
        formula = " × ".join(["watts × a_watt", *pwm])
        if array.shade_frac > 0:
            typed["shaded"] = sheet.get(f"{base}.shade_frac") or sheet.given(f"{base}.shade_frac", array.shade_frac, "")
            formula += " × (1 − shaded)"
        return sheet.compute(f"{base}.free_wh_per_day.{name}", formula, "Wh", "practice", **typed, **pwm)
    note = "Each stay by its nights." if len(hours.nights) > 1 else ""
    bare = sheet.simulate(f"{base}.bare_wh_per_w.{name}", hours.wh_per_w, "Wh/W", "pvlib", _lies(sheet), note)
    passed = _passed_on(sheet, id, array, methods)
    formula = " × ".join(["watts × bare", *passed]).replace("shaded", "(1 − shaded)")
    return sheet.compute(f"{base}.free_wh_per_day.{name}", formula, "Wh", "pvlib", watts=watts, bare=bare, **passed)


def _capped(sheet: Sheet, solar: Solar, name: str, free: Mapping[str, Figure], hours: Mapping[str, Profile]) -> None:
    """Take off what a controller cannot pass on, of all arrays on it alike."""
    capped: dict[str, Figure] = {}
    for controller in solar.ordered_controllers():
        on_it = [id for id in free if solar.arrays[id].controller == controller]
        rated, charge_v = sheet.get(f"solar.controller.{controller}.rated_a"), sheet.get("storage.charge_v")
        if not on_it or rated is None or charge_v is None:
            continue
        inputs = {"rated": rated, "charge_v": charge_v, **{f"array_{at}": free[id] for at, id in enumerate(on_it, start=1)}}
        key = f"solar.controller.{controller}.capped_frac.{name}"
        if hours:
            frac = _capped_share([free[id].number for id in on_it], [hours[id] for id in on_it], rated.number * charge_v.number)
            taken = sheet.simulate(key, frac, "", "pvlib", inputs, "Of twenty days by half hours.")
        else:
            taken = _half_sine_capped(sheet, key, rated, charge_v, [free[id] for id in on_it])
        capped |= dict.fromkeys(on_it, taken)
    for id, one in free.items():
        base = f"solar.array.{id}.wh_per_day.{name}"
        if id in capped:
            sheet.compute(base, "free × (1 − capped)", "Wh", "practice", free=one, capped=capped[id])
        else:
            sheet.compute(base, "free", "Wh", "practice", free=one)


def _capped_share(free_wh: Sequence[float], hours: Sequence[Profile], limit_w: float) -> float:
    """Share of what arrays would bring that their controller cannot pass on."""
    scale = [wh / one.wh_per_w if one.wh_per_w > 0 else 0.0 for wh, one in zip(free_wh, hours, strict=True)]
    brought = passed = 0.0
    for at, nights in enumerate(hours[0].nights):
        watts = sum(factor * one.w_per_w[at] for factor, one in zip(scale, hours, strict=True))
        brought += nights * float(np.sum(watts))
        passed += nights * float(np.sum(np.minimum(watts, limit_w)))
    return 0.0 if brought <= 0 else max(0.0, 1 - passed / brought)


def half_sine(sheet: Sheet) -> Figure:
    """A day of twelve hours by half hours, for sun that is typed. (common practice)"""
    found = sheet.get("solar.day_shape")
    shape = tuple(math.sin(math.pi * (step + 0.5) / HALF_HOURS) for step in range(HALF_HOURS))
    return found or sheet.constant("solar.day_shape", shape, "", "physics")


def _half_sine_capped(sheet: Sheet, key: str, rated: Figure, charge_v: Figure, free: Sequence[Figure]) -> Figure:
    if sum(one.number for one in free) <= 0:
        return sheet.compute(key, "0 × sum(arrays)", "", "practice", arrays=list(free))  # of nothing nothing is capped
    return sheet.compute(
        key,
        "max(0, 1 − 0.5 × sum(min(rated × charge_v, sum(arrays) ÷ (0.5 × sum(shape)) × shape)) ÷ sum(arrays))",
        "",
        "practice",
        rated=rated,
        charge_v=charge_v,
        arrays=list(free),
        shape=half_sine(sheet),
    )


def what_is_there(sheet: Sheet, solar: Solar) -> None:
    """Rated watts of the arrays that are always there. [W]"""
    fixed = [sheet[f"solar.array.{id}.rated_w"] for id, one in solar.ordered_arrays().items() if not one.carried]
    if fixed:
        sheet.compute("solar.have_w", "sum(arrays)", "W", arrays=fixed)


def day_of_the_arrays(sheet: Sheet, rig: Rig, methods: Mapping[str, str | None]) -> None:
    """What the arrays bring on a mean day of the sun that is planned for, and their controllers' currents at noon. [Wh, A]

    The month that governs, where the sun has months; otherwise the typed sun, its day taken as half a sine of twelve hours.
    """
    solar = rig.solar
    fixed = {id: one for id, one in solar.ordered_arrays().items() if not one.carried}
    if not fixed:
        return
    psh = sheet["solar.peak_sun_hours"].inputs.get("psh")
    month = str(psh).rpartition(".")[2] if psh is not None else None
    if month is not None and sheet.get(f"solar.wh_per_day.{month}") is not None:
        sheet.compute("solar.have_wh_per_day", "month", "Wh", "practice", month=sheet[f"solar.wh_per_day.{month}"])
        free = {id: sheet[f"solar.array.{id}.free_wh_per_day.{month}"] for id in fixed}
    else:
        free = {id: _free_of_typed(sheet, id, one, methods) for id, one in fixed.items()}
        _by_typed_sun(sheet, solar, free)
    _noon(sheet, solar, free)
    if any(lies_otherwise(one) for one in fixed.values()):
        inputs: dict[str, Input] = {
            "arrays": list(free.values()),
            "sun": sheet["solar.peak_sun_hours"],
            "ratio": sheet["solar.performance_ratio"],
        }
        formula, pwm = "sum(arrays) ÷ (sun × ratio)", sheet.get("solar.pwm_frac")
        if pwm is not None:
            formula, inputs["pwm"] = "sum(arrays) ÷ (sun × ratio × pwm)", pwm
        sheet.compute("solar.counts_as_w", formula, "W", "practice", **inputs)


def _free_of_typed(sheet: Sheet, id: str, array: Array, methods: Mapping[str, str | None]) -> Figure:
    base = f"solar.array.{id}"
    inputs: dict[str, Input] = {
        "watts": sheet[f"{base}.watts_w"],
        "sun": sheet["solar.peak_sun_hours"],
        "ratio": sheet["solar.performance_ratio"],
    }
    formula, pwm = "watts × sun × ratio", _through_controller(sheet, id, array, methods)
    formula = " × ".join([formula, *pwm])
    if array.shade_frac > 0:
        inputs["shaded"] = sheet.given(f"{base}.shade_frac", array.shade_frac, "")
        formula += " × (1 − shaded)"
    return sheet.compute(f"{base}.free_wh_per_day", formula, "Wh", "practice", **inputs, **pwm)


def _by_typed_sun(sheet: Sheet, solar: Solar, free: Mapping[str, Figure]) -> None:
    capped: dict[str, Figure] = {}
    charge_v = sheet.get("storage.charge_v")
    for controller in solar.ordered_controllers():
        on_it = [id for id in free if solar.arrays[id].controller == controller]
        rated = sheet.get(f"solar.controller.{controller}.rated_a")
        if not on_it or rated is None or charge_v is None:
            continue
        taken = _half_sine_capped(
            sheet, f"solar.controller.{controller}.capped_frac", rated, charge_v, [free[id] for id in on_it]
        )
        capped |= dict.fromkeys(on_it, taken)
    brought = []
    for id, one in free.items():
        key = f"solar.array.{id}.wh_per_day"
        if id in capped:
            brought.append(sheet.compute(key, "free × (1 − capped)", "Wh", "practice", free=one, capped=capped[id]))
        else:
            brought.append(sheet.compute(key, "free", "Wh", "practice", free=one))
    sheet.compute("solar.have_wh_per_day", "sum(arrays)", "Wh", "practice", arrays=brought)


def _noon(sheet: Sheet, solar: Solar, free: Mapping[str, Figure]) -> None:
    """Current at noon: of the brightest month's bright days where the sun is worked out for places, else of a mean day. [A]"""
    charge_v = sheet.get("storage.charge_v")
    if charge_v is None:
        return
    each: list[Figure] = []
    for controller in solar.ordered_controllers():
        on_it = [id for id in free if solar.arrays[id].controller == controller]
        if not on_it or f"solar.controller.{controller}.rated_a" not in sheet:
            continue
        key, bright = f"solar.controller.{controller}.noon_a", [sheet.get(f"solar.array.{id}.noon_w") for id in on_it]
        known = [one for one in bright if one is not None]
        if known:
            each.append(sheet.compute(key, "sum(arrays) ÷ charge_v", "A", "pvlib", arrays=known, charge_v=charge_v))
        else:
            arrays = [free[id] for id in on_it]
            formula = "sum(arrays) ÷ (0.5 × sum(shape)) ÷ charge_v"
            inputs: dict[str, Input] = {"arrays": arrays, "charge_v": charge_v, "shape": half_sine(sheet)}
            each.append(sheet.compute(key, formula, "A", "practice", **inputs))
    if each:
        sheet.compute("solar.noon_a", "sum(controllers)", "A", "practice", controllers=each)
