"""Questions about the runs of an option. Nothing here stores anything."""

from __future__ import annotations

from collections.abc import Mapping
from uuid import UUID

from flask import Blueprint

from ryokan.core.schedules.ends import ends_of, marks_of
from ryokan.core.schedules.laid import PART_OF, WHEN_OF
from ryokan.core.survey.fill_runs import laid_nowhere
from ryokan.core.topology.signals import signals
from ryokan.core.wiring.buying import Cost, bears_a
from ryokan.core.wiring.selective import shown_to_open_first
from ryokan.core.wiring.small_wires import NOTHING_SAID, name_of_signal
from ryokan.core.wiring.things import RunOf, name_of_run, owners_of, place_of, the_main_run, where_it_stands
from ryokan.operations.ways_out import ways_out
from ryokan.operations.wiring_side import (
    FuseOffer,
    GearOffer,
    Proposal,
    WiringSide,
    circuits_offered,
    fuses_for,
    gear_for,
    lightened,
    mended,
    read_how_made,
    read_wiring_side,
)
from ryokan.web.answers import figure_value, worked_figure
from ryokan.web.context import reader, signed_in
from ryokan.web.spec import answers, spec
from ryokan.web.wiring_schemas import (
    CircuitOffered,
    CircuitsAnswer,
    CostAnswer,
    DcRunAnswer,
    FuseOfferAnswer,
    FuseOffers,
    GoneRun,
    MadeAnswer,
    OfOneRun,
    OfOneThing,
    RunChangeAnswer,
    SignalAnswer,
    Standing,
    WayOutAnswer,
    WaysOutAnswer,
    WiringAnswer,
    WiringProposalAnswer,
)
from ryokan.wording.reader import Reader
from ryokan.wording.wiring import AGAINST_A_FUSE, AGAINST_GEAR, WAYS_OUT

blueprint = Blueprint("wiring", __name__)

# What the list shows of a run; every other figure is met in the workings of these.
SHOWN = (
    "design_current_a", "one_way_length_m", "estimated_length_m", "fuse_floor_a", "fuse_a", "have_fuse_a",
    "conductor", "have_conductor", "ampacity_a", "best_ampacity_a", "drop_v", "best_drop_v", "path_drop_v",
    "allowed_drop_v", "fault_high_a", "fault_low_a", "bears_floor_a", "withstand_a2s",
)  # fmt: skip


# What stands in the row of a run, or beside its fields.
NOT_SHOWN = ("made.conductor", "made.length_m", "made.pieces", "made.near.stud", "made.far.stud")


@blueprint.get("/options/<uuid:option_id>/wiring")
@spec.validate(resp=answers(WiringAnswer, 404))
def read_wiring(option_id: UUID) -> WiringAnswer:
    """Every run of the DC side, what feeds others before them, with its figures."""
    with signed_in() as (session, actor):
        side = read_wiring_side(session, actor, option_id)
        its_reader = reader(session, actor)
    there = {one.run.key for one in side.runs.values()}
    wiring, main = side.rig.wiring, the_main_run(side.rig)
    marks = marks_of((main, *side.runs.values()))
    return WiringAnswer(
        revision=side.revision,
        main=_run(side, main, marks, its_reader),
        runs=[_run(side, one, marks, its_reader) for one in side.runs.values()],
        gone=[
            GoneRun(key=key, label=said.label, number=wiring.numbers.get(key))
            for key, said in wiring.runs.items()
            if key not in there
        ],
        signals=[
            SignalAnswer(
                key=key,
                name=name_of_signal(side.rig, one),
                kind=one.kind,
                fused=one.fused,
                length="" if (length := wiring.signals.get(key, NOTHING_SAID).length) is None else length.typed,
            )
            for key, one in signals(side.rig).items()
        ],
        stands=_stands(side),
        laid_nowhere=laid_nowhere(side.rig),
    )


def _stands(side: WiringSide) -> list[Standing]:
    if not side.rig.space.compartments:
        return []
    return [
        Standing(
            owner=owner,
            name=name,
            compartment=where_it_stands(side.rig, owner),
            said=owner in side.rig.wiring.stands,
        )
        for owner, name in owners_of(side.rig, (one.run for one in side.runs.values())).items()
    ]


def _run(side: WiringSide, one: RunOf, marks: Mapping[str, str], reader: Reader) -> DcRunAnswer:
    near, far = ends_of(side.rig, one)
    figures = {name: figure for name in SHOWN if (figure := side.figures.get(f"{one.base}.{name}")) is not None}
    return DcRunAnswer(
        key=one.run.key,
        id=one.id,
        number=side.rig.wiring.numbers.get(one.run.key),
        kind=one.run.kind,
        name=name_of_run(side.rig, one.run),
        mark=marks[one.run.key],
        part=PART_OF[one.run.kind],
        when=WHEN_OF[one.run.kind],
        near=near,
        far=far,
        behind="" if not one.behind else one.run.behind,
        found=one.found,
        fused=one.is_fused,
        length_at=place_of(one, "length"),
        conductor_at=place_of(one, "conductor"),
        length="" if one.length is None else one.length.typed,
        conductor=one.conductor,
        opens_first=shown_to_open_first(one, side.before(one), side.figures),
        figures={name: figure_value(figure, reader) for name, figure in figures.items()},
    )


