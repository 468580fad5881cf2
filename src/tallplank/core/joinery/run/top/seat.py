"""Seats along the sides of an island's worktop, as plain stools, drawn to scale and moved by hand: they are no part of what is made.

Source of heights: seats 10 to 12 in below the top, common practice.
"""

from collections.abc import Iterator, Sequence

from tallplank.core.job.room import Seats
from tallplank.core.joinery.part.part import Piece
from tallplank.core.space.frame import Vec
from tallplank.core.space.outline import Point, Ring, bounds

BELOW, WIDE, THICK, LEG, OUT = 270.0, 360.0, 45.0, 32.0, 90.0
"""How far a seat is below the top, how wide and thick it is, its legs, and how far its middle stands out before the top's edge."""
SEAT, STEEL = "#8b6f4e", "#4a4a48"


def seat_pieces(ring: Ring, seats: Sequence[Seats], level: float) -> Iterator[Piece]:
    """The stools along the sides of a top of this outline and height, in its frame."""
    for row in seats:
        for x, y in seat_places(ring, row):
            yield from _stool(x, y, level - BELOW)


def seat_places(ring: Ring, row: Seats) -> Iterator[Point]:
    """The middles of the seats: side by side, in the middle of their side."""
    (x0, y0), (x1, y1) = bounds(ring)
    start, stop = (x0, x1) if row.side in ("front", "back") else (y0, y1)
    first = (start + stop - row.count * row.width) / 2 + row.width / 2
    across = {"front": y0 - OUT, "right": x1 + OUT, "back": y1 + OUT, "left": x0 - OUT}[row.side]
    for number in range(row.count):
        along = first + number * row.width
        yield (along, across) if row.side in ("front", "back") else (across, along)


def _stool(x: float, y: float, high: float) -> Iterator[Piece]:
    half = WIDE / 2
    yield Piece("seat", SEAT, Vec(x - half, y - half, high - THICK), Vec(x + half, y + half, high), name="seat")
    inner = half - LEG
    for dx in (-inner, inner - LEG):
        for dy in (-inner, inner - LEG):
            yield Piece("seat", STEEL, Vec(x + dx, y + dy, 0.0), Vec(x + dx + LEG, y + dy + LEG, high - THICK), name="seat")
