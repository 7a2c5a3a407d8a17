"""How large an array the method asks for, month by month."""

from __future__ import annotations

from collections.abc import Mapping

from ryokan.core.climate.journey import NO_SUN_WH_PER_W, typed_ratio
from ryokan.core.climate.stay import MONTHS
from ryokan.core.figure import Figure, Sheet
from ryokan.core.solar.model import Solar


def array_need(sheet: Sheet, solar: Solar, chemistry: str, wh_by_month: Mapping[str, Figure]) -> None:
    """Rated watts that put back a mean day in a day's sun: the typed one, or that of each month of the journey. [W]

    The share used while the sun shines skips the bank; the rest pays for the round trip. The array-to-load ratio on top
    brings an emptied bank back (IEEE 1562). By places the month that asks for most governs: ``wh_by_month`` is a mean day in
    each month that uses another than the planned one. What a portable array brings is taken off.
    """
    wanted = {
        "wh": sheet["loads.mean_wh_per_day_with_margin"],
        "direct": sheet.assumption("direct_use_frac"),
        "round_trip": sheet.assumption(f"{chemistry}.round_trip_frac"),
        "refill": sheet.assumption("refill_ratio"),
    }
    if solar.has_carried:
        sheet.assumption("portable_set_out_frac")  # asked beside it also where no sun is known yet
    months = sunny_months(sheet)
    if months:
        _by_months(sheet, solar, months, wanted, wh_by_month)
    else:
        worst = max((wanted["wh"], *wh_by_month.values()), key=lambda wh: wh.number)
        _by_typed_sun(sheet, solar, {**wanted, "wh": worst})
    _balance(sheet, wanted)


def _balance(sheet: Sheet, wanted: dict[str, Figure]) -> None:
    """What a mean day takes of the array with nothing in hand: neither margin nor the ratio that brings a bank back. [Wh]"""
    sheet.compute(
        "solar.balance_need_wh",
        "wh × (direct + (1 − direct) ÷ round_trip)",
        "Wh",
        "practice",
        wh=sheet["loads.mean_wh_per_day_at_bank"],
        direct=wanted["direct"],
        round_trip=wanted["round_trip"],
    )


def carried_out(sheet: Sheet, solar: Solar) -> None:
    """Watts of what is carried out and turned to the sun. [W]"""
    carried = [sheet[f"solar.array.{id}.watts_w"] for id, one in solar.ordered_arrays().items() if one.carried]
    if carried:
        sheet.compute("solar.portable_w", "sum(arrays)", "W", "practice", arrays=carried)


def array_reckoned_with(sheet: Sheet) -> Figure:
    """Rated watts of the chosen array, else of exactly the need. [W]"""
    return sheet.get("solar.have_w") or sheet["solar.need_w"]


def sunny_months(sheet: Sheet) -> list[str]:
    """Months of the journey whose sun was worked out and is worth an array."""
    return [
        month
        for month in MONTHS
        if (found := sheet.get(f"solar.yield_wh_per_w.{month}")) is not None and found.number > NO_SUN_WH_PER_W
    ]


def _by_typed_sun(sheet: Sheet, solar: Solar, wanted: dict[str, Figure]) -> None:
    sun = sheet.given("solar.peak_sun_hours", solar.peak_sun_hours, "h")
    ratio = typed_ratio(sheet, "solar.performance_ratio")
    pwm = sheet.get("solar.pwm_frac")
    passed = {} if pwm is None else {"pwm": pwm}
    formula = f"wh × (direct + (1 − direct) ÷ round_trip) ÷ (sun × ratio{' × pwm' if passed else ''}) × refill"
    sheet.compute("solar.need_w", formula, "W", "ieee_1562", sun=sun, ratio=ratio, **wanted, **passed)


def _by_months(
    sheet: Sheet, solar: Solar, months: list[str], wanted: dict[str, Figure], wh_by_month: Mapping[str, Figure]
) -> None:
    """By the yield and the use of each month; sun and ratio shown are those of the month that governs."""
    pwm = sheet.get("solar.pwm_frac")
    passed = {} if pwm is None else {"pwm": pwm}
    formula = f"wh × (direct + (1 − direct) ÷ round_trip) ÷ {'(a_watt × pwm)' if passed else 'a_watt'} × refill"
    needs = {}
    for month in months:
        a_watt, wh = sheet[f"solar.yield_wh_per_w.{month}"], wh_by_month.get(month, wanted["wh"])
        spares = _portable_spares(sheet, solar, month, a_watt)
        key = f"solar.need_w.{month}" if spares is None else f"solar.need_without_portable_w.{month}"
        whole = sheet.compute(key, formula, "W", "ieee_1562", **{**wanted, **passed, "wh": wh, "a_watt": a_watt})
        needs[month] = whole
        if spares is not None:
            needs[month] = sheet.compute(
                f"solar.need_w.{month}", "max(0, whole − spares)", "W", "practice", whole=whole, spares=spares
            )
        _need_if_off(sheet, month, needs[month])
    # Where a portable array carries them all, the dullest month is the one that is shown.
    worst = max(months, key=lambda month: (needs[month].number, -sheet[f"solar.yield_wh_per_w.{month}"].number))
    psh, a_watt = sheet[f"climate.psh.{worst}"], sheet[f"solar.yield_wh_per_w.{worst}"]
    sun = sheet.compute("solar.peak_sun_hours", "psh", "h", psh.source, psh=psh)
    sheet.compute("solar.performance_ratio", "a_watt ÷ sun", "", "physics", a_watt=a_watt, sun=sun)
    carried = sheet.get(f"solar.portable_wh.{worst}")
    if carried is not None:
        sheet.compute("solar.portable_wh_per_day", "carried", "Wh", "practice", carried=carried)
        spares = sheet[f"solar.portable_spares_w.{worst}"]
        sheet.compute("solar.portable_spares_w", "spares", "W", "practice", spares=spares)
    sheet.compute("solar.need_w", "max(months)", "W", "ieee_1562", months=list(needs.values()))


def _need_if_off(sheet: Sheet, month: str, need: Figure) -> None:
    """The array of a month, if its sun is off by as much as eight months in ten are: less of it in more sun. [W]"""
    psh = sheet[f"climate.psh.{month}"]
    for key, end in (("solar.need_low_w", "high"), ("solar.need_high_w", "low")):
        sun = sheet.get(f"climate.psh.{month}.{end}")
        if sun is not None and sun.number > 0:
            sheet.compute(f"{key}.{month}", "need × psh ÷ sun", "W", "typical_years", need=need, psh=psh, sun=sun)


def _portable_spares(sheet: Sheet, solar: Solar, month: str, a_watt: Figure) -> Figure | None:
    """Watts of the fixed array that a portable one spares in a month, on the days on which it is set out. [W]"""
    rated, each = sheet.get("solar.portable_w"), sheet.get(f"solar.portable_wh_per_w.{month}")
    if rated is None or each is None:
        return None
    out = sheet.assumption("portable_set_out_frac")
    wh = sheet.compute(f"solar.portable_wh.{month}", "rated × each × out", "Wh", "practice", rated=rated, each=each, out=out)
    return sheet.compute(f"solar.portable_spares_w.{month}", "wh ÷ a_watt", "W", "practice", wh=wh, a_watt=a_watt)
