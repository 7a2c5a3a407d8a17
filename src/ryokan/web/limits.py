"""How large a request may be, and how many files are read at once."""

from __future__ import annotations

from collections.abc import Callable
from functools import wraps
from typing import ParamSpec, TypeVar

from flask import request

from ryokan.core import job_file
from ryokan.documents import journey_gpx, load_list, meter_log, photograph, weather_file
from ryokan.operations.gate import Gate

P = ParamSpec("P")
R = TypeVar("R")

# Reading a file costs a core for up to two seconds.
_FILES = Gate(at_work=2, waiting=4)

MOST_ADDRESS_CHARACTERS = 2_000
BODY_BYTES = 2_000_000  # what is typed is small
# Bodies that are files, by endpoint.
FILE_BYTES = {
    "jobs.open_job_file": job_file.MAX_BYTES,
    "load_lists.read_list": load_list.MAX_BYTES,
    "surveys.add_photograph": photograph.MAX_BYTES,
    "surveys.read_log": meter_log.MAX_BYTES,
    "places.read_weather": weather_file.MAX_BYTES,
    "places.read_journey_file": journey_gpx.MAX_BYTES,
}
MOST_BODY_BYTES = max(FILE_BYTES.values())


def bound_body() -> None:
    """Set the bound of a request's body, before anything reads it."""
    request.max_content_length = FILE_BYTES.get(request.endpoint or "", BODY_BYTES)


def reads_a_file(view: Callable[P, R]) -> Callable[P, R]:
    """A route whose body is a file, of which a few are read at once."""

    @wraps(view)
    def limited(*args: P.args, **kwargs: P.kwargs) -> R:
        with _FILES.passed():
            return view(*args, **kwargs)

    return limited
