"""What is measured: rooms of any shape, their walls with doors and windows, walls that stand free, and groups of units in the room."""

from math import cos, pi, radians, sin
from typing import Annotated, Literal, Self

from pydantic import Field, model_validator

from tallplank.core.job.base import Id, Mm, Name, NotNegative, Positive, Record
from tallplank.core.space.outline import edges, far, is_clockwise, is_simple

MOST_WALL_OPENINGS = 100
MOST_COLUMNS, ROUND = 50, 32
"""Columns of a room, and the corners by which a round one is drawn."""
MOST_CORNERS, MOST_FREE_WALLS, MOST_GROUPS, MOST_GROUP_FACES = 100, 50, 50, 4
SHORTEST_WALL = 10.0
Corner = tuple[Mm, Mm]
"""A point of the plan: x to the right and y up."""
Degrees = Annotated[float, Field(allow_inf_nan=False, ge=-360, le=360)]


class WallOpening(Record):
    """A door or window in a wall, or an opening without either; `x` runs from the wall's left end, `sill` up from the floor."""

    id: Id
    kind: Literal["door", "window", "opening"]
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


class Wall(Record):
    """One wall of a room. Its face has the wall's id."""

    id: Id
    name: Name
    thickness: Positive = 120.0
    openings: Annotated[tuple[WallOpening, ...], Field(max_length=MOST_WALL_OPENINGS)] = ()


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


class GroupFace(Record):
    """A side of a group that units stand at: where it begins in the group's frame, and which way it runs, counter-clockwise from x."""

    id: Id
    name: Name
    x: Mm = 0.0
    y: Mm = 0.0
    turn: Degrees = 0.0
    length: Positive


class Group(Record):
    """Units that stand free together and move as one, such as an island: a frame in the room, and faces in that frame."""

    id: Id
    name: Name
    x: Mm
    y: Mm
    turn: Degrees = 0.0
    faces: Annotated[tuple[GroupFace, ...], Field(min_length=1, max_length=MOST_GROUP_FACES)]


class Column(Record):
    """What stands or hangs in a room and cannot be moved: a column, a chimney breast, a beam, a boxing, a soffit.

    A rectangle about its middle, turned counter-clockwise, or a round one as wide as `width`; from `low` up to `high`, or to the ceiling.
    """

    id: Id
    name: Name
    x: Mm
    y: Mm
    width: Annotated[float, Field(allow_inf_nan=False, ge=10, le=100_000)]
    depth: Annotated[float, Field(allow_inf_nan=False, ge=10, le=100_000)]
    turn: Degrees = 0.0
    round: bool = False
    low: NotNegative = 0.0
    high: Positive | None = None

    @model_validator(mode="after")
    def _has_a_height(self) -> Self:
        if self.high is not None and self.high <= self.low:
            raise ValueError("its top is above its bottom")
        return self

    @property
    def outline(self) -> tuple[Corner, ...]:
        """Seen from above, counter-clockwise."""
        if self.round:
            angles = (2 * pi * i / ROUND for i in range(ROUND))
            return tuple((self.x + self.width / 2 * cos(a), self.y + self.width / 2 * sin(a)) for a in angles)
        a, b, c, s = self.width / 2, self.depth / 2, cos(radians(self.turn)), sin(radians(self.turn))
        return tuple((self.x + x * c - y * s, self.y + x * s + y * c) for x, y in ((-a, -b), (a, -b), (a, b), (-a, b)))


class Room(Record):
    """A room, measured between the finished faces of its walls.

    The corners run clockwise as seen from above; each wall goes from its own corner to the next.
    """

    id: Id
    name: Name
    height: Positive
    corners: Annotated[tuple[Corner, ...], Field(min_length=3, max_length=MOST_CORNERS)]
    walls: Annotated[tuple[Wall, ...], Field(min_length=3, max_length=MOST_CORNERS)]
    free_walls: Annotated[tuple[FreeWall, ...], Field(max_length=MOST_FREE_WALLS)] = ()
    groups: Annotated[tuple[Group, ...], Field(max_length=MOST_GROUPS)] = ()
    columns: Annotated[tuple[Column, ...], Field(max_length=MOST_COLUMNS)] = ()

    @model_validator(mode="after")
    def _is_sound(self) -> Self:
        if len(self.corners) != len(self.walls):
            raise ValueError("a room has as many walls as corners")
        if any(far(a, b) < SHORTEST_WALL for a, b in edges(self.corners)):
            raise ValueError(f"a wall is at least {SHORTEST_WALL:g} mm long")
        if not is_simple(self.corners):
            raise ValueError("the walls of a room may not cross or touch one another")
        if not is_clockwise(self.corners):
            raise ValueError("the corners of a room run clockwise as seen from above")
        ids = self.face_ids + tuple(g.id for g in self.groups) + tuple(c.id for c in self.columns)
        if len(set(ids)) != len(ids):
            raise ValueError("two walls, faces or groups have the same id")
        openings = [o.id for wall in (*self.walls, *self.free_walls) for o in wall.openings]
        if len(set(openings)) != len(openings):
            raise ValueError("two openings of a room have the same id")
        return self

    @property
    def face_ids(self) -> tuple[str, ...]:
        """The ids of all faces that units can stand at, those of the walls first."""
        free = [key for wall in self.free_walls for key in (wall.id, wall.back)]
        return (*(w.id for w in self.walls), *free, *(f.id for g in self.groups for f in g.faces))

    def wall(self, face_id: str) -> Wall | None:
        """The wall that a face belongs to, or None for a face of a group."""
        return next((w for w in (*self.walls, *self.free_walls) if face_id in (w.id, getattr(w, "back", w.id))), None)
