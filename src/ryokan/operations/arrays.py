"""Questions about the arrays of an option: how panels may be wired, to which controller, what still fits, which curves."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from itertools import count
from typing import Any, Literal, TypeAlias
from uuid import UUID

from sqlalchemy.orm import Session

from ryokan.core.errors import NoAnswer
from ryokan.core.evaluate import Glimpse, glimpse
from ryokan.core.figure import Figure
from ryokan.core.findings.model import RULES
from ryokan.core.parts.base import AnyPart
from ryokan.core.parts.fitted import Fitted, book_references, fitted
from ryokan.core.parts.model import OWN, ControllerPart, PanelPart, Part
from ryokan.core.rig import Rig
from ryokan.core.solar.arrange import Conditions, MayCome, Row, Way, conditions_of, may_come, ways
from ryokan.core.solar.curves import Curve, Sunshine, in_parallel, in_series
from ryokan.core.solar.grow import Growth, controller_as_part, room_to_grow
from ryokan.core.solar.model import Array, Controller, LaidPanel, PvString
from ryokan.core.solar.points import points_of
from ryokan.documents.roof_plan import RoofScene, roof_scene
from ryokan.operations.accounts import Actor
from ryokan.operations.errors import NotThere, Unacceptable
from ryokan.operations.parts import list_parts, parts_book
from ryokan.operations.patches import Patch, apply_patch, patched
from ryokan.operations.rigs import Worked, work_out

How: TypeAlias = Literal["one_string", "in_parallel", "own_controller", "now"]
OF_THE_RIG = "rig:"  # a controller that the rig has already, by its id
MOST_WAYS = 120  # that are answered; the others are further down the list
SOLAR_RULES = tuple(code for code in RULES if code.startswith("solar."))


@dataclass(frozen=True, slots=True)
class Lot:
    """So many panels of one kind, by the reference of the part."""

    part: str
    count: int


@dataclass(frozen=True, slots=True)
class Offered:
    """A controller that panels may go to: a part by its reference, or one that the rig has."""

    reference: str
    part: ControllerPart


@dataclass(frozen=True, slots=True)
class Arranged:
    """A way of wiring with its controller, and the edit that would take it."""

    way: Way
    offered: Offered
    patch: Patch


@dataclass(frozen=True, slots=True)
class Arrangement:
    """All ways for some panels, the best first, with their parts in the order of the lots. ``judged`` is how many there are."""

    panels: tuple[PanelPart, ...]
    found: tuple[Arranged, ...]
    judged: int
    apart: tuple[Arranged, ...] = ()  # each kind on a controller of its own, the best way of each; the last edit makes them all


def arrange(
    session: Session,
    actor: Actor,
    option_id: UUID,
    lots: Sequence[Lot],
    *,
    controllers: Sequence[str] | None = None,
    instead_of: str | None = None,
) -> Arrangement:
    """Every way of wiring panels to the controllers of the rig, of its own parts and of the book. Stores nothing.

    ``controllers`` are those to try, by their references; None tries all. ``instead_of`` is the array whose panels they are.

    Raises
    ------
    NotThere
        No such option, part, controller or array.
    Unacceptable
        The bank's volts are not known, or there are too many panels to try.
    """
    worked = work_out(session, actor, option_id)
    if instead_of is not None and instead_of not in worked.rig.solar.arrays:
        raise NotThere("There is no such array.")
    parts = _every_part(session, actor, worked)
    chosen = _fitted(session, actor, worked)
    panels = [(_panel(parts, one.part), one.count) for one in lots]
    offered = _controllers(worked.rig, parts, chosen, instead_of)
    if controllers is not None:
        offered = [one for one in offered if one.reference in controllers]
        if not offered:
            raise NotThere("There is no such controller here.")
    try:
        found = ways(panels, [one.part for one in offered], conditions_of(worked.rig, worked.report.figures))
    except NoAnswer as error:
        raise Unacceptable(str(error)) from error
    apart = _each_by_itself(worked, lots, panels, offered, instead_of) if len(lots) > 1 and controllers is None else ()
    arranged = [
        Arranged(way, offered[way.controller], taking(worked.rig, lots, way, offered[way.controller], instead_of))
        for way in found[:MOST_WAYS]
    ]
    return Arrangement(tuple(panel for panel, _ in panels), tuple(arranged), len(found), apart)


def _each_by_itself(
    worked: Worked,
    lots: Sequence[Lot],
    panels: Sequence[tuple[PanelPart, int]],
    offered: Sequence[Offered],
    instead_of: str | None,
) -> tuple[Arranged, ...]:
    """Each kind on a controller of its own, by the best way of each that fits; nothing where one has none."""
    given = conditions_of(worked.rig, worked.report.figures)
    document, rig = worked.document, worked.rig
    taken: set[str] = set()
    patch: list[Mapping[str, Any]] = []
    found: list[Arranged] = []
    for lot, panel in zip(lots, panels, strict=True):
        free = [one for one in offered if one.reference not in taken]
        way = next((one for one in ways([panel], [one.part for one in free], given) if one.fits), None)
        if way is None:
            return ()
        chosen = free[way.controller]
        if chosen.reference.startswith((OF_THE_RIG, OWN)):
            taken.add(chosen.reference)  # of the book there are more
        step = taking(rig, [lot], way, chosen, instead_of if not found else None)
        document = apply_patch(document, step)
        rig = Rig.model_validate(document)
        patch = [*patch, *step]
        found.append(Arranged(way, chosen, patch))
    return tuple(found)


def taking(rig: Rig, lots: Sequence[Lot], way: Way, offered: Offered, instead_of: str | None) -> Patch:
    """The edit that wires panels so: an array, or the strings of one that is there, and its controller where it is new."""
    array_id = instead_of or free_id(rig.solar.arrays, "array")
    patch: list[dict[str, Any]] = []
    if offered.reference.startswith(OF_THE_RIG):
        controller = offered.reference.removeprefix(OF_THE_RIG)
    else:
        controller = free_id(rig.solar.controllers, "controller")
        position = 1 + max((one.position for one in rig.solar.controllers.values()), default=0)
        new = Controller(part=offered.reference, position=position)
        patch.append({"op": "add", "path": f"/solar/controllers/{controller}", "value": new.model_dump(mode="json")})
    strings = wired(array_id, lots, way.rows, way.fuses)
    if instead_of is None:
        position = 1 + max((one.position for one in rig.solar.arrays.values()), default=0)
        array = Array(position=position, controller=controller).model_dump(mode="json") | {"strings": strings}
        patch.append({"op": "add", "path": f"/solar/arrays/{array_id}", "value": array})
    else:
        base = f"/solar/arrays/{array_id}"
        patch += [
            {"op": "add", "path": f"{base}/strings", "value": strings},
            {"op": "add", "path": f"{base}/controller", "value": controller},
            {"op": "add", "path": f"{base}/plain_w", "value": None},
        ]
    return patch


def wired(array_id: str, lots: Sequence[Lot], rows: Sequence[Row], fuses: Sequence[float]) -> dict[str, Any]:
    """Strings of rows as members of the document, each with the fuse that it needs, or none said where it needs none.

    They are whole, with every member: a page shows them before the server has answered.
    """
    strings: dict[str, Any] = {}
    for row, fuse in zip(rows, fuses, strict=True):
        for _ in range(row.parallel):
            number = len(strings) + 1
            panels = {f"p-{at + 1}": LaidPanel(position=at, part=lots[row.lot].part) for at in range(row.series)}
            string = PvString(position=number, panels=panels, fuse_a=fuse or None)
            strings[f"{array_id[:32]}-s-{number}"] = string.model_dump(mode="json")
    return strings


def free_id(taken: Mapping[str, Any], name: str) -> str:
    """An id that nothing of a collection has."""
    return next(id for number in count(1) if (id := f"{name}-{number}") not in taken)


def panels_for(session: Session, actor: Actor, option_id: UUID, controller: str) -> tuple[list[Part], list[MayCome]]:
    """Which panels of the book and of the rig may come to a controller, and how many of each. Stores nothing.

    Raises
    ------
    NotThere
        No such option or controller.
    Unacceptable
        The bank's volts are not known.
    """
    worked = work_out(session, actor, option_id)
    parts = _every_part(session, actor, worked)
    chosen = _fitted(session, actor, worked)
    known = {one.reference: one.part for one in _controllers(worked.rig, parts, chosen, None, busy=True)}
    if controller not in known:
        raise NotThere("There is no such controller here.")
    panels = [part for part in parts.values() if isinstance(part, PanelPart)]
    try:
        found = may_come(panels, known[controller], conditions_of(worked.rig, worked.report.figures))
    except NoAnswer as error:
        raise Unacceptable(str(error)) from error
    return [*panels], found


@dataclass(frozen=True, slots=True)
class Room:
    """What the arrays still take, and what is free of the roof. [m²]"""

    growth: tuple[Growth, ...]
    rig: Rig
    free_m2: Figure | None


def room(session: Session, actor: Actor, option_id: UUID) -> Room:
    """What each array still takes like its own. Stores nothing.

    Raises
    ------
    NotThere
        No such option.
    Unacceptable
        The bank's volts are not known.
    """
    worked = work_out(session, actor, option_id)
    chosen = _fitted(session, actor, worked)
    try:
        growth = room_to_grow(worked.rig, chosen, conditions_of(worked.rig, worked.report.figures))
    except NoAnswer as error:
        raise Unacceptable(str(error)) from error
    return Room(tuple(growth), worked.rig, worked.report.figures.get("space.roof.free_m2"))


@dataclass(frozen=True, slots=True)
class Beside:
    """One way of putting new panels beside old ones: what a day then brings, and what speaks against it."""

    how: How
    patch: Patch
    seen: Glimpse
    price: tuple[Figure, ...]


def old_with_new(session: Session, actor: Actor, option_id: UUID, array_id: str, lot: Lot) -> tuple[Glimpse, list[Beside]]:
    """New panels beside those of an array: in one string, in parallel on its controller, on a controller of their own.

    Raises
    ------
    NotThere
        No such option, array or part.
    Unacceptable
        The array has no strings to put anything beside, or the bank's volts are not known.
    """
    worked = work_out(session, actor, option_id)
    array = worked.rig.solar.arrays.get(array_id)
    if array is None:
        raise NotThere("There is no such array.")
    if not array.strings:
        raise Unacceptable("Nobody has said which panels this array has: name them first.")
    parts, chosen = _every_part(session, actor, worked), _fitted(session, actor, worked)
    new = _panel(parts, lot.part)
    taken = parts_book(session, actor.scope)(book_references(worked.rig))
    try:
        given = conditions_of(worked.rig, worked.report.figures)
    except NoAnswer as error:
        raise Unacceptable(str(error)) from error
    book: dict[str, Part] = {**taken, **parts}
    keys = ("solar.have_wh_per_day", "solar.have_w")

    def tried(how: How, patch: Patch) -> Beside:
        rig, _ = patched(worked.rig, worked.document, patch)
        seen = glimpse(rig, book, before=worked.report, keys=(*keys, "parts.mass_kg"), codes=SOLAR_RULES)
        prices = tuple(figure for key, figure in seen.figures.items() if key.startswith("parts.price."))
        return Beside(how, patch, seen, prices)

    found = [tried("one_string", _in_one_string(worked, array_id, lot))]
    beside = _in_parallel(worked, chosen, array_id, lot, new, given)
    if beside is not None:
        found.append(tried("in_parallel", beside))
    offered = [one for one in _controllers(worked.rig, parts, chosen, None) if not one.reference.startswith(OF_THE_RIG)]
    alone = next((one for one in ways([(new, lot.count)], [one.part for one in offered], given) if one.fits), None)
    if alone is not None:
        found.append(tried("own_controller", taking(worked.rig, [lot], alone, offered[alone.controller], None)))
    now = glimpse(worked.rig, book, before=worked.report, keys=keys, codes=SOLAR_RULES)
    return now, found


def _in_one_string(worked: Worked, array_id: str, lot: Lot) -> Patch:
    """The new panels at the end of the array's first string."""
    id, string = next(iter(worked.rig.solar.arrays[array_id].ordered().items()))
    last = max(panel.position for panel in string.panels.values())
    added: dict[str, Any] = {}
    for at in range(lot.count):
        name = free_id({**string.panels, **added}, "n")
        added[name] = LaidPanel(position=last + 1 + at, part=lot.part).model_dump(mode="json")
    base = f"/solar/arrays/{array_id}/strings/{id}/panels"
    return [{"op": "add", "path": f"{base}/{name}", "value": value} for name, value in added.items()]


