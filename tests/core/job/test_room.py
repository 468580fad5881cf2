"""Rooms of any shape: what they refuse, their faces, and files from the time when all were rectangular."""

from math import hypot
from pathlib import Path

import pytest
from hypothesis import given
from hypothesis import strategies as st

from makers import CATALOG, ROOM, a_room, made
from tallplank.core.check.finding import findings
from tallplank.core.edit.check import EditError
from tallplank.core.edit.group import add_island, set_face_length, set_top, turn_group
from tallplank.core.edit.survey.room import (
    add_free_wall,
    add_room_of,
    change_room,
    rectangle_of,
    remove_free_wall,
    set_wall_length,
    turn_room,
)
from tallplank.core.edit.survey.walled import add_opening, change_opening
from tallplank.core.edit.unit import Spot, place_unit, set_width, slide_units
from tallplank.core.job.face import faces_of
from tallplank.core.job.file import dumps, load, loads
from tallplank.core.job.job import Job

OLD = Path(__file__).parent / "old"
ELL = ((0, 4000), (3000, 4000), (3000, 2500), (5000, 2500), (5000, 0), (0, 0))
"""Clockwise from the upper left; the corner at (3000, 2500) points into the room."""


def a_room_of(corners: tuple = ELL) -> Job:
    return add_room_of(Job(name="Test"), "Room", corners, 2500).job


GALLEY = [("tall", 0), ("drawers", 600), ("base", 1200), ("sink", 1650), ("base", 2550), ("drawers", 3600), ("filler", 4150)]
"""What stood along the back wall when these files were written."""


@pytest.mark.parametrize("version", [1, 2])
def test_files_of_rectangular_rooms_open_and_are_kept_as_rooms_of_any_corners(version: int) -> None:
    job = load(OLD / f"format-{version}.plank")
    (room,) = job.rooms
    assert room.corners == ((0, 2650), (4200, 2650), (4200, 0), (0, 0))
    assert [(w.id, w.thickness) for w in room.walls] == [("back", 320), ("right", 140), ("front", 140), ("left", 140)]
    assert {u.face for u in job.units} == {"back", "right", "front", "left"}
    assert [(u.kind, u.x) for u in job.units if u.face == "back"][:7] == GALLEY
    assert not [u.problem for u in made(job).units if u.problem]
    assert loads(dumps(job)) == job


@pytest.mark.parametrize(
    ("corners", "words"),
    [
        (((0, 0), (4000, 3000), (4000, 0), (0, 3000)), "cross"),
        (((0, 3000), (4000, 3000), (2000, 3000), (0, 0)), "cross or touch"),
        (((0, 3000), (4000, 3000)), "at least 3"),
        (((0, 3000), (0, 3005), (4000, 3000), (4000, 0)), "at least 10 mm"),
        (((0, 3000), (4e6, 3000), (4000, 0)), "less than or equal"),
        (tuple((i, i * i) for i in range(120)), "at most 100"),
    ],
)  # fmt: skip
def test_walls_that_cannot_be_are_refused(corners: tuple, words: str) -> None:
    with pytest.raises(EditError, match=words):
        a_room_of(corners)


def test_corners_given_the_other_way_round_are_turned() -> None:
    assert a_room_of(tuple(reversed(ELL))).rooms[0].corners == (ELL[-1], *ELL[:-1])


def test_the_faces_of_an_ell_know_where_they_end() -> None:
    faces = list(faces_of(a_room_of().rooms[0]).values())
    assert [f.length for f in faces] == [3000, 1500, 2000, 2500, 5000, 4000]
    assert [(f.closed_left, f.closed_right) for f in faces] == [
        (True, True), (True, False), (False, True), (True, True), (True, True), (True, True),
    ]  # fmt: skip
    assert [round(f.after) for f in faces] == [90, 270, 90, 90, 90, 90]
    assert sum(f.after for f in faces) == pytest.approx((len(faces) - 2) * 180)


