"""A weather file of the user's own – EPW, TMY3 or a typical year of PVGIS as CSV or JSON – as days of sun by month.

pvlib reads the formats; here lie the checks, since a file in other units or with half a year would size an array wrongly and
nobody would see it.
"""

from __future__ import annotations

import io
import math
from typing import Any

import numpy as np

from ryokan.core.climate.grid import DAYS
from ryokan.core.errors import DomainError
from ryokan.core.plain_text import read_json, unkeepable
from ryokan.core.solar.model import OwnSun

MAX_BYTES = 5_000_000  # a year of hours has one to two
HOURS = (8760, 8784)
MOST_LINES = 9_000
MOST_CELLS_IN_A_LINE = 120
BRIGHTEST_W_PER_M2 = 1500.0  # no hour on the ground is brighter
DIMMEST_YEAR_W_PER_M2 = 100.0  # the brightest hour of any year is brighter than that
MISSING = 9000.0  # formats fill gaps with 9999 and the like
COLDEST_C, HOTTEST_C = -80.0, 60.0


class UnreadableWeather(DomainError):
    """A file is no weather file that can be taken; the message says why."""

    code = "weather.unreadable"


def read_weather_file(content: bytes, name: str = "") -> OwnSun:
    """The days of sun of a year of hours, by month, and its temperatures.

    Parameters
    ----------
    content : bytes
        UTF-8 or Latin-1.
    name : str
        What it is called; the file's own place if left out.

    Raises
    ------
    UnreadableWeather
        Of no known format, without a whole year of hours, with gaps, or in other units than W/m² and °C.
    """
    if len(content) > MAX_BYTES:
        raise UnreadableWeather(
            f"The file has {len(content) / 1e6:.0f} MB; a weather file has at most {MAX_BYTES / 1e6:.0f} MB."
        )
    try:
        text = content.decode("utf-8-sig")
    except UnicodeDecodeError:
        text = content.decode("latin-1")
    if fault := unkeepable(text):
        raise UnreadableWeather(f"The file is not text: {fault}")
    hours, about = _read(text)
    lat_deg, lon_deg = _place(about)
    ghi, air = _checked(hours)
    months, days = _local_days(hours, lon_deg)
    own = name.strip() or str(about.get("city") or about.get("Name") or "").strip() or "a weather file"
    return OwnSun(
        name=own[:80],
        lat_deg=lat_deg,
        lon_deg=lon_deg,
        kwh_per_m2=tuple(_quantiles(ghi[months == month], days[months == month]) for month in range(1, 13)),
        air_c=tuple(round(float(air[months == month].mean()), 1) for month in range(1, 13)),
        coldest_c=round(float(air.min()), 1),
        hottest_c=round(float(air.max()), 1),
    )


def _read(text: str) -> tuple[Any, dict[str, Any]]:
    """Hours with ``ghi`` and ``temp_air``, and what the file says of itself."""
    read: tuple[Any, dict[str, Any]] | None = None
    head = text[:4000].lstrip()[:2000]
    if not head.startswith("{"):
        _require_lines(text)
    import pvlib  # here: it takes a second, and few read a weather file

    try:
        if head.startswith("LOCATION,"):
            read = pvlib.iotools.read_epw(io.StringIO(text))
        elif head.startswith("{"):
            read = _of_pvgis(read_json(text), text)
        elif head.startswith("Latitude (decimal degrees)"):
            if "G(h)" not in text:
                raise UnreadableWeather(_IN_A_PLANE)
            read = _with_meta(pvlib.iotools.read_pvgis_tmy(io.BytesIO(text.encode()), pvgis_format="csv"))
        elif "Date (MM/DD/YYYY)" in head:
            read = pvlib.iotools.read_tmy3(io.StringIO(text), map_variables=True)
    except UnreadableWeather:
        raise
    except (DomainError, ValueError, OverflowError, KeyError, IndexError, TypeError, StopIteration, AttributeError) as error:
        raise UnreadableWeather(f"The file begins like a weather file and cannot be read to its end: {error}") from error
    if read is None:
        raise UnreadableWeather("The file is neither EPW nor TMY3 nor a typical year of PVGIS as CSV or JSON.")
    return read


def _require_lines(text: str) -> None:
    """Refuse what is no table of a year before anything reads it as one."""
    lines = max(text.count("\n"), text.count("\r"))
    if lines > MOST_LINES:
        raise UnreadableWeather(f"The file has {lines} lines; a year of hours has 8760, or 8784 with its leap day, and a head.")
    if text.count(",") > MOST_LINES * MOST_CELLS_IN_A_LINE:
        raise UnreadableWeather("The file has more in it than a year of hours.")


