"""Outlines moved inwards and outwards: arcs stay arcs, and what is left agrees with shapely."""

import pytest
from hypothesis import given
from hypothesis import strategies as st
from shapely import Polygon

from tallplank.core.job.scheme import Outline
from tallplank.core.joinery.paneling.area import Area
from tallplank.core.joinery.paneling.shape import ring_within
from tallplank.core.joinery.part.part import BuildError
from tallplank.core.space.curve import ArcOf, pieces
from tallplank.core.space.offset import OffsetError, beside, within

SIZES = st.floats(200, 3000)
KINDS = st.sampled_from(("rounded", "scooped", "notched"))


@st.composite
def outlines(draw: st.DrawFn) -> tuple[Outline, Area]:
    width, height = draw(SIZES), draw(SIZES)
    corner = draw(st.floats(5, min(width, height) / 2 - 1) | st.just(0.0))
    rise = draw(st.floats(min(40, width / 4), width / 2) | st.just(0.0))
    return Outline(corner=corner, rise=rise, corners=draw(KINDS)), Area(draw(SIZES), 0.0, width, height + rise)


@given(outlines(), st.floats(1, 60))
def test_what_is_left_within_a_border_agrees_with_shapely(case: tuple[Outline, Area], by: float) -> None:
    ring = ring_within(*case, "It")
    left = Polygon(ring).buffer(-by, join_style="mitre", mitre_limit=50)
    try:
        inner = Polygon(within(ring, by))
    except OffsetError:
        # shapely goes on where sides of an outline are gone; there arcs would no longer run beside their own
        return
    assert left.geom_type == "Polygon"
    assert inner.symmetric_difference(left).area < 0.2 * left.length + 1
    assert Polygon(ring).contains(inner)


@given(outlines(), st.floats(1, 60))
def test_outwards_and_back_inwards_is_the_same(case: tuple[Outline, Area], by: float) -> None:
    outline, area = case
    if outline.corners == "scooped" and outline.corner <= 2 * by + 1:
        return  # the sides on both sides of the scoop come together outside it
    ring = ring_within(outline, area, "It")
    back = within(within(ring, -by), by)
    assert Polygon(back).symmetric_difference(Polygon(ring)).area < 0.2 * Polygon(ring).length


def test_arcs_stay_arcs_about_the_same_middle() -> None:
    ring = ring_within(Outline(rise=300.0), Area(0.0, 0.0, 1000.0, 2000.0), "It")
    (arc,) = [p for p in pieces(ring) if isinstance(p, ArcOf)]
    (inner,) = [p for p in pieces(within(ring, 80.0)) if isinstance(p, ArcOf)]
    # R = (c²/4 + h²) / 2h = (250000 + 90000) / 600
    assert arc.radius == pytest.approx(340_000 / 600, abs=1e-6)
    assert inner.radius == pytest.approx(340_000 / 600 - 80, abs=1e-6)
    assert inner.centre == pytest.approx(arc.centre, abs=1e-6)


def test_a_side_that_is_too_short_is_gone_and_its_neighbours_meet() -> None:
    """A corner cut off by 10 by 10 lies 7.07 within it; 50 further in that is 57.07, before the corner of the sides at 70.71."""
    cut = ((0.0, 0.0), (400.0, 0.0), (400.0, 290.0), (390.0, 300.0), (0.0, 300.0))
    assert [round(v, 6) for point in within(cut, 50.0) for v in point] == [50.0, 50.0, 350.0, 50.0, 350.0, 250.0, 50.0, 250.0]
    assert len(beside(cut, 50.0)) == 5
    assert len(within(cut, 10.0)) == 5, "10 further in a piece of it is left"
    with pytest.raises(OffsetError):
        within(cut, 150.0)


def test_a_rectangle_keeps_its_corners() -> None:
    square = ((0.0, 0.0), (400.0, 0.0), (400.0, 300.0), (0.0, 300.0))
    assert within(square, 50.0) == ((50.0, 50.0), (350.0, 50.0), (350.0, 250.0), (50.0, 250.0))
    for by in (150.0, 160.0, 250.0):
        with pytest.raises(OffsetError):
            within(square, by)


@pytest.mark.parametrize(
    ("outline", "says"),
    [
        (Outline(rise=600.0), "rises at most half of that, 500"),
        (Outline(rise=450.0, corner=200.0), "its arch rises at most 400"),
        (Outline(corner=350.0), "its corners are at most 300"),
        (Outline(border=300.0), "narrower than 300"),
    ],
)
def test_what_does_not_fit_names_its_limit(outline: Outline, says: str) -> None:
    with pytest.raises(BuildError, match=says):
        ring_within(outline, Area(0.0, 0.0, 1000.0, 600.0), "It")
