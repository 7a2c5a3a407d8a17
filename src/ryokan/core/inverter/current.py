"""What the inverter draws from the bank at full rating."""

from __future__ import annotations

from ryokan.core.figure import Figure, Sheet
from ryokan.core.inverter.model import Inverter
from ryokan.core.laws import INVERTER_DRAW_AT_RATING_W, inverter_losses
from ryokan.core.parts.model import InverterPart


def dc_current(sheet: Sheet, inverter: Inverter, part: InverterPart | None, rated_w: Figure | None) -> Figure:
    """DC amps at the lowest working volts and the real efficiency. [A]

    Cables and fuses follow the inverter's rating, not the audit. The shortcut by twelve and the figure at nominal volts
    stand beside it: the first two describe an ordinary hour, the cable has to live through the worst. (common practice)
    """
    nominal_v = sheet["storage.nominal_v"]
    if inverter.cutoff_v is not None:
        cutoff_v = sheet.given("inverter.cutoff_v", inverter.cutoff_v, "V")
    elif part is not None and part.cutoff_v is not None:
        cutoff_v = sheet.part("inverter.cutoff_v", part.cutoff_v, "V", part)
    else:
        cutoff_v = sheet.compute("inverter.cutoff_v", "lowest", "V", "practice", lowest=sheet["storage.cutoff_v"])
    if rated_w is None:
        return sheet.given("inverter.dc_current_at_cutoff_a", 0.0, "A")
    dc_w = sheet.compute(
        "inverter.dc_w_at_rating",
        f"idle + {INVERTER_DRAW_AT_RATING_W}",
        "W",
        "practice",
        idle=sheet["inverter.idle_w"],
        **inverter_losses(sheet),
        rated=rated_w,
    )
    system_v = sheet["storage.system_v"]
    sheet.compute("inverter.dc_current_by_class_a", "rated ÷ class_v", "A", "practice", rated=rated_w, class_v=system_v)
    sheet.compute("inverter.dc_current_nominal_a", "dc_w ÷ nominal_v", "A", dc_w=dc_w, nominal_v=nominal_v)
    sheet.compute("inverter.heat_w", "dc_w − rated", "W", dc_w=dc_w, rated=rated_w)
    return sheet.compute("inverter.dc_current_at_cutoff_a", "dc_w ÷ cutoff_v", "A", dc_w=dc_w, cutoff_v=cutoff_v)


def of_the_others(sheet: Sheet, inverter: Inverter) -> None:
    """DC amps of the inverters beside it, each at its full rating: they share the bank and its main run. [A]

    One whose rating nobody knows is left out, and the run is then told to be more than that. (common practice)
    """
    currents = []
    for id, _ in sorted(inverter.others.items(), key=lambda one: (one[1].position, one[0])):
        rated = sheet.get(f"inverter.other.{id}.rated_w")
        if rated is None:
            continue
        currents.append(
            sheet.compute(
                f"inverter.other.{id}.dc_current_a",
                f"(idle + {INVERTER_DRAW_AT_RATING_W}) ÷ cutoff_v",
                "A",
                "practice",
                idle=sheet[f"inverter.other.{id}.idle_w"],
                rated=rated,
                **inverter_losses(sheet),
                cutoff_v=sheet["inverter.cutoff_v"],
            )
        )
    if currents:
        sheet.compute("inverter.others_current_a", "sum(currents)", "A", currents=currents)
