"""Words of the step wiring: the main cable, every other run, and their fuses."""

from __future__ import annotations

from ryokan.wording.words import Words

NAME = "Wiring"

# Key pattern -> what the figure is called; ``*`` stands for an id. The keys are a public contract, docs/figures.md.
TITLES: dict[str, str] = {
    "wiring.bank_current_a": "What bank and strings carry",
    "wiring.main.at_least": "Still without a rating on this run",
    "wiring.main.maker_conductor": "Least cable by the inverter's maker",
    "wiring.main.maker_fuse_a": "Least fuse by the inverter's maker",
    "wiring.main.told_ampacity_a": "What the cable bears by its seller",
    "wiring.main.allowed_drop_v": "Drop allowed",
    "wiring.main.ampacity_a": "What the cable may carry there",
    "wiring.main.circular_mils_by_drop": "Cross-check: circular mils for the drop",
    "wiring.main.bears_floor_a": "What the main cable has to bear",
    "wiring.main.withstand_a2s": "What the main cable bears for a moment",
    "wiring.main.best_ampacity_a": "What the best cable of that size may carry",
    "wiring.main.best_drop_v": "Drop in the main run, if it is of copper",
    "wiring.main.bundle_factor": "Share left in the bundle",
    "wiring.main.bundled": "Conductors that lie together",
    "wiring.main.buried_factor": "Share left within insulation",
    "wiring.main.buried_mm": "Within thermal insulation",
    "wiring.main.laid_factor": "Share left in all, for the conductor in hand",
    "wiring.main.need_laid_factor": "Share left in all",
    "wiring.main.cables": "Main cables side by side",
    "wiring.main.conductor": "Main cable",
    "wiring.main.fault_high_a": "Highest fault current, at the bank",
    "wiring.main.fault_low_a": "Lowest fault current, at the bus",
    "wiring.main.dc_loads_a": "All DC loads at cut-off volts",
    "wiring.main.design_current_a": "Design current of the main run",
    "wiring.main.drop_v": "Drop in the main run",
    "wiring.main.fuse_a": "Main fuse",
    "wiring.main.fuse_floor_a": "Fuse not below",
    "wiring.main.have_conductor": "Main cable chosen",
    "wiring.main.have_fuse_a": "Main fuse chosen",
    "wiring.main.insulation_c": "Insulation rated for",
    "wiring.main.need_warm_factor": "Resistance when warm",
    "wiring.main.need_zone_factor": "Share left in this zone",
    "wiring.main.ohm_per_km": "Resistance of the conductor",
    "wiring.main.one_way_length_m": "One-way length",
    "wiring.main.round_trip_ft": "There and back",
    "wiring.main.size_by_drop": "Size that keeps the drop",
    "wiring.main.size_by_fuse": "Size that the fuse protects",
    "wiring.main.size_by_terminal": "Size that the terminals bear",
    "wiring.main.terminal_c": "Terminals rated for",
    "wiring.main.warm_factor": "Resistance when warm, for the conductor in hand",
    "wiring.main.path_ohm": "Resistance of the main run, there and back",
    "wiring.main.zone_factor": "Share left in this zone, for the conductor in hand",
}

