"""Copies of groups with all that stands in them."""

from collections.abc import Sequence

from tallplank.core.edit.check import Edited, EditError
from tallplank.core.edit.copies.copied import with_copies
from tallplank.core.edit.group import group_of
from tallplank.core.edit.survey.room import fresh_id, with_room
from tallplank.core.job.job import Job
from tallplank.core.job.room import Group
from tallplank.core.job.unit import Unit
from tallplank.core.measure.counting import counted_name
from tallplank.core.space.outline import Point

MOST_COPIES = 49


def with_group(job: Job, room_id: str, group: Group, units: Sequence[Unit]) -> Edited:
    """A job with one more group, whose faces, like it, get ids of their own, and copies of units at them.

    The ids of the group, then those of its units come with it.

    Raises:
        EditError: too many groups or units.
    """
    room = job.room(room_id)
    taken = {*room.face_ids, *room.things}
    key = fresh_id("island", taken)
    taken.add(key)
    faces = {}
    for face in group.faces:
        faces[face.id] = fresh_id(face.name if face.name.isidentifier() else "side", taken)
        taken.add(faces[face.id])
    name = counted_name(group.name, [g.name for g in room.groups])
    fresh = group.but(id=key, name=name, faces=tuple(f.but(id=faces[f.id]) for f in group.faces))
    job = with_room(job, room_id, lambda r: r.but(groups=(*r.groups, fresh)))
    copies = with_copies(job, [u.but(room=room_id, face=faces[u.face]) for u in units])
    return Edited(copies.job, (key, *copies.ids))


def repeat_group(job: Job, room_id: str, group_id: str, times: int, by: Point) -> Edited:
    """A job with a group repeated `times`, each copy so far from the one before it on the plan; the ids of the copies.

    Raises:
        EditError: no such group, too many times, or no distance.
    """
    if not 1 <= times <= MOST_COPIES:
        raise EditError(f"Repeat a group from once to {MOST_COPIES} times.")
    if not any(by):
        raise EditError("Copies need a distance: at none they would stand in the original.")
    group = group_of(job.room(room_id), group_id)
    ids = {f.id for f in group.faces}
    units = [u for u in job.units if u.room == room_id and u.face in ids]
    made: list[str] = []
    for number in range(1, times + 1):
        job, keys = with_group(job, room_id, group.but(x=group.x + by[0] * number, y=group.y + by[1] * number), units)
        made.append(keys[0])
    return Edited(job, tuple(made))
