"""Rules of the inverter."""

from __future__ import annotations

from ryokan.core.figure import Sheet
from ryokan.core.findings.model import Fix, Trouble, replace, rule
from ryokan.core.rig import Rig

# Above these ratings the next class of volts is called for. (common practice)
LARGEST_W_BY_SYSTEM_V = {12: 3000.0, 24: 5000.0}


@rule("inverter.volts_class_low", "fault", "practice")
def volts_class_low(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The inverter is too large for the volts of the bank: amps, copper and heat run away."""
    rated, largest_w = sheet.get("inverter.rated_w"), LARGEST_W_BY_SYSTEM_V.get(rig.storage.system_v)
    if rated is None or largest_w is None or rated.number <= largest_w:
        return None
    next_v = rig.storage.system_v * 2
    return Trouble(
        figures={
            "rated": rated,
            "current": sheet["inverter.dc_current_at_cutoff_a"],
            "system_v": sheet["storage.system_v"],
        },
        words={"next_v": str(next_v), "largest_w": f"{largest_w:g}"},
        # An option with chosen amp-hours is not moved by one click: the same Ah would be another bank at other volts.
        fix=Fix("inverter.next_volts_class", replace("/storage/system_v", next_v)) if rig.storage.bank is None else None,
    )


@rule("inverter.continuous_short", "fault", "practice")
def continuous_short(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The chosen inverter is below what can run together."""
    if rig.inverter.chosen is None:
        return None
    need, rated = sheet["inverter.need_continuous_w"], sheet["inverter.rated_w"]
    return Trouble(figures={"need": need, "have": rated}) if rated.number < need.number else None


@rule("inverter.surge_short", "fault", "practice")
def surge_short(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The worst start is above what the chosen inverter gives for a moment."""
    if rig.inverter.chosen is None:
        return None
    need, surge = sheet["inverter.need_surge_w"], sheet["inverter.surge_w"]
    return Trouble(figures={"need": need, "have": surge}) if surge.number < need.number else None


@rule("inverter.no_usual_size", "fault", "practice")
def no_usual_size(rig: Rig, sheet: Sheet) -> Trouble | None:
    """No usual inverter is as large as the loads ask for."""
    rated = sheet.get("inverter.rated_w")
    if rig.inverter.chosen is None and rated is not None and rated.kind == "computed":
        return Trouble(figures={"need": rated})
    return None


@rule("inverter.cutoff_below_bank", "fault", "practice")
def cutoff_below_bank(rig: Rig, sheet: Sheet) -> Trouble | None:
    """A typed cut-off below the chemistry's own lowest volts leaves the last word to the bank's electronics."""
    if rig.inverter.cutoff_v is None:
        return None
    cutoff, lowest = sheet["inverter.cutoff_v"], sheet["storage.cutoff_v"]
    if lowest.number - 1e-9 <= cutoff.number < sheet["storage.nominal_v"].number:
        return None
    return Trouble(figures={"cutoff": cutoff, "lowest": lowest, "nominal": sheet["storage.nominal_v"]},
                   fix=Fix("inverter.cutoff_of_chemistry", replace("/inverter/cutoff_v", None)))  # fmt: skip


@rule("inverter.other_bank_volts", "danger", "part_sheet")
def other_bank_volts(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The chosen inverter is made for another volts class than the bank's."""
    made_for, system = sheet.get("inverter.part.battery_v"), sheet["storage.system_v"]
    if made_for is None or made_for.number == system.number:
        return None
    return Trouble(figures={"made_for": made_for, "system": system}, source=made_for.source)


@rule("inverter.other_mains", "fault", "part_sheet")
def other_mains(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The chosen inverter makes other mains volts than the region's; a tenth either way is the same mains."""
    makes, mains = sheet.get("inverter.part.mains_v"), sheet["region.mains_v"]
    if makes is None or abs(makes.number - mains.number) <= 0.1 * mains.number:
        return None
    return Trouble(figures={"makes": makes, "mains": mains}, source=makes.source)
