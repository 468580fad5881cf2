"""Edits of rooms and their walls."""

from collections.abc import Callable, Sequence
from functools import partial
from math import hypot, isfinite

from tallplank.core.edit.check import Edited, EditError, valid
from tallplank.core.job.ceiling import ceiling_line, height_on
from tallplank.core.job.face import faces_of
from tallplank.core.job.job import MOST_ROOMS, Display, Job
from tallplank.core.job.room import Room
from tallplank.core.job.wall import FreeWall, Wall
from tallplank.core.space.frame import turned_about_z
from tallplank.core.space.outline import Point, crossing, edges, inner_angle, is_clockwise

_SIDES = ("back", "right", "front", "left")
"""The ids of the walls of a rectangular room, clockwise from the one at the top of the plan."""
SQUARE = 1e-6
"""Degrees that a corner may differ from a right angle."""
NEW_WALL = 100.0
"""Thickness of a new wall that stands free; common practice, no source."""


def fresh_id(prefix: str, taken: set[str]) -> str:
    """The first of prefix1, prefix2 … that is not taken."""
    number = 1
    while f"{prefix}{number}" in taken:
        number += 1
    return f"{prefix}{number}"


def taken_ids(job: Job) -> set[str]:
    """The ids of all rooms and units, which are told apart by them."""
    return {r.id for r in job.rooms} | {u.id for u in job.units}


def add_room(job: Job, name: str, width: float, depth: float, height: float) -> Edited:
    """A job with one more rectangular room, its walls named A to D clockwise from the back one; its id comes with it."""
    return _with_new_room(job, name, ((0.0, depth), (width, depth), (width, 0.0), (0.0, 0.0)), height, _SIDES)


def add_room_of(job: Job, name: str, corners: Sequence[Point], height: float) -> Edited:
    """A job with one more room of any corners, in order either way round; walls are named A, B … from the first corner on.

    Raises:
        EditError: its walls would cross or touch, or be too short.
    """
    ring = tuple((float(x), float(y)) for x, y in corners)
    if len(ring) > 2 and not is_clockwise(ring):
        ring = (ring[0], *reversed(ring[1:]))
    return _with_new_room(job, name, ring, height, [f"wall{i}" for i in range(1, len(ring) + 1)])


def _with_new_room(job: Job, name: str, corners: tuple[Point, ...], height: float, ids: Sequence[str]) -> Edited:
    room_id = fresh_id("room", taken_ids(job))
    walls = tuple(valid(partial(Wall, id=key, name=f"Wall {_letters(i)}")) for i, key in enumerate(ids))
    room = valid(lambda: Room(id=room_id, name=name, corners=corners, height=height, walls=walls))
    if len(job.rooms) >= MOST_ROOMS:
        raise EditError(f"A job has at most {MOST_ROOMS} rooms.")
    return Edited(job.replaced(rooms=(*job.rooms, room)), (room_id,))


def _letters(index: int) -> str:
    """The letters from A to Z, then AA, AB and on."""
    head, tail = divmod(index, 26)
    return (_letters(head - 1) if head else "") + chr(ord("A") + tail)


def rectangle_of(room: Room) -> tuple[float, float] | None:
    """Width and depth of a room with four right angles, however it is turned; None for any other."""
    corners = room.corners
    angles = [inner_angle(corners[i - 1], c, corners[(i + 1) % len(corners)]) for i, c in enumerate(corners)]
    if len(corners) != 4 or any(abs(angle - 90.0) > SQUARE for angle in angles):
        return None
    width, depth = (hypot(b[0] - a[0], b[1] - a[1]) for a, b in edges(corners)[:2])
    return width, depth


def change_room(job: Job, room_id: str, **values: object) -> Job:
    """A job with a room's name, height or corners changed; of a rectangular room also its width and depth.

    Raises:
        EditError: a value out of range, or a wall too short for one of its openings.
    """
    sizes = {key: values.pop(key) for key in ("width", "depth") if key in values}
    if sizes:
        room = job.room(room_id)
        if rectangle_of(room) is None:
            raise EditError(f"{room.name} is not rectangular: give the lengths of its walls.")
        for key, wall in (("width", room.walls[0]), ("depth", room.walls[3])):
            if key in sizes:
                job = set_wall_length(job, room_id, wall.id, valid(partial(_number, key, sizes[key])))
    return with_room(job, room_id, lambda room: room.but(**values)) if values or not sizes else job


