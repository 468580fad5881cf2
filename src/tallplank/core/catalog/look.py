"""How surfaces look."""

from typing import Annotated, Literal

from pydantic import Field

from tallplank.core.job.base import Id, Name, NotNegative, Positive, Record

Colour = Annotated[str, Field(pattern=r"^#[0-9a-f]{6}$")]


class Look(Record):
    """How a surface looks: plain, or a procedural wood or stone; `scale` is millimetres of one pattern repeat."""

    id: Id
    name: Name
    kind: Literal["plain", "wood", "stone", "glass"]
    colour: Colour
    second: Colour = "#000000"
    scale: Positive = 600.0
    seed: int = 1
    gloss: NotNegative = 0.1
