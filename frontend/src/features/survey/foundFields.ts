import type { Rig } from "../../api/types";
import type { FormField, Typed } from "../../ui/parts/partDocument";
import { HOOKUPS } from "../worksheet/words";
import { OF_CABLES, OF_THE_BUS } from "./foundCables";
import { type Choices, choice, field, number, UNSAID } from "./foundForm";
import { FATES, type FoundKind } from "./foundKinds";

export const BAYS: Choices = [
  ["living_space", "inside, in the living space"],
  ["vented_enclosure", "inside, in a vented enclosure"],
  ["outside", "outside the living space"],
];
const CLASSES: Choices = [
  [12, "12 V"],
  [24, "24 V"],
  [48, "48 V"],
];
const FITTED: Choices = [
  ["fitted", "yes"],
  ["none", "no, none"],
];
const YES_NO: Choices = [
  ["yes", "yes"],
  ["no", "no"],
];

const RCDS: Choices = [
  ["none", "none"],
  ["not_read", "there is one, type not read"],
  ["gfci", "GFCI, class A"],
  ["a", "type A"],
  ["f", "type F"],
  ["b", "type B"],
  ["ac", "type AC"],
];

/** What lies on the way from an alternator. */
const WAY: FormField[] = [
  choice("trigger", "Switched by", [
    ["ignition", "the ignition"],
    ["volts", "the volts"],
    ["engine_signal", "a signal of the running engine"],
    ["hand", "a hand"],
  ]),
  number("tap_a", "Its tap gives", "A"),
  number("limit_a", "Relay, cable and fuse bear", "A"),
  choice("hitch_plug", "Through a plug at the hitch", FITTED),
  number("plug_a", "That plug bears", "A"),
];
/** How a device that charges is set. */
const SETTINGS: FormField[] = [
  number("stops_at_v", "Stops at", "V"),
  number("float_v", "Floats at", "V"),
  choice("lithium", "Set to lithium", YES_NO),
  choice("equalises", "Equalises", YES_NO),
  choice("cold_stop", "Stops in the cold", FITTED),
];

