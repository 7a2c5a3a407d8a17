"""A report as plain text for a terminal."""

from __future__ import annotations

from ryokan.core.evaluate import Report
from ryokan.core.figure import Figure
from ryokan.core.rig import Rig
from ryokan.wording.asked import GRADE_WORDS, question
from ryokan.wording.cautions import CAUTION
from ryokan.wording.findings import SEVERITY_WORDS, sentence
from ryokan.wording.ledger import ledger
from ryokan.wording.promise import promise
from ryokan.wording.quantities import HARD_SPACE, UnitSystem, quantity
from ryokan.wording.readings import VERDICTS
from ryokan.wording.readings import said as said_of
from ryokan.wording.sights import seen


def report_text(name: str, rig: Rig, report: Report, units: UnitSystem) -> str:
    """Promise, need against have, findings worst first, what is still to be asked, caution."""

    def said(figure: Figure | None) -> str:
        return "–" if figure is None else quantity(figure.value, figure.unit, units)

    lines = [name, f"  {promise(rig)[0].upper()}{promise(rig)[1:]}, in {rig.vehicle.description}.", ""]
    lines.append(f"  {'':<26}{'need':>14}{'have':>14}")
    lines += [f"  {line.label:<26}{said(line.need):>14}{said(line.have):>14}" for line in ledger(rig, report)]
    # A terminal breaks nothing, and its users search for “170 A” with an ordinary space.
    lines += _read(rig, report, units)
    return "\n".join([*lines, "", *_found(report, units)]).replace(HARD_SPACE, " ")


def _read(rig: Rig, report: Report, units: UnitSystem) -> list[str]:
    """What readings say, what follows from them for their day, and what was seen, by place."""
    lines: list[str] = []
    for one in report.told:
        words = said_of(one, report.figures, units)
        lines += [f"  Read, {VERDICTS[one.verdict]}: {words.what}", *(f"    {why}" for why in words.why)]
    lines += [f"  Follows: {said_of(one, report.figures, units).what}" for one in report.follows]
    lines += [f"  {where}: {what}" for where, what in seen(rig)]
    return ["", *lines] if lines else []


def findings_text(name: str, report: Report, units: UnitSystem) -> str:
    """What is found alone, worst first, with what is still to be asked; the caution behind it."""
    return "\n".join([name, "", *_found(report, units)]).replace(HARD_SPACE, " ")


def _found(report: Report, units: UnitSystem) -> list[str]:
    lines = []
    for finding in report.findings:
        words = sentence(finding, report.figures, units)
        lines += [f"  {SEVERITY_WORDS[finding.severity]}: {words.what}", f"    {words.why} [{finding.code}]"]
    if not report.findings and not any(one.grade == "danger" for one in report.asked):
        lines.append("  No rule is broken by what is entered so far.")
    if report.overruled:
        lines.append(f"  Let stand by somebody: {len(report.overruled)}.")
    if report.asked:
        grave = sum(one.grade == "danger" for one in report.asked)
        lines += ["", f"  Still to be asked: {len(report.asked)}, of which {grave} decide a danger."]
        lines += [f"  {GRADE_WORDS[one.grade]}: {question(one).what}" for one in report.asked]
    return [*lines, "", f"  {CAUTION}"]
