"""What of a wall a paneled wall leaves out: doors, windows and niches, columns and boxings against it, and units that stand there."""

from collections.abc import Iterator, Sequence

from tallplank.core.job.face import Face
from tallplank.core.job.room import Room
from tallplank.core.joinery.rule.place import Placed
from tallplank.core.joinery.wall.area import Area
from tallplank.core.space.outline import Ring, strip_span

AGAINST = 30.0
"""What begins no farther from the wall stands against it."""


Standing = tuple[Placed, Ring]
"""A unit, and what it covers of the plan of its room."""
CUT_FOR = ("socket", "switch")
"""Services that come through what is before the wall."""


def cut_outs_on(face: Face) -> Iterator[Area]:
    """What is cut out of boards for sockets and switches."""
    yield from (Area(s.x, s.z, s.width, s.height) for s in face.services if s.kind in CUT_FOR)


def covered_on(room: Room, face: Face, members: Sequence[Standing]) -> Iterator[Area]:
    """The rectangles on a face that are not paneled."""
    yield from (Area(o.x, o.sill, o.width, o.height) for o in face.openings)
    for column in room.columns:
        span = strip_span([face.frame.inside((*point, 0.0))[:2] for point in column.outline], -AGAINST, 0.0)
        if span is not None and span[1] > 0.0 and span[0] < face.length:
            low, high = column.low, column.top(room.height)
            yield Area(span[0], low, span[1] - span[0], high - low)
    for placed, ring in members:
        span = strip_span([face.frame.inside((*point, 0.0))[:2] for point in ring], -AGAINST, 0.0)
        if span is not None and span[1] > 0.0 and span[0] < face.length:
            foot = 0.0 if not placed.hung else placed.z
            yield Area(span[0], foot, span[1] - span[0], placed.top - foot)
