"""How far a run of many parts has come, and whether it shall go on."""

from __future__ import annotations

from collections.abc import Callable
from typing import TypeAlias

# Called with what is done and how much there is in all; where it answers False the run stops.
Tell: TypeAlias = Callable[[int, int], bool]


class Progress:
    """Adds up the years of runs that follow one another."""

    def __init__(self, tell: Tell | None, of: int) -> None:
        self._tell, self._of, self._done = tell, of, 0

    def of_a_run(self) -> Callable[[int], bool] | None:
        """What the next run calls with the years that it has done; none where nobody listens."""
        tell, before = self._tell, self._done
        if tell is None:
            return None

        def done(years: int) -> bool:
            self._done = before + years
            return tell(self._done, self._of)

        return done