# Figures of a run by the last part of their key; the same of each.
OF_A_RUN: dict[str, str] = {
    "allowed_drop_v": "Drop allowed up to its end",
    "ambient_c": "Air around it at worst, for the cable in hand",
    "ambient_factor": "Share left in that air, for the cable in hand",
    "ampacity_a": "What its cable may carry there",
    "best_ampacity_a": "What the best cable of that size may carry",
    "best_drop_v": "Drop in it, if it is of copper",
    "class_v": "Volts of the bank beside",
    "bundle_factor": "Share left in the bundle, for the cable in hand",
    "bundled": "Conductors that lie together, for the cable in hand",
    "buried_factor": "Share left within insulation, for the cable in hand",
    "buried_mm": "Within thermal insulation, for the cable in hand",
    "bears_floor_a": "What its cable has to bear",
    "cables": "Cables side by side",
    "conductor": "Cable that it asks for",
    "derate": "Share left in all, for the cable in hand",
    "design_current_a": "What it carries",
    "drop_v": "Drop in it",
    "drop_current_a": "As much at its far end would lose as much",
    "estimated_length_m": "One-way length, estimated",
    "loads": "Loads on it",
    "strings": "Strings side by side",
    "string_fuse_a": "Fuse of the string",
    "fault_high_a": "Highest fault current, where it begins",
    "fault_low_a": "Lowest fault current, at its end",
    "fuse_a": "Fuse that it asks for",
    "fuse_floor_a": "Fuse not below",
    "have_conductor": "Its cable",
    "have_fuse_a": "Its fuse",
    "head_m": "Where its far end stands",
    "tail_m": "Where its near end stands",
    "through_m": "What its way passes",
    "insulation_c": "Insulation rated for",
    "least_conductor": "Least cable of a boat",
    "loop_ohm": "Resistance of it, there and back",
    "maker_conductor": "Least cable by the device's maker",
    "maker_fuse_a": "Least fuse by the device's maker",
    "need_ambient_c": "Air around it at worst",
    "need_ambient_factor": "Share left in that air",
    "need_bundle_factor": "Share left in the bundle",
    "need_bundled": "Conductors that lie together",
    "need_buried_factor": "Share left within insulation",
    "need_buried_mm": "Within thermal insulation",
    "need_derate": "Share left in all",
    "one_way_length_m": "One-way length",
    "path_drop_v": "Drop from the bank to its end",
    "path_ohm": "Resistance from the bank to its end, there and back",
    "size_by_drop": "Size that keeps the drop",
    "size_by_fuse": "Size that the fuse protects",
    "size_by_terminal": "Size that the terminals bear",
    "terminal_c": "Terminals rated for",
    "told_ampacity_a": "What the cable bears by its seller",
    "withstand_a2s": "What its cable bears for a moment",
}
TITLES |= {
    "made.*.least_nm": "Least torque of the nut on that stud",
    "made.*.most_nm": "Most torque of the nut on that stud",
    "made.*.stud": "Stud that it is landed on",
    "schedule.cable.*.cut_m": "To be cut for each piece",
    "schedule.cable.*.length_m": "One-way length",
    "schedule.cable.*.size": "Cable",
    "schedule.cable.*.sleeve_mm": "Sleeve, inside before it shrinks",
    "schedule.cable.*.*.least_nm": "Least torque of the nut on that stud",
    "schedule.cable.*.*.most_nm": "Most torque of the nut on that stud",
    "schedule.cable.*.*.stud": "Stud that it is landed on",
    "schedule.rating.*.rated_a": "Rating of its fuse",
    "schedule.total.*.area_mm2": "Copper across all its cores",
    "schedule.total.*.copper_kg": "Copper in all",
    "schedule.total.*.length_m": "Length in all",
    "made.bend_mm": "Least radius of a bend, inside",
    "made.clamps": "Clamps",
    "made.conductor": "Its cable",
    "made.cut_m": "To be cut of its cable",
    "made.length_m": "One-way length",
    "made.lugs": "Lugs",
    "made.outside_mm": "Outside of a usual cable of that size",
    "made.pieces": "Pieces of cable",
}
TITLES |= {f"wiring.run.*.{name}": title for name, title in OF_A_RUN.items()}

