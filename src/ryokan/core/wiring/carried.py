"""What a single run carries: the largest continuous current, by what hangs at its end."""

from __future__ import annotations

from ryokan.core.figure import Figure, Input, Sheet
from ryokan.core.wiring.things import RunOf

BANK_CURRENT = "wiring.bank_current_a"


def carried(sheet: Sheet, one: RunOf) -> Figure | None:
    """Largest continuous current of a run; None where nobody knows the rating of what hangs on it. [A]

    Cables follow ratings: an inverter at its full rating and the lowest working volts, chargers and controllers at their rated
    output, loads with all of theirs running at those volts. What panels push follows bright sun. (common practice; NEC 690.8)
    """
    key, thing, kind = f"{one.base}.design_current_a", one.run.thing, one.run.kind
    if kind == "branch":
        return _branch(sheet, key, [f"loads.row.{thing}.running_w"], "distribution_frac")
    if kind == "circuit":
        return _branch(sheet, key, [f"loads.row.{id}.running_w" for id in one.run.loads], "distribution_frac")
    if kind == "step_down":
        return _branch(sheet, key, [f"loads.row.{id}.running_w" for id in one.run.loads], "step_down_frac")
    if kind == "string":
        inputs = {"bank": sheet[BANK_CURRENT], "sharing": sheet.assumption("parallel_sharing_frac")}
        strings = sheet.given(f"{one.base}.strings", float(one.run.alike), "")
        return sheet.compute(key, "bank ÷ strings ÷ sharing", "A", "practice", strings=strings, **inputs)
    if kind == "link":
        return _link(sheet, key, one)
    if kind == "charge":
        return _of_the_charge_bus(sheet, key, one)
    if kind == "panel":
        return _panel(sheet, key, one)
    if kind == "pv_lead":
        short, sun = sheet.get(f"solar.string.{thing}.isc_a"), sheet.assumption("bright_sun_factor")
        return None if short is None else sheet.compute(key, "sun × shorted", "A", "nec_690_8", sun=sun, shorted=short)
    if kind == "array":
        short = sheet.get(f"solar.array.{thing}.isc_a")
        sun = sheet.assumption("bright_sun_factor")
        return None if short is None else sheet.compute(key, "sun × shorted", "A", "nec_690_8", sun=sun, shorted=short)
    if one.run.beside:
        return _beside(sheet, key, one)
    names = _rated_by(sheet, kind, thing)
    rated = next((figure for name in names if (figure := sheet.get(name)) is not None), None)
    if rated is None or rated.number == 0:
        return None
    charger = sheet.get("charging.source.inverter.rated_a") if (kind, thing) == ("inverter", "main") else None
    if charger is None:
        return sheet.also(key, "rated", rated)
    return sheet.compute(key, "max(inverter, charger)", "A", "practice", inverter=rated, charger=charger)


def _rated_by(sheet: Sheet, kind: str, thing: str) -> tuple[str, ...]:
    """Keys of the figures that may say what hangs at the end of a run, the surer one first."""
    return {
        "inverter": ("inverter.dc_current_at_cutoff_a" if thing == "main" else f"inverter.other.{thing}.dc_current_a",),
        "controller": (f"solar.controller.{thing}.rated_a",),
        "way_out": (f"charging.source.{thing}.rated_a", f"charging.source.{thing}.output_a"),
        "way_in": (f"charging.source.{thing}.{'asks_a' if _converts(sheet, thing) else 'output_a'}",),
        "charger": (f"charging.source.{thing}.rated_a",),
    }[kind]


