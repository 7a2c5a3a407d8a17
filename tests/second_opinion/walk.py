"""Random rigs for the second opinion: as the method asks, and with cables and fuses that somebody chose at random."""

from __future__ import annotations

import json
from collections.abc import Iterator
from random import Random
from typing import Any

from builders import changed
from random_edits import random_edit, whole_book
from test_traces import BASES, PARTS

from ryokan.core.errors import UnknownPart
from ryokan.core.evaluate import Report, evaluate
from ryokan.core.rig import Rig
from ryokan.core.schedules.all import schedules
from ryokan.core.schedules.ends import marks_of
from ryokan.core.schedules.spools import spools_to_buy
from ryokan.core.topology.dc import dc_runs
from ryokan.core.wiring.numbering import with_numbers
from ryokan.core.wiring.things import runs_of, the_main_run
from ryokan.documents.schedules_json import schedules_json
from second_opinion.rules import complaints

BOOK = whole_book()
PACKS = ("na_vehicle", "na_marine", "international")
AWG = ("18", "14", "12", "10", "8", "6", "4", "2", "1/0", "4/0")
MM2 = ("1.5", "2.5", "4", "6", "10", "16", "25", "35", "50", "95", "120")


def document_of(rig: Rig, report: Report, *, spools: bool = False) -> dict[str, Any]:
    """What ``ryokan schedule --json`` writes of a rig, read back."""
    found = schedules(rig, report)
    whole = schedules_json(rig, report, found, spools_to_buy(rig, found.pieces) if spools else ())
    read: dict[str, Any] = json.loads(json.dumps(whole))
    return read


def walked(seed: int, pack: str | None = None) -> Rig:
    """A rig that random edits have made of one of the examples, its runs joined by some schools."""
    random = Random(seed)
    rig = BASES[seed % len(BASES)]
    for _ in range(random.randint(0, 50)):
        rig = random_edit(rig, random, BOOK)
    schools = {
        "wiring.solar_joins": random.choice(("battery", "bus", "charge_bus")),
        "wiring.inverter_joins": random.choice(("bus", "battery")),
        "wiring.fuse_school": random.choice(("ampacity", "next_rating", "half_more")),
        "storage.take_off": random.choice((None, "side", "equal_leads")),
        "region.code_pack": pack or random.choice(PACKS),
        "overruled": {},
    }
    return changed(rig, schools)


def as_asked(rig: Rig) -> Rig:
    """The rig to be laid, nothing said of its runs."""
    return with_numbers(changed(rig, {"survey.as_found": False, "wiring.runs": {}, "wiring.numbers": {}}))


def as_somebody_chose(rig: Rig, seed: int) -> Rig:
    """The rig with sizes, fuses, lengths and prints on its runs that nobody thought about."""
    random = Random(seed)
    said: dict[str, Any] = {}
    for key in dc_runs(rig):
        if random.random() < 0.2:
            continue
        metric = random.random() < 0.4
        one: dict[str, Any] = {"conductor": f"mm2:{random.choice(MM2)}" if metric else f"awg:{random.choice(AWG)}"}
        for name, of in _SAID.items():
            if random.random() < 0.4:
                one[name] = of(random)
        said[key] = one
    return with_numbers(changed(rig, {"wiring.runs": said, "wiring.numbers": {}}))


_SAID = {
    "fuse_a": lambda r: r.choice((5, 7.5, 10, 15, 20, 30, 33, 40, 45, 50, 60, 80, 100, 110, 125, 200, 250, 300, "none")),
    "length": lambda r: f"{r.uniform(0.2, 9):.2f} m",
    "fuse_family": lambda r: r.choice(("blade", "mega", "class_t", "anl", "mrbf", "breaker")),
    "fuse_v": lambda r: r.choice((32, 58, 125)),
    "fuse_breaks_a": lambda r: r.choice((1000, 2000, 6000, 20_000)),
    "fuse_way": lambda r: f"{r.uniform(0.05, 2.5):.2f} m",
    "sheathed": lambda r: r.choice(("fitted", "none")),
    "insulation_c": lambda r: r.choice((60, 75, 90, 105)),
    "material": lambda r: r.choice(("copper", "copper_clad_aluminium", "aluminium")),
    "terminal_c": lambda r: r.choice((60, 75, 90, 105)),
    "told_ampacity_a": lambda r: r.choice((20, 80, 200)),
    "cables": lambda r: r.choice((1, 2, 3)),
    "found": lambda r: r.random() < 0.5,
}


