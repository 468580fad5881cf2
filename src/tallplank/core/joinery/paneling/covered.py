"""What of a wall a paneled wall leaves out: doors, windows and niches, columns and boxings against it, and units that stand there."""

from collections.abc import Iterator, Sequence
from typing import NamedTuple

from tallplank.core.job.face import Face
from tallplank.core.job.room import Group, Room
from tallplank.core.job.scheme import Scheme
from tallplank.core.job.standing import Column
from tallplank.core.job.wall import WallOpening
from tallplank.core.joinery.paneling.area import Area
from tallplank.core.joinery.part.part import BuildError
from tallplank.core.space.bow import Bow
from tallplank.core.space.outline import Ring, strip_span

AGAINST = 30.0
"""What begins no farther from the wall stands against it."""


class Standing(NamedTuple):
    """A unit, or a piece of what runs along units: what it covers of the plan of its room, and from where to where it reaches up."""

    ring: Ring
    low: float
    high: float
    unit: str = ""
    """The id of a unit; nothing for what runs along them."""
    mark: int = 0
    panel: float = 0.0
    """How thick it is, of a panel that closes the back of a group, on which there may be paneling."""


class Ground(NamedTuple):
    """A panel on a face of a group that paneling is planted on: where it is, and how thick."""

    area: Area
    thick: float


def grounds_on(face: Face, members: Sequence[Standing]) -> tuple[Ground, ...]:
    """What the paneling of a group's face is planted on; a wall is its own ground.

    Raises:
        BuildError: a face of a group has no panel.
    """
    if not isinstance(face.carrier, Group):
        return ()
    found = tuple(Ground(area, one.panel) for one in members if one.panel and (area := _area_of(one, face)) is not None)
    if not found:
        raise BuildError("A face of an island is paneled on its back panel: place one there first.")
    return found


CUT_FOR = ("socket", "switch")
"""Services that come through what is before the wall."""


def cut_outs_on(face: Face) -> Iterator[Area]:
    """What is cut out of boards for sockets and switches."""
    yield from (Area(s.x, s.z, s.width, s.height) for s in face.services if s.kind in CUT_FOR)


def cased(opening: WallOpening, casing: float) -> Area:
    """An opening with the molding round it; a door has none at its foot, and a window none where a board lies on its sill."""
    below = casing if opening.sill > 0.0 and not opening.board else 0.0
    side = casing if opening.kind != "niche" else 0.0
    low, high = opening.sill - min(below, side), opening.sill + opening.height + side
    return Area(opening.x - side, low, opening.width + 2 * side, high - low)


def covered_on(room: Room, face: Face, members: Sequence[Standing], scheme: Scheme, casing: float = 0.0) -> Iterator[Area]:
    """The rectangles on a face that are not paneled; the molding round openings is so wide."""
    yield from (cased(o, casing) for o in face.openings)
    for column, (start, stop) in columns_at(room, face):
        if not is_hidden(column, face, scheme):
            low, high = column.low, column.top(room.height)
            yield Area(start, low, stop - start, high - low)
    for other in room.schemes if scheme.box is None else ():
        if other.box is not None and other.face == face.id:
            high = other.high if other.high is not None else face.height
            yield Area(other.left, other.low, face.length - other.left - other.right, high - other.low)
    on_group = isinstance(face.carrier, Group)
    for one in members:
        area = None if on_group and one.panel else _area_of(one, face)
        if area is not None:
            yield area


def _area_of(one: Standing, face: Face) -> Area | None:
    """Where on a face something stands against it."""
    span = strip_span([face.frame.inside((*point, 0.0))[:2] for point in one.ring], -AGAINST, 0.0)
    if span is None or span[1] <= 0.0 or span[0] >= face.length:
        return None
    return Area(span[0], one.low, span[1] - span[0], one.high - one.low)


def columns_at(room: Room, face: Face) -> Iterator[tuple[Column, tuple[float, float]]]:
    """What stands against a face, and from where to where along it."""
    for column in room.columns:
        span = strip_span(seen_from(column, face), -AGAINST, 0.0)
        if span is not None and span[1] > 0.0 and span[0] < face.length:
            yield column, span


def seen_from(column: Column, face: Face) -> Ring:
    """The outline of what stands in a room, along a face and, less than 0, before it."""
    return tuple(face.frame.inside((*point, 0.0))[:2] for point in column.outline)


def is_hidden(column: Column, face: Face, scheme: Scheme) -> bool:
    """Whether a boxing stands all round something, as clear of it as it should be."""
    if scheme.box is None:
        return False
    xs = [x for x, _ in seen_from(column, face)]
    beside = scheme.left + at_side(scheme) <= min(xs) and max(xs) <= face.length - scheme.right - at_side(scheme)
    return beside and needed_depth(column, face, scheme) <= scheme.box.deep


def needed_depth(column: Column, face: Face, scheme: Scheme) -> float:
    """How deep a boxing has to be to hide something, at its ends where it bows out."""
    before = scheme.backing + (scheme.box.clear if scheme.box is not None else 0.0)
    return max(before - y - _bowed_at(x, face, scheme) for x, y in seen_from(column, face))


def _bowed_at(x: float, face: Face, scheme: Scheme) -> float:
    """By how much more than at its ends a boxing has room at a place along its wall, and as far beside it as it keeps clear."""
    if scheme.box is None or not scheme.box.bow:
        return 0.0
    bow = curve_at(face, scheme)
    return min(bow.room_at(x - scheme.box.clear), bow.room_at(x + scheme.box.clear)) - (scheme.box.deep - scheme.backing)


def curve_at(face: Face, scheme: Scheme) -> Bow:
    """The curve of a boxing that bows out, between the boards at its sides."""
    assert scheme.box is not None
    return Bow(scheme.left + scheme.side, face.length - scheme.right - scheme.side, scheme.box.deep, scheme.box.bow, scheme.backing)


def at_side(scheme: Scheme) -> float:
    """How much more than what it hides a boxing takes up at each side: its board, and what it keeps clear of."""
    return scheme.side + (scheme.box.clear if scheme.box is not None else 0.0)


def overlap(scheme: Scheme, face: Face, column: Column, span: tuple[float, float], ceiling: float) -> bool:
    """Whether a scheme and what stands against its wall take up the same place."""
    high = scheme.high if scheme.high is not None else face.height
    beside = span[0] < face.length - scheme.right and span[1] > scheme.left
    return beside and column.low < high and column.top(ceiling) > scheme.low
