"""The hours of arrays against pvlib's own ModelChain on the same light, with the same cap.

Reference: pvlib python (Anderson, Hansen, Holmgren, Jensen, Mikofski, Driesse 2023, JOSS 8(92) 5994): transposition, incidence,
SAPM cell temperature and PVWatts power put together by the library itself.
"""

from __future__ import annotations

from typing import Any

import numpy as np
import pandas as pd
import pytest
from builders import load, rig, value
from pvlib import iam, location, modelchain, pvsystem, temperature

from ryokan.core.climate.above import MEAN_DAYS
from ryokan.core.climate.grid import sky
from ryokan.core.climate.sun import HOURS, light, moments_of
from ryokan.core.evaluate import evaluate

PLACE, MONTH = (44.0, 5.0), 5
LOSSES = ("controller_frac", "pv_wiring_frac", "soiling_frac", "mismatch_frac")
FLAT, SOUTH = {"tilt_deg": 0}, {"tilt_deg": 35, "faces_deg": 180}
EAST, WEST = {"tilt_deg": 30, "faces_deg": 90}, {"tilt_deg": 30, "faces_deg": 270}

# Arrays, each with its watts, and the amps of the one controller that they share; None: none caps them.
SYSTEMS: dict[str, tuple[list[tuple[float, dict[str, Any]]], float | None]] = {
    "flat, with room in the controller": ([(400, FLAT)], 100),
    "raised to the south and clipped hard": ([(800, SOUTH)], 25),
    "east and west on one controller": ([(400, EAST), (400, WEST)], 30),
    "flat beside raised, no controller named": ([(300, FLAT), (200, SOUTH)], None),
}


def by_modelchain(watts: float, lies: dict[str, Any], correction: float) -> np.ndarray:
    """Power of an array on the twenty days of the month by half hours. [W] Shape (20, 48)."""
    found = light(PLACE, MONTH, sky(*PLACE), correction=correction)
    times = moments_of(PLACE[1], MEAN_DAYS[MONTH - 1], HOURS)
    mounted = temperature.TEMPERATURE_MODEL_PARAMETERS["sapm"]["close_mount_glass_glass"]
    through = float(iam.martin_ruiz_diffuse(max(lies["tilt_deg"], 1e-6))["sky"])
    mount = pvsystem.FixedMount(lies["tilt_deg"], lies.get("faces_deg", 180))
    module = {"pdc0": watts, "gamma_pdc": -0.0035, "FD": through}
    array = pvsystem.Array(mount, albedo=0.2, module_parameters=module, temperature_model_parameters=mounted)
    chain = modelchain.ModelChain(
        pvsystem.PVSystem([array], inverter_parameters={"pdc0": watts}), location.Location(*PLACE), transposition_model="haydavies",
        aoi_model="martin_ruiz", spectral_model="no_loss", temperature_model="sapm", dc_model="pvwatts", ac_model="pvwatts",
    )  # fmt: skip
    days = []
    for day in range(len(found.ghi)):
        columns = {
            "ghi": found.ghi[day],
            "dni": found.dni[day],
            "dhi": found.dhi[day],
            "temp_air": found.air_c[day],
            "wind_speed": 1.0,
        }
        weather = pd.DataFrame(columns, index=times)
        days.append(chain.run_model(weather).results.dc.to_numpy())
    return np.nan_to_num(np.array(days))


@pytest.mark.parametrize("name", SYSTEMS)
def test_a_day_of_the_month_is_what_modelchain_makes_of_the_same_hours(name: str) -> None:
    arrays, amps = SYSTEMS[name]
    said = {
        f"a{at}": {"plain_w": watts, "controller": "c" if amps else None, **lies} for at, (watts, lies) in enumerate(arrays)
    }
    report = evaluate(
        rig(
            [load(50, 10)],
            stays={"one": {"lat_deg": PLACE[0], "lon_deg": PLACE[1], "month": MONTH}},
            solar={
                "sun_from": "places",
                "arrays": said,
                "controllers": {"c": {"rated_a": amps, "method": "mppt"}} if amps else {},
            },
        )
    )
    correction = value(report, "climate.stay.one.correction_frac")
    passed = np.prod([value(report, f"assumptions.{one}") for one in LOSSES])
    hours = passed * np.sum([by_modelchain(watts, lies, correction) for watts, lies in arrays], axis=0)
    limit_w = np.inf if amps is None else amps * value(report, "storage.charge_v")
    expected = float(np.minimum(hours, limit_w).sum(axis=1).mean()) / 2

    assert value(report, "solar.wh_per_day.may") == pytest.approx(expected, rel=0.02)
    each = [value(report, f"solar.array.{id}.wh_per_day.may") for id in said]
    assert sum(each) == pytest.approx(value(report, "solar.wh_per_day.may"))
    if amps:
        capped = 1 - float(np.minimum(hours, limit_w).sum() / hours.sum())
        assert value(report, "solar.controller.c.capped_frac.may") == pytest.approx(capped, abs=0.02)
