"""Rules of the inverter."""

from __future__ import annotations

from ryokan.core.ac.states import ac_states
from ryokan.core.ac.values import THE_INVERTER
from ryokan.core.figure import Sheet
from ryokan.core.findings.model import Fix, Thing, Trouble, replace, rule
from ryokan.core.findings.things import inverter_compartment, loads_that
from ryokan.core.loads.model import Load
from ryokan.core.loads.rows import on_the_hookup_alone
from ryokan.core.rig import Rig
from ryokan.core.space.model import Compartment
from ryokan.core.survey.model import FoundCord

# Relative slack of comparisons, so that exactly enough is not too little by the last digit.
SLACK = 1e-9

# A usual way is said in round metres and in round feet, 5 ft for 1.5 m; who keeps either keeps it. (the international foot)
FOOT_FOR_30_CM = 0.3048 / 0.3


@rule("inverter.volts_class_low", "advice", "practice", worse=("rated",))
def volts_class_low(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The inverter is larger than is usual for the volts of the bank: amps, copper and heat run away."""
    rated = sheet.get("inverter.rated_w")
    if rated is None or _unrated(rig, sheet) or rig.storage.system_v not in (12, 24):
        return None
    largest = sheet.assumption(f"largest_inverter_on_{rig.storage.system_v}v_w")
    if rated.number <= largest.number:
        return None
    next_v = rig.storage.system_v * 2
    return Trouble(
        figures={
            "rated": rated,
            "current": sheet["inverter.dc_current_at_cutoff_a"],
            "system_v": sheet["storage.system_v"],
            "largest": largest,
        },
        measures={"next_v": str(next_v)},
        # An option with chosen amp-hours is not moved by one click: the same Ah would be another bank at other volts.
        fix=Fix("inverter.next_volts_class", replace("/storage/system_v", next_v)) if rig.storage.bank is None else None,
    )


def _unrated(rig: Rig, sheet: Sheet) -> bool:
    """Whether an inverter is there whose rating nobody knows."""
    return rig.inverter.chosen is not None and "inverter.have_w" not in sheet


@rule("inverter.continuous_short", "fault", "physics", worse=("need", "have"))
def continuous_short(rig: Rig, sheet: Sheet) -> Trouble | None:
    """What can run together is more than the chosen inverter gives where it stands."""
    running, gives = sheet["inverter.peak_w"], sheet.get("inverter.gives_w")
    if "inverter.have_w" not in sheet or gives is None or running.number <= gives.number * (1 + SLACK):
        return None
    need = sheet["inverter.need_continuous_w"]
    return Trouble(figures={"running": running, "have": gives, "place": sheet["inverter.place_c"], "need": need})


@rule("inverter.little_in_hand", "advice", "practice", worse=("need", "have"))
def little_in_hand(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The chosen inverter bears what can run together, with less in hand than is usual."""
    need, running, gives = sheet["inverter.need_continuous_w"], sheet["inverter.peak_w"], sheet.get("inverter.gives_w")
    if "inverter.have_w" not in sheet or gives is None or gives.number >= need.number * (1 - SLACK):
        return None
    if running.number > gives.number * (1 + SLACK):
        return None  # what happens goes before what is in hand
    volt_amps = sheet["inverter.running_va"]
    figures = {"need": need, "have": gives, "running": running, "volt_amps": volt_amps}
    in_hand = gives.number - max(running.number, volt_amps.number)
    if in_hand < 0:
        return Trouble(figures=figures, variant="volt_amps")
    usual = sheet.assumption("inverter_headroom").number - 1
    measures = {"in_hand": f"{in_hand:.0f}", "usual": f"{usual * volt_amps.number:.0f}"}
    return Trouble(figures=figures, measures=measures)


@rule("inverter.surge_short", "fault", "practice", worse=("need", "have"))
def surge_short(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The worst start is above what the chosen inverter gives for a moment, by its plate."""
    return _short_start(sheet, said=True)


@rule("inverter.surge_perhaps_short", "advice", "practice", worse=("need", "have"))
def surge_perhaps_short(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The worst start is above what inverters of that rating usually give for a moment; nobody said what this one gives."""
    return _short_start(sheet, said=False)


def _short_start(sheet: Sheet, *, said: bool) -> Trouble | None:
    need, surge = sheet["inverter.need_surge_w"], sheet.get("inverter.surge_w")
    if surge is None or (surge.kind == "given") != said or surge.number >= need.number * (1 - SLACK):
        return None
    running = sheet["inverter.peak_w"]
    if not said and need.number <= running.number:
        return None  # nothing starts harder than it runs
    return Trouble(figures={"need": need, "have": surge})


@rule("inverter.trips_when_hookup_fails", "advice", "practice", worse=("meets", "have"))
def trips_when_hookup_fails(rig: Rig, sheet: Sheet) -> Trouble | None:
    """What runs on a hookup hangs on an output that the inverter keeps up: when the hookup fails it is too much."""
    meets, gives = sheet.get("inverter.hookup_fails_w"), sheet.get("inverter.gives_w")
    if meets is None or gives is None or "inverter.have_w" not in sheet or meets.number <= gives.number * (1 + SLACK):
        return None
    return Trouble(figures={"meets": meets, "have": gives})


@rule("inverter.surge_too_brief", "fault", "practice", worse=("needed", "lasts"))
def surge_too_brief(rig: Rig, sheet: Sheet) -> Trouble | None:
    """A start needs the surge for longer than the chosen inverter gives it."""
    lasts, needed = sheet.get("inverter.part.surge_s"), sheet.assumption("motor_start_s")
    surge, gives = sheet["inverter.need_surge_w"], sheet.get("inverter.gives_w")
    if lasts is None or gives is None or surge.number <= gives.number or lasts.number >= needed.number:
        return None
    return Trouble(figures={"needed": needed, "lasts": lasts, "surge": surge})


@rule("inverter.surge_fades", "fault", "practice", worse=("need", "gives"))
def surge_fades(rig: Rig, sheet: Sheet) -> Trouble | None:
    """By the points of its surge the chosen inverter gives less than a start takes before that is over."""
    gives, need = sheet.get("inverter.surge.at_start_w"), sheet["inverter.need_surge_w"]
    surge = sheet.get("inverter.surge_w")
    if gives is None or surge is None or need.number > surge.number or need.number <= gives.number * (1 + SLACK):
        return None
    return Trouble(figures={"need": need, "gives": gives, "needed": sheet.assumption("motor_start_s")})


@rule("inverter.no_usual_size", "fault", "practice", worse=("need",))
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
    if makes is None or abs(makes.number - mains.number) <= sheet.assumption("same_mains_frac").number * mains.number:
        return None
    return Trouble(figures={"makes": makes, "mains": mains}, source=makes.source)


# Kinds of loads that suffer on a stepped wave: motors, magnetrons, chargers and what keeps people alive. (common practice)
SUFFERS = frozenset(
    {"medical", "computing", "cooking", "refrigeration", "air conditioning", "laundry", "tools", "small vehicles"}
)


def _on_a_stepped_wave(rig: Rig, sheet: Sheet) -> list[Thing[tuple[str, Load]]]:
    """AC loads that an inverter bears which makes a stepped wave."""
    part, chosen = sheet.get("inverter.part.waveform"), rig.inverter.chosen
    waves = {id: one.waveform for id, one in rig.inverter.others.items()}
    if chosen is not None:
        waves[THE_INVERTER] = chosen.waveform
    stepped = {id for id, wave in waves.items() if wave == "modified_sine"}
    if part is not None and part.value == "modified_sine" and chosen is not None and chosen.waveform is None:
        stepped.add(THE_INVERTER)
    if not stepped:
        return []
    states = ac_states(rig, sheet)
    return [
        one
        for one in loads_that(rig, lambda load: load.feed == "ac" and not on_the_hookup_alone(load))
        if states.bearers(*one.item) & stepped
    ]


@rule("inverter.modified_sine", "fault", "practice", each=_on_a_stepped_wave)
def modified_sine(rig: Rig, sheet: Sheet, one: tuple[str, Load]) -> Trouble | None:
    """The chosen inverter makes a stepped wave, and a load suffers from it."""
    part, (_, load) = sheet.get("inverter.part.waveform"), one
    suffers = load.start_factor > 1 or load.group in SUFFERS
    return Trouble(source=part.source if part else None) if suffers else None


@rule("inverter.other_frequency", "fault", "part_sheet")
def other_frequency(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The chosen inverter makes another frequency than the region's: clocks and motors run wrong."""
    makes = sheet.get("inverter.part.mains_hz")
    if makes is None or makes.number == rig.region.mains_hz:
        return None
    return Trouble(figures={"makes": makes}, measures={"mains_hz": str(rig.region.mains_hz)}, source=makes.source)


@rule("inverter.one_leg_for_two", "fault", "nec_551_legs")
def one_leg_for_two(rig: Rig, sheet: Sheet) -> Trouble | None:
    """A vehicle wired for a 50 A supply has two legs; from an inverter with one, half of its panel is dead."""
    cords = [cord for cord in rig.survey.of_kind(FoundCord).values() if cord.rating == "na_50" and cord.fate != "goes"]
    legs = sheet.get("inverter.legs") or sheet.get("inverter.part.legs")
    if not cords or legs is None or legs.number >= 2 or rig.ac.panels:
        return None  # where the panel is known, it is judged by what reaches each of its legs
    return Trouble(figures={"legs": legs})


@rule("inverter.idle_over_budget", "advice", "practice", worse=("share",))
def idle_over_budget(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The inverter's own draw is a large part of the day; switching it with its loads saves most of it."""
    share, budget = sheet.get("inverter.idle_share_frac"), sheet.assumption("inverter_idle_budget_frac")
    if share is None or share.number <= budget.number or rig.inverter.on == "with_ac_loads":
        return None
    return Trouble(
        figures={"share": share, "idle": sheet["inverter.idle_wh_per_day"]},
        measures={"percent": f"{share.number * 100:.0f}"},
        fix=Fix("inverter.on_with_loads", replace("/inverter/on", "with_ac_loads")),
    )


@rule("inverter.air_too_little", "advice", "practice", worse=("need", "have"))
def air_too_little(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The openings of its place do not carry off the heat of full load."""
    need, have = sheet.get("inverter.vent_need_cm2"), sheet.get("inverter.vent_cm2")
    if need is None or have is None or have.number >= need.number:
        return None
    return Trouble(figures={"need": need, "have": have, "heat": sheet["inverter.heat_w"]})


@rule("inverter.through_a_receptacle", "advice", "practice", worse=("need", "limit"))
def through_a_receptacle(rig: Rig, sheet: Sheet) -> Trouble | None:
    """All that runs together leaves by one receptacle, which carries a share of the rating alone."""
    need, limit = sheet["inverter.peak_w"], sheet.get("inverter.receptacle_w")
    if rig.inverter.outlets != "receptacles" or limit is None or need.number <= limit.number:
        return None
    return Trouble(
        figures={"need": need, "limit": limit}, fix=Fix("inverter.hard_wire", replace("/inverter/outlets", "hard_wired"))
    )


@rule("inverter.pre_charge_missing", "fault", "practice")
def pre_charge_missing(rig: Rig, sheet: Sheet) -> Trouble | None:
    """A large inverter is connected with nothing that fills its capacitors: the spark welds contacts."""
    rated = sheet.get("inverter.rated_w")
    if rated is None or "inverter.have_w" not in sheet or "inverter.part.pre_charge" in sheet:
        return None
    if rig.inverter.pre_charge != "none" or not wants_pre_charge(rig, sheet, rated.number):
        return None
    return Trouble(
        figures={"rated": rated},
        variant="lithium" if rig.storage.bank is not None and rig.storage.is_lithium else "",
        fix=Fix("inverter.add_pre_charge", replace("/inverter/pre_charge", "fitted")),
    )


def wants_pre_charge(rig: Rig, sheet: Sheet, rated_w: float) -> bool:
    """Whether the capacitors of an inverter are so large that they are to be filled slowly."""
    large = rated_w >= sheet.assumption("pre_charge_from_w").number
    return large or rig.storage.system_v >= sheet.assumption("pre_charge_from_v").number


@rule("inverter.surge_over_bms", "fault", "practice", worse=("surge", "peak"))
def surge_over_bms(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The worst start takes more than the bank's electronics pass for a moment: they open and all goes dark."""
    surge, peak = sheet.get("inverter.surge_current_a"), sheet.get("storage.bms_peak_a")
    if surge is None or peak is None or rig.storage.bank is None or surge.number <= peak.number:
        return None
    if not rig.storage.is_lithium:
        return Trouble(figures={"surge": surge, "peak": peak}, variant="lead")
    return Trouble(figures={"surge": surge, "peak": peak}, variant="" if rig.storage.bms_points else "usual")


@rule("inverter.far_from_bank", "advice", "practice", worse=("length",))
def far_from_bank(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The inverter stands far from the bank for its volts class: AC goes far with little copper, DC does not."""
    length = sheet.get("wiring.main.one_way_length_m")
    usual = sheet.assumption(f"far_on_{rig.storage.system_v}v_m")
    if rig.inverter.chosen is None or length is None or length.number <= usual.number * FOOT_FOR_30_CM * (1 + SLACK):
        return None
    return Trouble(figures={"length": length, "usual": usual})


@rule("inverter.run_shorter_than_way", "advice", "physics", worse=("way", "length"))
def run_shorter_than_way(rig: Rig, sheet: Sheet) -> Trouble | None:
    """The main run is entered shorter than the way between the compartments of bank and inverter."""
    way, length = sheet.get("inverter.way_to_bank_m"), sheet.get("wiring.main.one_way_length_m")
    if way is None or length is None or length.number >= way.number * (1 - 1e-9):
        return None
    return Trouble(figures={"way": way, "length": length})


@rule("inverter.switch_out_of_reach", "advice", "practice", each=inverter_compartment)
def switch_out_of_reach(rig: Rig, sheet: Sheet, one: tuple[Compartment, bool]) -> Trouble | None:
    """It is switched by hand and stands where nobody reaches it from inside, with no remote switch."""
    box, of_the_part = one
    if not of_the_part or box.reached == "inside" or rig.inverter.on != "by_hand":
        return None
    return None if "inverter.part.remote_switch" in sheet else Trouble()
