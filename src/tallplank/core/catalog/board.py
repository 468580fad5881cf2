"""Sheet materials and the bands for their edges."""

from collections.abc import Mapping
from typing import Annotated

from pydantic import Field

from tallplank.core.catalog.look import Colour
from tallplank.core.job.base import Id, Line, Name, NotNegative, Positive, Record


class Board(Record):
    """A sheet material; `prices` holds the price of a square metre by thickness in millimetres."""

    id: Id
    name: Name
    code: Name
    supplier: Name
    prices: Mapping[str, NotNegative]
    price_m3: NotNegative | None = None
    """Of solid wood, which is charged by its volume: the price of a cubic metre."""
    sheet: tuple[Positive, Positive]
    grain: bool
    density: Positive
    """In kg per cubic metre."""
    modulus: Positive | None = None
    """Stiffness in bending along the length, in N per square millimetre."""
    creep: NotNegative = 0.0
    """By how much of its first sag a board goes on bending under a load that stays.

    Source: k_def of EN 1995-1-1, table 3.2, service class 1, from memory.
    """
    movement: Annotated[float, Field(ge=0, lt=0.02)] = 0.0
    """By what share solid wood grows across its grain for each per cent of moisture; 0 for what does not move."""

    bends: Mapping[str, Positive] = {}
    """To what radius, inside, it bends without being cut, by thickness; what is not named is sawn in from behind."""

    def price_m2(self, thickness: float) -> float | None:
        """Price of a square metre, or None if the board is not sold in this thickness."""
        return self.prices.get(f"{thickness:g}")


class Band(Record):
    """An edge band, sold by the metre."""

    id: Id
    name: Name
    code: Name
    supplier: Name
    thickness: Positive
    price_m: NotNegative
    roll: Positive = 50.0
    """Metres on a roll."""
    allowance: NotNegative = 50.0
    """Millimetres lost per edge."""
    tint: Colour
    """How its edges are shown in the drawings for the shop, with its mark."""
    mark: Annotated[Line, Field(min_length=1, max_length=3)]
