"""What the measured and typical years say of the grid, each cell left out in turn: the tables of docs/climate.md."""

from __future__ import annotations

from collections import Counter
from collections.abc import Callable

import numpy as np
import numpy.typing as npt

from ryokan.core.climate.above import MEAN_DAYS, extraterrestrial_kwh_per_m2
from ryokan.core.climate.grid import sky
from ryokan.core.climate.measured import (
    FAR_FRAC,
    IN_TEN,
    Field,
    Site,
    cold_allowance_k,
    cold_field,
    cold_left,
    month_spread,
    night_and_swing,
    over_grid,
    sites,
    sun_field,
)

Floats = npt.NDArray[np.float64]


def report() -> None:
    """Print what is left of the sun and of the cold when each cell is left out."""
    _sun()
    _cold()


def cell_of(site: Site) -> tuple[int, int]:
    """The cell of 3° that a site lies in: sites of one cell are left out together, and count as one."""
    return round(site.lat_deg / 3), round(site.lon_deg / 3)


def sun_left_out() -> tuple[list[Site], Floats, Floats, Floats]:
    """Sites with a cell near; what the others leave of each, in logarithms, in their own deviations; and their weights."""
    at = [site for site in sites() if sky(site.lat_deg, site.lon_deg).away_km == 0]
    left = np.log([over_grid(site) / FAR_FRAC for site in at])
    off, deviations = [], []
    for site, value in zip(at, left, strict=True):
        near = _without_cell(sun_field(), left, site).near(site.lat_deg, site.lon_deg)
        off.append(value - near.left)
        deviations.append((value - near.left) / near.spread)
    crowd = Counter(map(cell_of, at))
    return at, np.array(off), np.array(deviations), np.array([1 / crowd[cell_of(site)] for site in at])


def _without_cell(field: Field, left: Floats, out: Site) -> Field:
    return field.without(lambda site: cell_of(site) != cell_of(out), left)


def months_off() -> tuple[Floats, Floats, Floats]:
    """Months of all sites about their own year, in logarithms; how wide they are taken to scatter; the sun above the air."""
    off, spread, above = [], [], []
    for site in sun_left_out()[0]:
        grid = sky(site.lat_deg, site.lon_deg).kwh_per_m2.mean(axis=1)
        over_air = np.array([extraterrestrial_kwh_per_m2(site.lat_deg, day) for day in MEAN_DAYS])
        lit = (over_air > 1) & (np.array(site.kwh_per_m2) > 0.05)
        off.append((np.log(np.array(site.kwh_per_m2) / np.maximum(grid, 0.01)) - np.log(over_grid(site)))[lit])
        spread.append(month_spread(site.lat_deg)[lit])
        above.append(over_air[lit])
    return np.concatenate(off), np.concatenate(spread), np.concatenate(above)


def _sun() -> None:
    at, off, deviations, weights = sun_left_out()
    plain = np.log([over_grid(site) / FAR_FRAC for site in at])
    print(f"{len(sites())} sites, {len(at)} with a cell near, in {len(set(map(cell_of, at)))} cells")
    print(f"mean by cells {np.exp(np.average(plain, weights=weights)) * FAR_FRAC:.3f}")
    for name, values in (("one factor for all", plain), ("with the places about", off)):
        print(f"{name:22} left, rms {np.sqrt(np.average(values**2, weights=weights)):.3f}")
    for name, terms in _TRIED.items():
        print(f"{name:22} left, rms {_regressed(at, plain, weights, terms):.3f}")
    print(f"within the band of eight in ten: {np.average(np.abs(deviations) < IN_TEN, weights=weights):.2f}")
    months, spread, above = months_off()
    for low, high in ((1, 2), (2, 4), (4, 6), (6, 8), (8, 13)):
        some = (above >= low) & (above < high)
        print(f"months of {low} to {high} kWh/m² above: {np.std(months[some]):.3f}, taken as {spread[some].mean():.3f}")


def _clearness(site: Site) -> float:
    over_air = np.array([extraterrestrial_kwh_per_m2(site.lat_deg, day) for day in MEAN_DAYS])
    return float(sky(site.lat_deg, site.lon_deg).kwh_per_m2.mean() / over_air.mean())


_TRIED = {
    "with cloudiness": (_clearness,),
    "with latitude": (lambda site: abs(site.lat_deg) / 10,),
    "with height": (lambda site: (site.alt_m or 0.0) / 1000,),
    "with all three": (_clearness, lambda site: abs(site.lat_deg) / 10, lambda site: (site.alt_m or 0.0) / 1000),
}


def _regressed(at: list[Site], values: Floats, weights: Floats, terms: tuple[Callable[[Site], float], ...]) -> float:
    """What a straight line through those terms leaves of each site when its cell is left out."""
    table = np.array([[1.0, *(term(site) for term in terms)] for site in at])
    root, off = np.sqrt(weights), np.zeros(len(at))
    for number, site in enumerate(at):
        kept = np.array([cell_of(other) != cell_of(site) for other in at])
        fitted, *_ = np.linalg.lstsq(table[kept] * root[kept, None], values[kept] * root[kept], rcond=None)
        off[number] = values[number] - table[number] @ fitted
    return float(np.sqrt(np.average(off**2, weights=weights)))


def _cold() -> None:
    at, left = cold_left()
    colder, constant = [], []
    for site in at:
        night_c, _ = night_and_swing(site.lat_deg, site.lon_deg)
        field = _without_cell(cold_field(), left, site)
        assert site.coldest_50_c is not None
        constant.append(site.coldest_50_c - (night_c - 20))
        colder.append(site.coldest_50_c - (night_c - cold_allowance_k(site.lat_deg, site.lon_deg, field)))
    print(f"cold, {len(at)} sites: estimated {np.mean(colder):.1f} K colder, from {min(colder):.1f} to {max(colder):.1f}")
    warmer = [-one for one in constant if one < 0]
    print(
        f"20 K below the night: too warm at {len(warmer)}, by up to {max(warmer):.0f} K; colder by up to {max(constant):.0f} K"
    )
