"""Panels to scale on a roof worked by hand, the drawing read back, and uplift against the pressure of the wind."""

from __future__ import annotations

import io
from typing import Any
from xml.etree import ElementTree

import ezdxf
import pytest
from builders import changed, load, rig

from ryokan.core.errors import NoAnswer
from ryokan.core.evaluate import evaluate
from ryokan.core.parts.fitted import fitted
from ryokan.core.rig import Rig
from ryokan.core.space.laid import laid_panels
from ryokan.documents.roof_plan import as_dxf, as_svg, roof_scene

# 1.00 m × 0.50 m, 7 kg, 100 W; a roof of 4 m × 2 m with 5 cm kept free along its edge, a hatch and a walkway.
PANEL = {"kind": "panel", "name": "small", "rated_w": 100, "voc_v": 22, "vmp_v": 18, "mass_kg": 7,
         "size": {"length_m": 1.0, "width_m": 0.5, "height_m": 0.035}}  # fmt: skip
ROOF = {
    "outline": [[0, -1], [4, -1], [4, 1], [0, 1]],
    "beams_x_m": [0.4, 0.85, 1.3, 1.75, 2.2, 2.65, 3.1, 3.55],
    "obstacles": {
        "hatch": {"name": "Hatch", "x_m": 1.6, "y_m": -0.25, "length_m": 0.5, "width_m": 0.5},
        "way": {"name": "Way aft", "x_m": 0.1, "y_m": 0.4, "length_m": 1.0, "width_m": 0.5, "walkway": True},
    },
}


def roof(*places: tuple[float, float] | tuple[float, float, bool], **array: Any) -> Rig:
    """Panels of one string at corners, turned or not."""
    panels = {
        f"p{n}": {"position": n, "part": "own:small", "x_m": place[0], "y_m": place[1], "turned": len(place) > 2}
        for n, place in enumerate(places, start=1)
    }
    return rig(
        [load(40, 5)],
        own_parts={"small": {"part": PANEL, "standing": "kept"}},
        space={"roof": ROOF},
        stays={"one": {"lat_deg": 50, "lon_deg": 8, "month": 12}},
        solar={"arrays": {"a": {"strings": {"s": {"panels": panels}}, **array}}},
        vehicle={"kind": "van"},
    )


@pytest.mark.parametrize(
    ("says", "places", "array", "told"),
    [
        ("two side by side with 2 cm between them", [(0.1, -0.9), (0.1, -0.38)], {}, set()),
        ("edge on edge is no overlap", [(0.1, -0.9), (0.1, -0.4)], {}, set()),
        ("one upon the other", [(0.1, -0.9), (0.5, -0.6)], {}, {"solar.panels_overlap@panel:s_p1+panel:s_p2"}),
        ("over the front", [(3.05, -0.9)], {}, {"solar.panel_overhangs@panel:s_p1"}),
        ("in the margin", [(0.1, -0.97)], {}, {"solar.panel_in_margin@panel:s_p1"}),
        ("exactly at the margin", [(0.1, -0.95)], {}, set()),
        ("on the hatch", [(1.2, -0.5)], {}, {"solar.panel_on_obstacle@panel:s_p1"}),
        ("beside the hatch", [(1.2, -0.75)], {}, set()),
        ("on the walkway", [(0.3, 0.3)], {}, {"solar.panel_on_walkway@panel:s_p1"}),
        ("turned across, over one beam alone", [(1.6, -0.95, True)], {}, {"solar.panel_on_obstacle@panel:s_p1", "solar.panel_without_beams@panel:s_p1"}),
        ("glued it needs no beams", [(2.1, -0.95, True)], {"mounting": "glued"}, set()),
    ],
)  # fmt: skip
def test_what_lies_wrong_is_told_and_what_lies_right_is_not(
    says: str, places: Any, array: dict[str, Any], told: set[str]
) -> None:
    found = {one.key for one in evaluate(roof(*places, **array)).findings if one.code.startswith("solar.panel")}
    assert found == told, says


