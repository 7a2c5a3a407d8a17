"""What a load line says, stretch by stretch: everything in it is marked, and what nobody understands is asked about."""

from __future__ import annotations

import re
from collections import defaultdict
from dataclasses import dataclass, field, replace
from typing import Any

from ryokan.core.lines.kind import Said, take_phrases
from ryokan.core.lines.kit import MAX_LINE, NUMBER, SPOKEN_NUMBER, Marks, Part, Question, Rewritten
from ryokan.core.loads import words
from ryokan.core.loads.model import SEASONS, Feed, Season
from ryokan.core.loads.seasons import season_of
from ryokan.core.loads.usual import usual_load
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
IN_THE_NAME = "in_the_name"


@dataclass(slots=True)
class LoadSaid(Said):
    """What a load line has said: the kit's, with every quantity by its meaning, and the name."""

    parts: dict[str, list[Part]] = field(default_factory=lambda: defaultdict(list))
    name: str = ""
    head: str = ""  # the first words of it that stand together: what it is, before what is said of it

    def first(self, meaning: str) -> Any:
        """The first value of a meaning; None where the line has none."""
        found = self.parts.get(meaning)
        return found[0].value if found else None

    def keep(self, part: Part) -> None:
        """Put a marked stretch with its meaning."""
        self.parts[part.meaning].append(part)


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
    _when_in_the_year(said, hemisphere)
    _when_in_the_week(said)
    take_phrases(said, words.PHRASES)
    for meaning, pattern in (("per_person", words.PER_PERSON), ("total", words.TOTAL)):
        for match in said.marks.take(meaning, pattern):
            said.keep(Part(meaning, match.start(), match.end(), match[0]))
    _take(said, words.DRAWS)
    _windows(said)
    _take(said, words.TIMES)
    for match in said.marks.take("each", words.EACH):
        said.keep(Part("each", match.start(), match.end(), match[0]))
    _spans_of_time(said)
    _energy_of_what(said)
    _output_beside_the_draw(said)
    _sides(said)
    _when_in_the_day(said)
    _sizes(said)
    _counts(said)
    _bare_when(said)
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


def _ahead_of_a_name(said: LoadSaid, end: int) -> bool:
    """Whether a word of a name stands right behind: “night light”, “usb hub”."""
    return re.match(r"[ ]+[a-zà-ÿ]{2,}", said.marks.left[end:], re.IGNORECASE) is not None


def _behind_a_name(said: LoadSaid, start: int) -> bool:
    """Whether words that nothing has marked stand before: most likely the name."""
    return re.search(r"[a-zà-ÿ]{3,}", said.marks.left[:start], re.IGNORECASE) is not None


# -- Seasons, months and days


def _when_in_the_year(said: LoadSaid, hemisphere: str) -> None:
    found: set[Season] = set()
    for match in words.SEASONS.finditer(said.marks.left):
        named = _seasons_named(match["words"])
        bare = not (match["led"] or match["but"] or match["more"])
        if bare and _ahead_of_a_name(said, match.end()) and not _behind_a_name(said, match.start()):
            season, rest = match["words"].strip(), said.marks.other_words(match.start(), match.end(), "")
            quoted = re.sub(rf"({re.escape(season)}\s+[a-z' -]*[a-z])", r'"\1"', said.marks.line, count=1, flags=re.IGNORECASE)
            said.ask("season_or_name", match.start(), match.end(), {}, f"{rest} in {named[0]}", quoted)
        found |= set(SEASONS) - set(named) if match["but"] else set(named)
        said.marks.mark("season", match.start(), match.end())
    for start, end, months in _months(said):
        _as_seasons(said, start, end, months, hemisphere, found)
    if found:
        said.members["seasons"] = tuple(season for season in SEASONS if season in found)


def _seasons_named(text: str) -> list[Season]:
    named = [words.SEASON_OF[word.lower().rstrip("s")] for word in re.findall(r"spring|summer|autumn|fall|winter", text, re.I)]
    if len(named) == 2 and re.search(r"-|–|\b(?:to|till|until|through)\b", text, re.I):
        first, last = (SEASONS.index(season) for season in named)
        return [SEASONS[(first + step) % 4] for step in range((last - first) % 4 + 1)]
    return named


