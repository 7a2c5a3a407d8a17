"""Reading one line as one thing that was found, as readings of one moment, or as room.

    4 x 6V 225Ah agm 2s2p front bay 6 years
    2 panels 200W 21V 12A in series on the roof
    bank to inverter 1/0 6 ft
    no main fuse
    locker 120 x 60 x 45 cm

What the line leaves out stays not known. What follows from the rest is filled in and told; what may be read in two ways is
asked back with both as whole lines; a number that nothing names is asked about, never dropped.
"""

from __future__ import annotations

import re
from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from typing import Any

from pydantic import TypeAdapter, ValidationError
from pydantic_core import ErrorDetails

from ryokan.core.lines.beside import take_beside
from ryokan.core.lines.denial import denied_at, is_plain
from ryokan.core.lines.kind import (
    JOINS,
    LineKind,
    Said,
    ask_of_denials,
    take_count,
    take_phrases,
    take_quantities,
)
from ryokan.core.lines.kit import (
    MAX_LINE,
    NUMBER,
    SPOKEN_NUMBER,
    Marks,
    Part,
    Question,
    Rewritten,
    endless,
    in_figures,
    read_number,
)
from ryokan.core.quantities import METRES_PER_UNIT
from ryokan.core.rig import Rig
from ryokan.core.space.model import Compartment
from ryokan.core.survey.apart import things_apart
from ryokan.core.survey.kinds import OTHER, RELAY
from ryokan.core.survey.kinds_shared import COMMON
from ryokan.core.survey.kinds_wires import A_SIZE, FROM_PANEL, FROM_TO, FROM_TO_SIZED, MAIN_CABLE
from ryokan.core.survey.model import AnyFound, Found, FoundAlternator, FoundMainCable
from ryokan.core.survey.vocabulary import NAMED_BY_WHAT_THEY_JOIN, members_of, unused_words
from ryokan.core.survey.which import is_main_run, kind_of

_FOUND: TypeAdapter[Found] = TypeAdapter(Found)
_PLACE_NOUNS = (
    r"bay|locker|cupboard|compartment|basement|garage|bilge|room|closet|cabinet|bench|hold|bow|stern|nose|roof|cockpit|lazarette|"
    r"pass-through|dinette|step well|tunnel|trunk|boot|cab|loft|galley|saloon|forepeak"
)
_SIDES = r"front|rear|back|left|right|port|starboard|upper|lower|middle|side|outer|inner|engine|battery"
# “by” leads to more than places: by hand, by the ignition.
_BY = r"by(?= the (?:door|entry|entrance|steps|stove|bed|sink|galley|window|engine|helm)\b)"
_PREPOSITIONS = rf"at|on|under|underneath|behind|inside|in|beside|next to|near|above|below|over|between|{_BY}"
_PLACE = re.compile(rf"(?<![\w-])(?:{_PREPOSITIONS})\s+(?:(?:the|a|its|his|her)\s+)?[a-z][a-z' -]*[a-z]", re.IGNORECASE)
_BARE_PLACE = re.compile(rf"(?<![\w-])(?:(?:{_SIDES})\s+)*(?:{_PLACE_NOUNS})(?![\w-])", re.IGNORECASE)
_UNITS = "|".join(re.escape(unit) for unit in sorted(METRES_PER_UNIT, key=len, reverse=True))
_SIDE = rf"({NUMBER})\s*({_UNITS})?"
_BOX = re.compile(rf"{_SIDE}\s*[x×]\s*{_SIDE}\s*[x×]\s*{_SIDE}(?![\w])", re.IGNORECASE)
# Room, whatever is to live in it: a space by its name, its sides, and nothing else.
_A_SPACE = re.compile(
    rf"^\s*(?:[a-z' -]+\s)?(?:{_PLACE_NOUNS}|box|enclosure)(?:,? (?:inside|internal(?:ly)?))?[\s,:]+{_BOX.pattern}"
    r"(?:\s*(?:inside|internal(?:ly)?))?\s*$",
    re.IGNORECASE,
)
_AREA = re.compile(rf"^\s*roof\s+{_SIDE}\s*[x×]\s*{_SIDE}\s*$", re.IGNORECASE)
_FACE = re.compile(
    rf"{_SIDE}\s*[x×]\s*(?:{_SIDE}\s*[x×]\s*)?({NUMBER})\s*({_UNITS})(?![\w])(?!\s+(?:series|parallel|the|an?)\b)",
    re.IGNORECASE,
)
# Kind -> how its size is written, and the members of its sides. A panel's thickness is that of any frame.
_SIZES = {
    "bank": (_BOX, "battery.size.", ("length_m", "width_m", "height_m")),
    "panels": (_FACE, "", ("length_m", "width_m")),
}
MAX_NAME = 80
_ORDINAL = re.compile(r"1st|2nd|3rd|[4-9]th", re.IGNORECASE)


