"""Repeating, mirroring, exchanging, carrying: laws by hypothesis, places by hand."""

from functools import lru_cache

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from makers import CATALOG, ROOM, WALL, a_room, a_wall_of, made
from tallplank.core.check.finding import findings
from tallplank.core.edit.check import EditError
from tallplank.core.edit.copies.carry import CARRIED, carry
from tallplank.core.edit.copies.exchange import replace_kind, swap_units, swap_with_neighbour
from tallplank.core.edit.copies.group import repeat_group
from tallplank.core.edit.copies.mirrored import line_at_face, middle_of_face, mirror_about, mirror_group
from tallplank.core.edit.copies.repeat import repeat_between, repeat_units
from tallplank.core.edit.group import add_island, change_group, remove_group, set_seats, set_top
from tallplank.core.edit.unit import Spot, change_units, delete_units, place_unit, set_finish, set_rule
from tallplank.core.job.job import Job

SIDES = ("front", "right", "back", "left")


@lru_cache
def an_island() -> tuple[Job, str]:
    job, (group, front, back) = add_island(a_room(9000.0, 9000.0), ROOM, 3000.0, 3000.0, 2000.0)
    for kind in ("base", "drawers", "sink"):
        job = place_unit(job, CATALOG, kind, Spot(ROOM, front)).job
    job = place_unit(job, CATALOG, "base-open", Spot(ROOM, back), depth=300.0, width=900.0).job
    job = set_top(job, ROOM, group, left_end="waterfall", back=381.0, right=55.0)
    return set_seats(job, ROOM, group, "left", 1), group


@given(st.integers(1, 12), st.floats(650, 3000))
@settings(max_examples=25)
def test_repeated_and_deleted_is_the_same_job(times: int, pitch: float) -> None:
    job = a_wall_of("base", "wall")
    more, ids = repeat_units(job, ["u1"], times, pitch)
    assert len(ids) == times == len(set(ids))
    assert [u.x for u in more.units[2:]] == [job.units[0].x + pitch * (i + 1) for i in range(times)]
    assert len({u.mark for u in more.units}) == len(more.units)
    assert delete_units(more, ids) == job


def test_repeated_evenly_up_to_an_end() -> None:
    """By hand: four of 600 from 0 to 4200 leave 1800, in three gaps of 600."""
    job = place_unit(a_room(), CATALOG, "base", Spot(ROOM, WALL, 0.0)).job
    more, _ = repeat_between(job, ["u1"], 3, 4200.0)
    assert [u.x for u in more.units] == pytest.approx([0.0, 1200.0, 2400.0, 3600.0])
    with pytest.raises(EditError, match="take 4800 mm; up to there are 4200"):
        repeat_between(job, ["u1"], 7, 4200.0)
    with pytest.raises(EditError, match="Select the units"):
        repeat_units(job, [], 2)
    with pytest.raises(EditError, match="pitch"):
        repeat_units(job, ["u1"], 2, 0.0)


@given(st.floats(-2000, 6000), st.sampled_from(["base", "corner-diagonal", "base-drawer-doors", "end-slanted"]))
@settings(max_examples=25)
def test_mirrored_twice_is_the_same(at: float, kind: str) -> None:
    job = place_unit(a_room(), CATALOG, kind, Spot(ROOM, WALL, 700.0)).job
    once, ids = mirror_about(job, CATALOG, ["u1"], at)
    assert ids == ("u1",)
    twice = mirror_about(once, CATALOG, ["u1"], at).job
    assert twice.units[0].but(x=0.0) == job.units[0].but(x=0.0)
    assert twice.units[0].x == pytest.approx(700.0, abs=1e-5)


