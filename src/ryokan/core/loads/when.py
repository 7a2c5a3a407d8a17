"""When a load runs, out of its line: seasons, months and dates, days of the week, hours of the clock and of the day."""

from __future__ import annotations

import re

from ryokan.core.lines.kit import Part
from ryokan.core.loads import words
from ryokan.core.loads.model import SEASONS, Season
from ryokan.core.loads.said import IN_THE_NAME, LoadSaid, ahead_of_a_name, behind_a_name
from ryokan.core.loads.seasons import season_of

# -- Seasons, months and days


def when_in_the_year(said: LoadSaid, hemisphere: str) -> None:
    found: set[Season] = set()
    for match in words.SEASONS.finditer(said.marks.left):
        named = _seasons_named(match["words"])
        bare = not (match["led"] or match["but"] or match["more"])
        if bare and ahead_of_a_name(said, match.end()) and not behind_a_name(said, match.start()):
            season, rest = match["words"].strip(), said.marks.other_words(match.start(), match.end(), "")
            quoted = re.sub(rf"({re.escape(season)}\s+[a-z' -]*[a-z])", r'"\1"', said.marks.line, count=1, flags=re.IGNORECASE)
            said.ask("season_or_name", match.start(), match.end(), {}, f"{rest} in {named[0]}", quoted)
        found |= set(SEASONS) - set(named) if match["but"] else set(named)
        said.marks.mark("season", match.start(), match.end())
    months = {month for month in range(1, 13) if season_of(month, hemisphere) in found}
    for start, end, one, cut in _months(said):
        if not one or (cut and len(one) == 1):
            _ask_which_months(said, start, end, hemisphere)
            continue
        months |= one
        if cut:
            said.members["whole_months"] = True
    touched = {season_of(month, hemisphere) for month in months}
    if touched:
        said.members["seasons"] = tuple(season for season in SEASONS if season in touched)
    if len(touched) * 3 != len(months):
        said.members["months"] = _in_their_order(months)


def _in_their_order(months: set[int]) -> tuple[int, ...]:
    """Months from the first behind one that is not among them: November to February, not January to December."""
    begins = min(month for month in months if (month - 2) % 12 + 1 not in months)
    return tuple(sorted(months, key=lambda month: (month - begins) % 12))


def _seasons_named(text: str) -> list[Season]:
    named = [words.SEASON_OF[word.lower().rstrip("s")] for word in re.findall(r"spring|summer|autumn|fall|winter", text, re.I)]
    if len(named) == 2 and re.search(r"-|–|\b(?:to|till|until|through)\b", text, re.I):
        first, last = (SEASONS.index(season) for season in named)
        return [SEASONS[(first + step) % 4] for step in range((last - first) % 4 + 1)]
    return named


def _months(said: LoadSaid) -> list[tuple[int, int, set[int], bool]]:
    """Months that the line names, with where, and whether dates cut one of them: then it counts whole."""
    found: list[tuple[int, int, set[int], bool]] = []
    for match in words.DATES.finditer(said.marks.left):
        joined = said.marks.left[match.end("first") : match.start("last")]
        if "and" in joined.lower() and "between" not in match[0].lower():
            continue
        first, last = _date(match["first"], ends=False), _date(match["last"], ends=True)
        span = {(first[0] - 1 + step) % 12 + 1 for step in range((last[0] - first[0]) % 12 + 1)}
        found.append((match.start(), match.end(), span, not (first[1] and last[1])))
        said.marks.mark("months", match.start(), match.end())
    for match in words.MONTH_LIST.finditer(said.marks.left):
        found.append(
            (
                match.start(),
                match.end(),
                {_month(one) for one in re.findall(r"[a-z]{3,}", match[1], re.I) if _month(one)},
                False,
            )
        )
        said.marks.mark("months", match.start(), match.end())
    for match in words.ONE_MONTH.finditer(said.marks.left):
        month, whole = _date(re.sub(r"^(?:in|during|on|for|since|until|till|from)\s+", "", match[0], flags=re.I), ends=False)
        only = re.match(r"(?:in|during|for)\s|[a-z]+$", match[0], re.I) is not None
        since = re.match(r"(?:since|until|till|from)\s", match[0], re.I) is not None
        found.append((match.start(), match.end(), set() if since else {month}, not (whole and only)))
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


