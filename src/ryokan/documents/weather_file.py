"""A weather file of the user's own – EPW, TMY3 or a typical year of PVGIS as CSV or JSON – as days of sun by month.

pvlib reads the formats; here lie the checks, since a file in other units or with half a year would size an array wrongly and
nobody would see it.
"""

from __future__ import annotations

import io
import math
from typing import Any

import numpy as np

from ryokan.core.climate.above import declination_deg
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
HOURS_A_DAY = 24
FURTHEST_FROM_NOON_H = 2.5  # of the middle of a year's sun: mountains and fogs move it by less (common practice)
# So far below the horizon no dawn is left, also where a file's clock is an hour off, as in months of published typical years.
NIGHT_DEG, NIGHT_W_PER_M2, NIGHT_HOURS = -20.0, 10.0, 24
LIT_DEG, DEAD_DAYS = 10.0, 3  # on a day on which the sun stands so high some comes through the thickest cloud
STUCK_H = 72  # cold fog may hold one value for a day and a half
MONTH_LENGTHS = (31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31)
MONTH_NAMES = (
    "January", "February", "March", "April", "May", "June", "July", "August", "September", "October", "November", "December",
)  # fmt: skip


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
        Of no known format, without a whole year of hours one after the other, with gaps, in other units than W/m² and °C, with
        sun at night or about another hour than noon, or with a value that stands for days.
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
    hours, about, form = _read(text)
    lat_deg, lon_deg = _place(about)
    ghi, air = _checked(hours)
    begins = _begins(hours, form)
    _require_a_calendar(begins)
    months, days, middle = _by_the_sun(begins, lon_deg)
    _require_no_constant(ghi, "sun", besides=0.0)
    _require_no_constant(air, "air")
    _require_a_sun(ghi, begins, middle, lat_deg)
    order = _in_order(ghi, air, months, days)
    own = name.strip() or str(about.get("city") or about.get("Name") or "").strip() or "a weather file"
    return OwnSun(
        name=own[:80],
        lat_deg=lat_deg,
        lon_deg=lon_deg,
        kwh_per_m2=tuple(_quantiles(ghi[months == month], days[months == month]) for month in range(1, 13)),
        air_c=tuple(round(float(air[months == month].mean()), 1) for month in range(1, 13)),
        coldest_c=round(float(air.min()), 1),
        hottest_c=round(float(air.max()), 1),
        share_by_day=order[0],
        air_off_k_by_day=order[1],
    )


def _read(text: str) -> tuple[Any, dict[str, Any], str]:
    """Hours with ``ghi`` and ``temp_air``, what the file says of itself, and its form."""
    read: tuple[Any, dict[str, Any]] | None = None
    form = ""
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
            read, form = pvlib.iotools.read_tmy3(io.StringIO(text), map_variables=True), "tmy3"
    except UnreadableWeather:
        raise
    except (DomainError, ValueError, OverflowError, KeyError, IndexError, TypeError, StopIteration, AttributeError) as error:
        raise UnreadableWeather(f"The file begins like a weather file and cannot be read to its end: {error}") from error
    if read is None:
        raise UnreadableWeather("The file is neither EPW nor TMY3 nor a typical year of PVGIS as CSV or JSON.")
    return (*read, form)


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


def _begins(hours: Any, form: str) -> Any:
    """The beginning of each row's hour by the clock of the file.

    pvlib turns EPW to it. TMY3 names the hour that ends: a row begins where the one before ended, whatever year that is from.
    """
    import pandas as pd

    if form != "tmy3":
        return hours.index
    return pd.DatetimeIndex([hours.index[0] - pd.Timedelta(hours=1), *hours.index[:-1]])


def _require_a_calendar(begins: Any) -> None:
    """Each day of a year once, one after the other, with its 24 hours in order."""
    days = np.array(begins.month) * 100 + np.array(begins.day)
    named, counts = np.unique(days, return_counts=True)
    for day, count in zip(named.tolist(), counts.tolist(), strict=True):
        if count != HOURS_A_DAY:
            raise UnreadableWeather(f"{_said(day)} has {count} hours; each day of a year has its 24, once.")
    wanted = {month * 100 + day for month, length in enumerate(MONTH_LENGTHS, start=1) for day in range(1, length + 1)}
    if lacking := sorted(wanted - set(named.tolist())):
        raise UnreadableWeather(f"{_said(lacking[0])} is missing.")
    order = days * 100 + np.array(begins.hour)
    if (late := np.flatnonzero(np.diff(order) <= 0)).size:
        raise UnreadableWeather(f"The hours do not follow one another: after hour {late[0] + 1} of the file one comes earlier.")


