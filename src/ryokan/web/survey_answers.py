"""What is asked, read and told of a survey, as answers of the API."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence

from ryokan.core.figure import Figure
from ryokan.core.readings.told import Follows, Told
from ryokan.core.survey.asked import Asked, Entry
from ryokan.core.survey.line import Understood
from ryokan.operations.rigs import Worked
from ryokan.web import schemas, survey_schemas
from ryokan.web.answers import source_answer, titled_figure
from ryokan.web.load_schemas import MarkAnswer, QuestionAnswer
from ryokan.wording.asked import answer_label, question
from ryokan.wording.found_line import ask, marks, understood
from ryokan.wording.reader import Reader
from ryokan.wording.readings import VERDICTS, said


def asked_list(asked: Sequence[Asked], revision: int, reader: Reader) -> schemas.AskedList:
    """What is still to be asked."""
    return schemas.AskedList(revision=revision, asked=[_asked(one, reader) for one in asked])


def _asked(one: Asked, reader: Reader) -> schemas.AskedAnswer:
    words, path = question(one), f"/survey/not_known/{one.key}"
    return schemas.AskedAnswer(
        key=one.key,
        code=one.code,
        grade=one.grade,
        step=one.step,
        what=words.what,
        decides=words.why,
        source=source_answer(one.source, reader),
        kind=one.kind,
        item=one.item,
        member=one.member,
        answers=[
            schemas.QuickAnswer(label=answer_label(one, answer), patch=[dict(operation) for operation in patch])
            for answer, patch in one.answers.items()
        ],
        place=one.place,
        set_aside=one.set_aside,
        entry=None if one.entry is None else _entry(one.entry),
        not_known=[{"op": "remove", "path": path} if one.set_aside else {"op": "add", "path": path, "value": True}],
    )


def _entry(entry: Entry) -> schemas.EntryAnswer:
    new = None if entry.new is None else dict(entry.new)
    return schemas.EntryAnswer(kind=entry.kind, unit=entry.unit, path=entry.path, new=new, member=entry.member)


def found_line(read: Understood) -> survey_schemas.FoundLineAnswer:
    """How a line of the survey was read."""
    return survey_schemas.FoundLineAnswer(
        kind=read.kind,
        understood=understood(read),
        onto=read.onto,
        questions=[
            QuestionAnswer(code=one.code, start=one.start, end=one.end, detail=ask(one), readings=list(one.readings))
            for one in read.questions
        ],
        marks=[MarkAnswer(start=one.start, end=one.end, became=one.became, words=one.words) for one in marks(read)],
        patch=[dict(operation) for operation in read.edits],
    )


def readings(worked: Worked, reader: Reader) -> survey_schemas.ReadingsAnswer:
    """What all readings say."""
    figures = worked.report.figures
    return survey_schemas.ReadingsAnswer(
        revision=worked.revision.number,
        told=[_told(one, figures, reader) for one in worked.report.told],
        follows=[_follows(one, figures, reader) for one in worked.report.follows],
    )


def _told(one: Told, figures: Mapping[str, Figure], reader: Reader) -> survey_schemas.ToldAnswer:
    words = said(one, figures, reader.units)
    return survey_schemas.ToldAnswer(
        reading=one.reading,
        verdict=one.verdict,
        verdict_words=VERDICTS[one.verdict],
        what=words.what,
        why=list(words.why),
        figures=_titled(one.figures.values(), figures, reader),
    )


def _follows(one: Follows, figures: Mapping[str, Figure], reader: Reader) -> survey_schemas.FollowsAnswer:
    words = said(one, figures, reader.units)
    return survey_schemas.FollowsAnswer(
        moment=one.moment, what=words.what, figures=_titled(one.figures.values(), figures, reader)
    )


def _titled(keys: Iterable[str], figures: Mapping[str, Figure], reader: Reader) -> list[schemas.TitledFigure]:
    return [titled_figure(figures[key], reader) for key in keys]
