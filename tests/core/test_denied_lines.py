"""What a line denies is never read as the thing itself: each phrase of each kind, denied before it and behind it."""

from __future__ import annotations

from collections.abc import Iterator
from random import Random

import pytest
from builders import rig
from samples_of_patterns import sample

from ryokan.core.lines.denial import DENIES
from ryokan.core.lines.kind import LineKind, Phrase
from ryokan.core.loads import words
from ryokan.core.loads.line import read_line
from ryokan.core.survey import kinds, kinds_ac, kinds_gear, kinds_wires
from ryokan.core.survey.kinds_shared import COMMON
from ryokan.core.survey.line import Understood, read_found

# A line of each kind that says little, before which and behind which more is said.
HEADS: dict[str, tuple[str, LineKind]] = {
    "bank": ("lfp 12.8V 100Ah", kinds.BATTERY),
    "other_bank": ("starter battery 12V 80Ah", kinds.OTHER_BANK),
    "alternator": ("alternator 100A", kinds.ALTERNATOR),
    "dcdc": ("dc-dc 30A", kinds.DCDC),
    "shore_charger": ("charger 30A", kinds.CHARGER),
    "inverter": ("inverter 2000W", kinds.INVERTER),
    "panels": ("200W panel", kinds.PANELS),
    "controller": ("controller 30A", kinds.CONTROLLER),
    "cord": ("30A cord", kinds.CORD),
    "generator": ("generator 2000W", kinds.GENERATOR),
    "main_cable": ("bank to inverter 2/0", kinds_wires.MAIN_CABLE),
    "cable": ("dc panel to fridge 10 awg", kinds_wires.CABLE),
    "fuse": ("30A fuse", kinds_wires.FUSE),
    "switch": ("switch 100A", kinds_wires.SWITCH),
    "dc_gear": ("100A", kinds_gear.GEAR),
    "negative": ("negative", kinds_gear.NEGATIVE),
    "ac_panel": ("ac panel 30A", kinds_ac.AC_PANEL),
    "ac_guard": ("", kinds_ac.AC_GUARD),
}
BEFORE = ("not", "no", "without", "isn't", "no longer", "never", "doesn't have a")
BEHIND = ("missing", "not fitted", "is gone", "not there", "isn't there", "never installed", "no longer there")
RIG = rig([])


def phrases() -> Iterator[tuple[str, str, Phrase]]:
    for name, (head, kind) in HEADS.items():
        for one in (*kind.first, *kind.phrases, *COMMON):
            if one.sets and set(one.sets) - {"name", "note"}:
                yield name, head, one


def read(line: str) -> Understood:
    return read_found(line, RIG, id="new", position=1)


def said_by(one: Phrase, head: str, text: str) -> dict[str, object]:
    """What a phrase adds to its head, where it is read at all."""
    with_it, without = read(f"{head} {text}".strip()), read(head)
    if with_it.questions:
        return {}
    return {name: value for name, value in with_it.members.items() if name in one.sets and without.members.get(name) != value}


CASES = list(phrases())


@pytest.mark.parametrize(
    ("name", "head", "one"), CASES, ids=[f"{name}-{'-'.join(one.sets)}-{n}" for n, (name, _, one) in enumerate(CASES)]
)
def test_a_denied_phrase_is_not_read_as_the_affirmed(name: str, head: str, one: Phrase) -> None:
    random = Random(f"{name} {one.pattern.pattern}")
    for _ in range(3):
        text = sample(one.pattern, random)
        if text is None:
            continue
        affirmed = said_by(one, head, text)
        for line in (
            *(f"{head} {denial} {text}" for denial in BEFORE),
            *(f"{head} {text} {denial}" for denial in BEHIND),
            *(f"{denial} {text} {head}" for denial in BEFORE[:3]),
        ):
            got = read(line)
            same = {member for member, value in affirmed.items() if not got.questions and got.members.get(member) == value}
            there = got.members.get("there") == "none" or "none" in (got.members.get("rcd"), got.members.get("rated_a"))
            assert not same or (there and same <= {"gear", "does", "device", "pole", "poles", "guards", "name"}), line


def test_most_phrases_were_tried() -> None:
    tried = [one for _, head, one in CASES if (text := sample(one.pattern, Random(1))) and said_by(one, head, text)]
    assert len(tried) > 0.6 * len(CASES), len(tried) / len(CASES)


@pytest.mark.parametrize("one", words.PHRASES, ids=lambda one: "-".join(one.sets) + str(words.PHRASES.index(one)))
def test_a_denied_phrase_of_a_load_is_not_read_as_the_affirmed(one: Phrase) -> None:
    def of(line: str) -> dict[str, object] | None:
        load = read_line(line, system_v=12, mains_v=120).load
        return None if load is None else load.model_dump(exclude={"name", "typed"})

    random, head = Random(one.pattern.pattern), "lamp 5 W 4 h"
    for _ in range(4):
        text, plain = sample(one.pattern, random), of(head)
        affirmed = None if text is None or DENIES.search(text) else of(f"{head} {text}")
        if plain is None or affirmed is None or affirmed == plain:
            continue
        told = {name: value for name, value in affirmed.items() if value != plain[name]}
        for denial in ("not", "no", "never", "isn't"):
            got = of(f"{head} {denial} {text}")
            assert got is None or not any(got[name] == value for name, value in told.items()), f"{head} {denial} {text}"
