"""Words of the pictures of the AC side, of its card, and of the schools that it may be begun by."""

from __future__ import annotations

from collections.abc import Iterator

from ryokan.core.ac.card import CardStep, Side
from ryokan.core.ac.picture import Picture, PictureNode
from ryokan.core.ac.schools import School
from ryokan.core.ac.states import AcStates, in_a_building
from ryokan.core.ac.things import name_of_charger, name_of_circuit, name_of_panel, name_of_source
from ryokan.core.rig import Rig
from ryokan.core.topology.modes import AcMode, Neutral, State, loops
from ryokan.wording.words import Words

MODES: dict[AcMode, str] = {
    "hookup": "Hooked up",
    "rest": "Away, at rest",
    "sun": "in the sun",
    "driving": "driving",
    "generator": "On the generator",
}
MODES_OF_A_BUILDING: dict[AcMode, str] = {**MODES, "hookup": "On the grid", "rest": "Without the grid"}
SIDES: dict[Side, str] = {"arriving": "Arriving", "leaving": "Leaving", "generator": "On the generator"}
SIDES_OF_A_BUILDING: dict[Side, str] = {**SIDES, "arriving": "When the grid is back", "leaving": "When the grid fails"}

# What is done, and what goes wrong when it is forgotten: by code, and by “code/variant”.
STEPS: dict[str, Words] = {
    "test_outlet": Words(
        "Test the outlet ashore: earth there, live and neutral not swapped.",
        "Without its earth a fault makes the vehicle live, and nothing trips.",
    ),
    "test_outlet/boat": Words(
        "Test the outlet ashore: earth there, live and neutral not swapped.",
        "Without its earth a fault makes the hull live, and the water around it.",
    ),
    "own_electrode": Words(
        "On a house in the United Kingdom: its earth stays apart; drive an electrode, behind a 30 mA device.",
        "If the neutral of the street breaks, all metal on board is live.",
    ),
    "main_off": Words("Main breaker off.", "Plug and socket arc, and wear, when current flows as they meet."),
    "inverter_off": Words("Switch {unit} off.", "Its outlet arcs when the cord is drawn, and it goes on taking from the bank."),
    "move_cord_to_inlet": Words(
        "Move the cord of {panel} from {unit} to the hookup.", "The panel stays on the bank, and empties it beside a hookup."
    ),
    "plug_in": Words(
        "Breaker ashore off; cord into the vehicle first, then ashore; breaker on.", "A live end lies in wet grass."
    ),
    "plug_in/boat": Words(
        "Breaker ashore off; cord into the boat first, then ashore; breaker on.", "A live end falls into the water."
    ),
    "look_at_polarity": Words("Look at the polarity lamp.", "What is switched off stays live."),
    "main_on": Words("Main breaker on.", "Nothing is fed."),
    "throw_to_hookup": Words(
        "Throw the changeover of {panel} from {unit} to the other source.", "The panel stays on the bank, and empties it."
    ),
    "throw_to_grid": Words(
        "Throw the changeover of {panel} from {unit} to the grid.", "The panel stays on the bank, and empties it."
    ),
    "breaker_on": Words("Breaker of {circuit} on: {things}.", "It stays without AC, and a charger there charges nothing."),
    "goes_over_by_itself": Words("Nothing to throw: {thing} goes over by itself.", ""),
    "breaker_off": Words("Breaker of {circuit} off: {things}.", "The inverter feeds it from the bank."),
    "breaker_off/ring": Words(
        "Breaker of {circuit} off: {things}.", "The inverter feeds it from the bank that it fills: the bank empties itself."
    ),
    "hookup_loads_off": Words(
        "Switch off what is meant for the hookup: {things}.", "The inverter picks it up, and shuts down or empties the bank."
    ),
    "main_off_leaving": Words("Main breaker off.", "Plug and socket arc, and wear, when current flows as they part."),
    "unplug": Words(
        "Breaker ashore off; cord out ashore first, then at the vehicle.",
        "A live end lies in wet grass, or is driven off with.",
    ),
    "unplug/boat": Words("Breaker ashore off; cord out ashore first, then at the boat.", "A live end falls into the water."),
    "move_cord_to_inverter": Words("Move the cord of {panel} to {unit}.", "The panel is dead."),
    "throw_to_inverter": Words("Throw the changeover of {panel} to {unit}.", "The panel is dead."),
    "inverter_on": Words("Switch {unit} on.", "The panel is dead."),
    "generator_outside": Words("{name} outside, down the wind, away from windows.", "Its exhaust kills asleep."),
    "generator_bond": Words(
        "Find out whether the neutral of {name} is joined to its frame, as its maker says.",
        "Where it is not, devices on board cannot trip; where it is twice, they trip for nothing.",
    ),
    "generator_bond/fixed": Words(
        "The neutral of {name} is joined to its frame: no other bond on board while it runs.",
        "Devices trip for nothing, and the earth carries current.",
    ),
    "generator_bond/none": Words(
        "The neutral of {name} floats: bond it there, as its maker says, while it feeds the vehicle.",
        "Residual-current devices on board cannot trip.",
    ),
    "generator_run_up": Words("Let it run up before the main breaker goes on.", "Low volts and a stall at the first motor."),
    "generator_unload": Words("Main breaker off before it stops.", "Volts sag through everything that is still on."),
}

