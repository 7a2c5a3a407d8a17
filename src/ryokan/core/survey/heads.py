"""Heads of lines: by which words a line names a kind, and in which order they are tried."""

from __future__ import annotations

import re
from collections.abc import Sequence
from dataclasses import dataclass

from ryokan.core.lines.kind import LineKind


class AmbiguousHeads(Exception):
    """Which kind a line is of does not follow from what the heads yield to."""


@dataclass(frozen=True, slots=True)
class Head:
    """One way in which a line names a kind of thing.

    ``such_as`` is a line of it. ``yields_to`` are heads that go before it where a line has both: the switch in the line of an
    alternator is none itself.
    """

    name: str
    pattern: re.Pattern[str]
    kind: LineKind
    such_as: str
    yields_to: tuple[str, ...] = ()


def in_order(heads: Sequence[Head]) -> tuple[Head, ...]:
    """Heads in the order in which they are tried: each behind those that it yields to, otherwise as they stand.

    Raises
    ------
    AmbiguousHeads
        They yield to one another in a ring or to one that is not there, or a line that one stands for is of another kind by a
        head that yields to neither.
    """
    by_name = {one.name: one for one in heads}
    if unknown := {name for one in heads for name in one.yields_to} - by_name.keys():
        raise AmbiguousHeads(f"There is no head called {', '.join(sorted(unknown))}.")
    above: dict[str, frozenset[str]] = {}
    ordered: list[Head] = []
    waiting = list(heads)
    while waiting:
        ready = next((one for one in waiting if all(name in above for name in one.yields_to)), None)
        if ready is None:
            raise AmbiguousHeads(f"They yield to one another: {', '.join(one.name for one in waiting)}.")
        waiting.remove(ready)
        above[ready.name] = frozenset(ready.yields_to).union(*(above[name] for name in ready.yields_to))
        ordered.append(ready)
    for one in heads:
        if unclear := undecided(one.such_as, ordered):
            raise AmbiguousHeads(f"“{one.such_as}” may be by {' or '.join(unclear)}: neither yields to the other.")
        if (first := next((head for head in ordered if head.pattern.search(one.such_as)), None)) is not one:
            raise AmbiguousHeads(f"“{one.such_as}” is no line of {one.name}, but of {first and first.name}.")
    return tuple(ordered)


def undecided(line: str, heads: Sequence[Head]) -> tuple[str, ...]:
    """The head that a line is of and those of other kinds that do not yield to it, by whatever way; none where all do."""
    by_name = {one.name: one for one in heads}

    def yields(name: str, to: str) -> bool:
        return name == to or any(yields(other, to) for other in by_name[name].yields_to)

    found = [one for one in heads if one.pattern.search(line)]
    others = [one.name for one in found[1:] if one.kind is not found[0].kind and not yields(one.name, found[0].name)]
    return (found[0].name, *others) if others else ()
