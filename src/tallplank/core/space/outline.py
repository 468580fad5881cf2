"""Outlines seen flat: rings of corners, with shapely behind them for what it does well."""

from collections.abc import Iterable, Sequence
from functools import lru_cache
from itertools import pairwise
from math import atan2, degrees, hypot

import shapely
from shapely import Polygon
from shapely.geometry.base import BaseGeometry

Point = tuple[float, float]
Ring = tuple[Point, ...]
"""Corners in order; the last is joined to the first."""
LONGEST_MITRE = 4.0
"""An outer corner farther out than this, by the larger offset, is cut off."""
STRAIGHT = 1e-9
EDGE = 1e-6
"""Millimetres within which two outlines only touch."""


def far(a: Point, b: Point) -> float:
    """The distance between two points."""
    return hypot(b[0] - a[0], b[1] - a[1])


def edges(ring: Sequence[Point]) -> tuple[tuple[Point, Point], ...]:
    """Every side of a ring, from corner to corner."""
    return tuple(pairwise((*ring, ring[0])))


@lru_cache(maxsize=2000)
def is_simple(ring: Ring) -> bool:
    """Whether it encloses one area and nowhere crosses or touches itself."""
    return len(ring) > 2 and bool(Polygon(ring).is_valid)


def is_clockwise(ring: Sequence[Point]) -> bool:
    """Whether it runs clockwise as seen with x to the right and y up."""
    return sum(x0 * y1 - x1 * y0 for (x0, y0), (x1, y1) in edges(ring)) < 0


def area(ring: Sequence[Point]) -> float:
    """What it encloses, in square millimetres."""
    return float(Polygon(ring).area)


def middle(ring: Sequence[Point]) -> Point:
    """A point well inside, on whole millimetres: the centre of gravity where that lies inside."""
    whole = Polygon(ring)
    centre = whole.centroid if whole.contains(whole.centroid) else whole.representative_point()
    return float(round(centre.x)), float(round(centre.y))


def bounds(points: Sequence[Point]) -> tuple[Point, Point]:
    """The lowest and the highest corner of the box around points."""
    xs, ys = [p[0] for p in points], [p[1] for p in points]
    return (min(xs), min(ys)), (max(xs), max(ys))


def holds(ring: Sequence[Point], point: Point) -> bool:
    """Whether a point lies in it or on its edge."""
    (left, low), (right, high) = bounds(ring)
    if not (left <= point[0] <= right and low <= point[1] <= high):
        return False
    return bool(shapely.intersects_xy(Polygon(ring), *point))


def lies_among(points: Sequence[Point], point: Point, margin: float) -> bool:
    """Whether a point lies among others, so far within all lines from one of the outer ones to the next."""
    around, dot = shapely.MultiPoint(points).convex_hull, shapely.Point(point)
    return isinstance(around, Polygon) and bool(around.contains(dot) and around.exterior.distance(dot) >= margin)


def triangles(ring: Sequence[Point]) -> tuple[tuple[Point, Point, Point], ...]:
    """The area in triangles whose corners are those of the ring, each counter-clockwise."""
    found = (shapely.orient_polygons(t).exterior.coords for t in shapely.constrained_delaunay_triangles(Polygon(ring)).geoms)
    return tuple((a[:2], b[:2], c[:2]) for a, b, c in (coords[:3] for coords in found))


def covered(rings: Iterable[Ring]) -> Ring:
    """The outer edge, counter-clockwise, of all that several rings cover together; of pieces that lie apart the largest."""
    whole = shapely.orient_polygons(_united([Polygon(ring) for ring in rings]))
    largest = max(getattr(whole, "geoms", (whole,)), key=lambda piece: piece.area)
    return tuple((float(x), float(y)) for x, y in largest.exterior.coords[:-1])


def _united(areas: Sequence[Polygon]) -> BaseGeometry:
    """All areas as one; slivers that exact reckoning cannot join are joined on a fine grid."""
    try:
        return shapely.union_all(areas)
    except shapely.errors.GEOSException:
        return shapely.union_all([shapely.make_valid(area) for area in areas], grid_size=EDGE)


def shared_depth(one: Ring, other: Ring) -> float:
    """How deep two rings lie in one another: the narrower side of the smallest rectangle around what they share, 0 for nothing."""
    if _is_upright(one) and _is_upright(other):  # most of what stands in a room
        ((x0, y0), (x1, y1)), ((u0, v0), (u1, v1)) = bounds(one), bounds(other)
        return max(min(min(x1, u1) - max(x0, u0), min(y1, v1) - max(y0, v0)), 0.0)
    common = shapely.intersection(Polygon(one), Polygon(other))
    return max((_narrow(piece) for piece in getattr(common, "geoms", (common,)) if isinstance(piece, Polygon)), default=0.0)


