"""Edits of the shape of a room: its corners and their angles, walls moved, split and taken out. What stands at the walls goes with them."""

from math import atan2, cos, hypot, radians, sin

from tallplank.core.edit.check import EditError, valid
from tallplank.core.edit.survey.room import check_angle, check_openings, fresh_id, with_room
from tallplank.core.job.face import faces_of
from tallplank.core.job.job import Job
from tallplank.core.job.room import Room
from tallplank.core.job.unit import Unit
from tallplank.core.job.wall import SHORTEST_WALL
from tallplank.core.space.outline import Point, crossing, edges, inner_angle

STRAIGHT = 1e-3
"""Degrees from straight within which two walls run on into one another."""


def move_corner(job: Job, room_id: str, index: int, to: Point) -> Job:
    """A job with a corner of a room at another place; both its walls change their lengths and angles.

    Raises:
        EditError: the walls would cross, or something in them would not fit any more.
    """
    room = job.room(room_id)
    if not 0 <= index < len(room.corners):
        raise EditError(f"{room.name} has {len(room.corners)} corners.")
    return with_room(job, room_id, lambda r: r.but(corners=tuple(to if i == index else c for i, c in enumerate(r.corners))))


def corner_angles(room: Room) -> tuple[float, ...]:
    """The angle inside the room at each of its corners, in degrees."""
    corners = room.corners
    return tuple(inner_angle(corners[i - 1], c, corners[(i + 1) % len(corners)]) for i, c in enumerate(corners))


def set_corner_angle(job: Job, room_id: str, index: int, angle: float) -> Job:
    """A job with another angle at a corner: the wall that begins there turns about it and keeps its length.

    Raises:
        EditError: no angle between 5 and 355 degrees, or the walls would cross.
    """
    check_angle(angle)
    if not 5.0 <= angle <= 355.0:
        raise EditError("The angle of a corner is from 5° to 355°.")
    corners = job.room(room_id).corners
    if not 0 <= index < len(corners):
        raise EditError("The room has no such corner.")
    before, here, after = corners[index - 1], corners[index], corners[(index + 1) % len(corners)]
    way = atan2(before[1] - here[1], before[0] - here[0]) + radians(angle)
    long = hypot(after[0] - here[0], after[1] - here[1])
    end = (here[0] + long * cos(way), here[1] + long * sin(way))
    return move_corner(job, room_id, (index + 1) % len(corners), end)


def move_wall(job: Job, room_id: str, wall_id: str, by: float) -> Job:
    """A job with a wall moved outwards by a distance, or inwards by a negative one; its neighbours become longer or shorter.

    Raises:
        EditError: no such wall, or the walls would cross.
    """
    room = job.room(room_id)
    index, corners = _index(room, wall_id), room.corners
    count, frame = len(corners), faces_of(room)[wall_id].frame
    shift = (frame.y.x * by, frame.y.y * by)
    line = tuple((p[0] + shift[0], p[1] + shift[1]) for p in edges(corners)[index])
    ends = []
    for moved, (a, b) in zip(line, (edges(corners)[index - 1], edges(corners)[(index + 1) % count]), strict=True):
        met = crossing((line[0], line[1]), (a, b))
        ends.append(met if met is not None else moved)
    new = list(corners)
    new[index], new[(index + 1) % count] = ends
    return with_room(job, room_id, lambda r: r.but(corners=tuple(new)))