@dataclass(frozen=True, slots=True)
class Understood:
    """How a line was read.

    ``kind`` is what it makes: a kind of the survey, ``reading``, ``compartment`` or ``roof``; ``members`` are what it says, by
    dotted name. ``onto`` is a thing that is on the survey already and that it says more of. ``edits`` put it into the rig,
    under the id that was asked for; there are none while ``questions`` stand in the way.
    """

    kind: str
    members: Mapping[str, Any] = field(default_factory=dict)
    onto: str | None = None
    edits: tuple[Mapping[str, Any], ...] = ()
    questions: tuple[Question, ...] = ()
    assumed: Mapping[str, str] = field(default_factory=dict)
    marks: tuple[Part, ...] = ()  # what each stretch of the line became, where it stands as typed


def read_found(line: str, rig: Rig, *, id: str, position: float) -> Understood:
    """Read a line as a thing of the survey, or as room.

    Parameters
    ----------
    line : str
        What was typed, at most 200 characters.
    rig : Rig
        What is there already: compartments by name, and a main cable that the line may say more of.
    id, position
        Of what it makes, within its collection.

    Returns
    -------
    Understood
        Never raises: whatever cannot be read is a question.
    """
    if (too_long := endless(line)) is not None:
        return Understood("", questions=(too_long,))
    rewritten = in_figures(line[:MAX_LINE])
    read = _read(rewritten.text, rig, id, position)
    questions = (as_typed(one, rewritten) for one in read.questions[:1])  # one at a time: its answer may answer the others
    marks = (_mark_as_typed(one, rewritten) for one in read.marks)
    return replace(read, questions=tuple(questions), marks=tuple(marks))


def _mark_as_typed(mark: Part, rewritten: Rewritten) -> Part:
    start, end = rewritten.typed(mark.start, mark.end)
    return replace(mark, start=start, end=end)


def as_typed(question: Question, rewritten: Rewritten) -> Question:
    """A question at its place in the line as it was typed."""
    start, end = rewritten.typed(question.start, question.end)
    return replace(question, start=start, end=end)


def _read(line: str, rig: Rig, id: str, position: float) -> Understood:
    if _A_SPACE.search(line) and (room := _room(line, id, position)) is not None:
        return room
    kind = kind_of(line)
    if kind is None:
        return _room(line, id, position) or _asks("", "what_is_it", line)
    if kind is RELAY:
        return _relay(line, rig, id, position)
    said = Said(Marks(line))
    _take(said, kind, rig)
    if not said.questions and (parts := things_apart(line)):
        said.ask("two_things", 0, len(line), {"first": parts[0], "second": parts[1]})
    if said.questions:
        return Understood(kind.kind, said.members, questions=tuple(said.questions), marks=_marks(said))
    return replace(_made(said, kind, rig, id, position, line), marks=_marks(said))


def _marks(said: Said) -> tuple[Part, ...]:
    """What was marked, each with the members that it said."""
    return tuple(
        replace(
            part, value=tuple(name for name, (start, end) in said.places.items() if part.start <= start and end <= part.end)
        )
        for part in said.marks.in_order()
        if part.meaning != "name" or part.text.lower().strip(".-–/~+|,;:") not in JOINS
    )


def _relay(line: str, rig: Rig, id: str, position: float) -> Understood:
    """How the one alternator charges the house. With none, with several, or with more said of it, it is a thing by itself."""
    said = Said(Marks(line))
    _take(said, RELAY, rig)
    said.members["charges_house"] = "relay"
    onto = None if said.questions else _the_one_alternator(rig, said.members)
    if onto is None:
        said, kind = Said(Marks(line)), OTHER
        _take(said, kind, rig)
        if said.questions:
            return Understood(kind.kind, questions=tuple(said.questions), marks=_marks(said))
        return _made(said, kind, rig, id, position, line)
    return _made(said, RELAY, rig, id, position, line, onto)


def _the_one_alternator(rig: Rig, members: Mapping[str, Any]) -> str | None:
    """The alternator of the survey, where it is the only one and nothing was said of it that is to be said now."""
    alternators = {id: one for id, one in rig.survey.of_kind(FoundAlternator).items() if one.fate != "goes"}
    if len(alternators) != 1 or members.keys() & AnyFound.model_fields.keys():
        return None
    ((id, alternator),) = alternators.items()
    return id if all(getattr(alternator, name) is None for name in members) else None


def _asks(kind: str, code: str, line: str) -> Understood:
    return Understood(kind, questions=(Question(f"thing.{code}", 0, len(line), {"text": line.strip()}),))


