"""The two walls that a unit made for a corner stands at, and its corners seen from above.

For the left-hand corner, with the corner of the walls as origin, x along the unit's own wall and y into that; the unit stands at
negative y. Source: geometry.
"""

from collections.abc import Sequence
from math import cos, radians, sin, tan
from typing import NamedTuple

from tallplank.core.joinery.rule.place import Placed
from tallplank.core.space.outline import Point

CORNER_PLANS = ("diagonal", "ell")
"""Plans of units that stand in a corner and take both its walls."""
SQUARE = 90.0
LEAST_CORNER, MOST_CORNER = 60.0, 150.0


class Corner(NamedTuple):
    """How far a unit reaches along its own wall and along the other one, how deep its neighbours are, and the angle between the walls."""

    width: float
    depth: float
    arm: float
    angle: float = SQUARE

    @property
    def way(self) -> Point:
        """Along the other wall, away from the corner."""
        return (0.0, -1.0) if self.angle == SQUARE else (cos(radians(self.angle)), -sin(radians(self.angle)))

    @property
    def inward(self) -> Point:
        """Square to the other wall, into the room."""
        return (1.0, 0.0) if self.angle == SQUARE else (sin(radians(self.angle)), cos(radians(self.angle)))

    @property
    def middle_way(self) -> Point:
        """Out of the corner, midway between both walls, one long."""
        half = radians(self.angle) / 2
        return cos(half), -sin(half)

    def at(self, along: float, off: float) -> Point:
        """A place so far along the other wall and so far off it."""
        (wx, wy), (nx, ny) = self.way, self.inward
        return wx * along + nx * off, wy * along + ny * off

    def inner(self, off: float | None = None) -> Point:
        """Where lines so far off both walls meet; without it those of the neighbours' fronts."""
        off = self.arm if off is None else off
        return (off, -off) if self.angle == SQUARE else (off / tan(radians(self.angle) / 2), -off)

    def cell(self) -> tuple[Point, Point, Point, Point]:
        """The corner of the walls, the unit's end along its own wall, where the lines square to both ends meet, and its other end."""
        wx, wy = self.way
        across = (self.width, (self.depth - wx * self.width) / wy)
        return (0.0, 0.0), (self.width, 0.0), across, self.at(self.depth, 0.0)


def corner_of(placed: Placed) -> Corner:
    """The corner that a unit is made for."""
    return Corner(placed.unit.width, placed.unit.depth, placed.unit.arm or placed.kind.arm, placed.unit.corner)


def stood(placed: Placed, points: Sequence[Point]) -> tuple[Point, ...]:
    """Points of the left-hand corner as they lie in the frame of the face, for the corner that the unit is for."""
    mirror = placed.unit.side == "right"
    return tuple((placed.right - x if mirror else placed.x + x, placed.back + y) for x, y in points)


def past(thick: float, angle: float) -> float:
    """How far from a corner of so many degrees a board begins whose end is square, for it to pass one as thick along the other wall.

    That one ends `short` of the corner, square too.
    """
    if angle == SQUARE:
        return thick
    turn = radians(angle)
    return thick * sin(turn) if angle > SQUARE else thick / tan(turn / 2)


def short(thick: float, angle: float) -> float:
    """How far from a corner of so many degrees a board ends whose end is square, for it not to reach into the other wall."""
    return thick / tan(radians(angle)) if angle < SQUARE else 0.0
