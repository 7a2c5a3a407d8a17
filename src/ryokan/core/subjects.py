"""What a finding is about: ``family:id`` of a thing in the rig, as the pins of comments have it."""

from __future__ import annotations

_SUBJECT = r"[a-z_]+:[a-z0-9][a-z0-9_-]{0,39}"
# A subject, or several joined by +.
SUBJECT = rf"{_SUBJECT}(\+{_SUBJECT})*"
# What a finding is known by in documents and in the API: its code, and behind an @ its subject if it has one.
FINDING_KEY = rf"^[a-z_]+\.[a-z_]+(@{SUBJECT})?$"


def finding_key(code: str, subject: str = "") -> str:
    """Code and subject in one, as :data:`FINDING_KEY` has it."""
    return f"{code}@{subject}" if subject else code


def subject_of(*things: tuple[str, str]) -> str:
    """The subject of one or of several things, each by family and id; the same whichever comes first."""
    return "+".join(sorted(f"{family}:{id}" for family, id in things))
