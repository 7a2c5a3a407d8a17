"""The loop that other times are measured against, so that machines can be compared. Never changed."""

from __future__ import annotations

HOURS_OF_A_YEAR = 8760


def calibrating_loop() -> float:
    """A state of charge between 0 and 1, moved by a saw-tooth of the hour."""
    charge = 0.5
    for hour in range(HOURS_OF_A_YEAR):
        charge = min(1.0, max(0.0, charge + 0.01 * (hour % 24 - 11.5)))
    return charge
