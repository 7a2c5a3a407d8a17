"""Signing in: guesses are counted before they are looked at, by account and by network, so that many at once count as well.

A device that has signed in carries a token. Its person's right password is taken there whatever strangers do elsewhere;
after many wrong ones the device is a stranger again.
"""

from __future__ import annotations

import ipaddress
import secrets
from contextlib import suppress
from dataclasses import dataclass
from datetime import datetime, timedelta
from uuid import UUID

from sqlalchemy.orm import Session

from ryokan.operations.accounts import digest
from ryokan.operations.errors import Busy, TooManyAttempts, WrongCredentials
from ryokan.operations.passwords import hash_of, is_outdated
from ryokan.store import people
from ryokan.store.models import KnownDeviceRow, SignInRow, UserRow

SIGNED_IN_FOR = timedelta(days=14)
DEVICE_KNOWN_FOR = timedelta(days=365)
ATTEMPTS_ALLOWED = 8  # of an account, from devices that are not known to it
ATTEMPTS_OF_A_NETWORK = 40
ATTEMPTS_WITHIN = timedelta(minutes=15)
GUESSES_OF_A_DEVICE = 30  # in a row
DEVICES_OF_A_PERSON = 20


@dataclass(frozen=True, slots=True)
class Guess:
    """A guess that has been counted: whose password it is to be held against, and what to forget if it is right."""

    user_id: UUID | None
    shop_id: UUID | None
    password_hash: str | None
    account: str
    attempts: tuple[int, ...]
    known: bool
    device: str | None


@dataclass(frozen=True, slots=True)
class Tokens:
    """For the cookies of a browser that has signed in."""

    sign_in: str
    device: str


def count_guess(session: Session, *, email: str, network: str, device: str | None, now: datetime) -> Guess:
    """Count a guess before the password is looked at; the caller commits.

    Raises
    ------
    TooManyAttempts
        The account or the network has guessed too often within the last quarter of an hour, and the device is not known.
    """
    account = digest(email.strip().lower())
    user = people.user_by_email(session, email.strip())
    if user is not None and user.left_at is not None:
        user = None
    known = _known_device(session, user, device, now)
    attempts: list[int] = []
    if known is None:
        people.forget_attempts_before(session, now - ATTEMPTS_WITHIN)
        limits = {account: ATTEMPTS_ALLOWED, digest(f"network {_network(network)}"): ATTEMPTS_OF_A_NETWORK}
        attempts = [count_attempt(session, of, allowed, now) for of, allowed in sorted(limits.items())]
    return Guess(
        user_id=None if user is None else user.id,
        shop_id=None if user is None else user.shop_id,
        password_hash=None if user is None else user.password_hash,
        account=account,
        attempts=tuple(attempts),
        known=known is not None,
        device=device,
    )


def count_attempt(session: Session, of: str, allowed: int, now: datetime) -> int:
    """Count an attempt of something, by its digest; its number, to take it back.

    Raises
    ------
    TooManyAttempts
        There were as many as are allowed within the last quarter of an hour.
    """
    people.lock_attempts(session, of)
    if people.attempts(session, of, now - ATTEMPTS_WITHIN) >= allowed:
        minutes = int(ATTEMPTS_WITHIN.total_seconds() // 60)
        raise TooManyAttempts(f"Too many attempts. Wait {minutes} minutes and try again.")
    return people.add_attempt(session, of, now)


def take_back(session: Session, guess: Guess) -> None:
    """Count a guess no longer."""
    people.take_attempts_back(session, guess.attempts)


def wrong_guess(session: Session, guess: Guess) -> WrongCredentials:
    """What to answer to a wrong password, which stays counted; the caller commits before it raises that."""
    if guess.known and guess.device and guess.user_id:
        found = people.known_device(session, digest(guess.device), guess.user_id)
        if found is not None:
            found.failures += 1
            if found.failures >= GUESSES_OF_A_DEVICE:
                session.delete(found)
    return WrongCredentials("This address and password do not match. Check both and try again.")


def right_guess(session: Session, guess: Guess, password: str, now: datetime) -> Tokens:
    """Sign the browser in, and know its device from now on."""
    assert guess.user_id is not None
    assert guess.shop_id is not None
    user = people.user(session, guess.shop_id, guess.user_id)
    people.forget_attempts(session, guess.account)
    people.take_attempts_back(session, guess.attempts)
    if is_outdated(user.password_hash):
        with suppress(Busy):  # next time, then
            user.password_hash = hash_of(password)
    return Tokens(start_sign_in(session, user, now), know_device(session, user, guess.device, now))


def start_sign_in(session: Session, user: UserRow, now: datetime) -> str:
    """A new token for the user's browser; only its hash is stored."""
    token = secrets.token_urlsafe(32)
    sign_in = SignInRow(token_hash=digest(token), shop_id=user.shop_id, user_id=user.id, expires_at=now + SIGNED_IN_FOR)
    people.add_sign_in(session, sign_in, now)
    return token


def know_device(session: Session, user: UserRow, device: str | None, now: datetime) -> str:
    """The token by which a device is known to a person: the one that it was given, for whomever, or a new one."""
    token = device if device and people.is_device(session, digest(device)) else secrets.token_urlsafe(32)
    people.keep_device(
        session,
        KnownDeviceRow(
            token_hash=digest(token), shop_id=user.shop_id, user_id=user.id, failures=0, expires_at=now + DEVICE_KNOWN_FOR
        ),
        at_most=DEVICES_OF_A_PERSON,
        now=now,
    )
    return token


def _known_device(session: Session, user: UserRow | None, device: str | None, now: datetime) -> KnownDeviceRow | None:
    if user is None or not device:
        return None
    found = people.known_device(session, digest(device), user.id)
    return found if found is not None and found.expires_at > now else None


def _network(address: str) -> str:
    """What is counted as one: an IPv4 address, or the 64 bits of IPv6 that one household or firm is given."""
    try:
        parsed = ipaddress.ip_address(address)
    except ValueError:
        return address
    return str(ipaddress.ip_network((parsed, 64), strict=False)) if parsed.version == 6 else str(parsed)
