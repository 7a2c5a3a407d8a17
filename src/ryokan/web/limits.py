"""How large a request may be."""

from __future__ import annotations

from flask import request

from ryokan.core import job_file
from ryokan.documents import journey_gpx, load_list, meter_log, photograph, weather_file

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
