"""Jobs and their options as the interface gets them."""

from __future__ import annotations

from collections.abc import Sequence
from typing import cast

from ryokan.core.findings.model import SEVERITIES
from ryokan.operations.jobs import JOBS_A_PAGE, JobCard, JobPage, OpenJob
from ryokan.store.models import OptionRow
from ryokan.web import job_schemas
from ryokan.web.answers import figure_value, finding_answer
from ryokan.wording.findings import sentence
from ryokan.wording.ledger import LedgerLine, ledger
from ryokan.wording.promise import promise
from ryokan.wording.reader import Reader


def job_card(card: JobCard, reader: Reader) -> job_schemas.JobCardAnswer:
    """A job at a glance."""
    figures, findings = card.report.figures, card.report.findings
    days = figures.get("storage.days_without_charge") if card.rig.storage.bank is not None else None
    return job_schemas.JobCardAnswer(
        id=card.job.id,
        stage=cast("job_schemas.Stage | None", card.job.stage),
        wished_for=card.job.wished_for,
        archived=card.job.archived_at is not None,
        option_id=card.option.id,
        title=card.job.title,
        customer=card.customer,
        vehicle=card.rig.vehicle.description,
        promise=promise(card.rig),
        loads=len(card.rig.active_loads()),
        days_promised=card.rig.brief.days_without_charge,
        days_kept=None if days is None else days.number,
        worst=sentence(findings[0], figures, reader.units).what if findings else None,
        counts=job_schemas.Counts(
            **{s: sum(f.severity == s for f in findings) for s in SEVERITIES},
            asked=sum(one.grade == "danger" for one in card.report.asked),
        ),
    )


def job_page(found: JobPage, page: int, reader: Reader) -> job_schemas.JobList:
    """A page of the jobs that were looked for."""
    return job_schemas.JobList(
        jobs=[job_card(card, reader) for card in found.cards],
        page=page,
        pages=max(1, -(-found.total // JOBS_A_PAGE)),
        total=found.total,
        stages={cast("job_schemas.Stage", stage): count for stage, count in found.by_stage.items() if stage is not None},
    )


def job(opened: OpenJob) -> job_schemas.JobAnswer:
    """A job with its options."""
    return job_schemas.JobAnswer(
        id=opened.job.id,
        title=opened.job.title,
        customer=opened.customer.name,
        notes=opened.job.notes,
        stage=cast("job_schemas.Stage | None", opened.job.stage),
        wished_for=opened.job.wished_for,
        archived=opened.job.archived_at is not None,
        options=[option_name(option) for option in opened.options],
        removed=[option_name(option) for option in opened.removed],
    )


def option_name(option: OptionRow) -> job_schemas.OptionName:
    """What an option is called."""
    return job_schemas.OptionName(id=option.id, system=option.system, name=option.name)


def comparison(cards: Sequence[JobCard], reader: Reader) -> job_schemas.Comparison:
    """All options of a job side by side, row by row of the ledger."""
    ledgers = [{line.key: line for line in ledger(card.rig, card.report)} for card in cards]
    # Options may differ in chemistry: a row that only some of them have stands there for all.
    keys = dict.fromkeys(key for lines in ledgers for key in lines)
    rows = []
    for key in keys:
        lines = [lines.get(key) for lines in ledgers]
        cells = [_compared_cell(line, reader) for line in lines]
        label = " / ".join(dict.fromkeys(line.label for line in lines if line is not None))
        rows.append(job_schemas.ComparedRow(label=label, cells=cells, differs=any(cell != cells[0] for cell in cells)))
    return job_schemas.Comparison(options=[_compared_option(card, reader) for card in cards], rows=rows)


def _compared_cell(line: LedgerLine | None, reader: Reader) -> job_schemas.ComparedCell:
    return job_schemas.ComparedCell(
        need=None if line is None or line.need is None else figure_value(line.need, reader),
        have=None if line is None or line.have is None else figure_value(line.have, reader),
        severity=None if line is None else line.severity,
    )


def _compared_option(card: JobCard, reader: Reader) -> job_schemas.ComparedOption:
    days = card.report.figures.get("storage.days_without_charge") if card.rig.storage.bank is not None else None
    return job_schemas.ComparedOption(
        id=card.option.id,
        name=f"{card.option.system} · {card.option.name}".removeprefix(" · "),
        promise=promise(card.rig),
        days_kept=None if days is None else days.number,
        findings=[finding_answer(finding, card.report.figures, reader) for finding in card.report.findings],
    )
