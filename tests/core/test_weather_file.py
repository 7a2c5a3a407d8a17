"""Weather files of one's own: read right, or refused with what is wrong."""

from __future__ import annotations

import json
from collections.abc import Callable
from pathlib import Path
from typing import Any

import numpy as np
import pandas as pd
import pvlib
import pytest
from builders import load, report, value

from ryokan.documents.weather_file import UnreadableWeather, read_weather_file

TMY3 = Path(pvlib.__file__).parent / "data/723170TYA.CSV"


def hours(year: int = 2023) -> pd.DataFrame:
    """A year with 500 W/m² from 6 to 18 o'clock, 15 to 25 °C, 6 kWh/m² on every day."""
    index = pd.date_range(f"{year}-01-01 00:00", f"{year}-12-31 23:00", freq="h")
    sunny = (index.hour >= 6) & (index.hour < 18)
    air = 20 + 5 * np.cos(2 * np.pi * (index.hour.to_numpy() - 15) / 24)
    return pd.DataFrame({"ghi": np.where(sunny, 500.0, 0.0), "temp_air": air}, index=index)


def epw(of: pd.DataFrame, city: str = "Sol") -> str:
    """EPW as its manual has it: eight lines of head, then 35 columns; the hour is the one that ends. (EnergyPlus, from memory)"""
    head = [f"LOCATION,{city},-,-,TMY,0,40.0,0.0,0.0,10"] + [f"LINE {n}" for n in range(7)]
    rows = []
    for at, row in of.iterrows():
        assert isinstance(at, pd.Timestamp)
        columns = [str(at.year), str(at.month), str(at.day), str(at.hour + 1), "0", "?", f"{row['temp_air']:g}"] + ["0"] * 28
        columns[13] = f"{row['ghi']:g}"
        rows.append(",".join(columns))
    return "\n".join([*head, *rows]) + "\n"


def pvgis(of: pd.DataFrame) -> str:
    """PVGIS TMY as JSON, in UTC. (its manual, from memory)"""
    table = [
        {"time(UTC)": f"{at:%Y%m%d:%H%M}", "T2m": row["temp_air"], "RH": 50, "G(h)": row["ghi"], "Gb(n)": 0, "Gd(h)": 0,
         "IR(h)": 300, "WS10m": 1, "WD10m": 0, "SP": 1e5}
        for at, row in of.iterrows()
    ]  # fmt: skip
    months = [{"month": month, "year": 2019} for month in range(1, 13)]
    place = {"location": {"latitude": 40.0, "longitude": 0.0, "elevation": 10}}
    return json.dumps({"inputs": place, "outputs": {"months_selected": months, "tmy_hourly": table}, "meta": {"inputs": {}}})


def pvgis_csv(of: pd.DataFrame) -> str:
    """The same as CSV."""
    head = ["Latitude (decimal degrees): 40.000", "Longitude (decimal degrees): 0.000", "Elevation (m): 10", "month,year"]
    head += [f"{month},2019" for month in range(1, 13)] + ["time(UTC),T2m,RH,G(h),Gb(n),Gd(h),IR(h),WS10m,WD10m,SP"]
    rows = [f"{at:%Y%m%d:%H%M},{row['temp_air']},50,{row['ghi']},0,0,300,1,0,100000" for at, row in of.iterrows()]
    return "\n".join([*head, *rows]) + "\n"


def changed_hours(**columns: Any) -> pd.DataFrame:
    return hours().assign(**columns)


@pytest.mark.parametrize(
    "text", [epw(hours()), epw(hours(2024)), pvgis(hours()), pvgis_csv(hours())], ids=["epw", "leap year", "json", "csv"]
)
def test_a_year_of_hours_becomes_days(text: str) -> None:
    own = read_weather_file(text.encode())

    assert (own.lat_deg, own.lon_deg) == (40, 0)
    assert np.array(own.kwh_per_m2) == pytest.approx(np.full((12, 20), 6.0))
    assert (set(own.air_c), own.coldest_c, own.hottest_c) == ({20.0}, 15, 25)


def test_a_measured_year_keeps_its_months() -> None:
    """Greensboro, TMY3: 2.41 kWh/m² a day in January and 6.25 in June; sums of the file's own column."""
    own = read_weather_file(TMY3.read_bytes())
    means = np.array(own.kwh_per_m2).mean(axis=1)

    assert (own.name, own.coldest_c) == ('"GREENSBORO PIEDMONT TRIAD INT"', -16.7)
    assert means[[0, 5]] == pytest.approx([2.41, 6.25], abs=0.01)
    rig = report(
        [load()],
        stays={"a": {"month": 6}},
        solar={"sun_from": "file", "own_sun": own.model_dump(mode="json"), "record_low_c": -20},
    )
    assert value(rig, "climate.psh.jun") == pytest.approx(6.25, abs=0.01)
    assert value(rig, "climate.bias_applied") == 0
    assert value(rig, "climate.t_min_record_c") == -20


@pytest.mark.parametrize(("typed_c", "low_c", "high_c"), [(None, 15, 25), (0, 0, 25), (30, 15, 30)])
def test_the_more_extreme_of_file_and_typed_record_counts(typed_c: float | None, low_c: float, high_c: float) -> None:
    own = read_weather_file(epw(hours()).encode()).model_dump(mode="json")
    typed = {"record_low_c": typed_c, "record_high_c": typed_c}
    rig = report([load()], stays={"a": {}}, solar={"sun_from": "file", "own_sun": own, **typed})
    by_place = report([load()], stays={"a": {"lat_deg": 40, "lon_deg": 0}}, solar={"sun_from": "places", **typed})

    assert (value(rig, "climate.t_min_record_c"), value(rig, "climate.t_max_record_c")) == (low_c, high_c)
    if typed_c is not None:
        assert value(by_place, "climate.t_min_record_c") == value(by_place, "climate.t_max_record_c") == typed_c


