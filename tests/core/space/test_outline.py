"""Outlines: how deep two lie in one another."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from tallplank.core.space.outline import Ring, shared_depth

PLACES = st.integers(0, 12).map(lambda n: 37.5 * n)


@given(st.tuples(PLACES, PLACES, PLACES, PLACES), st.tuples(PLACES, PLACES, PLACES, PLACES), st.booleans())
def test_upright_rectangles_lie_as_deep_in_one_another_as_any_rings(one: tuple[float, ...], other: tuple[float, ...], turned: bool) -> None:
    a, b = _rectangle(one), _rectangle(other)
    begun_elsewhere = (*b[1:], b[0]) if turned else b
    assert shared_depth(a, begun_elsewhere) == pytest.approx(shared_depth(a, _with_a_fifth(b)), abs=1e-6)


def _rectangle(places: tuple[float, ...]) -> Ring:
    x, y, wide, high = places
    return ((x, y), (x + wide + 1.0, y), (x + wide + 1.0, y + high + 1.0), (x, y + high + 1.0))


def _with_a_fifth(ring: Ring) -> Ring:
    """The same outline with a corner more, in the middle of its first side: it is reckoned in the general way."""
    (x0, y), (x1, _), *rest = ring
    return ((x0, y), ((x0 + x1) / 2, y), (x1, y), *rest)
