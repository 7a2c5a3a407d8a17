"""What a move to another volts class does to each thing, in words."""

from __future__ import annotations

from ryokan.core.storage.moving import Piece

PIECES: dict[str, str] = {
    "units": "The same units are built up anew: {series} in series, {parallel} in parallel.",
    "units_with_left_over": "Of the same units {series} in series, {parallel} in parallel; {left} are left over.",
    "units_over_maker": "The same units would be {series} in series; their maker allows {most}. The bank has to be another.",
    "units_cannot": "The same units do not make these volts, by their kind or by their number. The bank has to be another.",
    "strings": "Strings that differ are not built up anew. The bank has to be another.",
    "energy": "The bank keeps its energy as {ah} Ah, of units made for it.",
    "inverter_fits": "The inverter is made for these volts and stays.",
    "inverter": "The inverter is built for one class of volts. Another is needed.",
    "dcdc": "{name} gives volts of one class, or nobody said which. Another is needed.",
    "shore": "{name} gives volts of one class, or nobody said which. Another is needed.",
    "dcdc_fits": "{name} is made for these volts and stays.",
    "shore_fits": "{name} is made for these volts and stays.",
    "straight_fits": "{name} joins an alternator of these volts and stays.",
    "straight_of_other_volts": "{name} would join unlike volts. A DC-DC charger takes its place.",
    "controller": "Solar controllers often serve several classes: look at the plate. The same rating carries more watts.",
    "controller_fits": "The controller {name} is made for these volts and stays.",
    "controller_of_other_volts": "The controller {name} is not made for these volts. Another is needed.",
    "array_too_low": "{name}: its strings work at {has} V, and these need {needs} V in the heat. More panels in series.",
    "cable": "The main cable stays; it carries fewer or more amps than before, and is judged anew.",
    "fuse": "The main fuse follows the amps, and its volts have to be enough for the class.",
    "loads_on_converter": "{count} loads of 12 V go onto a converter, which takes its share.",
    "loads_on_bus": "{count} loads go back from the converter to the bus.",
    "array": "The array stays.",
}


def piece_in_words(piece: Piece) -> str:
    """One thing of a move."""
    return PIECES[piece.code].format(**piece.words)
