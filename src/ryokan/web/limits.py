"""How large a request may be."""

from __future__ import annotations

from flask import request

from ryokan.documents import journey_gpx, meter_log, photograph, weather_file

# What is typed is small. A job file has up to 5 MB (``core.job_file``) and is opened by the command line beyond this.
BODY_BYTES = 2_000_000
# Files are larger, by endpoint.
FILE_BYTES = {
    "surveys.add_photograph": photograph.MAX_BYTES,
    "surveys.read_log": meter_log.MAX_BYTES,
    "places.read_weather": weather_file.MAX_BYTES,
    "places.read_journey_file": journey_gpx.MAX_BYTES,
}
MOST_BODY_BYTES = max(FILE_BYTES.values())


def bound_body() -> None:
    """Set the bound of a request's body, before anything reads it."""
    request.max_content_length = FILE_BYTES.get(request.endpoint or "", BODY_BYTES)
