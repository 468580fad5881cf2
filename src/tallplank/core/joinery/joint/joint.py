"""Joints: where the end of one part meets another, both are machined by the joint's rule and the fittings are counted.

What each fixing bores stands in its record; boards that are let into each other are cut in `let_in`.
Source: common practice throughout: fixings up to 250 apart, at least two, dowels beside the cams.
"""

from collections import Counter
from collections.abc import Callable, Mapping, Sequence
from contextlib import nullcontext
from dataclasses import dataclass
from math import ceil, cos, radians, sin
from types import MappingProxyType
from typing import Literal

from tallplank.core.catalog.hardware import Fixing
from tallplank.core.error import mm
from tallplank.core.job.unit import HardwareRole
from tallplank.core.joinery.joint.let_in import DEPTHS, SKIN, LettingIn
from tallplank.core.joinery.joint.meeting import NOWHERE, TOUCH, Meeting, meetings, turns
from tallplank.core.joinery.part.part import Note, Part
from tallplank.core.joinery.rule.choice import Choice
from tallplank.core.joinery.setout.box import Box
from tallplank.core.joinery.setout.collector import Bore, Collector
from tallplank.core.measure.size import Size
from tallplank.core.measure.source import Decided
from tallplank.core.space.frame import Vec

DOWEL_BESIDE = 32.0
"""From a cam to the dowel beside it."""
END_PLAY, LEAST_PILOT = 2.0, 15.0
HOLD = 8.0
"""A screw through a face goes at least this far into what is behind."""
POCKET_ANGLE = 15.0
UPWARD = 0.5

WHERE = {
    "joint": "bottom and top to the gables",
    "joint_shelf": "fixed shelves to the uprights",
    "joint_partition": "partitions to the boards above and below",
    "joint_frame": "members of the face frame",
}


_Count = Counter[HardwareRole]
ThroughRole = Literal["confirmat", "screw"]


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


def add_joints(choice: Choice, box: Box | None, out: Collector, name: str = "j") -> None:
    """Machine all parts that meet, and count the fittings; the pairs of holes of one unit are told apart by `name`.

    Raises:
        BuildError: a board would be let in deeper than the other is thick.
    """
    rules = choice.rules
    back = box.back_face if box is not None and rules.back in ("grooved", "rebated") else None
    counts: dict[str, _Count] = {}
    for number, turn in enumerate(turns(out.parts)):
        with out.turned(turn) if turn else nullcontext():
            _join(_Joining(choice, out), back, f"{name}{'t' * number}", counts)
    for rule, used in counts.items():
        for role, count in used.items():
            size = Size.of(count, f"{_NAMES[role]}, {WHERE[rule]}", Decided("rule", rule))
            out.fit(choice.hardware(role), size, WHERE[rule])


def _join(joining: _Joining, back: float | None, name: str, counts: dict[str, _Count]) -> None:
    """Machine what meets along the axes of the unit, and add to what is used by rule."""
    choice, out = joining.choice, joining.out
    rules, boxes = choice.rules, [out.box(i) for i in range(len(out.parts))]
    found = [m for m in meetings(out.parts, boxes, back) if getattr(rules, m.rule) != "none"]
    met = [(m, joint_for(choice, m.rule, out.parts[m.end], joining.through(m))) for m in found]
    for meeting in (m for m, joint in met if joint == "none"):
        out.note(_unjoined(out.parts[meeting.end]))
    letting_in = LettingIn(choice, out)
    for meeting, joint in met:
        if joint in DEPTHS:
            letting_in.add(meeting, joint)
    for number, (meeting, joint) in enumerate(met):
        join = JOINTS.get(joint)
        if join is not None:
            places = fixings(meeting.span, rules.joint_end, rules.joint_pitch)
            counts.setdefault(meeting.rule, Counter()).update(join(joining, meeting, places, f"{name}{number}"))


CHEEK, LEAST_CAM, CAM_BOARD = 3.5, 15.0, 18.0
"""Board beside a hole in an end; cams are for boards from this thickness on. Source: common practice."""
INSTEAD: Mapping[str, str] = MappingProxyType(
    {"cam-dowel": "confirmat", "dowel": "confirmat", "confirmat": "screw", "pocket-screw": "screw", "screw": "dado"}
)
"""The joint that is taken where a board is too thin for one."""


def joint_for(choice: Choice, rule: str, end: Part, face: float) -> str:
    """The joint of a rule, or the next one that the end of a board is thick enough for, met by a face so thick; `none` where none is."""
    wanted: str = getattr(choice.rules, rule)
    joint = wanted
    while joint in JOINTS and end.thickness.value < _least_thickness(choice, joint):
        joint = INSTEAD[joint]
    if joint != wanted and joint in DEPTHS and getattr(choice.rules, DEPTHS[joint]) + SKIN > face:
        return "none"
    return joint


def _unjoined(end: Part) -> Note:
    text = f"The {end.name}, {mm(end.thickness.value)} thick, takes none of the shop's joints."
    return Note("no-joint", text, "Use a thicker board.")


def _least_thickness(choice: Choice, joint: str) -> float:
    if joint == "cam-dowel":
        return max(LEAST_CAM, choice.hardware("dowel").joint.end + 2 * CHEEK)
    role: Literal["dowel", "confirmat", "screw", "pocket-screw"] = joint  # type: ignore[assignment]
    return choice.hardware(role).joint.end + 2 * CHEEK


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


