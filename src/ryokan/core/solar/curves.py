"""Current and power of strings against volts: the single-diode model fitted to the plate, at a sun and a cell temperature."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from ryokan.core.climate.above import Floats
from ryokan.core.data.assumptions import assumptions
from ryokan.core.errors import NoAnswer
from ryokan.core.parts.model import PanelPart
from ryokan.core.solar.points import cells_of, points_of

POINTS = 160
LEAST_W_PER_M2 = 20.0
EG_EV, DEG_DT = 1.121, -0.0002677  # band gap of silicon and how it moves (De Soto 2006)


@dataclass(frozen=True, slots=True, eq=False)
class Curve:
    """One curve: volts from 0 to open, amps and watts at each, all of shape (n,); and its highest point."""

    volts: Floats
    amps: Floats

    @property
    def watts(self) -> Floats:
        """Power at each of the volts. [W]"""
        return self.volts * self.amps

    @property
    def best(self) -> tuple[float, float]:
        """Volts and watts of the highest point. [V, W]"""
        at = int(np.argmax(self.watts))
        return float(self.volts[at]), float(self.watts[at])

    @property
    def peaks(self) -> list[tuple[float, float]]:
        """Volts and watts of every hill of the curve: a shaded string has several, and a controller may stay on a lower one."""
        watts = self.watts
        inner = (watts[1:-1] > watts[:-2]) & (watts[1:-1] >= watts[2:])
        return [(float(self.volts[at + 1]), float(watts[at + 1])) for at in np.flatnonzero(inner)]


@dataclass(frozen=True, slots=True)
class Sunshine:
    """Sun in the plane and the cells' temperature; ``shaded`` is the share of its sun that each panel loses, by its place."""

    w_per_m2: float
    cell_c: float
    shaded: Mapping[int, float]


def in_series(panels: Sequence[PanelPart], sun: Sunshine) -> Curve:
    """Panels in series: one current through all, a panel that cannot carry it bypassed by its diodes.

    Parameters
    ----------
    panels : sequence of PanelPart
    sun : Sunshine

    Raises
    ------
    NoAnswer
        A plate does not make a curve: its points contradict one another.
    """
    most = max(_isc(panel, sun, at) for at, panel in enumerate(panels))
    amps = np.linspace(0, most, POINTS)
    volts = np.sum([_volts_at(panel, amps, sun, at) for at, panel in enumerate(panels)], axis=0)
    keep = volts >= 0
    return _in_order(volts[keep], amps[keep])


def in_parallel(panels: Sequence[PanelPart], sun: Sunshine) -> Curve:
    """The same panels side by side: one voltage at all, currents add; one that would take current is held back."""
    return side_by_side([in_series([panel], _alone(sun, at)) for at, panel in enumerate(panels)])


def side_by_side(curves: Sequence[Curve]) -> Curve:
    """Strings in parallel: currents add at each of the volts."""
    volts = np.linspace(0, max(float(one.volts[-1]) for one in curves), POINTS)
    amps = np.sum([np.interp(volts, one.volts, one.amps, right=0.0) for one in curves], axis=0)
    return Curve(volts, amps)


def _alone(sun: Sunshine, at: int) -> Sunshine:
    return Sunshine(sun.w_per_m2, sun.cell_c, {0: sun.shaded.get(at, 0.0)})


def _in_order(volts: Floats, amps: Floats) -> Curve:
    order = np.argsort(volts, kind="stable")
    volts, amps = volts[order], amps[order]
    if volts[0] > 0:
        volts, amps = np.concatenate([[0.0], volts]), np.concatenate([[amps[0]], amps])
    return Curve(volts, amps)


def _parameters(panel: PanelPart, sun: Sunshine, at: int) -> tuple[float, float, float, float, float]:
    import pvlib

    shaded = sun.shaded.get(at, 0.0)
    w_per_m2 = max(LEAST_W_PER_M2, sun.w_per_m2 * (1 - shaded))
    fitted = fitted_to_plate(_plate(panel))
    found = pvlib.pvsystem.calcparams_desoto(
        w_per_m2, sun.cell_c, fitted["alpha_sc"], fitted["a_ref"], fitted["I_L_ref"], fitted["I_o_ref"], fitted["R_sh_ref"],
        fitted["R_s"], EgRef=EG_EV, dEgdT=DEG_DT,
    )  # fmt: skip
    light, dark, series, shunt, slope = (float(one) for one in found)
    return light, dark, series, shunt, slope


def _isc(panel: PanelPart, sun: Sunshine, at: int) -> float:
    import pvlib

    return float(pvlib.pvsystem.i_from_v(0.0, *_parameters(panel, sun, at)))