def _months(said: LoadSaid) -> list[tuple[int, int, set[int] | None]]:
    """Months that the line names with where; None where the dates cut a month."""
    found: list[tuple[int, int, set[int] | None]] = []
    for match in words.DATES.finditer(said.marks.left):
        joined = said.marks.left[match.end("first") : match.start("last")]
        if "and" in joined.lower() and "between" not in match[0].lower():
            continue
        first, last = _date(match["first"], ends=False), _date(match["last"], ends=True)
        span = {(first[0] - 1 + step) % 12 + 1 for step in range((last[0] - first[0]) % 12 + 1)}
        found.append((match.start(), match.end(), span if first[1] and last[1] else None))
        said.marks.mark("months", match.start(), match.end())
    for match in words.MONTH_LIST.finditer(said.marks.left):
        found.append(
            (match.start(), match.end(), {_month(one) for one in re.findall(r"[a-z]{3,}", match[1], re.I) if _month(one)})
        )
        said.marks.mark("months", match.start(), match.end())
    for match in words.ONE_MONTH.finditer(said.marks.left):
        month, whole = _date(re.sub(r"^(?:in|during|on|for|since|until|till|from)\s+", "", match[0], flags=re.I), ends=False)
        only = re.match(r"(?:in|during|for)\s|[a-z]+$", match[0], re.I) is not None
        found.append((match.start(), match.end(), {month} if whole and only else None))
        said.marks.mark("months", match.start(), match.end())
    return found


def _month(word: str) -> int:
    """1 to 12; 0 where a word is no month."""
    return words.MONTHS.index(word[:3].lower()) + 1 if word[:3].lower() in words.MONTHS else 0


def _date(text: str, *, ends: bool) -> tuple[int, bool]:
    """The month of a date, and whether it begins (or ends) the month."""
    iso = re.match(r"20\d\d-(\d\d)(?:-(\d\d))?$", text.strip())
    if iso:
        month, day = min(12, max(1, int(iso[1]))), iso[2]
    else:
        month = next(filter(None, map(_month, re.findall(r"[a-z]{3,}", text, re.I))))
        days = re.findall(r"(?<!\d)\d{1,2}(?!\d)", text)
        day = days[0] if days else None
    if re.search(r"\b(?:mid|middle)\b", text, re.I):
        return month, False
    if re.search(r"\b(?:first|start|beginning|1st)\b", text, re.I):
        return month, not ends
    if re.search(r"\b(?:end|last)\b", text, re.I):
        return month, ends
    if day is None:
        return month, True
    return month, int(day) >= 28 if ends else int(day) == 1


def _as_seasons(said: LoadSaid, start: int, end: int, months: set[int] | None, hemisphere: str, found: set[Season]) -> None:
    """Months that make whole seasons are those; others are asked about, with the seasons that they touch."""
    touched = {season_of(month, hemisphere) for month in months or ()}
    if months is not None and len(touched) * 3 == len(months):
        found |= touched
        return
    if months is None:
        touched = {
            season_of(month, hemisphere)
            for month in map(_month, re.findall(r"[a-z]{3,}", said.marks.line[start:end], re.I))
            if month
        }
        touched |= {
            season_of(int(month), hemisphere) for month in re.findall(r"20\d\d-(0[1-9]|1[0-2])", said.marks.line[start:end])
        }
    all_of = " and ".join(season for season in SEASONS if season in touched)
    offers = [said.in_other_words(start, end, f"in {all_of}")] if touched else []
    said.ask("months_not_seasons", start, end, {"seasons": all_of}, *offers)


def _when_in_the_week(said: LoadSaid) -> None:
    for match in words.WEEKDAYS.finditer(said.marks.left):
        days = 2 if match["ends"] else 5 if match["work"] else 1
        if match["first"]:
            first, last = (words.DAYS_OF_THE_WEEK.index(match[one][:3].lower()) for one in ("first", "last"))
            days = (last - first) % 7 + 1
        elif match["list"]:
            days = len({day.lower() for day in re.findall(r"\b(?:mon|tue|wed|thu|fri|sat|sun)", match["list"], re.I)})
        part = said.marks.mark("days", match.start(), match.end(), float(7 - days if match["but"] else days))
        said.keep(part)


def _windows(said: LoadSaid) -> None:
    """“18:00-22:00”, “6-10pm”: so many hours, and at which of the day."""
    for match in words.WINDOW.finditer(said.marks.left):
        until = _clock_h(match[3])
        since = _clock_h(match[1]) if match[1] else _clock_h(f"{match[2]} {'pm' if 'p' in match[3].lower() else 'am'}")
        if since is None or until is None or since == until:
            continue
        said.keep(said.marks.mark("hours", match.start(), match.end(), (until - since) % 24))
        said.say("bars", _bars(since, until), match.start(), match.end())


def _clock_h(text: str) -> float | None:
    """The hour of a clock; None where no clock shows it."""
    text = text.strip().lower()
    if text in ("noon", "midday"):
        return 12.0
    if text == "midnight":
        return 0.0
    hour, minute = (int(one) for one in [*re.findall(r"\d+", text), 0][:2])
    half = re.search(r"([ap])\.?m", text)
    if half:
        hour = hour % 12 + (12 if half[1] == "p" else 0) if hour <= 12 else 99
    return hour % 24 + minute / 60 if hour <= 24 else None


