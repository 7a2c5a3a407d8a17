"""What takes more than a word to read of a thing: arrangements, kinds by their volts, volts that may be either of two."""

from __future__ import annotations

import re
from typing import Any, get_args

from ryokan.core.charging.model import Hookup, VoltsClass
from ryokan.core.lines.kind import Said, called
from ryokan.core.storage.model import LITHIUM
from ryokan.core.survey.fill import volts_class

CLASSES: tuple[VoltsClass, ...] = get_args(VoltsClass)
LFP_CELL_V = 3.2
OF_ONE_V = 30.0  # open volts below this are those of one panel, also where several are in series (common practice)
GAS = "gas of the region"  # petrol in North America, gas elsewhere (common practice)
SAME_POINT = 0.08  # volts times amps this near the rated watts are those of full power (common practice)
OPEN_POINT = (1.12, 1.5)  # and so far above it the open volts and the short-circuit amps (common practice)


def bank(said: Said) -> None:
    """Kind, size and arrangement of a bank, as far as they follow; what does not is asked."""
    members = said.members
    _chemistry(said)
    volts, series = members.get("battery.nominal_v"), members.get("series")
    if volts is not None and series and series > 1 and volts_class(volts) and volts_class(series * volts) is None:
        start, end = said.places.get("battery.nominal_v", (0, len(said.marks.line)))
        said.ask("unit_or_bank", start, end, {"series": str(series), "volts": f"{series * volts:g}"})
    for wh, start, end in said.loose.pop("watt_hours", []):
        if volts is None:
            said.ask("energy_without_volts", start, end)
        else:
            said.say("battery.capacity_ah", round(wh / volts, 2), start, end)
            said.assumed["capacity_from_energy"] = f"{wh / volts:.3g}"
    if members.get("battery.chemistry") in LITHIUM:
        for amps, start, end in said.loose.pop("amps", []):
            said.say("battery.discharge_limit_a", amps, start, end)
            said.assumed["amps_of_the_bms"] = f"{amps:g}"
    _arrangement(said)


def _chemistry(said: Said) -> None:
    for match in said.marks.take("kind", called("lithium|li-?ion")):
        volts = said.members.get("battery.nominal_v")
        if "battery.chemistry" in said.members:
            continue
        cells = 0 if volts is None else volts / LFP_CELL_V
        if volts is not None and abs(cells - round(cells)) < 0.01:
            said.fill("battery.chemistry", "lfp", "lfp_by_its_volts")
            continue
        lfp, nmc = (said.in_other_words(match.start(), match.end(), word) for word in ("lfp", "nmc"))
        said.ask("which_lithium", match.start(), match.end(), None, lfp, nmc)