@given(st.floats(-360, 360))
def test_a_turned_room_keeps_its_angles_and_lengths(degrees: float) -> None:
    job = a_room_of()
    turned = turn_room(job, ROOM, degrees)
    before, after = (list(faces_of(j.rooms[0]).values()) for j in (job, turned))
    assert [f.length for f in after] == pytest.approx([f.length for f in before])
    assert [f.after for f in after] == pytest.approx([f.after for f in before])
    assert turned.rooms[0].corners[0] == pytest.approx(ELL[0])


@pytest.mark.parametrize("degrees", [0, 30, -77])
def test_a_wall_typed_longer_moves_the_next_one_along_and_keeps_every_angle(degrees: float) -> None:
    job = turn_room(a_room_of(), ROOM, degrees)
    longer = set_wall_length(job, ROOM, "wall2", 1800)
    before, after = (list(faces_of(j.rooms[0]).values()) for j in (job, longer))
    assert [f.length for f in after] == pytest.approx([3000, 1800, 2000, 2200, 5000, 4000])
    assert [f.after for f in after] == pytest.approx([f.after for f in before])
    back = set_wall_length(longer, ROOM, "wall2", 1500).rooms[0].corners
    assert all(hypot(a[0] - b[0], a[1] - b[1]) < 1e-9 for a, b in zip(back, job.rooms[0].corners, strict=True))
    with pytest.raises(EditError, match=r"cross|10 mm"):
        set_wall_length(job, ROOM, "wall2", 4100)


def test_a_rectangle_has_width_and_depth_however_it_is_turned() -> None:
    job = turn_room(a_room(), ROOM, 30)
    assert rectangle_of(job.rooms[0]) == pytest.approx((4200, 3000))
    assert rectangle_of(change_room(job, ROOM, width=5000, depth=2000).rooms[0]) == pytest.approx((5000, 2000))
    assert rectangle_of(a_room_of().rooms[0]) is None
    with pytest.raises(EditError, match="not rectangular"):
        change_room(a_room_of(), ROOM, width=5000)


def test_a_free_wall_has_two_faces_that_see_its_openings_from_either_side() -> None:
    job, (front, back) = add_free_wall(a_room(), ROOM, (1000, 1500), (3000, 1500), height=2100, thickness=150)
    job, (door,) = add_opening(job, ROOM, front, "door", 200)
    sides = [job.face(ROOM, key) for key in (front, back)]
    assert [f.length for f in sides] == [2000, 2000]
    assert [(f.openings[0].id, f.openings[0].x) for f in sides] == [(door, 200), (door, 900)]
    for point in ((sides[0], (200, 0)), (sides[1], (2000 - 200, 150))):
        p = point[0].frame.out((*point[1], 0.0))
        assert (p.x, p.y) == pytest.approx((1200, 1500))
    moved = change_opening(job, ROOM, back, door, x=100, width=800)
    assert moved.face(ROOM, front).openings[0].x == 1100
    with pytest.raises(EditError, match="through the ceiling"):
        change_opening(job, ROOM, front, door, height=2200)
    longer = set_face_length(job, ROOM, back, 2500)
    assert [f.length for f in (longer.face(ROOM, front), longer.face(ROOM, back))] == [2500, 2500]
    job = place_unit(job, CATALOG, "base", Spot(ROOM, back)).job
    assert remove_free_wall(job, ROOM, back).units == ()
    with pytest.raises(EditError, match="stands free"):
        remove_free_wall(job, ROOM, "back")


def test_an_island_has_faces_back_to_back_and_turns_as_one() -> None:
    job, (group, front, back) = add_island(a_room(), ROOM, 1000, 1500, 1800, gap=60)
    a, b = job.face(ROOM, front).frame, job.face(ROOM, back).frame
    assert (a.origin, b.origin) == ((1000, 1500, 0), (2800, 1560, 0))
    assert (a.y.y, b.y.y) == pytest.approx((1, -1))
    turned = turn_group(job, ROOM, group, 90, about=(1000, 1500))
    b = turned.face(ROOM, back).frame
    assert b.origin == pytest.approx((940, 3300, 0))
    again = turn_group(turned, ROOM, group, -90, about=(1000, 1500))
    assert hypot(again.rooms[0].groups[0].x - 1000, again.rooms[0].groups[0].y - 1500) < 1e-9
    assert again.rooms[0].groups[0].turn == pytest.approx(0)


