"""Which cables that were found are of the AC side, by their words."""

from __future__ import annotations

import re
from typing import Literal

from ryokan.core.survey.model import FoundCable

_INLET = re.compile(r"\b(?:shore |power )?inlet\b|\bshore (?:power )?(?:cable|wire)s?\b", re.IGNORECASE)
_OUTLETS = re.compile(r"\b(?:(?:ac|120\s*v|230\s*v|mains|wall) )?(?:outlets?|receptacles?|sockets?)\b", re.IGNORECASE)
_MAINS = re.compile(r"\b(?:mains|romex|consumer unit|breaker panel|ac panel|hook-?up)\b", re.IGNORECASE)
_OF_DC = re.compile(r"\b(?:12|24|48)\s*v(?:olts?)?\b|\busb\b|\bdc\b", re.IGNORECASE)


def of_the_mains(one: FoundCable) -> Literal["inlet", "outlets", "other"] | None:
    """Whether a cable is that of the inlet, that of the outlets, or another of the AC side; None: it is none of them."""
    words = f"{one.name} {one.runs}"
    if one.joins is not None or _OF_DC.search(words):
        return None
    if _INLET.search(words):
        return "inlet"
    if _OUTLETS.search(words):
        return "outlets"
    return "other" if _MAINS.search(words) else None
