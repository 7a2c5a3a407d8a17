"""The tables that a region works by, and where each comes from."""

from __future__ import annotations

from dataclasses import dataclass

from ryokan.core.data.tables import tables


@dataclass(frozen=True, slots=True)
class Practice:
    """The tables that a region works by."""

    copper: str
    ampacity: str
    engine_factor: str
    engine_c: str  # the assumption of how warm its engine spaces are
    fuses: str
    resistance: str  # column of the copper table
    conductance: str
    temperature_factor: str  # formula in t: resistance at t over resistance of the column


AWG = Practice(
    copper="awg_copper",
    ampacity="ampacity_awg",
    engine_factor="engine_factor_awg",
    engine_c="engine_space_awg_c",
    fuses="fuse_na",
    resistance="ohm_per_km_75c",
    conductance="km_per_ohm_75c",
    temperature_factor="1 + 0.00323 × (t − 75)",
)
METRIC = Practice(
    copper="mm2_copper",
    ampacity="ampacity_mm2",
    engine_factor="engine_factor_mm2",
    engine_c="engine_space_mm2_c",
    fuses="fuse_iso",
    resistance="ohm_per_km_20c",
    conductance="km_per_ohm_20c",
    temperature_factor="(234.5 + t) ÷ (234.5 + 20)",
)
SOURCE_OF: dict[str, str] = {
    "awg_copper": "nec_ch9_t8",
    "mm2_copper": "iec_60228",
    "ampacity_awg": "abyc_e11_ampacity",
    "ampacity_mm2": "iso_13297_ampacity",
    "engine_factor_awg": "abyc_e11_engine",
    "engine_factor_mm2": "iso_13297_engine",
    "fuse_na": "nec_240_6",
    "fuse_iso": "iso_8820",
    "terminals_nec": "nec_110_14",
}


def area_mm2(conductor: str) -> float:
    """Cross-section of a stock conductor. [mm²]"""
    return tables()[practice_of("", conductor).copper].value(conductor, "area_mm2")


def practice_of(code_pack: str, conductor: str | None = None) -> Practice:
    """Tables of the region; a conductor that was chosen brings those of its own system."""
    if conductor is not None:
        return AWG if conductor.startswith("awg:") else METRIC
    return METRIC if code_pack == "international" else AWG
