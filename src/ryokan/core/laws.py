"""Laws that several steps go by, each written once: as the formula that is shown and run, with the names of its inputs.

Where a law is wanted turned round, or for a special case in which terms fall away, the forms stand beside one another here;
``tests/core/test_laws.py`` holds them against each other.
"""

from __future__ import annotations

from ryokan.core.figure import Figure, Sheet
from ryokan.core.loads.model import Feed

# What an inverter draws for a load, without its own idle draw. [W] The loss grows with the load and with its square, so that
# it counts at the running draw and never at an hourly mean. (common practice)
INVERTER_DRAW_W = "((1 + linear) × watts + square × watts^2 ÷ rated)"
# The same at full rating, and at a part of it.
INVERTER_DRAW_AT_RATING_W = "(1 + linear) × rated + square × rated"
INVERTER_DRAW_AT_PART_W = "(1 + linear) × part × rated + square × part × part × rated"


def inverter_losses(sheet: Sheet) -> dict[str, Figure]:
    """The two losses that :data:`INVERTER_DRAW_W` names, as shares."""
    return {"linear": sheet.assumption("inverter_linear_frac"), "square": sheet.assumption("inverter_square_frac")}


def passed_on(sheet: Sheet, feed: Feed) -> Figure:
    """What reaches a DC load of what leaves the bank: through the wiring, or through a converter of its own. (common practice)

    What a load takes is divided by it.
    """
    if feed == "ac":
        raise ValueError("what reaches an AC load is the matter of the inverter")
    return sheet.assumption("distribution_frac" if feed == "dc" else "step_down_frac")


# Share of its rating that a bank gives at a current: rated × (C ÷ (H × I))^(n − 1), never above rated. (Peukert 1897)
PEUKERT_FRAC = "min(1, (amp_hours ÷ (over × current))^(exponent − 1))"

# What a run resists, there and back, in a warm conductor, and what it loses. [Ω, V] Turned round: the conductance that a drop
# allows. [km/Ω]
LOOP_OHM = "2 × length ÷ 1000 × ohm_per_km × warm"
DROP_V = f"{LOOP_OHM} × current"
CONDUCTANCE_FOR_DROP = "2 × length ÷ 1000 × current × warm ÷ drop"

# Share of an ampacity at 30 °C that is left in warmer air: heat flows by the root of what is left up to the insulation's limit.
# It stands beside the code's own factor, and the lower counts. (physics)
AMBIENT_BY_HEAT = "min(1, (max(0, insulation − ambient) ÷ (insulation − 30))^0.5)"

# Charging at charging volts: hours to bring energy back with a current, with the taper, and the current for the hours. [h, A]
HOURS_TO_CHARGE = "refill ÷ (charge_v × amps) + taper"
# Hours from one charge to another: the energy at that current, and of the taper, which sets in at a knee, as much as lies
# between both: little at first, and most of it at the end. From the allowed depth to full it is HOURS_TO_CHARGE.
# The target stands in it as a number. (common practice) [h]
HOURS_BETWEEN = (
    "(target − start) × usable ÷ dod ÷ round_trip ÷ (charge_v × amps)"
    " + taper × (max(0, target − knee)^2 − max(0, start − knee)^2) ÷ (1 − knee)^2"
)
AMPS_TO_CHARGE = "refill ÷ (charge_v × (hours − taper))"
# What a charger draws from the mains, and the charge current that mains amps make. [A]
MAINS_A_OF_CHARGER = "amps × charge_v ÷ (efficiency × power_factor × mains_v)"
CHARGER_A_OF_MAINS = "continuous × mains_v × efficiency × power_factor ÷ charge_v"
# What a DC-DC charger draws at its input. [A]
DCDC_INPUT_A = "output × charge_v ÷ (efficiency × input_v)"
# The same turned round, from what reaches its input. [A]
CHARGE_A_OF_INPUT = "input × efficiency × input_v ÷ charge_v"
# Volts at its input behind a run that resists: it takes the same power whatever the volts, so that they sink as the amps rise.
# Where the run cannot pass that power it is half of the supply, with which it passes the most. (Ohm's law) [V]
DCDC_INPUT_V = "(supply + max(0, supply^2 − 4 × ohm × output × charge_v ÷ efficiency)^0.5) ÷ 2"
# What is left of a limit for one of several that share it, the others before it. [A]
LEFT_OF_A_LIMIT = "min(wanted, max(0, limit − sum(taken)))"

# Volts of a series of panels: open at the record low, open and at full power with hot cells. Coefficients in %/K, below zero
# for volts. (IEC 61215 coefficients; NEC 690.7) [V]
COLD_VOC_V = "sum(volts × (1 + beta ÷ 100 × min(0, low − 25)))"
HOT_VOC_V = "sum(volts × (1 + beta ÷ 100 × max(0, hot − 25)))"
HOT_VMP_V = "sum(volts × (1 + (gamma − alpha) ÷ 100 × max(0, hot − 25)))"
# What panels in series give: the lowest current flows through all. [W]
SERIES_W = "min(amps) × sum(volts)"
# What other strings push into a fault, and the least fuse of a string. (NEC 690.9, from memory) [A]
BACKFED_A = "sun × sum(others)"
LEAST_STRING_FUSE_A = "sun × on_top × shorted"
NEXT_STRING_FUSE_A = "next_larger(pv_fuses, least)"
