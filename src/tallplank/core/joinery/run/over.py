"""What is over a stretch of units: the ceiling, level or sloping, or a soffit."""

from tallplank.core.job.ceiling import headroom
from tallplank.core.job.face import Faces
from tallplank.core.job.room import Room
from tallplank.core.joinery.run.stretch import Course
from tallplank.core.space.outline import shared_depth

TOUCH = 1.0
"""Soffits that reach over units by less than this are beside them."""


def lowest_over(room: Room, faces: Faces, course: Course) -> float:
    """The height of the lowest of the ceiling and the soffits over the units of a stretch."""
    stretch, frame = course.stretch, course.face.frame
    front = min(p.back - p.unit.depth for p in stretch.members)
    ring = frame.flat_out(((stretch.start, front), (stretch.end, front), (stretch.end, 0.0), (stretch.start, 0.0)))
    soffits = [s.low for s in room.soffits if shared_depth(ring, s.corners) > TOUCH]
    return min([headroom(room, faces, ring), *soffits])
