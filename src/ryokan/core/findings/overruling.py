"""Findings that somebody takes the word for: which stand, and which were overruled."""

from __future__ import annotations

import re
from collections.abc import Iterable, Mapping

from ryokan.core.findings.model import Finding
from ryokan.core.overruled import Overruled

# Below this share of the excess at the time, a finding has not got worse: rounding and small edits do not bring it back.
SLACK = 0.01


def stands(finding: Finding, overruled: Mapping[str, Overruled]) -> bool:
    """Whether a finding is to be dealt with. A danger always is; what was overruled is again once it has got worse."""
    known = overruling_of(finding, overruled)
    return known is None or finding.severity == "danger" or _worse(finding, known)


def overruling_of(finding: Finding, overruled: Mapping[str, Overruled]) -> Overruled | None:
    """The overruling that speaks of a finding, if one does.

    One of before findings had subjects stands under the code alone. It covers what its words name and nothing else, since it
    may have been the first of several things that somebody let stand.
    """
    known = overruled.get(finding.key)
    if known is not None or not finding.subject:
        return known
    older = overruled.get(finding.code)
    return older if older is not None and _names(older, finding.name) else None


def _names(known: Overruled, name: str) -> bool:
    """Whether the words of an overruling name a thing: as one of a list, never as a part of another name."""
    one_of_a_list = re.compile(rf"(?:^|, |; ){re.escape(name)}(?:$|, |; |: )")
    return bool(name) and any(one_of_a_list.search(word) for word in known.words.values())


def _worse(finding: Finding, known: Overruled) -> bool:
    # What the older form of a rule said otherwise cannot be compared; its thing is named, or it would not be asked here.
    if any(known.words[name] != word for name, word in finding.words.items() if name in known.words):
        return True  # there is more, or another reason, by now
    if finding.excess is None or known.excess is None:
        return any(known.words[name] != said for name, said in finding.measures.items() if name in known.words)
    return finding.excess > known.excess + SLACK * abs(known.excess)


def parted(findings: Iterable[Finding], overruled: Mapping[str, Overruled]) -> tuple[tuple[Finding, ...], tuple[Finding, ...]]:
    """Findings that stand, and those that were overruled, each in their order."""
    standing: list[Finding] = []
    let_stand: list[Finding] = []
    for finding in findings:
        (standing if stands(finding, overruled) else let_stand).append(finding)
    return tuple(standing), tuple(let_stand)
