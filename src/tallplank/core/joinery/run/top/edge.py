"""The edges of worktops: corners that stand free made round or splayed, and the profiles that are worked along edges."""

from collections.abc import Iterator, Sequence
from math import acos, atan2, cos, hypot, pi, sin, tan

from tallplank.core.joinery.part.hole import WorkedEdge
from tallplank.core.joinery.run.stretch import Stretch
from tallplank.core.space.outline import Point, Ring, edges

Edge = tuple[Point, Point]
STEP = pi / 24
"""The angle of one straight piece of a round corner."""
LEVEL = 1e-6


def with_free_corners(ring: Ring, shown: Sequence[Edge], kind: str, size: float) -> tuple[Ring, list[Edge]]:
    """The ring with the corners between two edges that are seen made round or splayed, and the edges that are seen then."""
    if kind == "square":
        return ring, list(shown)
    sides, seen = edges(ring), set(shown)
    points: list[Point] = []
    shows: list[bool] = []
    for i, (here, after) in enumerate(sides):
        before = sides[i - 1][0]
        free = (before, here) in seen and (here, after) in seen and _is_outer(before, here, after)
        corner = list(_corner(before, here, after, kind, size)) if free else [here]
        points += corner
        shows += [True] * (len(corner) - 1) + [(here, after) in seen]
    new = tuple(points)
    return new, [edge for edge, shown_now in zip(edges(new), shows, strict=True) if shown_now]


def _is_outer(a: Point, b: Point, c: Point) -> bool:
    return (b[0] - a[0]) * (c[1] - b[1]) - (b[1] - a[1]) * (c[0] - b[0]) > LEVEL


def _corner(a: Point, b: Point, c: Point, kind: str, size: float) -> Iterator[Point]:
    """The points in place of a corner, from the edge before it to the one after it."""
    (ux, uy), (vx, vy) = _way(b, a), _way(b, c)
    angle = acos(max(-1.0, min(1.0, ux * vx + uy * vy)))
    most = min(hypot(a[0] - b[0], a[1] - b[1]), hypot(c[0] - b[0], c[1] - b[1])) / 2
    back = min(size / tan(angle / 2) if kind == "round" else size, most)
    start, end = (b[0] + ux * back, b[1] + uy * back), (b[0] + vx * back, b[1] + vy * back)
    if kind == "splay":
        yield from (start, end)
        return
    radius = back * tan(angle / 2)
    mx, my = _way(b, ((start[0] + end[0]) / 2, (start[1] + end[1]) / 2))
    centre = (b[0] + mx * radius / sin(angle / 2), b[1] + my * radius / sin(angle / 2))
    first = atan2(start[1] - centre[1], start[0] - centre[0])
    sweep = pi - angle
    count = max(round(sweep / STEP), 1)
    for i in range(count + 1):
        at = first + sweep * i / count
        yield (centre[0] + radius * cos(at), centre[1] + radius * sin(at))


def _way(a: Point, b: Point) -> Point:
    long = hypot(b[0] - a[0], b[1] - a[1])
    return ((b[0] - a[0]) / long, (b[1] - a[1]) / long)


def worked_edges(stretch: Stretch, shown: Sequence[Edge], extent: tuple[float, float]) -> tuple[WorkedEdge, ...]:
    """The edges of a piece that a profile is worked on: its ends as the units there say, all else as the deepest unit says."""
    left, right = extent
    sums: dict[str, float] = {}
    for (x0, y0), (x1, y1) in shown:
        side = "left end" if max(x0, x1) - left < LEVEL else "right end" if right - min(x0, x1) < LEVEL else "front"
        sums[side] = sums.get(side, 0.0) + hypot(x1 - x0, y1 - y0)
    rules = {"left end": stretch.last("left").rules.top_edge_end, "right end": stretch.last("right").rules.top_edge_end}
    profiles = {"front": stretch.deepest.rules.top_edge, **rules}
    return tuple(WorkedEdge(profiles[side], side, length) for side, length in sums.items() if profiles[side] != "square")
