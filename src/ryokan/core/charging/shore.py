"""Charging from a hookup."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from ryokan.core.charging.alternator import known_of
from ryokan.core.charging.copper import ohm_per_km
from ryokan.core.charging.model import Charger, Charging, Hookup, Inlet
from ryokan.core.charging.profiles import ChargeProfile, profile_named, read_profiles
from ryokan.core.data.tables import tables
from ryokan.core.figure import Figure, Sheet
from ryokan.core.inverter.model import Inverter
from ryokan.core.laws import AMPS_TO_CHARGE, CHARGER_A_OF_MAINS, HOURS_TO_CHARGE, LEFT_OF_A_LIMIT, MAINS_A_OF_CHARGER
from ryokan.core.parts.base import AnyPart
from ryokan.core.parts.model import ChargerPart, InverterPart
from ryokan.core.rig import Rig, Stay
from ryokan.core.storage.model import Storage

# The charger within the inverter, among those that stand alone.
WITHIN_INVERTER = "inverter"


@dataclass(frozen=True, slots=True)
class OnMains:
    """A charger on the mains, with all that is known of it. ``part`` is what it was chosen by."""

    charger: Charger
    part: AnyPart | None = None
    stands_alone: bool = True
    profiles: tuple[ChargeProfile, ...] = ()
    profile: ChargeProfile | None = None

    def fits(self, system_v: int) -> bool:
        """Whether it is made for a bank of that class, as far as anybody has said."""
        return self.charger.output_v in (None, system_v)

    @property
    def rated_a(self) -> float | None:
        """Output that it is rated for, or turned down to. [A]"""
        said = [amps for amps in (self.charger.output_a, self.charger.turned_to_a) if amps is not None]
        return min(said, default=None)


def chargers(
    charging: Charging, inverter: Inverter, parts: Mapping[str, ChargerPart], part: InverterPart | None
) -> dict[str, OnMains]:
    """The chargers of the house bank of which the rating is known, by id; that within the inverter as ``inverter``."""
    found: dict[str, OnMains] = {}
    for id, one in charging.ordered_chargers().items():
        if one.bank is None:
            of_it = parts.get(id)
            profiles = () if of_it is None else read_profiles(of_it.profiles)
            profile = profile_named(profiles, one.profile)
            found[id] = OnMains(_set_to(known_of(one, of_it), profile), of_it, profiles=profiles, profile=profile)
    if (within := _within_inverter(inverter, part)) is not None:
        found[WITHIN_INVERTER] = within
    return {id: one for id, one in found.items() if one.rated_a is not None}


def _within_inverter(inverter: Inverter, part: InverterPart | None) -> OnMains | None:
    """The charger within the inverter, as it is set; None where it has none."""
    typed_a = None if inverter.chosen is None else inverter.chosen.charger_a
    rated_a = typed_a or (None if part is None else part.charger_a)
    if rated_a is None:
        return None
    by_part = None if typed_a is not None else part
    profiles = () if by_part is None else read_profiles(by_part.profiles)
    profile = profile_named(profiles, inverter.charger.profile)
    charger = Charger.model_validate({**inverter.charger.model_dump(), "output_a": rated_a})
    return OnMains(_set_to(charger, profile), by_part, stands_alone=False, profiles=profiles, profile=profile)


def _set_to(charger: Charger, profile: ChargeProfile | None) -> Charger:
    """A charger with the current of the profile that it is set to; its volts are told apart, for the rules of settings."""
    return charger if profile is None else charger.model_copy(update={"output_a": profile.output_a})


def mains_side(sheet: Sheet, id: str, one: OnMains) -> None:
    """What a charger gives, and what it draws from the mains for that. [A]

    Efficiency and power factor are two things: the one is lost as heat, the other only fills the cord. (common practice)
    """
    base, charge_v, rated = f"charging.source.{id}", sheet.get("storage.charge_v"), one.rated_a
    assert rated is not None
    if one.profiles and one.part is not None:
        sheet.part(f"{base}.profiles", "; ".join(profile.name for profile in one.profiles), "", one.part)
    if one.profile is not None and one.part is not None:
        _as_it_is_set(sheet, base, one.profile, one.part)
    if one.part is None:
        output = sheet.given(f"{base}.rated_a", rated, "A")
    else:
        output = sheet.part(f"{base}.rated_a", rated, "A", one.part)
    sheet.compute(f"{base}.output_a", "rated", "A", rated=output)
    if charge_v is None:
        return
    shares = {
        "efficiency": _share(sheet, base, "efficiency_frac", one.charger.efficiency_frac, "charger_frac"),
        "power_factor": _share(sheet, base, "power_factor", one.charger.power_factor, "charger_power_factor"),
    }
    inputs = {"amps": output, "charge_v": charge_v, **shares, "mains_v": sheet["region.mains_v"]}
    sheet.compute(f"{base}.input_a", MAINS_A_OF_CHARGER, "A", **inputs)
    watts = {"amps": output, "charge_v": charge_v, "efficiency": shares["efficiency"]}
    sheet.compute(f"{base}.input_w", "amps × charge_v ÷ efficiency", "W", **watts)


def _as_it_is_set(sheet: Sheet, base: str, profile: ChargeProfile, part: AnyPart) -> None:
    """What its profile says of how it is set, for the rules of settings. [V]"""
    sheet.given(f"{base}.profile", profile.name, "")
    for name, value, unit in (
        ("profile_absorbs_v", profile.stops_at_v, "V"),
        ("profile_floats_v", profile.float_v, "V"),
        ("profile_lithium", profile.lithium, ""),
    ):
        if value is not None:
            sheet.part(f"{base}.{name}", value, unit, part)


def _share(sheet: Sheet, base: str, name: str, said: float | None, usual: str) -> Figure:
    return sheet.assumption(usual) if said is None else sheet.given(f"{base}.{name}", said, "")


def charger_there(sheet: Sheet, found: Mapping[str, OnMains]) -> Figure | None:
    """What the shore chargers give, with that within the inverter where it has one. None where there is none. [A]"""
    each: list[Figure] = []
    alone = [sheet[f"charging.source.{id}.rated_a"] for id, one in found.items() if one.stands_alone]
    if alone:
        each.append(sheet.compute("charging.shore.stand_alone_a", "sum(rated)", "A", "given", rated=alone))
    if WITHIN_INVERTER in found and not found[WITHIN_INVERTER].stands_alone:
        within = sheet[f"charging.source.{WITHIN_INVERTER}.rated_a"]
        each.append(sheet.compute("charging.shore.of_inverter_a", "rated", "A", within.source, rated=within))
    if not each:
        return None
    return sheet.compute("charging.shore.have_a", "sum(chargers)", "A", "given", chargers=each)


def weighed(rig: Rig) -> bool:
    """Whether a shore charger is being thought about: a plan whose journey meets hookups, or is not known yet."""
    if rig.survey.as_found or rig.charging.shore_charger == "none":
        return False
    return not rig.stays or any(stay.hookup != "none" for stay in rig.stays.values())


def shore_need(sheet: Sheet, rig: Rig, found: Mapping[str, OnMains]) -> None:
    """Charger amps that refill the bank in the hours allowed, what the hookup passes, hours to full.

    Never more than the bank takes. Left out where no charger is there or weighed, and while the charging volts are not known.
    (common practice)
    """
    charging, chemistry, hookup = rig.charging, rig.storage.chemistry, smallest_hookup(rig.stays)
    charge_v, round_trip = sheet.get("storage.charge_v"), sheet.assumption(f"{chemistry}.round_trip_frac")
    charger = charger_there(sheet, found)
    if charge_v is None:
        return
    taper = sheet["charging.taper_h"]
    used = sheet.compute(
        "charging.refill_wh", "usable ÷ round_trip", "Wh", "practice", usable=sheet["storage.usable_wh"], round_trip=round_trip
    )
    if charger is None and not weighed(rig):
        return
    if charging.refill_hours is None:
        hours = sheet.compute("charging.refill_hours", "usual", "h", "practice", usual=sheet.assumption("usual_refill_h"))
    else:
        hours = sheet.given("charging.refill_hours", charging.refill_hours, "h")
    need = _need(sheet, used, charge_v, hours, taper)
    charger = charger or need
    if charger is None or charger.number == 0:
        return
    _mains_of_all(sheet, found, charger, charge_v)
    output = charger if hookup is None else _through_hookup(sheet, hookup, rig.charging.inlet, found, charger, charge_v)
    sheet.compute(
        "charging.shore.hours_to_full",
        HOURS_TO_CHARGE,
        "h",
        "practice",
        refill=used,
        charge_v=charge_v,
        amps=output,
        taper=taper,
    )


def _need(sheet: Sheet, used: Figure, charge_v: Figure, hours: Figure, taper: Figure) -> Figure | None:
    """Charger amps for the hours allowed; none where the taper alone takes longer: that is a finding, and no current. [A]"""
    if hours.number <= taper.number:
        return None
    return sheet.compute(
        "charging.shore.need_a",
        f"min(limit, {AMPS_TO_CHARGE})",
        "A",
        "practice",
        limit=sheet["charging.bank_max_a"],
        refill=used,
        charge_v=charge_v,
        hours=hours,
        taper=taper,
    )


def _mains_of_all(sheet: Sheet, found: Mapping[str, OnMains], charger: Figure, charge_v: Figure) -> None:
    """What the chargers draw together; while none is chosen, what one of the need would. [A]"""
    draws = [draw for id in found if (draw := sheet.get(f"charging.source.{id}.input_a")) is not None]
    if draws:
        sheet.compute("charging.shore.mains_a", "sum(draws)", "A", draws=draws)
        return
    inputs = {"amps": charger, "charge_v": charge_v, "mains_v": sheet["region.mains_v"]}
    sheet.compute("charging.shore.mains_a", MAINS_A_OF_CHARGER, "A", **inputs, **_usual_shares(sheet))


def _usual_shares(sheet: Sheet) -> dict[str, Figure]:
    return {"efficiency": sheet.assumption("charger_frac"), "power_factor": sheet.assumption("charger_power_factor")}


def _through_hookup(
    sheet: Sheet, hookup: Hookup, inlet: Inlet, found: Mapping[str, OnMains], charger: Figure, charge_v: Figure
) -> Figure:
    """Charge amps that fit through the hookup, its cord and the inlet, whatever the chargers could give. [A]"""
    name = sheet.given("charging.shore.hookup", hookup, "")
    source = "nec_551" if sheet["region.mains_v"].number < 200 else "iec_60309"
    breaker = sheet.look_up("charging.shore.breaker_a", "lookup(hookups.breaker_a, hookup)", "A", source, hookup=name)
    share = sheet.look_up("charging.shore.continuous_frac", "lookup(hookups.continuous_frac, hookup)", "", source, hookup=name)
    sheet.compute("charging.shore.hookup_continuous_a", "breaker × share", "A", source, breaker=breaker, share=share)
    passes = _way_in(sheet, inlet, breaker, share, source)
    _along_the_cord(sheet, inlet, passes)
    first = min(found, key=lambda id: -_charge_a_of_mains(sheet, id), default=None)
    shares = _usual_shares(sheet) if first is None else _shares_of(sheet, first)
    limit = sheet.compute(
        "charging.shore.hookup_limit_a",
        CHARGER_A_OF_MAINS,
        "A",
        "practice",
        continuous=passes,
        mains_v=sheet["region.mains_v"],
        charge_v=charge_v,
        **shares,
    )
    if len(found) < 2:
        return sheet.compute("charging.shore.through_hookup_a", "min(charger, limit)", "A", charger=charger, limit=limit)
    return several_share(sheet, "charging.shore", "through_hookup_a", found, passes)


def _way_in(sheet: Sheet, inlet: Inlet, breaker: Figure, share: Figure, source: str) -> Figure:
    """What outlet, cord, adapter and inlet pass continuously: the least of them. [A]"""
    names = ("cord_a", "adapter_a", "inlet_a")
    said = [sheet.given(f"charging.inlet.{name}", amps, "A") for name in names if (amps := getattr(inlet, name)) is not None]
    key, formula = "charging.shore.way_continuous_a", "min(breaker, min(on_the_way)) × share"
    if not said:
        return sheet.compute(key, "breaker × share", "A", source, breaker=breaker, share=share)
    return sheet.compute(key, formula, "A", source, breaker=breaker, on_the_way=said, share=share)


def _along_the_cord(sheet: Sheet, inlet: Inlet, passes: Figure) -> None:
    """Share of the mains volts that the cord takes with the chargers on, there and back. (Ohm's law)"""
    if inlet.cord_length is None or inlet.cord_conductor is None:
        return
    per_km = ohm_per_km(sheet, "charging.inlet", inlet.cord_conductor)
    sheet.compute(
        "charging.shore.cord_drop_frac",
        "2 × length ÷ 1000 × ohm_per_km × min(draws, passes) ÷ mains_v",
        "",
        "physics",
        length=sheet.given("charging.inlet.cord_length_m", inlet.cord_length.m, "m"),
        ohm_per_km=per_km,
        draws=sheet["charging.shore.mains_a"],
        passes=passes,
        mains_v=sheet["region.mains_v"],
    )


def _shares_of(sheet: Sheet, id: str) -> dict[str, Figure]:
    base, usual = f"charging.source.{id}", _usual_shares(sheet)
    said = {"efficiency": sheet.get(f"{base}.efficiency_frac"), "power_factor": sheet.get(f"{base}.power_factor")}
    return {name: figure or usual[name] for name, figure in said.items()}


def _charge_a_of_mains(sheet: Sheet, id: str) -> float:
    """Amps into the bank for one of the mains."""
    base = f"charging.source.{id}"
    draws = sheet.get(f"{base}.input_a")
    return 0.0 if draws is None or draws.number == 0 else sheet[f"{base}.output_a"].number / draws.number


def several_share(sheet: Sheet, base: str, name: str, found: Mapping[str, OnMains], passes: Figure) -> Figure:
    """What several chargers give together on so many amps of the mains: the one that wastes least first. [A]"""
    taken: list[Figure] = []
    given: list[Figure] = []
    for id in sorted(found, key=lambda id: -_charge_a_of_mains(sheet, id)):
        own = f"{base}.of.{id}"
        inputs: dict[str, Figure | list[Figure]] = {"wanted": sheet[f"charging.source.{id}.input_a"], "limit": passes}
        formula = "min(wanted, limit)"
        if taken:
            formula, inputs["taken"] = LEFT_OF_A_LIMIT, list(taken)
        draws = sheet.compute(f"{own}.mains_a", formula, "A", "practice", **inputs)
        taken.append(draws)
        mains = {"continuous": draws, "mains_v": sheet["region.mains_v"], "charge_v": sheet["storage.charge_v"]}
        shares = _shares_of(sheet, id)
        given.append(sheet.compute(f"{own}.output_a", CHARGER_A_OF_MAINS, "A", "practice", **mains, **shares))
    return sheet.compute(f"{base}.{name}", "sum(given)", "A", given=given)


def beside_what_runs(sheet: Sheet, heavy: Mapping[str, Figure]) -> None:
    """What charge current is left on the hookup while one of the heavy loads runs on it too. [A]

    ``heavy`` are the running volt-amps of such loads by id. (common practice)
    """
    passes, have, charge_v = (
        sheet.get(key) for key in ("charging.shore.way_continuous_a", "charging.shore.through_hookup_a", "storage.charge_v")
    )
    limit = sheet.get("charging.shore.hookup_limit_a")
    if passes is None or have is None or charge_v is None or limit is None or "charging.shore.have_a" not in sheet:
        return
    for id, running in heavy.items():
        base = f"charging.beside.{id}"
        inputs = {"passes": passes, "running": running, "mains_v": sheet["region.mains_v"]}
        left = sheet.compute(f"{base}.left_a", "max(0, passes − running ÷ mains_v)", "A", "practice", **inputs)
        of_it = {"charger": have, "limit": limit, "left": left, "passes": passes}
        sheet.compute(f"{base}.charge_a", "min(charger, limit × left ÷ passes)", "A", "practice", **of_it)


def smallest_hookup(stays: Mapping[str, Stay]) -> Hookup | None:
    """The weakest hookup among the stays, by what it gives continuously; None where no stay has one."""

    def watts(hookup: Hookup) -> float:
        hookups = tables()["hookups"]
        breaker_a, voltage_v, share = (hookups.value(hookup, column) for column in hookups.columns)
        return breaker_a * voltage_v * share

    return min((stay.hookup for stay in stays.values() if stay.hookup != "none"), key=watts, default=None)


def taper(sheet: Sheet, storage: Storage) -> None:
    """How long the last of a charge takes: longer in the cold with lead, which accepts less then. [h] (common practice)"""
    hours = sheet.assumption(f"{storage.chemistry}.taper_h")
    if storage.is_lithium or storage.bay_c >= WARM_C:
        sheet.compute("charging.taper_h", "hours", "h", "practice", hours=hours)
        return
    sheet.compute(
        "charging.taper_h",
        f"hours × (1 + per_k × ({WARM_C:g} − bay))",
        "h",
        "practice",
        hours=hours,
        per_k=sheet.assumption("cold_taper_per_k"),
        bay=sheet["storage.bay_c"],
    )


WARM_C = 25.0


def bank_limits(sheet: Sheet, chemistry: str) -> None:
    """What the bank takes: as its maker says, otherwise as is usual for its kind. [A]"""
    bank_ah = sheet["storage.bank_ah"]
    for name in ("usual", "max"):
        rate = sheet.assumption(f"{chemistry}.charge_{name}_c")
        by_rate = {"rate": rate, "amp_hours": bank_ah}
        limit = sheet.get("storage.charge_limit_a")
        if limit is None:
            sheet.compute(f"charging.bank_{name}_a", "rate × amp_hours", "A", "practice", **by_rate)
        elif name == "max":  # what its makers say goes before what is usual
            sheet.compute("charging.bank_max_a", "units", "A", limit.source, units=limit)
        else:
            sheet.compute("charging.bank_usual_a", "min(units, rate × amp_hours)", "A", "practice", units=limit, **by_rate)


def all_sources(sheet: Sheet, sources: Sequence[Figure], twice: Sequence[Figure]) -> None:
    """What the chosen sources and the links from other systems give all at once: all that nothing keeps apart. [A]

    An engine runs on a hookup, and the sun shines on all. A generator feeds the same chargers through the same inlet as the
    hookup, so that the cord keeps those two apart. ``twice`` is what comes through the output of another device.
    """
    if twice:
        inputs = {"sources": list(sources), "twice": list(twice)}
        sheet.compute("charging.all_sources_a", "sum(sources) − sum(twice)", "A", **inputs)
    else:
        sheet.compute("charging.all_sources_a", "sum(sources)", "A", sources=list(sources))
