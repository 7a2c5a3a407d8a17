"""Open questions as sentences: what is asked, what its answer decides, and the answers that take one press."""

from __future__ import annotations

from ryokan.core.survey.asked import Asked
from ryokan.wording.survey import ANSWERS, QUESTIONS
from ryokan.wording.words import Words

GRADE_WORDS = {"danger": "Danger waits for it", "plain": "To ask"}


def question(asked: Asked) -> Words:
    """The question, and what its answer decides."""
    words = QUESTIONS[asked.code]
    return Words(words.what.format(name=asked.name), words.why)


def answer_label(asked: Asked, answer: str) -> str:
    """What an answer that takes one press is called.

    Raises
    ------
    LookupError
        It has no words.
    """
    return ANSWERS[asked.member][answer]