def holding_screw(choice: Choice, through: float, into: float) -> Fixing | None:
    """The longest screw of the chosen make that goes through the one board and holds in the other without coming out of it."""
    fitting = [s for s in choice.family(choice.hardware("screw")) if through + HOLD <= s.length <= through + into - SKIN]
    return max(fitting, key=lambda s: s.length, default=None)


def _cam_dowel(joining: _Joining, meeting: Meeting, places: Sequence[float], pair: str) -> Mapping[HardwareRole, int]:
    out, from_end, bores = joining.out, joining.choice.rules.cam_from_end, joining.choice.hardware("cam").joint
    deepest = joining.through(meeting) - SKIN
    end = out.parts[meeting.end]
    into = _reversed(_face_of(end, joining.choice))
    half = end.thickness.value / 2
    aside = _moved(_moved(NOWHERE, meeting.into_end, from_end), into, -half)
    bolts, cams = meeting.row(places), meeting.row(places, aside)
    out.bore_row(meeting.face, bolts, meeting.into_face, Bore("bolt", bores.face, min(bores.face_depth, deepest), pair))
    out.bore_row(meeting.end, bolts, meeting.into_end, Bore("bolt", bores.end, from_end, pair))
    out.bore_row(meeting.end, cams, into, Bore("cam", bores.cam, min(half + bores.cam_depth - CAM_BOARD / 2, 2 * half - SKIN), pair))
    beside = dowel_places(places, joining.choice.hardware("dowel").joint.face)
    _dowels(joining, meeting, beside, f"{pair}d")
    return {"cam": len(places), "dowel": len(beside)}


def _face_of(part: Part, choice: Choice) -> Vec:
    """The direction out of the face of a part that its cams are let into: the one its own z = 0 lies on, or the lower one."""
    out = _reversed(part.frame.z)
    return _reversed(out) if choice.rules.cam_face == "lower" and part.kind == "floor" and out.z > UPWARD else out


def _reversed(way: Vec) -> Vec:
    return Vec(-way.x, -way.y, -way.z)


def _dowels(joining: _Joining, meeting: Meeting, places: Sequence[float], pair: str) -> Mapping[HardwareRole, int]:
    out, dowel = joining.out, joining.choice.hardware("dowel")
    bores = dowel.joint
    in_face = min(bores.face_depth, joining.through(meeting) - SKIN)
    in_end = dowel.length + END_PLAY - in_face
    row = meeting.row(places)
    out.bore_row(meeting.face, row, meeting.into_face, Bore("dowel", bores.face, in_face, pair))
    out.bore_row(meeting.end, row, meeting.into_end, Bore("dowel", bores.end, in_end, pair))
    return {"dowel": len(places)}


def _through(joining: _Joining, meeting: Meeting, places: Sequence[float], pair: str, role: ThroughRole) -> Mapping[HardwareRole, int]:
    """Screws through the face into a pilot hole in the end."""
    out, thick, item = joining.out, joining.through(meeting), joining.choice.hardware(role)
    bores = item.joint
    pilot = max(item.length - thick + END_PLAY, LEAST_PILOT)
    row = meeting.row(places)
    out.bore_row(meeting.face, row, meeting.into_face, Bore(role, bores.face, thick, pair))
    out.bore_row(meeting.end, row, meeting.into_end, Bore(role, bores.end, pilot, pair))
    return {role: len(places)}


def _confirmat(joining: _Joining, meeting: Meeting, places: Sequence[float], pair: str) -> Mapping[HardwareRole, int]:
    return _through(joining, meeting, places, pair, "confirmat")


def _screw(joining: _Joining, meeting: Meeting, places: Sequence[float], pair: str) -> Mapping[HardwareRole, int]:
    return _through(joining, meeting, places, pair, "screw")


def _pocket_screw(joining: _Joining, meeting: Meeting, places: Sequence[float], pair: str) -> Mapping[HardwareRole, int]:
    """A slanted hole from the face of the one part through the middle of its end, and a pilot hole in the other."""
    out, bores = joining.out, joining.choice.hardware("pocket-screw").joint
    end = out.parts[meeting.end]
    angle, face = radians(POCKET_ANGLE), _face_of(end, joining.choice)
    back, forth = meeting.into_end, meeting.into_face
    slant = Vec(*(b * cos(angle) + f * sin(angle) for b, f in zip(back, face, strict=True)))
    ahead = Vec(*(b * cos(angle) - f * sin(angle) for b, f in zip(forth, face, strict=True)))
    depth = end.thickness.value / 2 / sin(angle)
    row = meeting.row(places)
    out.bore_row(meeting.end, row, slant, Bore("pocket-screw", bores.end, depth, pair))
    out.bore_row(meeting.face, row, ahead, Bore("pocket-screw", bores.face, bores.face_depth, pair))
    return {"pocket-screw": len(places)}


def _moved(point: Vec, way: Vec, by: float) -> Vec:
    return Vec(point.x + way.x * by, point.y + way.y * by, point.z + way.z * by)


JOINTS: Mapping[str, Callable[[_Joining, Meeting, Sequence[float], str], Mapping[HardwareRole, int]]] = MappingProxyType(
    {"cam-dowel": _cam_dowel, "dowel": _dowels, "confirmat": _confirmat, "screw": _screw, "pocket-screw": _pocket_screw}
)
"""The joints that bore; the others let the one board into the other."""
