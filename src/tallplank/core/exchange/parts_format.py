"""What stands in `parts.json`: all that is made, as open data. Lengths in millimetres, angles in degrees.

A frame is given by its origin and its three axes in the room; what lies in it is told in its own x, y and z. A part's frame has x
along its length, y along its width and z out of its face, so that the flat board fills 0 … thickness in z.
"""

from typing import Any, Literal, NotRequired

from pydantic import TypeAdapter
from typing_extensions import TypedDict

FORMAT, VERSION = "tall-plank-parts", 1
Point2 = tuple[float, float]
Point3 = tuple[float, float, float]


class FrameData(TypedDict):
    """A right-handed frame in the room."""

    origin: Point3
    x: Point3
    y: Point3
    z: Point3


class RefData(TypedDict):
    """What a part is told from all others by, for as long as it is there."""

    owner: str
    role: str
    opening: list[int]
    number: int


class LineData(TypedDict):
    """A straight piece of an outline."""

    kind: Literal["line"]
    start: Point2
    end: Point2


class ArcData(TypedDict):
    """A piece of a circle, turning to the left or to the right."""

    kind: Literal["arc"]
    start: Point2
    end: Point2
    centre: Point2
    radius: float
    turns: Literal["left", "right"]


class HoleData(TypedDict):
    """A bored hole in the part's own frame: where it enters, the direction in which it goes, and the part that it meets a hole of."""

    what: str
    at: Point3
    into: Point3
    diameter: float
    depth: float
    pair: NotRequired[str]
    partner: NotRequired[str]


class PocketData(TypedDict):
    """A groove, rebate, notch or other removal between two corners in the part's own frame, of an outline of its own if it has one."""

    what: str
    low: Point3
    high: Point3
    outline: NotRequired[list[LineData | ArcData]]


class BandData(TypedDict):
    """A banded piece of an outline that is no straight edge of a rectangle."""

    band: str
    points: list[Point2]


class MotionData(TypedDict):
    """How a part opens, in the room: a turn about an axis through a point, or a shift; both when fully open."""

    kind: Literal["turn", "slide"]
    point: NotRequired[Point3]
    axis: NotRequired[Point3]
    degrees: NotRequired[float]
    by: NotRequired[Point3]


class MiterData(TypedDict):
    """An edge of a board that is cut at 45°, from a to b of its outline: long at its face z = thickness, short by that at z = 0."""

    a: Point2
    b: Point2


class BevelData(TypedDict):
    """An edge of the face of a facet or of a bevelled board, from a to b, and the degrees by which it is cut off square.

    They are more than 0 where the face is longer than the back.
    """

    a: Point2
    b: Point2
    degrees: float


class SweepData(TypedDict):
    """A profile drawn along a part: its corners in y and z of the part, and by how much each end grows with y and with z.

    A corner (y, z) begins at x = max(start · corners) - start · (y, z) and ends at x = length - max(end · corners) + end · (y, z).
    """

    profile: list[Point2]
    start: Point2
    end: Point2


class BodyData(TypedDict):
    """The body of a part that is not flat: the outline of its section and its height, in a frame of its own."""

    frame: FrameData
    outline: list[LineData | ArcData]
    height: float


class PartData(TypedDict):
    """One piece of board."""

    id: str
    ref: RefData
    name: str
    line: str
    """The line of the cut list that it is counted in, by its label."""
    hand: NotRequired[Literal["L", "R"]]
    """Of a piece that has a mirror image, which is another piece."""
    kind: str
    role: str
    material: str
    finish: str
    size: Point3
    cut: Point2
    grain: Literal["length", "none"]
    bands: dict[Literal["l1", "l2", "w1", "w2"], str]
    """The bands on its straight edges: along the length at y = 0 and y = width, across it at x = 0 and x = length."""
    curved_bands: NotRequired[list[BandData]]
    frame: FrameData
    outline: list[LineData | ArcData]
    body: NotRequired[BodyData]
    holes: list[HoleData]
    pockets: list[PocketData]
    motion: NotRequired[MotionData]
    front: NotRequired[int]
    """Which front of its unit it belongs to, counted from 0."""
    profile: NotRequired[str]
    """The molding that it is cut from, in place of a board."""
    sweep: NotRequired[SweepData]
    """Its true shape, where it is a profile drawn along its length."""
    miters: NotRequired[list[MiterData]]
    bevels: NotRequired[list[BevelData]]
    """Of a facet or a bevelled board, every edge of its face in turn."""
    face: NotRequired[list[Point2]]
    """Of the same, the corners of its face at z = thickness; one may stand there twice."""
    back: NotRequired[list[Point2]]
    """Of the same, the corners of its back at z = 0, one behind each of its face."""


class FittingData(TypedDict):
    """So many bought items, and what for; of a length where they are sold or cut by it."""

    item: str
    role: str
    count: int
    used: str
    length: NotRequired[float]


class SeatData(TypedDict):
    """Where an item sits in its hole, in the room; a dowel or a screw that sits in two parts stands once."""

    role: str
    at: Point3


class PieceData(TypedDict):
    """The body of a visible item or of an appliance: a box in the unit's frame, or in its own where it has one."""

    role: str
    low: Point3
    high: Point3
    frame: NotRequired[FrameData]
    motion: NotRequired[MotionData]


class OwnerData(TypedDict):
    """A unit, or a worktop or plinth that passes over several."""

    id: str
    kind: str
    """The kind of the unit; `top` or `plinth`."""
    label: str
    room: str
    face: str
    members: list[str]
    """The units that it is, or passes over."""
    size: NotRequired[Point3]
    frame: FrameData
    parts: list[PartData]
    fittings: list[FittingData]
    seats: list[SeatData]
    pieces: list[PieceData]
    cut_step: float
    """What lists for the shop round its sizes to; here they are exact."""
    problem: NotRequired[str]
    """Why it could not be made."""


class MaterialData(TypedDict):
    """A board: its name, and the thicknesses in which it is sold."""

    id: str
    name: str
    thicknesses: list[float]


class ItemData(TypedDict):
    """A band or a bought item."""

    id: str
    name: str
    code: NotRequired[str]
    thickness: NotRequired[float]


class RoomData(TypedDict):
    """A room: its corners seen from above, clockwise, and its height."""

    id: str
    name: str
    corners: list[Point2]
    height: float


class PartsData(TypedDict):
    """The whole file."""

    format: Literal["tall-plank-parts"]
    version: Literal[1]
    unit: Literal["mm"]
    job: str
    rooms: list[RoomData]
    materials: list[MaterialData]
    bands: list[ItemData]
    items: list[ItemData]
    owners: list[OwnerData]


def schema() -> dict[str, Any]:
    """The JSON Schema of `parts.json`."""
    made = TypeAdapter(PartsData).json_schema()
    return {"$schema": "https://json-schema.org/draft/2020-12/schema", "title": "Tall Plank parts (parts.json)", **made}
