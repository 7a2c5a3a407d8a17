"""The runs of the DC side: which terminals cables join, as they follow from what the rig has. Nobody enters them twice."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from typing import Literal, TypeAlias

from ryokan.core.ac.values import THE_INVERTER
from ryokan.core.charging.model import Charging
from ryokan.core.inverter.model import Inverter
from ryokan.core.loads.model import Load
from ryokan.core.rig import Rig
from ryokan.core.solar.model import Solar
from ryokan.core.storage.model import Bank, Storage
from ryokan.core.wiring.circuits import DcCircuit

RunKind: TypeAlias = Literal[
    "main", "inverter", "controller", "array", "way_out", "way_in", "charger", "panel", "step_down", "branch", "circuit",
    "string", "link", "charge", "pv_lead",
]  # fmt: skip
BANK, BUS, CHARGE_BUS, PANEL, STEP_DOWN = "bank.pos", "bus.pos", "charge.pos", "panel", "stepdown"


@dataclass(frozen=True, slots=True)
class DcRun:
    """A cable of both poles between two things, ``tail`` towards the bank.

    Parameters
    ----------
    key : str
        Its identity, ``tail>head``.
    kind : RunKind
        What it is there for.
    thing : str
        Id of the thing at its head, in its own collection.
    behind : str
        Key of the run that its current comes through first; ``main``, or empty where it begins at a source of its own.
    loads : tuple of str
        Ids of the loads that it feeds straight, where it feeds several.
    converted : tuple of str
        Ids of those that it feeds through a converter further on.
    alike : int
        How many such runs share one current: strings side by side.
    pieces : int
        Pieces of conductor of its length that it takes: one for each pole, of links as many as there are.
    beside : str
        Id of the bank beside the house bank that it leads to; empty where it is the house bank.
    """

    key: str
    kind: RunKind
    thing: str
    behind: str
    loads: tuple[str, ...] = ()
    converted: tuple[str, ...] = ()
    alike: int = 1
    beside: str = ""
    pieces: int = 2

    @property
    def tail(self) -> str:
        """The terminal towards the bank."""
        return self.key.partition(">")[0]

    @property
    def head(self) -> str:
        """The terminal away from it."""
        return self.key.partition(">")[2]

    @property
    def from_bank(self) -> bool:
        """Whether the bank itself feeds a fault of it."""
        return self.kind not in ("array", "pv_lead", "way_in") and not self.beside


MAIN = "main"
TO_PANEL = f"{BUS}>{PANEL}.in"
TO_CHARGE_BUS = f"{BANK}>{CHARGE_BUS}"
EQUAL_LEADS = ("posts", "equal_leads")  # each string has leads of its own to common posts
BETWEEN_STRINGS = f"bank.links>{BANK}"
# What charges, and hangs on the charge bus where there is one.
CHARGES: tuple[RunKind, ...] = ("controller", "way_out", "charger")
THE_MAIN_RUN = DcRun(f"{BANK}>{BUS}", "main", MAIN, "")


def dc_runs(rig: Rig) -> dict[str, DcRun]:
    """Every run of the DC side but the main one, by its key; what feeds others stands before them."""
    joins, behind = _OF_THE_SUN[rig.wiring.solar_joins]
    charges = (CHARGE_BUS, TO_CHARGE_BUS) if joins == CHARGE_BUS else (BUS, MAIN)
    of_the_sun, by_others = list(_controllers(rig.solar, joins, behind)), list(_charging(rig.charging, *charges))
    found = [
        *_inverters(rig.inverter, rig.has_loads, *((BUS, MAIN) if rig.wiring.inverter_joins == "bus" else (BANK, ""))),
        *_charge_bus([*of_the_sun, *by_others]),
        *of_the_sun,
        *by_others,
        *_loads({id: load for id, load in rig.active_loads().items() if load.feed != "ac"}, rig.wiring.ordered_circuits()),
        *_strings(rig.storage),
        *_links(rig.storage),
    ]
    return {run.key: run for run in found}


# Where the sun comes in, and what is between there and the bank.
_OF_THE_SUN = {"battery": (BANK, ""), "bus": (BUS, MAIN), "charge_bus": (CHARGE_BUS, TO_CHARGE_BUS)}


def _charge_bus(charging: list[DcRun]) -> Iterator[DcRun]:
    """The run from the bank to the charge bus, where anything is on that."""
    if any(run.behind == TO_CHARGE_BUS for run in charging):
        yield DcRun(TO_CHARGE_BUS, "charge", "charge", "")


def _strings(storage: Storage) -> Iterator[DcRun]:
    """Of lithium side by side a run for each string, since each has to survive the others' fault current."""
    bank = storage.bank
    if bank is None or not storage.is_lithium:
        return
    ids = list(_series(bank))
    for id in ids if len(ids) > 1 else ():
        yield DcRun(f"string:{id}.pos>{BANK}", "string", id, "", alike=len(ids))


