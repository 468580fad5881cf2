"""Sections: what is cut has the area that it has, what lies beyond is light, walls and ceilings are cut as they are."""

from math import cos, radians, sin

import pytest
from hypothesis import given
from hypothesis import strategies as st
from shapely import Polygon

from makers import ROOM, WALL, a_room, a_wall_of, made
from tallplank.core.draw.primitive import SECTION, Drawing, Pen, Poly
from tallplank.core.draw.primitive import WALL as CUT_WALL
from tallplank.core.draw.section import SectionCut, section
from tallplank.core.edit.survey.standing import add_slope, add_soffit
from tallplank.core.edit.survey.walled import add_opening
from tallplank.core.job.job import Job


def drawn(job: Job, a: tuple[float, float], b: tuple[float, float]) -> Drawing:
    return section(made(job), ROOM, SectionCut(a, b))


def cut(drawing: Drawing) -> list[Polygon]:
    return [Polygon(s.points) for s in drawing.shapes if isinstance(s, Poly) and s.fill == SECTION]


def test_a_base_cut_across_by_hand() -> None:
    """Square to the back wall through a base with one shelf: top 601 × 30, and of the box 18 thick bottom 560, back, rails, shelf, door."""
    drawing = drawn(a_wall_of("base"), (300.0, 3000.0), (300.0, 0.0))
    areas = sorted(round(p.area) for p in cut(drawing))
    assert 601 * 30 in areas
    top = max((p for p in cut(drawing) if round(p.area) == 601 * 30), key=lambda p: p.area)
    assert top.bounds == pytest.approx((0.0, 870.0, 601.0, 900.0))
    (left, low), (right, high) = drawing.low, drawing.high
    assert (high, round(right - left)) == (2500.0, 3000 + 2 * 120) and low < 0
    levels = {t for chain in drawing.chains if chain.side.name == "left" for t in chain.ticks}
    assert {0.0, 900.0, 2500.0} <= levels


@given(st.floats(30.0, 570.0))
def test_every_cut_face_lies_within_its_unit(x: float) -> None:
    polygons = cut(drawn(a_wall_of("base"), (x, 3000.0), (x, 0.0)))
    assert polygons
    assert all(p.bounds[0] > -0.01 and p.bounds[2] < 602 and p.bounds[3] < 900.01 for p in polygons)


def test_walls_are_cut_with_their_windows_and_ceilings_with_their_slopes() -> None:
    job = add_opening(a_room(), ROOM, WALL, "window", 1000.0, sill=900.0, width=1000.0, height=1200.0).job
    heights = sorted(round(Polygon(s.points).bounds[3]) for s in drawn(job, (1500.0, 3000.0), (1500.0, 0.0)).shapes if _is_wall(s))
    assert heights.count(900) == 1, "the wall below the window"
    plain = [s for s in drawn(job, (500.0, 3000.0), (500.0, 0.0)).shapes if _is_wall(s)]
    assert sorted(round(Polygon(s.points).bounds[3]) for s in plain) == [2500, 2500]
    sloped = add_slope(a_room(), ROOM, WALL, 1300.0, 1200.0).job
    assert sorted(round(Polygon(s.points).bounds[3]) for s in drawn(sloped, (500.0, 3000.0), (500.0, 0.0)).shapes if _is_wall(s)) == [
        1300,
        2500,
    ]


def _is_wall(shape: object) -> bool:
    return isinstance(shape, Poly) and shape.fill == CUT_WALL and Polygon(shape.points).bounds[1] >= 0


def test_a_soffit_is_cut_and_units_beyond_are_light() -> None:
    job = add_soffit(a_wall_of("base", "drawers"), ROOM, ((0, 2600), (4200, 2600), (4200, 3000), (0, 3000)), 2200.0).job
    drawing = drawn(job, (100.0, 2000.0), (4000.0, 2000.0))
    assert cut(drawing) == [], "the line runs before the units"
    beyond = [s for s in drawing.shapes if isinstance(s, Poly) and s.pen is Pen.BEYOND]
    assert len(beyond) > 4
    away = drawn(job, (4000.0, 2000.0), (100.0, 2000.0))
    assert not [s for s in away.shapes if isinstance(s, Poly) and s.pen is Pen.BEYOND], "seen to the left of the way only"


@given(st.floats(-180, 180))
def test_a_line_at_any_angle_is_cut(turn: float) -> None:
    way = (cos(radians(turn)), sin(radians(turn)))
    drawing = drawn(a_wall_of("base", "drawers"), (600.0, 2700.0), (600.0 + 500 * way[0], 2700.0 + 500 * way[1]))
    assert drawing.shapes
