"""From the results of operations to what the interface gets."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from typing import Literal

from ryokan.core.data.assumptions import assumptions
from ryokan.core.data.provenance import sources
from ryokan.core.data.tables import CONDUCTANCE, tables
from ryokan.core.figure import Figure
from ryokan.core.findings.model import SEVERITIES, Finding, StepName
from ryokan.core.loads.line import Question, write_line
from ryokan.core.rig import Rig
from ryokan.core.wiring.model import stock_conductors
from ryokan.operations.accounts import EDITORS, Actor
from ryokan.operations.jobs import JobCard, OpenJob
from ryokan.operations.load_lines import ReadLine
from ryokan.operations.preview import LineChange, Preview
from ryokan.operations.rigs import Opened
from ryokan.store.models import RevisionRow
from ryokan.web import schemas
from ryokan.wording import working
from ryokan.wording.brief import promise
from ryokan.wording.figures import title
from ryokan.wording.findings import FIXES, sentence
from ryokan.wording.ledger import LedgerLine, ledger
from ryokan.wording.load_line import ask, understood
from ryokan.wording.quantities import quantity
from ryokan.wording.tables import COLUMNS

# Which figures a step's page shows, by the first part of their key.
_PREFIXES: dict[StepName, tuple[str, ...]] = {
    "brief": ("brief.",),
    "loads": ("loads.", "inverter.idle"),
    "storage": ("storage.", "loads.worst_run", "loads.wh_per_day"),
    "inverter": ("inverter.",),
    "solar": ("solar.", "loads.mean_wh"),
    "charging": ("charging.", "brief.driving", "storage.charge_v"),
    "wiring": ("wiring.", "inverter.dc_current", "inverter.cutoff_v"),
}


def source_answer(id: str) -> schemas.SourceAnswer:
    """A source by its id."""
    source = sources()[id]
    return schemas.SourceAnswer(
        id=source.id,
        title=source.title,
        edition=source.edition,
        basis=source.basis,
        confidence=source.confidence,
        from_memory=source.from_memory,
    )


def figure_value(figure: Figure) -> schemas.FigureValue:
    """A figure without its working."""
    return schemas.FigureValue(**_value_members(figure))


def titled_figure(figure: Figure) -> schemas.TitledFigure:
    """A figure with what it is called."""
    return schemas.TitledFigure(**_value_members(figure), title=title(figure.key))


def _value_members(figure: Figure) -> dict[str, object]:
    value = list(figure.value) if isinstance(figure.value, tuple) else figure.value
    return {
        "key": figure.key,
        "value": value,
        "unit": figure.unit,
        "from_memory": sources()[figure.source].from_memory,
    }


def job_card(card: JobCard) -> schemas.JobCardAnswer:
    """A job at a glance."""
    figures, findings = card.report.figures, card.report.findings
    days = figures.get("storage.days_without_charge") if card.rig.storage.bank is not None else None
    return schemas.JobCardAnswer(
        id=card.job.id,
        title=card.job.title,
        customer=card.customer,
        vehicle=card.rig.vehicle.description,
        promise=promise(card.rig),
        loads=len(card.rig.active_loads()),
        days_promised=card.rig.brief.days_without_charge,
        days_kept=None if days is None else days.number,
        worst=sentence(findings[0], figures, card.rig.region.display_units).what if findings else None,
        counts=schemas.Counts(**{s: sum(f.severity == s for f in findings) for s in SEVERITIES}),
    )


def job(opened: OpenJob) -> schemas.JobAnswer:
    """A job with its options."""
    return schemas.JobAnswer(
        id=opened.job.id,
        title=opened.job.title,
        customer=opened.customer.name,
        options=[schemas.OptionName(id=option.id, name=option.name) for option in opened.options],
    )


def comparison(cards: Sequence[JobCard]) -> schemas.Comparison:
    """All options of a job side by side, row by row of the ledger."""
    ledgers = [{line.key: line for line in ledger(card.rig, card.report)} for card in cards]
    # Options may differ in chemistry: a row that only some of them have stands there for all.
    keys = dict.fromkeys(key for lines in ledgers for key in lines)
    rows = []
    for key in keys:
        lines = [lines.get(key) for lines in ledgers]
        cells = [_compared_cell(line) for line in lines]
        label = " / ".join(dict.fromkeys(line.label for line in lines if line is not None))
        rows.append(schemas.ComparedRow(label=label, cells=cells, differs=any(cell != cells[0] for cell in cells)))
    return schemas.Comparison(options=[_compared_option(card) for card in cards], rows=rows)


def _compared_cell(line: LedgerLine | None) -> schemas.ComparedCell:
    return schemas.ComparedCell(
        need=None if line is None or line.need is None else figure_value(line.need),
        have=None if line is None or line.have is None else figure_value(line.have),
        severity=None if line is None else line.severity,
    )


def _compared_option(card: JobCard) -> schemas.ComparedOption:
    days = card.report.figures.get("storage.days_without_charge") if card.rig.storage.bank is not None else None
    return schemas.ComparedOption(
        id=card.option.id,
        name=card.option.name,
        promise=promise(card.rig),
        days_kept=None if days is None else days.number,
        findings=[_finding(finding, card.report.figures, card.rig) for finding in card.report.findings],
    )


def option(opened: Opened, actor: Actor) -> schemas.OptionAnswer:
    """An option at its newest revision."""
    figures = opened.report.figures
    return schemas.OptionAnswer(
        option_id=opened.option.id,
        revision=opened.revision.number,
        saved_at=opened.revision.at,
        sentence=opened.revision.sentence,
        undo=opened.undo,
        redo=opened.redo,
        may_edit=actor.role in EDITORS,
        promise=promise(opened.rig),
        rig=opened.rig,
        lines={id: load.typed or write_line(load) for id, load in opened.rig.loads.items()},
        steps=dict(opened.report.steps),
        ledger=[_ledger_line(line) for line in ledger(opened.rig, opened.report)],
        findings=[_finding(finding, figures, opened.rig) for finding in opened.report.findings],
        nights=_nights(figures, opened.rig),
    )


def _ledger_line(line: LedgerLine) -> schemas.LedgerLineAnswer:
    return schemas.LedgerLineAnswer(
        step=line.step,
        label=line.label,
        need=None if line.need is None else figure_value(line.need),
        have=None if line.have is None else figure_value(line.have),
        severity=line.severity,
    )


def _finding(finding: Finding, figures: Mapping[str, Figure], rig: Rig) -> schemas.FindingAnswer:
    words = sentence(finding, figures, rig.region.display_units)
    fix = finding.fix
    return schemas.FindingAnswer(
        code=finding.code,
        severity=finding.severity,
        step=finding.step,
        what=words.what,
        why=words.why,
        source=source_answer(finding.source),
        figures=list(finding.figures.values()),
        fix=None
        if fix is None
        else schemas.FixAnswer(label=FIXES[fix.code], patch=[dict(operation) for operation in fix.patch]),
    )


def history(revisions: Sequence[tuple[RevisionRow, str]]) -> schemas.History:
    """All revisions, newest first."""
    return schemas.History(
        revisions=[
            schemas.RevisionAnswer(number=revision.number, sentence=revision.sentence, author=author, at=revision.at)
            for revision, author in revisions
        ]
    )


def preview(shown: Preview, before: Opened) -> schemas.PreviewAnswer:
    """What an edit would change."""
    return schemas.PreviewAnswer(
        lines=[_line_change(change) for change in shown.lines],
        ended=[_finding(finding, before.report.figures, before.rig) for finding in shown.ended],
        new=[_finding(finding, shown.report.figures, shown.rig) for finding in shown.new],
    )


def _line_change(change: LineChange) -> schemas.LineChangeAnswer:
    one = change.after or change.before
    assert one is not None  # a change has at least one side

    def amount(line: LedgerLine | None, side: Literal["need", "have"]) -> schemas.FigureValue | None:
        figure = None if line is None else line.need if side == "need" else line.have
        return None if figure is None else figure_value(figure)

    return schemas.LineChangeAnswer(
        label=one.label,
        need_before=amount(change.before, "need"),
        need_after=amount(change.after, "need"),
        have_before=amount(change.before, "have"),
        have_after=amount(change.after, "have"),
    )


def _nights(figures: Mapping[str, Figure], rig: Rig) -> schemas.NightBars | None:
    by_audit = figures.get("storage.left_at_dawn_frac")
    with_margin = figures.get("storage.left_at_dawn_with_margin_frac")
    if by_audit is None or with_margin is None:
        return None
    return schemas.NightBars(chosen=rig.storage.bank is not None, by_audit=_list(by_audit), with_margin=_list(with_margin))


def _list(figure: Figure) -> list[float]:
    return list(figure.value) if isinstance(figure.value, tuple) else [figure.number]


def step_report(opened: Opened, step: StepName) -> schemas.StepReport:
    """The figures of one step."""
    prefixes = _PREFIXES[step]
    return schemas.StepReport(
        revision=opened.revision.number,
        figures={key: figure_value(f) for key, f in opened.report.figures.items() if key.startswith(prefixes)},
    )


def working_of(figure: Figure, opened: Opened) -> schemas.Working:
    """How a figure came about, one step upstream."""
    figures, units = opened.report.figures, opened.rig.region.display_units
    inputs = [
        schemas.WorkingInput(name=name, figures=[titled_figure(figures[key]) for key in _as_list(keys)])
        for name, keys in figure.inputs.items()
    ]
    return schemas.Working(
        figure=titled_figure(figure),
        kind=figure.kind,
        formula=figure.formula,
        in_words=[schemas.WordPiece(text=piece.text, key=piece.key) for piece in working.in_words(figure)],
        with_numbers=working.with_numbers(figure, figures, units),
        inputs=inputs,
        source=source_answer(figure.source),
        note=figure.note,
    )


def _as_list(keys: str | tuple[str, ...]) -> tuple[str, ...]:
    return (keys,) if isinstance(keys, str) else keys


def line(read: ReadLine) -> schemas.LineAnswer:
    """What was understood of a typed line."""
    return schemas.LineAnswer(
        load=read.reading.load,
        understood=understood(read.reading),
        wh_at_bank=read.wh_at_bank,
        nights=read.nights,
        questions=[_question(question) for question in read.reading.questions],
        doubts=[_question(doubt) for doubt in read.reading.doubts],
    )


def _question(question: Question) -> schemas.QuestionAnswer:
    return schemas.QuestionAnswer(
        code=question.code,
        start=question.start,
        end=question.end,
        detail=ask(question),
        readings=list(question.readings),
    )


def all_tables() -> schemas.Tables:
    """Every table with its rows as they are read, without what is derived from them."""
    return schemas.Tables(
        tables=[
            schemas.TableAnswer(
                id=table.id,
                title=table.title,
                note=table.note,
                source=table.source,
                columns=[COLUMNS[column] for column in table.columns if not column.startswith(CONDUCTANCE)],
                rows=[
                    schemas.TableRow(
                        label="" if table.is_ladder else quantity(label, ""),
                        values=[
                            value
                            for column, value in zip(table.columns, values, strict=True)
                            if not column.startswith(CONDUCTANCE)
                        ],
                    )
                    for label, values in table.rows.items()
                ],
            )
            for table in tables().values()
        ]
    )


def reference() -> schemas.Reference:
    """Assumptions, stock sizes and sources."""
    return schemas.Reference(
        assumptions=[
            schemas.Assumption(
                id=a.id,
                title=title(f"assumptions.{a.id}"),
                unit=a.unit,
                value=a.value,
                min=a.min,
                max=a.max,
                source=source_answer(a.source),
                note=a.note,
            )
            for a in assumptions().values()
        ],
        conductors=stock_conductors(),
        sources=[source_answer(id) for id in sources()],
    )
