"""The main cable and its fuse."""

from __future__ import annotations

from dataclasses import dataclass

from ryokan.core.errors import OutOfTable
from ryokan.core.figure import Figure, Sheet
from ryokan.core.laws import CONDUCTANCE_FOR_DROP, DROP_V, passed_on
from ryokan.core.wiring.model import MainRun


@dataclass(frozen=True, slots=True)
class Practice:
    """The tables that a region works by."""

    copper: str
    ampacity: str
    engine_factor: str
    fuses: str
    resistance: str  # column of the copper table
    conductance: str
    temperature_factor: str  # formula in t: resistance at t over resistance of the column


AWG = Practice(
    copper="awg_copper",
    ampacity="ampacity_awg",
    engine_factor="engine_factor_awg",
    fuses="fuse_na",
    resistance="ohm_per_km_75c",
    conductance="km_per_ohm_75c",
    temperature_factor="1 + 0.00323 × (t − 75)",
)
METRIC = Practice(
    copper="mm2_copper",
    ampacity="ampacity_mm2",
    engine_factor="engine_factor_mm2",
    fuses="fuse_iso",
    resistance="ohm_per_km_20c",
    conductance="km_per_ohm_20c",
    temperature_factor="(234.5 + t) ÷ (234.5 + 20)",
)
_SOURCES = {
    "awg_copper": "nec_ch9_t8",
    "mm2_copper": "iec_60228",
    "ampacity_awg": "abyc_e11_ampacity",
    "ampacity_mm2": "iso_13297_ampacity",
    "engine_factor_awg": "abyc_e11_engine",
    "engine_factor_mm2": "iso_13297_engine",
    "fuse_na": "nec_240_6",
    "fuse_iso": "iso_8820",
}


def practice_of(code_pack: str, conductor: str | None = None) -> Practice:
    """Tables of the region; a conductor that was chosen brings those of its own system."""
    if conductor is not None:
        return AWG if conductor.startswith("awg:") else METRIC
    return METRIC if code_pack == "international" else AWG


def design_current(sheet: Sheet, dc_peak_w: Figure) -> Figure:
    """Largest continuous current of the main run: discharging with everything on, or all chosen chargers at once. [A]

    The inverter counts at its full rating and the lowest working volts, since cables follow the rating, not the audit.
    (common practice)
    """
    dc_loads = sheet.compute(
        "wiring.main.dc_loads_a",
        "peak ÷ (passed_on × cutoff_v)",
        "A",
        "practice",
        peak=dc_peak_w,
        passed_on=passed_on(sheet, "dc"),
        cutoff_v=sheet["inverter.cutoff_v"],
    )
    return sheet.compute(
        "wiring.main.design_current_a",
        "max(inverter + dc_loads, charging)",
        "A",
        "practice",
        inverter=sheet["inverter.dc_current_at_cutoff_a"],
        dc_loads=dc_loads,
        charging=sheet["charging.all_sources_a"],
    )


def main_run(sheet: Sheet, run: MainRun, code_pack: str, design_a: Figure) -> None:
    """Fuse and conductor that the run asks for, and what the chosen conductor does; a figure no stock size meets is left out.

    Fuse: next standard rating over 1.25 × design current. Conductor: the smallest whose derated ampacity is not below the
    fuse and whose drop is allowed. (ABYC E-11 or ISO 13297 with NEC Chapter 9 Table 8 or IEC 60228; from memory, unverified)
    """
    practice = practice_of(code_pack)
    length = sheet.given("wiring.main.one_way_length_m", run.one_way_length.m, "m")
    sheet.given("wiring.main.insulation_c", run.insulation_c, "°C")
    sheet.given("wiring.main.terminal_c", run.terminal_c, "°C")
    drop_v = sheet.compute(
        "wiring.main.allowed_drop_v",
        "share × class_v",
        "V",
        "abyc_e11_drop",
        share=sheet.assumption("main_drop_frac"),
        class_v=sheet["storage.system_v"],
    )
    fuse_floor = sheet.compute(
        "wiring.main.fuse_floor_a",
        "headroom × current",
        "A",
        "practice",
        headroom=sheet.assumption("fuse_headroom"),
        current=design_a,
    )
    _circular_mils_check(sheet, design_a, length, drop_v)
    try:
        fuse = sheet.choose(
            "wiring.main.fuse_a", f"next_larger({practice.fuses}, floor)", "A", _SOURCES[practice.fuses], floor=fuse_floor
        )
        conductor = _conductor(sheet, run, practice, fuse=fuse, design_a=design_a, length=length, drop_v=drop_v)
    except OutOfTable:
        conductor = None  # the rules say which end of the stock list was passed
    if run.conductor is not None:
        conductor = sheet.given("wiring.main.have_conductor", run.conductor, "")
        practice = practice_of(code_pack, run.conductor)
    if run.fuse_a is not None:
        sheet.given("wiring.main.have_fuse_a", run.fuse_a, "A")
    if conductor is not None:
        _what_it_does(sheet, run, practice, conductor=conductor, design_a=design_a, length=length)


