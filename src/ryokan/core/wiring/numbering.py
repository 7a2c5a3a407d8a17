"""Numbers for the runs of a rig, given by the edit that first brings a run and kept whatever comes after."""

from __future__ import annotations

from ryokan.core.rig import Rig
from ryokan.core.subjects import subject_of
from ryokan.core.topology.dc import dc_runs
from ryokan.core.wiring.identity import hash_of_run, numbered


def with_numbers(rig: Rig, before: Rig | None = None) -> Rig:
    """A rig each of whose runs has a number; the very same rig where nothing was to give.

    Parameters
    ----------
    rig : Rig
        What an edit, an undoing or a step back in its history has made.
    before : Rig, optional
        The rig until then: what has a number there keeps it. What somebody let stand of a run that had none goes on standing.
    """
    kept = rig.wiring.numbers if before is None else rig.wiring.numbers | before.wiring.numbers
    numbers = numbered(dc_runs(rig), kept)
    if numbers == rig.wiring.numbers:
        return rig
    new = {
        subject_of(("run", hash_of_run(key))): subject_of(("run", str(number)))
        for key, number in numbers.items()
        if key not in kept
    }
    overruled = {_renamed(key, new): one for key, one in rig.overruled.items()}
    wiring = rig.wiring.model_copy(update={"numbers": numbers})
    return rig.model_copy(update={"wiring": wiring, "overruled": overruled if overruled != rig.overruled else rig.overruled})


def _renamed(finding: str, new: dict[str, str]) -> str:
    code, at, subject = finding.partition("@")
    return f"{code}{at}{new.get(subject, subject)}"