def _take(said: Said, kind: LineKind, rig: Rig) -> None:
    """Mark everything in turn: words of the kind, words of all kinds, quantities, how many, where, and what is left."""
    marks = said.marks
    said.heads, said.absent = kind.heads, kind.absent
    if kind.kind in ("main_cable", "cable"):
        for pattern in (FROM_TO_SIZED if A_SIZE.search(marks.line) else FROM_TO, FROM_PANEL):
            for run in marks.take("run", pattern, most=1):
                if pattern is FROM_PANEL or not is_main_run(run):
                    said.say("runs", run[0].strip(), run.start(), run.end())
    take_phrases(said, kind.first)
    _size(said, kind)
    take_beside(said, kind.beside)
    take_phrases(said, kind.phrases)
    take_phrases(said, COMMON)
    if kind is OTHER:
        _free(said, rig)
        return
    take_quantities(said, {"years": "age_years", **kind.slots})
    _count(said, kind)
    _called(said, kind)
    ask_of_denials(said)  # before a place takes them for its words
    _where(said, rig)
    if kind.kind in ("cord", "generator"):
        said.members["_mains_v"] = rig.region.mains_v
    if kind.finish is not None:
        kind.finish(said)
    for found in said.loose.values():
        for _, start, end in found:
            said.ask("has_no_such", start, end)
    _left_over(said, kind)


def _called(said: Said, kind: LineKind) -> None:
    """Mark the words that name the thing. Denied, it is not there: of some kinds that is said, of others asked about."""
    for match in kind.called.finditer(said.marks.left):
        at = denied_at(said.marks.left, match.start(), match.end())
        start, end = at or match.span()
        said.marks.mark("kind", start, end)
        if at is None:
            continue
        said.denied.append(at)
        if kind.absent is None or not is_plain(said.marks.line[start:end]):
            said.ask("is_not_there", start, end)
        for member, value in (kind.absent or {}).items():
            said.say(member, value, start, end)


def _free(said: Said, rig: Rig) -> None:
    """Whatever else is there: all that it says, numbers too, is what it is called."""
    if not said.marks.take("kind", OTHER.called):  # behind “other:” all is as it is written
        ask_of_denials(said)
    _where(said, rig)
    name = " ".join(word[0] for word in said.marks.words())[:MAX_NAME]
    if name:
        said.members["name"] = name


def _size(said: Said, kind: LineKind) -> None:
    """Length, width and height of a battery, the smallest of the last two as it stands; long and short side of a panel."""
    box, prefix, names = _SIZES.get(kind.kind, (None, "", ()))
    if box is None:
        return
    for match in said.marks.take("size", box, most=1):
        sides = _sides_m(match)
        if sides is None:
            said.ask("side_without_unit", match.start(), match.end())
            continue
        if kind.kind == "panels":
            sides.sort(reverse=True)
            if len(sides) > len(names):
                said.assumed["thickness_of_a_frame"] = f"{sides[-1]:g}"
        for name, side in zip(names, sides, strict=False):
            said.members[f"{prefix}{name}"] = side


def _sides_m(match: re.Match[str]) -> list[float] | None:
    """The sides of a box or an area in metres; None where they have no unit."""
    numbers, units = match.groups()[::2], match.groups()[1::2]
    last = units[-1]
    if last is None:
        return None
    return [
        round(read_number(number) * METRES_PER_UNIT[(unit or last).lower()], 4)
        for number, unit in zip(numbers, units, strict=True)
        if number is not None
    ]


def _count(said: Said, kind: LineKind) -> None:
    before = len(said.marks.marked)
    count = take_count(said)
    if count is None:
        return
    mark = said.marks.marked[before]
    if kind.counted:
        said.say("count", count, mark.start, mark.end)
    elif count != 1:
        said.ask("one_each", mark.start, mark.end)


def _where(said: Said, rig: Rig) -> None:
    """A compartment by its name, or where it is in words."""
    for id, box in rig.space.ordered().items():
        name = rf"(?<![\w-])(?:(?:{_PREPOSITIONS})\s+(?:the\s+)?)?{re.escape(box.name)}(?![\w-])"
        for match in said.marks.take("place", name, most=1):
            said.say("where", id, match.start(), match.end())
            return
    for pattern in (_PLACE, _BARE_PLACE):
        for match in said.marks.take("place", pattern, most=1):
            said.say("place", match[0].strip(), match.start(), match.end())
            return


