"""Why an operation was refused. Each has a stable ``code``; the web turns it into a status.

Refused
+-- NotThere          no such thing in this shop
+-- NotAllowed        the role does not include it
+-- Stale             somebody else changed the same place meanwhile
+-- NotPossible       nothing to undo, or it was changed since
+-- Unacceptable      what was typed has faults, all listed
+-- WrongCredentials  address and password do not match
+-- TooManyAttempts   signing in failed too often of late
+-- TooFast           more edits a second than an option takes; try again in a moment
+-- Busy              more work at once than a process takes; try again in a moment
"""

from __future__ import annotations

from collections.abc import Sequence

from ryokan.core.job_file import FileProblem
from ryokan.operations.lost import Draft


class Refused(Exception):
    """Base of all refusals; the message is for the person."""

    code = "refused"


class NotThere(Refused):
    """No such thing in this shop."""

    code = "not_there"


class NotAllowed(Refused):
    """The role does not include it."""

    code = "not_allowed"


class Stale(Refused):
    """Somebody else changed the same place since the edit's base."""

    code = "stale"

    def __init__(self, message: str, head: int, draft: Draft | None = None) -> None:
        super().__init__(message)
        self.head = head
        self.draft = draft  # what the edit was kept as, if it was


class NotPossible(Refused):
    """It cannot be done as things stand."""

    code = "not_possible"


class Unacceptable(Refused):
    """What was sent has faults; nothing was stored."""

    code = "unacceptable"

    def __init__(self, message: str, problems: Sequence[FileProblem] = ()) -> None:
        super().__init__(message)
        self.problems = tuple(problems)


class WrongCredentials(Refused):
    """Address and password do not match."""

    code = "wrong_credentials"


class TooManyAttempts(Refused):
    """Signing in failed too often of late."""

    code = "too_many_attempts"


class TooFast(Refused):
    """More edits a second than an option takes."""

    code = "too_fast"


class Busy(Refused):
    """More work at once than a process takes."""

    code = "busy"
