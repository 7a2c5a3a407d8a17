"""The trial run against something outside: pvlib's ModelChain with a plain loop on typical years, and the days it draws from."""

from __future__ import annotations

from pathlib import Path
from typing import Any

import numpy as np
import pandas as pd
import pvlib
import pytest
from builders import load, plain_array, rig
from scipy.stats import kstest

from ryokan.core.climate.grid import DAYS, sky
from ryokan.core.evaluate import Report, evaluate
from ryokan.core.trial.run import run_trial
from ryokan.core.trial.weather import draw_weather
from ryokan.documents.weather_file import read_weather_file

DATA = Path(pvlib.__file__).parent / "data"
YEARS = {"Greensboro": "723170TYA.CSV", "Sand Point": "703165TY.csv"}
LOSSES = {"controller_frac": 0.97, "pv_wiring_frac": 0.98, "soiling_frac": 0.97, "mismatch_frac": 0.98}
BANK_WH, ROUND_TRIP, DRAW_W = 2560.0, 0.95, 30.0


def year_away(name: str, watts: float) -> tuple[Report, pd.DataFrame, dict[str, Any]]:
    """A rig that spends a typical year at its place under a flat array, and the hours of that year."""
    hours, about = pvlib.iotools.read_tmy3(DATA / YEARS[name], map_variables=True)
    own = read_weather_file((DATA / YEARS[name]).read_bytes(), name)
    stays = {"all": {"month": 1, "nights": 365, "arrives": "2027-01-01", "driving_hours_per_day": 0}}
    solar = {"sun_from": "file", "own_sun": own.model_dump(), **plain_array(watts, 100)}
    one = rig(
        [load(DRAW_W * 0.97, 24, profile="all_day")],
        stays=stays, solar=solar, storage={"bank": {"nominal_ah": 200}, "bay_c": 25, "bay_hot_c": 25},
        assumptions={**LOSSES, "trial_recovery_wh": 0.0, "trial_air_spread_frac": 0.0},
    )  # fmt: skip
    return evaluate(one), hours, about


def by_model_chain(hours: pd.DataFrame, about: dict[str, Any], watts: float) -> np.ndarray:
    """Hours of a flat array by pvlib's ModelChain, at the bank. [W]"""
    place = pvlib.location.Location(about["latitude"], about["longitude"], about["TZ"], about["altitude"])
    mounted = pvlib.temperature.TEMPERATURE_MODEL_PARAMETERS["sapm"]["close_mount_glass_glass"]
    array = pvlib.pvsystem.Array(
        pvlib.pvsystem.FixedMount(0, 180), module_parameters={"pdc0": watts, "gamma_pdc": -0.0035, "b": 0.05},
        temperature_model_parameters=mounted,
    )  # fmt: skip
    system = pvlib.pvsystem.PVSystem([array], inverter_parameters={"pdc0": 1e6})
    chain = pvlib.modelchain.ModelChain(system, place, aoi_model="physical", spectral_model="no_loss", ac_model="pvwatts")
    middle = hours.index - pd.Timedelta("30min")
    weather = pd.DataFrame(
        {name: hours[name].to_numpy() for name in ("ghi", "dni", "dhi")} | {"temp_air": hours["temp_air"].to_numpy()},
        index=middle,
    ).assign(wind_speed=1.0)
    chain.run_model(weather)
    return np.nan_to_num(chain.results.dc.to_numpy()) * float(np.prod(list(LOSSES.values())))