_IN_A_PLANE = (
    "The file has the sun in a plane, not on the level ground. Take the typical year (TMY) of PVGIS: it has both sun and air."
)


_NO_YEAR = "The file has {hours} hours; a year has 8760, or 8784 with its leap day."


def _of_pvgis(document: dict[str, Any], text: str) -> tuple[Any, dict[str, Any]]:
    import pvlib

    hours = document.get("outputs", {}).get("tmy_hourly")
    if hours is None:
        raise UnreadableWeather(_IN_A_PLANE)
    if len(hours) not in HOURS:
        raise UnreadableWeather(_NO_YEAR.format(hours=len(hours)))
    return _with_meta(pvlib.iotools.read_pvgis_tmy(io.StringIO(text), pvgis_format="json"))


def _with_meta(read: tuple[Any, Any]) -> tuple[Any, dict[str, Any]]:
    hours, meta = read
    inputs = meta.get("inputs", meta)
    about = inputs.get("location", inputs)
    return hours, {"latitude": about.get("latitude"), "longitude": about.get("longitude")}


def _place(about: dict[str, Any]) -> tuple[float, float]:
    try:
        lat_deg, lon_deg = float(about["latitude"]), float(about["longitude"])
    except (KeyError, TypeError, ValueError) as error:
        raise UnreadableWeather("The file does not say where it is from: latitude and longitude are needed.") from error
    if not (-90 <= lat_deg <= 90 and -180 <= lon_deg <= 180):
        raise UnreadableWeather(f"The file is from latitude {lat_deg:g}, longitude {lon_deg:g}: there is no such place.")
    return round(lat_deg, 4), round(lon_deg, 4)


def _checked(hours: Any) -> tuple[Any, Any]:
    """Sun and air of every hour, whole and in the units meant. [W/m², °C]"""
    if len(hours) not in HOURS:
        raise UnreadableWeather(_NO_YEAR.format(hours=len(hours)))
    missing = [words for column, words in (("ghi", "sun on the level ground"), ("temp_air", "air")) if column not in hours]
    if missing:
        raise UnreadableWeather(f"The file has no column for: {', '.join(missing)}.")
    try:
        ghi, air = hours["ghi"].to_numpy(float), hours["temp_air"].to_numpy(float)
    except ValueError as error:
        raise UnreadableWeather(f"The file cannot be read: {error}.") from error
    for values, least, words in ((ghi, -20.0, "sun"), (air, -math.inf, "air")):
        gaps = np.flatnonzero(~np.isfinite(values) | (values < least) | (values >= MISSING))
        if gaps.size:
            raise UnreadableWeather(f"The {words} has gaps: {gaps.size} hours, the first at hour {gaps[0] + 1} of the file.")
    if ghi.max() > BRIGHTEST_W_PER_M2:
        raise UnreadableWeather(
            f"The brightest hour has {ghi.max():.0f}; in W/m² none has over {BRIGHTEST_W_PER_M2:.0f}. Other units?"
        )
    if ghi.max() < DIMMEST_YEAR_W_PER_M2:
        raise UnreadableWeather(f"The brightest hour of the year has {ghi.max():g}; in W/m² that is night. kW/m², perhaps?")
    if air.min() < COLDEST_C or air.max() > HOTTEST_C:
        raise UnreadableWeather(f"The air goes from {air.min():.0f} to {air.max():.0f}: that is not °C. °F or K, perhaps?")
    return np.clip(ghi, 0, None), air


def _local_days(hours: Any, lon_deg: float) -> tuple[Any, Any]:
    """Month and day of each hour by the sun of the place: rows hold the hour that ends with them."""
    import pandas as pd

    index = hours.index
    utc = index.tz_convert("UTC") if index.tz is not None else index
    middle = utc.tz_localize(None) + pd.Timedelta(hours=lon_deg / 15 - 0.5)
    months = middle.month.to_numpy()
    if set(months) != set(range(1, 13)):
        raise UnreadableWeather("The file does not have all twelve months.")
    return months, middle.day.to_numpy()


def _quantiles(ghi: Any, days: Any) -> tuple[float, ...]:
    """The days of a month as twenty equal shares, dullest first, their mean kept. [kWh/m²]"""
    sums = np.array([ghi[days == day].sum() / 1000 for day in sorted(set(days))])
    found = np.quantile(sums, (np.arange(DAYS) + 0.5) / DAYS)
    scaled = found * (sums.mean() / found.mean()) if found.mean() > 0 else found
    return tuple(round(float(one), 3) for one in scaled)