def rigs(count: int, start: int = 0, pack: str | None = None) -> Iterator[tuple[int, Rig, Report]]:
    """So many rigs with their reports, half of them as asked for and half as somebody chose."""
    seed, made = start, 0
    while made < count:
        rig = walked(seed, pack)
        rig = as_asked(rig) if seed % 2 else as_somebody_chose(rig, seed)
        try:
            report = evaluate(rig, PARTS)
        except UnknownPart:
            seed += 1
            continue
        yield seed, rig, report
        seed, made = seed + 1, made + 1


# Findings of the product that say what a rule of the second opinion does.
SAYS = {
    "asked_over": (
        "run_window_closed",
        "fuse_window_closed",
        "run_undersized",
        "conductor_undersized",
        "run_fuse_over_code",
    ),
    "fuse_first": ("run_fuse_before_cable",),
    "sun_factors": ("run_sun_factor",),
    "thin": ("run_undersized", "conductor_undersized"),
    "fuse_over": ("run_fuse_above_ampacity", "fuse_above_ampacity", "run_fuse_over_code", "link_below_fuse"),
    "fuse_under": ("run_fuse_below_load", "fuse_below_load"),
    "little_in_hand": ("run_fuse_little_in_hand", "fuse_little_in_hand"),
    "drop": ("run_drop", "drop_over_class"),
    "fuse_volts": ("run_fuse_volts",),
    "breaking": ("run_fuse_breaking",),
    "place": ("run_fuse_far",),
    "unfused": ("run_unfused", "no_main_fuse"),
    "slow": ("run_fuse_slow",),
    "burns": ("run_burns_first",),
}


# What the product says in another place, or of another thing.
OTHERWISE_SAID = {"past_switch": "solar.no_disconnect", "neutral": "ac.shared_neutral", "both_ends": "wiring.run_unfused"}


def found_by_the_product(report: Report) -> set[tuple[str, str]]:
    """Rule of the second opinion and id of the run, of each finding that says as much."""
    return {
        (rule, finding.subject.removeprefix("run:") or "main")
        for finding in (*report.findings, *report.overruled)
        for rule, codes in SAYS.items()
        if finding.code.removeprefix("wiring.") in codes
    }


def differences(rig: Rig, report: Report, *, spools: bool = False) -> list[str]:
    """What one of both says of a rig and the other does not."""
    document = document_of(rig, report, spools=spools)
    runs = (the_main_run(rig), *runs_of(rig).values())
    marks = marks_of(runs)
    ids = {marks[one.run.key]: one.id for one in runs}
    codes = {finding.code for finding in (*report.findings, *report.overruled)}
    theirs, mine, different = found_by_the_product(report), set(), []
    chosen = {one["mark"] for one in document["network"]["runs"] if one["said"] or "chosen" in (one["size_is"], one["fuse_is"])}
    for one in complaints(document):
        if one.rule in OTHERWISE_SAID:
            if OTHERWISE_SAID[one.rule] not in codes:
                different.append(f"not told: {one}")
        elif one.rule not in SAYS or one.mark not in chosen:
            different.append(f"of what the method asks for: {one}")
        else:
            mine.add((one.rule, ids[one.mark]))
            if (one.rule, ids[one.mark]) not in theirs:
                different.append(f"not told: {one}")
    told_only = {one for one in theirs - mine if one[0] != "asked_over"}
    return [*different, *(f"only told: {rule} of run {id}" for rule, id in sorted(told_only))]
