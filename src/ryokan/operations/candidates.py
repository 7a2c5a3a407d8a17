"""The parts for a place of a rig, each with what it would do to the promise, to price and mass, and what speaks against it."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from typing import Any, Literal, TypeAlias, get_args

from sqlalchemy.orm import Session

from ryokan.core.evaluate import Glimpse, glimpse
from ryokan.core.figure import Figure
from ryokan.core.findings.model import Finding
from ryokan.core.parts.arrange import arrangement
from ryokan.core.parts.fitted import book_references, references
from ryokan.core.parts.model import OWN, Battery, InverterPart, Part, PartKind
from ryokan.operations.accounts import Actor
from ryokan.operations.parts import list_parts, parts_book
from ryokan.operations.patches import Patch, patched
from ryokan.operations.rigs import Worked

CandidatePlace: TypeAlias = Literal["storage.bank", "inverter.chosen"]
PLACES: tuple[CandidatePlace, ...] = get_args(CandidatePlace)
KIND_BY_PLACE: dict[CandidatePlace, PartKind] = {"storage.bank": "battery", "inverter.chosen": "inverter"}

# Findings that the choice of a part decides; what else is wrong with the rig is not held against it.
DECIDED: dict[CandidatePlace, frozenset[str]] = {
    "storage.bank": frozenset(
        {
            "storage.days_short",
            "storage.series_off_class",
            "storage.unit_of_other_chemistry",
            "storage.too_many_units",
            "storage.bms_below_main_current",
            "storage.fits_no_compartment",
            "storage.compartment_too_small",
            "storage.one_bms_out",
            "storage.axle_overloaded",
            "survey.payload_exceeded",
            "inverter.surge_over_bms",
            "charging.over_bank_limit",
            "charging.over_usual_rate",
        }
    ),
    "inverter.chosen": frozenset(
        {
            "inverter.continuous_short",
            "inverter.surge_short",
            "inverter.other_bank_volts",
            "inverter.other_mains",
            "inverter.volts_class_low",
            "inverter.other_frequency",
            "inverter.one_leg_for_two",
            "inverter.modified_sine",
            "inverter.compartment_unfit",
            "inverter.not_ignition_protected",
            "inverter.surge_over_bms",
            "survey.payload_exceeded",
            "storage.bms_below_main_current",
        }
    ),
}


# What is shown of each; prices come along with the mass.
SHOWN = ("storage.days_without_charge", "storage.headroom_frac", "parts.mass_kg")


@dataclass(frozen=True, slots=True)
class Candidate:
    """A part at a place: ``against`` are the findings that it would bring or leave there."""

    reference: str
    own: bool
    part: Part
    arrangement: str
    patch: Patch
    chosen: bool
    seen: Glimpse
    against: tuple[Finding, ...]

    @property
    def fits(self) -> bool:
        """Nothing but advice speaks against it."""
        return all(finding.severity == "advice" for finding in self.against)

    @property
    def days(self) -> Figure | None:
        """How long the bank would last."""
        return self.seen.figures.get("storage.days_without_charge")

    @property
    def headroom(self) -> Figure | None:
        """What growth of the use the bank would still take."""
        return self.seen.figures.get("storage.headroom_frac")

    @property
    def mass(self) -> Figure | None:
        """Mass of what is chosen, with it."""
        return self.seen.figures.get("parts.mass_kg")

    @property
    def price(self) -> Figure | None:
        """Price of what is chosen, with it, where it is in one currency."""
        prices = [figure for key, figure in self.seen.figures.items() if key.startswith("parts.price.")]
        return prices[0] if len(prices) == 1 else None


def candidates(session: Session, actor: Actor, opened: Worked, place: CandidatePlace) -> list[Candidate]:
    """Every part of the book and of the rig that could go to a place, those that fit first, the lighter before the heavier.

    Batteries come in as many units as the need asks for; those whose volts do not make the class are left out.
    """
    chosen = {reference for pointer, reference in references(opened.rig) if pointer.startswith(f"/{place.replace('.', '/')}")}
    taken = parts_book(session, actor.scope)(book_references(opened.rig))
    found = []
    for reference, part in _parts(session, actor, opened, KIND_BY_PLACE[place]):
        offer = _offer(opened, part, reference)
        if offer is None:
            continue
        arranged, patch = offer
        rig, _ = patched(opened.rig, opened.document, patch)
        seen = glimpse(rig, {**taken, reference: part}, before=opened.report, keys=SHOWN, codes=DECIDED[place])
        own = reference.startswith(OWN)
        found.append(Candidate(reference, own, part, arranged, patch, reference in chosen, seen, seen.findings))
    return sorted(found, key=lambda one: (not one.fits, len(one.against), one.mass.number if one.mass else 0.0, one.part.name))


def _parts(session: Session, actor: Actor, opened: Worked, kind: PartKind) -> Iterator[tuple[str, Part]]:
    for id, own in opened.rig.own_parts.items():
        if own.part.kind == kind:
            yield OWN + id, own.part
    for one in list_parts(session, actor, kind):
        if not one.withdrawn:
            yield one.reference, one.part


def _offer(opened: Worked, part: Part, reference: str) -> tuple[str, list[dict[str, Any]]] | None:
    """How the part would be put in, in words and as a patch; None where it cannot make the volts."""
    figures, storage = opened.report.figures, opened.rig.storage
    if isinstance(part, Battery):
        if part.chemistry != storage.chemistry:
            return None
        # Out of the price list each is taken in as many as the audit asks for: what it would give in days stands beside it.
        need = "storage.need_by.audit_wh" if storage.school == "price_list" else "storage.need_wh"
        made = arrangement(part, figures["storage.nominal_v"].number, figures[need].number)
        if made is None:
            return None
        units = {"part": reference, "series": made.series, "parallel": made.parallel}
        words = f"{made.series} in series, {made.parallel} in parallel" if made.series > 1 else f"{made.parallel} in parallel"
        return (
            "one" if made.series * made.parallel == 1 else words,
            [{"op": "add", "path": "/storage/bank", "value": {"units": units}}],
        )
    assert isinstance(part, InverterPart)
    return "one", [{"op": "add", "path": "/inverter/chosen", "value": {"part": reference}}]
