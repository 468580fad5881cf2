"""Arcs of circles over a chord."""

from dataclasses import dataclass
from math import asin, cos, hypot, sin

from tallplank.core.space.outline import Point


@dataclass(frozen=True, slots=True)
class Arc:
    """From one point to another, bowing out by `rise` to the right of that way (to its left, if negative).

    Source: a circle over chord c with rise h has R = (c²/4 + h²)/(2 h); plain geometry.
    """

    start: Point
    end: Point
    rise: float

    @property
    def chord(self) -> float:
        """How far its ends are apart."""
        return hypot(self.end[0] - self.start[0], self.end[1] - self.start[1])

    @property
    def radius(self) -> float:
        """Of its circle."""
        height = abs(self.rise)
        return (self.chord**2 / 4 + height**2) / (2 * height)

    def points(self, steps: int, *, lift: float = 0.0, trim: float = 0.0) -> tuple[Point, ...]:
        """Points along it, evenly spaced: lifted to the right they stay concentric; trimmed they end so far within the chord."""
        chord, radius = self.chord, self.radius
        ux, uy = (self.end[0] - self.start[0]) / chord, (self.end[1] - self.start[1]) / chord
        out = (uy, -ux) if self.rise > 0 else (-uy, ux)
        middle = ((self.start[0] + self.end[0]) / 2, (self.start[1] + self.end[1]) / 2)
        low = radius - abs(self.rise)
        centre = (middle[0] - out[0] * low, middle[1] - out[1] * low)
        reach = radius + (lift if self.rise > 0 else -lift)
        half = asin(min((chord / 2 - trim) / (reach if trim else radius), 1.0))
        found = []
        for k in range(steps + 1):
            turn = half * (2 * k / steps - 1)
            along, away = reach * sin(turn), reach * cos(turn)
            found.append((centre[0] + ux * along + out[0] * away, centre[1] + uy * along + out[1] * away))
        return tuple(found)