@blueprint.get("/options/<uuid:option_id>/wiring/mended")
@spec.validate(resp=answers(WiringProposalAnswer, 404))
def read_mended(option_id: UUID) -> WiringProposalAnswer:
    """What raises every cable that is too small, and puts every fuse right that is not: one edit."""
    with signed_in() as (session, actor):
        return _proposal(mended(session, actor, option_id))


@blueprint.get("/options/<uuid:option_id>/wiring/lightest")
@spec.validate(resp=answers(WiringProposalAnswer, 404))
def read_lightest(option_id: UUID) -> WiringProposalAnswer:
    """The least copper that keeps every rule: one edit."""
    with signed_in() as (session, actor):
        return _proposal(lightened(session, actor, option_id))


@blueprint.get("/options/<uuid:option_id>/wiring/fuses")
@spec.validate(resp=answers(FuseOffers, 404, 422))
def read_fuses(option_id: UUID, query: OfOneRun) -> FuseOffers:
    """Fuses of the parts book for one run."""
    with signed_in() as (session, actor):
        found = fuses_for(session, actor, option_id, query.run)
    return FuseOffers(
        offers=[
            _offer(one, one.part.rated_a, one.part.breaks_a, [AGAINST_A_FUSE[code] for code in one.against]) for one in found
        ]
    )


@blueprint.get("/options/<uuid:option_id>/wiring/ways-out")
@spec.validate(resp=answers(WaysOutAnswer, 404))
def read_ways_out(option_id: UUID) -> WaysOutAnswer:
    """What to do where no stock size serves the main run."""
    with signed_in() as (session, actor):
        found = ways_out(session, actor, option_id)
    return WaysOutAnswer(
        ways=[
            WayOutAnswer(
                way=one.way,
                name=WAYS_OUT[one.way].format(count=one.count),
                conductor=one.conductor,
                fuse_a=one.fuse_a,
                copper_kg=one.copper_kg,
                costs=[_cost(cost) for cost in one.costs],
                patch=[dict(operation) for operation in one.patch],
            )
            for one in found
        ]
    )


@blueprint.get("/options/<uuid:option_id>/wiring/made")
@spec.validate(resp=answers(MadeAnswer, 404, 422))
def read_made(option_id: UUID, query: OfOneRun) -> MadeAnswer:
    """How one run is made: what is cut and crimped, how tightly it bends, how it is held and landed."""
    with signed_in() as (session, actor):
        made, its_reader = read_how_made(session, actor, option_id, query.run), reader(session, actor)
    shown = [key for key in made.keys if key.startswith("made.") and key not in NOT_SHOWN]
    return MadeAnswer(figures=[worked_figure(made.figures, key, its_reader) for key in shown])


@blueprint.get("/options/<uuid:option_id>/wiring/gear")
@spec.validate(resp=answers(FuseOffers, 404, 422))
def read_gear(option_id: UUID, query: OfOneThing) -> FuseOffers:
    """Bars, switches, shunts, disconnects or fuse boxes of the parts book for one of the rig."""
    with signed_in() as (session, actor):
        found = gear_for(session, actor, option_id, query.gear)
    return FuseOffers(
        offers=[_offer(one, bears_a(one.part), None, [AGAINST_GEAR[code] for code in one.against]) for one in found]
    )


@blueprint.get("/options/<uuid:option_id>/wiring/circuits")
@spec.validate(resp=answers(CircuitsAnswer, 404))
def read_circuits(option_id: UUID) -> CircuitsAnswer:
    """Circuits that loads of one group could share: one edit."""
    with signed_in() as (session, actor):
        one = circuits_offered(session, actor, option_id)
    return CircuitsAnswer(
        revision=one.revision,
        most_a=one.most_a,
        circuits=[CircuitOffered(name=name, loads=list(loads)) for name, loads in one.circuits.items()],
        patch=[dict(operation) for operation in one.patch],
    )


def _offer(one: FuseOffer | GearOffer, rated_a: float | None, breaks_a: float | None, against: list[str]) -> FuseOfferAnswer:
    return FuseOfferAnswer(
        reference=one.reference,
        name=one.part.name,
        rated_a=rated_a,
        rated_v=one.part.rated_v,
        breaks_a=breaks_a,
        price=None if one.cost is None else _cost(one.cost),
        against=against,
        patch=[dict(operation) for operation in one.patch],
    )


def _cost(one: Cost) -> CostAnswer:
    return CostAnswer(amount=one.amount, currency=one.currency)


def _proposal(one: Proposal | None) -> WiringProposalAnswer:
    if one is None:
        return WiringProposalAnswer(
            revision=0, changes=[], patch=[], copper_kg=[0, 0], costs=[], without_price=0, left=0, possible=False
        )
    return WiringProposalAnswer(
        revision=one.revision,
        changes=[
            RunChangeAnswer(
                key=change.one.run.key,
                name=name_of_run(one.rig, change.one.run),
                conductor=list(change.conductor),
                fuse_a=list(change.fuse_a),
                copper_kg=change.copper_kg,
                fuse_name="" if change.fuse is None else change.fuse.name,
                costs=[_cost(cost) for cost in (change.cable_cost, change.fuse_cost) if cost is not None],
            )
            for change in one.changes
        ],
        patch=[dict(operation) for operation in one.patch],
        copper_kg=list(one.copper_kg),
        costs=[_cost(cost) for cost in one.costs],
        without_price=one.without_price,
        left=len(one.left),
        possible=True,
    )
