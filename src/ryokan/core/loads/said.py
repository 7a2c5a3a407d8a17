"""What a load line has said: every quantity by its meaning, the members that words set, the name."""

from __future__ import annotations

import re
from collections import defaultdict
from dataclasses import dataclass, field
from typing import Any

from ryokan.core.lines.kind import Said
from ryokan.core.lines.kit import Part

IN_THE_NAME = "in_the_name"


@dataclass(slots=True)
class LoadSaid(Said):
    """What a load line has said: the kit's, with every quantity by its meaning, and the name."""

    parts: dict[str, list[Part]] = field(default_factory=lambda: defaultdict(list))
    name: str = ""
    head: str = ""  # the first words of it that stand together: what it is, before what is said of it

    def first(self, meaning: str) -> Any:
        """The first value of a meaning; None where the line has none."""
        found = self.parts.get(meaning)
        return found[0].value if found else None

    def keep(self, part: Part) -> None:
        """Put a marked stretch with its meaning."""
        self.parts[part.meaning].append(part)


def ahead_of_a_name(said: LoadSaid, end: int) -> bool:
    """Whether a word of a name stands right behind: “night light”, “usb hub”."""
    return re.match(r"[ ]+[a-zà-ÿ]{2,}", said.marks.left[end:], re.IGNORECASE) is not None


def behind_a_name(said: LoadSaid, start: int) -> bool:
    """Whether words that nothing has marked stand before: most likely the name."""
    return re.search(r"[a-zà-ÿ]{3,}", said.marks.left[:start], re.IGNORECASE) is not None
