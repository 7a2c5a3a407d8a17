"""What is written down when somebody lets a finding stand."""

from __future__ import annotations

from pydantic import Field

from ryokan.core.model import Model


class Overruled(Model):
    """Who let a finding stand, why, and how bad it was."""

    reason: str = Field(min_length=3, max_length=300)
    by: str = Field(min_length=1, max_length=80)
    on: str = Field(pattern=r"^\d{4}-\d{2}-\d{2}$", description="Date, ISO 8601.")
    said: str = Field(min_length=1, max_length=600, description="The finding in words, with its values at the time.")
    excess: float | None = Field(default=None, description="How far the rule was broken then; None: it was, or it was not.")
    words: dict[str, str] = Field(default_factory=dict, description="What it said besides figures.")
