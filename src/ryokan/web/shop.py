"""What the shop has settled for itself, and what figures rest on."""

from __future__ import annotations

from flask import Blueprint

from ryokan.core.data.shipped import shipped
from ryokan.operations import shop
from ryokan.operations.shop import ShopDefaults
from ryokan.web import answers as to_answer
from ryokan.web.context import now, reader, signed_in
from ryokan.web.shop_schemas import NewCheck, Notices, Reference, SettledDefaults, ShippedAnswer, Tables
from ryokan.web.spec import answers, spec

blueprint = Blueprint("shop", __name__)


@blueprint.get("/reference")
@spec.validate(resp=answers(Reference))
def read_reference() -> Reference:
    """Assumptions, stock sizes and sources."""
    with signed_in() as (session, actor):
        return to_answer.reference(reader(session, actor))


@blueprint.get("/reference/tables")
@spec.validate(resp=answers(Tables))
def read_tables() -> Tables:
    """Every table that formulas look things up in, with its source."""
    with signed_in():
        return to_answer.all_tables()


@blueprint.get("/reference/notices")
@spec.validate(resp=answers(Notices))
def read_notices() -> Notices:
    """What ships with the program and is by others: who is to be named, and the licence."""
    with signed_in():
        return Notices(
            shipped=[
                ShippedAnswer(
                    title=one.title,
                    kind=one.kind,
                    by=one.by,
                    licence=one.licence,
                    licence_url=one.licence_url,
                    changes=one.changes,
                )
                for one in shipped()
            ]
        )


@blueprint.put("/reference/sources/<string:source_id>/check")
@spec.validate(resp=answers(Reference, 403, 404, 422))
def record_check(source_id: str, json: NewCheck) -> Reference:
    """Remember that a source was compared with its printed text."""
    with signed_in() as (session, actor):
        shop.record_check(session, actor, source_id, edition=json.edition, on=json.on, now=now())
        return to_answer.reference(reader(session, actor))


@blueprint.delete("/reference/sources/<string:source_id>/check")
@spec.validate(resp=answers(Reference, 403))
def withdraw_check(source_id: str) -> Reference:
    """Forget that a source was compared."""
    with signed_in() as (session, actor):
        shop.withdraw_check(session, actor, source_id)
        return to_answer.reference(reader(session, actor))


@blueprint.get("/shop/defaults")
@spec.validate(resp=answers(ShopDefaults))
def read_defaults() -> ShopDefaults:
    """What a new rig of the shop starts from."""
    with signed_in() as (session, actor):
        return shop.shop_defaults(session, actor)


@blueprint.put("/shop/defaults")
@spec.validate(resp=answers(ShopDefaults, 403, 409, 422))
def settle_defaults(json: SettledDefaults) -> ShopDefaults:
    """Settle what a new rig of the shop starts from. Rigs there already stay as they are."""
    defaults = ShopDefaults.model_validate(json.model_dump(exclude={"seen"}))
    with signed_in() as (session, actor):
        return shop.settle_defaults(session, actor, defaults, seen=json.seen)
