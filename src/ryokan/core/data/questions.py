"""What is asked of things that were found, as data: of which kind, how grave, where the answer goes."""

from __future__ import annotations

import tomllib
from dataclasses import dataclass
from functools import lru_cache
from importlib import resources
from typing import Literal, TypeAlias

from ryokan.core.data.provenance import require_source

Grade: TypeAlias = Literal["danger", "plain"]


@dataclass(frozen=True, slots=True)
class QuestionOfThings:
    """One question. ``answers`` are those that take one press; ``member`` is where an answer goes within the thing."""

    code: str
    grade: Grade
    of: str
    source: str
    member: str = ""
    answers: tuple[str | int, ...] = ()


@lru_cache(maxsize=1)
def questions_of_things() -> dict[str, QuestionOfThings]:
    """All of them by their code, worst first."""
    text = resources.files("ryokan.core.data").joinpath("questions.toml").read_text("utf-8")
    return {
        code: QuestionOfThings(
            code, one["grade"], one["of"], require_source(one["source"]), one.get("member", ""), tuple(one.get("answers", ()))
        )
        for code, one in tomllib.loads(text).items()
    }
