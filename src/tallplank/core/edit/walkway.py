"""The room that one walks through beside a group: from the edge of its worktop to what stands next on each side.

Source: common practice: ways are measured between the edges of worktops, or to the fronts or the wall where there is none.
"""

from collections.abc import Iterator, Mapping, Sequence
from typing import NamedTuple

from tallplank.core.edit.check import EditError
from tallplank.core.edit.group import change_group, group_of
from tallplank.core.job.face import group_frame
from tallplank.core.job.job import Job
from tallplank.core.job.room import SIDES, Group, Side4
from tallplank.core.joinery.made import Made
from tallplank.core.joinery.run.top.bar import BAR
from tallplank.core.space.frame import Frame
from tallplank.core.space.outline import Point, Ring, bounds, edges

HIGH = 1900.0
"""What hangs higher than this is in nobody's way."""
LEAST, TINY = 1.0, 1e-9
"""What reaches by less into the strip beside a group is in nobody's way; and the length of a line that is none along it."""
OUT: Mapping[Side4, Point] = {"front": (0.0, -1.0), "right": (1.0, 0.0), "back": (0.0, 1.0), "left": (-1.0, 0.0)}
Named = tuple[str, Ring]


class Walkway(NamedTuple):
    """How wide the way is at a side, and what is at its other edge."""

    width: float
    to: str


def group_outline(made: Made, room_id: str, group: Group, *, with_bar: bool = True) -> Ring:
    """The box around a group in its own frame: around its worktops, or where it has none its units, or else its faces."""
    frame, faces = group_frame(group), made.faces[room_id]
    ids = {f.id for f in group.faces}
    runs = [r for r in made.runs_in.get(room_id, ()) if r.face in ids]
    rings = [faces[r.face].frame.flat_out(p.above) for r in runs for p in r.parts if with_bar or p.tag.role != BAR]
    rings += [made.face(u).frame.flat_out(u.outline) for u in made.by_room.get(room_id, ()) if u.unit.face in ids]
    rings = rings or [faces[key].frame.flat_out([(0.0, 0.0), (faces[key].length, 0.0)]) for key in ids]
    (x0, y0), (x1, y1) = bounds([_inside(frame, p) for ring in rings for p in ring])
    return ((x0, y0), (x1, y0), (x1, y1), (x0, y1))


def standing_out(made: Made, room_id: str, group: Group) -> dict[Side4, float]:
    """How far the worktop of a group, but not its raised bar, stands out beyond its units, fronts and all; nothing where there is none."""
    frame, ids = group_frame(group), {f.id for f in group.faces}
    rings = [made.face(u).frame.flat_out(u.outline) for u in made.by_room.get(room_id, ()) if u.unit.face in ids and not u.placed.hung]
    if not rings:
        return dict.fromkeys(SIDES, 0.0)
    (x0, y0), (x1, y1) = bounds([_inside(frame, p) for ring in rings for p in ring])
    (a, b), (c, d) = bounds(group_outline(made, room_id, group, with_bar=False))
    return {"front": y0 - b, "right": c - x1, "back": d - y1, "left": x0 - a}


def walkways(made: Made, room_id: str, group_id: str) -> dict[Side4, Walkway]:
    """The ways beside a group; none at sides where nothing stands and no wall is."""
    group = group_of(made.job.room(room_id), group_id)
    return made.carried(("walkways", room_id, group_id), lambda: _walkways(made, room_id, group), group)


def _walkways(made: Made, room_id: str, group: Group) -> dict[Side4, Walkway]:
    frame, ring = group_frame(group), group_outline(made, room_id, group)
    obstacles = [(name, tuple(_inside(frame, p) for p in outline)) for name, outline in _obstacles(made, room_id, group)]
    walls = [
        (face.name, tuple(_inside(frame, p) for p in face.frame.flat_out([(0.0, 0.0), (face.length, 0.0)])))
        for face in made.faces[room_id].values()
        if not face.is_loose
    ]
    found = ((side, _walkway(side, ring, obstacles, walls)) for side in SIDES)
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


def _walkway(side: Side4, ring: Ring, obstacles: Sequence[Named], walls: Sequence[Named]) -> Walkway | None:
    """What comes first beyond a side of the box, between the lines of its ends."""
    (x0, y0), (x1, y1) = bounds(ring)
    dx, dy = OUT[side]
    span = (y0 + LEAST, y1 - LEAST) if dx else (x0 + LEAST, x1 - LEAST)
    edge = {"front": -y0, "right": x1, "back": y1, "left": -x0}[side]
    middle = dx * (x0 + x1) / 2 + dy * (y0 + y1) / 2
    ways = []
    for name, outline in (*obstacles, *walls):
        sides = edges(outline) if len(outline) > 2 else ((outline[0], outline[1]),)
        places = (p for a, b in sides for p in _between(_turned(a, dx, dy), _turned(b, dx, dy), span))
        ways += [(out - edge, name) for out in places if out > middle]
    return Walkway(*min(ways)) if ways else None


def _turned(point: Point, dx: float, dy: float) -> Point:
    """A point by how far out it is, and where along the side."""
    x, y = point
    return dx * x + dy * y, y if dx else x


def _between(a: Point, b: Point, span: tuple[float, float]) -> Iterator[float]:
    """How far out both ends of a line are, of which only what lies within the span along the side counts."""
    (out_a, at_a), (out_b, at_b) = (a, b) if a[1] <= b[1] else (b, a)
    low, high = max(at_a, span[0]), min(at_b, span[1])
    if low > high:
        return
    if at_b - at_a < TINY:
        yield from (out_a, out_b)
        return
    for at in (low, high):
        yield out_a + (out_b - out_a) * (at - at_a) / (at_b - at_a)
