"""Placing and sliding what belongs to the room itself, by pointing: openings, services, columns, soffits. Points in, edits out."""

from collections.abc import Iterable
from typing import NamedTuple

from tallplank.core.edit.check import Edited, EditError
from tallplank.core.edit.group import change_group, group_of, remove_group
from tallplank.core.edit.survey.service import USUAL as USUAL_SERVICES
from tallplank.core.edit.survey.service import add_service, change_service, remove_service
from tallplank.core.edit.survey.standing import SOFFIT_DROP, add_column_at, add_soffit, move_standing, remove_standing, standings
from tallplank.core.edit.survey.standing import USUAL as USUAL_COLUMNS
from tallplank.core.edit.survey.walled import USUAL as USUAL_OPENINGS
from tallplank.core.edit.survey.walled import add_opening, change_opening, remove_opening
from tallplank.core.job.face import Face, faces_of
from tallplank.core.job.job import Job
from tallplank.core.job.room import Room
from tallplank.core.space.outline import Point
from tallplank.session.state import Remembered

WALK: Remembered[tuple[Point, ...]] = Remembered(())
"""Where the walk with a tape leads that is being typed, on the plan."""
SOFFIT = "soffit"
SOFFIT_LONG, SOFFIT_DEEP = 2400.0, 400.0
IN_WALLS = frozenset({*USUAL_OPENINGS, *USUAL_SERVICES})
SURVEY_KINDS = frozenset({*IN_WALLS, *USUAL_COLUMNS, SOFFIT})
"""What the Survey stage places."""


class Landing(NamedTuple):
    """Where such a thing would land at a face: its left edge and width, how far it stands out and goes in, and its heights."""

    x: float
    width: float
    y: tuple[float, float]
    z: tuple[float, float]


def landing(room: Room, face: Face, kind: str, along: float) -> Landing:
    """Where a kind lands when it is let go with its middle so far along a face, on whole millimetres."""
    if kind in USUAL_OPENINGS:
        sill, width, height = USUAL_OPENINGS[kind]
        size, y, z = width, (0.0, face.thickness), (sill, sill + height)
    elif kind in USUAL_SERVICES:
        low, width, height, deep = USUAL_SERVICES[kind]  # type: ignore[index]
        size, y, z = width, (-deep, 0.0), (low, low + height)
    elif kind == SOFFIT:
        size, y, z = min(SOFFIT_LONG, face.length), (-SOFFIT_DEEP, 0.0), (room.height - SOFFIT_DROP, room.height)
    else:
        usual = USUAL_COLUMNS[kind][1]
        size, deep = float(usual["width"]), float(usual["depth"])  # type: ignore[arg-type]
        y, z = (-deep, 0.0), (0.0, room.height)
    x = float(round(min(max(along - size / 2, 0.0), max(face.length - size, 0.0))))
    return Landing(x, size, y, z)


def put(job: Job, room_id: str, face_id: str, kind: str, spot: Landing) -> Edited:
    """A job with such a thing where it lands.

    Raises:
        EditError: it does not fit there.
    """
    face = job.face(room_id, face_id)
    if kind in USUAL_OPENINGS:
        return add_opening(job, room_id, face_id, kind, spot.x)  # type: ignore[arg-type]
    if kind in USUAL_SERVICES:
        return add_service(job, room_id, face_id, kind, spot.x)  # type: ignore[arg-type]
    if kind == SOFFIT:
        left, right, front = spot.x, spot.x + spot.width, spot.y[0]
        return add_soffit(job, room_id, face.frame.flat_out(((left, front), (right, front), (right, 0.0), (left, 0.0))))
    return add_column_at(job, room_id, face, spot.x + spot.width / 2, kind)  # type: ignore[arg-type]


def slid(job: Job, room_id: str, owner: str, shown: Face, points: tuple[Point, Point], *, on_plan: bool) -> Job:
    """A job with something of the room slid as far as the pointer moved, from the first point to the second.

    In walls things slide along them, services on elevations up and down too; columns and soffits go anywhere on the plan.

    Raises:
        EditError: it cannot be there.
    """
    room, (start, end) = job.room(room_id), points
    if any(group.id == owner for group in room.groups):
        return _slid_group(job, room_id, owner, shown, points, on_plan=on_plan)
    faces = sorted(faces_of(room).values(), key=lambda f: f.id != shown.id)
    if any(thing.id == owner for thing in standings(room)):
        by = (end[0] - start[0], end[1] - start[1])
        if not on_plan:
            way = shown.frame.x
            by = (way.x * by[0], way.y * by[0])
        return move_standing(job, room_id, owner, (float(round(by[0])), float(round(by[1]))))
    for face in faces:
        a, b = (face.frame.inside((*p, 0.0))[:2] if on_plan else p for p in points)
        by_x, by_z = b[0] - a[0], 0.0 if on_plan else end[1] - start[1]
        opening = next((o for o in face.openings if o.id == owner), None)
        if opening is not None:
            x = round(min(max(opening.x + by_x, 0.0), face.length - opening.width))
            return change_opening(job, room_id, face.id, owner, x=x)
        service = next((s for s in face.services if s.id == owner), None)
        if service is not None:
            x = round(min(max(service.x + by_x, 0.0), face.length - service.width))
            z = round(min(max(service.z + by_z, 0.0), face.height - service.height))
            return change_service(job, room_id, face.id, owner, x=x, z=z)
    raise EditError("That is not there any more.")


def _slid_group(job: Job, room_id: str, owner: str, shown: Face, points: tuple[Point, Point], *, on_plan: bool) -> Job:
    (x0, y0), (x1, y1) = points
    by, way = (x1 - x0, y1 - y0), shown.frame.x
    if not on_plan:
        by = (way.x * by[0], way.y * by[0])
    group = group_of(job.room(room_id), owner)
    return change_group(job, room_id, owner, x=float(round(group.x + by[0])), y=float(round(group.y + by[1])))


def kind_name(job: Job, room_id: str, owner: str) -> str:
    """What something of the room is called, for the history; empty for what is nothing of the room."""
    room = job.room(room_id)
    found = next((thing.name.lower() for thing in (*standings(room), *room.groups) if thing.id == owner), "")
    for wall in (*room.walls, *room.free_walls):
        found = next((o.kind for o in wall.openings if o.id == owner), found)
        found = next((s.kind for s in wall.services if s.id == owner), found)
    return found


def without(job: Job, room_id: str, owners: Iterable[str]) -> Job:
    """A job without things of a room: what is in its walls, what stands in it, groups with their units; all else is left alone."""
    wanted = set(owners)
    room = job.room(room_id)
    for thing in standings(room):
        if thing.id in wanted:
            job = remove_standing(job, room_id, thing.id)
    for group in room.groups:
        if group.id in wanted:
            job = remove_group(job, room_id, group.id)
    for wall in (*room.walls, *room.free_walls):
        for opening in wall.openings:
            if opening.id in wanted:
                job = remove_opening(job, room_id, wall.id, opening.id)
        for service in wall.services:
            if service.id in wanted:
                job = remove_service(job, room_id, wall.id, service.id)
    return job
