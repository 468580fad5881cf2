"""The edges and middles on a drawing that a dimension can be taken from."""

from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from math import hypot

from tallplank.core.edit.dimension.reach import AXES, box_of, place_in
from tallplank.core.job.dimension import END_EDGES, Axis, End, EndEdge, View
from tallplank.core.job.face import Face
from tallplank.core.job.room import Room
from tallplank.core.joinery.made import Made, MadeUnit
from tallplank.core.space.frame import Vec
from tallplank.core.space.outline import Point

PARALLEL = 1 - 1e-9
"""The cosine of the angle between lines that run alike."""
TURNED: dict[EndEdge, EndEdge] = {"low": "high", "high": "low", "middle": "middle"}


@dataclass(frozen=True, slots=True)
class HeldLine:
    """A line of a drawing that an end of a dimension can hold: from `a` to `b`, measured across it along an axis of a face."""

    a: Point
    b: Point
    face: str
    axis: Axis
    end: End

    def away(self, point: Point) -> float:
        """How far a point of the drawing is from it."""
        dx, dy = self.b[0] - self.a[0], self.b[1] - self.a[1]
        length = dx * dx + dy * dy
        share = ((point[0] - self.a[0]) * dx + (point[1] - self.a[1]) * dy) / length if length else 0.0
        share = min(max(share, 0.0), 1.0)
        return hypot(self.a[0] + share * dx - point[0], self.a[1] + share * dy - point[1])


def held_on(made: Made, room_id: str, face_id: str, view: View) -> tuple[HeldLine, ...]:
    """What can be held on the elevation of a face, or on the plan of a room.

    Where lines of several things lie on one another, a carcass comes first, then fronts, worktops, what is in the walls and the walls.
    """
    room, faces = made.job.room(room_id), made.faces[room_id]
    if view == "elevation":
        face, units = faces[face_id], made.at_face(room_id, face_id)
        ends = [*_of_units(units), *_in_wall(face), *_of_things(room), End(thing=face_id, holds="wall")]
        return tuple(line for end in ends for line in _lines(made, room, face, end, "elevation"))
    found = [
        line for u in made.by_room.get(room_id, ()) for end in _of_units([u]) for line in _lines(made, room, made.face(u), end, "plan")
    ]
    for face in faces.values():
        found += [line for end in _in_wall(face) for line in _lines(made, room, face, end, "plan")]
        if not face.is_loose:
            found += _lines(made, room, face, End(thing=face.id, holds="wall"), "plan")
    things = _of_things(room)
    return (*found, *(line for end in things for line in _lines(made, room, _alike(room, faces.values(), end.thing), end, "plan")))


def nearest(lines: Iterable[HeldLine], at: Point, reach: float, same: float = 0.01) -> HeldLine | None:
    """The line nearest to a point of the drawing, of those not farther than `reach`; None where there is none.

    Of lines that are no farther apart than `same`, which look like one, it is the first; a middle must be nearer than an edge by so much.
    """
    away = [(line.away(at) + (2.0 * same if line.end.edge == "middle" else 0.0), line) for line in lines]
    best = min((far for far, _ in away), default=reach + 1.0)
    return next((line for far, line in away if far <= best + same), None) if best <= reach else None


SAME = 0.01
"""Edges nearer than this are one, in millimetres and in degrees."""


def alike(made: Made, room_id: str, first: HeldLine, lines: Iterable[HeldLine]) -> Iterator[HeldLine]:
    """Those lines that run as the first one does, as they are seen in the frame of its face."""
    faces = made.faces[room_id]
    here = _way(faces[first.face], first.axis)
    for line in lines:
        there = _way(faces[line.face], line.axis)
        cosine = here.x * there.x + here.y * there.y + here.z * there.z
        if abs(cosine) > PARALLEL and line.end != first.end:
            edge = line.end.edge if cosine > 0 else TURNED[line.end.edge]
            yield HeldLine(line.a, line.b, first.face, first.axis, line.end.but(edge=edge))


def _way(face: Face, axis: Axis) -> Vec:
    return (face.frame.x, face.frame.y, face.frame.z)[AXES[axis]]


def _of_units(units: Iterable[MadeUnit]) -> Iterator[End]:
    for unit in units:
        yield End(thing=unit.unit.id, holds="carcass")
        if unit.plan is None:
            yield from (End(thing=unit.unit.id, holds="front", item=i) for i in range(len(unit.fronts)))
        if not unit.placed.hung:
            yield End(thing=unit.unit.id, holds="worktop")


def _in_wall(face: Face) -> Iterator[End]:
    yield from (End(thing=o.id, holds="opening") for o in face.openings)
    yield from (End(thing=s.id, holds="service") for s in face.services)


def _of_things(room: Room) -> list[End]:
    return [End(thing=thing, holds="standing") for thing in (*(c.id for c in room.columns), *(s.id for s in room.soffits))]


def _alike(room: Room, faces: Iterable[Face], thing: str) -> Face:
    """The wall that a column stands square to, or the first one."""
    column = next((c for c in room.columns if c.id == thing), None)
    walls = [face for face in faces if not face.is_loose]
    square = (w for w in walls if column is not None and abs((w.turn - column.turn + 45.0) % 90.0 - 45.0) < SAME)
    return next(square, walls[0])


def _lines(made: Made, room: Room, face: Face, end: End, view: View) -> Iterator[HeldLine]:
    """The edges of what an end holds and its middles, as lines of a drawing."""
    box = box_of(made, room.id, end, face.frame)
    if box is None:
        return
    pair: tuple[Axis, Axis] = ("x", "z") if view == "elevation" else ("x", "y")
    if end.holds == "wall" and view == "plan":
        yield _line(face, box, box, ("y", "x"), end, view)
        return
    over = box_of(made, room.id, end.but(holds="carcass"), face.frame) if end.holds == "worktop" else box
    assert over is not None
    for axis, across in (pair, pair[::-1]):
        flat = box[1][AXES[axis]] - box[0][AXES[axis]] < SAME
        for edge in END_EDGES[:1] if flat else END_EDGES if end.holds != "wall" else ("low", "high"):
            yield _line(face, box, over if axis != "x" else box, (axis, across), end.but(edge=edge), view)


def _line(face: Face, box: tuple[Vec, Vec], along: tuple[Vec, Vec], axes: tuple[Axis, Axis], end: End, view: View) -> HeldLine:
    """One line of a box, as long as another one; a worktop's front edge is offered unit by unit."""
    axis, across = axes
    place = place_in(box, axis, end.edge)
    ends = [{axis: place, across: place_in(along, across, edge)} for edge in ("low", "high")]
    a, b = ((p.get("x", 0.0), p.get("y", 0.0), p.get("z", 0.0)) for p in ends)
    if view == "elevation":
        return HeldLine((a[0], a[2]), (b[0], b[2]), face.id, axis, end)
    start, stop = face.frame.out(a), face.frame.out(b)
    return HeldLine((start.x, start.y), (stop.x, stop.y), face.id, axis, end)
