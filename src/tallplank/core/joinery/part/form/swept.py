"""A profile drawn along a straight piece, cut at both ends: a molding, a rail, a trim."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from functools import lru_cache
from itertools import pairwise
from math import atan2, pi, radians
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray
from shapely import Polygon

from tallplank.core.joinery.part.form.plain import EndCut, FormMark, PlainForm, Sweep
from tallplank.core.joinery.part.form.sheet import flat_grain, grain_columns
from tallplank.core.joinery.part.hole import Pocket
from tallplank.core.measure.carry import Carrying
from tallplank.core.space.frame import Floats, Frame, Vec, extent
from tallplank.core.space.layered import Size3, Stretched, Surface
from tallplank.core.space.outline import Point, Ring, area, bounds, covered, edges, holds, is_clockwise, triangles

Doubles = NDArray[np.float64]


SQUARE_CUT = EndCut()
UPRIGHT = 1.0 - 1e-9
SHARP = radians(25.0)
"""A profile that turns by less than this is a curve there."""


class _Shape(NamedTuple):
    """What is the same of all pieces of one profile: its corners (n, 2), which comes after each, triangles, at which it turns, its size."""

    points: Doubles
    after: NDArray[np.intp]
    triangles: Doubles
    sharp: list[int]
    low: Point
    across: Point


@lru_cache(maxsize=500)
def _shape_of(profile: Ring) -> _Shape:
    points = np.array(profile, dtype=np.float64)
    sharp = []
    for i, (y, z) in enumerate(profile):
        (ay, az), (by, bz) = profile[i - 1], profile[(i + 1) % len(profile)]
        turn = abs(atan2(bz - z, by - y) - atan2(z - az, y - ay)) % (2 * pi)
        if min(turn, 2 * pi - turn) > SHARP:
            sharp.append(i)
    low, high = bounds(profile)
    after, corners = np.roll(np.arange(len(points)), -1), np.array(list(triangles(profile)), dtype=np.float64)
    return _Shape(points, after, corners, sharp, low, (high[0] - low[0], high[1] - low[1]))


@dataclass(frozen=True)
class Swept(PlainForm, Carrying):
    """A profile in y and z of the part, counter-clockwise, swept along x; length is from long point to long point."""

    profile: Ring
    start: EndCut = SQUARE_CUT
    end: EndCut = SQUARE_CUT
    stock: str = ""
    is_square = False
    is_sheet = False

    def __hash__(self) -> int:
        """Without the points of the profile: it is asked for more often than two profiles with as many are cut alike."""
        return hash((self.start, self.end, self.stock, len(self.profile)))

    def _longest(self) -> tuple[float, float]:
        """How much longer the longest fibre is than one at (0, 0), at its start and at its end."""
        return self.carried("longest", lambda: (_reach(self.start, self.profile), _reach(self.end, self.profile)))

    def _ends(self, size: Size3, y: float, z: float) -> tuple[float, float]:
        """Where a fibre of the piece begins and ends along x."""
        return self._cut(size, self._longest(), y, z)

    def _cut(self, size: Size3, longest: tuple[float, float], y: float, z: float) -> tuple[float, float]:
        (first, last), start, end = longest, self.start, self.end
        return first - start.y * y - start.z * z, size[0] - last + end.y * y + end.z * z

    def _all_ends(self, size: Size3) -> list[tuple[float, float]]:
        """Where the fibres along the corners of the profile begin and end."""
        longest = self._longest()
        return [self._cut(size, longest, y, z) for y, z in self.profile]

    def marks(self, size: Size3) -> Iterator[FormMark]:
        """See `PlainForm`: the corners of its profile at both ends."""
        for (y, z), ends in zip(self.profile, self._all_ends(size), strict=True):
            yield from (FormMark(x, y, z) for x in ends)

    def span(self, size: Size3) -> tuple[Size3, Size3]:
        """See `PlainForm`: about its profile, which need not begin at 0."""
        shape = _shape_of(self.profile)
        (y, z), (wide, high) = shape.low, shape.across
        return (0.0, y, z), (size[0], y + wide, z + high)

    def ring(self, size: Size3) -> Ring:
        """See `PlainForm`: the piece laid on its face."""
        return _seen([[(x, y) for x, y, _ in outline] for outline in self._outlines(size)])

    def covers(self, size: Size3, x: float, y: float) -> bool:
        """See `PlainForm`."""
        return holds(self.ring(size), (x, y))

    def volume(self, size: Size3, pockets: Sequence[Pocket]) -> float:
        """See `Seen`: the area of the profile times the length at its middle, since both ends are flat."""
        middle = Polygon(self.profile).centroid
        start, end = self._ends(size, float(middle.x), float(middle.y))
        return area(self.profile) * (end - start)

    def _sides(self, size: Size3) -> list[tuple[tuple[float, float, float], ...]]:
        found: list[tuple[tuple[float, float, float], ...]] = []
        ends = self._all_ends(size)
        for (a, b), ((a0, a1), (b0, b1)) in zip(edges(self.profile), pairwise((*ends, ends[0])), strict=True):
            found.append(((a0, *a), (a1, *a), (b1, *b), (b0, *b)))
        return found

    def cut_all(self, size: Size3, points: Doubles) -> tuple[Doubles, Doubles]:
        """Where points (…, 2) of the profile lie in both ends (…, 3) of a piece of a size."""
        (first, last), y, z = self._longest(), points[..., 0], points[..., 1]
        low = first - self.start.y * y - self.start.z * z
        high = size[0] - last + self.end.y * y + self.end.z * z
        return np.concatenate([low[..., None], points], axis=-1), np.concatenate([high[..., None], points], axis=-1)

    def surface(self, size: Size3, pockets: Sequence[Pocket]) -> Surface:
        """See `Seen`."""
        return self._drawn().surface_at(size)

    def grain(self, corners: Floats, normals: Floats) -> Floats:
        """See `Seen`."""
        return flat_grain(corners, normals)

    def lines(self, size: Size3, tongue: float) -> Floats:
        """See `Seen`: both ends, and the edges along it that are no part of a curve."""
        return self._drawn().lines_at(size)

    def stretched(self, pockets: Sequence[Pocket]) -> Stretched | None:
        """See `PlainForm`."""
        return self._drawn()

    def _drawn(self) -> Stretched:
        return self.carried("drawn", lambda: _drawn(self))

    def box(self, frame: Frame, size: Size3) -> tuple[Vec, Vec]:
        """See `Seen`; its longest fibres reach from end to end, so that one which lies square fills all of its box."""
        shape = _shape_of(self.profile)
        if frame.is_square:
            at = Frame(frame.out((0.0, *shape.low)), frame.x, frame.y, frame.z)
            return extent(at, (size[0], *shape.across))
        points = frame.all_out(np.concatenate(self.cut_all(size, shape.points)))
        return Vec(*points.min(axis=0).tolist()), Vec(*points.max(axis=0).tolist())

    @property
    def sweep(self) -> Sweep:
        """See `PlainForm`."""
        return Sweep(self.profile, self.start, self.end)

    def seen(self, frame: Frame, size: Size3) -> tuple[Ring, tuple[tuple[Point, Point], ...]]:
        """See `Seen`: the edges of its profile."""
        if not self._lies_flat(frame):
            ring, *edges = _front_lines(self, frame, size[0])
        else:
            x, _, z = frame.origin
            axes = frame[1:]
            x_far, z_far = x + (size[0] - LONG_SEEN) * frame.x.x, z + (size[0] - LONG_SEEN) * frame.x.z
            ring, *edges = [
                tuple([(a + x_far, b + z_far) if far else (a + x, b + z) for (a, b), far in line])
                for line in self.carried(("front of long", axes), lambda: _front_of_long(self, axes))
            ]
        return ring, tuple([(a, b) for a, b in edges])

    def seen_edges(self, size: Size3) -> list[tuple[tuple[float, float, float], tuple[float, float, float]]]:
        """The edges along the piece where its profile turns by more than a little, from end to end."""
        found, longest = [], self._longest()
        for i in _shape_of(self.profile).sharp:
            y, z = self.profile[i]
            first, last = self._cut(size, longest, y, z)
            found.append(((first, y, z), (last, y, z)))
        return found

    def _outlines(self, size: Size3) -> list[tuple[tuple[float, float, float], ...]]:
        """All flat pieces of the surface: the sides and both ends."""
        at = self._all_ends(size)
        ends = [tuple((x[which], *p) for x, p in zip(at, self.profile, strict=True)) for which in (0, 1)]
        return [*self._sides(size), *ends]

    def _projected(self, frame: Frame, size: Size3, across: int, up: int) -> Ring:
        return _seen([[(p[across], p[up]) for p in map(frame.out, outline)] for outline in self._outlines(size)])

    def above(self, frame: Frame, size: Size3) -> Ring:
        """See `Seen`. One that stands upright and is cut upright covers what its nearest and its farthest fibre enclose."""
        if abs(frame.y.z) < UPRIGHT or self.start.y or self.end.y:
            return self._projected(frame, size, 0, 1)
        longest, depths = self._longest(), [z for _, z in self.profile]
        near, far = ((*self._cut(size, longest, 0.0, z), z) for z in (min(depths), max(depths)))
        corners = [(near[0], near[2]), (near[1], near[2]), (far[1], far[2]), (far[0], far[2])]
        points = [frame.out((x, 0.0, z)) for x, z in corners]
        ring = tuple((p.x, p.y) for p in points)
        return tuple(reversed(ring)) if is_clockwise(ring) else ring

    def _lies_flat(self, frame: Frame) -> bool:
        """Whether it lies on its back for someone looking at its face, and is cut in the plane of that."""
        return abs(frame.z.y) >= UPRIGHT and not self.start.z and not self.end.z

    def front(self, frame: Frame, size: Size3) -> Ring:
        """See `Seen`. One that lies on its back, cut in its plane, shows what its lowest and its uppermost fibre enclose."""
        if not self._lies_flat(frame):
            return self._projected(frame, size, 0, 2)
        longest, rises = self._longest(), [y for y, _ in self.profile]
        low, high = ((*self._cut(size, longest, y, 0.0), y) for y in (min(rises), max(rises)))
        corners = [(low[0], low[2]), (low[1], low[2]), (high[1], high[2]), (high[0], high[2])]
        points = [frame.out((x, y, 0.0)) for x, y in corners]
        ring = tuple((p.x, p.z) for p in points)
        return tuple(reversed(ring)) if is_clockwise(ring) else ring


@lru_cache(maxsize=2000)
def _front_of_long(form: Swept, axes: tuple[Vec, Vec, Vec]) -> tuple[tuple[tuple[Point, bool], ...], ...]:
    """The outline and the edges of a long molding that lies flat, and which of their points are at its far end.

    All other lengths follow from it: it is cut in the plane of its back.
    """
    one, other = (tuple(_front_lines(form, Frame(NOWHERE, *axes), long)) for long in (LONG_SEEN, 2 * LONG_SEEN))
    return tuple(
        tuple((p, abs(q[0] - p[0]) + abs(q[1] - p[1]) > LONG_SEEN / 2) for p, q in zip(line, longer, strict=True))
        for line, longer in zip(one, other, strict=True)
    )


def _front_lines(form: Swept, frame: Frame, long: float) -> Iterator[tuple[Point, ...]]:
    size = (long, 0.0, 0.0)
    yield form.front(frame, size)
    for ends in form.seen_edges(size):
        a, b = (frame.out(end) for end in ends)
        yield (a.x, a.z), (b.x, b.z)


NOWHERE, LONG_SEEN = Vec(0.0, 0.0, 0.0), 1e4
LONG = 1e5
"""Millimetres: so long that all fibres of a mitred piece run from its near end to its far one."""


@lru_cache(maxsize=2000)
def _drawn(form: Swept) -> Stretched:
    """Pieces of any length are drawn from one that is 0 long: its corners at the far end go on by the length."""
    (corners, lines), (longer, longer_lines) = (_surface_and_lines(form, length) for length in (0.0, LONG))
    normals = _across(longer[:, 1] - longer[:, 0], longer[:, 2] - longer[:, 0])
    far, far_lines = (after - before > LONG / 2 for after, before in ((longer, corners), (longer_lines, lines)))
    return Stretched.of((corners, far), normals, (lines, far_lines), grain_columns(normals))


def _surface_and_lines(form: Swept, length: float) -> tuple[Doubles, Doubles]:
    """The corners of its surface (n, 4, 3) and the ends of its edges (n, 2, 3)."""
    shape, size = _shape_of(form.profile), (length, 0.0, 0.0)
    low, high = form.cut_all(size, shape.points)
    start, end = form.cut_all(size, shape.triangles)
    sides = np.stack([low[shape.after], high[shape.after], high, low], axis=1)
    caps = [np.concatenate([cap, cap[:, -1:]], axis=1) for cap in (start[:, ::-1], end)]
    along = np.stack([low[shape.sharp], high[shape.sharp]], axis=1)
    around = [np.stack([end, end[shape.after]], axis=1) for end in (low, high)]
    return np.concatenate([sides, *caps]), np.concatenate([along, *around])


def _across(a: Doubles, b: Doubles) -> Doubles:
    """The unit directions at right angles to pairs of others (n, 3)."""
    found = np.empty_like(a)
    for i in range(3):
        j, k = (i + 1) % 3, (i + 2) % 3
        found[:, i] = a[:, j] * b[:, k] - a[:, k] * b[:, j]
    found /= np.sqrt((found * found).sum(axis=1))[:, None]
    return found


@lru_cache(maxsize=2000)
def _reach(cut: EndCut, profile: Ring) -> float:
    return max(cut.y * a + cut.z * b for a, b in profile)


def _seen(outlines: Sequence[Sequence[tuple[float, float]]]) -> Ring:
    """What flat pieces cover together; those seen as a line cover nothing."""
    return covered([tuple(points) for points in outlines if area(points) > 0])
