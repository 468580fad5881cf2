"""A peninsula: a group that stands square to a wall, its end at the wall or at the edge of the worktop before it."""

from functools import partial

from shapely import LineString, Polygon

from tallplank.core.edit.check import Edited, EditError, valid
from tallplank.core.edit.group import add_island, change_group, group_of
from tallplank.core.edit.survey.room import folded
from tallplank.core.job.job import Job
from tallplank.core.joinery.made import Made

FAR = 10_000.0
"""Beyond any worktop's depth."""


def add_peninsula(job: Job, made: Made, room_id: str, face_id: str, along: float, length: float, *, to_left: bool = True) -> Edited:
    """A job with a peninsula whose two faces stand back to back on a line square to a wall, so far along it.

    The first face looks to the left, or to the right, for someone who looks at the wall. It begins at the wall, or at the edge of the
    worktop that passes there, and its own worktop does not stand out at that end. The ids of the group and its faces come with it.

    Raises:
        EditError: a face of a group, a place beyond the wall, or a length out of range.
    """
    face = made.faces[room_id][face_id]
    if not face.thickness:
        raise EditError("A peninsula stands at a wall.")
    if not 0.0 <= along <= face.length:
        raise EditError(f"{face.name} is {job.display.shown(face.length)} long: it cannot stand beyond that.")
    start = worktop_edge(made, room_id, face_id, along)
    y = 0.0 - start if to_left else 0.0 - start - length
    origin = face.frame.out((along, y, 0.0))
    turn = folded(face.turn - 90.0 if to_left else face.turn + 90.0)
    job, ids = add_island(job, room_id, origin.x, origin.y, length, turn=turn)
    group = group_of(job.room(room_id), ids[0])
    top = valid(partial(group.top.but, **{"left" if to_left else "right": 0.0}))
    number = 1 + sum(g.name.startswith("Peninsula") for g in job.room(room_id).groups)
    return Edited(change_group(job, room_id, ids[0], name=f"Peninsula {number}", top=top), ids)


def worktop_edge(made: Made, room_id: str, face_id: str, along: float) -> float:
    """How far before a wall the edge of the worktop lies that passes at a place; 0 where none does."""
    line = LineString([(along, 0.0), (along, -FAR)])
    tops = [part.above for run in made.runs_at(room_id, face_id) if run.what == "top" for part in run.parts if part.tag.role == "worktop"]
    cuts = [line.intersection(Polygon(ring)) for ring in tops]
    return max((0.0 - cut.bounds[1] for cut in cuts if not cut.is_empty and cut.length), default=0.0)