def _series(bank: Bank) -> dict[str, int]:
    """Units in series within each string, by its id; of a bank that is given by its amp-hours nothing."""
    if bank.units is not None:
        return {str(number + 1): bank.units.series for number in range(bank.units.parallel)}
    return {id: len(string.units) for id, string in bank.ordered_strings().items()}


def _links(storage: Storage) -> Iterator[DcRun]:
    """Links from unit to unit within each string, and between strings of lead, which have no fuse each."""
    if storage.bank is None:
        return
    strings = _series(storage.bank)
    fused = storage.is_lithium and len(strings) > 1
    for id, units in strings.items():
        if units > 1:
            behind = f"string:{id}.pos>{BANK}" if fused else ""
            yield DcRun(f"string:{id}.link>string:{id}.pos", "link", id, behind, alike=len(strings), pieces=units - 1)
    if len(strings) > 1 and not storage.is_lithium:
        of_each = 2 * len(strings) if storage.take_off in EQUAL_LEADS else 2 * (len(strings) - 1)
        yield DcRun(BETWEEN_STRINGS, "link", "", "", alike=len(strings), pieces=of_each)


def _inverters(inverter: Inverter, has_loads: bool, joins: str, behind: str) -> Iterator[DcRun]:
    for id in inverter.units():
        if id != THE_INVERTER or has_loads or inverter.chosen is not None:
            yield DcRun(f"{joins}>inverter:{id}.dc", "inverter", id, behind)


def _controllers(solar: Solar, joins: str, behind: str) -> Iterator[DcRun]:
    """Controllers on the bank, and what their arrays feed them by. One within another device has no output of its own."""
    arrays = solar.ordered_arrays()
    for id, controller in solar.ordered_controllers().items():
        if controller.within is None:
            yield DcRun(f"{joins}>controller:{id}.bat", "controller", id, behind)
    for id, array in arrays.items():
        strings = array.ordered()
        if len(strings) > 1 and array.junction_box == "fitted":  # otherwise the panels' own leads are plugged together
            for string in strings:
                yield DcRun(f"pvstring:{string}.out>array:{id}.in", "pv_lead", string, "", alike=len(strings))
        if array.controller in solar.controllers:
            yield DcRun(f"array:{id}.out>controller:{array.controller}.pv", "array", id, "")


def _charging(charging: Charging, joins: str, behind: str) -> Iterator[DcRun]:
    """Ways from alternators with both ends, and chargers: to where they join the house bank, or to a bank beside it."""
    for id, path in charging.ordered_paths().items():
        if path.within is None and path.chosen:
            beside = path.bank or ""
            tail, before = (f"bank:{beside}.pos", "") if beside else (joins, behind)
            yield DcRun(f"{tail}>path:{id}.out", "way_out", id, before, beside=beside)
            alternator = charging.alternator_of(path) or "any"
            yield DcRun(f"alternator:{alternator}.pos>path:{id}.in", "way_in", id, "", beside=beside)
    for id, charger in charging.ordered_chargers().items():
        if charger.within is None and charger.chosen:
            beside = charger.bank or ""
            tail, before = (f"bank:{beside}.pos", "") if beside else (joins, behind)
            yield DcRun(f"{tail}>charger:{id}.out", "charger", id, before, beside=beside)


def _loads(loads: dict[str, Load], circuits: Mapping[str, DcCircuit]) -> Iterator[DcRun]:
    """The panel, its circuits, and a branch to each load that is on none. Behind a converter they hang on its own volts."""
    straight = tuple(id for id, load in loads.items() if load.feed == "dc")
    converted = tuple(id for id, load in loads.items() if load.feed == "step_down")
    if loads:
        yield DcRun(TO_PANEL, "panel", PANEL, MAIN, straight, converted)
    if converted:
        yield DcRun(f"{PANEL}.out>{STEP_DOWN}.in", "step_down", STEP_DOWN, TO_PANEL, converted)
    taken: set[str] = set()
    for id, circuit in circuits.items():
        on_it = tuple(load for load in circuit.loads if load in straight)
        if on_it:
            taken |= set(on_it)
            yield DcRun(f"{PANEL}.out>circuit:{id}.in", "circuit", id, TO_PANEL, on_it)
    for id in (load for load in straight if load not in taken):
        yield DcRun(f"{PANEL}.out>load:{id}.in", "branch", id, TO_PANEL)
