"""Whole reports of many rigs, written down and held against another state of the program, figure by figure.

    script/bench --reports write FILE      before a change that is to change no figure
    script/bench --reports compare FILE    after it: prints every difference, and ends with 1 where there is one

The rigs are those of the examples and of the demo shop, an empty and a crowded one, and 200 that random edits make of them.
They are kept in FILE as documents of the version they were written by, so that an upgrade is run through as well.
"""

from __future__ import annotations

import gzip
import json
import sys
from collections.abc import Iterator
from pathlib import Path
from random import Random
from typing import Any

from large import large_rig
from random_edits import random_edit, whole_book

from ryokan.core.errors import DomainError
from ryokan.core.evaluate import Report, evaluate
from ryokan.core.job_file import read_job_file
from ryokan.core.parts.model import Part
from ryokan.core.rig import SCHEMA_VERSION, Rig
from ryokan.core.upgrade import upgraded_rig
from ryokan.operations.demo import _begun_rig

ROOT = Path(__file__).resolve().parents[1]
TOLD_OTHERWISE = "[by another formula, of another kind or source]"
RANDOM_RIGS, SEED, MOST_EDITS, TOLD = 200, 20_261, 120, 40


def rigs() -> Iterator[tuple[str, Rig, dict[str, Part]]]:
    """Every rig with a name and the parts that it may refer to."""
    book = whole_book()
    bases: list[tuple[str, Rig, dict[str, Part]]] = []
    for path in sorted((ROOT / "examples").glob("*.json")):
        job = read_job_file(path.read_bytes())
        bases += [(f"{path.stem}: {one.system} {one.name}", one.rig, {**book, **job.parts}) for one in job.options]
    bases += [("begun", _begun_rig(), book), ("empty", Rig(), book), ("crowded", large_rig(), book)]
    yield from bases
    random = Random(SEED)
    for number in range(RANDOM_RIGS):
        name, rig, parts = bases[number % len(bases)]
        for _ in range(random.randint(1, MOST_EDITS)):
            rig = random_edit(rig, random, parts)
        yield f"random {number} of {name}", rig, parts


def as_written(rig: Rig, parts: dict[str, Part]) -> dict[str, Any]:
    """The report as plain JSON; where none can be given, why."""
    try:
        report = evaluate(rig, parts)
    except DomainError as error:
        return {"no_report": f"{type(error).__name__}: {error}"}
    return json.loads(json.dumps(_plain(report)))  # type: ignore[no-any-return]


def _plain(report: Report) -> dict[str, Any]:
    return {
        "figures": {key: _figure(figure) for key, figure in report.figures.items()},
        "findings": [_finding(one) for one in report.findings],
        "overruled": [_finding(one) for one in report.overruled],
        "steps": dict(report.steps),
    }


def _figure(figure: Any) -> dict[str, Any]:
    return {**figure._asdict(), "inputs": dict(figure.inputs)}


def _finding(finding: Any) -> dict[str, Any]:
    # Written out by hand: what a finding is known by may grow between two states of the program.
    fix = finding.fix
    return {
        "code": finding.code,
        "subject": getattr(finding, "subject", ""),
        "severity": finding.severity,
        "step": finding.step,
        "source": finding.source,
        "figures": dict(finding.figures),
        "words": {**finding.words, **getattr(finding, "measures", {})},
        "name": getattr(finding, "name", ""),
        "excess": finding.excess,
        "fix": None if fix is None else {"code": fix.code, "patch": [dict(one) for one in fix.patch]},
    }


def write(file: Path) -> None:
    """Write the rigs and their reports."""
    found = [
        {
            "name": name,
            "schema_version": SCHEMA_VERSION,
            "rig": rig.model_dump(mode="json"),
            "parts": {reference: part.model_dump(mode="json") for reference, part in parts.items()},
            "report": as_written(rig, parts),
        }
        for name, rig, parts in rigs()
    ]
    file.write_bytes(gzip.compress(json.dumps(found, ensure_ascii=False).encode()))
    figures = sum(len(one["report"].get("figures", ())) for one in found)  # type: ignore[attr-defined]
    print(f"{len(found)} rigs with {figures} figures are in {file}.")


