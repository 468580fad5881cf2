"""What a front may meet in a room: walls, ceiling and floor, units with their fronts closed, pulls, worktops and plinths."""

from collections.abc import Iterator, Mapping, Sequence
from functools import partial
from math import hypot
from operator import itemgetter
from typing import NamedTuple

from shapely import LineString, Point, Polygon
from shapely.geometry.base import BaseGeometry

from tallplank.core.check.overlap import SLACK
from tallplank.core.check.sweep import Prism, box_around, prism_of, proud_of
from tallplank.core.job.face import Face, Faces
from tallplank.core.job.room import Room
from tallplank.core.job.unit import RunKind
from tallplank.core.job.wall import FreeWall
from tallplank.core.joinery.made import MadeUnit
from tallplank.core.joinery.part.lot import Lot, lots_of
from tallplank.core.joinery.part.part import Part
from tallplank.core.joinery.run.run import Run
from tallplank.core.measure.carry import carried_by
from tallplank.core.space.frame import Frame, Vec, extent
from tallplank.core.space.outline import Ring, edges, shared_depth

WALL = 50.0
"""How deep a wall is taken to be behind its face, that a front is told to be in it."""
FLAT = 1.0 - 1e-9
"""What faces the room by more of its way lies flat on its wall, a rectangle seen from above."""
Box = tuple[Vec, Vec]


class Obstacle(NamedTuple):
    """What stands in a room: a body, the box around it, whose it is ('' for the room's own), and its name."""

    body: Prism
    low: Vec
    high: Vec
    owner: str
    name: str


def moved_box(box: Box, frame: Frame) -> Box:
    """The box around a box that is turned and shifted with its frame."""
    low, high = box
    size = (high[0] - low[0], high[1] - low[1], high[2] - low[2])
    return extent(Frame(frame.out(low), frame.x, frame.y, frame.z), size)


def boxes_meet(one: Box, other: Box) -> bool:
    """Whether two boxes share space."""
    (left, near, low), (right, far, high) = one
    (left2, near2, low2), (right2, far2, high2) = other
    return (
        right - left2 > SLACK
        and right2 - left > SLACK
        and far - near2 > SLACK
        and far2 - near > SLACK
        and high - low2 > SLACK
        and high2 - low > SLACK
        and min(right - left, right2 - left2, far - near, far2 - near2, high - low, high2 - low2) > SLACK
    )


def meets(body: Prism, other: Obstacle) -> bool:
    """Whether a body stands in what is there, by more than it may."""
    return boxes_meet(body.box, (other.low, other.high)) and shared_depth(body.ring, other.body.ring) > SLACK


def _obstacle(body: Prism, owner: str, name: str) -> Obstacle:
    return Obstacle(body, *body.box, owner, name)


def obstacles_of_room(room: Room, faces: Faces) -> Iterator[Obstacle]:
    """The walls as far as they are closed behind their faces, the ceiling and the floor."""
    for face in faces.values():
        if face.thickness:
            deep = face.thickness if type(face.carrier) is FreeWall else WALL
            body = Prism(((0.0, 0.0), (face.length, 0.0), (face.length, deep), (0.0, deep)), 0.0, face.height)
            yield _obstacle(body.within(face.frame), "", face.name)
    corners = tuple(room.corners)
    yield _obstacle(Prism(corners, room.height, room.height + WALL), "", "the ceiling")
    yield _obstacle(Prism(corners, -WALL, 0.0), "", "the floor")
    for column in room.columns:
        yield _obstacle(Prism(column.outline, column.low, column.top(room.height)), "", column.name)
    for soffit in room.soffits:
        yield _obstacle(Prism(soffit.corners, soffit.low, room.height), "", soffit.name)
    for face in faces.values():
        for name, ring, low, high in radiators(face):
            yield _obstacle(Prism(ring, low, high), "", name)


def into_walls(room: Room, ring: Ring) -> tuple[float, str]:
    """How far an outline reaches through the walls around a room at most, and the name of that wall; 0 for one within them."""
    around = Polygon(room.corners)
    outside = Polygon(ring).difference(around)
    deep, at = max(
        ((float(around.distance(point)), point) for point in map(Point, _corners(outside))), default=(0.0, None), key=itemgetter(0)
    )
    if at is None or deep <= SLACK:
        return 0.0, ""
    far = [LineString(edge).distance(at) for edge in edges(room.corners)]
    return deep, room.walls[far.index(min(far))].name


