"""A job as one open JSON file."""

from __future__ import annotations

import json
from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any, Literal

from pydantic import Field, ValidationError, model_validator

from ryokan.core.errors import DomainError, UnknownPart
from ryokan.core.itinerary import MAX_STAY_MONTHS, months_to_work_out
from ryokan.core.model import Model
from ryokan.core.parts.fitted import fitted
from ryokan.core.parts.model import Part, book_ref
from ryokan.core.plain_text import UnreadableJson, read_json
from ryokan.core.rig import SCHEMA_VERSION, Rig
from ryokan.core.upgrade import upgraded_job

MAX_BYTES = 5_000_000
MAX_NOTES = 8000
MOST_TOLD = 500  # faults of one document


class OptionFile(Model):
    """One option of a job."""

    system: str = Field(default="", max_length=60, description="Which of several systems it is of; empty where there is one.")
    name: str = Field(min_length=1, max_length=60)
    rig: Rig


class JobFile(Model):
    """A job with its options, of which the first is the one meant, and the parts that they refer to."""

    format: Literal["ryokan-job"]
    schema_version: Literal[9]
    title: str = Field(min_length=1, max_length=120)
    customer: str = Field(default="", max_length=120)
    notes: str = Field(default="", max_length=MAX_NOTES)
    options: tuple[OptionFile, ...] = Field(min_length=1, max_length=24)
    parts: dict[str, Part] = Field(
        default_factory=dict, max_length=500, description="Parts of the book that the options refer to, by reference."
    )

    @model_validator(mode="after")
    def _parts_are_there(self) -> JobFile:
        for reference, part in self.parts.items():
            if reference != book_ref(part):
                raise ValueError(f"the part “{part.name}” does not stand under its own reference, {book_ref(part)}")
        for option in self.options:
            try:
                fitted(option.rig, self.parts)
            except UnknownPart as error:
                raise ValueError(f"option “{option.name}”, {error.pointer}: {error}") from error
        return self


@dataclass(frozen=True, slots=True)
class FileProblem:
    """One fault of a file: where, as a JSON pointer, and what pydantic made of it."""

    pointer: str
    type: str
    message: str
    context: dict[str, Any]


class UnreadableJobFile(DomainError):
    """A file is no job file of this version; ``problems`` names every fault."""

    code = "job_file.unreadable"

    def __init__(self, message: str, problems: Sequence[FileProblem] = ()) -> None:
        super().__init__(message)
        self.problems = tuple(problems)


def read_job_file(content: bytes) -> JobFile:
    """Parse and validate a job file, whole or not at all.

    Raises
    ------
    UnreadableJobFile
        Too large, not JSON, of another format or a newer version, or with faults, all of which are listed.
    """
    if len(content) > MAX_BYTES:
        raise UnreadableJobFile(f"The file has {len(content) / 1e6:.0f} MB; a job file has at most {MAX_BYTES / 1e6:.0f} MB.")
    try:
        document = read_json(content)
    except UnreadableJson as error:
        fault = FileProblem(error.pointer, "json", str(error), {})
        raise UnreadableJobFile(f"The file cannot be read. {error}", [fault]) from error
    if not isinstance(document, dict) or document.get("format") != "ryokan-job":
        raise UnreadableJobFile("The file is not a Ryokan job: its “format” is not “ryokan-job”.")
    version = document.get("schema_version")
    if not isinstance(version, int) or isinstance(version, bool):
        raise UnreadableJobFile("The file names no “schema_version”.")
    if not 1 <= version <= SCHEMA_VERSION:
        age = "a newer" if version > SCHEMA_VERSION else "an unknown older"
        raise UnreadableJobFile(f"The file is of {age} version, {version}; this program reads versions 1 to {SCHEMA_VERSION}.")
    try:
        file = JobFile.model_validate(upgraded_job(document, version))
    except ValidationError as error:
        problems = problems_of(error)
        count = "One entry" if error.error_count() == 1 else f"{error.error_count()} entries"
        raise UnreadableJobFile(f"{count} of the file cannot be taken.", problems) from error
    _require_months(file)
    return file


def _require_months(file: JobFile) -> None:
    for number, option in enumerate(file.options):
        if (months := months_to_work_out(option.rig.stays.values())) > MAX_STAY_MONTHS:
            why = f"The stays touch {months} months in all; at most {MAX_STAY_MONTHS} are worked out."
            fault = FileProblem(f"/options/{number}/rig/stays", "months", why, {})
            raise UnreadableJobFile("One entry of the file cannot be taken.", [fault])


def problems_of(error: ValidationError) -> list[FileProblem]:
    """Faults of a validation, each with a JSON pointer: all of them, or of very many the first."""
    found = error.errors(include_url=False, include_input=False) if error.error_count() <= MOST_TOLD else _first(error)
    return [
        FileProblem(
            pointer="".join(f"/{str(part).replace('~', '~0').replace('/', '~1')}" for part in fault["loc"]),
            type=fault["type"],
            message=fault["msg"],
            context={k: v for k, v in fault.get("ctx", {}).items() if not isinstance(v, BaseException)},
        )
        for fault in found
    ]


def _first(error: ValidationError) -> list[Any]:
    """The first faults of very many: as objects all of them would take a kilobyte each."""
    text, decoder, at = error.json(include_url=False, include_input=False), json.JSONDecoder(), 1
    found: list[Any] = []
    while len(found) < MOST_TOLD:
        fault, at = decoder.raw_decode(text, at)
        found.append(fault)
        at += 1  # the comma behind it
    return found
