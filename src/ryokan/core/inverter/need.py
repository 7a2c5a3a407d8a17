"""What the AC loads ask of an inverter, and what stands in for it until one is chosen."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from ryokan.core.errors import OutOfTable
from ryokan.core.figure import Figure, Sheet
from ryokan.core.inverter.model import Inverter
from ryokan.core.loads.peak import peak, together
from ryokan.core.loads.rows import Powered, Row, off_the_hookup
from ryokan.core.parts.model import InverterPart


def inverter_need(sheet: Sheet, inverter: Inverter, part: InverterPart | None, ac_rows: Sequence[Powered]) -> Figure | None:
    """Continuous and surge need, and the rating that the rest of the rig reckons with. [W]

    Returns the rating: that of the chosen inverter, else the next usual size; None where nothing runs on AC.
    Volt-amps count beside watts, since a poor power factor loads the inverter without doing work. What runs on a hookup alone
    sizes nothing; where it hangs on an output that the inverter keeps up, ``inverter.hookup_fails_w`` is what meets it when the
    hookup fails. (common practice)
    """
    met = off_the_hookup(ac_rows)
    running_va = together(sheet, "inverter.running_va", "VA", met, lambda row: row.running_va)
    running = peak(sheet, "inverter", met)
    backed_up = [row for row in ac_rows if row.load.output == "backed_up"]
    if len(backed_up) > len(met):
        together(sheet, "inverter.hookup_fails_w", "W", backed_up, lambda row: row.running_w)
    need = sheet.compute(
        "inverter.need_continuous_w",
        "max(headroom × volt_amps, watts)",
        "W",
        "practice",
        headroom=sheet.assumption("inverter_headroom"),
        volt_amps=running_va,
        watts=running.running,
    )
    surge = sheet.compute("inverter.need_surge_w", "worst_start", "W", "practice", worst_start=running.worst_start)
    if part is not None:
        return sheet.part("inverter.rated_w", part.rated_w, "W", part)
    if inverter.chosen is not None and inverter.chosen.rated_w is not None:
        return sheet.given("inverter.rated_w", inverter.chosen.rated_w, "W")
    if not ac_rows and inverter.chosen is None:
        return None
    if need.number == 0 and surge.number == 0:
        return None  # all of it runs on a hookup alone, or the chosen inverter has no rating that anybody knows
    surge_ratio = sheet.assumption("inverter_surge_ratio")
    try:
        return sheet.choose(
            "inverter.rated_w",
            "next_larger(inverter_sizes, max(need, surge ÷ surge_ratio))",
            "W",
            "practice",
            need=need,
            surge=surge,
            surge_ratio=surge_ratio,
        )
    except OutOfTable:  # larger than any usual unit: reckon with the need itself, and let the rules speak
        return sheet.compute(
            "inverter.rated_w",
            "max(need, surge ÷ surge_ratio)",
            "W",
            "practice",
            need=need,
            surge=surge,
            surge_ratio=surge_ratio,
        )


def plates(sheet: Sheet, inverter: Inverter, part: InverterPart | None) -> None:
    """What is known of the inverters besides their power: by what was said, and by the part of that which is reckoned with."""
    for id, other in inverter.others.items():
        base = f"inverter.other.{id}"
        rated = None if other.rated_w is None else sheet.given(f"{base}.rated_w", other.rated_w, "W")
        if other.idle_w is not None:
            sheet.given(f"{base}.idle_w", other.idle_w, "W")
        elif rated is not None:
            share = sheet.assumption("inverter_idle_frac")
            sheet.compute(f"{base}.idle_w", "share × rated", "W", "practice", share=share, rated=rated)
    if inverter.chosen is not None and inverter.chosen.legs is not None:
        sheet.given("inverter.legs", inverter.chosen.legs, "")
    if part is None and inverter.chosen is not None and inverter.chosen.battery_v is not None:
        sheet.given("inverter.part.battery_v", float(inverter.chosen.battery_v), "V")
    if part is not None:
        _plate(sheet, part)


def _plate(sheet: Sheet, part: InverterPart) -> None:
    """What the rules ask of the part besides its power."""
    sheet.part("inverter.part.battery_v", float(part.battery_v), "V", part)
    sheet.part("inverter.part.mains_v", float(part.mains_v), "V", part)
    sheet.part("inverter.part.mains_hz", float(part.mains_hz), "Hz", part)
    sheet.part("inverter.part.legs", float(part.legs), "", part)
    sheet.part("inverter.part.waveform", part.waveform, "", part)
    for name, unit in (("noise_db", "dB"), ("surge_s", "s"), ("transfer_a", "A")):
        if getattr(part, name) is not None:
            sheet.part(f"inverter.part.{name}", getattr(part, name), unit, part)
    for name in ("remote_switch", "pre_charge", "ignition_protected"):
        if getattr(part, name):
            sheet.part(f"inverter.part.{name}", "yes", "", part)
    for name in ("length_m", "width_m", "height_m") if part.size is not None else ():
        sheet.part(f"inverter.part.{name}", getattr(part.size, name), "m", part)


def surge_given(sheet: Sheet, inverter: Inverter, part: InverterPart | None) -> None:
    """Rating and surge of the chosen inverter; surge as typed, else from its part, else by the usual ratio. [W]"""
    if inverter.chosen is None or (inverter.chosen.rated_w is None and part is None):
        return  # none is chosen, or nobody knows the rating of the one that is there
    sheet.compute("inverter.have_w", "rated", "W", "given", rated=sheet["inverter.rated_w"])
    points = inverter.chosen.surge_points
    if inverter.chosen.surge_w is not None:
        sheet.given("inverter.surge_w", inverter.chosen.surge_w, "W")
    elif points:
        sheet.given("inverter.surge_w", points[0][1], "W")
    elif part is not None and part.surge_w is not None:
        sheet.part("inverter.surge_w", part.surge_w, "W", part)
    else:
        ratio = sheet.assumption("inverter_surge_ratio")
        sheet.compute("inverter.surge_w", "rated × ratio", "W", "practice", rated=sheet["inverter.rated_w"], ratio=ratio)


def surge_after(sheet: Sheet, inverter: Inverter) -> None:
    """What the chosen inverter still gives when a motor has started, by the points of its surge; its rating beyond them. [W]

    Between two points it is taken to fall in a straight line. (common practice)
    """
    points = () if inverter.chosen is None else inverter.chosen.surge_points
    if not points or "inverter.have_w" not in sheet:
        return
    lasts = sheet.assumption("motor_start_s")
    seconds = sheet.given("inverter.surge.at_s", tuple(at for at, _ in points), "s")
    watts = sheet.given("inverter.surge.gives_w", tuple(gives for _, gives in points), "W")
    if lasts.number > points[-1][0]:
        sheet.compute("inverter.surge.at_start_w", "rated", "W", "practice", rated=sheet["inverter.rated_w"])
        return
    if lasts.number <= points[0][0]:
        sheet.compute("inverter.surge.at_start_w", "max(watts)", "W", "practice", watts=watts)
        return
    inputs = {"seconds": seconds, "watts": watts, "lasts": lasts}
    sheet.compute("inverter.surge.at_start_w", "interp(seconds, watts, lasts)", "W", "practice", **inputs)


def others_idle(sheet: Sheet, inverter: Inverter, hours_of: Mapping[str, Sequence[Figure]]) -> None:
    """What the inverters beside take out of the bank in a day with nothing connected, as long as each is on. [Wh]

    With its loads it is on for the sum of their hours, at most all day. ``hours_of`` are those of the loads of each.
    """
    each: list[Figure] = []
    for id, other in inverter.others.items():
        base = f"inverter.other.{id}"
        idle, hours = sheet.get(f"{base}.idle_w"), list(hours_of.get(id, ()))
        if idle is None or (other.on == "with_ac_loads" and not hours):
            continue
        if other.on == "always":
            formula, inputs = "24 × idle", {"idle": idle}
            each.append(sheet.compute(f"{base}.idle_wh_per_day", formula, "Wh", "practice", **inputs))
        else:
            formula = "idle × min(24, sum(hours))"
            each.append(sheet.compute(f"{base}.idle_wh_per_day", formula, "Wh", "practice", idle=idle, hours=hours))
    if each:
        sheet.compute("inverter.others_idle_wh_per_day", "sum(each)", "Wh", each=each)


def own_draw(sheet: Sheet, inverter: Inverter, part: InverterPart | None, rated_w: Figure | None) -> None:
    """What the inverter draws with nothing connected: as typed, by its part, otherwise a share of its rating. [W]"""
    if rated_w is None:
        return
    if inverter.chosen is not None and inverter.chosen.idle_w is not None:
        sheet.given("inverter.idle_w", inverter.chosen.idle_w, "W")
    elif part is not None and part.idle_w is not None:
        sheet.part("inverter.idle_w", part.idle_w, "W", part)
    else:
        share = sheet.assumption("inverter_idle_frac")
        sheet.compute("inverter.idle_w", "share × rated", "W", "practice", share=share, rated=rated_w)


def idle_wh_per_day(sheet: Sheet, inverter: Inverter, ac_rows: Sequence[Row]) -> Figure:
    """What the inverter itself takes out of the bank a day. [Wh]

    Switched on with the AC loads, it runs for the sum of their hours, at most all day: they may take turns.
    """
    key, idle_w = "inverter.idle_wh_per_day", sheet.get("inverter.idle_w")
    others = sheet.get("inverter.others_idle_wh_per_day")
    if idle_w is None:
        return sheet.given(key, 0.0, "Wh") if others is None else sheet.compute(key, "others", "Wh", others=others)
    match inverter.on:
        case "always":
            hours = sheet.given("inverter.on_hours_per_day", 24.0, "h")
        case "by_hand":
            hours = sheet.given("inverter.on_hours_per_day", inverter.on_hours_per_day, "h")
        case "with_ac_loads":
            loads = [row.hours for row in ac_rows]
            hours = sheet.compute("inverter.on_hours_per_day", "min(24, sum(hours))", "h", "practice", hours=loads)
    if others is not None:
        inputs = {"idle": idle_w, "hours": hours, "others": others}
        return sheet.compute(key, "idle × hours + others", "Wh", "practice", **inputs)
    return sheet.compute(key, "idle × hours", "Wh", "practice", idle=idle_w, hours=hours)
