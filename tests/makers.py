"""Makers of jobs and units with sensible defaults, for tests."""

import os
from functools import cache

from tallplank.core.catalog.reader import shipped
from tallplank.core.derive.derived import Shop
from tallplank.core.edit.group import add_island
from tallplank.core.edit.survey.room import add_free_wall, add_room, add_room_of
from tallplank.core.edit.survey.walled import add_opening
from tallplank.core.edit.unit import Spot, change_units, place_unit
from tallplank.core.exchange.exporter import Exporter
from tallplank.core.job.job import Job
from tallplank.core.job.standard import Standard
from tallplank.core.job.unit import Unit
from tallplank.core.joinery.made import Made, MadeUnit
from tallplank.core.joinery.workshop import make, make_unit
from tallplank.core.work import silent
from tallplank.demo import demo_job

EXAMPLES = int(os.environ.get("PLANK_EXAMPLES", "20"))
"""How many examples a property is tried on."""
LONG = EXAMPLES >= 600
"""Whether sweeps are to be long."""
CATALOG = shipped()
ROOM, WALL = "room1", "back"
ELL = ((0, 4000), (3000, 4000), (3000, 2500), (5000, 2500), (5000, 0), (0, 0))
"""A room clockwise from the upper left; the corner at (3000, 2500) points into it."""


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


def written(exporter: Exporter, shop: Shop) -> bytes:
    """What an exporter of one file writes."""
    (paper,) = exporter.papers(shop, silent)
    assert paper.name == exporter.name
    return paper.content


def made(job: Job) -> Made:
    """The job as it is made, from nothing."""
    return make(job, CATALOG)


@cache
def the_demo() -> Made:
    """The demo as it is made: once for all tests that only look at it."""
    return made(demo_job(CATALOG))


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


def a_furnished_ell() -> Job:
    """An L-shaped room with units along four of its walls, a window, a wall that stands free and an island."""
    job = add_room_of(Job(name="Test"), "Room", ELL, 2500).job
    for kind, face, x in (
        ("corner-diagonal", "wall1", 2100.0), ("base", "wall1", 900.0), ("drawers", "wall1", 1500.0), ("wall", "wall1", 1000.0),
        ("base", "wall3", 0.0), ("sink", "wall3", 600.0), ("tall", "wall5", 1000.0), ("base", "wall6", 1200.0), ("base", "wall6", 1700.0),
    ):  # fmt: skip
        job = place_unit(job, CATALOG, kind, Spot(ROOM, face, x)).job
    job = add_opening(job, ROOM, "wall4", "window", 300).job
    job, (front, _) = add_free_wall(job, ROOM, (4200, 600), (4200, 1800), height=1100)
    job = place_unit(job, CATALOG, "base", Spot(ROOM, front, 100.0)).job
    job, (_, front, back) = add_island(job, ROOM, 1200, 1700, 1200, turn=20)
    for face, x in ((front, 0.0), (front, 600.0), (back, 0.0), (back, 600.0)):
        job = place_unit(job, CATALOG, "drawers", Spot(ROOM, face, x), depth=450.0).job
    return change_units(job, CATALOG, [job.units[-1].id], off=30.0)
