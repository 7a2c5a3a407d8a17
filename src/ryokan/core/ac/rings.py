"""What goes round in a ring: out of the bank through an inverter, and back into it through a charger."""

from __future__ import annotations

from ryokan.core.ac.states import AcStates
from ryokan.core.ac.values import THE_INVERTER
from ryokan.core.figure import Sheet
from ryokan.core.laws import INVERTER_DRAW_W, inverter_losses


def in_a_ring(sheet: Sheet, id: str, states: AcStates) -> None:
    """What leaves the bank for a charger that an inverter feeds, what comes back, and what is lost between. [W]

    Left out while nobody knows the charger or the inverter. (physics, with the losses of common practice)
    """
    node = f"charger:{id}"
    feeding = sorted(
        one
        for state in states.states.values()
        for one in state.sources_of(node) & state.inverting
        if one.startswith("inverter:")
    )
    unit = feeding[0].partition(":")[2] if feeding else THE_INVERTER
    rated = sheet.get("inverter.rated_w" if unit == THE_INVERTER else f"inverter.other.{unit}.rated_w")
    draws, gives, charge_v = (
        sheet.get(key) for key in (f"charging.source.{id}.input_w", f"charging.source.{id}.output_a", "storage.charge_v")
    )
    if rated is None or draws is None or gives is None or charge_v is None:
        return
    base = f"ac.loop.{id}"
    losses = inverter_losses(sheet)
    taken = sheet.compute(f"{base}.taken_w", INVERTER_DRAW_W, "W", "practice", watts=draws, rated=rated, **losses)
    back = sheet.compute(f"{base}.returned_w", "amps × charge_v", "W", amps=gives, charge_v=charge_v)
    sheet.compute(f"{base}.lost_w", "taken − returned", "W", taken=taken, returned=back)
