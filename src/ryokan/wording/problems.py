"""Faults of what was typed, as sentences a person can act on."""

from __future__ import annotations

import re
from datetime import date
from decimal import Decimal
from typing import Any, get_args

from pydantic_core.core_schema import ErrorType

from ryokan.core.itinerary import say_day
from ryokan.core.job_file import FileProblem
from ryokan.wording.quantities import THIN_SPACE

# By the library's code of a fault. Codes of one beginning, such as `decimal_…`, share what stands under the beginning.
_SENTENCES = {
    "missing": "This is missing.",
    "extra_forbidden": "There is no such entry in this version.",
    "invalid_key": "The name of an entry is not text.",
    "greater_than": "More than {gt} is needed.",
    "greater_than_equal": "At least {ge} is needed.",
    "less_than": "Less than {lt} is possible here.",
    "less_than_equal": "At most {le} is possible here.",
    "multiple_of": "Only multiples of {multiple_of} are possible here.",
    "finite_number": "This is not a finite number.",
    "float": "This is not a number.",
    "int_from_float": "A whole number is needed.",
    "int_parsing_size": "This number is too large.",
    "int": "This is not a whole number.",
    "decimal_max_digits": "This has more than {max_digits} digits.",
    "decimal_max_places": "This has more than {decimal_places} digits after the point.",
    "decimal_whole_digits": "This has more than {whole_digits} digits before the point.",
    "decimal": "This is not a number.",
    "literal_error": "One of {expected} is possible here.",
    "enum": "One of {expected} is possible here.",
    "string_too_short": "This is empty.",
    "string_too_long": "This is longer than {max_length} characters.",
    "string_unicode": "This has a character that is none.",
    "string_pattern_mismatch": "This has characters that are not possible here.",
    "string": "This is not text.",
    "bytes": "This is not text.",
    "too_long": "There are more than {max_length}.",
    "too_short": "There are fewer than {min_length}.",
    "bool": "Yes or no is needed.",
    "none_required": "Nothing can stand here.",
    "date": "This is no date of the calendar. Write it as 2027-05-03.",
    "datetime": "This is no time of the calendar. Write it as 2027-05-03T14:30:00Z.",
    "timezone": "This is no time of the calendar. Write it as 2027-05-03T14:30:00Z.",
    "uuid": "This is not the id of anything.",
    "list": "A list is needed here.",
    "tuple": "A list is needed here.",
    "set": "A list is needed here.",
    "iterable_type": "A list is needed here.",
    "dict": "Entries with names are needed here.",
    "mapping": "Entries with names are needed here.",
    "model": "Entries with names are needed here.",
    "dataclass": "Entries with names are needed here.",
    "union_tag_not_found": "This does not say of which kind it is.",
    "union_tag_invalid": "There is no such kind. One of {expected_tags} is possible here.",
    "json": "This is not JSON.",
    "recursion": "This is nested too deep.",
}
_DAYS = {
    "greater_than": "The day after {gt} is the earliest.",
    "greater_than_equal": "{ge} is the earliest.",
    "less_than": "The day before {lt} is the latest.",
    "less_than_equal": "{le} is the latest.",
}
_DAY = re.compile(r"\d{4}-\d\d-\d\d")  # the library tells bounds of dates as text
_ONE_WORD = "Otherwise only {expected} is possible here."
_ANYTHING_ELSE = "This cannot be taken as it stands."
_OF_THE_LIBRARY = frozenset(get_args(ErrorType))
_OUR_VALIDATORS = ("value_error", "assertion_error")


def problem(fault: FileProblem) -> str:
    """One sentence for one fault; messages of our own validators are kept as they are."""
    if fault.type in _OUR_VALIDATORS or fault.type not in _OF_THE_LIBRARY:
        text = fault.message.removeprefix("Value error, ").removeprefix("Assertion failed, ").strip()
        if not text:
            return _ANYTHING_ELSE
        return text[0].upper() + text[1:] + ("" if text.endswith((".", "”", "?")) else ".")
    words = _words(fault)
    try:
        return words.format(**{name: _said(value) for name, value in fault.context.items()})
    except KeyError:  # a fault without the figure that its sentence is about
        return _ANYTHING_ELSE


def _words(fault: FileProblem) -> str:
    if fault.type in _DAYS and any(_DAY.fullmatch(str(value)) for value in fault.context.values()):
        return _DAYS[fault.type]
    if fault.type == "literal_error" and str(fault.context.get("expected", "")).count("'") == 2:
        return _ONE_WORD  # the one word that may stand in place of a number
    kind = fault.type
    while kind not in _SENTENCES and "_" in kind:
        kind = kind.rpartition("_")[0]
    return _SENTENCES.get(kind, _ANYTHING_ELSE)


def _said(value: Any) -> str:
    """A bound in full: unlike figures of a report, bounds are not rounded."""
    if _DAY.fullmatch(str(value)):
        try:
            return say_day(date.fromisoformat(str(value)))
        except ValueError:  # it looks like one, and is what somebody wrote
            return str(value)
    if isinstance(value, int | float | Decimal):
        return f"{value:,}".removesuffix(".0").replace(",", THIN_SPACE).replace("-", "−")
    return re.sub(r"'([^']*)'", r"“\1”", str(value))
