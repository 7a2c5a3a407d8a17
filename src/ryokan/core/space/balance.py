"""Where the heavy pieces stand, and what that does to axles and sides of the vehicle."""

from __future__ import annotations

from ryokan.core.figure import Figure, Sheet
from ryokan.core.rig import Rig
from ryokan.core.space.model import Compartment
from ryokan.core.survey.model import FoundBank


def balance(sheet: Sheet, rig: Rig) -> None:
    """Load that the rig adds to each axle and to each side, from the middles of the compartments it goes into. [kg]

    By the lever about the rear axle: ``front = Σ mass × x ÷ wheelbase``, ``rear = Σ mass − front``; across, the wheels of
    left and right differ by ``2 × Σ mass × y ÷ track``. Banks that were found count against it where they stood: they are
    in what was weighed. In an option as found they count once, as what leans there now, and add nothing to the axles. What has
    no compartment or no mass is left out. (common practice)
    """
    pieces = _pieces(sheet, rig)
    if not pieces:
        return
    mass, x, y = ([piece[place] for piece in pieces] for place in range(3))
    placed = sheet.compute("space.placed_kg", "sum(mass)", "kg", mass=mass)
    frame = rig.vehicle.frame
    if frame.wheelbase_m is not None and not rig.survey.as_found:
        front = sheet.compute(
            "space.front_axle_kg",
            "sum(mass × x) ÷ wheelbase",
            "kg",
            mass=mass,
            x=x,
            wheelbase=sheet.given("space.wheelbase_m", frame.wheelbase_m, "m"),
        )
        sheet.compute("space.rear_axle_kg", "placed − front", "kg", placed=placed, front=front)
    sheet.compute("space.side_moment_kgm", "sum(mass × y)", "kg·m", mass=mass, y=y)
    if frame.width_m is not None:
        sheet.compute(
            "space.side_load_kg",
            "2 × moment ÷ (width × track)",
            "kg",
            "practice",
            moment=sheet["space.side_moment_kgm"],
            width=sheet.given("space.vehicle_width_m", frame.width_m, "m"),
            track=sheet.assumption("track_of_width_frac"),
        )
        side = sheet["space.side_load_kg"]
        sheet.compute("space.lean_kg", "max(side, −side)", "kg", side=side)
    for axle, left_kg in (("front", rig.vehicle.payload.front_left_kg), ("rear", rig.vehicle.payload.rear_left_kg)):
        if left_kg is not None:
            sheet.given(f"space.{axle}_left_kg", left_kg, "kg")


def _pieces(sheet: Sheet, rig: Rig) -> list[tuple[Figure, Figure, Figure]]:
    """Mass and place of each heavy piece: what comes, and as negative masses what was there and weighed."""
    as_found = rig.survey.as_found
    bank_mass = None if rig.storage.bank is None or as_found else sheet.get("storage.mass_kg")
    wanted = [
        ("bank", rig.storage.compartment, bank_mass),
        ("inverter", rig.inverter.compartment, sheet.get("parts.inverter.mass_kg")),
    ]
    found = []
    for name, compartment, mass in wanted:
        box = rig.space.compartments.get(compartment or "")
        if box is not None and mass is not None:
            found.append(_at(sheet, f"space.piece.{name}", box, mass, "mass"))
    if not found and not as_found:
        return []  # nothing new is placed yet: what goes out alone says nothing
    for id, bank in rig.survey.of_kind(FoundBank).items():
        box, mass = rig.space.compartments.get(bank.where or ""), sheet.get(f"survey.bank.{id}.mass_kg")
        if box is not None and mass is not None:
            found.append(_at(sheet, f"space.piece.found.{id}", box, mass, "mass" if as_found else "−mass"))
    return found


def _at(sheet: Sheet, base: str, box: Compartment, mass: Figure, formula: str) -> tuple[Figure, Figure, Figure]:
    counted = sheet.compute(f"{base}.mass_kg", formula, "kg", mass=mass)
    places = []
    for axis, corner, extent in (("x", box.x_m, box.length_m), ("y", box.y_m, box.width_m)):
        places.append(
            sheet.compute(
                f"{base}.{axis}_m",
                "corner + extent ÷ 2",
                "m",
                corner=sheet.given(f"{base}.corner_{axis}_m", corner, "m"),
                extent=sheet.given(f"{base}.extent_{axis}_m", extent, "m"),
            )
        )
    return counted, places[0], places[1]
