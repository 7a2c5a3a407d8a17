"""Questions about the AC side of an option. Nothing here stores anything."""

from __future__ import annotations

from uuid import UUID

from flask import Blueprint

from ryokan.core.ac.card import CardStep, card
from ryokan.core.ac.picture import Picture, PictureNode, pictures
from ryokan.core.ac.schools import schools
from ryokan.core.ac.states import AcStates
from ryokan.core.ac.things import name_of_charger
from ryokan.core.rig import Rig
from ryokan.operations.ac_side import read_ac_side
from ryokan.web.ac_schemas import AcAnswer, CardStepAnswer, NodeAnswer, PictureAnswer, SchoolAnswer, SideAnswer, WireAnswer
from ryokan.web.context import signed_in
from ryokan.web.spec import answers, spec
from ryokan.wording.ac_pages import SCHOOL_WORDS, in_sentences, name_of_node, step_in_words, title_of, title_of_side

blueprint = Blueprint("ac", __name__)


@blueprint.get("/options/<uuid:option_id>/ac")
@spec.validate(resp=answers(AcAnswer, 404))
def read_ac(option_id: UUID) -> AcAnswer:
    """Pictures of the AC side in each mode, the card of arriving and leaving, and schools to begin by."""
    with signed_in() as (session, actor):
        side = read_ac_side(session, actor, option_id)
    rig, states = side.rig, side.states
    return AcAnswer(
        revision=side.revision,
        pictures=[_picture(rig, states, one) for one in pictures(rig, states)] if side.drawn else [],
        card=[
            SideAnswer(side=of, title=title_of_side(rig, of), steps=[_step(step) for step in steps])
            for of, steps in card(rig, states).items()
        ],
        schools=[
            SchoolAnswer(
                school=one.school,
                name=SCHOOL_WORDS[one.school].what,
                what=SCHOOL_WORDS[one.school].why,
                usual=one.usual,
                patch=[dict(operation) for operation in one.patch],
            )
            for one in schools(rig, side.rated_w)
        ],
    )


def _step(step: CardStep) -> CardStepAnswer:
    words = step_in_words(step)
    return CardStepAnswer(do=words.what, forgotten=words.why)


def _picture(rig: Rig, states: AcStates, one: Picture) -> PictureAnswer:
    return PictureAnswer(
        modes=list(one.modes),
        title=title_of(rig, one),
        sentences=list(in_sentences(rig, states, one)),
        nodes=[_node(rig, node, generator="generator" in one.modes) for node in one.nodes],
        wires=[
            WireAnswer(tail=wire.tail, head=wire.head, role=wire.role, state=wire.state, carries=wire.carries)
            for wire in one.wires
        ],
    )


def _node(rig: Rig, node: PictureNode, *, generator: bool) -> NodeAnswer:
    return NodeAnswer(
        id=node.id,
        kind=node.kind,
        name=name_of_node(rig, node, generator=generator),
        column=node.column,
        row=node.row,
        carries=node.carries,
        legs=list(node.legs),
        hung=[_hung(rig, one) for one in node.hung],
        doing=node.doing,
        bond=node.bond,
    )


def _hung(rig: Rig, node: str) -> str:
    family, _, id = node.partition(":")
    return name_of_charger(rig, id) if family == "charger" else rig.loads[id].name
