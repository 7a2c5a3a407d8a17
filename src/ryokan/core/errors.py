"""The errors of the core: cases in which no answer can be given.

    DomainError
    +-- FormulaError        a formula is not in the grammar, or its inputs do not fit it
    +-- OutOfTable          a table has no row for what was asked
    +-- UnreadableQuantity  a typed quantity could not be read
    +-- UnknownAssumption   a rig overrides an assumption that does not exist
    +-- UnknownSight        a survey has seen what this version does not look for
    +-- UnknownPart         a rig refers to a part that is not there, or of another kind
    +-- NoAnswer            a question about a rig has none
    +-- Unreadable…         a file or a text could not be read: of each format beside its reader

Questions that read what they have not declared are a fault of the program, not of a rig: :mod:`ryokan.core.question`.
A design that breaks a rule is not an error: see :mod:`ryokan.core.findings`.
"""

from __future__ import annotations


class DomainError(Exception):
    """Base of all errors raised by the core; ``code`` is stable and part of the interface."""

    code = "domain"


class FormulaError(DomainError):
    """A formula is not in the grammar, or its inputs do not fit it."""

    code = "formula"


class OutOfTable(DomainError):
    """A table has no row for the value asked for; nothing is extrapolated."""

    code = "table.out_of_range"

    def __init__(self, table: str, asked: float | str, largest: float | str | None = None) -> None:
        limit = "" if largest is None else f"; its largest entry is {largest}"
        super().__init__(f"Table {table} has no entry for {asked}{limit}.")
        self.table = table
        self.asked = asked
        self.largest = largest


class UnreadableQuantity(DomainError, ValueError):
    """A typed quantity such as a length could not be read; the message is for the person who typed it."""

    code = "quantity.unreadable"


class UnknownAssumption(DomainError, ValueError):
    """A rig overrides an assumption that does not exist, or outside its bounds."""

    code = "assumption.unknown"


class UnknownSight(DomainError, ValueError):
    """A survey has seen something that this version does not look for."""

    code = "sight.unknown"


class UnknownPart(DomainError):
    """A rig refers to a part that is not there, or of another kind; ``pointer`` says where in the rig."""

    code = "part.unknown"

    def __init__(self, pointer: str, message: str) -> None:
        super().__init__(message)
        self.pointer = pointer


class NoAnswer(DomainError):
    """A question that has no answer for this rig; the message says why."""

    code = "question.no_answer"