def _is_upright(ring: Ring) -> bool:
    """Whether it is a rectangle along the axes, of any size."""
    if len(ring) != 4:
        return False
    (x0, y0), (x1, y1), (x2, y2), (x3, y3) = ring
    return (x0 == x3 and y0 == y1 and x1 == x2 and y2 == y3) or (x0 == x1 and y1 == y2 and x2 == x3 and y3 == y0)


def _narrow(piece: Polygon) -> float:
    if piece.area <= 0:
        return 0.0
    around = shapely.minimum_rotated_rectangle(piece)
    if not isinstance(around, Polygon):
        return 0.0
    a, b, c = around.exterior.coords[:3]
    return float(min(hypot(b[0] - a[0], b[1] - a[1]), hypot(c[0] - b[0], c[1] - b[1])))


def strip_span(ring: Sequence[Point], low: float, high: float) -> tuple[float, float] | None:
    """From where to where along x a ring reaches into the strip between two y; None where it does not or only touches it."""
    found: list[float] = []
    for (x0, y0), (x1, y1) in edges(ring):
        found += [x0] if low - EDGE <= y0 <= high + EDGE else []
        for y in (low, high):
            if min(y0, y1) < y < max(y0, y1):
                found.append(x0 + (x1 - x0) * (y - y0) / (y1 - y0))
    ys = [p[1] for p in ring]
    if min(ys) >= high - EDGE or max(ys) <= low + EDGE:
        return None
    return min(found), max(found)


def inner_angle(before: Point, corner: Point, after: Point) -> float:
    """The angle inside a ring that runs clockwise, in degrees from 0 to 360."""
    into = atan2(before[1] - corner[1], before[0] - corner[0])
    out = atan2(after[1] - corner[1], after[0] - corner[0])
    return degrees(out - into) % 360.0


def crossing(a: tuple[Point, Point], b: tuple[Point, Point]) -> Point | None:
    """Where the lines through two pairs of points meet; None where they are parallel."""
    (ax, ay), (ux, uy) = a[0], (a[1][0] - a[0][0], a[1][1] - a[0][1])
    (bx, by), (vx, vy) = b[0], (b[1][0] - b[0][0], b[1][1] - b[0][1])
    cross = ux * vy - uy * vx
    if abs(cross) <= STRAIGHT * hypot(ux, uy) * hypot(vx, vy):
        return None
    t = ((bx - ax) * vy - (by - ay) * vx) / cross
    return (ax + t * ux, ay + t * uy)


def shifted(edge: tuple[Point, Point], by: float) -> tuple[Point, Point]:
    """An edge moved sideways to its left, which is outwards of a ring that runs clockwise."""
    (x0, y0), (x1, y1) = edge
    length = hypot(x1 - x0, y1 - y0)
    dx, dy = -(y1 - y0) / length * by, (x1 - x0) / length * by
    return (x0 + dx, y0 + dy), (x1 + dx, y1 + dy)


def mitred(ring: Sequence[Point], by: Sequence[float]) -> tuple[tuple[Point, Point], ...]:
    """Each edge of a clockwise ring moved outwards by its own distance, and lengthened or cut to where it meets its neighbours.

    Where they meet too far out or not at all, as at a very sharp corner, an edge ends square over its own corner.
    """
    moved = [shifted(edge, d) for edge, d in zip(edges(ring), by, strict=True)]
    found = []
    for i, edge in enumerate(moved):
        after = (i + 1) % len(moved)
        start = _mitre(moved[i - 1], edge, ring[i], max(by[i - 1], by[i]))
        end = _mitre(edge, moved[after], ring[after], max(by[i], by[after]))
        found.append((start or edge[0], end or edge[1]))
    return tuple(found)


def _mitre(one: tuple[Point, Point], other: tuple[Point, Point], corner: Point, offset: float) -> Point | None:
    met = crossing(one, other)
    if met is None or hypot(met[0] - corner[0], met[1] - corner[1]) > LONGEST_MITRE * offset:
        return None
    return met


def without_repeats(way: Sequence[Point]) -> list[Point]:
    """A way without corners that lie where the one before them does."""
    return [point for i, point in enumerate(way) if i == 0 or far(way[i - 1], point) > EDGE]
