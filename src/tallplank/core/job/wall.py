"""Walls: their doors and windows, what comes out of them or hangs at them, and how far they are out of true."""

from typing import Annotated, Literal, Self, get_args

from pydantic import Field, model_validator

from tallplank.core.job.base import Id, Line, Mm, Name, NotNegative, Positive, Record
from tallplank.core.space.outline import far

MOST_WALL_OPENINGS, MOST_SERVICES = 100, 200
SHORTEST_WALL = 10.0
Corner = tuple[Mm, Mm]
"""A point of the plan: x to the right and y up."""
OpeningKind = Literal["door", "window", "opening", "niche"]
ServiceKind = Literal["socket", "switch", "water", "gas", "waste", "extract", "radiator"]
SERVICE_KINDS: tuple[ServiceKind, ...] = get_args(ServiceKind)
Three = tuple[Mm, Mm, Mm]


class WallOpening(Record):
    """A door, a window, an opening without either or a niche; `x` runs from the wall's left end, `sill` up from the floor."""

    id: Id
    kind: OpeningKind
    leaf: Literal["single", "double", "sliding"] = "single"
    """Of a door."""
    hand: Literal["left", "right"] = "left"
    """Where a single door hangs, or to which side a sliding one goes, as seen on this face."""
    swing: Literal["in", "out"] = "in"
    """Whether it opens to this side of the wall or to the other."""
    x: NotNegative
    width: Positive
    sill: NotNegative
    height: Positive
    deep: Positive = 150.0
    """Of a niche: how far it goes into the wall."""
    board: bool = False
    """Whether a board of the worktop's lies on the sill of a window."""

    def into(self, thickness: float) -> float:
        """How far it goes into a wall of this thickness."""
        return min(self.deep, thickness) if self.kind == "niche" else thickness


class Service(Record):
    """What comes out of a wall or hangs at it; `x` is its left edge along the wall, `z` its lower edge, `deep` how far it stands out."""

    id: Id
    kind: ServiceKind
    x: NotNegative
    z: NotNegative
    width: Positive
    height: Positive
    deep: Positive
    note: Annotated[Line, Field(max_length=120)] = ""

    @property
    def middle(self) -> tuple[float, float]:
        """Its middle, along the wall and up, by which it is measured."""
        return self.x + self.width / 2, self.z + self.height / 2


class Wall(Record):
    """One wall of a room. Its face has the wall's id."""

    id: Id
    name: Name
    thickness: Positive = 120.0
    openings: Annotated[tuple[WallOpening, ...], Field(max_length=MOST_WALL_OPENINGS)] = ()
    services: Annotated[tuple[Service, ...], Field(max_length=MOST_SERVICES)] = ()
    heights: Three | None = None
    """The height of the room as measured at its left end, in its middle and at its right end."""
    depths: Three | None = None
    """How far its surface lies behind an upright line, as measured at the floor, half way up and at the ceiling."""
    surface: Id | None = None
    """What it is covered with: a look of the catalogue or a picture of the job."""

    @property
    def out_of_plumb(self) -> float:
        """How far apart the nearest and the farthest of the measured depths lie."""
        return max(self.depths) - min(self.depths) if self.depths else 0.0


class FreeWall(Wall):
    """A wall that stands in the room, with a face on either side.

    The front face has the wall's id and runs from `start` to `end`, seen from its right; the other face has the id `back`. Openings
    are measured on the front.
    """

    back: Id
    start: Corner
    end: Corner
    height: Positive

    @model_validator(mode="after")
    def _has_a_length(self) -> Self:
        if far(self.start, self.end) < SHORTEST_WALL:
            raise ValueError(f"a wall is at least {SHORTEST_WALL:g} mm long")
        return self
