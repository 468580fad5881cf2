"""How fronts and drawers open: rigid motions, as the frame that a thing moves to."""

from dataclasses import dataclass
from math import cos, radians, sin

from tallplank.core.space.frame import Frame, Vec, moved


@dataclass(frozen=True, slots=True)
class Turn:
    """A turn about an axis through a point, right-handed, by so many degrees when fully open."""

    point: Vec
    axis: Vec
    degrees: float

    def at(self, share: float) -> Frame:
        """The frame that the frame around it moves to when open by a share from 0 to 1."""
        angle = radians(self.degrees * share)
        x, y, z = (_turned(way, self.axis, angle) for way in (Vec(1.0, 0.0, 0.0), Vec(0.0, 1.0, 0.0), Vec(0.0, 0.0, 1.0)))
        turned = Frame(Vec(0.0, 0.0, 0.0), x, y, z)
        shifted = turned.out(self.point)
        return Frame(Vec(*(p - s for p, s in zip(self.point, shifted, strict=True))), x, y, z)


@dataclass(frozen=True, slots=True)
class SlideOut:
    """A shift by `by` when fully out."""

    by: Vec

    def at(self, share: float) -> Frame:
        """The frame that the frame around it moves to when out by a share from 0 to 1."""
        return moved(*(share * step for step in self.by))


Motion = Turn | SlideOut


def _turned(v: Vec, axis: Vec, angle: float) -> Vec:
    """A direction turned about an axis of length one. Source: Rodrigues' rotation formula."""
    c, s = cos(angle), sin(angle)
    along = (1 - c) * sum(a * b for a, b in zip(v, axis, strict=True))
    cross = (axis.y * v.z - axis.z * v.y, axis.z * v.x - axis.x * v.z, axis.x * v.y - axis.y * v.x)
    return Vec(*(c * a + s * b + along * k for a, b, k in zip(v, cross, axis, strict=True)))