def _in_parallel(worked: Worked, chosen: Fitted, array_id: str, lot: Lot, new: PanelPart, given: Conditions) -> Patch | None:
    """The new panels as strings of their own beside the array's, with as many in series as come nearest to its volts."""
    array = worked.rig.solar.arrays[array_id]
    volts = worked.report.figures.get(f"solar.array.{array_id}.vmp_v")
    controller = controller_as_part(worked.rig, chosen, array.controller)
    if volts is None or controller is None:
        return None
    splits = [one.rows[0] for one in ways([(new, lot.count)], [controller], given)]
    vmp_v = points_of(new, given.number).vmp_v
    row = min(splits, key=lambda one: abs(one.series * vmp_v - volts.number))
    patch: list[dict[str, Any]] = []
    taken: dict[str, Any] = dict(array.strings)
    last = max(string.position for string in array.strings.values())
    for at, string in enumerate(wired(array_id, [lot], [row], [0.0]).values()):
        id = free_id(taken, f"{array_id[:30]}-n")
        taken[id] = string
        value = {**string, "position": last + 1 + at}
        patch.append({"op": "add", "path": f"/solar/arrays/{array_id}/strings/{id}", "value": value})
    return patch


@dataclass(frozen=True, slots=True)
class Curves:
    """The same panels in series and side by side, the string as it is in the sun with no shade, and the controller's window."""

    series: Curve
    parallel: Curve
    clear: Curve
    least_v: float | None
    most_v: float | None


