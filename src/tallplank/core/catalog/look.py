"""How surfaces look."""

from typing import Annotated, Literal

from pydantic import Field

from tallplank.core.job.base import Id, Name, NotNegative, Positive, Record

Colour = Annotated[str, Field(pattern=r"^#[0-9a-f]{6}$")]


class Look(Record):
    """How a surface looks: plain, or a procedural wood, stone or tiling; `scale` is millimetres of one pattern repeat.

    Tiles are twice as long as high, four rows of two to a repeat, laid in bond; `second` is the colour of their joints.
    """

    id: Id
    name: Name
    kind: Literal["plain", "wood", "stone", "glass", "tile"]
    colour: Colour
    second: Colour = "#000000"
    scale: Positive = 600.0
    seed: int = 1
    gloss: NotNegative = 0.1