def plain_loop(sun_w: np.ndarray) -> tuple[float, float, float]:
    """What a bank does with it hour by hour: sun used and served in a year [Wh], and the share of nights with a dark hour."""
    charge, used, served, dark = BANK_WH, 0.0, 0.0, np.zeros(365, bool)
    for _ in range(2):  # the second time from where the first ended
        used, served, dark = 0.0, 0.0, np.zeros(365, bool)
        for hour, sun in enumerate(sun_w):
            if sun >= DRAW_W:
                taken = min(sun - DRAW_W, (BANK_WH - charge) / ROUND_TRIP)
                charge += taken * ROUND_TRIP
                used, served = used + DRAW_W + taken, served + DRAW_W
            else:
                given = min(DRAW_W - sun, charge)
                charge -= given
                used, served = used + sun, served + sun + given
                if sun + given < DRAW_W - 1e-9:
                    dark[((hour + 12) // 24 - 1) % 365] = True
    return used, served, float(dark.mean())


@pytest.mark.parametrize("name", YEARS)
def test_the_sun_on_an_array_is_that_of_model_chain(name: str) -> None:
    """Within 2 % over the year of a typical year (TMY3, as pvlib ships it), when nothing holds it back."""
    watts = 100.0
    report, hours, about = year_away(name, watts)
    found = run_trial(report, years=60).figures
    offered = found["trial.sun_used_wh"].number + found["trial.sun_held_back_wh"].number

    assert offered == pytest.approx(by_model_chain(hours, about, watts).sum(), rel=0.02)


@pytest.mark.parametrize(("name", "watts"), [("Greensboro", 220.0), ("Greensboro", 320.0), ("Sand Point", 400.0)])
def test_a_year_of_drawn_days_serves_what_the_typical_year_does_in_a_plain_loop(name: str, watts: float) -> None:
    """Energy within 2 %; dark nights of one typical year within what single drawn years show."""
    report, hours, about = year_away(name, watts)
    _, served, dark = plain_loop(by_model_chain(hours, about, watts))
    trial = run_trial(report, years=200)
    of_years = (trial.outcome.dark_h[:, trial.prepared.trip.counts] > 0).mean(axis=1)

    assert trial.figures["trial.served_wh"].number == pytest.approx(served, rel=0.02)
    assert np.quantile(of_years, 0.01) - 1 / 365 <= dark <= np.quantile(of_years, 0.99) + 1 / 365


@pytest.mark.parametrize(("name", "watts"), [("Greensboro", 220.0), ("Greensboro", 320.0), ("Sand Point", 400.0)])
def test_the_typical_year_as_it_came_goes_dark_when_the_plain_loop_does(name: str, watts: float) -> None:
    """Its days in the order of the file: dark nights within a fiftieth of the year of a plain loop on ModelChain's hours."""
    report, hours, about = year_away(name, watts)
    _, _, dark = plain_loop(by_model_chain(hours, about, watts))
    assert run_trial(report, years=2).figures["trial.file_year.dark_frac"].number == pytest.approx(dark, abs=0.02)


@pytest.mark.parametrize("month", [1, 4, 7, 10])
def test_drawn_days_have_the_distribution_that_they_are_drawn_from(month: int) -> None:
    """The twenty days of a month in the grid (MERRA-2 2011–2015), by the test of Kolmogorov and Smirnov: one day of each year,
    since days that follow one another are no independent ones."""
    place, nights = (47.4, 8.5), 20
    of_night, numbers = np.zeros((nights, 2), np.int64), np.stack([np.arange(nights), np.arange(1, nights + 1)], 1)
    shares = draw_weather([place], of_night, numbers, np.zeros((nights, 2)), seed=month, years=1500).share[:, 10, 0]
    days = np.sort(sky(*place).kwh_per_m2[month - 1])
    drawn = np.interp(np.clip(shares * DAYS - 0.5, 0, DAYS - 1), np.arange(DAYS), days)

    def source(kwh: np.ndarray) -> np.ndarray:
        """Twenty days, each a twentieth of the month, in straight lines between their middles and level beyond the ends."""
        return np.clip(np.interp(kwh, days, (np.arange(DAYS) + 0.5) / DAYS), 0.5 / DAYS, 1 - 0.5 / DAYS)

    inside = (shares > 0.5 / DAYS) & (shares < 1 - 0.5 / DAYS)
    assert kstest(shares, "uniform").pvalue > 0.01
    within = (source(drawn[inside]) - 0.5 / DAYS) / (1 - 1 / DAYS)
    assert kstest(within, "uniform").pvalue > 0.01
    assert drawn.mean() == pytest.approx(days.mean(), rel=0.03)
