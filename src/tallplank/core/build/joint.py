"""Joints: where the end of one part meets the face of a gable, both are bored and the fittings are counted.

A joint is found by where the parts meet, not by their names. Source: cam bore 15 x 12.5, 34 from the end, bolt in a hole of
5, dowels 8 x 30 beside it, spacing up to 250, at least two; common practice.
"""

from collections import defaultdict
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from functools import lru_cache
from math import ceil

from tallplank.core.build.choice import Choice
from tallplank.core.build.collector import Collector
from tallplank.core.build.part import Hole, Part
from tallplank.core.measure.frame import Vec, Z
from tallplank.core.measure.size import Size

TOUCH = 1e-6
CAM, CAM_DEPTH, CAM_FROM_END = 15.0, 12.5, 34.0
BOLT, BOLT_DEPTH, CHANNEL = 5.0, 11.0, 8.0
DOWEL, DOWEL_IN_FACE, DOWEL_IN_END, DOWEL_BESIDE = 8.0, 12.0, 20.0, 32.0
SKIN = 3.0
"""Board that is left under a blind hole at least."""


@dataclass(frozen=True, slots=True)
class Meeting:
    """The end of part number `end` against the face of gable number `face`; `toward` points from the end into the gable."""

    face: int
    end: int
    toward: float
    x: float
    z: float
    y: tuple[float, float]
    upright: bool
    """Whether the end stands on edge, so that the fixings follow each other upwards instead of to the back."""


def add_joints(choice: Choice, out: Collector) -> None:
    """Bore all parts that meet a gable, and count cams and dowels."""
    rules = choice.rules
    if rules.joint == "none":
        return
    holes: defaultdict[int, list[Hole]] = defaultdict(list)
    cams = dowels = 0
    for number, meeting in enumerate(_meetings(out.parts)):
        places = fixings(meeting.y, rules.joint_end, rules.joint_pitch)
        for i, place in enumerate(places):
            pair = f"{number}.{i}"
            _cam(out.parts, meeting, place, pair, holes)
        beside = dowel_places(places)
        for i, place in enumerate(beside):
            _dowel(out.parts, meeting, place, f"{number}.{i}d", holes)
        cams, dowels = cams + len(places), dowels + len(beside)
    for index, bored in holes.items():
        out.parts[index] = replace(out.parts[index], holes=(*out.parts[index].holes, *bored))
    where = "bottom, top and fixed shelves to the gables"
    out.fit(choice.hardware("cam"), Size.of(cams, "fixings", "rule.joint_pitch"), where)
    out.fit(choice.hardware("dowel"), Size.of(dowels, "dowels beside the cams", "rule.joint_pitch"), where)


def fixings(span: tuple[float, float], end: float, pitch: float) -> tuple[float, ...]:
    """Places along a meeting: at least two, the first and the last `end` from its edges, no two farther apart than `pitch`."""
    low, high = span
    inset = min(end, (high - low) / 4)
    first, last = low + inset, high - inset
    count = max(ceil((last - first) / pitch - TOUCH), 1)
    return tuple(first + (last - first) * i / count for i in range(count + 1))


def dowel_places(places: Sequence[float]) -> tuple[float, ...]:
    """A dowel on the inner side of each fixing, or where those are near each other a single one between them."""
    if places[-1] - places[0] < 2 * DOWEL_BESIDE + 1.25 * DOWEL:
        return ((places[0] + places[-1]) / 2,)
    return tuple(p + (DOWEL_BESIDE if i < len(places) / 2 else -DOWEL_BESIDE) for i, p in enumerate(places))


def _meetings(parts: Sequence[Part]) -> Iterator[Meeting]:
    """Every end of a carcass part that lies flat against a gable (the first two parts of a carcass)."""
    (_, left), (right, _) = parts[0].box, parts[1].box
    for index, part in enumerate(parts[2:], 2):
        if part.role != "carcass":
            continue
        low, high = part.box
        upright = high.y - low.y < high.z - low.z
        along = (low.z, high.z) if upright else (low.y, high.y)
        middle = (low.y + high.y) / 2 if upright else (low.z + high.z) / 2
        if abs(low.x - left.x) < TOUCH:
            yield Meeting(0, index, -1.0, low.x, middle, along, upright)
        if abs(high.x - right.x) < TOUCH:
            yield Meeting(1, index, 1.0, high.x, middle, along, upright)


def _point(meeting: Meeting, place: float) -> Vec:
    return Vec(meeting.x, meeting.z, place) if meeting.upright else Vec(meeting.x, place, meeting.z)


@lru_cache(maxsize=64)
def _sideways(x: float, y: float, z: float, toward: float) -> Vec:
    """A direction along the unit's x seen in a part's frame, from the x of each of its axes; one object for all holes."""
    return Vec(x * toward, y * toward, z * toward)


def _bore(part: Part, point: Vec, toward: float, hole: tuple[float, float], pair: str, *, dowel: bool) -> Hole:
    f = part.frame
    into = _sideways(f.x.x, f.y.x, f.z.x, toward)
    return Hole("dowel" if dowel else "bolt", f.inside(point), into, hole[0], hole[1], pair)


def _cam(parts: Sequence[Part], meeting: Meeting, place: float, pair: str, holes: defaultdict[int, list[Hole]]) -> None:
    face, end, point = parts[meeting.face], parts[meeting.end], _point(meeting, place)
    deepest = face.thickness.value - SKIN
    holes[meeting.face].append(_bore(face, point, meeting.toward, (BOLT, min(BOLT_DEPTH, deepest)), pair, dowel=False))
    holes[meeting.end].append(_bore(end, point, -meeting.toward, (CHANNEL, CAM_FROM_END), pair, dowel=False))
    local = end.frame.inside(Vec(point.x - meeting.toward * CAM_FROM_END, point.y, point.z))
    depth = min(CAM_DEPTH, end.thickness.value - SKIN)
    holes[meeting.end].append(Hole("cam", Vec(local.x, local.y, 0.0), Z, CAM, depth, pair))


def _dowel(parts: Sequence[Part], meeting: Meeting, place: float, pair: str, holes: defaultdict[int, list[Hole]]) -> None:
    face, end, point = parts[meeting.face], parts[meeting.end], _point(meeting, place)
    deepest = face.thickness.value - SKIN
    holes[meeting.face].append(_bore(face, point, meeting.toward, (DOWEL, min(DOWEL_IN_FACE, deepest)), pair, dowel=True))
    holes[meeting.end].append(_bore(end, point, -meeting.toward, (DOWEL, DOWEL_IN_END), pair, dowel=True))
