"""What a meter kept, as CSV: days in Ah or Wh, or a log of watts or amps that is added up to days.

The first row names the columns. One holds the time, the others what was metered, with its unit in the name: “W”, “A” with “V”,
“Ah”, “Wh” or “kWh”. Commas or semicolons; decimal points or commas.
"""

from __future__ import annotations

import re
from collections import defaultdict
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from datetime import UTC, date, datetime, timedelta
from itertools import pairwise
from statistics import median
from typing import Literal, TypeAlias

from ryokan.core.csv_rows import UnreadableCsv, read_rows
from ryokan.core.errors import DomainError
from ryokan.core.row_problem import RowProblem

MAX_BYTES = 12_000_000
MAX_ROWS = 100_000  # read within two seconds (measured, two cores)
MAX_DAYS = 400
MAX_SPAN_DAYS = 800
FIRST_YEAR, LAST_YEAR = 1970, 2100  # a clock that was never set begins in 1970
MAX_PROBLEMS = 20
WHOLE_DAY_H = 23.0  # a day with less of it metered is left out
GAP_H = 1.0  # between two samples further apart nothing is known
RISING_ROWS = 8  # so many days that only rise are a running total

Unit: TypeAlias = Literal["Ah", "Wh"]
_UNIT_WORDS = {"w": "W", "watt": "W", "watts": "W", "power": "W", "a": "A", "amp": "A", "amps": "A", "current": "A",
               "v": "V", "volt": "V", "volts": "V", "voltage": "V", "ah": "Ah", "wh": "Wh", "kwh": "kWh"}  # fmt: skip
_TIME_WORDS = {"time", "date", "day", "timestamp", "datetime"}


class UnreadableLog(DomainError):
    """A file is no log that can be added up; ``problems`` names faults by row and column."""

    code = "meter_log.unreadable"

    def __init__(self, message: str, problems: Sequence[RowProblem] = ()) -> None:
        super().__init__(message)
        self.problems = tuple(problems)


@dataclass(frozen=True, slots=True)
class MeterLog:
    """What was used: by whole days, and in all.

    ``partial`` are days that were not metered for as long as counts. ``charging_left_out``: both signs were there, and what
    is negative was taken as use.
    """

    unit: Unit
    days: tuple[tuple[date, float], ...]
    partial: tuple[date, ...]
    hours: float
    total: float
    rows: int
    charging_left_out: bool


Sample: TypeAlias = tuple[datetime, float]


def read_meter_log(text: str) -> MeterLog:
    """Read a log, all of it or nothing.

    Raises
    ------
    UnreadableLog
        No columns that can be told apart, too many rows, dates that can be read two ways, times that run backwards, a
        running total, or cells with faults, which are listed.
    """
    if max(text.count("\n"), text.count("\r")) > MAX_ROWS + 1:  # before any of it is read
        raise UnreadableLog(f"The log has more than {MAX_ROWS} rows. Export fewer days, or a longer step.")
    try:
        rows = read_rows(text, max_rows=MAX_ROWS)
        columns = _Columns.of(next(rows, (1, []))[1])
        cells = [(number, columns.of_use(row)) for number, row in rows]
    except UnreadableCsv as error:
        raise UnreadableLog(str(error), [RowProblem(error.row, "", str(error))]) from error
    if len(cells) < 2:
        raise UnreadableLog("The log holds no rows to add up.")
    read_time = _time_reader([row[0] for _, row in cells])
    samples = _samples(cells, columns, read_time)
    return _of_days(samples, columns) if columns.daily else _of_a_log(samples, columns)


