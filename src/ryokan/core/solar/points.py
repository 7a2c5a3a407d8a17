"""The points of one panel: as measured, by its plate, and what is usual where that says nothing."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import TypeAlias

from ryokan.core.parts.model import PanelPart

SMALL_W = 220  # rated watts up to which a panel has 36 cells in series, and 60 above (common practice)
NOT_SILICON_WAFERS = ("thin_film",)

Number: TypeAlias = Callable[[str], float]  # an assumption by its id


@dataclass(frozen=True, slots=True)
class PanelPoints:
    """Volts and amps at full power, open and short-circuited at 25 °C in full sun, and how they move with heat. [V, A, %/K]"""

    vmp_v: float
    imp_a: float
    voc_v: float
    isc_a: float
    beta_voc_percent_per_k: float
    alpha_isc_percent_per_k: float
    gamma_p_percent_per_k: float


def cells_of(panel: PanelPart) -> int:
    """Cells in series, by the plate or as is usual for its watts. (common practice)"""
    return panel.cells or (36 if panel.rated_w <= SMALL_W else 60)


def goes_by_the_table(panel: PanelPart) -> bool:
    """Whether its cold volts go by the code's table: no coefficient of its own, and made of wafers. (NEC 690.7)"""
    return panel.beta_voc_percent_per_k is None and panel.build not in NOT_SILICON_WAFERS


def open_volts_said(panel: PanelPart) -> bool:
    """Whether anybody has said its open volts."""
    return panel.measured_voc_v is not None or panel.voc_v is not None


def points_of(panel: PanelPart, number: Number) -> PanelPoints:
    """What a panel's points are. What was measured goes before the plate; what nobody said is usual. (common practice)"""
    vmp = panel.vmp_v or (panel.rated_w / panel.imp_a if panel.imp_a else cells_of(panel) * number("cell_vmp_v"))
    imp = panel.imp_a or panel.rated_w / vmp
    return PanelPoints(
        vmp_v=vmp,
        imp_a=imp,
        voc_v=panel.measured_voc_v or panel.voc_v or vmp * number("voc_over_vmp"),
        isc_a=panel.measured_isc_a or panel.isc_a or imp * number("isc_over_imp"),
        beta_voc_percent_per_k=_or_usual(panel.beta_voc_percent_per_k, -100 * number("beta_voc_per_k")),
        alpha_isc_percent_per_k=_or_usual(panel.alpha_isc_percent_per_k, 100 * number("alpha_isc_per_k")),
        gamma_p_percent_per_k=_or_usual(panel.gamma_p_percent_per_k, -100 * number("gamma_p_per_k")),
    )


def _or_usual(said: float | None, usual: float) -> float:
    return usual if said is None else said
