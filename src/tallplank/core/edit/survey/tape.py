"""Rooms surveyed by walking round them with a tape."""

from collections.abc import Sequence

from tallplank.core.edit.check import Edited, EditError
from tallplank.core.edit.survey.room import add_room_of, change_room, check_openings
from tallplank.core.job.job import Job
from tallplank.core.measure.tape import Spread, TapeLeg, closed, walked
from tallplank.core.space.outline import is_clockwise


def room_by_tape(job: Job, name: str, legs: Sequence[TapeLeg], height: float, spread: Spread = "even") -> Edited:
    """A job with one more room, as it was walked round; its id comes with it.

    Raises:
        TapeError, EditError: the walk does not close, or its walls cross.
    """
    return add_room_of(job, name, closed(walked(legs), spread), height)


def survey_room(job: Job, room_id: str, legs: Sequence[TapeLeg], spread: Spread = "even") -> Job:
    """A job with a room as it was walked round from its first corner, to the right on the plan.

    With as many walls as before they stay, with all that is in and at them.

    Raises:
        TapeError: the walk does not close.
        EditError: its walls cross, openings do not fit any more, or walls would go that something stands at.
    """
    room = job.room(room_id)
    x0, y0 = room.corners[0]
    corners = tuple((x0 + x, y0 + y) for x, y in closed(walked(legs), spread))
    if len(corners) == len(room.corners):
        if not is_clockwise(corners):
            raise EditError("Walk round the room clockwise, with the walls at your left.")
        return change_room(job, room_id, corners=corners)
    in_walls = any(w.openings or w.services for w in room.walls)
    if any(u.room == room_id for u in job.units) or in_walls or room.free_walls or room.groups or room.slopes:
        raise EditError(f"{room.name} has {len(room.corners)} walls with something in or at them; this walk has {len(corners)}.")
    made = add_room_of(job, room.name, corners, room.height)
    walls = made.job.room(made.ids[0])
    fresh = room.but(corners=walls.corners, walls=walls.walls)
    check_openings(fresh, job.display)
    return job.replaced(rooms=tuple(fresh if r.id == room_id else r for r in job.rooms))
