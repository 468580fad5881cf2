"""A flat board whose edges are cut at angles of their own, as the facets of a relief."""

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from math import atan2, degrees, hypot

import numpy as np

from tallplank.core.joinery.part.form.outlined import TOUCH, Outlined
from tallplank.core.joinery.part.form.plain import FormMark
from tallplank.core.joinery.part.hole import Pocket
from tallplank.core.space.frame import Floats, Frame, Vec
from tallplank.core.space.layered import Size3, Surface
from tallplank.core.space.outline import Point, Ring, area, covered, edges, far, triangles, without_repeats


@dataclass(frozen=True, slots=True)
class Bevelled(Outlined):
    """The outline is all that it covers as it is cut from the sheet; its face and its back have a corner for each one of the other.

    A corner of the face may be told twice, where only the back has an edge. Both rings run counter-clockwise as seen from the face.
    """

    face: Ring = ()
    back: Ring = ()
    takes_bevels = False

    @classmethod
    def between(cls, face: Ring, back: Ring) -> "Bevelled":
        """A board between its face and its back."""
        return cls(covered([face, back, *(r for r in _sides(face, back) if abs(area(r)) > 0)]), (), face, back)

    def marks(self, size: Size3) -> Iterator[FormMark]:
        """See `PlainForm`: the corners of its face and of its back."""
        yield from (FormMark(x, y, z) for ring, z in ((self.face, size[2]), (self.back, 0.0)) for x, y in ring)

    def volume(self, size: Size3, pockets: Sequence[Pocket]) -> float:
        """See `Seen`. Source: the prismatoid: a sixth of the height times both ends and four times the middle."""
        middle = tuple(((a[0] + b[0]) / 2, (a[1] + b[1]) / 2) for a, b in zip(self.face, self.back, strict=True))
        return size[2] / 6 * (area(self.face) + 4 * area(middle) + area(self.back))

    def surface(self, size: Size3, pockets: Sequence[Pocket]) -> Surface:
        """See `Seen`."""
        quads: list[tuple[tuple[float, float, float], ...]] = []
        quads += [((*a, 0.0), (*b, 0.0), (*q, size[2]), (*p, size[2])) for (a, b), (p, q) in self._edges()]
        quads += [_flat(t, size[2]) for t in triangles(_plain(self.face))]
        quads += [_flat(t[::-1], 0.0) for t in triangles(_plain(self.back))]
        corners = np.array(quads, dtype=np.float64)
        normals = np.cross(corners[:, 2] - corners[:, 0], corners[:, 3] - corners[:, 1])
        normals[len(self.face) :] = np.cross(corners[:, 1] - corners[:, 0], corners[:, 2] - corners[:, 0])[len(self.face) :]
        normals /= np.linalg.norm(normals, axis=1, keepdims=True)
        return Surface(corners.astype(np.float32), normals.astype(np.float32))

    def lines(self, size: Size3, tongue: float) -> Floats:
        """See `Seen`."""
        found = []
        for (a, b), (p, q) in self._edges():
            found += [((*a, 0.0), (*b, 0.0)), ((*p, size[2]), (*q, size[2])), ((*a, 0.0), (*p, size[2]))]
        return np.array(found, dtype=np.float32)

    def box(self, frame: Frame, size: Size3) -> tuple[Vec, Vec]:
        """See `Seen`."""
        points = self._corners(frame, size)
        return Vec(*map(min, zip(*points, strict=True))), Vec(*map(max, zip(*points, strict=True)))

    def above(self, frame: Frame, size: Size3) -> Ring:
        """See `Seen`."""
        return self._projected(frame, size, 0, 1)

    def front(self, frame: Frame, size: Size3) -> Ring:
        """See `Seen`."""
        return self._projected(frame, size, 0, 2)

    @property
    def rims(self) -> tuple[Ring, Ring]:
        """See `PlainForm`."""
        return self.face, self.back

    def _with_points(self, at: Callable[[Point], Point]) -> "Bevelled":
        return Bevelled.between(tuple(map(at, self.face)), tuple(map(at, self.back)))

    def bevels(self, thickness: float) -> Iterator[tuple[Point, Point, float]]:
        """See `PlainForm`."""
        for (a, _), (p, q) in self._edges():
            long = hypot(q[0] - p[0], q[1] - p[1])
            if long <= TOUCH:
                continue
            inwards = ((q[0] - p[0]) * (a[1] - p[1]) - (q[1] - p[1]) * (a[0] - p[0])) / long
            yield p, q, degrees(atan2(inwards, thickness))

    def _edges(self) -> Iterator[tuple[tuple[Point, Point], tuple[Point, Point]]]:
        return zip(edges(self.back), edges(self.face), strict=True)

    def _corners(self, frame: Frame, size: Size3) -> list[Vec]:
        return [frame.out((*p, z)) for ring, z in ((self.back, 0.0), (self.face, size[2])) for p in ring]

    def _projected(self, frame: Frame, size: Size3, across: int, up: int) -> Ring:
        flat = [(p[across], p[up]) for p in self._corners(frame, size)]
        back, face = tuple(flat[: len(self.back)]), tuple(flat[len(self.back) :])
        return covered([ring for ring in (back, face, *_sides(face, back)) if abs(area(ring)) > 0])


def _plain(ring: Ring) -> Ring:
    """Without corners that are told twice."""
    found = without_repeats(ring)
    return tuple(found[:-1] if far(found[0], found[-1]) < TOUCH else found)


def _sides(face: Ring, back: Ring) -> Iterator[Ring]:
    for (a, b), (c, d) in zip(edges(face), edges(back), strict=True):
        yield (a, b, d)
        yield (a, d, c)


def _flat(corners: Sequence[Point], z: float) -> tuple[tuple[float, float, float], ...]:
    (a, b, c) = corners
    return ((*a, z), (*b, z), (*c, z), (*c, z))
