"""Edits of what stands or hangs in a room and cannot be moved: columns, chimney breasts, beams, boxings."""

from functools import partial

from tallplank.core.edit.check import Edited, EditError, valid
from tallplank.core.edit.room import fresh_id, with_room
from tallplank.core.job.job import Job
from tallplank.core.job.room import Column, Room
from tallplank.core.space.outline import Point

USUAL = 300.0
"""Width and depth of a new column; common practice, no source."""


def add_column(job: Job, room_id: str, at: Point, **values: object) -> Edited:
    """A job with one more column, its middle at a point of the plan; its id comes with it.

    Raises:
        EditError: a value out of range, or too many.
    """
    room = job.room(room_id)
    key = fresh_id("column", {*room.face_ids, *(g.id for g in room.groups), *(c.id for c in room.columns)})
    sizes = {"name": f"Column {len(room.columns) + 1}", "width": USUAL, "depth": USUAL, **values}
    made = valid(lambda: Column.model_validate({"id": key, "x": at[0], "y": at[1], **sizes}))
    return Edited(with_room(job, room_id, lambda r: r.but(columns=(*r.columns, made))), (key,))


def change_column(job: Job, room_id: str, column_id: str, **values: object) -> Job:
    """A job with a column's name, place, size, turn or heights changed.

    Raises:
        EditError: no such column, or a value out of range.
    """
    made = valid(partial(column_of(job.room(room_id), column_id).but, **values))
    if made.id != column_id:
        raise EditError("A column keeps its id.")
    return with_room(job, room_id, lambda r: r.but(columns=tuple(made if c.id == column_id else c for c in r.columns)))


def remove_column(job: Job, room_id: str, column_id: str) -> Job:
    """A job without a column."""
    column_of(job.room(room_id), column_id)
    return with_room(job, room_id, lambda r: r.but(columns=tuple(c for c in r.columns if c.id != column_id)))


def column_of(room: Room, column_id: str) -> Column:
    """A column by its id.

    Raises:
        EditError: the room has none of this id.
    """
    found = next((c for c in room.columns if c.id == column_id), None)
    if found is None:
        raise EditError(f"{room.name} has no column '{column_id}'.")
    return found
