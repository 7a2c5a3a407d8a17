"""Strings of panels: what a series comes to, in the cold and in the heat, and what the strings beside it push into it."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from contextlib import suppress
from dataclasses import dataclass
from typing import TypeAlias

from ryokan.core.errors import OutOfTable
from ryokan.core.figure import Figure, Sheet
from ryokan.core.laws import BACKFED_A, COLD_VOC_V, HOT_VMP_V, HOT_VOC_V, LEAST_STRING_FUSE_A, NEXT_STRING_FUSE_A, SERIES_W
from ryokan.core.parts.model import PanelPart
from ryokan.core.solar.model import Array, PvString, Solar
from ryokan.core.solar.points import goes_by_the_table, open_volts_said, points_of

Numbers: TypeAlias = tuple[float, ...]


@dataclass(frozen=True, slots=True)
class SeriesOf:
    """A string with the array that it belongs to and its panels as parts."""

    array: str
    string: PvString
    panels: tuple[PanelPart, ...]


def every_string(solar: Solar, parts: Mapping[str, PanelPart]) -> dict[str, SeriesOf]:
    """Every string of the rig, by its id and in the order of the arrays."""
    return {
        id: SeriesOf(array_id, string, tuple(parts[panel.part] for panel in string.in_order()))
        for array_id, array in solar.ordered_arrays().items()
        for id, string in array.ordered().items()
    }


# Point -> its unit, the members that say it, and the assumptions that stand in.
_POINTS: dict[str, tuple[str, tuple[str, ...], tuple[str, ...]]] = {
    "vmp_v": ("V", ("vmp_v",), ("cell_vmp_v",)),
    "imp_a": ("A", ("imp_a",), ("cell_vmp_v",)),
    "voc_v": ("V", ("measured_voc_v", "voc_v"), ("cell_vmp_v", "voc_over_vmp")),
    "isc_a": ("A", ("measured_isc_a", "isc_a"), ("cell_vmp_v", "isc_over_imp")),
}
_COEFFICIENTS = {"beta_voc": "beta_voc_per_k", "gamma_p": "gamma_p_per_k", "alpha_isc": "alpha_isc_per_k"}
USUAL = "Usual values stand in where the plate says nothing."


def points_of_string(sheet: Sheet, id: str, series: SeriesOf) -> None:
    """What each panel of a string states of its points, and what is usual where it states nothing. [V, A]

    What was measured goes before the plate. A panel without volts is taken as so many cells (common practice).
    """
    base, panels = f"solar.string.{id}", series.panels
    sheet.of_parts(f"{base}.panel_rated_w", tuple(panel.rated_w for panel in panels), "W", panels)
    for name, (unit, said_by, usual) in _POINTS.items():
        _of_each_panel(sheet, f"{base}.panel_{name}", panels, name, unit, said_by, usual)
    unsaid = sum(not open_volts_said(panel) for panel in panels)
    if unsaid:
        sheet.given(f"{base}.volts_unsaid", float(unsaid), "panels")


def _of_each_panel(
    sheet: Sheet,
    key: str,
    panels: Sequence[PanelPart],
    name: str,
    unit: str,
    said_by: Sequence[str],
    usual: Sequence[str],
) -> Figure:
    """One point or coefficient of every panel of a string, as one figure."""
    values = tuple(getattr(points_of(panel, lambda one: sheet.assumption(one).number), name) for panel in panels)
    if all(any(getattr(panel, one) is not None for one in said_by) for panel in panels):
        return sheet.of_parts(key, values, unit, panels)
    return sheet.simulate(key, values, unit, "practice", {one: sheet.assumption(one) for one in usual}, USUAL)


def series(sheet: Sheet, id: str, string: SeriesOf) -> None:
    """Volts, amps and watts of a series: volts add, and the lowest current flows through all. [V, A, W] (physics)

    Where a panel has less current than the others its bypass diodes may take it out: what the rest then gives stands beside
    it, for a controller that looks for it.
    """
    base = f"solar.string.{id}"
    vmp, imp = sheet[f"{base}.panel_vmp_v"], sheet[f"{base}.panel_imp_a"]
    sheet.compute(f"{base}.rated_w", "sum(rated)", "W", rated=sheet[f"{base}.panel_rated_w"])
    sheet.compute(f"{base}.vmp_v", "sum(volts)", "V", volts=vmp)
    sheet.compute(f"{base}.voc_v", "sum(volts)", "V", volts=sheet[f"{base}.panel_voc_v"])
    sheet.compute(f"{base}.isc_a", "max(amps)", "A", amps=sheet[f"{base}.panel_isc_a"])
    sheet.compute(f"{base}.current_a", "min(amps)", "A", amps=imp)
    sheet.compute(f"{base}.watts_w", SERIES_W, "W", amps=imp, volts=vmp)
    sheet.compute(f"{base}.apart_w", "sum(amps × volts)", "W", amps=imp, volts=vmp)
    amps, volts = _numbers(imp), _numbers(vmp)
    diode_v = sheet.assumption("bypass_diode_v")
    best = max(sorted(set(amps)), key=lambda one: one * _left(amps, volts, one, diode_v.number))
    if best > min(amps):
        kept = tuple(v if a >= best else -diode_v.number for a, v in zip(amps, volts, strict=True))
        note = "Panels with less current are bypassed, at the volts of a diode."
        left = sheet.simulate(
            f"{base}.bypassed_v", sum(kept), "V", "physics", {"volts": vmp, "amps": imp, "diode": diode_v}, note
        )
        at = sheet.simulate(f"{base}.bypassed_a", best, "A", "physics", {"amps": imp}, note)
        sheet.compute(f"{base}.bypassed_w", "amps × volts", "W", amps=at, volts=left)


def _left(amps: Numbers, volts: Numbers, current: float, diode_v: float) -> float:
    return sum(v if a >= current else -diode_v for a, v in zip(amps, volts, strict=True))


def _numbers(figure: Figure) -> Numbers:
    assert isinstance(figure.value, tuple)
    return figure.value


def cell_in_the_heat(sheet: Sheet) -> None:
    """How hot the cells get at the record high. [°C] (common practice)"""
    high = sheet.get("climate.t_max_record_c")
    if high is not None:
        sheet.compute("solar.cell_hot_c", "high + over", "°C", "practice", high=high, over=sheet.assumption("cell_over_air_k"))


def in_cold_and_heat(sheet: Sheet, id: str, string: SeriesOf) -> None:
    """Open volts of a string at the record low, and its volts in the heat. [V]

    By each panel's own coefficient; without one the code's table, which holds for wafers of silicon and goes down to −40 °C,
    else the usual coefficient (NEC 690.7, from memory, unverified).
    """
    base = f"solar.string.{id}"
    low, hot = sheet.get("climate.t_min_record_c"), sheet.get("solar.cell_hot_c")
    beta = _coefficients(sheet, base, string.panels, "beta_voc")
    voc = _numbers(sheet[f"{base}.panel_voc_v"])
    if low is not None:
        table = sheet.get("solar.cold_voc_factor_by_table")
        by_table = [goes_by_the_table(panel) for panel in string.panels]
        if table is not None and any(by_table):
            of_table = sheet.simulate(
                f"{base}.voc_by_table_v",
                sum(volts for volts, one in zip(voc, by_table, strict=True) if one),
                "V",
                "nec_690_7",
                {"volts": sheet[f"{base}.panel_voc_v"]},
                "Panels with no coefficient of their own.",
            )
            own = tuple(0.0 if one else volts for volts, one in zip(voc, by_table, strict=True))
            if any(own):
                rest = sheet.simulate(
                    f"{base}.voc_by_coefficient_v", own, "V", "part_sheet", {"volts": sheet[f"{base}.panel_voc_v"]}
                )
                formula = f"{COLD_VOC_V} + of_table × factor"
                inputs = {"volts": rest, "beta": beta, "low": low, "of_table": of_table, "factor": table}
            else:
                formula, inputs = "of_table × factor", {"of_table": of_table, "factor": table}
            sheet.compute(f"{base}.voc_cold_v", formula, "V", "nec_690_7", **inputs)
        else:
            sheet.compute(
                f"{base}.voc_cold_v",
                COLD_VOC_V,
                "V",
                "nec_690_7",
                volts=sheet[f"{base}.panel_voc_v"],
                beta=beta,
                low=low,
            )
    if hot is None:
        return
    gamma, alpha = (_coefficients(sheet, base, string.panels, name) for name in ("gamma_p", "alpha_isc"))
    sheet.compute(
        f"{base}.voc_hot_v",
        HOT_VOC_V,
        "V",
        "practice",
        volts=sheet[f"{base}.panel_voc_v"],
        beta=beta,
        hot=hot,
    )
    sheet.compute(
        f"{base}.vmp_hot_v",
        HOT_VMP_V,
        "V",
        "practice",
        volts=sheet[f"{base}.panel_vmp_v"],
        gamma=gamma,
        alpha=alpha,
        hot=hot,
    )


def _coefficients(sheet: Sheet, base: str, panels: Sequence[PanelPart], name: str) -> Figure:
    """A coefficient of each panel, and the usual one where its plate says nothing. [%/K]"""
    member = f"{name}_percent_per_k"
    return _of_each_panel(sheet, f"{base}.panel_{member}", panels, member, "%/K", (member,), (_COEFFICIENTS[name],))


def beside_one_another(solar: Solar) -> list[list[str]]:
    """Strings that feed the same wires, by their ids: those of one input of a controller, else of one array."""
    joined: dict[tuple[str, str, int], list[str]] = {}
    for id, array in solar.ordered_arrays().items():
        key = ("array", id, 0) if array.controller is None else ("controller", array.controller, array.input)
        joined.setdefault(key, []).extend(array.ordered())
    return [ids for ids in joined.values() if len(ids) > 1]


def fuse_of_string(sheet: Sheet, id: str, string: SeriesOf, others: Iterable[str]) -> None:
    """What the other strings can push into a short circuit in this one, and the fuse that it would take. [A]

    1.25 × the sum of the others' short-circuit currents (NEC 690.9(A)); a fuse of 1.56 × its own or more (690.8(B)), of the
    next standard size (690.9(B), IEC 60269-6). From memory, unverified.
    """
    base = f"solar.string.{id}"
    sun, on_top = sheet.assumption("bright_sun_factor"), sheet.assumption("fuse_headroom")
    shorted = [sheet[f"solar.string.{other}.isc_a"] for other in others]
    sheet.compute(f"{base}.backfed_a", BACKFED_A, "A", "nec_690_9", sun=sun, others=shorted)
    least = sheet.compute(
        f"{base}.least_fuse_a",
        LEAST_STRING_FUSE_A,
        "A",
        "nec_690_9",
        sun=sun,
        on_top=on_top,
        shorted=sheet[f"{base}.isc_a"],
    )
    with suppress(OutOfTable):
        sheet.choose(f"{base}.fuse_a", NEXT_STRING_FUSE_A, "A", "iec_60269_6", least=least)
    bears = [panel.max_fuse_a for panel in string.panels if panel.max_fuse_a is not None]
    if len(bears) == len(string.panels):
        sheet.of_parts(f"{base}.panel_max_fuse_a", tuple(bears), "A", string.panels)
        sheet.compute(f"{base}.max_fuse_a", "min(panels)", "A", "part_sheet", panels=sheet[f"{base}.panel_max_fuse_a"])


def together(sheet: Sheet, id: str, array: Array) -> None:
    """What the strings of an array come to: currents add, at volts that all of them have. [W, A, V]"""
    base = f"solar.array.{id}"
    if not array.strings:
        sheet.given(f"{base}.rated_w", array.plain_w or 0.0, "W")
        sheet.compute(f"{base}.watts_w", "rated", "W", "given", rated=sheet[f"{base}.rated_w"])
        return
    names = list(array.ordered())

    def each(name: str) -> list[Figure]:
        return [sheet[f"solar.string.{one}.{name}"] for one in names]

    sheet.compute(f"{base}.rated_w", "sum(strings)", "W", strings=each("rated_w"))
    sheet.compute(f"{base}.isc_a", "sum(strings)", "A", strings=each("isc_a"))
    sheet.compute(f"{base}.vmp_v", "min(strings)", "V", strings=each("vmp_v"))
    volts, amps = each("vmp_v"), each("current_a")
    best = max(range(len(names)), key=lambda at: volts[at].number * _at_least(volts, amps, volts[at].number))
    kept = [one for one, v in zip(amps, volts, strict=True) if v.number >= volts[best].number]
    sheet.choose(f"{base}.watts_w", "volts × sum(amps)", "W", "practice", volts=volts[best], amps=kept)
    apart = sheet.compute(f"{base}.apart_w", "sum(strings)", "W", strings=each("apart_w"))
    sheet.compute(f"{base}.unlike_frac", "1 − together ÷ apart", "", "practice", together=sheet[f"{base}.watts_w"], apart=apart)
    for name, of_all in (("voc_cold_v", "max"), ("voc_hot_v", "min"), ("vmp_hot_v", "min")):
        if sheet.get(f"solar.string.{names[0]}.{name}") is not None:
            sheet.compute(f"{base}.{name}", f"{of_all}(strings)", "V", strings=each(name))
    unsaid = [figure for one in names if (figure := sheet.get(f"solar.string.{one}.volts_unsaid")) is not None]
    if unsaid:
        sheet.compute(f"{base}.volts_unsaid", "sum(strings)", "panels", strings=unsaid)


def _at_least(volts: Sequence[Figure], amps: Sequence[Figure], lowest: float) -> float:
    return sum(amp.number for amp, volt in zip(amps, volts, strict=True) if volt.number >= lowest)
