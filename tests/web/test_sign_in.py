"""Guessing at passwords: slow for strangers, never in the way of those who have been here before."""

from __future__ import annotations

from collections import Counter
from concurrent.futures import ThreadPoolExecutor
from datetime import timedelta
from typing import Any

import pytest
from flask.testing import FlaskClient
from shops import Shops, assert_problem
from werkzeug.test import TestResponse

from ryokan.operations.errors import Busy
from ryokan.operations.gate import Gate
from ryokan.operations.sign_in import ATTEMPTS_ALLOWED, ATTEMPTS_OF_A_NETWORK, GUESSES_OF_A_DEVICE

ADA = "ada@a.example"


class Device:
    """A browser with its cookies, at a network address."""

    def __init__(self, shops: Shops, address: str = "192.0.2.1") -> None:
        self.client: FlaskClient = shops.app.test_client()
        self.client.environ_base["REMOTE_ADDR"] = address

    def sign_in(self, password: str, email: str = ADA) -> TestResponse:
        token = self.client.get("/api/v1/session").json["csrf_token"]
        return self.client.post("/api/v1/session", json={"email": email, "password": password}, headers={"X-CSRF-Token": token})


def test_strangers_cannot_lock_out_a_device_that_has_signed_in_before(shops: Shops) -> None:
    known, stranger = Device(shops), Device(shops, "198.51.100.7")
    assert known.sign_in("pw").status_code == 200
    for _ in range(ATTEMPTS_ALLOWED):
        assert_problem(stranger.sign_in("guess"), 401, "wrong_credentials")

    assert_problem(stranger.sign_in("pw"), 429, "too_many_attempts")
    assert_problem(Device(shops, "203.0.113.9").sign_in("pw"), 429, "too_many_attempts")
    assert known.sign_in("guess").status_code == 401
    assert known.sign_in("pw").status_code == 200


def test_a_device_is_known_to_its_own_person_alone_and_forgotten_after_many_guesses(shops: Shops) -> None:
    known, stranger = Device(shops), Device(shops, "198.51.100.7")
    known.sign_in("pw", "cy@b.example")
    known.sign_in("pw")
    for _ in range(ATTEMPTS_ALLOWED):
        stranger.sign_in("guess", "cy@b.example")
        stranger.sign_in("guess")

    for _ in range(GUESSES_OF_A_DEVICE):
        assert known.sign_in("guess").status_code == 401
    assert_problem(known.sign_in("pw"), 429, "too_many_attempts")


def test_a_network_address_guesses_so_many_times_whatever_the_accounts(shops: Shops) -> None:
    known, guesser = Device(shops, "2001:db8::1"), Device(shops, "2001:db8::2")  # of one network of 64 bits
    known.sign_in("pw")
    for number in range(ATTEMPTS_OF_A_NETWORK):
        assert guesser.sign_in("guess", f"{number}@a.example").status_code == 401

    assert_problem(guesser.sign_in("pw", "cy@b.example"), 429, "too_many_attempts")
    assert Device(shops, "2001:db8:0:1::1").sign_in("pw", "cy@b.example").status_code == 200
    assert known.sign_in("pw").status_code == 200
    shops.clock.now += timedelta(minutes=16)
    assert guesser.sign_in("pw", "cy@b.example").status_code == 200


def test_guesses_at_once_count_as_those_one_after_the_other(shops: Shops) -> None:
    devices = [Device(shops, f"192.0.2.{number}") for number in range(24)]

    with ThreadPoolExecutor(24) as pool:
        statuses = Counter(answer.status_code for answer in pool.map(lambda device: device.sign_in("guess"), devices))

    assert statuses[401] <= ATTEMPTS_ALLOWED
    assert set(statuses) <= {401, 429, 503}
    assert sum(statuses.values()) == 24


def test_old_passwords_are_guessed_at_so_many_times(shops: Shops) -> None:
    browser = shops.browser()
    change: dict[str, Any] = {"old": "guess", "new": "seven wet trombones"}
    for _ in range(ATTEMPTS_ALLOWED):
        assert_problem(browser.send("PUT", "/session/password", change), 422, "unacceptable")

    assert_problem(browser.send("PUT", "/session/password", {**change, "old": "pw"}), 429, "too_many_attempts")
    shops.clock.now += timedelta(minutes=16)
    assert browser.send("PUT", "/session/password", {**change, "old": "pw"}).status_code == 200


@pytest.mark.parametrize(
    ("password", "says"),
    [
        ("tooshort", "at least 12 characters"),
        ("password1234", "easy to guess"),
        ("qwertyuiop12", "easy to guess"),
        ("iloveyou1234", "easy to guess"),
        ("aaaaaaaaaaaaaaaa", "easy to guess"),
        ("ada@a.example", "easy to guess"),
        ("Ada2026Ada2026", "easy to guess"),
        ("x" * 190, "easy to guess"),
    ],
)
def test_passwords_that_are_guessed_first_are_refused(shops: Shops, password: str, says: str) -> None:
    refused = shops.browser().send("PUT", "/session/password", {"old": "pw", "new": password})

    assert says in assert_problem(refused, 422, "unacceptable")["detail"]


def test_a_gate_lets_a_few_in_and_sends_the_rest_away() -> None:
    gate = Gate(at_work=1, waiting=0)

    with gate.passed(), pytest.raises(Busy), gate.passed():
        raise AssertionError("two were let in")
    with gate.passed():
        pass


def test_signing_out_everywhere_makes_every_device_a_stranger(shops: Shops) -> None:
    known, stranger = Device(shops), Device(shops, "198.51.100.7")
    token = known.sign_in("pw").json["csrf_token"]
    known.client.delete("/api/v1/session/everywhere", headers={"X-CSRF-Token": token})
    for _ in range(ATTEMPTS_ALLOWED):
        stranger.sign_in("guess")

    assert_problem(known.sign_in("pw"), 429, "too_many_attempts")
