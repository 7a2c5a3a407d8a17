"""How a wish was read, in a sentence."""

from __future__ import annotations

from ryokan.core.loads.line import Reading
from ryokan.wording.load_line import understood as line_understood
from ryokan.wording.promise import count

_LACKS = {
    "chemistry": "Say what kind the battery is: “2 x 100 Ah AGM”, “280 Ah lithium”, “two 6 V 225 Ah flooded”.",
    "days": "A rig is planned for 1 to 60 days without charge.",
}


def understood(kind: str, reading: Reading | None, days: int | None, lacks: str, name: str) -> str:
    """One sentence; empty where a load line asks back by itself."""
    if kind == "days" and days is not None:
        return f"{count(days, 'day').capitalize()} with no charge at all, by the loads on the sheet."
    if kind == "bank":
        return f"{name}, reckoned with by its plate."
    if kind == "load" and reading is not None:
        return line_understood(reading)
    return _LACKS.get(lacks, "")
