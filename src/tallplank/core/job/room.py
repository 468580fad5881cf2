"""What is measured: rooms, their walls, and the doors and windows in them."""

from typing import Annotated, Literal, Self

from pydantic import Field, model_validator

from tallplank.core.job.base import Id, Name, NotNegative, Positive, Record

MOST_WALL_OPENINGS = 100


class WallOpening(Record):
    """A door or window in a wall; `x` runs from the wall's left end, `sill` up from the floor."""

    id: Id
    kind: Literal["door", "window"]
    x: NotNegative
    width: Positive
    sill: NotNegative
    height: Positive


class Wall(Record):
    """One wall of a room."""

    id: Id
    side: Literal["back", "right", "front", "left"]
    name: Name
    thickness: Positive = 120.0
    openings: Annotated[tuple[WallOpening, ...], Field(max_length=MOST_WALL_OPENINGS)] = ()


class Room(Record):
    """A rectangular room, measured between the finished faces of its walls."""

    id: Id
    name: Name
    width: Positive
    depth: Positive
    height: Positive
    walls: tuple[Wall, ...]

    @model_validator(mode="after")
    def _has_four_walls(self) -> Self:
        if tuple(w.side for w in self.walls) != ("back", "right", "front", "left"):
            raise ValueError("a room has four walls: back, right, front and left, in this order")
        if len({w.id for w in self.walls}) != len(self.walls):
            raise ValueError("two walls have the same id")
        return self

    def wall_length(self, wall: Wall) -> float:
        """The length of a wall's face in millimetres."""
        return self.width if wall.side in ("back", "front") else self.depth
