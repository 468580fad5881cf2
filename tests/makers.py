"""Makers of jobs and units with sensible defaults, for tests."""

from tallplank.core.catalog.reader import shipped
from tallplank.core.edit.room import add_room
from tallplank.core.edit.unit import Spot, place_unit
from tallplank.core.job.job import Job
from tallplank.core.job.standard import Standard
from tallplank.core.job.unit import Unit
from tallplank.core.joinery.made import Made, MadeUnit
from tallplank.core.joinery.workshop import make, make_unit

CATALOG = shipped()
ROOM, WALL = "room1", "back"


def a_room(width: float = 4200.0, depth: float = 3000.0, height: float = 2500.0) -> Job:
    """A job with one empty room."""
    return add_room(Job(name="Test"), "Room", width, depth, height).job


def a_unit(kind: str = "base", **values: object) -> Unit:
    """A unit of a kind at its usual sizes."""
    usual = CATALOG.kinds[kind]
    given = {"width": usual.width, "height": usual.height, "depth": usual.depth, "opening": usual.opening, **values}
    return Unit(id="u1", mark=1, kind=kind, room=ROOM, face=WALL, **{"x": 0.0, **given})


def a_made_unit(kind: str = "base", standard: Standard | None = None, **values: object) -> MadeUnit:
    """A unit with its parts."""
    return make_unit(CATALOG, standard or Standard(), a_unit(kind, **values))


def a_wall_of(*kinds: str, room: Job | None = None, **sizes: object) -> Job:
    """A job with units of these kinds side by side from the left end of the back wall."""
    job = room or a_room()
    for kind in kinds:
        job = place_unit(job, CATALOG, kind, Spot(ROOM, WALL), **sizes).job
    return job


def made(job: Job) -> Made:
    """The job as it is made, from nothing."""
    return make(job, CATALOG)


def many_units(count: int) -> Job:
    """A job of many rooms, each with ten units on its back wall, all records of its own."""
    kinds = ("base", "drawers", "sink", "wall", "base", "drawers", "wall", "open-shelf", "tall", "filler")
    job = Job(name="Large")
    rooms = -(-count // len(kinds))
    for number in range(rooms):
        job = add_room(job, f"Room {number + 1}", 6000.0, 3000.0, 2500.0).job
    units = []
    for index in range(count):
        number, place = divmod(index, len(kinds))
        usual = CATALOG.kinds[kinds[place]]
        units.append(
            Unit(
                id=f"u{index}",
                mark=index + 1,
                kind=usual.id,
                room=job.rooms[number].id,
                face="back",
                x=place * 600.0,
                width=usual.width,
                height=usual.height,
                depth=usual.depth,
                opening=usual.opening,
            )
        )
    return job.replaced(units=tuple(units))
