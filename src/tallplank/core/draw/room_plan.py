"""The room as its plan shows it: walls with openings and services, columns, soffits and slopes."""

from collections.abc import Iterator, Sequence
from math import atan2, degrees

from tallplank.core.draw.primitive import GLASS, PAPER, WALL, DrawnArc, Line, Pen, Poly, Shape, Text
from tallplank.core.draw.surround import SERVICE_LETTERS
from tallplank.core.job.face import Face, Faces
from tallplank.core.job.room import Room
from tallplank.core.job.wall import Service, WallOpening
from tallplank.core.space.frame import Frame
from tallplank.core.space.outline import Point, Ring, crossing, edges, middle


def fronts_of(room: Room, faces: Faces) -> Iterator[Face]:
    """One face of every wall: the one that its openings are measured on."""
    return (faces[wall.id] for wall in (*room.walls, *room.free_walls))


def point_on(frame: Frame, x: float, y: float) -> Point:
    """A point of a face's frame on the plan."""
    p = frame.out((x, y, 0.0))
    return (p.x, p.y)


def box_on(frame: Frame, x: float, y: float, along: float, into: float) -> Ring:
    """A rectangle in the frame of a face."""
    return frame.flat_out(((x, y), (x + along, y), (x + along, y + into), (x, y + into)))


def line_on(frame: Frame, a: Point, b: Point, pen: Pen) -> Line:
    """A line in the frame of a face."""
    return Line(point_on(frame, *a), point_on(frame, *b), pen)


def walls_of(room: Room, faces: Faces, outer: Sequence[tuple[Point, Point]]) -> Iterator[Shape]:
    """The walls cut through, with their openings and services, and the columns."""
    for i, (a, b) in enumerate(outer):
        yield Poly((room.corners[i], a, b, room.corners[(i + 1) % len(room.corners)]), None, WALL)
    yield Poly(tuple(p for edge in outer for p in edge), Pen.CUT)
    yield Poly(room.corners, Pen.CUT)
    for wall in room.free_walls:
        yield Poly(box_on(faces[wall.id].frame, 0.0, 0.0, faces[wall.id].length, wall.thickness), Pen.CUT, WALL)
    for face in fronts_of(room, faces):
        yield from _openings(face)
        yield from _services(face)
    for column in room.columns:
        hangs = column.low > 0
        yield Poly(column.outline, Pen.HIDDEN if hangs else Pen.CUT, None if hangs else WALL)


def _openings(face: Face) -> Iterator[Shape]:
    frame, thick = face.frame, face.thickness
    for opening in face.openings:
        fill = GLASS if opening.kind == "window" else PAPER
        deep = opening.into(thick)
        yield Poly(box_on(frame, opening.x, 0.0, opening.width, deep), None, fill)
        for x in (opening.x, opening.x + opening.width):
            yield line_on(frame, (x, 0.0), (x, deep), Pen.CUT)
        if opening.kind == "window":
            for y in (0.0, thick * 0.42, thick * 0.58, thick):
                yield line_on(frame, (opening.x, y), (opening.x + opening.width, y), Pen.EDGE)
        elif opening.kind == "niche":
            yield line_on(frame, (opening.x, deep), (opening.x + opening.width, deep), Pen.CUT)
        elif opening.kind == "door":
            yield from _door(frame, opening, thick)


def things_of(room: Room, faces: Faces) -> Iterator[tuple[str, Ring]]:
    """What a plan shows of the room and can be pointed at: ids with outlines, what lies on top last."""
    for soffit in room.soffits:
        yield soffit.id, soffit.corners
    for column in room.columns:
        yield column.id, column.outline
    for face in fronts_of(room, faces):
        for o in face.openings:
            yield o.id, box_on(face.frame, o.x, 0.0, o.width, o.into(face.thickness))
        for s in face.services:
            yield s.id, box_on(face.frame, s.x, 0.0, s.width, -max(s.deep, MARK))


MARK = 70.0
"""How far into the room a service is marked on the plan at least."""


