"""The inverter: what the AC loads ask of it, what it draws, and where it stands."""

from __future__ import annotations

from ryokan.core.ac import rules as rules_of_ac  # noqa: F401  registers them
from ryokan.core.ac.bearing import of_unit
from ryokan.core.ac.questions import QUESTIONS as OF_THE_AC_SIDE
from ryokan.core.ac.states import LEGS_OF_PART, OF_THE_NETWORK
from ryokan.core.ac.values import THE_INVERTER
from ryokan.core.inverter import rules  # noqa: F401  registers them
from ryokan.core.inverter.current import dc_current, of_the_others
from ryokan.core.inverter.need import idle_wh_per_day, inverter_need, others_idle, own_draw, plates, surge_after, surge_given
from ryokan.core.inverter.place import what_it_gives
from ryokan.core.loads.rows import MET, PLANNED, off_the_hookup, resting_rows
from ryokan.core.question import LedgerLine, Step, question
from ryokan.core.scope import Scope


@question(
    rig=("inverter", "parts.inverter"),
    writes={
        "": (
            "inverter.legs",
            "inverter.part.{ignition_protected, legs, pre_charge, remote_switch, waveform}",
        ),
        "A": ("inverter.part.transfer_a",),
        "Hz": ("inverter.part.mains_hz",),
        "V": ("inverter.part.{battery_v, mains_v}",),
        "W": ("inverter.other.*.{idle_w, rated_w}",),
        "dB": ("inverter.part.noise_db",),
        "m": ("inverter.part.{height_m, length_m, width_m}",),
        "s": ("inverter.part.surge_s",),
    },
)
def plate(scope: Scope) -> None:
    """What stands on the plates of the inverters."""
    plates(scope, scope.rig.inverter, scope.parts.inverter)


@question(
    reads=(MET, LEGS_OF_PART, "loads.row.*.{running_va, running_w, start_factor, unit_w}"),
    rig=(*OF_THE_NETWORK, "parts.inverter"),
    writes={
        "VA": ("inverter.running_va",),
        "W": (
            "inverter.start.*.extra_w",
            "inverter.{hookup_fails_w, need_continuous_w, need_surge_w, peak_w, rated_w, worst_start_w}",
        ),
    },
)
def need(scope: Scope) -> None:
    """What the AC loads ask for that the inverter reckoned with bears, and its rating."""
    ac_rows = of_unit(scope, scope.answer(MET), THE_INVERTER)
    inverter_need(scope, scope.rig.inverter, scope.parts.inverter, ac_rows)


@question(reads=("inverter.rated_w",), rig=("inverter", "parts.inverter"), writes={"W": ("inverter.idle_w",)})
def draws_itself(scope: Scope) -> None:
    """What it draws with nothing connected."""
    own_draw(scope, scope.rig.inverter, scope.parts.inverter, scope.get("inverter.rated_w"))


@question(
    reads=(MET, LEGS_OF_PART, "inverter.other.*.idle_w", "loads.row.*.hours_per_day"),
    rig=OF_THE_NETWORK,
    writes={"Wh": ("inverter.other.*.idle_wh_per_day", "inverter.others_idle_wh_per_day")},
)
def idle_beside(scope: Scope) -> None:
    """What the inverters beside take in a day by themselves."""
    inverter = scope.rig.inverter
    if inverter.others:
        rows = off_the_hookup(scope.answer(MET))
        others_idle(scope, inverter, {id: [row.hours for row in of_unit(scope, rows, id)] for id in inverter.others})


@question(
    reads=(PLANNED, "inverter.{idle_w, others_idle_wh_per_day}", "loads.row.*.hours_per_day"),
    rig=("inverter",),
    writes={"Wh": ("inverter.idle_wh_per_day",), "h": ("inverter.on_hours_per_day",)},
)
def idle(scope: Scope) -> None:
    """What that takes in a day."""
    ac_rows = [row for row in resting_rows(scope) if row.load.feed == "ac"]
    idle_wh_per_day(scope, scope.rig.inverter, ac_rows)


@question(
    reads=("inverter.other.*.{idle_w, rated_w}", "inverter.{idle_w, rated_w}", "storage.{cutoff_v, nominal_v, system_v}"),
    rig=("inverter", "parts.inverter"),
    writes={
        "A": (
            "inverter.{dc_current_at_cutoff_a, dc_current_by_class_a, dc_current_nominal_a, others_current_a}",
            "inverter.other.*.dc_current_a",
        ),
        "V": ("inverter.cutoff_v",),
        "W": ("inverter.{dc_w_at_rating, heat_w}",),
    },
)
def current(scope: Scope) -> None:
    """What it takes from the bank at full rating."""
    dc_current(scope, scope.rig.inverter, scope.parts.inverter, scope.get("inverter.rated_w"))
    of_the_others(scope, scope.rig.inverter)


@question(
    reads=("inverter.rated_w",),
    rig=("inverter", "parts.inverter"),
    writes={"W": ("inverter.surge.{at_start_w, gives_w}", "inverter.{have_w, surge_w}"), "s": ("inverter.surge.at_s",)},
)
def surge(scope: Scope) -> None:
    """Rating and surge of the chosen one."""
    surge_given(scope, scope.rig.inverter, scope.parts.inverter)
    surge_after(scope, scope.rig.inverter)


@question(
    reads=(
        "inverter.{dc_w_at_rating, have_w, heat_w, idle_w, idle_wh_per_day, need_surge_w, rated_w, surge_w}",
        "loads.wh_per_day_at_bank",
        "region.mains_v",
        "storage.{bms_limit_a, nominal_v}",
    ),
    rig=("inverter", "parts.inverter", "space", "storage"),
    writes={
        "": ("inverter.curve.{efficiency_frac, load_frac}", "inverter.idle_share_frac"),
        "A": ("inverter.{chosen_surge_current_a, surge_current_a}", "storage.bms.passes_a", "storage.bms_peak_a"),
        "s": ("storage.bms.at_s",),
        "W": ("inverter.{gives_w, receptacle_w}",),
        "cm²": ("inverter.{vent_cm2, vent_need_cm2}",),
        "m": ("inverter.way.{bank_m, inverter_m}", "inverter.way_to_bank_m"),
        "°C": ("inverter.place_c",),
    },
)
def place(scope: Scope) -> None:
    """What it gives where it stands, and what its place has to give."""
    what_it_gives(scope, scope.rig, scope.parts.inverter)


STEP = Step(
    name="inverter",
    questions=(plate, need, draws_itself, idle_beside, idle, current, surge, place, *OF_THE_AC_SIDE),
    shows=(
        "inverter.",
        "ac.",
        "storage.bms",
        "space.",
        "wiring.main.one_way_length_m",
        "region.",
        "assumptions.motor",
        "assumptions.large_load",
        "assumptions.grid_price",
        "storage.inverter_rate",
        "storage.discharge_most",
    ),
    ledger=(
        LedgerLine(
            "inverter.need_continuous_w",
            "inverter.gives_w",
            ("inverter.continuous_short", "inverter.little_in_hand"),
            only_if_chosen=True,
        ),
        LedgerLine("inverter.need_surge_w", "inverter.surge_w", ("inverter.surge_short", "inverter.surge_perhaps_short")),
        LedgerLine("inverter.dc_current_at_cutoff_a", None, ("inverter.volts_class_low",)),
    ),
    begun=lambda rig: rig.has_loads,
    chosen=lambda rig: rig.inverter.chosen is not None,
)
