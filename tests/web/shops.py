"""A server with two shops, and browsers on it."""

from __future__ import annotations

import io
from datetime import UTC, datetime
from typing import Any, NamedTuple
from uuid import UUID, uuid4

from flask import Flask
from flask.testing import FlaskClient
from jsonpatch import apply_patch
from PIL import Image
from pydantic import TypeAdapter
from sqlalchemy import Engine
from werkzeug.test import TestResponse

from ryokan.core.links.model import Link
from ryokan.core.parts.model import Part
from ryokan.core.rig import SCHEMA_VERSION
from ryokan.core.vehicle import Vehicle
from ryokan.operations.accounts import Actor, add_user, create_shop
from ryokan.operations.comments import comment
from ryokan.operations.jobs import bring_back_option, copy_option, create_job, open_job, remove_option
from ryokan.operations.parts import add_part
from ryokan.operations.photographs import add_photograph, photographs, throw_away
from ryokan.operations.rigs import work_out
from ryokan.operations.systems import add_system, join, part
from ryokan.store.database import transaction
from ryokan.store.drafts import DraftStore
from ryokan.store.load_sets import LoadSetStore
from ryokan.store.tasks import TaskStore
from ryokan.web.app import create_app
from ryokan.web.context import Context

START = datetime(2026, 5, 1, tzinfo=UTC)
PART = {"kind": "battery", "name": "other block", "chemistry": "lfp", "nominal_v": 12.8, "capacity_ah": 100}
LAMP = {"name": "lamp", "draw": {"kind": "watts", "watts": 3}, "hours_per_day": 5}


LINK = {"system": "Trailer", "gives": True, "source": "bank", "output_a": 20, "output_v": 14.4, "hours_per_day": 2}


def a_picture(size: tuple[int, int] = (64, 48), kind: str = "PNG", **more: Any) -> bytes:
    """A plain picture."""
    out = io.BytesIO()
    Image.new("RGB", size, (30, 60, 90)).save(out, kind, **more)
    return out.getvalue()


class Clock:
    """A clock that the test turns."""

    def __init__(self) -> None:
        self.now = START

    def __call__(self) -> datetime:
        return self.now


class Browser:
    """A signed-in browser of one person."""

    def __init__(self, app: Flask, email: str) -> None:
        self.client: FlaskClient = app.test_client()
        self.token = self.client.get("/api/v1/session").json["csrf_token"]
        signed_in = self.send("POST", "/session", {"email": email, "password": "pw"})
        self.status, self.token = signed_in.status_code, (signed_in.json or {}).get("csrf_token", self.token)

    def send(self, method: str, path: str, body: Any = None, **headers: str) -> TestResponse:
        sent = {"X-CSRF-Token": self.token, **{name.replace("_", "-"): value for name, value in headers.items()}}
        return self.client.open(f"/api/v1{path}", method=method, json=body, headers=sent)

    def get(self, path: str) -> TestResponse:
        return self.send("GET", path)

    def edit(self, option: str, *patch: dict[str, Any], **headers: str) -> dict[str, Any]:
        """The option after an edit: of what was read before it and what came back, which is what a reading brings now."""
        known = self.get(f"/options/{option}").json
        answer = self.send("PATCH", f"/options/{option}/rig", list(patch), If_Match=f'"{known["revision"]}"', **headers)
        assert answer.status_code == 200, answer.json
        after = after_edit(known, answer.json)
        assert after == self.get(f"/options/{option}").json
        return after


def after_edit(known: dict[str, Any], edit: dict[str, Any]) -> dict[str, Any]:
    """What a page shows after an edit, of what it knew before and what it is told."""
    assert edit["base"] == known["revision"]
    findings = {one["key"]: one for one in (*known["findings"], *known["overruled"], *edit["changed_findings"])}
    lines = {**known["lines"], **edit["lines"]}
    return {
        **known,
        **{name: value for name, value in edit.items() if name not in ("base", "made", "changes", "changed_findings")},
        "rig": apply_patch(known["rig"], edit["changes"]),
        "lines": {id: line for id, line in lines.items() if line is not None},
        "findings": [findings[key] for key in edit["findings"]],
        "overruled": [findings[key] for key in edit["overruled"]],
    }


class Founded(NamedTuple):
    """What is in a database with two shops."""

    ada: Actor
    job_id: str
    option_id: str
    part_id: str
    comment_id: str


def found_two(engine: Engine) -> Founded:
    """Two shops, the first with a job, a part and a comment. Hashing passwords takes long: do it once and copy the database."""
    with transaction(engine) as session:
        ada = create_shop(session, name="A", owner_name="Ada", email="ada@a.example", password="pw", now=START)
        job = create_job(session, ada, title="Job", customer="C", now=START)
        create_shop(session, name="B", owner_name="Cy", email="cy@b.example", password="pw", now=START)
        part = add_part(session, ada, TypeAdapter(Part).validate_python({**PART, "name": "block"}), now=START)
        said = comment(session, ada, job.options[0].id, pin="run:main", text="How long?", now=START)
        return Founded(ada, str(job.job.id), str(job.options[0].id), str(part.id), str(said[0].id))


