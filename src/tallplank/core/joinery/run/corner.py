"""Stretches that go on round a corner of the room: which meet, and where the lines of their fronts cross.

Source: common practice: units of both walls end at the corner, at a unit made for it, or a filler's width before each other's fronts.
"""

from collections.abc import Mapping, Sequence

from tallplank.core.job.face import HALF_TURN, Face, Faces
from tallplank.core.job.unit import RunKind
from tallplank.core.joinery.rule.corner import CORNER_PLANS
from tallplank.core.joinery.rule.place import Placed
from tallplank.core.joinery.run.island import islands
from tallplank.core.joinery.run.row import level_of
from tallplank.core.joinery.run.stretch import JOINED, Course, Joint, Side, Stretch
from tallplank.core.space.frame import Frame
from tallplank.core.space.outline import Point, crossing

NEAR = 200.0
"""What both fillers of a plain corner may be wide; stretches that end farther from it do not meet."""
Line = tuple[Point, Point]


def courses(stretches: Mapping[str, Sequence[Stretch]], faces: Faces, what: RunKind) -> dict[str, tuple[Course, ...]]:
    """The stretches of each face with what they meet round the corners of the room."""
    found = {face_id: [Course(stretch, faces[face_id]) for stretch in row] for face_id, row in stretches.items()}
    walls = [face for face in faces.values() if not face.is_loose]
    for face, after in zip(walls, (*walls[1:], *walls[:1]), strict=True):
        row, next_row = found.get(face.id), found.get(after.id)
        if not row or not next_row:
            continue
        last = max(range(len(row)), key=lambda i: row[i].stretch.end)
        first = min(range(len(next_row)), key=lambda i: next_row[i].stretch.start)
        one, other = row[last], next_row[first]
        if _meet(one.stretch, face, other.stretch, after, what):
            inner = face.after < HALF_TURN
            there, back = after.within(face), face.within(after)
            row[last] = Course(one.stretch, face, one.left, Joint("right", other.stretch, there, (face.length, 0.0), inner))
            next_row[first] = Course(other.stretch, after, Joint("left", one.stretch, back, (0.0, 0.0), inner), other.right)
    joined = {face_id: tuple(row) for face_id, row in found.items()}
    return islands(joined, faces) if what == "top" else joined


def _meet(one: Stretch, face: Face, other: Stretch, after: Face, what: RunKind) -> bool:
    if abs(level_of(one.members[0], what) - level_of(other.members[0], what)) >= JOINED:
        return False
    if face.after > HALF_TURN:
        return one.end >= face.length - JOINED and other.start <= JOINED
    cross = crossing(_line(one, "right", what), seen(_line(other, "left", what), after.within(face)))
    if cross is None:
        return False
    there = after.within(face).inside((*cross, 0.0))
    its, own = other.corner_unit("left"), one.corner_unit("right")
    reached = min(cross[0], face.length - its.unit.depth + its.back) if its is not None else min(cross[0], face.length)
    started = max(there.x, own.unit.depth - own.back) if own is not None else max(there.x, 0.0)
    return one.end >= reached - NEAR and other.start <= started + NEAR


def _line(stretch: Stretch, side: Side, what: RunKind) -> Line:
    if what in ("top", "plinth"):
        return front_line(stretch, side)
    y = stretch.last(side).front
    return (0.0, y), (1.0, y)


def front_line(stretch: Stretch, side: Side, more: float = 0.0) -> Line:
    """The line of a stretch's fronts near one of its ends, or one so much farther out, in the frame of its face."""
    y = front_of(stretch, side) - more
    return (0.0, y), (1.0, y)


def front_of(stretch: Stretch, side: Side) -> float:
    """The y of the fronts of a stretch (negative): of the one that stands out farthest, or of the arms of a lone corner unit."""
    plain = stretch.plain
    if plain:
        return min(p.front for p in plain)
    unit = stretch.corner_unit(side) or stretch.members[0]
    return arm_front(unit) if unit.kind.plan in CORNER_PLANS else unit.front


def arm_front(unit: Placed) -> float:
    """The y of the fronts beside a corner unit that are as deep as its arm."""
    proud = unit.back - unit.unit.depth - unit.front
    return unit.back - (unit.unit.arm or unit.kind.arm) - proud


def seen(line: Line, frame: Frame) -> Line:
    """A line of a frame in the frame around it."""
    a, b = frame.flat_out(line)
    return a, b
