"""A flat board that is bent about an upright axis."""

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from math import dist

import numpy as np

from tallplank.core.joinery.part.form.plain import Body, FormMark, PlainForm
from tallplank.core.joinery.part.form.sheet import prism_lines
from tallplank.core.joinery.part.hole import Hole, Pocket
from tallplank.core.space.frame import Floats, Frame, Vec
from tallplank.core.space.layered import Size3, Surface, layered_surface, layers
from tallplank.core.space.outline import Ring, area

FLAT = 1e7
"""What is bent less than to a circle of this radius is as good as flat."""


@dataclass(frozen=True, slots=True)
class Bent(PlainForm):
    """What a board becomes: an outline in x and y of a frame in the unit, as high as `height`.

    The outline's first half runs along the outer face, its second back along the inner one. The sizes of the part are those of
    the flat board, which is as long as the body is high and whose own y runs from its right edge.
    """

    body: Frame
    outline: Ring
    height: float

    @property
    def bend_radius(self) -> float:
        """See `PlainForm`: of the circle through both ends and the middle of its outer face."""
        outer = self.outline[: len(self.outline) // 2]
        a, b, c = outer[0], outer[len(outer) // 2], outer[-1]
        return dist(a, b) * dist(b, c) * dist(c, a) / (4 * area((a, b, c)))

    def marks(self, size: Size3) -> Iterator[FormMark]:
        """See `PlainForm`: which face comes to be the outer one, and how much it is bent."""
        yield FormMark(size[0] / 2, size[1] / 2, size[2], 2 + round(min(self.bend_radius, FLAT) * 100))

    def volume(self, size: Size3, pockets: Sequence[Pocket]) -> float:
        """See `Seen`; what is cut from bent boards is cut when they are flat, and none is so far."""
        return area(self.outline) * self.height

    def surface(self, size: Size3, pockets: Sequence[Pocket]) -> Surface:
        """See `Seen`."""
        return layered_surface(layers(self.outline, self.height, ()))

    def grain(self, corners: Floats, normals: Floats) -> Floats:
        """See `Seen`: the grain runs upwards."""
        return np.stack([corners[..., 2], corners[..., 0] + corners[..., 1]], axis=-1).astype(np.float32)

    def lines(self, size: Size3, tongue: float) -> Floats:
        """See `Seen`."""
        return prism_lines(self.outline, self.height, ())

    @property
    def bulk(self) -> Body:
        """See `PlainForm`."""
        return Body(self.body, self.outline, self.height)

    def standing(self, frame: Frame) -> Frame:
        """See `PlainForm`: the frame of the body."""
        return self.body

    def bored(self, size: Size3, holes: tuple[Hole, ...]) -> tuple[Hole, ...]:
        """See `PlainForm`: the holes of the flat board where they come to be."""
        count = len(self.outline) // 2
        outer, inner = np.array(self.outline[:count]), np.array(self.outline[count:])[::-1]
        bent = []
        for hole in holes:
            place = (1.0 - hole.at.y / size[1]) * (count - 1)
            first = min(max(int(place), 0), count - 2)
            share = place - first
            face, back = (line[first] * (1 - share) + line[first + 1] * share for line in (outer, inner))
            forward = (face - back) / np.linalg.norm(face - back)
            start, way = (back, forward) if hole.into.z > 0 else (face, -forward)
            (x, y), (i, j) = start.tolist(), way.tolist()
            bent.append(hole._replace(at=Vec(x, y, hole.at.x), into=Vec(i, j, 0.0)))
        return tuple(bent)

    def box(self, frame: Frame, size: Size3) -> tuple[Vec, Vec]:
        """See `Seen`."""
        points = [self.body.out((x, y, z)) for x, y in self.outline for z in (0.0, self.height)]
        return Vec(*map(min, zip(*points, strict=True))), Vec(*map(max, zip(*points, strict=True)))

    def above(self, frame: Frame, size: Size3) -> Ring:
        """See `Seen`."""
        return self.body.flat_out(self.outline)

    def front(self, frame: Frame, size: Size3) -> Ring:
        """See `Seen`."""
        low, high = self.box(frame, size)
        return ((low.x, low.z), (high.x, low.z), (high.x, high.z), (low.x, high.z))