def _temperature_factor(sheet: Sheet, key: str, practice: Practice) -> Figure:
    t = sheet.assumption("conductor_temperature_c")
    return sheet.compute(key, practice.temperature_factor, "", _SOURCES[practice.copper], t=t)


def _engine_factor(sheet: Sheet, key: str, run: MainRun, practice: Practice) -> Figure:
    """Share of the ampacity left in the run's zone."""
    if run.zone == "cabin":
        return sheet.given(key, 1.0, "")
    formula = f"lookup({practice.engine_factor}, insulation)"
    source = _SOURCES[practice.engine_factor]
    return sheet.look_up(key, formula, "", source, insulation=sheet["wiring.main.insulation_c"])


def _conductor(
    sheet: Sheet, run: MainRun, practice: Practice, *, fuse: Figure, design_a: Figure, length: Figure, drop_v: Figure
) -> Figure:
    """Smallest stock conductor that the fuse protects, that the terminals bear, and that keeps the drop."""
    area, ampacity = f"{practice.copper}.area_mm2", practice.ampacity
    derate = _engine_factor(sheet, "wiring.main.need_zone_factor", run, practice)
    by_fuse = sheet.choose(
        "wiring.main.size_by_fuse",
        f"next_larger({ampacity}, fuse ÷ zone, insulation)",
        "",
        _SOURCES[ampacity],
        fuse=fuse,
        zone=derate,
        insulation=sheet["wiring.main.insulation_c"],
    )
    by_terminal = sheet.choose(
        "wiring.main.size_by_terminal",
        f"next_larger({ampacity}, fuse, terminal)",
        "",
        _SOURCES[ampacity],
        fuse=fuse,
        terminal=sheet["wiring.main.terminal_c"],
    )
    by_drop = sheet.choose(
        "wiring.main.size_by_drop",
        f"next_larger({practice.copper}.{practice.conductance}, {CONDUCTANCE_FOR_DROP})",
        "",
        _SOURCES[practice.copper],
        length=length,
        current=design_a,
        warm=_temperature_factor(sheet, "wiring.main.need_warm_factor", practice),
        drop=drop_v,
    )
    return sheet.choose(
        "wiring.main.conductor",
        f"next_larger({area}, max(lookup({area}, by_fuse), lookup({area}, by_terminal), lookup({area}, by_drop)))",
        "",
        _SOURCES[practice.copper],
        by_fuse=by_fuse,
        by_terminal=by_terminal,
        by_drop=by_drop,
    )


def _what_it_does(
    sheet: Sheet, run: MainRun, practice: Practice, *, conductor: Figure, design_a: Figure, length: Figure
) -> None:
    """Ampacity where it lies and drop at the design current, of the chosen conductor or else the one asked for."""
    copper, ampacity = practice.copper, practice.ampacity
    ohm = sheet.look_up(
        "wiring.main.ohm_per_km", f"lookup({copper}.{practice.resistance}, size)", "Ω/km", _SOURCES[copper], size=conductor
    )
    sheet.compute(
        "wiring.main.drop_v",
        DROP_V,
        "V",
        _SOURCES[copper],
        length=length,
        ohm_per_km=ohm,
        warm=_temperature_factor(sheet, "wiring.main.warm_factor", practice),
        current=design_a,
    )
    try:
        zone = _engine_factor(sheet, "wiring.main.zone_factor", run, practice)
    except OutOfTable:
        return  # that insulation has no place there: a finding
    sheet.look_up(
        "wiring.main.ampacity_a",
        f"min(lookup({ampacity}, size, insulation) × zone, lookup({ampacity}, size, terminal))",
        "A",
        _SOURCES[ampacity],
        size=conductor,
        insulation=sheet["wiring.main.insulation_c"],
        terminal=sheet["wiring.main.terminal_c"],
        zone=zone,
    )


def _circular_mils_check(sheet: Sheet, design_a: Figure, length: Figure, drop_v: Figure) -> None:
    """The marine handbook's own formula beside ours, for whoever checks by hand."""
    round_trip = sheet.compute("wiring.main.round_trip_ft", "2 × length ÷ 0.3048", "ft", length=length)
    sheet.compute(
        "wiring.main.circular_mils_by_drop",
        "10.75 × current × feet ÷ drop",
        "cmil",
        "abyc_e11_drop",
        current=design_a,
        feet=round_trip,
        drop=drop_v,
    )
