"""The API as a browser meets it: sign-in, problems, and nothing of another shop."""

from __future__ import annotations

import gzip
import json
from datetime import timedelta
from typing import Any
from xml.etree import ElementTree

import pytest
from flask import Flask
from shops import LAMP, LINK, PART, Shops, assert_problem, filled
from sqlalchemy import func, select
from werkzeug.test import TestResponse

from ryokan.operations.sign_in import ATTEMPTS_ALLOWED
from ryokan.store.database import transaction
from ryokan.store.models import SignInAttemptRow
from ryokan.web.spec import openapi


def routes(app: Flask) -> list[tuple[str, str]]:
    return sorted(
        (method, rule.rule.removeprefix("/api/v1"))
        for rule in app.url_map.iter_rules()
        for method in (rule.methods or set()) - {"HEAD", "OPTIONS"}
        if rule.rule.startswith("/api/v1") and "/docs" not in rule.rule
    )


BODIES: dict[str, Any] = {
    "/jobs": {"title": "t", "customer": "c"},
    "/jobs/<uuid:job_id>": {"stage": "quoted"},
    "/options/<uuid:option_id>/removal": {"removed": False},
    "/options/<uuid:option_id>/system": {"name": "Barge"},
    "/jobs/<uuid:job_id>/notes": {"notes": "aft locker leaks"},
    "/options/<uuid:option_id>/copies": {"name": "Other"},
    "/options/<uuid:option_id>/lines": {"line": "lamp 3 W 5 h"},
    "/options/<uuid:option_id>/load-sets": {"name": "weekender", "load_id": None},
    "/options/<uuid:option_id>/systems": {"name": "Dinghy", "this_name": "Van", "vehicle": {"kind": "motor boat"}},
    "/options/<uuid:option_id>/runs": {"loads": ["a"], "from_frac": 0.8},
    "/options/<uuid:option_id>/recharges": {"from_frac": 0.5},
    "/options/<uuid:option_id>/overruled": {"finding": "storage.days_short", "reason": "they know"},
    "/options/<uuid:option_id>/bank-that-keeps": {"dawn": 1, "left_frac": 0.5},
    "/options/<uuid:option_id>/wishes": {"said": "four days of rain"},
    "/options/<uuid:option_id>/trial/questions": {"said": "three days of rain"},
    "/options/<uuid:option_id>/found-lines": {"line": "inverter 2000W under the bed", "id": "new", "position": 1},
    "/photographs/<uuid:photograph_id>/caption": {"caption": "aft locker"},
    "/options/<uuid:option_id>/comments": {"pin": "run:main", "text": "Through which bulkhead?"},
    "/comments/<uuid:comment_id>/resolution": {"resolved": True},
    "/parts": PART,
    "/parts/<uuid:part_id>": PART,
    "/parts/<uuid:part_id>/withdrawal": {"withdrawn": True},
    "/people/<uuid:user_id>/role": {"role": "fitter"},
    "/invitations": {"email": "new@a.example", "role": "viewer"},
    "/invitations/withdrawal": {"email": "new@a.example"},
    "/session/password": {"old": "pw", "new": "a longer password"},
    "/session/units": {"units": "us"},
    "/shop/defaults": {"currency": "USD"},
    "/reference/sources/<string:source_id>/check": {"edition": "2021", "on": "2026-04-30"},
}
NO_SIGN_IN = ("/session", "/health", "/readiness", "/invitations/offer", "/invitations/acceptance")

EVERYBODY = {"owner", "designer", "fitter", "viewer"}
EDITORS = {"owner", "designer"}
# Writes that are not an editor's alone.
WHO_MAY: dict[str, set[str]] = {
    "/options/<uuid:option_id>/lines": EVERYBODY,
    "/options/<uuid:option_id>/preview": EVERYBODY,
    "/options/<uuid:option_id>/runs": EVERYBODY,
    "/options/<uuid:option_id>/recharges": EVERYBODY,
    "/options/<uuid:option_id>/bank-that-keeps": EVERYBODY,
    "/options/<uuid:option_id>/wishes": EVERYBODY,
    "/options/<uuid:option_id>/trial/questions": EVERYBODY,
    "/options/<uuid:option_id>/trial/long": EVERYBODY,
    "/options/<uuid:option_id>/found-lines": EVERYBODY,
    **{
        f"/options/<uuid:option_id>{ending}": EVERYBODY
        for ending in ("/arrangements", "/panels-for-controller", "/old-with-new", "/curves")
    },
    "/jobs/<uuid:job_id>/photographs": EVERYBODY - {"viewer"},
    "/photographs/<uuid:photograph_id>": EVERYBODY - {"viewer"},
    "/photographs/<uuid:photograph_id>/caption": EVERYBODY - {"viewer"},
    "/options/<uuid:option_id>/comments": EVERYBODY - {"viewer"},
    "/comments/<uuid:comment_id>/resolution": EVERYBODY - {"viewer"},
    "/people/<uuid:user_id>/role": {"owner"},
    "/people/<uuid:user_id>": {"owner"},
    "/invitations": {"owner"},
    "/invitations/withdrawal": {"owner"},
    "/shop/defaults": {"owner"},
}