def compare(file: Path) -> bool:
    """Print what differs from what was written; True where nothing does."""
    kept = json.loads(gzip.decompress(file.read_bytes()))
    differences: list[str] = []
    for one in kept:
        rig = Rig.model_validate(upgraded_rig(one["rig"], one["schema_version"]))
        book = {reference: _part(part) for reference, part in one["parts"].items()}
        differences += [f"{one['name']}: {said}" for said in _differences(one["report"], as_written(rig, book))]
    others = [said for said in differences if TOLD_OTHERWISE in said]
    real = [said for said in differences if TOLD_OTHERWISE not in said]
    for said in [*real[:TOLD], *sorted({said.partition(TOLD_OTHERWISE)[2].split(":")[0] for said in others})[:TOLD]]:
        print(said)
    print(f"{len(kept)} rigs, {len(real)} differences; {len(others)} figures have their numbers from elsewhere.")
    return not real


def _part(document: dict[str, Any]) -> Part:
    from pydantic import TypeAdapter

    return TypeAdapter(Part).validate_python(document)  # type: ignore[no-any-return]


def _differences(before: dict[str, Any], after: dict[str, Any]) -> Iterator[str]:
    if "no_report" in before or "no_report" in after:
        if before != after:
            yield f"{before.get('no_report', 'a report')} became {after.get('no_report', 'a report')}"
        return
    for key in sorted(before["figures"].keys() | after["figures"].keys()):
        was, now = before["figures"].get(key), after["figures"].get(key)
        if was is None and key.startswith("assumptions."):
            continue  # what was a number in a rule before
        if was is None or now is None or (was["value"], was["unit"]) != (now["value"], now["unit"]):
            yield f"{key}: {_short(was)} became {_short(now)}"
        elif was != now:
            yield f"{TOLD_OTHERWISE} {key}: {_short(was)} became {_short(now)}"
    if before["steps"] != after["steps"]:
        yield f"steps: {before['steps']} became {after['steps']}"
    for group in ("findings", "overruled"):
        yield from _other_findings(before[group], after[group])


def _other_findings(before: list[Any], after: list[Any]) -> Iterator[str]:
    """By code: the same rules are broken at the same severity, and a rule about one thing says the same of it."""
    for code in sorted({one["code"] for one in before} | {one["code"] for one in after}):
        was, now = ([one for one in side if one["code"] == code] for side in (before, after))
        if {one["severity"] for one in was} != {one["severity"] for one in now}:
            yield f"{code}: {len(was)} became {len(now)}"
        elif any(one["subject"] or one.get("name") for one in (*was, *now)):
            continue  # what it says of each of several things is for the eye, see --reports subjects
        elif [_known(one) for one in was] != [_known(one) for one in now] or not all(
            one["figures"].items() <= other["figures"].items() for one, other in zip(was, now, strict=True)
        ):
            yield f"{code}: {was} became {now}"[:400]


def _known(finding: dict[str, Any]) -> dict[str, Any]:
    """Without what names the thing, and without numbers in words, which may have become figures."""
    words = {name: word for name, word in finding["words"].items() if not any(letter.isdigit() for letter in word)}
    return {name: value for name, value in finding.items() if name not in ("subject", "name", "figures")} | {"words": words}


def subjects(file: Path) -> None:
    """Print, for each rule that judges several things, what it said before and says now."""
    told: dict[str, int] = {}
    for one in json.loads(gzip.decompress(file.read_bytes())):
        rig = Rig.model_validate(upgraded_rig(one["rig"], one["schema_version"]))
        now = as_written(rig, {reference: _part(part) for reference, part in one["parts"].items()})
        for code in sorted({found["code"] for found in now.get("findings", ()) if found["subject"]}):
            told[code] = told.get(code, 0) + 1
            if told[code] > 3:
                continue
            was, after = ([found for found in side["findings"] if found["code"] == code] for side in (one["report"], now))
            print(f"\n{code} in {one['name']}")
            for side in (was, after):
                print("   ", [(found["subject"], found["words"], found["excess"], found["fix"]) for found in side])


def _short(figure: dict[str, Any] | None) -> str:
    return "nothing" if figure is None else f"{figure['value']} {figure['unit']} ({figure['kind']}, {figure['formula']})"[:200]


def run(what: str, file: Path) -> None:
    """Do what the command line says."""
    if what == "compare":
        sys.exit(0 if compare(file) else 1)
    {"write": write, "subjects": subjects}[what](file)
