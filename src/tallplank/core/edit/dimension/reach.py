"""Where the ends of an added dimension lie: the boxes of what they hold, in the frame of a face."""

from collections.abc import Iterator, Sequence

from tallplank.core.job.dimension import Axis, Dimension, End, EndEdge
from tallplank.core.job.face import Face
from tallplank.core.job.room import Room
from tallplank.core.joinery.made import Made, MadeUnit
from tallplank.core.space.frame import Frame, Vec
from tallplank.core.space.outline import Ring, holds, middle

AXES: dict[Axis, int] = {"x": 0, "y": 1, "z": 2}


def box_of(made: Made, room_id: str, end: End, frame: Frame) -> tuple[Vec, Vec] | None:
    """The smallest and the largest corner, in a frame of the room, of what an end holds; None where it is not there."""
    points = [frame.inside(point) for point in _points(made, made.job.room(room_id), end)]
    if not points:
        return None
    low, high = (Vec(*(pick(p[i] for p in points) for i in range(3))) for pick in (min, max))
    return low, high


def place_in(box: tuple[Vec, Vec], axis: Axis, edge: EndEdge) -> float:
    """Where an edge of a box, or its middle, lies along an axis."""
    low, high = box[0][AXES[axis]], box[1][AXES[axis]]
    return low if edge == "low" else high if edge == "high" else (low + high) / 2


def places_of(made: Made, dimension: Dimension) -> tuple[float, float] | None:
    """Where the two ends of a dimension lie along its axis in the frame of its face; None where one of them is not to be seen there."""
    face = made.faces[dimension.room][dimension.face]
    places: list[float] = []
    for end in (dimension.first, dimension.second):
        box = box_of(made, dimension.room, end, face.frame)
        if box is None or (dimension.view == "elevation" and is_elsewhere(made, end, face)):
            return None
        places.append(place_in(box, dimension.axis, end.edge))
    return places[0], places[1]


def is_elsewhere(made: Made, end: End, face: Face) -> bool:
    """Whether what an end holds is a unit at another face, or another wall, which the elevation of this one does not show."""
    if end.holds == "wall":
        return end.thing != face.id
    unit = made.by_id.get(end.thing)
    return unit is not None and unit.unit.face != face.id


def _points(made: Made, room: Room, end: End) -> Iterator[Vec]:
    """Points of the room that span what an end holds."""
    if end.holds in ("carcass", "front", "worktop"):
        unit = made.by_id.get(end.thing)
        if unit is not None and unit.unit.room == room.id:
            yield from _of_unit(made, unit, end)
    elif end.holds == "standing":
        yield from _of_standing(room, end.thing)
    else:
        yield from _of_wall(made, room, end)


def _of_unit(made: Made, unit: MadeUnit, end: End) -> Iterator[Vec]:
    placed, frame = unit.placed, made.face(unit).frame
    if end.holds == "carcass":
        ring = carcass_ring(unit)
        yield from _upright(frame, ring, placed.z, placed.top)
    elif end.holds == "front":
        if end.item < len(unit.fronts):
            front = unit.fronts[end.item]
            x, z = placed.x + front.x, placed.z + front.z
            ring = _rectangle(x, placed.front, x + front.width, placed.front + placed.front_thickness)
            yield from _upright(frame, ring, z, z + front.height)
    else:
        yield from worktop_over(made, unit)


def carcass_ring(unit: MadeUnit) -> Ring:
    """What a unit's carcass covers without its fronts, in the frame of its face."""
    x0, y0, _ = unit.frame.origin
    if unit.plan is not None:
        return tuple((x0 + x, y0 + y) for x, y in unit.plan)
    return _rectangle(x0, y0, unit.placed.right, unit.placed.back)


def worktop_over(made: Made, unit: MadeUnit) -> Iterator[Vec]:
    """Corners, in the room, of the piece of worktop that lies on a unit; nothing where none does."""
    faces = made.faces[unit.unit.room]
    at = middle(faces[unit.unit.face].frame.flat_out(carcass_ring(unit)))
    for run in made.runs:
        if run.room != unit.unit.room or run.what != "top":
            continue
        frame = faces[run.face].frame
        for part in run.parts:
            low, high = part.box
            if holds(frame.flat_out(part.above), at):
                yield from _upright(frame, part.above, low.z, high.z)
                return


def _of_standing(room: Room, thing: str) -> Iterator[Vec]:
    for column in room.columns:
        if column.id == thing:
            yield from (Vec(x, y, z) for x, y in column.outline for z in (column.low, column.top(room.height)))
    for soffit in room.soffits:
        if soffit.id == thing:
            yield from (Vec(x, y, z) for x, y in soffit.corners for z in (soffit.low, room.height))


def _of_wall(made: Made, room: Room, end: End) -> Iterator[Vec]:
    """Of a face from end to end, or of a door, window or service in one."""
    faces = made.faces[room.id]
    if end.holds == "wall" and end.thing in faces:
        face = faces[end.thing]
        yield from _upright(face.frame, ((0.0, 0.0), (face.length, 0.0)), 0.0, face.height)
        return
    for face in faces.values():
        for opening in face.openings if end.holds == "opening" else ():
            if opening.id == end.thing:
                ring = _rectangle(opening.x, 0.0, opening.x + opening.width, 0.0)
                yield from _upright(face.frame, ring, opening.sill, opening.sill + opening.height)
                return
        for service in face.services if end.holds == "service" else ():
            if service.id == end.thing:
                ring = _rectangle(service.x, -service.deep, service.x + service.width, 0.0)
                yield from _upright(face.frame, ring, service.z, service.z + service.height)
                return


def _rectangle(x0: float, y0: float, x1: float, y1: float) -> Ring:
    return ((x0, y0), (x1, y0), (x1, y1), (x0, y1))


def _upright(frame: Frame, ring: Sequence[tuple[float, float]], low: float, high: float) -> Iterator[Vec]:
    """The corners of an upright prism over a ring of a face's frame, in the room."""
    return (frame.out((x, y, z)) for x, y in ring for z in (low, high))
