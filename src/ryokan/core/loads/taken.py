"""Taking a load line apart: everything in it is marked, and what nobody understands is asked about."""

from __future__ import annotations

import re
from dataclasses import replace

from ryokan.core.lines.kind import take_phrases
from ryokan.core.lines.kit import MAX_LINE, NUMBER, SPOKEN_NUMBER, Marks, Part, Question, Rewritten
from ryokan.core.loads import words
from ryokan.core.loads.model import Feed
from ryokan.core.loads.said import IN_THE_NAME, LoadSaid, ahead_of_a_name, behind_a_name
from ryokan.core.loads.usual import usual_load
from ryokan.core.loads.when import bare_when, spans_of_time, when_in_the_day, when_in_the_week, when_in_the_year, windows
from ryokan.core.loads.words import Pattern

_FRACTIONS = {"½": 1 / 2, "¼": 1 / 4, "¾": 3 / 4, "⅓": 1 / 3, "⅔": 2 / 3}
_GROUPS = re.compile(r"(?<=\d)['’\u2009\u202f](?=\d{3}(?!\d))")  # 1'500, as the Swiss write it
_SIGNS = re.compile(rf"(?:(\d+)\s*)?([{''.join(_FRACTIONS)}])")
_OVER = re.compile(
    r"(?<![\w.,/])(?:(\d+)\s+)?([123])/([2348])(?=\s*(?:hours?|hrs?|h|hp|horse|kw|w|an?\s+hour|of\s+the\s+time)\b)",
    re.IGNORECASE,
)
_QUOTED = re.compile(r"(?<![\w])\"([^\"\0]{1,80})\"|“([^”\0]{1,80})”")
_FEEDS: dict[str, Feed] = {"ac": "ac", "dc": "dc", "usb": "step_down", "usbc": "step_down"}


def said_by(typed: str, hemisphere: str) -> tuple[LoadSaid, Rewritten]:
    """Read a line into what it says.

    Parameters
    ----------
    typed : str
        At most 200 characters are looked at.
    hemisphere : str
        ``north`` or ``south``: where months fall into which season.

    Returns
    -------
    LoadSaid, Rewritten
        Places are those of the line as rewritten, with spoken numbers as figures; the second gives them in the typed one.
    """
    rewritten = _in_figures(typed[:MAX_LINE])
    said = LoadSaid(Marks(rewritten.text), of="load")
    for match in said.marks.take(IN_THE_NAME, _QUOTED):
        said.keep(Part(IN_THE_NAME, match.start(), match.end(), (match[1] or match[2]).strip()))
    _ask_at_once(said, words.ASKED)
    _take(said, words.RATES)
    _ask_at_once(said, (("rarer_than_weekly", words.RARER_THAN_WEEKLY),))
    when_in_the_year(said, hemisphere)
    when_in_the_week(said)
    take_phrases(said, words.PHRASES)
    for meaning, pattern in (("per_person", words.PER_PERSON), ("total", words.TOTAL)):
        for match in said.marks.take(meaning, pattern):
            said.keep(Part(meaning, match.start(), match.end(), match[0]))
    _take(said, words.DRAWS)
    windows(said)
    _take(said, words.TIMES)
    for match in said.marks.take("each", words.EACH):
        said.keep(Part("each", match.start(), match.end(), match[0]))
    spans_of_time(said)
    _energy_of_what(said)
    _output_beside_the_draw(said)
    _sides(said)
    when_in_the_day(said)
    _sizes(said)
    _counts(said)
    bare_when(said)
    _name(said)
    return said, rewritten


def _in_figures(typed: str) -> Rewritten:
    """Numbers as figures: spoken ones, fractions, thousands with a sign between."""
    line = Rewritten(typed)
    line.sub(_GROUPS, lambda _: "")
    line.sub(_SIGNS, lambda match: f"{int(match[1] or 0) + _FRACTIONS[match[2]]:.6g}")
    line.sub(_OVER, lambda match: f"{int(match[1] or 0) + int(match[2]) / int(match[3]):.6g}")
    line.figures_for_words(words.UNIT_AHEAD)
    return line


def _ask_at_once(said: LoadSaid, asked: tuple[tuple[str, re.Pattern[str]], ...]) -> None:
    for code, pattern in asked:
        for match in said.marks.take(code, pattern):
            said.keep(Part(code, match.start(), match.end(), match[0].strip(), [one for one in match.groups() if one]))


