"""Faults of what was typed, as sentences a person can act on."""

from __future__ import annotations

from ryokan.core.job_file import FileProblem

_SENTENCES = {
    "missing": "This is missing.",
    "extra_forbidden": "There is no such entry in this version.",
    "greater_than": "More than {gt:g} is needed.",
    "greater_than_equal": "At least {ge:g} is needed.",
    "less_than": "Less than {lt:g} is possible here.",
    "less_than_equal": "At most {le:g} is possible here.",
    "float_parsing": "This is not a number.",
    "float_type": "This is not a number.",
    "int_parsing": "This is not a whole number.",
    "int_type": "This is not a whole number.",
    "int_from_float": "A whole number is needed.",
    "finite_number": "This is not a finite number.",
    "literal_error": "One of {expected} is possible here.",
    "string_too_short": "This is empty.",
    "string_too_long": "This is longer than {max_length} characters.",
    "string_type": "This is not text.",
    "string_pattern_mismatch": "This name has characters that are not possible here.",
    "too_long": "There are more than {max_length}.",
    "too_short": "There are fewer than {min_length}.",
    "bool_parsing": "Yes or no is needed.",
}


def problem(fault: FileProblem) -> str:
    """One sentence for one fault; messages of our own validators are kept as they are."""
    words = _SENTENCES.get(fault.type)
    if words is None:
        text = fault.message.removeprefix("Value error, ")
        return text if text.endswith((".", "”")) else f"{text}."
    return words.format(**fault.context)
