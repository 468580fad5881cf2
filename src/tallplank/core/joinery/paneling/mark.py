"""Places on a wall that the regions of a paneled wall may be held at: sides and middles of openings, columns, units and other schemes."""

from collections.abc import Iterator, Sequence
from typing import Literal, NamedTuple

from tallplank.core.job.face import Face
from tallplank.core.job.room import Room
from tallplank.core.job.scheme import Scheme
from tallplank.core.joinery.paneling.covered import AGAINST, Standing, columns_at
from tallplank.core.space.outline import strip_span


class Mark(NamedTuple):
    """A place: what it is told by, in words, whether it is along the wall or above the floor, and where."""

    key: str
    words: str
    way: Literal["across", "up"]
    at: float


def marks_on(room: Room, face: Face, scheme: Scheme, members: Sequence[Standing] = ()) -> Iterator[Mark]:
    """All marks on a face, for one scheme on it."""
    for opening in face.openings:
        what = f"the {opening.kind} at {opening.x:.0f}"
        yield from _four(opening.id, what, (opening.x, opening.x + opening.width), (opening.sill, opening.sill + opening.height))
    for column, span in columns_at(room, face):
        yield from _four(column.id, column.name, span, (column.low, column.top(room.height)))
    for other in room.schemes:
        if other.face == face.id and other.id != scheme.id:
            high = other.high if other.high is not None else face.height
            yield from _four(other.id, other.name, (other.left, face.length - other.right), (other.low, high))
    for one in members:
        own = strip_span([face.frame.inside((*point, 0.0))[:2] for point in one.ring], -AGAINST, 0.0) if one.unit else None
        if own is not None and own[1] > 0.0 and own[0] < face.length:
            yield from _four(one.unit, f"unit {one.mark}", own, (one.low, one.high))
    yield Mark("wall.middle", "the middle of the wall", "across", face.length / 2)


def _four(owner: str, what: str, along: tuple[float, float], up: tuple[float, float]) -> Iterator[Mark]:
    yield Mark(f"{owner}.left", f"left of {what}", "across", along[0])
    yield Mark(f"{owner}.middle", f"middle of {what}", "across", sum(along) / 2)
    yield Mark(f"{owner}.right", f"right of {what}", "across", along[1])
    yield Mark(f"{owner}.foot", f"foot of {what}", "up", up[0])
    yield Mark(f"{owner}.head", f"head of {what}", "up", up[1])