def _number(name: str, value: object) -> float:
    if isinstance(value, bool) or not isinstance(value, int | float) or not 0 < value <= 100_000:
        raise EditError(f"{name.capitalize()} must be a number greater than 0.")
    return float(value)


def set_wall_length(job: Job, room_id: str, wall_id: str, length: float) -> Job:
    """A job with a wall of another length: the next wall clockwise moves along it, so that no corner changes its angle.

    A wall that stands free keeps its start.

    Raises:
        EditError: the walls would cross, or an opening would not fit any more.
    """
    length = _number("length", length)
    return with_room(job, room_id, lambda room: _lengthened(room, wall_id, length))


def _lengthened(room: Room, wall_id: str, length: float) -> Room:
    face = faces_of(room).get(wall_id)
    if face is None or not isinstance(face.carrier, Wall):
        raise EditError(f"{room.name} has no wall '{wall_id}'.")
    if isinstance(face.carrier, FreeWall):
        end = faces_of(room)[face.carrier.id].frame.out((length, 0.0, 0.0))
        return room.but(free_walls=tuple(w.but(end=(end.x, end.y)) if w is face.carrier else w for w in room.free_walls))
    index, corners = room.walls.index(face.carrier), list(room.corners)
    count = len(corners)
    b, c, d = ((index + step) % count for step in (1, 2, 3))
    end = face.frame.out((length, 0.0, 0.0))
    by = (end.x - corners[b][0], end.y - corners[b][1])
    moved = (end.x, end.y), (corners[c][0] + by[0], corners[c][1] + by[1])
    met = crossing(moved, (corners[c], corners[d]))
    if met is None:
        raise EditError(f"The wall after {face.name} runs on straight; it cannot move along it.")
    corners[b], corners[c] = moved[0], met
    return room.but(corners=tuple(corners))


def check_angle(degrees: float) -> None:
    """Raise EditError unless this is a number of degrees."""
    if not isfinite(degrees):
        raise EditError("An angle is a number of degrees.")


def folded(degrees: float) -> float:
    """The same angle from −180 to 180 degrees."""
    return (degrees + 180.0) % 360.0 - 180.0


def turn_room(job: Job, room_id: str, degrees: float) -> Job:
    """A job with a room turned on the plan about its first corner, counter-clockwise, with all that is in it."""
    check_angle(degrees)
    return with_room(job, room_id, lambda room: _turned(room, degrees))


def _turned(room: Room, degrees: float) -> Room:
    (x0, y0), frame = room.corners[0], turned_about_z(degrees, (0.0, 0.0, 0.0))

    def at(point: Point) -> Point:
        p = frame.out((point[0] - x0, point[1] - y0, 0.0))
        return (x0 + p.x, y0 + p.y)

    free = tuple(w.but(start=at(w.start), end=at(w.end)) for w in room.free_walls)
    groups = []
    for group in room.groups:
        x, y = at((group.x, group.y))
        groups.append(group.but(x=x, y=y, turn=folded(group.turn + degrees)))
    columns = []
    for column in room.columns:
        x, y = at((column.x, column.y))
        columns.append(column.but(x=x, y=y, turn=folded(column.turn + degrees)))
    soffits = tuple(soffit.but(corners=tuple(map(at, soffit.corners))) for soffit in room.soffits)
    return room.but(corners=tuple(map(at, room.corners)), free_walls=free, groups=tuple(groups), columns=tuple(columns), soffits=soffits)


def remove_room(job: Job, room_id: str) -> Job:
    """A job without a room and the units in it."""
    job.room(room_id)
    units = tuple(u for u in job.units if u.room != room_id)
    left = job.replaced(rooms=tuple(r for r in job.rooms if r.id != room_id), units=units if len(units) < len(job.units) else job.units)
    return left.without_lost_dimensions()


def change_wall(job: Job, room_id: str, face_id: str, **values: object) -> Job:
    """A job with a wall's name or thickness changed; of one that stands free also its start, end and height."""
    return with_wall(job, room_id, face_id, lambda wall: wall.but(**values))


