"""All frames and the conversions between them; no other module writes a rotation.

Room: x right, y up on the plan, z up from the floor. Face: x to the right for someone looking at it, y into it (it is
y = 0), z up. Unit: origin at the front-left-bottom corner of the carcass, x right, y to the back, z up. Part:
x along its length, y along its width, z out of its face.
"""

from collections.abc import Iterable, Sequence
from math import cos, hypot, radians, sin
from typing import NamedTuple

import numpy as np
from numpy.typing import NDArray

Floats = NDArray[np.float32]


class Vec(NamedTuple):
    """A point or a direction in millimetres."""

    x: float
    y: float
    z: float


LEFT, RIGHT, UP, DOWN = Vec(-1.0, 0.0, 0.0), Vec(1.0, 0.0, 0.0), Vec(0.0, 0.0, 1.0), Vec(0.0, 0.0, -1.0)
_new = tuple.__new__  # twice as quick as calling the class, in what is done for every hole


class Frame(NamedTuple):
    """A right-handed frame: its origin and its axes, seen from the frame around it."""

    origin: Vec
    x: Vec
    y: Vec
    z: Vec

    @property
    def is_square(self) -> bool:
        """Whether its axes run along those of the frame around it."""
        return self.x.count(0.0) == self.y.count(0.0) == self.z.count(0.0) == 2

    def out(self, p: tuple[float, float, float]) -> Vec:
        """A point of this frame in the frame around it."""
        a, b, c = p
        o, x, y, z = self.origin, self.x, self.y, self.z
        return _new(
            Vec,
            (
                o[0] + a * x[0] + b * y[0] + c * z[0],
                o[1] + a * x[1] + b * y[1] + c * z[1],
                o[2] + a * x[2] + b * y[2] + c * z[2],
            ),
        )

    def flat_out(self, points: Iterable[tuple[float, float]]) -> tuple[tuple[float, float], ...]:
        """Points of this frame's x and y in those of the frame around it, as of an outline on a plan."""
        (x0, y0, _), (xx, xy, _), (yx, yy, _) = self.origin, self.x, self.y
        return tuple((x0 + a * xx + b * yx, y0 + a * xy + b * yy) for a, b in points)

    def turned_out(self, d: tuple[float, float, float]) -> Vec:
        """A direction of this frame in the frame around it."""
        p, o = self.out(d), self.origin
        return Vec(p[0] - o[0], p[1] - o[1], p[2] - o[2])

    def inside(self, p: tuple[float, float, float]) -> Vec:
        """A point of the frame around, seen in this frame."""
        o, x, y, z = self.origin, self.x, self.y, self.z
        a, b, c = p[0] - o[0], p[1] - o[1], p[2] - o[2]
        return _new(Vec, (a * x[0] + b * x[1] + c * x[2], a * y[0] + b * y[1] + c * y[2], a * z[0] + b * z[1] + c * z[2]))

    def row_inside(self, start: tuple[float, float, float], axis: int, places: Sequence[float]) -> list[Vec]:
        """Points of the frame around, seen in this frame: those of `start` but for the coordinate `axis`, which takes these values."""
        a, b, c = self.inside(start)
        i, j, k, s = self.x[axis], self.y[axis], self.z[axis], start[axis]
        return [_new(Vec, (a + (p - s) * i, b + (p - s) * j, c + (p - s) * k)) for p in places]

    def all_out(self, points: Floats) -> Floats:
        """Points (…, 3) of this frame in the frame around it."""
        return self.all_turned_out(points) + np.array(self.origin, dtype=points.dtype)

    def all_turned_out(self, ways: Floats) -> Floats:
        """Directions (…, 3) of this frame in the frame around it."""
        turned: Floats = ways.reshape(-1, 3) @ np.array((self.x, self.y, self.z), dtype=ways.dtype)
        return turned.reshape(ways.shape)

    def both_out(self, points: Floats, ways: Floats) -> tuple[Floats, Floats]:
        """Points (…, 3) and directions (…, 3) of this frame in the frame around it."""
        turn = np.array((self.x, self.y, self.z), dtype=points.dtype)
        places = points.reshape(-1, 3) @ turn
        places += np.array(self.origin, dtype=points.dtype)
        return places.reshape(points.shape), (ways.reshape(-1, 3) @ turn).reshape(ways.shape)

    def within(self, outer: "Frame") -> "Frame":
        """This frame as it is seen in another one of the same space."""
        o = outer.origin
        x, y, z = (outer.inside((o.x + way.x, o.y + way.y, o.z + way.z)) for way in (self.x, self.y, self.z))
        return Frame(outer.inside(self.origin), x, y, z)

    def then(self, outer: "Frame") -> "Frame":
        """This frame as seen from the frame around `outer`."""
        return Frame(outer.out(self.origin), outer.turned_out(self.x), outer.turned_out(self.y), outer.turned_out(self.z))


