"""The words of all steps, step by step."""

from __future__ import annotations

from types import ModuleType

from ryokan.core.registry import STEPS
from ryokan.wording import brief, charging, inverter, loads, solar, storage, survey, wiring

BY_STEP: dict[str, ModuleType] = {
    "survey": survey,
    "brief": brief,
    "loads": loads,
    "storage": storage,
    "inverter": inverter,
    "solar": solar,
    "charging": charging,
    "wiring": wiring,
}
if list(BY_STEP) != [step.name for step in STEPS]:
    raise LookupError("some step has no words")


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
