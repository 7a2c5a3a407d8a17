"""Which spools of cable to buy for the pieces that are cut from them, and from which spool each is cut."""

from __future__ import annotations

from collections import Counter
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from typing import Any, TypeAlias

from ryokan.core.rig import Rig
from ryokan.core.schedules.rows import PieceRow, SpoolRow
from ryokan.core.wiring.practice import area_mm2

MM = 1_000  # lengths are whole millimetres here
# In the solver's own measure of work, which is the same on any machine: for one set of spools, and in all.
LONGEST_TRY, LONGEST_SEARCH = 0.5, 3.0
MOST_SETS = 100_000

Filled: TypeAlias = tuple[int, Counter[int]]


@dataclass(frozen=True, slots=True)
class Spool:
    """One spool to buy, and what is cut from it.

    ``cuts`` are places in the list of cuts, ``waste_m`` what is left of it.
    """

    length_m: float
    cuts: tuple[int, ...]
    waste_m: float


@dataclass(frozen=True, slots=True)
class CuttingPlan:
    """Spools to buy; ``left`` are cuts that are longer than any spool, ``proven`` that no other plan buys less."""

    spools: tuple[Spool, ...]
    left: tuple[int, ...]
    proven: bool

    @property
    def bought_m(self) -> float:
        """All that is bought. [m]"""
        return sum(one.length_m for one in self.spools)

    @property
    def waste_m(self) -> float:
        """All that is left over. [m]"""
        return sum(one.waste_m for one in self.spools)


def cutting_plan(cuts_m: Sequence[float], spools_m: Sequence[float], work: float = LONGEST_SEARCH) -> CuttingPlan:
    """The least metres to buy, and among those the fewest spools.

    Parameters
    ----------
    cuts_m : sequence of float
        Lengths of the pieces. [m]
    spools_m : sequence of float
        Lengths that spools come in; any number of each. [m]
    work : float
        How much may be spent on it, in the solver's own measure.

    Returns
    -------
    CuttingPlan
        The same for the same cuts and spools. Where the search ends before it is proven, the best that was found.
    """
    cuts = [round(one * MM) for one in cuts_m]
    spools = sorted({round(one * MM) for one in spools_m})
    longest = spools[-1]
    left = tuple(n for n, cut in enumerate(cuts) if cut > longest)
    wanted = Counter(cut for cut in cuts if cut <= longest)
    if not wanted:
        return CuttingPlan((), left, True)
    filled, proven = _least(wanted, spools, work)
    filled.sort(key=lambda one: (-one[0], -sum(one[1].elements())))
    places: dict[int, list[int]] = {}
    for n, cut in enumerate(cuts):
        if cut <= longest:
            places.setdefault(cut, []).append(n)
    found = []
    for length, taken in filled:
        of_it = tuple(places[cut].pop(0) for cut in sorted(taken.elements(), reverse=True))
        waste = length - sum(cut * count for cut, count in taken.items())
        found.append(Spool(length / MM, of_it, waste / MM))
    return CuttingPlan(tuple(found), left, proven)


def _least(wanted: Counter[int], spools: Sequence[int], work: float) -> tuple[list[Filled], bool]:
    """Spools with what is cut from each, and whether that is proven to be least.

    Sets of spools are tried in the order of their metres and their number: the first that holds all cuts is the least.
    """
    first = _first_that_has_room(wanted, spools)
    total = sum(wanted.elements())
    best = (sum(length for length, _ in first), len(first))
    proven = True
    sets = _sets_of(spools, total, best)
    if sets is None:
        return first, False
    for lengths in sets:
        filled = _best_fit(wanted, lengths)
        if filled is None:
            most = min(work, LONGEST_TRY)
            filled, spent = _packed(wanted, lengths, most)
            work -= spent
            proven &= filled is not None or spent < most
        if filled is not None:
            return filled, proven
        if work <= 0:
            return first, False
    return first, proven


