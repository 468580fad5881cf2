"""Arcs that were cut as chords, made arcs again: what is left of an outline keeps the circles that it had."""

from collections.abc import Sequence
from math import sqrt

from tallplank.core.space.curve import ArcOf, pieces
from tallplank.core.space.offset import SAGITTA, points_of
from tallplank.core.space.outline import Point, Ring, far

ON, SAME = 2 * SAGITTA, 1e-7


def with_arcs(ring: Ring, before: Ring) -> Ring:
    """A ring that was cut out of another: where its corners lie on an arc of that one, the arc as far as it reaches, in equal chords."""
    for arc in (piece for piece in pieces(before) if isinstance(piece, ArcOf)):
        ring = _with_arc(ring, arc)
    return ring


def _with_arc(ring: Ring, arc: ArcOf) -> Ring:
    count = len(ring)
    lies = [abs(far(point, arc.centre) - arc.radius) < ON for point in ring]
    chord = [lies[i] and lies[(i + 1) % count] and _is_chord(ring[i], ring[(i + 1) % count], arc) for i in range(count)]
    if not any(chord) or all(chord):
        return ring
    start = next(i for i in range(count) if chord[i] and not chord[i - 1])
    found: list[Point] = []
    at = 0
    while at < count:
        i = (start + at) % count
        if not chord[i]:
            found.append(ring[i])
            at += 1
            continue
        steps = next(k for k in range(1, count + 1) if not chord[(i + k) % count])
        ends = [_onto(ring, j % count, arc, beside) for j, beside in ((i, i - 1), (i + steps, i + steps + 1))]
        found += points_of(ArcOf(ends[0], ends[1], arc.centre, arc.radius, arc.left))[:-1]
        if not chord[(i + steps) % count]:
            found.append(ends[1])
        at += steps + 1
    return tuple(found)


def _is_chord(a: Point, b: Point, arc: ArcOf) -> bool:
    """Whether a side of a ring is a piece of a chord of the arc: it runs the same way round, and its middle is near the circle too."""
    middle = ((a[0] + b[0]) / 2, (a[1] + b[1]) / 2)
    turn = (a[0] - arc.centre[0]) * (b[1] - arc.centre[1]) - (a[1] - arc.centre[1]) * (b[0] - arc.centre[0])
    return abs(far(middle, arc.centre) - arc.radius) < ON and (turn > 0) == arc.left


def _onto(ring: Sequence[Point], at: int, arc: ArcOf, beside: int) -> Point:
    """A corner moved onto the circle, along the straight side that ends there."""
    point, other = ring[at], ring[beside % len(ring)]
    if abs(far(point, arc.centre) - arc.radius) < SAME:
        return point
    dx, dy = point[0] - other[0], point[1] - other[1]
    fx, fy = other[0] - arc.centre[0], other[1] - arc.centre[1]
    a, b, c = dx * dx + dy * dy, fx * dx + fy * dy, fx * fx + fy * fy - arc.radius**2
    root = b * b - a * c
    if root < 0 or a == 0:
        return point
    shares = [(-b + sign * sqrt(root)) / a for sign in (1, -1)]
    share = min(shares, key=lambda s: abs(s - 1.0))
    return other[0] + dx * share, other[1] + dy * share
