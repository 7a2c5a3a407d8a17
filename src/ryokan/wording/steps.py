"""The words of all steps, step by step."""

from __future__ import annotations

from importlib import import_module
from types import ModuleType

from ryokan.core.registry import STEPS

# A step without words stops the program here.
BY_STEP: dict[str, ModuleType] = {step.name: import_module(f"ryokan.wording.{step.name}") for step in STEPS}


def of_all_steps(name: str) -> dict[str, str]:
    """One list of every step, such as ``TITLES``, as one.

    Raises
    ------
    LookupError
        Two steps have words for the same thing.
    """
    found: dict[str, str] = {}
    for step, words in BY_STEP.items():
        of_step = getattr(words, name)
        if twice := found.keys() & of_step.keys():
            raise LookupError(f"{name} of {step} stand twice: {sorted(twice)}")
        found |= of_step
    return found
