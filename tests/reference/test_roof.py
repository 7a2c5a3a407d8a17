"""The roof's area and edge against shapely, a library of plane geometry; and what may lie on it at most."""

from __future__ import annotations

import math

import pytest
import shapely
from builders import report, value
from hypothesis import given
from hypothesis import strategies as st

# Corners by turning angle about a middle: the outline never crosses itself.
outlines = st.lists(st.tuples(st.floats(0.5, 6), st.floats(0.2, 1)), min_size=3, max_size=12).map(
    lambda spokes: [
        [
            radius * math.cos(2 * math.pi * sum(share for _, share in spokes[:n]) / sum(share for _, share in spokes)),
            radius * math.sin(2 * math.pi * sum(share for _, share in spokes[:n]) / sum(share for _, share in spokes)),
        ]
        for n, (radius, _) in enumerate(spokes)
    ]
)


@given(outlines.filter(lambda corners: shapely.Polygon(corners).is_valid))
def test_area_and_edge_of_any_outline(corners: list[list[float]]) -> None:
    polygon = shapely.Polygon(corners)
    roof = report(space={"roof": {"outline": corners}})

    assert value(roof, "space.roof.area_m2") == pytest.approx(polygon.area, rel=1e-9)
    assert value(roof, "space.roof.edge_m") == pytest.approx(polygon.length, rel=1e-9)


@given(outlines.filter(lambda corners: shapely.Polygon(corners).is_valid), st.floats(0.1, 2), st.floats(0.1, 2))
def test_free_roof_is_never_larger_than_the_true_remainder(corners: list[list[float]], length: float, width: float) -> None:
    """Strip and obstacles taken off exactly: a convex roof, an obstacle wholly on it."""
    hull = shapely.Polygon(corners).convex_hull
    obstacle = {"name": "hatch", "x_m": hull.centroid.x, "y_m": hull.centroid.y, "length_m": length, "width_m": width}
    box = shapely.box(hull.centroid.x, hull.centroid.y, hull.centroid.x + length, hull.centroid.y + width)
    inner = hull.buffer(-0.05, join_style="mitre")
    roof = report(space={"roof": {"outline": [list(p) for p in hull.exterior.coords[:-1]], "obstacles": {"h": obstacle}}})

    assert value(roof, "space.roof.free_m2") <= inner.difference(box).area + 1e-9


def test_a_small_van_roof_by_hand() -> None:
    """3.0 × 1.6 m, 50 mm kept free along 9.2 m of edge, a vent of 0.4 × 0.4 m: 4.80 − 0.46 − 0.16 = 4.18 m²."""
    roof = report(
        space={
            "roof": {
                "outline": [[0, 0], [3, 0], [3, 1.6], [0, 1.6]],
                "obstacles": {"v": {"name": "vent", "x_m": 1, "y_m": 0.6, "length_m": 0.4, "width_m": 0.4}},
            }
        }
    )

    assert value(roof, "space.roof.free_m2") == pytest.approx(4.18)
    assert value(roof, "space.roof.limit_w") == pytest.approx(836)  # 200 W a square metre, common practice