SUN = {"kind": "panel", "name": "60 cells", "rated_w": 300, "voc_v": 40, "vmp_v": 32, "isc_a": 9.8, "imp_a": 9.4}
ARRAY = {"strings": {"roof-s1": {"panels": {"p1": {"part": "own:sun"}}}}, "controller": "mppt"}
OF_ARRAYS = {
    "/arrangements": {"lots": [{"part": "own:sun", "count": 2}], "instead_of": "roof"},
    "/panels-for-controller": {"controller": "rig:mppt"},
    "/old-with-new": {"array": "roof", "lot": {"part": "own:sun", "count": 1}},
    "/curves": {"string": "roof-s1", "shaded": {"0": 0.5}},
}


def body_for(path: str, shops: Shops) -> Any:
    asked = next((body for ending, body in OF_ARRAYS.items() if path.endswith(ending)), None)
    if asked is not None:
        shops.browser().edit(
            shops.option_id,
            {"op": "add", "path": "/own_parts/sun", "value": {"part": SUN, "standing": "kept"}},
            {"op": "add", "path": "/solar/controllers/mppt", "value": {"rated_a": 30, "method": "mppt", "most_v": 100}},
            {"op": "add", "path": "/solar/arrays/roof", "value": ARRAY},
        )
        return asked
    if path == "/options/<uuid:option_id>/links":
        return {"other_option_id": shops.second_system(), "link": LINK, "volts_of_fed_bank": True}
    if path.endswith(("/rig", "/preview")):
        return [{"op": "add", "path": "/loads/a", "value": LAMP}]
    return BODIES.get(path)


def test_every_route_with_ids_answers_404_to_another_shop_and_serves_its_own(shops: Shops) -> None:
    own, stranger = shops.browser(), shops.browser("cy@b.example")
    with_ids = [(method, path) for method, path in routes(shops.app) if "<uuid:" in path]

    assert len(with_ids) >= 25
    for method, path in with_ids:
        address = filled(path, shops)
        assert_problem(stranger.send(method, address, body_for(path, shops), If_Match='"1"'), 404, "not_there")
        assert own.send(method, address, body_for(path, shops), If_Match='"1"').status_code != 404, path
    assert stranger.get("/jobs").json["jobs"] == []
    assert stranger.get("/parts").json["parts"] == []


def test_every_route_but_a_few_wants_a_sign_in(shops: Shops) -> None:
    client = shops.app.test_client()
    token = client.get("/api/v1/session").json["csrf_token"]
    for method, path in routes(shops.app):
        if path in NO_SIGN_IN:
            continue
        address = f"/api/v1{filled(path, shops)}"
        headers = {"X-CSRF-Token": token, "If-Match": "1"}
        response = client.open(address, method=method, json=body_for(path, shops), headers=headers)
        assert_problem(response, 401, "not_signed_in")


def test_every_write_wants_the_token_of_the_page(shops: Shops) -> None:
    browser = shops.browser()
    browser.token = "stale"
    for method, path in routes(shops.app):
        if method != "GET":
            assert_problem(browser.send(method, filled(path, shops), body_for(path, shops)), 403, "csrf")