def _said(day: int) -> str:
    return f"{day % 100} {MONTH_NAMES[day // 100 - 1]}"


def _by_the_sun(begins: Any, lon_deg: float) -> tuple[Any, Any, Any]:
    """Month and day of each row, and the middle of its hour, by the sun of the place.

    Rows are turned round the year as they stand, not through a calendar: months of a typical year are of different years, and
    the first hours of March are no 29th of February.
    """
    offset = begins[0].utcoffset()
    ahead_h = lon_deg / 15 - (offset.total_seconds() / 3600 if offset is not None else 0.0)
    turned = int(np.floor(ahead_h + 0.5 + 1e-9))  # whole rows; what is left is less than half an hour
    months, days = (np.roll(np.array(one), -turned) for one in (begins.month, begins.day))
    middle = (np.array(begins.hour) + 0.5 + ahead_h) % 24
    return months, days, middle


def _require_a_sun(ghi: Any, begins: Any, middle: Any, lat_deg: float) -> None:
    """The sun about noon, and none at night: hours that are shifted would pass for weather."""
    turns = np.exp(2j * np.pi * middle / 24)
    noon = float(np.angle((ghi * turns).sum()) * 24 / (2 * np.pi)) % 24
    if abs(noon - 12) > FURTHEST_FROM_NOON_H:
        raise UnreadableWeather(
            f"The sun lies about {noon:.0f} o'clock by the sun of the place, not about noon: the hours are shifted, "
            "or the place is another."
        )
    of_year = np.array(begins.dayofyear)
    tilt = np.radians([declination_deg(day) for day in of_year.tolist()])
    lat, angle = np.radians(lat_deg), np.radians(15 * (middle - 12))
    height = np.degrees(np.arcsin(np.sin(lat) * np.sin(tilt) + np.cos(lat) * np.cos(tilt) * np.cos(angle)))
    dark = np.flatnonzero((height < NIGHT_DEG) & (ghi > NIGHT_W_PER_M2))
    if dark.size > NIGHT_HOURS:
        raise UnreadableWeather(f"There is sun at night: {dark.size} hours, the first at hour {dark[0] + 1} of the file.")
    lit = (height.reshape(-1, HOURS_A_DAY) > LIT_DEG).any(axis=1)
    dead = ghi.reshape(-1, HOURS_A_DAY).sum(axis=1) == 0
    if (start := _run(lit & dead, DEAD_DAYS)) is not None:
        day = _said(int(begins.month[start * HOURS_A_DAY]) * 100 + int(begins.day[start * HOURS_A_DAY]))
        raise UnreadableWeather(f"There is no sun at all for days, from {day} on, though it stands in the sky.")


def _require_no_constant(values: Any, words: str, *, besides: float | None = None) -> None:
    """No meter shows one value for days: it stood, or a gap was filled."""
    same = np.concatenate([[False], np.diff(values) == 0])
    if besides is not None:
        same &= values != besides
    start = _run(same, STUCK_H)
    if start is not None:
        raise UnreadableWeather(
            f"The {words} stands at {values[start]:g} for more than {STUCK_H} hours, from hour {start} of the file on."
        )


def _run(flags: Any, least: int) -> int | None:
    """Where so many in a row begin; None where none do."""
    length = 0
    for number, flag in enumerate(flags.tolist()):
        length = length + 1 if flag else 0
        if length >= least:
            return number - least + 1
    return None


def _in_order(ghi: Any, air: Any, months: Any, days: Any) -> tuple[tuple[float, ...], tuple[float, ...]]:
    """Each day of the year by its place among those of its month, and by its air; without the 29th of February."""
    shares: list[float] = []
    off: list[float] = []
    for month in range(1, 13):
        there = months == month
        numbers = sorted(set(days[there]))
        sums = np.array([ghi[there & (days == day)].sum() for day in numbers])
        places = (np.argsort(np.argsort(sums, kind="stable"), kind="stable") + 0.5) / len(sums)
        mean = air[there].mean()
        for day, place in zip(numbers, places, strict=True):
            if (month, day) != (2, 29):
                shares.append(round(float(place), 3))
                off.append(round(float(air[there & (days == day)].mean() - mean), 1))
    return tuple(shares), tuple(off)


def _quantiles(ghi: Any, days: Any) -> tuple[float, ...]:
    """The days of a month as twenty equal shares, dullest first, their mean kept. [kWh/m²]"""
    sums = np.array([ghi[days == day].sum() / 1000 for day in sorted(set(days))])
    found = np.quantile(sums, (np.arange(DAYS) + 0.5) / DAYS)
    scaled = found * (sums.mean() / found.mean()) if found.mean() > 0 else found
    return tuple(round(float(one), 3) for one in scaled)
