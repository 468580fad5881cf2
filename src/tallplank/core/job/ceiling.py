"""How high a room is at each of its points: the level ceiling, and the slopes that come down from it."""

from collections.abc import Iterable, Mapping, Sequence
from itertools import combinations, pairwise

from tallplank.core.job.face import Face
from tallplank.core.job.room import Room
from tallplank.core.job.standing import Slope
from tallplank.core.space.outline import Point

Line = tuple[float, float]
"""A height that changes evenly along a face: what it is at the left end, and by how much it grows with every millimetre."""
SAME = 1e-6


def slope_at(room: Room, faces: Mapping[str, Face], slope: Slope, point: Point) -> float:
    """The height of a slope's plane over a point, which may be above the level ceiling."""
    away = -faces[slope.face].frame.inside((*point, 0.0)).y
    return slope.low + (room.height - slope.low) * away / slope.run


def ceiling_at(room: Room, faces: Mapping[str, Face], point: Point) -> float:
    """The height of the ceiling over a point of the plan, soffits left aside."""
    return min([room.height, *(slope_at(room, faces, slope, point) for slope in room.slopes)])


def headroom(room: Room, faces: Mapping[str, Face], ring: Iterable[Point]) -> float:
    """The least height of the ceiling over an outline: at one of its corners, since slopes only come down from the level."""
    return min(ceiling_at(room, faces, point) for point in ring) if room.slopes else room.height


def ceiling_line(room: Room, faces: Mapping[str, Face], face: Face) -> tuple[Point, ...]:
    """The ceiling as it meets a face, from its left end to its right one: places along it with their heights."""
    ends = (0.0, face.length)
    lines: list[Line] = [(room.height, 0.0)]
    for slope in room.slopes:
        a, b = (slope_at(room, faces, slope, face.frame.out((x, 0.0, 0.0))[:2]) for x in ends)
        lines.append((a, (b - a) / face.length))
    lowest = _lower_envelope(lines, *ends)
    return tuple((x, min(z, face.height)) for x, z in lowest) if room.slopes else ((0.0, face.height), (face.length, face.height))


def height_on(line: Sequence[Point], x: float) -> float:
    """The height of such a line at a place along the face."""
    for (x0, z0), (x1, z1) in pairwise(line):
        if x <= x1 or (x1, z1) == line[-1]:
            return z0 + (z1 - z0) * (x - x0) / (x1 - x0)
    raise ValueError("a line has two points or more")


def _lower_envelope(lines: Sequence[Line], start: float, end: float) -> list[Point]:
    crossings = {(b[0] - a[0]) / (a[1] - b[1]) for a, b in combinations(lines, 2) if abs(a[1] - b[1]) > SAME / 1000}
    places = [start, *sorted(x for x in crossings if start + SAME < x < end - SAME), end]
    points = [(x, min(a + b * x for a, b in lines)) for x in places]
    kept = [points[0]]
    for (x0, z0), (x1, z1), (x2, z2) in zip(points, points[1:], points[2:], strict=False):
        if abs((z1 - z0) * (x2 - x1) - (z2 - z1) * (x1 - x0)) > SAME:
            kept.append((x1, z1))
    return [*kept, points[-1]]