/** What is asked of each kind of thing that is found; the order is that of the list to add from. */
export const FOUND_FIELDS: Record<FoundKind, { fields: FormField[] }> = {
  bank: {
    fields: [
      field("series", "In series", "integer", { default: 1, required: true }),
      field("parallel", "Strings in parallel", "integer", { default: 1, required: true }),
      field("paired", "Side by side under one BMS", "integer", { default: 1, required: true }),
      choice("system_v", "Volts class", CLASSES),
      number("cells_in_series", "Cells in series", "", { type: "integer" }),
      choice("bay", "Where it stands", BAYS),
      choice("restraint", "Held by", [
        ["frame", "a bolted frame"],
        ["straps", "straps"],
        ["none", "nothing"],
      ]),
      choice("bms", "Electronics that watch its cells", FITTED),
      choice("when_bms_opens", "When they open", [
        ["charge_stop", "a charge-stop reaches every source"],
        ["two_buses", "charge and load bus part"],
        ["none", "nothing stops the chargers"],
      ]),
      choice("string_fuses", "A fuse for each string", FITTED),
      choice("midpoint", "Between the units of a string hangs", [
        ["none", "nothing"],
        ["load", "a load"],
        ["charger", "a charger"],
        ["balancer", "a balancer"],
      ]),
      choice("take_off", "Its leads leave it", [
        ["diagonal", "diagonally"],
        ["equal_leads", "by equal leads"],
        ["posts", "at middle posts"],
        ["side", "at one end"],
      ]),
      number("vent_cm2", "Opening of its enclosure", "cm²"),
    ],
  },
  other_bank: {
    fields: [
      choice("role", "There for", [
        ["starter", "starting the engine"],
        ["second", "the house, as a second bank"],
        ["backup", "one load, as its backup"],
      ]),
      choice("chemistry", "Kind", [
        ["agm", "AGM"],
        ["flooded", "wet, with caps"],
        ["sealed_wet", "wet, sealed"],
        ["gel", "gel"],
        ["lfp", "lithium (LFP)"],
      ]),
      choice("volts", "Volts class", CLASSES),
      number("capacity_ah", "Capacity", "Ah"),
      number("cranking_a", "The starter takes", "A"),
      choice("upkeep", "Kept full by", [
        ["house", "the house bank"],
        ["charger", "a charger"],
        ["panel", "a panel"],
        ["none", "nothing"],
      ]),
      choice("isolation", "Isolated", [
        ["two_pole", "at both poles"],
        ["one_pole", "at one pole"],
        ["none", "not at all"],
      ]),
      choice("managing_device", "Behind a managing device", FITTED),
    ],
  },
  alternator: {
    fields: [
      number("rated_a", "On its label", "A"),
      choice("alternator_v", "Volts class", CLASSES.slice(0, 2)),
      choice("regulation", "Regulated", [
        ["standard", "by itself, steady volts"],
        ["smart", "by the engine computer"],
        ["external", "by a regulator of its own"],
      ]),
      choice("charges_house", "Charges the house bank", [
        ["none", "not at all"],
        ["relay", "through a relay"],
        ["dcdc", "through a DC-DC charger"],
        ["hand_switch", "through a hand switch"],
        ["manager", "through a managing device"],
        ["regulated", "straight, by its own regulator"],
      ]),
      number("idle_a", "At idle", "A"),
      number("own_draw_a", "The vehicle itself takes", "A"),
      choice("temperature_sensed", "Its regulator feels its heat", FITTED),
      ...WAY,
      choice("field_stop", "The BMS stops its field first", FITTED),
      choice("lead_buffer", "A lead battery stays on it", FITTED),
    ],
  },
  dcdc: {
    fields: [
      number("output_a", "Output", "A"),
      choice("input_v", "Input made for", CLASSES),
      choice("output_v", "Output made for", CLASSES),
      choice("isolated", "Its negatives are apart", YES_NO),
      ...WAY,
      number("far_end_v", "Measured at its input", "V"),
      ...SETTINGS,
    ],
  },
  shore_charger: {
    fields: [
      choice("fed_from", "Hangs on", [
        ["hookup", "an outlet of the hookup's own"],
        ["panel", "the panel"],
        ["inverter", "an outlet of the inverter"],
      ]),
      number("output_a", "Output, DC side", "A"),
      choice("output_v", "Made for", CLASSES),
      ...SETTINGS,
      choice("adjustable", "Can be turned down", YES_NO),
      number("power_factor", "Power factor", ""),
    ],
  },
  inverter: {
    fields: [
      number("rated_w", "Continuous", "W"),
      number("surge_w", "Surge", "W"),
      number("idle_w", "Draws with nothing on", "W"),
      choice("battery_v", "Made for a bank of", CLASSES),
      choice("waveform", "Its wave", [
        ["pure_sine", "pure sine"],
        ["modified_sine", "stepped"],
      ]),
      choice("legs", "Legs", [
        [1, "one"],
        [2, "two"],
      ]),
      choice("pre_charge", "A resistor fills its capacitors", FITTED),
      number("charger_a", "Charger within", "A"),
      number("transfer_a", "Transfer within", "A"),
      number("maker_fuse_a", "Maker asks for a fuse of", "A"),
      field("maker_conductor", "Maker asks for a cable of", "choice", { unsaid: UNSAID }),
      choice("feeds", "Feeds", [
        ["outlets", "outlets of its own"],
        ["panel", "the panel"],
      ]),
      choice("transfer", "Changed over by", [
        ["cord", "a cord that a hand moves"],
        ["switch", "a switch that a hand throws"],
        ["relay", "a relay, by itself"],
        ["inverter", "itself: it passes on"],
      ]),
      choice("bond", "Joins its neutral to earth", [
        ["relay", "by its relay"],
        ["fixed", "always"],
        ["none", "not at all"],
      ]),
      number("short_circuit_a", "Gives into a short", "A"),
    ],
  },
  panels: {
    fields: [
      number("watts_each", "Rated, each", "W"),
      field("count", "How many", "integer", { default: 1, required: true }),
      choice("mounting", "Where", [
        ["roof", "on the roof"],
        ["arch", "on an arch"],
        ["bonnet", "on the bonnet"],
        ["ground", "on the ground"],
        ["portable", "portable"],
      ]),
      number("in_series", "In a string", "", { type: "integer" }),
      number("vmp_v", "Volts of one at full power", "V"),
      number("imp_a", "Amps of one at full power", "A"),
      number("voc_v", "Volts of one, open", "V"),
      number("isc_a", "Amps of one, shorted", "A"),
      number("measured_voc_v", "Volts of one, open, as measured, at 25 °C", "V"),
      number("measured_isc_a", "Amps of one, shorted, as measured, in full sun", "A"),
      number("beta_voc_percent_per_k", "Open volts by heat, such as -0.28", "%/K"),
      number("alpha_isc_percent_per_k", "Shorted amps by heat, such as 0.05", "%/K"),
      number("gamma_p_percent_per_k", "Power by heat, such as -0.35", "%/K"),
      number("cells", "Cells in series", "", { type: "integer" }),
      number("diodes", "Bypass diodes", "", { type: "integer" }),
      number("max_fuse_a", "Largest fuse by its plate", "A"),
      number("system_v", "System volts, at most", "V"),
      choice("build", "Made", [
        ["rigid", "rigid, in a frame"],
        ["flexible", "flexible"],
        ["folding", "folding"],
        ["thin_film", "thin film"],
      ]),
      number("bifacial_frac", "Its back gives of its front", "of 1"),
      number("string_fuse_a", "Fuse of each string", "A", { none: true }),
      field("controller", "Goes to", "choice", { unsaid: "the only one, or not known" }),
      choice("own_controller", "Portable, with a controller of its own", YES_NO),
      choice("held_by", "Held by", [
        ["rails", "rails, with air under them"],
        ["glued", "glue, flat"],
        ["tilt_legs", "legs that raise them"],
      ]),
      number("tilt_deg", "Tilt, from level", "°"),
      choice("connectors_alike", "Connectors mated with their own kind", YES_NO),
      number("connector_v", "Connectors rated for", "V"),
      choice("disconnect", "A switch before their controller", FITTED),
      number("disconnect_v", "That breaks, DC", "V"),
      choice("junction_box", "A box on the roof", FITTED),
      choice("gland", "A sealed gland", FITTED),
      field("lead", "Lead of portable ones, as “5 m”", "text", { unsaid: UNSAID }),
      field("port", "Plugged into", "text", { unsaid: UNSAID }),
      choice("polarity", "Poles of that port", [
        ["as_marked", "as marked, tried with a meter"],
        ["reversed", "the other way round"],
      ]),
      number("length_m", "Long side of one", "m"),
      number("width_m", "Short side of one", "m"),
      number("mass_kg", "Mass of one", "kg"),
    ],
  },
  controller: {
    fields: [
      number("rated_a", "Rated output", "A"),
      choice("method", "Method", [
        ["mppt", "MPPT"],
        ["pwm", "PWM"],
      ]),
      number("most_v", "Panels up to", "V"),
      number("most_isc_a", "Bears shorted amps up to", "A"),
      number("most_input_a", "Works with amps up to", "A"),
      number("rated_24v_a", "Output on 24 V, if another", "A"),
      number("rated_48v_a", "Output on 48 V, if another", "A"),
      choice("lowest_battery_v", "For banks from", CLASSES),
      choice("highest_battery_v", "For banks up to", CLASSES),
      number("most_12v_w", "Most array on 12 V", "W"),
      number("most_24v_w", "Most array on 24 V", "W"),
      number("most_48v_w", "Most array on 48 V", "W"),
      number("inputs", "Inputs", "", { type: "integer" }),
      number("start_margin_v", "Starts above the bank by", "V"),
      number("running_margin_v", "Goes on above the bank by", "V"),
      number("terminal_mm2", "Terminals take", "mm²"),
      choice("lithium", "Can be set for lithium", YES_NO),
      choice("shares_sensing", "Shares the bank's volts with others", YES_NO),
      number("own_w", "Takes for itself", "W"),
    ],
  },
  ...OF_CABLES,
  ...OF_THE_BUS,
  switch: {
    fields: [
      choice("does", "What it does", [
        ["main", "parts the bank"],
        ["isolator", "parts one circuit"],
        ["transfer", "goes from one source to another"],
      ]),
      choice("there", "It is there", FITTED),
      choice("reach", "A hand gets at it", YES_NO),
      choice("poles", "It opens", [
        [1, "one pole"],
        [2, "both poles"],
      ]),
      choice("thrown", "Thrown", [
        ["by_hand", "by hand"],
        ["by_itself", "by itself"],
      ]),
      number("rated_a", "Rated", "A"),
      field("between", "Between what", "text"),
    ],
  },
  cord: {
    fields: [
      choice(
        "rating",
        "The smaller of the two",
        Object.entries(HOOKUPS).filter(([value]) => value !== "none"),
      ),
      field("length", "Length, as “25 ft” or “10 m”", "text", { unsaid: UNSAID }),
    ],
  },
  generator: {
    fields: [
      number("rated_w", "Continuous", "W"),
      choice("fuel", "Fuel", [
        ["petrol", "petrol"],
        ["diesel", "diesel"],
        ["gas", "gas"],
      ]),
      number("full_l_per_h", "At its rating it takes", "l/h"),
      number("half_l_per_h", "At half of it", "l/h"),
      number("tank_l", "Its tank holds", "l"),
      number("service_every_h", "Between services", "h"),
      choice("bond", "Neutral and frame", [
        ["fixed", "joined"],
        ["none", "apart: it floats"],
      ]),
    ],
  },
  ac_panel: {
    fields: [
      number("main_a", "Main breaker", "A"),
      choice("main_poles", "It opens", [
        [1, "the live side"],
        [2, "live and neutral"],
      ]),
      choice("legs", "Legs", [
        [1, "one"],
        [2, "two"],
      ]),
      choice("shared_neutral", "Circuits of both share a neutral", YES_NO),
      choice("bond", "Neutral and earth in it", [
        ["apart", "kept apart"],
        ["bonded", "joined"],
      ]),
      choice("main_rcd", "Residual-current device over all", RCDS),
    ],
  },
  ac_guard: {
    fields: [
      choice("device", "It is", [
        ["rcd", "a residual-current device"],
        ["galvanic", "a galvanic isolator"],
        ["fail_safe", "one that fails closed and shows it"],
        ["transformer", "an isolation transformer"],
        ["polarity", "a polarity indicator"],
      ]),
      choice("there", "Is there, of an isolator or indicator", FITTED),
      choice("rcd", "Type, of a residual-current device", RCDS),
      choice("covers", "Guards", [
        ["all", "all of it"],
        ["outlets", "the outlets"],
      ]),
      number("rated_a", "Rated", "A"),
    ],
  },
  other: { fields: [] },
};

