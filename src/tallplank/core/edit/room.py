"""Edits of rooms, walls and their openings."""

from collections.abc import Callable
from functools import partial
from typing import Literal

from tallplank.core.edit.check import EditError, valid
from tallplank.core.job.job import MOST_ROOMS, Job
from tallplank.core.job.room import Room, Wall, WallOpening
from tallplank.core.space.frame import WALL_SIDES

_DOOR, _WINDOW = (0.0, 900.0, 2050.0), (1050.0, 1200.0, 1150.0)
"""Sill, width and height of a new door and a new window; common practice, no source."""


def usual_opening(kind: str) -> tuple[float, float, float]:
    """Sill, width and height of a new door or window."""
    return _DOOR if kind == "door" else _WINDOW


def fresh_id(prefix: str, taken: set[str]) -> str:
    """The first of prefix1, prefix2 … that is not taken."""
    number = 1
    while f"{prefix}{number}" in taken:
        number += 1
    return f"{prefix}{number}"


def taken_ids(job: Job) -> set[str]:
    """The ids of all rooms and units, which are told apart by them."""
    return {r.id for r in job.rooms} | {u.id for u in job.units}


def add_room(job: Job, name: str, width: float, depth: float, height: float) -> Job:
    """A job with one more rectangular room, its walls named A to D clockwise from the back one."""
    room_id = fresh_id("room", taken_ids(job))
    walls = tuple(Wall(id=side, side=side, name=f"Wall {letter}") for side, letter in zip(WALL_SIDES, "ABCD", strict=True))
    room = valid(lambda: Room(id=room_id, name=name, width=width, depth=depth, height=height, walls=walls))
    if len(job.rooms) >= MOST_ROOMS:
        raise EditError(f"A job has at most {MOST_ROOMS} rooms.")
    return job.replaced(rooms=(*job.rooms, room))


def change_room(job: Job, room_id: str, **values: object) -> Job:
    """A job with a room's name, width, depth or height changed.

    Raises:
        EditError: a value out of range, or a wall too short for one of its openings.
    """
    return _with_room(job, room_id, lambda room: _checked(room.but(**values)))


def remove_room(job: Job, room_id: str) -> Job:
    """A job without a room and the units in it."""
    job.room(room_id)
    units = tuple(u for u in job.units if u.room != room_id)
    return job.replaced(rooms=tuple(r for r in job.rooms if r.id != room_id), units=units if len(units) < len(job.units) else job.units)


def change_wall(job: Job, room_id: str, wall_id: str, **values: object) -> Job:
    """A job with a wall's name or thickness changed."""
    return _with_wall(job, room_id, wall_id, lambda wall: wall.but(**values))


def add_opening(job: Job, room_id: str, wall_id: str, kind: Literal["door", "window"], x: float | None = None, **values: float) -> Job:
    """A job with a door or a window in a wall, in its middle unless `x` says where; sill, width and height may be given.

    Raises:
        EditError: it does not fit into the wall or meets another opening.
    """
    sill, width, height = usual_opening(kind)
    room = job.room(room_id)
    taken = {o.id for w in room.walls for o in w.openings}
    sizes = {"sill": sill, "width": width, "height": height, **values}
    start = x if x is not None else (room.wall_length(job.wall(room_id, wall_id)) - sizes["width"]) / 2
    opening = valid(lambda: WallOpening(id=fresh_id(kind, taken), kind=kind, x=start, **sizes))
    return _with_wall(job, room_id, wall_id, lambda wall: wall.but(openings=(*wall.openings, opening)))


def change_opening(job: Job, room_id: str, wall_id: str, opening_id: str, **values: object) -> Job:
    """A job with a door's or window's x, width, sill or height changed."""

    def changed(wall: Wall) -> Wall:
        return wall.but(openings=tuple(o.but(**values) if o.id == opening_id else o for o in wall.openings))

    return _with_wall(job, room_id, wall_id, changed)


def remove_opening(job: Job, room_id: str, wall_id: str, opening_id: str) -> Job:
    """A job without one door or window."""

    def without(wall: Wall) -> Wall:
        return wall.but(openings=tuple(o for o in wall.openings if o.id != opening_id))

    return _with_wall(job, room_id, wall_id, without)


def _with_room(job: Job, room_id: str, change: Callable[[Room], Room]) -> Job:
    before = job.room(room_id)
    changed = valid(partial(change, before))
    if (changed.id, [w.id for w in changed.walls]) != (before.id, [w.id for w in before.walls]):
        raise EditError("Rooms and walls keep their ids: units stand on them.")
    return job.replaced(rooms=tuple(changed if r is before else r for r in job.rooms))


def _with_wall(job: Job, room_id: str, wall_id: str, change: Callable[[Wall], Wall]) -> Job:
    def changed(room: Room) -> Room:
        walls = tuple(valid(partial(change, w)) if w.id == wall_id else w for w in room.walls)
        return _checked(room.but(walls=walls))

    return _with_room(job, room_id, changed)


def _checked(room: Room) -> Room:
    ids = [o.id for wall in room.walls for o in wall.openings]
    if len(set(ids)) != len(ids):
        raise EditError("Two openings of a room cannot have the same id.")
    for wall in room.walls:
        length, last_end = room.wall_length(wall), 0.0
        for opening in sorted(wall.openings, key=lambda o: o.x):
            if opening.x < last_end - 1e-6:
                raise EditError(f"Two openings of {wall.name} would overlap at {opening.x:.0f} mm.")
            last_end = opening.x + opening.width
            if last_end > length + 1e-6:
                raise EditError(f"The {opening.kind} would end {last_end - length:.0f} mm beyond {wall.name}.")
            if opening.sill + opening.height > room.height + 1e-6:
                raise EditError(f"The {opening.kind} in {wall.name} would reach through the ceiling.")
    return room
