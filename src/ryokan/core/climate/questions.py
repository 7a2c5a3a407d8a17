"""Questions about the sun and the air of the stays; they stand behind those of the array."""

from __future__ import annotations

from ryokan.core.climate import journey
from ryokan.core.climate.journey import located, modelled, sunlit
from ryokan.core.climate.stay import air_at_stay, at_stay, nights_in_months, where_it_is
from ryokan.core.question import question
from ryokan.core.rig import Stay
from ryokan.core.scope import Scope


@question(rig=("solar", "stays"), writes={"": ("climate.correction_frac",)})
def file_as_it_is(scope: Scope) -> None:
    """A weather file is taken as it is."""
    journey.file_as_it_is(scope, scope.rig)


def each_place(scope: Scope) -> dict[str, Stay]:
    """Stays whose place is known."""
    return located(scope.rig) if modelled(scope.rig) else {}


@question(
    rig=("solar", "stays"),
    writes={"": ("climate.stay.*.{correction_frac, near_frac}",), "°": ("climate.stay.*.{lat_deg, lon_deg}",)},
    each=each_place,
)
def place(scope: Scope, id: str, stay: Stay) -> None:
    """Where a stay is, and how its irradiation is corrected."""
    where_it_is(scope, scope.rig.solar, id, stay)


@question(
    reads=("climate.correction_frac", "climate.stay.*.{correction_frac, lat_deg, lon_deg}"),
    rig=("solar", "stays"),
    writes={
        "K": ("climate.stay.*.*.cold_spell_k",),
        "°C": ("climate.stay.*.*.{afternoon_c, night_c, record_low_c}",),
    },
    each=each_place,
)
def air(scope: Scope, id: str, stay: Stay) -> None:
    """Nights, afternoons and the cold of one stay."""
    air_at_stay(scope, scope.rig.solar, id, stay)


@question(
    reads=("climate.correction_frac", "climate.stay.*.correction_frac"),
    rig=("solar", "stays"),
    writes={"": ("climate.bias_applied",)},
)
def taken_off(scope: Scope) -> None:
    """What is taken off the irradiation."""
    journey.taken_off(scope, scope.rig)


@question(rig=("solar", "stays"), writes={"": ("solar.portable_turned_per_day",), "°": ("solar.panel_tilt_deg",)})
def array(scope: Scope) -> None:
    """How the array lies."""
    journey.how_it_lies(scope, scope.rig)


def each_sunlit(scope: Scope) -> dict[str, Stay]:
    """Stays that live by the sun."""
    return sunlit(scope.rig) if modelled(scope.rig) else {}


@question(
    reads=(
        "brief.stay.*.nights",
        "climate.correction_frac",
        "climate.stay.*.correction_frac",
        "climate.stay.*.{lat_deg, lon_deg}",
        "solar.{panel_tilt_deg, portable_turned_per_day}",
    ),
    rig=("solar", "stays"),
    writes={
        "": (
            "climate.stay.*.*.{begins_on_day, ends_on_day, hidden_frac, off_frac, spread_over_far}",
            "climate.stay.*.{arrives_on_day, shade_frac}",
        ),
        "W/W": ("climate.stay.*.*.{noon_bare_w_per_w, noon_w_per_w}",),
        "Wh/W": (
            "climate.stay.*.*.{bare_wh_per_w, best_bare_wh_per_w, best_wh_per_w, yield_wh_per_w}",
            "climate.stay.*.*.{portable_bare_wh_per_w, portable_wh_per_w}",
        ),
        "h": ("climate.stay.*.*.{psh, psh_p10}",),
        "km": ("climate.stay.*.away_km",),
        "nights": ("climate.stay.*.*.nights",),
        "°": ("climate.stay.*.*.{best_faces_deg, best_tilt_deg}",),
    },
    each=each_sunlit,
)
def sun(scope: Scope, id: str, stay: Stay) -> None:
    """The sun of one stay."""
    nights_in_months(scope, id, stay)
    at_stay(scope, scope.rig.solar, id, stay)


@question(
    reads=(
        "climate.correction_frac",
        "climate.stay.*.*.{nights, noon_w_per_w, off_frac, portable_wh_per_w, psh, psh_p10, yield_wh_per_w}",
    ),
    rig=("solar", "stays"),
    writes={
        "": ("climate.off_frac.*", "climate.year_to_year_frac", "solar.typed_ratio"),
        "W/W": ("solar.noon_w_per_w.*",),
        "Wh/W": ("solar.portable_wh_per_w.*", "solar.yield_wh_per_w.*"),
        "h": ("climate.psh.*", "climate.psh.*.{high, low}", "climate.psh_p10.*"),
    },
)
def months(scope: Scope) -> None:
    """Sun and yield by month."""
    journey.months_together(scope, scope.rig)


@question(
    reads=("climate.stay.*.*.{afternoon_c, night_c, record_low_c}",),
    rig=("assumptions", "solar", "stays"),
    writes={"°C": ("climate.{t_max_record_c, t_min_record_c}",)},
)
def records(scope: Scope) -> None:
    """Coldest and hottest."""
    journey.records(scope, scope.rig)


QUESTIONS = (file_as_it_is, place, air, taken_off, array, sun, months, records)
