"""A second pair of eyes: comments on a thing of an option or on a finding, until somebody resolves them by name."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime
from uuid import UUID

from sqlalchemy.orm import Session

from ryokan.core.charging.model import Alternator, AlternatorPath, Charger, Generator
from ryokan.core.itinerary import name_of_stay
from ryokan.core.rig import Rig
from ryokan.core.solar.rules_of_strings import name_of_array
from ryokan.core.storage.model import OtherBank
from ryokan.core.survey.model import name_of_found
from ryokan.operations.accounts import Actor
from ryokan.operations.errors import NotAllowed, NotPossible, NotThere
from ryokan.operations.rigs import Worked, work_out
from ryokan.store.comments import CommentStore
from ryokan.store.jobs import JobStore
from ryokan.wording.findings import sentence
from ryokan.wording.quantities import UnitSystem

MAX_COMMENTS = 500
COMMENTERS = ("owner", "designer", "fitter")
PARTS = {"bank": "the bank", "inverter": "the inverter", "array": "the array", "chargers": "the chargers"}
RUNS = {"main": "the main run"}


@dataclass(frozen=True, slots=True)
class Comment:
    """A comment with its place in words; ``about`` is None where the place is gone from the rig."""

    id: UUID
    pin: str
    about: str | None
    text: str
    author: str
    at: datetime
    resolved_by: str | None
    resolved_at: datetime | None


def pin_words(worked: Worked, pin: str, units: UnitSystem = "metric") -> str | None:
    """What a pin is stuck to: “load:fridge” by the load's name, a finding by its sentence; None where it is not there."""
    family, _, id = pin.partition(":")
    if family == "finding":
        found = (*worked.report.findings, *worked.report.overruled)
        finding = next((one for one in found if one.key == id), None)
        return None if finding is None else sentence(finding, worked.report.figures, units).what
    return _thing_words(worked.rig, family, id)


def _thing_words(rig: Rig, family: str, id: str) -> str | None:
    match family:
        case "load":
            return None if (load := rig.loads.get(id)) is None else load.name
        case "stay":
            return None if (stay := rig.stays.get(id)) is None else name_of_stay(stay)
        case "item":
            return None if (item := rig.survey.items.get(id)) is None else name_of_found(item)
        case "compartment":
            return None if (box := rig.space.compartments.get(id)) is None else box.name
        case "link":
            return None if (link := rig.links.get(id)) is None else f"the link to {link.system}"
        case "part":
            return PARTS.get(id) if (own := rig.own_parts.get(id)) is None else own.part.name
        case "array":
            return None if id not in rig.solar.arrays else name_of_array(rig, id)
        case "controller":
            return None if (one := rig.solar.controllers.get(id)) is None else one.name or "a solar controller"
        case "alternator" | "path" | "charger" | "generator" | "bank":
            return _what_charges(rig, family, id)
        case "circuit":
            return None if (circuit := rig.wiring.circuits.get(id)) is None else circuit.name
        case "gear":
            return None if (gear := rig.wiring.gear.get(id)) is None else gear.name or "a bar, switch or shunt"
        case "run":
            return RUNS.get(id)
        case _:
            return None


_CHARGES = {
    "alternator": "an alternator",
    "path": "a way from the alternator",
    "charger": "a charger",
    "generator": "a generator",
    "bank": "a bank beside the house bank",
}


def _what_charges(rig: Rig, family: str, id: str) -> str | None:
    """What charges, or a bank beside the house bank, by its name."""
    named: Mapping[str, Mapping[str, Alternator | AlternatorPath | Charger | Generator | OtherBank]] = {
        "alternator": rig.charging.alternators,
        "path": rig.charging.paths,
        "charger": rig.charging.chargers,
        "generator": rig.charging.generators,
        "bank": rig.storage.others,
    }
    one = named[family].get(id)
    return None if one is None else one.name or _CHARGES[family]


def list_comments(session: Session, actor: Actor, option_id: UUID) -> Sequence[Comment]:
    """All comments on an option, oldest first.

    Raises
    ------
    NotThere
        No such option in the actor's shop.
    """
    worked = work_out(session, actor, option_id)
    return [
        Comment(
            id=row.id,
            pin=row.pin,
            about=pin_words(worked, row.pin, actor.units),
            text=row.text,
            author=author,
            at=row.at,
            resolved_by=resolver,
            resolved_at=row.resolved_at,
        )
        for row, author, resolver in CommentStore(session, actor.scope).of_option(option_id)
    ]


def comment(session: Session, actor: Actor, option_id: UUID, *, pin: str, text: str, now: datetime) -> Sequence[Comment]:
    """Stick a comment to a thing of the rig or to a finding; all comments come back.

    Raises
    ------
    NotThere, NotAllowed
        No such option in the actor's shop; a viewer only reads.
    NotPossible
        The rig has no such place, or it has comments enough.
    """
    _require_commenter(actor)
    if pin_words(work_out(session, actor, option_id), pin) is None:
        raise NotPossible("There is nothing at this place of the rig to comment on.")
    store = CommentStore(session, actor.scope)
    if len(store.of_option(option_id)) >= MAX_COMMENTS:
        raise NotPossible(f"An option has at most {MAX_COMMENTS} comments.")
    store.add(option_id, pin=pin, text=text, author_id=actor.user_id, at=now)
    return list_comments(session, actor, option_id)


def resolve(session: Session, actor: Actor, comment_id: UUID, *, resolved: bool, now: datetime) -> Sequence[Comment]:
    """Mark a comment as dealt with, by name, or open it again.

    Raises
    ------
    NotThere, NotAllowed
        No such comment in the actor's shop; a viewer only reads.
    """
    _require_commenter(actor)
    row = CommentStore(session, actor.scope).comment(comment_id)
    if row is None or JobStore(session, actor.scope).option(row.option_id) is None:
        raise NotThere("There is no such comment.")
    row.resolved_by, row.resolved_at = (actor.user_id, now) if resolved else (None, None)
    session.flush()
    return list_comments(session, actor, row.option_id)


def _require_commenter(actor: Actor) -> None:
    if actor.role not in COMMENTERS:
        raise NotAllowed(f"A {actor.role} can look but not comment. Ask the owner of the shop.")
