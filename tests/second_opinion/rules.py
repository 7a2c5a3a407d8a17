"""What the second opinion finds wrong: in the figures of a schedule, and in the network that it describes."""

from __future__ import annotations

import copy
import re
from collections.abc import Iterator
from dataclasses import dataclass
from itertools import pairwise
from math import exp, isclose, log
from typing import Any

from second_opinion import tables as t
from second_opinion.electrics import Cable, faults, reckoned

TIGHT = 1e-6


@dataclass(frozen=True)
class Complaint:
    """What is wrong with a run, or with the network."""

    rule: str
    mark: str
    why: str


def complaints(document: dict[str, Any]) -> list[Complaint]:
    """Everything that is wrong with a document of ``ryokan schedule --json``."""
    net = copy.deepcopy(document["network"])
    cables = reckoned(net)
    found = [one for cable in cables.values() for one in (*_of_figures(cable), *_of_a_run(cable))]
    return [*found, *_of_the_network(net, list(cables.values())), *_of_the_ac_side(net), *_of_the_rows(document, cables)]


def _of_figures(one: Cable) -> Iterator[Complaint]:
    """Figures of the schedule that come out otherwise."""
    claims = one.claims
    if one.amps is None and claims["design_current_a"] is not None:
        yield Complaint("figure.current", one.mark, f"told {claims['design_current_a']}, and nothing says so")
    high, low = faults(one)
    mine = {"design_current_a": one.amps, "path_drop_v": one.path_v, "fault_high_a": high, "fault_low_a": low}
    if one.size is not None and one.amps:
        mine["ampacity_a"] = one.bears()
        mine["allowed_drop_v"] = one.allowed_v()
    names = {"design_current_a": "current", "ampacity_a": "ampacity", "path_drop_v": "drop", "allowed_drop_v": "allowed"}
    for name, value in mine.items():
        told = claims[name]
        if told is not None and value is not None and not isclose(told, value, rel_tol=TIGHT):
            yield Complaint(f"figure.{names.get(name, 'fault')}", one.mark, f"{name}: told {told:.6g}, reckoned {value:.6g}")
        if told is None and value and name in ("design_current_a", "ampacity_a", "fault_high_a") and one.size is not None:
            yield Complaint(f"figure.{names.get(name, 'fault')}", one.mark, f"{name}: not told, reckoned {value:.6g}")


def school_of(one: Cable) -> str:
    school = one.net["schools"]["fuse"]
    on_branches = one.kind in ("branch", "circuit", "step_down")
    return "ampacity" if school == "half_more" and not on_branches else str(school)


def most_fuse_a(one: Cable, bears: float) -> float:
    """The largest fuse that a cable may have: ISO 13297; NEC 240.4(B) by its ratings of 240.6(A); ABYC E-11."""
    school = school_of(one)
    if school == "half_more":
        return 1.5 * bears
    if school == "next_rating":
        return next((float(rating) for rating in sorted({*t.NEC_240, *t.ISO_8820}) if rating >= bears * (1 - TIGHT)), bears)
    return bears


def _of_a_run(one: Cable) -> Iterator[Complaint]:
    if one.fused and one.fuse_a == "none" and (one.kind != "main" or one.net["bank_is_there"]):
        yield Complaint("unfused", one.mark, "nothing fuses what a battery feeds")
    numeric = isinstance(one.fuse_a, float | int) and (one.fused or one.fuse_is == "chosen")
    fuse = one.fuse_a if numeric else None
    yield from _of_the_fuse(one, fuse)
    if fuse is not None and one.amps and one.fused and fuse < one.amps * (1 - TIGHT):
        yield Complaint("fuse_under", one.mark, f"{fuse:g} A on {one.amps:.4g} A")
    elif fuse is not None and one.amps and one.fused and fuse < one.floor_a() * (1 - TIGHT):
        yield Complaint("little_in_hand", one.mark, f"{fuse:g} A on {one.amps:.4g} A")
    if one.size is None or not one.amps:
        return
    bears = one.bears()
    if bears is None and (one.insulation_c is None or one.material is None or (one.kind == "main" and one.terminal_c is None)):
        bears = one.at_best()
    # Which cable lies there nobody knows, and of one that nobody chose nothing is printed.
    if bears is not None and not (one.size_is == "asked" and (one.lies_there or one.told_ampacity_a is not None)):
        yield from _against_what_it_bears(one, bears, fuse)
    yield from _of_drop(one)


