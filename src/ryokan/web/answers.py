"""From the results of operations to what the interface gets."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from typing import Any, Literal

from ryokan.core.data.assumptions import assumptions
from ryokan.core.data.provenance import sources
from ryokan.core.data.tables import CONDUCTANCE, tables
from ryokan.core.figure import Figure
from ryokan.core.findings.model import Finding, Fix
from ryokan.core.findings.overruling import overruling_of
from ryokan.core.lines.kit import Question
from ryokan.core.loads.model import Load
from ryokan.core.loads.written import write_line
from ryokan.core.overruled import Overruled
from ryokan.core.parts.model import KINDS, PartKind
from ryokan.core.registry import STEP_BY_NAME
from ryokan.core.rig import Rig
from ryokan.core.survey.sights import sights
from ryokan.core.wiring.conductors import stock_conductors
from ryokan.operations.accounts import EDITORS, Actor
from ryokan.operations.candidates import Candidate
from ryokan.operations.comments import Comment
from ryokan.operations.load_lines import ReadLine
from ryokan.operations.lost import Draft
from ryokan.operations.parts import BookPart
from ryokan.operations.patches import difference
from ryokan.operations.people import Team
from ryokan.operations.preview import LineChange, Preview
from ryokan.operations.reports import Reading
from ryokan.operations.rigs import Opened, Worked
from ryokan.store.models import PartRevisionRow, RevisionRow
from ryokan.web import job_schemas, load_schemas, part_schemas, people_schemas, schemas, shop_schemas
from ryokan.wording import working
from ryokan.wording.figures import title
from ryokan.wording.findings import FIXES, sentence
from ryokan.wording.ledger import LedgerLine, ledger
from ryokan.wording.load_line import ask, marks, understood, usual_line, usual_note
from ryokan.wording.parts import COLUMNS as PART_COLUMNS
from ryokan.wording.parts import GROUPS as PART_GROUPS
from ryokan.wording.parts import KIND_NAMES, fields_of
from ryokan.wording.promise import promise
from ryokan.wording.quantities import quantity
from ryokan.wording.reader import Reader
from ryokan.wording.sights import LABELS
from ryokan.wording.tables import COLUMNS


def source_answer(id: str, reader: Reader) -> schemas.SourceAnswer:
    """A source by its id."""
    source, check = sources()[id], reader.checks.get(id)
    return schemas.SourceAnswer(
        id=source.id,
        title=source.title,
        edition=source.edition,
        basis=source.basis,
        confidence=source.confidence,
        from_memory=source.from_memory,
        check=None if check is None else schemas.CheckAnswer(edition=check.edition, by=check.by, on=check.on),
    )


def figure_value(figure: Figure, reader: Reader) -> schemas.FigureValue:
    """A figure without its working."""
    return schemas.FigureValue(**_value_members(figure, reader))


def titled_figure(figure: Figure, reader: Reader) -> schemas.TitledFigure:
    """A figure with what it is called."""
    return schemas.TitledFigure(**_value_members(figure, reader), title=title(figure.key))


def _value_members(figure: Figure, reader: Reader) -> dict[str, object]:
    value = list(figure.value) if isinstance(figure.value, tuple) else figure.value
    return {
        "key": figure.key,
        "value": value,
        "unit": reader.money(figure.unit),
        "from_memory": reader.from_memory(figure.source),
    }


def option(opened: Opened, actor: Actor, reader: Reader) -> schemas.OptionAnswer:
    """An option at its newest revision."""
    return schemas.OptionAnswer(
        **_state(opened, reader),
        option_id=opened.option.id,
        may_edit=actor.role in EDITORS,
        rig=opened.rig,
        lines={id: _as_line(load) for id, load in opened.rig.loads.items()},
        findings=_findings(opened.report.findings, opened, reader),
        overruled=_findings(opened.report.overruled, opened, reader),
    )


def edit(opened: Opened, base: int, before: Reading, reader: Reader) -> schemas.EditAnswer:
    """What is other than at the revision that the edit was made on."""
    findings, overruled = opened.report.findings, opened.report.overruled
    known = {one.key: one for one in _findings((*before.report.findings, *before.report.overruled), before, reader)}
    return schemas.EditAnswer(
        **_state(opened, reader),
        base=base,
        made=opened.made,
        changes=difference(before.document, opened.document),
        lines=_changed_lines(before.rig, opened.rig),
        findings=[one.key for one in findings],
        overruled=[one.key for one in overruled],
        changed_findings=[one for one in _findings((*findings, *overruled), opened, reader) if known.get(one.key) != one],
    )


def _state(opened: Opened, reader: Reader) -> dict[str, Any]:
    """The members that every answer about an option has."""
    return {
        "revision": opened.revision.number,
        "saved_at": opened.revision.at,
        "sentence": opened.revision.sentence,
        "undo": opened.undo,
        "redo": opened.redo,
        "promise": promise(opened.rig),
        "steps": dict(opened.report.steps),
        "ledger": [_ledger_line(line, reader) for line in ledger(opened.rig, opened.report)],
        "nights": _nights(opened.report.figures, opened.rig),
        "drafts": [draft(one) for one in opened.drafts],
        "part_names": {reference: part.name for reference, part in opened.parts.items()},
        "open_comments": opened.open_comments,
        "asked": schemas.OpenQuestions(
            danger=sum(one.grade == "danger" for one in opened.report.asked), all=len(opened.report.asked)
        ),
    }


def _as_line(load: Load) -> str:
    return load.typed or write_line(load)


def _changed_lines(before: Rig, after: Rig) -> dict[str, str | None]:
    gone: dict[str, str | None] = dict.fromkeys(before.loads.keys() - after.loads.keys())
    return gone | {id: _as_line(load) for id, load in after.loads.items() if before.loads.get(id) is not load}


def _findings(findings: Iterable[Finding], of: Worked | Reading, reader: Reader) -> list[schemas.FindingAnswer]:
    return [finding_answer(finding, of.report.figures, reader, of.rig.overruled) for finding in findings]


def draft(kept: Draft) -> schemas.DraftAnswer:
    """An edit that lost, with both values of each place."""
    return schemas.DraftAnswer(
        id=kept.id,
        name=kept.name,
        why=kept.why,
        at=kept.at,
        clashes=[
            schemas.ClashAnswer(path=clash.path, place=clash.place, mine=clash.mine, theirs=clash.theirs)
            for clash in kept.clashes
        ],
    )


def _ledger_line(line: LedgerLine, reader: Reader) -> schemas.LedgerLineAnswer:
    return schemas.LedgerLineAnswer(
        step=line.step,
        label=line.label,
        need=None if line.need is None else figure_value(line.need, reader),
        have=None if line.have is None else figure_value(line.have, reader),
        severity=line.severity,
    )


def finding_answer(
    finding: Finding, figures: Mapping[str, Figure], reader: Reader, overruled: Mapping[str, Overruled] | None = None
) -> schemas.FindingAnswer:
    words = sentence(finding, figures, reader.units)
    known = overruling_of(finding, overruled or {})
    return schemas.FindingAnswer(
        key=finding.key,
        subject=finding.subject,
        name=finding.name,
        code=finding.code,
        severity=finding.severity,
        step=finding.step,
        what=words.what,
        why=words.why,
        source=source_answer(finding.source, reader),
        figures=list(finding.figures.values()),
        fixable=bool(finding.fixes),
        overruled=None
        if known is None
        else schemas.OverruledAnswer(by=known.by, on=known.on, reason=known.reason, said=known.said),
    )


def fixes(found: Mapping[str, Sequence[Fix]], revision: int) -> schemas.FixesAnswer:
    """Fixes that hold."""
    said = {key: [_fix(fix) for fix in held] for key, held in found.items()}
    return schemas.FixesAnswer(
        revision=revision,
        fixes={
            key: schemas.FixAnswer(label=first.label, patch=first.patch, others=others)
            for key, (first, *others) in said.items()
        },
    )


def _fix(fix: Fix) -> schemas.OtherFix:
    return schemas.OtherFix(label=FIXES[fix.code], patch=[dict(operation) for operation in fix.patch])


def history(revisions: Sequence[tuple[RevisionRow, str]]) -> schemas.History:
    """All revisions, newest first."""
    return schemas.History(
        revisions=[
            schemas.RevisionAnswer(number=revision.number, sentence=revision.sentence, author=author, at=revision.at)
            for revision, author in revisions
        ]
    )


def preview(shown: Preview, before: Worked, reader: Reader) -> schemas.PreviewAnswer:
    """What an edit would change."""
    return schemas.PreviewAnswer(
        lines=[_line_change(change, reader) for change in shown.lines],
        ended=[finding_answer(finding, before.report.figures, reader) for finding in shown.ended],
        new=[finding_answer(finding, shown.report.figures, reader) for finding in shown.new],
    )


def _line_change(change: LineChange, reader: Reader) -> schemas.LineChangeAnswer:
    one = change.after or change.before
    assert one is not None  # a change has at least one side

    def amount(line: LedgerLine | None, side: Literal["need", "have"]) -> schemas.FigureValue | None:
        figure = None if line is None else line.need if side == "need" else line.have
        return None if figure is None else figure_value(figure, reader)

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
    return schemas.NightBars(
        chosen=rig.storage.bank is not None,
        by_audit=_list(by_audit),
        with_margin=_list(with_margin),
        by_high_use=_list(figures["storage.left_at_dawn_frac.low"]),
        by_low_use=_list(figures["storage.left_at_dawn_frac.high"]),
    )


def _list(figure: Figure) -> list[float]:
    return list(figure.value) if isinstance(figure.value, tuple) else [figure.number]


def step_report(opened: Worked, step: str, reader: Reader) -> schemas.StepReport:
    """The figures of one step."""
    prefixes = STEP_BY_NAME[step].shows
    return schemas.StepReport(
        revision=opened.revision.number,
        figures={key: figure_value(f, reader) for key, f in opened.report.figures.items() if key.startswith(prefixes)},
    )


def working_of(figure: Figure, figures: Mapping[str, Figure], reader: Reader) -> schemas.Working:
    """How a figure came about, one step upstream."""
    units = reader.units
    inputs = [
        schemas.WorkingInput(name=name, figures=[titled_figure(figures[key], reader) for key in _as_list(keys)])
        for name, keys in figure.inputs.items()
    ]
    return schemas.Working(
        figure=titled_figure(figure, reader),
        kind=figure.kind,
        formula=figure.formula,
        in_words=[schemas.WordPiece(text=piece.text, key=piece.key) for piece in working.in_words(figure)],
        with_numbers=reader.money(working.with_numbers(figure, figures, units)),
        inputs=inputs,
        source=source_answer(figure.source, reader),
        note=figure.note,
    )


def worked_figure(figures: Mapping[str, Figure], key: str, reader: Reader) -> load_schemas.WorkedFigure:
    """A figure that no stored report holds, so that its working travels with it."""
    figure = figures[key]
    return load_schemas.WorkedFigure(
        **titled_figure(figure, reader).model_dump(),
        in_words="".join(piece.text for piece in working.in_words(figure)),
        with_numbers=reader.money(working.with_numbers(figure, figures, reader.units)),
        source=source_answer(figure.source, reader),
    )


def _as_list(keys: str | tuple[str, ...]) -> tuple[str, ...]:
    return (keys,) if isinstance(keys, str) else keys


def line(read: ReadLine) -> load_schemas.LineAnswer:
    """What was understood of a typed line."""
    return load_schemas.LineAnswer(
        load=read.reading.load,
        understood=understood(read.reading),
        wh_at_bank=read.wh_at_bank,
        nights=read.nights,
        questions=[_question(question) for question in read.reading.questions],
        marks=[
            load_schemas.MarkAnswer(start=one.start, end=one.end, became=one.became, words=one.words)
            for one in marks(read.reading)
        ],
        doubts=[_question(doubt) for doubt in read.reading.doubts],
        completions=[
            *(
                load_schemas.CompletionAnswer(word=load.name, line=write_line(load), note="usual in this shop")
                for load in read.own
            ),
            *(
                load_schemas.CompletionAnswer(word=usual.word, line=usual_line(usual), note=usual_note(usual))
                for usual in read.completions
            ),
        ],
    )


def _question(question: Question) -> load_schemas.QuestionAnswer:
    return load_schemas.QuestionAnswer(
        code=question.code,
        start=question.start,
        end=question.end,
        detail=ask(question),
        readings=list(question.readings),
    )


def all_tables() -> shop_schemas.Tables:
    """Every table with its rows as they are read, without what is derived from them."""
    return shop_schemas.Tables(
        tables=[
            shop_schemas.TableAnswer(
                id=table.id,
                title=table.title,
                note=table.note,
                source=table.source,
                columns=[COLUMNS[column] for column in table.columns if not column.startswith(CONDUCTANCE)],
                rows=[
                    shop_schemas.TableRow(
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


def reference(reader: Reader) -> shop_schemas.Reference:
    """Assumptions, stock sizes and sources."""
    return shop_schemas.Reference(
        assumptions=[
            shop_schemas.Assumption(
                id=a.id,
                title=title(f"assumptions.{a.id}"),
                unit=reader.money(a.unit),
                value=a.value,
                min=a.min,
                max=a.max,
                source=source_answer(a.source, reader),
                note=a.note,
            )
            for a in assumptions().values()
        ],
        conductors=stock_conductors(),
        sights=[
            shop_schemas.SightAnswer(
                code=one.code,
                group=one.group,
                severity=one.severity,
                label=LABELS[one.code],
                source=source_answer(one.source, reader),
            )
            for one in sights().values()
        ],
        sources=[source_answer(id, reader) for id in sources()],
    )


def parts(found: Sequence[BookPart]) -> part_schemas.PartList:
    """Parts of the book, and what the members of each kind are called."""
    return part_schemas.PartList(parts=[book_part(one) for one in found], kinds=[part_kind(kind) for kind in KINDS])


def part_kind(kind: PartKind) -> part_schemas.PartKindAnswer:
    """A kind of part with its members."""
    one, many = KIND_NAMES[kind]
    return part_schemas.PartKindAnswer(
        kind=kind,
        group=next(group for group, kinds in PART_GROUPS.items() if kind in kinds),
        name=one,
        plural=many,
        columns=list(PART_COLUMNS[kind]),
        fields=[
            part_schemas.PartFieldAnswer(
                name=field.name,
                label=field.label,
                unit=field.unit,
                type=field.type,
                required=field.required,
                choices=[part_schemas.PartChoice(value=value, label=label) for value, label in field.choices],
                default=field.default,
            )
            for field in fields_of(kind)
        ],
    )


def book_part(one: BookPart) -> part_schemas.BookPartAnswer:
    """One part of the book."""
    return part_schemas.BookPartAnswer(
        id=one.id, number=one.number, reference=one.reference, part=one.part, withdrawn=one.withdrawn
    )


def part_history(one: BookPart, revisions: Sequence[tuple[PartRevisionRow, str]]) -> part_schemas.PartHistory:
    """A part with all its revisions, newest first."""
    return part_schemas.PartHistory(
        part=book_part(one),
        revisions=[
            part_schemas.PartRevisionAnswer(number=row.number, author=author, at=row.at, part=row.document)
            for row, author in revisions
        ],
    )


def candidates(found: Sequence[Candidate], reader: Reader) -> part_schemas.Candidates:
    """What each part would do at a place, the ones that fit first."""
    return part_schemas.Candidates(
        candidates=[
            part_schemas.CandidateAnswer(
                reference=one.reference,
                own=one.own,
                part=one.part,
                arrangement=one.arrangement,
                patch=[dict(operation) for operation in one.patch],
                chosen=one.chosen,
                fits=one.fits,
                days=None if one.days is None else figure_value(one.days, reader),
                headroom=None if one.headroom is None else figure_value(one.headroom, reader),
                price=None if one.price is None else figure_value(one.price, reader),
                mass=None if one.mass is None else figure_value(one.mass, reader),
                findings=[finding_answer(finding, one.seen.figures, reader) for finding in one.against],
            )
            for one in found
        ]
    )


def team(found: Team, actor: Actor) -> people_schemas.TeamAnswer:
    """Who signs in to the shop, and who is asked to."""
    return people_schemas.TeamAnswer(
        people=[
            people_schemas.TeamMember(
                id=user.id,
                name=user.name,
                email=user.email if actor.role == "owner" or user.id == actor.user_id else None,
                role=user.role,
                you=user.id == actor.user_id,
                left=user.left_at is not None,
            )
            for user in found.users
        ],
        invitations=[
            people_schemas.InvitationAnswer(email=one.email, role=one.role, expires_at=one.expires_at)
            for one in found.invitations
        ],
    )


def comments(found: Sequence[Comment]) -> job_schemas.CommentList:
    """All comments on an option."""
    return job_schemas.CommentList(
        comments=[
            job_schemas.CommentAnswer(
                id=one.id,
                pin=one.pin,
                about=one.about,
                text=one.text,
                author=one.author,
                at=one.at,
                resolved_by=one.resolved_by,
                resolved_at=one.resolved_at,
            )
            for one in found
        ]
    )
