"""Smooth curves through points that are made of arcs, so that offsets and machines keep them as such.

Source: two arcs that meet with a common tangent take from a point and a direction to another point and direction; of all such pairs
those whose control lengths are equal (plain geometry). Directions at inner points are those from the point before to the one after.
"""

from collections.abc import Sequence
from itertools import pairwise
from math import hypot, sqrt

from tallplank.core.space.curve import ArcOf, Straight
from tallplank.core.space.outline import Point, far

FLAT = 1e-9
Piece = Straight | ArcOf


def through(points: Sequence[Point]) -> list[Piece]:
    """Lines and arcs from the first point to the last through all others, without a corner."""
    ways = _ways(points)
    found: list[Piece] = []
    for (a, b), (ta, tb) in zip(pairwise(points), pairwise(ways), strict=True):
        found += _two_arcs(a, ta, b, tb)
    return found


def _ways(points: Sequence[Point]) -> list[Point]:
    """The direction at each point; at both ends the one that a single arc to the next point has."""
    inner = [_unit(points[i - 1], points[i + 1]) for i in range(1, len(points) - 1)]
    if not inner:
        way = _unit(points[0], points[1])
        return [way, way]
    return [_mirrored(inner[0], _unit(points[0], points[1])), *inner, _mirrored(inner[-1], _unit(points[-2], points[-1]))]


def _two_arcs(a: Point, ta: Point, b: Point, tb: Point) -> list[Piece]:
    vx, vy = b[0] - a[0], b[1] - a[1]
    along, turn = vx * (ta[0] + tb[0]) + vy * (ta[1] + tb[1]), 1.0 - (ta[0] * tb[0] + ta[1] * tb[1])
    long = vx * vx + vy * vy
    reach = long / (2 * along) if turn < FLAT else (-along + sqrt(along * along + 2 * turn * long)) / (2 * turn)
    middle = ((a[0] + b[0] + reach * (ta[0] - tb[0])) / 2, (a[1] + b[1] + reach * (ta[1] - tb[1])) / 2)
    return [_arc_from(a, ta, middle), _turned(_arc_from(b, (-tb[0], -tb[1]), middle))]


def _arc_from(start: Point, way: Point, end: Point) -> Piece:
    """The arc that leaves a point in a direction and comes to another; a line where that lies straight ahead."""
    vx, vy = end[0] - start[0], end[1] - start[1]
    beside = vx * -way[1] + vy * way[0]
    if abs(beside) < FLAT * max(hypot(vx, vy), 1.0):
        return Straight(start, end)
    radius = (vx * vx + vy * vy) / (2 * beside)
    return ArcOf(start, end, (start[0] - way[1] * radius, start[1] + way[0] * radius), abs(radius), radius > 0)


def _turned(piece: Piece) -> Piece:
    """The same the other way round."""
    if isinstance(piece, Straight):
        return Straight(piece.end, piece.start)
    return ArcOf(piece.end, piece.start, piece.centre, piece.radius, not piece.left)


def backwards(pieces: Sequence[Piece]) -> list[Piece]:
    """A curve from its end to its start."""
    return [_turned(piece) for piece in reversed(pieces)]


def _unit(a: Point, b: Point) -> Point:
    long = far(a, b)
    return (b[0] - a[0]) / long, (b[1] - a[1]) / long


def _mirrored(way: Point, about: Point) -> Point:
    along = 2 * (way[0] * about[0] + way[1] * about[1])
    return along * about[0] - way[0], along * about[1] - way[1]
