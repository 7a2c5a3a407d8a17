"""What a run is known by: the terminals at its ends, and the number that it was given once."""

from __future__ import annotations

import hashlib
from collections.abc import Iterable, Mapping
from functools import lru_cache

from ryokan.core.wiring.model import MAX_NUMBERS

UNNUMBERED = "x"  # before the hash of a run that has no number yet


def id_of_run(key: str, numbers: Mapping[str, int]) -> str:
    """The ``<id>`` of a run in the keys of its figures: its number, otherwise a short hash of the terminals that it joins."""
    number = numbers.get(key)
    return hash_of_run(key) if number is None else str(number)


@lru_cache(maxsize=4096)
def hash_of_run(key: str) -> str:
    """Seven letters and digits by which a run goes that has no number yet."""
    return UNNUMBERED + hashlib.sha256(key.encode()).hexdigest()[:6]


def numbered(runs: Iterable[str], numbers: Mapping[str, int]) -> dict[str, int]:
    """The numbers with one more for each of ``runs`` that has none. One that was given is never given again.

    Parameters
    ----------
    runs : iterable of str
        Keys of the runs that there are, in their order.
    numbers : mapping of key to number
        Also of runs that there are no more: their numbers stay theirs. Beyond the largest number runs go by their hash.
    """
    last = max(numbers.values(), default=0)
    result = dict(numbers)
    for key in runs:
        if key not in result and last < MAX_NUMBERS:
            last += 1
            result[key] = last
    return result
