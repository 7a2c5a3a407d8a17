"""Column heads of the tables, as they stand in print."""

from __future__ import annotations

COLUMNS = {
    "a_at_60c": "A at 60 °C",
    "a_at_75c": "A at 75 °C",
    "a_at_90c": "A at 90 °C",
    "a_at_105c": "A at 105 °C",
    "area_mm2": "mm²",
    "circular_mils": "circular mils",
    "ohm_per_km_75c": "Ω/km at 75 °C",
    "ohm_per_km_20c": "Ω/km at 20 °C",
    "factor": "factor",
    "below_25_k": "K below 25 °C",
    "breaker_a": "breaker, A",
    "voltage_v": "V",
    "continuous_frac": "continuous share",
    "rating_a": "A",
    "rating_w": "W",
    "up_to": "conductors, up to",
    "up_to_mm": "mm, up to",
    "bare_m": "m, bare",
    "sheathed_m": "m, in a sheath",
    "at_battery_m": "m, in a sheath from a battery",
    **{f"most_s_at_{share}": f"s at most at {share} %" for share in (135, 200, 350, 600)},
    **{f"least_s_at_{share}": f"s at least at {share} %" for share in (135, 200, 350, 600)},
    "outside_mm": "mm outside",
    "times": "times the outside",
    "least_nm": "Nm at least",
    "most_nm": "Nm at most",
    "copper": "copper",
    "aluminium": "aluminium",
}
