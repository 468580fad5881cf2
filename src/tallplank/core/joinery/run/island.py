"""Worktops of groups: which stretches on the faces of an island lie under one top."""

from collections.abc import Iterator, Mapping, Sequence
from dataclasses import replace

from shapely import Polygon, box

from tallplank.core.job.face import Face, Faces
from tallplank.core.job.room import Group
from tallplank.core.joinery.run.row import level_of
from tallplank.core.joinery.run.stretch import JOINED, Course, Island, Stretch

BACKS_APART = 150.0
"""What may be free between the backs of units that stand under one top."""


def islands(found: Mapping[str, tuple[Course, ...]], faces: Faces) -> dict[str, tuple[Course, ...]]:
    """The courses with those of groups joined: one for each top, at the first of the faces that it lies over."""
    result = dict(found)
    groups = {face.carrier.id: face.carrier for face in faces.values() if isinstance(face.carrier, Group)}
    for group in groups.values():
        rows = [(faces[f.id], course) for f in group.faces for course in found.get(f.id, ())]
        if rows:
            result.update({f.id: () for f in group.faces if f.id in found})
            whole = _extent(rows, rows[0][0])
            for joined in _joined(rows):
                course = _over(group, joined, whole)
                result[course.face.id] = (*result[course.face.id], course)
    return result


def _over(group: Group, rows: Sequence[tuple[Face, Course]], whole: tuple[float, float]) -> Course:
    """One top; it turns down only at those of its ends that are the group's: others may lie over the same units at another height."""
    face, first = rows[0]
    others = tuple((course.stretch, other.within(face)) for other, course in rows[1:])
    low, high = _extent(rows, face)
    shift = face.within(rows[0][0]).origin.x
    ends = {"left_end": low + shift - whole[0] < JOINED, "right_end": whole[1] - high - shift < JOINED}
    top = group.top.but(**{name: "free" for name, reached in ends.items() if not reached}) if not all(ends.values()) else group.top
    return replace(first, island=Island(top, group.seats, others))


def _extent(rows: Sequence[tuple[Face, Course]], face: Face) -> tuple[float, float]:
    """From where to where along a face rows of its group reach."""
    xs = [
        x
        for other, course in rows
        for x, _ in other.within(face).flat_out([(course.stretch.start, 0.0), (course.stretch.end, course.stretch.deepest.front)])
    ]
    return min(xs), max(xs)


def _joined(rows: Sequence[tuple[Face, Course]]) -> Iterator[list[tuple[Face, Course]]]:
    """Those of one level that stand together, in the order of their faces."""
    left = list(rows)
    while left:
        found, left = [left[0]], left[1:]
        grows = True
        while grows:
            near = [row for row in left if any(_stand_together(row, other) for other in found)]
            left = [row for row in left if all(row is not n for n in near)]
            found, grows = [*found, *near], bool(near)
        yield [row for row in rows if any(row is f for f in found)]


def _stand_together(one: tuple[Face, Course], other: tuple[Face, Course]) -> bool:
    a, b = one[1].stretch, other[1].stretch
    level = abs(level_of(a.members[0], "top") - level_of(b.members[0], "top")) < JOINED
    return level and one[0] is not other[0] and float(_ground(one[0], a).distance(_ground(other[0], b))) <= BACKS_APART


def _ground(face: Face, stretch: Stretch) -> Polygon:
    """What a stretch covers in the room, from the line that it stands at."""
    strip = box(stretch.start, stretch.deepest.front, stretch.end, max(p.back for p in stretch.members))
    return Polygon(face.frame.flat_out([(x, y) for x, y in strip.exterior.coords[:-1]]))
