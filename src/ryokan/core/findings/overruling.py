"""Findings that somebody takes the word for: which stand, and which were overruled."""

from __future__ import annotations

from collections.abc import Iterable, Mapping

from ryokan.core.findings.model import Finding
from ryokan.core.overruled import Overruled

# Below this share of the excess at the time, a finding has not got worse: rounding and small edits do not bring it back.
SLACK = 0.01


def stands(finding: Finding, overruled: Mapping[str, Overruled]) -> bool:
    """Whether a finding is to be dealt with. A danger always is; what was overruled is again once it has got worse."""
    known = overruled.get(finding.code)
    return known is None or finding.severity == "danger" or _worse(finding, known)


def _worse(finding: Finding, known: Overruled) -> bool:
    if finding.excess is None or known.excess is None:
        return dict(finding.words) != known.words  # it is about something else, or more, by now
    if _subject(finding.words) != _subject(known.words):
        return True
    return finding.excess > known.excess + SLACK * abs(known.excess)


def _subject(words: Mapping[str, str]) -> dict[str, str]:
    """What a finding is about. Words with a number in them are measures, and the excess speaks for those."""
    return {name: word for name, word in words.items() if not any(letter.isdigit() for letter in word)}


def parted(findings: Iterable[Finding], overruled: Mapping[str, Overruled]) -> tuple[tuple[Finding, ...], tuple[Finding, ...]]:
    """Findings that stand, and those that were overruled, each in their order."""
    all_of_them = tuple(findings)
    standing = tuple(finding for finding in all_of_them if stands(finding, overruled))
    return standing, tuple(finding for finding in all_of_them if finding not in standing)
