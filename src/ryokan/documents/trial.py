"""The nights of a trial as CSV."""

from __future__ import annotations

import csv
import io
from collections.abc import Iterable

from ryokan.core.csv_rows import inert

HEAD = (
    "stay", "night", "dark_frac",
    "lowest_frac_5", "lowest_frac_50", "lowest_frac_95", "dawn_frac_5", "dawn_frac_50", "dawn_frac_95", "years",
)  # fmt: skip


def trial_csv(rows: Iterable[tuple[str | float, ...]], years: int) -> str:
    """A row for each night: how often it is dark, and the charge of one year in twenty, the middle one, nineteen in twenty.

    UTF-8 with a mark that spreadsheets know it by, commas, decimal points; shares from 0 to 1.
    """
    out = io.StringIO()
    writer = csv.writer(out, lineterminator="\r\n")
    writer.writerow(HEAD)
    for row in rows:
        writer.writerow([inert(one) if isinstance(one, str) else round(one, 4) for one in (*row, years)])
    return "\ufeff" + out.getvalue()