def split_wall(job: Job, room_id: str, wall_id: str, at: float) -> Job:
    """A job with a wall in two, which run on straight; what is in it and stands at it beyond the place goes with the new one.

    Raises:
        EditError: a place at or beyond its ends, or in a door, window or niche.
    """
    room = job.room(room_id)
    index, face = _index(room, wall_id), faces_of(room)[wall_id]
    if not SHORTEST_WALL <= at <= face.length - SHORTEST_WALL:
        raise EditError(f"{face.name} is {job.display.shown(face.length)} long: part it at a place between its ends.")
    if any(o.x < at < o.x + o.width for o in face.openings):
        raise EditError("There is a door, window or niche at that place.")
    wall = room.walls[index]
    key = fresh_id("wall", {*room.face_ids})
    point = face.frame.out((at, 0.0, 0.0))
    first = valid(
        lambda: wall.but(
            openings=tuple(o for o in wall.openings if o.x < at), services=tuple(s for s in wall.services if s.middle[0] < at), heights=None
        )
    )
    beyond = {
        "openings": tuple(o.but(x=o.x - at) for o in wall.openings if o.x >= at),
        "services": tuple(s.but(x=max(s.x - at, 0.0)) for s in wall.services if s.middle[0] >= at),
    }
    second = valid(lambda: wall.but(id=key, name=f"{wall.name}, further", heights=None, **beyond))
    corners = (*room.corners[: index + 1], (point.x, point.y), *room.corners[index + 1 :])
    changed = valid(lambda: room.but(corners=corners, walls=(*room.walls[:index], first, second, *room.walls[index + 1 :])))
    check_openings(changed, job.display)

    def beside(unit: Unit) -> Unit:
        stands_beyond = unit.room == room_id and unit.face == wall_id and unit.x + unit.width / 2 >= at
        return unit.but(face=key, x=unit.x - at) if stands_beyond else unit

    units = tuple(map(beside, job.units))
    return job.replaced(rooms=tuple(changed if r is room else r for r in job.rooms), units=units)


def remove_wall(job: Job, room_id: str, wall_id: str) -> Job:
    """A job without a wall: one that runs on straight becomes one with the wall before it, else its neighbours meet in its place.

    Units, openings and services of a wall that runs on go over to the wall before it.

    Raises:
        EditError: the room has no more than three walls, the neighbours do not meet, or something is in or at the wall.
    """
    room = job.room(room_id)
    index = _index(room, wall_id)
    if len(room.walls) <= 3:
        raise EditError("A room has at least three walls.")
    if abs(corner_angles(room)[index] - 180.0) < STRAIGHT:
        return _joined(job, room, index)
    wall, count = room.walls[index], len(room.walls)
    sloped = any(slope.face == wall_id for slope in room.slopes)
    if wall.openings or wall.services or sloped or any(u.room == room_id and u.face == wall_id for u in job.units):
        raise EditError(f"Something is in {wall.name} or stands at it: move or delete that first.")
    met = crossing(edges(room.corners)[index - 1], edges(room.corners)[(index + 1) % count])
    if met is None:
        raise EditError(f"The walls beside {wall.name} are parallel: without it they would not meet.")
    corners = list(room.corners)
    corners[(index + 1) % count] = met
    del corners[index]
    kept = tuple(w for w in room.walls if w is not wall)
    return with_room(job, room_id, lambda r: r.but(corners=tuple(corners), walls=kept), going={wall_id})


def _joined(job: Job, room: Room, index: int) -> Job:
    """With wall number `index` made one with the wall before it."""
    before, wall = room.walls[index - 1], room.walls[index]
    shift = faces_of(room)[before.id].length
    more = {
        "openings": (*before.openings, *(o.but(x=o.x + shift) for o in wall.openings)),
        "services": (*before.services, *(s.but(x=s.x + shift) for s in wall.services)),
    }
    joined = valid(lambda: before.but(heights=None, **more))
    walls = tuple(joined if w is before else w for w in room.walls)
    units = tuple(
        u.but(face=before.id, x=u.x + shift) if (u.room, u.face) == (room.id, wall.id) else u for u in job.units
    )  # fmt: skip
    corners = tuple(c for i, c in enumerate(room.corners) if i != index)
    slopes = tuple(s.but(face=before.id) if s.face == wall.id else s for s in room.slopes)
    kept = tuple(w for w in walls if w.id != wall.id)
    change = {"corners": corners, "walls": kept, "slopes": slopes}
    return with_room(job.replaced(units=units), room.id, lambda r: r.but(**change), going={wall.id})


def _index(room: Room, wall_id: str) -> int:
    for index, wall in enumerate(room.walls):
        if wall.id == wall_id:
            return index
    raise EditError("Only the walls that close the room can be moved, split or taken out.")
