"""Which spools of cable to buy for the pieces that are cut from them, and from which spool each is cut."""

from __future__ import annotations

from bisect import bisect_left, insort
from collections import Counter
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass
from typing import Any, TypeAlias

from ryokan.core.rig import Rig
from ryokan.core.schedules.rows import PieceRow, SpoolRow
from ryokan.core.wiring.practice import area_mm2

MM = 1_000  # lengths are whole millimetres here
# In the solver's own measure of work, which is the same on any machine: for one set of spools, and for all kinds of cable.
LONGEST_TRY, LONGEST_SEARCH = 0.3, 0.4
# What is looked at before the best that was found stands as it is: sets of spools of one kind of cable, cuts laid onto spools
# for all kinds, and places for cuts that solvers are asked about.
MOST_SETS, MOST_LAID, MOST_PLACES = 20_000, 200_000, 4_000

Filled: TypeAlias = tuple[int, Counter[int]]


@dataclass(slots=True)
class Effort:
    """What may still be spent on a search: in the solver's measure, in cuts that are laid, and in places of solvers."""

    work: float = LONGEST_SEARCH
    laid: int = MOST_LAID
    places: int = MOST_PLACES

    def shared(self, among: int) -> Effort:
        """An equal part of it."""
        return Effort(self.work / among, self.laid // among, max(self.places // among, 200))

    @property
    def is_spent(self) -> bool:
        return self.work <= 0 or self.laid <= 0


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


def cutting_plan(cuts_m: Sequence[float], spools_m: Sequence[float], effort: Effort | None = None) -> CuttingPlan:
    """The least metres to buy, and among those the fewest spools.

    Parameters
    ----------
    cuts_m : sequence of float
        Lengths of the pieces. [m]
    spools_m : sequence of float
        Lengths that spools come in; any number of each. [m]
    effort : Effort, optional
        How much may be spent on it; all that may be where nothing is said.

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
    filled, proven = _least(wanted, spools, effort or Effort())
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


def _least(wanted: Counter[int], spools: Sequence[int], effort: Effort) -> tuple[list[Filled], bool]:
    """Spools with what is cut from each, and whether that is proven to be least.

    Sets of spools are tried in the order of their metres and their number: the first that holds all cuts is the least.
    """
    first = _first_that_has_room(wanted, spools)
    cuts = sorted(wanted.elements(), reverse=True)
    best = (sum(length for length, _ in first), len(first))
    proven = True
    sets = _sets_of(spools, sum(cuts), best)
    if sets is None:
        return first, False
    for lengths in sets:
        if effort.is_spent:
            return first, False
        effort.laid -= len(cuts)
        filled = _best_fit(cuts, lengths)
        if filled is None:
            filled, is_sure = _packed(wanted, lengths, effort)
            proven &= is_sure
        if filled is not None:
            return filled, proven
    return first, proven


def _sets_of(spools: Sequence[int], total: int, best: tuple[int, int]) -> Iterator[tuple[int, ...]] | None:
    """Sets of spools that have so many millimetres or more, least metres first and then the fewest, each below the best.

    None where there are too many to look at: they are counted before any is made.
    """
    sets: list[tuple[int, int, tuple[int, ...]]] = [(0, 0, ())]  # metres, number, and how many of each length
    for length in reversed(spools):  # the longest first; with the shortest the sum has to be reached
        missing = total if length == spools[0] else 0
        numbers = [range(max(0, -(-(missing - metres) // length)), (best[0] - metres) // length + 1) for metres, _, _ in sets]
        if sum(map(len, numbers)) > MOST_SETS:
            return None
        sets = [
            (metres + more * length, count + more, (*counts, more))
            for (metres, count, counts), of_it in zip(sets, numbers, strict=True)
            for more in of_it
        ]
    below = sorted(one for one in sets if one[:2] < best)
    longest_first = tuple(reversed(spools))
    return (
        tuple(length for length, number in zip(longest_first, counts, strict=True) for _ in range(number))
        for _, _, counts in below
    )


def _first_that_has_room(wanted: Counter[int], spools: Sequence[int]) -> list[Filled]:
    """A plan to begin with: longest cut first, onto the first spool with room; each spool then exchanged for the shortest."""
    rooms: list[Counter[int]] = []
    left: list[int] = []
    for cut in sorted(wanted.elements(), reverse=True):
        at = next((n for n, rest in enumerate(left) if rest >= cut), len(rooms))
        if at == len(rooms):
            rooms.append(Counter())
            left.append(spools[-1])
        rooms[at][cut] += 1
        left[at] -= cut
    used = (spools[-1] - rest for rest in left)
    return [(next(one for one in spools if one >= length), room) for length, room in zip(used, rooms, strict=True)]


def _best_fit(cuts: Sequence[int], lengths: Sequence[int]) -> list[Filled] | None:
    """Cuts, the longest first, each from the spool on which it leaves least; None where that does not go."""
    taken = [Counter[int]() for _ in lengths]
    left = sorted((length, -n) for n, length in enumerate(lengths))  # of those that are equal, the first that was named
    for cut in cuts:
        at = bisect_left(left, (cut, -len(lengths)))
        if at == len(left):
            return None
        rest, n = left.pop(at)
        taken[-n][cut] += 1
        insort(left, (rest - cut, n))
    return list(zip(lengths, taken, strict=True))


def _packed(wanted: Counter[int], lengths: Sequence[int], effort: Effort) -> tuple[list[Filled] | None, bool]:
    """All cuts from exactly those spools, or None; and whether that is sure. Where too much would be asked it is not."""
    places = len(wanted) * len(lengths)
    if places > effort.places:
        return None, False
    effort.places -= places
    most = min(effort.work, LONGEST_TRY)
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
    solver.parameters.max_deterministic_time = most
    status = solver.solve(model)
    effort.work -= min(solver.response_proto.deterministic_time, most)
    if status not in (cp_model.OPTIMAL, cp_model.FEASIBLE):
        return None, status == cp_model.INFEASIBLE
    counts = [{cut: solver.value(count) for cut, count in taken.items()} for taken in slots]
    return [(length, +Counter(taken)) for length, taken in zip(lengths, counts, strict=True)], True


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
        plan = cutting_plan([metres for _, metres in cuts], lengths, Effort().shared(len(kinds)))
        for spool in plan.spools:
            marks = tuple(cuts[n][0] for n in spool.cuts)
            used = spool.length_m - spool.waste_m
            rows.append(SpoolRow(*kind, spool.length_m, marks, used, spool.waste_m, plan.proven))
        if plan.left:
            marks = tuple(cuts[n][0] for n in plan.left)
            rows.append(SpoolRow(*kind, None, marks, sum(cuts[n][1] for n in plan.left), None, plan.proven))
    return tuple(rows)
