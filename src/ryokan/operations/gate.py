"""Work that costs a core for a while, let in a few at a time, so that it does not slow everybody else."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from threading import BoundedSemaphore

from ryokan.operations.errors import Busy


class Gate:
    """So many at work at once in a process, a few more wait, and whoever comes then is asked to come back."""

    def __init__(self, *, at_work: int, waiting: int) -> None:
        self._at_work = BoundedSemaphore(at_work)
        self._inside = BoundedSemaphore(at_work + waiting)

    @contextmanager
    def passed(self) -> Iterator[None]:
        """Work within it.

        Raises
        ------
        Busy
            As many are at work and waiting as can be.
        """
        if not self._inside.acquire(blocking=False):
            raise Busy("A lot is being done at once here. Nothing was stored; try again in a moment.")
        try:
            with self._at_work:
                yield
        finally:
            self._inside.release()