def _take(said: LoadSaid, patterns: tuple[Pattern, ...]) -> None:
    for one in patterns:
        for match in one.pattern.finditer(said.marks.left):
            if match[0].strip():
                said.keep(said.marks.mark(one.meaning, match.start(), match.end(), one.value(match)))


# -- Energy, feeds, sizes, counts


def _output_beside_the_draw(said: LoadSaid) -> None:
    """What a thing puts out, beside what it draws, is no second draw: it belongs to its name."""
    watts = [*said.parts["watts"], *said.parts["watts_average"]]
    outputs = said.parts.pop("watts_given", [])
    if watts and not said.parts["eer"]:
        outputs += said.parts.pop("btu", [])
    for part in outputs:
        said.keep(replace(part, meaning=IN_THE_NAME if watts else "watts"))


def _energy_of_what(said: LoadSaid) -> None:
    """Watt-hours with no word of time are those of a use where it is said how often, else those of a day.

    How often says nothing of an energy that is a day's or a year's already, nor of charges.
    """
    if (said.parts["mah"] or said.parts["ah"]) and not said.parts["charges"]:
        for part in said.parts["every_day"]:
            said.keep(replace(part, meaning="charges", value=1.0))
        for part in said.parts.pop("every_days", []):
            said.keep(replace(part, meaning="charges", value=1 / max(part.value, 1.0)))
    often = [*said.parts["times"], *said.parts["times_range"]]
    for part in said.parts.pop("wh_plain", []):
        meaning = "wh_per_use" if often and not said.parts["charges"] else "wh"
        said.keep(replace(part, meaning=meaning))
    if any(said.parts[meaning] for meaning in ("wh", "kwh_per_year", "ah_per_day", "ah_per_hour", "wh_per_hour", "charges")):
        for part in often:
            said.ask("not_understood", part.start, part.end)
    if said.parts["times_range"] and said.parts["wh_per_use"]:
        part = said.parts["times_range"][0]
        said.ask("not_understood", part.start, part.end)


def _sides(said: LoadSaid) -> None:
    """AC, DC or USB by a word. One that leads a name belongs to it as well: “usb hub”."""
    for match in words.FEED.finditer(said.marks.left):
        said.say("feed", _FEEDS[match[1].lower().replace("-", "")], match.start(), match.end())
        named = ahead_of_a_name(said, match.end()) and not behind_a_name(said, match.start())
        part = said.marks.mark(IN_THE_NAME if named else "feed", match.start(), match.end(), match[1].lower())
        said.keep(Part("feed", part.start, part.end, part.text, match[1].lower()))
        if named:
            said.keep(part)
    for part in said.parts["volts"]:
        side = part.text[-2:].lower()
        if side in ("ac", "dc") or part.text.endswith("~"):
            said.say("feed", "dc" if side == "dc" else "ac", part.start, part.end)


def _sizes(said: LoadSaid) -> None:
    for match in words.METRES.finditer(said.marks.left):
        if said.parts["watts_per_metre"]:
            said.keep(said.marks.mark("metres", match.start(), match.end(), words.number(match)))
            said.keep(Part(IN_THE_NAME, match.start(), match.end(), match[0].strip()))
        elif match[2].lower() == "m" and not any(said.parts[one] for one in ("hours", "hours_range", "duty_of_hours")):
            said.keep(said.marks.mark("minutes_or_metres", match.start(), match.end(), match[1]))
    for match in words.SIZE.finditer(said.marks.left):
        said.keep(said.marks.mark(IN_THE_NAME, match.start(), match.end()))


def _counts(said: LoadSaid) -> None:
    _take(said, words.COUNTS)
    if said.parts["quantity"]:
        return
    for match in words.LEADING.finditer(said.marks.left):
        rest = match[2].strip()
        if re.match(r"[a-z'-]+[^s\W]s\b", rest, re.IGNORECASE) or usual_load(rest) is not None:
            said.keep(said.marks.mark("quantity", match.start(1), match.end(1), float(match[1])))
            return
        whole = f"{match[1]} {rest}"
        quoted = said.marks.other_words(match.start(1), match.start(1) + len(whole), f'"{whole}"')
        counted = said.marks.other_words(match.start(1), match.end(1), f"{match[1]} x")
        said.ask("number_without_unit", match.start(1), match.end(1), {}, counted, quoted)
        said.marks.mark("number", match.start(1), match.end(1))
    for match in words.AMONG.finditer(said.marks.left):
        if usual_load(match[2]) is not None:
            said.keep(said.marks.mark("quantity", match.start(1), match.end(1), float(match[1])))
            return


# -- The name