def _against_what_it_bears(one: Cable, bears: float, fuse: float | None) -> Iterator[Complaint]:
    assert one.amps is not None
    if bears < one.amps * (1 - TIGHT):
        yield Complaint("thin", one.mark, f"bears {bears:.4g} A of {one.amps:.4g} A")
    if fuse is not None and fuse > most_fuse_a(one, bears) * (1 + TIGHT):
        yield Complaint(_over(one), one.mark, f"{fuse:g} A on a cable of {bears:.4g} A")
    elif fuse is not None and one.net["code_pack"] == "na_vehicle" and one.awg and one.kind != "main":
        most = t.RV_FUSES.get(one.label)
        if most is not None and fuse > most * one.side_by_side:
            yield Complaint(_over(one), one.mark, f"{fuse:g} A on {one.size}, at most {most:g} A by Table 551.10(E)(1)")
    if one.kind == "link" and bears >= one.amps * (1 - TIGHT):
        meets = one.guarded_by()
        guard = one.before or one.net["main"]
        if meets is not None and guard.fuse_is == "chosen" and bears < meets * (1 - TIGHT):
            yield Complaint("fuse_over", one.mark, f"a link of {bears:.4g} A behind {meets:.4g} A")
    american = (
        one.net["code_pack"].startswith("na_") and one.zone == "cabin" and not (one.ambient_c or one.bundled or one.buried_mm)
    )
    known = one.insulation_c is not None and one.material is not None
    if (
        one.kind in ("array", "pv_lead")
        and one.amps * (1 - TIGHT) <= bears < one.floor_a() * (1 - TIGHT)
        and (one.size_is == "asked" or (american and (known or one.told_ampacity_a is not None)))
    ):
        yield Complaint("sun_factors", one.mark, f"bears {bears:.4g} A; 1.25 × 1.25 × Isc is {one.floor_a():.4g} A (NEC 690.8)")


def _over(one: Cable) -> str:
    """Which of both nobody has chosen yet, where a fuse is above its cable."""
    return "asked_over" if one.fuse_is != "chosen" else "fuse_over" if one.size_is == "chosen" else "fuse_first"


def _of_drop(one: Cable) -> Iterator[Complaint]:
    allowed, measured = one.allowed_v(), one.length_is_measured
    if allowed is None or not measured:
        return
    along = one.path_v if one.before is None or one.before.length_is_measured else None
    loop = one.loop_ohm()
    lost = along if along is not None else None if loop is None else loop * one.flowing()
    if lost is None and one.length_m is not None:  # its material is not known: of copper it would lose least
        lost = 2 * one.length_m / 1000 * one.ohm_per_km() / one.side_by_side * one.flowing()
    if lost is not None and lost > allowed * (1 + TIGHT):
        yield Complaint("drop", one.mark, f"{lost:.4g} V of {allowed:.4g} V")


def _points(one: Cable) -> tuple[tuple[float, float], ...]:
    said = one.fuse_opens or ""
    if said:
        found = re.findall(r"([\d.]+) % ([\d.e-]+) s", said)
        return tuple((float(share) / 100, float(seconds)) for share, seconds in found)
    return t.OPENS.get(one.fuse_family or "", ())


def opens_within(points: tuple[tuple[float, float], ...], share: float) -> float | None:
    """The longest that a fuse takes: straight between its points on both logarithms."""
    if not points or share < points[0][0]:
        return None
    for (low, long), (high, short) in pairwise(points):
        if share <= high:
            return exp(log(long) + log(share / low) / log(high / low) * log(short / long))
    return points[-1][1] * (points[-1][0] / share) ** 2