def _volts_at(panel: PanelPart, amps: Floats, sun: Sunshine, at: int) -> Floats:
    """Volts of a panel at currents; beyond what it gives its bypass diodes carry the rest. [V]"""
    import pvlib

    parameters = _parameters(panel, sun, at)
    volts = np.asarray(pvlib.pvsystem.v_from_i(amps, *parameters))
    diodes = 1 if panel.diodes is None else panel.diodes
    bypassed = -diodes * assumptions()["bypass_diode_v"].value if diodes else -np.inf
    held: Floats = np.maximum(np.nan_to_num(volts, nan=bypassed, neginf=bypassed), bypassed)
    return held


Plate = tuple[float, float, float, float, float, float, int]


def _plate(panel: PanelPart) -> Plate:
    """Points of a panel with what is usual where its plate says nothing: Vmp, Imp, Voc, Isc, α in A/K, β in V/K, cells."""
    points = points_of(panel, lambda name: assumptions()[name].value)
    alpha, beta = points.alpha_isc_percent_per_k / 100 * points.isc_a, points.beta_voc_percent_per_k / 100 * points.voc_v
    return points.vmp_v, points.imp_a, points.voc_v, points.isc_a, alpha, beta, cells_of(panel)


BOLTZMANN_V_PER_K = 8.617333e-5
REFERENCE_K, WARMER_K = 298.15, 25.0
FITTED = 2e-3  # share of its amps by which a curve may miss the point of full power
BY_HEAT = 0.2  # weight of the coefficient of the open volts beside the points, which go first
LEAST, MOST = (0.4, 0.0, 1.0), (2.5, 0.3, 3.5)  # ideality, series resistance and log of the shunt over Voc ÷ Isc


@lru_cache(maxsize=256)
def fitted_to_plate(plate: Plate) -> dict[str, float]:
    """Parameters of the single-diode model that go through a plate's points and bend with heat as it says.

    Ideality, series and shunt resistance are found so that the curve passes through full power, is highest there and moves with
    heat by the coefficient of the open volts; the light current follows from the short circuit, the dark one from the open
    volts.
    (De Soto, Klein, Beckman 2006; the points before the coefficient, since plates of invented and of old panels contradict it)

    Raises
    ------
    NoAnswer
        No curve goes through them.
    """
    from scipy.optimize import least_squares

    vmp, imp, voc, isc, alpha, beta, cells = plate

    def parameters(at: Floats) -> tuple[float, float, float, float, float]:
        a, r_s, r_sh = at[0] * cells * BOLTZMANN_V_PER_K * REFERENCE_K, at[1] * voc / isc, 10 ** at[2] * voc / isc
        light = isc * (1 + r_s / r_sh)
        return a, r_s, r_sh, light, (light - voc / r_sh) / np.expm1(voc / a)

    def misses(at: Floats) -> list[float]:
        a, r_s, r_sh, light, dark = parameters(at)
        inside = vmp + imp * r_s
        grows = dark * np.exp(inside / a)
        current = light - (grows - dark) - inside / r_sh
        slope = grows / a + 1 / r_sh  # of the current against the volts inside
        at_top = imp - vmp * slope / (1 + r_s * slope)
        return [(current - imp) / isc, at_top / isc, BY_HEAT * _open_when_warmer(a, light, dark, r_sh) / voc]

    def _open_when_warmer(a: float, light: float, dark: float, r_sh: float) -> float:
        """How far the open volts are off their coefficient, 25 K warmer. [V]"""
        ratio = (REFERENCE_K + WARMER_K) / REFERENCE_K
        gap = EG_EV * (1 + DEG_DT * WARMER_K)
        spread = (EG_EV / REFERENCE_K - gap / (REFERENCE_K + WARMER_K)) / BOLTZMANN_V_PER_K
        hot_dark, hot_a = dark * ratio**3 * np.exp(spread), a * ratio
        said = voc + beta * WARMER_K
        current = light + alpha * WARMER_K - hot_dark * np.expm1(said / hot_a) - said / r_sh
        return float(current * hot_a / max(isc, 1e-9))

    best = None
    for begin in ((1.1, 0.02, 2.0), (1.0, 0.01, 2.5), (1.4, 0.005, 1.5)):
        found = least_squares(misses, begin, bounds=(LEAST, MOST), x_scale=(0.1, 0.01, 0.3))
        if best is None or found.cost < best.cost:
            best = found
    if best is None or max(abs(miss) for miss in best.fun[:2]) > FITTED:
        raise NoAnswer("No curve goes through the points of this plate.")
    a, r_s, r_sh, light, dark = parameters(best.x)
    return {"alpha_sc": alpha, "a_ref": a, "I_L_ref": light, "I_o_ref": float(dark), "R_sh_ref": r_sh, "R_s": r_s}
