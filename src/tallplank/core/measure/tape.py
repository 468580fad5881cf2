"""A walk round a room with a tape: length, turn, length, turn; what it fails to close by, and how that is spread.

Source: a closed traverse and the compass rule, which gives every leg its share of the misclosure by its length: any surveying text.
"""

import re
from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise
from math import acos, cos, degrees, hypot, isfinite, radians, sin
from typing import Literal

from tallplank.core.error import PlankError, mm
from tallplank.core.measure.length import LengthError, LengthUnit, parse_length

Spread = Literal["even", "last", "none"]
"""How a misclosure is spread: over all walls by their lengths, into the last wall, or not at all, which needs a walk that closes."""
Point = tuple[float, float]
SQUARE, MOST_LEGS = 90.0, 100
CLOSES = 0.5
"""A walk that ends this near to where it began is closed."""
MOST_GAP = 0.03
"""More than this share of the whole length is no rounding of a tape but a mistake; common practice, no source."""
_TURN = re.compile(r"(?<!\w)([rl])(?:(d)?(\d[\d.,]*))?(?!\w)", re.IGNORECASE)


class TapeError(PlankError):
    """The walk cannot be read, or makes no room."""


@dataclass(frozen=True, slots=True)
class TapeLeg:
    """One wall by its length, and the turn at its end: degrees to the right, less than nothing to the left.

    With a `diagonal`, from the start of this wall to the end of the next, the turn follows from the three lengths.
    """

    length: float
    turn: float = SQUARE
    diagonal: float | None = None


@dataclass(frozen=True, slots=True)
class Walk:
    """Where a walk leads: its points from the start on, the last of which should be the start again."""

    points: tuple[Point, ...]
    length: float

    @property
    def misclosure(self) -> float:
        """How far the end is from the start."""
        return hypot(self.points[-1][0] - self.points[0][0], self.points[-1][1] - self.points[0][1])


def parse_walk(text: str, unit: LengthUnit = LengthUnit.MM) -> tuple[TapeLeg, ...]:
    """The legs of a walk as it is typed: `4200 r 3000 r 4200 r 3000`.

    `r` and `l` turn right and left by a right angle; `r45` by so many degrees; `rd5100` so that the diagonal from the start of the
    wall to the end of the next is as long as that, in the unit of bare numbers.

    Raises:
        TapeError: naming the leg that cannot be read.
    """
    legs: list[TapeLeg] = []
    at = 0
    for match in _TURN.finditer(text):
        legs.append(_leg(text[at : match.start()], match, unit, len(legs) + 1))
        at = match.end()
    if rest := text[at:].strip():
        legs.append(TapeLeg(_length(rest, unit, len(legs) + 1)))
    if len(legs) > MOST_LEGS:
        raise TapeError(f"A room has at most {MOST_LEGS} walls.")
    return tuple(legs)


def _leg(text: str, match: re.Match[str], unit: LengthUnit, number: int) -> TapeLeg:
    side = 1.0 if match[1].lower() == "r" else -1.0
    length = _length(text.strip(), unit, number)
    if match[2]:
        return TapeLeg(length, side * SQUARE, _length(match[3], unit, number))
    angle = float(match[3].replace(",", ".")) if match[3] else SQUARE
    if not 0 < angle < 180:
        raise TapeError(f"Wall {number} turns by {angle:g}°; a turn is between 0° and 180°.")
    return TapeLeg(length, side * angle)


def _length(text: str, unit: LengthUnit, number: int) -> float:
    try:
        length = parse_length(text, unit)
    except LengthError as problem:
        raise TapeError(f"Wall {number}: {problem}") from None
    if length <= 0:
        raise TapeError(f"Wall {number} has no length.")
    return length


def walked(legs: Sequence[TapeLeg]) -> Walk:
    """Where a walk leads, from (0, 0) to the right.

    Raises:
        TapeError: a diagonal that no triangle has, or what is no number.
    """
    points: list[Point] = [(0.0, 0.0)]
    heading = 0.0
    for number, leg in enumerate(legs, 1):
        if not isfinite(leg.length + leg.turn + (leg.diagonal or 0.0)):
            raise TapeError(f"Wall {number}: a length or a turn is no number.")
        x, y = points[-1]
        points.append((x + leg.length * cos(radians(heading)), y + leg.length * sin(radians(heading))))
        heading -= _turn(leg, legs[number % len(legs)].length, number)
    return Walk(tuple(points), sum(leg.length for leg in legs))


def _turn(leg: TapeLeg, after: float, number: int) -> float:
    """The turn at the end of a leg; from a diagonal by the law of cosines."""
    if leg.diagonal is None:
        return leg.turn
    share = (leg.length**2 + after**2 - leg.diagonal**2) / (2 * leg.length * after)
    if not -1 < share < 1:
        raise TapeError(f"The diagonal over wall {number} cannot be {mm(leg.diagonal)}: no triangle has these sides.")
    turn = 180.0 - degrees(acos(share))
    return turn if leg.turn > 0 else -turn


def closed(walk: Walk, spread: Spread = "even") -> tuple[Point, ...]:
    """The corners of the room, with the misclosure spread.

    Raises:
        TapeError: fewer than three walls, or a walk that ends too far from where it began.
    """
    points = walk.points
    if len(points) < 4:
        raise TapeError("A room has at least three walls.")
    gap = walk.misclosure
    if spread == "none" and gap > CLOSES:
        raise TapeError(f"The walk ends {mm(gap)} from where it began.")
    if spread == "even" and gap > MOST_GAP * walk.length:
        raise TapeError(f"The walk ends {mm(gap)} from where it began; one of its lengths or turns must be wrong.")
    dx, dy = points[0][0] - points[-1][0], points[0][1] - points[-1][1]
    if spread != "even":
        return points[:-1]
    corners, so_far = [points[0]], 0.0
    for before, point in pairwise(points[:-1]):
        so_far += hypot(point[0] - before[0], point[1] - before[1])
        share = so_far / walk.length
        corners.append((point[0] + dx * share, point[1] + dy * share))
    return tuple(corners)