FINDINGS: dict[str, Words] = {
    "wiring.no_main_fuse": Words(
        "Nothing fuses the run from the bank.",
        "A short circuit on it burns until the bank is empty. Have it fused at the bank, first thing, before anything else is "
        "done; the local code says how near.",
    ),
    "wiring.fuse_below_load": Words(
        "The {fuse} fuse is below the design current of {current}; with headroom {floor} are asked for.",
        "It opens at full load.",
    ),
    "wiring.fuse_little_in_hand": Words(
        "The {fuse} fuse bears the design current of {current}; with headroom {floor} are asked for.",
        "At full load for hours it runs hot and ages. Where the maker of the inverter asks for that fuse, that stands.",
    ),
    "wiring.no_stock_size": Words(
        "No stock fuse is as large as {floor} ask for.",
        "Raise the volts class or split the run.",
    ),
    "wiring.no_stock_size/conductor": Words(
        "No stock cable bears the {fuse} fuse that {current} ask for, over this way and with these terminals.",
        "Raise the volts class, shorten the way or split the run.",
    ),
    "wiring.below_makers_fuse": Words(
        "The {fuse} fuse is below the {asks} that the inverter's maker asks for.",
        "It opens when the inverter starts a motor, and the maker answers for nothing.",
    ),
    "wiring.below_makers_conductor": Words(
        "{conductor} is smaller than the {asks} that the inverter's maker asks for.",
        "The maker's figure is a floor, whatever a table gives.",
    ),
    "wiring.conductor_undersized": Words(
        "{conductor} may carry {ampacity} here, the main run takes {current}.",
        "The cable overheats before any fuse opens.",
    ),
    "wiring.conductor_undersized/best": Words(
        "{conductor} may carry {ampacity} at most, even with the best insulation; the main run takes {current}.",
        "The cable overheats before any fuse opens.",
    ),
    "wiring.fuse_above_ampacity/best": Words(
        "The {fuse} fuse is above what {conductor} may carry even with the best insulation, {ampacity}.",
        "In a fault the cable burns and the fuse does not open.",
    ),
    "wiring.drop_over_class/best": Words(
        "{conductor} loses at least {drop} in the main run, {allowed} are allowed.",
        "The inverter sees low volts and stops early. That much is lost if it is of copper.",
    ),
    "wiring.run_undersized/best": Words(
        "{conductor} may carry {ampacity} at most, even with the best insulation; “{name}” carries {current}.",
        "It overheats before any fuse opens.",
    ),
    "wiring.run_fuse_above_ampacity/best": Words(
        "The {fuse} fuse of “{name}” is above what {conductor} may carry even with the best insulation, {ampacity}.",
        "In a fault the cable burns and the fuse does not open.",
    ),
    "wiring.run_drop/best": Words(
        "{conductor} of “{name}” loses at least {drop}; {allowed} are allowed.",
        "What hangs there sees low volts: it dims, runs hot or stops early. That much is lost if it is of copper.",
    ),
    "wiring.fuse_above_ampacity": Words(
        "The {fuse} fuse is above what {conductor} may carry here, {ampacity}.",
        "In a fault the cable burns and the fuse does not open.",
    ),
    "wiring.fuse_window_closed": Words(
        "No standard fuse fits {conductor}: not below {floor}, not above {ampacity}; the next rating is {next_a} A.",
        "Take a thicker cable, or a lower limit on the inverter.",
    ),
    "wiring.drop_over_class": Words(
        "{conductor} loses {drop} in the main run, {allowed} are allowed.",
        "The inverter sees low volts and stops early.",
    ),
    "wiring.run_undersized": Words(
        "{conductor} may carry {ampacity} where it lies; “{name}” carries {current}.",
        "It overheats before any fuse opens.",
    ),
    "wiring.run_fuse_above_ampacity": Words(
        "The {fuse} fuse of “{name}” is above what {conductor} may carry there, {ampacity}.",
        "In a fault the cable burns and the fuse does not open.",
    ),
    "wiring.run_fuse_above_ampacity/next_rating": Words(
        "The {fuse} fuse of “{name}” is above the next rating over what {conductor} may carry there, {ampacity}.",
        "In a fault the cable burns and the fuse does not open.",
    ),
    "wiring.run_fuse_above_ampacity/half_more": Words(
        "The {fuse} fuse of “{name}” is more than half above what {conductor} may carry there, {ampacity}.",
        "In a fault the cable burns and the fuse does not open.",
    ),
    "wiring.fuse_above_ampacity/next_rating": Words(
        "The {fuse} fuse is above the next rating over what {conductor} may carry here, {ampacity}.",
        "In a fault the cable burns and the fuse does not open.",
    ),
    "wiring.link_below_fuse": Words(
        "{name}: {conductor} bears {ampacity}, and the fuse of {fuse} before it lets more through.",
        "All loads at once, or a short behind that fuse, heat the link next to the cells before anything opens. One as thick "
        "as the cable behind the fuse ends it.",
    ),
    "wiring.link_below_fuse/shared": Words(
        "{name}: {conductor} bears {ampacity}; what the fuses before it let through comes to {meets_a} A here.",
        "The link heats next to the cells before anything opens. A thicker one ends it.",
    ),
    "wiring.link_below_fuse/best": Words(
        "{name}: {conductor} bears {ampacity} at best, and the fuse of {fuse} before it lets more through.",
        "Nobody knows its insulation or its material; the best would heat next to the cells before anything opens. A thicker "
        "link ends it.",
    ),
    "wiring.run_burns_first": Words(
        "In a fault of {fault} the {fuse} fuse of “{name}” may let {through} A²s through; {conductor} bears {bears}.",
        "The insulation melts before the fuse has opened. A faster fuse or a thicker cable ends it sooner.",
    ),
    "wiring.run_fuse_over_code": Words(
        "The {fuse} fuse of “{name}” is above the {most_a} A that the code allows {conductor}.",
        "Thin wires of low-voltage circuits have a largest fuse of their own, whatever their insulation bears.",
    ),
    "wiring.run_fuse_below_load": Words(
        "The {fuse} fuse of “{name}” is below the {current} that it carries; with headroom {floor} are asked for.",
        "It opens at full load.",
    ),
    "wiring.run_fuse_little_in_hand": Words(
        "The {fuse} fuse of “{name}” bears the {current} that it carries; with headroom {floor} are asked for.",
        "At full load for hours it runs hot and ages. Where the maker of the device asks for that fuse, that stands.",
    ),
    "wiring.run_window_closed": Words(
        "No standard fuse fits {conductor} of “{name}”: not below {floor}, not above {ampacity}; the next is {next_a} A.",
        "Take a thicker cable.",
    ),
    "wiring.run_drop": Words(
        "{conductor} of “{name}” loses {drop}; {allowed} are allowed.",
        "What hangs there sees low volts: it dims, runs hot or stops early.",
    ),
    "wiring.run_drop/path": Words(
        "Up to the end of “{name}” {drop} are lost, {own} of it in {conductor}; {allowed} are allowed.",
        "What hangs there sees low volts: it dims, runs hot or stops early. The way before it takes its part.",
    ),
    "wiring.run_unfused": Words(
        "Nothing fuses “{name}”.",
        "A short circuit on it burns as long as the battery lasts. Have it fused where it begins; the local code says how "
        "near to the source.",
    ),
    "wiring.run_fuse_volts": Words(
        "The fuse of “{name}” is made for {rated_v} V; it meets up to {volts}.",
        "It may arc on instead of opening. Take one that is marked for those DC volts.",
    ),
    "wiring.run_fuse_breaking": Words(
        "The fuse of “{name}” breaks {breaks_a} A; the bank sends up to {fault} into a fault there.",
        "It may burst or arc on. A fuse that breaks more, there or nearer to the bank, ends it.",
    ),
    "wiring.run_fuse_slow": Words(
        "A short at the end of “{name}” draws {fault}: a {fuse} fuse of that kind is sure to open within 5 s only from "
        "{times} times its rating up.",
        "The cable heats all the while. A thicker or shorter cable, or a smaller fuse, lets it open at once.",
    ),
    "wiring.run_fuse_opens_at_start": Words(
        "The worst start draws {surge} for about {lasts}; the {fuse} fuse of “{name}” is sure to hold that for {holds} s.",
        "It may open before the motor runs. A slower kind, a soft starter or a larger fuse with its cable holds.",
    ),
    "wiring.run_fuse_far": Words(
        "The fuse of “{name}” sits {way} m along the cable; {most} m are allowed.",
        "Nothing protects the cable up to there. Where it has to be further, the code asks for a sheath or another place.",
    ),
    "wiring.run_fuse_above_device": Words(
        "The {fuse} fuse of “{name}” is above the {bears_a} A that the weakest thing behind it bears.",
        "Bar, switch or terminal overheats before it opens. Raise that, or bring the fuse and with it the limit down.",
    ),
    "wiring.run_below_makers_fuse": Words(
        "The {fuse} fuse of “{name}” is below the {asks} that the device's maker asks for.",
        "It opens for nothing, and the maker answers for nothing.",
    ),
    "wiring.run_below_makers_conductor": Words(
        "{conductor} of “{name}” is smaller than the {asks} that the device's maker asks for.",
        "The maker's figure is a floor, whatever a table gives.",
    ),
    "wiring.run_too_hot": Words(
        "“{name}” lies where the air gets as warm as its insulation for {insulation} bears.",
        "It may carry nothing at all there. Lay it elsewhere, or take better insulation.",
    ),
    "wiring.run_solid": Words(
        "“{name}” is of solid wire.",
        "It cracks where things shake. Stranded wire is asked for aboard.",
    ),
    "wiring.run_lugs_unlike": Words(
        "{name}: the holes of its lugs are not those of their studs.",
        "A large hole on a small stud touches at its edge alone: the joint warms and loosens. Lugs for the stud end it.",
    ),
    "wiring.run_sun_factor": Words(
        "{conductor} of “{name}” may carry {ampacity}; the code asks for {floor}.",
        "Sun that lasts for hours counts a quarter more, on top of the quarter for bright sun.",
    ),
    "wiring.run_fuse_before_cable": Words(
        "The fuse of “{name}” has {fuse}; {conductor}, which is asked for, may have less.",
        "It bears {ampacity}. Choose a thicker cable for that fuse, or the fuse that is asked for.",
    ),
    "wiring.run_over_terminal": Words(
        "{conductor} of “{name}” does not fit the terminals that it is landed on; they take {takes_mm2} mm².",
        "A joint with strands cut off or left out burns. Land it on a bar or a stud, and go on from there thinner and fused.",
    ),
    "wiring.run_unlike_cables": Words(
        "The cables of “{name}” that lie side by side are not alike.",
        "One carries more than its share. Size, length, lugs and torque have to be the same.",
    ),
    "wiring.run_thin_side_by_side": Words(
        "{conductor} lies side by side in “{name}”; the code allows that from 1/0 AWG up.",
        "One thicker cable takes its place.",
    ),
    "wiring.run_no_size": Words(
        "No stock cable serves “{name}”, which carries {current}.",
        "Two alike side by side, a shorter way or higher volts do.",
    ),
    "wiring.run_no_size/fuse": Words(
        "No stock fuse is as large as the {floor} that “{name}” asks for.",
        "Raise the volts class or split the run.",
    ),
    "wiring.run_gone": Words(
        "Something was said of a run that there is no more: “{name}”.",
        "It is kept, and counts again when the run comes back.",
    ),
    "wiring.gear_below_fuse": Words(
        "The {fuse} fuse before “{name}” is above the {bears_a} A that it bears.",
        "It may overheat before the fuse opens. Raise it, or bring the fuse and with it the limit down.",
    ),
    "wiring.gear_below_current": Words(
        "“{name}” bears {bears_a} A; up to {current} may flow through it.",
        "It runs hot at full load. Nobody has said which fuse is before it.",
    ),
    "wiring.gear_volts": Words(
        "“{name}” is made for {rated_v} V; the bank reaches {volts}.",
        "It may arc when it opens. Take one that is marked for those DC volts.",
    ),
    "wiring.gear_many_lugs": Words(
        "{lugs} lugs sit on one stud of “{name}”; {most} are the most.",
        "Those on top hold badly and run hot. Land some on a stud of their own, the largest first.",
    ),
    "wiring.gear_out_of_reach": Words(
        "A hand does not get at “{name}”.",
        "When something burns it has to be opened at once. Have it where it is reached without tools.",
    ),
    "wiring.switch_one_pole": Words(
        "“{name}” opens one pole, and the bank is to be parted in both.",
        "With one pole open the other still joins bank and vehicle. A switch of two poles, or a second one in the negative, "
        "parts them.",
    ),
    "wiring.sense_unfused": Words(
        "Nothing fuses “{name}” at the bank.",
        "It is as thin as a thread, and the bank sends all that it has into a short of it. A fuse of a few amps belongs within "
        "a hand's breadth of the post.",
    ),
    "wiring.display_out_of_sight": Words(
        "Nobody gets to see what “{name}” counts.",
        "What the bank has left is read every day, or it is not known. Its display belongs where people pass.",
    ),
    "wiring.gear_may_ignite/gas": Words(
        "“{name}” may spark, and bottled gas stands there or drains there.",
        "Gas is heavier than air and gathers low; one spark lights it. It belongs into another compartment.",
    ),
    "wiring.gear_may_ignite": Words(
        "“{name}” may spark, and sits in the engine space of a petrol engine.",
        "Vapour gathers there. Move it, or take one that is built for such a space.",
    ),
    "wiring.too_few_ways": Words(
        "{leave} runs are to leave the fuse boxes, which have {ways} ways.",
        "Put loads that belong together on one circuit, or take a larger box.",
    ),
    "wiring.circuit_switched_off": Words(
        "“{load}” hangs on “{name}”, which a switch turns off.",
        "Detectors and bilge pumps are to go on while everything else is off: fused, and before any switch.",
    ),
    "wiring.circuit_dims_others": Words(
        "“{load}” hangs on “{name}”, behind a dimmer.",
        "A dimmer chops the current. Motors and electronics run badly on it, or die.",
    ),
    "wiring.no_main_switch": Words(
        "Nothing parts the bank from what hangs on it.",
        "In a fire or at work on the wiring everything stays live. Have a switch fitted at the bank, within reach.",
    ),
    "wiring.no_monitor": Words(
        "Nothing counts what the bank has left.",
        "Volts under load tell little of it. A shunt with a gauge does.",
    ),
    "wiring.no_monitor/lithium": Words(
        "Nothing counts what the bank has left.",
        "The volts of lithium hardly move between full and nearly empty. A shunt with a gauge tells.",
    ),
    "wiring.polarised_breaker": Words(
        "The breaker of “{name}” is marked for one way; there current runs both ways.",
        "Against its mark it may arc on and burn. Take one that is not polarised, or a fuse.",
    ),
    "wiring.negative_past_bms": Words(
        "Something is joined to the cells past the electronics in the negative.",
        "They cannot cut it off: the cells go on being charged or emptied. Everything belongs on their outer side, the "
        "shunt and the chassis too.",
    ),
    "wiring.negative_past_shunt": Words(
        "Something is joined to the bank past the shunt.",
        "The gauge counts without it, and reads too full or too empty. Nothing but the shunt belongs on the bank's "
        "negative post.",
    ),
    "wiring.hull_return": Words(
        "The hull carries current in place of a cable.",
        "Metal in the water is eaten away, and joints in the hull heat. Have a cable laid for each return.",
    ),
    "wiring.grounded_twice": Words(
        "The negative is grounded at several points.",
        "The hull then shares its current, and metal in the water is eaten away. The code asks for one point.",
    ),
    "wiring.chassis_joint_thin": Words(
        "What joins the negative to the chassis is thinner than 8 AWG.",
        "In a fault to the chassis it burns before the fuse opens. The code asks for 8 AWG at least.",
    ),
    "wiring.insulation_out_of_place": Words(
        "60 °C insulation lies in an engine space.",
        "It softens there; the metric table does not allow it.",
    ),
}

