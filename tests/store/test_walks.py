"""Random edits, undos and redos by two people, against a model that is a dictionary and two lists."""

from __future__ import annotations

from typing import Any

from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from sqlalchemy import Engine
from test_revisions import NOW, Bench

from ryokan.operations import rigs
from ryokan.operations.errors import NotPossible
from ryokan.operations.jobs import create_job
from ryokan.store.database import transaction

# Each person edits places of their own, so that every undo is possible; two places each, so that edits of one place pile up.
PLACES = {"ada": ("brief/people", "brief/nights_away"), "ben": ("storage/bay_c", "solar/peak_sun_hours")}
moves = st.lists(
    st.tuples(
        st.sampled_from(["ada", "ben"]), st.sampled_from(["edit", "edit", "undo", "redo"]), st.integers(0, 1), st.integers(1, 9)
    ),
    max_size=14,
)


class Model:
    """What the rig has to be: values by place, and each person's edits that stand or are undone."""

    def __init__(self, values: dict[str, float]) -> None:
        self.values = values
        self.done: dict[str, list[tuple[str, float, float]]] = {"ada": [], "ben": []}
        self.undone: dict[str, list[tuple[str, float, float]]] = {"ada": [], "ben": []}

    def edit(self, who: str, place: str, value: float) -> None:
        if value == self.values[place]:
            return  # no edit
        self.done[who].append((place, self.values[place], value))
        self.undone[who].clear()
        self.values[place] = value

    def undo(self, who: str) -> bool:
        if not self.done[who]:
            return False
        place, old, new = self.done[who].pop()
        self.undone[who].append((place, old, new))
        self.values[place] = old
        return True

    def redo(self, who: str) -> bool:
        if not self.undone[who]:
            return False
        place, old, new = self.undone[who].pop()
        self.done[who].append((place, old, new))
        self.values[place] = new
        return True


def read(opened: rigs.Opened, place: str) -> float:
    part, member = place.split("/")
    return float(getattr(getattr(opened.rig, part), member))


@settings(max_examples=25, suppress_health_check=[HealthCheck.function_scoped_fixture])
@given(moves)
def test_any_walk_of_two_people_ends_where_the_model_ends(engine: Engine, walk: list[tuple[str, str, int, int]]) -> None:
    bench = _bench(engine)
    people: dict[str, Any] = {"ada": bench.ada, "ben": bench.ben}
    start = bench.open()
    model = Model({place: read(start, place) for places in PLACES.values() for place in places})

    for who, what, which, value in walk:
        place = PLACES[who][which]
        if what == "edit":
            base = bench.open().revision.number
            bench.edit(people[who], [{"op": "replace", "path": f"/{place}", "value": value}], base=base)
            model.edit(who, place, value)
            continue
        possible = getattr(model, what)(who)
        try:
            bench.walk(people[who], what)
        except NotPossible:
            assert not possible
        else:
            assert possible

    end = bench.open()
    assert {place: read(end, place) for place in model.values} == model.values


_shops: dict[int, Bench] = {}


def _bench(engine: Engine) -> Bench:
    """One shop a database, a fresh option an example."""
    bench = _shops.get(id(engine))
    if bench is None:
        bench = _shops[id(engine)] = Bench(engine)
    with transaction(engine) as session:
        job = create_job(session, bench.ada, title="Job", customer="C", now=NOW)
    bench.option = job.options[0].id
    return bench
