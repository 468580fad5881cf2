"""Faces at the ends of a group, so that units stand at all four of its sides."""

from tallplank.core.edit.check import EditError, valid
from tallplank.core.edit.group import FINE, change_group, group_of
from tallplank.core.edit.survey.room import fresh_id
from tallplank.core.job.face import group_frame
from tallplank.core.job.job import Job
from tallplank.core.job.room import MOST_GROUP_FACES, GroupFace
from tallplank.core.joinery.made import Made
from tallplank.core.space.outline import bounds

USUAL = 600.0
"""How deep each row of a group is taken to be in which nothing stands."""


def add_end_faces(job: Job, made: Made, room_id: str, group_id: str) -> Job:
    """A job in which units can stand at the ends of a group too, with their backs against what stands along it.

    Raises:
        EditError: there are faces at its ends already, or the worktop turns down there.
    """
    room = job.room(room_id)
    group = group_of(room, group_id)
    if len(group.faces) + 2 > MOST_GROUP_FACES:
        raise EditError(f"{group.name} has faces at its ends already.")
    if "waterfall" in (group.top.left_end, group.top.right_end):
        raise EditError("The worktop turns down to the floor at an end: make that end free first.")
    frame, ids = group_frame(group), {f.id for f in group.faces}
    units = [u for u in made.by_room.get(room_id, ()) if u.unit.face in ids]
    points = [frame.inside((*p, 0.0))[:2] for u in units for p in made.face(u).frame.flat_out(u.outline)]
    low, high = bounds(points) if points else ((0.0, -USUAL), (group.faces[0].length, USUAL))
    x0, y0, x1, y1 = (round(value, FINE) + 0.0 for value in (*low, *high))
    taken = set(room.face_ids)
    left, right = fresh_id("left", taken), fresh_id("right", taken)
    ends = (
        valid(lambda: GroupFace(id=left, name="left", x=x0, y=y1, turn=-90.0, length=y1 - y0)),
        valid(lambda: GroupFace(id=right, name="right", x=x1, y=y0, turn=90.0, length=y1 - y0)),
    )
    return change_group(job, room_id, group_id, faces=(*group.faces, *ends))
