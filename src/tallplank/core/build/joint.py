"""Joints: where the end of one part meets another, both are machined by the joint's rule and the fittings are counted.

A joint is found by where the parts meet in space, not by their names. What each fixing bores stands in its record.
Source: common practice throughout: fixings up to 250 apart, at least two, dowels beside the cams.
"""

from collections import Counter
from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass, replace
from math import ceil, cos, radians, sin
from types import MappingProxyType
from typing import Literal

from tallplank.core.build.box import Box
from tallplank.core.build.choice import Choice
from tallplank.core.build.collector import Bore, Collector
from tallplank.core.build.part import BuildError, Part, PartKind, Pocket
from tallplank.core.catalog.record import Hardware, JointBores
from tallplank.core.job.record import HardwareRole
from tallplank.core.measure.frame import Vec
from tallplank.core.measure.size import Size

TOUCH = 1e-6
DOWEL_BESIDE = 32.0
"""From a cam to the dowel beside it."""
END_PLAY, LEAST_PILOT = 2.0, 15.0
POCKET_ANGLE = 15.0
SKIN = 3.0
"""Board that is left under a blind hole at least."""

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
WHERE = {
    "joint": "bottom and top to the gables",
    "joint_shelf": "fixed shelves to the uprights",
    "joint_partition": "partitions to the boards above and below",
    "joint_frame": "members of the face frame",
}


@dataclass(frozen=True, slots=True)
class Meeting:
    """The end of part number `end` against part number `face`, in the plane `at` across unit axis `axis`.

    `toward` is the sign of the way from the end into the face; fixings follow each other in `span` along unit axis `along`,
    at `middle` of the end's thickness.
    """

    end: int
    face: int
    axis: int
    at: float
    toward: float
    along: int
    span: tuple[float, float]
    middle: float
    rule: str

    def point(self, place: float) -> Vec:
        """The point in the frame of the unit at a place along the meeting."""
        at, middle = self.at, self.middle
        if self.axis == 0:
            return Vec(at, place, middle) if self.along == 1 else Vec(at, middle, place)
        if self.axis == 1:
            return Vec(place, at, middle) if self.along == 0 else Vec(middle, at, place)
        return Vec(place, middle, at) if self.along == 0 else Vec(middle, place, at)

    @property
    def into_face(self) -> Vec:
        """The direction from the end into the face."""
        return _AXES[self.axis, self.toward]

    @property
    def into_end(self) -> Vec:
        """The direction from the face into the end."""
        return _AXES[self.axis, -self.toward]


_AXES = {(axis, sign): Vec(*(sign if i == axis else 0.0 for i in range(3))) for axis in range(3) for sign in (1.0, -1.0)}
_Count = Counter[HardwareRole]
ThroughRole = Literal["confirmat", "screw"]
_Box = tuple[Vec, Vec]


@dataclass(frozen=True, slots=True)
class _Joining:
    """What a joint needs to know while it is made."""

    choice: Choice
    out: Collector

    def thick(self, index: int) -> float:
        return self.out.parts[index].thickness.value

    def through(self, meeting: Meeting) -> float:
        low, high = self.out.box(meeting.face)
        return high[meeting.axis] - low[meeting.axis]


def add_joints(choice: Choice, box: Box | None, out: Collector) -> None:
    """Machine all parts that meet, and count the fittings.

    Raises:
        BuildError: a board would be let in deeper than the other is thick.
    """
    rules = choice.rules
    back = box.back_face if box is not None and rules.back in ("grooved", "rebated") else None
    boxes = [out.box(i) for i in range(len(out.parts))]
    met = [m for m in meetings(out.parts, boxes, back) if getattr(rules, m.rule) != "none"]
    longer: set[tuple[int, int, float]] = set()
    for meeting in met:
        if getattr(rules, meeting.rule) == "dado":
            _let_in(choice, meeting, out, longer)
    counts: dict[str, _Count] = {}
    joining = _Joining(choice, out)
    for number, meeting in enumerate(met):
        join = JOINTS.get(getattr(rules, meeting.rule))
        if join is not None:
            places = fixings(meeting.span, rules.joint_end, rules.joint_pitch)
            counts.setdefault(meeting.rule, Counter()).update(join(joining, meeting, places, f"j{number}"))
    for rule, used in counts.items():
        for role, count in used.items():
            size = Size.of(count, f"{_NAMES[role]}, {WHERE[rule]}", f"rule.{rule}")
            out.fit(choice.hardware(role), size, WHERE[rule])


