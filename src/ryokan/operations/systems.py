"""Several systems in one job, each a rig of its own, and the links between them."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from datetime import datetime
from typing import Literal, TypeAlias
from uuid import UUID, uuid4

from sqlalchemy.orm import Session

from ryokan.core.evaluate import Report
from ryokan.core.figure import Figure
from ryokan.core.links.model import Link
from ryokan.core.links.moved import moved
from ryokan.core.rig import Rig
from ryokan.core.trial.lent import bank_links
from ryokan.core.vehicle import Vehicle
from ryokan.operations.accounts import Actor
from ryokan.operations.documents import document_of, head_documents
from ryokan.operations.errors import NotPossible, NotThere, Unacceptable
from ryokan.operations.jobs import require_room, start_option
from ryokan.operations.parts import parts_book
from ryokan.operations.patches import Patch
from ryokan.operations.reports import PartsBook, read_revision
from ryokan.operations.rigs import Lost, Opened, change_rig, open_option
from ryokan.store.jobs import JobStore
from ryokan.store.models import OptionRow
from ryokan.store.scope import ShopScope

EndState: TypeAlias = Literal["alike", "differs", "missing"]


@dataclass(frozen=True, slots=True)
class OtherEnd:
    """An option of another system, and how its end of a link stands to ours."""

    option: OptionRow
    state: EndState
    moved: Mapping[str, Figure] = field(default_factory=dict)  # what the link moves in a day, where both ends agree


def reports_beside(session: Session, actor: Actor, option: OptionRow, rig: Rig) -> dict[str, Report]:
    """Reports of the systems out of whose banks links bring something to a rig, by the ids of the links.

    Of a system with several options it is the first that has the link's other end.
    """
    return _beside(JobStore(session, actor.scope), parts_book(session, actor.scope), option, rig)


def reports_beside_of(session: Session, scope: ShopScope, option_id: UUID, rig: Rig) -> dict[str, Report]:
    """The same for a worker, who is no person of the shop."""
    store = JobStore(session, scope)
    option = store.option(option_id)
    return {} if option is None else _beside(store, parts_book(session, scope), option, rig)


def _beside(store: JobStore, book: PartsBook, option: OptionRow, rig: Rig) -> dict[str, Report]:
    wanted, found = bank_links(rig), dict[str, Report]()
    if not wanted:
        return found
    for other in store.options_of(option.job_id):
        if other.id == option.id or other.system == option.system:
            continue
        reading = read_revision(store.revision(other.id, other.head), book)
        for id in wanted:
            end = reading.rig.links.get(id)
            if id not in found and end is not None and end.gives:
                found[id] = reading.report
    return found


def add_system(
    session: Session, actor: Actor, option_id: UUID, *, name: str, this_name: str, vehicle: Vehicle, now: datetime
) -> OptionRow:
    """A further system in the job of an option: the same people, journey and codes, and nothing fitted yet.

    ``this_name`` calls the system that the option is of, where it has no name so far.

    Raises
    ------
    NotThere, NotAllowed
        No such option in the actor's shop; the role only reads.
    NotPossible
        A system of that name is there, or the job has as many options as it can have.
    """
    actor.require_editor()
    store = JobStore(session, actor.scope)
    source = store.option(option_id)
    if source is None or not store.lock_job(source.job_id):
        raise NotThere("There is no such option.")
    siblings = require_room(store, source.job_id)
    for option in siblings:
        option.system = option.system or this_name
    if any(option.system.casefold() == name.casefold() for option in siblings):
        raise NotPossible(f"There is a system called “{name}” already.")
    before = Rig.model_validate(document_of(store.revision(option_id, source.head)))
    rig = Rig(
        region=before.region, vehicle=vehicle, brief=before.brief, stays=before.stays, labour=before.labour,
        assumptions=before.assumptions,
    )  # fmt: skip
    return start_option(
        store,
        actor,
        source.job_id,
        system=name,
        name="Proposed",
        position=max(option.position for option in siblings) + 1,
        rig=rig,
        sentence=f"started as a system beside {source.system}",
        now=now,
    )


def rename_system(session: Session, actor: Actor, option_id: UUID, name: str, *, now: datetime) -> UUID:
    """Call a system otherwise, in all of its options and in the links of other systems with it; which job it is of.

    Raises
    ------
    NotThere, NotAllowed
        No such option in the actor's shop; the role only reads.
    NotPossible
        Another system has that name.
    """
    actor.require_editor()
    store = JobStore(session, actor.scope)
    mine = _option(store, option_id)
    store.lock_job(mine.job_id)
    was, options = mine.system, store.options_of(mine.job_id)
    if any(one.system != was and one.system.casefold() == name.casefold() for one in options):
        raise NotPossible(f"There is a system called “{name}” already.")
    for option in (*options, *store.options_of(mine.job_id, removed=True)):
        if option.system == was:
            option.system = name
            continue
        links = _rig_of(store, option).links
        patch = [
            {"op": "replace", "path": f"/links/{id}/system", "value": name} for id, link in links.items() if link.system == was
        ]
        if patch and option.removed_at is None:
            _edit(session, actor, option, patch, now)
    return mine.job_id


def other_ends(session: Session, actor: Actor, option_id: UUID) -> dict[str, list[OtherEnd]]:
    """For each link of an option, the options of the other system, and whether their end says the same.

    Raises
    ------
    NotThere
        No such option in the actor's shop.
    """
    store = JobStore(session, actor.scope)
    mine = _option(store, option_id)
    links = _rig_of(store, mine).links
    others = [option for option in store.options_of(mine.job_id) if option.system != mine.system]
    rigs = [Rig.model_validate(document) for document in head_documents(store, others)] if links else []
    ends: dict[str, list[OtherEnd]] = {}
    for id, link in links.items():
        ends[id] = []
        for option, rig in zip(others, rigs, strict=True):
            if option.system == link.system:
                state = _state(rig.links.get(id), _mirrored(link, mine.system))
                ends[id].append(
                    OtherEnd(option, state, _moved(session, actor, id, link, mine, option) if state == "alike" else {})
                )
    return ends


def _moved(session: Session, actor: Actor, id: str, link: Link, mine: OptionRow, other: OptionRow) -> dict[str, Figure]:
    """What a link moves in a day, by the reports of both ends."""
    store, book = JobStore(session, actor.scope), parts_book(session, actor.scope)
    giver, taker = (mine, other) if link.gives else (other, mine)
    giving, taking = (read_revision(store.revision(option.id, option.head), book) for option in (giver, taker))
    return moved(id, taking.rig, giving.report.figures, taking.report.figures)


def join(
    session: Session,
    actor: Actor,
    option_id: UUID,
    other_id: UUID,
    link_id: str | None,
    link: Link,
    *,
    seen: Link | None = None,
    now: datetime,
) -> Opened:
    """Put a link, new or changed, into an option and its other end into an option of the other system.

    A changed one takes the place of the link that was ``seen``, if it is said which, and of no other.

    Each end is a revision of its rig, undone there. The volts of a new link are those that the fed bank is charged at.

    Raises
    ------
    NotThere, NotAllowed
        No such option in the actor's shop; the role only reads.
    Unacceptable
        The two options are of one system, or of two jobs.
    NotPossible
        Somebody has changed the link meanwhile.
    """
    actor.require_editor()
    store = JobStore(session, actor.scope)
    mine, other = _option(store, option_id), _option(store, other_id)
    if mine.job_id != other.job_id or mine.system == other.system:
        raise Unacceptable("A link joins options of two systems of one job.")
    store.lock_job(mine.job_id)  # whoever joins the same two the other way round waits
    id = link_id or f"k{uuid4().hex[:10]}"
    session.refresh(mine)
    if seen is not None and _rig_of(store, mine).links.get(id) != seen:
        raise NotPossible("Somebody has changed this link meanwhile. Leave this form and open it anew to see how it is now.")
    link = link.model_copy(update={"system": other.system})
    opened = _write_end(session, actor, mine, id, link, now)
    _write_end(session, actor, other, id, _mirrored(link, mine.system), now)
    return opened


def part(session: Session, actor: Actor, option_id: UUID, link_id: str, *, now: datetime) -> Opened:
    """Take a link away, at this end and wherever its other end stands.

    Raises
    ------
    NotThere, NotAllowed
        No such option in the actor's shop, or no such link in it; the role only reads.
    """
    actor.require_editor()
    store = JobStore(session, actor.scope)
    mine = _option(store, option_id)
    ends = other_ends(session, actor, option_id)
    if link_id not in ends:
        raise NotThere("There is no such link.")
    store.lock_job(mine.job_id)
    removal = [{"op": "remove", "path": f"/links/{link_id}"}]
    for end in ends[link_id]:
        if end.state != "missing":
            _edit(session, actor, end.option, removal, now)
    return _edit(session, actor, mine, removal, now)


def charge_volts(session: Session, actor: Actor, option_id: UUID) -> float:
    """Volts that the bank of an option is charged at: what a link to it gives. [V]"""
    store = JobStore(session, actor.scope)
    option = _option(store, option_id)
    read = read_revision(store.revision(option_id, option.head), parts_book(session, actor.scope))
    return read.report.figures["storage.charge_v"].number


def carry_survey(session: Session, actor: Actor, option_id: UUID, *, now: datetime) -> Sequence[str]:
    """Put this option's survey, vehicle and room in place of those of the other options of its system; their names come back.

    Readings stay with the option whose rig they were read of.

    Raises
    ------
    NotThere, NotAllowed
        No such option in the actor's shop; the role only reads.
    """
    actor.require_editor()
    store = JobStore(session, actor.scope)
    mine = _option(store, option_id)
    ours = document_of(store.revision(option_id, mine.head))
    changed = []
    for option in store.options_of(mine.job_id):
        if option.id == mine.id or option.system != mine.system:
            continue
        theirs = document_of(store.revision(option.id, option.head))
        new = {**ours["survey"], **{name: theirs["survey"][name] for name in ("as_found", "readings")}}
        patch = [
            {"op": "replace", "path": f"/{place}", "value": value}
            for place, value in (("survey", new), ("vehicle", ours["vehicle"]), ("space", ours["space"]))
            if theirs[place] != value
        ]
        if patch:
            _edit(session, actor, option, patch, now)
            changed.append(option.name)
    return changed


def _option(store: JobStore, option_id: UUID) -> OptionRow:
    option = store.option(option_id)
    if option is None:
        raise NotThere("There is no such option.")
    return option


def _mirrored(link: Link, system: str) -> Link:
    return link.model_copy(update={"gives": not link.gives, "system": system})


def _state(theirs: Link | None, expected: Link) -> EndState:
    if theirs is None:
        return "missing"
    return "alike" if theirs.model_copy(update={"position": expected.position}) == expected else "differs"


def _rig_of(store: JobStore, option: OptionRow) -> Rig:
    return Rig.model_validate(document_of(store.revision(option.id, option.head)))


def _write_end(session: Session, actor: Actor, option: OptionRow, id: str, link: Link, now: datetime) -> Opened:
    return _edit(session, actor, option, [{"op": "add", "path": f"/links/{id}", "value": link.model_dump(mode="json")}], now)


def _edit(session: Session, actor: Actor, option: OptionRow, patch: Patch, now: datetime) -> Opened:
    """One edit on whatever is newest."""
    session.refresh(option)
    outcome = change_rig(session, actor, option.id, patch, base=option.head, edit_id=None, now=now)
    if isinstance(outcome, Lost):  # nothing is newer than the newest
        return open_option(session, actor, option.id)
    return outcome