def local(of: pd.DataFrame) -> str:
    """TMY3 as its manual has it: local standard time, the hour that ends; 24:00 closes a day. (NREL/TP-581-43156, from memory)"""
    rows = ["1,Sol,XX,0.0,40.0,0.0,10", "Date (MM/DD/YYYY),Time (HH:MM),GHI (W/m^2),Dry-bulb (C)"]
    rows += [f"{at:%m/%d/%Y},{at.hour + 1:02d}:00,{row['ghi']:g},{row['temp_air']:g}" for at, row in of.iterrows()]
    return "\n".join(rows) + "\n"


def by_day_of_year(year: int) -> pd.DataFrame:
    """A year in which each day of the year has its own sun: 500 W/m² on the first, a little more on each that follows."""
    of = hours(year)
    return of.assign(ghi=of["ghi"] * (1 + of.index.dayofyear / 1000))


@pytest.mark.parametrize("form", [epw, local, pvgis, pvgis_csv])
@pytest.mark.parametrize("year", [2023, 2024])
def test_every_day_keeps_its_own_sun_in_its_own_month(form: Callable[[pd.DataFrame], str], year: int) -> None:
    """No hour strays into the next day, and the first of March of a leap year is no 29th of February. (arithmetic)

    Means of the months by the calendar of the file, to a thousandth: a day that lost an hour to its neighbour, or a February
    of one day more, would show.
    """
    of = by_day_of_year(year)
    if form in (pvgis, pvgis_csv) or (form is local and year == 2024):
        of = of[(of.index.month != 2) | (of.index.day != 29)]  # a typical year has none
    own = read_weather_file(form(of).encode())
    daily = of["ghi"].groupby(of.index.date).sum() / 1000
    by_month = daily.groupby([day.month for day in daily.index]).mean()

    assert np.array(own.kwh_per_m2).mean(axis=1) == pytest.approx(by_month.to_numpy(), rel=1e-3)
    assert min(own.kwh_per_m2[1]) > 5  # no false dark day
    # Each day is brighter than the one before: it stands at its place among those of its month.
    days = sorted(daily.index)
    lengths = [sum(day.month == month for day in days) for month in range(1, 13)]
    places = [(day.day - 0.5) / lengths[day.month - 1] for day in days if (day.month, day.day) != (2, 29)]
    assert own.share_by_day == pytest.approx(places, abs=6e-4)
    assert len(own.air_off_k_by_day) == 365


HALF = hours().iloc[:4380]
TWICE = pd.concat([hours().iloc[:240], hours().iloc[216:240], hours().iloc[264:]])  # a day twice, the next missing
LATE = changed_hours(ghi=np.roll(hours()["ghi"].to_numpy(), 12))
STUCK = changed_hours(ghi=hours()["ghi"].where((hours().index.dayofyear < 100) | (hours().index.dayofyear > 106), 300.0))
COLD_STUCK = changed_hours(temp_air=10 + 5 * np.sin(np.arange(8760))).assign(
    temp_air=lambda of: of["temp_air"].where((of.index.dayofyear < 100) | (of.index.dayofyear > 106), 4.0)
)
NIGHT_SUN = changed_hours(ghi=hours()["ghi"] + np.where((hours().index.hour == 0), 30.0, 0.0))
GAP = changed_hours(ghi=hours()["ghi"].where(hours().index.dayofyear != 100, 9999))


@pytest.mark.parametrize(
    ("content", "says"),
    [
        (b"", "neither EPW nor TMY3"),
        (b"\x00\xff\xfe garbage", "not text"),
        (b'{"outputs": {"hourly": []}}', "in a plane"),
        (b"{not json", "cannot be read to its end"),
        (epw(HALF).encode(), "4380 hours"),
        (epw(GAP).encode(), "24 hours, the first at hour 2377"),
        (epw(changed_hours(ghi=hours()["ghi"] / 1000)).encode(), "kW/m², perhaps"),
        (epw(changed_hours(ghi=hours()["ghi"] * 3.6)).encode(), "Other units"),
        (epw(changed_hours(temp_air=68 + 20 * np.sin(np.arange(8760)))).encode(), "not °C"),
        (epw(hours()).replace(",40.0,", ",140.0,").encode(), "no such place"),
        (epw(hours()).replace("500", "cloudy").encode(), "cannot be read"),
        (epw(TWICE).encode(), "10 January has 48 hours"),
        (epw(LATE).encode(), "not about noon"),
        (epw(changed_hours(ghi=np.roll(hours()["ghi"].to_numpy(), 5))).encode(), "not about noon"),
        (epw(STUCK).encode(), "sun stands at 300"),
        (epw(COLD_STUCK).encode(), "air stands at 4"),
        (epw(NIGHT_SUN).encode(), "sun at night"),
    ],
)  # fmt: skip
def test_a_file_that_would_mislead_is_refused_with_what_is_wrong(content: bytes, says: str) -> None:
    with pytest.raises(UnreadableWeather, match=says):
        read_weather_file(content)


def test_latin_bytes_are_read() -> None:
    assert read_weather_file(epw(hours(), city="Málaga").encode("latin-1")).name == "Málaga"