def _sets_of(spools: Sequence[int], total: int, best: tuple[int, int]) -> list[tuple[int, ...]] | None:
    """Sets of spools that have so many millimetres or more, least metres first and then the fewest, each below the best.

    None where there are too many to look at.
    """
    sets: list[tuple[int, int, tuple[int, ...]]] = [(0, 0, ())]
    for length in reversed(spools):  # the longest first; with the shortest the sum has to be reached
        shortest = length == spools[0]
        sets = [
            (metres + more * length, count + more, (*lengths, *(length,) * more))
            for metres, count, lengths in sets
            for more in range(max(0, -(-(total - metres) // length)) if shortest else 0, (best[0] - metres) // length + 1)
        ]
        if len(sets) > MOST_SETS:
            return None
    return [lengths for metres, count, lengths in sorted(sets) if (metres, count) < best]


def _first_that_has_room(wanted: Counter[int], spools: Sequence[int]) -> list[Filled]:
    """A plan to begin with: longest cut first, onto the first spool with room; each spool then exchanged for the shortest."""
    rooms: list[Counter[int]] = []
    for cut in sorted(wanted.elements(), reverse=True):
        room = next((one for one in rooms if sum(one.elements()) + cut <= spools[-1]), None)
        if room is None:
            rooms.append(room := Counter())
        room[cut] += 1
    return [(next(one for one in spools if one >= sum(room.elements())), room) for room in rooms]


def _best_fit(wanted: Counter[int], lengths: Sequence[int]) -> list[Filled] | None:
    """Longest cut first, each from the spool on which it leaves least; None where that does not go."""
    left, taken = list(lengths), [Counter[int]() for _ in lengths]
    for cut in sorted(wanted.elements(), reverse=True):
        at = min((n for n, rest in enumerate(left) if rest >= cut), key=lambda n: left[n], default=None)
        if at is None:
            return None
        left[at] -= cut
        taken[at][cut] += 1
    return list(zip(lengths, taken, strict=True))


def _packed(wanted: Counter[int], lengths: Sequence[int], work: float) -> tuple[list[Filled] | None, float]:
    """All cuts from exactly those spools, or None; and how much work it took. Where all was spent nothing is proven."""
    from ortools.sat.python import cp_model  # here: few ask for a plan

    model = cp_model.CpModel()
    slots: list[dict[int, Any]] = []
    loads: list[Any] = []
    for number, length in enumerate(lengths):
        taken = {
            cut: model.new_int_var(0, min(count, length // cut), f"{number} {cut}")
            for cut, count in wanted.items()
            if cut <= length
        }
        load = sum(cut * count for cut, count in taken.items())
        model.add(load <= length)
        if number and lengths[number - 1] == length:
            model.add(loads[-1] >= load)  # spools of one length are alike
        slots.append(taken)
        loads.append(load)
    for cut, count in wanted.items():
        model.add(sum(taken[cut] for taken in slots if cut in taken) == count)
    solver = cp_model.CpSolver()
    solver.parameters.num_workers = 1  # with several the plan is not the same each time
    solver.parameters.random_seed = 1
    solver.parameters.max_deterministic_time = work
    status = solver.solve(model)
    if status == cp_model.INFEASIBLE:
        return None, min(solver.response_proto.deterministic_time, 0.99 * work)
    if status not in (cp_model.OPTIMAL, cp_model.FEASIBLE):
        return None, work
    counts = [{cut: solver.value(count) for cut, count in taken.items()} for taken in slots]
    return [(length, +Counter(taken)) for length, taken in zip(lengths, counts, strict=True)], 0.0


def spools_to_buy(rig: Rig, pieces: Iterable[PieceRow]) -> tuple[SpoolRow, ...]:
    """Spools for all pieces whose size and length are known, each kind of cable for itself.

    Parameters
    ----------
    rig : Rig
        Says in which lengths cable is bought.
    pieces : iterable of PieceRow
        Of the schedules of that rig.
    """
    kinds: dict[tuple[str, int, str, str, float | None], list[tuple[str, float]]] = {}
    for one in pieces:
        if one.size and one.cut_m is not None:
            kind = (one.size, one.cores, one.colour, one.material, one.insulation_c)
            kinds.setdefault(kind, []).append((one.mark, one.cut_m.number))
    lengths, rows = [one.m for one in rig.wiring.spools], []
    for kind in sorted(kinds, key=lambda kind: (-area_mm2(kind[0]), *map(str, kind))):
        cuts = kinds[kind]
        plan = cutting_plan([metres for _, metres in cuts], lengths, LONGEST_SEARCH / len(kinds))
        for spool in plan.spools:
            marks = tuple(cuts[n][0] for n in spool.cuts)
            used = spool.length_m - spool.waste_m
            rows.append(SpoolRow(*kind, spool.length_m, marks, used, spool.waste_m, plan.proven))
        if plan.left:
            marks = tuple(cuts[n][0] for n in plan.left)
            rows.append(SpoolRow(*kind, None, marks, sum(cuts[n][1] for n in plan.left), None, plan.proven))
    return tuple(rows)
