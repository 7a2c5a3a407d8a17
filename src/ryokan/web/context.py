"""What a request needs: the database, the clock, and who asks."""

from __future__ import annotations

import re
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from dataclasses import dataclass
from datetime import datetime

from flask import current_app, request, session
from sqlalchemy import Engine
from sqlalchemy.orm import Session

from ryokan.operations.accounts import Actor, actor_by_token
from ryokan.operations.errors import Unacceptable
from ryokan.operations.shop import reader as reader
from ryokan.store.database import transaction
from ryokan.web.problems import AnotherPerson, NotSignedIn

TOKEN = "token"
FOR_PERSON = "For-Person"  # what waited in a browser says whose it is, since others may have signed in there meanwhile


@dataclass(frozen=True, slots=True)
class Context:
    """Handed to the application once; the tests hand over their own."""

    engine: Engine
    clock: Callable[[], datetime]


def context() -> Context:
    """The context of the running application."""
    found: Context = current_app.extensions["ryokan"]
    return found


@contextmanager
def database() -> Iterator[Session]:
    """One transaction; stores nothing unless it ends well."""
    with transaction(context().engine) as opened:
        yield opened


@contextmanager
def signed_in() -> Iterator[tuple[Session, Actor]]:
    """One transaction of whoever is signed in.

    Raises
    ------
    NotSignedIn
        Nobody is, or the sign-in has expired.
    AnotherPerson
        The request is of somebody else than who is signed in.
    """
    with database() as opened:
        token = session.get(TOKEN)
        actor = actor_by_token(opened, token, now()) if token else None
        if actor is None:
            raise NotSignedIn("Sign in first.")
        if request.headers.get(FOR_PERSON) not in (None, str(actor.user_id)):
            raise AnotherPerson("Somebody else is signed in in this browser. What you typed waits until you are again.")
        yield opened, actor


def now() -> datetime:
    """The time, by the application's clock."""
    return context().clock()


def base_revision() -> int:
    """The revision that an edit was made on, by ``If-Match``.

    Raises
    ------
    Unacceptable
        The request names none.
    """
    header = (request.headers.get("If-Match") or "").strip('" ')
    if not re.fullmatch("[0-9]{1,9}", header):
        raise Unacceptable("An edit names the revision it was made on, in If-Match.")
    return int(header)
