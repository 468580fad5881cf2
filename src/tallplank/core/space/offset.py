"""Outlines moved inwards or outwards, where arcs stay arcs about the same middle and straight sides stay straight."""

from collections.abc import Mapping, Sequence
from itertools import pairwise
from math import asin, atan2, ceil, cos, hypot, pi, sin, sqrt

from shapely import Polygon

from tallplank.core.space.curve import LEAST_STEPS, ArcOf, Straight, pieces
from tallplank.core.space.outline import Point, Ring, crossing, edges, far, is_clockwise, is_simple, shifted

SAGITTA = 0.05
"""How far, in millimetres, a chord lies within the arc it stands for."""
GONE = 1e-6
Piece = Straight | ArcOf


class OffsetError(Exception):
    """Nothing is left of an outline, or it would cross itself."""


def within(ring: Ring, by: float) -> Ring:
    """A counter-clockwise outline moved inwards by so much, or outwards where it is less than 0; corners stay sharp.

    Raises:
        OffsetError: nothing is left, or the moved sides no longer meet.
    """
    return ring_of(pieces_within(ring, by))


def pieces_within(ring: Ring, by: float) -> list[Piece]:
    """As `within`, in its lines and arcs: as many as the outline has, but for rounded corners that are gone.

    Raises:
        OffsetError: nothing is left, or the moved sides no longer meet.
    """
    return [moved for _, moved in beside(ring, by) if moved.start != moved.end]


def beside(ring: Ring, by: float) -> list[tuple[Piece, Piece]]:
    """Each line and arc of an outline with what it becomes within it; of a rounded corner or a short side that is gone a line of no length.

    Raises:
        OffsetError: nothing is left, or the moved sides no longer meet.
    """
    if by and (rectangle := _rectangle_within(ring, by)) is not None:
        return [(Straight(*side), Straight(*other)) for side, other in zip(edges(ring), edges(rectangle), strict=True)]
    found = list(pieces(ring))
    if not by:
        return [(piece, piece) for piece in found]
    moved = [(piece, new) for piece in found if (new := _moved(piece, by)) is not None]
    joined = _joined(moved) if by < 0 else _left_of(ring, moved, by)
    inner = list(joined.values())
    if not is_simple(ring_of(inner)) or is_clockwise(ring_of(inner)) or any(_is_turned(piece) for piece in inner):
        raise OffsetError
    return [(piece, joined.get(piece) or _nothing_before(found, i, joined)) for i, piece in enumerate(found)]


def _rectangle_within(ring: Ring, by: float) -> Ring | None:
    """An upright rectangle from its lower left corner on, moved inwards; None for any other outline.

    Raises:
        OffsetError: nothing is left.
    """
    if len(ring) != 4:
        return None
    (x0, y0), (x1, y1), (x2, y2), (x3, y3) = ring
    if not (x0 == x3 < x1 == x2 and y0 == y1 < y2 == y3):
        return None
    if min(x1 - x0, y2 - y1) <= 2 * by:
        raise OffsetError
    return ((x0 + by, y0 + by), (x1 - by, y1 + by), (x2 - by, y2 - by), (x3 + by, y3 - by))


def _nothing_before(found: Sequence[Piece], at: int, joined: Mapping[Piece, Piece]) -> Straight:
    """A line of no length where the next piece that is left begins."""
    after = next(piece for piece in (*found[at:], *found[:at]) if piece in joined)
    return Straight(joined[after].start, joined[after].start)


def ring_of(found: Sequence[Piece]) -> Ring:
    """The corners of lines and arcs in order; arcs in equal chords that lie within `SAGITTA` of them."""
    return tuple(point for piece in found for point in points_of(piece)[:-1])


def points_of(piece: Piece) -> list[Point]:
    """The points of a line or an arc, from its start to its end."""
    if isinstance(piece, Straight):
        return [piece.start, piece.end]
    turn = sweep(piece)
    step = min(4 * asin(sqrt(min(SAGITTA / piece.radius / 2, 1.0))), pi / 12)
    count = 2 * max(ceil(abs(turn) / step / 2), LEAST_STEPS)  # even, so that the crown of an arch is one of them
    first = atan2(piece.start[1] - piece.centre[1], piece.start[0] - piece.centre[0])
    turns = (first + turn * k / count for k in range(1, count))
    inner = [(piece.centre[0] + piece.radius * cos(t), piece.centre[1] + piece.radius * sin(t)) for t in turns]
    return [piece.start, *inner, piece.end]


def sweep(piece: ArcOf) -> float:
    """How far an arc turns, in radians: more than 0 to the left."""
    (x, y), way = piece.centre, 1.0 if piece.left else -1.0
    first, last = (atan2(p[1] - y, p[0] - x) for p in (piece.start, piece.end))
    return way * ((way * (last - first)) % (2 * pi))