_NAMES: dict[HardwareRole, str] = {
    "cam": "cams",
    "dowel": "dowels",
    "confirmat": "confirmat screws",
    "screw": "screws",
    "pocket-screw": "pocket screws",
}


def fixings(span: tuple[float, float], end: float, pitch: float) -> tuple[float, ...]:
    """Places along a meeting: at least two, the first and the last `end` from its edges, no two farther apart than `pitch`."""
    low, high = span
    inset = min(end, (high - low) / 4)
    first, last = low + inset, high - inset
    count = max(ceil((last - first) / pitch - TOUCH), 1)
    return tuple(first + (last - first) * i / count for i in range(count + 1))


def dowel_places(places: Sequence[float], diameter: float) -> tuple[float, ...]:
    """A dowel on the inner side of each fixing, or where those are near each other a single one between them."""
    if places[-1] - places[0] < 2 * DOWEL_BESIDE + 1.25 * diameter:
        return ((places[0] + places[-1]) / 2,)
    return tuple(p + (DOWEL_BESIDE if i < len(places) / 2 else -DOWEL_BESIDE) for i, p in enumerate(places))


def meetings(parts: Sequence[Part], boxes: Sequence[_Box], back: float | None = None) -> Iterator[Meeting]:
    """Every end that lies flat against a part that its kind is joined to; before `back`, where the back sits in a groove."""
    joined = [(i, part, boxes[i]) for i, part in enumerate(parts) if part.kind in JOINED]
    for i, end, end_box in joined:
        for j, face, face_box in joined:
            rule = RULES.get((end.kind, face.kind)) if i != j else None
            if rule is not None:
                yield from _met((i, end, end_box), (j, face_box), rule, back)


def _met(one: tuple[int, Part, _Box], other: tuple[int, _Box], rule: str, back: float | None) -> Iterator[Meeting]:
    """The meetings of one part's ends with another part; thickness edges are no ends, nor are the long edges of a frame's members."""
    i, part, (low, high) = one
    j, (face_low, face_high) = other
    across = _axis_of(part.frame.z)
    for axis in range(3):
        if axis == across or (part.kind in ("frame", "partition") and axis != _axis_of(part.frame.x)):
            continue
        at, toward = (low[axis], -1.0) if abs(low[axis] - face_high[axis]) < TOUCH else (high[axis], 1.0)
        if abs(at - (face_low[axis] if toward > 0 else face_high[axis])) > TOUCH:
            continue
        along = 3 - axis - across
        ceiling = min(high[along], face_high[along], back if back is not None and along == 1 else high[along])
        span = (max(low[along], face_low[along]), ceiling)
        depth = min(high[across], face_high[across]) - max(low[across], face_low[across])
        if span[1] - span[0] > TOUCH and depth > TOUCH:
            yield Meeting(i, j, axis, at, toward, along, span, (low[across] + high[across]) / 2, rule)


def _axis_of(direction: Vec) -> int:
    return max(range(3), key=lambda a: abs(direction[a]))


def bores_of(item: Hardware) -> JointBores:
    """What a fixing bores.

    Raises:
        BuildError: its record does not say.
    """
    if item.joint is None:
        raise BuildError(f"The catalogue does not say what {item.name} bores.")
    return item.joint