def _link(sheet: Sheet, key: str, one: RunOf) -> Figure:
    """What a link within the bank carries: what its string does; between strings what all but one of them give. [A]

    Strings by leads of equal length each carry their part, with a quarter more for those that share badly. (Kirchhoff; common
    practice)
    """
    bank = sheet[BANK_CURRENT]
    if one.run.alike == 1:
        return sheet.also(key, "bank", bank)
    if one.run.behind:
        return sheet.also(key, "string", sheet[f"{one.behind}.design_current_a"])
    strings = sheet.given(f"{one.base}.strings", float(one.run.alike), "")
    if one.run.thing or one.equal_leads:
        sharing = sheet.assumption("parallel_sharing_frac")
        return sheet.compute(key, "bank ÷ strings ÷ sharing", "A", "practice", bank=bank, strings=strings, sharing=sharing)
    return sheet.compute(key, "bank × (strings − 1) ÷ strings", "A", "physics", bank=bank, strings=strings)


def _of_the_charge_bus(sheet: Sheet, key: str, one: RunOf) -> Figure | None:
    """What all that is on the charge bus gives at once; None while nobody knows the rating of one of them. [A]"""
    rated: list[Figure] = []
    for kind, thing in one.feeds:
        known = (sheet.get(name) for name in _rated_by(sheet, kind, thing))
        figure = next((figure for figure in known if figure is not None), None)
        if figure is None:
            return None
        rated.append(figure)
    return sheet.compute(key, "sum(rated)", "A", "practice", rated=rated) if rated else None


def _beside(sheet: Sheet, key: str, one: RunOf) -> Figure | None:
    """What a charger or a way from an alternator gives to a bank beside the house bank, or takes for it. [A]"""
    rated = sheet.get(f"charging.beside.{one.run.thing}.rated_a")
    if rated is None:
        return None
    if one.run.kind != "way_in":
        return sheet.also(key, "rated", rated)
    return sheet.compute(key, "rated ÷ passed_on", "A", "practice", rated=rated, passed_on=sheet.assumption("dcdc_frac"))


def _converts(sheet: Sheet, way: str) -> bool:
    """Whether a device of a rating lies on a way from an alternator: otherwise both its ends carry the same."""
    return sheet.get(f"charging.source.{way}.rated_a") is not None


def _branch(sheet: Sheet, key: str, rows: list[str], passed_on: str) -> Figure | None:
    """What loads take at the lowest working volts, as the main run counts them, so that all branches add up to it. [A]"""
    watts = [figure for row in rows if (figure := sheet.get(row)) is not None]
    if not watts:
        return None
    inputs: dict[str, Input] = {"passed_on": sheet.assumption(passed_on), "cutoff_v": sheet["inverter.cutoff_v"]}
    if len(watts) == 1:
        return sheet.compute(key, "watts ÷ (passed_on × cutoff_v)", "A", "practice", watts=watts[0], **inputs)
    return sheet.compute(key, "sum(watts) ÷ (passed_on × cutoff_v)", "A", "practice", watts=watts, **inputs)


def _panel(sheet: Sheet, key: str, one: RunOf) -> Figure | None:
    """What its branches take, and no more than what runs together on DC; beside that what runs on a hookup alone. [A]

    What feeds another system and what heats the bank does not come through the panel.
    """
    inputs: dict[str, Input] = {"cutoff_v": sheet["inverter.cutoff_v"]}
    away: list[str] = []
    ashore: list[str] = []
    for name, ids, passed_on in (
        ("straight", one.run.loads, "distribution_frac"),
        ("converted", one.run.converted, "step_down_frac"),
    ):
        for of_these, terms, there in ((name, away, False), (f"{name}_ashore", ashore, True)):
            rows = [f"loads.row.{id}.running_w" for id in ids if (id in one.ashore) == there]
            watts = [figure for row in rows if (figure := sheet.get(row)) is not None]
            if watts:
                terms.append(f"sum({of_these}) ÷ ({name}_frac × cutoff_v)")
                inputs |= {of_these: watts, f"{name}_frac": sheet.assumption(passed_on)}
    if away:
        inputs["together"] = sheet["wiring.main.dc_loads_a"]
        ashore.insert(0, f"min(together, {' + '.join(away)})")
    return sheet.compute(key, " + ".join(ashore), "A", "practice", **inputs) if ashore else None
