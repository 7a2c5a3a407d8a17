"""What a run is known by: the terminals at its ends, and the number that it was given once."""

from __future__ import annotations

import hashlib
from collections.abc import Iterable, Mapping
from functools import lru_cache

from ryokan.core.wiring.model import SaidOfRun, Wiring

UNNUMBERED = "x"  # before the hash of a run that has no number yet


def id_of_run(key: str, wiring: Wiring) -> str:
    """The ``<id>`` of a run in the keys of its figures: its number, otherwise a short hash of the terminals that it joins."""
    said = wiring.runs.get(key)
    return hash_of_run(key) if said is None or said.number is None else str(said.number)


@lru_cache(maxsize=4096)
def hash_of_run(key: str) -> str:
    """Seven letters and digits by which a run goes that has no number yet."""
    return UNNUMBERED + hashlib.sha256(key.encode()).hexdigest()[:6]


def numbered(runs: Iterable[str], said: Mapping[str, SaidOfRun]) -> dict[str, SaidOfRun]:
    """What is said of runs, with a number for each of ``runs`` that has none. A number that was given is never given again.

    Parameters
    ----------
    runs : iterable of str
        Keys of the runs that there are, in their order.
    said : mapping of key to what people said
        Also of runs that there are no more: their numbers stay theirs.
    """
    last = max((one.number or 0 for one in said.values()), default=0)
    result = dict(said)
    for key in runs:
        one = result.get(key, SaidOfRun())
        if one.number is None:
            last += 1
            result[key] = one.model_copy(update={"number": last})
    return result
