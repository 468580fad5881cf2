"""A flat board of any outline with edges cut at 45°, so that it meets another round a corner without showing an end."""

from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass
from math import hypot, sqrt
from typing import NamedTuple

import numpy as np
from shapely import Polygon

from tallplank.core.joinery.part.form.outlined import Outlined
from tallplank.core.joinery.part.form.plain import FormMark
from tallplank.core.joinery.part.form.sheet import prism_lines
from tallplank.core.joinery.part.hole import Pocket, ShapedEdge
from tallplank.core.space.frame import Floats, Vec
from tallplank.core.space.layered import Size3, Surface, layered_surface, layered_volume, layers
from tallplank.core.space.outline import Point, Ring


class Miter(NamedTuple):
    """An edge of the outline, from a to b counter-clockwise, that is cut at 45°, long at the face z = thickness."""

    a: Point
    b: Point

    def inward(self, by: float) -> Point:
        """So far square into the board from the edge."""
        (ax, ay), (bx, by_) = self.a, self.b
        long = hypot(bx - ax, by_ - ay)
        return -(by_ - ay) / long * by, (bx - ax) / long * by

    def corners(self, thickness: float) -> tuple[Vec, ...]:
        """Of the wedge beyond what is square: at both ends of the edge that itself, and inward of it above and below."""
        dx, dy = self.inward(thickness)
        (ax, ay), (bx, by) = self.a, self.b
        return (
            Vec(ax, ay, thickness),
            Vec(ax + dx, ay + dy, thickness),
            Vec(ax + dx, ay + dy, 0.0),
            Vec(bx, by, thickness),
            Vec(bx + dx, by + dy, thickness),
            Vec(bx + dx, by + dy, 0.0),
        )


@dataclass(frozen=True, slots=True)
class Mitred(Outlined):
    """The outline is that of the longer face; what it lacks below each mitred edge is a wedge."""

    miters: tuple[Miter, ...] = ()
    takes_bevels = False

    def _with_points(self, at: Callable[[Point], Point]) -> "Mitred":
        bands = tuple(ShapedEdge(band.band, tuple(map(at, band.points))) for band in self.banded)
        return Mitred(tuple(map(at, self.outline)), bands, tuple(Miter(at(a), at(b)) for a, b in self.miters))

    def marks(self, size: Size3) -> Iterator[FormMark]:
        """See `PlainForm`: its corners, and at the longer face the ends of its mitred edges."""
        yield from (FormMark(x, y, size[2] / 2) for x, y in self.outline)
        yield from (FormMark(x, y, size[2], 1) for miter in self.miters for x, y in (miter.a, miter.b))

    def _square(self, thickness: float) -> Ring:
        """The outline without the strips that the cuts go through."""
        left = Polygon(self.outline)
        for miter in self.miters:
            dx, dy = miter.inward(thickness)
            (ax, ay), (bx, by) = miter.a, miter.b
            left = left.difference(Polygon([(ax, ay), (bx, by), (bx + dx, by + dy), (ax + dx, ay + dy)]))
        whole = max(getattr(left, "geoms", (left,)), key=lambda piece: piece.area)
        points = list(whole.exterior.coords)[:-1]
        return tuple((x, y) for x, y, *_ in (points if whole.exterior.is_ccw else points[::-1]))

    def volume(self, size: Size3, pockets: Sequence[Pocket]) -> float:
        """See `Seen`."""
        wedges = sum(hypot(m.b[0] - m.a[0], m.b[1] - m.a[1]) * size[2] ** 2 / 2 for m in self.miters)
        return layered_volume(layers(self._square(size[2]), size[2], pockets)) + wedges

    def surface(self, size: Size3, pockets: Sequence[Pocket]) -> Surface:
        """See `Seen`: the square part and, side by side with it, the wedges."""
        square = layered_surface(layers(self._square(size[2]), size[2], pockets))
        quads = [quad for miter in self.miters for quad in _wedge(miter, size[2])]
        corners = np.array([q for q, _ in quads], dtype=np.float32)
        normals = np.array([n for _, n in quads], dtype=np.float32)
        return Surface(np.concatenate([square.corners, corners]), np.concatenate([square.normals, normals.astype(square.normals.dtype)]))

    def lines(self, size: Size3, tongue: float) -> Floats:
        """See `Seen`: those of the square part, and of the cuts."""
        inner = prism_lines(self._square(size[2]), size[2], ())
        more = []
        for miter in self.miters:
            a, a0, a1, b, b0, b1 = miter.corners(size[2])
            more += [(a, b), (a, a0), (b, b0), (a, a1), (b, b1)]
        return np.concatenate([inner, np.array(more, dtype=inner.dtype)])


def _wedge(miter: Miter, thickness: float) -> Iterator[tuple[tuple[Vec, Vec, Vec, Vec], tuple[float, float, float]]]:
    """The sides of a wedge, that against the square part too: each of the two is a body of its own."""
    a, a0, a1, b, b0, b1 = miter.corners(thickness)
    dx, dy = miter.inward(1.0)
    yield (a, b, b0, a0), (0.0, 0.0, 1.0)
    yield (a0, b0, b1, a1), (dx, dy, 0.0)
    yield (a, a1, b1, b), (-dx / sqrt(2), -dy / sqrt(2), -1 / sqrt(2))
    yield (a, a0, a1, a1), (-dy, dx, 0.0)
    yield (b, b1, b0, b0), (dy, -dx, 0.0)
