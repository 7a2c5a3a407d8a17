"""The least copper that keeps every rule, for the same network: sizes are chosen along the whole way, not run by run."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

ROUNDING = 1e-9  # a drop that is allowed to the last digit is allowed


@dataclass(frozen=True, slots=True)
class Size:
    """A stock conductor where it is laid: its label, cross-section and warm resistance. [mm², Ω/m]"""

    label: str
    area_mm2: float
    ohm_per_m: float


@dataclass(frozen=True, slots=True)
class Leg:
    """A run in a network of runs.

    Parameters
    ----------
    key : str
        By what it is known.
    length_m : float
        One way. [m]
    current_a : float
        What its own drop is reckoned with. [A]
    shared_a : float
        What flows in the run before while this one works; 0: what is lost up to there is that of the run before itself. [A]
    allowed_v : float
        Volts that may be lost up to its end; infinite where nobody knows. [V]
    sizes : tuple of Size
        Those that its fuse, its terminals, the code and its maker allow, ascending.
    cables : int
        So many side by side for each pole.
    children : tuple of Leg
        Runs that it feeds.
    """

    key: str
    length_m: float
    current_a: float
    shared_a: float
    allowed_v: float
    sizes: tuple[Size, ...]
    cables: int
    children: tuple[Leg, ...] = ()

    def loop_ohm(self, size: Size) -> float:
        """Resistance there and back. [Ω]"""
        return 2 * self.length_m * size.ohm_per_m / self.cables

    def copper_mm2_m(self, size: Size) -> float:
        """Cross-section times length of both poles. [mm²·m]"""
        return 2 * self.length_m * size.area_mm2 * self.cables


def lightest(root: Leg) -> dict[str, Size] | None:
    """The sizes of a run and of all behind it that have the least copper; None where none keep every drop.

    What is lost before a run decides over those behind it alone, so that each of them is chosen by itself once the sizes on the
    way to it are: going through the sizes of what feeds others finds the least there is.
    """
    found = _lightest(root, 0.0)
    return None if found is None else dict(found[1])


def _lightest(leg: Leg, lost_v: float) -> tuple[float, Mapping[str, Size]] | None:
    best: tuple[float, Mapping[str, Size]] | None = None
    for size in leg.sizes:
        own = leg.copper_mm2_m(size)
        if best is not None and own >= best[0]:
            break  # the larger ones have more copper by themselves
        loop = leg.loop_ohm(size)
        here_v = lost_v + loop * leg.current_a
        if here_v > leg.allowed_v * (1 + ROUNDING):
            continue
        total, sizes = own, {leg.key: size}
        for child in leg.children:
            found = _lightest(child, loop * child.shared_a if child.shared_a else here_v)
            if found is None:
                break
            total += found[0]
            sizes |= found[1]
        else:
            if best is None or total < best[0]:
                best = total, sizes
    return best