def curves(session: Session, actor: Actor, option_id: UUID, string_id: str, sun: Sunshine) -> Curves:
    """The curves of a string of the rig. Stores nothing.

    Raises
    ------
    NotThere
        No such option or string.
    Unacceptable
        A plate of it makes no curve.
    """
    worked = work_out(session, actor, option_id)
    found = [
        (array, string)
        for array in worked.rig.solar.ordered_arrays().values()
        for id, string in array.ordered().items()
        if id == string_id
    ]
    if not found:
        raise NotThere("There is no such string.")
    array, string = found[0]
    chosen = _fitted(session, actor, worked)
    panels = [chosen.panels[laid.part] for laid in string.in_order()]
    figures, controller = worked.report.figures, controller_as_part(worked.rig, chosen, array.controller)
    charge_v, least_v = figures.get("storage.charge_v"), None
    if controller is not None and charge_v is not None and controller.method == "mppt":
        own = controller.running_margin_v
        least_v = charge_v.number + (conditions_of(worked.rig, figures).number("running_margin_v") if own is None else own)
    try:
        return Curves(
            in_series(panels, sun),
            in_parallel(panels, sun),
            in_series(panels, Sunshine(sun.w_per_m2, sun.cell_c, {})),
            least_v,
            None if controller is None else controller.most_v,
        )
    except NoAnswer as error:
        raise Unacceptable(str(error)) from error