def _of_the_fuse(one: Cable, fuse: float | None) -> Iterator[Complaint]:
    high, low = faults(one)
    if one.fuse_v is not None:
        meets = one.net["max_v"] if one.from_bank else one.net["nodes"].get(one.tail, {}).get("voc_cold_v")
        if meets is not None and one.fuse_v < meets:
            yield Complaint("fuse_volts", one.mark, f"{one.fuse_v:g} V on {meets:.4g} V")
    if one.fuse_breaks_a is not None and high is not None and one.fuse_breaks_a < high * (1 - TIGHT) and not _backed_up(one):
        yield Complaint("breaking", one.mark, f"breaks {one.fuse_breaks_a:g} A of {high:.5g} A")
    if one.fuse_way is not None and one.from_bank:
        bare, sheathed, at_battery = t.PLACES[one.net["code_pack"]]
        most = bare if one.sheathed == "none" else sheathed if one.before is not None else at_battery
        if one.fuse_way["m"] > most * (1 + TIGHT):
            yield Complaint("place", one.mark, f"{one.fuse_way['m']:g} m from its source, at most {most:g} m")
    points = _points(one)
    if not points or fuse is None or one.fuse_is != "chosen" or not one.length_is_measured:
        return
    yield from _of_its_time(one, fuse, points, low, high)


def _of_its_time(
    one: Cable, fuse: float, points: tuple[tuple[float, float], ...], low: float | None, high: float | None
) -> Iterator[Complaint]:
    if low is not None:
        within = opens_within(points, low / fuse)
        surely = within is not None and within <= t.CLEARED_S * (1 + TIGHT)
        if not surely and points[-1][1] <= t.CLEARED_S:
            yield Complaint("slow", one.mark, f"{low:.5g} A may take longer than 5 s")
    k = None if one.insulation_c is None else t.k_of(one.insulation_c, one.material or "")
    for amps in (low, high):
        if k is None or amps is None or amps > points[-1][0] * fuse:
            continue
        seconds = opens_within(points, amps / fuse)
        if (
            seconds is not None
            and seconds <= t.CLEARED_S
            and amps**2 * seconds > (k * one.area * one.side_by_side) ** 2 * 1.001
        ):
            yield Complaint("burns", one.mark, f"{amps:.5g} A for {seconds:.3g} s")
            return


def _backed_up(one: Cable) -> bool:
    """Whether a fuse nearer to the bank breaks what comes where it sits. (ABYC E-11)"""
    before = one.before
    while before is not None:
        most, breaks = faults(before)[0], before.fuse_breaks_a
        numeric = isinstance(before.raw["said"].get("fuse_a"), float | int)
        if numeric and breaks is not None and before.fuse_family != "breaker" and most is not None and breaks >= most:
            return True
        before = before.before
    return False


def _of_the_network(net: dict[str, Any], cables: list[Cable]) -> Iterator[Complaint]:
    # A loop: some run joins what is joined already.
    root: dict[str, str] = {}

    def top(name: str) -> str:
        while name in root:
            name = root[name]
        return name

    for one in cables:
        if one.kind in ("string", "link"):
            continue
        # A device parts its two sides: an alternator's run ends at its input, a panel's at the input of its controller.
        tail, head = one.raw["from"].rpartition(".")[0], one.head
        if one.kind in ("way_in", "array", "pv_lead"):
            head = one.raw["to"]
            tail = one.raw["from"] if one.kind == "pv_lead" else tail
        if top(tail) == top(head) and one.kind not in ("way_in", "array"):
            yield Complaint("loop", one.mark, f"{tail} and {head} are joined already")
        elif top(tail) != top(head):
            root[top(head)] = top(tail)
    # Batteries at both ends: a fuse at each.
    for one in cables:
        if one.kind != "way_in":
            continue
        out = next((other for other in cables if other.kind == "way_out" and other.head == one.head), None)
        ends = [one.fuse_a, None if out is None else out.fuse_a]
        if ends.count("none") == 1:
            yield Complaint("both_ends", one.mark, "a battery at both ends, and one fuse")
    # Currents meet: what leaves a panel or a charge bus comes to it.
    for one in cables:
        if one.kind == "charge" and one.amps is not None:
            fed = sum(other.amps or 0.0 for other in one.after)
            if not isclose(fed, one.claims["design_current_a"] or 0.0, rel_tol=TIGHT):
                yield Complaint("meet", one.mark, f"{fed:.5g} A on a bus that is told {one.claims['design_current_a']:.5g} A")
        if one.kind == "panel" and one.claims["design_current_a"] is not None:
            fed = sum(other.amps or 0.0 for other in one.after)
            if fed < one.claims["design_current_a"] * (1 - TIGHT):
                yield Complaint("meet", one.mark, f"its branches take {fed:.5g} A of {one.claims['design_current_a']:.5g} A")
    # What the main switch does not part from the bus: panels that nothing parts from their controller.
    for one in cables:
        if one.kind == "controller" and one.tail == "bus":
            arrays = [net["nodes"][other.tail] for other in cables if other.kind == "array" and other.head == one.head]
            if any(array["disconnect"] == "none" for array in arrays):
                yield Complaint("past_switch", one.mark, "behind an open main switch the sun keeps the bus live")


