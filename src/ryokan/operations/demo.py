"""The demo shop: invented people, invented jobs."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime, timedelta
from uuid import UUID

from sqlalchemy.orm import Session

from ryokan.core.job_file import JobFile, OptionFile
from ryokan.core.rig import SCHEMA_VERSION, Brief, Rig, Stay
from ryokan.core.survey.model import FoundBank, FoundInverter
from ryokan.core.vehicle import Vehicle
from ryokan.documents.sample_photograph import type_plate
from ryokan.operations.accounts import Actor, create_shop
from ryokan.operations.jobs import create_job
from ryokan.operations.parts import fill_book
from ryokan.operations.photographs import add_photograph, caption
from ryokan.parts.sample import sample_parts
from ryokan.store import people

SHOP = "Saltmarsh & Vane Mobile Power"
EMAIL = "ines@saltmarsh.example"
PASSWORD = "lantern-by-the-loom"
# Stage and days until it is wished for, of the jobs in the order in which they are begun.
STAGES = (("survey", None), ("building", 19), ("survey", 45), ("quoted", 80))


def load_demo(session: Session, examples: Sequence[JobFile], *, now: datetime) -> bool:
    """Found the demo shop with the example jobs and one that has only begun; False where it is there already."""
    if people.shop_by_name(session, SHOP) is not None:
        return False
    actor = create_shop(session, name=SHOP, owner_name="Ines Vane", email=EMAIL, password=PASSWORD, now=now)
    fill_book(session, actor, sample_parts(), now=now)
    begun = JobFile(
        format="ryokan-job",
        schema_version=SCHEMA_VERSION,
        title="Moth counters, panel van",
        customer="Fenland Moth Survey",
        options=(OptionFile(name="Proposed", rig=_begun_rig()),),
    )
    for age, job in enumerate(reversed([*examples, begun])):
        # Each a minute apart, so that the order of the cards does not depend on chance.
        at = now + timedelta(minutes=age)
        made = create_job(session, actor, title=job.title, customer=job.customer, now=at, options=job.options)
        made.job.stage, days = STAGES[age]
        made.job.wished_for = None if days is None else (now + timedelta(days=days)).date()
        _photograph(session, actor, made.job.id, job.options[0].rig, now=at)
    return True


def _photograph(session: Session, actor: Actor, job_id: UUID, rig: Rig, *, now: datetime) -> None:
    """The plates of the banks and inverters that a survey found."""
    for id, bank in rig.survey.of_kind(FoundBank).items():
        battery = bank.battery
        said = [f"{value:g} {unit}" for value, unit in ((battery.nominal_v, "V"), (battery.capacity_ah, "Ah")) if value]
        lines = ["STORAGE BATTERY", "   ".join(said), (battery.chemistry or "").upper()]
        kept = add_photograph(session, actor, job_id, type_plate(lines), pin=f"item:{id}", now=now)
        caption(session, actor, kept[-1].id, "label, front side")
    for id, inverter in rig.survey.of_kind(FoundInverter).items():
        lines = ["DC-AC INVERTER", f"{inverter.rated_w or 0:g} W", f"{rig.region.mains_v} V   {rig.region.mains_hz} Hz"]
        add_photograph(session, actor, job_id, type_plate(lines), pin=f"item:{id}", now=now + timedelta(seconds=1))


def _begun_rig() -> Rig:
    """A job of which only the first sentence is known."""
    return Rig(
        vehicle=Vehicle(kind="van", description="a panel van with a light trap on the roof"),
        brief=Brief(people=2, nights_away=5, days_without_charge=2, first_month=5, last_month=8),
        stays={"first": Stay(place="fen edge", month=6, nights=5, driving_hours_per_day=1.0)},
    )