def _corners(area: BaseGeometry) -> Iterator[tuple[float, ...]]:
    for piece in getattr(area, "geoms", (area,)):
        if isinstance(piece, Polygon) and not piece.is_empty:
            yield from piece.exterior.coords


def footing(wall: FreeWall) -> Ring:
    """What a wall that stands free covers of the plan."""
    (x0, y0), (x1, y1), thick = wall.start, wall.end, wall.thickness
    long = hypot(x1 - x0, y1 - y0)
    nx, ny = -(y1 - y0) / long * thick, (x1 - x0) / long * thick
    return ((x0, y0), (x1, y1), (x1 + nx, y1 + ny), (x0 + nx, y0 + ny))


def radiators(face: Face) -> Iterator[tuple[str, Ring, float, float]]:
    """The radiators at a face: names, outlines on the plan, and from where to where they reach up."""
    for s in (s for s in face.services if s.kind == "radiator"):
        ring = face.frame.flat_out(((s.x, -s.deep), (s.x + s.width, -s.deep), (s.x + s.width, 0.0), (s.x, 0.0)))
        yield f"the radiator at {face.name}", ring, s.z, s.z + s.height


RUN_NAMES: Mapping[RunKind, str] = {
    "top": "worktop",
    "plinth": "plinth",
    "scribe": "strip under the ceiling",
    "crown": "crown",
    "light-rail": "light rail",
    "cornice": "cornice",
    "soffit-rail": "soffit rail",
    "sill": "window sill",
    "panel": "paneled wall",
    "end": "end panel",
}


def obstacles_of_runs(runs: Sequence[Run], faces: Faces, near: Sequence[Box]) -> Iterator[Obstacle]:
    """Worktops, plinths and moldings that may meet the boxes `near`."""
    for run in runs:
        frame, name, lots = faces[run.face].frame, f"the {RUN_NAMES[run.what]}", lots_of(run.parts)
        boxes = zip(lots, boxes_of_lots(lots, frame), strict=True)
        seen = [lot.parts for lot, own in boxes if any(boxes_meet(box, other) for box in own for other in near)]
        for parts in seen:
            some = parts.carried("bodies", partial(_bodies_of, parts, frame, on_wall=run.what == "panel"), frame)
            yield from (Obstacle(*body, run.id, name) for body in some)


def boxes_of_lots(lots: Sequence[Lot], frame: Frame) -> list[list[Box]]:
    """The boxes in the room around the parts of lots on a face; one around all of a lot that is as another is elsewhere."""
    return carried_by(lots, "boxes", partial(_boxes_of, frame=frame), frame)


def _boxes_of(lot: Lot, frame: Frame) -> list[Box]:
    if lot.like is lot.parts:
        return [moved_box(part.box, frame) for part in lot.parts]
    low, high = lot.like.carried("box", lambda: box_around([part.box for part in lot.like]))
    (a, b, c), (d, e, f), (x, y, z) = low, high, lot.by
    return [moved_box((Vec(a + x, b + y, c + z), Vec(d + x, e + y, f + z)), frame)]


_Body = tuple[Prism, Vec, Vec]


def _bodies_of(parts: Sequence[Part], frame: Frame, on_wall: bool) -> list[_Body]:
    """Parts in their room, with the boxes around them."""
    found = []
    for part in parts:
        if on_wall and part.kind == "molding":
            continue  # they stand no farther out than the boards beside them by more than a door's gap
        low, high = part.box
        flat = on_wall and abs(part.frame.z.y) > FLAT
        ring = ((low.x, low.y), (high.x, low.y), (high.x, high.y), (low.x, high.y)) if flat else part.above
        body = Prism(ring, low.z, high.z).within(frame)
        found.append((body, *body.box))
    return found


def obstacles_of_unit(unit: MadeUnit, face: Frame, frame: Frame) -> tuple[Obstacle, ...]:
    """A unit with its fronts closed, first of all, then its pulls and what stands out of its appliances."""
    return unit.carried("obstacles", lambda: tuple(_of_unit(unit, face, frame)), face, frame)


def _of_unit(unit: MadeUnit, face: Frame, frame: Frame) -> Iterator[Obstacle]:
    body = Prism(face.flat_out(unit.outline), unit.placed.z, unit.placed.top)
    yield _obstacle(body, unit.unit.id, unit.label)
    for piece in proud_of(unit):
        name = f"the {piece.name} in {unit.label}" if piece.name else f"a pull of {unit.label}"
        yield _obstacle(prism_of(piece).within(frame), unit.unit.id, name)