def _of_the_ac_side(net: dict[str, Any]) -> Iterator[Complaint]:
    """One phase on both legs, whose circuits share a neutral: it carries their sum. (Kirchhoff)"""
    for id, panel in net["ac"]["panels"].items():
        legs = {one["leg"] for one in net["ac"]["circuits"].values() if one["panel"] in (id, None)}
        if panel["legs"] == 2 and panel["shared_neutral"] == "yes" and panel["bridged"] and {"first", "second"} <= legs:
            yield Complaint("neutral", id, "one phase on both legs of circuits that share a neutral")


def _of_the_rows(document: dict[str, Any], cables: dict[str, Cable]) -> Iterator[Complaint]:
    """Schedules that do not say what the network says."""
    found, net = document["schedules"], document["network"]
    pieces: dict[str, list[dict[str, Any]]] = {}
    for row in found["pieces"]:
        pieces.setdefault(row["run_key"], []).append(row)
    for key, one in cables.items():
        key = "main" if key not in pieces and one.kind == "main" else key
        wanted = one.side_by_side * (2 if one.kind != "link" else 1)
        of_it = pieces.get(key, [])
        if of_it and one.kind != "link" and len(of_it) != wanted:
            yield Complaint("pieces", one.mark, f"{len(of_it)} pieces of {wanted}")
        for row in of_it:
            if row["size"] != (one.size or ""):
                yield Complaint("pieces", one.mark, f"{row['size']} is cut for {one.size}")
            if row["cut_m"] is not None and one.length_m is not None and row["cut_m"] < one.length_m:
                yield Complaint("pieces", one.mark, f"{row['cut_m']:g} m is cut for {one.length_m:g} m")
    marks = [row["mark"] for row in found["pieces"]]
    for mark in sorted({mark for mark in marks if marks.count(mark) > 1}):
        yield Complaint("pieces", mark, "two pieces have one mark")
    for row in found["cables"]:
        if row["lies_there"] and row["size_basis"] == "asked":
            yield Complaint("rows", row["mark"], "a size is asked of a cable that lies there")
    for row in found["fuses"]:
        if row["volts"] is not None and net["max_v"] is not None and row["volts"] < net["max_v"]:
            yield Complaint("rows", row["mark"], f"told to meet {row['volts']:g} V where {net['max_v']:g} V come")
        one = cables.get(row["run_key"])
        if one is not None and row["fault"] is not None and row["fault"] != one.claims["fault_high_a"]:
            yield Complaint("rows", row["mark"], "its fault current is not that of its run")
    cut = [mark for row in found["spools"] for mark in row["marks"]]
    if found["spools"] and sorted(cut) != sorted(
        row["mark"] for row in found["pieces"] if row["cut_m"] is not None and row["size"]
    ):
        yield Complaint("spools", "", "not every piece is cut once")
    for row in found["spools"]:
        if row["spool_m"] is not None and abs(row["used_m"] + row["waste_m"] - row["spool_m"]) > 1e-6:
            yield Complaint("spools", row["size"], "what is used and left over is not the spool")
