"""Bow fronts that follow the curve of a boxing: circles about one middle, whatever the depth and the width."""

from math import hypot, sqrt

import pytest
from hypothesis import given
from hypothesis import strategies as st

from makers import CATALOG, ROOM, WALL, a_room
from tallplank.core.edit.check import EditError
from tallplank.core.edit.paneling.follow import follow_curve
from tallplank.core.edit.paneling.scheme import add_scheme
from tallplank.core.edit.unit import Spot, place_unit
from tallplank.core.job.job import Job
from tallplank.core.job.scheme import Boxing

BOW = Boxing(deep=300.0, bow=150.0, skin="bend-ply", boards=18.0)


def under_a_bow(kind: str = "base-bow", box: Boxing | None = BOW, **sizes: float) -> Job:
    """A unit anywhere on the wall of a boxing 1200 wide that begins above it."""
    job = a_room(4000.0, 2500.0)
    if box is not None:
        job = add_scheme(job, CATALOG, ROOM, WALL, left=1300.0, right=1500.0, low=900.0, backing=5.0, box=box).job
    return place_unit(job, CATALOG, kind, Spot(ROOM, WALL, 200.0), **{"width": 800.0, "depth": 600.0, **sizes}).job


@given(st.floats(300.0, 900.0), st.floats(560.0, 900.0), st.floats(60.0, 200.0))
def test_both_curves_have_one_middle(width: float, depth: float, bow: float) -> None:
    job = follow_curve(under_a_bow(box=BOW.but(bow=bow), width=width, depth=depth), CATALOG, ["u1"])
    (unit,) = job.units
    radius = (582.0**2 + bow**2) / (2 * bow)
    centre = 300.0 + bow - radius  # before the wall
    assert unit.x + unit.width / 2 == pytest.approx(1900.0)
    end = hypot(unit.width / 2, unit.depth - unit.arm - centre)
    assert end == pytest.approx(unit.depth - centre, abs=1e-3)
    assert unit.arm == pytest.approx(unit.depth - centre - sqrt((unit.depth - centre) ** 2 - unit.width**2 / 4), abs=1e-3)


def test_what_follows_no_curve_is_refused() -> None:
    with pytest.raises(EditError, match="has no bow front"):
        follow_curve(under_a_bow("base"), CATALOG, ["u1"])
    for box in (None, BOW.but(bow=0.0)):
        with pytest.raises(EditError, match="No boxing bows out at the wall of unit 1"):
            follow_curve(under_a_bow(box=box), CATALOG, ["u1"])
    tight = under_a_bow(box=BOW.but(bow=580.0), width=1600.0, depth=600.0)
    with pytest.raises(EditError, match="follows Paneled wall 1 on a width of at most"):
        follow_curve(tight, CATALOG, ["u1"])