def _cam_dowel(joining: _Joining, meeting: Meeting, places: Sequence[float], pair: str) -> Mapping[HardwareRole, int]:
    out, from_end, bores = joining.out, joining.choice.rules.cam_from_end, bores_of(joining.choice.hardware("cam"))
    deepest = joining.through(meeting) - SKIN
    end = out.parts[meeting.end]
    into = Vec(*(-c for c in _face_of(end)))
    half = end.thickness.value / 2
    for i, place in enumerate(places):
        point, key = meeting.point(place), f"{pair}.{i}"
        out.bore(meeting.face, point, meeting.into_face, Bore("bolt", bores.face, min(bores.face_depth, deepest), key))
        out.bore(meeting.end, point, meeting.into_end, Bore("bolt", bores.end, from_end, key))
        cam = _moved(_moved(point, meeting.into_end, from_end), into, -half)
        out.bore(meeting.end, cam, into, Bore("cam", bores.cam, min(bores.cam_depth, 2 * half - SKIN), key))
    beside = dowel_places(places, bores_of(joining.choice.hardware("dowel")).face)
    _dowels(joining, meeting, beside, f"{pair}d")
    return {"cam": len(places), "dowel": len(beside)}


def _face_of(part: Part) -> Vec:
    """The direction out of the face of a part that its cams are let into: the one its own z = 0 lies on."""
    return Vec(*(-c for c in part.frame.z))


def _dowels(joining: _Joining, meeting: Meeting, places: Sequence[float], pair: str) -> Mapping[HardwareRole, int]:
    out, dowel = joining.out, joining.choice.hardware("dowel")
    bores = bores_of(dowel)
    in_face = min(bores.face_depth, joining.through(meeting) - SKIN)
    in_end = dowel.length + END_PLAY - in_face
    for i, place in enumerate(places):
        point = meeting.point(place)
        out.bore(meeting.face, point, meeting.into_face, Bore("dowel", bores.face, in_face, f"{pair}.{i}"))
        out.bore(meeting.end, point, meeting.into_end, Bore("dowel", bores.end, in_end, f"{pair}.{i}"))
    return {"dowel": len(places)}


def _through(joining: _Joining, meeting: Meeting, places: Sequence[float], pair: str, role: ThroughRole) -> Mapping[HardwareRole, int]:
    """Screws through the face into a pilot hole in the end."""
    out, thick, item = joining.out, joining.through(meeting), joining.choice.hardware(role)
    bores = bores_of(item)
    pilot = max(item.length - thick + END_PLAY, LEAST_PILOT)
    for i, place in enumerate(places):
        point = meeting.point(place)
        out.bore(meeting.face, point, meeting.into_face, Bore(role, bores.face, thick, f"{pair}.{i}"))
        out.bore(meeting.end, point, meeting.into_end, Bore(role, bores.end, pilot, f"{pair}.{i}"))
    return {role: len(places)}


def _confirmat(joining: _Joining, meeting: Meeting, places: Sequence[float], pair: str) -> Mapping[HardwareRole, int]:
    return _through(joining, meeting, places, pair, "confirmat")


def _screw(joining: _Joining, meeting: Meeting, places: Sequence[float], pair: str) -> Mapping[HardwareRole, int]:
    return _through(joining, meeting, places, pair, "screw")


def _pocket_screw(joining: _Joining, meeting: Meeting, places: Sequence[float], pair: str) -> Mapping[HardwareRole, int]:
    """A slanted hole from the face of the one part through the middle of its end, and a pilot hole in the other."""
    out, bores = joining.out, bores_of(joining.choice.hardware("pocket-screw"))
    end = out.parts[meeting.end]
    angle, face = radians(POCKET_ANGLE), _face_of(end)
    back, forth = meeting.into_end, meeting.into_face
    slant = Vec(*(b * cos(angle) + f * sin(angle) for b, f in zip(back, face, strict=True)))
    ahead = Vec(*(b * cos(angle) - f * sin(angle) for b, f in zip(forth, face, strict=True)))
    depth = end.thickness.value / 2 / sin(angle)
    for i, place in enumerate(places):
        point = meeting.point(place)
        out.bore(meeting.end, point, slant, Bore("pocket-screw", bores.end, depth, f"{pair}.{i}"))
        out.bore(meeting.face, point, ahead, Bore("pocket-screw", bores.face, bores.face_depth, f"{pair}.{i}"))
    return {"pocket-screw": len(places)}


