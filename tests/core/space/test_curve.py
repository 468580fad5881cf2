"""Lines and arcs in outlines of points."""

from math import cos, pi, sin

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tallplank.core.space.arc import Arc
from tallplank.core.space.curve import ArcOf, Straight, pieces


@given(st.floats(100, 3000), st.floats(0.02, 0.45), st.booleans(), st.integers(0, 26), st.integers(8, 40))
def test_an_arc_in_an_outline_is_found_wherever_the_ring_begins(chord: float, share: float, out: bool, turn: int, steps: int) -> None:
    rise = chord * share * (1 if out else -0.4)
    bow = Arc((0.0, 0.0), (chord, 0.0), rise)
    ring = (*bow.points(max(steps, 16)), (chord, chord), (0.0, chord))
    at = turn % len(ring)
    found = pieces((*ring[at:], *ring[:at]))
    arcs = [p for p in found if isinstance(p, ArcOf)]
    assert len(arcs) == 1
    assert len(found) == 4
    assert arcs[0].radius == pytest.approx(bow.radius, rel=1e-6)
    assert arcs[0].left == out
    assert {arcs[0].start, arcs[0].end} == {ring[0], ring[-3]}
    for one, two in zip(found, (*found[1:], found[0]), strict=True):
        assert one.end == two.start


def test_polygons_stay_polygons() -> None:
    for corners in (3, 4, 5, 6, 8, 12):
        ring = tuple((100 * cos(2 * pi * i / corners), 100 * sin(2 * pi * i / corners)) for i in range(corners))
        assert all(isinstance(p, Straight) for p in pieces(ring))
        assert len(pieces(ring)) == corners


@pytest.mark.parametrize("count", [7, 12, 35, 48])
def test_a_whole_circle_is_two_arcs(count: int) -> None:
    ring = tuple((17.5 * cos(2 * pi * i / count), 17.5 * sin(2 * pi * i / count)) for i in range(count))
    found = pieces(ring)
    if count > 12:
        assert [type(piece) for piece in found] == [ArcOf, ArcOf]
        assert found[0].end == found[1].start
        assert found[1].end == found[0].start