X, Y, Z = Vec(1.0, 0.0, 0.0), Vec(0.0, 1.0, 0.0), Vec(0.0, 0.0, 1.0)
_AXES = {"+x": X, "-x": Vec(-1.0, 0.0, 0.0), "+y": Y, "-y": Vec(0.0, -1.0, 0.0), "+z": Z, "-z": Vec(0.0, 0.0, -1.0)}


def _cross(a: Vec, b: Vec) -> Vec:
    return Vec(a.y * b.z - a.z * b.y, a.z * b.x - a.x * b.z, a.x * b.y - a.y * b.x)


_TURNS = {(a, b): (x, y, _cross(x, y)) for a, x in _AXES.items() for b, y in _AXES.items() if a[1] != b[1]}
"""The three axes of every way that a part can lie square, by the axes of its length and width."""


def frame_along(length_axis: str, width_axis: str, origin: tuple[float, float, float] = (0.0, 0.0, 0.0)) -> Frame:
    """A part's frame whose length and width run along signed unit axes such as '+z' and '-x'."""
    return Frame(Vec(*origin), *_TURNS[length_axis, width_axis])


def moved(x: float, y: float, z: float) -> Frame:
    """A frame that is only shifted."""
    return Frame(Vec(x, y, z), X, Y, Z)


def along(start: tuple[float, float], end: tuple[float, float]) -> Frame:
    """The frame of a face that goes from one point of the plan to another: x along it, y to its left, z up."""
    dx, dy = end[0] - start[0], end[1] - start[1]
    length = hypot(dx, dy)
    x, y = dx / length, dy / length
    return Frame(Vec(start[0], start[1], 0.0), Vec(x, y, 0.0), Vec(0.0 - y, x, 0.0), Z)


def extent(frame: Frame, size: tuple[float, float, float]) -> tuple[Vec, Vec]:
    """The smallest and the largest corner, in the frame around, of the box that spans `size` from the frame's origin."""
    length, width, thick = size
    (a, b, c), (d, e, f), (g, h, i) = frame.x, frame.y, frame.z
    o, p, q = frame.origin
    a, b, c, d, e, f, g, h, i = a * length, b * length, c * length, d * width, e * width, f * width, g * thick, h * thick, i * thick
    low = (
        o + (a if a < 0 else 0.0) + (d if d < 0 else 0.0) + (g if g < 0 else 0.0),
        p + (b if b < 0 else 0.0) + (e if e < 0 else 0.0) + (h if h < 0 else 0.0),
        q + (c if c < 0 else 0.0) + (f if f < 0 else 0.0) + (i if i < 0 else 0.0),
    )
    high = (
        o + (a if a > 0 else 0.0) + (d if d > 0 else 0.0) + (g if g > 0 else 0.0),
        p + (b if b > 0 else 0.0) + (e if e > 0 else 0.0) + (h if h > 0 else 0.0),
        q + (c if c > 0 else 0.0) + (f if f > 0 else 0.0) + (i if i > 0 else 0.0),
    )
    return _new(Vec, low), _new(Vec, high)


def tilted(frame: Frame, degrees: float) -> Frame:
    """A frame turned about its own x axis, its y axis towards its z axis."""
    c, s = cos(radians(degrees)), sin(radians(degrees))
    y = Vec(*(c * a + s * b for a, b in zip(frame.y, frame.z, strict=True)))
    z = Vec(*(c * b - s * a for a, b in zip(frame.y, frame.z, strict=True)))
    return Frame(frame.origin, frame.x, y, z)


def turned_about_z(degrees: float, origin: tuple[float, float, float]) -> Frame:
    """A frame turned about the upright axis, counter-clockwise seen from above."""
    c, s = round(cos(radians(degrees)), 15), round(sin(radians(degrees)), 15)
    return Frame(Vec(*origin), Vec(c, s, 0.0), Vec(-s, c, 0.0), Z)
