"""What a link asks of the rig that gives, and brings to the rig that is fed."""

from __future__ import annotations

from collections.abc import Collection, Mapping

from ryokan.core.figure import Figure, Sheet
from ryokan.core.links.model import Link
from ryokan.core.loads.model import SEASONS, Season
from ryokan.core.loads.rows import Powered, counted_as
from ryokan.core.loads.seasons import seasons_of
from ryokan.core.question import Answer
from ryokan.core.rig import Rig

GIVEN_AWAY: Answer[list[Powered]] = Answer("charging.to_others")
BROUGHT: Answer[list[Figure]] = Answer("charging.from_others")
ROW_PREFIX = "to~"  # no load of the audit can be called so
GROUP = "other systems"


def present(rig: Rig, link: Link) -> bool:
    """Whether the two systems are together at any stay; without stays they are."""
    return not rig.stays or any(id not in link.absent_at for id in rig.stays)


def seasons_together(rig: Rig, link: Link) -> tuple[Season, ...]:
    """Seasons in which the systems are together; empty for all of them, as in a load."""
    if not any(id in link.absent_at for id in rig.stays):
        return ()
    stays = [stay for id, stay in rig.stays.items() if id not in link.absent_at]
    met = {season for stay in stays for season in seasons_of(stay, rig.brief.hemisphere)}
    return tuple(season for season in SEASONS if season in met)


def given_away(sheet: Sheet, rig: Rig) -> list[Powered]:
    """What feeds other systems out of this one's bank or inverter, as rows among the loads. [W]

    ``draw = output × volts ÷ charger``. A link that runs while driving counts in the peak, not at a bank at rest. What an
    alternator feeds is no load of the bank; see :func:`alternator_links`. (common practice)
    """
    links = [(id, link) for id, link in _ends(rig, gives=True) if link.source != "alternator"]
    return [_as_row(sheet, rig, id, link) for id, link in links]


def _ends(rig: Rig, *, gives: bool) -> list[tuple[str, Link]]:
    ordered = sorted(rig.links.items(), key=lambda item: (item[1].position, item[0]))
    return [(id, link) for id, link in ordered if link.gives == gives and present(rig, link)]


def _as_row(sheet: Sheet, rig: Rig, id: str, link: Link) -> Powered:
    base = f"loads.row.{ROW_PREFIX}{id}"
    driving = link.hours_per_day is None
    hours_per_day = link.hours_per_day or max((stay.driving_hours_per_day for stay in rig.stays.values()), default=0) or 1.0
    hours = sheet.given(f"{base}.hours_per_day", hours_per_day, "h")
    sheet.given(f"{base}.quantity", 1, "")
    by_cord = link.source == "inverter"
    draw = _draw_w(sheet, f"{base}.unit_w", base, link)
    power_factor = sheet.assumption("charger_power_factor") if by_cord else sheet.given(f"{base}.power_factor", 1.0, "")
    running_w = sheet.compute(f"{base}.running_w", "unit", "W", unit=draw)
    running_va = sheet.compute(f"{base}.running_va", "watts ÷ power_factor", "VA", watts=running_w, power_factor=power_factor)
    load = counted_as(
        name=f"To {link.system}",
        group=GROUP,
        feed="ac" if by_cord else "dc",
        draw_w=draw.number,
        hours_per_day=hours_per_day,
        when="driving" if driving else "always",
        seasons=seasons_together(rig, link),
    )
    return Powered(ROW_PREFIX + id, load, hours, draw, running_w, running_va)


def _draw_w(sheet: Sheet, key: str, base: str, link: Link) -> Figure:
    return sheet.compute(
        key,
        "output × volts ÷ charger",
        "W",
        "practice",
        output=sheet.given(f"{base}.output_a", link.output_a, "A"),
        volts=sheet.given(f"{base}.output_v", link.output_v, "V"),
        charger=sheet.given(f"{base}.charger_frac", link.charger_frac, ""),
    )


