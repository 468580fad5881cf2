"""Walls moved, split and taken out, corners moved and turned: what stands at the walls goes with them."""

import pytest
from hypothesis import assume, given
from hypothesis import strategies as st

from makers import CATALOG, ELL, ROOM, WALL, a_room, a_wall_of
from tallplank.core.edit.check import EditError
from tallplank.core.edit.survey.room import add_room_of
from tallplank.core.edit.survey.service import add_service
from tallplank.core.edit.survey.shape import corner_angles, move_corner, move_wall, remove_wall, set_corner_angle, split_wall
from tallplank.core.edit.survey.standing import add_slope
from tallplank.core.edit.survey.walled import add_opening
from tallplank.core.edit.unit import Spot, place_unit
from tallplank.core.job.face import faces_of
from tallplank.core.job.job import Job
from tallplank.core.space.outline import area, far


def an_ell() -> Job:
    return add_room_of(Job(name="Ell"), "Ell", ELL, 2500.0).job


def lengths(job: Job) -> dict[str, float]:
    return {face.id: round(face.length, 6) for face in faces_of(job.rooms[0]).values()}


def test_a_wall_moved_by_hand() -> None:
    """The back wall of 4200 × 3000 moved out by 250: the side walls become 3250; units at it stay at it."""
    job = a_wall_of("base", "drawers")
    moved = move_wall(job, ROOM, WALL, 250.0)
    assert lengths(moved) == {"back": 4200.0, "right": 3250.0, "front": 4200.0, "left": 3250.0}
    assert moved.units == job.units
    with pytest.raises(EditError, match=r"cross|short|long"):
        move_wall(job, ROOM, WALL, -3000.0)


@given(st.sampled_from([f"wall{i}" for i in range(1, 7)]), st.integers(-900, 1500))
def test_a_wall_moved_and_back_is_the_same_room(wall: str, by: int) -> None:
    job = an_ell()
    try:
        moved = move_wall(job, ROOM, wall, float(by))
    except EditError:
        assume(False)
        return
    back = move_wall(moved, ROOM, wall, float(-by))
    assert [far(a, b) for a, b in zip(back.rooms[0].corners, job.rooms[0].corners, strict=True)] == pytest.approx([0.0] * 6, abs=1e-6)
    assert back.rooms[0].walls == job.rooms[0].walls


def test_a_split_wall_takes_what_is_beyond_with_it() -> None:
    """By hand: split at 1500, a window at 2000 is then at 500 of the new wall, a unit at 1800 at 300, a socket at 3000 at 1500."""
    job = add_opening(a_room(), ROOM, WALL, "window", 2000.0).job
    job = add_service(job, ROOM, WALL, "socket", 3000.0).job
    for x in (0.0, 1800.0):
        job = place_unit(job, CATALOG, "base", Spot(ROOM, WALL, x)).job
    parted = split_wall(job, ROOM, WALL, 1500.0)
    room = parted.rooms[0]
    assert [w.id for w in room.walls] == ["back", "wall1", "right", "front", "left"]
    assert (lengths(parted)["back"], lengths(parted)["wall1"]) == (1500.0, 2700.0)
    assert [o.x for o in room.walls[1].openings] == [500.0]
    assert [s.x for s in room.walls[1].services] == [1500.0]
    assert [(u.face, u.x) for u in parted.units] == [("back", 0.0), ("wall1", 300.0)]
    joined = remove_wall(parted, ROOM, "wall1")
    assert joined == job


@given(st.integers(20, 4180))
def test_split_and_joined_is_the_same_room(at: int) -> None:
    job = a_wall_of("base", "drawers")
    assert remove_wall(split_wall(job, ROOM, WALL, float(at)), ROOM, "wall1") == job


def test_a_wall_is_not_split_in_a_window_or_beyond_its_ends() -> None:
    job = add_opening(a_room(), ROOM, WALL, "window", 1000.0).job
    with pytest.raises(EditError, match="window"):
        split_wall(job, ROOM, WALL, 1200.0)
    with pytest.raises(EditError, match="4200"):
        split_wall(job, ROOM, WALL, 4200.0)


def test_a_wall_taken_out_lets_its_neighbours_meet() -> None:
    """By hand: a corner cut off at (3000, 3000) and (4000, 2000): without that wall the room is 4000 by 3000 again."""
    with pytest.raises(EditError, match="parallel"):
        remove_wall(an_ell(), ROOM, "wall2")
    cut = add_room_of(Job(name="Cut"), "Cut", ((0, 3000), (3000, 3000), (4000, 2000), (4000, 0), (0, 0)), 2500.0).job
    assert remove_wall(cut, ROOM, "wall2").rooms[0].corners == ((0, 3000), (4000, 3000), (4000, 0), (0, 0))
    with pytest.raises(EditError, match="three"):
        remove_wall(add_room_of(Job(name="T"), "T", ((0, 0), (0, 3000), (3000, 0)), 2500.0).job, ROOM, "wall1")
    sloped = add_slope(cut, ROOM, "wall2", 1200.0, 500.0).job
    with pytest.raises(EditError, match="delete that first"):
        remove_wall(sloped, ROOM, "wall2")


def test_a_corner_takes_a_typed_angle() -> None:
    """By hand: 100 degrees at the upper right corner; the right wall turns about it and keeps its 3000."""
    job = set_corner_angle(a_room(), ROOM, 1, 100.0)
    assert corner_angles(job.rooms[0])[1] == pytest.approx(100.0)
    assert lengths(job)["right"] == pytest.approx(3000.0)
    assert sum(corner_angles(job.rooms[0])) == pytest.approx(360.0)
    with pytest.raises(EditError, match="5°"):
        set_corner_angle(a_room(), ROOM, 1, 0.0)


def test_a_corner_that_would_cross_the_room_is_refused() -> None:
    with pytest.raises(EditError, match="cross"):
        move_corner(an_ell(), ROOM, 0, (4000.0, -500.0))
    assert area(move_corner(a_room(), ROOM, 0, (0.0, 3400.0)).rooms[0].corners) == pytest.approx(4200 * 3000 + 4200 * 400 / 2)
