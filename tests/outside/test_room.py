"""Rooms, soffits and worktops against shapely as the outside reckoner of areas, offsets and intersections."""

from math import cos, pi, sin

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st
from shapely import LineString, Polygon, box
from shapely.affinity import rotate, translate

from makers import CATALOG, ROOM, a_room, made
from tallplank.core.edit.survey.over_units import soffit_over
from tallplank.core.edit.survey.room import add_room_of, change_room
from tallplank.core.edit.survey.standing import add_column, add_soffit
from tallplank.core.edit.unit import Spot, place_unit
from tallplank.core.job.job import Job
from tallplank.core.job.standing import Column
from tallplank.core.joinery.part.form.swept import Swept
from tallplank.core.space.outline import mitred, shared_depth

SIZES = st.floats(150.0, 1200.0)


def star(spread: list[float]) -> list[tuple[float, float]]:
    """A room of many angles round a middle, clockwise; it never crosses itself."""
    count = len(spread)
    return [(far * cos(-2 * pi * i / count), far * sin(-2 * pi * i / count)) for i, far in enumerate(spread)]


@given(st.lists(st.floats(2500, 3500), min_size=4, max_size=8), st.floats(50, 300))
def test_walls_of_one_thickness_are_a_buffer_of_the_room(spread: list[float], thick: float) -> None:
    """Source: shapely's buffer with mitred joins, for rooms without sharp corners."""
    ring = star(spread)
    outer = Polygon([p for edge in mitred(ring, [thick] * len(ring)) for p in edge])
    assert outer.area == pytest.approx(Polygon(ring).buffer(thick, join_style="mitre", mitre_limit=50).area, rel=1e-6)


@given(SIZES, SIZES, st.floats(-180, 180))
def test_a_column_is_a_turned_rectangle(width: float, depth: float, turn: float) -> None:
    """Source: shapely's affine transformations."""
    column = Column(id="c", name="C", x=2000.0, y=1500.0, width=width, depth=depth, turn=turn)
    expected = translate(rotate(box(-width / 2, -depth / 2, width / 2, depth / 2), turn, origin=(0, 0)), 2000.0, 1500.0)
    assert Polygon(column.outline).symmetric_difference(expected).area == pytest.approx(0.0, abs=1e-3)


@given(st.lists(st.floats(0.2, 1.0), min_size=5, max_size=9), SIZES, SIZES)
def test_a_column_of_any_outline_is_stretched_to_its_size(spread: list[float], width: float, depth: float) -> None:
    ring = Polygon(star(spread))
    assume(ring.is_valid)
    (left, low, right, high) = ring.bounds
    column = Column(id="c", name="C", x=0.0, y=0.0, width=width, depth=depth, corners=tuple(ring.exterior.coords[:-1]))
    expected = ring.area * width * depth / ((right - left) * (high - low))
    assert Polygon(column.outline).area == pytest.approx(expected, rel=1e-6)


@given(st.lists(st.floats(250, 500), min_size=1, max_size=4))
def test_a_soffit_covers_the_units_under_it_and_no_more(depths: list[float]) -> None:
    """Source: shapely: the union of rectangles from the wall to 20 before the fronts."""
    job = a_room()
    for number, depth in enumerate(depths):
        job = place_unit(job, CATALOG, "wall", Spot(ROOM, "back", 600.0 * number), depth=depth).job
    soffit = Polygon(soffit_over(job, made(job), ROOM).job.rooms[0].soffits[0].corners)
    under = [box(u.placed.x, 3000 + u.placed.front - 20, u.placed.right, 3000) for u in made(job).units]
    assert soffit.area == pytest.approx(sum(p.area for p in under), rel=1e-3)
    assert all(soffit.buffer(1.0).contains(p) for p in under)


@given(st.lists(st.floats(2000, 3000), min_size=3, max_size=6), st.tuples(st.floats(300, 900), st.floats(300, 900)))
def test_a_cornice_is_as_long_as_the_free_edge_of_the_ceiling(spread: list[float], size: tuple[float, float]) -> None:
    """Source: shapely: the backs of all pieces together are the outline of the room less the soffit in its middle."""
    job = add_room_of(Job(name="Star"), "Star", star(spread), 2500.0).job
    wide, deep = size
    soffit = box(-wide / 2, -deep / 2, wide / 2, deep / 2)
    room = Polygon(job.rooms[0].corners)
    assume(room.buffer(-200).contains(soffit))
    job = change_room(add_soffit(job, ROOM, list(soffit.exterior.coords)[:-1], 2200.0).job, ROOM, cornice=True)
    backs = 0.0
    for run in made(job).runs:
        for part in run.parts:
            form = part.form
            assert isinstance(form, Swept)
            first, last = form._ends(part.size, 0.0, 0.0)
            backs += last - first
    assert backs == pytest.approx(room.length + soffit.length, rel=1e-5)


@given(st.floats(0, 360), st.floats(0, 800))
def test_how_deep_a_unit_stands_in_a_column(turn: float, away: float) -> None:
    """Source: shapely's intersection: nothing is shared exactly where the areas do not meet."""
    job = place_unit(a_room(), CATALOG, "base", Spot(ROOM, "back", 1000.0)).job
    job = add_column(job, ROOM, (1300.0, 2400.0 - away), turn=turn - 180.0).job
    unit = made(job).units[0]
    outline = made(job).face(unit).frame.flat_out(unit.outline)
    common = Polygon(outline).intersection(Polygon(job.rooms[0].columns[0].outline)).area
    assert (shared_depth(outline, job.rooms[0].columns[0].outline) > 0.01) == (common > 1.0) or common < 50.0
    assert LineString(outline).is_valid
