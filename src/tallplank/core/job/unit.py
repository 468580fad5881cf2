"""What is placed at the faces of a room, with the roles in which finishes and hardware are chosen for it."""

from collections.abc import Mapping
from typing import Annotated, Literal, get_args

from pydantic import Field

from tallplank.core.job.base import Id, Lines, Mm, NotNegative, Record
from tallplank.core.job.construction import NO_RULES, Rules
from tallplank.core.job.opening import Opening

MountKind = Literal["floor", "wall"]
FinishRole = Literal["carcass", "front", "back", "drawer", "top", "plinth", "glass", "splash"]
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
    "anchor",
    "top-bolt",
    "top-support",
    "crown",
    "light-rail",
    "cornice",
    "soffit-rail",
    "base",
    "chair-rail",
    "panel-mold",
    "casing",
    "sink",
    "hob",
    "tap",
    "fastener",
    "appliance",
    "adhesive",
    "brad",
    "wall-screw",
    "lamp",
    "paint",
    "fabric",
    "foam",
    "fitting-screw",
    "system-screw",
    "top-screw",
    "pull-screw",
    "cap",
    "wood-glue",
    "silicone",
]
FINISH_ROLES: tuple[FinishRole, ...] = get_args(FinishRole)
LARGEST_UNIT = 10_000.0
UnitSize = Annotated[float, Field(allow_inf_nan=False, gt=0, le=LARGEST_UNIT)]
RunKind = Literal["top", "plinth", "end", "scribe", "crown", "light-rail", "cornice", "soffit-rail", "sill", "panel"]
ROOM_KINDS: tuple[RunKind, ...] = ("cornice", "soffit-rail", "sill", "panel")
"""What runs along the walls and soffits of a room, or lies in its windows."""
RUN_KINDS: tuple[RunKind, ...] = tuple(kind for kind in get_args(RunKind) if kind not in ROOM_KINDS)
"""What passes across several units."""
HARDWARE_ROLES: tuple[HardwareRole, ...] = get_args(HardwareRole)


class Unit(Record):
    """Anything placed at a face of a room.

    `x` is its left edge along the face, `z` its carcass bottom (None: by rule), `off` how far its back stands off the face.

    `construction`, `rules`, `finishes`, `hardware` and `door_style` hold only what differs from the job's standard.
    """

    id: Id
    mark: Annotated[int, Field(ge=1, le=99_999)]
    kind: Id
    room: Id
    face: Id
    x: Mm
    z: NotNegative | None = None
    off: NotNegative = 0.0
    width: UnitSize
    height: UnitSize
    depth: UnitSize
    arm: NotNegative = 0.0
    """The second depth of a shaped unit; 0 is its kind's."""
    side: Literal["left", "right"] = "left"
    """Which corner or end a shaped unit is for."""
    corner: Annotated[float, Field(allow_inf_nan=False, ge=60, le=150)] = 90.0
    """The angle in degrees between the walls that a unit for a corner is made for."""
    opening: Opening = Opening()
    locked: bool = False
    """Whether it stays where it is, whatever is slid, moved or deleted."""
    note: Annotated[Lines, Field(max_length=500)] = ""
    construction: Id | None = None
    rules: Rules = NO_RULES
    finishes: Mapping[FinishRole, Id] = {}
    hardware: Mapping[HardwareRole, Id] = {}
    door_style: Id | None = None