def test_edit_answers_with_what_changed_and_reads_back(shops: Shops) -> None:
    browser = shops.browser()

    patch = [{"op": "add", "path": "/loads/lamp", "value": LAMP}]
    edited = browser.edit(shops.option_id, *patch, Edit_Id="a" * 12)

    assert (edited["revision"], edited["undo"]) == (2, "added lamp")
    need = next(line for line in edited["ledger"] if line["label"] == "Bank, LFP")["need"]
    figures = browser.get(f"/options/{shops.option_id}/report?step=storage").json["figures"]
    assert figures["storage.need_wh"]["value"] == need["value"]
    working = browser.get(f"/options/{shops.option_id}/figures/storage.need_wh").json
    assert working["inputs"][0]["figures"][0]["key"] == "loads.worst_run_wh_with_margin"
    assert working["source"]["from_memory"]


@pytest.mark.parametrize(
    ("send", "status", "code", "pointer"),
    [
        ({"body": [{"op": "add", "path": "/loads/a", "value": {**LAMP, "hours_per_day": 30}}]}, 422, "unacceptable", "/loads/a/hours_per_day"),
        ({"body": [{"op": "sing", "path": "/loads/a"}]}, 422, "unacceptable", "/0/op"),
        ({"body": [{"op": "copy", "from": "/loads", "path": "/loads/a"}]}, 422, "unacceptable", "/0/op"),
        ({"body": []}, 422, "unacceptable", None),
        ({"body": [{"op": "remove", "path": "/loads/none"}]}, 422, "unacceptable", "/loads/none"),
        ({"body": [{"op": "add", "path": "/brief/people", "value": 3}], "If_Match": "x"}, 422, "unacceptable", None),
        ({"body": [{"op": "add", "path": "/brief/people", "value": 3}], "If_Match": '"7"'}, 412, "stale", None),
        ({"body": [{"op": "add", "path": "/brief/people", "value": 3}], "Edit_Id": "!"}, 422, "unacceptable", None),
        ({"body": [{"op": "add", "path": "/brief/people", "value": 3}], "Seen_At": "one"}, 422, "unacceptable", None),
        ({"body": [{"op": "add", "path": "/brief/people", "value": 3}], "Own_Revisions": "1,2"}, 422, "unacceptable", None),
    ],
)  # fmt: skip
def test_bad_edit_is_a_problem_with_a_pointer(
    shops: Shops, send: dict[str, Any], status: int, code: str, pointer: str | None
) -> None:
    headers = {"If_Match": '"1"', **{k: v for k, v in send.items() if k != "body"}}

    problem = assert_problem(
        shops.browser().send("PATCH", f"/options/{shops.option_id}/rig", send["body"], **headers), status, code
    )

    if pointer is not None:
        assert pointer in [error["pointer"] for error in problem["errors"]]
        assert all(error["detail"] for error in problem["errors"])


def test_what_is_not_json_or_too_large_is_said_so(shops: Shops) -> None:
    browser = shops.browser()
    address = f"/api/v1/options/{shops.option_id}/lines"
    for data, status in ((b"{", 400), (b'{"line": "' + b"x" * 2_000_001 + b'"}', 413)):
        sent = browser.client.post(address, data=data, content_type="application/json", headers={"X-CSRF-Token": browser.token})
        assert_problem(sent, status, f"http_{status}")
    assert_problem(browser.send("POST", f"/options/{shops.option_id}/lines", {"line": "x" * 201}), 422, "unacceptable")


def test_typed_line_is_read_against_the_rig_and_nothing_is_stored(shops: Shops) -> None:
    browser = shops.browser()

    read = browser.send("POST", f"/options/{shops.option_id}/lines", {"line": "10 x LED lamp 3W 5h"}).json

    assert read["load"]["quantity"] == 10
    assert read["wh_at_bank"] == pytest.approx(150 / 0.97)
    assert read["nights"] is None
    assert browser.get(f"/options/{shops.option_id}").json["revision"] == 1
    winter = browser.send("POST", f"/options/{shops.option_id}/lines", {"line": "heater 25W 9h in winter"}).json
    assert (winter["load"]["seasons"], winter["wh_at_bank"]) == (["winter"], None)  # planned from April to September
    named = browser.send("POST", f"/options/{shops.option_id}/lines", {"line": "indu"}).json
    assert [one["line"] for one in named["completions"]] == ["induction hob 1600 W 30 min"]
    asked = browser.send("POST", f"/options/{shops.option_id}/lines", {"line": "laptop 50A 4h"}).json
    assert asked["load"] is None
    assert "laptop 50 W 4h" in asked["questions"][0]["readings"]