def test_mirrored_copies_about_a_walls_middle_and_about_a_line() -> None:
    job = place_unit(a_room(), CATALOG, "base", Spot(ROOM, WALL, 100.0)).job
    job, ids = mirror_about(job, CATALOG, ["u1"], middle_of_face(job, ["u1"]), copy=True)
    copy = job.unit(ids[0])
    assert (copy.x, copy.opening.hand) == (4200.0 - 100.0 - 600.0, "right" if job.units[0].opening.hand == "left" else "left")
    assert line_at_face(job, ["u1"], ((1500.0, 0.0), (1500.0, 900.0))) == pytest.approx(1500.0)
    with pytest.raises(EditError, match="square to the wall"):
        line_at_face(job, ["u1"], ((0.0, 0.0), (100.0, 100.0)))


@given(st.floats(-180, 180), st.tuples(*[st.floats(0, 9000)] * 4))
@settings(max_examples=25)
def test_a_group_mirrored_twice_is_the_same(turn: float, ends: tuple[float, float, float, float]) -> None:
    job, group = an_island()
    job = change_group(job, ROOM, group, turn=turn)
    line = ((ends[0], ends[1]), (ends[2] + 0.5, ends[3] + 10_000.0))
    twice = mirror_group(mirror_group(job, ROOM, group, line).job, ROOM, group, line).job
    assert twice.units == job.units
    (one,), (two,) = job.room(ROOM).groups, twice.room(ROOM).groups
    assert (two.x, two.y) == pytest.approx((one.x, one.y), abs=1e-4)
    assert (two.turn - one.turn + 180.0) % 360.0 == pytest.approx(180.0, abs=1e-6)
    assert (two.faces, two.top, two.seats) == (one.faces, one.top, one.seats)


@given(st.floats(-180, 180), st.tuples(*[st.floats(2000, 7000)] * 4))
@settings(max_examples=15)
def test_all_of_a_mirrored_group_is_where_the_mirror_shows_it(turn: float, ends: tuple[float, float, float, float]) -> None:
    """Every corner of every unit and of the worktop, seen in the mirror, is a corner of the mirrored one."""
    job, group = an_island()
    job = change_group(job, ROOM, group, turn=turn)
    (ax, ay), (bx, by) = (ends[0], ends[1]), (ends[2] + 0.5, ends[3] + 10_000.0)
    long = ((bx - ax) ** 2 + (by - ay) ** 2) ** 0.5
    ux, uy = (bx - ax) / long, (by - ay) / long

    def seen(p: tuple[float, float]) -> tuple[float, float]:
        along = (p[0] - ax) * ux + (p[1] - ay) * uy
        return 2 * (ax + along * ux) - p[0], 2 * (ay + along * uy) - p[1]

    def corners(j: Job) -> list[tuple[float, float]]:
        whole = made(j)
        found = [p for u in whole.units for p in whole.face(u).frame.flat_out(u.outline)]
        return found + [p for r in whole.runs for part in r.parts for p in whole.faces[ROOM][r.face].frame.flat_out(part.above)]

    there = corners(mirror_group(job, ROOM, group, ((ax, ay), (bx, by))).job)
    for point in map(seen, corners(job)):
        assert min(abs(point[0] - x) + abs(point[1] - y) for x, y in there) < 1e-2


def test_groups_repeat_with_all_that_is_in_them() -> None:
    job, group = an_island()
    more, keys = repeat_group(job, ROOM, group, 2, (0.0, 1800.0))
    groups = more.room(ROOM).groups
    assert [g.y for g in groups] == [3000.0, 4800.0, 6600.0]
    assert [g.name for g in groups] == ["Island 1", "Island 2", "Island 3"]
    assert len(more.units) == 3 * len(job.units)
    whole = made(more)
    assert [p for f in findings(whole) if f.code == "overlap" for p in f.units] == []
    tops = [[(p.length.value, p.width.value) for p in r.parts] for r in whole.runs if r.what == "top"]
    assert tops[0] == tops[1] == tops[2]
    for key in keys:
        more = remove_group(more, ROOM, key)
    assert more == job