def _ask_which_months(said: LoadSaid, start: int, end: int, hemisphere: str) -> None:
    """Of one date, or of “since May”, it is asked for how long; the seasons that are named are offered."""
    named = [month for month in map(_month, re.findall(r"[a-z]{3,}", said.marks.line[start:end], re.I)) if month]
    named += [int(month) for month in re.findall(r"20\d\d-(0[1-9]|1[0-2])", said.marks.line[start:end])]
    touched = {season_of(month, hemisphere) for month in named}
    all_of = " and ".join(season for season in SEASONS if season in touched)
    offers = [said.in_other_words(start, end, f"in {all_of}")] if touched else []
    said.ask("months_not_seasons", start, end, {"seasons": all_of}, *offers)


def when_in_the_week(said: LoadSaid) -> None:
    for match in words.WEEKDAYS.finditer(said.marks.left):
        days = 2 if match["ends"] else 5 if match["work"] else 1
        if match["initials"]:
            days = words.INITIALS[match["initials"].replace(" ", "")]
        if match["first"]:
            first, last = (words.DAYS_OF_THE_WEEK.index(match[one][:3].lower()) for one in ("first", "last"))
            days = (last - first) % 7 + 1
        elif match["list"]:
            days = len({day.lower() for day in re.findall(r"\b(?:mon|tue|wed|thu|fri|sat|sun)", match["list"], re.I)})
        part = said.marks.mark("days", match.start(), match.end(), float(7 - days if match["but"] else days))
        said.keep(part)


def windows(said: LoadSaid) -> None:
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


def when_in_the_day(said: LoadSaid) -> None:
    for pattern, when in words.OF_THE_DAY:
        for match in pattern.finditer(said.marks.left):
            if isinstance(when, str):
                said.say("profile", when, match.start(), match.end())
            else:
                said.say("bars", _bars(*when), match.start(), match.end())
            named = match["led"] is None and ahead_of_a_name(said, match.end())
            part = said.marks.mark(IN_THE_NAME if named else "profile", match.start(), match.end())
            if named:
                said.keep(part)
    if "profile" in said.members and "bars" in said.members:
        said.ask("said_twice", *said.places["profile"], {"first": said.marks.line[slice(*said.places["bars"])].strip()})
    for match in words.A_CLOCK.finditer(said.marks.left):
        said.ask("not_understood", match.start(), match.end())
        said.marks.mark("clock", match.start(), match.end())


def bare_when(said: LoadSaid) -> None:
    """“Dash cam 5 h driving”, “projector 2 h sat evenings”: one short word that says when, behind the name."""
    for pattern, when in words.BARE_WHEN:
        for match in pattern.finditer(said.marks.left):
            if behind_a_name(said, match.start()):
                said.say("when", when, match.start(), match.end())
                said.marks.mark("when", match.start(), match.end())
    for match in words.BARE_DAY.finditer(said.marks.left):
        if behind_a_name(said, match.start()):
            said.keep(said.marks.mark("days", match.start(), match.end(), 1.0))
    for match in words.BARE_MONTH.finditer(said.marks.left):
        if behind_a_name(said, match.start()):
            said.ask("not_understood", match.start(), match.end())
            said.marks.mark("month", match.start(), match.end())


def spans_of_time(said: LoadSaid) -> None:
    """“30 min to an hour” is a range. Stretches of time that stand together add up; others are asked about.

    “6 h summer 2 h winter” is two rows, and nobody says so.
    """
    spans = sorted([*said.parts["hours"], *said.parts["hours_range"]], key=lambda part: part.start)
    kept: list[Part] = spans[:1]
    for part in spans[1:]:
        between = said.marks.line[kept[-1].end : part.start].strip().lower()
        if between in ("to", "-", "–", "or") and kept[-1].meaning == part.meaning == "hours":
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
    said.parts["hours_range"] = [part for part in kept if part.meaning == "hours_range"]
