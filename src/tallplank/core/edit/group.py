"""Edits of groups: units that stand free together and move as one."""

from functools import partial

from tallplank.core.edit.check import Edited, EditError, valid
from tallplank.core.edit.survey.room import check_angle, folded, fresh_id, set_wall_length, with_room
from tallplank.core.job.job import Job
from tallplank.core.job.room import SEAT_WIDTH, Group, GroupFace, RaisedBar, Room, Seats, Side4
from tallplank.core.space.frame import turned_about_z

FINE = 6
"""Places are whole millionths of a millimetre, so that what is turned there and back is the same."""
SAME = 0.01
"""Millimetres and degrees within which faces end and look alike."""


def add_island(job: Job, room_id: str, x: float, y: float, length: float, *, turn: float = 0.0, gap: float = 0.0) -> Edited:
    """A job with a group of two faces back to back, `gap` apart, their left front end at a point of the plan.

    The ids of the group, its front and its back come with it. The front is seen from below on the plan where nothing is turned.

    Raises:
        EditError: a value out of range, or too many groups.
    """
    room = job.room(room_id)
    taken = {*room.face_ids, *(g.id for g in room.groups)}
    keys = []
    for prefix in ("island", "front", "back"):
        key = fresh_id(prefix, taken)
        taken.add(key)
        keys.append(key)
    name = f"Island {len(room.groups) + 1}"

    def group() -> Group:
        front = GroupFace(id=keys[1], name="front", length=length)
        back = GroupFace(id=keys[2], name="back", x=length, y=gap, turn=180.0, length=length)
        return Group(id=keys[0], name=name, x=x, y=y, turn=turn, faces=(front, back))

    made = valid(group)
    return Edited(with_room(job, room_id, lambda r: r.but(groups=(*r.groups, made))), tuple(keys))


def change_group(job: Job, room_id: str, group_id: str, **values: object) -> Job:
    """A job with a group's name, place or turn changed; what stands in it moves with it.

    Raises:
        EditError: no such group, or a value out of range.
    """
    return with_room(job, room_id, lambda room: _replaced(room, group_id, valid(partial(group_of(room, group_id).but, **values))))


def set_top(job: Job, room_id: str, group_id: str, **values: object) -> Job:
    """A job with another overhang or end of a group's worktop; an overhang of None is again as the rules say.

    Raises:
        EditError: no such group, or a value out of range.
    """
    group = group_of(job.room(room_id), group_id)
    return change_group(job, room_id, group_id, top=valid(partial(group.top.but, **values)))


def set_bar(job: Job, room_id: str, group_id: str, side: str | None, **values: object) -> Job:
    """A job in which a group has a raised bar at a side, as high and as deep as it was, or as given; with None it has none.

    Raises:
        EditError: no such group, or a value out of range.
    """
    known = group_of(job.room(room_id), group_id).top.bar
    if side is None:
        return set_top(job, room_id, group_id, bar=None)
    kept = {"height": known.height, "depth": known.depth} if known is not None else {}
    return set_top(job, room_id, group_id, bar=valid(lambda: RaisedBar(**{"side": side, **kept, **values})))


def set_seats(job: Job, room_id: str, group_id: str, side: Side4, count: int, width: float | None = None) -> Job:
    """A job with so many seats along a side of a group; with none they are taken away."""
    group = group_of(job.room(room_id), group_id)
    known = next((s for s in group.seats if s.side == side), None)
    others = tuple(s for s in group.seats if s.side != side)
    wide = width or (known.width if known is not None else SEAT_WIDTH)
    seats = (*others, valid(lambda: Seats(side=side, count=count, width=wide))) if count else others
    return change_group(job, room_id, group_id, seats=seats)


def turn_group(job: Job, room_id: str, group_id: str, degrees: float, about: tuple[float, float] | None = None) -> Job:
    """A job with a group turned counter-clockwise, about its own origin or a point of the plan."""
    group = group_of(job.room(room_id), group_id)
    check_angle(degrees)
    frame = turned_about_z(degrees, (0.0, 0.0, 0.0))
    cx, cy = about if about is not None else (group.x, group.y)
    moved = frame.out((group.x - cx, group.y - cy, 0.0))
    return change_group(job, room_id, group_id, x=cx + moved.x, y=cy + moved.y, turn=folded(group.turn + degrees))


def set_face_length(job: Job, room_id: str, face_id: str, length: float) -> Job:
    """A job with a face of another length: of a wall (see `set_wall_length`), or of a group.

    The left end of a group's face stays, with all units; the face at its back grows with it, and faces at its right end move along.

    Raises:
        EditError: no such face, or a length that cannot be.
    """
    carrier = job.face(room_id, face_id).carrier
    if not isinstance(carrier, Group):
        return set_wall_length(job, room_id, face_id, length)
    face = next(f for f in carrier.faces if f.id == face_id)
    by = length - face.length
    behind = [f for f in carrier.faces if _is_turned(f, face, 180.0) and abs(_along(face, f) - face.length) < SAME]
    moved = {f.id for f in carrier.faces if _is_turned(f, face, 90.0) and abs(_along(face, f) - face.length) < SAME}
    longer = {face_id: length, **{f.id: f.length + by for f in behind}}
    shifted = {f.id for f in behind} | moved
    step = turned_about_z(face.turn, (0.0, 0.0, 0.0)).out((by, 0.0, 0.0))

    def changed(f: GroupFace) -> GroupFace:
        place = {"x": round(f.x + step.x, FINE), "y": round(f.y + step.y, FINE)} if f.id in shifted else {}
        return valid(partial(f.but, length=longer.get(f.id, f.length), **place))

    changed_job = change_group(job, room_id, carrier.id, faces=tuple(changed(f) for f in carrier.faces))
    for f in behind:
        changed_job = _kept_in_place(changed_job, room_id, f.id, by)
    return changed_job


def _is_turned(face: GroupFace, from_face: GroupFace, degrees: float) -> bool:
    return abs(folded(face.turn - from_face.turn - degrees)) < SAME


def _along(face: GroupFace, other: GroupFace) -> float:
    """Where the left end of another face is along a face."""
    way = turned_about_z(face.turn, (0.0, 0.0, 0.0)).x
    return (other.x - face.x) * way.x + (other.y - face.y) * way.y


def _kept_in_place(job: Job, room_id: str, face_id: str, by: float) -> Job:
    """A job in which the units of a face whose left end has moved out by so much stay where they are, as far as the face goes."""
    there = [u for u in job.units if u.room == room_id and u.face == face_id]
    step = max(by, -min((u.x for u in there), default=0.0))
    ids = {u.id for u in there}
    return job.replaced(units=tuple(u.but(x=u.x + step) if u.id in ids else u for u in job.units)) if there and step else job


def remove_group(job: Job, room_id: str, group_id: str) -> Job:
    """A job without a group and the units in it."""
    group = group_of(job.room(room_id), group_id)
    gone = {face.id for face in group.faces}
    left = tuple(u for u in job.units if u.room != room_id or u.face not in gone)
    job = job.replaced(units=left) if len(left) < len(job.units) else job
    return with_room(job, room_id, lambda r: r.but(groups=tuple(g for g in r.groups if g is not group)), going=gone)


def group_of(room: Room, group_id: str) -> Group:
    """A group by its id.

    Raises:
        EditError: the room has none of this id.
    """
    found = next((g for g in room.groups if g.id == group_id), None)
    if found is None:
        raise EditError(f"{room.name} has no group '{group_id}'.")
    return found


def _replaced(room: Room, group_id: str, group: Group) -> Room:
    return room.but(groups=tuple(group if g.id == group_id else g for g in room.groups))