@dataclass(frozen=True, slots=True)
class _Columns:
    """Where what stands, by index."""

    time: int
    value: int
    volts: int | None
    measured: str  # W, A, Ah, Wh or kWh
    names: tuple[str, ...]

    @property
    def used(self) -> tuple[int, ...]:
        """Time, value and perhaps volts."""
        return (self.time, self.value) if self.volts is None else (self.time, self.value, self.volts)

    def of_use(self, row: list[str]) -> list[str]:
        """The cells of a row that count, in that order; the others are not kept."""
        return [row[index] if index < len(row) else "" for index in self.used]

    @property
    def daily(self) -> bool:
        return self.measured in ("Ah", "Wh", "kWh")

    @property
    def unit(self) -> Unit:
        return "Ah" if self.measured == "Ah" or (self.measured == "A" and self.volts is None) else "Wh"

    @classmethod
    def of(cls, header: list[str]) -> _Columns:
        words = [set(re.findall(r"[a-z]+", name.lower())) for name in header]
        units = [next((_UNIT_WORDS[word] for word in sorted(found, key=len) if word in _UNIT_WORDS), None) for found in words]
        times = [index for index, found in enumerate(words) if found & _TIME_WORDS and units[index] is None]
        for measured in ("W", "A", "Ah", "Wh", "kWh"):
            found = [index for index, unit in enumerate(units) if unit == measured]
            if len(found) > 1:
                raise UnreadableLog(f"Several columns are in {measured}; leave the one that says the use.")
            if found and times:
                volts = units.index("V") if measured == "A" and "V" in units else None
                return cls(times[0], found[0], volts, measured, tuple(header))
        raise UnreadableLog(
            "The first row has to name a column of times, such as “time”, and one with its unit, such as “power W” or “Ah”."
        )


def _samples(cells: list[tuple[int, list[str]]], columns: _Columns, read_time: Callable[[str], datetime]) -> list[Sample]:
    samples: list[Sample] = []
    problems: list[RowProblem] = []
    last: datetime | None = None
    for number, row in cells:
        place = 0
        try:
            at = read_time(row[place])
            if last is not None and at <= last:
                raise ValueError("This time is not after that of the row before.")
            last, value = at, 1.0
            for place, text in enumerate(row[1:], start=1):  # noqa: B007 - it says where, if this is no number
                value *= _number(text)
        except ValueError as error:
            problems.append(RowProblem(number, columns.names[columns.used[place]], str(error)))
            if len(problems) >= MAX_PROBLEMS:
                break
            continue
        samples.append((at, value * (1000 if columns.measured == "kWh" else 1)))
    if problems:
        raise UnreadableLog("Some cells of the log cannot be read.", problems)
    return samples


def _number(text: str) -> float:
    if not re.fullmatch(r"[-−+]?\d{1,9}([.,]\d+)?", text):
        raise ValueError(f"“{text[:30]}” is not a number.")
    return float(text.replace("−", "-").replace(",", "."))


_DATED = re.compile(
    r"(\d{1,4})([-./])(\d{1,2})\2(\d{1,4})(?:[T ]+(\d{1,2}):(\d{2})(?::(\d{2}))?(?:\.\d+)?(?:Z|[+-](?:0\d|1[0-4]):?[0-5]\d)?)?"
)


def _time_reader(texts: list[str]) -> Callable[[str], datetime]:
    """How the times of a log are read, by all of them together: 3/4 is told from 4/3 by a 13 anywhere."""
    slashed = [
        found for text in texts if (found := _DATED.fullmatch(text)) is not None and found[2] == "/" and len(found[1]) < 3
    ]
    month_first = any(int(found[3]) > 12 for found in slashed)
    if slashed and not month_first and not any(int(found[1]) > 12 for found in slashed):
        raise UnreadableLog(f"“{slashed[0][0]}” can be read two ways. Export dates as year-month-day, such as 2026-04-03.")

    def read(text: str) -> datetime:
        if re.fullmatch(r"\d{10}(\d{3})?", text):
            return datetime.fromtimestamp(int(text[:10]), UTC).replace(tzinfo=None)
        found = _DATED.fullmatch(text)
        if found is None:
            raise ValueError(f"“{text[:30]}” is not a time such as 2026-04-03 14:30.")
        one, two, three = int(found[1]), int(found[3]), int(found[4])
        year, month, day = (one, two, three) if one > 31 else (three, one, two) if month_first else (three, two, one)
        if not FIRST_YEAR <= year <= LAST_YEAR:
            raise ValueError(f"“{text[:30]}” is not of the years {FIRST_YEAR} to {LAST_YEAR}.")
        try:
            return datetime(year, month, day, int(found[5] or 0), int(found[6] or 0), int(found[7] or 0))
        except ValueError as error:
            raise ValueError(f"“{text[:30]}” is no time of the calendar.") from error

    return read