@given(st.sampled_from(["base", "drawers", "sink", "base-open", "base-drawer-doors"]), st.sampled_from(["drawers", "base-open", "sink"]))
@settings(max_examples=15)
def test_another_kind_and_back_keeps_what_both_have(kind: str, other: str) -> None:
    job = place_unit(a_room(), CATALOG, kind, Spot(ROOM, WALL, 300.0), width=700.0, height=800.0, depth=500.0).job
    job = set_rule(set_finish(job, CATALOG, ["u1"], "front", "oak"), CATALOG, ["u1"], "top_front", 33.0)
    changed = replace_kind(job, CATALOG, ["u1"], other)
    unit = changed.units[0]
    assert (unit.kind, unit.x, unit.width, unit.height, unit.depth, unit.mark) == (other, 300.0, 700.0, 800.0, 500.0, 1)
    assert (unit.finishes, unit.rules["top_front"]) == ({"front": "oak"}, 33.0)
    back = replace_kind(changed, CATALOG, ["u1"], kind).units[0]
    assert back.but(opening=job.units[0].opening) == job.units[0]


def test_a_wall_unit_in_place_of_a_base_takes_its_own_height_and_depth() -> None:
    job = replace_kind(a_wall_of("base"), CATALOG, ["u1"], "wall")
    unit, usual = job.units[0], CATALOG.kinds["wall"]
    assert (unit.height, unit.depth, unit.z) == (usual.height, usual.depth, None)
    with pytest.raises(EditError, match="no kind"):
        replace_kind(job, CATALOG, ["u1"], "nothing")


def test_neighbours_swap() -> None:
    job = place_unit(a_room(), CATALOG, "base", Spot(ROOM, WALL, 100.0), width=500.0).job
    job = place_unit(job, CATALOG, "drawers", Spot(ROOM, WALL, 650.0), width=900.0).job
    swapped = swap_units(job, ["u1", "u2"])
    assert {u.id: u.x for u in swapped.units} == {"u2": 100.0, "u1": 1050.0}
    assert swap_units(swapped, ["u1", "u2"]) == job
    assert swap_with_neighbour(job, "u1", "right") == swapped
    with pytest.raises(EditError, match="No unit stands at the left"):
        swap_with_neighbour(job, "u1", "left")


def test_what_is_carried_skips_what_it_does_not_apply_to() -> None:
    job = a_wall_of("base", "drawers", "filler", "wall")
    job = change_units(set_finish(job, CATALOG, ["u1"], "front", "oak"), CATALOG, ["u1"], hardware={"pull": "knob"}, height=750.0)
    outcome = carry(job, CATALOG, "u1", ["u1", "u2", "u3", "u4"], ["hardware"])
    assert (outcome.carried, outcome.skipped) == (2, 1)
    assert outcome.told == "Carried to 2 units; it does not apply to 1."
    assert [u.hardware.get("pull") for u in outcome.job.units] == ["knob", "knob", None, "knob"]
    sizes = carry(job, CATALOG, "u1", ["u2", "u4"], ["sizes"])
    assert [u.height for u in sizes.job.units] == [750.0, 750.0, job.units[2].height, job.units[3].height]
    looks = carry(job, CATALOG, "u1", ["u2", "u3", "u4"], ["finishes"])
    assert {u.finishes.get("front") for u in looks.job.units} == {"oak"}
    with pytest.raises(EditError, match="choose what to carry"):
        carry(job, CATALOG, "u1", ["u2"], [])


@given(st.lists(st.sampled_from(CARRIED), unique=True, min_size=1))
@settings(max_examples=15)
def test_carried_twice_is_carried_once(things: list[str]) -> None:
    job = a_wall_of("base", "drawers", "wall", "end-panel")
    job = set_finish(job, CATALOG, ["u1"], "front", "oak")
    ids = [u.id for u in job.units]
    once = carry(job, CATALOG, "u1", ids, things).job  # type: ignore[arg-type]
    assert carry(once, CATALOG, "u1", ids, things).job == once  # type: ignore[arg-type]
