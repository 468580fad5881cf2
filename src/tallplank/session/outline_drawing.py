"""Drawing a room corner by corner: where the next wall ends, from where one points and what one types. Without any window."""

from dataclasses import dataclass, replace
from math import atan2, cos, degrees, hypot, radians, sin

from tallplank.core.error import PlankError
from tallplank.core.measure.length import LengthUnit, parse_length
from tallplank.core.space.outline import Point, far

STEP = 15.0
"""Degrees to which a wall's direction turns by itself."""
CLOSES = 60.0
"""Pointing nearer to the first corner than this closes the room."""


@dataclass(frozen=True, slots=True)
class OutlineInHand:
    """The corners so far, and what is typed for the next wall: a length, or a length and a direction such as '2400 < 35'."""

    corners: tuple[Point, ...] = ()
    typed: str = ""

    def aimed(self, point: Point, unit: LengthUnit) -> Point:
        """Where the next corner would be when one points there: on whole millimetres, in steps of 15 degrees, as long as typed.

        Raises:
            PlankError: what is typed is no length.
        """
        if not self.corners:
            return (float(round(point[0])), float(round(point[1])))
        if self.closes(point) and not self.typed:
            return self.corners[0]
        x0, y0 = self.corners[-1]
        length, way = hypot(point[0] - x0, point[1] - y0), degrees(atan2(point[1] - y0, point[0] - x0))
        way = round(way / STEP) * STEP
        text, _, turn = self.typed.partition("<")
        if turn.strip():
            way = _angle(turn)
        length = parse_length(text, unit) if text.strip() else float(round(length))
        return (x0 + length * cos(radians(way)), y0 + length * sin(radians(way)))

    def closes(self, point: Point) -> bool:
        """Whether pointing here closes the room."""
        return len(self.corners) > 2 and far(point, self.corners[0]) < CLOSES

    def with_key(self, text: str) -> "OutlineInHand":
        """With one more letter typed, or the last taken back by a backspace."""
        return replace(self, typed=self.typed[:-1] if text == "\b" else self.typed + text)

    def with_corner(self, corner: Point) -> "OutlineInHand":
        """With one more corner, and nothing typed yet for the next wall."""
        return OutlineInHand((*self.corners, corner))

    def without_last(self) -> "OutlineInHand":
        """With the last corner taken back."""
        return OutlineInHand(self.corners[:-1])


def _angle(text: str) -> float:
    try:
        return float(text.replace("°", "").replace(",", ".").strip())
    except ValueError:
        raise PlankError(f"'{text.strip()}' is no direction: type degrees from the right, counter-clockwise, such as 2400 < 90.") from None