export const CONDITIONS: Choices = [
  ["as_new", "as new"],
  ["good", "good"],
  ["worn", "worn"],
  ["damaged", "damaged"],
];

export function commonFields(rig: Rig): FormField[] {
  const compartments = Object.entries(rig.space.compartments).map(([id, one]) => [id, one.name] as const);
  return [
    field("name", "Called", "text"),
    choice(
      "fate",
      "In what is planned it",
      FATES.map(({ value, label }) => [value, value === "open" ? "is not decided yet" : label] as const),
      "open",
    ),
    choice("condition", "Condition", CONDITIONS),
    field("age_years", "Age, years", "number"),
    choice("where", "Lives in", compartments),
    field("place", "Or where, in words", "text"),
    choice("known_from", "These values are", [
      ["plate", "from its plate"],
      ["measured", "measured"],
      ["estimate", "an estimate"],
    ]),
    field("note", "Note", "text"),
  ];
}

const OF_LITHIUM = ["paired", "cells_in_series", "bms", "when_bms_opens", "string_fuses"];
const LEAD = ["agm", "gel", "flooded", "sealed_wet"];

/** Of the fields of a thing those that are worth asking, by what else is typed of it. */
export function worthAsking(fields: FormField[], typed: Typed, battery: Typed): FormField[] {
  const { chemistry = "" } = battery;
  return fields.filter(({ name }) => {
    if (name === "cells_in_series") return chemistry === "nmc";
    if (OF_LITHIUM.includes(name)) return !LEAD.includes(chemistry);
    if (name === "vent_cm2") return typed.bay === "vented_enclosure";
    if (name === "take_off" || name === "string_fuses") return typed.parallel !== "1";
    return true;
  });
}

/** What is asked of a battery on a survey; the rest of its data sheet can wait. */
export const BATTERY_FIELDS = [
  "name",
  "chemistry",
  "nominal_v",
  "capacity_ah",
  "mass_kg",
  "max_series",
  "discharge_limit_a",
  "size",
  "self_heating",
  "values_from",
];
