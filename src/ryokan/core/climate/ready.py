"""What the first rig with a place would otherwise wait for."""

from __future__ import annotations

from ryokan.core.climate.grid import sky
from ryokan.core.climate.measured import cold_by_month_k, sun_there
from ryokan.core.climate.places import find_places
from ryokan.core.climate.sun import Panel, month_sun


def get_ready() -> None:
    """Read the grids, the sites and the places and load pvlib: the first question of a process is as quick as the next."""
    greenwich = (51.5, 0.0)
    sun_there(*greenwich)
    cold_by_month_k(*greenwich)
    month_sun(greenwich, 6, sky(*greenwich), Panel(), correction=1.0)
    find_places("a")