def _moved(piece: Piece, by: float) -> Piece | None:
    """A piece on its new line or circle, its ends not yet where it meets its neighbours; None where nothing is left of a circle."""
    if isinstance(piece, Straight):
        return Straight(*shifted((piece.start, piece.end), by))
    radius = piece.radius - by if piece.left else piece.radius + by
    if radius <= GONE:
        return None
    start, end = (_out_from(piece.centre, p, radius) for p in (piece.start, piece.end))
    return ArcOf(start, end, piece.centre, radius, piece.left)


def _out_from(centre: Point, point: Point, radius: float) -> Point:
    by = radius / far(centre, point)
    return centre[0] + (point[0] - centre[0]) * by, centre[1] + (point[1] - centre[1]) * by


def _joined(moved: Sequence[tuple[Piece, Piece]]) -> dict[Piece, Piece]:
    """Moved pieces up to where each meets the next, by what they were."""
    found = _met(moved)
    if any(isinstance(new, Straight) and _is_against(new, found[old]) for old, new in moved):
        raise OffsetError
    return found


def _left_of(ring: Ring, moved: Sequence[tuple[Piece, Piece]], by: float) -> dict[Piece, Piece]:
    """The same inwards: sides that are too short for it are gone, the shortest first, and their neighbours meet."""
    some = list(moved)
    while len(some) > 1:
        found = _met(some)
        against = [old for old, new in some if isinstance(new, Straight) and _is_against(new, found[old])]
        if not against:
            if len(some) < len(moved) and not _is_within(ring, list(found.values()), by):
                raise OffsetError
            return found
        shortest = min(against, key=lambda line: far(line.start, line.end))
        some = [(old, new) for old, new in some if old is not shortest]
    raise OffsetError


def _is_within(ring: Ring, inner: Sequence[Piece], by: float) -> bool:
    """Whether all of what is left is inside, and nowhere nearer to the outline than it should be."""
    outer, left = Polygon(ring), Polygon(ring_of(inner))
    return bool(outer.contains(left) and outer.exterior.distance(left.exterior) > by - 2 * SAGITTA)


def _met(moved: Sequence[tuple[Piece, Piece]]) -> dict[Piece, Piece]:
    meets = [_meet(a, b, old) for (old, a), (_, b) in pairwise([*moved, moved[0]])]
    return {old: new._replace(start=meets[i - 1], end=meets[i]) for i, (old, new) in enumerate(moved)}


def _is_against(line: Straight, other: Piece) -> bool:
    """Whether a line that was moved runs the other way now, since what is beside it came together."""
    return sum((line.end[i] - line.start[i]) * (other.end[i] - other.start[i]) for i in (0, 1)) <= 0


def _meet(a: Piece, b: Piece, before: Piece) -> Point:
    """Where two moved pieces meet: of two places that which is nearer to where they met before."""
    if far(a.end, b.start) < GONE:
        return a.end
    places = _meetings(a, b)
    if not places:
        raise OffsetError
    return min(places, key=lambda p: far(p, before.end))


def _meetings(a: Piece, b: Piece) -> list[Point]:
    if isinstance(a, Straight) and isinstance(b, Straight):
        met = crossing((a.start, a.end), (b.start, b.end))
        return [met] if met is not None else []
    if isinstance(a, ArcOf) and isinstance(b, ArcOf):
        return _of_circles(a, b)
    line, arc = (a, b) if isinstance(a, Straight) else (b, a)
    assert isinstance(line, Straight) and isinstance(arc, ArcOf)
    return _of_line(line, arc)


def _of_line(line: Straight, arc: ArcOf) -> list[Point]:
    """Where a line meets a circle. Source: plain geometry."""
    (x, y), length = line.start, far(line.start, line.end)
    ux, uy = (line.end[0] - x) / length, (line.end[1] - y) / length
    foot = (arc.centre[0] - x) * ux + (arc.centre[1] - y) * uy
    px, py = x + foot * ux, y + foot * uy
    left = arc.radius**2 - (px - arc.centre[0]) ** 2 - (py - arc.centre[1]) ** 2
    if left < -GONE * arc.radius:
        return []
    half = sqrt(max(left, 0.0))
    return [(px - half * ux, py - half * uy), (px + half * ux, py + half * uy)]


def _of_circles(a: ArcOf, b: ArcOf) -> list[Point]:
    """Where two circles meet. Source: plain geometry."""
    dx, dy = b.centre[0] - a.centre[0], b.centre[1] - a.centre[1]
    apart = hypot(dx, dy)
    if apart < GONE:
        return []
    along = (apart**2 + a.radius**2 - b.radius**2) / (2 * apart)
    left = a.radius**2 - along**2
    if left < -GONE * a.radius:
        return []
    half = sqrt(max(left, 0.0))
    px, py = a.centre[0] + along * dx / apart, a.centre[1] + along * dy / apart
    return [(px - half * dy / apart, py + half * dx / apart), (px + half * dy / apart, py - half * dx / apart)]


def _is_turned(piece: Piece) -> bool:
    """Whether an arc goes the long way round, since its ends have passed each other."""
    return isinstance(piece, ArcOf) and abs(sweep(piece)) > 1.5 * pi