def _left_over(said: Said, kind: LineKind) -> None:
    """Plain words are what it is called. A number that nothing names is asked about, and so is a word that another kind would
    have used where it could change what this one is; where it could not, it is left out, and shown to be."""
    names: list[str] = []
    if kind.kind not in NAMED_BY_WHAT_THEY_JOIN:
        for one in unused_words(said.marks.left):
            said.marks.mark("unused", one.start, one.end)
            if one.members & members_of(kind.kind) - said.members.keys():
                said.ask("not_used", one.start, one.end)
    for word in said.marks.words():
        if _ORDINAL.fullmatch(word[0]):
            names.append(word[0])
        elif any(character.isdigit() for character in word[0]) or SPOKEN_NUMBER.fullmatch(word[0]):
            said.ask("number_without_unit", word.start(), word.end())
        elif word[0].lower().strip(".-–/") not in JOINS and word[0].strip(".-–/~+|"):
            names.append(word[0])
    if names and "name" not in said.members:
        said.members["name"] = " ".join(names)[:MAX_NAME]
    elif names:
        said.members["note"] = " ".join(filter(None, [said.members.get("note", ""), *names]))
        said.assumed["kept_as_a_note"] = said.members["note"]


def _made(said: Said, kind: LineKind, rig: Rig, id: str, position: float, line: str, onto: str | None = None) -> Understood:
    document = nested(said.members)
    if kind.kind == "bank":
        document.setdefault("battery", {})
    document |= {"kind": kind.kind, "position": position, "typed": line.strip()}
    try:
        found = _FOUND.validate_python(document)
    except ValidationError as error:
        return Understood(kind.kind, questions=tuple(_out_of_bounds(said, error)))
    if kind is MAIN_CABLE:
        onto = _says_more_of(rig, found, said.members)
    if onto is not None:
        edits = [
            {"op": "add", "path": f"/survey/items/{onto}/{name}", "value": found.model_dump(mode="json")[name]}
            for name in document
            if name not in ("kind", "position", "typed")
        ]
    else:
        value = found.model_dump(mode="json")
        edits = [{"op": "add", "path": f"/survey/items/{id}", "value": value}]
    return Understood(kind.kind, said.members, onto, tuple(edits), (), said.assumed)


def nested(members: Mapping[str, Any]) -> dict[str, Any]:
    """Members by dotted name as a document."""
    document: dict[str, Any] = {}
    for name, value in members.items():
        *owners, last = name.split(".")
        place = document
        for owner in owners:
            place = place.setdefault(owner, {})
        place[last] = value
    return document


def why_not(problem: ErrorDetails) -> str:
    """Why a value cannot be, in a few words."""
    limits = problem.get("ctx", {})
    for name, words in (("le", "at most {:g}"), ("lt", "less than {:g}"), ("ge", "at least {:g}"), ("gt", "more than {:g}")):
        if name in limits:
            return words.format(limits[name])
    return problem["msg"].removeprefix("Value error, ").rstrip(".")


def _out_of_bounds(said: Said, error: ValidationError) -> list[Question]:
    questions = []
    for problem in error.errors():
        member = ".".join(str(one) for one in problem["loc"][1:])
        start, end = next((place for name, place in said.places.items() if member.startswith(name)), (0, len(said.marks.line)))
        words = {"text": said.marks.line[start:end].strip(), "why": why_not(problem)}
        questions.append(Question("thing.out_of_bounds", start, end, words))
    return questions


def _says_more_of(rig: Rig, found: AnyFound, members: Mapping[str, Any]) -> str | None:
    """The main cable that is on the survey already, if it has said nothing yet of what the line says."""
    for id, cable in rig.survey.of_kind(FoundMainCable).items():
        said = {name for name in ("conductor", "one_way_length", "fuse_a", "fuse_family") if getattr(cable, name) is not None}
        if cable.fate != "goes" and said.isdisjoint(members):
            return id
    return None


def _room(line: str, id: str, position: float) -> Understood | None:
    """“Locker 120 x 60 x 45 cm” is a compartment, “roof 5.2 x 1.9 m” the roof as a rectangle."""
    area = _AREA.search(line)
    if area is not None:
        sides = _sides_m(area)
        if sides is None:
            return _asks("roof", "side_without_unit", line)
        length, width = sides
        corners = [[0, -width / 2], [length, -width / 2], [length, width / 2], [0, width / 2]]
        area_members = {"length_m": length, "width_m": width}
        return Understood("roof", area_members, None, ({"op": "add", "path": "/space/roof/outline", "value": corners},))
    box = _BOX.search(line)
    if box is None:
        return None
    name = " ".join(f"{line[: box.start()]} {line[box.end() :]}".split()).strip(" ,;:")
    sides = _sides_m(box)
    if sides is None:
        return _asks("compartment", "side_without_unit", line)
    if not name or any(character.isdigit() for character in name):
        return _asks("compartment", "box_without_name", line)
    length, width, height = sides
    members: dict[str, Any] = {"name": name[:60], "length_m": length, "width_m": width, "height_m": height}
    try:
        value = Compartment.model_validate({**members, "position": position}).model_dump(mode="json")
    except ValidationError:
        return _asks("compartment", "box_out_of_bounds", line)
    edit = {"op": "add", "path": f"/space/compartments/{id}", "value": value}
    return Understood("compartment", members, None, (edit,))