def roof_plan(session: Session, actor: Actor, option_id: UUID) -> RoofScene:
    """The roof of an option with its panels, as a scene to draw.

    Raises
    ------
    NotThere
        No such option.
    Unacceptable
        The roof was not measured.
    """
    worked = work_out(session, actor, option_id)
    title = f"Roof plan, {worked.option.name}, revision {worked.revision.number}"
    try:
        return roof_scene(worked.rig, _fitted(session, actor, worked).panels, title)
    except NoAnswer as error:
        raise Unacceptable(str(error)) from error


def _fitted(session: Session, actor: Actor, worked: Worked) -> Fitted:
    return fitted(worked.rig, parts_book(session, actor.scope)(book_references(worked.rig)))


def _every_part(session: Session, actor: Actor, worked: Worked) -> dict[str, Part]:
    """Panels and controllers of the rig and of the book, by their references."""
    found: dict[str, Part] = {OWN + id: own.part for id, own in worked.rig.own_parts.items()}
    for kind in ("panel", "controller"):
        found |= {one.reference: one.part for one in list_parts(session, actor, kind) if not one.withdrawn}
    taken = parts_book(session, actor.scope)(book_references(worked.rig))
    return {**taken, **found}


def _panel(parts: Mapping[str, AnyPart], reference: str) -> PanelPart:
    part = parts.get(reference)
    if not isinstance(part, PanelPart):
        raise NotThere("There is no such panel.")
    return part


def _controllers(
    rig: Rig, parts: Mapping[str, Part], chosen: Fitted, instead_of: str | None, *, busy: bool = False
) -> list[Offered]:
    """Controllers of the rig that nothing else goes to, and those of its own parts and of the book."""
    taken = {array.controller for id, array in rig.solar.ordered_arrays().items() if id != instead_of}
    found = []
    for id in rig.solar.ordered_controllers():
        part = controller_as_part(rig, chosen, id)
        if part is not None and (busy or id not in taken):
            found.append(Offered(OF_THE_RIG + id, part))
    return found + [Offered(reference, part) for reference, part in parts.items() if isinstance(part, ControllerPart)]
