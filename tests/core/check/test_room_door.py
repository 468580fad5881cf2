"""Doors of rooms: drawn as they hang, and held against what stands in their way."""

import pytest

from makers import CATALOG, ROOM, WALL, a_room, made
from tallplank.core.check.finding import findings
from tallplank.core.draw.plan import plan
from tallplank.core.draw.primitive import DrawnArc
from tallplank.core.edit.survey.room import add_free_wall
from tallplank.core.edit.survey.walled import add_opening, change_opening
from tallplank.core.edit.unit import Spot, place_unit
from tallplank.core.job.job import Job


def a_door(x: float = 800.0, **values: object) -> Job:
    """A room with a base from 1800 to 2400 at its back wall, and a door in that wall."""
    job = place_unit(a_room(), CATALOG, "base", Spot(ROOM, WALL, 1800.0)).job
    job = add_opening(job, ROOM, WALL, "door", x, width=900.0, height=2050.0, sill=0.0).job
    return change_opening(job, ROOM, WALL, "door1", **values) if values else job


def told(job: Job) -> list[str]:
    return [f.text for f in findings(made(job)) if f.code == "door-meets"]


def test_a_door_that_meets_a_unit_is_told_and_hung_otherwise_by_one_click() -> None:
    """A room 1400 deep, a base at the wall opposite, from 3000 to 3600 of the plan: its front is 819 before the door's wall.

    By hand: a leaf of 900 hung at 2700 reaches 819 where sin a = 819 / 900, which is 65.5 degrees; its end is then at 2700 + 373, before
    the base.
    """
    job = place_unit(a_room(depth=1400.0), CATALOG, "base", Spot(ROOM, "front", 4200.0 - 3600.0)).job
    job = add_opening(job, ROOM, WALL, "door", 2700.0, width=900.0, height=2050.0, sill=0.0).job
    assert told(job) == ["The door in Wall A opens only to 65°; then it meets 1 Base, doors."]
    (finding,) = [f for f in findings(made(job)) if f.code == "door-meets"]
    assert finding.fix is None, "hung at its right it meets the base as well"
    beside = change_opening(job, ROOM, WALL, "door1", x=2150.0)
    assert told(beside) == [], "its end passes before the base, which begins at 3000"
    assert len(told(change_opening(beside, ROOM, WALL, "door1", hand="right"))) == 1
    (mend,) = [f for f in findings(made(change_opening(beside, ROOM, WALL, "door1", hand="right"))) if f.code == "door-meets"]
    assert mend.fix is not None
    assert told(mend.fix.edit(change_opening(beside, ROOM, WALL, "door1", hand="right"))) == []
    assert told(change_opening(job, ROOM, WALL, "door1", swing="out")) == []
    assert told(change_opening(job, ROOM, WALL, "door1", leaf="sliding")) == []
    assert told(change_opening(job, ROOM, WALL, "door1", leaf="double")) == [], "leaves of 450 stay before the base"


@pytest.mark.parametrize(
    ("values", "centre", "radius"),
    [({}, (800.0, 3000.0), 900.0), ({"hand": "right"}, (1700.0, 3000.0), 900.0), ({"swing": "out"}, (800.0, 3120.0), 900.0)],
)
def test_the_plan_shows_how_a_door_hangs(values: dict[str, object], centre: tuple[float, float], radius: float) -> None:
    arcs = [s for s in plan(made(a_door(**values)), ROOM).shapes if isinstance(s, DrawnArc) and s.radius == pytest.approx(radius)]
    assert [arc.centre for arc in arcs] == [pytest.approx(centre)]
    assert [arc.sweep for arc in arcs] == [pytest.approx(90.0)]


def test_double_and_sliding_doors_and_openings_are_drawn_as_such() -> None:
    def swept(job: Job) -> list[float]:
        return [s.radius for s in plan(made(job), ROOM).shapes if isinstance(s, DrawnArc) and s.radius in (450.0, 900.0)]

    assert swept(a_door(leaf="double")) == pytest.approx([450.0, 450.0])
    assert swept(a_door(leaf="sliding")) == []
    way = add_opening(a_room(), ROOM, WALL, "opening").job
    assert swept(way) == []
    assert way.face(ROOM, WALL).openings[0].height == 2100.0


def test_from_the_other_side_a_door_hangs_the_other_way() -> None:
    edited = add_free_wall(a_room(), ROOM, (1000.0, 1500.0), (3000.0, 1500.0))
    front, back = edited.ids
    job = add_opening(edited.job, ROOM, front, "door", 300.0, width=800.0).job
    seen = job.face(ROOM, back).openings[0]
    assert (seen.x, seen.hand, seen.swing) == (900.0, "right", "out")
    turned = change_opening(job, ROOM, back, seen.id, hand="left", swing="in")
    assert (turned.face(ROOM, front).openings[0].hand, turned.face(ROOM, front).openings[0].swing) == ("right", "out")
    assert turned.face(ROOM, back).openings[0].but(id=seen.id).hand == "left"
