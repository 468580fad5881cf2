"""The records of a job. All are immutable; an edit makes a new job that shares every untouched piece."""

from collections.abc import Iterator, Mapping
from typing import Annotated, Literal, Self, TypeVar, get_args

from pydantic import Field, model_validator

from tallplank.core.error import PlankError
from tallplank.core.job.base import Id, Line, Lines, Mm, Name, NotNegative, Positive, Record, Share
from tallplank.core.job.construction import NO_RULES, Rules
from tallplank.core.measure.display import LengthStyle
from tallplank.core.measure.divide import Member

_T = TypeVar("_T")


class MissingError(PlankError, KeyError):
    """The job has no room, wall or unit of this id."""

    def __str__(self) -> str:
        """The text itself; a KeyError would show it in quotes."""
        return str(self.args[0])


MountKind = Literal["floor", "wall"]
FinishRole = Literal["carcass", "front", "back", "drawer", "top", "plinth", "glass"]
HardwareRole = Literal[
    "hinge",
    "slide",
    "leg",
    "pin",
    "pull",
    "hanger",
    "clip",
    "cam",
    "dowel",
    "confirmat",
    "screw",
    "pocket-screw",
    "stay",
    "rail",
    "bracket",
    "rack",
    "basket",
    "bin",
    "dish-rack",
]
FrontKind = Literal["none", "doors", "drawer", "flap", "lift", "false"]
InsideKind = Literal["none", "drawer", "pullout", "rail", "rack", "basket", "bin", "dish-rack", "appliance"]
MOST_CELLS, DEEPEST = 40, 6
MOST_CELLS_OF_UNIT = 200
MOST_UNITS, MOST_ROOMS, MOST_WALL_OPENINGS, MOST_CONSTRUCTIONS = 1000, 200, 100, 200
"""More than any house has. They keep a job small enough to be read again: what they allow fits into the largest file."""
FINISH_ROLES: tuple[FinishRole, ...] = get_args(FinishRole)
LARGEST_UNIT = 10_000.0
UnitSize = Annotated[float, Field(allow_inf_nan=False, gt=0, le=LARGEST_UNIT)]
RUN_ROLES: tuple[FinishRole, ...] = ("top", "plinth")
HARDWARE_ROLES: tuple[HardwareRole, ...] = get_args(HardwareRole)


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


class Opening(Record):
    """A cell of a unit: what closes it and what is in it; or, with `openings`, a division into further cells.

    `size` is its size by the divide rule within its parent: that of its front where the parent divides into fronts, else
    the clear size between boards. The front of a division covers all cells in it.
    """

    size: Member = Member()
    front: FrontKind = "none"
    doors: Annotated[int, Field(ge=1, le=2)] | None = None
    hand: Literal["left", "right"] = "left"
    style: Id | None = None
    """The door style of this front, where it is another than the unit's."""
    shelves: Annotated[int, Field(ge=0, le=12)] = 0
    blind: NotNegative = 0.0
    """Width of a fixed front on the side away from the hinges, where a corner's neighbour stands before the unit."""
    inside: InsideKind = "none"
    item: Id | None = None
    """The catalogue item of the inside, where it is another than the usual one."""
    board: bool = False
    """Whether a board parts it from the next cell: a fixed shelf below it, or a partition to its right."""
    split: Literal["rows", "bays"] = "rows"
    openings: tuple["Opening", ...] = ()
    """Rows from top to bottom or bays from left to right."""

    @model_validator(mode="after")
    def _is_sound(self) -> Self:
        if not self.openings:
            return self
        if len(self.openings) == 1 or len(self.openings) > MOST_CELLS:
            raise ValueError(f"a division has from 2 to {MOST_CELLS} openings")
        if self.shelves or self.inside != "none":
            raise ValueError("an opening that is divided holds its shelves and insides in its cells")
        if sum(1 for _ in self.cells) > MOST_CELLS_OF_UNIT:
            raise ValueError(f"a unit has at most {MOST_CELLS_OF_UNIT} openings in all")
        if self.depth > DEEPEST:
            raise ValueError(f"openings are divided into one another more than {DEEPEST} deep")
        if self.front != "none" and any(cell.is_fronted for cell in self.openings):
            raise ValueError("an opening behind a front has no front of its own")
        return self

    @property
    def depth(self) -> int:
        """How many divisions lie one in another."""
        return 1 + max(cell.depth for cell in self.openings) if self.openings else 0

    @property
    def is_fronted(self) -> bool:
        """Whether it or any cell in it has a front."""
        return self.front != "none" or any(cell.is_fronted for cell in self.openings)

    @property
    def is_closed(self) -> bool:
        """Whether fronts close all of it."""
        return self.front != "none" or (bool(self.openings) and all(cell.is_closed for cell in self.openings))

    @property
    def cells(self) -> Iterator["Opening"]:
        """The undivided cells, in order."""
        if not self.openings:
            yield self
        for cell in self.openings:
            yield from cell.cells


