"""What is measured: rooms of any shape with their walls and what stands in them, and groups of units in the room."""

from collections.abc import Collection, Mapping
from functools import cached_property
from typing import Annotated, Literal, Self, get_args

from pydantic import Field, model_validator

from tallplank.core.job.base import Degrees, Id, Mm, Name, Positive, Record
from tallplank.core.job.scheme import MOST_SCHEMES, Scheme
from tallplank.core.job.standing import MOST_COLUMNS, MOST_SLOPES, MOST_SOFFITS, Column, Slope, Soffit
from tallplank.core.job.wall import SHORTEST_WALL, Corner, FreeWall, Wall
from tallplank.core.space.outline import edges, far, is_clockwise, is_simple

MOST_PIECES = 500
MOST_CORNERS, MOST_FREE_WALLS, MOST_GROUPS, MOST_GROUP_FACES = 100, 50, 50, 4


RoomKind = Literal["room", "kitchen", "dining", "utility", "boot-room", "bedroom", "dressing", "bathroom", "study", "hall", "living"]
ROOM_KINDS: tuple[RoomKind, ...] = get_args(RoomKind)
"""What rooms are for."""


class GroupFace(Record):
    """A side of a group that units stand at: where it begins in the group's frame, and which way it runs, counter-clockwise from x."""

    id: Id
    name: Name
    x: Mm = 0.0
    y: Mm = 0.0
    turn: Degrees = 0.0
    length: Positive


Side4 = Literal["front", "right", "back", "left"]
SIDES: tuple[Side4, ...] = get_args(Side4)
"""The sides of a group, as someone sees them who looks at its first face."""
EndKind = Literal["free", "waterfall"]
Overhang = Annotated[float, Field(allow_inf_nan=False, ge=0, le=1500)] | None


class RaisedBar(Record):
    """A board on a riser, along the front or the back of a group's worktop and higher than that."""

    side: Literal["front", "back"]
    height: Annotated[float, Field(allow_inf_nan=False, ge=100, le=2000)] = 1067.0
    """Of its upper face above the floor. Source: 42 in, common practice."""
    depth: Annotated[float, Field(allow_inf_nan=False, ge=10, le=1500)] = 400.0


class GroupTop(Record):
    """How far the worktop of a group stands out at its sides, where the rules of its units do not say so, and how it ends."""

    front: Overhang = None
    right: Overhang = None
    back: Overhang = None
    left: Overhang = None
    left_end: EndKind = "free"
    right_end: EndKind = "free"
    """Whether it turns down to the floor there."""
    supports: Annotated[int, Field(ge=0, le=40)] = 0
    """How many brackets carry it where it stands out farthest, side by side along that side; under its raised bar, where it has one."""
    bar: RaisedBar | None = None


SEAT_WIDTH = 610.0
"""24 in for each. Source: NKBA Kitchen Planning Guidelines, seating clearance, from memory."""


class Seats(Record):
    """Seats side by side along a side of a group, in its middle."""

    side: Side4
    count: Annotated[int, Field(ge=1, le=20)]
    width: Positive = SEAT_WIDTH
    """Of the place for each."""


class Group(Record):
    """Units that stand free together and move as one, such as an island: a frame in the room, and faces in that frame."""

    id: Id
    name: Name
    x: Mm
    y: Mm
    turn: Degrees = 0.0
    top: GroupTop = GroupTop()
    seats: Annotated[tuple[Seats, ...], Field(max_length=4)] = ()
    faces: Annotated[tuple[GroupFace, ...], Field(min_length=1, max_length=MOST_GROUP_FACES)]


class PieceChange(Record):
    """What is decided by hand about one piece of a worktop, plinth or molding, which makes itself otherwise."""

    left_out: bool = False
    finish: Id | None = None
    left: Annotated[float, Field(allow_inf_nan=False, ge=-5000, le=5000)] = 0.0
    right: Annotated[float, Field(allow_inf_nan=False, ge=-5000, le=5000)] = 0.0
    """How much longer it is at its left and its right end."""


