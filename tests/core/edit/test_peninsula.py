"""Peninsulas: where they begin, which way they look, and what stands at them."""

import pytest

from makers import CATALOG, ROOM, WALL, a_room, a_wall_of, made
from tallplank.core.check.finding import findings
from tallplank.core.edit.check import EditError
from tallplank.core.edit.peninsula import add_peninsula, worktop_edge
from tallplank.core.edit.survey.room import turn_room
from tallplank.core.edit.unit import Spot, place_unit
from tallplank.core.space.outline import bounds


@pytest.mark.parametrize("to_left", [True, False])
@pytest.mark.parametrize("turn", [0.0, 33.0])
def test_a_peninsula_begins_at_the_wall_and_looks_to_a_side(to_left: bool, turn: float) -> None:
    job = a_room(5000.0, 4000.0)
    job = turn_room(job, ROOM, turn) if turn else job
    job, (_, front, _) = add_peninsula(job, made(job), ROOM, WALL, 3000.0, 1837.0, to_left=to_left)
    for _ in range(3):
        job = place_unit(job, CATALOG, "base", Spot(ROOM, front), width=612.0).job
    result = made(job)
    wall = result.faces[ROOM][WALL]
    rings = [result.face(u).frame.flat_out(u.outline) for u in result.units]
    (x0, y0), (x1, y1) = bounds([wall.frame.inside((*p, 0.0))[:2] for ring in rings for p in ring])
    assert (y1, y0) == pytest.approx((0.0 if to_left else -1.0, -1836.0 if to_left else -1837.0), abs=1e-6)
    assert (x1 if to_left else x0) == pytest.approx(3000.0)
    (top,) = [r for r in result.runs if r.what == "top"]
    frame = result.faces[ROOM][top.face].frame
    (_, _), (_, near) = bounds([wall.frame.inside((*p, 0.0))[:2] for p in frame.flat_out(top.parts[0].above)])
    assert near == pytest.approx(0.0 if to_left else -1.0, abs=1e-6)
    assert not [f for f in findings(result) if f.level == "error"]
    assert job.room(ROOM).groups[0].name == "Peninsula 1"


def test_it_begins_at_the_worktop_that_passes_there() -> None:
    job = a_wall_of("base", "base")
    edge = worktop_edge(made(job), ROOM, WALL, 900.0)
    (top,) = [r for r in made(job).runs if r.what == "top"]
    assert edge == pytest.approx(-top.parts[0].box[0].y)
    assert worktop_edge(made(job), ROOM, WALL, 2500.0) == 0.0
    after, _ = add_peninsula(job, made(job), ROOM, WALL, 900.0, 1500.0)
    record = after.room(ROOM).groups[0]
    wall = after.face(ROOM, WALL)
    assert wall.frame.inside((record.x, record.y, 0.0))[:2] == pytest.approx((900.0, -edge))


def test_it_stands_at_a_wall_and_within_it() -> None:
    job = a_wall_of("base")
    with pytest.raises(EditError, match="beyond"):
        add_peninsula(job, made(job), ROOM, WALL, 99_000.0, 1500.0)
    job, (_, front, _) = add_peninsula(job, made(job), ROOM, WALL, 2000.0, 1500.0)
    with pytest.raises(EditError, match="at a wall"):
        add_peninsula(job, made(job), ROOM, front, 500.0, 1500.0)