class Unit(Record):
    """Anything placed along a wall. `x` is its left edge in the wall's frame, `z` its carcass bottom (None: by rule).

    `construction`, `rules`, `finishes`, `hardware` and `door_style` hold only what differs from the job's standard.
    """

    id: Id
    mark: Annotated[int, Field(ge=1, le=99_999)]
    kind: Id
    room: Id
    wall: Id
    x: Mm
    z: NotNegative | None = None
    width: UnitSize
    height: UnitSize
    depth: UnitSize
    arm: NotNegative = 0.0
    """The second depth of a shaped unit; 0 is its kind's."""
    side: Literal["left", "right"] = "left"
    """Which corner or end a shaped unit is for."""
    opening: Opening = Opening()
    note: Annotated[Lines, Field(max_length=500)] = ""
    construction: Id | None = None
    rules: Rules = NO_RULES
    finishes: Mapping[FinishRole, Id] = {}
    hardware: Mapping[HardwareRole, Id] = {}
    door_style: Id | None = None


class SavedConstruction(Record):
    """A shop's own way of building: a construction of the catalogue with rules of its own."""

    id: Id
    name: Name
    base: Id
    rules: Rules = NO_RULES


class Standard(Record):
    """What the job uses wherever a unit does not say otherwise."""

    construction: Id = "frameless"
    constructions: Annotated[tuple[SavedConstruction, ...], Field(max_length=MOST_CONSTRUCTIONS)] = ()
    """The shop's own constructions that this job uses; they come before the catalogue's."""
    rules: Rules = NO_RULES
    finishes: Mapping[FinishRole, Id] = {}
    hardware: Mapping[HardwareRole, Id] = {}
    door_style: Id = "quayside-slab"
    front_styles: Mapping[FrontKind, Id] = {}
    """Styles of fronts of one kind, such as drawers, where those are others than the doors'."""


class Rates(Record):
    """What turns quantities into money. Shares are of one: 0.12 is twelve per cent."""

    waste: Share = 0.15
    overhead: Share = 0.08
    margin: Share = 0.28
    tax: Share = 0.2
    labour_hour: NotNegative = 46.0
    currency: Annotated[str, Field(pattern=r"^[A-Z]{3}$")] = "EUR"


class Display(Record):
    """How lengths are shown, and the unit of bare numbers."""

    style: LengthStyle = LengthStyle.MM
    denominator: Literal[8, 16, 32, 64] = 16


class Job(Record):
    """One customer's project."""

    name: Name
    customer: Annotated[Line, Field(max_length=200)] = ""
    number: Annotated[Line, Field(max_length=40)] = ""
    display: Display = Display()
    standard: Standard = Standard()
    rates: Rates = Rates()
    rooms: Annotated[tuple[Room, ...], Field(max_length=MOST_ROOMS)] = ()
    units: Annotated[tuple[Unit, ...], Field(max_length=MOST_UNITS)] = ()

    @model_validator(mode="after")
    def _holds_together(self) -> Self:
        walls = {(room.id, wall.id) for room in self.rooms for wall in room.walls}
        ids = [room.id for room in self.rooms] + [unit.id for unit in self.units]
        if len(set(ids)) != len(ids):
            raise ValueError("two rooms or units have the same id")
        for unit in self.units:
            if (unit.room, unit.wall) not in walls:
                raise ValueError(f"unit {unit.mark} stands on wall '{unit.wall}' of room '{unit.room}', which does not exist")
        return self

    def room(self, room_id: str) -> Room:
        """The room with this id; MissingError if there is none."""
        return _first((r for r in self.rooms if r.id == room_id), f"room '{room_id}'")

    def wall(self, room_id: str, wall_id: str) -> Wall:
        """The wall with this id; MissingError if there is none."""
        return _first((w for w in self.room(room_id).walls if w.id == wall_id), f"wall '{wall_id}' in room '{room_id}'")

    def unit(self, unit_id: str) -> Unit:
        """The unit with this id; MissingError if there is none."""
        return _first((u for u in self.units if u.id == unit_id), f"unit '{unit_id}'")

    def replaced(self, **pieces: object) -> Self:
        """A copy with pieces that are valid already, without checking the whole job again."""
        return self.model_copy(update=pieces)


def _first(items: Iterator[_T], wanted: str) -> _T:
    for item in items:
        return item
    raise MissingError(f"The job has no {wanted}.")
