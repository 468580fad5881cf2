"""Where the end of one part lies flat against another: found by where they are in space, not by their names."""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass
from math import atan2, degrees
from types import MappingProxyType

from tallplank.core.joinery.part.part import Part, PartKind
from tallplank.core.joinery.setout.collector import HoleRow
from tallplank.core.space.frame import Frame, Vec

NOWHERE = Vec(0.0, 0.0, 0.0)
TOUCH = 1e-6
STRAIGHT, UP = 1 - 1e-9, 2
RULES: Mapping[tuple[PartKind, PartKind], str] = MappingProxyType(
    {
        ("floor", "gable"): "joint",
        ("fixed-shelf", "gable"): "joint_shelf",
        ("fixed-shelf", "partition"): "joint_shelf",
        ("partition", "floor"): "joint_partition",
        ("partition", "fixed-shelf"): "joint_partition",
        ("back", "gable"): "joint_shelf",
        ("frame", "frame"): "joint_frame",
    }
)
"""Which rule of the construction joins the end of one kind of part to another kind."""
JOINED = frozenset(kind for pair in RULES for kind in pair)
Corners = tuple[Vec, Vec]
Range = tuple[float, float]


@dataclass(frozen=True, slots=True)
class Meeting:
    """The end of part number `end` against part number `face`, in the plane `at` across unit axis `axis`.

    `toward` is the sign of the way from the end into the face. They share `reach` along unit axis `along`; fixings follow
    each other in `span`, which stops before the groove of a back, at `middle` of the end's thickness.
    """

    end: int
    face: int
    axis: int
    at: float
    toward: float
    along: int
    reach: Range
    span: Range
    middle: float
    rule: str

    @property
    def start(self) -> Vec:
        """The point in the frame of the unit at place 0 along the meeting."""
        point = [self.middle] * 3
        point[self.axis], point[self.along] = self.at, 0.0
        return Vec(*point)

    def row(self, places: Sequence[float], aside: Vec = NOWHERE) -> HoleRow:
        """The points at places along the meeting, all moved `aside`."""
        start = self.start
        return HoleRow(Vec(start.x + aside.x, start.y + aside.y, start.z + aside.z), self.along, places)

    @property
    def across(self) -> int:
        """The unit axis of the end's thickness."""
        return 3 - self.axis - self.along

    @property
    def into_face(self) -> Vec:
        """The direction from the end into the face."""
        return _AXES[self.axis, self.toward]

    @property
    def into_end(self) -> Vec:
        """The direction from the face into the end."""
        return _AXES[self.axis, -self.toward]


_AXES = {(axis, sign): Vec(*(sign if i == axis else 0.0 for i in range(3))) for axis in range(3) for sign in (1.0, -1.0)}


def turns(parts: Sequence[Part]) -> tuple[float, ...]:
    """The turns about z, 0 first, that uprights stand at: other than 0 where walls do not meet square. In degrees, from 0 to 90."""
    found = {0.0}
    for part in parts:
        x, y, z = part.frame.z
        if part.kind in JOINED and z == 0.0 and x and y:
            found.add(round(degrees(atan2(y, x)) % 90.0, 6) % 90.0)
    return tuple(sorted(found))


def is_along(frame: Frame) -> bool:
    """Whether a frame's axes run along those of the unit."""
    return frame.x[axis_of(frame.x)] ** 2 > STRAIGHT and frame.z[axis_of(frame.z)] ** 2 > STRAIGHT


def meetings(parts: Sequence[Part], boxes: Sequence[Corners], back: float | None = None) -> Iterator[Meeting]:
    """Every end that lies flat against a part that its kind is joined to; `back` is where the groove of the back begins.

    Boards that lie at an angle to the axes are left out; of a board of any outline the edges along them are ends all the same.
    """
    joined = [(i, part, boxes[i], is_along(part.frame)) for i, part in enumerate(parts) if part.kind in JOINED]
    faces: dict[PartKind, list[tuple[int, Corners, str]]] = {}
    for i, end, end_box, straight in joined:
        if not straight and (end.form.is_square or axis_of(end.frame.z) != UP):
            continue
        if end.kind not in faces:
            rules = ((j, box, RULES.get((end.kind, face.kind))) for j, face, box, along in joined if along)
            faces[end.kind] = [(j, box, rule) for j, box, rule in rules if rule is not None]
        for j, face_box, rule in faces[end.kind]:
            if i != j:
                yield from _met((i, end, end_box), (j, face_box), rule, back)


def _met(one: tuple[int, Part, Corners], other: tuple[int, Corners], rule: str, back: float | None) -> Iterator[Meeting]:
    """The meetings of one part's ends with another part; thickness edges are no ends, nor are the long edges of a frame's members."""
    i, part, (low, high) = one
    j, (face_low, face_high) = other
    across = axis_of(part.frame.z)
    for axis in range(3):
        if axis == across or (part.kind in ("frame", "partition") and axis != axis_of(part.frame.x)):
            continue
        if part.form.is_square:
            at, toward = (low[axis], -1.0) if abs(low[axis] - face_high[axis]) < TOUCH else (high[axis], 1.0)
            if abs(at - (face_low[axis] if toward > 0 else face_high[axis])) > TOUCH:
                continue
        else:
            middle = (low[axis] + high[axis]) / 2
            at, toward = (face_high[axis], -1.0) if face_high[axis] < middle else (face_low[axis], 1.0)
        along = 3 - axis - across
        start, stop = part.form.straight(part.frame, part.size, axis, at, along)
        reach = (max(start, face_low[along]), min(stop, face_high[along]))
        span = reach if back is None or along != 1 else (reach[0], min(reach[1], back))
        depth = min(high[across], face_high[across]) - max(low[across], face_low[across])
        if span[1] - span[0] > TOUCH and depth > TOUCH:
            yield Meeting(i, j, axis, at, toward, along, reach, span, (low[across] + high[across]) / 2, rule)


def axis_of(direction: Vec) -> int:
    """The unit axis that a direction runs along most."""
    return max(range(3), key=lambda a: abs(direction[a]))