def add_free_wall(job: Job, room_id: str, start: Point, end: Point, *, height: float | None = None, thickness: float = NEW_WALL) -> Edited:
    """A job with a wall that stands in a room, as high as the room unless said; the ids of its front and its back come with it.

    Raises:
        EditError: it has no length, or there are too many.
    """
    room = job.room(room_id)
    taken = set(room.face_ids)
    key = fresh_id("free", taken)
    back = fresh_id("free", taken | {key})
    name = f"Free wall {len(room.free_walls) + 1}"
    tall = room.height if height is None else height
    new = valid(lambda: FreeWall(id=key, back=back, name=name, start=start, end=end, height=tall, thickness=thickness))
    return Edited(with_room(job, room_id, lambda r: r.but(free_walls=(*r.free_walls, new))), (key, back))


def remove_free_wall(job: Job, room_id: str, face_id: str) -> Job:
    """A job without a wall that stands free, and without the units at its faces.

    Raises:
        EditError: the wall is one of the room's own.
    """
    wall = job.room(room_id).wall(face_id)
    if not isinstance(wall, FreeWall):
        raise EditError("Only a wall that stands free can be removed: the others close the room.")
    gone = {wall.id, wall.back}
    left = tuple(u for u in job.units if u.room != room_id or u.face not in gone)
    job = job.replaced(units=left) if len(left) < len(job.units) else job
    return with_room(job, room_id, lambda r: r.but(free_walls=tuple(w for w in r.free_walls if w is not wall)), going=gone)


def with_room(job: Job, room_id: str, change: Callable[[Room], Room], *, going: set[str] | None = None) -> Job:
    """A job with one room changed, and held to what a room must be; faces of the ids `going` may be missing afterwards.

    Raises:
        EditError: with what is wrong.
    """
    before = job.room(room_id)
    changed = valid(partial(change, before))
    lost = set(before.face_ids) - set(changed.face_ids) - (going or set())
    if changed.id != before.id or lost:
        raise EditError("Rooms and walls keep their ids: units stand on them.")
    check_openings(changed, job.display)
    return job.replaced(rooms=tuple(changed if r is before else r for r in job.rooms)).without_lost_dimensions()


def with_wall(job: Job, room_id: str, face_id: str, change: Callable[[Wall], Wall]) -> Job:
    """A job with the wall of a face changed.

    Raises:
        EditError: the face has no wall, or the wall would not do.
    """
    room = job.room(room_id)
    wall = room.wall(face_id)
    if wall is None:
        job.face(room_id, face_id)
        raise EditError("That face has no wall behind it.")

    def changed(room: Room) -> Room:
        new = valid(partial(change, wall))
        free = tuple(new if w is wall else w for w in room.free_walls)
        return room.but(walls=tuple(new if w is wall else w for w in room.walls), free_walls=free)

    return with_room(job, room_id, changed)


def check_openings(room: Room, display: Display) -> None:
    """Raise EditError where an opening does not fit into its wall or meets another."""
    faces = faces_of(room)
    for wall in (*room.walls, *room.free_walls):
        face, last_end = faces[wall.id], 0.0
        for opening in sorted(wall.openings, key=lambda o: o.x):
            if opening.x < last_end - 1e-6:
                raise EditError(f"Two openings of {wall.name} would overlap at {display.shown(opening.x)}.")
            last_end = opening.x + opening.width
            if last_end > face.length + 1e-6:
                raise EditError(f"The {opening.kind} would end {display.shown(last_end - face.length)} beyond {wall.name}.")
            line, high = ceiling_line(room, faces, face), face.height
            if not face.is_loose:
                high = min(height_on(line, x) for x in (opening.x, min(last_end, face.length)))
            if opening.sill + opening.height > high + 1e-6:
                raise EditError(f"The {opening.kind} in {wall.name} would reach through the ceiling.")
            if opening.kind == "niche" and opening.deep >= wall.thickness:
                raise EditError(f"The niche would go through {wall.name}, which is {display.shown(wall.thickness)} thick.")
        for service in wall.services:
            beyond = max(service.x + service.width - face.length, service.z + service.height - face.height)
            if beyond > 1e-6:
                raise EditError(f"The {service.kind} would reach {display.shown(beyond)} beyond {wall.name}.")
