"""Every cable of a rig as the schedules see it: runs of the DC side, thin wires and cables on AC, with size and length."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass

from ryokan.core.ac.model import AcCable
from ryokan.core.ac.things import name_of_circuit, name_of_panel
from ryokan.core.figure import Figure, Sheet
from ryokan.core.rig import Rig
from ryokan.core.schedules.ends import ac_colours, conductors_of, ends_of, marks_of, parted
from ryokan.core.schedules.rows import Basis, LengthBasis, Part, When
from ryokan.core.topology.signals import signals
from ryokan.core.wiring.small_wires import NOTHING_SAID, name_of_signal
from ryokan.core.wiring.things import RunOf, name_of_run, runs_of, the_main_run

PART_OF: dict[str, Part] = {
    "main": "bank", "string": "bank", "link": "bank", "inverter": "inverters", "charge": "charging", "way_in": "charging",
    "way_out": "charging", "charger": "charging", "pv_lead": "sun", "array": "sun", "controller": "sun", "panel": "dc",
    "step_down": "dc", "circuit": "dc", "branch": "dc",
}  # fmt: skip
ORDER: tuple[Part, ...] = ("bank", "inverters", "charging", "sun", "dc", "signals", "ac")
WHEN_OF: dict[str, When] = {
    "main": "most", "string": "most", "link": "most", "inverter": "inverting", "charge": "charging", "way_in": "engine",
    "way_out": "engine", "charger": "hookup", "pv_lead": "sun", "array": "sun", "controller": "sun", "panel": "loads",
    "step_down": "loads", "circuit": "loads", "branch": "loads",
}  # fmt: skip


@dataclass(frozen=True, slots=True)
class Laid:
    """One cable, with its conductors by mark and colour. Of a cable of several cores the colours stand together."""

    mark: str
    name: str
    key: str
    part: Part
    when: When
    ends: tuple[str, str]
    conductors: tuple[tuple[str, str], ...]
    cables: int
    cores: int
    size: str
    size_basis: Basis
    material: str
    insulation_c: float | None
    length: Figure | None
    length_basis: LengthBasis
    studs: tuple[str, str]
    angle_deg: int | None
    way: str
    lies_there: bool
    base: str  # what the keys of its figures begin with in the report
    id: str  # what stands for it in the keys of the schedules' own figures
    one: RunOf | None = None


def every_cable(rig: Rig, sheet: Sheet) -> tuple[Laid, ...]:
    """Every cable by parts of the network, the main run first.

    Parameters
    ----------
    rig : Rig
    sheet : Sheet
        With the figures of the rig's report; lengths that no report holds are added to it.
    """
    runs = sorted(_runs(rig, sheet.figures), key=lambda one: ORDER.index(one.part))
    return (*runs, *_signals(rig, sheet), *_on_ac(rig, sheet))


def _runs(rig: Rig, figures: Mapping[str, Figure]) -> Iterator[Laid]:
    runs = (the_main_run(rig), *runs_of(rig).values())
    marks = marks_of(runs)
    for one in runs:
        asked = None if one.found else figures.get(f"{one.base}.conductor")  # which cable lies there nobody asks for
        nothing_flows = f"{one.base}.fuse_floor_a" not in figures
        if one.run.kind == "main" and nothing_flows and one.conductor is None:
            continue
        size = one.conductor or (str(asked.value) if asked is not None else "")
        measured, estimated = figures.get(f"{one.base}.one_way_length_m"), figures.get(f"{one.base}.estimated_length_m")
        mark = marks[one.run.key]
        yield Laid(
            mark=mark,
            name=name_of_run(rig, one.run),
            key=one.run.key,
            part=PART_OF[one.run.kind],
            when=WHEN_OF[one.run.kind],
            ends=ends_of(rig, one),
            conductors=tuple(conductors_of(rig, one, mark)),
            cables=one.said.cables,
            cores=1,
            size=size,
            size_basis="chosen" if one.conductor else "asked" if size else "unknown",
            material=one.material or "",
            insulation_c=one.insulation_c,
            length=measured or estimated,
            length_basis="measured" if measured is not None else "estimated" if estimated is not None else "unknown",
            studs=(one.said.stud_near or "", one.said.stud_far or ""),
            angle_deg=one.said.lug_angle_deg,
            way="" if one.route is None else one.route.name,
            lies_there=one.found,
            base=one.base,
            id=one.id,
            one=one,
        )


def _signals(rig: Rig, sheet: Sheet) -> Iterator[Laid]:
    for number, (key, wire) in enumerate(signals(rig).items(), start=1):
        said = rig.wiring.signals.get(key, NOTHING_SAID)
        mark, name = said.label.strip() or f"S{number}", name_of_signal(rig, wire)
        length = None if said.length is None else sheet.given(f"schedule.cable.wire-{number}.length_m", said.length.m, "m")
        yield Laid(
            mark=mark,
            name=name,
            key=key,
            part="signals",
            when="always",
            ends=parted(name),
            conductors=((mark, ""),),
            cables=1,
            cores=1,
            size=said.conductor or "",
            size_basis="chosen" if said.conductor else "unknown",
            material="",
            insulation_c=None,
            length=length,
            length_basis="measured" if length is not None else "unknown",
            studs=("", ""),
            angle_deg=None,
            way="",
            lies_there=False,
            base="",
            id=f"wire-{number}",
        )


def _on_ac(rig: Rig, sheet: Sheet) -> Iterator[Laid]:
    number = 0
    for name, cable, base, lives in _cables_on_ac(rig):
        asked = None if rig.survey.as_found else sheet.figures.get(f"{base}.least_conductor")
        if cable.conductor is None and cable.length is None and asked is None:
            continue
        number += 1
        size = cable.conductor or (str(asked.value) if asked is not None else "")
        length = sheet.figures.get(f"{base}.length_m")
        if length is None and cable.length is not None:
            length = sheet.given(f"schedule.cable.ac-{number}.length_m", cable.length.m, "m")
        yield Laid(
            mark=f"A{number}",
            name=name,
            key="",
            part="ac",
            when="",
            ends=parted(name),
            conductors=((f"A{number}", ac_colours(rig, lives)),),
            cables=1,
            cores=lives + 2,
            size=size,
            size_basis="chosen" if cable.conductor else "asked" if size else "unknown",
            material="copper",
            insulation_c=cable.insulation_c,
            length=length,
            length_basis="measured" if length is not None else "unknown",
            studs=("", ""),
            angle_deg=None,
            way="",
            lies_there=rig.survey.as_found,
            base=base,
            id=f"ac-{number}",
        )


def _cables_on_ac(rig: Rig) -> Iterator[tuple[str, AcCable, str, int]]:
    yield "inlet to the main breaker", rig.ac.main_cable, "ac.main_cable", rig.ac.supply_legs or 1
    for id, panel in rig.ac.ordered_panels().items():
        yield f"its feed to {name_of_panel(rig, id)}", panel, f"ac.panel.{id}", panel.legs or 1
    for id, circuit in rig.ac.ordered_circuits().items():
        near = "panel" if circuit.panel is None else name_of_panel(rig, circuit.panel)
        yield f"{near} to {name_of_circuit(rig, id)}", circuit, f"ac.circuit.{id}", 2 if circuit.leg == "both" else 1