def _bars(since: float, until: float) -> tuple[float, ...]:
    """24 bars of a day with the hours between two clocks, in the share of each that lies between."""
    span = (until - since) % 24
    return tuple(
        round(sum(max(0.0, min(hour + 1, begin + span) - max(hour, begin)) for begin in (since, since - 24)), 6)
        for hour in range(24)
    )


def _when_in_the_day(said: LoadSaid) -> None:
    for pattern, when in words.OF_THE_DAY:
        for match in pattern.finditer(said.marks.left):
            if isinstance(when, str):
                said.say("profile", when, match.start(), match.end())
            else:
                said.say("bars", _bars(*when), match.start(), match.end())
            named = match["led"] is None and _ahead_of_a_name(said, match.end())
            part = said.marks.mark(IN_THE_NAME if named else "profile", match.start(), match.end())
            if named:
                said.keep(part)
    if "profile" in said.members and "bars" in said.members:
        said.ask("said_twice", *said.places["profile"], {"first": said.marks.line[slice(*said.places["bars"])].strip()})
    for match in words.A_CLOCK.finditer(said.marks.left):
        said.ask("not_understood", match.start(), match.end())
        said.marks.mark("clock", match.start(), match.end())


def _bare_when(said: LoadSaid) -> None:
    """“Dash cam 5 h driving”, “projector 2 h sat evenings”: one short word that says when, behind the name."""
    for pattern, when in words.BARE_WHEN:
        for match in pattern.finditer(said.marks.left):
            if _behind_a_name(said, match.start()):
                said.say("when", when, match.start(), match.end())
                said.marks.mark("when", match.start(), match.end())
    for match in words.BARE_DAY.finditer(said.marks.left):
        if _behind_a_name(said, match.start()):
            said.keep(said.marks.mark("days", match.start(), match.end(), 1.0))
    for match in words.BARE_MONTH.finditer(said.marks.left):
        if _behind_a_name(said, match.start()):
            said.ask("not_understood", match.start(), match.end())
            said.marks.mark("month", match.start(), match.end())


# -- Energy, feeds, sizes, counts


def _output_beside_the_draw(said: LoadSaid) -> None:
    """What a thing puts out, beside what it draws, is no second draw: it belongs to its name."""
    watts = [*said.parts["watts"], *said.parts["watts_average"]]
    outputs = said.parts.pop("watts_given", [])
    if watts and not said.parts["eer"]:
        outputs += said.parts.pop("btu", [])
    for part in outputs:
        said.keep(replace(part, meaning=IN_THE_NAME if watts else "watts"))


def _spans_of_time(said: LoadSaid) -> None:
    """“30 min to an hour” is a range. Stretches of time that stand together add up; others are asked about.

    “6 h summer 2 h winter” is two rows, and nobody says so.
    """
    spans = sorted(said.parts["hours"], key=lambda part: part.start)
    kept: list[Part] = spans[:1]
    for part in spans[1:]:
        between = said.marks.line[kept[-1].end : part.start].strip().lower()
        if between in ("to", "-", "–", "or") and kept[-1].meaning == "hours":
            last = kept.pop()
            low, high = sorted((last.value, part.value))
            if low > 12 and all(re.fullmatch(r"\d{1,2}\s*h", one.text) for one in (last, part)):  # “19h-22h” is a clock to some
                others = (f"{last.value:g}:00-{part.value:g}:00", f"{low:g} to {high:g} hours")
                readings = [said.in_other_words(last.start, part.end, one) for one in others]
                said.ask("clock_or_hours", last.start, part.end, {}, *readings)
            kept.append(Part("hours_range", last.start, part.end, said.marks.line[last.start : part.end], (low, high)))
            continue
        if between not in ("", ",", "and", "+", "&", "plus", ", and"):
            first = said.marks.line[kept[-1].start : kept[-1].end].strip()
            offers = [said.in_other_words(one.start, one.end, "") for one in (part, kept[-1])]
            said.ask("hours_apart", part.start, part.end, {"first": first}, *offers)
        kept.append(part)
    for part in said.parts["hours_range"]:
        low, high = part.value
        if high > 12 and low * 1.5 <= high and (ends := re.fullmatch(r"(\d{1,2})\s*[-–]\s*(\d{1,2})\s*h", part.text, re.I)):
            others = (f"{ends[1]}:00-{ends[2]}:00", f"{low:g} to {high:g} hours")  # “8-18h” is a clock to some
            readings = [said.in_other_words(part.start, part.end, one) for one in others]
            said.ask("clock_or_hours", part.start, part.end, {}, *readings)
    said.parts["hours"] = [part for part in kept if part.meaning == "hours"]
    said.parts["hours_range"] += [part for part in kept if part.meaning == "hours_range"]


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
        named = _ahead_of_a_name(said, match.end()) and not _behind_a_name(said, match.start())
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
