"""Units flush with the first of them, side by side and evenly spaced; what is locked stays."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from makers import CATALOG, ROOM, a_wall_of, made
from tallplank.core.edit.align import EDGES, Edge, align_units, close_up, space_evenly
from tallplank.core.edit.check import EditError
from tallplank.core.edit.unit import Spot, change_units, lock_units, place_unit, slide_units
from tallplank.core.job.job import Job


def a_wall_to_align() -> Job:
    """A base, a deeper one, and two wall units of unlike heights."""
    job = a_wall_of("base", "base", "wall", "wall")
    job = change_units(job, CATALOG, ["u2"], depth=650.0)
    return change_units(job, CATALOG, ["u4"], height=487.0)


@pytest.mark.parametrize(("edge", "x"), [("left", 37.0), ("middle", 37.0 + (600.0 - 455.0) / 2), ("right", 37.0 + 600.0 - 455.0)])
def test_a_wall_unit_over_a_base(edge: Edge, x: float) -> None:
    job = slide_units(a_wall_to_align(), ["u1"], 37.0)
    job = change_units(job, CATALOG, ["u3"], width=455.0)
    aligned = align_units(job, made(job), ["u1", "u3"], edge)
    assert aligned.unit("u3").x == pytest.approx(x)
    assert aligned.unit("u1") == job.unit("u1")


def test_heights_are_of_what_hangs() -> None:
    job = a_wall_to_align()
    aligned = align_units(job, made(job), ["u3", "u4", "u1"], "top")
    placed = {u.unit.id: u.placed for u in made(aligned).units}
    assert placed["u4"].top == pytest.approx(placed["u3"].top)
    assert aligned.unit("u1") == job.unit("u1")
    with pytest.raises(EditError, match="None of the others hangs"):
        align_units(job, made(job), ["u3", "u1"], "bottom")


def test_fronts_come_forward_and_never_into_the_wall() -> None:
    job = a_wall_to_align()
    aligned = align_units(job, made(job), ["u2", "u1"], "front")
    assert aligned.unit("u1").off == pytest.approx(650.0 - 560.0)
    back = align_units(job, made(job), ["u1", "u2"], "front")
    assert back.unit("u2").off == 0.0


def test_places_are_along_one_face() -> None:
    job = a_wall_of("base")
    job = place_unit(job, CATALOG, "base", Spot(ROOM, job.rooms[0].face_ids[1])).job
    with pytest.raises(EditError, match="None of the others stands at the face"):
        align_units(job, made(job), ["u1", "u2"], "left")


def test_what_is_locked_stays() -> None:
    job = slide_units(a_wall_of("base", "base", "base"), ["u2"], 100.0)
    job = slide_units(job, ["u3"], 300.0)
    locked = lock_units(job, ["u2"], locked=True)
    assert [u.x for u in close_up(locked, ["u1", "u2", "u3"]).units] == [0.0, 700.0, 1300.0]
    with pytest.raises(EditError, match="Unit 2 between the others is locked"):
        space_evenly(locked, ["u1", "u2", "u3"])
    with pytest.raises(EditError, match="locked; unlock first"):
        align_units(locked, made(locked), ["u1", "u2"], "left")


@given(st.sampled_from(EDGES), st.permutations(["u1", "u2", "u3", "u4"]))
def test_aligned_twice_is_aligned_once(edge: Edge, ids: list[str]) -> None:
    job = a_wall_to_align()
    try:
        once = align_units(job, made(job), ids, edge)
    except EditError:
        return
    assert align_units(once, made(once), ids, edge) is once
