"""What the arrays of a rig bring to its bank hour by hour, on the days of a month from the dullest to the brightest."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

import numpy as np

from ryokan.core.climate.above import Floats
from ryokan.core.climate.grid import DAYS
from ryokan.core.climate.journey import located
from ryokan.core.climate.shade import Surroundings
from ryokan.core.climate.stay import LOSSES, MONTHS, PORTABLE_LOSSES, corrected, place_of, portable_panel, sky_of
from ryokan.core.climate.sun import STEPS, light, month_sun
from ryokan.core.errors import NoAnswer
from ryokan.core.figure import Sheet
from ryokan.core.parts.model import PanelPart
from ryokan.core.rig import Rig, Stay
from ryokan.core.solar.day import capped, kept_of_volts
from ryokan.core.solar.yields import hours_of
from ryokan.core.trial.trip import Segment

HALF_HOURS = STEPS // 24


def hours_of_sun(rig: Rig, sheet: Sheet, segments: Sequence[Segment], parts: Mapping[str, PanelPart]) -> Floats:
    """Watts at the bank by segment, day of the month and hour of the sun's clock: shape (S, 20, 24).

    Controllers cap what lies on them half hour by half hour. Where the sun is typed by month, the days of the place are
    scaled so that their mean is what was typed.

    Raises
    ------
    NoAnswer
        There is an array, and of a stay nobody has said where it is.
    """
    out = np.zeros((len(segments), DAYS, 24))
    arrays = rig.solar.ordered_arrays()
    if not arrays:
        return out
    stays = located(rig)
    for at, segment in enumerate(segments):
        stay = stays.get(segment.stay)
        if stay is None:
            name = rig.stays[segment.stay].place or "one of the stays"
            raise NoAnswer(f"Say where {name} is: without a place there is no weather to draw.")
        out[at] = _of_segment(rig, sheet, segment, stay, parts)
    return out


def _of_segment(rig: Rig, sheet: Sheet, segment: Segment, stay: Stay, parts: Mapping[str, PanelPart]) -> Floats:
    correction = corrected(sheet, rig.solar, place_of(stay))
    by_controller: dict[str | None, Floats] = {}
    for id, array in rig.solar.ordered_arrays().items():
        watts = sheet.get(f"solar.array.{id}.watts_w")
        if watts is None or (array.carried and not _set_out(rig, segment)):
            continue
        if array.carried:
            given = _carried(rig, stay, segment.month, correction) * _passed(sheet, PORTABLE_LOSSES)
        else:
            sun = hours_of(rig.solar, segment.stay, stay, segment.month, id, array, parts, correction)
            given = sun.w_per_w * _passed(sheet, LOSSES) * (1 - array.shade_frac)
        given = given * watts.number * kept_of_volts(sheet.figures, id)
        by_controller[array.controller] = by_controller.get(array.controller, 0.0) + given
    whole = sum(capped(sheet.figures, controller, given) for controller, given in by_controller.items())
    if isinstance(whole, int):
        return np.zeros((DAYS, 24))
    return np.asarray(whole.reshape(DAYS, 24, HALF_HOURS).mean(axis=-1)) * _as_typed(rig, sheet, segment, stay, correction)


def _set_out(rig: Rig, segment: Segment) -> bool:
    """Whether what is carried is set out at a stay."""
    return rig.trial.portable_out and segment.stay not in rig.trial.left_in_at


def _carried(rig: Rig, stay: Stay, month: int, correction: float) -> Floats:
    """Of a rated watt that is set out, off the vehicle and out of its shade."""
    place = place_of(stay)
    sun = month_sun(
        place, month, sky_of(rig.solar, place), portable_panel(rig.solar),
        correction=correction, surroundings=Surroundings(horizon=stay.horizon),
    )  # fmt: skip
    return sun.w_per_w


def _passed(sheet: Sheet, losses: Sequence[str]) -> float:
    return float(np.prod([sheet.assumption(f"{name}_frac").number for name in losses]))


def _as_typed(rig: Rig, sheet: Sheet, segment: Segment, stay: Stay, correction: float) -> float:
    """What the sun of the place is scaled by, where peak sun hours were typed by month.

    One number for all months is there to plan by; the trial goes through the months as they are.
    """
    if rig.solar.sun_from != "months":
        return 1.0
    typed = rig.solar.psh_by_month.get(str(segment.month))
    if typed is None:
        raise NoAnswer(f"Say how much sun there is in {MONTHS[segment.month - 1]}: no peak sun hours were typed for it.")
    place = place_of(stay)
    mean = float(light(place, segment.month, sky_of(rig.solar, place), correction=correction).horizontal.mean())
    return typed / mean if mean > 0 else 0.0


def air_by_hour(rig: Rig, sheet: Sheet, segments: Sequence[Segment]) -> Floats:
    """Mean air of each segment by hour: of its place, or what was said of its weather. Shape (S, 24). [°C]"""
    stays = located(rig)
    out = np.zeros((len(segments), 24))
    for at, segment in enumerate(segments):
        stay = stays.get(segment.stay)
        if stay is None:
            out[at] = sheet.assumption(f"ambient_{rig.stays[segment.stay].ambient}_c").number
            continue
        place = place_of(stay)
        found = light(place, segment.month, sky_of(rig.solar, place), correction=corrected(sheet, rig.solar, place))
        out[at] = found.air_c.mean(axis=0).reshape(24, HALF_HOURS).mean(axis=-1)
    return out
