"""Outlines whose points lie on circles, told as what they are: lines and arcs."""

from collections.abc import Sequence
from math import hypot, radians, sin
from typing import NamedTuple

from tallplank.core.space.outline import Point, Ring, far

LEAST_STEPS, MOST_TURN = 4, 15.0
"""So many chords of equal length on one circle, none turning by more degrees, are an arc; else they are a polygon that was meant."""
ON_CIRCLE = 1e-6


class Straight(NamedTuple):
    """A straight piece of an outline."""

    start: Point
    end: Point


class ArcOf(NamedTuple):
    """A piece of a circle; it turns to the left if `left`."""

    start: Point
    end: Point
    centre: Point
    radius: float
    left: bool


def pieces(ring: Ring) -> tuple[Straight | ArcOf, ...]:
    """A closed outline as lines and arcs, in its order, beginning at a corner between two of them."""
    count = len(ring)
    start = next((i for i in range(count) if not _is_within_arc(ring, i)), 0)
    points = [*ring[start:], *ring[: start + 1]]
    found: list[Straight | ArcOf] = []
    at = 0
    while at < count:
        last = _arc_end(points, at)
        if last - at >= count:
            last = at + count // 2  # a whole circle is two arcs: one would begin where it ends
        if last - at >= LEAST_STEPS:
            found.append(_arc(points[at : last + 1]))
            at = last
        else:
            found.append(Straight(points[at], points[at + 1]))
            at += 1
    return tuple(found)


def _arc_end(points: Sequence[Point], at: int) -> int:
    """The number of the last point that lies on one arc with those from `at` on."""
    last = at + 2
    if last >= len(points) or (circle := _circle(*points[at : at + 3])) is None:
        return at + 1
    step = far(points[at], points[at + 1])
    (x, y), radius = circle
    if step > 2 * radius * sin(radians(MOST_TURN / 2)) * (1.0 + ON_CIRCLE):
        return at + 1
    while last < len(points) and abs(far(points[last], (x, y)) - radius) < ON_CIRCLE * max(radius, 1.0):
        if abs(far(points[last - 1], points[last]) - step) > ON_CIRCLE * max(step, 1.0):
            break
        last += 1
    return last - 1


def _is_within_arc(ring: Ring, at: int) -> bool:
    """Whether a point is no corner: it lies within four points of one circle at equal steps."""
    fours = ([ring[(at + first + k) % len(ring)] for k in range(4)] for first in (-1, -2))
    return any(_arc_end(points, 0) == 3 for points in fours)


def _arc(points: Sequence[Point]) -> ArcOf:
    first, middle, last = points[0], points[len(points) // 2], points[-1]
    circle = _circle(first, middle, last) or _circle(*points[:3])
    assert circle is not None
    (ax, ay), (bx, by), (cx, cy) = points[:3]
    return ArcOf(first, last, *circle, (bx - ax) * (cy - by) - (by - ay) * (cx - bx) > 0)


def _circle(a: Point, b: Point, c: Point) -> tuple[Point, float] | None:
    """The circle through three points; None where they lie on a line. Source: plain geometry."""
    bx, by, cx, cy = b[0] - a[0], b[1] - a[1], c[0] - a[0], c[1] - a[1]
    twice = 2 * (bx * cy - by * cx)
    if abs(twice) <= ON_CIRCLE * hypot(bx, by) * hypot(cx, cy):
        return None
    b2, c2 = bx * bx + by * by, cx * cx + cy * cy
    x, y = (cy * b2 - by * c2) / twice, (bx * c2 - cx * b2) / twice
    return (a[0] + x, a[1] + y), hypot(x, y)
