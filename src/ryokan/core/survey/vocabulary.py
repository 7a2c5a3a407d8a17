"""Words that some kind of line knows: none of them is what a thing is called, only because the kind at hand does not use it."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from functools import cache
from typing import Any, get_args

from ryokan.core.lines.kind import JOINS, Phrase
from ryokan.core.lines.kit import TAKEN
from ryokan.core.survey.model import AnyFound, Found
from ryokan.core.survey.which import ALL_KINDS

# What a thing of these kinds is called says what it joins or guards, or is all that is known of it.
NAMED_BY_WHAT_THEY_JOIN = frozenset({"cable", "fuse", "main_cable", "other", "switch", "negative"})


@dataclass(frozen=True, slots=True)
class Unused:
    """A stretch that another kind would have used, and the members that it would have said."""

    start: int
    end: int
    members: frozenset[str]


def unused_words(left: str) -> list[Unused]:
    """Stretches of what is left of a line that some kind knows; the longer reading of the same text first."""
    found = sorted(_known(left), key=lambda one: (one.start - one.end, one.start))
    kept: list[Unused] = []
    for one in found:
        if all(one.end <= other.start or one.start >= other.end for other in kept):
            kept.append(one)
    return sorted(kept, key=lambda one: one.start)


def _known(left: str) -> Iterator[Unused]:
    for one, members in _all_words():
        for match in one.finditer(left):
            text = match[0].strip(f" {TAKEN}").lower()
            if len(text) > 1 and TAKEN not in match[0] and text not in JOINS:
                yield Unused(match.start(), match.end(), members)


@cache
def _all_words() -> tuple[tuple[Any, frozenset[str]], ...]:
    """Every phrase of every kind with its members, and the words that name each kind."""
    phrases: dict[str, tuple[Any, frozenset[str]]] = {}
    for kind in ALL_KINDS:
        for one in (*kind.first, *kind.phrases):
            if not _is_general(one):
                members = frozenset(name.partition(".")[0] for name in one.sets)
                phrases.setdefault(one.pattern.pattern, (one.pattern, members))
        phrases.setdefault(kind.called.pattern, (kind.called, frozenset()))
    return tuple(phrases.values())


def _is_general(one: Phrase) -> bool:
    """Whether a phrase only keeps words, or says a word of any language, such as “in one place”."""
    return not one.sets or set(one.sets) <= {"note", "name", "guards", "between", "runs", "chassis_points"}


@cache
def members_of(kind: str) -> frozenset[str]:
    """The members that a thing of a kind has."""
    union = get_args(Found)[0]
    models: dict[str, type[AnyFound]] = {one.model_fields["kind"].default: one for one in get_args(union)}
    model = models.get(kind)
    return frozenset() if model is None else frozenset(model.model_fields)
