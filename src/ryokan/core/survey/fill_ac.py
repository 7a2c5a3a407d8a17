"""From what was found on the AC side to the rig: panels, what changes over to them, and what hangs on them."""

from __future__ import annotations

from typing import Any

from ryokan.core.ac.model import AcCable, Circuit, Feed, Onto, Panel
from ryokan.core.ac.values import INLET, THE_INVERTER
from ryokan.core.survey.mains_words import of_the_mains
from ryokan.core.survey.model import (
    FoundAcGuard,
    FoundAcPanel,
    FoundCable,
    FoundCharger,
    FoundCord,
    FoundInverter,
    FoundSwitch,
    Survey,
)

# Ids of what nobody found as a thing of its own, and what follows from how others are joined.
THE_PANEL = "panel"
OF_THE_HOOKUP = "hookup"
OUTLETS = "outlets"
_ALWAYS: dict[str, Any] = {
    "ac.main_a": None, "ac.main_poles": None, "ac.main_rcd": None, "ac.polarity": None, "ac.isolator": None,
    "ac.main_cable": AcCable(), "inverter.ac_in": None, "inverter.bond": None,
}  # fmt: skip


def ac_members(survey: Survey, the_inverter: str | None) -> dict[str, Any]:
    """What a survey says of the AC side, by dotted place; ``the_inverter`` is the item that stands for the rig's.

    A panel is there where one was found, or where an inverter or a charger is said to be on one. The inlet feeds it unless the
    inverter passes the hookup on to it.
    """
    members = {**_ALWAYS, **_guards(survey)}
    inverters = survey.of_kind(FoundInverter)
    chargers = survey.of_kind(FoundCharger)
    panel_id, found = next(iter(survey.of_kind(FoundAcPanel).items()), (THE_PANEL, FoundAcPanel()))
    on_the_panel = [one for one in inverters.values() if one.feeds == "panel"]
    if panel_id != THE_PANEL or on_the_panel or any(one.fed_from == "panel" for one in chargers.values()):
        members |= {"ac.main_a": found.main_a, "ac.main_poles": found.main_poles}
        members[f"ac.panels.{panel_id}"] = _panel(survey, found, the_inverter)
        if found.main_rcd is not None:
            members["ac.main_rcd"] = found.main_rcd
    if the_inverter is not None:
        one = inverters[the_inverter]
        members |= {"inverter.ac_in": takes_in(survey, one), "inverter.bond": one.bond}
    for id, charger in chargers.items():
        if charger.fed_from in ("hookup", "panel"):
            on = OF_THE_HOOKUP if charger.fed_from == "hookup" else panel_id
            members[f"ac.circuits.{_circuit_of(id)}"] = Circuit(
                position=charger.position, name=charger.name or "charger", panel=on, serves="fixed"
            )
    if any(one.fed_from == "hookup" for one in chargers.values()):
        members[f"ac.panels.{OF_THE_HOOKUP}"] = Panel(
            position=1_000, name="hookup only", legs=1, feeds={"inlet": Feed(source=INLET)}
        )
    guarded = next((one for one in survey.of_kind(FoundAcGuard).values() if one.covers == "outlets"), None)
    cables = {of_the_mains(one): one for one in survey.of_kind(FoundCable).values()}
    to_outlets, to_panel = cables.get("outlets"), cables.get("inlet")
    if (guarded is not None or to_outlets is not None) and f"ac.panels.{panel_id}" in members:
        members[f"ac.circuits.{OUTLETS}"] = Circuit(
            name="outlets",
            panel=panel_id,
            serves="outlets",
            rcd=None if guarded is None else guarded.rcd,
            breaker_a=to_outlets.fuse_a if to_outlets is not None and isinstance(to_outlets.fuse_a, float) else None,
            **_cable(to_outlets),
        )
    if to_panel is not None:
        members["ac.main_cable"] = AcCable(**_cable(to_panel))
    return members


def _cable(one: FoundCable | None) -> dict[str, Any]:
    return {} if one is None else {"conductor": one.conductor, "insulation_c": one.insulation_c, "length": one.one_way_length}


def other_id(item: str) -> str:
    """Id in the rig of an inverter beside the one that is reckoned with: its own, where that means nothing else."""
    return f"{THE_INVERTER}-2" if item == THE_INVERTER else item


def takes_in(survey: Survey, one: FoundInverter) -> str | None:
    """What an inverter passes on: the inlet where it changes over by itself, nothing where something else does."""
    if one.transfer == "inverter":
        return INLET
    if one.feeds == "outlets" or changed_over_by(survey, one) is not None:
        return "none"
    return None


def changed_over_by(survey: Survey, one: FoundInverter) -> str | None:
    """What changes a panel over to an inverter: as said of it, else a switch that was found between it and another source."""
    if one.transfer is not None:
        return one.transfer
    for switch in survey.of_kind(FoundSwitch).values():
        if switch.does == "transfer" and ("inverter" in switch.between.lower() or not switch.between):
            return {"by_hand": "switch", "by_itself": "relay"}.get(str(switch.thrown))
    return None


def _panel(survey: Survey, found: FoundAcPanel, the_inverter: str | None) -> Panel:
    cords = [cord.rating for cord in survey.of_kind(FoundCord).values() if cord.rating is not None]
    legs = found.legs or (2 if "na_50" in cords else None)
    feeds: dict[str, Feed] = {}
    transfers: set[str] = set()
    for id, one in survey.of_kind(FoundInverter).items():
        if one.feeds != "panel":
            continue
        by = changed_over_by(survey, one)
        transfers |= {by} if by is not None else set()
        source = f"inverter:{THE_INVERTER if id == the_inverter else other_id(id)}"
        feeds[id] = Feed(position=one.position + 1, source=source, onto=_onto(legs, one))
    if transfers != {"inverter"}:
        # Through a cord of one leg an adapter may bring its phase to both: nobody has said.
        straight: Onto | None = "straight" if legs == 2 and "na_50" in cords else None
        feeds["inlet"] = Feed(position=-1, source=INLET, onto=straight)
    by_hand = [one for one in transfers if one in ("cord", "switch", "relay")]
    return Panel(
        position=found.position,
        name=found.name,
        legs=legs,
        feeds=feeds,
        transfer=by_hand[0] if len(by_hand) == 1 else None,
        shared_neutral=found.shared_neutral,
        bond=found.bond,
    )


def _onto(legs: int | None, one: FoundInverter) -> Onto | None:
    """How an inverter reaches two legs: leg for leg where it has two; of one leg nobody knows."""
    return "straight" if legs == 2 and one.legs == 2 else None


def _circuit_of(charger: str) -> str:
    return f"for-{charger}"[:40].rstrip("-")


def hangs_where(id: str, charger: FoundCharger) -> str | None:
    """Where a charger that was found hangs: on a circuit of its own, or on an outlet of the inverter."""
    match charger.fed_from:
        case None:
            return None
        case "inverter":
            return f"inverter:{THE_INVERTER}"
        case _:
            return f"circuit:{_circuit_of(id)}"


def _guards(survey: Survey) -> dict[str, Any]:
    """Devices that guard all of it, isolators and indicators."""
    members: dict[str, Any] = {}
    for one in survey.of_kind(FoundAcGuard).values():
        match one.device:
            case "galvanic" | "fail_safe" | "transformer":
                members["ac.isolator"] = "none" if one.there == "none" else one.device
            case "polarity":
                members["ac.polarity"] = "none" if one.there == "none" else "fitted"
            case "rcd" if one.covers == "all" or one.rcd == "none":
                members["ac.main_rcd"] = one.rcd
            case _:
                pass
    return members