def test_preview_shows_the_difference_and_stores_nothing(shops: Shops) -> None:
    browser = shops.browser()
    address = f"/options/{shops.option_id}"
    browser.send(
        "PATCH",
        f"{address}/rig",
        [
            {"op": "add", "path": "/loads/lamp", "value": LAMP},
            {"op": "add", "path": "/storage/bank", "value": {"nominal_ah": 1}},
        ],
        If_Match='"1"',
    )
    before = browser.get(address).json
    short = next(finding for finding in before["findings"] if finding["code"] == "storage.days_short")

    assert short["fixable"]
    fixes = browser.get(f"{address}/fixes?keys=storage.days_short").json["fixes"]
    shown = browser.send("POST", f"{address}/preview", fixes["storage.days_short"]["patch"]).json

    bank = next(line for line in shown["lines"] if line["label"] == "Bank, LFP")
    assert bank["need_before"] == bank["need_after"]
    assert bank["have_before"]["value"] == pytest.approx(12.8)
    assert bank["have_after"]["value"] >= bank["need_after"]["value"]
    assert [finding["code"] for finding in shown["ended"]] == ["storage.days_short"]
    assert shown["new"] == []
    assert browser.get(address).json == before
    assert_problem(browser.send("POST", f"{address}/preview", [{"op": "remove", "path": "/no"}]), 422, "unacceptable")


def test_job_goes_out_as_a_file_and_comes_back_the_same(shops: Shops) -> None:
    browser, stranger = shops.browser(), shops.browser("cy@b.example")
    browser.send(
        "PATCH", f"/options/{shops.option_id}/rig", [{"op": "add", "path": "/loads/lamp", "value": LAMP}], If_Match='"1"'
    )
    out = browser.get(f"/jobs/{shops.job_id}/file")

    back = stranger.client.post(
        "/api/v1/jobs/file", data=out.data, content_type="application/json", headers={"X-CSRF-Token": stranger.token}
    )

    assert 'filename="job.ryokan.json"' in out.headers["Content-Disposition"]
    assert stranger.get(f"/jobs/{back.json['id']}/file").json == out.json
    assert back.json["id"] != shops.job_id


@pytest.mark.parametrize(
    ("change", "pointer"),
    [({"schema_version": 99}, None), ({"options": [{"name": "x", "rig": {"colour": 1}}]}, "/options/0/rig/colour")],
)
def test_file_with_a_fault_starts_no_job(shops: Shops, change: dict[str, Any], pointer: str | None) -> None:
    browser = shops.browser()
    file = {**browser.get(f"/jobs/{shops.job_id}/file").json, **change}

    problem = assert_problem(browser.send("POST", "/jobs/file", file), 422, "unacceptable")

    assert pointer is None or problem["errors"][0]["pointer"] == pointer
    assert len(browser.get("/jobs").json["jobs"]) == 1


def test_option_is_begun_from_another_and_compared_with_it(shops: Shops) -> None:
    browser = shops.browser()
    browser.send(
        "PATCH", f"/options/{shops.option_id}/rig", [{"op": "add", "path": "/loads/lamp", "value": LAMP}], If_Match='"1"'
    )

    made = browser.send("POST", f"/options/{shops.option_id}/copies", {"name": "Lead"}).json
    browser.send(
        "PATCH",
        f"/options/{made['id']}/rig",
        [
            {"op": "replace", "path": "/storage/chemistry", "value": "agm"},
            {"op": "replace", "path": "/storage/bay", "value": "living_space"},
        ],
        If_Match='"1"',
    )

    job = browser.get(f"/jobs/{shops.job_id}").json
    assert [option["name"] for option in job["options"]] == ["Proposed", "Lead"]
    assert list(browser.get(f"/options/{made['id']}").json["rig"]["loads"]) == ["lamp"]
    assert_problem(browser.send("POST", f"/options/{shops.option_id}/copies", {"name": "lead"}), 409, "not_possible")
    compared = browser.get(f"/jobs/{shops.job_id}/comparison").json
    rows = {row["label"]: row for row in compared["rows"]}
    assert rows["A day, with margin"]["differs"] is False
    lithium, lead = (cell["need"]["value"] for cell in rows["Bank, LFP / Bank, AGM"]["cells"])
    assert lead == pytest.approx(lithium * 0.8 / 0.5)
    assert [[f["code"] for f in option["findings"]] for option in compared["options"]] == [[], ["storage.lead_in_living_space"]]


