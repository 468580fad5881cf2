"""Arcs over a chord."""

from math import hypot

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tallplank.core.space.arc import Arc

spots = st.tuples(st.floats(-500, 500), st.floats(-500, 500))


@given(spots, st.floats(50, 900), st.floats(1, 25), st.sampled_from((1.0, -1.0)))
def test_every_point_lies_on_the_circle_that_the_rise_asks_for(start: tuple, chord: float, rise: float, sign: float) -> None:
    arc = Arc(start, (start[0] + chord, start[1]), rise * sign)
    points = arc.points(16)
    assert points[0] == pytest.approx(arc.start)
    assert points[-1] == pytest.approx(arc.end)
    assert points[8] == pytest.approx((start[0] + chord / 2, start[1] - rise * sign))
    centre = (start[0] + chord / 2, start[1] + (arc.radius - rise) * sign)
    assert [hypot(x - centre[0], y - centre[1]) for x, y in points] == pytest.approx([arc.radius] * 17)
    lifted = arc.points(16, lift=5.0)
    assert [hypot(x - centre[0], y - centre[1]) for x, y in lifted] == pytest.approx([arc.radius + 5.0 * sign] * 17)
    trimmed = arc.points(16, trim=3.0)
    assert trimmed[0][0] == pytest.approx(start[0] + 3.0)
