"""Profiles of a charger as one types them off its sheet."""

from __future__ import annotations

import pytest

from ryokan.core.charging.profiles import read_profiles
from ryokan.core.errors import UnreadableQuantity
from ryokan.core.parts.model import ChargerPart, InverterPart

READ = [
    ("", []),
    ("quiet 25 A", [("quiet", 25, None, None, None)]),
    ("quiet: 25A 14.4V 13.5V", [("quiet", 25, 14.4, 13.5, None)]),
    ("AGM 50 A, 14,7 V, 13,6 V, lead; LFP 1 50 A 14.4 V lithium ;", [("AGM", 50, 14.7, 13.6, "no"), ("LFP 1", 50, 14.4, None, "yes")]),
    ("stage 2 of night 7.5 A/13.2 V/13.2 V", [("stage 2 of night", 7.5, 13.2, 13.2, None)]),
]  # fmt: skip


@pytest.mark.parametrize(("text", "expected"), READ)
def test_a_line_of_profiles_is_read(text: str, expected: list[tuple[object, ...]]) -> None:
    assert [(one.name, one.output_a, one.stops_at_v, one.float_v, one.lithium) for one in read_profiles(text)] == expected


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("quiet", "is no profile"),
        ("25 A", "is no profile"),
        ("quiet 25 V", "is no profile"),
        ("quiet 0 A", "up to 2000 A"),
        ("quiet 9999 A", "up to 2000 A"),
        ("quiet 25 A 99 V", "80 V"),
        ("quiet 25 A; Quiet 30 A", "same name"),
        ("; ".join(f"p{letter} 5 A" for letter in "abcdefghi"), "at most 8"),
        ("x" * 41 + " 5 A", "is no profile"),
    ],
)
def test_what_cannot_be_read_says_why(text: str, says: str) -> None:
    with pytest.raises(UnreadableQuantity, match=says):
        read_profiles(text)


def test_no_profile_gives_more_than_its_charger() -> None:
    with pytest.raises(ValueError, match=r"“fast” gives 60 A, and its charger gives 50 A"):
        ChargerPart(name="c", output_a=50, profiles="fast 60 A")
    with pytest.raises(ValueError, match="it has no charger"):
        InverterPart(name="i", rated_w=2000, profiles="fast 60 A")