def test_every_table_can_be_compared_with_print(shops: Shops) -> None:
    browser = shops.browser()

    shown = {table["id"]: table for table in browser.get("/reference/tables").json["tables"]}

    assert shown["ampacity_awg"]["columns"] == ["A at 60 °C", "A at 75 °C", "A at 90 °C", "A at 105 °C"]
    row = next(row for row in shown["ampacity_awg"]["rows"] if row["label"] == "1/0\u00a0AWG")
    assert row["values"] == [195, 230, 245, 285]
    assert shown["awg_copper"]["columns"] == ["mm²", "circular mils", "Ω/km at 75 °C"]
    assert {table["source"] for table in shown.values()} <= {
        source["id"] for source in browser.get("/reference").json["sources"]
    }


def test_history_names_who_changed_what_and_goes_back(shops: Shops) -> None:
    browser = shops.browser()
    address = f"/options/{shops.option_id}"
    browser.send("PATCH", f"{address}/rig", [{"op": "add", "path": "/loads/lamp", "value": LAMP}], If_Match='"1"')

    lines = browser.get(f"{address}/revisions").json["revisions"]
    assert [(line["number"], line["author"], line["sentence"]) for line in lines] == [
        (2, "Ada", "added lamp"),
        (1, "Ada", "started"),
    ]
    changes = browser.get(f"{address}/revisions/1").json["lines"]
    assert next(line for line in changes if line["label"] == "Bank, LFP")["need_after"] is None
    back = browser.send("POST", f"{address}/revisions/1/restore").json
    assert (back["revision"], back["rig"]["loads"], back["undo"]) == (3, {}, "went back to revision 1")
    assert "lamp" in browser.send("POST", f"{address}/undo").json["rig"]["loads"]
    assert_problem(browser.send("POST", f"{address}/revisions/4/restore"), 409, "not_possible")
    assert_problem(browser.get(f"{address}/revisions/9"), 404, "not_there")


@pytest.mark.parametrize("role", ["designer", "fitter", "viewer"])
def test_each_role_may_do_what_is_its_own(shops: Shops, role: str) -> None:
    browser = shops.browser(shops.join(role))

    assert browser.get(f"/options/{shops.option_id}").json["may_edit"] is (role in EDITORS)
    for method, path in routes(shops.app):
        if method == "GET" or path in NO_SIGN_IN or path.startswith(("/session", "/drafts")):
            continue  # one's own account and drafts are everybody's
        answer = browser.send(method, filled(path, shops), body_for(path, shops), If_Match='"1"')
        if role in WHO_MAY.get(path, EDITORS):
            assert answer.status_code not in (401, 403), path
        else:
            assert_problem(answer, 403, "not_allowed")


def test_wrong_password_is_slowed_down_and_time_heals(shops: Shops) -> None:
    client = shops.app.test_client()
    token = client.get("/api/v1/session").json["csrf_token"]

    def try_with(password: str, email: str = "ada@a.example") -> TestResponse:
        body = {"email": email, "password": password}
        return client.post("/api/v1/session", json=body, headers={"X-CSRF-Token": token})

    for _ in range(ATTEMPTS_ALLOWED):
        assert_problem(try_with("guess"), 401, "wrong_credentials")
    assert_problem(try_with("pw"), 429, "too_many_attempts")
    assert_problem(try_with("pw", "nobody@a.example"), 401, "wrong_credentials")
    shops.clock.now += timedelta(minutes=16)
    assert_problem(try_with("guess", "nobody@a.example"), 401, "wrong_credentials")
    with transaction(shops.engine) as session:  # of the account and of the network; the others are forgotten
        assert session.scalar(select(func.count()).select_from(SignInAttemptRow)) == 2
    assert try_with("pw").status_code == 200


def test_sign_in_ends_by_itself_and_by_hand(shops: Shops) -> None:
    first, second = shops.browser(), shops.browser()

    assert first.get("/jobs").status_code == 200
    assert first.send("DELETE", "/session").status_code == 200
    assert_problem(first.get("/jobs"), 401, "not_signed_in")
    assert second.get("/jobs").status_code == 200
    shops.clock.now += timedelta(days=15)
    assert_problem(second.get("/jobs"), 401, "not_signed_in")


