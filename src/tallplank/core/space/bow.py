"""A face that bows out before a wall: a part of a circle, seen from above."""

from dataclasses import dataclass
from math import asin, ceil, cos, sin, sqrt

from tallplank.core.space.outline import Point, Ring

SAG = 0.02
"""How far the straight pieces that curves are drawn with are off their circle, at most."""


@dataclass(frozen=True, slots=True)
class Bow:
    """From `left` to `right` along a wall, `deep` before it at both ends and by `rise` more in the middle; `thick` is what is bent.

    Angles are measured from the middle, in radians, to the right. y is 0 at the wall and less before it.
    Source: a circle over chord c with rise h has R = (c²/4 + h²)/(2 h); plain geometry.
    """

    left: float
    right: float
    deep: float
    rise: float
    thick: float

    @property
    def radius(self) -> float:
        """Of its outer face."""
        half = (self.right - self.left) / 2
        return (half**2 + self.rise**2) / (2 * self.rise)

    @property
    def inner(self) -> float:
        """The radius of its inner face."""
        return self.radius - self.thick

    @property
    def half(self) -> float:
        """From the middle to an end."""
        return asin(min((self.right - self.left) / 2 / self.radius, 1.0))

    @property
    def end(self) -> float:
        """How far before the wall its inner face ends."""
        return self._before(self.inner * cos(self.half))

    def at(self, angle: float, radius: float) -> Point:
        """A point of the circle, or of one about the same middle."""
        middle = (self.left + self.right) / 2
        return middle + radius * sin(angle), 0.0 - self._before(radius * cos(angle))

    def room_at(self, x: float) -> float:
        """How far before the wall its inner face is at a place along it."""
        away = x - (self.left + self.right) / 2
        if abs(away) >= self.inner * sin(self.half):
            return self.end
        return self._before(sqrt(self.inner**2 - away**2))

    def arc(self, start: float, stop: float, radius: float) -> tuple[Point, ...]:
        """Points along it, evenly spaced."""
        steps = self._steps(start, stop)
        return tuple(self.at(start + (stop - start) * k / steps, radius) for k in range(steps + 1))

    def skin(self, start: float, stop: float) -> Ring:
        """What is bent, from an angle to an angle: along the outer face to the right, and back in pieces that touch the inner one."""
        touching = self.inner / cos((stop - start) / self._steps(start, stop) / 2)
        return (*self.arc(start, stop, self.radius), *reversed(self.arc(start, stop, touching)))

    def space(self) -> Ring:
        """What is between the wall and its inner face, from end to end."""
        front = self.arc(-self.half, self.half, self.inner)
        return ((self.right, 0.0), (self.left, 0.0), (self.left, 0.0 - self.end), *front, (self.right, 0.0 - self.end))

    def _steps(self, start: float, stop: float) -> int:
        return max(ceil(abs(stop - start) / (4 * asin(sqrt(SAG / self.radius / 2)))), 2)

    def _before(self, from_middle: float) -> float:
        return self.deep + self.rise - self.radius + from_middle
