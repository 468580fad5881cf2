"""Ceilings that slope: heights by hand, and that the line along a wall is the lowest of the planes over it."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from makers import ROOM, a_room
from tallplank.core.edit.check import EditError
from tallplank.core.edit.survey.room import add_free_wall
from tallplank.core.edit.survey.standing import add_slope
from tallplank.core.edit.survey.walled import add_opening
from tallplank.core.job.ceiling import ceiling_at, ceiling_line, headroom, height_on, slope_at
from tallplank.core.job.face import faces_of
from tallplank.core.job.job import Job
from tallplank.core.solid.shell import shell
from tallplank.core.space.outline import area

WALLS = ("back", "right", "front", "left")


def sloped(*slopes: tuple[str, float, float]) -> Job:
    """A room 4200 × 3000 × 2500 with slopes at walls: the wall, the height there, and how far it runs."""
    job = a_room()
    for wall, low, run in slopes:
        job = add_slope(job, ROOM, wall, low, run).job
    return job


def test_a_slope_by_hand() -> None:
    """1300 at the left wall, 2500 from 1200 on: 100 for every 100. At the back wall it is seen as a line that turns at 1200."""
    job = sloped(("left", 1300.0, 1200.0))
    room, faces = job.rooms[0], faces_of(job.rooms[0])
    assert [ceiling_at(room, faces, (x, 500.0)) for x in (0.0, 600.0, 1200.0, 3000.0)] == pytest.approx([1300.0, 1900.0, 2500.0, 2500.0])
    assert [pytest.approx(point) for point in ceiling_line(room, faces, faces["back"])] == [
        (0.0, 1300.0),
        (1200.0, 2500.0),
        (4200.0, 2500.0),
    ]
    assert ceiling_line(room, faces, faces["left"]) == ((0.0, 1300.0), (3000.0, 1300.0))
    assert ceiling_line(room, faces, faces["right"]) == ((0.0, 2500.0), (3000.0, 2500.0))
    assert headroom(room, faces, ((300.0, 0.0), (900.0, 600.0))) == pytest.approx(1600.0)


@given(
    st.lists(st.tuples(st.sampled_from(WALLS), st.floats(200, 2400), st.floats(100, 4000)), min_size=1, max_size=4),
    st.floats(0, 1),
    st.sampled_from(WALLS),
)
def test_the_line_along_a_wall_is_the_lowest_plane_there(slopes: list[tuple[str, float, float]], share: float, wall: str) -> None:
    job = sloped(*slopes)
    room, faces = job.rooms[0], faces_of(job.rooms[0])
    face = faces[wall]
    x = share * face.length
    point = face.frame.out((x, 0.0, 0.0))[:2]
    lowest = min([room.height, *(slope_at(room, faces, slope, point) for slope in room.slopes)])
    assert height_on(ceiling_line(room, faces, face), x) == pytest.approx(lowest, abs=1e-6)


def test_a_door_under_a_slope_is_held_to_it() -> None:
    job = sloped(("front", 1250.0, 1300.0))
    with pytest.raises(EditError, match="reach through the ceiling"):
        add_opening(job, ROOM, "left", "door", 100.0)
    assert add_opening(job, ROOM, "left", "door", 1300.0).ids


def test_a_slope_begins_below_the_ceiling_and_at_a_wall() -> None:
    with pytest.raises(EditError, match="below the ceiling"):
        sloped(("left", 2500.0, 1000.0))
    job, (free, _) = add_free_wall(a_room(), ROOM, (1000.0, 1000.0), (2500.0, 1000.0))
    with pytest.raises(EditError, match="one of the room's walls"):
        add_slope(job, ROOM, free, 1200.0, 1000.0)


@given(st.lists(st.tuples(st.sampled_from(WALLS), st.floats(200, 2400), st.floats(100, 4000)), max_size=3))
def test_the_ceilings_together_cover_the_floor(slopes: list[tuple[str, float, float]]) -> None:
    """Seen from above, slopes and level ceiling cover the room once: their areas add up to its own."""
    job = sloped(*slopes)
    room = job.rooms[0]
    batch = next(b for b in shell(room, faces_of(room)) if b.look == "ceiling")
    flat = [tuple((float(x), float(y)) for x, y, _ in quad[:3]) for quad in batch.faces.corners]
    assert sum(area(ring) for ring in flat) == pytest.approx(area(room.corners), rel=1e-4)
    assert all(normal[2] < 0 for normal in batch.faces.normals)