def test_caution_is_read_once(shops: Shops) -> None:
    browser = shops.browser()

    assert browser.get("/session").json["person"]["caution_read"] is False
    browser.send("POST", "/session/caution")
    assert shops.browser().get("/session").json["person"]["caution_read"] is True


def test_cookie_and_headers_keep_strangers_out(shops: Shops) -> None:
    client = shops.app.test_client()

    answer = client.get("/api/v1/session")

    cookie, policy = answer.headers["Set-Cookie"], answer.headers["Content-Security-Policy"]
    assert "HttpOnly" in cookie
    assert "SameSite=Strict" in cookie
    assert "default-src 'none'" in policy
    assert "unsafe" not in policy
    assert "http" not in policy
    assert answer.headers["Cache-Control"] == "no-store"


def test_answers_go_over_the_line_compressed_to_whoever_takes_it(shops: Shops) -> None:
    browser = shops.browser()
    path = f"/options/{shops.option_id}"
    plain = browser.get(path)
    packed = browser.send("GET", path, Accept_Encoding="gzip")

    assert "Content-Encoding" not in plain.headers and packed.headers["Content-Encoding"] == "gzip"
    assert "Accept-Encoding" in packed.headers["Vary"] and packed.headers["Cache-Control"] == "no-store"
    assert json.loads(gzip.decompress(packed.data)) == plain.json
    assert len(packed.data) < len(plain.data) / 2


def test_database_away_is_a_problem_and_passes(cluster: Any, shops: Shops) -> None:
    browser = shops.browser()

    cluster.stop("fast")
    try:
        assert_problem(browser.get("/jobs"), 503, "database_unavailable")
        assert browser.get("/health").json == {"process": "answers"}
        away = browser.get("/readiness")
        assert (away.status_code, away.json["ready"], away.json["database"]) == (503, False, "does not answer")
    finally:
        cluster.start()

    assert browser.get("/jobs").status_code == 200


def test_unexpected_error_tells_nothing_but_an_incident_number(shops: Shops, monkeypatch: pytest.MonkeyPatch) -> None:
    browser = shops.browser()
    monkeypatch.setattr("ryokan.operations.jobs.list_jobs", lambda *_: 1 / 0)
    shops.app.testing = False

    problem = assert_problem(browser.get("/jobs"), 500, "internal")

    assert "Incident" in problem["detail"]
    assert "division" not in json.dumps(problem)


def test_openapi_document_names_every_route_and_its_problems(shops: Shops) -> None:
    document = openapi(shops.app)

    described = {(method.upper(), path) for path, methods in document["paths"].items() for method in methods}
    assert len(described) == len(routes(shops.app))
    assert document["openapi"].startswith("3.1")
    for path, methods in document["paths"].items():
        for operation in methods.values() if not path.endswith("/readiness") else []:
            assert "application/problem+json" in operation["responses"]["401"]["content"]


def test_an_error_inside_the_error_handler_is_an_incident_that_is_logged(
    shops: Shops, monkeypatch: pytest.MonkeyPatch, caplog: pytest.LogCaptureFixture
) -> None:
    def fail(fault: object) -> str:
        raise KeyError("words")

    shops.app.testing = False
    browser = shops.browser()
    monkeypatch.setattr("ryokan.web.problems.problem", fail)
    broken = [{"op": "add", "path": "/brief/people", "value": 0}]

    answer = browser.send("PATCH", f"/options/{shops.option_id}/rig", broken, If_Match='"1"')

    told = assert_problem(answer, 500, "internal")["detail"]
    logged = [record for record in caplog.records if record.getMessage() == "incident"]
    assert [record.data["incident"] in told for record in logged] == [True]
    assert [record.exc_info[0] for record in logged] == [KeyError]