def test_raised_panels_keep_the_length_of_a_shadow_between_them() -> None:
    """At 50° north the December sun stands 16.9° high at noon (Cooper's declination of −23.1°).

    A side of 0.5 m raised to 30° is 0.25 m high and throws 0.82 m of shadow; lying it covers 0.43 m.
    """
    near = evaluate(roof((0.1, -0.95), (0.1, -0.3), tilt_deg=30))
    (found,) = [one for one in near.findings if one.code == "solar.raised_shades"]
    assert found.measures["needed"] == "0.82 m" and found.measures["apart"] == "0.22 m"
    assert "solar.raised_shades" not in {one.code for one in evaluate(roof((0.1, -0.95), (2.5, -0.95), tilt_deg=30)).findings}
    assert "solar.raised_shades" not in {one.code for one in evaluate(roof((0.1, -0.95), (0.1, -0.3))).findings}


def test_uplift_at_speed_by_hand() -> None:
    """130 km/h are 36.1 m/s: 0.5 × 1.25 × 1304 = 815 N/m² × 1.2 × 1.0 m² = 978 N, less 14 kg of weight, 137 N: 841 N."""
    figures = evaluate(roof((0.1, -0.9), (0.1, -0.38))).figures
    assert figures["solar.array.a.uplift_n"].value == pytest.approx(840.6, abs=1)
    assert figures["solar.array.a.fixings"].value == 8  # four each; 841 N at 400 N each would be three
    boat = changed(roof((0.1, -0.9)), {"vehicle.kind": "sailing boat"})
    assert "solar.array.a.uplift_n" not in evaluate(boat).figures


def test_what_is_carried_goes_into_the_compartment_or_is_told() -> None:
    box = {"name": "Garage", "length_m": 1.1, "width_m": 0.3, "height_m": 0.55}
    stowed = changed(
        roof((0.1, -0.9)),
        {"space.compartments": {"garage": box}, "solar.arrays.a.place": "carried", "solar.arrays.a.stowed_in": "garage"},
    )
    codes = {one.code for one in evaluate(stowed).findings}
    assert "solar.stowage_unfit" not in codes and not any(code.startswith("solar.panel_") for code in codes)
    short = changed(stowed, {"space.compartments.garage.length_m": 0.9})
    assert "solar.stowage_unfit" in {one.code for one in evaluate(short).findings}


def test_the_drawings_are_to_scale_and_hold_every_panel_and_hole() -> None:
    one = roof((0.1, -0.9), (2.4, 0.2))
    scene = roof_scene(one, fitted(one, {}).panels, "Roof plan <&>")
    assert [panel.number for panel in laid_panels(one, fitted(one, {}).panels)] == ["1.1", "1.2"]
    # Over the outermost two beams under each: 0.4 and 0.85 m, then 2.65 and 3.1 m; 3 cm within the edge.
    assert dict(scene.holes)["1.1a"] == pytest.approx((0.4, -0.87)) and dict(scene.holes)["1.1d"] == pytest.approx(
        (0.85, -0.43)
    )
    assert dict(scene.holes)["1.2a"] == pytest.approx((2.65, 0.23))

    drawing = ezdxf.read(io.StringIO(as_dxf(scene).decode()))
    assert not drawing.audit().errors and drawing.units == ezdxf.units.MM
    panels = [line for line in drawing.modelspace().query("LWPOLYLINE") if line.dxf.layer == "panels"]
    corners = [(round(x, 3), round(y, 3)) for x, y, *_ in panels[0].get_points()]
    assert corners == [(100, -900), (1100, -900), (1100, -400), (100, -400)]
    assert len(drawing.modelspace().query("CIRCLE")) == 8

    root = ElementTree.fromstring(as_svg(scene))
    name = "{http://www.w3.org/2000/svg}"
    drawn = [one for one in root.iter(f"{name}polygon") if one.get("class") == "panels"]
    along = [float(pair.partition(",")[0]) for pair in (drawn[0].get("points") or "").split()]
    assert max(along) - min(along) == pytest.approx(1000)  # a millimetre is a millimetre
    assert root.get("width") == f"{float((root.get('viewBox') or '').split()[2]):.0f}mm"
    assert len(list(root.iter(f"{name}circle"))) == 8


def test_a_roof_that_nobody_measured_has_no_plan_and_a_crossed_outline_is_refused() -> None:
    one = changed(roof((0.1, -0.9)), {"space.roof.outline": []})
    with pytest.raises(NoAnswer, match="no outline"):
        roof_scene(one, {}, "t")
    assert not [found for found in evaluate(one).findings if found.code.startswith("solar.panel")]
    with pytest.raises(ValueError, match="crosses itself"):
        changed(one, {"space.roof.outline": [[0, 0], [2, 2], [2, 0], [0, 2]]})
