"""Mirroring units and groups about a place: moved there, or copied."""

from collections.abc import Iterable
from math import atan2, cos, degrees, radians, sin

from tallplank.core.catalog.catalog import Catalog
from tallplank.core.edit.check import Edited, EditError, swapped, with_units
from tallplank.core.edit.copies.copied import units_of, with_copies
from tallplank.core.edit.copies.group import with_group
from tallplank.core.edit.group import group_of
from tallplank.core.edit.mirror import mirrored_unit
from tallplank.core.edit.survey.room import folded, with_room
from tallplank.core.job.job import Job
from tallplank.core.job.room import Group, GroupFace, Seats
from tallplank.core.space.outline import Point

NEAR, SQUARE = 1e-6, 1e-6


def mirror_about(job: Job, catalog: Catalog, ids: Iterable[str], at: float, *, copy: bool = False) -> Edited:
    """A job with units mirrored about a place along their face, or with mirrored copies; the ids of what is mirrored.

    Raises:
        EditError: no units, or one of them could not be built so.
    """
    units = units_of(job, ids)
    turned = [mirrored_unit(u).but(x=_whole(2 * at - u.x - u.width)) for u in units]
    if copy:
        return with_copies(job, turned)
    return Edited(with_units(job, catalog, {u.id: u for u in turned}), tuple(u.id for u in turned))


def middle_of_face(job: Job, ids: Iterable[str]) -> float:
    """The middle of the face that units stand at.

    Raises:
        EditError: no units, or they stand at several faces.
    """
    units = units_of(job, ids)
    if len({(u.room, u.face) for u in units}) > 1:
        raise EditError("Select units of one wall.")
    return job.face(units[0].room, units[0].face).length / 2


def line_at_face(job: Job, ids: Iterable[str], line: tuple[Point, Point]) -> float:
    """Where a line of the plan, square to the face that units stand at, meets it.

    Raises:
        EditError: units of several faces, or a line that is not square to theirs.
    """
    units = units_of(job, ids)
    if len({(u.room, u.face) for u in units}) > 1:
        raise EditError("Select units of one wall.")
    frame = job.face(units[0].room, units[0].face).frame
    a, b = (frame.inside((*p, 0.0)) for p in line)
    if abs(a.x - b.x) > abs(a.y - b.y) * 0.02:
        raise EditError("The line to mirror about must be square to the wall.")
    return (a.x + b.x) / 2


def mirror_group(job: Job, room_id: str, group_id: str, line: tuple[Point, Point] | None = None, *, copy: bool = False) -> Edited:
    """A job with a group and all in it mirrored about a line of the plan, or about its own middle; or with a mirrored copy of it.

    The ids of the group that is mirrored come with it.

    Raises:
        EditError: no such group, a line that is none, or too many groups or units.
    """
    room = job.room(room_id)
    group = group_of(room, group_id)
    a, b = line if line is not None else _own_middle(group)
    if abs(a[0] - b[0]) + abs(a[1] - b[1]) < NEAR:
        raise EditError("The line to mirror about needs two points.")
    turned = _mirrored(group, (a, b))
    lengths = {f.id: f.length for f in group.faces}
    members = [u for u in job.units if u.room == room_id and u.face in lengths]
    units = [mirrored_unit(u).but(x=_whole(lengths[u.face] - u.x - u.width)) for u in members]
    if copy:
        return with_group(job, room_id, turned, units)
    known = {u.id: u for u in units}
    job = with_room(job, room_id, lambda r: r.but(groups=tuple(turned if g.id == group_id else g for g in r.groups)))
    return Edited(job.replaced(units=swapped(job.units, known)), (group_id,))


def _own_middle(group: Group) -> tuple[Point, Point]:
    """The line across the middle of its first face, square to that."""
    face, turn = group.faces[0], radians(group.turn)
    own = radians(face.turn)
    x, y = face.x + cos(own) * face.length / 2, face.y + sin(own) * face.length / 2
    at = (group.x + cos(turn) * x - sin(turn) * y, group.y + sin(turn) * x + cos(turn) * y)
    across = turn + own + radians(90.0)
    return at, (at[0] + cos(across), at[1] + sin(across))


def _mirrored(group: Group, line: tuple[Point, Point]) -> Group:
    """The mirror image: its frame seen in the mirror, turned so that x runs the other way, and its faces from their other ends."""
    (ax, ay), (bx, by) = line
    angle = atan2(by - ay, bx - ax)
    c, s = cos(2 * angle), sin(2 * angle)
    dx, dy = group.x - ax, group.y - ay
    turn = folded(2 * degrees(angle) - group.turn + 180.0)
    top = group.top
    swapped = top.but(left=top.right, right=top.left, left_end=top.right_end, right_end=top.left_end)
    return group.but(
        x=_whole(ax + c * dx + s * dy),
        y=_whole(ay + s * dx - c * dy),
        turn=0.0 if abs(turn) < SQUARE else round(turn, 9),
        faces=tuple(map(_mirrored_face, group.faces)),
        top=swapped,
        seats=tuple(map(_mirrored_seats, group.seats)),
    )


def _mirrored_face(face: GroupFace) -> GroupFace:
    turn = radians(face.turn)
    end = (face.x + cos(turn) * face.length, face.y + sin(turn) * face.length)
    name = {"left": "right", "right": "left"}.get(face.name, face.name)
    return face.but(name=name, x=_whole(-end[0]), y=_whole(end[1]), turn=folded(0.0 - face.turn) if face.turn % 180.0 else face.turn)


def _mirrored_seats(row: Seats) -> Seats:
    return row.but(side={"left": "right", "right": "left"}.get(row.side, row.side))


def _whole(value: float) -> float:
    """A length to a millionth of a millimetre, so that what is mirrored twice is the same."""
    return round(value, 6) + 0.0