@pytest.mark.parametrize(
    ("body", "pointer", "says"),
    [
        (rb'{"title": "a\u0000b", "customer": "c"}', "/title", "U+0000 at place 2"),
        (rb'{"title": "\ud800", "customer": "c"}', "/title", "U+D800 at place 1"),
        (rb'{"title": "t", "\u0000": 1}', "", "name of an entry"),
        (b'{"title": NaN}', "", "NaN is no number"),
        (b'{"title": 1e999}', "/title", "larger than any"),
        (b'{"title": ' + b"9" * 5000 + b"}", "", "more digits"),
        (b'{"title": ' + b"[" * 100_000 + b"]" * 100_000 + b"}", "", "nested deeper"),
        (b'{"title": ' + b"[" * 70 + b"]" * 70 + b"}", "/title" + "/0" * 59, "nested deeper"),
    ],
    ids=["NUL", "surrogate", "key", "NaN", "infinite", "digits", "very deep", "deep"],
)
def test_what_cannot_be_kept_is_refused_once_and_at_its_place(shops: Shops, body: bytes, pointer: str, says: str) -> None:
    browser = shops.browser()

    sent = browser.client.post(
        "/api/v1/jobs", data=body, content_type="application/json", headers={"X-CSRF-Token": browser.token}
    )

    (fault,) = assert_problem(sent, 422, "unacceptable")["errors"]
    assert fault["pointer"] == pointer
    assert says in fault["detail"]


def test_a_form_without_anything_in_it_is_no_json_either(shops: Shops) -> None:
    client = shops.app.test_client()
    token = client.get("/api/v1/session").json["csrf_token"]

    answer = client.post("/api/v1/session", content_type="application/x-www-form-urlencoded", headers={"X-CSRF-Token": token})

    assert_problem(answer, 415, "http_415")


@pytest.mark.parametrize(
    ("method", "address", "headers", "status"),
    [
        ("GET", "/places?q=%00", {}, 422),
        ("GET", "/options/%00", {}, 404),
        ("GET", "/options/{option}/figures/a%00b", {}, 404),
        ("GET", "/options/{option}/figures/%ED%A0%80", {}, 404),
        ("GET", "/places?q=" + "x" * 3000, {}, 414),
        ("PATCH", "/options/{option}/rig", {"If-Match": '"²"'}, 422),
        ("PATCH", "/options/{option}/rig", {"If-Match": '"٣"'}, 422),
        ("PATCH", "/options/{option}/rig", {"Edit-Id": "²²²²²²²²²"}, 422),
        ("POST", "/jobs", {"Content-Type": "application/x-www-form-urlencoded"}, 415),
        ("POST", "/jobs", {"Content-Type": "multipart/form-data; boundary=x"}, 415),
        ("POST", "/jobs/file", {"Content-Type": "multipart/form-data; boundary=x"}, 415),
        ("POST", "/jobs", {"Content-Type": "text/plain"}, 415),
    ],
)
def test_addresses_headers_and_kinds_of_body_that_nobody_sends(
    shops: Shops, method: str, address: str, headers: dict[str, str], status: int
) -> None:
    browser = shops.browser()
    sent = {"X-CSRF-Token": browser.token, "If-Match": '"1"', "Content-Type": "application/json", **headers}
    body = None if method == "GET" else b'[{"op": "add", "path": "/brief/people", "value": 3}]'

    answer = browser.client.open(f"/api/v1{address.format(option=shops.option_id)}", method=method, data=body, headers=sent)

    assert (answer.status_code, bool(answer.json["detail"])) == (status, True)


def test_no_page_of_it_can_be_put_into_a_frame(shops: Shops) -> None:
    assert shops.browser().get("/session").headers["X-Frame-Options"] == "DENY"


def test_what_a_word_processor_puts_between_lines_breaks_no_workbook_and_no_drawing(shops: Shops) -> None:
    browser = shops.browser()
    odd = "galley\u000blamp\u0001 \ufffe\u001b"
    lamp = {"name": odd, "draw": {"kind": "watts", "watts": 5}, "hours_per_day": 3}
    array = {"place": "roof", "plain_w": 100, "name": odd}
    outline = {"op": "add", "path": "/space/roof/outline", "value": [[0, -1], [4, -1], [4, 1], [0, 1]]}
    after = browser.edit(
        shops.option_id,
        {"op": "add", "path": "/loads/odd", "value": lamp},
        {"op": "add", "path": "/solar/arrays/odd", "value": array},
        outline,
    )

    assert after["rig"]["loads"]["odd"]["name"] == "galley lamp"
    for path in ("loads.xlsx", "schedules.xlsx"):
        assert browser.get(f"/options/{shops.option_id}/{path}").status_code == 200
    drawing = browser.get(f"/options/{shops.option_id}/roof-plan.svg")
    assert ElementTree.fromstring(drawing.data).tag.endswith("svg")
