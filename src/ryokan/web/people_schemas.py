"""What the interface sends and gets about people, signing in and invitations."""

from __future__ import annotations

from datetime import datetime
from uuid import UUID

from pydantic import BaseModel, Field

from ryokan.web.schemas import Role, Sent, StepName
from ryokan.wording.quantities import UnitSystem


class Person(BaseModel):
    """Who is signed in."""

    id: UUID
    name: str
    role: str
    shop: str
    caution_read: bool
    units: UnitSystem


class StepAnswer(BaseModel):
    """A step of every rig."""

    step: StepName
    name: str


class SessionAnswer(BaseModel):
    """Whether somebody is signed in, and the token that writes have to carry; the steps in their order."""

    person: Person | None
    csrf_token: str
    caution: str
    steps: list[StepAnswer]


class Credentials(Sent):
    """Address and password."""

    email: str = Field(min_length=1, max_length=200)
    password: str = Field(min_length=1, max_length=200)


class UnitsChoice(Sent):
    """In which units quantities are shown to this person."""

    units: UnitSystem


class PasswordChange(Sent):
    """The password as it is and as it is to be."""

    old: str = Field(min_length=1, max_length=200)
    new: str = Field(min_length=1, max_length=200)


class TeamMember(BaseModel):
    """Somebody of the shop. Addresses are for owners, and one's own."""

    id: UUID
    name: str
    email: str | None
    role: str
    you: bool
    left: bool


class InvitationAnswer(BaseModel):
    """A place that waits to be taken."""

    email: str
    role: str
    expires_at: datetime


class TeamAnswer(BaseModel):
    """Who signs in to the shop, and who is asked to."""

    people: list[TeamMember]
    invitations: list[InvitationAnswer]


class NewInvitation(Sent):
    """Whom to ask in, as what."""

    email: str = Field(min_length=3, max_length=200, pattern=r"^[^@\s]+@[^@\s]+$")
    role: Role


class InvitationMade(BaseModel):
    """The link's token, told this once."""

    token: str


class Address(Sent):
    """An address."""

    email: str = Field(min_length=1, max_length=200)


class RoleChoice(Sent):
    """What somebody may do."""

    role: Role


class InvitationOffer(BaseModel):
    """What an invitation offers, for whoever holds its link."""

    shop: str
    email: str
    role: str


class InvitationToken(Sent):
    """The token of an invitation's link."""

    token: str = Field(min_length=1, max_length=200)


class InvitationAccepted(InvitationToken):
    """The place is taken."""

    name: str = Field(min_length=1, max_length=120)
    password: str = Field(min_length=1, max_length=200)