def above_of(room: Room, faces: Faces) -> Iterator[Shape]:
    """What hangs above the cut: soffits in broken lines with their heights told, and the lines where slopes meet the ceiling."""
    for soffit in room.soffits:
        yield Poly(soffit.corners, Pen.HIDDEN)
        (a, b) = max(edges(soffit.corners), key=lambda e: (e[1][0] - e[0][0]) ** 2 + (e[1][1] - e[0][1]) ** 2)
        yield Text(middle(soffit.corners) if a != b else a, soffit.name, 2.0, room=NAME_ROOM)
    for slope in room.slopes:
        face = faces[slope.face]
        found = [p for edge in edges(room.corners) if (p := _on_edge(face.frame, slope.run, edge)) is not None]
        ends = sorted(found, key=lambda p: face.frame.inside((*p, 0.0)).x)
        if len(ends) >= 2:
            yield Line(ends[0], ends[-1], Pen.HIDDEN)


NAME_ROOM = 700.0


def _on_edge(frame: Frame, run: float, edge: tuple[Point, Point]) -> Point | None:
    """Where a side of the room crosses the line that lies so far before a face."""
    a, b = (frame.inside((*p, 0.0)).y + run for p in edge)
    if a * b > 0 or a == b:
        return None
    line = frame.flat_out(((0.0, -run), (1.0, -run)))
    return crossing((line[0], line[1]), edge)


def _services(face: Face) -> Iterator[Shape]:
    """Services as installers mark them on plans: a small sign at the wall."""
    for service in face.services:
        yield from _service(face.frame, service)


def _service(frame: Frame, service: Service) -> Iterator[Shape]:
    x, y = service.middle[0], -MARK / 2
    if service.kind == "radiator":
        yield Poly(box_on(frame, service.x, 0.0, service.width, -service.deep), Pen.EDGE, PAPER)
        return
    yield line_on(frame, (x, 0.0), (x, y + MARK / 4), Pen.EDGE)
    centre = point_on(frame, x, y)
    if service.kind in ("socket", "switch"):
        start = degrees(atan2(frame.x.y, frame.x.x))
        yield DrawnArc(centre, MARK / 3, start, 180.0 if service.kind == "socket" else 360.0, Pen.EDGE)
        yield line_on(frame, (x - MARK / 3, y), (x + MARK / 3, y), Pen.EDGE)
    else:
        yield DrawnArc(centre, MARK / 3, 0.0, 360.0, Pen.EDGE)
        yield Text(centre, SERVICE_LETTERS[service.kind], 1.8, room=MARK)


def _door(frame: Frame, door: WallOpening, thick: float) -> Iterator[Shape]:
    """The leaves of a door: open at a right angle with what they sweep, or slid before the wall."""
    left, right, out = door.x, door.x + door.width, -1.0 if door.swing == "in" else 1.0
    face = 0.0 if door.swing == "in" else thick
    if door.leaf == "sliding":
        start = left - door.width if door.hand == "left" else right
        y = face + out * BEFORE_WALL
        yield line_on(frame, (start, y), (start + door.width, y), Pen.OUTLINE)
        yield line_on(frame, (left, y), (right, y), Pen.HIDDEN)
    elif door.leaf == "double":
        yield from leaf(frame, (left, face), door.width / 2, 1.0, out)
        yield from leaf(frame, (right, face), door.width / 2, -1.0, out)
    elif door.hand == "left":
        yield from leaf(frame, (left, face), door.width, 1.0, out)
    else:
        yield from leaf(frame, (right, face), door.width, -1.0, out)


BEFORE_WALL = 25.0
"""From the wall to the middle of a leaf that slides before it."""


def leaf(frame: Frame, hung: Point, width: float, inward: float, out: float, pen: Pen = Pen.OUTLINE) -> Iterator[Shape]:
    """A leaf open at a right angle, and the quarter circle from there to where it is closed."""
    hinge, free = point_on(frame, *hung), point_on(frame, hung[0], hung[1] + out * width)
    shut = point_on(frame, hung[0] + inward * width, hung[1])
    yield Line(hinge, free, pen)
    angles = [degrees(atan2(p[1] - hinge[1], p[0] - hinge[0])) for p in (free, shut)]
    turn = (angles[1] - angles[0] + 180.0) % 360.0 - 180.0
    yield DrawnArc(hinge, width, angles[0] if turn > 0 else angles[1], abs(turn), Pen.BEYOND)
