"""Where a stretch ends at the next wall of the room, square or not. Source: common practice: tops and plinths are cut to that wall."""

from collections.abc import Iterator
from math import cos, radians, sin
from typing import NamedTuple

from tallplank.core.joinery.run.corner import Line
from tallplank.core.joinery.run.stretch import Course, Side

OUT_OF_SQUARE = 3.0
"""A wall that leans by less than this over the depth of a top is met by scribing it."""
REACHED = 350.0
"""A wall that leans away by more than this is not followed."""


class WallEnd(NamedTuple):
    """The wall that a worktop ends at: its side, its angle in degrees, its corner, and the way along it out of that, seen from above."""

    side: Side
    angle: float
    corner: float
    way: tuple[float, float]

    @property
    def line(self) -> Line:
        """The line of the wall."""
        return (self.corner, 0.0), (self.corner + self.way[0], self.way[1])


def wall_ends(course: Course) -> Iterator[WallEnd]:
    """The walls that a stretch ends at, where it does not go on round the corner."""
    stretch, face = course.stretch, course.face
    if stretch.wall_left and course.left is None:
        angle = radians(face.before)
        yield WallEnd("left", face.before, 0.0, (cos(angle), -sin(angle)))
    if stretch.wall_right and course.right is None:
        angle = radians(face.after)
        yield WallEnd("right", face.after, face.length, (-cos(angle), -sin(angle)))


def leaning_ends(course: Course, depth: float) -> tuple[WallEnd, ...]:
    """Those of the walls that a top so deep is cut to."""
    return tuple(end for end in wall_ends(course) if OUT_OF_SQUARE < abs(course.face.lean(end.side) or 0.0) * depth <= REACHED)


def edge_at_wall(course: Course, side: Side, y: float, edge: float, thick: float = 0.0) -> float:
    """Where a line at y ends: at the wall that closes the end, if that leans, else at `edge`, the side of the unit there.

    A board that is so thick behind the line and cut square keeps clear of the wall with all of its end.
    """
    if all(wall.side != side for wall in leaning_ends(course, -y)):
        return edge
    lean = course.face.lean(side) or 0.0
    inset = -y * lean if lean > 0 else (-y - thick) * lean
    return inset if side == "left" else course.face.length - inset
