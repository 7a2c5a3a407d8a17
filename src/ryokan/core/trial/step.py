"""The step of the trial run. It asks no questions within an evaluation: what it answers comes of a run beside it."""

from __future__ import annotations

from ryokan.core.question import LedgerLine, Step

STEP = Step(
    name="trial",
    questions=(),
    shows=("trial.",),
    begun=lambda rig: bool(rig.stays) and rig.has_loads,
    chosen=lambda rig: False,  # whether the journey is lit nobody knows before it is run
    ledger=(
        LedgerLine("trial.nights", "trial.nights_kept", ("trial.critical_goes_dark", "trial.goes_dark"), only_if_there=True),
    ),
)
