"""Reliefs of facets: flat, mitred, and never behind their ground."""

from math import atan2, degrees, hypot

import numpy as np
import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from tallplank.core.space.relief import Facet, ReliefError, bevels, facets, triangulated

CORNERS = ((0.0, 0.0, 0.0), (400.0, 0.0, 0.0), (400.0, 300.0, 0.0), (0.0, 300.0, 0.0))


def over(*points: tuple[float, float, float], thick: float = 6.0) -> list[Facet]:
    all_of_them = (*CORNERS, *points)
    return facets(all_of_them, triangulated(all_of_them), thick)


def test_a_pyramid_by_hand() -> None:
    """300 x 400, its point in the middle 60 high: two facets lean by atan(60/150), two by atan(60/200).

    On the ground a board that leans by g is cut at 90 - g to square. Along a ridge both are cut by half the angle by which they turn.
    """
    made = over((200.0, 150.0, 60.0))
    assert len(made) == 4
    low = next(f for f in made if abs(f.normal[1] + np.sin(atan2(60.0, 150.0))) < 1e-9)
    ground, *ridges = sorted(bevels(low), reverse=True)
    assert ground == pytest.approx(90.0 - degrees(atan2(60.0, 150.0)))
    turn = degrees(np.arccos(np.cos(atan2(60.0, 150.0)) * np.cos(atan2(60.0, 200.0))))
    assert ridges == pytest.approx([turn / 2] * 2)
    slope = np.linalg.norm(np.cross(low.face[1] - low.face[0], low.face[2] - low.face[0])) / 400.0
    assert slope == pytest.approx(hypot(150.0, 60.0))


def test_triangles_in_one_plane_are_one_board() -> None:
    """A roof with its ridge from 100 to 300: two trapezoids and two triangles."""
    made = over((100.0, 150.0, 60.0), (300.0, 150.0, 60.0))
    assert sorted(len(f.face) for f in made) == [3, 3, 4, 4]


@given(st.lists(st.tuples(st.floats(40, 360), st.floats(40, 260), st.floats(25, 200)), min_size=1, max_size=4), st.floats(3, 12))
def test_facets_are_flat_and_what_they_cover_adds_up(points: list[tuple[float, float, float]], thick: float) -> None:
    assume(all(hypot(a[0] - b[0], a[1] - b[1]) > 30 for i, a in enumerate(points) for b in points[:i]))
    try:
        made = over(*points, thick=thick)
    except ReliefError:
        return
    covered = 0.0
    for facet in made:
        assert np.abs((facet.face - facet.face[0]) @ facet.normal).max() < 1e-6
        assert np.abs((facet.back - facet.face[0]) @ facet.normal + thick).max() < 1e-6
        x, y = facet.face[:, 0], facet.face[:, 1]
        covered += (np.dot(x, np.roll(y, -1)) - np.dot(y, np.roll(x, -1))) / 2
    assert covered == pytest.approx(400.0 * 300.0, abs=1e-6)


@given(st.floats(60, 340), st.floats(60, 240), st.floats(20, 200), st.floats(3, 9))
def test_bevels_of_two_boards_that_meet_are_alike(x: float, y: float, z: float, thick: float) -> None:
    try:
        made = over((x, y, z), thick=thick)
    except ReliefError:
        return
    at: dict[frozenset[tuple[float, ...]], list[float]] = {}
    for facet in made:
        corners = [tuple(np.round(p, 6)) for p in facet.face]
        for a, b, bevel in zip(corners, [*corners[1:], corners[0]], bevels(facet), strict=True):
            at.setdefault(frozenset((a, b)), []).append(bevel)
    shared = [pair for pair in at.values() if len(pair) == 2]
    assert len(shared) == 4
    for one, other in shared:
        assert one == pytest.approx(other)
        assert 0 < one < 90


def test_boards_too_thick_for_their_relief_are_refused() -> None:
    with pytest.raises(ReliefError):
        over((200.0, 150.0, 5.0), thick=12.0)