def _name(said: LoadSaid) -> None:
    """Plain words are the name. A number, or a word of time, season, rate or share, that is still here is asked about."""
    pieces = [*said.parts[IN_THE_NAME]]
    stretch: list[Part] = []
    for match in said.marks.words():
        part = Part("word", match.start(), match.end(), match[0])
        if not _may_be_named(said, part):
            continue
        between = said.marks.line[stretch[-1].end : part.start] if stretch else ""
        touching = bool(stretch) and not said.marks.left[stretch[-1].end : part.start].strip(" \t") and not between.strip()
        if not touching:
            pieces += _without_fillers(stretch)
            stretch = []
        stretch.append(part)
    pieces += _without_fillers(stretch)
    pieces.sort(key=lambda piece: piece.start)
    said.name = " ".join(piece.text for piece in pieces).strip(" ,;–-")
    together = 1
    while together < len(pieces) and not said.marks.line[pieces[together - 1].end : pieces[together].start].strip():
        together += 1
    said.head = " ".join(piece.text for piece in pieces[:together])


def _without_fillers(stretch: list[Part]) -> list[Part]:
    kept = list(stretch)
    for end in (0, -1):
        while kept and words.FILLERS.fullmatch(kept[end].text.strip(".'’")):
            kept.pop(end)
    return kept


def _may_be_named(said: LoadSaid, part: Part) -> bool:
    """Whether a word that is left may belong to a name; what may not is asked about."""
    text = part.text.strip("\"'“”.!?*+&/=@|~<>[]{}–-−_×")
    if not text:
        return False
    if re.fullmatch(NUMBER, text) or SPOKEN_NUMBER.fullmatch(text):
        berth = words.BERTHS.match(said.marks.line, part.start)
        if berth is None:
            _ask_of_a_number(said, part)
        return berth is not None
    if any(character.isdigit() for character in text):
        if words.DIGITS_IN_A_NAME.fullmatch(text) and not words.UNIT_FIRST.fullmatch(text):
            return True
        said.questions.append(unreadable(said, part))
        return False
    odd = words.NOT_A_NAME.match(said.marks.line, part.start)
    parted = any(words.NOT_A_NAME.fullmatch(one) for one in re.split(r"[-–/]", text)[1:])
    if (not parted and (odd is None or odd[0].lower() != text.lower())) or words.BERTHS.match(said.marks.line, part.start):
        return True
    said.ask("not_understood", part.start, part.end, {}, *_as_a_name(said, part))
    return False


def _ask_of_a_number(said: LoadSaid, part: Part) -> None:
    """A number that nothing names. “,5” may be a half, or the five after a comma."""
    start = part.start - 1
    if part.text[:1].isdigit() and start >= 0 and said.marks.line[start] in ".,":
        said.ask("unreadable", start, part.end, {}, said.in_other_words(start, part.end, f"0.{part.text}"))
        return
    said.ask("number_without_unit", part.start, part.end, {}, *_as_a_name(said, part))


def _as_a_name(said: LoadSaid, part: Part) -> tuple[str, ...]:
    """The line with the words about a part in quotes, where there are any: “wifi 6 router” is a name then."""
    open_to = r"[^\0,;:()\"“”]*"
    before = re.search(open_to + "$", said.marks.left[: part.start])
    after = re.match(open_to, said.marks.left[part.end :])
    start = part.start - len(before[0].lstrip()) if before else part.start
    end = part.end + len(after[0].rstrip()) if after else part.end
    words_about = said.marks.line[start:end].strip()
    others = re.findall(r"[^\W\d]{3,}", words_about.replace(part.text, " ", 1))
    if len(words_about) > 80 or not any(
        not words.FILLERS.fullmatch(one) and not words.NOT_A_NAME.fullmatch(one) for one in others
    ):
        return ()
    return (said.in_other_words(start, end, f'"{words_about}"'),)


def unreadable(said: LoadSaid, part: Part) -> Question:
    """A part that is neither a number nor a word, such as “5oW”; letters that look like digits are offered as those.

    “lamp.5W” lacks a space.
    """
    likely = part.text
    if re.match(r"[-−]?\d", likely):
        likely = likely.translate(str.maketrans("oOlI", "0011"))
    elif match := re.match(r"([^\d.,]+)([.,]\d.*)", likely):
        likely = f"{match[1]} 0{match[2]}"
    offers = () if likely == part.text else (said.in_other_words(part.start, part.end, likely),)
    return Question("load.unreadable", part.start, part.end, {"text": part.text}, offers)
