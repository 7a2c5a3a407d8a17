"""Denial in a line: “not strapped”, “bms missing”, “without a fuse”, “no longer there”.

A word that a line denies is never read as the thing itself. Where what is said has an opposite that is what it is, without it,
that is said; all else is asked.
"""

from __future__ import annotations

import re
from collections.abc import Mapping
from typing import Any

_N_T = r"(?:is|are|was|were|does|do|did|has|have|can|could|should|would|will|wo)n['’]?t|cannot|can not"
_BEFORE = (
    rf"no longer|never|not|no|neither|nor|{_N_T}|does not|without|w/o|lacks?|lacking|missing|nothing|none|nobody|hardly|barely"
)
# What may stand between a denial and what it denies.
_BETWEEN = (
    r"a|an|any|the|its|it|their|been|be|being|yet|really|set|made|fitted|with|wired|connected|used|as|on|in|to|for|by|from|at|of|"
    r"kept|have|has|had|got|go|goes|going|run|runs|feed|any more|anymore|more|longer|there|is|are|own|proper|separate|installed"
)
BEFORE = re.compile(rf"(?<![\w-])(?:{_BEFORE})(?:\s+(?:{_BETWEEN}))*\s*$", re.IGNORECASE)
_THERE = (
    r"there|fitted|installed|present|mounted|used|connected|wired|done|in place|in yet|working|work|available|"
    r"any ?more|yet|included|provided|found"
)
BEHIND = re.compile(
    rf"\s*(?:(?:is|are|was|were|has been|have been|seems?|all|both|still)\s+)*"
    rf"(?:(?:not|never|no longer|nowhere|{_N_T}|was never|not even)\s+(?:been\s+)?(?:{_THERE})(?:\s+(?:there|yet|any ?more))?"
    r"|(?:missing|gone|absent|removed|lacking|disconnected|broken|dead|taken out|torn off|nowhere)"
    r"(?=\s*(?:$|[,;.:)]|and\b|but\b|\d)))"
    r"(?![\w-])",
    re.IGNORECASE,
)
# A word that denies, wherever it stands: one that nothing has taken up is asked about.
DENIES = re.compile(
    rf"(?<![\w-])(?:{_BEFORE}|{_N_T}|gone|absent|removed|disconnected|nowhere|taken out|torn off)(?![\w-])", re.IGNORECASE
)
# Broken, it is there and does not do what it is for: that is no plain opposite.
_BROKEN = re.compile(r"(?:broken|dead|disconnected|work|working)\s*$", re.IGNORECASE)

# What is said of a thing that is not what its words say: by the value, or by member and value.
_OPPOSITES: Mapping[Any, Any] = {"fitted": "none", "yes": "no", "straps": "none", "frame": "none", "reversed": "as_marked"}
_OF_A_MEMBER: Mapping[tuple[str, Any], Any] = {
    ("battery.self_heating", True): False,
    ("bond", "fixed"): "none",
    ("bond", "bonded"): "apart",
    ("main_rcd", "not_read"): "none",
    ("main_rcd", "gfci"): "none",
}


def denied_at(line: str, start: int, end: int) -> tuple[int, int] | None:
    """Where a stretch of a line from ``start`` to ``end`` is denied, with the words that do it; None: nowhere."""
    before = BEFORE.search(line[:start])
    if before is not None:
        return before.start(), end
    behind = BEHIND.match(line, end)
    return None if behind is None else (start, behind.end())


def is_plain(text: str) -> bool:
    """Whether a denial says that a thing is not there, and not that it is there and broken."""
    return _BROKEN.search(text) is None


def opposite(sets: Mapping[str, Any]) -> dict[str, Any] | None:
    """The members that a denied phrase says; None where it has no plain opposite."""
    said = {}
    for member, value in sets.items():
        if (member, value) in _OF_A_MEMBER:
            said[member] = _OF_A_MEMBER[member, value]
        elif isinstance(value, str) and value in _OPPOSITES:
            said[member] = _OPPOSITES[value]
        else:
            return None
    return said or None
