"""What a dimension measures, as typed values: of a unit or a cell of it, a door or window, a face, a room, or only a distance."""

from dataclasses import dataclass
from typing import Literal

from tallplank.core.job.opening import Path
from tallplank.core.job.room import Side4


@dataclass(frozen=True, slots=True)
class OfUnit:
    """A size of a unit."""

    unit: str
    size: Literal["width", "height", "depth"]

    @property
    def what(self) -> str:
        """What is measured, in words for the history."""
        return self.size


@dataclass(frozen=True, slots=True)
class OfCell:
    """The size that the divide rule gives to a cell of a unit."""

    unit: str
    path: Path

    @property
    def what(self) -> str:
        """What is measured, in words for the history."""
        return "opening"


@dataclass(frozen=True, slots=True)
class OfOpening:
    """A door's or window's width, or its place along its wall as seen on one of its faces."""

    room: str
    face: str
    opening: str
    size: Literal["x", "width"]

    @property
    def what(self) -> str:
        """What is measured, in words for the history."""
        return f"opening {self.size}"


@dataclass(frozen=True, slots=True)
class OfService:
    """The middle of a service, along its wall or above the floor."""

    room: str
    face: str
    service: str
    size: Literal["x", "z"]

    @property
    def what(self) -> str:
        """What is measured, in words for the history."""
        return "place of a service"


@dataclass(frozen=True, slots=True)
class OfStanding:
    """The place of a column or soffit along a face, or its width there."""

    room: str
    face: str
    thing: str
    size: Literal["x", "width"]

    @property
    def what(self) -> str:
        """What is measured, in words for the history."""
        return "place" if self.size == "x" else "width"


@dataclass(frozen=True, slots=True)
class OfFace:
    """The length of a wall or of a group's face."""

    room: str
    face: str

    @property
    def what(self) -> str:
        """What is measured, in words for the history."""
        return "wall length"


@dataclass(frozen=True, slots=True)
class OfWay:
    """The way beside a group at one of its sides: typing another one moves the group."""

    room: str
    group: str
    side: Side4

    @property
    def what(self) -> str:
        """What is measured, in words for the history."""
        return f"way {self.side}"


@dataclass(frozen=True, slots=True)
class OfRoom:
    """The height of a room."""

    room: str

    @property
    def what(self) -> str:
        """What is measured, in words for the history."""
        return "room height"


@dataclass(frozen=True, slots=True)
class OfGap:
    """The free space beside a unit: typing another one moves the unit."""

    unit: str
    side: Literal["left", "right"]
    edge: float
    """Where along the face the space ends that lies away from the unit."""

    @property
    def what(self) -> str:
        """What is measured, in words for the history."""
        return "distance"


@dataclass(frozen=True, slots=True)
class OfMiddle:
    """Where the middle of a unit lies along its face: typing another place moves the unit."""

    unit: str

    @property
    def what(self) -> str:
        """What is measured, in words for the history."""
        return "middle"


@dataclass(frozen=True, slots=True)
class OfAdded:
    """A dimension that somebody added: typing another value moves what one of its ends holds."""

    dimension: str

    @property
    def what(self) -> str:
        """What is measured, in words for the history."""
        return "dimension"


@dataclass(frozen=True, slots=True)
class OfRegion:
    """A region of a paneled wall; as a measure its size among its neighbours."""

    room: str
    scheme: str
    path: Path

    @property
    def what(self) -> str:
        """What is measured, in words for the history."""
        return "region"


@dataclass(frozen=True, slots=True)
class OfStile:
    """The width of the boards between the parts of a region."""

    room: str
    scheme: str
    path: Path

    @property
    def what(self) -> str:
        """What is measured, in words for the history."""
        return "width between regions"


@dataclass(frozen=True, slots=True)
class Between:
    """A distance between two things, a height above another, or a reveal between fronts, which nothing can be typed over."""

    kind: Literal["gap", "level", "reveal"] = "gap"

    @property
    def what(self) -> str:
        """What is measured, in words for the history."""
        return self.kind


Measure = (
    OfUnit
    | OfCell
    | OfOpening
    | OfService
    | OfStanding
    | OfFace
    | OfWay
    | OfRoom
    | OfGap
    | OfMiddle
    | OfAdded
    | OfRegion
    | OfStile
    | Between
)
GAP, LEVEL, REVEAL = Between("gap"), Between("level"), Between("reveal")


def can_be_typed(measure: Measure) -> bool:
    """Whether a new value can be typed over a dimension."""
    return not isinstance(measure, Between)


def lies_over(measure: Measure) -> bool:
    """Whether its figure stands on what is drawn rather than beside it, and so needs paper under it."""
    return isinstance(measure, OfAdded | OfWay)


def has_sides(measure: Measure) -> bool:
    """Whether one may say which of its sides stays where it is."""
    return isinstance(measure, OfAdded) or (isinstance(measure, OfUnit) and measure.size == "width")