def _use(values: list[float]) -> tuple[Callable[[float], float], bool]:
    """How a value counts as use: the negative ones where both signs are there, as meters count discharge. (common practice)"""
    up, down = sum(value for value in values if value > 0), -sum(value for value in values if value < 0)
    if min(up, down) > 0.01 * max(up, down):
        return (lambda value: max(0.0, -value)), True
    return ((lambda value: max(0.0, -value)) if down > up else (lambda value: max(0.0, value))), False


def _of_days(samples: list[Sample], columns: _Columns) -> MeterLog:
    """A row a day."""
    values = [value for _, value in samples]
    if len(samples) >= RISING_ROWS and all(later > earlier for earlier, later in pairwise(values)):
        raise UnreadableLog("The values only ever rise: this looks like a running total. Export what each day used.")
    if len({at.date() for at, _ in samples}) < len(samples):
        raise UnreadableLog(f"Several rows are of one day; {columns.measured} are taken as one row a day.")
    use, both = _use(values)
    days = tuple((at.date(), use(value)) for at, value in samples)
    _require_days(len(days))
    return MeterLog(
        unit=columns.unit, days=days, partial=(), hours=24.0 * len(days), total=sum(amount for _, amount in days),
        rows=len(samples), charging_left_out=both,
    )  # fmt: skip


def _of_a_log(samples: list[Sample], columns: _Columns) -> MeterLog:
    """Power or current over time: the mean of two neighbours times the time between them, split at midnight."""
    span_days = (samples[-1][0] - samples[0][0]).days
    if span_days > MAX_SPAN_DAYS:
        raise UnreadableLog(f"The log goes over {span_days} days; at most {MAX_SPAN_DAYS} are taken. Export fewer.")
    use, both = _use([value for _, value in samples])
    steps_h = [(later - earlier).total_seconds() / 3600 for (earlier, _), (later, _) in pairwise(samples)]
    longest_h = max(GAP_H, 2 * median(steps_h))
    amount: dict[date, float] = defaultdict(float)
    metered_h: dict[date, float] = defaultdict(float)
    for ((at, value), (_, next_value)), step_h in zip(pairwise(samples), steps_h, strict=True):
        if step_h > longest_h:
            continue
        mean = (use(value) + use(next_value)) / 2
        for day, hours in _by_day(at, step_h):
            amount[day] += mean * hours
            metered_h[day] += hours
    # The little that is missing of a whole day is taken to have been like the rest of it.
    whole = tuple((day, amount[day] * 24 / metered_h[day]) for day in sorted(amount) if metered_h[day] >= WHOLE_DAY_H)
    _require_days(len(whole))
    partial = tuple(day for day in sorted(amount) if metered_h[day] < WHOLE_DAY_H)
    return MeterLog(
        unit=columns.unit, days=whole, partial=partial, hours=sum(metered_h.values()), total=sum(amount.values()),
        rows=len(samples), charging_left_out=both,
    )  # fmt: skip


def _require_days(count: int) -> None:
    if count > MAX_DAYS:
        raise UnreadableLog(f"The log has {count} days; the newest {MAX_DAYS} are enough. Export fewer.")


def _by_day(at: datetime, hours: float) -> Iterator[tuple[date, float]]:
    while hours > 0:
        midnight = datetime.combine(at.date() + timedelta(days=1), datetime.min.time())
        until = min(hours, (midnight - at).total_seconds() / 3600)
        yield at.date(), until
        at, hours = midnight, hours - until