def _moved(point: Vec, way: Vec, by: float) -> Vec:
    return Vec(point.x + way.x * by, point.y + way.y * by, point.z + way.z * by)


JOINTS: Mapping[str, Callable[[_Joining, Meeting, Sequence[float], str], Mapping[HardwareRole, int]]] = MappingProxyType(
    {"cam-dowel": _cam_dowel, "dowel": _dowels, "confirmat": _confirmat, "screw": _screw, "pocket-screw": _pocket_screw}
)
"""The joints that bore; a dado lets the one board into the other instead."""


def _let_in(choice: Choice, meeting: Meeting, out: Collector, done: set[tuple[int, int, float]]) -> None:
    """Lengthen the end by the dado's depth, once for all that it meets there, and cut the slot that it sits in into the other part."""
    depth = choice.rule("dado_depth", "let in")
    end, face = out.parts[meeting.end], out.parts[meeting.face]
    if depth.value + SKIN > face.thickness.value:
        raise BuildError(f"The {end.name} would be let {depth.value:g} into the {face.name}, which is {face.thickness.value:g} thick.")
    key = (meeting.end, meeting.axis, meeting.toward)
    longer = end if key in done else lengthened(end, meeting.axis, meeting.toward, depth)
    done.add(key)
    out.parts[meeting.end] = longer
    low = [max(a, b) for a, b in zip(longer.box[0], face.box[0], strict=True)]
    high = [min(a, b) for a, b in zip(longer.box[1], face.box[1], strict=True)]
    a, b = face.frame.inside(Vec(*low)), face.frame.inside(Vec(*high))
    corner, far = Vec(*map(min, a, b)), Vec(*map(max, a, b))
    ends = min(corner.x, face.length.value - far.x, corner.y, face.width.value - far.y) if _one_side(corner, far, face) else TOUCH * 2
    what = "rebate" if ends < TOUCH else "dado"
    out.parts[meeting.face] = replace(face, pockets=(*face.pockets, Pocket(what, corner, far)))  # type: ignore[arg-type]


def _one_side(low: Vec, high: Vec, part: Part) -> bool:
    """Whether a slot that crosses the whole width lies at an end of the part."""
    return low.x < TOUCH or part.length.value - high.x < TOUCH


def lengthened(part: Part, axis: int, toward: float, by: Size) -> Part:
    """A part that reaches farther along a unit axis; its pockets follow, those that ended there reach the new end."""
    frame = part.frame
    along_x = _axis_of(frame.x) == axis
    direction = frame.x if along_x else frame.y
    whole = part.length.value if along_x else part.width.value
    at_start = direction[axis] * toward < 0
    shift = by.value if at_start else 0.0
    index = 0 if along_x else 1

    def grown(pocket: Pocket) -> Pocket:
        low, high = list(pocket.low), list(pocket.high)
        at_low, at_high = low[index] <= TOUCH, high[index] >= whole - TOUCH
        low[index] += 0.0 if at_low and at_start else shift
        high[index] += by.value if at_high and not at_start else shift
        return Pocket(pocket.what, Vec(*low), Vec(*high))

    pockets = tuple(map(grown, part.pockets))
    origin = _moved(frame.origin, direction, -shift)
    frame = replace(frame, origin=origin)
    if along_x:
        return replace(part, length=part.length + by, cut_length=part.cut_length + by.value, frame=frame, pockets=pockets)
    return replace(part, width=part.width + by, cut_width=part.cut_width + by.value, frame=frame, pockets=pockets)
