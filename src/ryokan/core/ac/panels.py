"""Panels: what their neutral carries where one phase stands on both legs, and their bus where an inverter adds to it."""

from __future__ import annotations

from collections.abc import Sequence

from ryokan.core.ac.model import Panel
from ryokan.core.ac.states import AcStates, runs_in
from ryokan.core.ac.values import THE_INVERTER
from ryokan.core.figure import Figure, Sheet
from ryokan.core.loads.peak import together
from ryokan.core.loads.rows import Powered
from ryokan.core.rig import Rig


def neutral_of_one_phase(
    sheet: Sheet, id: str, panel: Panel, rig: Rig, states: AcStates, rows: Sequence[Powered]
) -> Figure | None:
    """Amps that circuits of both legs leave on a neutral that they share, where both stand on one phase: their sum. [A]

    Of opposite legs it would be the difference (Kirchhoff). Taken of the mode in which most runs.
    """
    if panel.legs != 2 or panel.shared_neutral != "yes":
        return None
    most: list[Powered] = []
    bridged = {feed_id for feed_id, feed in panel.feeds.items() if feed.onto == "bridged"}
    for state in states.states.values():
        on_both = any(run.id in bridged and run.head[0] == f"panel:{id}" for run in state.closed)
        met = [row for row in rows if runs_in(row.load, state.mode) and len(state.live.get(f"load:{row.id}", ())) == 1]
        if on_both and len(met) > len(most):
            most = met
    if not most:
        return None
    volt_amps = together(sheet, f"ac.panel.{id}.neutral_va", "VA", most, lambda row: row.running_va)
    return sheet.compute(
        f"ac.panel.{id}.neutral_a", "volt_amps ÷ mains_v", "A", volt_amps=volt_amps, mains_v=sheet["region.mains_v"]
    )


def bus_need(sheet: Sheet, id: str, panel: Panel, rig: Rig, states: AcStates) -> Figure | None:
    """What a bus behind an inverter that adds to the supply has to bear: the main breaker and the inverter together. [A]

    (common practice)
    """
    main_a = rig.ac.main_a
    adding = {one for state in states.states.values() for one in state.sources_of(f"panel:{id}") & state.passing}
    if not adding or main_a is None:
        return None
    unit = sorted(adding)[0].partition(":")[2]
    rated = sheet.get("inverter.rated_w" if unit == THE_INVERTER else f"inverter.other.{unit}.rated_w")
    if rated is None:
        return None
    return sheet.compute(
        f"ac.panel.{id}.bus_need_a",
        "main + rated ÷ (mains_v × legs)",
        "A",
        "practice",
        main=sheet.given(f"ac.panel.{id}.main_a", main_a, "A"),
        rated=rated,
        mains_v=sheet["region.mains_v"],
        legs=sheet.constant(f"ac.panel.{id}.assist_legs", float(len(states.legs_of(f"inverter:{unit}"))), "", "physics"),
    )