Pieces = Annotated[Mapping[Annotated[str, Field(max_length=200)], PieceChange], Field(max_length=MOST_PIECES)]


class Room(Record):
    """A room, measured between the finished faces of its walls.

    The corners run clockwise as seen from above; each wall goes from its own corner to the next.
    """

    id: Id
    name: Name
    kind: RoomKind = "room"
    height: Positive
    corners: Annotated[tuple[Corner, ...], Field(min_length=3, max_length=MOST_CORNERS)]
    walls: Annotated[tuple[Wall, ...], Field(min_length=3, max_length=MOST_CORNERS)]
    free_walls: Annotated[tuple[FreeWall, ...], Field(max_length=MOST_FREE_WALLS)] = ()
    groups: Annotated[tuple[Group, ...], Field(max_length=MOST_GROUPS)] = ()
    columns: Annotated[tuple[Column, ...], Field(max_length=MOST_COLUMNS)] = ()
    soffits: Annotated[tuple[Soffit, ...], Field(max_length=MOST_SOFFITS)] = ()
    slopes: Annotated[tuple[Slope, ...], Field(max_length=MOST_SLOPES)] = ()
    floor: Id | None = None
    ceiling: Id | None = None
    """What they are covered with: a look of the catalogue or a picture of the job."""
    schemes: Annotated[tuple[Scheme, ...], Field(max_length=MOST_SCHEMES)] = ()
    """Its paneled walls."""
    cornice: bool = False
    """Whether a molding runs along the walls and round the soffits under the ceiling."""

    pieces: Pieces = Field(default_factory=dict)
    """Pieces of what passes across units that are changed by hand, by what they are told by (see `piece_key`)."""

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
        if any(scheme.face not in self.face_ids for scheme in self.schemes):
            raise ValueError("a paneled wall is on a wall or face of its room")
        things = [t.id for rows in (self.schemes, self.groups, self.columns, self.soffits, self.slopes) for t in rows]
        ids = (*self.face_ids, *things)
        if len(set(ids)) != len(ids):
            raise ValueError("two walls, faces, groups or paneled walls have the same id")
        in_walls = self.ids_in_walls
        if len(set(in_walls)) != len(in_walls):
            raise ValueError("two openings or services of a room have the same id")
        walls = {w.id for w in self.walls}
        if max([*(s.low for s in self.soffits), *(s.low for s in self.slopes), 0.0]) >= self.height:
            raise ValueError("soffits and slopes begin below the ceiling")
        if any(slope.face not in walls for slope in self.slopes):
            raise ValueError("a ceiling slopes from one of the room's walls")
        return self

    def is_alike(self, other: "Room", but: Collection[str]) -> bool:
        """Whether two rooms are the same but for some of their pieces."""
        pairs = ((piece, getattr(other, name)) for name, piece in self.by_field.items() if name not in but)
        return all(one is its or one == its for one, its in pairs)

    @cached_property
    def face_ids(self) -> tuple[str, ...]:
        """The ids of all faces that units can stand at, those of the walls first."""
        free = [key for wall in self.free_walls for key in (wall.id, wall.back)]
        return (*(w.id for w in self.walls), *free, *(f.id for g in self.groups for f in g.faces))

    @property
    def ids_in_walls(self) -> tuple[str, ...]:
        """The ids of all openings and services."""
        walls = (*self.walls, *self.free_walls)
        return (*(o.id for wall in walls for o in wall.openings), *(s.id for wall in walls for s in wall.services))

    @property
    def things(self) -> tuple[str, ...]:
        """The ids of all that is in its walls and stands or hangs in it, beside units."""
        hanging = (*(s.id for s in self.soffits), *(s.id for s in self.slopes))
        on_walls = (*(g.id for g in self.groups), *(s.id for s in self.schemes))
        return (*self.ids_in_walls, *(c.id for c in self.columns), *hanging, *on_walls)

    def wall(self, face_id: str) -> Wall | None:
        """The wall that a face belongs to, or None for a face of a group."""
        return next((w for w in (*self.walls, *self.free_walls) if face_id in (w.id, getattr(w, "back", w.id))), None)