def _arrangement(said: Said) -> None:
    """From “2s2p”, or from a count where only one way makes a class; several ways are asked about."""
    count = said.members.pop("count", None)
    series, parallel = said.members.get("series"), said.members.get("parallel")
    said.members.pop("of_strings", None)
    at = said.places.get("count", (0, len(said.marks.line)))
    if count in (None, 1):
        return
    if said.members.pop("all_series", None):
        series = count
    if said.members.pop("all_parallel", None):
        parallel = count
    if series is not None or parallel is not None:
        series = series if series is not None else count // (parallel or 1) or 1
        parallel = parallel if parallel is not None else count // series or 1
        if series * parallel != count:
            words = {"count": str(count), "series": str(series), "parallel": str(parallel)}
            said.ask("count_unlike_arrangement", *at, words)
            return
        said.members |= {"series": series, "parallel": parallel}
        return
    volts = said.members.get("battery.nominal_v")
    ways = [
        (s, count // s) for s in range(1, count + 1) if count % s == 0 and (volts is None or volts_class(s * volts) is not None)
    ]
    if len(ways) == 1:
        (series, parallel), *_ = ways
        said.fill("series", series, "only_way", f"{series} in series, {parallel} in parallel")
        said.members["parallel"] = parallel
        return
    readings = [said.with_more(f"{s}s{p}p") for s, p in ways[:4]]
    said.ask("arrangement", *at, {"count": str(count)}, *readings)


def panels(said: Said) -> None:
    """Volts and amps of a panel: those at full power make its watts, the open ones a quarter more; strings from words."""
    members = said.members
    _of_all(said)
    volts, amps = (said.loose.pop(measure, []) for measure in ("volts", "amps"))
    watts = members.get("watts_each")
    _point(said, watts, volts, amps)
    count = members.get("count")
    if members.pop("all_series", None):
        members["in_series"] = count or 1
    if members.pop("all_parallel", None):
        members["in_series"] = 1
    series, parallel = members.pop("series", None), members.pop("parallel", None)
    if series is not None:
        members["in_series"] = series
    if series and parallel and count and series * parallel != count:
        words = {"count": str(count), "series": str(series), "parallel": str(parallel)}
        said.ask("count_unlike_arrangement", *said.places.get("count", (0, 0)), words)
    if members.get("mounting") is None and re.search(r"\broof\b", str(members.get("place", "")), re.IGNORECASE):
        members["mounting"] = "roof"


def _of_all(said: Said) -> None:
    """What is said of all panels together, as that of each; where it is not clear of how many it is, that is asked."""
    members = said.members
    together, each = members.pop("together", False), members.pop("of_each", False)
    count, series, parallel = members.get("count"), members.get("series"), members.get("parallel")
    if series and parallel and (members.pop("of_strings", False) or count in (None, 1)):
        members["count"] = count = series * parallel
    watts, in_series = members.get("watts_each"), series or (count if members.get("all_series") else None)
    start, end = said.places.get("watts_each", (0, len(said.marks.line)))
    if together and watts is not None and "voc_v" not in members:
        if count is None or count == 1:
            said.ask("of_one_or_all", start, end)
        else:
            members["watts_each"] = watts / count
            said.assumed["watts_of_all"] = f"{watts:g}"
    volts = members.get("voc_v")
    if volts is None or not in_series or in_series < 2 or each or _is_of_one(members):
        return
    if together:
        members["voc_v"] = volts / in_series
        said.assumed["volts_of_all"] = f"{volts:g}"
    elif volts > OF_ONE_V:
        start, end = said.places.get("voc_v", (0, len(said.marks.line)))
        text = said.marks.line[start:end].strip()
        readings = (said.in_other_words(start, end, f"{text} {word}") for word in ("each", "together"))
        said.ask("volts_of_one_or_all", start, end, None, *readings)


def _is_of_one(members: dict[str, Any]) -> bool:
    """Whether open volts and shorted amps make the watts of one panel, with what lies between them and full power."""
    watts, volts, amps = (members.get(name) for name in ("watts_each", "voc_v", "isc_a"))
    if watts is None or volts is None or amps is None:
        return False
    return bool(OPEN_POINT[0] <= volts * amps / watts <= OPEN_POINT[1])


def _point(said: Said, watts: float | None, volts: list[Any], amps: list[Any]) -> None:
    if not volts and not amps:
        return
    if len(volts) == len(amps) == 1 and watts:
        share = volts[0][0] * amps[0][0] / watts
        if abs(share - 1) <= SAME_POINT:
            said.say("vmp_v", *volts[0])
            said.say("imp_a", *amps[0])
            said.assumed["full_power_point"] = f"{volts[0][0]:g} V"
            return
        if OPEN_POINT[0] <= share <= OPEN_POINT[1]:
            said.say("voc_v", *volts[0])
            said.say("isc_a", *amps[0])
            said.assumed["open_point"] = f"{volts[0][0]:g} V"
            return
    for found, open_name, full_name in ((volts, "voc", "vmp"), (amps, "isc", "imp")):
        unit = "v" if found is volts else "a"
        for value, start, end in found:
            higher, lower = (said.members.get(f"{name}_{unit}") for name in (open_name, full_name))
            if lower is None and higher is not None and value < higher:
                said.say(f"{full_name}_{unit}", value, start, end)  # below the open volts of the same panel
                continue
            if higher is None and lower is not None and value > lower:
                said.say(f"{open_name}_{unit}", value, start, end)
                continue
            text = said.marks.line[start:end].strip()
            readings = (said.in_other_words(start, end, f"{name} {text}") for name in (open_name, full_name))
            said.ask("which_panel_point", start, end, None, *readings)


def controller(said: Said) -> None:
    """Volts of a controller: those that its panels may have, or the class of the banks that it charges."""
    for volts, start, end in said.loose.pop("volts", []):
        if volts in CLASSES and "highest_battery_v" not in said.members:
            said.say("lowest_battery_v", int(volts), start, end)
            said.say("highest_battery_v", int(volts), start, end)
            said.assumed["class_of_the_bank"] = f"{volts:g}"
        else:
            said.say("most_v", volts, start, end)


def alternator(said: Said) -> None:
    """The class of an alternator from the volts on its label."""
    for volts, start, end in said.loose.pop("volts", []):
        said.say("alternator_v", _class_of_charging_volts(volts) or volts, start, end)


def _class_of_charging_volts(volts: float) -> int | None:
    return next((one for one in (12, 24) if one <= volts <= one * 1.25), None)


def charger(said: Said) -> None:
    """Volts of a charger: a class, or the highest that it reaches. A bare figure between them may be either."""
    for volts, start, end in said.loose.pop("volts", []):
        if volts >= 100:  # of its mains
            said.say("note", said.marks.line[start:end].strip(), start, end)
            said.assumed["kept_as_a_note"] = said.members["note"]
            continue
        if volts in CLASSES:
            said.say("output_v", int(volts), start, end)
            continue
        near = _class_of_charging_volts(volts)
        text = said.marks.line[start:end].strip()
        readings = [said.in_other_words(start, end, f"stops at {text}")]
        readings += [said.in_other_words(start, end, f"{near} V")] if near else []
        said.ask("which_charger_volts", start, end, None, *readings)


def generator(said: Said) -> None:
    """Volts of a generator are those of the mains, and volt-amps are what it is sold by: watts are asked for."""
    european = _is_european(said)
    if said.members.get("fuel") == GAS:
        said.fill("fuel", "gas" if european else "petrol", "gas_of_the_region", "gas" if european else "petrol")
    for volts, start, end in said.loose.pop("volts", []):
        if volts >= 100:
            said.say("note", said.marks.line[start:end].strip(), start, end)
            said.assumed["kept_as_a_note"] = said.members["note"]
        else:
            said.ask("has_no_such", start, end)
    for _, start, end in said.loose.pop("volt_amps", []):
        if "rated_w" not in said.members:
            said.ask("volt_amps", start, end)


def _is_european(said: Said) -> bool:
    """Whether the rig's mains are of 230 V; takes them from what the line has said."""
    return bool(said.members.pop("_mains_v", 120) >= 200)


def other_bank(said: Said) -> None:
    """The class of a bank beside the house bank, from its volts; of several units how they are joined is asked."""
    count = said.members.pop("count", None)
    if count not in (None, 1):
        start, end = said.places["count"]
        said.loose.pop("volts", None)
        said.ask("several_units", start, end, {"count": str(count)})
        return
    for volts, start, end in said.loose.pop("volts", []):
        of_class = volts_class(volts)
        if of_class is None:
            said.ask("has_no_such", start, end)
        else:
            said.say("volts", of_class, start, end)


def inverter(said: Said) -> None:
    """Volts of an inverter: the class of its DC side; those of the mains are kept as a note."""
    for volts, start, end in said.loose.pop("volts", []):
        if volts in CLASSES:
            said.say("battery_v", int(volts), start, end)
        elif volts >= 100:
            said.say("note", said.marks.line[start:end].strip(), start, end)
            said.assumed["kept_as_a_note"] = said.members["note"]
        else:
            said.ask("has_no_such", start, end)
    for _, start, end in said.loose.pop("volt_amps", []):
        if "rated_w" in said.members:
            said.say("note", said.marks.line[start:end].strip(), start, end)
            said.assumed["kept_as_a_note"] = said.members["note"]
        else:
            said.ask("volt_amps", start, end)
    for _, start, end in said.loose.pop("amps", []):
        text = said.marks.line[start:end].strip()
        readings = (said.in_other_words(start, end, f"{text} {word}") for word in ("charger", "transfer"))
        said.ask("which_inverter_amps", start, end, None, *readings)


def cord(said: Said) -> None:
    """The rating of a cord from its amps, by the mains of the region."""
    european = _is_european(said)
    if said.members.pop("_of_the_inverter", False):
        said.ask("of_the_inverter", *said.places["_of_the_inverter"])
    known: tuple[Hookup, ...] = get_args(Hookup)
    prefix = "eu_" if european else "na_"
    for amps, start, end in said.loose.pop("amps", []):
        rating = f"{prefix}{amps:g}"
        if rating in known:
            said.say("rating", rating, start, end)
        else:
            sizes = [one.removeprefix(prefix) for one in known if one.startswith(prefix)]
            said.ask(
                "which_cord",
                start,
                end,
                {"sizes": ", ".join(sizes)},
                *(said.in_other_words(start, end, f"{s}A") for s in sizes),
            )
    for volts, start, end in said.loose.pop("volts", []):
        if volts >= 100:
            said.say("note", said.marks.line[start:end].strip(), start, end)
            said.assumed["kept_as_a_note"] = said.members["note"]


def ac_panel(said: Said) -> None:
    """Volts of a panel on the AC side are those of the mains."""
    for volts, start, end in said.loose.pop("volts", []):
        if volts >= 100:
            said.say("note", said.marks.line[start:end].strip(), start, end)
            said.assumed["kept_as_a_note"] = said.members["note"]
        else:
            said.ask("has_no_such", start, end)


def guard(said: Said) -> None:
    """A galvanic isolator is one that may fail open, unless somebody says that it cannot; an RCD without a type is not read."""
    if said.members.pop("_galvanic", None):
        said.members.setdefault("device", "galvanic")
    if said.members.get("device") == "rcd":
        said.members.setdefault("rcd", "not_read")
    for _, start, end in said.loose.pop("volt_amps", []):  # of a transformer
        said.say("note", said.marks.line[start:end].strip(), start, end)
        said.assumed["kept_as_a_note"] = said.members["note"]


def run(said: Said) -> None:
    """Amps of a run: of a cable whose size is said they are what it bears, else those of its fuse. One through the engine space
    lies in its heat."""
    amps = said.loose.pop("amps", [])
    for value, start, end in amps:
        of_the_cable = said.members.get("conductor") is not None and "told_ampacity_a" not in said.members
        said.say("told_ampacity_a" if of_the_cable else "fuse_a", value, start, end)
    if said.members.get("fuse_a") == "none":
        said.members.pop("fuse_family", None)  # “T fuse missing” says what is not there
    if "runs" not in said.members and re.search(r"\bengine\b", str(said.members.get("place", "")), re.IGNORECASE):
        said.members["zone"] = "engine_space"


def cable(said: Said) -> None:
    """Amps of a cable are what it bears; of its fuse where that is named beside them."""
    for value, start, end in said.loose.pop("amps", []):
        said.say("told_ampacity_a", value, start, end)


def switch(said: Said) -> None:
    """A battery isolator parts a bank from all else, or is the relay between two banks: the trade calls both so."""
    line = said.marks.line
    match = re.search(r"(?<!starter )(?<!engine )\bbattery isolator\b(?! (?:switch|relay|solenoid))", line, re.IGNORECASE)
    if match and not re.search(r"\b(?:main|switch|pole|hand|key)\b", line, re.IGNORECASE):
        readings = (said.in_other_words(*match.span(), f"battery isolator {word}") for word in ("switch", "relay"))
        said.ask("which_isolator", *match.span(), None, *readings)