class Shops:
    """Two shops on one application."""

    def __init__(self, engine: Engine, founded: Founded) -> None:
        self.engine = engine
        self.clock = Clock()
        self.app = create_app(Context(engine, self.clock), secret_key="test")
        self.app.testing = True
        self.ada, self.job_id, self.option_id, self.part_id, self.comment_id = founded

    def join(self, role: str) -> str:
        """The address of somebody new in the first shop."""
        email = f"{uuid4().hex}@a.example"
        with transaction(self.engine) as session:
            add_user(session, self.ada, name="Somebody", email=email, role=role, password="pw")
        return email

    def new_person(self) -> str:
        with transaction(self.engine) as session:
            return str(
                add_user(session, self.ada, name="Vi", email=f"{uuid4().hex}@a.example", role="viewer", password="pw").user_id
            )

    def new_set(self) -> str:
        """A set of loads of the first shop."""
        with transaction(self.engine) as session:
            return str(LoadSetStore(session, self.ada.scope).add(uuid4().hex, [LAMP], self.ada.user_id).id)

    def new_photograph(self) -> str:
        with transaction(self.engine) as session:
            for old in photographs(session, self.ada, UUID(self.job_id))[:-20]:  # a job keeps so many
                throw_away(session, self.ada, old.id)
            kept = add_photograph(session, self.ada, UUID(self.job_id), a_picture(), pin="vehicle", now=START)
            return str(kept[-1].id)

    def removed_option(self) -> str:
        """A further option of the first shop's job, taken away."""
        with transaction(self.engine) as session:
            for option in open_job(session, self.ada, UUID(self.job_id)).options:
                if option.name.startswith("Spare"):  # a job keeps so many
                    remove_option(session, self.ada, option.id, now=START)
            made = copy_option(session, self.ada, UUID(self.option_id), name=f"Spare {uuid4().hex}", now=START)
            remove_option(session, self.ada, made.id, now=START)
            return str(made.id)

    def second_system(self) -> str:
        """An option of another system of the first shop's job."""
        with transaction(self.engine) as session:
            for option in open_job(session, self.ada, UUID(self.job_id)).removed:
                if str(option.id) == self.option_id:
                    bring_back_option(session, self.ada, option.id)
            for option in open_job(session, self.ada, UUID(self.job_id)).options:
                if option.system == "Trailer":
                    return str(option.id)
            kind = Vehicle(kind="trailer", description="a trailer")
            made = add_system(session, self.ada, UUID(self.option_id), name="Trailer", this_name="Van", vehicle=kind, now=START)
            return str(made.id)

    def new_link(self) -> str:
        """A link of the first option to another system."""
        other = UUID(self.second_system())
        with transaction(self.engine) as session:
            id = f"k{uuid4().hex[:8]}"
            for old in list(work_out(session, self.ada, UUID(self.option_id)).rig.links)[:-5]:  # a rig has so many
                part(session, self.ada, UUID(self.option_id), old, now=self.clock())
            join(session, self.ada, UUID(self.option_id), other, id, Link.model_validate(LINK), now=self.clock())
            return id

    def new_task(self) -> str:
        """A task of the first shop that has ended."""
        with transaction(self.engine) as session:
            store, digest = TaskStore(session, self.ada.scope), uuid4().hex
            task = store.ask("long_trial", UUID(self.option_id), revision=1, digest=digest, asked_by=self.ada.user_id, at=START)
            task.state = "stopped"
            return str(task.id)

    def new_draft(self) -> str:
        """An edit of the first shop's owner that lost."""
        with transaction(self.engine) as session:
            drafts = DraftStore(session, self.ada.scope, self.ada.user_id)
            patch = [{"op": "add", "path": "/brief/people", "value": 4}]
            kept = drafts.keep(
                UUID(self.option_id), name="n", why="w", patch=patch, schema_version=SCHEMA_VERSION, edit_id=None, at=START
            )
            return str(kept.id)

    def browser(self, email: str = "ada@a.example") -> Browser:
        return Browser(self.app, email)


def assert_problem(response: TestResponse, status: int, code: str) -> dict[str, Any]:
    assert (response.status_code, response.content_type, response.json["code"]) == (status, "application/problem+json", code)
    assert response.json["status"] == status
    assert response.json["detail"]
    body: dict[str, Any] = response.json
    return body


def filled(path: str, shops: Shops) -> str:
    """A route with ids of the first shop; drafts and people are made anew, since routes remove them."""
    ids = {
        "<int:number>": lambda: "1",
        "<int:volts>": lambda: "48",
        "<string:finding>": lambda: "storage.days_short",
        "<uuid:job_id>": lambda: shops.job_id,
        "<uuid:option_id>": lambda: shops.option_id,
        "<path:key>": lambda: "loads.peak_w",
        "<string:source_id>": lambda: "ieee_1013",
        "<uuid:part_id>": lambda: shops.part_id,
        "<uuid:comment_id>": lambda: shops.comment_id,
        "<uuid:draft_id>": shops.new_draft,
        "<uuid:user_id>": shops.new_person,
        "<uuid:set_id>": shops.new_set,
        "<uuid:photograph_id>": shops.new_photograph,
        "<string:link_id>": shops.new_link,
        "<uuid:task_id>": shops.new_task,
    }
    if path.endswith("/removal"):
        ids["<uuid:option_id>"] = shops.removed_option
    for name, id in ids.items():
        path = path.replace(name, id()) if name in path else path
    query = {
        "/report": "?step=loads",
        "/candidates": "?place=storage.bank",
        "/wiring/fuses": "?run=bank.pos>bus.pos",
        "/wiring/gear": "?gear=switch",
        "/wiring/made": "?run=bank.pos>bus.pos",
        "/places": "?q=reno",
        "/places/within": "?west=170&south=-48&east=-170&north=-30",
        "/places/nearest": "?lat=52.5&lon=-1.9",
        "/day-of-sun": "?stay=moor&day=172",
    }
    return path + next((text for ending, text in query.items() if path.endswith(ending)), "")