FIXES: dict[str, str] = {
    "wiring.gear_lower_fuse": "Take the largest fuse that it bears",
    "wiring.negative_on_bms": "Move it to the outer side of the electronics",
    "wiring.negative_on_shunt": "Move it behind the shunt",
    "wiring.chassis_joint_of_8": "Take 8 AWG",
    "wiring.as_asked": "Take the cable and fuse asked for",
    "wiring.run_as_asked": "Take the cable and fuse asked for",
    "wiring.run_better_insulation": "Take 105 °C insulation",
    "wiring.run_forget": "Forget what was said of it",
    "wiring.run_side_by_side": "Lay one cable more side by side",
    "wiring.better_insulation": "Take 105 °C insulation",
}

# Key of the need -> the label of its line in the ledger.
LEDGER: dict[str, str] = {
    "wiring.main.conductor": "Main cable",
    "wiring.main.fuse_a": "Main fuse",
}

# Section of the rig -> what an edit of it is called in the history.
CHANGED: dict[str, str] = {
    "wiring": "changed the wiring",
}

# Why a fuse of the parts book does not serve a run.
WAYS_OUT: dict[str, str] = {
    "side_by_side": "{count} cables side by side for each pole",
    "own_fuse": "Inverters with fuses of their own at the bank",
    "other_volts": "{count} V, with all that is made for one class",
}
AGAINST_GEAR: dict[str, str] = {
    "below_fuse": "bears less than the fuse before it lets through",
    "below_load": "bears less than its run carries",
    "volts": "not made for these DC volts",
    "volts_unknown": "its DC volts are not known",
    "one_pole": "opens one pole, and both are to be parted",
    "may_ignite": "not known to be built for a space with petrol or gas",
    "few_ways": "has fewer ways than runs leave it",
}
AGAINST_A_FUSE: dict[str, str] = {
    "below_load": "below what the run carries with headroom",
    "below_maker": "below what the device's maker asks for",
    "above_cable": "above what the cable bears",
    "above_device": "above what the weakest part behind it bears",
    "volts": "not made for these DC volts",
    "volts_unknown": "its DC volts are not known",
    "breaks": "does not break the fault current there",
    "breaks_unknown": "what it breaks is not known",
    "slow": "too slow for a short at the far end",
    "polarised": "marked for one way, and current may run both ways",
}
