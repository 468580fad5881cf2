"""What stands or hangs in a room and cannot be moved: columns, beams, boxings, soffits, and ceilings that slope."""

from collections.abc import Sequence
from math import cos, pi, radians, sin
from typing import Annotated, Self

from pydantic import Field, model_validator

from tallplank.core.job.base import Degrees, Id, Mm, Name, NotNegative, Positive, Record
from tallplank.core.job.wall import Corner
from tallplank.core.space.outline import bounds, edges, far, is_clockwise, is_simple

MOST_COLUMNS, MOST_SOFFITS, MOST_SLOPES, ROUND = 50, 50, 20, 32
"""Of a room; and the corners by which a round column is drawn."""
MOST_OUTLINE = 60


SHORTEST_SIDE = 1.0
SHORT_SIDE = f"a side is at least {SHORTEST_SIDE:g} mm long"


def has_sides(ring: tuple[Corner, ...]) -> bool:
    """Whether all sides of an outline are long enough to be made."""
    return all(far(a, b) >= SHORTEST_SIDE for a, b in edges(ring))


class Column(Record):
    """What stands or hangs in a room and cannot be moved: a column, a chimney breast, a beam, a boxing, a soffit.

    A rectangle about its middle, turned counter-clockwise, or a round one as wide as `width`, or one of any corners, which are
    stretched to its width and depth; from `low` up to `high`, or to the ceiling.
    """

    id: Id
    name: Name
    x: Mm
    y: Mm
    width: Annotated[float, Field(allow_inf_nan=False, ge=10, le=100_000)]
    depth: Annotated[float, Field(allow_inf_nan=False, ge=10, le=100_000)]
    turn: Degrees = 0.0
    round: bool = False
    corners: Annotated[tuple[Corner, ...], Field(max_length=MOST_OUTLINE)] = ()
    """Of one of any outline, before it is turned."""
    low: NotNegative = 0.0
    high: Positive | None = None

    @model_validator(mode="after")
    def _has_a_height(self) -> Self:
        if self.high is not None and self.high <= self.low:
            raise ValueError("its top is above its bottom")
        return self

    @model_validator(mode="after")
    def _has_an_outline(self) -> Self:
        if self.corners and (self.round or not is_simple(self.corners)):
            raise ValueError("an outline has three corners or more, and its sides do not cross")
        if self.corners and not has_sides(self._unturned()):
            raise ValueError(SHORT_SIDE)
        return self

    @property
    def outline(self) -> tuple[Corner, ...]:
        """Seen from above, counter-clockwise."""
        if self.round:
            angles = (2 * pi * i / ROUND for i in range(ROUND))
            return tuple((self.x + self.width / 2 * cos(a), self.y + self.width / 2 * sin(a)) for a in angles)
        c, s = cos(radians(self.turn)), sin(radians(self.turn))
        return tuple((self.x + x * c - y * s, self.y + x * s + y * c) for x, y in self._unturned())

    def _unturned(self) -> tuple[Corner, ...]:
        """Its corners about its middle before it is turned, counter-clockwise."""
        a, b = self.width / 2, self.depth / 2
        if not self.corners:
            return ((-a, -b), (a, -b), (a, b), (-a, b))
        (left, low), (right, high) = bounds(self.corners)
        wide, deep = max(right - left, 1e-9), max(high - low, 1e-9)
        ring = tuple((((x - left) / wide - 0.5) * self.width, ((y - low) / deep - 0.5) * self.depth) for x, y in self.corners)
        return tuple(reversed(ring)) if is_clockwise(ring) else ring

    def span(self, ring: Sequence[Corner], x: float) -> tuple[float, float]:
        """From where to where it reaches along a line, given its outline as seen there and the place of its middle."""
        if self.round:
            return x - self.width / 2, x + self.width / 2
        return min(p[0] for p in ring), max(p[0] for p in ring)

    def top(self, ceiling: float) -> float:
        """Where it ends in a room of this height."""
        return ceiling if self.high is None else min(self.high, ceiling)


class Soffit(Record):
    """A part of the ceiling that is boxed down, of any outline; `low` is its underside."""

    id: Id
    name: Name
    corners: Annotated[tuple[Corner, ...], Field(min_length=3, max_length=MOST_OUTLINE)]
    """Points of the plan, counter-clockwise."""
    low: Positive
    surface: Id | None = None
    """What it is covered with: a look of the catalogue or a picture of the job."""
    molding: bool = False
    """Whether a molding runs round it below."""

    @model_validator(mode="after")
    def _is_sound(self) -> Self:
        if not is_simple(self.corners):
            raise ValueError("the sides of a soffit may not cross")
        if not has_sides(self.corners):
            raise ValueError(SHORT_SIDE)
        if is_clockwise(self.corners):
            raise ValueError("the corners of a soffit run counter-clockwise as seen from above")
        return self


class Slope(Record):
    """A ceiling that slopes: it begins at a wall at the height `low`, and meets the level ceiling on a line so far from the wall."""

    id: Id
    name: Name
    face: Id
    low: NotNegative
    run: Positive