@pytest.mark.parametrize(("typed", "turn"), [(2600.0, 0.0), (1700.0, 0.0), (2611.3, 33.0)])
def test_both_faces_of_an_island_take_a_length_typed_anew_and_their_units_stay(typed: float, turn: float) -> None:
    """The left end stays: the back begins as much farther out, and what stands there is as much farther along it."""
    job, (_, front, back) = add_island(a_room(), ROOM, 1000, 1500, 1800, gap=0, turn=turn)
    for face, x in ((front, 100.0), (back, 200.0), (back, 800.0)):
        job = place_unit(job, CATALOG, "base", Spot(ROOM, face, x), width=600.0).job
    before = {u.id: job.face(ROOM, u.face).frame.out((u.x, 0.0, 0.0)) for u in job.units}
    longer = set_face_length(job, ROOM, front, typed)
    a, b = longer.face(ROOM, front), longer.face(ROOM, back)
    assert (a.length, b.length) == pytest.approx((typed, typed))
    assert a.frame.origin == pytest.approx(job.face(ROOM, front).frame.origin)
    assert b.frame.origin[:2] == pytest.approx(a.frame.out((typed, 0.0, 0.0))[:2], abs=1e-5)
    for unit in longer.units:
        assert longer.face(ROOM, unit.face).frame.out((unit.x, 0.0, 0.0)) == pytest.approx(before[unit.id], abs=1e-5)
    assert set_face_length(longer, ROOM, front, 1800.0).units == job.units or turn
    from_behind = set_face_length(job, ROOM, back, typed)
    assert from_behind.face(ROOM, front).frame.out((typed, 0.0, 0.0)) == pytest.approx(
        job.face(ROOM, front).frame.out((1800.0, 0, 0)), abs=1e-5
    )


def test_rows_of_an_island_that_end_apart_are_told() -> None:
    job, (_, front, back) = add_island(a_room(5000, 5000), ROOM, 1500, 2000, 1800, gap=0)
    for face, x, width in ((front, 0.0, 1800.0), (back, 300.0, 1500.0)):
        job = place_unit(job, CATALOG, "base", Spot(ROOM, face, x), width=width).job
    told = [f.text for f in findings(made(job)) if f.code == "stepped-rows"]
    assert told == ["Island 1: its rows end 300 mm apart at the right; its worktop is stepped there."]
    even = set_width(slide_units(job, ["u2"], -300.0), CATALOG, ["u2"], 1800.0)
    assert [f for f in findings(made(even)) if f.code == "stepped-rows"] == []


def test_an_overhang_with_too_few_brackets_says_how_many_are_needed() -> None:
    """At the free back of a single row; one bracket in the middle leaves the ends as they were."""
    job, (group, front, _) = add_island(a_room(5000, 5000), ROOM, 1500, 2000, 2400, gap=0)
    for x in (0.0, 800.0, 1600.0):
        job = place_unit(job, CATALOG, "base", Spot(ROOM, front, x), width=800.0).job

    def told(count: int) -> list[tuple[str, str]]:
        held = set_top(job, ROOM, group, back=400.0, supports=count)
        return [(f.text, f.remedy) for f in findings(made(held)) if f.code == "worktop-overhang"]

    ((bare, remedy),) = told(0)
    assert "stands out 400 mm" in bare
    ((with_one, again),) = told(1)
    assert "from the nearest bracket or unit" in with_one
    assert again == remedy
    needed = int(remedy.split(" along")[0].rsplit(" ", 1)[1])
    assert told(needed) == []