SCHOOL_WORDS: dict[School, Words] = {
    "outlets": Words(
        "Outlets of its own", "The inverter feeds what is plugged into it, the hookup feeds the panel. Nothing to change over."
    ),
    "cord": Words(
        "Cord moved by hand",
        "The panel's cord goes into the hookup or into the inverter. Two plugs never meet; a hand has to remember.",
    ),
    "switch": Words("Transfer switch by hand", "A switch that opens one source before it closes the other, neutral with it."),
    "relay": Words("Transfer relay", "Goes over by itself where a hookup is live. Usual beside an inverter without a charger."),
    "inverter": Words(
        "Inverter passes it on", "The hookup goes through the inverter, which inverts when it fails. Usual above 1 kW."
    ),
}


def step_in_words(step: CardStep) -> Words:
    """A step of the card, and what goes wrong when it is forgotten."""
    words = STEPS.get(f"{step.code}/{step.forgotten}") or STEPS[step.code]
    return Words(_begun(words.what.format(**step.words)), words.why.format(**step.words))


def _begun(text: str) -> str:
    return text[:1].upper() + text[1:]


def title_of_side(rig: Rig, side: Side) -> str:
    """What a side of the card is for."""
    return (SIDES_OF_A_BUILDING if in_a_building(rig) else SIDES)[side]


def title_of(rig: Rig, picture: Picture) -> str:
    """What a picture shows: one mode, or several that are alike. A building does not drive."""
    if in_a_building(rig):
        return MODES_OF_A_BUILDING[picture.modes[0]]
    first, *others = (MODES[mode] for mode in picture.modes)
    if not others:
        return first
    return f"{first}, {', '.join(others[:-1])} and {others[-1]}" if len(others) > 1 else f"{first} and {others[0]}"


def name_of_node(rig: Rig, node: PictureNode, *, generator: bool) -> str:
    """What stands on a box."""
    family, _, id = node.id.partition(":")
    match family:
        case "bank":
            return "House bank"
        case "inlet":
            if in_a_building(rig):
                return "Grid"
            return "Inlet, generator" if generator else "Inlet"
        case "panel":
            return _begun(name_of_panel(rig, id))
        case "circuit":
            return _begun(name_of_circuit(rig, id))
        case _:
            return _begun(name_of_source(rig, node.id))


def in_sentences(rig: Rig, states: AcStates, picture: Picture) -> Iterator[str]:
    """A picture in words: what each panel is fed by, what inverters do, what is let go, where neutral meets earth."""
    state = states.states[picture.modes[0]]
    for id in rig.ac.ordered_panels():
        yield _of_panel(rig, state, id)
    for node in picture.nodes:
        if node.kind == "inverter":
            doing = {"passing": "passes on what it takes in", "inverting": "inverts from the bank"}.get(
                node.doing, "feeds nothing"
            )
            yield f"{_begun(name_of_source(rig, node.id))} {doing}."
        if node.doing in ("let_go_by_relay", "off_by_hand"):
            how = "a relay lets it go" if node.doing == "let_go_by_relay" else "its breaker is off, by the card"
            yield f"{_begun(name_of_circuit(rig, node.id.partition(':')[2]))}: {how}."
    for id, modes in loops(states.network, [state]).items():
        if modes:
            yield f"{_begun(name_of_charger(rig, id))} fills the bank from the bank: it empties itself."
    panels = {f"panel:{id}" for id in rig.ac.panels}
    for neutral in state.neutrals:
        if neutral.nodes & panels and any(state.live.get(one) for one in neutral.nodes & panels):
            yield _of_neutral(rig, neutral)


def _of_panel(rig: Rig, state: State, id: str) -> str:
    name, legs = _begun(name_of_panel(rig, id)), rig.ac.panels[id].legs or 1
    live = state.live.get(f"panel:{id}", {})
    if not live:
        return f"{name} is dead."
    sources = {leg: " and ".join(sorted(name_of_source(rig, one) for one in found)) for leg, found in live.items()}
    if legs == 1:
        return f"{name} is fed by {sources[min(sources)]}."
    if len(set(sources.values())) == 1 and len(sources) == 2:
        return f"{name}: both legs by {sources[1]}."
    parts = [f"leg {leg} by {sources[leg]}" if leg in sources else f"leg {leg} is dead" for leg in (1, 2)]
    return f"{name}: {parts[0]}, {parts[1]}."


def _of_neutral(rig: Rig, neutral: Neutral) -> str:
    closed = [name_of_source(rig, one) if one != "shore" else "the supply ashore" for one in neutral.closed]
    if in_a_building(rig):
        closed = [one.replace("the supply ashore", "the mains") for one in closed]
    if len(closed) > 1:
        return f"Neutral and earth meet twice: at {' and at '.join(closed)}."
    if closed:
        return f"Neutral and earth meet at {closed[0]}."
    if neutral.unsaid:
        places = " or at ".join(name_of_source(rig, one) for one in neutral.unsaid)
        return f"Nobody has said whether neutral and earth meet at {places}."
    return "Neutral and earth meet nowhere."
