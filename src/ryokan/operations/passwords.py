"""Passwords: which are taken, and hashing them without slowing everybody else.

A hash costs a core for some 50 ms. It is worked out by one thread of a process that yields to the others; those who have
signed in before on their device have a thread of their own, so that strangers do not stand before them.
"""

from __future__ import annotations

import os
import threading
from collections.abc import Callable, Iterable
from concurrent.futures import ThreadPoolExecutor
from contextlib import suppress
from functools import cache
from typing import TypeVar

from argon2 import PasswordHasher
from argon2.exceptions import VerificationError

from ryokan.operations.errors import Unacceptable
from ryokan.operations.gate import Gate

MIN_PASSWORD = 12
_LOOKED_AT = 72  # characters; more say no more of how soon a password is guessed
_LEAST_SCORE = 3  # of zxcvbn: more than a hundred million guesses
_POLITENESS = 10  # of the threads that hash: others go first

T = TypeVar("T")

# One lane a hash: with more, each would take every core. Argon2id with 46 MiB and one pass, as the OWASP cheat sheet on the
# storage of passwords has it (from memory, unverified).
HASHER = PasswordHasher(time_cost=1, memory_cost=47_104, parallelism=1)


class _Lane:
    """One polite thread, and a gate before it."""

    def __init__(self, waiting: int) -> None:
        self._gate = Gate(at_work=1, waiting=waiting)

    def run(self, work: Callable[[], T]) -> T:
        with self._gate.passed():
            return self._pool.submit(work).result()

    @property
    def _pool(self) -> ThreadPoolExecutor:
        return _pool_of(os.getpid(), id(self))


@cache
def _pool_of(process: int, lane: int) -> ThreadPoolExecutor:
    """Threads do not outlive a fork, so each process has its own."""
    return ThreadPoolExecutor(1, thread_name_prefix="passwords", initializer=_be_polite)


def _be_polite() -> None:
    with suppress(AttributeError, OSError):  # only Linux gives single threads a priority
        os.setpriority(os.PRIO_PROCESS, threading.get_native_id(), _POLITENESS)


_STRANGERS = _Lane(waiting=4)
_KNOWN = _Lane(waiting=8)


def matches(hashed: str | None, password: str, *, known: bool = False) -> bool:
    """Whether that is the password. None, for nobody, takes as long, so that addresses cannot be told apart by time.

    Raises
    ------
    Busy
        Too many ask at once.
    """

    def verify() -> bool:
        try:
            return HASHER.verify(hashed or _hash_of_nobody(), password) and hashed is not None
        except VerificationError:
            return False

    return (_KNOWN if known else _STRANGERS).run(verify)


def hash_of(password: str) -> str:
    """What is stored of a password. Raises Busy where too many ask at once."""
    return _KNOWN.run(lambda: HASHER.hash(password))


def is_outdated(hashed: str) -> bool:
    """Whether a hash was made in another way than they are made now."""
    return HASHER.check_needs_rehash(hashed)


@cache
def _hash_of_nobody() -> str:
    return HASHER.hash(os.urandom(16).hex())


def require_password(password: str, names: Iterable[str]) -> None:
    """Refuse what is short, or among what is guessed first: the commonest, one's own names, and what is like them.

    Raises
    ------
    Unacceptable
        It is.
    """
    from zxcvbn import zxcvbn  # here: few choose a password

    if len(password) < MIN_PASSWORD:
        raise Unacceptable(f"A password has at least {MIN_PASSWORD} characters.")
    own = [word for name in names for word in {name, *name.replace("@", " ").replace(".", " ").split()} if len(word) > 2]
    if zxcvbn(password[:_LOOKED_AT], user_inputs=own)["score"] < _LEAST_SCORE:
        raise Unacceptable("This password is easy to guess: a common one, a name, or like one. Take four words at random.")