def links_while_driving(rig: Rig) -> list[str]:
    """Ids of the links that charge this rig while the vehicles drive."""
    return [id for id, link in _ends(rig, gives=False) if link.hours_per_day is None]


def links_by_the_hour(rig: Rig) -> list[str]:
    """Ids of the links that charge this rig for so many hours a day, driving or not."""
    return [id for id, link in _ends(rig, gives=False) if link.hours_per_day is not None]


def alternator_links(sheet: Sheet, rig: Rig, own_ways: Mapping[str, Collection[str]]) -> None:
    """Amps that are asked of each alternator: by the devices on it, and of the first by links too. [A] (common practice)

    ``own_ways`` are the ways with a device of a rated output, by the alternator that they hang on.
    """
    draws: list[Figure] = []
    for place, (id, one) in enumerate(rig.charging.ordered_alternators().items()):
        own = [ask for way in own_ways.get(id, ()) if (ask := sheet.get(f"charging.source.{way}.may_take_a")) is not None]
        if place == 0 and sheet["brief.driving_hours_per_day"].number > 0:
            own += _links_on(sheet, rig, one.system_v)
        if own:
            draws.append(sheet.compute(f"charging.alternator.{id}.draw_a", "sum(draws)", "A", draws=own))
    if draws:
        sheet.compute("charging.alternator_draw_a", "sum(draws)", "A", draws=draws)


def _links_on(sheet: Sheet, rig: Rig, class_v: int | None) -> list[Figure]:
    """What the links take from the alternator, whose class is known. [A]"""
    links = [(id, link) for id, link in _ends(rig, gives=True) if link.source == "alternator"]
    if not links or class_v is None:
        return []
    taken: list[Figure] = []
    for id, link in links:
        base = f"charging.link.{id}"
        input_v = sheet.compute(
            f"{base}.input_v",
            "class_v ÷ 12 × volts",
            "V",
            "practice",
            class_v=sheet.given(f"{base}.class_v", float(class_v), "V"),
            volts=sheet.assumption("dcdc_input_v_per_12v"),
        )
        watts = _draw_w(sheet, f"{base}.draw_w", base, link)
        taken.append(sheet.compute(f"{base}.input_a", "draw ÷ input_v", "A", draw=watts, input_v=input_v))
    return taken


def brought(sheet: Sheet, rig: Rig) -> list[Figure]:
    """Amps that each link brings to this rig's bank, and what that is in a day. [A, Wh] (common practice)"""
    amps: list[Figure] = []
    for id, link in _ends(rig, gives=False):
        base = f"charging.link.{id}"
        output = sheet.given(f"{base}.output_a", link.output_a, "A")
        hours, charge_v = _mean_hours(sheet, rig, base, link), sheet.get("storage.charge_v")
        if charge_v is not None:
            inputs = {"output": output, "charge_v": charge_v, "hours": hours}
            sheet.compute(f"{base}.wh_per_day", "output × charge_v × hours", "Wh", "practice", **inputs)
        amps.append(output)
    return amps


def _mean_hours(sheet: Sheet, rig: Rig, base: str, link: Link) -> Figure:
    """Hours of a mean day of the journey: nights at which the two are not together count with none. [h]"""
    said = None if link.hours_per_day is None else sheet.given(f"{base}.hours_per_day", link.hours_per_day, "h")
    if not rig.stays:
        return sheet["brief.driving_hours_per_day"] if said is None else said
    together = [id for id in rig.stays if id not in link.absent_at]
    nights = {id: sheet[f"brief.stay.{id}.nights"] for id in rig.stays}
    return sheet.compute(
        f"{base}.mean_hours",
        "sum(nights × hours) ÷ sum(all_nights)",
        "h",
        nights=[nights[id] for id in together],
        hours=said or [sheet[f"brief.stay.{id}.driving_hours_per_day"] for id in together],
        all_nights=list(nights.values()),
    )
