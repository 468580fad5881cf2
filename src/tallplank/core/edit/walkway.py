"""The room that one walks through beside a group: from the edge of its worktop to what stands next on each side.

Source: common practice: ways are measured between the edges of worktops, or to the fronts or the wall where there is none.
"""

from collections.abc import Iterator, Mapping, Sequence
from typing import NamedTuple

from shapely import Polygon, box
from shapely.geometry.base import BaseGeometry

from tallplank.core.edit.check import EditError
from tallplank.core.edit.group import change_group, group_of
from tallplank.core.job.face import group_frame
from tallplank.core.job.job import Job
from tallplank.core.job.room import SIDES, Group, Side4
from tallplank.core.joinery.made import Made
from tallplank.core.space.frame import Frame
from tallplank.core.space.outline import Point, Ring, bounds

HIGH = 1900.0
"""What hangs higher than this is in nobody's way."""
FAR, THICK, LEAST = 50_000.0, 10.0, 1.0
OUT: Mapping[Side4, Point] = {"front": (0.0, -1.0), "right": (1.0, 0.0), "back": (0.0, 1.0), "left": (-1.0, 0.0)}
Named = tuple[str, Polygon]


class Walkway(NamedTuple):
    """How wide the way is at a side, and what is at its other edge."""

    width: float
    to: str


def group_outline(made: Made, room_id: str, group: Group) -> Ring:
    """The box around a group in its own frame: around its worktops, or where it has none its units, or else its faces."""
    frame, faces = group_frame(group), made.faces[room_id]
    ids = {f.id for f in group.faces}
    rings = [faces[r.face].frame.flat_out(p.above) for r in made.runs if r.room == room_id and r.face in ids for p in r.parts]
    rings += [made.face(u).frame.flat_out(u.outline) for u in made.by_room.get(room_id, ()) if u.unit.face in ids]
    rings = rings or [faces[key].frame.flat_out([(0.0, 0.0), (faces[key].length, 0.0)]) for key in ids]
    (x0, y0), (x1, y1) = bounds([_inside(frame, p) for ring in rings for p in ring])
    return ((x0, y0), (x1, y0), (x1, y1), (x0, y1))


def standing_out(made: Made, room_id: str, group: Group) -> dict[Side4, float]:
    """How far the worktop of a group stands out beyond its units, fronts and all; nothing where there is none."""
    frame, ids = group_frame(group), {f.id for f in group.faces}
    rings = [made.face(u).frame.flat_out(u.outline) for u in made.by_room.get(room_id, ()) if u.unit.face in ids and not u.placed.hung]
    if not rings:
        return dict.fromkeys(SIDES, 0.0)
    (x0, y0), (x1, y1) = bounds([_inside(frame, p) for ring in rings for p in ring])
    (a, b), (c, d) = bounds(group_outline(made, room_id, group))
    return {"front": y0 - b, "right": c - x1, "back": d - y1, "left": x0 - a}


def walkways(made: Made, room_id: str, group_id: str) -> dict[Side4, Walkway]:
    """The ways beside a group; none at sides where nothing stands and no wall is."""
    group = group_of(made.job.room(room_id), group_id)
    frame, ring = group_frame(group), group_outline(made, room_id, group)
    obstacles = [(name, Polygon([_inside(frame, p) for p in outline])) for name, outline in _obstacles(made, room_id, group)]
    room = Polygon([_inside(frame, p) for p in made.job.room(room_id).corners])
    found = ((side, _walkway(side, ring, obstacles, room, made, room_id, frame)) for side in SIDES)
    return {side: way for side, way in found if way is not None}


def set_walkway(job: Job, made: Made, room_id: str, group_id: str, side: Side4, width: float) -> Job:
    """A job in which a group stands so far from what is at one of its sides.

    Raises:
        EditError: nothing is there, or the width is less than nothing.
    """
    way = walkways(made, room_id, group_id).get(side)
    if way is None:
        raise EditError("Nothing stands on that side of it.")
    if width < 0:
        raise EditError("A walkway is as wide as nothing or more.")
    group = group_of(job.room(room_id), group_id)
    (dx, dy), by = OUT[side], way.width - width
    moved = group_frame(group).out((dx * by, dy * by, 0.0))
    return change_group(job, room_id, group_id, x=round(moved.x, 6), y=round(moved.y, 6))


def _inside(frame: Frame, point: Point) -> Point:
    x, y, _ = frame.inside((*point, 0.0))
    return x, y


def _obstacles(made: Made, room_id: str, group: Group) -> Iterator[tuple[str, Ring]]:
    room, faces, own = made.job.room(room_id), made.faces[room_id], {f.id for f in group.faces}
    for unit in made.by_room.get(room_id, ()):
        if unit.unit.face not in own and unit.placed.z < HIGH and not unit.placed.hung:
            yield unit.label, made.face(unit).frame.flat_out(unit.outline)
    for run in made.runs:
        if run.room == room_id and run.what == "top" and run.face not in own:
            for part in run.parts:
                yield run.label, faces[run.face].frame.flat_out(part.above)
    for column in room.columns:
        if column.low < HIGH:
            yield column.name, column.outline
    for wall in room.free_walls:
        front = faces[wall.id]
        yield wall.name, front.frame.flat_out([(0.0, 0.0), (front.length, 0.0), (front.length, wall.thickness), (0.0, wall.thickness)])


def _walkway(side: Side4, ring: Ring, obstacles: Sequence[Named], room: Polygon, made: Made, room_id: str, frame: Frame) -> Walkway | None:
    (x0, y0), (x1, y1) = bounds(ring)
    dx, dy = OUT[side]
    strip = box(x0 + min(dx, 0) * FAR, y0 + min(dy, 0) * FAR, x1 + max(dx, 0) * FAR, y1 + max(dy, 0) * FAR)
    edge = {"front": -y0, "right": x1, "back": y1, "left": -x0}[side]
    strip = strip.difference(box(x0 - abs(dy) * FAR, y0 - abs(dx) * FAR, x1 + abs(dy) * FAR, y1 + abs(dx) * FAR))
    ways = [(_nearest(shape.intersection(strip), dx, dy) - edge, name) for name, shape in obstacles if _meets(shape, strip)]
    outside = strip.difference(room)
    if not outside.is_empty:
        at = _nearest(outside, dx, dy)
        ways.append((at - edge, _wall_at(made, room_id, frame, ring, side, at)))
    return Walkway(*min(ways)) if ways else None


def _meets(shape: Polygon, strip: BaseGeometry) -> bool:
    return float(shape.intersection(strip).area) > LEAST


def _nearest(shape: BaseGeometry, dx: float, dy: float) -> float:
    x0, y0, x1, y1 = shape.bounds
    return float(min(dx * x0, dx * x1) + min(dy * y0, dy * y1))


def _wall_at(made: Made, room_id: str, frame: Frame, ring: Ring, side: Side4, at: float) -> str:
    """The name of the wall that ends a strip so far out."""
    (x0, y0), (x1, y1) = bounds(ring)
    dx, dy = OUT[side]
    middle = ((x0 + x1) / 2 * abs(dy) + dx * at, (y0 + y1) / 2 * abs(dx) + dy * at)
    point = frame.out((*middle, 0.0))
    walls = [face for face in made.faces[room_id].values() if not face.is_loose]

    def away(i: int) -> float:
        local = walls[i].frame.inside(point)
        return abs(local.y) + max(-local.x, local.x - walls[i].length, 0.0)

    return walls[min(range(len(walls)), key=away)].name
