"""Two things in one line."""

from __future__ import annotations

import re
from itertools import pairwise

from ryokan.core.lines.kind import LineKind
from ryokan.core.lines.kit import NUMBER
from ryokan.core.survey.kinds import ALTERNATOR, BATTERY, CHARGER, CONTROLLER, DCDC, GENERATOR, INVERTER, OTHER_BANK, PANELS
from ryokan.core.survey.kinds_shared import AMPS
from ryokan.core.survey.kinds_wires import FUSE_WORDS
from ryokan.core.survey.which import kind_of

_A_DEVICE = {one.kind: one for one in (INVERTER, CHARGER, CONTROLLER, PANELS, BATTERY, OTHER_BANK, ALTERNATOR, DCDC, GENERATOR)}
_JOINED = re.compile(r"\s*(?:\band\b|\+|&|\bplus\b|\bwith\b|;)\s*", re.IGNORECASE)
# What a thing by itself says of how large it is; volts alone say nothing of that.
_SIZED = re.compile(rf"{NUMBER}\s*(?:{AMPS}|k?w(?:atts?)?\b|ah\b|amp[- ]?hours?\b|k?wh\b)", re.IGNORECASE)
_A_GUARD = re.compile(rf"\b(?:{FUSE_WORDS})\b", re.IGNORECASE)


def things_apart(line: str) -> tuple[str, str] | None:
    """Two things that one line names, each with a size of its own: “charger 30 A and inverter 1000 W”; None where it is one."""
    parts = [part.strip(" ,") for part in _JOINED.split(line) if part.strip(" ,")]
    for first, second in pairwise(parts):
        of_first, of_second = kind_of(first), kind_of(second)
        if of_first is None or of_second is None or not (_SIZED.search(first) and _SIZED.search(second)):
            continue
        if of_first.kind not in _A_DEVICE or of_first.kind == of_second.kind:
            continue
        guarded = _A_GUARD.search(second) and not re.search(r"\bstring\b|\beach\b|\blargest\b|\bmax", second, re.IGNORECASE)
        if (of_second.kind in _A_DEVICE and _names_itself(second, of_second)) or guarded:
            return first, second
    return None


def _names_itself(text: str, kind: LineKind) -> bool:
    """Whether a stretch names what it is, and not only says so many amps of it."""
    return kind.called.search(text) is not None and not re.search(r"\b(?:built-?in|own|internal)\b", text, re.IGNORECASE)
